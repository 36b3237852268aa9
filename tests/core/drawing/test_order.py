"""The corner view against a ray cast; pointing, leaders, grips, boards."""

import math
from collections.abc import Iterable

import numpy as np
import numpy.typing as npt
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.changes.test_doors import cupboard
from tests.core.form.test_kinds import found
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from tests.strategies import pieces, planned
from zygoform.core.drawing import order
from zygoform.core.drawing.dimensions import part_dimensions
from zygoform.core.drawing.order import cells_of, paint_order
from zygoform.core.drawing.part_outline import draw_board
from zygoform.core.drawing.primitives import box_of, holds
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS, View, Viewpoint
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.survey import choose_inside
from zygoform.core.form.form import Board, Form
from zygoform.core.form.inside.opened import opened
from zygoform.core.geometry.plane import area, rectangle
from zygoform.core.geometry.prism import upright
from zygoform.core.geometry.solid import SolidCell, cut_off, without
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun, demo_project

Floats = npt.NDArray[np.float64]
PLACES: tuple[Viewpoint, ...] = tuple(VIEWS)
MISSED = -1e18


def nearest(form: Form, view: View, points: Floats) -> list[set[str]]:
    """Cast rays: the boards whose surface is nearest to the viewer at each point (n, 2) of the view plane."""
    boards = [own for one in form.boards for own in (one, *one.on_face)]
    depths = np.array([left(board.solid.cells, view, points).max(axis=0) for board in boards])
    near = (depths > depths.max(axis=0) - 0.05) & (depths > MISSED)
    return [{board.id for board, is_near in zip(boards, column, strict=True) if is_near} for column in near.T]


def left(cells: Iterable[SolidCell], view: View, points: Floats) -> Floats:
    """How far towards the viewer the ray through each point leaves each cell (cells, n); MISSED where it does."""
    starts, toward = unprojected(view, points), np.array(view.toward)
    depths = []
    for cell in cells:
        normals = np.array([face.normal for face in cell.faces])
        at = np.array([face.points[0] for face in cell.faces])
        speed = (normals @ toward)[:, None]
        room = (at * normals).sum(axis=1)[:, None] - normals @ starts.T
        along, ahead, behind = abs(speed) < 1e-12, speed >= 1e-12, speed <= -1e-12
        share = room / np.where(along, 1.0, speed)
        high = np.where(ahead, share, -MISSED).min(axis=0)
        low = np.where(behind, share, MISSED).max(axis=0)
        met = (low < high) & ~(along & (room < 0)).any(axis=0)
        depths.append(np.where(met, high, MISSED))
    return np.array(depths)


def unprojected(view: View, points: Floats) -> Floats:
    """Some points of space (n, 3) that project to these."""
    u, v = points.T
    nothing = np.zeros_like(u)
    if view.place == "above":
        return np.stack((u, v, nothing), axis=1)
    # In the plane x = 0 where one looks along it, else in that of y = 0: there all views are true to scale.
    x, y, _ = view.across
    return np.stack((x * u, nothing, v) if x else (nothing, y * u, v), axis=1)


def compare(form: Form, place: Viewpoint, shares: list[tuple[float, float]]) -> None:
    """What is painted last at a point must be what a ray meets first; edges are left alone."""
    scene = draw_form(form, form, {}, place, "planned")
    x0, y0, x1, y1 = scene.box
    points = np.array([x0, y0]) + np.array(shares) * np.array([x1 - x0, y1 - y0])
    around = [nearest(form, VIEWS[place], points + np.array([dx, dy])) for dx in (-0.4, 0.4) for dy in (-0.4, 0.4)]
    for at, names, *others in zip(points.tolist(), *around, strict=True):
        if any(other != names for other in others):
            continue
        hit = scene.at(tuple(at))
        seen = hit.part_id if hit else ""
        # A tile's face and the grout round it are one surface: joints may be finer than what is looked at.
        grouted = {own.partition("/grout/")[0] for own in names if "/grout/" in own}
        same = {seen, seen.partition("/")[0]} if grouted else {seen}
        assert same & ((names or {""}) | grouted), (place, at)


# Not on the very rim: where a corner of something touches it, a hair beside it there is nothing.
SHARES = st.lists(st.tuples(st.floats(0.01, 0.99), st.floats(0.01, 0.99)), min_size=60, max_size=60)


