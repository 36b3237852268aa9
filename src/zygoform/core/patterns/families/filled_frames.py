"""A mitred frame on every front, filled with slanted strips."""

from msgspec import structs

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.families.nested_frames import frame_strips
from zygoform.core.patterns.families.slats import slat_strips
from zygoform.core.patterns.field import FieldFront, PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, clipped


def filled_strips(field: PatternField, w: float, gap: float, theta: float) -> list[Strip]:
    """One frame `w` wide; within it, a gap away, strips at `theta`, one through the middle of each front."""
    checked(w, gap, theta)
    strips = list[Strip]()
    for front in field.fronts:
        away = w + gap
        inner = FieldFront(front.x + away, front.y + away, front.w - 2 * away, front.h - 2 * away)
        if min(inner.w, inner.h) <= 0:
            raise BadInputError("does_not_fit", "Nothing is left within the frame.", "gap")
        inside = inner.outline
        edges = [
            ((ax, ay), (ay - by, bx - ax))
            for (ax, ay), (bx, by) in zip(inside, inside[1:] + inside[:1], strict=True)
        ]
        strips += frame_strips(PatternField((front,)), w, gap, 1)
        for strip in slat_strips(PatternField((inner,)), w, gap, theta):
            band = clipped(strip.band, edges)
            if len(band) >= 3:
                strips.append(structs.replace(strip, band=band))
    return strips


def filled_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    return filled_strips(field, w, entries.gap, entries.angle)
