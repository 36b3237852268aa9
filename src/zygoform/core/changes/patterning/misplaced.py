"""What lies where it cannot: a ray in a gap, an ornament over an edge, over another, over an old moulding."""

from itertools import combinations

from msgspec import structs

from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, area, intersect, rectangle
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.patterns.pieces import TrimPiece

_NARROWER = 0.5
"""What is narrower than its strip by more (mm) would be ripped along its whole length."""
MOST_MOVED = 6
"""By so much of the height (%) rays are moved to bring them out of a gap."""
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
