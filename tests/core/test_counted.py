"""What is counted and added up: purchase rows, reasons and totals, offcuts, readings, each another way."""

import csv
from collections import defaultdict
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from tests.strategies import planned
from zygoform.core.edits.planning import add_change, add_variant
from zygoform.core.edits.workshop import read_minutes, set_shop
from zygoform.core.errors import BadInputError
from zygoform.core.measure.reading import Reading, counting
from zygoform.core.patterns.strip import rows
from zygoform.core.plan.compared import total_lines, totals_of
from zygoform.core.project import Project
from zygoform.core.why.buying import why_row, why_total
from zygoform.files.demo import demo_project
from zygoform.files.leftover_csv import leftover_csv

BODY = "p1/body/main"


@random_cases(30)
@given(planned())
def test_the_total_is_that_of_its_groups_and_rows(project: Project) -> None:
    plan = plan_of(project)
    groups: dict[str, Decimal] = defaultdict(Decimal)
    for row in plan.purchase.rows:
        groups[row.group] += row.total
    assert sum(groups.values()) == plan.purchase.total
    money, why = plan.shop.currency, why_total(plan)
    assert why.formula.text == " + ".join(f"{name.lower()} {money}{total:.2f}" for name, total in groups.items())
    missing = sum(1 for row in plan.purchase.rows if row.missing)
    assert plan.purchase.unpriced == missing
    assert why.inputs.text == (f"without {missing} prices" if missing else "")


@pytest.mark.parametrize("spare", [0, 6])
def test_only_screws_are_bought_with_spare_ones(spare: int) -> None:
    """Hinges and slides are counted; of screws some are lost."""
    project = set_shop(changed(chest(), "drawer_box", "p1/opening/o1"), "spare_screws", str(spare)).project
    plan = plan_of(project)
    fitted: dict[tuple[str, float], int] = defaultdict(int)
    for outcome in plan.outcomes:
        for fitting in outcome.bought:
            fitted[fitting.kind, fitting.size] += fitting.count
    for row in plan.purchase.rows:
        kind = next((key for key in fitted if row.key.startswith(f"{key[0]} {key[1]:g} ")), None)
        if row.group in ("Screws", "Hardware") and kind is not None:
            count, more = fitted[kind], spare if row.group == "Screws" else 0
            assert row.need.startswith(f"{count} {kind[0]}")
            assert (f" and {more} spare" in row.need) == bool(more)


def test_why_a_board_is_bought_names_its_boards_and_what_is_spare() -> None:
    project = set_shop(add_change(demo_project(), "sheet_top", BODY).project, "spare_boards", "30").project
    plan = plan_of(project)
    boards = [board for layout in plan.layouts for board in layout.boards if not board.owned]
    wood = [row for row in plan.purchase.rows if row.group == "Wood"]
    assert len(wood) > 2
    for row in wood:
        mine = [board for board in boards if f"{board.size.id} {board.length:g}" == row.key]
        told = why_row(plan, row).formula.text
        assert all(f"{board.letter} for " in told for board in mine)
        spare = row.count - len(mine)
        assert (f"; {spare} spare, 30 % of {len(mine)} rounded up" in told) == bool(spare)
        assert len(mine) < row.count <= len(mine) * 1.3 + 1


def test_figures_under_variants_are_each_their_own() -> None:
    project = add_variant(demo_project(), "Bare").project
    bare = structs.replace(project, variants=tuple(
        structs.replace(own, left_out=frozenset(c.id for c in project.changes)) if own.name == "Bare" else own
        for own in project.variants
    ))  # fmt: skip
    totals = [totals_of(plan_of(structs.replace(bare, chosen=own.id))) for own in bare.variants]
    lines = {line.name: line for line in total_lines(totals, project.shop)}
    assert list(lines) == ["Boards", "Sheets", "Parts", "Money", "By hand", "Height", "Findings"]
    for name, of in (("Boards", "boards"), ("Sheets", "sheets"), ("Parts", "parts"), ("Findings", "findings")):
        assert lines[name].words == tuple(str(getattr(own, of)) for own in totals)
        assert lines[name].differs == tuple(getattr(own, of) != getattr(totals[0], of) for own in totals)
    plan = plan_of(project)
    assert totals[0].boards == sum(not b.both_ways for layout in plan.layouts for b in layout.boards)
    assert totals[0].sheets == sum(b.both_ways for layout in plan.layouts for b in layout.boards)
    assert totals[0].boards != totals[0].sheets


@given(st.lists(st.tuples(st.floats(1, 900), st.sampled_from(("typed", "device", "guessed"))), max_size=6))
def test_the_reading_that_counts(taken: list[tuple[float, str]]) -> None:
    readings = tuple(Reading(f"{mm} mm", mm, source) for mm, source in taken)  # type: ignore[arg-type]
    real = [mm for mm, source in taken if source != "guessed"]
    for takes, made in (("largest", max), ("smallest", min), ("mean", lambda own: sum(own) / len(own))):
        found = counting(readings, takes)  # type: ignore[arg-type]
        wanted = made(real) if real else taken[-1][0] if taken else None
        assert (found.value if found else None) == (wanted if wanted is None else pytest.approx(wanted))


@given(st.floats(-50, 50), st.floats(1, 300), st.floats(2, 40), st.floats(0, 1), st.floats(-30, 30))
def test_rows_reach_into_the_field_and_all_that_do_are_there(
    low: float, wide: float, pitch: float, share: float, first: float
) -> None:
    width, high = pitch * max(share, 0.05), low + wide
    found = rows(low, high, pitch, width, first)
    wanted = [first + k * pitch for k in range(-200, 400)]
    # What only touches an end is within rounding, and may be there or not.
    inside = [at for at in wanted if at < high - 1e-6 and at + width > low + 1e-6]
    assert [start for start, _ in found if start < high - 1e-6 and start + width > low + 1e-6] == pytest.approx(
        inside
    )
    assert len(found) <= len(inside) + 2
    assert all(end - start == pytest.approx(width) for start, end in found)


@pytest.mark.parametrize(("text", "minutes"), [("12", 12), ("0,5", 0.5), (" 7.5 min ", 7.5), ("3min", 3), ("0", 0)])
def test_minutes_as_one_writes_them(text: str, minutes: float) -> None:
    assert read_minutes(text, "low") == minutes
    for wrong in ("", "a", "-1", "min", "1 h"):
        with pytest.raises(BadInputError) as refused:
            read_minutes(wrong, "high")
        assert refused.value.parameter == "high"


def test_offcuts_worth_keeping_and_boards_not_touched() -> None:
    """Boards of one's own: used ones leave what is left of them, the others are there as they were."""
    from zygoform.core.edits.workshop import own_board

    project = changed(chest(), "plank_top", BODY)
    board = project.changes[0].board  # type: ignore[union-attr]
    project = own_board(project, board, "120 in", 9).project
    plan = plan_of(project)
    used = sum(b.owned for layout in plan.layouts for b in layout.boards)
    assert 0 < used < 9
    _, *lines = csv.reader(leftover_csv(plan, project.stock).splitlines())
    name = plan.shop.size(board).name
    whole = [row for row in lines if row[0] == name and row[1] == '120"']
    assert [int(row[3]) for row in whole] == [9 - used]
    kept = [b for layout in plan.layouts for b in layout.boards if b.worth_keeping]
    assert sum(int(row[3]) for row in lines) == len(kept) + 9 - used
