"""Faces of a piece that something is laid on: fronts in one plane, a side, a lid, as a field with its own axes."""

from collections.abc import Iterable
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.changes.opening_choice import CHOOSE_SOME
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body
from zygoform.core.form.registry import Target
from zygoform.core.geometry.convex import face_area
from zygoform.core.geometry.cut_shape import convex_pieces
from zygoform.core.geometry.plane import Outline, Point, area, intersect, rectangle
from zygoform.core.geometry.prism import Face, Point3, Prism, X, Z, along, cross, dot, extent_along
from zygoform.core.ids import origin_of, own_of
from zygoform.core.measure.message import Message
from zygoform.core.outcome.outcome import Finding
from zygoform.core.patterns.field import FieldFront, PatternField, shaped
from zygoform.core.tolerance import SAME_MM

FacesOf = Literal["drawers", "fronts", "this", "some"]
FRONTS = ("drawer", "door", "panel")
"""What closes an opening and may be laid on."""
IN_PLANE = 0.5
"""Faces that differ by no more (mm) lie in one plane. [choice]"""
_COVERED = 250.0
"""A hole of less area (mm²) is covered: that of a pull's screw, of a key. [choice]"""
_FRONT: Point3 = (0.0, -1.0, 0.0)
_STEEP = 0.7
"""The normal of a face that is rather level than upright has more than this upward. [choice]"""


class Surface(Struct, frozen=True):
    """Boards with a face in one plane: u to the right and v up as one looks at it, `level` how far out it lies.

    `kept` is what stays on each of the boards and is not laid over.
    """

    boards: tuple[Board, ...]
    u: Point3
    v: Point3
    level: float
    kept: tuple[tuple[Board, ...], ...] = ()
    beside: tuple[Board, ...] = ()
    """What goes on with a single board in the same plane: the crest over a panel. Both are one face."""

    @property
    def out(self) -> Point3:
        """Towards whoever looks at it."""
        return cross(self.u, self.v)

    def field(self, room: float = 0.0) -> PatternField:
        """Each board's face in its true outline as a front, in their order; with `room` round what stays."""
        return PatternField(tuple(self._front(k, room) for k in range(len(self.boards))))

    def _front(self, k: int, room: float) -> FieldFront:
        kept = tuple(self._round(board, room) for board in self.kept[k]) if self.kept else ()
        board = self.boards[k]
        faces = [face for own in (board, *self.beside) for face in own.solid.faces if self._is_on(face)]
        outlines = [tuple((dot(p, self.u), dot(p, self.v)) for p in face.points) for face in faces]
        if len(outlines) == 1 and _is_plain(outlines[0]):
            (x0, x1), (y0, y1) = (extent_along(faces[0].points, way) for way in (self.u, self.v))
            return FieldFront(x0, y0, x1 - x0, y1 - y0, kept=kept)
        import shapely

        whole = shapely.union_all([shapely.Polygon(outline) for outline in outlines], grid_size=1e-6)
        if whole.geom_type == "Polygon":
            whole = shapely.Polygon(
                whole.exterior, [h for h in whole.interiors if shapely.Polygon(h).area > _COVERED]
            )
        return shaped(shapely.simplify(whole, 1e-6), kept)

    def _is_on(self, face: Face) -> bool:
        return dot(face.normal, self.out) > 1 - 1e-6 and abs(dot(face.points[0], self.out) - self.level) < IN_PLANE

    def solid(self, outline: Outline, thick: float) -> Prism:
        """Something flat of that outline (u, v) lying on it."""
        return Prism(along((0.0, 0.0, 0.0), self.out, self.level), self.u, self.v, outline, thick)

    def hosted(self, k: int, outline: Outline, thick: float) -> list[tuple[Board, Prism]]:
        """The same of any outline on one of its boards: in convex cells that know the sides they share.

        Where another board goes on with that one each cell comes with the board it lies on.
        """
        pieces = [(self.boards[k], piece) for piece in convex_pieces(outline)]
        if self.beside:
            faces = [(own, self._outline_of(own)) for own in (self.boards[k], *self.beside)]
            cells = [(own, intersect(piece, face)) for _, piece in pieces for own, face in faces]
            pieces = [(own, cell) for own, cell in cells if len(cell) > 2 and abs(area(cell)) > SAME_MM]
        if len(pieces) == 1:
            # Most are a single cell, and there are thousands of them.
            return [(own, self.solid(piece, thick)) for own, piece in pieces]
        edges = {edge for _, piece in pieces for edge in _edges(piece)}
        return [
            (
                own,
                structs.replace(
                    self.solid(piece, thick),
                    inner=frozenset(k for k, (a, b) in enumerate(_edges(piece)) if (b, a) in edges),
                ),
            )
            for own, piece in pieces
        ]

    def _outline_of(self, board: Board) -> Outline:
        """Of a board's face that lies on it, as one looks at it."""
        face = next(face for face in board.solid.faces if self._is_on(face))
        return tuple((dot(p, self.u), dot(p, self.v)) for p in face.points)

    def point(self, at: Point) -> Point3:
        """A place on it."""
        return along(along(along((0.0, 0.0, 0.0), self.out, self.level), self.u, at[0]), self.v, at[1])

    def without(self, things: Iterable[Board]) -> "Surface":
        """The same, some things that stand on its boards kept free."""
        own = [(thing, self.span(thing)) for thing in things]
        near = [
            (t, span) for t, span in own if abs(extent_along(t.solid.corners, self.out)[0] - self.level) <= IN_PLANE
        ]
        spans = [self.span(board) for board in self.boards]
        kept = tuple(tuple(t for t, span in near if boxes_overlap(span, board)) for board in spans)
        return structs.replace(self, kept=kept)

    def _foot(self, board: Board) -> float:
        """How far out a board begins."""
        return extent_along(board.solid.corners, self.out)[0]

    def span(self, board: Board) -> tuple[float, float, float, float]:
        """Over what a board reaches in its plane: x0, y0, x1, y1."""
        (x0, x1), (y0, y1) = (extent_along(board.solid.corners, way) for way in (self.u, self.v))
        return x0, y0, x1, y1

    def _round(self, board: Board, room: float) -> Outline:
        """The rectangle round something on it, and some room."""
        x0, y0, x1, y1 = self.span(board)
        return rectangle(x0 - room, y0 - room, x1 + room, y1 + room)


