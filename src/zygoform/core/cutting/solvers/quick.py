"""The layout of a careful person with a pencil: longest first, owned boards first, then shorten.

Bounded by its size alone: every part looks once at every board begun, for each length on sale. Slanted ends are
turned to nest against the end before them; the best order of a whole board is left to the solver's process.
"""

from bisect import bisect_left, insort
from collections.abc import Iterator
from itertools import pairwise

from zygoform.core.cutting.nest import Ends, delta
from zygoform.core.cutting.problem import Cut, CutBoard, StripLayout, StripProblem
from zygoform.core.cutting.solvers.packing import Packing, Pattern
from zygoform.core.cutting.verify import verify
from zygoform.core.piecemeal import Piecemeal

A_WHILE = 50
"""After so many alike parts the filling may be interrupted."""
MANY = 120
"""More types of part than this are not filled best on each length in turn."""


def quick_piecemeal(problem: StripProblem) -> Piecemeal[StripLayout]:
    """The cheapest of first fit and best fit decreasing over every length on sale; always one that can be cut."""
    packing = Packing(problem)
    # Nothing ranks before all parts on one board of the cheapest.
    tries, least = list[Filled](), (0, min(packing.prices, default=0), 1)
    for filled in _ways_to_fill(packing):
        if filled is not None:
            tries.append(filled)
            if filled.rank() <= least:
                break
        yield
    layout = min(tries, key=Filled.rank).layout(packing)
    yield
    # Nobody sees a layout that the checker has not passed: without nesting nothing can go wrong but the parts.
    return layout if not verify(problem, layout) else _Fill(packing, nested=False).best().layout(packing)


def quick_patterns(packing: Packing) -> tuple[list[Pattern], tuple[int, ...]]:
    """As `quick_piecemeal`, as counts; and the part types that found no board."""
    filled = quick_fill(packing)
    return filled.patterns(packing), filled.missing


def quick_fill(packing: Packing) -> "Filled":
    """The best of all ways to fill; never dearer than first fit decreasing on the long points."""
    return min(filter(None, _ways_to_fill(packing)), key=Filled.rank)


def _ways_to_fill(packing: Packing) -> "Iterator[Filled | None]":
    """Each way, and nothing wherever the work may be interrupted."""
    yield from _Fill(packing, nested=True).tries()
    if not packing.nester.square:
        yield from _Fill(packing, nested=False).tries()


class Filled:
    """Boards as rows of parts: the stock of each, and (part type, how it lies) from left to right."""

    def __init__(
        self, packing: Packing, boards: list[tuple[int, list[tuple[int, Ends]]]], missing: tuple[int, ...]
    ) -> None:
        self.boards, self.missing = boards, missing
        self.cost = sum(packing.prices[stock] for stock, _ in boards)

    def rank(self) -> tuple[int, int, int]:
        """What is left over, then money, then boards."""
        return len(self.missing), self.cost, len(self.boards)

    def patterns(self, packing: Packing) -> list[Pattern]:
        """How many of each part type lie on each board."""
        found = []
        for stock, row in self.boards:
            counts = [0] * len(packing.types)
            for kind, _ in row:
                counts[kind] += 1
            found.append((stock, tuple(counts)))
        return found

    def layout(self, packing: Packing) -> StripLayout:
        """Written out as cuts; fuller and dearer boards first."""
        problem = packing.problem
        boards = sorted(self.boards, key=lambda board: (board[0], [kind for kind, _ in board[1]]))
        cut = tuple(CutBoard(problem.stocks[stock].id, self._cuts(packing, row)) for stock, row in boards)
        unplaced = packing.unplaced + tuple(problem.parts[packing.types[kind]].id for kind in self.missing)
        return StripLayout(cut, self.cost, unplaced=unplaced)

    @staticmethod
    def _cuts(packing: Packing, row: list[tuple[int, Ends]]) -> tuple[Cut, ...]:
        problem, x = packing.problem, packing.problem.trim
        cuts = []
        for place, (kind, (left, right)) in enumerate(row):
            if place:
                x += delta(row[place - 1][1][1], left, problem.kerf, problem.width)
            cuts.append(Cut(problem.parts[packing.types[kind]].id, x, left, right))
            x += packing.lengths[kind]
        return tuple(cuts)


