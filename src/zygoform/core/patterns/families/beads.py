"""Beads along the edges of every front: all round with mitres, or along two of them."""

import math
from typing import Literal

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import (
    Outline,
    inset_sides,
    is_convex,
    side_line,
    smooth_runs,
    turn_after,
    turn_at,
)
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked

BeadEdges = Literal["all", "level", "upright"]


SMOOTH_TURN = math.radians(25)
"""Sides that turn by less at a corner are chords of one curve: the bead is bent along them."""


LEAST_SINE = 0.2
"""At a flatter corner a bead's end is trimmed where it lies."""


def bead_strips(field: PatternField, w: float, gap: float, edges: BeadEdges = "all") -> list[Strip]:
    """`gap` from the edge of each front, in its true outline. Mitred where two meet, else to the front's end.

    Along a curve it is one bent strip.
    """
    checked(w, gap)
    found = list[Strip]()
    for front in field.fronts:
        if not is_convex(front.outline):
            raise BadInputError("impossible", "Beads follow a front without notches.", "on")
        if min(front.w, front.h) <= 2 * (w + gap):
            raise BadInputError("does_not_fit", "Beads find no room beside each other.", "gap")
        found += _round_one(front.outline, w, gap, edges)
    if not found:
        raise BadInputError("impossible", f"None of its edges is {edges}: take all of them.", "edges")
    return found


def _round_one(ring: Outline, w: float, gap: float, edges: BeadEdges) -> list[Strip]:
    """Along the sides of one front."""
    n = len(ring)
    ways = [(ring[(k + 1) % n][0] - ring[k][0], ring[(k + 1) % n][1] - ring[k][1]) for k in range(n)]
    runs = smooth_runs(ring, SMOOTH_TURN)
    taken = dict[int, bool]()
    for run in runs:
        (ax, ay), (bx, by) = ring[run[0]], ring[(run[-1] + 1) % n]
        taken |= dict.fromkeys(run, _is_taken((bx - ax, by - ay), edges))
    outer, inner = (inset_sides(ring, [by if taken[k] else 0.0 for k in range(n)]) for by in (gap, gap + w))
    found = list[Strip]()
    for run in runs:
        if not taken[run[0]]:
            continue
        far, near = side_line(outer, run), side_line(inner, run)
        if len(far) < 2 or len(near) < 2:
            raise BadInputError("does_not_fit", "Beads find no room beside each other.", "gap")
        long = math.dist(far[0], far[-1])
        way = ((far[-1][0] - far[0][0]) / long, (far[-1][1] - far[0][1]) / long)
        band = (*far, *reversed(near))
        if len(run) == 1:
            found.append(Strip(band, way))
        else:
            tight = min(math.hypot(*ways[k]) / turn_after(ring, k) for k in run[:-1])
            # On the inner edge it is bent tighter than the front is round.
            radius = max(0.0, tight - gap - w)
            found.append(
                Strip(band, way, far=far, far_length=_curved(far) + _past_chords(ring, run), radius=radius)
            )
    return found


def _past_chords(ring: Outline, run: list[int]) -> float:
    """How much longer the curve is than from end to end of its chords: it lies outside them, and ends further out.

    At each end by the height of a bow over its chord, along the side it meets at a slant.
    """
    bow = max(
        math.dist(ring[k], ring[(k + 1) % len(ring)]) / 2 * math.tan(turn_after(ring, k) / 4) for k in run[:-1]
    )
    return (
        sum(bow / max(LEAST_SINE, abs(math.sin(turn_after(ring, k)))) for k in (run[0] - 1, run[-1]))
        + math.pi * bow
    )


def _curved(line: Outline) -> float:
    """How long the curve is whose chords these are: an arc is (t / 2) / sin (t / 2) times its chord."""
    turns = [0.0, *(turn_at(line[k - 1], line[k], line[k + 1]) for k in range(1, len(line) - 1)), 0.0]
    whole = 0.0
    for k in range(len(line) - 1):
        half = max(turns[k], turns[k + 1]) / 2
        whole += math.dist(line[k], line[k + 1]) * (half / math.sin(half) if half > 1e-9 else 1.0)
    return whole


def _is_taken(way: tuple[float, float], edges: BeadEdges) -> bool:
    level = abs(way[0]) >= abs(way[1])
    return edges == "all" or (edges == "level") == level


def bead_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for."""
    edges: BeadEdges = "level" if entries.edges == "level" else "upright" if entries.edges == "upright" else "all"
    return bead_strips(field, w, entries.gap, edges)
