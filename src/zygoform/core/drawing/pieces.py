"""A set drawn piece by piece: what is as it was is not drawn again, only moved to where it stands now."""

from msgspec import Struct, structs

from zygoform.core.drawing.primitives import Box, Edge, Grip, Layer, Leader, Polygon, Scene
from zygoform.core.drawing.scene import HIGH, Overlay, draw_form
from zygoform.core.drawing.views import VIEWS, Viewpoint
from zygoform.core.form.form import Form
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.prism import Point3
from zygoform.core.outcome.outcome import Handle


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


class SetDrawing:
    """Draws sets; remembers what each piece looked like the last time it was seen from there."""

    def __init__(self) -> None:
        self._own: dict[Look, tuple[PieceDrawn, Scene]] = {}
        self._moved: dict[Look, tuple[Scene, Point, Scene]] = {}

    def draw(
        self, pieces: tuple[PieceDrawn, ...], place: Viewpoint, overlay: Overlay, floors: tuple[float, ...]
    ) -> Scene:
        """All of them where they stand, the farthest first. `floors` are the heights of their rows."""
        there = {piece.piece_id for piece in pieces}
        for gone in [look for look in self._own if look[0] not in there]:
            del self._own[gone], self._moved[gone]
        layers = [self._layer(piece, place, overlay) for piece in _far_first(pieces, place)]
        scenes = [self._where_it_stands(layer, (layer.piece_id, place, overlay)) for layer in layers]
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
            floors=floors,
            edges=tuple(edge for scene in scenes for edge in scene.edges),
            layers=tuple(layers),
        )

    def _layer(self, piece: PieceDrawn, place: Viewpoint, overlay: Overlay) -> Layer:
        look = piece.piece_id, place, overlay
        before = self._own.get(look)
        if before is not None and before[0].same_as(piece):
            own = before[1]
        else:
            own = draw_form(piece.found, piece.planned, piece.numbers, place, overlay, piece.handles, piece.mended)
            self._own[look] = piece, own
        return Layer(piece.piece_id, own, VIEWS[place].project(piece.offset))

    def _where_it_stands(self, layer: Layer, look: Look) -> Scene:
        moved = self._moved.get(look)
        if moved is None or moved[0] is not layer.scene or moved[1] != layer.by:
            moved = self._moved[look] = layer.scene, layer.by, _moved(layer.scene, layer.by)
        return moved[2]


def _far_first(pieces: tuple[PieceDrawn, ...], place: Viewpoint) -> list[PieceDrawn]:
    """The one that comes nearest to the viewer last.

    Seen from anywhere, pieces of a set stand clear of each other (form/arrange.py); but what is planned may hang
    over the next one.
    """
    return sorted(pieces, key=lambda piece: _reach(*_stands(piece), VIEWS[place].toward))


def _reach(low: Point3, high: Point3, toward: Point3) -> float:
    """How near to the viewer a box comes."""
    return sum(max(k * a, k * b) for k, a, b in zip(toward, low, high, strict=True))


def _stands(piece: PieceDrawn) -> tuple[Point3, Point3]:
    """The box round a piece, as found and as planned, where it stands."""
    boxes = [board.solid.box for form in (piece.found, piece.planned) for board in form.boards]
    low, high = (
        tuple(f(box[end][k] for box in boxes) + piece.offset[k] for k in range(3))
        for end, f in ((0, min), (1, max))
    )
    return (low[0], low[1], low[2]), (high[0], high[1], high[2])


def _moved(scene: Scene, by: Point) -> Scene:
    dx, dy = by

    def at(point: Point) -> Point:
        return point[0] + dx, point[1] + dy

    def face(polygon: Polygon) -> Polygon:
        points = tuple([(x + dx, y + dy) for x, y in polygon.points])
        return Polygon(points, polygon.part_id, polygon.role, polygon.shade, polygon.tone, polygon.grain)

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
        edges=tuple([line(edge) for edge in scene.edges]),
    )


def _sided(leader: Leader, box: Box) -> Leader:
    """With its number over the whole drawing, or at its left."""
    high = leader.at[1] > box[1] + HIGH * (box[3] - box[1])
    return structs.replace(leader, side="above" if high else "left")
