"""Brackets under a board, feet under a body, and the height that results. One unit in and out.

[geometry]; how far apart feet may stand: [practice]
"""

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.measure.rounding import count_up
from zygoform.core.tolerance import SAME_MM

BEST_OVERHANG = 0.223
"""Of the length: two supports so far from the ends leave the least sag (numerically; 1/48 of that on the ends).
[geometry]
"""
FRAMED_LIMIT, BOARD_LIMIT = 1200.0, 900.0
"""Between feet, under a framed solid bottom and under particleboard (mm). [practice]"""


class Brackets(Struct, frozen=True):
    """How many, how far the board reaches beyond the outer ones, and how far they are apart."""

    count: int
    overhang: float
    spacing: float


def brackets(length: float, max_spacing: float) -> Brackets:
    """Two at the best place where they are near enough; else n with an overhang of 0.4 of their spacing."""
    if min(length, max_spacing) <= 0:
        raise BadInputError("zero", "Length and spacing are more than nothing.")
    between = (1 - 2 * BEST_OVERHANG) * length
    if between <= max_spacing * (1 + SAME_MM):
        return Brackets(2, BEST_OVERHANG * length, between)
    count = max(3, count_up(length / max_spacing - 0.8) + 1)
    apart = length / (count - 1 + 0.8)
    return Brackets(count, 0.4 * apart, apart)


class Feet(Struct, frozen=True):
    """Feet in the middle of each row, all feet, and the span left between two."""

    centre_per_row: int
    feet: int
    clear_span: float


def feet(span: float, limit: float = FRAMED_LIMIT, rows: int = 2) -> Feet:
    """ceil(span / limit) - 1 between the corners of each row."""
    if min(span, limit) <= 0 or rows < 1:
        raise BadInputError("zero", "Span, limit and rows are more than nothing.")
    between = max(0, count_up(span / limit) - 1)
    return Feet(between, rows * (2 + between), span / (between + 1))


def overall(
    carcass: float,
    leg_vertical: float,
    top: float = 0.0,
    plate: float = 0.0,
    recess: float = 0.0,
    limit: float = 0.0,
) -> float:
    """How high it stands: everything stacked, less what is let in. does_not_fit above a `limit` (0: none)."""
    height = carcass + leg_vertical + top + plate - recess
    if limit and height > limit + SAME_MM:
        raise BadInputError("does_not_fit", "It would stand {0} high.", lengths=(height,))
    return height
