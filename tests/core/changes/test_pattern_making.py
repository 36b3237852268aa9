"""What is made of a pattern: sawn pieces, spare ones, judgements, the gallery, handles and lines by hand."""

import math
from collections import Counter

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs
from shapely import Polygon, box

from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_pattern import MAIN, patterned, sawn, set_of, strips_of
from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, made, plan_of
from zygoform.core.changes.patterning.drawing_plane import drawing_plane
from zygoform.core.changes.patterning.judged import pattern_findings
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.changes.patterning.strip_parts import strip_parts
from zygoform.core.drawing.views import VIEWS, Viewpoint
from zygoform.core.edits.planning import (
    add_variant,
    apply_fix,
    draw_line,
    erase_line,
    line_of_text,
    meant_pattern,
    set_value,
    take_from_gallery,
)
from zygoform.core.edits.survey import choose_inside
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import area, rectangle
from zygoform.core.geometry.prism import upright
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.gallery import GALLERY
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.schedule.jobs import LOUD


def told(plan: Plan, code: str) -> list[str]:
    return [f.what.text for f in plan.findings if f.code == code]


def notes_of(plan: Plan) -> dict[str, str]:
    return {note.label: note.message.text for note in plan.outcomes[0].notes}


def test_laid_over_the_gaps_and_parted_in_place_it_is_fewer_pieces_of_the_same_pattern() -> None:
    """What is drawn is the same; a strip over two fronts is one part, as long as both and the gap between."""
    each = patterned(chest(columns=1), "slats", angle=90.0, gap=20.0)
    over = set_value(each, "c1", "apart", "over").project
    one, other = plan_of(each), plan_of(over)
    mine, theirs = (
        sorted(tuple(np.round(strip.solid.box, 4).ravel()) for _, strip in strips_of(p.planned.bodies[0]))
        for p in (one, other)
    )
    assert np.array(mine) == pytest.approx(np.array(theirs), abs=1e-3)
    worked = set_of(over)
    rows = [run for run in worked.bridges if len(run) > 1]
    assert rows, "fronts over each other are bridged"
    runs: Counter[tuple[int, ...]] = Counter(worked.bridges[piece.front] for piece in worked.cut)
    for run, count in runs.items():
        alone = [sum(piece.front == k for piece in worked.laid.pieces) for k in run]
        assert [count] * len(run) == alone
    fronts = worked.field.fronts
    for piece in worked.cut:
        run = worked.bridges[piece.front]
        high = max(fronts[k].y + fronts[k].h for k in run) - min(fronts[k].y for k in run)
        assert piece.measured.long_point == pytest.approx(high)
    known = {listed.id for listed in sawn(other)}
    for _, strip in strips_of(other.planned.bodies[0]):
        assert strip.id in known


def test_a_saw_that_cuts_wider_than_the_gap_is_told() -> None:
    """Fronts with 3 mm between them: a kerf of 5 takes 2 off what lies beside it, one of 2.9 nothing."""
    project = patterned(chest(columns=1), "slats", angle=90.0, gap=20.0, apart="over")
    body = plan_of(project).found.bodies[0]
    fronts = sorted((b for b in body.boards if b.role == "drawer"), key=lambda b: b.solid.box[0][2])
    (x0, y0, low), (x1, y1, _) = fronts[0].solid.box
    high, near = (fronts[-1].solid.box[1][2] - low) / len(fronts), dict[str, Board]()
    for k, board in enumerate(fronts):
        z0, z1 = low + k * high + 1.5 * (k > 0), low + (k + 1) * high - 1.5 * (k < len(fronts) - 1)
        near[board.id] = structs.replace(board, solid=upright(rectangle(x0, y0, x1, y1), z0, z1))
    close = structs.replace(body, boards=tuple(near.get(b.id, b) for b in body.boards))
    for kerf, taken in ((5.0, 2.0), (2.9, None)):
        own = structs.replace(meant_pattern(project, "c1"), kerf=kerf)
        pattern = PatternSet(own, close, project.shop)
        found = [f for f in pattern_findings(pattern, at_once(strip_parts(pattern))) if f.code == "kerf_over_gap"]
        assert [f.why.lengths for f in found] == ([pytest.approx((3.0, taken))] if taken else [])
        fixes = [fix for f in found for fix in f.fixes]
        assert all((fix.parameter, fix.value) == ("apart", "each") for fix in fixes)


