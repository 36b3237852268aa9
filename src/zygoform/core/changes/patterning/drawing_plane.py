"""The plane lines are drawn in by hand: a field as it stands in space, and what their ends are drawn to."""

from collections.abc import Callable

from msgspec import Struct

from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.form.form import Body
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Point3
from zygoform.core.goods.timber import STOPS
from zygoform.core.patterns.drawn_line import DrawnLine, drawn_at, drawn_to, snap_places
from zygoform.core.shop import Shop

ANGLES = (0.0, 90.0, *STOPS, *(90 - stop for stop in STOPS))
"""Directions a line drawn by hand snaps to (degrees): those a saw clicks in at. [practice]"""


Projection = Callable[[Point3], Point]
"""Where a place in space is on the view plane."""


class DrawingPlane(Struct, frozen=True):
    """The lower left corner of a field in space, its ways to the right and up, its size, and lines drawn so far."""

    origin: Point3
    right: Point3
    up: Point3
    width: float
    height: float
    lines: tuple[DrawnLine, ...]

    def seen_at(self, at: Point, project: Projection) -> Point:
        """Where a place of the field is on the view plane."""
        x, y = at
        o, r, u = self.origin, self.right, self.up
        return project((o[0] + x * r[0] + y * u[0], o[1] + x * r[1] + y * u[1], o[2] + x * r[2] + y * u[2]))

    def under(self, seen: Point, project: Projection) -> Point | None:
        """The place of the field that is seen there; none where it is seen edge on. By Cramer's rule."""
        (a, b), (c, d) = project(self.right), project(self.up)
        x0, y0 = project(self.origin)
        whole, x, y = a * d - b * c, seen[0] - x0, seen[1] - y0
        return ((x * d - y * c) / whole, (a * y - b * x) / whole) if abs(whole) > 1e-6 else None

    def start(self, at: Point, near: float) -> Point:
        """Where a line begins that is begun here."""
        return drawn_to(at, snap_places(self.width, self.height, self.lines), near)

    def end(self, start: Point, at: Point, near: float) -> Point:
        """Where it ends: on a place, else at one of the saw's angles, else where the hand is."""
        places = [p for p in snap_places(self.width, self.height, self.lines) if p != start]
        on = drawn_to(at, places, near)
        return on if on in places else drawn_at(start, at, ANGLES, near)


def drawing_plane(change: StripPattern, body: Body, shop: Shop) -> DrawingPlane:
    """Of a pattern on a body as it is drawn: the first front where each has its own.

    Raises BadInputError where there is nothing to draw on.
    """
    pattern = PatternSet(change, body, shop)
    x0, y0, x1, y1 = pattern.alone.box
    surface = pattern.surface
    return DrawingPlane(surface.point((x0, y0)), surface.u, surface.v, x1 - x0, y1 - y0, change.lines)
