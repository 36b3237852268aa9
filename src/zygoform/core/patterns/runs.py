"""From front to front: as one field, the same on each, turned over right of the middle, or two that take turns."""

from collections.abc import Callable
from itertools import pairwise
from typing import Literal

from msgspec import structs

from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.pieces import MANY_STRIPS, Laid, TrimPiece, lay_piecemeal
from zygoform.core.patterns.strip import Strip
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.tolerance import SAME_MM

SAME_PLACE = 5.0
"""Middles of fronts that differ by less (mm) are in one row or column."""
PatternRun = Literal["one", "each", "mirrored", "alternate"]


def laid_over(
    field: PatternField, run: PatternRun, strips_of: Callable[[PatternField, int], list[Strip]]
) -> Piecemeal[tuple[list[Strip], Laid]]:
    """All strips and what is cut of them, by the fronts of the whole field.

    `strips_of` is asked for the first pattern, 0, or for the one that takes turns with it, 1.
    """
    if run == "one" or len(field.fronts) == 1:
        strips = strips_of(field, 0)
        yield len(strips) > MANY_STRIPS
        return strips, (yield from lay_piecemeal(field, strips))
    middle = field.middle[0]
    strips, pieces = list[Strip](), list[TrimPiece]()
    slivers, lost = 0, 0.0
    turns = _turns(field) if run == "alternate" else [0] * len(field.fronts)
    for k, front in enumerate(field.fronts):
        alone = PatternField((front,))
        own = strips_of(alone, turns[k])
        x = alone.middle[0]
        if run == "mirrored" and x > middle + SAME_MM:
            own = [strip.mirrored(x) for strip in own]
        laid = yield from lay_piecemeal(alone, own)
        pieces += [structs.replace(piece, front=k, strip=piece.strip + len(strips)) for piece in laid.pieces]
        strips += own
        yield len(pieces) > MANY_STRIPS
        slivers, lost = slivers + laid.slivers, lost + laid.sliver_area
    return strips, Laid(tuple(pieces), slivers, lost)


def _turns(field: PatternField) -> list[int]:
    """Of every front whether it bears the first pattern or the second: no two beside or over each other alike."""
    columns, rows = (_ranks([front.middle[k] for front in field.fronts]) for k in (0, 1))
    # Counted from above, where one looks first.
    top = max(rows)
    return [(column + top - row) % 2 for column, row in zip(columns, rows, strict=True)]


def _ranks(places: list[float]) -> list[int]:
    """The how many-th of the different places each is."""
    order = sorted(places)
    steps = [order[0], *(b for a, b in pairwise(order) if b - a > SAME_PLACE)]
    return [sum(step <= place + SAME_PLACE for step in steps) - 1 for place in places]
