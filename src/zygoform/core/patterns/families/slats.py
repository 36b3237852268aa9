"""Parallel strips at any angle."""

from typing import Literal

from zygoform.core.geometry.prism import dot
from zygoform.core.patterns.field import Field
from zygoform.core.patterns.strip import Strip, band, checked, direction, rows

Anchor = Literal["strip", "joint"]


def slat_strips(field: Field, w: float, gap: float, theta: float, anchor: Anchor = "strip") -> list[Strip]:
    """Every `w + gap`; a strip's middle, or the middle of a gap, runs through the middle of the field."""
    checked(w, gap, theta)
    way, middle = direction(theta), field.middle
    across = (-way[1], way[0], 0.0)
    reach = [dot((x - middle[0], y - middle[1], 0.0), across) for x, y in field.corners]
    first = -w / 2 if anchor == "strip" else gap / 2
    return [
        Strip(band(middle, way, low, high), way) for low, high in rows(min(reach), max(reach), w + gap, w, first)
    ]
