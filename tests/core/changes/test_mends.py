"""Faults and their remedies: worked examples, every kind, and what becomes of them."""

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.casefile import cases
from tests.planned import plan_of
from tests.strategies import known_faults, mended, pieces
from zygoform.core.changes.mending.entries import Mend
from zygoform.core.changes.mending.worked import OPERATIONS, usual_board
from zygoform.core.condition.faults import FAULT_KINDS, remedy_of
from zygoform.core.condition.materials import MATERIALS
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS, pin_on
from zygoform.core.edits.condition import (
    add_fault,
    find_fault,
    mend,
    remove_fault,
    set_fault_count,
    set_fault_size,
    set_made_of,
    unmend,
)
from zygoform.core.edits.planning import add_change, leave_out
from zygoform.core.errors import BadInputError
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.outcome.outcome import Outcome, needs
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun


def sound_demo() -> Project:
    """The counter, nothing wrong with it."""
    project = counter_begun()
    assert project.piece is not None
    return structs.replace(project, pieces=(structs.replace(project.piece, faults=(), made_of=()),))


def with_fault(kind: str, part: str = "p1/side/left", **sizes: float) -> Project:
    project = add_fault(sound_demo(), part, kind, (0.0, 0.0, 100.0)).project
    for name, size in sizes.items():
        if name == "count":
            project = set_fault_count(project, "f1", str(size)).project
        else:
            project = set_fault_size(project, "f1", name, f"{size} mm").project
    return project


def outcome_of(project: Project) -> Outcome:
    plan, change = plan_of(project), project.mend_of("f1")
    assert change is not None
    assert plan.failure(change.id) is None, plan.failure(change.id)
    outcome = plan.outcome(change.id)
    assert outcome is not None
    return outcome


@pytest.mark.parametrize("case", cases("mends"))
def test_remedies_by_hand(case: dict[str, Any]) -> None:
    outcome = outcome_of(mend(with_fault(case["call"], **case["in"]), "f1", case["remedy"]).project)
    sizes: dict[tuple[float, float], int] = {}
    for part in outcome.parts:
        key = (round(part.length, 3), round(part.width, 3))
        sizes[key] = sizes.get(key, 0) + 1
    assert sorted([n, *key] for key, n in sizes.items()) == sorted(case.get("parts", []))
    got = {f.kind: [f.count, pytest.approx(f.size)] for f in outcome.fittings}
    assert case.get("fittings", {}) == got
    used: dict[str, float] = {}
    for supply in outcome.supplies:
        used[supply.kind] = used.get(supply.kind, 0.0) + supply.amount
    assert used == pytest.approx(case.get("supplies", {}), rel=1e-5)
    assert len(needs(outcome, 1.5875)) == len(sizes) + len(got) + len(used)


@pytest.mark.parametrize("kind", FAULT_KINDS.values(), ids=lambda kind: kind.code)
def test_every_remedy_of_every_fault_can_be_chosen(kind: Any) -> None:
    project = with_fault(kind.code, "p1/front/o1")
    assert {c for r in kind.remedies for c in r.cautions} | set(kind.cautions) <= set(CAUTIONS)
    assert len({remedy.code for remedy in kind.remedies}) == len(kind.remedies) >= 2
    numbers = set()
    for remedy in kind.remedies:
        project = mend(project, "f1", remedy.code).project
        change = project.mend_of("f1")
        assert change is not None
        numbers.add(change.number)
        outcome = outcome_of(project)
        notes = [note.message.text for note in outcome.notes]
        assert remedy.why in notes
        # Whatever is cut from the usual sizes rests on a guess and says so.
        assert all(p.rests_on for p in outcome.parts if "stop" not in p.id and "block" not in p.id)
    assert len(numbers) == 1, "another remedy takes the number of the one before"
    assert unmend(project, "f1").project.mend_of("f1") is None


def test_every_work_is_used() -> None:
    used = {work for kind in FAULT_KINDS.values() for remedy in kind.remedies for work in remedy.operations}
    assert used == set(OPERATIONS)


def test_a_new_back_takes_the_place_of_the_old() -> None:
    project = with_fault("torn_back", "p1/back/main")
    fault = find_fault(project, "f1")[1]
    # Not measured, it is as large as the board drawn: 59 13/16 - 2 × 3/4 in wide.
    assert fault.mm("length") == pytest.approx((59.8125 - 1.5) * 25.4, abs=0.01)
    plan = plan_of(mend(project, "f1", "new").project)
    assert "p1/back/main" not in {board.id for board in plan.planned.boards}
    assert "c3/back/1" in {board.id for board in plan.planned.boards}
    measured = set_fault_size(project, "f1", "length", "50 in").project
    outcome = outcome_of(mend(measured, "f1", "new").project)
    assert outcome.parts[0].length == pytest.approx(50 * 25.4)


def test_what_is_mended_is_drawn_so_and_goes_with_its_fault() -> None:
    project = mend(with_fault("split"), "f1", "glue").project
    plan = plan_of(project)
    scene = draw_form(plan.found, plan.planned, {}, "left", mended=plan.seen("").mended)
    assert {p.role for p in scene.polygons if p.part_id == "p1/side/left"} == {"mended"}
    assert plan_of(leave_out(project, "c3", out=True).project).seen("").mended == frozenset()
    assert not [c for c in remove_fault(project, "f1").project.changes if isinstance(c, Mend)]
    # A fault lost otherwise leaves a change that says so.
    piece = project.piece
    assert piece is not None
    with pytest.raises(BadInputError) as gone:
        mend(remove_fault(project, "f1").project, "f1", "glue")
    assert "no longer there" in gone.value.message


