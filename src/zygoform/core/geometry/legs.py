"""A square leg that may lean and taper, as a solid cut level at both ends.

Its axis runs from the middle of its top to the middle of its foot.
"""

import math

from zygoform.core.geometry.convex import Convex, frustum
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Point3, Prism, X, Y, along
from zygoform.core.geometry.solid import Shape, cut_off

_DOWN: Point3 = (0.0, 0.0, -1.0)
_UP: Point3 = (0.0, 0.0, 1.0)


def leg_axes(lean: Point) -> tuple[Point3, Point3, Point3]:
    """Its own right, back and up where its foot stands out by `lean` (x, y) for each unit of height.

    The upright leg turned about the horizontal line across the way it leans, and not about itself (Rodrigues).
    """
    a, b = lean
    slope = math.sqrt(1 + a * a + b * b)
    ux, uy, uz = -a / slope, -b / slope, 1 / slope
    right = (1 - ux * ux / (1 + uz), -ux * uy / (1 + uz), -ux)
    back = (-ux * uy / (1 + uz), 1 - uy * uy / (1 + uz), -uy)
    return right, back, (ux, uy, uz)


def leg_blank(top: Point3, height: float, thick: float, lean: Point = (0.0, 0.0)) -> Shape:
    """A square leg `height` (mm) high below the middle of its `top`, both ends cut level."""
    right, back, up = leg_axes(lean)
    slope, half = 1 / up[2], thick / 2
    # Over the level planes by what a corner of the section needs.
    more = half * (abs(lean[0]) + abs(lean[1]))
    foot = (top[0] + lean[0] * height, top[1] + lean[1] * height, top[2] - height)
    start = along(foot, up, -more)
    square = ((-half, -half), (half, -half), (half, half), (-half, half))
    blank = Prism(start, right, back, square, height * slope + 2 * more)
    return cut_off(cut_off(blank, (top, _UP)), (foot, _DOWN)) if more else blank


def tapered(top: Point3, height: float, thick: float, foot: float, below: float, lean: Point = (0.0, 0.0)) -> Shape:
    """The leg tapered on all four faces to `foot` thick on the floor, from `below` (mm of height) under its top.

    Of one that leans `below` is 0: its level section shrinks evenly on its way down.
    """
    if lean != (0.0, 0.0):
        return _frustum(top, height, thick, foot, lean)
    shape = leg_blank(top, height, thick)
    x, y, z = top
    for out in (X, Y, (-1.0, 0.0, 0.0), (0.0, -1.0, 0.0)):
        edge = along((x, y, z - below), out, thick / 2)
        long, inward = height - below, (thick - foot) / 2
        slope = math.hypot(long, inward)
        shape = cut_off(shape, (edge, (out[0] * long / slope, out[1] * long / slope, -inward / slope)))
    return shape


def _frustum(top: Point3, height: float, thick: float, foot: float, lean: Point) -> Convex:
    """Between the level sections of the straight leg at its top and, smaller, at its foot."""
    right, back, up = leg_axes(lean)
    half = thick / 2
    section = []
    for i, k in ((-half, -half), (half, -half), (half, half), (-half, half)):
        # Along the leg from the square across it to the level plane.
        rise = -(i * right[2] + k * back[2]) / up[2]
        section.append((i * right[0] + k * back[0] + rise * up[0], i * right[1] + k * back[1] + rise * up[1]))
    upper = tuple((top[0] + p, top[1] + q) for p, q in section)
    below = (top[0] + lean[0] * height, top[1] + lean[1] * height)
    lower = tuple((below[0] + p * foot / thick, below[1] + q * foot / thick) for p, q in section)
    return frustum(lower, top[2] - height, upper, top[2])