def _edges(piece: Outline) -> list[tuple[Point, Point]]:
    """Its sides, in figures that are the same from either side of a line."""
    points = [(round(x, 6), round(y, 6)) for x, y in piece]
    return list(zip(points, points[1:] + points[:1], strict=True))


def boxes_overlap(a: tuple[float, float, float, float], b: tuple[float, float, float, float]) -> bool:
    """Whether two rectangles x0, y0, x1, y1 share an area."""
    return a[0] < b[2] and b[0] < a[2] and a[1] < b[3] and b[1] < a[3]


def _is_plain(outline: Outline) -> bool:
    """Whether an outline is a rectangle along the axes."""
    xs, ys = {round(x, 6) for x, _ in outline}, {round(y, 6) for _, y in outline}
    return len(outline) == 4 and len(xs) == len(ys) == 2


def fronts_of(body: Body, roles: tuple[str, ...] = FRONTS) -> tuple[Board, ...]:
    """What closes openings of a body, of some roles, in the order of its boards."""
    own = {opening.front_id for opening in body.openings}
    return tuple(board for board in body.boards if board.role in roles and board.id in own)


def front_surface(boards: tuple[Board, ...]) -> Surface:
    """Fronts seen from the front: those that lie in the plane of the one furthest out."""
    level = min(board.solid.box[0][1] for board in boards)
    own = tuple(board for board in boards if board.solid.box[0][1] - level <= IN_PLANE)
    return Surface(own, X, Z, -level)


def surface_of(board: Board, body: Body) -> Surface:
    """The outer face of a single board: of a side the outer one, of a lid or top the upper one, else the front."""
    normal = _outer(board, body)
    up = (0.0, 1.0, 0.0) if abs(normal[2]) > _STEEP else Z
    v = along(up, normal, -dot(up, normal))
    size = dot(v, v) ** 0.5
    v = (v[0] / size, v[1] / size, v[2] / size)
    level = extent_along(board.solid.corners, normal)[1]
    return Surface((board,), cross(v, normal), v, level, beside=_going_on(board, body, normal, level))


def _going_on(board: Board, body: Body, normal: Point3, level: float) -> tuple[Board, ...]:
    """A panel and its crest: boards of one role that share an edge in one plane are one face."""
    if board.role != "panel" or board.id in {opening.front_id for opening in body.openings}:
        return ()
    (ax, _, az), (bx, _, bz) = board.solid.box
    found = list[Board]()
    for own in body.boards:
        (cx, _, cz), (dx, _, dz) = own.solid.box
        touch = cx < bx - IN_PLANE and dx > ax + IN_PLANE and min(abs(cz - bz), abs(dz - az)) < IN_PLANE
        level_ = abs(extent_along(own.solid.corners, normal)[1] - level) < IN_PLANE
        if own is not board and own.role == "panel" and touch and level_:
            found.append(own)
    return tuple(found)


