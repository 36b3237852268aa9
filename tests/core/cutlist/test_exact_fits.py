"""What fits on paper, in inches or mm, is cut from no more boards: from what is typed to the proven layout."""

from collections.abc import Callable
from decimal import Decimal
from fractions import Fraction
from functools import cache
from typing import Literal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.test_told import topped
from tests.fuzzing import random_cases
from tests.planned import plan_of
from zygoform.core.cutlist.problems import size_problems
from zygoform.core.cutting.either import better_answers, wrong_with
from zygoform.core.cutting.problem import SheetProblem
from zygoform.core.edits.planning import set_text
from zygoform.core.goods.timber import Offer, TimberSize
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.project import Project

INCH = Fraction(254, 10)
"""mm."""
Lengths = tuple[Fraction, ...]


def asking(
    parts: Lengths,
    boards: dict[Fraction, int],
    kerf: Fraction,
    trim: Fraction,
    angle: float = 0.0,
    unit: DisplayUnit = DisplayUnit("inch", 64),  # noqa: B008 - it never changes
) -> Project:
    """Parts of one's own from boards of these lengths (mm) and prices (cents), sizes as they are typed."""
    project = topped(unit.system, *["own_part"] * len(parts))
    offers = tuple(Offer(float(long), Decimal(price) / 100) for long, price in boards.items())
    sold = TimberSize("strip", "Strip", "1x3", "inch", 19.05, 63.5, "pine", offers)
    shop = structs.replace(
        project.shop, unit=unit, kerf=float(kerf), end_trim=float(trim), timber=(sold, *project.shop.timber)
    )
    project = structs.replace(project, shop=shop)
    for change, length in zip(project.changes, parts, strict=True):
        entries = {
            "board": "strip",
            "width": "63.5 mm",
            "length": typed(length),
            "left": f"{angle}",
            "right": f"{angle}",
        }
        for entry, text in entries.items():
            project = set_text(project, change.id, entry, text).project
    return project


def typed(length: Fraction) -> str:
    """As it would be typed: in sixty-fourths where it is so many, else in mm."""
    if (64 * length / INCH).denominator == 1:
        whole, rest = divmod(64 * length / INCH, 64)
        return f"{whole} {rest}/64 in"
    return f"{float(length):.2f} mm"


def boards_of(project: Project) -> tuple[int, int, bool]:
    """Cost in cents, boards, and whether that is proven, of the best layout; every layout passes the checker."""
    plan = plan_of(project)
    (sized,) = size_problems(plan.parts, project.shop, ())
    layouts = list(better_answers(sized.problem))
    assert not any(wrong_with(sized.problem, layout) for layout in layouts)
    return layouts[-1].cost, len(layouts[-1].boards), layouts[-1].proven


def least(parts: Lengths, price: Callable[[Lengths], int | None]) -> tuple[int, int]:
    """The least cost, then boards, over all ways to share the parts out; `price` is of a board that holds some."""
    every = (1 << len(parts)) - 1

    @cache
    def best(left: int) -> tuple[int, int]:
        if not left:
            return 0, 0
        lowest, found = left & -left, []
        group = left
        while group:
            if group & lowest:
                one = price(tuple(parts[k] for k in range(len(parts)) if group >> k & 1))
                if one is not None:
                    cost, boards = best(left ^ group)
                    found.append((cost + one, boards + 1))
            group = (group - 1) & left
        return min(found)

    return best(every)


def inch(text: str) -> Fraction:
    return sum((Fraction(word) for word in text.split()), Fraction()) * INCH


@pytest.mark.parametrize(
    ("count", "length", "board", "kerf", "trim"),
    [
        (4, "47 7/16", "96", "1/8", "1/2"),
        (2, "35 15/16", "72", "1/8", "0"),
        (3, "23 29/32", "72", "9/64", "0"),
        (3, "31 5/8", "96", "1/16", "1/2"),
        (2, "47 15/16", "96", "1/8", "0"),
        (3, "47 7/8", "144", "3/16", "0"),
    ],
)
def test_parts_that_fill_a_board_to_the_last_fraction_share_it(
    count: int, length: str, board: str, kerf: str, trim: str
) -> None:
    # By hand: 2 × 47 7/16 + 1/8 = 95; 2 × 35 15/16 + 1/8 = 72; 3 × 23 29/32 + 2 × 9/64 = 72;
    # 3 × 31 5/8 + 2/16 = 95; 2 × 47 15/16 + 1/8 = 96; 3 × 47 7/8 + 2 × 3/16 = 144.
    project = asking((inch(length),) * count, {inch(board): 100}, inch(kerf), inch(trim))
    boards = 2 if count == 4 else 1
    assert boards_of(project) == (100 * boards, boards, True)


