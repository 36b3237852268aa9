"""Layouts: every layout passes the checker, the checker catches what is wrong, the proven optimum is one."""

import itertools
import math
from decimal import Decimal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs
from shapely.geometry import LineString

from tests.fuzzing import random_cases
from tests.strategies import strip_problems
from zygoform.core.cutting.nest import Nester, delta, turned
from zygoform.core.cutting.problem import Cut, CutBoard, PartType, StockType, StripLayout, StripProblem
from zygoform.core.cutting.solvers.exact import improve
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.cutting.verify import verify
from zygoform.core.piecemeal import at_once

FEET = 30_480


def last(problem: StripProblem) -> StripLayout:
    *_, layout = improve(problem)
    return layout


@given(strip_problems(most=8))
def test_the_quick_layout_can_be_cut(problem: StripProblem) -> None:
    layout = at_once(quick_piecemeal(problem))
    assert verify(problem, layout) == []
    longest = max(stock.length for stock in problem.stocks) - 2 * problem.trim
    on_sale = max(stock.length for stock in problem.stocks if stock.limit is None) - 2 * problem.trim
    assert set(layout.unplaced) >= {part.id for part in problem.parts if part.length > longest}
    assert set(layout.unplaced) <= {part.id for part in problem.parts if part.length > on_sale}


@random_cases(40)
@given(strip_problems(most=4, types=4))
def test_better_answers_can_be_cut_and_never_get_worse(problem: StripProblem) -> None:
    layouts = list(improve(problem))
    ranks = [(layout.cost, len(layout.boards)) for layout in layouts]
    assert ranks == sorted(ranks, reverse=True)
    assert all(verify(problem, layout) == [] for layout in layouts)
    assert all(layout.bound <= layouts[-1].cost for layout in layouts)
    assert layouts == list(improve(problem)), "the same problem gets the same layouts"


def brute_force(problem: StripProblem) -> tuple[int, int]:  # noqa: C901
    """The least (cost, boards) by trying every way to put every single part on boards; for very small problems."""
    nester = Nester(problem)
    singles = [i for i, part in enumerate(problem.parts) for _ in range(part.count)]
    best = (10**9, 0)

    def cheapest(group: tuple[int, ...]) -> list[tuple[int, int]]:
        counts = [0] * len(nester.ways)
        for i in group:
            counts[nester.class_of[i]] += 1
        need = sum(problem.parts[i].length for i in group) + nester.end_gaps(tuple(counts))
        return [(s.price, j) for j, s in enumerate(problem.stocks) if s.length - 2 * problem.trim >= need]

    def partitions(rest: tuple[int, ...]) -> list[list[tuple[int, ...]]]:
        if not rest:
            return [[]]
        found = []
        for size in range(len(rest)):
            for others in itertools.combinations(range(1, len(rest)), size):
                group = (rest[0], *(rest[k] for k in others))
                left = tuple(rest[k] for k in range(1, len(rest)) if k not in others)
                found += [[group, *more] for more in partitions(left)]
        return found

    for groups in partitions(tuple(singles)):
        choices = [cheapest(group) for group in groups]
        if not all(choices):
            continue
        for chosen in itertools.product(*choices):
            used = [j for _, j in chosen]
            if all(s.limit is None or used.count(j) <= s.limit for j, s in enumerate(problem.stocks)):
                best = min(best, (sum(price for price, _ in chosen), len(chosen)))
    return best


@random_cases(60)
@given(strip_problems(most=2, types=3))
def test_a_proven_layout_is_the_best_of_all(problem: StripProblem) -> None:
    if sum(part.count for part in problem.parts) > 5:
        problem = structs.replace(problem, parts=tuple(structs.replace(p, count=1) for p in problem.parts))
    layout = last(problem)
    if not layout.unplaced:
        assert layout.proven
        assert (layout.cost, len(layout.boards)) == brute_force(problem)


def test_repeats_like_a_real_cut_list_are_proven() -> None:
    parts = [(1600, 4), (1520, 2), (530, 2), (720, 6), (455, 8), (305, 12), (260, 6)]
    types = tuple(PartType(f"p{i}", mm * 100, n) for i, (mm, n) in enumerate(parts))
    sale = tuple(
        StockType(f"s{ft}", ft * FEET, price) for ft, price in ((6, 1140), (8, 1490), (10, 1920), (12, 2390))
    )
    problem = StripProblem(318, 1270, 0, sale, types)
    layout = last(problem)
    assert layout.proven
    assert verify(problem, layout) == []
    assert layout.cost <= at_once(quick_piecemeal(problem)).cost


def test_a_part_as_long_as_a_board_holds_is_cut_from_it() -> None:
    sale = (StockType("short", 60_000, 500), StockType("long", 90_000, 900))
    for trim in (0, 1000):
        part = PartType("a", 60_000 - 2 * trim, 1)
        for kerf in (0, 300):
            layout = at_once(quick_piecemeal(StripProblem(kerf, trim, 0, sale, (part,))))
            assert [board.stock for board in layout.boards] == ["short"]
            longer = StripProblem(kerf, trim, 0, sale, (structs.replace(part, length=part.length + 1),))
            assert [board.stock for board in at_once(quick_piecemeal(longer)).boards] == ["long"]
            assert verify(longer, at_once(quick_piecemeal(longer))) == []


