"""Every piece as a picture, painted anew only when it, its scale or what is lit changes; small ones."""

import math
import time
from collections.abc import Set as AbstractSet
from typing import NamedTuple, Protocol

from PySide6.QtCore import QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QPainter, QPixmap, QTransform

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping, fit
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.primitives import Layer, Polygon, Scene
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS
from zygoform.core.errors import BadInputError
from zygoform.core.form.arrange import offsets, side_by_side
from zygoform.core.form.form import Form
from zygoform.core.project import Project

LARGE_SET = 12
"""Of a set of more pieces every one is drawn and painted by itself: putting them all together takes long enough."""
PAINT_S = 0.02
"""So many seconds go into new pictures of a large set at one painting."""
LINE_ROOM = 6
"""px round a piece for its widest line."""
SHEET_SHARE = 1.0
"""Of the sheet: a piece zoomed into is larger than what is seen of it, and no picture is made of the rest."""


FACES_AT_A_TIME = 400
"""Of more, such as strips of a pattern, so many are painted at a time; what is lit has a line round it alone."""


class _Look(NamedTuple):
    """What a picture shows and how; `room` is where it lies round the piece's origin, in px of the device."""

    scene: Scene
    scale: float
    ratio: float
    room: QRect
    tint: "Tint | None"
    pointed: str = ""

    @property
    def is_many(self) -> bool:
        return len(self.scene.polygons) > FACES_AT_A_TIME


class _Picture:
    """How a piece looks while nothing of it is lit; `painted` faces of it so far.

    `plain` are the faces alone, kept where the lines round what is new are still to come: one picture, not two.
    """

    def __init__(self, look: _Look, plain: QPixmap | None = None) -> None:
        self.look, self.painted = look, 0
        self.plain: QPixmap | None = None
        if plain is not None:
            self.painted, self.pixmap = len(look.scene.polygons), plain.copy()
            return
        self.pixmap = QPixmap(look.room.size())
        self.pixmap.setDevicePixelRatio(look.ratio)
        self.pixmap.fill(Qt.GlobalColor.transparent)

    @property
    def is_whole(self) -> bool:
        return self.painted >= len(self.look.scene.polygons)

    def paint_more(self) -> None:
        """The next faces; after the last ones the lines round what is new."""
        look, start = self.look, self.painted
        if not self.is_whole:
            self.painted = start + FACES_AT_A_TIME if look.is_many else len(look.scene.polygons)
            painter = self._begin()
            _paint_faces(painter, look.scene, look.scale, frozenset(), "", look.tint, start, self.painted)
            painter.end()
        if self.is_whole and look.tint is None:
            self.plain = None if look.scene.lined else self.pixmap.copy()
            painter = self._begin()
            _paint_lines(painter, look.scene, frozenset(), "")
            painter.end()

    def _begin(self) -> QPainter:
        painter = QPainter(self.pixmap)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        mm, corner, ratio = self.look.scale * t.SCALE, self.look.room.topLeft(), self.look.ratio
        painter.setTransform(QTransform(mm, 0, 0, -mm, -corner.x() / ratio, -corner.y() / ratio))
        return painter


class Tint(Protocol):
    """Colours of faces other than those of kept and new wood: fill, line, whether grain is seen."""

    pointed: str

    def colours(self, polygon: Polygon) -> tuple[str, str, bool] | None: ...

    def is_lit(self, polygon: Polygon) -> bool: ...