class _Fill:
    """Fills boards, one part after the other."""

    def __init__(self, packing: Packing, *, nested: bool) -> None:
        self.packing, self.nested = packing, nested
        nester = packing.nester
        self.angles = sorted({angle for ways in nester.ways for way in ways for angle in way})
        self.index = {angle: k for k, angle in enumerate(self.angles)}
        # For each class of ends, and each end a board can have last; the last entry is for an empty board.
        after = [self._ways_after(ways) for ways in nester.ways]
        self.gaps = [[gap for gap, _ in fits] for fits in after]
        self.ways = [[way for _, way in fits] for fits in after]
        self.needs = [
            [gap + length for gap in self.gaps[group]]
            for length, group in zip(packing.lengths, packing.classes, strict=True)
        ]
        self.least = min((min(needs) for needs in self.needs), default=0)

    def _ways_after(self, ways: tuple[Ends, ...]) -> list[tuple[int, Ends]]:
        """For each end a board can have last, and for none: the least gap and how the part then lies."""
        kerf, width = self.packing.problem.kerf, self.packing.problem.width
        found = []
        for last in self.angles:
            gaps = [(delta(last, way[0], kerf, width if self.nested else 0), way) for way in ways]
            found.append(min(gaps, key=lambda gap: gap[0]))
        return [*found, (0, ways[0])]

    def best(self) -> Filled:
        return min(filter(None, self.tries()), key=Filled.rank)

    def tries(self) -> Iterator[Filled | None]:
        """First fit and best fit decreasing, each length on sale in turn and all of them together."""
        stocks, few = self.packing.problem.stocks, len(self.packing.types) <= MANY
        bought = [j for j, stock in enumerate(stocks) if stock.limit is None]
        for best in (False, True):
            yield from self.fill(bought, best=best)
        if len(bought) > 1:
            for j in bought:
                for best in (False, True) if few else (False,):
                    yield from self.fill([j], best=best)

    def fill(self, buy: list[int], *, best: bool) -> Iterator[Filled | None]:
        """Every part on a board; new boards are the shortest of `buy` that hold the part."""
        packing = self.packing
        stocks = sorted(enumerate(packing.problem.stocks), key=lambda entry: entry[1].length)
        owned = [j for j, s in stocks for _ in range(min(s.limit or 0, sum(packing.demand)))]
        empty = len(self.angles)
        rests, lasts = [packing.room[j] for j in owned], [empty] * len(owned)
        boards: list[tuple[int, list[tuple[int, Ends]]]] = [(j, []) for j in owned]
        # Boards that even the shortest part may still fit on; the others are not looked at any more.
        begun = (_BestFit if best else _FirstFit)(self.least, empty + 1)
        for i, rest in enumerate(rests):
            begun.lay(i, rest, empty)
        missing = []
        for kind, count in enumerate(packing.demand):
            needs = self.needs[kind]
            for part in range(count):
                if part % A_WHILE == A_WHILE - 1:
                    yield None
                at = begun.take(needs)
                if at < 0:
                    new = self._new_board(buy, packing.lengths[kind])
                    if new < 0:
                        # It fits on boards owned only, and those are used up.
                        missing.append(kind)
                        break
                    at = len(boards)
                    boards.append((new, []))
                    rests.append(packing.room[new])
                    lasts.append(empty)
                rests[at] -= needs[lasts[at]]
                way = self.ways[packing.classes[kind]][lasts[at]]
                lasts[at] = self.index[way[1]]
                boards[at][1].append((kind, way))
                begun.lay(at, rests[at], lasts[at])
        used = [(stock, row) for stock, row in boards if row]
        yield Filled(packing, [(self._shortened(stock, row), row) for stock, row in used], tuple(missing))

    def _new_board(self, buy: list[int], length: int) -> int:
        """The shortest board to buy that holds a part; -1 where none does."""
        packing = self.packing
        every = [j for j, stock in enumerate(packing.problem.stocks) if stock.limit is None]
        fits = [j for j in buy if packing.room[j] >= length] or [j for j in every if packing.room[j] >= length]
        return min(fits, key=lambda j: (packing.room[j], packing.prices[j]), default=-1)

    def _shortened(self, stock: int, row: list[tuple[int, Ends]]) -> int:
        """The cheapest length on sale that holds the same parts; an owned board stays."""
        packing = self.packing
        problem = packing.problem
        if problem.stocks[stock].limit is not None:
            return stock
        need = sum(packing.lengths[kind] for kind, _ in row) + sum(
            delta(a[1][1], b[1][0], problem.kerf, problem.width) for a, b in pairwise(row)
        )
        fits = [k for k, s in enumerate(problem.stocks) if s.limit is None and packing.room[k] >= need]
        return min(fits, key=lambda k: (packing.prices[k], packing.room[k]))


class _FirstFit:
    """The first board that holds the part. A board's `last` is its last end, by its index."""

    def __init__(self, least: int, _lasts: int) -> None:
        self.least = least
        self.open: dict[int, tuple[int, int]] = {}

    def lay(self, board: int, rest: int, last: int) -> None:
        """A board with so much left; what has less than the least is not looked at any more."""
        if rest >= self.least:
            self.open[board] = rest, last
        else:
            self.open.pop(board, None)

    def take(self, needs: list[int]) -> int:
        """The board for a part that needs so much after each last end; -1 for none. It is laid back fuller."""
        for board, (rest, last) in self.open.items():
            if rest >= needs[last]:
                return board
        return -1


class _BestFit:
    """The board that the part fills best; of those the first."""

    def __init__(self, least: int, lasts: int) -> None:
        self.least = least
        # For each last end its boards, those with the least left first.
        self.open: list[list[tuple[int, int]]] = [[] for _ in range(lasts)]

    def lay(self, board: int, rest: int, last: int) -> None:
        """As of first fit."""
        if rest >= self.least:
            insort(self.open[last], (rest, board))

    def take(self, needs: list[int]) -> int:
        """As of first fit."""
        best = None
        for last, (boards, need) in enumerate(zip(self.open, needs, strict=True)):
            at = bisect_left(boards, (need, -1))
            if at < len(boards):
                rest, board = boards[at]
                if best is None or (rest - need, board) < best[:2]:
                    best = rest - need, board, last, at
        if best is None:
            return -1
        _, board, last, at = best
        del self.open[last][at]
        return board
