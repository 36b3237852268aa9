"""Rings about a middle, four strips each, mitred on its level and its upright axis."""

import math

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Point
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, clipped, direction, rows, strip_band


def diamond_strips(
    field: PatternField, w: float, gap: float, theta: float, centre: Point | None = None
) -> list[Strip]:
    """Ring k lies from k (w + gap) to that and w, square to its sides, from the middle.

    A side that is d from it meets the axes d / sin theta across and d / cos theta up; the mitre is theta on the
    upright axis and 90 - theta on the level one.
    """
    checked(w, gap, theta)
    if not 0 < theta < 90:
        raise BadInputError("out_of_range", "A diamond's sides lean by more than 0 and less than 90.", "theta")
    x, y = field.middle if centre is None else centre
    rings = list[tuple[int, Strip]]()
    for right in (1.0, -1.0):
        for up in (1.0, -1.0):
            # The normal points away from the middle; along it the strips of this quarter follow each other.
            away = direction(90 - theta)
            normal = (right * away[0], up * away[1])
            way = (normal[1], -normal[0])
            far = max((px - x) * normal[0] + (py - y) * normal[1] for px, py in field.corners)
            quarter = [((x, y), (right, 0.0)), ((x, y), (0.0, up))]
            for k, (low, high) in enumerate(rows(0.0, max(far, 0.0), w + gap, w, 0.0)):
                ring = clipped(strip_band((x, y), way, low, high), quarter)
                if len(ring) >= 3:
                    rings.append((k, Strip(ring, way)))
    return [strip for _, strip in sorted(rings, key=lambda row: row[0])]


def diamond_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    return diamond_strips(field, w, entries.gap, entries.angle, field.at(entries.across, entries.up))


def diamond_even(field: PatternField, entries: PatternEntries) -> EvenRun:
    """The tip of a ring ends at the upper edge: half the height is n pitch / cos."""
    return EvenRun((field.box[3] - field.box[1]) / 2 * math.cos(math.radians(entries.angle)), "pitch")
