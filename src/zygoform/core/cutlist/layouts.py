"""The layout problems of a cut list, and their layouts as boards and sheets with letters."""

import math
from collections import Counter
from collections.abc import Callable, Mapping
from decimal import Decimal
from typing import TYPE_CHECKING

from msgspec import Struct

from zygoform.core.cutlist.listed import ListedPart, letters
from zygoform.core.cutting.either import FoundLayout, LayoutProblem
from zygoform.core.cutting.problem import UNITS_PER_MM, CutBoard, PartType, StockType, StripProblem
from zygoform.core.cutting.sheets.problem import CutSheet, SheetPart, SheetProblem, SheetStock
from zygoform.core.cutting.solvers.packing import shortest_edge
from zygoform.core.goods.timber import StockLine, TimberSize
from zygoform.core.shop import Shop

if TYPE_CHECKING:
    from zygoform.core.cutting.sheets.cut_order import SheetCut

WORTH_KEEPING = 254.0
"""Offcuts of 10 in or more are kept."""
NARROWEST = 101.6
"""Of a sheet, where they are 4 in wide at least."""


class SizeProblem(Struct, frozen=True):
    """The problem of all parts cut from one size of board, or from all sizes of one kind of sheet."""

    size: TimberSize
    problem: LayoutProblem


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

    @property
    def worth_keeping(self) -> bool:
        narrow = self.size.is_sheet and min(self.offcut[2:]) < NARROWEST
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
    def name(self) -> str:
        """What they are sold as."""
        return " and ".join(dict.fromkeys(board.size.name for board in self.boards)) or self.size.name


def _units(mm: float, away: Callable[[float], int]) -> int:
    """Whole hundredths, up or down; a float's last digit moves nothing."""
    near = round(mm * UNITS_PER_MM, 4)
    return away(near)


def size_problems(
    parts: tuple[ListedPart, ...], shop: Shop, stock: tuple[StockLine, ...]
) -> tuple[SizeProblem, ...]:
    """One problem for each size of board or kind of sheet, in the order the parts name them."""
    problems = []
    for own in _by_stock(parts, shop).values():
        size = shop.size(own[0].part.size_id)
        problems.append(SizeProblem(size, (_sheet_problem if size.is_sheet else _problem)(own, shop, stock)))
    return tuple(problems)


def _by_stock(parts: tuple[ListedPart, ...], shop: Shop) -> dict[str, list[ListedPart]]:
    """The parts that are cut from the same boards or sheets."""
    kinds: dict[str, str] = {}
    of: dict[str, list[ListedPart]] = {}
    for listed in parts:
        size_id = listed.part.size_id
        if size_id not in kinds:
            kinds[size_id] = _alike(shop.size(size_id))
        of.setdefault(kinds[size_id], []).append(listed)
    return of


def _alike(size: TimberSize) -> str:
    """Sheets of one kind and thickness are cut from whichever size is cheapest; boards from their own."""
    return f"{size.species} {size.thickness:.2f}" if size.is_sheet else size.id


def _sheet_problem(parts: list[ListedPart], shop: Shop, stock: tuple[StockLine, ...]) -> SheetProblem:
    """Thin sheet has no grain to mind, and its edges are good as they come."""
    named = [shop.size(listed.part.size_id) for listed in parts]
    every = [s for s in shop.timber if s.is_sheet and _alike(s) == _alike(named[0])]
    sizes = list({size.id: size for size in (*named, *every)}.values())
    counts = Counter(listed.shape for listed in parts)
    shapes = {listed.shape: listed for listed in parts}
    owned = [
        SheetStock(f"own {line.id}", _units(line.length, math.floor), _units(size.width, math.floor), 0, line.count)
        for size in sizes
        for line in stock
        if line.size == size.id
    ]
    sale = [
        SheetStock(
            f"buy {offer.length:g} {size.id}",
            _units(offer.length, math.floor),
            _units(size.width, math.floor),
            int(offer.price * 100),
        )
        for size in sizes
        for offer in size.offers
    ]
    return SheetProblem(
        _units(shop.kerf, math.ceil),
        0,
        tuple(owned + sale),
        tuple(
            SheetPart(
                shape,
                _units(listed.length, math.ceil),
                _units(listed.width, math.ceil),
                counts[shape],
                # The drawing of slanted ends knows them along the sheet only.
                turns=not any(_lines(listed)),
            )
            for shape, listed in shapes.items()
        ),
    )


def _problem(parts: list[ListedPart], shop: Shop, stock: tuple[StockLine, ...]) -> StripProblem:
    size = shop.size(parts[0].part.size_id)
    types: dict[str, PartType] = {}
    for listed in parts:
        known = types.get(listed.shape)
        left, right = _lines(listed)
        length = _units(listed.length, math.ceil)
        types[listed.shape] = PartType(
            listed.shape,
            length,
            known.count + 1 if known else 1,
            left,
            right,
            _units(_own_width(listed), math.ceil),
        )
    sale = [
        StockType(f"buy {offer.length:g}", _units(offer.length, math.floor), int(offer.price * 100))
        for offer in size.offers
    ]
    owned = [
        StockType(f"own {line.id}", _units(line.length, math.floor), 0, line.count)
        for line in stock
        if line.size == size.id
    ]
    return StripProblem(
        _units(shop.kerf, math.ceil),
        _units(shop.end_trim, math.ceil),
        _units(_strip_width(parts), math.floor),
        tuple(owned + sale),
        tuple(types.values()),
    )


