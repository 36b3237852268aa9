"""Frames in each other, mitred at their corners.

Lengths in mm, angles in degrees. [geometry]
"""

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.patterns.even_gap import EvenRun
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked


class NestedFrames(Struct, frozen=True):
    """How many rings, the long points of each (across, up), all together, and the room inside after a last gap."""

    rings: int
    pieces: int
    long_points: tuple[tuple[float, float], ...]
    total_long: float
    left_inside: tuple[float, float]


def nested_frames(fw: float, fh: float, w: float, gap: float = 0.0, rings: int | None = None) -> NestedFrames:
    """Ring k is fw - 2 k pitch by fh - 2 k pitch over its long points; floor((min / 2 - w) / pitch) + 1 fit."""
    checked(w, gap)
    if min(fw, fh) < 2 * w:
        raise BadInputError("does_not_fit", "Not even one frame has room.", "w")
    pitch = w + gap
    room = int((min(fw, fh) / 2 - w) / pitch + 1e-9) + 1
    count = room if rings is None else rings
    if not 1 <= count <= room:
        raise BadInputError("does_not_fit", f"{room} frames have room at most.", "rings")
    points = tuple((fw - 2 * k * pitch, fh - 2 * k * pitch) for k in range(count))
    taken = 2 * count * pitch
    inside = max(0.0, fw - taken), max(0.0, fh - taken)
    return NestedFrames(count, 4 * count, points, sum(2 * (a + b) for a, b in points), inside)


def frame_strips(field: PatternField, w: float, gap: float, rings: int | None = None) -> list[Strip]:
    """On every front a set of its own, the outer ring first: below, right, above, left."""
    strips = list[Strip]()
    for front in field.fronts:
        for k in range(nested_frames(front.w, front.h, w, gap, rings).rings):
            d = k * (w + gap)
            x0, y0, x1, y1 = front.x + d, front.y + d, front.x + front.w - d, front.y + front.h - d
            a0, b0, a1, b1 = x0 + w, y0 + w, x1 - w, y1 - w
            strips += [
                Strip(((x0, y0), (x1, y0), (a1, b0), (a0, b0)), (1.0, 0.0)),
                Strip(((x1, y0), (x1, y1), (a1, b1), (a1, b0)), (0.0, 1.0)),
                Strip(((x1, y1), (x0, y1), (a0, b1), (a1, b1)), (-1.0, 0.0)),
                Strip(((x0, y1), (x0, y0), (a0, b0), (a0, b1)), (0.0, -1.0)),
            ]
    return strips


def frame_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for; 0 rings are as many as find room."""
    return frame_strips(field, w, entries.gap, entries.rings or None)


def frame_even(field: PatternField, entries: PatternEntries) -> EvenRun | None:
    """The last frame closes: half the shorter side is a strip more than its gaps. So many rings need not."""
    if entries.rings:
        return None
    return EvenRun(min(min(front.w, front.h) for front in field.fronts) / 2, "strip")
