"""Layouts as boards and sheets with letters."""

import math
from collections.abc import Mapping
from decimal import Decimal

from msgspec import Struct, structs

from zygoform.core.cutlist.listed import ListedPart, letters
from zygoform.core.cutlist.problems import SizeProblem, by_stock, cut_lines, stock_kind, units_of
from zygoform.core.cutting.either import FoundLayout, LayoutProblem
from zygoform.core.cutting.problem import UNITS_PER_MM, CutBoard, CutSheet, SheetProblem, StockType, StripProblem
from zygoform.core.cutting.sheets.cut_order import SheetCut, cut_order
from zygoform.core.cutting.solvers.packing import shortest_edge
from zygoform.core.goods.timber import StockLine, TimberSize
from zygoform.core.shop import Shop

WORTH_KEEPING = 254.0
"""Offcuts of 10 in or more are kept."""
NARROWEST, NARROWEST_LANE = 101.6, 38.1
"""Of a sheet, where they are 4 in wide at least; of a board ripped into lanes, 1 1/2 in."""


class PlacedPart(Struct, frozen=True):
    """A part on a board: where its extreme left is (mm), and its ends as they lie, degrees.

    On a sheet also how far from the lower edge it lies, and whether its length runs across the sheet.
    """

    part: ListedPart
    x: float
    left: float
    right: float
    y: float = 0.0
    turned: bool = False

    @property
    def extent(self) -> tuple[float, float]:
        """How long and how wide it is along and across the board, mm."""
        sizes = self.part.length, self.part.width
        return sizes[::-1] if self.turned else sizes


class SheetPass(Struct, frozen=True):
    """One cut of a sheet from edge to edge, across its length or along it (mm).

    The blade begins at `at`, `size` from the edge of the piece it parts; it runs from `low` to `high`.
    """

    across: bool
    at: float
    size: float
    low: float
    high: float


class PlacedBoard(Struct, frozen=True):
    """One board or sheet with its letter and the parts on it; `left_over` is what remains at its right (mm).

    Of a sheet it is the longer side of the largest `offcut`: where that lies (x, y), how long and how wide it is;
    `cuts` are those of a sheet in their order.
    """

    letter: str
    size: TimberSize
    length: float
    price: Decimal
    owned: bool
    parts: tuple[PlacedPart, ...]
    left_over: float
    offcut: tuple[float, float, float, float] = (0.0, 0.0, 0.0, 0.0)
    cuts: tuple[SheetPass, ...] = ()
    stock: str = ""
    """Which line of what one has it is, of a board one owns."""

    @property
    def both_ways(self) -> bool:
        """Whether it is cut along as well as across: sheet, or a board ripped into lanes."""
        return self.size.is_sheet or bool(self.cuts)

    @property
    def worth_keeping(self) -> bool:
        least = NARROWEST if self.size.is_sheet else NARROWEST_LANE
        narrow = self.both_ways and min(self.offcut[2:]) < least
        return self.left_over >= WORTH_KEEPING and not narrow


class SizeLayout(Struct, frozen=True):
    """All boards of one size, or sheets of one kind, with what is known about the layout."""

    size: TimberSize
    boards: tuple[PlacedBoard, ...]
    proven: bool
    cost: Decimal
    bound: Decimal
    too_long: tuple[ListedPart, ...]
    ends_cross: tuple[ListedPart, ...] = ()

    @property
    def both_ways(self) -> bool:
        """Whether they are cut along as well as across."""
        return self.size.is_sheet or any(board.cuts for board in self.boards)

    @property
    def name(self) -> str:
        """What they are sold as."""
        return " and ".join(dict.fromkeys(board.size.name for board in self.boards)) or self.size.name


def placed(
    asked: tuple[SizeProblem, ...],
    found: Mapping[LayoutProblem, FoundLayout],
    parts: tuple[ListedPart, ...],
    shop: Shop,
    stock: tuple[StockLine, ...] = (),
) -> tuple[SizeLayout, ...]:
    """Layouts as boards; letters run through all sizes."""
    layouts = []
    number, own_parts = 0, by_stock(parts, shop)
    for sized in asked:
        problem = sized.chosen(found)
        layout = found[problem]
        waiting: dict[str, list[ListedPart]] = {}
        for listed in own_parts[stock_kind(sized.size)]:
            waiting.setdefault(listed.shape, []).append(listed)
        boards = []
        for board in layout.boards:
            letter = letters(number).upper()
            number += 1
            if isinstance(board, CutSheet):
                size = _size_of(board.stock, shop, stock) or sized.size
                boards.append(_placed_sheet(problem, board, waiting, letter, size, shop))
            else:
                boards.append(_placed_board(sized, board, waiting, letter, shop))
        unplaced = tuple(p for shape in layout.unplaced for p in waiting.get(shape, ()))
        crossing = tuple(p for p in unplaced if _ends_cross(problem, p.shape))
        too_long = tuple(p for p in unplaced if p not in crossing)
        cost, bound = Decimal(layout.cost) / 100, Decimal(min(found[p].bound for p in sized.asked)) / 100
        others = [found[p] for p in sized.asked if p is not problem]
        proven = layout.proven and all(other.bound >= layout.cost for other in others)
        layouts.append(SizeLayout(sized.size, tuple(boards), proven, cost, bound, too_long, crossing))
    return tuple(layouts)


