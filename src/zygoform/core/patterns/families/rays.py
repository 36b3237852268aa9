"""Rays from a point: each laid in the order given, the later cut by those before."""

import math
from collections.abc import Sequence

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import FAR, Point
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, direction, strip_band


def ray_strips(field: PatternField, w: float, origin: Point, angles: Sequence[float]) -> list[Strip]:
    """Each begins square at the origin, its middle on the ray (degrees from x, counter-clockwise)."""
    del field
    checked(w, 0.0)
    if len({round(angle % 360, 9) for angle in angles}) < len(angles):
        raise BadInputError("impossible", "Two rays run in one direction.", "angles")
    return [
        Strip(strip_band(origin, direction(angle), -w / 2, w / 2, 0.0, FAR), direction(angle), layer=k)
        for k, angle in enumerate(angles)
    ]


def ray_angles(origin: Point, x0: float, x1: float, y: float, n: int) -> tuple[float, ...]:
    """The angles of n rays to points evenly spread on the edge from x0 to x1 at height y, both ends among them.

    Steps are equal on the edge, and so the angles are not. A single ray runs to its middle.
    """
    if n < 1 or x1 <= x0:
        raise BadInputError("out_of_range", "An edge has a length, and a ray at least.", "n")
    if math.isclose(y, origin[1]):
        raise BadInputError("impossible", "The edge lies level with the origin.", "y")
    places = [(x0 + x1) / 2] if n == 1 else [x0 + k * (x1 - x0) / (n - 1) for k in range(n)]
    return tuple(math.degrees(math.atan2(y - origin[1], x - origin[0])) for x in places)


def ray_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """So many over the spread, the middle one straight up; laid from the middle out, so that both sides match."""
    n, step = entries.rays, entries.spread / max(1, entries.rays - 1)
    angles = [90.0 - entries.spread / 2 + k * step for k in range(n)] if n > 1 else [90.0]
    order = sorted(angles, key=lambda angle: (round(abs(angle - 90.0), 6), angle))
    return ray_strips(field, w, field.at(entries.across, entries.up), order)