def test_blocks_are_as_wide_as_thick_and_four_hold_a_bottom() -> None:
    for kind, remedy, count in (("sagging_bottom", "turn", 4), ("loose_joint", "blocks", 2)):
        project = mend(with_fault(kind, "p1/front/o1"), "f1", remedy).project
        parts = [part for part in outcome_of(project).parts if part.name == "Corner block"]
        thick = project.shop.size(parts[0].size_id).thickness
        assert len(parts) == count
        assert all((part.length, part.width) == pytest.approx((50.0, thick)) for part in parts)


def test_a_piece_let_in_deeper_than_its_board_says_so() -> None:
    for deep, told in ((12.0, False), (90.0, True)):
        project = with_fault("missing_piece", length=80.0, width=30.0, depth=deep)
        outcome = outcome_of(mend(project, "f1", "let_in").project)
        words = [note.message.text for note in outcome.notes]
        assert any("glue up two layers" in text for text in words) == told, words


def test_the_narrowest_sheet_that_is_wide_enough_is_taken() -> None:
    project = with_fault("broken_bottom", "p1/front/o1", length=400.0, width=380.0, depth=6.0)
    plain = project.shop.timber[0]
    sheets = tuple(
        structs.replace(
            plain, id=f"sheet{wide:g}", name=f"Sheet {wide:g}", species="plywood", width=wide, thickness=6.0
        )
        for wide in (300.0, 392.0, 393.0, 600.0)
    )
    assert all(size.is_sheet for size in sheets)
    project = structs.replace(project, shop=structs.replace(project.shop, timber=sheets))
    remedy = remedy_of("broken_bottom", "new")
    assert remedy is not None
    fault = find_fault(project, "f1")[1]
    # 380 and twice 6 in the grooves.
    chosen = usual_board(remedy, fault, project.shop)
    assert chosen is not None
    assert chosen.width == 392.0
    wider = structs.replace(project.shop, timber=sheets[:1])
    assert usual_board(remedy, fault, wider) == sheets[0], "where none is, the widest there is"


def test_a_pull_that_is_not_sold_is_refused_with_a_reason() -> None:
    project = mend(with_fault("hardware", length=111), "f1", "match").project
    failure = plan_of(project).failure("c3")
    assert failure is not None
    assert (failure.message.lengths, "Plug them" in failure.message.text) == ((111.0,), True)


def test_screws_into_board_are_minded() -> None:
    project = counter_begun()
    assert not [f for f in plan_of(project).findings if f.code == "weak_screws"]
    weak = set_made_of(project, ("p1/side/left", "p1/side/right"), "chipboard").project
    found = [f for f in plan_of(weak).findings if f.code == "weak_screws"]
    assert {f.change_id for f in found} == {"c1", "c2"}
    assert found[0].where == ("p1/side/left", "p1/side/right")
    oak = set_made_of(weak, ("p1/side/left", "p1/side/right"), "solid", "oak").project
    assert not [f for f in plan_of(oak).findings if f.code == "weak_screws"]
    assert all(material.signs and material.screw[1] for material in MATERIALS.values() if material.screw[0] != "no")


@given(st.data(), pieces())
def test_any_fault_gives_parts_and_a_sum_or_a_reason(data: st.DataObject, project: Project) -> None:
    project = add_change(project, "plank_top", "p1/body/main").project
    project = data.draw(mended(project))
    plan = plan_of(project)
    change = project.mend_of(known_faults(project)[-1])
    assert change is not None
    failure, outcome = plan.failure(change.id), plan.outcome(change.id)
    assert (failure is None) != (outcome is None)
    for part in outcome.parts if outcome is not None else ():
        assert part.length > 0
        assert part.width <= project.shop.size(part.size_id).width + 1e-6


@given(st.sampled_from(sorted(VIEWS)), st.floats(0.02, 0.98), st.floats(0.02, 0.98))
def test_a_pin_lies_where_it_was_set(place: str, across: float, up: float) -> None:
    board = next(b for b in plan_of(counter_begun()).found.boards if b.id == "p1/top/main")
    view = VIEWS[place]  # type: ignore[index]
    points = [view.project(p) for p in board.solid.corners]
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    point = (min(xs) + across * (max(xs) - min(xs)), min(ys) + up * (max(ys) - min(ys)))
    at = pin_on(board, view, point)
    low, high = board.solid.box
    assert all(low[k] - 1e-6 <= at[k] <= high[k] + 1e-6 for k in range(3))
    faces = [f for f in board.solid.faces if sum(a * b for a, b in zip(f.normal, view.toward, strict=True)) > 1e-9]
    seen = any(_inside([view.project(p) for p in f.points], point) for f in faces)
    assert not seen or view.project(at) == pytest.approx(point, abs=1e-6)


def _inside(outline: list[tuple[float, float]], point: tuple[float, float]) -> bool:
    from shapely.geometry import Point, Polygon

    return bool(Polygon(outline).contains(Point(point)))