@random_cases(50)
@given(pieces(), SHARES)
def test_what_is_painted_is_what_a_ray_meets(project: Project, shares: list[tuple[float, float]]) -> None:
    assert project.piece is not None
    compare(project.piece.build(), "corner", shares)


CARVED = st.lists(
    st.tuples(st.integers(0, 30), st.floats(-1, 1), st.floats(-1, 1), st.floats(0.2, 0.8)), min_size=2, max_size=6
)


def carved(form: Form, cuts: list[tuple[int, float, float, float]]) -> Form:
    """Some boards with a slanted end, and a hole through their face that one sees through."""
    body = form.bodies[0]
    boards = list(body.boards)
    for number, lean, tilt, share in cuts:
        board = boards[number % len(boards)]
        low, high = board.solid.box
        sizes = [high[k] - low[k] for k in range(3)]
        thin, _, long = sorted(range(3), key=lambda k: sizes[k])
        out = [lean, tilt, tilt]
        out[long] = 3.0
        far = math.hypot(*out)
        at = [(a + b) / 2 for a, b in zip(low, high, strict=True)]
        at[long] = low[long] + (0.5 + share / 2) * sizes[long]
        shape = cut_off(board.solid, (tuple(at), tuple(x / far for x in out)))  # type: ignore[arg-type]
        hole = [(low[k] + share * sizes[k] / 2, low[k] + (1 + share) * sizes[k] / 2) for k in range(3)]
        hole[thin] = (low[thin] - 1, high[thin] + 1)
        (x0, x1), (y0, y1), (z0, z1) = hole
        boards[number % len(boards)] = structs.replace(
            board, solid=without(shape, upright(rectangle(x0, y0, x1, y1), z0, z1))
        )
    return Form((structs.replace(body, boards=tuple(boards)), *form.bodies[1:]))


@random_cases(50)
@given(pieces(), SHARES, CARVED, st.sampled_from(PLACES))
def test_slanted_ends_and_holes_are_seen_and_seen_through(
    project: Project,
    shares: list[tuple[float, float]],
    cuts: list[tuple[int, float, float, float]],
    place: Viewpoint,
) -> None:
    assert project.piece is not None
    compare(carved(project.piece.build(), cuts), place, shares)


@random_cases(30)
@given(found(), SHARES, st.sampled_from(PLACES), st.booleans())
def test_what_stands_open_is_seen_as_a_ray_meets_it(
    drawn: tuple[str, Project], shares: list[tuple[float, float]], place: Viewpoint, framed: bool
) -> None:
    """Drawers drawn out with their grooves, doors at right angles, lids that lean back: of every kind of piece."""
    project = drawn[1]
    assert project.piece is not None
    for k, opening in enumerate(project.piece.build().bodies[0].openings if drawn[0] in ("case", "table") else ()):
        project = hold(project, opening.id, "door" if k % 2 and drawn[0] == "case" else "drawer").project
        if framed:
            project = choose_inside(project, opening.id, "door", "made", "frame").project
            project = choose_inside(project, opening.id, "door", "fill", "nothing").project
    assert project.piece is not None
    form = project.piece.build()
    every = [opening.id for body in form.bodies for opening in body.openings]
    compare(opened(form, [*every, "p1/lid/main"]), place, shares)


@random_cases(12)
@given(planned(), SHARES, st.sampled_from(PLACES))
def test_planned_pieces_from_everywhere(
    project: Project, shares: list[tuple[float, float]], place: Viewpoint
) -> None:
    plan = plan_of(project)
    # What runs through one another has no order; that it does is told.
    if not any(finding.code == "runs_through" for finding in plan.findings):
        compare(plan.planned, place, shares)


@pytest.mark.parametrize("place", PLACES)
@pytest.mark.parametrize("shape", ["oval", "arch"])
def test_a_board_with_a_hole_is_painted_cell_by_cell_without_a_further_cut(place: Viewpoint, shape: str) -> None:
    """Its cells never hide each other in a ring; of those that a sight meets the nearest is painted last."""
    project = changed(cupboard(), "cutout", "p1/body/main", shape=shape, what="nothing")
    door = next(b for b in plan_of(project).planned.boards if b.id == "p1/front/o1")
    view, cells = VIEWS[place], cells_of(door)
    painted = [board.solid for board in at_once(paint_order([door], view))]
    assert len(painted) == len(cells) > 20
    flat = [view.project(corner) for corner in door.solid.corners]
    (x0, x1), (y0, y1) = ((min(p[k] for p in flat), max(p[k] for p in flat)) for k in (0, 1))
    points = [(x0 + (x1 - x0) * i / 24.3, y0 + (y1 - y0) * j / 24.7) for i in range(1, 24) for j in range(1, 24)]
    met = 0
    for column in left((cell for solid in painted for cell in solid.cells), view, np.array(points)).T:
        depths = [(depth, k) for k, depth in enumerate(column) if depth > MISSED]
        if len(depths) > 1 and max(depths)[0] - sorted(depths)[-2][0] > 0.1:
            met += 1
            assert max(depths)[1] == max(k for _, k in depths)
    assert met > 3 or place in ("front", "back")