def test_spare_strips_are_bought_with_the_rest() -> None:
    """All of them together are at least the share that was asked for, and never more than one strip over it."""
    for spare in (0, 8, 25):
        plan = plan_of(patterned(chest(), "chevron", spare=spare))
        own, extra = (sum(p.part.length for p in plan.parts if key in p.id) for key in ("/strip/", "/spare/"))
        longest = max(p.part.length for p in sawn(plan))
        assert spare / 100 * (own + extra) - 1e-6 <= extra <= spare / 100 * own / (1 - spare / 100) + longest
    laid = {on.part.id for layout in plan.layouts for board in layout.boards for on in board.parts}
    assert {p.id for p in plan.parts if "/spare/" in p.id} <= laid


def test_a_profiled_strip_knows_left_from_right() -> None:
    """A chevron's left and right pieces: one shape each way where they may be turned over, two where not."""
    flat = plan_of(patterned(chest(columns=2), "chevron", gap=0.0))
    sided = plan_of(patterned(chest(columns=2), "chevron", gap=0.0, profile="profiled"))
    shapes = [Counter(listed.shape for listed in sawn(plan)) for plan in (flat, sided)]
    assert len(shapes[1]) > len(shapes[0])
    assert sum(shapes[0].values()) == sum(shapes[1].values())
    assert "lists them apart" in notes_of(sided)["First pair"]


@pytest.mark.parametrize("wanted", GALLERY, ids=lambda own: own.name)
def test_every_pattern_of_the_gallery_fits_a_plain_chest_and_comes_out_even(wanted: object) -> None:
    project = changed(chest(), "pattern", MAIN, anchor="joint", gap=3.0)
    body = plan_of(project).found.bodies[0]
    project = take_from_gallery(project, "c1", wanted.name, body).project  # type: ignore[attr-defined]
    plan = plan_of(project)
    assert plan.failures == ()
    assert not told(plan, "uneven_gap")
    own = set_of(project)
    assert {piece.front for piece in own.laid.pieces} == set(range(len(own.field.fronts)))
    title = FAMILIES[wanted.family].title  # type: ignore[attr-defined]
    assert plan.outcomes[0].result.text.lower().startswith(title)


def test_an_uneven_gap_is_told_with_the_one_that_is_even() -> None:
    project = patterned(chest(), "slats", angle=90.0, gap=17.3)
    (finding,) = [f for f in plan_of(project).findings if f.code == "uneven_gap"]
    by, even = finding.why.lengths
    assert abs(even - 17.3) == pytest.approx(by)
    assert ("Wider" in finding.why.text) == (even > 17.3)
    settled = plan_of(apply_fix(project, finding.fixes[0]).project)
    assert not told(settled, "uneven_gap")
    widths = {round(p.measured.long_point, 3) for p in set_of(project).laid.pieces}
    assert len(widths) == 1


def test_what_would_be_told_as_nothing_is_no_finding() -> None:
    """An even gap, off by less than half of what is shown: "wider by 0 in"."""
    even = plan_of(patterned(chest(), "slats", angle=90.0, gap=17.3)).findings
    (gap,) = [f.why.lengths[1] for f in even if f.code == "uneven_gap"]
    for off, is_told in ((0.4, False), (1.2, True)):
        project = patterned(chest(), "slats", angle=90.0, gap=gap + off)
        assert project.shop.unit.step / 2 == pytest.approx(0.79375)
        assert ("uneven_gap" in {f.code for f in plan_of(project).findings}) == is_told


def test_steps_name_what_is_laid_and_where() -> None:
    told_ = {
        family: " ".join(work.what.text for work in made(patterned(chest(columns=1), family)).work)
        for family in ("slats", "ornaments")
    }
    assert "drawers in place" in told_["slats"]
    # Strips are glued in the evening too: nothing of it is loud.
    glued = next(work for work in made(patterned(chest(columns=1), "slats")).work if work.own == "glue")
    assert not {task for task, _ in glued.tasks} & set(LOUD)
    assert " ornaments" in told_["ornaments"]
    assert "0 strips" not in told_["ornaments"]
    side = made(changed(chest(columns=1), "pattern", "p1/side/left", family="slats"))
    assert not any("drawers" in work.what.text for work in side.work)


