"""Flexible trim bent along a curve: how long its edges are. One unit of length.

A band bent along a convex curve is longer on its far edge by the angle it turns through, times its width: the
offset of a curve has length L + turn * d (Steiner). The offset of an ellipse is no ellipse.
"""

import math
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.cutout import ellipse_perimeter
from zygoform.core.geometry.segment import arc

BentAlong = Literal["oval", "round_rect", "arch"]


class Bent(Struct, frozen=True):
    """Length where it touches, along its middle and at its far edge; the tightest radius it is bent to."""

    contact: float
    centre: float
    far: float
    tightest_radius: float


def bend(
    shape: BentAlong,
    width: float,
    height: float = 0.0,
    rise: float = 0.0,
    radius: float = 0.0,
    trim: float = 0.0,
    side: Literal["out", "in"] = "out",
) -> Bent:
    """Round an oval, a rectangle with round corners, or along an arch alone; `trim` wide, outside or inside of it.

    Raises BadInputError: `zero`, `does_not_fit` (inside it would be bent tighter than it is wide; a radius or a
    rise too large).
    """
    if width <= 0 or trim <= 0 or (shape != "arch" and height <= 0):
        raise BadInputError("zero", "Outline and trim have a width.", "width")
    contact, turn, tightest = _outline(shape, width, height, rise, radius)
    if side == "in" and trim > tightest * (1 + 1e-9):
        raise BadInputError("does_not_fit", "Inside it would be bent tighter than it is wide.", "trim")
    way = 1.0 if side == "out" else -1.0
    # What lies inside bends round the smaller circle of its own inner edge.
    radius_of_bend = tightest if side == "out" else max(0.0, tightest - trim)
    return Bent(contact, contact + way * turn * trim / 2, contact + way * turn * trim, radius_of_bend)


def _outline(
    shape: BentAlong, width: float, height: float, rise: float, radius: float
) -> tuple[float, float, float]:
    """Length, the angle it turns through (radians), the tightest radius."""
    if shape == "arch":
        found = arc(width, rise)
        return found.arc, math.radians(found.angle), found.radius
    if shape == "oval":
        a, b = max(width, height) / 2, min(width, height) / 2
        return ellipse_perimeter(a, b), math.tau, b * b / a
    if not 0 < radius <= min(width, height) / 2 * (1 + 1e-9):
        raise BadInputError("does_not_fit", "A corner's radius is at most half the short side.", "radius")
    return 2 * (width + height) - (8 - math.tau) * radius, math.tau, radius
