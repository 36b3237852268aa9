"""A set drawn piece by piece: what is as it was is not drawn again, only moved to where it stands now."""

from msgspec import Struct, structs

from zygoform.core.drawing.primitives import Box, Edge, Grip, Layer, Leader, Polygon, Scene, leader_side
from zygoform.core.drawing.scene import Overlay, draw_piecemeal, painted_ids
from zygoform.core.drawing.views import VIEWS, Viewpoint
from zygoform.core.form.form import Form
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Point3
from zygoform.core.outcome.outcome import Handle
from zygoform.core.piecemeal import Piecemeal


class PieceDrawn(Struct, frozen=True):
    """One piece in its own coordinates, before and after, and how far from there it stands in the set (mm)."""

    piece_id: str
    found: Form
    planned: Form
    offset: Point3
    numbers: dict[str, int]
    handles: tuple[Handle, ...] = ()
    mended: frozenset[str] = frozenset()

    def same_as(self, other: "PieceDrawn") -> bool:
        """Whether the other looks the same where it stands: bodies of an unchanged piece are the same objects."""
        bodies, others = ((*piece.found.bodies, None, *piece.planned.bodies) for piece in (self, other))
        return (
            len(bodies) == len(others)
            and all(a is b for a, b in zip(bodies, others, strict=True))
            and (self.numbers, self.handles, self.mended) == (other.numbers, other.handles, other.mended)
        )


Look = tuple[str, Viewpoint, Overlay]
"""Which piece, seen from where, with what laid over what."""


PARTS_OF_A_PIECE = 16
"""So many new parts take as long to draw as a plain piece: most goes into the lines round what is new."""
BOARDS_OF_A_PIECE = 32
"""So many boards has a plain piece; one of very many drawers takes as long as several."""


MOVED_AT_ONCE = 400
"""So many new parts are drawn at each step of a drag."""


def work_of(found: Form, planned: Form, overlay: Overlay, *, moves: bool) -> int:
    """How many plain pieces' worth it is to draw one; what moves is waited for where very much of it is new."""
    new = 0 if overlay == "found" else len(painted_ids(planned) - painted_ids(found))
    if moves and new <= MOVED_AT_ONCE:
        return 1
    return 1 + new // PARTS_OF_A_PIECE + len(found.boards) // BOARDS_OF_A_PIECE


