"""Peaks along an upright axis: two runs of parallel strips that meet in mitres."""

import math

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, clipped, direction, rows, strip_band
from zygoform.core.tolerance import SAME_MM


def chevron_strips(
    field: PatternField, w: float, gap: float, theta: float, axis: float | None = None
) -> list[Strip]:
    """Peaks up, the strips `theta` from level. On the axis a lower edge passes through the field's bottom.

    Along the axis a strip is w / cos theta high, and so the next begins (w + gap) / cos theta further up.
    """
    checked(w, gap, theta)
    if not 0 < theta < 90:
        raise BadInputError("out_of_range", "A chevron leans by more than 0 and less than 90 degrees.", "theta")
    x0, y0, x1, _ = field.box
    x = (x0 + x1) / 2 if axis is None else axis
    strips = list[Strip]()
    for side, angle in ((-1.0, theta), (1.0, -theta)):
        way = direction(angle)
        reach = [
            (px - x) * -way[1] + (py - y0) * way[0]
            for px, py in (*field.corners, (x, y0), (x, field.box[3]))
            if side * (px - x) >= -1e-9
        ]
        if len(reach) > 2:
            found = rows(min(reach), max(reach), w + gap, w, 0.0)
            halves = [clipped(strip_band((x, y0), way, low, high), [((x, y0), (side, 0.0))]) for low, high in found]
            strips += [Strip(half, way) for half in halves]
    # From the bottom up, both sides of a peak one after the other.
    return sorted(strips, key=lambda strip: _rise(strip, x))


def _rise(strip: Strip, x: float) -> float:
    """How high it meets the axis; one that does not reach it comes by its highest corner."""
    return min((p[1] for p in strip.band if abs(p[0] - x) <= SAME_MM), default=max(p[1] for p in strip.band))


def chevron_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for: its axis a share across the field."""
    x0, _, x1, _ = field.box
    return chevron_strips(field, w, entries.gap, entries.angle, x0 + (x1 - x0) * entries.across / 100)


def chevron_even(field: PatternField, entries: PatternEntries) -> EvenRun:
    """A peak ends at the upper edge: along the axis a pitch is (w + gap) / cos."""
    return EvenRun((field.box[3] - field.box[1]) * math.cos(math.radians(entries.angle)), "pitch")
