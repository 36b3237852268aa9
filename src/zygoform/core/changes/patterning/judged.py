"""What is judged of a pattern: short pieces, uneven ends, and what its thickness meets."""

import math
from itertools import combinations

from msgspec import structs

from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, area, intersect, rectangle
from zygoform.core.geometry.prism import extent_along
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.outcome.part import Part
from zygoform.core.patterns.even_gap import LEAST_CHANGE, nearest_even
from zygoform.core.patterns.field import FieldFront
from zygoform.core.patterns.pieces import TrimPiece
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.tolerance import SAME_MM

NEIGHBOUR = 60.0
"""What lies further from a front than this (mm) is no neighbour of it. [choice]"""


def pattern_findings(pattern: PatternSet, parts: tuple[Part, ...]) -> tuple[Finding, ...]:
    """All of them."""
    found = [*_short(pattern, parts), *_bent(pattern), *_uneven(pattern), *_parting(pattern)]
    return (
        *found,
        *_pulls(pattern),
        *_doors(pattern),
        *_overhang(pattern),
        *_wider(pattern),
        *misplaced_findings(pattern),
    )


def _short(pattern: PatternSet, parts: tuple[Part, ...]) -> list[Finding]:
    """What is too short for the saw, all of it in one; a knife and an iron know no short piece."""
    safe = pattern.shop.saw.shortest_safe
    short = [part for part in parts if part.length < safe and part.name != "Bent strip"]
    if not short or pattern.change.fixing == "iron":
        return []
    text = "From a longer strip against a stop, in a mitre box, with shears: under {0} never by hand at a saw."
    what = Message(f"{len(short)} of {len(parts)} strips are short")
    return [Finding("short_strips", "note", what, Message(text, (safe,)), (), pattern.change.id)]


def _bent(pattern: PatternSet) -> list[Finding]:
    """Strips bent tighter than they bear."""
    size, tight = pattern.sizes[0], pattern.tightest
    if not 0 < tight < size.least_radius - SAME_MM:
        return []
    change = pattern.change
    softer = [s for s in pattern.shop.timber if s.bends and s.offers and s.bends <= tight]
    like = min(
        softer, key=lambda s: (abs(s.width - size.width), abs(s.thickness - size.thickness), s.id), default=None
    )
    fixes = [Fix(Message(f"Take {literal(like.name)}"), change.id, "board", like.id)] if like is not None else []
    fixes.append(Fix(Message("Straight pieces instead"), change.id, "segments", 24))
    if size.bends:
        text = "It is bent to {0} and takes no less than {1}: wider, rounder, or other trim."
    else:
        text = "Wood bent cold across its width takes no less than about {1}; here it would be {0}: it breaks."
    what = Message("The strip is bent tighter than it takes")
    why = Message(text, (tight, size.least_radius))
    return [Finding("tight_bend", "mind", what, why, (), change.id, tuple(fixes))]


def _uneven(pattern: PatternSet) -> list[Finding]:
    """A gap that does not come out even, with the one that does."""
    change, width = pattern.change, pattern.sizes[0].width
    if change.gap <= 0:
        # Tight it covers all: another gap would be another pattern.
        return []
    run = FAMILIES[change.family].even_run(pattern.alone, change)
    even = nearest_even(run, width, change.gap) if run is not None else None
    # What would be told as nothing is none.
    least = max(LEAST_CHANGE, pattern.shop.unit.step / 2)
    if even is None or abs(even - change.gap) < least:
        return []
    wider = even > change.gap
    why = Message(
        f"{'Wider' if wider else 'Narrower'} by {{0}}, {{1}} comes out even at the edges.",
        (abs(even - change.gap), even),
    )
    fix = Fix(Message("Gap {0}", (even,)), change.id, "gap", even)
    return [
        Finding(
            "uneven_gap", "note", Message("The gap leaves part of a strip at the edge"), why, (), change.id, (fix,)
        )
    ]


def _parting(pattern: PatternSet) -> list[Finding]:
    """A flush saw that cuts wider than the gap takes wood off what lies on both sides of it."""
    if not pattern.parted:
        return []
    gap = _least_gap(pattern)
    if gap is None or pattern.change.kerf <= gap:
        return []
    text = "The narrowest gap is {0}: it takes {1} off what lies beside it. A thinner saw, or front by front."
    why = Message(text, (gap, pattern.change.kerf - gap))
    fix = Fix(Message("Front by front"), pattern.change.id, "apart", "each")
    return [
        Finding(
            "kerf_over_gap",
            "mind",
            Message("The flush saw cuts wider than a gap"),
            why,
            (),
            pattern.change.id,
            (fix,),
        )
    ]


