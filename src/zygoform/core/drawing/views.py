"""Where one can stand, and how that projects.

Flat views are orthographic. Corners are cabinet projections: the front, or from behind the back, true and to scale,
depth at half scale, 38 degrees up and to the right or left, so that a front can be measured on screen.
"""

import math
from typing import Literal

from msgspec import Struct

from zygoform.core.drawing.primitives import holds
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Face, Point3, cross, dot
from zygoform.core.tolerance import SQUARE_ON

Viewpoint = Literal[
    "front", "left", "right", "back", "above", "corner", "left_corner", "back_left_corner", "back_right_corner"
]  # fmt: skip
CORNER_PLACES: tuple[Viewpoint, ...] = ("corner", "left_corner", "back_left_corner", "back_right_corner")
"""The way round: at the right of the front, at its left, and behind the piece from there on."""
FRONT_CORNERS: tuple[Viewpoint, ...] = CORNER_PLACES[:2]
_DEPTH_X, _DEPTH_Y = 0.5 * math.cos(math.radians(38)), 0.5 * math.sin(math.radians(38))


class View(Struct, frozen=True):
    """Axes of the view plane in space, and the direction towards whoever looks."""

    place: Viewpoint
    across: Point3
    up: Point3
    toward: Point3

    def project(self, point: Point3) -> Point:
        x, y, z = point
        (ax, ay, az), (ux, uy, uz) = self.across, self.up
        return x * ax + y * ay + z * az, x * ux + y * uy + z * uz


VIEWS: dict[Viewpoint, View] = {
    "front": View("front", (1, 0, 0), (0, 0, 1), (0, -1, 0)),
    "back": View("back", (-1, 0, 0), (0, 0, 1), (0, 1, 0)),
    "right": View("right", (0, 1, 0), (0, 0, 1), (1, 0, 0)),
    "left": View("left", (0, -1, 0), (0, 0, 1), (-1, 0, 0)),
    "above": View("above", (1, 0, 0), (0, 1, 0), (0, 0, 1)),
    "corner": View("corner", (1, _DEPTH_X, 0), (0, _DEPTH_Y, 1), (_DEPTH_X, -1, _DEPTH_Y)),
    "left_corner": View("left_corner", (1, -_DEPTH_X, 0), (0, _DEPTH_Y, 1), (-_DEPTH_X, -1, _DEPTH_Y)),
    # From behind what is far has the smaller y; `toward` projects to nothing.
    "back_left_corner": View("back_left_corner", (-1, -_DEPTH_X, 0), (0, -_DEPTH_Y, 1), (-_DEPTH_X, 1, _DEPTH_Y)),
    "back_right_corner": View("back_right_corner", (-1, _DEPTH_X, 0), (0, -_DEPTH_Y, 1), (_DEPTH_X, 1, _DEPTH_Y)),
}


def next_corner(here: Viewpoint) -> Viewpoint:
    """The corner to stand at: the next one round where one stands at a corner already."""
    return (
        CORNER_PLACES[(CORNER_PLACES.index(here) + 1) % len(CORNER_PLACES)] if here in CORNER_PLACES else "corner"
    )


# A place on the drawing turned back into a place on the piece.


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
