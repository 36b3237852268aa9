"""Ornaments bought ready: one in the middle of each front, or pairs that answer each other."""

import math
from typing import Literal

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip

OrnamentsPlaced = Literal["one", "pair", "three", "corners"]
_SIDES = 24


def ornament_strips(
    field: PatternField, wide: float, high: float, placed: OrnamentsPlaced, apart: float, at: Point
) -> list[Strip]:
    """Ovals as large as what is bought, about a place: alone, two `apart` beside it, three, or one in each corner.

    The right one of two is the left one turned over; upper ones of four are the lower ones turned over.
    """
    if min(wide, high) <= 0:
        raise BadInputError("zero", "An ornament has a size.", "ready_wide")
    x0, y0, x1, y1 = field.box
    beside = apart / 2 + wide / 2
    if placed == "corners":
        left, right = x0 + apart + wide / 2, x1 - apart - wide / 2
        low, top = y0 + apart + high / 2, y1 - apart - high / 2
        places = [(left, low), (right, low), (left, top), (right, top)]
        if right - left < wide or top - low < high:
            raise BadInputError("does_not_fit", "Four in the corners find no room.", "ready_wide")
    elif placed == "one":
        places = [at]
    else:
        if placed == "three":
            beside += wide / 2 + apart / 2
        places = [(at[0] - beside, at[1]), (at[0] + beside, at[1])] + ([at] if placed == "three" else [])
    if any(x - wide / 2 < x0 - 1e-6 or x + wide / 2 > x1 + 1e-6 for x, _ in places):
        raise BadInputError("does_not_fit", "They reach over the front's ends.", "gap")
    return [Strip(_oval(place, wide, high), (1.0, 0.0), bought=True) for place in places]


def _oval(at: Point, wide: float, high: float) -> Outline:
    turns = [math.tau * k / _SIDES for k in range(_SIDES)]
    return tuple((at[0] + wide / 2 * math.cos(t), at[1] + high / 2 * math.sin(t)) for t in turns)


def ornament_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for, on every front of its own."""
    del w
    placed: OrnamentsPlaced = next((p for p in ("one", "three", "corners") if p == entries.placed), "pair")
    found = list[Strip]()
    for front in field.fronts:
        alone = PatternField((front,))
        x, y = alone.at(entries.across, entries.up)
        x = front.x + entries.from_left if entries.from_left else x
        y = front.y + entries.from_below if entries.from_below else y
        found += ornament_strips(alone, entries.ready_wide, entries.ready_high, placed, entries.gap, (x, y))
    return found
