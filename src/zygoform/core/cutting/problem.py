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


# What is asked of a layout of sheets, and a layout. Whole units (../problem.py), whole cents.


class SheetPart(Struct, frozen=True):
    """`count` equal rectangles. One with grain keeps its direction: its `width` lies along the sheet's."""

    id: str
    width: int
    height: int
    count: int
    turns: bool = False


class SheetStock(Struct, frozen=True):
    """Sheets of one size; `limit` None can be bought in any number, else so many are owned. Never turned."""

    id: str
    width: int
    height: int
    price: int
    limit: int | None = None


class SheetProblem(Struct, frozen=True):
    """Every part once, from sheets of one material.

    `kerf` is what the blade takes, `trim` what is lost at each edge of a sheet. `stages` 3: first cuts either way
    give strips, cuts across them stacks, cuts across those parts as wide as their stack; 0: as many as it takes.
    """

    kerf: int
    trim: int
    stocks: tuple[SheetStock, ...]
    parts: tuple[SheetPart, ...]
    stages: Literal[0, 3] = 0


class LaidPart(Struct, frozen=True):
    """One part on a sheet: its corner nearest the sheet's origin, and whether width and height change places."""

    part: str
    x: int
    y: int
    turned: bool = False


class CutSheet(Struct, frozen=True):
    """One sheet and the parts on it."""

    stock: str
    parts: tuple[LaidPart, ...]


class SheetLayout(Struct, frozen=True):
    """A layout with its cost, a bound that no layout can beat, and the parts that fit on no sheet."""

    boards: tuple[CutSheet, ...]
    cost: int
    bound: int = 0
    unplaced: tuple[str, ...] = ()

    @property
    def proven(self) -> bool:
        """Whether no layout is cheaper."""
        return self.cost == self.bound


# Pieces wanted from a roll, and the length of it that does.


class RollPart(Struct, frozen=True):
    """So many equal pieces: `width` across the roll, `length` along it (whole units, ../problem.py)."""

    id: str
    width: int
    length: int
    count: int = 1


class RollProblem(Struct, frozen=True):
    """All pieces from a roll of one width (whole units, ../problem.py). None of them is turned."""

    width: int
    parts: tuple[RollPart, ...]


class RollPlace(Struct, frozen=True):
    """Where one piece lies: its corner at the left, nearest to the end of the roll."""

    part: str
    x: int
    y: int


class RollLayout(Struct, frozen=True):
    """A length of the roll and what is cut from it. Nothing shorter than `bound` does; `unplaced` are too wide."""

    places: tuple[RollPlace, ...]
    length: int
    bound: int
    proven: bool
    unplaced: tuple[str, ...] = ()

    @property
    def cost(self) -> int:
        """What is least of the best: the length."""
        return self.length

    @property
    def boards(self) -> tuple[()]:
        """A roll is one."""
        return ()
