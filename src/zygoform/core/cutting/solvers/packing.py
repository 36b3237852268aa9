"""Boards as counts of parts: what fits on one, and how it is written out as cuts."""

import math
from collections.abc import Sequence

from msgspec import structs

from zygoform.core.cutting.nest import Counts, Nester, delta
from zygoform.core.cutting.problem import Cut, CutBoard, PartType, StripLayout, StripProblem, usable_length

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
