"""Strips that cover a front and change their direction at a line, as veneer is laid."""

from msgspec import structs

from zygoform.core.geometry.plane import Point
from zygoform.core.patterns.families.slats import slat_strips
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, clipped, direction


def turning_strips(
    field: PatternField, w: float, gap: float, angles: tuple[float, float], at: Point, line: float = 90.0
) -> list[Strip]:
    """Through `at` runs a line at `line` from level: left of it strips at the first angle, right of it the second.

    A strip, not a joint, runs through the middle of the field on either side; both are cut along the line.
    """
    checked(w, gap, angles[0])
    checked(w, gap, angles[1])
    way = direction(line)
    found = list[Strip]()
    for angle, side in zip(angles, (1.0, -1.0), strict=True):
        inward = (-way[1] * side, way[0] * side)
        for strip in slat_strips(field, w, gap, angle):
            half = clipped(strip.band, [(at, inward)])
            if len(half) >= 3:
                found.append(structs.replace(strip, band=half))
    return found


def turning_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for: at an upright or a level line through the place named."""
    at, line = field.at(entries.across, entries.up), 0.0 if entries.line == "level" else 90.0
    return turning_strips(field, w, entries.gap, (entries.angle, entries.turn), at, line)
