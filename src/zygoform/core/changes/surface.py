"""Faces of a piece that something is laid on: fronts in one plane, a side, a lid, as a field with its own axes."""

import math

from msgspec import Struct

from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.plane import Outline
from zygoform.core.geometry.prism import Point3, Prism, X, Y, Z
from zygoform.core.patterns.field import FieldFront, PatternField

FRONTS = ("drawer", "door", "panel")
"""What closes an opening and may be laid on."""
PLAIN = 0.99
"""A board that fills less of the box round it has another face than a rectangle; holes for pulls take less."""
IN_PLANE = 0.5
"""Faces that differ by no more (mm) lie in one plane."""
_LEFT: Point3 = (0.0, -1.0, 0.0)


class Surface(Struct, frozen=True):
    """Boards with a face in one plane: u to the right and v up as one looks at it, `level` how far out it lies."""

    boards: tuple[Board, ...]
    u: Point3
    v: Point3
    level: float

    @property
    def out(self) -> int:
        """Along which axis one looks at it."""
        return 3 - _axis(self.u) - _axis(self.v)

    @property
    def field(self) -> PatternField:
        """Each board's face as a front, in the order of the boards."""
        return PatternField(tuple(FieldFront(*self._rect(board)) for board in self.boards))

    def _rect(self, board: Board) -> tuple[float, float, float, float]:
        low, high = board.solid.box
        (a, b), (c, d) = (self._span(low, high, way) for way in (self.u, self.v))
        return a, c, b - a, d - c

    @staticmethod
    def _span(low: Point3, high: Point3, way: Point3) -> tuple[float, float]:
        k = _axis(way)
        return (low[k], high[k]) if way[k] > 0 else (-high[k], -low[k])

    def solid(self, outline: Outline, thick: float) -> Prism:
        """Something flat of that outline (u, v) lying on it."""
        origin = [0.0, 0.0, 0.0]
        origin[self.out] = self.level
        return Prism((origin[0], origin[1], origin[2]), self.u, self.v, outline, thick)

    def point(self, at: tuple[float, float]) -> Point3:
        """A place on it."""
        found = [0.0, 0.0, 0.0]
        for value, way in zip(at, (self.u, self.v), strict=True):
            k = _axis(way)
            found[k] = value if way[k] > 0 else -value
        found[self.out] = self.level
        return found[0], found[1], found[2]

    def uneven(self) -> Board | None:
        """A board whose face is no plain rectangle in this plane: out of square, leaning, or cut out."""

        def filled(board: Board) -> float:
            low, high = board.solid.box
            return board.solid.volume / math.prod(b - a for a, b in zip(low, high, strict=True))

        return next((board for board in self.boards if filled(board) < PLAIN), None)


def fronts_of(body: Body, roles: tuple[str, ...] = FRONTS) -> tuple[Board, ...]:
    """What closes openings of a body, of some roles, in the order of its boards."""
    own = {opening.front_id for opening in body.openings}
    return tuple(board for board in body.boards if board.role in roles and board.id in own)


def front_surface(boards: tuple[Board, ...]) -> Surface:
    """Fronts seen from the front: those that lie in the plane of the one furthest out."""
    level = min(board.solid.box[0][1] for board in boards)
    own = tuple(board for board in boards if board.solid.box[0][1] - level <= IN_PLANE)
    return Surface(own, X, Z, level)


def surface_of(board: Board, body: Body) -> Surface:
    """The outer face of a single board: of a side the outer one, of a lid or top the upper one, else the front."""
    low, high = board.solid.box
    thin = min(range(3), key=lambda k: high[k] - low[k])
    if thin == 2:
        return Surface((board,), X, Y, high[2])
    if thin == 1:
        return Surface((board,), X, Z, low[1])
    middle = sum(x for x, _ in body.plan) / len(body.plan)
    if (low[0] + high[0]) / 2 < middle:
        return Surface((board,), _LEFT, Z, low[0])
    return Surface((board,), Y, Z, high[0])


def broadest(body: Body) -> Board:
    """Of boards seen from the front or from above the one with the most face: what is meant where none is named."""

    def face(board: Board) -> float:
        low, high = board.solid.box
        wide, deep, tall = (b - a for a, b in zip(low, high, strict=True))
        return wide * max(tall if deep <= tall else 0.0, deep if tall < deep else 0.0)

    return max((board for board in body.boards if not board.inside), key=face, default=body.boards[0])


def _axis(way: Point3) -> int:
    return max(range(3), key=lambda k: abs(way[k]))