class SetDrawing:
    """Draws sets; remembers what each piece looked like the last time it was seen from there."""

    def __init__(self) -> None:
        self._own: dict[Look, tuple[PieceDrawn, Scene]] = {}
        self._moved: dict[Look, tuple[Scene, Point, Scene]] = {}
        self._reaches: dict[tuple[str, Viewpoint], tuple[PieceDrawn, float]] = {}

    def undrawn(self, pieces: tuple[PieceDrawn, ...], place: Viewpoint, overlay: Overlay, *, moves: bool) -> int:
        """How many plain pieces' worth of them looks otherwise than when it was last seen from there."""
        work = 0
        for piece in pieces:
            was = self._own.get((piece.piece_id, place, overlay))
            if was is None or not was[0].same_as(piece):
                work += work_of(piece.found, piece.planned, overlay, moves=moves)
        return work

    def draw(
        self, pieces: tuple[PieceDrawn, ...], place: Viewpoint, overlay: Overlay, floors: tuple[float, ...]
    ) -> Piecemeal[Scene]:
        """All of them where they stand, the farthest first. `floors` are the heights of their rows."""
        there = {piece.piece_id for piece in pieces}
        for gone in [look for look in self._own if look[0] not in there]:
            del self._own[gone]
            # One that was given up half drawn stands nowhere yet.
            self._moved.pop(gone, None)
        self._reaches = {look: reach for look, reach in self._reaches.items() if look[0] in there}
        layers, scenes = list[Layer](), list[Scene]()
        for piece in sorted(pieces, key=lambda piece: self._reach(piece, place)):
            layers.append((yield from self._layer(piece, place, overlay)))
            scenes.append(self._where_it_stands(layers[-1], (piece.piece_id, place, overlay)))
            yield
        polygons = [polygon for scene in scenes for polygon in scene.polygons]
        boxes = [scene.box for scene in scenes]
        box: Box = (
            min(b[0] for b in boxes),
            min(b[1] for b in boxes),
            max(b[2] for b in boxes),
            max(b[3] for b in boxes),
        )
        # What comes off is seen through, over everything else.
        polygons.sort(key=lambda polygon: polygon.role == "off")
        return Scene(
            tuple(polygons),
            box,
            (),
            tuple(_sided(leader, box) for scene in scenes for leader in scene.leaders),
            tuple(grip for scene in scenes for grip in scene.grips),
            tuple(stroke for scene in scenes for stroke in scene.strokes),
            floors=floors,
            edges=tuple(edge for scene in scenes for edge in scene.edges),
            layers=tuple(layers),
        )

    def _layer(self, piece: PieceDrawn, place: Viewpoint, overlay: Overlay) -> Piecemeal[Layer]:
        look = piece.piece_id, place, overlay
        before = self._own.get(look)
        if before is not None and before[0].same_as(piece):
            own = before[1]
        else:
            forms = piece.found, piece.planned, piece.numbers
            own = yield from draw_piecemeal(*forms, place, overlay, piece.handles, piece.mended, held=False)
            self._own[look] = piece, own
        return Layer(piece.piece_id, own, VIEWS[place].project(piece.offset))

    def _reach(self, piece: PieceDrawn, place: Viewpoint) -> float:
        """How near to the viewer it comes: the one that comes nearest is painted last.

        Seen from anywhere, pieces of a set stand clear of each other (form/arrange.py); but what is planned may
        hang over the next one.
        """
        toward = VIEWS[place].toward
        known = self._reaches.get((piece.piece_id, place))
        if known is None or not known[0].same_as(piece):
            known = self._reaches[piece.piece_id, place] = piece, _own_reach(piece, toward)
        return known[1] + sum(k * by for k, by in zip(toward, piece.offset, strict=True))

    def _where_it_stands(self, layer: Layer, look: Look) -> Scene:
        moved = self._moved.get(look)
        if moved is None or moved[0] is not layer.scene or moved[1] != layer.by:
            moved = self._moved[look] = layer.scene, layer.by, _moved(layer.scene, layer.by)
        return moved[2]


def _own_reach(piece: PieceDrawn, toward: Point3) -> float:
    """How near to the viewer the box round a piece comes, as found and as planned, in its own coordinates."""
    boxes = [board.solid.box for form in (piece.found, piece.planned) for board in form.boards]
    low, high = ([f(box[end][k] for box in boxes) for k in range(3)] for end, f in ((0, min), (1, max)))
    return sum(max(k * a, k * b) for k, a, b in zip(toward, low, high, strict=True))


def _moved(scene: Scene, by: Point) -> Scene:
    dx, dy = by

    def at(point: Point) -> Point:
        return point[0] + dx, point[1] + dy

    def face(polygon: Polygon) -> Polygon:
        points = tuple([(x + dx, y + dy) for x, y in polygon.points])
        lines = None if polygon.lines is None else tuple([line(edge) for edge in polygon.lines])
        own = polygon.shade, polygon.tone, polygon.grain, polygon.plane, lines
        return Polygon(points, polygon.part_id, polygon.role, *own)

    def line(edge: Edge) -> Edge:
        return at(edge[0]), at(edge[1])

    def grip(one: Grip) -> Grip:
        return structs.replace(one, at=at(one.at))

    x0, y0, x1, y1 = scene.box
    return Scene(
        tuple([face(polygon) for polygon in scene.polygons]),
        (x0 + dx, y0 + dy, x1 + dx, y1 + dy),
        (),
        tuple(structs.replace(leader, at=at(leader.at)) for leader in scene.leaders),
        tuple(grip(one) for one in scene.grips),
        tuple(structs.replace(one, points=tuple(map(at, one.points))) for one in scene.strokes),
        edges=tuple([line(edge) for edge in scene.edges]),
    )


def _sided(leader: Leader, box: Box) -> Leader:
    """With its number over the whole drawing, or at its left."""
    return structs.replace(leader, side=leader_side(leader.at, box))
