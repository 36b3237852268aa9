"""Zigzags one over the other, each of short strips mitred at its turns."""

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, clipped, direction, rows, strip_band


def zigzag_strips(field: PatternField, w: float, gap: float, theta: float, waves: int) -> list[Strip]:
    """So many peaks across the field, equal shares, strips `theta` from level; a middle line through its middle.

    A wave of width a rises by (a / 2) tan theta; both its strips are cut at theta from square where they meet.
    """
    checked(w, gap, theta)
    if not 0 < theta < 90:
        raise BadInputError("out_of_range", "A zigzag leans by more than 0 and less than 90 degrees.", "theta")
    if waves < 1:
        raise BadInputError("zero", "A zigzag has a peak at least.", "waves")
    (x0, y0, x1, y1) = field.box
    half = (x1 - x0) / (2 * waves)
    found = list[tuple[float, int, Strip]]()
    for k in range(2 * waves):
        left, right = x0 + k * half, x0 + (k + 1) * half
        way = direction(theta if k % 2 == 0 else -theta)
        middle = ((left + right) / 2, (y0 + y1) / 2)
        reach = [(px - middle[0]) * -way[1] + (py - middle[1]) * way[0] for px in (left, right) for py in (y0, y1)]
        sides = [((left, y0), (1.0, 0.0)), ((right, y0), (-1.0, 0.0))]
        for low, high in rows(min(reach), max(reach), w + gap, w, -w / 2):
            strip = Strip(clipped(strip_band(middle, way, low, high), sides), way)
            found.append((round(low, 6), k, strip))
    return [strip for _, _, strip in sorted(found, key=lambda row: row[:2])]


def zigzag_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    return zigzag_strips(field, w, entries.gap, entries.angle, entries.waves)