def _lines(listed: ListedPart) -> tuple[float, float]:
    """Signed angles of the cut lines over the strip: the longer edge or face lies at y = 0."""
    left, right = listed.part.left, listed.part.right
    return left.mitre or left.bevel, -(right.mitre or right.bevel)


def _own_width(listed: ListedPart) -> float:
    """What a part's own cut lines cross: its width for mitres, its thickness for bevels."""
    ends = (listed.part.left, listed.part.right)
    return listed.width if any(end.mitre for end in ends) else listed.part.thickness


def _strip_width(parts: list[ListedPart]) -> float:
    """What the cut lines cross: the face's width for mitres, the thickness for bevels.

    Where both occur the strip counts as a line: nothing nests, which is always safe.
    """
    mitred = any(e.mitre for p in parts for e in (p.part.left, p.part.right))
    bevelled = any(e.bevel for p in parts for e in (p.part.left, p.part.right))
    if mitred and bevelled:
        return 0.0
    if mitred:
        return min(p.width for p in parts)
    return min(p.part.thickness for p in parts) if bevelled else 0.0


def placed(
    asked: tuple[SizeProblem, ...],
    found: Mapping[LayoutProblem, FoundLayout],
    parts: tuple[ListedPart, ...],
    shop: Shop,
    stock: tuple[StockLine, ...] = (),
) -> tuple[SizeLayout, ...]:
    """Layouts as boards; letters run through all sizes."""
    layouts = []
    number, own_parts = 0, _by_stock(parts, shop)
    for sized in asked:
        layout = found[sized.problem]
        waiting: dict[str, list[ListedPart]] = {}
        for listed in own_parts[_alike(sized.size)]:
            waiting.setdefault(listed.shape, []).append(listed)
        boards = []
        for board in layout.boards:
            letter = letters(number).upper()
            number += 1
            if isinstance(board, CutSheet):
                size = _size_of(board.stock, shop, stock) or sized.size
                boards.append(_placed_sheet(sized.problem, board, waiting, letter, size))
            else:
                boards.append(_placed_board(sized, board, waiting, letter, shop))
        unplaced = tuple(p for shape in layout.unplaced for p in waiting.get(shape, ()))
        crossing = tuple(p for p in unplaced if _ends_cross(sized.problem, p.shape))
        too_long = tuple(p for p in unplaced if p not in crossing)
        cost, bound = Decimal(layout.cost) / 100, Decimal(layout.bound) / 100
        layouts.append(SizeLayout(sized.size, tuple(boards), layout.proven, cost, bound, too_long, crossing))
    return tuple(layouts)


Waiting = dict[str, list[ListedPart]]


def _ends_cross(problem: LayoutProblem, shape: str) -> bool:
    if isinstance(problem, SheetProblem):
        return False
    return shortest_edge(next(part for part in problem.parts if part.id == shape), problem.width) < 0


def _placed_board(sized: SizeProblem, board: CutBoard, waiting: Waiting, letter: str, shop: Shop) -> PlacedBoard:
    stock = next(s for s in sized.problem.stocks if isinstance(s, StockType) and s.id == board.stock)
    on_it = tuple(
        PlacedPart(waiting[cut.part].pop(0), cut.x / UNITS_PER_MM, cut.left, cut.right) for cut in board.cuts
    )
    end = on_it[-1].x + on_it[-1].part.length
    length, price = stock.length / UNITS_PER_MM, Decimal(stock.price) / 100
    left_over = max(0.0, length - shop.end_trim - end - shop.kerf)
    return PlacedBoard(letter, sized.size, length, price, stock.limit is not None, on_it, left_over)


def _size_of(stock_id: str, shop: Shop, stock: tuple[StockLine, ...]) -> TimberSize | None:
    """The size of a sheet by its id in the problem."""
    kind, _, own = stock_id.partition(" ")
    of_line = next((line.size for line in stock if line.id == own), "")
    named = own.partition(" ")[2] if kind == "buy" else of_line
    return next((size for size in shop.timber if size.id == named), None)


def _placed_sheet(
    problem: LayoutProblem, sheet: CutSheet, waiting: Waiting, letter: str, size: TimberSize
) -> PlacedBoard:
    # Loaded with the first sheet.
    from zygoform.core.cutting.sheets.cut_order import cut_order

    assert isinstance(problem, SheetProblem)
    stock = next(s for s in problem.stocks if s.id == sheet.stock)
    on_it = []
    for laid in sheet.parts:
        part = waiting[laid.part].pop(0)
        on_it.append(
            PlacedPart(part, laid.x / UNITS_PER_MM, *_lines(part), laid.y / UNITS_PER_MM, turned=laid.turned)
        )
    order = cut_order(problem, sheet)
    left = order.offcuts[:1]
    x, y, long, wide = (
        (*(k / UNITS_PER_MM for k in left[0].low), *((b - a) / UNITS_PER_MM for a, b in zip(*left[0], strict=True)))
        if left
        else (0.0, 0.0, 0.0, 0.0)
    )
    price = Decimal(stock.price) / 100
    return PlacedBoard(
        letter,
        size,
        stock.width / UNITS_PER_MM,
        price,
        stock.limit is not None,
        tuple(on_it),
        max(long, wide),
        (x, y, long, wide),
        tuple(_pass(cut) for cut in order.cuts),
    )


def _pass(cut: "SheetCut") -> SheetPass:
    size = max(0, cut.at - cut.piece.low[cut.axis])
    ends = (end[1 - cut.axis] for end in cut.piece)
    return SheetPass(cut.axis == 0, *(units / UNITS_PER_MM for units in (cut.at, size, *ends)))
