"""Parallel strips at any angle."""

from typing import Literal

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.prism import dot
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, direction, rows, strip_band
from zygoform.core.tolerance import SAME_MM

Anchor = Literal["strip", "joint"]


SQUARE = 1e-6
"""An angle under this is level (degrees)."""


def slat_strips(field: PatternField, w: float, gap: float, theta: float, anchor: Anchor = "strip") -> list[Strip]:
    """Every `w + gap`; a strip's middle, or the middle of a gap, runs through the middle of the field."""
    checked(w, gap, theta)
    way, middle = direction(theta), field.middle
    across = (-way[1], way[0], 0.0)
    reach = [dot((x - middle[0], y - middle[1], 0.0), across) for x, y in field.corners]
    first = -w / 2 if anchor == "strip" else gap / 2
    return [
        Strip(strip_band(middle, way, low, high), way)
        for low, high in rows(min(reach), max(reach), w + gap, w, first)
    ]


def slat_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for; of a count of strips the outer two lie flush with both edges."""
    anchor: Anchor = "joint" if entries.anchor == "joint" else "strip"
    if entries.strips:
        anchor = "strip" if entries.strips % 2 else "joint"
    return slat_strips(field, w, slat_gap(field, w, entries), entries.angle, anchor)


def slat_gap(field: PatternField, w: float, entries: PatternEntries) -> float:
    """As entered, or for n strips (L - n w) / (n - 1), where L is the field from edge to edge across them.

    Raises BadInputError `does_not_fit` where so many find no room.
    """
    n = entries.strips
    if not n:
        return entries.gap
    way = direction(entries.angle)
    reach = [dot((x, y, 0.0), (-way[1], way[0], 0.0)) for x, y in field.corners]
    room = max(reach) - min(reach)
    if n * w > room + SAME_MM:
        raise BadInputError("does_not_fit", "Across them is {0}: so many find no room.", "strips", (room,))
    # One alone lies in the middle, and the next would be out of the field.
    return max(0.0, (room - n * w) / (n - 1)) if n > 1 else room


def slat_even(field: PatternField, entries: PatternEntries) -> EvenRun | None:
    """Upright or level ones end with a strip at both edges; slanted ones cannot, a count of them always does."""
    x0, y0, x1, y1 = field.box
    if entries.strips or min(entries.angle, abs(entries.angle - 90)) > SQUARE:
        return None
    return EvenRun(
        y1 - y0 if entries.angle < SQUARE else x1 - x0, "strip", 2, 2 if entries.anchor == "joint" else 1
    )