MARKS = {"inch": INCH / 64, "mm": Fraction(1, 2)}
"""The finest that a part is cut to in either system."""
BLADE = st.sampled_from(
    [inch("1/16"), inch("3/32"), inch("1/8"), inch("9/64"), Fraction(22, 10), Fraction(305, 100)]
)
TRIM = st.sampled_from([Fraction(), inch("1/2"), Fraction(12)])
HAIR = st.sampled_from([INCH / 64, Fraction(1, 100)])


@random_cases(12)
@pytest.mark.parametrize("system", ["inch", "mm"])
@given(st.lists(st.integers(60, 2_000), min_size=2, max_size=5), BLADE, TRIM, HAIR, st.data())
def test_in_mixed_units_no_layout_is_beaten_by_exact_fractions(
    system: Literal["inch", "mm"],
    marks: list[int],
    kerf: Fraction,
    trim: Fraction,
    hair: Fraction,
    data: st.DataObject,
) -> None:
    """One board is exactly as long as some of the parts need; another a hair too short for others."""
    parts = tuple(n * MARKS[system] for n in marks)
    some, other = (data.draw(st.integers(1, len(parts))) for _ in range(2))
    exact = sum(parts[:some]) + (some - 1) * kerf + 2 * trim
    short = sum(parts[-other:]) + (other - 1) * kerf + 2 * trim - hair
    boards = {exact: 300, short: data.draw(st.integers(200, 400))}
    boards[max(parts) + 2 * trim + data.draw(st.integers(0, 2_000)) * hair] = data.draw(st.integers(250, 500))
    holds = {board - 2 * trim: price for board, price in boards.items()}

    def price(group: Lengths) -> int | None:
        needs = sum(group) + (len(group) - 1) * kerf
        return min((cost for room, cost in holds.items() if room >= needs), default=None)

    cost, count, proven = boards_of(asking(parts, boards, kerf, trim, unit=DisplayUnit(system, 64)))
    assert proven
    assert (cost, count) == least(parts, price)


@pytest.mark.parametrize("hair", [Fraction(), Fraction(1, 100)])
def test_mitred_parts_nest_to_the_last_fraction(hair: Fraction) -> None:
    """Three parallelograms, 45° both ends: a cut goes through for two, (kerf · √2 − width) from point to point.

    The board is the next hundredth of a millimetre that holds them, and one less.
    """
    long, kerf, wide = inch("20 3/64"), inch("1/8"), Fraction(635, 10)
    needs = 3 * float(long) + 2 * (float(kerf) * 2**0.5 - float(wide))
    board = Fraction(-int(-needs * 100 // 1), 100) - hair
    cost, boards, proven = boards_of(asking((long,) * 3, {board: 100}, kerf, Fraction(), 45.0))
    assert proven
    assert (cost, boards) == ((100, 1) if not hair else (200, 2))


def test_a_sheet_cut_to_the_last_fraction_is_one_sheet() -> None:
    """Two across and two along fill a sheet of 24 × 48 with blades of 1/8 between: 11 15/16 × 23 15/16."""
    project = topped("inch", "own_part")
    shop = structs.replace(project.shop, unit=DisplayUnit("inch", 64), kerf=3.175)
    project = structs.replace(project, shop=shop)
    for entry, text in {"board": "ply-3/4x24", "count": "4", "length": "23 15/16", "width": "11 15/16"}.items():
        project = set_text(project, "c1", entry, text).project
    plan = plan_of(project)
    (sized,) = size_problems(plan.parts, shop, ())
    assert isinstance(sized.problem, SheetProblem)
    *_, layout = better_answers(sized.problem)
    assert [board.stock for board in layout.boards] == ["buy 1219.2 ply-3/4x24"]