def _least_gap(pattern: PatternSet) -> float | None:
    fronts, found = pattern.field.fronts, list[float]()
    for k, a in enumerate(fronts):
        for b in fronts[k + 1 :]:
            across = max(a.x, b.x) - min(a.x + a.w, b.x + b.w)
            over = max(a.y, b.y) - min(a.y + a.h, b.y + b.h)
            if (across < 0) != (over < 0) and max(across, over) < NEIGHBOUR:
                found.append(max(across, over))
    return min(found, default=None)


def _pulls(pattern: PatternSet) -> list[Finding]:
    """Screws of pulls that go on again through the strips."""
    pulls = pattern.pulls_over
    if not pulls:
        return []
    more = f" and {len(pulls) - 2} more" if len(pulls) > 2 else ""
    names = ", ".join(literal(pull.name) for pull in pulls[:2]) + more
    thick = max(size.thickness for size in pattern.sizes)
    text = f"{names}: screws {{0}} longer, or sunk as deep from behind; or they stay and strips end round them."
    fix = Fix(Message("Let them stay"), pattern.change.id, "keep", "free")
    what = Message("Pulls go on again over strips")
    where = tuple(pull.id for pull in pulls)
    return [
        Finding(
            "pull_screws", "note", what, Message(text, (thick,)), where, pattern.change.id, (fix,), only_with=where
        )
    ]


def _doors(pattern: PatternSet) -> list[Finding]:
    """A door opened square carries its strips over its neighbour, by as much as they are thick.

    There they stand out further than they were from the hinges: they meet only what is nearer to these than they
    are thick, and only if they reach as near themselves.
    """
    thick = max(size.thickness for size in pattern.sizes)
    found = list[Finding]()
    for opening in pattern.body.openings:
        door = next((k for k, board in enumerate(pattern.surface.boards) if board.id == opening.front_id), None)
        if door is None or opening.holds != "door" or not opening.hinged:
            continue
        own, front = pattern.surface.boards[door], pattern.whole.fronts[door]
        edge, side = (front.x, "more_left") if opening.hinged == "left" else (front.x + front.w, "more_right")
        others = set(range(len(pattern.whole.fronts))) - {door}
        free, beside = (_away(pattern, edge, front, of) for of in ({door}, others))
        if min(thick - free, thick - beside) <= 1e-6:
            continue
        text = f"Opened square, strips of {literal(opening.name.lower())} swing {{0}} over those beside it."
        fix = Fix(Message("Leave {0} at its hinges", (thick,)), pattern.change.id, side, thick)
        what, why = Message("Strips reach a door's hinges"), Message(text, (thick - beside,))
        found.append(Finding("strips_at_hinges", "mind", what, why, (own.id,), pattern.change.id, (fix,)))
    return found


def _away(pattern: PatternSet, edge: float, front: FieldFront, of: set[int]) -> float:
    """How far from an upright edge the nearest strip on some fronts lies, at the height of one of them."""
    places = (
        abs(x - edge)
        for piece in pattern.laid.pieces
        if piece.front in of and any(front.y < y < front.y + front.h for _, y in piece.outline)
        for x, _ in piece.outline
    )
    return min(places, default=math.inf)


def _overhang(pattern: PatternSet) -> list[Finding]:
    """Fronts that stand out further than the top over them does."""
    tops = [board for board in pattern.body.boards if board.role in ("top", "lid")]
    if pattern.change.on == "this" or not tops:
        return []
    reach = max(extent_along(board.solid.corners, pattern.surface.out)[1] for board in tops)
    over = pattern.surface.level + max(size.thickness for size in pattern.sizes) - reach
    if over <= 0.5:
        return []
    text = "Its front edge lies {0} behind the strips: a wider top, a moulding under it, or thinner strips."
    what = Message("The strips stand out from under the top")
    return [Finding("past_the_top", "note", what, Message(text, (over,)), (tops[0].id,), pattern.change.id)]


def _wider(pattern: PatternSet) -> list[Finding]:
    """A side gets thicker outwards: where it stands in a niche or beside another that counts."""
    board = pattern.surface.boards[0]
    if pattern.change.on != "this" or board.role not in ("side", "lid"):
        return []
    thick = pattern.sizes[0].thickness
    text = (
        "{0} more on this side: think of the wall, a niche, the next piece."
        if board.role == "side"
        else "{0} more over its hinges and under a stay: see that it still shuts and stands open."
    )
    what = Message(f"{literal(board.name)} gets thicker")
    return [Finding("thicker", "note", what, Message(text, (thick,)), (board.id,), pattern.change.id)]


# What lies where it cannot: a ray in a gap, an ornament over an edge, over another, over an old moulding.

