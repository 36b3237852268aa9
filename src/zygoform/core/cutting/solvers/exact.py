"""The proven layout: least money, then fewest boards.

Gilmore and Gomory's column generation with exact pricing; the linear program's value is a bound on money,
rounded up to the common divisor of the prices. Any solution that costs at most T uses only patterns whose
reduced cost is at most T - bound, so enumerating those and solving over them proves the optimum. All limits
are amounts of work, so the same question gets the same answer.
"""

import math
from collections.abc import Iterator

from zygoform.core.cutting.nest import Counts
from zygoform.core.cutting.problem import StripLayout, StripProblem
from zygoform.core.cutting.solvers.packing import Packing, Pattern
from zygoform.core.cutting.solvers.program import Relaxed, cheapest_mix, fewest_boards, first_that_holds
from zygoform.core.cutting.solvers.quick import quick_patterns
from zygoform.core.cutting.solvers.stock_counts import affordable_counts

MOST_ROUNDS = 400
MOST_NODES = 400_000
MOST_PATTERNS = 40_000
FIRST_NODES = 30
TINY = 1e-6


def improve(question: StripProblem) -> Iterator[StripLayout]:
    """Better and better answers; the last one is proven where the work allowed it."""
    packing = Packing(question)
    loads, missing = quick_patterns(packing)
    yield packing.write(loads, missing=missing)
    if missing:
        return
    if packing.types and loads:
        yield from _Search(packing, loads).answers()
    else:
        yield packing.write(loads, proven=True)


class _Search:
    def __init__(self, packing: Packing, loads: list[Pattern]) -> None:
        self.packing, self.best = packing, loads
        self.columns: dict[Pattern, None] = dict.fromkeys(loads)
        self.bound = 0.0
        self.duals: tuple[float, ...] = ()
        self.limits: tuple[float, ...] = ()
        divisor = math.gcd(*packing.prices)
        self.divisor = divisor or 1

    def answers(self) -> Iterator[StripLayout]:
        exact = self._price_out()
        floor = self._floor() if exact else 0
        self._take(cheapest_mix(self.packing, list(self.columns), floor, self._cost(), FIRST_NODES).loads)
        yield self._write(floor, proven=False)
        if not exact:
            return
        yield from self._proof(floor)

    def _proof(self, floor: int) -> Iterator[StripLayout]:
        """Tries what is cheaper, cheapest first: purses one by one where they are few, else one program."""
        patterns = self._all_within(self._cost() - self.bound)
        if patterns is None:
            yield self._write(floor, proven=self._cost() <= floor)
            return
        done = True
        if floor < self._cost():
            cheaper = affordable_counts(self.packing, floor, self._cost() - self.divisor)
            if cheaper is None:
                mix = cheapest_mix(self.packing, patterns, floor, self._cost() - self.divisor)
            else:
                mix = first_that_holds(self.packing, patterns, cheaper)
            self._take(mix.loads)
            done = mix.optimal
        if done:
            self._fewest(patterns)
        yield self._write(self._cost() if done else floor, proven=done)

    def _fewest(self, patterns: list[Pattern]) -> None:
        """Fewer boards for the same money, where the room of fewer boards could do at all."""
        same = affordable_counts(self.packing, self._cost(), self._cost())
        if same is None:
            self._take(fewest_boards(self.packing, patterns, self._cost()).loads)
        else:
            fewer = [purse for purse in same if sum(purse) < len(self.best)]
            self._take(first_that_holds(self.packing, patterns, fewer).loads)

    def _write(self, bound: int, *, proven: bool) -> StripLayout:
        proven = proven and not self.packing.nester.inexact
        return self.packing.write(self.best, bound=bound, proven=proven)

    def _cost(self) -> int:
        return sum(self.packing.prices[j] for j, _ in self.best)

    def _floor(self) -> int:
        return math.ceil(self.bound / self.divisor - TINY) * self.divisor

    def _take(self, loads: tuple[Pattern, ...]) -> None:
        """Keeps a mix of columns if it is better, without the parts it makes too many of."""
        if not loads:
            return
        exact = self._trimmed(loads)
        cost = sum(self.packing.prices[j] for j, _ in exact)
        if (cost, len(exact)) < (self._cost(), len(self.best)):
            self.best = exact

    def _trimmed(self, loads: tuple[Pattern, ...]) -> list[Pattern]:
        missing = list(self.packing.demand)
        kept: list[Pattern] = []
        for j, counts in loads:
            real = tuple(min(n, m) for n, m in zip(counts, missing, strict=True))
            missing = [m - n for m, n in zip(missing, real, strict=True)]
            if any(real):
                kept.append((j, real))
        return kept

    def _price_out(self) -> bool:
        """Adds columns until none has a negative reduced cost; whether that end was reached."""
        for k in range(len(self.packing.types)):
            single = tuple(int(i == k) for i in range(len(self.packing.types)))
            for j, room in enumerate(self.packing.room):
                if self.packing.lengths[k] <= room:
                    self.columns[j, single] = None
        program = Relaxed(self.packing, list(self.columns), priced=True)
        for _ in range(MOST_ROUNDS):
            self.bound, self.duals, self.limits = program.duals()
            new: list[Pattern] = []
            for j, price in enumerate(self.packing.prices):
                walk = _Patterns(self.packing, j, self.duals)
                pattern = walk.best()
                if walk.nodes > MOST_NODES:
                    return False
                value = sum(d * n for d, n in zip(self.duals, pattern, strict=True))
                if value > price - self.limits[j] + TINY and (j, pattern) not in self.columns:
                    self.columns[j, pattern] = None
                    new.append((j, pattern))
            if not new:
                return not self.packing.nester.inexact
            program.add(new)
        return False

    def _all_within(self, slack: float) -> list[Pattern] | None:
        """Every pattern that a solution this much dearer than the bound could use; None where too many."""
        patterns: list[Pattern] = []
        for j, price in enumerate(self.packing.prices):
            walk = _Patterns(self.packing, j, self.duals)
            found = walk.worth(price - self.limits[j] - slack - TINY)
            if found is None or len(patterns) + len(found) > MOST_PATTERNS:
                return None
            patterns.extend((j, pattern) for pattern in found)
        return list(dict.fromkeys([*patterns, *self.best]))


