"""How close slanted ends come to each other on a board, and the best order of parts on one.

delta(a, b) = kerf * max(1/cos a, 1/cos b) - [both lean the same way] * width * min(|tan a|, |tan b|), rounded
up to a whole unit: the distance from the extreme right of one part to the extreme left of the
next. Lines of equal slope share one cut; opposite ones do not overlap; the slanted kerf counts.
"""

import math
from functools import cache
from itertools import pairwise

from zygoform.core.cutting.problem import StripProblem
from zygoform.core.tolerance import LAYOUT_UNITS

Ends = tuple[float, float]
Counts = tuple[int, ...]
_MOST_STATES = 4_000


@cache
def delta(right: float, left: float, kerf: int, width: int) -> int:
    """Units from the extreme right of a part (right angle) to the extreme left of the next (left angle)."""
    a, b = math.radians(right), math.radians(left)
    gap = kerf * max(1 / math.cos(a), 1 / math.cos(b))
    if right * left > 0:
        gap -= width * min(abs(math.tan(a)), abs(math.tan(b)))
    return math.ceil(gap - LAYOUT_UNITS / 2)


def turned(ends: Ends, turn: str) -> tuple[Ends, ...]:
    """The ways a part with these ends can lie, without repeats."""
    left, right = ends
    ways = [(left, right)]
    if turn in ("free", "face"):
        ways.append((right, left))
    if turn == "free":
        ways += [(-left, -right), (-right, -left)]
    return tuple(dict.fromkeys((a + 0.0, b + 0.0) for a, b in ways))


class Nester:
    """Orders parts by their ends. Parts with the same ends form a class; a board is a count for each."""

    def __init__(self, problem: StripProblem) -> None:
        self.kerf, self.width = problem.kerf, problem.width
        ends = [turned((part.left, part.right), problem.turn) for part in problem.parts]
        kinds = list(dict.fromkeys(frozenset(ways) for ways in ends))
        self.ways: tuple[tuple[Ends, ...], ...] = tuple(
            next(ways for ways in ends if frozenset(ways) == kind) for kind in kinds
        )
        self.class_of = tuple(kinds.index(frozenset(ways)) for ways in ends)
        self._memo: dict[tuple[Counts, float], tuple[int, int, Ends]] = {}
        self._end_gaps: dict[Counts, int] = {}
        self.square = all(ways == ((0.0, 0.0),) for ways in self.ways)
        angles = {angle for ways in self.ways for way in ways for angle in way} or {0.0}
        self.shares = self._shares(angles)
        self.inexact = False
        self.states = 0

    def _shares(self, angles: set[float]) -> dict[float, int]:
        """What each end (degrees, unsigned) takes of a gap, in half units: two ends' shares never exceed it."""
        gaps = {(a, b): delta(a, b, self.kerf, self.width) for a in angles for b in angles}
        shares = {abs(a): delta(abs(a), abs(a), self.kerf, self.width) for a in angles}
        if any(2 * gap < shares[abs(a)] + shares[abs(b)] for (a, b), gap in gaps.items()):
            shares = dict.fromkeys(shares, min(gaps.values()))
        return shares

    def end_gaps(self, counts: Counts) -> int:
        """Least sum of all gaps between neighbours (negative where slopes nest).

        Where the orders are too many to try, a good one serves, and `inexact` says so from then on.
        """
        pieces = sum(counts)
        if pieces < 2:
            return 0
        if self.square:
            return (pieces - 1) * self.kerf
        if counts not in self._end_gaps:
            self._end_gaps[counts] = self._least_gaps(counts)
        return self._end_gaps[counts]

    def _too_many(self, counts: Counts) -> bool:
        """Whether the best order would take too long: states of the search times what each looks at."""
        return math.prod(n + 1 for n in counts) * sum(n > 0 for n in counts) > _MOST_STATES

    def _least_gaps(self, counts: Counts) -> int:
        if self._too_many(counts):
            self.inexact = True
            return sum(delta(a[1][1], b[1][0], self.kerf, self.width) for a, b in pairwise(self._nearest(counts)))
        return min(
            self._rest(_less(counts, kind), way[1])[0]
            for kind, ways in enumerate(self.ways)
            if counts[kind]
            for way in ways
        )

    def _rest(self, counts: Counts, last: float) -> tuple[int, int, Ends]:
        """Least gaps for the remaining parts after an end `last`; the class and the way that come next."""
        if not any(counts):
            return 0, -1, (0.0, 0.0)
        key = (counts, last)
        if key not in self._memo:
            self.states += 1
            self._memo[key] = min(
                (delta(last, way[0], self.kerf, self.width) + self._rest(_less(counts, kind), way[1])[0], kind, way)
                for kind, ways in enumerate(self.ways)
                if counts[kind]
                for way in ways
            )
        return self._memo[key]

    def order(self, counts: Counts) -> list[tuple[int, Ends]]:
        """The best order, or a good one where those are too many: (class, ends as they lie) from left to right."""
        if not any(counts):
            return []
        if self.square or self._too_many(counts):
            return self._nearest(counts)
        first = min(
            (self._rest(_less(counts, kind), way[1])[0], kind, way)
            for kind, ways in enumerate(self.ways)
            if counts[kind]
            for way in ways
        )
        kind, way = first[1], first[2]
        placed = [(kind, way)]
        counts = _less(counts, kind)
        while any(counts):
            _, kind, way = self._rest(counts, way[1])
            placed.append((kind, way))
            counts = _less(counts, kind)
        return placed

    def _nearest(self, counts: Counts) -> list[tuple[int, Ends]]:
        """Next whatever comes nearest to the end before; the first classes first where all are alike."""
        left = list(counts)
        kind = next(k for k, n in enumerate(left) if n)
        placed = [(kind, self.ways[kind][0])]
        left[kind] -= 1
        while any(left):
            last = placed[-1][1][1]
            _, kind, way = min(
                (delta(last, way[0], self.kerf, self.width), k, way)
                for k, n in enumerate(left)
                if n
                for way in self.ways[k]
            )
            placed.append((kind, way))
            left[kind] -= 1
        return placed


def _less(counts: Counts, kind: int) -> Counts:
    return (*counts[:kind], counts[kind] - 1, *counts[kind + 1 :])
