"""The layout problems of a cut list, and their layouts as boards with letters."""

import math
from collections.abc import Callable, Mapping
from decimal import Decimal

from msgspec import Struct

from zygoform.core.cutlist.listed import ListedPart, letters
from zygoform.core.cutting.problem import UNITS_PER_MM, PartType, StockType, StripLayout, StripProblem
from zygoform.core.cutting.solvers.packing import shortest_edge
from zygoform.core.goods.timber import StockLine, TimberSize
from zygoform.core.shop import Shop

WORTH_KEEPING = 254.0
"""Offcuts of 10 in or more are kept."""


class SizeProblem(Struct, frozen=True):
    """The problem of all parts cut from one size of board."""

    size: TimberSize
    problem: StripProblem


class PlacedPart(Struct, frozen=True):
    """A part on a board: where its extreme left is (mm), and its ends as they lie, degrees."""

    part: ListedPart
    x: float
    left: float
    right: float


class PlacedBoard(Struct, frozen=True):
    """One board with its letter and the parts on it; `left_over` is what remains at its right (mm)."""

    letter: str
    size: TimberSize
    length: float
    price: Decimal
    owned: bool
    parts: tuple[PlacedPart, ...]
    left_over: float

    @property
    def worth_keeping(self) -> bool:
        return self.left_over >= WORTH_KEEPING


class SizeLayout(Struct, frozen=True):
    """All boards of one size, with what is known about the layout."""

    size: TimberSize
    boards: tuple[PlacedBoard, ...]
    proven: bool
    cost: Decimal
    bound: Decimal
    too_long: tuple[ListedPart, ...]
    ends_cross: tuple[ListedPart, ...] = ()


def _units(mm: float, away: Callable[[float], int]) -> int:
    """Whole hundredths, up or down; a float's last digit moves nothing."""
    near = round(mm * UNITS_PER_MM, 4)
    return away(near)


def size_problems(
    parts: tuple[ListedPart, ...], shop: Shop, stock: tuple[StockLine, ...]
) -> tuple[SizeProblem, ...]:
    """One problem for each size of board, in the order the parts name them."""
    sizes = dict.fromkeys(listed.part.size_id for listed in parts)
    return tuple(
        SizeProblem(shop.size(size_id), _problem([p for p in parts if p.part.size_id == size_id], shop, stock))
        for size_id in sizes
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
    found: Mapping[StripProblem, StripLayout],
    parts: tuple[ListedPart, ...],
    shop: Shop,
) -> tuple[SizeLayout, ...]:
    """Layouts as boards; letters run through all sizes."""
    layouts = []
    number = 0
    for sized in asked:
        layout = found[sized.problem]
        waiting: dict[str, list[ListedPart]] = {}
        for listed in parts:
            if listed.part.size_id == sized.size.id:
                waiting.setdefault(listed.shape, []).append(listed)
        boards = []
        for board in layout.boards:
            stock = next(s for s in sized.problem.stocks if s.id == board.stock)
            on_it = tuple(
                PlacedPart(waiting[cut.part].pop(0), cut.x / UNITS_PER_MM, cut.left, cut.right)
                for cut in board.cuts
            )
            end = on_it[-1].x + on_it[-1].part.length
            left_over = max(0.0, stock.length / UNITS_PER_MM - shop.end_trim - end - shop.kerf)
            letter = letters(number).upper()
            number += 1
            price = Decimal(stock.price) / 100
            owned = stock.limit is not None
            boards.append(
                PlacedBoard(letter, sized.size, stock.length / UNITS_PER_MM, price, owned, on_it, left_over)
            )
        unplaced = tuple(p for shape in layout.unplaced for p in waiting.get(shape, ()))
        types = {part.id: part for part in sized.problem.parts}
        crossing = tuple(p for p in unplaced if shortest_edge(types[p.shape], sized.problem.width) < 0)
        too_long = tuple(p for p in unplaced if p not in crossing)
        cost, bound = Decimal(layout.cost) / 100, Decimal(layout.bound) / 100
        layouts.append(SizeLayout(sized.size, tuple(boards), layout.proven, cost, bound, too_long, crossing))
    return tuple(layouts)