def test_three_beams_in_a_ring_are_cut_so_that_they_can_be_painted() -> None:
    """Each lies over the next: no order of whole beams is right."""

    def beam(name: str, x: tuple[float, float], y: tuple[float, float], z: tuple[float, float]) -> Board:
        return Board(name, name, "rail", upright(rectangle(x[0], y[0], x[1], y[1]), *z))

    ring = [
        beam("a", (0, 300), (0, 40), (0, 40)),
        beam("b", (250, 290), (-40, 250), (40, 80)),
        beam("c", (0, 40), (40, 290), (0, 300)),
        beam("d", (0, 330), (210, 250), (80, 120)),
    ]
    for view in VIEWS.values():
        ordered = at_once(paint_order(ring, view))
        assert {board.id for board in ordered} == {"a", "b", "c", "d"}


def scene_of(place: Viewpoint = "corner", overlay: str = "over") -> tuple[Plan, object]:
    plan = plan_of(counter_begun())
    handles = tuple(h for o in plan.outcomes for h in o.handles)
    return plan, draw_form(plan.found, plan.planned, {"c1": 1, "c2": 2}, place, overlay, handles)  # type: ignore[arg-type]


def test_new_kept_and_removed_are_told_apart_by_role() -> None:
    plan = plan_of(counter_begun())
    roles = {}
    for overlay in ("found", "over", "planned"):
        scene = draw_form(plan.found, plan.planned, {"c1": 1, "c2": 2}, "corner", overlay)
        roles[overlay] = {p.role for p in scene.polygons}
    assert roles == {"found": {"stays"}, "over": {"stays", "new", "off"}, "planned": {"stays", "new"}}


def test_numbers_stand_on_what_is_seen_of_their_change() -> None:
    plan = plan_of(counter_begun())
    for place in PLACES:
        scene = draw_form(plan.found, plan.planned, {"c1": 1, "c2": 2}, place, "planned")
        for leader in scene.leaders:
            hit = scene.at(leader.at)
            assert hit is not None
            assert hit.part_id.startswith(leader.change_id + "/")
        expected = {"c1"} if place == "above" else {"c1", "c2"}
        assert {leader.change_id for leader in scene.leaders} == expected


def test_grips_lie_where_their_direction_can_be_seen() -> None:
    plan = plan_of(counter_begun())
    handles = tuple(h for o in plan.outcomes for h in o.handles)
    seen = {}
    for place in PLACES:
        scene = draw_form(plan.found, plan.planned, {}, place, "over", handles)
        seen[place] = {(g.parameter, round(g.stretch, 3)) for g in scene.grips}
    assert seen["front"] == {("overhang_left", 1.0), ("overhang_right", 1.0), ("height", 1.0)}
    assert {name for name, _ in seen["above"]} == {
        "overhang_left",
        "overhang_right",
        "overhang_front",
        "overhang_back",
    }
    assert ("overhang_front", 0.5) in seen["corner"], "depth is drawn at half scale"


def test_the_front_of_the_corner_view_is_true_to_scale() -> None:
    plan = plan_of(counter_begun())
    flat = draw_form(plan.found, plan.found, {}, "front", "found")
    corner = draw_form(plan.found, plan.found, {}, "corner", "found")

    def front_of(polygons: object) -> list[float]:
        return sorted(abs(area(p.points)) for p in polygons if "/front/" in p.part_id and p.shade == "front")  # type: ignore[attr-defined]

    assert len(front_of(flat.polygons)) == 3, "a drawer's front is no shadow"
    assert front_of(flat.polygons) == pytest.approx(front_of(corner.polygons))
    assert all(p.shade == "inside" for p in flat.polygons if "/knob/" in p.part_id)
    dims = part_dimensions(flat, "p1/front/o1", (100.0, 50.0))
    assert [d.size for d in dims] == [100.0, 50.0]
    assert part_dimensions(flat, "nothing", (1.0, 1.0)) == ()


