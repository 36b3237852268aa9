"""Every pattern that one board can hold, walked depth first, cut off by the value per room of what is left."""

from zygoform.core.cutting.nest import Counts
from zygoform.core.cutting.solvers.packing import Packing
from zygoform.core.tolerance import PROGRAM_SLACK

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
