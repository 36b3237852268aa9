"""Faces of one board in one plane are one face: no line is drawn where two of its cells only meet."""

from collections.abc import Sequence

from msgspec import structs

from zygoform.core.drawing.primitives import Edge, Polygon
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Point
from zygoform.core.tolerance import SAME_MM, SEAM_MM


def without_seams(polygons: Sequence[Polygon]) -> list[Polygon]:
    """The faces, those that lie beside others of their board and plane with the lines that stay."""
    together: dict[tuple[str, tuple[int, ...]], list[int]] = {}
    for i, polygon in enumerate(polygons):
        together.setdefault((polygon.part_id, polygon.plane), []).append(i)
    done = list(polygons)
    for own in together.values():
        for i in own if len(own) > 1 else ():
            others = [edge for k in own if k != i for edge in polygons[k].edges]
            lines = tuple(left for edge in polygons[i].edges for left in _apart(edge, others))
            done[i] = structs.replace(polygons[i], lines=lines)
    return done


def in_cells(boards: Sequence[Board]) -> bool:
    """Whether one of them is there more than once: a strip with a notch, or a bend, is drawn in convex pieces."""
    return len({board.id for board in boards}) < len(boards)


def _apart(edge: Edge, others: list[Edge]) -> list[Edge]:
    """The stretches of an edge along which none of the others runs."""
    (ax, ay), (bx, by) = edge
    reach = (bx - ax) ** 2 + (by - ay) ** 2
    if reach <= SAME_MM:
        return []
    off = SEAM_MM * reach**0.5
    left = [(0.0, 1.0)]
    for (cx, cy), (dx, dy) in others:
        # How far the other's ends lie from the line, times its length.
        if any(abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) > off for x, y in ((cx, cy), (dx, dy))):
            continue
        ends = [((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / reach for x, y in ((cx, cy), (dx, dy))]
        low, high = min(ends), max(ends)
        left = [part for a, b in left for part in ((a, min(b, low)), (max(a, high), b)) if part[1] > part[0]]
    least = SEAM_MM / reach**0.5
    return [(_at(edge, a), _at(edge, b)) for a, b in left if b - a > least]


def _at(edge: Edge, share: float) -> Point:
    (ax, ay), (bx, by) = edge
    return ax + share * (bx - ax), ay + share * (by - ay)