class _Patterns:
    """Depth-first walk over what one board can hold, cut off by the value per room of what is left."""

    def __init__(self, packing: Packing, stock: int, values: tuple[float, ...]) -> None:
        self.packing, self.values = packing, values
        self.room, self.space = packing.room[stock], packing.space[stock]
        self.sequence = sorted(range(len(values)), key=lambda i: -values[i] / packing.weights[i])
        self.density = [max(0.0, values[i] / packing.weights[i]) for i in self.sequence]
        self.nodes = 0
        self.counts = [0] * len(values)
        self.classes = [0] * len(packing.nester.ways)
        self.found: list[Counts] = []
        self.goal = 0.0
        self.collect = False
        self.top: tuple[float, Counts] = (0.0, tuple(self.counts))

    def best(self) -> Counts:
        """The pattern of greatest value."""
        self._deepen(0, self.space, 0, 0.0)
        return self.top[1]

    def worth(self, goal: float) -> list[Counts] | None:
        """All patterns of at least this value that no further part fits on; None where too many."""
        self.goal, self.collect = goal, True
        self._deepen(0, self.space, 0, 0.0)
        return None if self.nodes > MOST_NODES or len(self.found) > MOST_PATTERNS else self.found

    def _deepen(self, at: int, space: int, used: int, value: float) -> None:
        """`space` is what the weights leave (half units), `used` the parts' length without their gaps."""
        self.nodes += 1
        if self.nodes > MOST_NODES or len(self.found) > MOST_PATTERNS:
            return
        if at == len(self.sequence):
            self._finish(used, value)
            return
        reach = value + space * self.density[at]
        if (reach < self.goal) if self.collect else (reach <= self.top[0] + TINY):
            return
        kind, packing = self.sequence[at], self.packing
        weight, length, worth = packing.weights[kind], packing.lengths[kind], self.values[kind]
        group, joints, square = packing.classes[kind], packing.nester.joints, packing.nester.square
        before = self.classes[group]
        for count in range(min(packing.demand[kind], space // weight), -1, -1):
            self.counts[kind], self.classes[group] = count, before + count
            longer = used + count * length
            # Square ends need no second look: their weights are exact.
            if square or not count or longer + joints(tuple(self.classes)) <= self.room:
                self._deepen(at + 1, space - count * weight, longer, value + count * worth)
        self.counts[kind], self.classes[group] = 0, before

    def _finish(self, used: int, value: float) -> None:
        if not self.collect:
            if value > self.top[0] + TINY:
                self.top = (value, tuple(self.counts))
        elif any(self.counts) and self._is_full(used):
            self.found.append(tuple(self.counts))

    def _is_full(self, used: int) -> bool:
        """Whether no missing part fits besides; only such patterns are needed, since more may be cut than asked."""
        packing, tried = self.packing, set[int]()
        # Longest first: of each class of ends only the shortest missing part need be tried.
        for kind in range(len(self.counts) - 1, -1, -1):
            group = packing.classes[kind]
            if group in tried or self.counts[kind] >= packing.demand[kind]:
                continue
            tried.add(group)
            self.classes[group] += 1
            fits = used + packing.lengths[kind] + packing.nester.joints(tuple(self.classes)) <= self.room
            self.classes[group] -= 1
            if fits:
                return False
        return True