def test_strips_end_round_pulls_that_stay_and_screws_grow_where_they_go_through() -> None:
    """None is in front of a knob's plate that stays; the finding names how much longer else."""
    project = patterned(chest(), "slats", angle=0.0, gap=6.0)
    plan = plan_of(project)
    (finding,) = [f for f in plan.findings if f.code == "pull_screws"]
    assert finding.why.lengths == (set_of(project).sizes[0].thickness,)
    assert [step for step in plan.work.of("c1") if "pulls" in step.what.text]
    stay = apply_fix(project, finding.fixes[0]).project
    stay = set_value(stay, "c1", "room", 4.0).project
    plan = plan_of(stay)
    assert not told(plan, "pull_screws")
    assert not [step for step in plan.work.of("c1") if "pulls" in step.what.text]
    knobs = [b.solid.box for b in plan.planned.bodies[0].boards if b.role == "knob"]
    for _, strip in strips_of(plan.planned.bodies[0]):
        own = Polygon(strip.solid.outline)  # type: ignore[union-attr]
        for low, high in knobs:
            assert own.intersection(box(low[0] - 4, low[2] - 4, high[0] + 4, high[2] + 4)).area < 1e-6
    bitten = [p.part for p in sawn(plan) if p.part.face]
    assert bitten, "a strip that ends round a pull has a shape of its own"
    worked = set_of(stay)
    for part, piece in zip(sawn(plan), worked.cut, strict=True):
        if part.part.face:
            assert Polygon(part.part.face).area == pytest.approx(piece.area)
    middle = set_value(set_value(project, "c1", "free_wide", 90.0).project, "c1", "free_high", 30.0).project
    for front in set_of(middle).field.fronts:
        x, y = front.middle
        own = [Polygon(p.outline) for p in set_of(middle).laid.pieces]
        assert all(p.intersection(box(x - 45, y - 15, x + 45, y + 15)).area < 1e-6 for p in own)


def opened_square(strip: Board, hinge: float, face: float, side: str) -> tuple[np.ndarray, np.ndarray]:
    """A door's strip turned by 90 degrees about its hinge edge on the face: its box in plan."""
    points = np.array(strip.solid.corners)[:, :2] - (hinge, face)
    turn = -1 if side == "left" else 1
    turned = np.stack([hinge - turn * points[:, 1], face + turn * points[:, 0]], axis=1)
    return turned.min(axis=0), turned.max(axis=0)


@pytest.mark.parametrize("apart", [2.0, 5.0, 9.0])
@pytest.mark.parametrize("margin", [0.0, 2.0, 6.35, 12.0])
def test_strips_at_hinges_are_told_where_an_open_door_would_drive_them_into_its_neighbour(
    margin: float, apart: float
) -> None:
    """Doors side by side, hinged towards each other: turned square, the boxes of their strips are compared."""
    project = cupboard()
    doors = [o for o in plan_of(project).found.bodies[0].openings if o.holds == "door"]
    project = choose_inside(project, doors[0].id, "door", "hinged", "right").project
    project = choose_inside(project, doors[1].id, "door", "hinged", "left").project
    project = changed(
        project, "pattern", MAIN, on="fronts", family="slats", angle=0.0, gap=0.0, run="each", margin=margin
    )
    body = plan_of(project).found.bodies[0]
    fronts = [next(b for b in body.boards if b.id == door.front_id) for door in doors]
    (x0, y0, z0), _ = fronts[0].solid.box
    _, (x1, y1, z1) = fronts[1].solid.box
    middle = (x0 + x1) / 2
    near = {
        fronts[0].id: upright(rectangle(x0, y0, middle - apart / 2, y1), z0, z1),
        fronts[1].id: upright(rectangle(middle + apart / 2, y0, x1, y1), z0, z1),
    }
    close = structs.replace(
        body, boards=tuple(structs.replace(b, solid=near.get(b.id, b.solid)) for b in body.boards)
    )
    pattern = PatternSet(meant_pattern(project, "c1"), close, project.shop)
    strips = [(host, strip) for host, own in at_once(pattern.drawn()).items() for strip in own]
    hits = 0
    for front, hinge, side in ((fronts[0], middle - apart / 2, "right"), (fronts[1], middle + apart / 2, "left")):
        others = [strip.solid.box for host, strip in strips if host != front.id]
        opened_ = [opened_square(strip, hinge, y0, side) for host, strip in strips if host == front.id]
        hits += any(
            min(b[0], q[0]) - max(a[0], p[0]) > 1e-6 and min(b[1], q[1]) - max(a[1], p[1]) > 1e-6
            for a, b in opened_
            for p, q in others
        )
    found = [f for f in pattern_findings(pattern, at_once(strip_parts(pattern))) if f.code == "strips_at_hinges"]
    assert len(found) == hits
    thick = pattern.sizes[0].thickness
    assert hits == (2 if margin < thick - 1e-6 and margin + apart < thick - 1e-6 else 0)
    assert {fix.parameter for f in found for fix in f.fixes} == ({"more_left", "more_right"} if hits else set())


