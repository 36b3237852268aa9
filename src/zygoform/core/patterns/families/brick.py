"""Rows of blocks, each row moved along by a share of a block."""

import math
from typing import Literal

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.families.slats import SQUARE
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, block, checked, direction

Bond = Literal["half", "third", "none"]
_SHARE: dict[str, float] = {"half": 1 / 2, "third": 1 / 3, "none": 0.0}


def brick_strips(
    field: PatternField, w: float, gap: float, long: float, theta: float = 0.0, bond: Bond = "half"
) -> list[Strip]:
    """A row is w + gap high, a block and its joint long + gap; a block's middle is that of the field.

    By halves every other row answers; by thirds every third.
    """
    checked(w, gap, theta)
    if long < w:
        raise BadInputError("out_of_range", "A block is as long as wide at least.", "L")
    way, pitch, row = direction(theta), long + gap, w + gap
    reach = max(math.dist(field.middle, corner) for corner in field.corners)
    found = list[Strip]()
    for j in range(math.ceil(reach / row) + 1, -math.ceil(reach / row) - 2, -1):
        moved = (j * _SHARE[bond] % 1.0) * pitch
        y = j * row - w / 2
        for i in range(-math.ceil(reach / pitch) - 2, math.ceil(reach / pitch) + 2):
            x = i * pitch + moved - long / 2
            found.append(block(field.middle, way, (x, y, x + long, y + w)))
    return found


def brick_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    bond: Bond = "third" if entries.bond == "third" else "none" if entries.bond == "none" else "half"
    return brick_strips(field, w, entries.gap, entries.long, entries.angle, bond)


def brick_even(field: PatternField, entries: PatternEntries) -> EvenRun | None:
    """Level rows end with a whole one at both edges: an odd number, as one lies in the middle."""
    return EvenRun(field.box[3] - field.box[1], "strip", 2, 1) if entries.angle < SQUARE else None
