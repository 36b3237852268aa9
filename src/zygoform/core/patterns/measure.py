r"""A piece measured along its strip: long point, end angles, ends that need two cuts.

__________________          s runs along the strip, t across it. Edges along s are its sides; every other
end  /                    \  end    edge is a cut, its angle the deviation from square: atan(ds / dt).
/______________________\

Lengths in one unit, angles in degrees. [geometry]
"""

import math
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.cut_shape import ellipse_perimeter
from zygoform.core.geometry.plane import Outline, Point, arc

IN_LINE = 1e-6
"""An edge that rises by less than this share of its length is a side, and a corner that turns by less is none."""


TOUCH = 1e-7
"""Corners nearer to each other than this share of a piece are one: a band may just touch a corner of a front."""


class Measured(Struct, frozen=True):
    """Over all along the strip, and the angles of the cuts at its beginning and its end (degrees from square).

    An angle is more than 0 where the edge nearer to t = 0, the right one along the strip, is the longer.
    """

    long_point: float
    first: tuple[float, ...]
    last: tuple[float, ...]

    @property
    def angles(self) -> tuple[float, ...]:
        return (*self.first, *self.last)

    @property
    def two_cut(self) -> int:
        """How many of its ends hold a corner of a front, a peak or a notch."""
        return sum(len(end) > 1 for end in (self.first, self.last))


def measure_piece(outline: Outline, way: Point) -> Measured:
    """Of a piece, counter-clockwise, along the unit direction of its strip."""
    points = [(x * way[0] + y * way[1], y * way[0] - x * way[1]) for x, y in outline]
    long = max(s for s, _ in points) - min(s for s, _ in points)
    points = _corners(points)
    n = len(points)
    low, high = list[float](), list[float]()
    for k in range(n):
        (s0, t0), (s1, t1) = points[k], points[(k + 1) % n]
        ds, dt = s1 - s0, t1 - t0
        if abs(dt) <= IN_LINE * math.hypot(ds, dt):
            continue
        # Counter-clockwise an edge that rises is at the far end, one that falls at the near one.
        (high if dt > 0 else low).append(math.degrees(math.atan2(-ds, abs(dt))))
    return Measured(long, tuple(low), tuple(high))


def measure_bent(outline: Outline, far: Outline, far_length: float) -> Measured:
    """Of bent trim: along its longer edge, whose chords are a little shorter than it is; ends square."""
    import shapely

    line = shapely.LineString(far)
    places = shapely.line_locate_point(line, shapely.points(outline))
    return Measured(float(places.max() - places.min()) * far_length / line.length, (0.0,), (0.0,))


def _corners(points: list[Point]) -> list[Point]:
    """Without points on each other, or in line with their neighbours."""
    near = TOUCH * max(math.dist(points[0], p) for p in points)
    kept = [p for k, p in enumerate(points) if math.dist(p, points[k - 1]) > near]
    k = 0
    while k < len(kept) and len(kept) > 3:
        (ax, ay), (bx, by), (cx, cy) = kept[k - 1], kept[k], kept[(k + 1) % len(kept)]
        turn = (bx - ax) * (cy - by) - (by - ay) * (cx - bx)
        if abs(turn) <= IN_LINE * math.hypot(bx - ax, by - ay) * math.hypot(cx - bx, cy - by):
            kept.pop(k)
            k = max(0, k - 1)
        else:
            k += 1
    return kept


# Flexible trim bent along a curve: how long its edges are. One unit of length.
#
# A band bent along a convex curve is longer on its far edge by the angle it turns through, times its width: the
# offset of a curve has length L + turn * d (Steiner). The offset of an ellipse is no ellipse.

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