Waiting = dict[str, list[ListedPart]]


def _ends_cross(problem: LayoutProblem, shape: str) -> bool:
    if not isinstance(problem, StripProblem):
        return False
    return shortest_edge(next(part for part in problem.parts if part.id == shape), problem.width) < 0


def _placed_board(sized: SizeProblem, board: CutBoard, waiting: Waiting, letter: str, shop: Shop) -> PlacedBoard:
    assert isinstance(sized.problem, StripProblem)
    stock = next(s for s in sized.problem.stocks if isinstance(s, StockType) and s.id == board.stock)
    on_it = tuple(
        PlacedPart(waiting[cut.part].pop(0), cut.x / UNITS_PER_MM, cut.left, cut.right) for cut in board.cuts
    )
    end = on_it[-1].x + on_it[-1].part.length
    length, price = stock.length / UNITS_PER_MM, Decimal(stock.price) / 100
    left_over = max(0.0, length - shop.end_trim - end - shop.kerf)
    own = _own_line(stock.id)
    return PlacedBoard(letter, sized.size, length, price, bool(own), on_it, left_over, stock=own)


def _size_of(stock_id: str, shop: Shop, stock: tuple[StockLine, ...]) -> TimberSize | None:
    """The size of a sheet by its id in the problem."""
    kind, _, own = stock_id.partition(" ")
    of_line = next((line.size for line in stock if line.id == own), "")
    named = own.partition(" ")[2] if kind == "buy" else of_line
    return next((size for size in shop.timber if size.id == named), None)


def _own_line(stock_id: str) -> str:
    """The line of what one has, by the id of a stock in the problem; nothing for what is bought."""
    kind, _, own = stock_id.partition(" ")
    return own if kind == "own" else ""


def _placed_sheet(
    problem: LayoutProblem, sheet: CutSheet, waiting: Waiting, letter: str, size: TimberSize, shop: Shop
) -> PlacedBoard:
    assert isinstance(problem, SheetProblem)
    stock = next(s for s in problem.stocks if s.id == sheet.stock)
    # A board's ends are no good: its parts begin behind one.
    end = 0.0 if size.is_sheet else units_of(shop.end_trim, math.ceil) / UNITS_PER_MM
    on_it = []
    for laid in sheet.parts:
        part = waiting[laid.part].pop(0)
        on_it.append(
            PlacedPart(
                part, end + laid.x / UNITS_PER_MM, *cut_lines(part), laid.y / UNITS_PER_MM, turned=laid.turned
            )
        )
    order = cut_order(problem, sheet)
    left = order.offcuts[:1]
    x, y, long, wide = (
        (*(k / UNITS_PER_MM for k in left[0].low), *((b - a) / UNITS_PER_MM for a, b in zip(*left[0], strict=True)))
        if left
        else (0.0, 0.0, 0.0, 0.0)
    )
    price = Decimal(stock.price) / 100
    if size.is_sheet and stock.limit is not None:
        # An offcut is as wide as it is.
        size = structs.replace(size, width=stock.height / UNITS_PER_MM)
    return PlacedBoard(
        letter,
        size,
        stock.width / UNITS_PER_MM + 2 * end,
        price,
        stock.limit is not None,
        tuple(on_it),
        max(long, wide),
        (end + x, y, long, wide),
        tuple(_pass(cut, end) for cut in order.cuts),
        _own_line(stock.id),
    )


def _pass(cut: SheetCut, end: float) -> SheetPass:
    """A cut of a sheet, or of a board whose good wood begins at `end` (mm)."""
    at, size = cut.at / UNITS_PER_MM, max(0, cut.at - cut.piece.low[cut.axis]) / UNITS_PER_MM
    low, high = (side[1 - cut.axis] / UNITS_PER_MM for side in cut.piece)
    across = cut.axis == 0
    return (
        SheetPass(across, at + end, size, low, high)
        if across
        else SheetPass(across, at, size, low + end, high + end)
    )
