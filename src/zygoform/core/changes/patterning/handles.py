"""What of a pattern can be dragged on the drawing, and which values it snaps to."""

from bisect import bisect_left

from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point, intersect
from zygoform.core.geometry.prism import Point3
from zygoform.core.goods.timber import STOPS
from zygoform.core.outcome.outcome import Handle
from zygoform.core.patterns.even_gap import even_gaps
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import FAMILIES
from zygoform.core.patterns.strip import Strip, direction

PLACE_SHARES = (0.0, 25.0, 100 / 3, 50.0, 200 / 3, 75.0, 100.0)
"""Where an origin or an axis snaps to, in percent: ends, quarters, thirds. [choice]"""
_NUDGE, _LEAST_MOVE = 1e-3, 0.05
"""How far strips move with the gap is found by one wider by so much (mm); what hardly moves has no handle. [choice]
"""
_SIZES = (
    ("long", "Block long"),
    ("boss", "Boss across"),
    ("wide", "Wide"),
    ("high", "High"),
    ("ready_wide", "Ornament wide"),
    ("ready_high", "Ornament high"),
)
"""Sizes of what is laid that can be dragged."""
_CHOICE = 8
"""Of so many strips of each direction the one with the handle is chosen. [choice]"""
_ARM = 12.0
"""Handles of a place stand so far from it (mm), each on its own way. [choice]"""
_REACH = 0.36
"""How far from the middle the handle of an angle stands, as a share of the field's shorter side. [choice]"""


def pattern_handles(pattern: PatternSet) -> tuple[Handle, ...]:
    """Places, the angle, the gap and the margin; only what its family uses."""
    change, found = pattern.change, list[Handle]()
    own = FAMILIES[change.family].uses
    x0, y0, x1, y1 = pattern.field.box
    at = pattern.field.at(change.across if "across" in own else 50, change.up if "up" in own else 50)
    if "from_left" in own:
        found += _places_of(pattern)
    elif "across" in own:
        place, way = (at[0] + _ARM, at[1]), (100 / (x1 - x0), 0.0)
        found.append(_handle(pattern, "across", "Middle from the left", place, way, PLACE_SHARES))
    if "up" in own and "from_below" not in own:
        place, way = (at[0], at[1] + _ARM), (0.0, 100 / (y1 - y0))
        found.append(_handle(pattern, "up", "Middle from below", place, way, PLACE_SHARES))
    if "angle" in own:
        found.append(_angle(pattern, at))
    if "gap" in own and not change.strips:
        found += _gap(pattern)
    for parameter, name in _SIZES:
        # A size of nothing is worked out, or is none: there is nothing to take hold of.
        if parameter in own and getattr(change, parameter) > 0:
            found += _size(pattern, parameter, name)
    front = pattern.whole.fronts[0]
    edge = (front.x + change.margin + change.more_left, front.y + front.h / 2)
    found.append(_handle(pattern, "margin", "Margin", edge, (1.0, 0.0), (0.0, pattern.sizes[0].width)))
    return tuple(found)


def _places_of(pattern: PatternSet) -> list[Handle]:
    """Of ornaments on the first front: by their share of it, or once they are measured in millimetres."""
    change, front = pattern.change, pattern.field.fronts[0]
    x = change.from_left or front.w * change.across / 100
    y = change.from_below or front.h * change.up / 100
    across = ("from_left", 1.0, ()) if change.from_left else ("across", 100 / front.w, PLACE_SHARES)
    up = ("from_below", 1.0, ()) if change.from_below else ("up", 100 / front.h, PLACE_SHARES)
    right, above = (front.x + x + _ARM, front.y + y), (front.x + x, front.y + y + _ARM)
    return [
        _handle(pattern, across[0], "Middle from the left", right, (across[1], 0.0), across[2]),
        _handle(pattern, up[0], "Middle from below", above, (0.0, up[1]), up[2]),
    ]


def _handle(
    pattern: PatternSet, parameter: str, name: str, at: Point, way: Point, stops: tuple[float, ...]
) -> Handle:
    """A millimetre along a way, in the field's axes, adds as much as that is long."""
    size2 = way[0] ** 2 + way[1] ** 2
    # Moving by d along a direction d / |direction| adds d: one that adds k a millimetre is 1 / k long.
    u, v = way[0] / size2, way[1] / size2
    return Handle(pattern.change.id, parameter, name, _out(pattern, at), _way(pattern, (u, v)), stops)


def _angle(pattern: PatternSet, at: Point) -> Handle:
    """On a line at the angle from its middle; it turns about that."""
    change, (x0, y0, x1, y1) = pattern.change, pattern.field.box
    reach = _REACH * min(x1 - x0, y1 - y0)
    u, v = direction(change.angle)
    place = (at[0] + reach * u, at[1] + reach * v)
    stops = tuple(sorted({0.0, 90.0, *STOPS, *(90 - stop for stop in STOPS)}))
    pivot = _out(pattern, at)
    across = _way(pattern, (-v, u))
    return Handle(
        change.id,
        "angle",
        "Angle",
        _out(pattern, place),
        across,
        stops,
        pivot,
        _way(pattern, (1.0, 0.0)),
        _way(pattern, (0.0, 1.0)),
    )


