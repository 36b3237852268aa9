"""A pattern as a map: every piece where it lies."""

from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.geometry.plane import Outline
from zygoform.core.outcome.member import MapFront, MapPiece, PatternMap
from zygoform.core.patterns.registry import FAMILIES


def pattern_map(pattern: PatternSet) -> PatternMap:
    """Its fronts from the left and from below, each piece with the part it is cut as."""
    x0, y0, _, _ = pattern.whole.box

    def placed(outline: Outline) -> Outline:
        return tuple((x - x0, y - y0) for x, y in outline)

    fronts = tuple(
        MapFront(board.name, placed(front.outline))
        for board, front in zip(pattern.surface.boards, pattern.whole.fronts, strict=True)
    )
    pieces = tuple(
        MapPiece(
            "" if pattern.is_bought(piece) else f"{pattern.change.id}/strip/{number}",
            placed(piece.outline),
            piece.front,
        )
        for piece, number in zip(pattern.laid.pieces, pattern.numbers, strict=True)
    )
    return PatternMap(FAMILIES[pattern.change.family].title, fronts, pieces)
