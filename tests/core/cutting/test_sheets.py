"""Sheets: what is laid out can be cut, costs no more than shelves, and nothing is cheaper than the bound."""

import itertools
import json
import math
from functools import cache
from pathlib import Path
from typing import NamedTuple

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from zygoform.core.cutting.problem import (
    CutSheet,
    LaidPart,
    SheetLayout,
    SheetPart,
    SheetProblem,
    SheetStock,
)
from zygoform.core.cutting.sheets.cut_order import SheetPiece, cut_order
from zygoform.core.cutting.sheets.layout import cost_bound, improve_sheets, quick_sheets_piecemeal
from zygoform.core.cutting.sheets.stock_sheets import SheetSet
from zygoform.core.cutting.verify import verify_sheets
from zygoform.core.piecemeal import at_once

CASES = Path(__file__).parents[2] / "cases" / "sheets.json"


class Case(NamedTuple):
    """A problem, and what the best of many runs of a packing library, and anyone so far, paid for it."""

    name: str
    problem: SheetProblem
    library: int
    best: int


@cache
def cases() -> list[Case]:
    return [
        Case(
            raw["name"],
            SheetProblem(
                raw["kerf"],
                raw["trim"],
                tuple(SheetStock(*own) for own in raw["stocks"]),
                tuple(SheetPart(*own) for own in raw["parts"]),
                raw["stages"],
            ),
            raw["packing_library"],
            raw["best_known"],
        )
        for raw in json.loads(CASES.read_text("utf-8"))
    ]


@st.composite
def sheet_problems(draw: st.DrawFn, *, types: int = 6, most: int = 4) -> SheetProblem:
    """Parts with and without grain, sheets of several sizes on sale and owned, both kinds of rounds."""
    parts = tuple(
        SheetPart(
            f"p{k}",
            draw(st.integers(5_000, 130_000)),
            draw(st.integers(5_000, 130_000)),
            draw(st.integers(1, most)),
            draw(st.booleans()),
        )
        for k in range(draw(st.integers(1, types)))
    )
    whole = SheetStock("whole", 244_000, 122_000, draw(st.integers(3000, 9000)))
    half = SheetStock("half", 122_000, 122_000, draw(st.integers(1500, 6000)))
    sale = draw(st.sampled_from(((whole,), (whole, half), (half,))))
    own = SheetStock("own", draw(st.integers(20_000, 150_000)), draw(st.integers(20_000, 150_000)), 0, 1)
    stocks = (own, *sale) if draw(st.booleans()) else sale
    kerf, trim = draw(st.sampled_from((0, 320))), draw(st.sampled_from((0, 500)))
    return SheetProblem(kerf, trim, stocks, parts, draw(st.sampled_from((0, 3))))


@given(sheet_problems())
def test_every_layout_can_be_cut_and_none_is_cheaper_than_the_bound(problem: SheetProblem) -> None:
    quick = at_once(quick_sheets_piecemeal(problem))
    assert verify_sheets(problem, quick) == []
    fits = {
        part.id
        for part in problem.parts
        for stock in problem.stocks
        for sides in ((part.width, part.height), (part.height, part.width))[: 2 if part.turns else 1]
        if sides[0] <= stock.width - 2 * problem.trim and sides[1] <= stock.height - 2 * problem.trim
    }
    if all(stock.limit is None for stock in problem.stocks):
        assert set(quick.unplaced) == {part.id for part in problem.parts} - fits
    assert quick.bound <= quick.cost or quick.unplaced


def shelves(problem: SheetProblem, stock: SheetStock, rule: str) -> int | None:
    """The textbook's way: highest first, on the first shelf with room or the one that it fills best; money."""
    wide, high = stock.width - 2 * problem.trim, stock.height - 2 * problem.trim
    sheets: list[list[list[int]]] = []
    for part in sorted(problem.parts, key=lambda p: (-p.height, -p.width)):
        for _ in range(part.count):
            if part.width > wide or part.height > high:
                return None
            room = [
                (wide - shelf[1] - part.width if rule == "best" else 0, s, k)
                for s, sheet in enumerate(sheets)
                for k, shelf in enumerate(sheet)
                if shelf[1] + part.width <= wide and part.height <= shelf[0]
            ]
            if room:
                _, s, k = min(room)
                sheets[s][k][1] += part.width + problem.kerf
                continue
            for sheet in sheets:
                if sum(shelf[0] + problem.kerf for shelf in sheet) + part.height <= high:
                    sheet.append([part.height, part.width + problem.kerf])
                    break
            else:
                sheets.append([[part.height, part.width + problem.kerf]])
    return len(sheets) * stock.price