def _gap(pattern: PatternSet) -> list[Handle]:
    """At the edge of the strip that goes with the hand: a gap wider by d moves it by d. It snaps to even gaps."""
    change, width = pattern.change, pattern.sizes[0].width
    alone = pattern.alone
    run = FAMILIES[change.family].even_run(alone, change)
    stops = tuple(even_gaps(run, width)) if run is not None else ()
    strips = pattern.strips if alone is pattern.field else pattern.strips_as(alone, {})
    try:
        moved = pattern.strips_as(alone, {"gap": change.gap + _NUDGE})
    except BadInputError:
        # Not a hair more has room: it can be typed smaller.
        return []
    here, there = _lines(strips), _lines(moved)
    mx, my = alone.middle
    best: tuple[float, float, Strip, float] | None = None
    for key, every in here.items():
        lines = _nearest_lines(every, my * key[0] - mx * key[1] - width / 2, alone.middle)
        others = sorted(offset for offset, _ in there.get(key, ()))
        for offset, strip in lines:
            by = (_nearest(others, offset) - offset) / _NUDGE
            x, y = _middle(_within(strip.band, alone))
            away = abs(x - mx) + abs(y - my)
            # Rounded: of two as good the first is taken, wherever the piece stands.
            rank = round(abs(abs(by) - 1), 3), round(away, 3)
            if abs(by) > _LEAST_MOVE and (best is None or rank < best[:2]):
                best = (*rank, strip, by)
    if best is None:
        return []
    _, _, strip, by = best
    (u, v), (x, y) = strip.way, _middle(_within(strip.band, alone))
    side = 1 if by > 0 else -1
    out = (-v * side, u * side)
    far = max((px - x) * out[0] + (py - y) * out[1] for px, py in strip.band)
    edge = (x + out[0] * far, y + out[1] * far)
    return [_handle(pattern, "gap", "Gap", edge, (out[0] / abs(by), out[1] / abs(by)), stops)]


def _size(pattern: PatternSet, parameter: str, name: str) -> list[Handle]:
    """At the corner of a strip or an ornament that goes with the hand: how far each moves is found by a nudge."""
    value = getattr(pattern.change, parameter)
    try:
        here, there = (pattern.strips_as(pattern.alone, {parameter: value + by}) for by in (0.0, -_NUDGE))
    except BadInputError:
        return []
    x0, y0, x1, y1 = pattern.alone.box
    mx, my = pattern.alone.middle
    best: tuple[tuple[float, float], Point, Point] | None = None
    for before, after in zip(here, there, strict=False):
        for (ax, ay), (bx, by) in zip(before.band, after.band, strict=False):
            if not (x0 <= ax <= x1 and y0 <= ay <= y1):
                continue
            moved = (ax - bx) / _NUDGE, (ay - by) / _NUDGE
            much = (moved[0] ** 2 + moved[1] ** 2) ** 0.5
            rank = round(abs(much - 1), 3), round(abs(ax - mx) + abs(ay - my), 3)
            if much > _LEAST_MOVE and (best is None or rank < best[0]):
                best = rank, (ax, ay), (moved[0] / much**2, moved[1] / much**2)
    return [] if best is None else [_handle(pattern, parameter, name, best[1], best[2], ())]


def _lines(strips: list[Strip]) -> dict[Point, list[tuple[float, Strip]]]:
    """By their direction, how far each strip's line is to the left of the origin's."""
    found: dict[Point, list[tuple[float, Strip]]] = {}
    for strip in strips:
        u, v = strip.way
        offset = min(y * u - x * v for x, y in strip.band)
        found.setdefault((round(u, 6), round(v, 6)), []).append((offset, strip))
    return found


def _nearest_lines(lines: list[tuple[float, Strip]], level: float, middle: Point) -> list[tuple[float, Strip]]:
    """The few lines that run nearest to the middle, of blocks in one line the nearest: enough to choose from."""

    def away(own: tuple[float, Strip]) -> tuple[float, float]:
        (x, y), offset = own[1].band[0], own[0]
        return round(abs(offset - level), 6), abs(x - middle[0]) + abs(y - middle[1])

    found: dict[float, tuple[float, Strip]] = {}
    for own in sorted(lines, key=away):
        found.setdefault(round(own[0], 3), own)
        if len(found) == _CHOICE:
            break
    return list(found.values())


def _nearest(offsets: list[float], wanted: float) -> float:
    """Of sorted numbers the one nearest to another; that itself where there is none."""
    k = bisect_left(offsets, wanted)
    return min(offsets[max(0, k - 1) : k + 1], key=lambda own: abs(own - wanted), default=wanted)


def _within(outline: Outline, field: PatternField) -> Outline:
    """What of a band lies in the box of a field; all of it where nothing does."""
    return intersect(outline, field.corners) or outline


def _middle(outline: tuple[Point, ...]) -> Point:
    return sum(x for x, _ in outline) / len(outline), sum(y for _, y in outline) / len(outline)


def _out(pattern: PatternSet, at: Point) -> Point3:
    """A place on the face of the strips, in space."""
    thick, out = pattern.sizes[0].thickness, pattern.surface.out
    x, y, z = pattern.surface.point(at)
    return x + thick * out[0], y + thick * out[1], z + thick * out[2]


def _way(pattern: PatternSet, way: Point) -> Point3:
    u, v = pattern.surface.u, pattern.surface.v
    return (
        u[0] * way[0] + v[0] * way[1],
        u[1] * way[0] + v[1] * way[1],
        u[2] * way[0] + v[2] * way[1],
    )
