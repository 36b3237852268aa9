"""An opening cut into a door: its size and edge, what stays round it, and the sheet that goes behind. One unit."""

import math
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.segment import arc
from zygoform.core.measure.rounding import count_up

CutoutShape = Literal["rectangle", "oval", "arch"]


class Cutout(Struct, frozen=True):
    """`stile` and `rail` are what stays at the sides and above or below, where it is least."""

    cut_w: float
    cut_h: float
    perimeter: float
    area: float
    insert_w: float
    insert_h: float
    staples: int
    stile: float
    rail: float


def cutout(
    door_w: float,
    door_h: float,
    shape: CutoutShape,
    side: float,
    top: float,
    bottom: float,
    rise: float = 0.0,
    radius: float = 0.0,
    lap: float = 0.0,
    staple: float = 0.0,
    min_stile: float = 0.0,
) -> Cutout:
    """The door less its margins; an insert laps over the edge by `lap` all round, stapled every `staple`.

    An oval's edge is 4 a E(e); that of rounded corners 2 (w + h) - (8 - 2 pi) r; of an arch w + 2 (h - rise) + arc.
    """
    wide, high = door_w - 2 * side, door_h - top - bottom
    if min(wide, high) <= 0:
        raise BadInputError("does_not_fit", "The margins leave nothing to cut out.", "side")
    if lap > min(side, top, bottom):
        raise BadInputError("does_not_fit", "The lap is more than what stays of the door.", "lap")
    if min(side, top, bottom) < min_stile:
        raise BadInputError("does_not_fit", "Less stays of the door than should.", "side")
    perimeter, area = _edge_and_area(shape, wide, high, rise, radius)
    return Cutout(
        wide,
        high,
        perimeter,
        area,
        wide + 2 * lap,
        high + 2 * lap,
        count_up(perimeter / staple) if staple else 0,
        side,
        min(top, bottom),
    )


def _edge_and_area(shape: CutoutShape, wide: float, high: float, rise: float, radius: float) -> tuple[float, float]:
    if shape == "oval":
        return ellipse_perimeter(wide / 2, high / 2), math.pi * wide * high / 4
    if shape == "arch":
        if not 0 < rise <= wide / 2 * (1 + 1e-9) or rise > high:
            raise BadInputError("does_not_fit", "An arch rises by half its width at most.", "rise")
        curve = arc(wide, rise)
        turn = math.radians(curve.angle)
        return wide + 2 * (high - rise) + curve.arc, wide * (high - rise) + curve.radius**2 * (
            turn - math.sin(turn)
        ) / 2
    if radius > min(wide, high) / 2 * (1 + 1e-9):
        raise BadInputError("does_not_fit", "A corner's radius is at most half the short side.", "radius")
    return 2 * (wide + high) - (8 - 2 * math.pi) * radius, wide * high - (4 - math.pi) * radius**2


def ellipse_perimeter(a: float, b: float) -> float:
    """The complete elliptic integral by Gauss's arithmetic-geometric mean, to the last digits."""
    x, y = max(a, b), min(a, b)
    if y <= 0:
        return 4 * x
    # P = 2 pi (x^2 - sum of 2^(n-1) c_n^2) / agm(x, y), c_0^2 = x^2 - y^2.
    m, n, power = x, y, 0.5
    total = power * (x * x - y * y)
    while abs(m - n) > 1e-15 * m:
        m, n, c = (m + n) / 2, math.sqrt(m * n), (m - n) / 2
        power *= 2
        total += power * c * c
    return 2 * math.pi * (x * x - total) / m
