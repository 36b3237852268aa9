"""A first layout of sheets at once, then better ones. Work ends the search, no clock: it is the same each time."""

from collections.abc import Callable, Iterator, Sequence
from functools import partial
from itertools import product
from typing import TypeVar

from zygoform.core.cutting.problem import SheetLayout, SheetPart, SheetProblem, SheetStock
from zygoform.core.cutting.sheets.free_rects import FILL_RULES, FillRule, fill_rects
from zygoform.core.cutting.sheets.stock_sheets import FilledSheet, Placed, SheetSet
from zygoform.core.cutting.sheets.strips import FitRule, fill_strips
from zygoform.core.cutting.verify import verify_sheets
from zygoform.core.piecemeal import Piecemeal

# What no layout of sheets can beat: by area, and by parts of which no two lie on one sheet.

AREA_STEPS = 4000
"""The area asked for is counted in so many steps, rounded down: the bound stays one."""


def cost_bound(sheets: SheetSet) -> int:
    """The least that any layout costs, cents."""
    return max(_by_area(sheets), _by_large_parts(sheets))


def _by_area(sheets: SheetSet) -> int:
    """The cheapest sheets whose rooms come to the parts' area; owned ones cost nothing."""
    asked = sum(w * h * n for (w, h), n in zip(sheets.sizes, sheets.counts, strict=True))
    asked -= sum(sheets.rooms[j][0] * sheets.rooms[j][1] for j in sheets.owned)
    if asked <= 0 or not sheets.sale:
        return 0
    step = max(1, asked // AREA_STEPS)
    steps = asked // step
    # Each room counted as more than it is, the area asked for as less.
    rooms = [(-(-sheets.rooms[j][0] * sheets.rooms[j][1] // step), sheets.prices[j]) for j in sheets.sale]
    rooms = [(room, price) for room, price in rooms if room]
    # Of all amounts only those matter that whole sheets leave of what is asked for.
    wanted, least = bytearray(steps + 1), [0] * (steps + 1)
    wanted[steps] = 1
    for k in range(steps, 0, -1):
        if wanted[k]:
            for room, _ in rooms:
                wanted[max(0, k - room)] = 1
    for k in range(1, steps + 1):
        if wanted[k]:
            least[k] = min([least[max(0, k - room)] + price for room, price in rooms])
    return least[steps]


def _by_large_parts(sheets: SheetSet) -> int:
    """Parts larger than half of every sheet both ways, however they lie: each takes a sheet of its own."""
    wide, high = (max((room[k] for room in sheets.rooms), default=0) for k in (0, 1))
    alone: list[int] = []
    for kind, ways in enumerate(sheets.ways):
        if all(2 * w > wide and 2 * h > high for w, h, _ in ways):
            fits = [sheets.prices[j] for j in sheets.sale if sheets.fits(kind, j)]
            alone += [min(fits, default=0)] * sheets.counts[kind]
    # An owned sheet takes one of them away, the dearest at best.
    return sum(sorted(alone)[: max(0, len(alone) - len(sheets.owned))])


WORK = 4000
"""Fills that are tried at most, for a problem of forty parts; for others so many more or fewer."""

STRIPS_SHARE = 0.3
"""Of the orders at random so many are filled in strips."""
FITS: tuple[FitRule, ...] = ("first", "best")
Option = TypeVar("Option")
Sizes = tuple[int, int]
KEYS: tuple[Callable[[Sizes], tuple[int, int]], ...] = (
    lambda s: (s[0] * s[1], max(s)),
    lambda s: (max(s), min(s)),
    lambda s: (s[1], s[0]),
    lambda s: (s[0], s[1]),
    lambda s: (s[0] + s[1], max(s)),
    lambda s: (min(s), max(s)),
)
"""Larger ones first, by area, longer side, height, width, both sides together, shorter side."""


def quick_sheets_piecemeal(problem: SheetProblem) -> Piecemeal[SheetLayout]:
    """The best of the shelf packings and a few fills; always one that can be cut."""
    search = _SheetSearch(problem)
    for fill in search.plain():
        search.take(fill())
        yield
        if search.is_least():
            break
    return search.best


def improve_sheets(problem: SheetProblem) -> Iterator[SheetLayout]:
    """Better and better layouts: every rule with every order, then orders at random near the good ones."""
    search = _SheetSearch(problem)
    for fill in (*search.plain(), *search.thorough()):
        if search.take(fill()):
            yield search.best
        if search.best.proven:
            break
    else:
        for fill in search.at_random():
            if search.take(fill()):
                yield search.best
            if search.best.proven:
                break
    yield search.best


Fill = Callable[[], list[FilledSheet] | None]


class _SheetSearch:
    def __init__(self, problem: SheetProblem) -> None:
        self.problem = problem
        # Strips along the height are strips along the width of everything turned on its side.
        self.sets = [SheetSet(problem), SheetSet(_on_its_side(problem))]
        self.bound = cost_bound(self.sets[0])
        every = tuple(range(len(self.sets[0].kinds)))
        nothing = self.sets[0].layout([], self.bound if not every else 0, every)
        self.best, self.rank = nothing, (len(nothing.unplaced), 0, 0)

    def orders(self, sheets: SheetSet) -> list[list[int]]:
        kinds = range(len(sheets.kinds))
        return [sorted(kinds, key=lambda k, key=key: key(sheets.sizes[k]), reverse=True) for key in KEYS]  # type: ignore[misc]

    def mains(self, sheets: SheetSet) -> list[list[int]]:
        """Each sheet on sale in turn as the one that is bought, the others only where it does not do."""
        areas = [max(1, wide * high) for wide, high in sheets.rooms]
        per_area = sorted(sheets.sale, key=lambda j: sheets.prices[j] / areas[j])
        return [[j, *(k for k in per_area if k != j)] for j in per_area] or [[]]

    def take(self, sheets: list[FilledSheet] | None) -> bool:
        """Keeps what is better than all before and passes the checker."""
        if sheets is None:
            return False
        own = self.sets[0]
        rank = (len(own.missing), own.cost(sheets), len(sheets))
        if rank >= self.rank:
            return False
        layout = own.layout(sheets, self.bound)
        if verify_sheets(self.problem, layout):
            return False
        self.best, self.rank = layout, rank
        return True

    def is_least(self) -> bool:
        """Whether nothing can rank before the best: all parts, as cheap as can be, on one sheet."""
        return self.rank <= (0, self.bound, 1)

    def plain(self) -> Iterator[Fill]:
        """Shelves both ways, first fit and best fit; and a few fills."""
        for side, sheets in enumerate(self.sets):
            order = sorted(range(len(sheets.kinds)), key=lambda k, own=sheets: own.sizes[k][::-1], reverse=True)  # type: ignore[misc]
            for main, rule, stacked in product(self.mains(sheets), FITS, (False, True)):
                yield partial(self._strips, side, order, main, rule, stacked=stacked)
        if not self.problem.stages:
            sheets, few = self.sets[0], (FILL_RULES[0], FILL_RULES[2], FILL_RULES[9])
            for main, order, fill in product(self.mains(sheets)[:2], self.orders(sheets)[:2], few):
                yield partial(fill_rects, sheets, order, main, fill)

    def thorough(self) -> Iterator[Fill]:
        """Every rule with every order and every main sheet."""
        for side, sheets in enumerate(self.sets):
            for main, order, rule in product(self.mains(sheets), self.orders(sheets), FITS):
                yield partial(self._strips, side, order, main, rule)
        if not self.problem.stages:
            sheets = self.sets[0]
            for main, order, fill in product(self.mains(sheets), self.orders(sheets), FILL_RULES):
                yield partial(fill_rects, sheets, order, main, fill)

    def at_random(self) -> Iterator[Fill]:
        """Orders in which parts have changed places with others about as large."""
        draw, parts = _Draw(), sum(self.sets[0].counts)
        for _ in range(max(200, WORK * 40 // max(1, parts))):
            side = draw.below(2)
            sheets = self.sets[side]
            key, spread = draw.one(KEYS), draw.one((0.1, 0.3, 0.6))
            worth = [key(own)[0] * (1 + spread * (2 * draw.share() - 1)) for own in sheets.sizes]
            order = sorted(range(len(worth)), key=worth.__getitem__, reverse=True)
            main = draw.one(self.mains(sheets))
            if self.problem.stages or draw.share() < STRIPS_SHARE:
                yield partial(self._strips, side, order, main, draw.one(FITS))
            else:
                yield partial(self._rects, side, order, main, draw.one(FILL_RULES))

    def _strips(
        self, side: int, order: list[int], main: list[int], rule: FitRule, *, stacked: bool = True
    ) -> list[FilledSheet] | None:
        return self._upright(side, fill_strips(self.sets[side], order, main, rule, stacked=stacked))

    def _rects(self, side: int, order: list[int], main: list[int], rule: FillRule) -> list[FilledSheet] | None:
        return self._upright(side, fill_rects(self.sets[side], order, main, rule))

    @staticmethod
    def _upright(side: int, sheets: list[FilledSheet] | None) -> list[FilledSheet] | None:
        """What was filled lying on its side, as it stands."""
        if sheets is None or not side:
            return sheets
        return [
            FilledSheet(s.stock, tuple(Placed(p.kind, p.y, p.x, p.height, p.width, p.turned) for p in s.placed))
            for s in sheets
        ]


class _Draw:
    """Numbers as if drawn at random, the same each time (Park and Miller 1988, with their later factor)."""

    def __init__(self) -> None:
        self._state = 1

    def below(self, many: int) -> int:
        """A whole number from 0 on."""
        self._state = self._state * 48_271 % 2_147_483_647
        return self._state % many

    def share(self) -> float:
        """From 0 to 1."""
        return self.below(1_000_003) / 1_000_003

    def one(self, some: Sequence[Option]) -> Option:
        return some[self.below(len(some))]


def _on_its_side(problem: SheetProblem) -> SheetProblem:
    return SheetProblem(
        problem.kerf,
        problem.trim,
        tuple(SheetStock(s.id, s.height, s.width, s.price, s.limit) for s in problem.stocks),
        tuple(SheetPart(p.id, p.height, p.width, p.count, p.turns) for p in problem.parts),
        problem.stages,
    )