class PiecePictures:
    """Paints the pieces of a drawing where they stand; remembers how each looks while nothing of it is lit."""

    def __init__(self) -> None:
        self.tint: Tint | None = None
        self._kept: dict[str, _Picture] = {}
        self._made: dict[str, _Picture] = {}
        self._parts: dict[str, tuple[Scene, frozenset[str]]] = {}

    def paint(
        self,
        painter: QPainter,
        scene: Scene,
        mapping: Mapping,
        lit: AbstractSet[str],
        selected: str,
        seconds: float = PAINT_S,
    ) -> bool:
        """All faces and the lines round them, the farthest piece first; whether it was all.

        Of a large set the pictures that would take longer than `seconds` now are left for the next painting, and so
        is the rest of one with many faces: until then it is seen as it was.
        """
        layers = scene.layers or (Layer("", scene, (0.0, 0.0)),)
        there = {layer.piece_id for layer in layers}
        self._parts = {piece_id: own for piece_id, own in self._parts.items() if piece_id in there}
        self._kept = {piece_id: own for piece_id, own in self._kept.items() if piece_id in there}
        self._made = {piece_id: own for piece_id, own in self._made.items() if piece_id in there}
        device = painter.device()
        scale, ratio = mapping.scale * t.SCALE, device.devicePixelRatioF()
        until = time.perf_counter() + seconds if len(layers) > LARGE_SET else math.inf
        whole = True
        limit = SHEET_SHARE * device.width() * device.height() * ratio * ratio
        painter.save()
        for layer in layers:
            at = mapping.to_px(layer.by) * t.SCALE
            # On a whole pixel, or its picture would blur.
            at = QPointF(round(at.x() * ratio) / ratio, round(at.y() * ratio) / ratio)
            parts, room = self._parts_of(layer), _room(layer.scene, scale * ratio)
            large, many = room.width() * room.height() > limit, len(layer.scene.polygons) > FACES_AT_A_TIME
            pointed = self.tint.pointed if self.tint is not None else ""
            if many:
                seen = QRect(0, 0, round(device.width() * ratio), round(device.height() * ratio))
                room = room.intersected(seen.translated(-(at * ratio).toPoint())) if large else room
                look = _Look(layer.scene, mapping.scale, ratio, room, self.tint, pointed)
                painter.resetTransform()
                whole = self._paint_many(painter, layer.piece_id, look, at) and whole
            elif large or pointed or selected in parts or not parts.isdisjoint(lit):
                painter.setTransform(QTransform(scale, 0, 0, -scale, at.x(), at.y()))
                _paint_faces(painter, layer.scene, mapping.scale, lit, selected, self.tint)
                if self.tint is None:
                    _paint_lines(painter, layer.scene, lit, selected)
            else:
                painter.resetTransform()
                look = _Look(layer.scene, mapping.scale, ratio, room, self.tint)
                if self._is_kept(layer.piece_id, look) or time.perf_counter() < until:
                    painter.drawPixmap(at + QPointF(room.topLeft()) / ratio, self._picture(layer.piece_id, look))
                else:
                    whole = False
        painter.restore()
        return whole

    def _is_kept(self, piece_id: str, look: _Look) -> bool:
        kept = self._kept.get(piece_id)
        return kept is not None and kept.is_whole and _same(kept.look, look)

    def _paint_many(self, painter: QPainter, piece_id: str, look: _Look, at: QPointF) -> bool:
        """Some more of a picture with many faces; seen once it is whole."""
        if not self._is_kept(piece_id, look):
            made = self._made.get(piece_id)
            if made is None or not _same(made.look, look):
                made = self._made[piece_id] = self._begun(piece_id, look)
            made.paint_more()
            if made.is_whole or piece_id not in self._kept:
                self._kept[piece_id] = made
            if made.is_whole:
                del self._made[piece_id]
        kept = self._kept[piece_id]
        painter.drawPixmap(at + QPointF(kept.look.room.topLeft()) / look.ratio, kept.pixmap)
        return self._is_kept(piece_id, look)

    def _parts_of(self, layer: Layer) -> frozenset[str]:
        kept = self._parts.get(layer.piece_id)
        if kept is None or kept[0] is not layer.scene:
            kept = layer.scene, frozenset(polygon.part_id for polygon in layer.scene.polygons)
            self._parts[layer.piece_id] = kept
        return kept[1]

    def _picture(self, piece_id: str, look: _Look) -> QPixmap:
        if not self._is_kept(piece_id, look):
            self._kept[piece_id] = self._begun(piece_id, look)
            self._kept[piece_id].paint_more()
        return self._kept[piece_id].pixmap

    def _begun(self, piece_id: str, look: _Look) -> _Picture:
        """A picture to paint; of one that only gets its lines the faces are there."""
        kept = self._kept.get(piece_id)
        if kept is None or kept.plain is None or kept.look.scene.polygons is not look.scene.polygons:
            return _Picture(look)
        return _Picture(look, kept.plain if _same_room(kept.look, look) else None)


def _same(one: _Look, other: _Look) -> bool:
    """Scenes are looked at by what they are, not what they hold: that would take long."""
    return one.scene is other.scene and _same_room(one, other)


def _same_room(one: _Look, other: _Look) -> bool:
    return one.tint is other.tint and one[1:4] == other[1:4] and one[5] == other[5]


def _room(scene: Scene, scale: float) -> QRect:
    """The room of a piece round its own origin, in px of the device; `scale` is px for a mm."""
    x0, y0, x1, y1 = (value * scale for value in scene.box)
    box = QRectF(QPointF(x0, -y1), QPointF(x1, -y0))
    return box.adjusted(-LINE_ROOM, -LINE_ROOM, LINE_ROOM, LINE_ROOM).toAlignedRect()


def _paint_faces(
    painter: QPainter,
    scene: Scene,
    scale: float,
    lit: AbstractSet[str],
    selected: str,
    tint: Tint | None,
    start: int = 0,
    end: int | None = None,
) -> None:
    """All faces, or those from `start` to before `end`."""
    for polygon in scene.polygons[start:end]:
        on = tint.is_lit(polygon) if tint is not None else polygon.part_id in lit
        if polygon.role != "off":
            own = tint.colours(polygon) if tint is not None else None
            kept = tint is None and not on and polygon.part_id == selected
            paint.face(painter, polygon, scale, pointed=on, kept=kept, own=own)


def _paint_lines(painter: QPainter, scene: Scene, lit: AbstractSet[str], selected: str) -> None:
    """Round what is new, and round what comes off."""
    off = [polygon for polygon in scene.polygons if polygon.role == "off"]
    paint.new_and_off(painter, scene.edges, off, {*lit, selected})


# A small drawing of a piece or a set, painted wherever there is a little room.


def scene_of(project: Project) -> Scene | None:
    """The pieces as found, from the corner, side by side; None where there is nothing that can be drawn."""
    try:
        bodies = [body for piece in project.known_pieces for body in piece.build().bodies]
    except BadInputError:
        return None
    if not bodies:
        return None
    form = Form(tuple(bodies))
    form = (
        side_by_side(form, offsets(form, lean=VIEWS["corner"].project((0.0, 1.0, 0.0))))
        if len(bodies) > 1
        else form
    )
    return draw_form(form, form, {}, "corner", "found")


def paint_thumbnail(painter: QPainter, scene: Scene, room: QRectF) -> None:
    """The whole of a drawing in a room (px)."""
    mapping = fit(scene.box, (room.x(), room.y(), room.width(), room.height()))
    painter.save()
    painter.setTransform(mapping.transform(), combine=True)
    for polygon in scene.polygons:
        paint.face(painter, polygon, mapping.scale, pointed=False, kept=False)
    painter.restore()
