"""Of the borders of a piece the stretches that are seen from where one stands."""

import math
from collections.abc import Sequence
from itertools import pairwise

from zygoform.core.drawing.primitives import Polygon, Scene, holds
from zygoform.core.drawing.views import View, pin_on
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Point3
from zygoform.core.geometry.seams import Seam
from zygoform.core.piecemeal import Piecemeal

Line = tuple[Point, Point]
_Boxes = list[tuple[tuple[float, float, float, float], Polygon]]
"""What is painted last first, each with its box."""
EVERY_MM = 40.0
"""A stretch so long is seen or is not."""
STEP_MM, OWN_FACE_MM = 2.0, 6.0
"""So far beside a border one looks for what is seen there, and so near that lies if it is the border's own face."""


def seen_runs(
    runs: Sequence[Seam], scene: Scene, boards: dict[str, Board], view: View
) -> Piecemeal[tuple[Line, ...]]:
    """Stretches on the view plane; may be interrupted between two of them."""
    boxes = [(_box(polygon), polygon) for polygon in reversed(scene.polygons)]
    found = list[Line]()
    for a, b in runs:
        count = max(1, math.ceil(math.dist(a, b) / EVERY_MM))
        points = [_between(a, b, k / count) for k in range(count + 1)]
        for one, other in pairwise(points):
            yield
            if _is_seen(_between(one, other, 0.5), _across(one, other, view), boxes, boards, view):
                found.append((view.project(one), view.project(other)))
    return tuple(found)


def _between(a: Point3, b: Point3, share: float) -> Point3:
    return (a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1]), a[2] + share * (b[2] - a[2]))


def _across(a: Point3, b: Point3, view: View) -> Point:
    """A little step beside a line, as it is seen."""
    (x0, y0), (x1, y1) = view.project(a), view.project(b)
    long = math.hypot(x1 - x0, y1 - y0)
    return (STEP_MM * (y0 - y1) / long, STEP_MM * (x1 - x0) / long) if long > STEP_MM else (STEP_MM, 0.0)


def _is_seen(
    place: Point3,
    step: Point,
    boxes: _Boxes,
    boards: dict[str, Board],
    view: View,
) -> bool:
    """Whether what is painted last beside it lies where it is, and not before it."""
    x, y = view.project(place)
    for sign in (1, -1):
        at = x + sign * step[0], y + sign * step[1]
        hit = _painted_last(at, boxes)
        board = boards.get(hit.part_id) if hit is not None else None
        if board is not None and math.dist(pin_on(board, view, at), place) < OWN_FACE_MM:
            return True
    return False


def _painted_last(at: Point, boxes: _Boxes) -> Polygon | None:
    for (x0, y0, x1, y1), own in boxes:
        if x0 <= at[0] <= x1 and y0 <= at[1] <= y1 and holds(own.points, at):
            return own
    return None


def _box(polygon: Polygon) -> tuple[float, float, float, float]:
    xs, ys = [x for x, _ in polygon.points], [y for _, y in polygon.points]
    return min(xs), min(ys), max(xs), max(ys)
