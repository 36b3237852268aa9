"""Sizes of boards on sale and boards owned.

Actual sizes of softwood in inches: American Softwood Lumber Standard PS 20, dressed dry. Metric planed sizes
differ by country, so the table is the user's to change.
"""

from decimal import Decimal
from typing import Annotated, Literal

from msgspec import Meta, Struct

PositiveMm = Annotated[float, Meta(gt=0, le=100_000)]
DEAREST = 1_000_000


def check_price(price: Decimal) -> None:
    """Refuses what is no price; the file reader has no range for decimals."""
    if not price.is_finite() or not 0 <= price <= DEAREST:
        raise ValueError(f"a price cannot be {price}")


class Offer(Struct, frozen=True):
    """One length on sale and its price."""

    length: PositiveMm
    price: Decimal

    def __post_init__(self) -> None:
        check_price(self.price)


class TimberSize(Struct, frozen=True):
    """A board as sold: nominal name and actual section."""

    id: str
    name: str
    nominal: str
    system: Literal["inch", "mm"]
    thickness: PositiveMm
    width: PositiveMm
    species: str
    offers: tuple[Offer, ...]
    kind: Literal["", "board", "sheet", "rod"] = ""
    """Nothing said: thin enough it is a sheet. A rod is round, as thick as wide."""
    grain: bool = False
    """Of a sheet: whether its face has a grain that parts must follow, along the sheet's length."""
    bends: Annotated[float, Meta(ge=0, le=100_000)] = 0.0
    """Of flexible trim: the least radius it takes, at its inner edge (mm); 0 is rigid."""

    @property
    def is_sheet(self) -> bool:
        """Whether it is cut in two directions."""
        return self.kind == "sheet" or (not self.kind and self.thickness <= SHEET_MM)

    @property
    def least_radius(self) -> float:
        """To which it is bent in the plane of its face (mm): as its maker says, else as wood bends cold."""
        return self.bends or BENDS_COLD * self.width

    @property
    def is_veneer(self) -> bool:
        """Whether it is a sheet that covers and bears nothing."""
        return self.is_sheet and self.thickness <= VENEER_MM

    @property
    def stock(self) -> Literal["board", "sheet", "rod"]:
        """What it is sold as."""
        return "rod" if self.kind == "rod" else "sheet" if self.is_sheet else "board"


BENDS_COLD = 50.0
"""So many times its measure across the bend is the least radius of dry wood that is bent cold (trade practice)."""
SHEET_MM, VENEER_MM = 7.0, 3.0
"""Up to this thickness a wide board on sale is a sheet; a sheet as thin as this is veneer."""


class StockLine(Struct, frozen=True):
    """Boards owned or bought: how many of one size and one length; of a sheet's offcut its own `width` too."""

    id: str
    size: str
    length: PositiveMm
    count: Annotated[int, Meta(ge=1, le=999)] = 1
    origin: Literal["owned", "bought"] = "owned"
    width: PositiveMm | None = None


WHOLE_SHEETS = ((2438.4, 1219.2), (2440.0, 1220.0), (2500.0, 1250.0))
"""Length and width of whole sheets as they are sold (mm)."""
SHARES = {1.0: "whole sheet", 0.5: "half sheet", 0.25: "quarter sheet"}


def share_of_sheet(length: float, width: float) -> str:
    """What a size is of a whole sheet, in words; nothing where it is none of the usual shares."""
    for long, wide in WHOLE_SHEETS:
        for share, words in SHARES.items():
            if abs(length * width / (long * wide) - share) < 0.01 and width <= wide + 1 and length <= long + 1:
                return words
    return ""