def test_own_boards_come_first_and_no_more_than_there_are() -> None:
    parts = (PartType("a", 50_000, 6),)
    problem = StripProblem(300, 0, 0, (StockType("own", 101_000, 0, 2), StockType("buy", 244_000, 900)), parts)
    layout = last(problem)
    assert [board.stock for board in layout.boards].count("own") == 1, "two parts left need no second offcut"
    assert layout.cost == 900


GOOD = StripProblem(
    300,
    1000,
    1900,
    (StockType("s", 200_000, 500), StockType("o", 90_000, 0, 1)),
    (PartType("m", 60_000, 2, 45.0, -45.0), PartType("q", 30_000, 1)),
    "free",
)


def _shift(layout: StripLayout, by: int) -> StripLayout:
    board = layout.boards[0]
    cuts = (*board.cuts[:-1], structs.replace(board.cuts[-1], x=board.cuts[-1].x + by))
    return structs.replace(layout, boards=(structs.replace(board, cuts=cuts), *layout.boards[1:]))


@pytest.mark.parametrize(
    ("spoil", "word"),
    [
        (lambda a: structs.replace(a, boards=a.boards[:-1]), "cut"),
        (lambda a: structs.replace(a, cost=a.cost + 1), "cost"),
        (lambda a: _shift(a, -10), "closer"),
        (lambda a: _shift(a, 500_000), "leaves"),
        (lambda a: structs.replace(a, boards=(*a.boards, CutBoard("o", ()), CutBoard("o", ()))), "owned"),
        (lambda a: structs.replace(a, boards=(*a.boards, CutBoard("x", ()))), "unknown"),
        (lambda a: structs.replace(a, boards=(CutBoard("s", (Cut("m", 1000, 30.0, -45.0),)), *a.boards)), "turned"),
    ],
)
def test_the_checker_catches(spoil: object, word: str) -> None:
    layout = last(GOOD)
    assert verify(GOOD, layout) == []
    assert any(word in fault for fault in verify(GOOD, spoil(layout)))  # type: ignore[operator]


SLOPES = st.sampled_from((-60.0, -45.0, -22.5, 0.0, 10.0, 22.5, 45.0, 60.0))


@given(SLOPES, SLOPES, st.integers(0, 400), st.sampled_from((0, 1900, 6000)))
def test_the_least_gap_is_that_of_two_slanted_lines(right: float, left: float, kerf: int, width: int) -> None:
    """Against drawn lines: at this gap they are a slanted kerf apart along the board, nowhere less."""
    gap = delta(right, left, kerf, width)
    a, b = math.tan(math.radians(right)), math.tan(math.radians(left))
    first = [(-max(0.0, a) * width + a * y, y) for y in (0.0, width)]  # extreme right at x = 0
    second = [(gap - min(0.0, b) * width + b * y, y) for y in (0.0, width)]
    apart = min(s[0] - f[0] for f, s in zip(first, second, strict=True))
    need = kerf * max(1 / math.cos(math.radians(right)), 1 / math.cos(math.radians(left)))
    assert need - 1e-6 <= apart <= need + 1.0 + 1e-6
    if width and kerf:
        assert LineString(first).distance(LineString(second)) >= kerf - 2


@given(strip_problems(most=3, types=3))
def test_the_best_order_is_the_best_of_all_orders(problem: StripProblem) -> None:
    nester = Nester(problem)
    parts = [i for i, part in enumerate(problem.parts) for _ in range(part.count)][:4]
    counts = [0] * len(nester.ways)
    for i in parts:
        counts[nester.class_of[i]] += 1
    ends = [turned((problem.parts[i].left, problem.parts[i].right), problem.turn) for i in parts]
    every = (
        sum(delta(a[1], b[0], problem.kerf, problem.width) for a, b in itertools.pairwise(way))
        for order in itertools.permutations(range(len(parts)))
        for way in itertools.product(*(ends[k] for k in order))
    )
    assert nester.end_gaps(tuple(counts)) == min(every)
    placed = nester.order(tuple(counts))
    gaps = (delta(a[1][1], b[1][0], problem.kerf, problem.width) for a, b in itertools.pairwise(placed))
    assert sum(gaps) == nester.end_gaps(tuple(counts))


def test_the_solver_imports_no_qt_and_the_core_no_solver_library() -> None:
    import subprocess
    import sys

    code = (
        "import sys, zygoform.app.solver_process, zygoform.core.plan;"
        "bad = [m for m in sys.modules if m.split('.')[0] in ('PySide6', 'highspy', 'numpy', 'fpdf', 'shapely')];"
        "sys.exit(', '.join(bad) or 0)"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
    assert Decimal(1) == 1
