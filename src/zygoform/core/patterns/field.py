"""The field a pattern lies over: fronts in one plane with the gaps between them, as one."""

import math
from collections.abc import Sequence
from typing import Any

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point, clip, is_convex, rectangle

LEAST_FACE = 10.0
"""A front keeps at least so much between its margins (mm)."""


class Margins(Struct, frozen=True):
    """What is left free along the edges of every front."""

    left: float = 0.0
    right: float = 0.0
    below: float = 0.0
    above: float = 0.0

    def beside(self, way: Point) -> float:
        """Along an edge, counter-clockwise, by the direction it runs in, the nearest of four."""
        dx, dy = way
        if abs(dx) > abs(dy):
            return self.below if dx > 0 else self.above
        return self.right if dy > 0 else self.left


class FieldFront(Struct, frozen=True):
    """The rectangle round it: its lower left corner, width and height; y up.

    `shape` is its outline, counter-clockwise, where that is another; `kept` are outlines that stay free on it.
    """

    x: float
    y: float
    w: float
    h: float
    shape: Outline = ()
    kept: tuple[Outline, ...] = ()

    @property
    def outline(self) -> Outline:
        return self.shape or rectangle(self.x, self.y, self.x + self.w, self.y + self.h)

    @property
    def middle(self) -> Point:
        return self.x + self.w / 2, self.y + self.h / 2

    @property
    def polygon(self) -> Any:
        """The library's: its outline less what is kept free."""
        import shapely

        own = shapely.Polygon(self.outline)
        return (
            own.difference(shapely.union_all([shapely.Polygon(hole) for hole in self.kept])) if self.kept else own
        )


class PatternField(Struct, frozen=True):
    """Some fronts; `box` is the rectangle round all of them (x0, y0, x1, y1)."""

    fronts: tuple[FieldFront, ...]

    @property
    def box(self) -> tuple[float, float, float, float]:
        x0, y0 = min(f.x for f in self.fronts), min(f.y for f in self.fronts)
        return x0, y0, max(f.x + f.w for f in self.fronts), max(f.y + f.h for f in self.fronts)

    @property
    def middle(self) -> Point:
        x0, y0, x1, y1 = self.box
        return (x0 + x1) / 2, (y0 + y1) / 2

    def at(self, across: float, up: float) -> Point:
        """A place by its share of the box, percent from the left and from below."""
        x0, y0, x1, y1 = self.box
        return x0 + (x1 - x0) * across / 100, y0 + (y1 - y0) * up / 100

    def inset(self, margins: Margins) -> "PatternField":
        """Every front less its margins. Raises BadInputError `does_not_fit` where nothing is left of one."""
        wide, high = min(f.w for f in self.fronts), min(f.h for f in self.fronts)
        beside, over = margins.left + margins.right, margins.below + margins.above
        if wide - beside < LEAST_FACE or high - over < LEAST_FACE:
            text = "The smallest front is {0}: a margin leaves something of it."
            raise BadInputError("does_not_fit", text, "margin", (min(wide, high),))
        return PatternField(tuple(_inset(front, margins) for front in self.fronts))

    @property
    def corners(self) -> Outline:
        """Of its box, counter-clockwise."""
        return rectangle(*self.box)


def _inset(front: FieldFront, margins: Margins) -> FieldFront:
    if not front.shape:
        wide, high = front.w - margins.left - margins.right, front.h - margins.below - margins.above
        return FieldFront(front.x + margins.left, front.y + margins.below, wide, high, kept=front.kept)
    import shapely

    ring = front.shape
    sides = [
        (a, b, margins.beside((b[0] - a[0], b[1] - a[1]))) for a, b in zip(ring, ring[1:] + ring[:1], strict=True)
    ]
    if is_convex(ring):
        for (ax, ay), (bx, by), margin in sides:
            long = math.hypot(bx - ax, by - ay)
            inward = ((ay - by) / long, (bx - ax) / long)
            ring = clip(ring, (ax + margin * inward[0], ay + margin * inward[1]), inward)
        return shaped(shapely.Polygon(ring), front.kept)
    # Round a notch: what lies nearer to an edge than its margin goes.
    near = [shapely.LineString((a, b)).buffer(margin) for a, b, margin in sides if margin > 0]
    return shaped(shapely.Polygon(ring).difference(shapely.union_all(near)), front.kept)


def shaped(polygon: Any, kept: tuple[Outline, ...] = ()) -> FieldFront:
    """A front of the library's polygon, its holes kept free; of one that falls apart the largest part.

    Raises BadInputError `does_not_fit` where there is nothing of it.
    """
    import shapely

    parts = [part for part in shapely.get_parts(polygon) if part.geom_type == "Polygon" and part.area > 0]
    if not parts:
        raise BadInputError("does_not_fit", "A margin leaves something of every front.", "margin")
    own = shapely.orient_polygons(max(parts, key=lambda part: part.area))
    x0, y0, x1, y1 = own.bounds
    holes = tuple(tuple(map(tuple, ring.coords[:-1])) for ring in own.interiors)
    plain = (
        len(own.exterior.coords) == 5
        and own.area + sum(shapely.Polygon(h).area for h in holes) > (x1 - x0) * (y1 - y0) - 1e-6
    )
    shape: Outline = () if plain else tuple((x, y) for x, y in own.exterior.coords[:-1])
    return FieldFront(x0, y0, x1 - x0, y1 - y0, shape, (*kept, *holes))


def field_of(fronts: Sequence[Sequence[float]]) -> PatternField:
    """From rows of x, y, w, h. Raises BadInputError `empty` or `zero`."""
    if not fronts:
        raise BadInputError("empty", "A pattern lies on a front at least.", "fronts")
    found = tuple(FieldFront(x, y, w, h) for x, y, w, h in fronts)
    if any(front.w <= 0 or front.h <= 0 for front in found):
        raise BadInputError("zero", "Every front has a width and a height.", "fronts")
    return PatternField(found)


def bridged(field: PatternField, gap: float) -> PatternField:
    """Fronts no further apart than a gap, put together with the gap between them."""
    import shapely

    grown = shapely.union_all([shapely.buffer(f.polygon, gap / 2, join_style="mitre") for f in field.fronts])
    runs = shapely.get_parts(shapely.buffer(grown, -gap / 2, join_style="mitre"))
    return PatternField(tuple(shaped(shapely.simplify(run, 1e-6)) for run in runs))
