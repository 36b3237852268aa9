"""Rays from a point: each laid in the order given, the later cut by those before.

Lengths in mm, angles in degrees. [geometry]
"""

import math
from collections.abc import Sequence

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import FAR, Outline, Point
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, direction, strip_band

UNDER_BOSS = 5.0
"""Ends of rays lie so far under the edge of a boss (mm), where it covers them."""
_SIDES = 48


def ray_strips(
    field: PatternField, w: float, origin: Point, angles: Sequence[float], start: float = 0.0
) -> list[Strip]:
    """Each begins square, `start` from the origin, its middle on the ray (degrees from x, counter-clockwise)."""
    del field
    checked(w, 0.0)
    if len({round(angle % 360, 9) for angle in angles}) < len(angles):
        raise BadInputError("impossible", "Two rays run in one direction.", "angles")
    return [
        Strip(strip_band(origin, direction(angle), -w / 2, w / 2, start, FAR), direction(angle), layer=k)
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


def boss(at: Point, across: float) -> Strip:
    """A disc that hides where rays meet; bought."""
    turns = [math.tau * k / _SIDES for k in range(_SIDES)]
    ring: Outline = tuple((at[0] + across / 2 * math.cos(t), at[1] + across / 2 * math.sin(t)) for t in turns)
    return Strip(ring, (1.0, 0.0), bought=True)


def ray_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """Laid from the middle out, so that both sides match: equal angles over the spread, or equal steps on an edge.

    The edge is the upper one, or the lower one of an origin over it; of it as much as the spread reaches. A boss
    goes on over their ends.
    """
    n, at = entries.rays, field.at(entries.across, entries.up)
    x0, y0, x1, y1 = field.box
    if entries.steps == "edge":
        over = at[1] < y1 - 1e-6
        edge = y1 if over else y0
        if entries.spread < 180:
            reach = abs(edge - at[1]) * math.tan(math.radians(entries.spread / 2))
            x0, x1 = max(x0, at[0] - reach), min(x1, at[0] + reach)
        angles = list(ray_angles(at, x0, x1, edge, n))
        middle = 90.0 if over else -90.0
    else:
        step = entries.spread / max(1, n - 1) if entries.spread < 360 else 360.0 / n
        angles = [90.0 - entries.spread / 2 + k * step for k in range(n)] if n > 1 else [90.0]
        middle = 90.0
    order = sorted(angles, key=lambda angle: (round(abs(angle - middle), 6), angle))
    start = max(0.0, entries.boss / 2 - UNDER_BOSS)
    rays = ray_strips(field, w, at, order, start)
    return [*rays, boss(at, entries.boss)] if entries.boss > 0 else rays
