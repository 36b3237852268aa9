"""The lines round what is new: seams within it stay thin."""

from zygoform.core.drawing.primitives import Polygon, holds
from zygoform.core.geometry.plane import Point

Edge = tuple[Point, Point]


def outer_edges(polygons: tuple[Polygon, ...]) -> tuple[tuple[Edge, ...], ...]:
    """For each polygon its edges that lie round a change: none that two faces share, none within a later one.

    To be drawn with their polygon, so that what is painted later covers what it hides.
    """
    runs: dict[str, list[int]] = {}
    for i, polygon in enumerate(polygons):
        if polygon.role == "new":
            runs.setdefault(polygon.part_id.split("/", 1)[0], []).append(i)
    edges: dict[int, list[Edge]] = {}
    for run in runs.values():
        uses: dict[frozenset[Point], list[tuple[int, Edge]]] = {}
        for i in run:
            points = polygons[i].points
            for start, end in zip(points, points[1:] + points[:1], strict=True):
                uses.setdefault(frozenset((_near(start), _near(end))), []).append((i, (start, end)))
        for shared in uses.values():
            i, (a, b) = shared[0]
            middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
            if len(shared) == 1 and not any(holds(polygons[k].points, middle) for k in run if k > i):
                edges.setdefault(i, []).append((a, b))
    return tuple(tuple(edges.get(i, ())) for i in range(len(polygons)))


def _near(point: Point) -> Point:
    """Two faces that share a corner may differ in its last digits."""
    return round(point[0], 2) + 0.0, round(point[1], 2) + 0.0
