"""A place on the drawing turned back into a place on the piece."""

from zygoform.core.drawing.primitives import holds
from zygoform.core.drawing.views import View
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Face, Point3, cross, dot
from zygoform.core.tolerance import SQUARE_ON


def pin_on(board: Board, view: View, point: Point | None) -> Point3:
    """Where on a board a point of the view plane lies, on the face that is seen there; else its middle."""
    if point is not None:
        for face in board.solid.faces:
            towards = dot(face.normal, view.toward) > SQUARE_ON
            if towards and holds(tuple(view.project(p) for p in face.points), point):
                return _on_face(face, view, point)
    low, high = board.solid.box
    # The middle of what one sees of it from the front.
    return (low[0] + high[0]) / 2, low[1], (low[2] + high[2]) / 2


def _on_face(face: Face, view: View, point: Point) -> Point3:
    """Solves across·p = x, up·p = y, normal·p = normal·face by Cramer's rule."""
    a, b, n = view.across, view.up, face.normal
    level = dot(n, face.points[0])
    whole = dot(a, cross(b, n))
    bn, na, ab = cross(b, n), cross(n, a), cross(a, b)
    x, y, z = ((point[0] * bn[k] + point[1] * na[k] + level * ab[k]) / whole for k in range(3))
    return x, y, z
