"""Patterns on a piece: every strip is on a face, cut as it is drawn, and goes where its front goes."""

import math
from collections import Counter

import numpy as np
import pytest
from shapely import Polygon, box
from shapely.affinity import translate

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from tests.planned import changed, made, plan_of
from zygoform.core.changes.pattern_set import PatternSet
from zygoform.core.drawing.part_outline import part_outline
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import set_unit
from zygoform.core.form.form import Board, Body
from zygoform.core.form.inside.opened import opened
from zygoform.core.form.targets import target_in
from zygoform.core.patterns.pieces import lay
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.project import Project

MAIN = "p1/body/main"


def strips_of(body: Body) -> list[tuple[Board, Board]]:
    return [(board, strip) for board in body.boards for strip in board.on_face if strip.id.startswith("c1/")]


def set_of(project: Project) -> PatternSet:
    plan = plan_of(project)
    return PatternSet(plan.changes[0], plan.found.bodies[0], project.shop)  # type: ignore[arg-type]


@pytest.mark.parametrize("family", sorted(FAMILIES))
def test_what_is_drawn_is_what_is_cut_and_lies_on_its_front(family: str) -> None:
    """Volume by area and thickness; one part for each piece, as long; none over the edge of its front."""
    project = changed(chest(), "pattern", MAIN, family=family, up=50 if family == "diamonds" else 0)
    plan, outcome = plan_of(project), made(project)
    worked = set_of(project)
    size = project.shop.size(project.changes[0].board)  # type: ignore[union-attr]
    drawn = strips_of(plan.planned.bodies[0])
    area = sum(piece.area for piece in worked.laid.pieces)
    assert sum(strip.solid.volume for _, strip in drawn) == pytest.approx(area * size.thickness, rel=1e-6)
    assert [part.length for part in outcome.parts] == pytest.approx(
        [piece.measured.long_point for piece in worked.laid.pieces]
    )
    for front, strip in drawn:
        (x0, y0, z0), (x1, _, z1) = front.solid.box
        low, high = strip.solid.box
        assert (high[1], high[1] - low[1]) == pytest.approx((y0, size.thickness))
        assert x0 - 1e-6 <= low[0] <= high[0] <= x1 + 1e-6
        assert z0 - 1e-6 <= low[2] <= high[2] <= z1 + 1e-6
    assert not [row for row in plan.purchase.rows if row.missing]
    glue = next(s for s in outcome.supplies if s.kind == "glue")
    assert glue.amount == pytest.approx(150 * area / 1e6)
    pins = sum(max(2, math.ceil(part.length / 80 - 1e-9)) for part in outcome.parts)
    assert next(f for f in outcome.fittings if f.kind == "pin").count == pins
    told = next((f for f in outcome.findings if f.code == "short_strips"), None)
    short = sum(part.length < project.shop.saw.shortest_safe for part in outcome.parts)
    assert (told is not None) == bool(short)
    assert not [f for f in plan.findings if f.code in ("short_parts", "ends_cross")]


@pytest.mark.parametrize("family", ["chevron", "slats", "diamonds", "lattice"])
def test_ends_are_slanted_the_way_the_piece_is(family: str) -> None:
    """The saw's own drawing of a part laid on the piece of the pattern: one covers the other."""
    project = changed(chest(), "pattern", MAIN, family=family, angle=35.0)
    plan, worked = plan_of(project), set_of(project)
    field = worked.surface.field
    strips = FAMILIES[family].load()(field, worked.size.width, worked.change)
    pieces = lay(field, strips).pieces
    compared = 0
    for piece, listed in zip(pieces, plan.parts, strict=True):
        way = strips[piece.strip].way
        if piece.measured.two_cut or len(piece.outline) != 4 or listed.part.name != "Strip":
            continue
        level = Polygon([(x * way[0] + y * way[1], y * way[0] - x * way[1]) for x, y in piece.outline])
        drawn = Polygon(part_outline(listed).points)
        there = translate(level, drawn.bounds[0] - level.bounds[0], drawn.bounds[1] - level.bounds[1])
        # Rounded to a sixteenth of an inch a part is longer or shorter by half of that.
        assert there.symmetric_difference(drawn).area < 0.85 * worked.size.width
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
    covered = sum(strip.solid.volume for _, strip in own) / set_of(project).size.thickness
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
        assert 0 <= told - sum(listed.part.length for listed in plan.parts) / one < step + 1e-9


@pytest.mark.parametrize("family", ["chevron", "diamonds", "rays"])
def test_a_strip_with_a_corner_is_drawn_as_it_is_cut_and_its_mirror_image_is_alike(family: str) -> None:
    """As large as the piece of the pattern; of a pattern that is its own mirror image each shape comes in pairs."""
    project = changed(chest(), "pattern", MAIN, family=family, angle=30.0, rays=6)
    plan, pieces = plan_of(project), set_of(project).laid.pieces
    own = [(piece, part) for piece, part in zip(pieces, plan.parts, strict=True) if part.part.face]
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
    parts = Counter(listed.part.location for listed in plan.parts)
    assert len(parts) == 4


def test_a_margin_is_left_round_every_front() -> None:
    bare = set_of(changed(chest(), "pattern", MAIN)).surface.field.fronts[0]
    front = set_of(changed(chest(), "pattern", MAIN, margin=20.0)).field.fronts[0]
    left = (front.x - bare.x, front.y - bare.y, bare.w - front.w, bare.h - front.h)
    assert left == pytest.approx((20, 20, 40, 40))
    assert plan_of(changed(chest(), "pattern", MAIN, margin=290.0)).failures[0].parameter == "margin"


def test_on_a_face_that_is_no_rectangle_it_says_so() -> None:
    """A corner of 86°: the left side leans in plan, the top is wider behind; the right side is plain."""
    project = set_reading(chest(), "corner_left", "86").project
    for target, refused in (("p1/side/left", True), ("p1/top/main", True), ("p1/side/right", False), (MAIN, False)):
        failures = plan_of(changed(project, "pattern", target)).failures
        assert [failure.parameter for failure in failures] == (["on"] if refused else [])