@random_cases(60)
@given(sheet_problems(types=9))
def test_no_layout_is_dearer_than_shelves(problem: SheetProblem) -> None:
    quick = at_once(quick_sheets_piecemeal(problem))
    plain = [shelves(problem, s, rule) for s in problem.stocks if s.limit is None for rule in ("first", "best")]
    assert quick.cost <= min((cost for cost in plain if cost is not None), default=math.inf)


def test_better_ones_come_and_the_figures_hold() -> None:
    quick = {case.name: at_once(quick_sheets_piecemeal(case.problem)) for case in cases()}
    for case in cases():
        assert verify_sheets(case.problem, quick[case.name]) == [], case.name
        plain = [
            shelves(case.problem, s, rule)
            for s in case.problem.stocks
            if s.limit is None
            for rule in ("first", "best")
        ]
        assert quick[case.name].cost <= min((cost for cost in plain if cost is not None), default=math.inf)
        assert quick[case.name].bound <= case.best
    # In the mean the first answer is at most 3 % dearer than the best of hundreds of runs of a packing library.
    assert sum(quick[case.name].cost / case.library for case in cases()) / len(cases()) <= 1.03
    case = next(case for case in cases() if case.name == "furn40_3")
    costs = [layout.cost for layout in improve_sheets(case.problem)]
    assert costs == sorted(costs, reverse=True)
    assert costs[-1] == case.best < quick[case.name].cost


Sides = tuple[tuple[int, int, bool], ...]


@cache
def can_be_cut(own: Sides, wide: int, high: int, kerf: int) -> bool:
    """Whether parts come out of one room, by trying every first cut and every way to share the parts out by it."""
    if len(own) == 1:
        width, height, turns = own[0]
        return (width <= wide and height <= high) or (turns and height <= wide and width <= high)
    for share in range(1, 2 ** len(own) - 1):
        one = tuple(p for k, p in enumerate(own) if share >> k & 1)
        other = tuple(p for k, p in enumerate(own) if not share >> k & 1)
        # The cut lies where the first ones end: at some sum of their sides.
        ends = {0}
        for width, height, _turns in one:
            ends |= {was + side + (kerf if was else 0) for was in ends for side in (width, height)}
        for at in ends - {0}:
            rest_wide, rest_high = wide - at - kerf, high - at - kerf
            if rest_wide > 0 and can_be_cut(one, at, high, kerf) and can_be_cut(other, rest_wide, high, kerf):
                return True
            if rest_high > 0 and can_be_cut(one, wide, at, kerf) and can_be_cut(other, wide, rest_high, kerf):
                return True
    return False


def fewest(parts: Sides, wide: int, high: int, kerf: int) -> int:
    """The fewest sheets of one size, by trying every way to share the parts out among them."""
    if not parts:
        return 0
    counts = []
    for size in range(len(parts)):
        for others in itertools.combinations(range(1, len(parts)), size):
            group = tuple(sorted((parts[0], *(parts[k] for k in others))))
            if can_be_cut(group, wide, high, kerf):
                rest = tuple(parts[k] for k in range(1, len(parts)) if k not in others)
                counts.append(1 + fewest(rest, wide, high, kerf))
    return min(counts)


@random_cases(12)
@given(st.data())
def test_small_ones_against_trying_everything(data: st.DataObject) -> None:
    draw = data.draw
    parts = tuple(
        SheetPart(f"p{k}", draw(st.integers(20, 100)), draw(st.integers(20, 100)), 1, draw(st.booleans()))
        for k in range(draw(st.integers(1, 4)))
    )
    problem = SheetProblem(draw(st.sampled_from((0, 3))), 0, (SheetStock("s", 100, 100, 1),), parts)
    sides = tuple((part.width, part.height, part.turns) for part in parts)
    best = list(improve_sheets(problem))[-1]
    assert verify_sheets(problem, best) == []
    assert cost_bound(SheetSet(problem)) <= best.cost == fewest(sides, 100, 100, problem.kerf)


