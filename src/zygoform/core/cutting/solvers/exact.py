"""Better and better layouts up to the proven one: least money, then fewest boards.

Gilmore and Gomory's column generation; the linear program's value is a bound on money, rounded up to the common
divisor of the prices. Any solution that costs at most T uses only patterns whose reduced cost is at most T - bound,
so enumerating those and solving over them proves the optimum. Where parts are too many for that, columns are priced
on a grid and whole boards come of diving. All limits are amounts of work, so the same
problem gets the same layouts.
"""

import math
from collections.abc import Iterable, Iterator

from zygoform.core.cutting.problem import StripLayout, StripProblem
from zygoform.core.cutting.solvers.dive import dive, polish
from zygoform.core.cutting.solvers.packing import Packing, Pattern, affordable_counts
from zygoform.core.cutting.solvers.program import Duals, Relaxed, cheapest_mix, fewest_boards, first_that_holds
from zygoform.core.cutting.solvers.quick import Filled, quick_fill
from zygoform.core.cutting.solvers.walk import FINE, MOST_NODES, MOST_PATTERNS, Grid, PatternWalk
from zygoform.core.tolerance import PROGRAM_SLACK

MOST_ROUNDS = 400
MOST_WALKED = 24
"""More types of part than this are priced on the grid at once."""
MOST_PROVEN = 60
MOST_WORK = 1_500_000
"""Nodes of all walks together before the grid takes over."""
SMALL_WORK = 60_000
FIRST_NODES, MIXED_NODES = 30, 60
NEAR = 1.005
"""A layout within half a percent of the bound goes to the proof at once."""
IDLE, SLOW = 40, 0.98
"""Pricing ends where so many rounds brought the bound and the cost no nearer to each other than this."""
SMOOTH = 0.6
"""How much of the values that gave the best bound goes into the next pricing (Wentges smoothing)."""


def improve(problem: StripProblem) -> Iterator[StripLayout]:
    """Better and better layouts, each with a bound that holds; the last one is proven where the work allowed it."""
    packing = Packing(problem)
    filled = quick_fill(packing)
    yield filled.layout(packing)
    if filled.missing:
        return
    search = _Search(packing, filled)
    if packing.types and filled.boards:
        yield from search.layouts()
    else:
        yield search.write(proven=True)


