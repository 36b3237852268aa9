"""Patterns beside everything else: pulls, other pieces of a set, other changes, and while one is dragged."""

import math
from collections import Counter
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon
from shapely.affinity import scale

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_pattern import MAIN, patterned, sawn, set_of, strips_of
from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from zygoform.core.cutlist.listed import list_parts
from zygoform.core.cutting.saw import degrees, on_scale
from zygoform.core.drawing.edges import MANY_FACES, is_many, outer_edges, own_edges
from zygoform.core.drawing.part_outline import end_angles, part_outline
from zygoform.core.drawing.primitives import Grip, box_of
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS, Viewpoint
from zygoform.core.edits.pieces import copy_piece
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.geometry.solid import has_wood_at
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.plan import Plan


def screws(plan: Plan) -> float:
    """How long those of the pulls are."""
    outcome = next(o for o in plan.outcomes if any(f.use == "hold the pulls" for f in o.fittings))
    return next(f.size for f in outcome.fittings if f.use == "hold the pulls")


@pytest.mark.parametrize("family", ["slats", "frames"])
def test_screws_of_new_pulls_go_through_strips_where_strips_are(family: str) -> None:
    """Bored through a strip they are as much longer, else not: by what lies over the hole itself."""
    plain = changed(chest(), "pulls", MAIN, spacing=96.0)
    bare = screws(plan_of(plain))
    project = patterned(chest(), family, angle=0.0, gap=0.0, rings=1)
    project = add_change(project, "pulls", MAIN, plan_of(project).planned).project
    for name, value in (("spacing", 96.0),):
        project = set_value(project, "c2", name, value).project
    plan = plan_of(project)
    thick = set_of(project).sizes[0].thickness
    fronts = {board.id: board for board in plan.planned.bodies[0].boards}
    over = False
    for template in plan.outcomes[1].templates:
        (x0, _, z0), _ = fronts[template.board].solid.box
        for (x, z), _ in template.holes:
            over = over or any(
                has_wood_at(own.solid, (x0 + x, own.solid.box[0][1] + thick / 2, z0 + z))
                for own in fronts[template.board].on_face
            )
    assert over == (family == "slats")
    assert (screws(plan) > bare) == over
    sizes = project.shop.sizes_of("machine screw")
    assert not over or screws(plan) >= bare + thick - max(b - a for a, b in pairwise(sizes))


@random_cases(40)
@given(
    st.sampled_from(["front", "corner", "left_corner"]), st.floats(-500, 500), st.floats(-500, 500),
    st.floats(0, 360), st.floats(10, 400),
)  # fmt: skip
def test_a_turning_handle_reads_its_angle_from_anywhere_it_is_seen(
    place: Viewpoint, x: float, z: float, angle: float, arm: float
) -> None:
    """A place at an angle about a point of a front, or of a side, and what the grip says of where that is seen."""
    view = VIEWS[place]
    for level, upright in (((1.0, 0.0, 0.0), (0.0, 0.0, 1.0)), ((0.0, 1.0, 0.0), (0.0, 0.0, 1.0))):
        c, s = arm * math.cos(math.radians(angle)), arm * math.sin(math.radians(angle))
        pivot = (x, 20.0, z)
        at = tuple(p + c * a + s * b for p, a, b in zip(pivot, level, upright, strict=True))
        ways = view.project(level), view.project(upright)
        grip = Grip("c1", "angle", "Angle", (0, 0), (1, 0), 1.0, (), view.project(pivot), *ways)
        found = grip.angle_at(view.project(at))  # type: ignore[arg-type]
        if math.hypot(*ways[0]) < 0.1:
            assert found is None, "edge on it says nothing"
            continue
        assert found is not None
        assert (found - angle + 180) % 360 - 180 == pytest.approx(0, abs=1e-6)
        assert grip.angle_at(grip.pivot or (0, 0)) is None


@pytest.mark.parametrize("family", ["chevron", "diamonds", "lattice"])
def test_both_cuts_of_an_end_are_said_lower_one_first(family: str) -> None:
    """Against the corners themselves: each edge of the face that is no side, from below, by its lean."""
    project = patterned(chest(columns=2), family, angle=35.0)
    saw, compared = project.shop.saw, 0
    for listed in sawn(plan_of(project)):
        face = listed.part.face
        if not face or listed.part.name == "Corner strip":
            continue
        middle = sum(x for x, _ in face) / len(face)
        left, right = list[tuple[float, float]](), list[tuple[float, float]]()
        for (ax, ay), (bx, by) in zip(face, face[1:] + face[:1], strict=True):
            if abs(by - ay) > 1e-4 * math.dist((ax, ay), (bx, by)):
                lean = math.degrees(math.atan2(abs(bx - ax), abs(by - ay)))
                (right if (ax + bx) / 2 > middle else left).append(((ay + by) / 2, lean))
        words = [
            " ".join(degrees(on_scale(a, saw)) if on_scale(a, saw) else "square" for _, a in sorted(e))
            for e in (left, right)
        ]
        said = end_angles(part_outline(listed), saw)
        if max(len(left), len(right)) > 1:
            assert list(said) == words
            compared += 1
    assert compared


