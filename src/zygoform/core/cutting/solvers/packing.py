"""Boards as counts of parts: what fits on one, and how it is written out as cuts."""

import math
from collections.abc import Sequence

from msgspec import structs

from zygoform.core.cutting.nest import Counts, Nester, delta
from zygoform.core.cutting.problem import Cut, CutBoard, PartType, StripLayout, StripProblem, usable_length
from zygoform.core.tolerance import COUNT_SLACK

Pattern = tuple[int, Counts]
"""Index of the stock and how many of each part type lie on the board."""


def shortest_edge(part: PartType, strip: int) -> float:
    """The length of a part's shorter edge, units; below 0 where its ends cross.

    Both ends shorten the same edge where they lean towards each other, else each shortens one.
    """
    width = part.width or strip
    # How far each end's line has come in, at the edge y = 0 and at y = width.
    left, right = (width * math.tan(math.radians(a)) for a in (part.left, -part.right))
    lost = (max(0.0, -left) + max(0.0, -right), max(0.0, left) + max(0.0, right))
    return part.length - max(lost)


class Packing:
    """The problem in the form the solvers work on: part types by length, longest first."""

    def __init__(self, problem: StripProblem) -> None:
        self.problem = problem
        self.nester = Nester(problem)
        longest = max((usable_length(problem, stock) for stock in problem.stocks), default=0)
        fits = [
            i
            for i, part in enumerate(problem.parts)
            if part.count and part.length <= longest and shortest_edge(part, problem.width) >= 0
        ]
        self.types = sorted(fits, key=lambda i: (-problem.parts[i].length, problem.parts[i].id))
        placed = set(fits)
        self.unplaced = tuple(p.id for i, p in enumerate(problem.parts) if p.count and i not in placed)
        self.lengths = tuple(problem.parts[i].length for i in self.types)
        self.demand = tuple(problem.parts[i].count for i in self.types)
        self.classes = tuple(self.nester.class_of[i] for i in self.types)
        self.room = tuple(usable_length(problem, stock) for stock in problem.stocks)
        self.prices = tuple(stock.price for stock in problem.stocks)
        self.limits = tuple(stock.limit for stock in problem.stocks)
        # Half the least gap at each end belongs to the part, in half units: a pattern's weights never exceed its
        # board's space, and with square ends they say exactly what fits.
        shares, room = self.nester.shares, 2 * max(self.nester.shares.values(), default=0)
        ends = [self.nester.ways[kind][0] for kind in self.classes]
        self.weights = tuple(
            max(1, 2 * length + shares[abs(left)] + shares[abs(right)])
            for length, (left, right) in zip(self.lengths, ends, strict=True)
        )
        self.space = tuple(max(0, 2 * usable_length(problem, stock) + room) for stock in problem.stocks)
        self.asked = sum(weight * count for weight, count in zip(self.weights, self.demand, strict=True))

    def class_counts(self, counts: Counts) -> Counts:
        """How many parts of each class of ends."""
        totals = [0] * len(self.nester.ways)
        for kind, count in zip(self.classes, counts, strict=True):
            totals[kind] += count
        return tuple(totals)

    def need(self, counts: Counts) -> int:
        """Length the parts take on one board, gaps included."""
        whole = sum(length * count for length, count in zip(self.lengths, counts, strict=True))
        return whole + self.nester.end_gaps(self.class_counts(counts))

    def cost(self, patterns: list[Pattern]) -> int:
        """What these boards cost, cents."""
        return sum(self.prices[j] for j, _ in patterns)

    def part_of(self, demand: Sequence[int], limits: Sequence[int | None]) -> "Packing":
        """A smaller problem: only so many of each part, and so many boards of each stock."""
        problem = self.problem
        parts = tuple(
            structs.replace(problem.parts[i], count=n) for i, n in zip(self.types, demand, strict=True) if n
        )
        stocks = tuple(structs.replace(s, limit=n) for s, n in zip(problem.stocks, limits, strict=True))
        return Packing(StripProblem(problem.kerf, problem.trim, problem.width, stocks, parts, problem.turn))

    def whole(self, small: "Packing", pattern: Pattern) -> Pattern:
        """A pattern of a smaller problem as one of this."""
        place = {self.problem.parts[i].id: k for k, i in enumerate(self.types)}
        counts = [0] * len(self.types)
        for i, n in zip(small.types, pattern[1], strict=True):
            counts[place[small.problem.parts[i].id]] = n
        return pattern[0], tuple(counts)

    def write(
        self, patterns: list[Pattern], *, bound: int = 0, proven: bool = False, missing: tuple[int, ...] = ()
    ) -> StripLayout:
        """The layout; fuller and dearer boards first, one order for the same patterns."""
        patterns = sorted(patterns, key=lambda pattern: (pattern[0], tuple(-n for n in pattern[1])))
        boards = tuple(CutBoard(self.problem.stocks[j].id, self._cuts(counts)) for j, counts in patterns)
        cost = self.cost(patterns)
        unplaced = self.unplaced + tuple(self.problem.parts[self.types[kind]].id for kind in missing)
        return StripLayout(boards, cost, min(bound, cost), proven, unplaced)

    def _cuts(self, counts: Counts) -> tuple[Cut, ...]:
        left_over = list(counts)
        cuts: list[Cut] = []
        x, last = self.problem.trim, None
        for kind, (left, right) in self.nester.order(self.class_counts(counts)):
            k = next(i for i, n in enumerate(left_over) if n and self.classes[i] == kind)
            left_over[k] -= 1
            if last is not None:
                x += delta(last, left, self.problem.kerf, self.problem.width)
            cuts.append(Cut(self.problem.parts[self.types[k]].id, x, left, right))
            x, last = x + self.lengths[k], right
        return tuple(cuts)


