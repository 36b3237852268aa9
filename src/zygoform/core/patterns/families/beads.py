"""Beads along the edges of every front: all round with mitres, or along two of them."""

from typing import Literal

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import is_convex, offset_sides
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked

BeadEdges = Literal["all", "level", "upright"]


def bead_strips(field: PatternField, w: float, gap: float, edges: BeadEdges = "all") -> list[Strip]:
    """`gap` from the edge of each front, in its true outline. Mitred where two meet, else to the front's end."""
    checked(w, gap)
    found = list[Strip]()
    for front in field.fronts:
        ring = front.outline
        if not is_convex(ring):
            raise BadInputError("impossible", "Beads follow a front without notches.", "on")
        if min(front.w, front.h) <= 2 * (w + gap):
            raise BadInputError("does_not_fit", "Beads find no room beside each other.", "gap")
        n = len(ring)
        ways = [(ring[(k + 1) % n][0] - ring[k][0], ring[(k + 1) % n][1] - ring[k][1]) for k in range(n)]
        taken = [_is_taken(way, edges) for way in ways]
        outer, inner = (offset_sides(ring, tuple(-by if own else 0.0 for own in taken)) for by in (gap, gap + w))
        for k, (dx, dy) in enumerate(ways):
            long = (dx * dx + dy * dy) ** 0.5
            if taken[k]:
                after = (k + 1) % n
                band = (outer[k], outer[after], inner[after], inner[k])
                found.append(Strip(band, (dx / long, dy / long)))
    return found


def _is_taken(way: tuple[float, float], edges: BeadEdges) -> bool:
    level = abs(way[0]) >= abs(way[1])
    return edges == "all" or (edges == "level") == level


def bead_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    edges: BeadEdges = "level" if entries.edges == "level" else "upright" if entries.edges == "upright" else "all"
    return bead_strips(field, w, entries.gap, edges)
