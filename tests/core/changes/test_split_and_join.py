"""A piece sawn in two and pieces joined: nothing lost, halves and wholes that take any further change."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.changes.test_shelves import chest, form_of
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from zygoform.core.changes.registry import CHANGE_KINDS, made
from zygoform.core.condition.condition import Condition
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.pieces import copy_piece, new_piece
from zygoform.core.edits.planning import add_change, apply_fix
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.form.registry import Target
from zygoform.core.form.resized import kept_of
from zygoform.core.geometry.convex import shared_volume
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Point3, Prism, X, Y, Z, upright
from zygoform.core.geometry.solid import Shape, cut_off, without
from zygoform.core.ids import origin_of
from zygoform.core.piecemeal import at_once
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

MAIN = "p1/body/main"
RIGHT = "p1/body/main~c1"
KINDS = ("case", "table", "seat", "lidded_box")


def beside(kind: str = "case") -> Project:
    """The piece and a copy of it."""
    return copy_piece(chest(kind=kind), "p1").project


def volume_within(board: Board, x0: float, x1: float) -> float:
    """By clipping every cell of it with a box, apart from how boards are sawn."""
    slab = upright(rectangle(x0, -5000, x1, 5000), -5000, 5000)
    return sum(shared_volume(cell.faces, slab.faces) for cell in board.solid.cells)


def members(body: Body) -> dict[str, Board]:
    return {board.id: board for board in body.members}


@random_cases(25)
@given(
    st.sampled_from(KINDS),
    st.floats(200, 500),
    st.floats(0, 250),
    st.sampled_from(("within", "against")),
)
def test_sawing_loses_nothing_but_what_lies_between(kind: str, place: float, out: float, side: str) -> None:
    """Every board that is not taken off is in the halves what it was outside the cut, sawn where it was said."""
    project = changed(chest(kind=kind), "split", MAIN, place=place, out=out, side=side)
    plan = plan_of(project)
    if plan.failures:
        assert "stands there" in plan.failures[0].message.text
        return
    before, (left, right) = plan.found.bodies[0], plan.planned.bodies
    outcome, kerf = plan.outcomes[0], project.shop.kerf
    high = place + max(out, kerf)
    thick = project.shop.size(project.change("c1").board).thickness  # type: ignore[union-attr]
    now = {**members(left), **members(right)}
    for board in before.members:
        halves = [half for own, half in now.items() if origin_of(own) == board.id]
        if board.id in outcome.removed:
            assert not halves
            continue
        short = thick if side == "within" and board.role not in ("top", "lid", "seat") else 0.0
        closed = {"left": [b for b in before.boards if b.role == "upright"], "right": []}
        if any(abs(b.solid.box[1][0] - place) < 3 or abs(b.solid.box[0][0] - high) < 3 for b in closed["left"]):
            return
        kept = volume_within(board, -500, place - short) + volume_within(board, high + short, 5000)
        assert sum(half.solid.volume for half in halves) == pytest.approx(kept, rel=1e-6, abs=1.0), board.id
    assert [f.code for f in plan.findings if f.code == "runs_through"] == []


def test_by_hand_a_chest_sawn_beside_its_upright() -> None:
    """1000 wide: the upright closes the left half, a new side stands under the right half's top."""
    plan = plan_of(changed(chest(), "split", MAIN))
    assert plan.failures == ()
    before, (left, right) = plan.found.bodies[0], plan.planned.bodies
    upright_end = next(b for b in before.boards if b.role == "upright").solid.box[1][0]
    kerf = 3.175
    assert left.width.value == pytest.approx(upright_end)
    assert right.width.value == pytest.approx(before.width.value - upright_end - kerf)
    sides = [part for part in plan.outcomes[0].parts if part.name.startswith("New side")]
    carcass = [b.solid.box for b in before.boards if b.role in ("bottom", "back", "rail") and b.id in members(left)]
    high = max(h[2] for _, h in carcass) - min(low[2] for low, _ in carcass)
    deep = max(h[1] for _, h in carcass) - min(low[1] for low, _ in carcass)
    assert len(sides) == 1
    assert (sides[0].length, sides[0].width) == pytest.approx((high, deep))
    drawers = [o.holds for o in left.openings], [o.holds for o in right.openings]
    assert drawers == (["drawer"] * 3, ["nothing"] * 3)
    finding = next(f for f in plan.findings if f.code == "must_be_made_anew")
    assert len(finding.where) == 3
    # Against the ends it takes nothing of the room but what the blade does: the drawers are planed.
    plan = plan_of(changed(chest(), "split", MAIN, side="against"))
    assert [o.holds for o in plan.planned.bodies[1].openings] == ["drawer"] * 3
    note = next(f for f in plan.findings if f.code == "must_be_made_narrower")
    assert note.why.lengths == pytest.approx((kerf,))


