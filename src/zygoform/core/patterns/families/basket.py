"""Squares of a few strips each, lying and standing by turns."""

import math

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.families.slats import SQUARE
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, block, checked, direction


def basket_strips(field: PatternField, w: float, gap: float, strips: int, theta: float = 0.0) -> list[Strip]:
    """A square of n strips has sides n w + (n - 1) gap; four of them meet in the middle of the field."""
    checked(w, gap, theta)
    if strips < 1:
        raise BadInputError("zero", "A square has a strip at least.", "block")
    side, way = strips * w + (strips - 1) * gap, direction(theta)
    pitch = side + gap
    reach = max(math.dist(field.middle, corner) for corner in field.corners)
    most = math.ceil(reach / pitch) + 1
    found = list[Strip]()
    for j in range(most - 1, -most - 1, -1):
        for i in range(-most, most):
            x, y = i * pitch + gap / 2, j * pitch + gap / 2
            for k in range(strips):
                near = k * (w + gap)
                if (i + j) % 2:
                    found.append(block(field.middle, way, (x + near, y, x + near + w, y + side), standing=True))
                else:
                    found.append(block(field.middle, way, (x, y + near, x + side, y + near + w)))
    return found


def basket_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    return basket_strips(field, w, entries.gap, entries.block, entries.angle)


def basket_even(field: PatternField, entries: PatternEntries) -> EvenRun | None:
    """An even number of squares across: four meet in the middle."""
    step = 2 * entries.block
    return EvenRun(field.box[2] - field.box[0], "strip", step, step) if entries.angle < SQUARE else None
