"""A square leg that may lean and taper, as a solid cut level at both ends.

Its axis runs from the middle of its top to the middle of its foot.

Lengths in one unit, angles in degrees. [geometry]
"""

import math

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.convex import Convex, frustum
from zygoform.core.geometry.mitres import compound_mitre
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Point3, Prism, X, Y, along
from zygoform.core.geometry.solid import Shape, cut_off

# Legs that lean, and sides that lean inward all round.
#
# A square leg leans about the horizontal line across its sight line: on two adjacent faces the level cuts are
# then at
# the front and the side splay from square. With the first of these faces on the saw the blade leans by less than
# the
# side splay: sin bevel = b / sqrt(1 + a^2 + b^2), a and b the tangents of both splays.

STEEPEST_SPLAY = 60.0


class Splay(Struct, frozen=True):
    """How a splayed leg stands and is cut; degrees, lengths in the unit given.

    `resultant` is its true lean, `sight_line` the direction it leans in, from the width's; `blank_round` how long
    the blank of a round leg is; `foot_w` and `foot_d` how far the feet are apart.
    """

    resultant: float
    sight_line: float
    axis_length: float
    blank_round: float
    foot_w: float
    foot_d: float
    mitre: float
    end_bevel: float


def splay(
    front_splay: float,
    side_splay: float,
    height: float,
    leg_size: float,
    mount_w: float = 0.0,
    mount_d: float = 0.0,
) -> Splay:
    """A leg `height` high whose splays are seen from the front and from the side, mounted so far apart."""
    if not (0 <= front_splay <= STEEPEST_SPLAY and 0 <= side_splay <= STEEPEST_SPLAY):
        raise BadInputError("out_of_range", "A leg is splayed by 0 to 60 degrees.")
    if min(height, leg_size) <= 0:
        raise BadInputError("zero", "A leg has a height and a size.")
    a, b = (math.tan(math.radians(angle)) for angle in (front_splay, side_splay))
    lean, slope = math.hypot(a, b), math.sqrt(1 + a * a + b * b)
    return Splay(
        math.degrees(math.atan(lean)),
        math.degrees(math.atan2(b, a)),
        height * slope,
        height * slope + leg_size * lean,
        mount_w + 2 * height * a,
        mount_d + 2 * height * b,
        front_splay,
        math.degrees(math.asin(b / slope)),
    )


class TaperedPlinth(Struct, frozen=True):
    """A base whose boards lean inward by `tilt` from vertical."""

    width_top: float
    depth_top: float
    face_width: float
    blank_width: float
    mitre: float
    bevel: float


def tapered_plinth(width_bottom: float, depth_bottom: float, height: float, tilt: float, t: float) -> TaperedPlinth:
    """Top = bottom - 2 h tan t; face h / cos t wide, cut from h / cos t + thickness tan t, both edges bevelled."""
    if not 0 <= tilt < 90:
        raise BadInputError("out_of_range", "The lean is 0 to under 90 degrees from vertical.")
    lean = math.tan(math.radians(tilt))
    face = height / math.cos(math.radians(tilt))
    width, depth = width_bottom - 2 * height * lean, depth_bottom - 2 * height * lean
    if min(width, depth) <= 0:
        raise BadInputError("does_not_fit", "Leaning so far, the sides meet below the top.")
    return TaperedPlinth(width, depth, face, face + t * lean, *compound_mitre(tilt))


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