@pytest.mark.parametrize("either", [True, False])
def test_turned_over_a_strip_of_two_like_faces_is_the_other_hand(either: bool) -> None:
    """A piece and its mirror image: one shape if it may be turned over, two if it has a face."""
    shop = chest().shop
    shape = ((0.0, 0.0), (90.0, 0.0), (80.0, 12.0), (95.0, 25.0), (10.0, 25.0))
    mirrored = tuple((95.0 - x, y) for x, y in reversed(shape))
    turned = tuple((95.0 - x, 25.0 - y) for x, y in shape)

    def part(k: int, face: tuple[tuple[float, float], ...], ends: tuple[float, float]) -> tuple[int, Part]:
        a, b = ends
        return 1, Part(
            f"c1/strip/{k}",
            "c1",
            "Strip",
            "strip-1/4x1",
            6.35,
            25.4,
            95.0,
            EndCut(a),
            EndCut(b),
            face=face,
            either_face=either,
        )

    same = at_once(list_parts((part(1, shape, (0, 0)), part(2, mirrored, (0, 0)), part(3, turned, (0, 0))), shop))
    assert len({listed.shape for listed in same}) == (1 if either else 2)
    assert same[0].shape == same[2].shape, "turned end for end it is itself"
    plain = at_once(list_parts((part(1, (), (30, 10)), part(2, (), (-30, -10)), part(3, (), (10, 30))), shop))
    assert len({listed.shape for listed in plain}) == (1 if either else 2)
    assert plain[0].shape == plain[2].shape


def test_in_a_set_each_piece_has_its_own_and_later_changes_leave_it_where_it_is() -> None:
    project = patterned(chest(), "zigzag")
    project = copy_piece(project, "p1").project
    second = project.pieces[1].id
    project = add_change(project, "pattern", f"{second}/body/main").project
    project = set_value(project, "c2", "family", "zigzag").project
    plan = plan_of(project)
    own = {o.change_id: Counter(p.name for p in o.parts) for o in plan.outcomes}
    assert len(own) == 2
    assert own["c1"] == own["c2"]
    # A pattern as a change finds the piece: what was planned before it is there, it itself is not.
    project = add_change(patterned(chest(), "frames"), "pattern", "p1/side/left").project
    plan = plan_of(project)
    before = plan.form.before("c2").bodies[0]
    assert {host.id for host, _ in strips_of(before)} == {b.id for b in before.boards if b.role == "drawer"}
    assert not strips_of(plan.form.before("c1").bodies[0])
    assert plan.form.before("c2").boards != plan.planned.boards
    sides = [b for b in plan.planned.boards if b.id == "p1/side/left"]
    assert all(own.id.startswith("c2/") for own in sides[0].on_face)


def test_held_many_lines_are_drawn_plainly_and_let_go_as_they_are() -> None:
    """Every seen line is among the plain ones; few faces, and what is let go, are drawn exactly."""
    project = patterned(chest(columns=2), "chevron", gap=6.0)
    plan = plan_of(project)
    forms = plan.found, plan.planned, {"c1": 1}
    held, exact = (draw_form(*forms, "front", "planned", held=own) for own in (True, False))
    faces = [p for p in exact.polygons if p.role == "new"]
    assert len(faces) > MANY_FACES
    assert exact.edges == at_once(outer_edges(exact.polygons, [box_of(p.points) for p in exact.polygons]))
    # Whoever draws may look up after every face.
    assert sum(1 for _ in outer_edges(exact.polygons, [box_of(p.points) for p in exact.polygons])) > len(faces)
    assert held.edges == own_edges(held.polygons)
    assert {p.part_id for p in held.polygons} == {p.part_id for p in exact.polygons}
    plain = [scale(Polygon([*edge, edge[0]]).buffer(0.5), 1.0, 1.0) for edge in own_edges(faces)]
    assert len(plain) >= len(exact.edges) / 3
    few = plan_of(patterned(chest(columns=1), "beads"))
    drawn = draw_form(few.found, few.planned, {"c1": 1}, "front", "planned", held=True)
    assert not is_many(drawn.polygons)
    assert drawn.edges == at_once(outer_edges(drawn.polygons, [box_of(p.points) for p in drawn.polygons]))


def test_on_doors_and_lids_it_swings_with_them() -> None:
    from zygoform.core.form.inside.opened import opened

    project = changed(cupboard(), "pattern", MAIN, on="fronts", family="frames")
    plan = plan_of(project)
    ids = [o.id for o in plan.found.bodies[0].openings]
    shut = {s.id: s.solid.box for _, s in strips_of(plan.planned.bodies[0])}
    out = opened(plan.planned, frozenset(ids[:1])).bodies[0]
    door = plan.found.bodies[0].openings[0].front_id
    moved = {s.id for host, s in strips_of(out) if s.solid.box != shut[s.id] for _ in (host,)}
    assert moved == {s.id for host, s in strips_of(plan.planned.bodies[0]) if host.id == door}