def test_what_its_thickness_meets_is_told() -> None:
    assert told(plan_of(changed(cupboard(), "pattern", "p1/side/left", family="brick")), "thicker")
    flush = patterned(chest(), "frames")
    top = next(b for b in plan_of(flush).found.bodies[0].boards if b.role == "top")
    worked = set_of(flush)
    front = min(b.solid.box[0][1] for b in worked.surface.boards)
    over = worked.sizes[0].thickness - (front - top.solid.box[0][1])
    assert bool(told(plan_of(flush), "past_the_top")) == (over > 0.5)


def test_ironed_on_it_is_cut_with_a_knife_and_needs_neither_saw_nor_glue() -> None:
    project = patterned(chest(), "turning", gap=0.0, fixing="iron", board="veneer-7/8")
    outcome, plan = made(project), plan_of(project)
    assert all(part.by_hand for part in outcome.parts)
    assert not outcome.supplies
    assert not outcome.fittings
    assert [c.code for c in outcome.cautions] == ["hot iron"]
    assert not told(plan, "short_strips")
    area = (
        sum(strip.solid.volume for _, strip in strips_of(plan.planned.bodies[0]))
        / set_of(project).sizes[0].thickness
    )
    assert area == pytest.approx(sum(f.w * f.h for f in set_of(project).field.fronts), rel=1e-6)


def test_what_is_bought_ready_is_counted_and_never_cut() -> None:
    project = patterned(chest(), "ornaments", placed="three")
    plan, fronts = plan_of(project), len(set_of(project).field.fronts)
    assert not plan.parts
    assert [f.count for f in plan.outcomes[0].fittings if f.kind == "ornament"] == [3 * fronts]
    assert f"{3 * fronts} bought ready" in plan.outcomes[0].result.text
    sun = made(patterned(chest(), "rays", up=0, boss=120.0))
    assert [f.count for f in sun.fittings if f.kind == "ornament"] >= [1]


@random_cases(30)
@given(
    st.sampled_from(["across", "up", "angle", "gap", "margin"]),
    st.floats(-30, 30),
    st.sampled_from(sorted(FAMILIES)),
)
def test_a_handle_moved_is_where_the_new_value_puts_it(parameter: str, by: float, family: str) -> None:
    """Dragged by some mm the parameter grows by as much as the handle says: there the new handle stands."""
    project = patterned(chest(), family, gap=30.0, angle=40.0, across=40, up=35)
    handle = next((h for h in made(project).handles if h.parameter == parameter), None)
    if handle is None:
        assert parameter not in FAMILIES[family].uses
        return
    assert handle.stops == tuple(sorted(handle.stops, reverse=parameter == "gap"))
    before = float(getattr(project.changes[0], parameter))
    size = np.linalg.norm(handle.direction)
    if handle.pivot is not None:
        # On a circle about its pivot, at the angle.
        arm = np.array(handle.at) - handle.pivot
        assert math.degrees(math.atan2(arm @ handle.upright, arm @ handle.level)) == pytest.approx(40.0)
        return
    value = before + by / float(size)
    if parameter in ("across", "up"):
        value = min(100, max(0, round(value)))
    if value < 0:
        return
    moved = next(
        (h for h in made(set_value(project, "c1", parameter, value).project).handles if h.parameter == parameter),
        None,
    )
    assert moved is not None
    way = np.array(handle.direction) / size
    along = (np.array(moved.at) - handle.at) @ way
    # Another strip may be the one that goes with the hand then.
    if parameter != "gap" or family == "frames":
        assert along == pytest.approx((value - before) * size, abs=1e-6)