def test_knee_room_is_what_goes_and_a_mirror_comes_off_with_its_posts() -> None:
    project = chest(columns=3, rows=1)
    middle = form_of(project).openings[1]
    project = hold(project, middle.id, "knees").project
    plan = plan_of(changed(project, "split", MAIN))
    wide = plan.planned.bodies[0].width.value, plan.planned.bodies[1].width.value
    assert sum(wide) == pytest.approx(plan.found.bodies[0].width.value - (middle.rect[2] - middle.rect[0]))
    assert {o.holds for body in plan.planned.bodies for o in body.openings} == {"drawer"}
    assert not any(part.name.startswith("New side") for part in plan.outcomes[0].parts)


def test_half_a_table_asks_for_legs_until_it_has_some() -> None:
    project = changed(chest(kind="table"), "split", MAIN)
    plan = plan_of(project)
    told = [f for f in plan.findings if f.code == "no_footing"]
    assert [f.fixes[0].target for f in told] == [MAIN, RIGHT]
    for finding in told:
        project = apply_fix(project, finding.fixes[0], plan.planned).project
    after = plan_of(project)
    assert after.failures == ()
    assert not [f for f in after.findings if f.code == "no_footing"]


def test_where_a_board_stands_the_saw_is_sent_beside_it() -> None:
    project = chest()
    low, high = next(b for b in form_of(project).boards if b.role == "upright").solid.box
    refused = plan_of(changed(project, "split", MAIN, place=(low[0] + high[0]) / 2)).failures[0]
    assert refused.parameter == "place"
    assert plan_of(changed(project, "split", MAIN, place=refused.message.lengths[0])).failures == ()
    assert plan_of(changed(project, "split", MAIN, place=990.0)).failures[0].parameter == "place"
    assert plan_of(changed(project, "split", MAIN, place=400.0, out=600.0)).failures[0].parameter == "out"


@pytest.mark.parametrize("kind", [*KINDS, "flat_panel"])
def test_both_halves_take_what_the_whole_piece_takes(kind: str) -> None:
    panel = {"width": "1000 mm", "height": "900 mm", "depth": "30 mm"}
    whole = new_piece(fresh_project(), "X", panel, kind).project if kind == "flat_panel" else chest(kind=kind)
    project = changed(whole, "split", MAIN)
    plan = plan_of(project)
    assert plan.failures == ()
    body = form_of(whole)
    for row in CHANGE_KINDS.values():
        if not row.begins or row.of_set or not row.takes(Target("body", body.id, body)):
            continue
        alone = plan_of(add_change(whole, row.kind, MAIN).project)
        for half, there in zip((MAIN, RIGHT), plan.planned.bodies, strict=True):
            if not row.takes(Target("body", half, there)):
                # All drawers were sawn through there.
                assert "drawer" in row.fits
                continue
            further = plan_of(add_change(project, row.kind, half, plan.planned).project)
            assert bool(further.failures) == bool(alone.failures), (row.kind, half, further.failures)