class _Search:
    def __init__(self, packing: Packing, filled: Filled, most_work: int = MOST_WORK) -> None:
        self.packing, self.most_work = packing, most_work
        self.best: list[Pattern] = filled.patterns(packing)
        self.cost = filled.cost
        # The pencil's order may be tighter than the one worked out for its counts: it is kept as it is.
        self.quick: StripLayout | None = filled.layout(packing)
        self.columns: dict[Pattern, None] = dict.fromkeys(p for p in self.best if self._fits(p))
        self.bound = 0.0
        self.duals = Duals(0.0, (), ())
        self.work, self.is_proven = 0, False
        self.divisor = math.gcd(*packing.prices) or 1

    def layouts(self) -> Iterator[StripLayout]:
        grid = Grid(self.packing)
        if len(self.packing.types) <= MOST_WALKED and self._price_out():
            self._take(cheapest_mix(self.packing, list(self.columns), self.floor, self.cost, FIRST_NODES).patterns)
            yield self.write()
            yield from self._proof()
            if not self.is_proven:
                yield from self._larger(grid)
            return
        program = self._start_program()
        self._price_on_grid(grid, program)
        # Where ends slant, what is not known of their nesting is far more than a cell.
        if self.packing.nester.square and not grid.exact:
            fine = Grid(self.packing, FINE)
            self._price_on_grid(fine, program)
            yield self.write()
            yield from self._better(dive(self.packing, fine, list(self.columns)))
        yield from self._larger(grid)
        if self.cost > self.floor and len(self.packing.types) <= MOST_PROVEN:
            yield from self._proof()

    def _larger(self, grid: Grid) -> Iterator[StripLayout]:
        """What finds good layouts where a proof is out of reach."""
        yield self.write()
        if self.cost > self.floor * NEAR:
            yield from self._better(dive(self.packing, grid, list(self.columns)))
        if self.cost > self.floor * NEAR:
            yield from self._better(polish(self.packing, self.best, _proven))
        yield from self._better(self._mixed())
        yield self.write(proven=self.cost <= self.floor)

    @property
    def floor(self) -> int:
        """What no layout can cost less than."""
        return math.ceil(self.bound / self.divisor - PROGRAM_SLACK) * self.divisor

    def write(self, *, proven: bool = False) -> StripLayout:
        """The best so far with what is known of it."""
        proven = proven and not self.packing.nester.inexact
        bound = min(self.cost if proven else self.floor, self.cost)
        if self.quick is not None:
            return StripLayout(self.quick.boards, self.cost, bound, proven, self.quick.unplaced)
        return self.packing.write(self.best, bound=bound, proven=proven)

    def _better(self, found: Iterable[list[Pattern]]) -> Iterator[StripLayout]:
        for patterns in found:
            if self._take(tuple(patterns)):
                yield self.write()
            if self.cost <= self.floor:
                return

    def _mixed(self) -> Iterator[list[Pattern]]:
        """The best whole numbers of the patterns found, as far as a small tree leads."""
        if self.cost > self.floor:
            columns = list(dict.fromkeys([*self.columns, *self.best]))
            yield list(
                cheapest_mix(self.packing, columns, self.floor, self.cost - self.divisor, MIXED_NODES).patterns
            )

    def _proof(self) -> Iterator[StripLayout]:
        """Tries what is cheaper, cheapest first: counts of boards where they are few, else one program."""
        patterns = self._all_within(self.cost - self.bound) if self.duals.values else None
        if patterns is None:
            return
        done = True
        if self.floor < self.cost:
            cheaper = affordable_counts(self.packing, self.floor, self.cost - self.divisor)
            if cheaper is None:
                mix = cheapest_mix(self.packing, patterns, self.floor, self.cost - self.divisor)
            else:
                mix = first_that_holds(self.packing, patterns, cheaper)
            self._take(mix.patterns)
            done = mix.optimal
        if done:
            self._fewest(patterns)
        self.is_proven = done
        yield self.write(proven=done)

    def _fewest(self, patterns: list[Pattern]) -> None:
        """Fewer boards for the same money, where the room of fewer boards could do at all."""
        same = affordable_counts(self.packing, self.cost, self.cost)
        if same is None:
            self._take(fewest_boards(self.packing, patterns, self.cost).patterns)
        else:
            fewer = [counts for counts in same if sum(counts) < len(self.best)]
            self._take(first_that_holds(self.packing, patterns, fewer).patterns)

    def _fits(self, pattern: Pattern) -> bool:
        return self.packing.need(pattern[1]) <= self.packing.room[pattern[0]]

    def _take(self, patterns: tuple[Pattern, ...]) -> bool:
        """Keeps a mix of columns if it is better, without the parts it makes too many of; whether it is."""
        if not patterns:
            return False
        trimmed = self._trimmed(patterns)
        cost = self.packing.cost(trimmed)
        if (cost, len(trimmed)) >= (self.cost, len(self.best)) or not all(self._fits(p) for p in trimmed):
            return False
        self.best, self.cost, self.quick = trimmed, cost, None
        return True

    def _trimmed(self, patterns: tuple[Pattern, ...]) -> list[Pattern]:
        missing = list(self.packing.demand)
        kept: list[Pattern] = []
        for j, counts in patterns:
            real = tuple(min(n, m) for n, m in zip(counts, missing, strict=True))
            missing = [m - n for m, n in zip(missing, real, strict=True)]
            if any(real):
                kept.append((j, real))
        return kept

    def _start_program(self) -> Relaxed:
        for k in range(len(self.packing.types)):
            single = tuple(int(i == k) for i in range(len(self.packing.types)))
            for j, room in enumerate(self.packing.room):
                if self.packing.lengths[k] <= room:
                    self.columns[j, single] = None
        return Relaxed(self.packing, list(self.columns))

    def _price_out(self) -> bool:
        """Adds columns until none has a negative reduced cost; whether that end was reached."""
        program = self._start_program()
        for _ in range(MOST_ROUNDS):
            duals = program.duals()
            new: list[Pattern] = []
            for j, price in enumerate(self.packing.prices):
                walk = PatternWalk(self.packing, j, duals.values, self.most_work)
                pattern = walk.best()
                self.work += walk.work
                if walk.given_up or self.work > self.most_work:
                    return False
                if (
                    _worth(duals, pattern) > price - duals.limits[j] + PROGRAM_SLACK
                    and (j, pattern) not in self.columns
                ):
                    self.columns[j, pattern] = None
                    new.append((j, pattern))
            if not new:
                self.bound, self.duals = duals.cost, duals
                return not self.packing.nester.inexact
            program.add(new)
        return False

    def _price_on_grid(self, grid: Grid, program: Relaxed) -> None:
        """As `_price_out`, on the grid; the best bound on the way is kept, with the values that gave it."""
        demand, centre = self.packing.demand, tuple[float, ...]()
        costs = list[float]()
        for _ in range(MOST_ROUNDS):
            duals = program.duals()
            costs.append(duals.cost - self.bound)
            if len(costs) > IDLE and costs[-1] > costs[-IDLE] * SLOW:
                return
            values = duals.values
            if centre:
                values = tuple(SMOOTH * c + (1 - SMOOTH) * v for c, v in zip(centre, duals.values, strict=True))
            new = self._priced(grid, values, duals) or (self._priced(grid, duals.values, duals) if centre else [])
            for tried in (values, duals.values) if not new and centre else (values,):
                bound = self._bound_of(tried, grid.most(tried, demand))
                if bound > self.bound:
                    self.bound, centre = bound, tried
                    self.duals = Duals(bound, tried, duals.limits)
            if not new or self.floor >= duals.cost - PROGRAM_SLACK:
                return
            program.add(new)

    def _priced(self, grid: Grid, values: tuple[float, ...], duals: Duals) -> list[Pattern]:
        """Patterns of great value that would make the linear program cheaper."""
        new = []
        for j, pattern in enumerate(grid.best(values, self.packing.demand)):
            known = (j, pattern) in self.columns
            if not known and _worth(duals, pattern) > self.packing.prices[j] - duals.limits[j] + PROGRAM_SLACK:
                self.columns[j, pattern] = None
                new.append((j, pattern))
        return new

    def _bound_of(self, values: tuple[float, ...], most: list[float]) -> float:
        """What every layout costs at least, by these values: they are shrunk until no board on sale is worth more
        than its price; what a board of one's own is worth beyond its price is taken off as often as there is one.
        """
        packing = self.packing
        sale = [p / m for p, m, n in zip(packing.prices, most, packing.limits, strict=True) if n is None and m > 0]
        share = min(sale, default=1.0)
        own = sum(
            limit * min(0.0, price - share * value)
            for price, value, limit in zip(packing.prices, most, packing.limits, strict=True)
            if limit is not None
        )
        return share * sum(v * n for v, n in zip(values, packing.demand, strict=True)) + own

    def _all_within(self, slack: float) -> list[Pattern] | None:
        """Every pattern that a solution this much dearer than the bound could use; None where too many."""
        patterns: list[Pattern] = []
        for j, price in enumerate(self.packing.prices):
            walk = PatternWalk(self.packing, j, self.duals.values, min(MOST_NODES, self.most_work))
            found = walk.worth(price - self.duals.limits[j] - slack - PROGRAM_SLACK)
            if found is None or len(patterns) + len(found) > MOST_PATTERNS:
                return None
            patterns.extend((j, pattern) for pattern in found)
        return list(dict.fromkeys([*patterns, *(p for p in self.best if self._fits(p))]))


def _worth(duals: Duals, pattern: tuple[int, ...]) -> float:
    return sum(value * n for value, n in zip(duals.values, pattern, strict=True))


def _proven(packing: Packing) -> list[Pattern]:
    """The best patterns of a small problem; none where the work did not allow them."""
    filled = quick_fill(packing)
    if filled.missing or not filled.boards:
        return []
    search = _Search(packing, filled, SMALL_WORK)
    if search._price_out():  # noqa: SLF001
        list(search._proof())  # noqa: SLF001
    return search.best
