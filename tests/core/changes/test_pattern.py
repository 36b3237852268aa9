"""Patterns on a piece: every strip is on a face, cut as it is drawn, and goes where its front goes."""

import math
from collections import Counter

import numpy as np
import pytest
from shapely import MultiPoint, Polygon, box
from shapely.affinity import translate
from shapely.ops import unary_union

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.planned import changed, made, plan_of
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.drawing.part_outline import part_outline
from zygoform.core.edits.planning import add_change, draw_line, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.form.form import Board, Body
from zygoform.core.form.inside.opened import opened
from zygoform.core.form.registry import target_in
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.pieces import lay
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project

MAIN = "p1/body/main"


def strips_of(body: Body) -> list[tuple[Board, Board]]:
    return [(board, strip) for board in body.boards for strip in board.on_face if strip.id.startswith("c1/")]


def sawn(plan: Plan) -> list[ListedPart]:
    """What is cut of a pattern, but for spare strips."""
    return [listed for listed in plan.parts if "/strip/" in listed.id]


def patterned(project: Project, family: str, **values: object) -> Project:
    """On all drawers; of lines drawn by hand two are drawn."""
    project = changed(project, "pattern", MAIN, family=family, **values)
    for line in (DrawnLine(0, 0, 300, 200), DrawnLine(0, 90, 60, 9)) if family == "lines" else ():
        project = draw_line(project, "c1", line).project
    return project


def set_of(project: Project) -> PatternSet:
    plan = plan_of(project)
    return PatternSet(plan.changes[0], plan.found.bodies[0], project.shop)  # type: ignore[arg-type]


@pytest.mark.parametrize("gap", [20.0, 45.0, 80.0])
@pytest.mark.parametrize("family", sorted(set(FAMILIES) - {"lines"}))
def test_pulls_go_on_over_strips_where_a_strip_lies_under_them(family: str, gap: float) -> None:
    """Against the outlines of strips and pulls as shapely sees them: the box round a slanted strip is no strip."""
    uses = FAMILIES[family].uses
    worked = set_of(patterned(chest(), family, keep="over", **({"gap": gap} if "gap" in uses else {})))
    pulls = [board for board in worked.standing if board.role == "knob"]
    strips = unary_union([Polygon(piece.outline) for piece in worked.laid.pieces])
    covered = [pull.id for pull in pulls if strips.intersection(box(*worked.surface.span(pull))).area > 0.01]
    assert [pull.id for pull in worked.pulls_over] == covered
    assert pulls


@pytest.mark.parametrize("family", sorted(FAMILIES))
def test_what_is_drawn_is_what_is_cut_and_lies_on_its_front(family: str) -> None:
    """Volume by area and thickness; one part for each piece, as long; none over the edge of its front."""
    project = patterned(chest(), family, up=0 if family == "rays" else 50)
    plan, outcome = plan_of(project), made(project)
    parts = [part for part in outcome.parts if "/strip/" in part.id]
    worked = set_of(project)
    size = project.shop.size(project.changes[0].board)  # type: ignore[union-attr]
    drawn = strips_of(plan.planned.bodies[0])
    area = sum(piece.area for piece in worked.laid.pieces)
    thick = size.thickness * (2 if family == "ornaments" else 1)
    # A curve is drawn in fewer chords than it is measured by.
    near = 5e-3 if family == "curve" else 1e-6
    assert sum(strip.solid.volume for _, strip in drawn) == pytest.approx(area * thick, rel=near)
    assert [part.length for part in parts] == pytest.approx([piece.measured.long_point for piece in worked.cut])
    for front, strip in drawn:
        (x0, y0, z0), (x1, _, z1) = front.solid.box
        low, high = strip.solid.box
        assert (high[1], high[1] - low[1]) == pytest.approx((y0, thick))
        assert x0 - 1e-6 <= low[0] <= high[0] <= x1 + 1e-6
        assert z0 - 1e-6 <= low[2] <= high[2] <= z1 + 1e-6
    assert not [row for row in plan.purchase.rows if row.missing]
    glue = next(s for s in outcome.supplies if s.kind == "glue")
    assert glue.amount == pytest.approx(150 * area / 1e6)
    pins = sum(max(2, math.ceil(part.length / 80 - 1e-9)) for part in parts)
    assert sum(f.count for f in outcome.fittings if f.kind == "pin") == pins
    told = next((f for f in outcome.findings if f.code == "short_strips"), None)
    short = sum(p.length < project.shop.saw.shortest_safe for p in parts if p.name != "Bent strip")
    assert (told is not None) == bool(short)
    assert not [f for f in plan.findings if f.code in ("short_parts", "ends_cross")]