@random_cases(60)
@given(sheet_problems())
def test_the_cuts_in_their_order_free_every_part(problem: SheetProblem) -> None:
    """Made one after the other on pieces of paper: each goes from edge to edge of one that is there."""
    sizes = {part.id: (part.width, part.height) for part in problem.parts}
    for sheet in at_once(quick_sheets_piecemeal(problem)).boards:
        stock = next(stock for stock in problem.stocks if stock.id == sheet.stock)
        trim, order = problem.trim, cut_order(problem, sheet)
        pieces = {SheetPiece((trim, trim), (stock.width - trim, stock.height - trim))}
        for cut in order.cuts:
            pieces.remove(cut.piece)
            low, high = cut.piece.low[cut.axis], cut.piece.high[cut.axis]
            if cut.at > low:
                pieces.add(cut.piece.part_of(cut.axis, low, cut.at))
            if cut.at + problem.kerf < high:
                pieces.add(cut.piece.part_of(cut.axis, cut.at + problem.kerf, high))
        parts = []
        for laid in sheet.parts:
            width, height = sizes[laid.part][::-1] if laid.turned else sizes[laid.part]
            parts.append(SheetPiece((laid.x, laid.y), (laid.x + width, laid.y + height)))
        assert sorted(pieces) == sorted([*parts, *order.offcuts])
        assert len(order.cuts) == 0 or max(cut.round for cut in order.cuts) < (problem.stages or 99)


def laid(*parts: tuple[str, int, int, bool]) -> SheetLayout:
    return SheetLayout((CutSheet("s", tuple(LaidPart(*own) for own in parts)),), 100)


BOARD = SheetProblem(
    3, 10, (SheetStock("s", 1000, 500, 100, 1),), (SheetPart("a", 400, 200, 2), SheetPart("b", 300, 100, 1, True))
)
GOOD = laid(("a", 10, 10, False), ("a", 413, 10, False), ("b", 10, 213, False))


@pytest.mark.parametrize(
    ("layout", "said"),
    [
        (laid(("a", 10, 10, False), ("a", 412, 10, False), ("b", 10, 213, False)), "closer than the blade"),
        (laid(("a", 9, 10, False), ("a", 413, 10, False), ("b", 10, 213, False)), "leaves the sheet"),
        (laid(("a", 10, 10, False), ("a", 591, 10, False), ("b", 10, 213, False)), "leaves the sheet"),
        (laid(("a", 10, 10, True), ("a", 413, 10, False), ("b", 613, 213, False)), "grain is turned"),
        (laid(("a", 10, 10, False), ("b", 10, 213, False)), "1 of 2 cut"),
        (laid(("a", 10, 10, False), ("a", 413, 10, False), ("c", 10, 213, False)), "unknown"),
        (structs.replace(GOOD, cost=99), "cost 100, not 99"),
        (SheetLayout((*GOOD.boards, CutSheet("s", ())), 200), "2 used, 1 owned"),
    ],
)
def test_the_checker_sees_what_is_wrong(layout: SheetLayout, said: str) -> None:
    assert verify_sheets(BOARD, GOOD) == []
    assert any(said in what for what in verify_sheets(BOARD, layout))


def test_the_checker_wants_cuts_from_edge_to_edge_and_counts_their_rounds() -> None:
    # Four round a fifth: no cut goes through.
    wheel = SheetProblem(
        0,
        0,
        (SheetStock("s", 3, 3, 1),),
        (SheetPart("l", 2, 1, 2), SheetPart("h", 1, 2, 2), SheetPart("m", 1, 1, 1)),
    )
    places = (("l", 0, 0), ("h", 2, 0), ("l", 1, 2), ("h", 0, 1), ("m", 1, 1))
    turned = SheetLayout((CutSheet("s", tuple(LaidPart(*own) for own in places)),), 1)
    assert verify_sheets(wheel, turned) == ["sheet 0: no cut from edge to edge frees the parts"]
    with pytest.raises(ValueError, match="edge to edge"):
        cut_order(wheel, turned.boards[0])
    # A strip, a stack in it, a part, and beside that a part that is narrower than its stack: a fourth round.
    three = SheetProblem(
        0,
        0,
        (SheetStock("s", 10, 10, 1),),
        (SheetPart("a", 4, 10, 1), SheetPart("b", 6, 5, 1), SheetPart("c", 3, 5, 1)),
        3,
    )
    fine = SheetLayout((CutSheet("s", (LaidPart("a", 0, 0), LaidPart("b", 4, 0), LaidPart("c", 4, 5))),), 1)
    assert verify_sheets(three, fine) == []
    narrow = structs.replace(three, parts=(*three.parts[:2], SheetPart("c", 3, 2, 1), SheetPart("d", 2, 3, 1)))
    deep = SheetLayout((CutSheet("s", (*fine.boards[0].parts, LaidPart("d", 8, 5))),), 1)
    assert verify_sheets(narrow, deep) == ["sheet 0: it takes 4 rounds of cuts"]
    assert verify_sheets(structs.replace(narrow, stages=0), deep) == []
