"""The parts of the proof, each against trying everything."""

import itertools
import random

import pytest
from hypothesis import given

from tests.fuzzing import random_cases
from tests.strategies import strip_problems
from zygoform.core.cutting.nest import Nester, delta
from zygoform.core.cutting.problem import PartType, StockType, StripProblem, usable_length
from zygoform.core.cutting.solvers.exact import improve
from zygoform.core.cutting.solvers.packing import Packing, affordable_counts
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.cutting.verify import verify
from zygoform.core.piecemeal import at_once


@given(strip_problems())
def test_shares_of_a_gap_never_exceed_it(problem: StripProblem) -> None:
    nester = Nester(problem)
    angles = {angle for ways in nester.ways for way in ways for angle in way}
    for a, b in itertools.product(angles, repeat=2):
        gap = delta(a, b, problem.kerf, problem.width)
        assert nester.shares[abs(a)] + nester.shares[abs(b)] <= 2 * gap


@given(strip_problems(most=3, types=3))
def test_whatever_fits_on_a_board_has_the_weight_for_it(problem: StripProblem) -> None:
    """The cheap test by weight lets every load through that really fits; with square ends no other."""
    packing = Packing(problem)
    ranges = [range(min(count, 3) + 1) for count in packing.demand]
    for counts in itertools.product(*ranges):
        weight = sum(w * n for w, n in zip(packing.weights, counts, strict=True))
        need = packing.need(counts)
        for room, space in zip(packing.room, packing.space, strict=True):
            if room < 0 or not any(counts):
                continue
            if need <= room:
                assert weight <= space
            elif packing.nester.square:
                assert weight > space


@pytest.mark.parametrize("seed", range(40))
def test_purses_are_all_there_are(seed: int) -> None:
    draw = random.Random(seed)
    stocks = []
    for k in range(3):
        price = draw.choice((0, draw.randint(3, 30)))
        limit = draw.randint(0, 2) if price == 0 or draw.random() < 0.3 else None
        stocks.append(StockType(f"s{k}", draw.randint(500, 2000), price, limit))
    ends = [draw.choice(((0.0, 0.0), (45.0, -45.0), (0.0, 45.0))) for _ in range(2)]
    parts = tuple(PartType(f"p{k}", draw.randint(200, 900), draw.randint(1, 3), *ends[k]) for k in range(2))
    packing = Packing(StripProblem(3, 10, 50, tuple(stocks), parts))
    low = draw.randint(0, 40)
    high = low + draw.randint(0, 40)
    most = 7
    wanted = {
        counts
        for counts in itertools.product(range(most + 1), repeat=3)
        if low <= sum(n * s.price for n, s in zip(counts, stocks, strict=True)) <= high
        and all(
            n <= (sum(packing.demand) if s.limit is None else s.limit) for n, s in zip(counts, stocks, strict=True)
        )
        and sum(n * space for n, space in zip(counts, packing.space, strict=True)) >= packing.asked
    }
    found = affordable_counts(packing, low, high)
    assert found is not None
    assert len(set(found)) == len(found)
    assert {counts for counts in found if max(counts) <= most} == wanted
    money = [sum(n * s.price for n, s in zip(counts, stocks, strict=True)) for counts in found]
    assert money == sorted(money), "cheapest first"


def first_fit(problem: StripProblem, stock: StockType) -> int | None:
    """The pencil's way, for one length on sale and square ends: longest first, into the first board with room."""
    boards: list[int] = []
    for part in sorted(problem.parts, key=lambda p: -p.length):
        for _ in range(part.count):
            if part.length > usable_length(problem, stock):
                return None
            need = part.length + problem.kerf
            at = next(
                (i for i, used in enumerate(boards) if used + need <= usable_length(problem, stock) + problem.kerf),
                None,
            )
            if at is None:
                boards.append(need)
            else:
                boards[at] += need
    return len(boards) * stock.price


@given(strip_problems(slanted=False))
def test_the_quick_layout_is_no_dearer_than_a_pencil(problem: StripProblem) -> None:
    layout = at_once(quick_piecemeal(problem))
    if layout.unplaced or any(stock.limit is not None for stock in problem.stocks):
        return
    by_hand = [cost for stock in problem.stocks if (cost := first_fit(problem, stock)) is not None]
    assert layout.cost <= min(by_hand)


@random_cases(30)
@given(strip_problems(most=4, types=4))
def test_the_bound_is_never_above_what_was_found(problem: StripProblem) -> None:
    layouts = list(improve(problem))
    for layout in layouts:
        assert layout.bound <= layout.cost
        assert verify(problem, layout) == []
    if layouts[-1].proven:
        assert all(layout.bound <= layouts[-1].cost for layout in layouts), "a bound no layout beats"
    assert layouts == list(improve(problem)), "the same work, the same layout"


def test_frames_nest_and_the_saving_is_real() -> None:
    """Eight frame sides, 2 in wide and 300 mm long, from one length: turned end for end they share cuts."""
    parts = (PartType("side", 30_000, 8, 45.0, -45.0),)
    stocks = (StockType("short", 214_500, 900), StockType("long", 243_840, 1000))
    turned = StripProblem(318, 1270, 5080, stocks, parts, "free")
    *_, nested = improve(turned)
    *_, stiff = improve(StripProblem(318, 1270, 5080, stocks, parts, "moulded"))
    assert verify(turned, nested) == []
    # By hand: alternating, each side takes 300 - 50.8 mm and a kerf of 3.18 / cos 45.
    by_hand = 8 * 30_000 - 7 * (5080 - 450)
    assert nested.boards[0].cuts[-1].x + 30_000 - 1270 == pytest.approx(by_hand, abs=16)
    assert len(nested.boards) == 1
    assert nested.proven
    assert stiff.proven
    assert stiff.cost > nested.cost
