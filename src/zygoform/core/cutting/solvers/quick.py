"""The answer of a careful person with a pencil: longest first, owned boards first, then shorten."""

from zygoform.core.cutting.problem import StripLayout, StripProblem
from zygoform.core.cutting.solvers.packing import Packing, Pattern

Filled = tuple[list[Pattern], tuple[int, ...]]
"""Boards, and the part types that found no board."""


def quick_layout(question: StripProblem) -> StripLayout:
    """The cheapest of first fit and best fit decreasing over every length on sale."""
    packing = Packing(question)
    loads, missing = quick_patterns(packing)
    return packing.write(loads, missing=missing)


def quick_patterns(packing: Packing) -> Filled:
    """As quick_answer, as loads."""
    stocks = packing.question.stocks
    bought = [j for j, stock in enumerate(stocks) if stock.limit is None]
    tries = [_fill(packing, [j], best=best) for j in (bought or [-1]) for best in (False, True)]
    tries.append(_fill(packing, bought, best=True))
    return min(
        tries, key=lambda filled: (len(filled[1]), sum(packing.prices[j] for j, _ in filled[0]), len(filled[0]))
    )


class _Board:
    """A board being filled: its stock, the room left before gaps, how many of each part and class of ends."""

    def __init__(self, packing: Packing, stock: int) -> None:
        self.packing, self.stock, self.room = packing, stock, packing.room[stock]
        self.counts = [0] * len(packing.types)
        self.classes = [0] * len(packing.nester.ways)

    def rest_with(self, kind: int) -> int:
        """What would be left with one more part of a kind; negative where it does not fit."""
        room = self.room - self.packing.lengths[kind]
        if room < 0 and self.packing.nester.square:
            return room
        group = self.packing.classes[kind]
        self.classes[group] += 1
        rest = room - self.packing.nester.joints(tuple(self.classes))
        self.classes[group] -= 1
        return rest

    def take(self, kind: int) -> None:
        self.counts[kind] += 1
        self.classes[self.packing.classes[kind]] += 1
        self.room -= self.packing.lengths[kind]


def _fill(packing: Packing, buy: list[int], *, best: bool) -> Filled:
    """Every part on a board; new boards are the shortest of `buy` that hold the part."""
    boards = [
        _Board(packing, j)
        for j, stock in sorted(enumerate(packing.question.stocks), key=lambda e: e[1].length)
        for _ in range(min(stock.limit or 0, sum(packing.demand)))
    ]
    missing: list[int] = []
    for kind, count in enumerate(packing.demand):
        # A board that one part did not fit on holds none of its kind.
        fitting = boards
        for _ in range(count):
            fitting, chosen = _choose(fitting, kind, best=best)
            if chosen is None:
                fits = [j for j in buy if j >= 0 and packing.room[j] >= packing.lengths[kind]]
                fits = fits or _any_that_holds(packing, kind)
                if not fits:
                    # It fits on boards owned only, and those are used up.
                    missing.append(kind)
                    break
                chosen = _Board(packing, min(fits, key=lambda j: (packing.room[j], packing.prices[j])))
                boards.append(chosen)
                fitting = [chosen]
            chosen.take(kind)
    loads = [(board.stock, tuple(board.counts)) for board in boards if any(board.counts)]
    return [_shortened(packing, load) for load in loads], tuple(missing)


def _any_that_holds(packing: Packing, kind: int) -> list[int]:
    stocks = packing.question.stocks
    return [j for j, s in enumerate(stocks) if s.limit is None and packing.room[j] >= packing.lengths[kind]]


def _choose(boards: list[_Board], kind: int, *, best: bool) -> tuple[list[_Board], _Board | None]:
    """The boards that still hold a part, and of them the first, or the one it fills best."""
    if best:
        rests = [(rest, i) for i, board in enumerate(boards) if (rest := board.rest_with(kind)) >= 0]
        return [boards[i] for _, i in rests], boards[min(rests)[1]] if rests else None
    for i, board in enumerate(boards):
        if board.rest_with(kind) >= 0:
            return boards[i:], board
    return [], None


def _shortened(packing: Packing, load: Pattern) -> Pattern:
    """The same parts on the cheapest length on sale that holds them."""
    j, counts = load
    if packing.question.stocks[j].limit is not None:
        return load
    need = packing.need(counts)
    fits = [k for k, s in enumerate(packing.question.stocks) if s.limit is None and packing.room[k] >= need]
    return min(fits, key=lambda k: (packing.prices[k], packing.room[k])), counts
