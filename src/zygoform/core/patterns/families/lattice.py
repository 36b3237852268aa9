"""A lattice laid flat: the strips of one way whole, those of the other cut between them."""

import math

from msgspec import structs

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.families.slats import slat_strips
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked


def lattice_strips(field: PatternField, w: float, gap: float, theta: float) -> list[Strip]:
    """Both ways run through the middle; where they cross square, a short piece is as long as the gap."""
    checked(w, gap, theta)
    if gap <= 0:
        raise BadInputError("zero", "A lattice has gaps: without one nothing is left between.", "gap")
    whole = slat_strips(field, w, gap, theta)
    return [*whole, *(structs.replace(strip, layer=1) for strip in slat_strips(field, w, gap, -theta))]


def lattice_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    return lattice_strips(field, w, entries.gap, entries.angle)


def lattice_even(field: PatternField, entries: PatternEntries) -> EvenRun:
    """Strips run into the corners: (W sin + H cos) / 2 = n pitch."""
    (x0, y0, x1, y1), lean = field.box, math.radians(entries.angle)
    return EvenRun(((x1 - x0) * math.sin(lean) + (y1 - y0) * math.cos(lean)) / 2, "pitch")
