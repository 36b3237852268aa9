"""The best pattern for given values, by dynamic programming over a grid of lengths.

For long lists of different parts, where walking every pattern takes too long. Widths rounded up give patterns that
really fit, rounded down a value that no pattern exceeds (the knapsack bound behind Gilmore and Gomory's columns).
"""

import math
from typing import Any

from zygoform.core.cutting.nest import Counts, delta
from zygoform.core.cutting.solvers.packing import Packing
from zygoform.core.tolerance import NOTHING

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
