"""The closed lines of a drawing: those that close by themselves, and those that open ones close together."""

import math
from collections.abc import Sequence

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline

FLAT = 0.05
"""A curve of a file is followed to this (in its unit, mm where it has one)."""
MOST_POINTS_READ = 200_000
MEETING = 1e-6
"""Ends that lie nearer than this share of the drawing's size meet."""


def closed_lines(lines: Sequence[tuple[Outline, bool]]) -> list[Outline]:
    """Rings of lines that are closed, or whose ends meet; and of all others the outer edge of what they enclose.

    The others meet and cross each other anywhere: they are parted where they do, and the faces between them are
    those of the planar graph that this makes, in n log n (GEOS, `shapely.polygonize`). Raises BadInputError.
    """
    if sum(len(points) for points, _ in lines) > MOST_POINTS_READ:
        words = f"It has over {MOST_POINTS_READ:,} points: draw it with fewer."
        raise BadInputError("out_of_range", words, "outline")
    flat = [x for points, _ in lines for point in points for x in point]
    if not all(map(math.isfinite, flat)):
        raise BadInputError("impossible", "It holds a place that is no number.", "outline")
    whole = [
        points for points, closed in lines if len(points) > 2 and (closed or math.dist(points[0], points[-1]) == 0)
    ]
    loose = [points for points, closed in lines if len(points) > 1 and not closed and points[0] != points[-1]]
    return whole + _closed_together(loose)


def _closed_together(loose: list[Outline]) -> list[Outline]:
    """The outer edges of what open lines enclose."""
    if not loose:
        return []
    # A library for a kind of file that few open.
    import shapely

    size = _extent(loose)
    drawn = shapely.multilinestrings([shapely.linestrings(line) for line in loose])
    met = shapely.unary_union(drawn, grid_size=MEETING * size) if size else drawn
    faces = shapely.union_all(shapely.get_parts(shapely.polygonize(shapely.get_parts(met))))
    return [tuple(face.exterior.coords) for face in shapely.get_parts(faces) if face.geom_type == "Polygon"]


def _extent(lines: list[Outline]) -> float:
    xs, ys = ([point[axis] for line in lines for point in line] for axis in (0, 1))
    return max(max(xs) - min(xs), max(ys) - min(ys))
