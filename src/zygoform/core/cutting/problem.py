"""What is asked of a layout, and a layout. Lengths are whole units of 1/3200 millimetre, money whole cents.

In that unit both a hundredth of a millimetre (32) and a sixty-fourth of an inch (1270) are whole: what fits on
paper fits here, in either system.
"""

from typing import Literal

from msgspec import Struct

UNITS_PER_MM = 3200


class PartType(Struct, frozen=True):
    """`count` equal parts, `length` over all.

    An end's cut line is x = c + y tan(angle) over the part's own width (that of the strip for 0): (45, -45) is a
    frame side, 0 square.
    """

    id: str
    length: int
    count: int
    left: float = 0.0
    right: float = 0.0
    width: int = 0


class StockType(Struct, frozen=True):
    """Boards of one length; `limit` None can be bought in any number, else so many are owned."""

    id: str
    length: int
    price: int
    limit: int | None = None


class StripProblem(Struct, frozen=True):
    """Every part once, from boards of one section. `width` is that of the strip the cut lines cross.

    `turn`: "free" stock has both faces alike, "face" one good face, "moulded" cannot be turned at all.
    """

    kerf: int
    trim: int
    width: int
    stocks: tuple[StockType, ...]
    parts: tuple[PartType, ...]
    turn: Literal["free", "face", "moulded"] = "free"


class Cut(Struct, frozen=True):
    """One part on a board: its extreme left point and its ends as they lie there."""

    part: str
    x: int
    left: float
    right: float


class CutBoard(Struct, frozen=True):
    """One board and the parts on it, from left to right."""

    stock: str
    cuts: tuple[Cut, ...]


class StripLayout(Struct, frozen=True):
    """A layout with its cost, a bound that no layout can beat, and parts longer than any board."""

    boards: tuple[CutBoard, ...]
    cost: int
    bound: int = 0
    proven: bool = False
    unplaced: tuple[str, ...] = ()


def usable_length(problem: StripProblem, stock: StockType) -> int:
    """Length between the end trims."""
    return stock.length - 2 * problem.trim
