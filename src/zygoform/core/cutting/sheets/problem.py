"""What is asked of a layout of sheets, and a layout. Whole units (../problem.py), whole cents."""

from typing import Literal

from msgspec import Struct


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