@pytest.mark.parametrize(("tops", "gap"), [("saw", 0.0), ("keep", 0.0), ("saw", 500.0)])
def test_two_chests_are_one(tops: str, gap: float) -> None:
    """By hand: both widths and what is between; one floor; openings of both where they stand now."""
    project = changed(beside(), "join", MAIN, tops=tops, gap=gap)
    plan = plan_of(project)
    assert plan.failures == ()
    (whole,), one = plan.planned.bodies, plan.found.bodies[0]
    top = next(b for b in one.boards if b.role == "top").solid.box
    over = -top[0][0] + top[1][0] - one.width.value
    between = gap or (over if tops == "keep" else 0.0)
    assert whole.width.value == pytest.approx(2 * one.width.value + between)
    assert len(whole.openings) == 2 * len(one.openings)
    assert len({board.id for board in whole.members}) == len(whole.members)
    assert not [f for f in plan.findings if f.code == "runs_through"]
    parts = plan.outcomes[0].parts
    assert [p.width for p in parts if "Packing" in p.name] == ([pytest.approx(over)] * 2 if tops == "keep" else [])
    assert [p.length for p in parts if p.name == "Rail"] == ([pytest.approx(gap)] if gap else [])
    first, second = (next(o for o in whole.openings if o.id == f"{p}/opening/o1") for p in ("p1", "p2"))
    assert second.rect[0] - first.rect[0] == pytest.approx(one.width.value + between)
    topped = add_change(project, "plank_top", MAIN).project
    (new,) = (change for change in topped.changes if change.id == "c2")
    over = new.overhang_left + new.overhang_right  # type: ignore[union-attr]
    assert plan_of(topped).outcomes[1].later[0].length == pytest.approx(whole.width.value + over)


def test_there_has_to_be_another_one_and_what_went_into_it_is_gone() -> None:
    assert plan_of(changed(chest(), "join", MAIN)).failures[0].parameter == "other"
    project = changed(beside(), "join", MAIN)
    plan = plan_of(add_change(project, "plank_top", "p2/body/main").project)
    assert [f.parameter for f in plan.failures] == [""]
    lower = changed(beside(), "resize", "p2/body/main", way="lower", by=50.0)
    unequal = plan_of(add_change(lower, "join", MAIN).project)
    finding = next(f for f in unequal.findings if f.code == "tops_not_level")
    assert finding.what.lengths == pytest.approx((50.0,))


def test_pieces_of_other_height_over_the_floor_are_joined_on_one_floor() -> None:
    """Legs under the second one first: its body stands as much higher as they are longer than the base was."""
    project = changed(beside(), "legs", "p2/body/main", height=197.0, plate=3.0)
    plan = plan_of(add_change(project, "join", MAIN).project)
    (whole,), base = plan.planned.bodies, plan.found.bodies[0].base_height
    sides = [board.solid.box[0][2] for board in whole.boards if board.role == "side"]
    assert sides == pytest.approx([0.0, 0.0, 200.0 - base, 200.0 - base])
    assert min(board.solid.box[0][2] for board in whole.boards) == pytest.approx(-base)


def test_a_top_that_was_sawn_is_still_cut_while_half_of_it_is_left() -> None:
    project = changed(chest(), "plank_top", MAIN)
    project = add_change(project, "split", MAIN).project
    planned = plan_of(project).planned
    project = add_change(project, "sheet_top", MAIN).project
    assert plan_of(project).form.superseded == {}
    project = add_change(project, "sheet_top", "p1/body/main~c2", planned).project
    plan = plan_of(project)
    assert {*plan.form.superseded} == {"c1"}
    assert not [p for p in plan.cut.parts if p.part.change_id == "c1"]


WAYS = ((X, Y), (Y, Z), (Z, X), (Y, X), ((0.6, 0.8, 0.0), Z), (Z, (0.6, 0.8, 0.0)), ((0.6, 0.0, 0.8), Y))


