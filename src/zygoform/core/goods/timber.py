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

    @property
    def is_sheet(self) -> bool:
        """Whether it is thin sheet, which could be cut in two directions."""
        return self.thickness <= SHEET_MM


SHEET_MM = 7.0
"""Up to this thickness a wide board on sale is a sheet."""


class StockLine(Struct, frozen=True):
    """Boards owned or bought: how many of one size and one length."""

    id: str
    size: str
    length: PositiveMm
    count: Annotated[int, Meta(ge=1, le=999)] = 1
    origin: Literal["owned", "bought"] = "owned"