def _outer(board: Board, body: Body) -> Point3:
    """The normal of its broad face that one sees."""
    sizes: dict[Point3, float] = {}
    for face in board.solid.faces:
        own = (round(face.normal[0], 9), round(face.normal[1], 9), round(face.normal[2], 9))
        sizes[own] = sizes.get(own, 0.0) + face_area(face)
    broad = max(sizes.values())
    ways = [way for way, size in sizes.items() if size > 0.9 * broad]
    x, y = (sum(p[k] for p in body.plan) / len(body.plan) for k in (0, 1))
    low, high = board.solid.box
    from_middle: Point3 = ((low[0] + high[0]) / 2 - x, (low[1] + high[1]) / 2 - y, 0.0)

    def seen(way: Point3) -> tuple[bool, bool, float]:
        """Upward first, then to the front, then away from the middle."""
        return way[2] > _STEEP, dot(way, _FRONT) > _STEEP, dot(way, from_middle)

    return max(ways, key=seen)


def chosen_surface(body: Body, on: FacesOf, targets: tuple[str, ...]) -> Surface:
    """The fronts there are, some of them, or the board that was pointed at. Raises BadInputError without any."""
    if on == "this":
        own = next((board for board in body.boards if board.id == targets[0]), None)
        return surface_of(own or broadest(body), body)
    fronts = fronts_of(body, ("drawer",) if on == "drawers" else FRONTS)
    if on == "some":
        fronts = tuple(front for front in fronts if own_of(front.id) in {own_of(target) for target in targets})
    if not fronts:
        raise BadInputError("impossible", CHOOSE_SOME if on == "some" else "No front is there to lay it on.", "on")
    return front_surface(fronts)


def meant_faces(target: Target) -> tuple[FacesOf, str]:
    """Over what it begins, and for what: all drawers, else all doors; a board pointed at that is no drawer."""
    if target.kind in ("front", "member", "opening") and target.board is not None:
        return "drawers" if target.board.role == "drawer" else "this", target.id
    if fronts_of(target.body, ("drawer",)):
        return "drawers", target.body.id
    return "fronts" if fronts_of(target.body) else "this", target.body.id


def covered(body: Body, drawn: dict[str, tuple[Board, ...]]) -> Body:
    """The body, every board with what lies on it now, also as it is drawn out."""

    def laid_on(board: Board) -> Board:
        own = drawn.get(board.id)
        return structs.replace(board, on_face=(*board.on_face, *own)) if own else board

    openings = tuple(
        structs.replace(o, members=tuple(laid_on(m) for m in o.members)) if o.front_id in drawn else o
        for o in body.openings
    )
    return structs.replace(body, boards=tuple(laid_on(b) for b in body.boards), openings=openings)


def broadest(body: Body) -> Board:
    """Of boards seen from the front or from above the one with the most face: what is meant where none is named."""

    def face(board: Board) -> float:
        low, high = board.solid.box
        wide, deep, tall = (b - a for a, b in zip(low, high, strict=True))
        return wide * max(tall if deep <= tall else 0.0, deep if tall < deep else 0.0)

    return max((board for board in body.boards if not board.inside), key=face, default=body.boards[0])


# Ground that glue does not hold on: foil, under strips and veneer.


def slick_ground(
    change_id: str, boards: Iterable[Board], condition: Condition, *, iron: bool
) -> tuple[Finding, ...]:
    """One finding for all boards that foil was found on, or is likely on; how they are fixed says what it does.

    What is glued to foil comes off with it: the bond is that of foil and board (trade practice).
    """
    known = {made.part: made.material for made in condition.made_of}
    foil = tuple(b.id for b in boards if known.get(b.id, known.get(origin_of(b.id), b.likely)) == "foil on board")
    if not foil:
        return ()
    heat = " The iron's heat lifts it, too." if iron else ""
    why = (
        "Glue holds no better on it than it does on its board. Where a corner lifts, take it off; else scuff it "
        f"dull, take contact cement or a glue for plastics, and try one strip on a hidden place.{heat}"
    )
    return (Finding("slick_ground", "mind", Message("It is glued on foil"), Message(why), foil, change_id),)
