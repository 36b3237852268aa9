"""Strips about lines drawn by hand, mirrored or not."""

from collections.abc import Sequence
from typing import Literal

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Point
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked, strip_band

Mirroring = Literal["none", "across", "up", "both"]
_SAME = 1e-6


def line_strips(
    field: PatternField, w: float, lines: Sequence[DrawnLine], mirror: Mirroring = "none"
) -> list[Strip]:
    """About each line a strip, square at both ends; one laid later is cut by those before it.

    Mirrored about the upright axis of the field, its level one, or both; a line that is its own image stays one.
    """
    checked(w, 0.0)
    if not lines:
        raise BadInputError("empty", "Draw the first line, or type where it begins and ends.", "lines")
    (x0, y0, _, _), (mx, my) = field.box, field.middle
    ends = list[tuple[Point, Point]]()
    for line in lines:
        own = [((x0 + line.x0, y0 + line.y0), (x0 + line.x1, y0 + line.y1))]
        if mirror in ("across", "both"):
            own += [tuple((2 * mx - x, y) for x, y in ends_) for ends_ in own]  # type: ignore[misc]
        if mirror in ("up", "both"):
            own += [tuple((x, 2 * my - y) for x, y in ends_) for ends_ in own]  # type: ignore[misc]
        ends += own
    found, seen = list[Strip](), set[frozenset[tuple[float, float]]]()
    for (ax, ay), (bx, by) in ends:
        key = frozenset({(round(ax, 6), round(ay, 6)), (round(bx, 6), round(by, 6))})
        long = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5
        if long <= _SAME:
            raise BadInputError("zero", "A line has a length.", "lines")
        if key not in seen:
            seen.add(key)
            way = ((bx - ax) / long, (by - ay) / long)
            found.append(Strip(strip_band((ax, ay), way, -w / 2, w / 2, 0.0, long), way, layer=len(found)))
    return found


def line_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As they were drawn."""
    mirror = next((way for way in ("across", "up", "both") if way == entries.mirror), "none")
    return line_strips(field, w, entries.lines, mirror)  # type: ignore[arg-type]