@given(st.sampled_from(WAYS), st.floats(0.02, 0.98), st.sampled_from((-1, 1)), st.sampled_from(("", "end", "hole")))
def test_what_is_kept_of_a_solid_is_what_lies_on_its_side_of_the_cut(
    way: tuple[Point3, Point3], share: float, side: int, cut: str
) -> None:
    """Against the solid clipped by a box, in volume and in reach; boards lie in any way."""
    prism = Prism((5.0, 7.0, 11.0), *way, ((0.0, 0.0), (90.0, 10.0), (80.0, 60.0), (10.0, 50.0)), 20.0)
    shape: Shape = prism
    if cut == "end":
        shape = cut_off(prism, (prism.corners[2], (0.6, 0.0, 0.8)))
    elif cut == "hole":
        x, y = (sum(p[k] for p in prism.corners) / 8 for k in (0, 1))
        shape = without(prism, upright(rectangle(x - 3, y - 3, x + 3, y + 3), -90, 90))
    (low, *_), (high, *_) = shape.box
    at = low + share * (high - low)
    kept = kept_of(shape, at, side)
    board = Board("b", "B", "side", shape)
    expected = volume_within(board, *((-5000, at) if side < 0 else (at, 5000)))
    assert kept.volume == pytest.approx(expected, rel=1e-6, abs=1e-3)
    assert kept.box[1 if side < 0 else 0][0] == pytest.approx(at, abs=1e-6)


@pytest.mark.parametrize("kind", KINDS)
def test_a_body_that_stands_elsewhere_takes_the_same_changes(kind: str) -> None:
    """Halves are set aside: nothing of a change hangs on where its body begins but where its boards lie."""
    shop, here = fresh_project().shop, form_of(chest(kind=kind))
    there = here.moved((777.0, 0.0, 0.0))
    for row in CHANGE_KINDS.values():
        if not row.begins or row.of_set or not row.takes(Target("body", here.id, here)):
            continue
        one, other = (
            at_once(
                made(
                    row.load().begin("c1", 1, Target("body", body.id, body), shop), Form((body,)), shop, Condition()
                )
            )
            for body in (here, there)
        )
        assert one.result.text == other.result.text
        assert one.result.lengths == pytest.approx(other.result.lengths)
        for a, b in zip(one.parts, other.parts, strict=True):
            assert (a.length, a.width) == pytest.approx((b.length, b.width)), a.id
        assert [(f.kind, f.count) for f in one.fittings] == [(f.kind, f.count) for f in other.fittings]
        for mine, theirs in zip(one.added, other.added, strict=True):
            assert mine.solid.box[0][0] + 777.0 == pytest.approx(theirs.solid.box[0][0])
        assert [h.at[0] + 777.0 for h in one.handles] == pytest.approx([h.at[0] for h in other.handles])


STEPS = st.lists(
    st.tuples(
        st.sampled_from(
            ("split", "join", "resize", "plank_top", "sheet_top", "legs", "shelves", "skirt", "back_panel")
        ),
        st.integers(0, 9),
    ),
    min_size=2,
    max_size=6,
)


@random_cases(30)
@given(STEPS, st.sampled_from(("case", "table", "lidded_box")))
def test_any_sequence_can_be_planned_and_left_out_again(steps: list[tuple[str, int]], kind: str) -> None:
    """Whatever is sawn, joined and made smaller, in any order and on any of the bodies there then are."""
    project = beside(kind)
    for name, which in steps:
        planned = plan_of(project).planned
        body = planned.bodies[which % len(planned.bodies)]
        if CHANGE_KINDS[name].takes(Target("body", body.id, body)):
            project = add_change(project, name, body.id, planned).project
    plan = plan_of(project)
    told = {f.change_id for f in plan.failures} | {o.change_id for o in plan.outcomes}
    assert told | {*plan.form.superseded} == {change.id for change in project.changes}
    assert all(f.message.text for f in plan.failures)
    ids = [board.id for body in plan.planned.bodies for board in body.members]
    assert len(ids) == len(set(ids))
    for body in plan.planned.bodies:
        assert all(board.solid.volume > 0 for board in body.boards)