@pytest.mark.parametrize("family", ["chevron", "slats", "diamonds", "lattice"])
def test_ends_are_slanted_the_way_the_piece_is(family: str) -> None:
    """The saw's own drawing of a part laid on the piece of the pattern: one covers the other."""
    project = changed(chest(), "pattern", MAIN, family=family, angle=35.0)
    plan, worked = plan_of(project), set_of(project)
    field = worked.field
    strips = FAMILIES[family].load()(field, worked.sizes[0].width, worked.change)
    pieces = lay(field, strips).pieces
    compared = 0
    for piece, listed in zip(pieces, sawn(plan), strict=True):
        way = strips[piece.strip].way
        if piece.measured.two_cut or len(piece.outline) != 4 or listed.part.name != "Strip":
            continue
        level = Polygon([(x * way[0] + y * way[1], y * way[0] - x * way[1]) for x, y in piece.outline])
        drawn = Polygon(part_outline(listed).points)
        there = translate(level, drawn.bounds[0] - level.bounds[0], drawn.bounds[1] - level.bounds[1])
        # Rounded to a sixteenth of an inch a part is longer or shorter by half of that.
        assert there.symmetric_difference(drawn).area < 0.85 * worked.sizes[0].width
        compared += 1
    assert compared > 10


def test_drawn_out_a_front_takes_its_strips_along_and_runs_on_with_its_neighbours() -> None:
    project = changed(chest(columns=1), "pattern", MAIN, family="slats", angle=90.0, gap=20.0)
    plan = plan_of(project)
    shut = {strip.id: strip.solid.box for _, strip in strips_of(plan.planned.bodies[0])}
    out = opened(plan.planned, frozenset({"p1/opening/o1"})).bodies[0]
    moved = {s.id: s.solid.box for board, s in strips_of(out) if board.id == "p1/front/o1"}
    assert moved
    ways = {round(shut[own][0][1] - box[0][1], 6) for own, box in moved.items()}
    assert len(ways) == 1
    assert ways.pop() > 100
    # One field: upright strips stand over each other on all three drawers.
    fronts: dict[str, set[float]] = {}
    for board, strip in strips_of(plan.planned.bodies[0]):
        fronts.setdefault(board.id, set()).add(round(strip.solid.box[0][0], 3))
    assert len(fronts) == 3
    assert len({frozenset(places) for places in fronts.values()}) == 1


@pytest.mark.parametrize(("target", "axis", "side"), [("p1/side/left", 0, -1), ("p1/side/right", 0, 1)])
def test_a_side_takes_one_on_its_outer_face(target: str, axis: int, side: int) -> None:
    project = changed(cupboard(), "pattern", target, family="herringbone")
    assert project.changes[0].on == "this"  # type: ignore[union-attr]
    body = plan_of(project).planned.bodies[0]
    own = strips_of(body)
    assert {board.id for board, _ in own} == {target}
    (board, _), *_ = own
    face = board.solid.box[1 if side > 0 else 0][axis]
    for _, strip in own:
        low, high = strip.solid.box
        assert (low[axis] if side > 0 else high[axis]) == pytest.approx(face)
    # Blocks of one length cover the side wholly.
    low, high = board.solid.box
    covered = sum(strip.solid.volume for _, strip in own) / set_of(project).sizes[0].thickness
    assert covered == pytest.approx((high[1] - low[1]) * (high[2] - low[2]), rel=1e-6)


def test_where_it_begins_and_what_it_cannot_do() -> None:
    project = chest()
    form = plan_of(project).found
    for own, over in (("p1/front/o1", "drawers"), (MAIN, "drawers"), ("p1/side/left", "this")):
        meant = target_in(form, own)
        assert meant is not None
        assert add_change(project, "pattern", own).project.changes[0].on == over  # type: ignore[union-attr]
    planned = changed(project, "pattern", MAIN)
    assert plan_of(set_value(planned, "c1", "angle", 0.0).project).failures[0].parameter == "angle"
    assert plan_of(set_value(planned, "c1", "board", "ply-1/4x48").project).failures[0].parameter == "board"
    assert plan_of(changed(cupboard(), "pattern", MAIN, on="drawers")).failures[0].parameter == "on"


def test_trim_is_told_as_it_is_bought() -> None:
    """All strips end to end: whole feet, or metres to a tenth, never less than there is."""
    project = changed(chest(), "pattern", MAIN)
    for system, unit, one, step in (("inch", "ft", 304.8, 1.0), ("mm", "m", 1000.0, 0.1)):
        plan = plan_of(set_unit(project, system).project)  # type: ignore[arg-type]
        told = float(plan.outcomes[0].result.text.split(f" {unit}, on")[0].split()[-1])
        assert 0 <= told - sum(listed.part.length for listed in sawn(plan)) / one < step + 1e-9


@pytest.mark.parametrize("family", ["chevron", "diamonds", "rays"])
def test_a_strip_with_a_corner_is_drawn_as_it_is_cut_and_its_mirror_image_is_alike(family: str) -> None:
    """As large as the piece of the pattern; of a pattern that is its own mirror image each shape comes in pairs."""
    project = changed(chest(), "pattern", MAIN, family=family, angle=30.0, rays=6)
    plan, pieces = plan_of(project), set_of(project).laid.pieces
    own = [(piece, part) for piece, part in zip(pieces, sawn(plan), strict=True) if part.part.face]
    assert own
    for piece, part in own:
        assert Polygon(part_outline(part).points).area == pytest.approx(piece.area)
        assert part_outline(part).length == pytest.approx(part.part.length)
    # Of two rays that meet the earlier one runs through: they are no mirror images.
    assert family == "rays" or all(count % 2 == 0 for count in Counter(part.shape for _, part in own).values())


