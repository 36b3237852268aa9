"""Boards as counts of parts: what fits on one, and how it is written out as cuts."""

from zygoform.core.cutting.nest import Counts, Nester, delta
from zygoform.core.cutting.problem import Cut, CutBoard, StripLayout, StripProblem, usable_length

Pattern = tuple[int, Counts]
"""Index of the stock and how many of each part type lie on the board."""


class Packing:
    """The question in the form the solvers work on: part types by length, longest first."""

    def __init__(self, question: StripProblem) -> None:
        self.question = question
        self.nester = Nester(question)
        longest = max((usable_length(question, stock) for stock in question.stocks), default=0)
        fits = [i for i, part in enumerate(question.parts) if part.length <= longest and part.count]
        self.types = sorted(fits, key=lambda i: (-question.parts[i].length, question.parts[i].id))
        self.unplaced = tuple(p.id for p in question.parts if p.length > longest and p.count)
        self.lengths = tuple(question.parts[i].length for i in self.types)
        self.demand = tuple(question.parts[i].count for i in self.types)
        self.classes = tuple(self.nester.class_of[i] for i in self.types)
        self.room = tuple(usable_length(question, stock) for stock in question.stocks)
        self.prices = tuple(stock.price for stock in question.stocks)
        # Half the least gap at each end belongs to the part, in half units: a load's weights never exceed its
        # board's space, and with square ends they say exactly what fits.
        shares, room = self.nester.shares, 2 * max(self.nester.shares.values(), default=0)
        ends = [self.nester.ways[kind][0] for kind in self.classes]
        self.weights = tuple(
            max(1, 2 * length + shares[abs(left)] + shares[abs(right)])
            for length, (left, right) in zip(self.lengths, ends, strict=True)
        )
        self.space = tuple(max(0, 2 * usable_length(question, stock) + room) for stock in question.stocks)
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
        return whole + self.nester.joints(self.class_counts(counts))

    def write(
        self, loads: list[Pattern], *, bound: int = 0, proven: bool = False, missing: tuple[int, ...] = ()
    ) -> StripLayout:
        """The answer; fuller and dearer boards first, one order for the same loads."""
        loads = sorted(loads, key=lambda load: (load[0], tuple(-n for n in load[1])))
        boards = tuple(CutBoard(self.question.stocks[j].id, self._cuts(counts)) for j, counts in loads)
        cost = sum(self.prices[j] for j, _ in loads)
        unplaced = self.unplaced + tuple(self.question.parts[self.types[kind]].id for kind in missing)
        return StripLayout(boards, cost, min(bound, cost), proven, unplaced)

    def _cuts(self, counts: Counts) -> tuple[Cut, ...]:
        left_over = list(counts)
        cuts: list[Cut] = []
        x, last = self.question.trim, None
        for kind, (left, right) in self.nester.order(self.class_counts(counts)):
            k = next(i for i, n in enumerate(left_over) if n and self.classes[i] == kind)
            left_over[k] -= 1
            if last is not None:
                x += delta(last, left, self.question.kerf, self.question.width)
            cuts.append(Cut(self.question.parts[self.types[k]].id, x, left, right))
            x, last = x + self.lengths[k], right
        return tuple(cuts)
