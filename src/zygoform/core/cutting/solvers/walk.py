"""Every pattern that one board can hold, walked depth first, cut off by the value per room of what is left."""

import math
from typing import Any

from zygoform.core.cutting.nest import Counts, delta
from zygoform.core.cutting.solvers.packing import Packing
from zygoform.core.tolerance import NOTHING, PROGRAM_SLACK

MOST_NODES = 400_000
MOST_PATTERNS = 40_000
STATE_WORK = 10
"""Nodes that one state of the search for the best order is worth."""


class PatternWalk:
    """A walk over one stock for given values of the parts; over `most` nodes it is given up."""

    def __init__(self, packing: Packing, stock: int, values: tuple[float, ...], most: int = MOST_NODES) -> None:
        self.packing, self.values = packing, values
        self.room, self.space = packing.room[stock], packing.space[stock]
        self.sequence = sorted(range(len(values)), key=lambda i: -values[i] / packing.weights[i])
        self.density = [max(0.0, values[i] / packing.weights[i]) for i in self.sequence]
        self.nodes, self.most = 0, most
        self.states = packing.nester.states
        self.counts = [0] * len(values)
        self.classes = [0] * len(packing.nester.ways)
        self.found: list[Counts] = []
        self.goal = 0.0
        self.collect = False
        self.top: tuple[float, Counts] = (0.0, tuple(self.counts))

    @property
    def work(self) -> int:
        """Nodes of the walk, and what was spent on the best orders of slanted ends."""
        return self.nodes + STATE_WORK * (self.packing.nester.states - self.states)

    @property
    def given_up(self) -> bool:
        return self.work > self.most or len(self.found) > MOST_PATTERNS

    def best(self) -> Counts:
        """The pattern of greatest value."""
        self._deepen(0, self.space, 0, 0.0)
        return self.top[1]

    def worth(self, goal: float) -> list[Counts] | None:
        """All patterns of at least this value that no further part fits on; None where too many."""
        self.goal, self.collect = goal, True
        self._deepen(0, self.space, 0, 0.0)
        return None if self.given_up else self.found

    def _deepen(self, at: int, space: int, used: int, value: float) -> None:
        """`space` is what the weights leave (half units), `used` the parts' length without their gaps."""
        self.nodes += 1
        if self.given_up:
            return
        if at == len(self.sequence):
            self._finish(used, value)
            return
        reach = value + space * self.density[at]
        if (reach < self.goal) if self.collect else (reach <= self.top[0] + PROGRAM_SLACK):
            return
        kind, packing = self.sequence[at], self.packing
        weight, length, worth = packing.weights[kind], packing.lengths[kind], self.values[kind]
        group, end_gaps, square = packing.classes[kind], packing.nester.end_gaps, packing.nester.square
        before = self.classes[group]
        for count in range(min(packing.demand[kind], space // weight), -1, -1):
            self.counts[kind], self.classes[group] = count, before + count
            longer = used + count * length
            # Square ends need no second look: their weights are exact.
            if square or not count or longer + end_gaps(tuple(self.classes)) <= self.room:
                self._deepen(at + 1, space - count * weight, longer, value + count * worth)
        self.counts[kind], self.classes[group] = 0, before

    def _finish(self, used: int, value: float) -> None:
        if not self.collect:
            if value > self.top[0] + PROGRAM_SLACK:
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
            fits = used + packing.lengths[kind] + packing.nester.end_gaps(tuple(self.classes)) <= self.room
            self.classes[group] -= 1
            if fits:
                return False
        return True


# The best pattern for given values, by dynamic programming over a grid of lengths.
#
# For long lists of different parts, where walking every pattern takes too long. Widths rounded up give patterns
# that
# really fit, rounded down a value that no pattern exceeds (the knapsack bound behind Gilmore and Gomory's columns).

COARSE, FINE = 4_000, 24_000
"""Cells of the longest board: coarse ones find patterns quickly, fine ones make the bound sharp."""


class Grid:
    """The rooms of all stocks and the widths of all parts, in cells: once rounded up, once down."""

    def __init__(self, packing: Packing, cells: int = COARSE) -> None:
        problem, nester = packing.problem, packing.nester
        angles = {angle for ways in nester.ways for way in ways for angle in way} or {0.0}
        widest = max(delta(a, b, problem.kerf, problem.width) for a in angles for b in angles)
        sure = [length + widest for length in packing.lengths]
        rooms = [room + widest for room in packing.room]
        self.sure, self.sure_rooms = _in_cells(sure, rooms, cells, up=True)
        self.least, self.least_rooms = _in_cells(list(packing.weights), list(packing.space), cells, up=False)
        self.exact = nester.square and _cell(sure, rooms, cells) == math.gcd(*sure, *rooms)

    def best(self, values: tuple[float, ...], demand: Counts) -> list[Counts]:
        """For each stock a pattern of great value that surely fits; the best one where the grid is exact."""
        table = _Table(self.sure, values, demand, max(self.sure_rooms, default=0))
        return [table.pattern(room) for room in self.sure_rooms]

    def most(self, values: tuple[float, ...], demand: Counts) -> list[float]:
        """For each stock a value that no pattern exceeds."""
        table = _Table(self.least, values, demand, max(self.least_rooms, default=0))
        return [table.value(room) for room in self.least_rooms]


def _cell(widths: list[int], rooms: list[int], cells: int) -> int:
    """How many units a cell stands for: exact where that needs no more than so many."""
    common = math.gcd(*widths, *rooms) or 1
    return max(common, -(-max(rooms, default=1) // cells))


def _in_cells(widths: list[int], rooms: list[int], cells: int, *, up: bool) -> tuple[list[int], list[int]]:
    cell = _cell(widths, rooms, cells)
    return [-(-w // cell) if up else w // cell for w in widths], [max(-1, room // cell) for room in rooms]


class _Table:
    """The greatest value for every room at once. A part wanted n times goes in as 1, 2, 4… of it at a time."""

    def __init__(self, widths: list[int], values: tuple[float, ...], demand: Counts, room: int) -> None:
        # NumPy takes a moment to load: only the solver's process ever pays for it.
        import numpy as np

        self.size = len(widths)
        self.greatest: Any = np.zeros(max(room, 0) + 1)
        self.steps: list[tuple[int, int, int, Any]] = []
        for kind, (width, value, wanted) in enumerate(zip(widths, values, demand, strict=True)):
            if value <= NOTHING:
                continue
            most = min(wanted, room // width if width else wanted)
            many = 1
            while most > 0:
                many = min(many, most)
                self._take(kind, many, width * many, value * many)
                most, many = most - many, many * 2

    def _take(self, kind: int, many: int, width: int, value: float) -> None:
        if width >= len(self.greatest):
            return
        with_it = self.greatest[: len(self.greatest) - width] + value
        better = with_it > self.greatest[width:] + NOTHING
        self.greatest[width:][better] = with_it[better]
        self.steps.append((kind, many, width, better))

    def value(self, room: int) -> float:
        """The greatest value in a room; nothing fits into none."""
        return float(self.greatest[room]) if room >= 0 else 0.0

    def pattern(self, room: int) -> Counts:
        """Counts of that value."""
        counts = [0] * self.size
        for kind, many, width, better in reversed(self.steps) if room >= 0 else ():
            if room >= width and better[room - width]:
                counts[kind] += many
                room -= width
        return tuple(counts)