@pytest.mark.parametrize("run", ["each", "mirrored"])
@pytest.mark.parametrize("family", ["slats", "chevron", "herringbone"])
def test_from_front_to_front_it_repeats_or_is_mirrored_within_its_margins(family: str, run: str) -> None:
    """Left and right front of a row laid on each other bear the same strips; turned over first where mirrored."""
    project = changed(chest(rows=2), "pattern", MAIN, family=family, run=run, angle=30.0, across=35, margin=20.0)
    worked, plan = set_of(project), plan_of(project)
    assert plan.failures == ()
    faces: dict[float, dict[bool, list[list[tuple[float, float]]]]] = {}
    for piece in worked.laid.pieces:
        front = worked.field.fronts[piece.front]
        right = front.x > worked.field.middle[0]
        turned = right and run == "mirrored"
        places = [((front.w - x + front.x) if turned else x - front.x, y - front.y) for x, y in piece.outline]
        assert Polygon(places).difference(box(0, 0, front.w, front.h)).area < 1e-6
        own = sorted((round(x, 3) + 0.0, round(y, 3) + 0.0) for x, y in places)
        faces.setdefault(round(front.y), {}).setdefault(right, []).append(own)
    assert len(faces) == 2
    for row in faces.values():
        assert len(row[False]) == len(row[True])
        for own in row[False]:
            assert any(len(own) == len(other) and np.allclose(own, other, atol=2e-3) for other in row[True])
    parts = Counter(listed.part.location for listed in sawn(plan))
    assert len(parts) == 4


@pytest.mark.parametrize("angle", [0.0, 90.0])
def test_at_the_edge_a_strip_narrower_than_it_is_sold_is_ripped(angle: float) -> None:
    """Level or upright ones over what does not come out even: width and length by the drawn board's own box."""
    project = changed(chest(), "pattern", MAIN, family="slats", angle=angle, gap=7.0)
    plan, worked = plan_of(project), set_of(project)
    boxes = {strip.id: strip.solid.box for _, strip in strips_of(plan.planned.bodies[0])}
    narrow = 0
    for listed in sawn(plan):
        (x0, _, z0), (x1, _, z1) = boxes[listed.id]
        long, wide = (x1 - x0, z1 - z0) if angle == 0.0 else (z1 - z0, x1 - x0)
        assert (listed.part.length, listed.part.width) == pytest.approx((long, wide), abs=1e-6)
        assert listed.part.ripped == (wide < worked.sizes[0].width - 1e-3)
        assert not listed.part.face
        narrow += listed.part.ripped
    assert narrow
    assert any(caution.code == "rip" for outcome in plan.outcomes for caution in outcome.cautions)
    assert not [f for f in plan.findings if f.code == "short_parts"]


def test_a_margin_is_left_round_every_front() -> None:
    bare = set_of(changed(chest(), "pattern", MAIN)).whole.fronts[0]
    front = set_of(changed(chest(), "pattern", MAIN, margin=20.0)).field.fronts[0]
    left = (front.x - bare.x, front.y - bare.y, bare.w - front.w, bare.h - front.h)
    assert left == pytest.approx((20, 20, 40, 40))
    assert plan_of(changed(chest(), "pattern", MAIN, margin=290.0)).failures[0].parameter == "margin"


@pytest.mark.parametrize("target", ["p1/side/left", "p1/top/main", "p1/side/right"])
def test_a_face_out_of_square_is_covered_in_its_true_outline(target: str) -> None:
    """A corner of 86°: the left side leans in plan, the top is wider behind. A face is the hull of its corners."""
    project = set_reading(chest(), "corner_left", "86").project
    project = changed(project, "pattern", target, family="slats", gap=0.0, angle=30.0)
    worked, plan = set_of(project), plan_of(project)
    assert plan.failures == ()
    board = next(b for b in plan.found.boards if b.id == target)
    covered = sum(piece.area for piece in worked.laid.pieces) + worked.laid.sliver_area
    corners = np.array(board.solid.corners)
    on = corners[corners @ worked.surface.out > worked.surface.level - 0.5]
    face = MultiPoint(on @ np.array([worked.surface.u, worked.surface.v]).T).convex_hull
    assert covered == pytest.approx(face.area, rel=1e-6)
    own = [strip for host, strip in strips_of(plan.planned.bodies[0]) if host.id == target]
    out = np.array(worked.surface.out)
    for strip in own:
        depths = np.array(strip.solid.corners) @ out - worked.surface.level
        assert (depths.min(), depths.max()) == pytest.approx((0.0, worked.sizes[0].thickness), abs=1e-6)
    assert np.allclose(np.array(own[0].grain) @ out, 0, atol=1e-9)