_NARROWER = 0.5
"""What is narrower than its strip by more (mm) would be ripped along its whole length. [choice]"""
MOST_MOVED = 6
"""By so much of the height (%) rays are moved to bring them out of a gap. [choice]"""
_TOUCHES = 1.0
"""What shares less area (mm²) only touches."""


def misplaced_findings(pattern: PatternSet) -> list[Finding]:
    """Of rays, and of ornaments."""
    return [*_rays(pattern), *_ornaments(pattern)]


def _rays(pattern: PatternSet) -> list[Finding]:
    change = pattern.change
    lost = _in_gaps(pattern) if change.family == "rays" else 0
    if not lost:
        return []
    fixes = [
        Fix(Message(words), change.id, name, value)
        for name, value, words in _other_ways(change)
        if _settles(pattern, name, value)
    ][:2]
    what = f"{lost} rays run in gaps" if lost > 1 else "A ray runs in the gap"
    why = "Nothing of it lies on wood there, or a sliver: another count of rays, or another place they run from."
    told = Message(f"{what} between two fronts")
    return [Finding("ray_in_gap", "mind", told, Message(why), (), change.id, tuple(fixes))]


def _in_gaps(pattern: PatternSet) -> int:
    """Rays of which no piece is as wide as its strip, of those that go over the field at all."""
    if len(pattern.field.fronts) < 2:
        return 0
    wide = dict[int, float]()
    for piece in pattern.laid.pieces:
        strip = pattern.strips[piece.strip]
        if not strip.bought:
            wide[piece.strip] = max(wide.get(piece.strip, 0.0), strip.across(piece.outline))
    box = pattern.field.corners
    least = pattern.sizes[0].width - _NARROWER
    # What the field's own edge cuts lies in no gap.
    own = [
        k
        for k, strip in enumerate(pattern.strips)
        if not strip.bought and (met := intersect(strip.band, box)) and strip.across(met) > least
    ]
    return sum(wide.get(k, 0.0) < least for k in own)


def _other_ways(change: StripPattern) -> list[tuple[str, int, str]]:
    """Another count of rays, else another height they run from: the nearest first."""
    counts = [("rays", n, f"Take {n} rays") for n in (change.rays + 1, change.rays - 1) if n > 0]
    heights = (change.up + by for k in range(1, MOST_MOVED + 1) for by in (k, -k))
    return counts + [("up", up, f"Let them run from {up} % up") for up in heights if 0 <= up <= 100]


def _settles(pattern: PatternSet, name: str, value: int) -> bool:
    try:
        return (
            _in_gaps(PatternSet(structs.replace(pattern.change, **{name: value}), pattern.body, pattern.shop)) == 0
        )
    except BadInputError:
        return False


def _ornaments(pattern: PatternSet) -> list[Finding]:
    """Each as it is bought: it cannot be cut to its front, and lies on one height."""
    change = pattern.change
    laid = [(pattern.strips[p.strip].band, p) for p in pattern.laid.pieces if pattern.is_bought(p)]
    if change.family != "ornaments" or not laid:
        return []
    said = [
        (_over_edges(pattern), "over the edge of its front", "It cannot be cut: move it, or take a smaller one."),
        (_over_others(laid), "over another", "They lie on one another there: further apart, or smaller ones."),
        (_over_old(pattern, laid), "over an old moulding", "Take that off first, or move it: it would lie hollow."),
    ]
    return [
        Finding(
            "ornament_over",
            "mind",
            Message(f"{count} ornaments lie {where}" if count > 1 else f"An ornament lies {where}"),
            Message(why),
            tuple(dict.fromkeys(pattern.surface.boards[piece.front].id for _, piece in laid)),
            change.id,
        )
        for count, where, why in said
        if count
    ]


def _over_edges(pattern: PatternSet) -> int:
    on = dict[int, float]()
    for piece in pattern.laid.pieces:
        on[piece.strip] = on.get(piece.strip, 0.0) + abs(piece.area)
    bought = [(k, strip) for k, strip in enumerate(pattern.strips) if strip.bought]
    return sum(abs(area(strip.band)) - on.get(k, 0.0) > _TOUCHES for k, strip in bought)


def _over_others(laid: list[tuple[Outline, TrimPiece]]) -> int:
    return sum(
        a.strip != b.strip and abs(area(intersect(one, other))) > _TOUCHES
        for (one, a), (other, b) in combinations(laid, 2)
    )


def _over_old(pattern: PatternSet, laid: list[tuple[Outline, TrimPiece]]) -> int:
    if pattern.change.keep == "free":
        return 0
    old = [rectangle(*pattern.surface.span(thing)) for thing in pattern.standing if thing.role != "knob"]
    return sum(any(abs(area(intersect(band, box))) > _TOUCHES for box in old) for band, _ in laid)
