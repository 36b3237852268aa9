"""Every piece of a pattern as a part to cut, and spare strips for tries and splits."""

import math

from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.geometry.plane import Outline
from zygoform.core.measure.reading import Sized, Term, sized
from zygoform.core.measure.rounding import count_up
from zygoform.core.outcome.member import MapFront, MapPiece, PatternMap
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.patterns.pieces import TrimPiece
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.piecemeal import AT_A_TIME, Piecemeal
from zygoform.core.tolerance import SAME_MM


def strip_parts(pattern: PatternSet) -> Piecemeal[tuple[Part, ...]]:
    """One for each piece that is cut: over its long point, with the cuts at both ends."""
    parts = list[Part]()
    for k, piece in enumerate(pattern.cut, 1):
        parts.append(_part(pattern, k, piece))
        if k % AT_A_TIME == 0:
            yield
    return tuple(parts)


def spare_parts(pattern: PatternSet, parts: tuple[Part, ...]) -> tuple[Part, ...]:
    """As many of the longest length as make the spare share of all that is bought: total s / (1 - s) more."""
    share, found = pattern.change.spare / 100, list[Part]()
    for size in dict.fromkeys(pattern.sizes):
        own = [part.length for part in parts if part.size_id == size.id]
        if not own or share <= 0:
            continue
        long = max(own)
        count = count_up(sum(own) * share / (1 - share) / long)
        for k in range(count):
            found.append(
                Part(
                    f"{pattern.change.id}/spare/{size.id}/{k + 1}",
                    pattern.change.id,
                    "Spare strip",
                    size.id,
                    size.thickness,
                    size.width,
                    long,
                    location="uncut until it is needed",
                    rests_on=pattern.body.width.guesses | pattern.body.depth.guesses,
                    length_of=Sized(long, terms=(Term("the longest strip", long, "worked out"),)),
                    width_of=Sized(size.width, terms=(Term("width of the strip", size.width, "on sale"),)),
                    by_hand=True,
                    knife=pattern.change.fixing == "iron",
                )
            )
    return tuple(found)


def _part(pattern: PatternSet, number: int, piece: TrimPiece) -> Part:
    change, size, guesses = pattern.change, pattern.size_of(piece), pattern.body.width.guesses
    strip, long = pattern.strips[piece.strip], piece.measured.long_point
    first, last = _steepest(piece.measured.first), _steepest(piece.measured.last)
    # At the edge of a front a strip may be narrower than it is sold: then it is ripped.
    across = size.width if strip.far else min(size.width, strip.across(piece.outline))
    ripped = across < size.width - SAME_MM and _is_plain(piece, across, first, last) and change.fixing != "iron"
    width = across if ripped else size.width
    # Where both cuts meet within the strip it is a corner: cut from a piece as long, to its line.
    corner = long - _shortens(width, first) - _shortens(width, last) < SAME_MM
    # What keeps something free takes a bite out of its side: it is no plain strip either.
    bitten = not strip.far and not _is_plain(piece, width, first, last)
    own_shape = corner or bitten or bool(piece.measured.two_cut)
    safe = pattern.shop.saw.shortest_rip if ripped else pattern.shop.saw.shortest_safe
    words = "along the far edge of its bend" if strip.far else "where its strip lies on the front"
    narrow = Term("what is left at the edge of the front", width, "worked out")
    term = narrow if ripped else Term("width of the strip", size.width, "on sale")
    where = ", ".join(pattern.surface.boards[k].name.lower() for k in pattern.bridges[piece.front])
    return Part(
        f"{change.id}/strip/{number}",
        change.id,
        "Bent strip" if strip.far else "Corner strip" if corner else "Strip",
        size.id,
        size.thickness,
        width,
        long,
        EndCut() if corner else EndCut(first),
        EndCut() if corner else EndCut(last),
        ripped=ripped,
        measured_on="far edge" if strip.far else "long point",
        location=f"on {where}",
        rests_on=guesses,
        length_of=Sized(long, guesses, (Term(words, long, "worked out"),)),
        width_of=Sized(width, terms=(term,)),
        by_hand=long < safe or change.fixing == "iron" or bool(strip.far),
        knife=change.fixing == "iron",
        either_face=change.profile == "flat",
        face=_face(pattern, piece) if own_shape and not strip.far else (),
        to_line=corner and not strip.far,
        left_corner=None if corner else sized("how far its end is from square", abs(first), "worked out"),
        right_corner=None if corner else sized("how far its end is from square", abs(last), "worked out"),
    )


def _is_plain(piece: TrimPiece, width: float, first: float, last: float) -> bool:
    """Whether it is as large as a strip of its length and some width with its two cuts."""
    shorter = (math.tan(math.radians(min(abs(a), 89.0))) for a in (first, last))
    whole = width * (piece.measured.long_point - width * sum(shorter) / 2)
    return abs(whole - piece.area) <= 0.01 * width * width or piece.measured.two_cut > 0


def _face(pattern: PatternSet, piece: TrimPiece) -> Outline:
    """Its outline along its strip, from its left extreme and its lower edge."""
    u, v = pattern.strips[piece.strip].way
    level = [(x * u + y * v, y * u - x * v) for x, y in piece.outline]
    left, low = (min(p[k] for p in level) for k in (0, 1))
    return tuple((x - left, y - low) for x, y in level)


def _shortens(width: float, angle: float) -> float:
    """How much shorter the other edge is by a cut at an end."""
    return width * math.tan(math.radians(min(abs(angle), 89.0)))


def _steepest(angles: tuple[float, ...]) -> float:
    """Of an end with two cuts the one further from square: that is sawn first."""
    both = (max(angles), min(angles)) if angles else (0.0, 0.0)
    return round(both[0] if both[0] >= -both[1] else both[1], 6) + 0.0


# A pattern as a map: every piece where it lies.


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