@pytest.mark.parametrize("place", ["front", "corner", "left_corner"])
def test_lines_are_drawn_where_the_hand_is(place: Viewpoint) -> None:
    """Seen from anywhere a place and what is under it are one; drawn, typed, taken away, and each on its strip."""
    project = changed(chest(), "pattern", MAIN, family="lines")
    assert plan_of(project).failures[0].message.text.startswith("Draw the first line")
    body = plan_of(project).found.bodies[0]
    plane = drawing_plane(meant_pattern(project, "c1"), body, project.shop)
    view = VIEWS[place]
    for at in ((0.0, 0.0), (123.0, 45.0), (plane.width, plane.height)):
        assert plane.under(plane.seen_at(at, view.project), view.project) == pytest.approx(at)
    each = set_value(project, "c1", "run", "each").project
    alone = drawing_plane(meant_pattern(each, "c1"), body, project.shop)
    drawers = [board for board in body.boards if board.role == "drawer"]
    low, high = drawers[0].solid.box
    assert (alone.width, alone.height) == pytest.approx((high[0] - low[0], high[2] - low[2])), "each has its own"
    assert alone.height < plane.height
    # A lid or top seen from a corner is seen aslant.
    aslant = changed(chest(), "pattern", "p1/top/main", family="lines")
    lying = drawing_plane(meant_pattern(aslant, "c1"), body, project.shop)
    above = VIEWS["above" if place == "front" else place].project
    assert lying.under(lying.seen_at((70.0, 30.0), above), above) == pytest.approx((70.0, 30.0))
    start = plane.start((3.0, plane.height - 2.0), 5.0)
    assert start == (0.0, plane.height)
    assert plane.end(start, (plane.width / 2 + 2, 3.0), 5.0) == (plane.width / 2, 0.0)
    a, b = plane.end(start, (200.0, plane.height - 203.0), 5.0)
    assert a == pytest.approx(plane.height - b), "at 45 degrees"
    project = draw_line(project, "c1", DrawnLine(*start, a, b)).project
    project = draw_line(project, "c1", line_of_text("1; 2; 12 1/2; 9", "inch")).project
    project = set_value(project, "c1", "mirror", "none").project
    assert meant_pattern(project, "c1").lines[1] == DrawnLine(25.4, 50.8, 317.5, 228.6)
    assert len({piece.strip for piece in set_of(project).laid.pieces}) == 2
    assert len(meant_pattern(erase_line(project, "c1").project, "c1").lines) == 1
    for text in ("1; 2; 3", "1; 2; 1; 2", "a; 1; 2; 3", "0; 0; 99999; 3"):
        with pytest.raises(BadInputError):
            line_of_text(text, "inch")


def test_of_two_variants_only_the_chosen_one_takes_a_pattern_of_the_gallery() -> None:
    project = changed(chest(), "pattern", MAIN)
    body = plan_of(project).found.bodies[0]
    project = add_variant(project).project
    chosen = take_from_gallery(project, "c1", "zigzag", body).project
    assert meant_pattern(chosen, "c1").family == "zigzag"
    assert chosen.changes[0].family == "chevron"  # type: ignore[union-attr]


def test_on_alternate_fronts_lies_the_second_pattern_of_the_second_trim() -> None:
    project: Project = patterned(
        chest(rows=2),
        "slats",
        run="alternate",
        angle=0.0,
        other_family="slats",
        other_angle=90.0,
        other_board="strip-1/4x1_1/2",
    )
    worked, plan = set_of(project), plan_of(project)
    ways: dict[int, set[tuple[float, str]]] = {}
    for piece, listed in zip(worked.cut, sawn(plan), strict=True):
        u = worked.strips[piece.strip].way
        ways.setdefault(piece.front, set()).add((round(abs(u[1])), listed.part.size_id))
    kinds = [next(iter(own)) for own in ways.values() if len(own) == 1]
    assert len(kinds) == len(worked.field.fronts)
    assert {kind[0] for kind in kinds} == {0, 1}
    assert len({kind[1] for kind in kinds}) == 2
    wrong = set_value(project, "c1", "other_board", "ply-1/4x24").project
    assert plan_of(wrong).failures[0].parameter in ("board", "other_board")


@pytest.mark.parametrize(
    "family", sorted(name for name, row in FAMILIES.items() if "gap" in row.uses and row.spaced)
)
def test_the_edge_of_a_strip_goes_with_the_hand_that_drags_the_gap(family: str) -> None:
    """A gap wider by a millimetre: some strip's edge then lies where the handle, dragged as far as it says, is."""
    project = patterned(chest(), family, gap=30.0, angle=35.0)
    handle = next(h for h in made(project).handles if h.parameter == "gap")
    size = float(np.linalg.norm(handle.direction))
    way = np.array(handle.direction)[[0, 2]] / size
    here = float(np.array(handle.at)[[0, 2]] @ way)
    for gap, moved in ((30.0, 0.0), (31.0, size)):
        strips = set_of(set_value(project, "c1", "gap", gap).project).strips
        along = [s for s in strips if abs(np.array(s.way) @ way) < 1e-6]
        edges = [float((np.array(strip.band) @ way).max()) for strip in along]
        assert min(abs(edge - here - moved) for edge in edges) < 1e-2, (gap, family)


