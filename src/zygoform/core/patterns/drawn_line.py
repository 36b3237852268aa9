"""A line drawn by hand on a field, and where its ends are drawn to."""

import math
from collections.abc import Iterable
from typing import Annotated

from msgspec import Meta, Struct

from zygoform.core.geometry.plane import Point

Reach = Annotated[float, Meta(ge=-10_000, le=10_000)]


class DrawnLine(Struct, frozen=True):
    """The middle line of a strip: both ends, mm from the lower left corner of the field."""

    x0: Reach
    y0: Reach
    x1: Reach
    y1: Reach


def drawn_to(at: Point, places: Iterable[Point], near: float) -> Point:
    """The nearest of some places within reach, both ways at once or one way only; else the point as it is."""
    own = list(places)
    best = min(own, key=lambda p: math.dist(p, at), default=at)
    if math.dist(best, at) <= near:
        return best
    x = min((p[0] for p in own), key=lambda c: abs(c - at[0]), default=at[0])
    y = min((p[1] for p in own), key=lambda c: abs(c - at[1]), default=at[1])
    return (x if abs(x - at[0]) <= near else at[0], y if abs(y - at[1]) <= near else at[1])


def drawn_at(start: Point, end: Point, angles: Iterable[float], near: float) -> Point:
    """The end of a line turned to the nearest of some angles from level (degrees), if it comes as near as that."""
    long = math.dist(start, end)
    if long == 0:
        return end
    lean = math.degrees(math.atan2(end[1] - start[1], end[0] - start[0]))
    every = {turn for angle in angles for turn in (angle, -angle, 180 - angle, angle - 180)}
    best = min(every, key=lambda angle: abs((angle - lean + 180) % 360 - 180), default=lean)
    off = math.radians(abs((best - lean + 180) % 360 - 180))
    if long * math.sin(min(off, math.pi / 2)) > near:
        return end
    # The foot of the end on that line: it stays as near to the hand as can be.
    along = long * math.cos(off)
    return start[0] + along * math.cos(math.radians(best)), start[1] + along * math.sin(math.radians(best))


def snap_places(width: float, height: float, lines: Iterable[DrawnLine], shares: int = 4) -> list[Point]:
    """Corners, middles and equal shares of a field's edges, and the ends and middles of lines drawn before."""
    steps = [k / shares for k in range(shares + 1)]
    found = [(width * a, height * b) for a in steps for b in steps if a in (0, 1) or b in (0, 1) or a == b == 0.5]
    for line in lines:
        found += [(line.x0, line.y0), (line.x1, line.y1), ((line.x0 + line.x1) / 2, (line.y0 + line.y1) / 2)]
    return found
