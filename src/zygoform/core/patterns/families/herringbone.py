"""Blocks of one size, each cell one lying and one standing."""

import math

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, block, checked, direction


def herringbone_strips(field: PatternField, long: float, w: float, theta: float = 45.0) -> list[Strip]:
    """A cell is [0, L] x [0, w] and [L, L + w] x [w - L, w]; it repeats by (w, w) and by (L, -L).

    Its corner lies in the middle of the field, all of it turned by theta.
    """
    checked(w, 0.0, theta)
    if long < w:
        raise BadInputError("out_of_range", "A block is as long as wide at least.", "L")
    way = direction(theta)
    reach = max(math.dist(field.middle, corner) for corner in field.corners) + long + w
    strips = list[Strip]()
    steps = math.ceil(2 * reach / w) + 1
    across = math.ceil(2 * reach / long) + 1
    for j in range(-across, across + 1):
        for i in range(-steps, steps + 1):
            x, y = i * w + j * long, i * w - j * long
            if max(abs(x), abs(y)) > reach + long:
                continue
            strips.append(block(field.middle, way, (x, y, x + long, y + w)))
            strips.append(block(field.middle, way, (x + long, y + w - long, x + long + w, y + w), standing=True))
    return strips


def herringbone_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    return herringbone_strips(field, entries.long, w, entries.angle)