@pytest.mark.parametrize(
    ("family", "parameter", "value"),
    [
        ("brick", "long", 150.0), ("herringbone", "long", 160.0), ("rays", "boss", 90.0), ("curve", "wide", 200.0),
        ("curve", "high", 90.0), ("ornaments", "ready_wide", 80.0), ("ornaments", "ready_high", 50.0),
    ],
)  # fmt: skip
def test_a_corner_of_what_is_laid_goes_with_the_hand_that_drags_its_size(
    family: str, parameter: str, value: float
) -> None:
    """A size larger by a millimetre: some corner then lies where the handle, dragged as far as it says, is."""
    project = patterned(chest(), family, **{parameter: value})
    handle = next(h for h in made(project).handles if h.parameter == parameter)
    way = np.array(handle.direction)[[0, 2]]
    here = np.array(handle.at)[[0, 2]]
    for more in (0.0, 1.0):
        strips = set_of(set_value(project, "c1", parameter, value + more).project).strips
        corners = np.concatenate([np.array(strip.band) for strip in strips])
        near = np.linalg.norm(corners - (here + more * way), axis=1).min()
        assert near < 0.02, (parameter, more)
    none = patterned(chest(), "curve")
    assert not {"wide", "high"} & {h.parameter for h in made(none).handles}, "as wide as has room"


@pytest.mark.parametrize("gap", [10.0, 25.0, 40.0, 60.0, 90.0])
@pytest.mark.parametrize("spare", [3, 8, 20])
def test_spare_that_alone_buys_another_length_is_told_with_its_price(gap: float, spare: int) -> None:
    """Against the plan without any: told when, and by as much as, its boards cost more."""
    project = changed(chest(), "pattern", "p1/body/main", gap=gap, spare=spare)
    plan = plan_of(project)
    without = plan_of(set_value(project, "c1", "spare", 0).project)
    more = sum(own.cost for own in plan.layouts) - sum(own.cost for own in without.layouts)
    found = [f for f in plan.findings if f.code == "spare_buys_more"]
    assert len(found) == (more > 0)
    if found:
        assert f"{more:.2f}" in found[0].what.text
        after = plan_of(apply_fix(project, found[0].fixes[0]).project)
        assert not told(after, "spare_buys_more")


def test_a_strip_is_bent_no_tighter_than_it_takes() -> None:
    """Wood cold fifty times its width, flexible trim as is said of it; an oval is tightest b²/a at its ends."""
    oval = patterned(chest(columns=1), "curve", shape="oval", wide=240.0, high=100.0)
    found = next(f for f in plan_of(oval).findings if f.code == "tight_bend")
    strip = oval.shop.size(oval.changes[0].board)  # type: ignore[union-attr]
    assert found.why.lengths == pytest.approx((50.0**2 / 120.0, 50 * strip.width))
    soft = next((fix for fix in found.fixes if fix.parameter == "board"), None)
    assert soft is None, "no trim on sale is bent so tight"
    wider = set_value(set_value(oval, "c1", "wide", 240.0).project, "c1", "high", 200.0).project
    found = next(f for f in plan_of(wider).findings if f.code == "tight_bend")
    settled = apply_fix(wider, found.fixes[0]).project
    assert settled.shop.size(settled.changes[0].board).bends <= 100.0**2 / 120.0  # type: ignore[union-attr]
    for done in (settled, apply_fix(oval, found.fixes[-1]).project):
        assert "tight_bend" not in {f.code for f in plan_of(done).findings}


@pytest.mark.parametrize("family", ["slats", "turning", "chevron"])
def test_what_is_too_thin_to_cut_is_filled(family: str) -> None:
    """Without gaps strips cover a front but for the slivers: as much filler, and a drop for each pin."""
    plan = plan_of(changed(chest(), "pattern", "p1/body/main", family=family, gap=0.0))
    (outcome,) = plan.outcomes
    (own,) = outcome.maps
    fronts = sum(abs(area(front.outline)) for front in own.fronts)
    lost = fronts - sum(abs(area(piece.outline)) for piece in own.pieces)
    thick = outcome.parts[0].thickness
    pins = sum(fitting.count for fitting in outcome.bought if fitting.kind == "pin")
    (filler,) = (supply for supply in outcome.supplies if supply.kind == "filler")
    assert filler.amount == pytest.approx(0.05 * pins + lost * thick / 1000, abs=1e-6)
    assert (lost > 1e-3) == any(note.label == "Slivers" for note in outcome.notes)