# How many boards of each stock could do at all. Where they are few, trying them one by one proves fastest.

StockCounts = tuple[int, ...]
MOST_COUNTS = 600


def affordable_counts(packing: Packing, low: int, high: int) -> list[StockCounts] | None:
    """Every count of boards of each stock that costs low..high and has room enough, cheapest first, fewest first.

    None where there are more than MOST_COUNTS.
    """
    most = [
        sum(packing.demand)
        if stock.limit is None
        else stock.limit
        if price == 0
        else min(stock.limit, high // price)
        for stock, price in zip(packing.problem.stocks, packing.prices, strict=True)
    ]
    walk = _Walk(packing, most, low, high)
    walk.deepen((), 0, packing.asked)
    if len(walk.found) > MOST_COUNTS:
        return None
    return sorted(walk.found, key=lambda counts: (_money(packing, counts), sum(counts), counts))


class _Walk:
    """Stock by stock; what no money left could reach is not walked."""

    def __init__(self, packing: Packing, most: list[int], low: int, high: int) -> None:
        self.prices, self.space, self.most, self.low, self.high = packing.prices, packing.space, most, low, high
        self.found: list[StockCounts] = []
        rest = [range(at, len(most)) for at in range(len(most) + 1)]
        # From each stock on: the most room a cent can buy (a little over, against rounding), and what is free.
        self.per_cent = [
            max((self.space[j] / self.prices[j] for j in js if self.prices[j]), default=0.0) * (1 + COUNT_SLACK)
            for js in rest
        ]
        self.free = [sum(self.space[j] * most[j] for j in js if not self.prices[j]) for js in rest]

    def deepen(self, counts: StockCounts, money: int, room: int) -> None:
        """`money` spent on `counts`, `room` still wanted (half units)."""
        at = len(counts)
        if len(self.found) > MOST_COUNTS or room > self.per_cent[at] * (self.high - money) + self.free[at] + 1:
            return
        price, space, most = self.prices[at], self.space[at], self.most[at]
        if price:
            most = min(most, (self.high - money) // price)
        if at + 1 < len(self.most):
            for count in range(most + 1):
                self.deepen((*counts, count), money + price * count, room - space * count)
            return
        least = max(0, -(-room // space) if space else (0 if room <= 0 else most + 1))
        if price:
            least = max(least, -(-(self.low - money) // price))
        elif money < self.low:
            return
        self.found.extend((*counts, count) for count in range(least, most + 1))


def _money(packing: Packing, counts: StockCounts) -> int:
    return sum(price * count for price, count in zip(packing.prices, counts, strict=True))
