"""How a pattern goes from front to front: as one field, the same on each, or turned over right of the middle."""

from collections.abc import Callable
from typing import Literal

from msgspec import structs

from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.pieces import Laid, TrimPiece, lay
from zygoform.core.patterns.strip import Strip
from zygoform.core.tolerance import SAME_MM

PatternRun = Literal["one", "each", "mirrored"]


def laid_over(
    field: PatternField, run: PatternRun, strips_of: Callable[[PatternField], list[Strip]]
) -> tuple[list[Strip], Laid]:
    """All strips and what is cut of them, by the fronts of the whole field."""
    if run == "one" or len(field.fronts) == 1:
        strips = strips_of(field)
        return strips, lay(field, strips)
    middle = field.middle[0]
    strips, pieces = list[Strip](), list[TrimPiece]()
    slivers, lost = 0, 0.0
    for k, front in enumerate(field.fronts):
        alone = PatternField((front,))
        own = strips_of(alone)
        x = alone.middle[0]
        if run == "mirrored" and x > middle + SAME_MM:
            own = [strip.mirrored(x) for strip in own]
        laid = lay(alone, own)
        pieces += [structs.replace(piece, front=k, strip=piece.strip + len(strips)) for piece in laid.pieces]
        strips += own
        slivers, lost = slivers + laid.slivers, lost + laid.sliver_area
    return strips, Laid(tuple(pieces), slivers, lost)