@random_cases(25)
@given(pieces())
def test_every_opening_says_its_height_and_the_lowest_their_widths(project: Project) -> None:
    plan = plan_of(project)
    (body,) = plan.found.bodies
    dims = draw_form(plan.found, plan.found, {}, "front", "found").dimensions
    lowest = min(opening.rect[1] for opening in body.openings)
    wide = {dim.part_id: dim for dim in dims if dim.lane == 2 and dim.part_id}
    high = {dim.part_id: dim for dim in dims if dim.lane == 3}
    assert set(high) == {opening.id for opening in body.openings}
    assert set(wide) == {opening.id for opening in body.openings if opening.rect[1] < lowest + 1}
    for opening in body.openings:
        x0, z0, x1, z1 = opening.rect
        assert high[opening.id].size == pytest.approx(z1 - z0)
        assert (high[opening.id].start[1], high[opening.id].end[1]) == pytest.approx((z0, z1))
        if opening.id in wide:
            assert wide[opening.id].size == pytest.approx(x1 - x0)
            assert (wide[opening.id].start[0], wide[opening.id].end[0]) == pytest.approx((x0, x1))
    base = [dim for dim in dims if dim.lane == 2 and not dim.part_id]
    assert [dim.size for dim in base] == pytest.approx([body.base_height] * (body.base_height > 0))


def test_boards_show_true_shapes_within_the_board() -> None:
    plan = plan_of(counter_begun())
    for layout in plan.layouts:
        for board in layout.boards:
            scene = draw_board(board)
            stock, *parts = scene.polygons
            assert [p.part_id for p in parts] == [on.part.id for on in board.parts]
            for polygon, on in zip(parts, board.parts, strict=True):
                x0, y0, x1, y1 = box_of(polygon.points)
                assert x1 - x0 == pytest.approx(on.part.length)
                assert y1 - y0 == pytest.approx(on.part.width)
                assert all(holds(stock.points, (x, min(max(y, 0.1), y1 - 0.1))) for x, y in polygon.points)
            bevels = [s for s in scene.strokes if s.kind == "bevel"]
            slanted = sum((on.left != 0) + (on.right != 0) for on in board.parts)
            assert len(bevels) == slanted


def test_flat_mitres_are_drawn_as_slanted_ends() -> None:
    from zygoform.core.cutlist.layouts import PlacedPart
    from zygoform.core.cutlist.listed import list_parts
    from zygoform.core.drawing.part_outline import part_shape
    from zygoform.core.outcome.part import EndCut, Part
    from zygoform.core.piecemeal import at_once
    from zygoform.core.shop import Shop

    part = Part("p", "c1", "Side", "x", 19, 50, 400, EndCut(mitre=45), EndCut(mitre=45))
    listed = at_once(list_parts(((1, part),), Shop()))[0]
    outline, strokes = part_shape(PlacedPart(listed, 10.0, 45.0, -45.0), 50)
    assert not strokes
    # A frame side: long edge at y = 0, short one 2 x 50 less.
    assert area(outline) == pytest.approx(listed.length * 50 - 50 * 50)
    xs = sorted(x for x, y in outline if y > 25)
    assert xs == pytest.approx([60.0, 10 + listed.length - 50])
    # One slanted end alone.
    one = at_once(list_parts(((1, structs.replace(part, right=EndCut())),), Shop()))[0]
    outline, strokes = part_shape(PlacedPart(one, 10.0, 45.0, 0.0), 50)
    assert not strokes
    assert area(outline) == pytest.approx(one.length * 50 - 50 * 50 / 2)


@pytest.mark.parametrize("place", PLACES)
def test_looked_at_by_a_sweep_from_left_to_right_the_order_is_the_same(
    place: Viewpoint, monkeypatch: pytest.MonkeyPatch
) -> None:
    boards = plan_of(demo_project()).planned.boards
    orders = []
    for swept_from in (0, len(boards) ** 2):
        monkeypatch.setattr(order, "SWEPT_FROM", swept_from)
        orders.append([board.id for board in at_once(paint_order(boards, VIEWS[place]))])
    assert orders[0] == orders[1]
    assert len(orders[0]) >= len(boards)
