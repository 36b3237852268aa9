"""Sizes of boards on sale and boards owned.

Actual sizes of softwood in inches: American Softwood Lumber Standard PS 20, dressed dry. Metric planed sizes
differ by country, so the table is the user's to change.

Lengths in mm. [practice]
"""

from decimal import Decimal
from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.errors import BadInputError
from zygoform.core.measure.param import angle, length
from zygoform.core.measure.rounding import count_up
from zygoform.core.tolerance import SAME_MM

PositiveMm = Annotated[float, Meta(gt=0, le=100_000)]
DEAREST = 1_000_000
"""A price is at most this. [choice]"""


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
"""So many times its measure across the bend is the least radius of dry wood that is bent cold. [practice]"""
SHEET_MM, VENEER_MM = 7.0, 3.0
"""Up to this thickness a wide board on sale is a sheet; a sheet as thin as this is veneer. [choice]"""


class StockLine(Struct, frozen=True):
    """Boards owned or bought: how many of one size and one length; of a sheet's offcut its own `width` too."""

    id: str
    size: str
    length: PositiveMm
    count: Annotated[int, Meta(ge=1, le=999)] = 1
    origin: Literal["owned", "bought"] = "owned"
    width: PositiveMm | None = None


WHOLE_SHEETS = ((2438.4, 1219.2), (2440.0, 1220.0), (2500.0, 1250.0))
"""Length and width of whole sheets as they are sold (mm). [practice]"""
SHARES = {1.0: "whole sheet", 0.5: "half sheet", 0.25: "quarter sheet"}
"""Shares of a whole sheet that are sold by their names. [practice]"""


def share_of_sheet(length: float, width: float) -> str:
    """What a size is of a whole sheet, in words; nothing where it is none of the usual shares."""
    for long, wide in WHOLE_SHEETS:
        for share, words in SHARES.items():
            if abs(length * width / (long * wide) - share) < 0.01 and width <= wide + 1 and length <= long + 1:
                return words
    return ""


# How many boards side by side, and which of them is ripped.

LEAST_RIP = 38.0
"""Narrower strips (mm) are hard to joint and clamp; the rest is then taken from both outer boards. [practice]"""

Rip = Literal["auto", "first", "last", "both"]


class PlankLayout(Struct, frozen=True):
    """Widths of the boards across the top, from the front (or left) on."""

    widths: tuple[float, ...]
    full: float
    excess: float
    ripped: Literal["none", "first", "last", "both"]


def board_widths(
    across: float, full: float, rip: Rip = "auto", least: float = LEAST_RIP, gap: float = 0.0
) -> PlankLayout:
    """n = ceil((across + gap) / (full + gap)) boards of working width `full`; the chosen board loses what is over.

    On "auto" the last board is ripped while it keeps `least`; else both outer boards give half each.
    """
    if min(across, full) <= 0 or gap < 0:
        raise BadInputError("zero", "A top and its boards have a width, gaps of 0 or more.")
    n = count_up((across + gap) / (full + gap))
    excess = n * (full + gap) - gap - across
    if excess <= SAME_MM:
        return PlankLayout((full,) * n, full, 0.0, "none")
    chosen: Literal["first", "last", "both"] = "last" if full - excess >= least - SAME_MM else "both"
    if rip != "auto":
        chosen = rip
    if n == 1:
        chosen = "last"
    widths = [full] * n
    if chosen == "both":
        widths[0] = widths[-1] = full - excess / 2
    else:
        widths[0 if chosen == "first" else -1] = full - excess
    return PlankLayout(tuple(widths), full, excess, chosen)


# What a saw can reach.

STOPS = (15.0, 22.5, 30.0, 31.6, 45.0)
"""Where the tables of mitre saws usually click in, besides square (degrees). [practice]"""


class Saw(Struct, frozen=True):
    """A mitre saw. Swing turns the table, tilt leans the blade; heights and lengths in mm."""

    name: str = "Mitre saw"
    swing_left: Annotated[float, angle("Left", 0, 90, group="Swings to the")] = 50.0
    swing_right: Annotated[float, angle("Right", 0, 90, group="Swings to the")] = 50.0
    tilt_left: Annotated[float, angle("Left", 0, 90, group="Tilts to the")] = 45.0
    tilt_right: Annotated[float, angle("Right", 0, 90, group="Tilts to the")] = 0.0
    scale_step: Annotated[
        float, angle("Scale read to", 0.05, 1.0, group="Scale", hint="the finest part of a degree it can be set to")
    ] = 0.25
    fence_height: Annotated[
        float,
        length("Height at the fence", 0, 2000, group="Reach", hint="the widest board it cuts on edge"),
    ] = 88.9
    shortest_safe: Annotated[
        float, length("Shortest across", 0, 2000, group="Reach", hint="shorter parts need a stop block or a clamp")
    ] = 203.2
    shortest_rip: Annotated[
        float, length("Shortest along", 0, 2000, group="Reach", hint="shorter parts are not ripped by hand")
    ] = 304.8
