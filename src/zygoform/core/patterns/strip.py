"""A strip as it is laid: the band of its width about a line, from one end to the other."""

import math
from collections.abc import Sequence

from msgspec import Struct, structs

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import FAR, Outline, Point, clip, rectangle


class Strip(Struct, frozen=True):
    """Its band, the unit direction it runs in, and what it crosses.

    Of two strips that cross the later is cut by the earlier; strips of one `layer` run beside each other or meet
    in mitres: none of them is ever cut by another of its layer. `trim` says which of several it is cut from. A bent
    one has its longer edge as a line of chords, `far`, that edge's true length, and the least `radius` of its bend.
    What is `bought` is not cut.
    """

    band: Outline
    way: Point
    layer: int = 0
    trim: int = 0
    far: Outline = ()
    far_length: float = 0.0
    radius: float = 0.0
    bought: bool = False

    def across(self, outline: Outline) -> float:
        """How wide an outline is, square to the strip."""
        u, v = self.way
        places = [y * u - x * v for x, y in outline]
        return max(places) - min(places)

    def mirrored(self, x: float) -> "Strip":
        """Turned over about an upright line."""
        band = tuple((2 * x - a, b) for a, b in reversed(self.band))
        far = tuple((2 * x - a, b) for a, b in self.far)
        return structs.replace(self, band=band, way=(-self.way[0], self.way[1]), far=far)


def direction(degrees: float) -> Point:
    """The unit vector at an angle from x, counter-clockwise."""
    return math.cos(math.radians(degrees)), math.sin(math.radians(degrees))


def strip_band(at: Point, way: Point, low: float, high: float, start: float = -FAR, end: float = FAR) -> Outline:
    """From `low` to `high` across the line through `at` along `way` (left of it is more), from `start` to `end`."""
    (x, y), (u, v) = at, way
    return tuple(
        (x + s * u - t * v, y + s * v + t * u) for s, t in ((start, low), (end, low), (end, high), (start, high))
    )


def block(at: Point, way: Point, box: tuple[float, float, float, float], *, standing: bool = False) -> Strip:
    """A rectangle x0, y0, x1, y1 on axes along `way` through `at`; its grain lies, or stands."""
    (mx, my), (c, s) = at, way
    corners = rectangle(*box)
    return Strip(tuple((mx + x * c - y * s, my + x * s + y * c) for x, y in corners), (-s, c) if standing else way)


def rows(low: float, high: float, pitch: float, width: float, first: float) -> list[tuple[float, float]]:
    """All rows of a width, every `pitch` from one that begins at `first`, that reach into low..high."""
    slack = 1e-9 * pitch
    k = math.ceil((low - width - first) / pitch + slack)
    found = []
    while first + k * pitch < high - slack:
        start = first + k * pitch
        if start + width > low + slack:
            found.append((start, start + width))
        k += 1
    return found


def clipped(outline: Outline, cuts: Sequence[tuple[Point, Point]]) -> Outline:
    """What of a convex outline lies on the inner side of every line (a point of it, a direction inward)."""
    for at, inward in cuts:
        outline = clip(outline, at, inward)
    return outline


def checked(width: float, gap: float, theta: float | None = None) -> None:
    """Raises BadInputError for a strip without width, a gap less than nothing, an angle that is none."""
    if width <= 0:
        raise BadInputError("zero", "A strip has a width.", "w")
    if gap < 0:
        raise BadInputError("negative", "A gap is 0 or more.", "gap")
    if theta is not None and not math.isfinite(theta):
        raise BadInputError("not_a_number", "The angle is a number.", "theta")
