"""Every piece of a drawing as a picture: painted anew only when it, its scale or what is lit changes."""

import math
import time
from collections.abc import Set as AbstractSet
from typing import NamedTuple, Protocol

from PySide6.QtCore import QPointF, QRect, QRectF, Qt
from PySide6.QtGui import QPainter, QPixmap, QTransform

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.primitives import Layer, Polygon, Scene

LARGE_SET = 12
"""Of a set of more pieces every one is drawn and painted by itself: putting them all together takes long enough."""
PAINT_S = 0.02
"""So many seconds go into new pictures of a large set at one painting."""
LINE_ROOM = 6
"""px round a piece for its widest line."""
SHEET_SHARE = 1.0
"""Of the sheet: a piece zoomed into is larger than what is seen of it, and no picture is made of the rest."""


class _Picture(NamedTuple):
    scene: Scene
    scale: float
    ratio: float
    pixmap: QPixmap
    tint: "Tint | None"


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

        Of a large set the pictures that would take longer than `seconds` now are left for the next painting.
        """
        layers = scene.layers or (Layer("", scene, (0.0, 0.0)),)
        there = {layer.piece_id for layer in layers}
        self._parts = {piece_id: own for piece_id, own in self._parts.items() if piece_id in there}
        self._kept = {
            layer.piece_id: self._kept[layer.piece_id] for layer in layers if layer.piece_id in self._kept
        }
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
            large = room.width() * room.height() > limit
            pointed = self.tint is not None and bool(self.tint.pointed)
            if large or pointed or selected in parts or not parts.isdisjoint(lit):
                painter.setTransform(QTransform(scale, 0, 0, -scale, at.x(), at.y()))
                _paint_faces(painter, layer.scene, mapping.scale, lit, selected, self.tint)
            else:
                painter.resetTransform()
                where = at + QPointF(room.topLeft()) / ratio
                if self._is_kept(layer, mapping.scale, ratio) or time.perf_counter() < until:
                    painter.drawPixmap(where, self._picture(layer, room, mapping.scale, ratio))
                else:
                    whole = False
        painter.restore()
        return whole

    def _is_kept(self, layer: Layer, scale: float, ratio: float) -> bool:
        kept = self._kept.get(layer.piece_id)
        same = kept is not None and kept.scene is layer.scene and kept.tint is self.tint
        return same and kept is not None and kept[1:3] == (scale, ratio)

    def _parts_of(self, layer: Layer) -> frozenset[str]:
        kept = self._parts.get(layer.piece_id)
        if kept is None or kept[0] is not layer.scene:
            kept = layer.scene, frozenset(polygon.part_id for polygon in layer.scene.polygons)
            self._parts[layer.piece_id] = kept
        return kept[1]

    def _picture(self, layer: Layer, room: QRect, scale: float, ratio: float) -> QPixmap:
        if self._is_kept(layer, scale, ratio):
            return self._kept[layer.piece_id].pixmap
        pixmap = QPixmap(room.size())
        pixmap.setDevicePixelRatio(ratio)
        pixmap.fill(Qt.GlobalColor.transparent)
        painter = QPainter(pixmap)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        mm = scale * t.SCALE
        painter.setTransform(QTransform(mm, 0, 0, -mm, -room.x() / ratio, -room.y() / ratio))
        _paint_faces(painter, layer.scene, scale, frozenset(), "", self.tint)
        painter.end()
        self._kept[layer.piece_id] = _Picture(layer.scene, scale, ratio, pixmap, self.tint)
        return pixmap


def _room(scene: Scene, scale: float) -> QRect:
    """The room of a piece round its own origin, in px of the device; `scale` is px for a mm."""
    x0, y0, x1, y1 = (value * scale for value in scene.box)
    box = QRectF(QPointF(x0, -y1), QPointF(x1, -y0))
    return box.adjusted(-LINE_ROOM, -LINE_ROOM, LINE_ROOM, LINE_ROOM).toAlignedRect()


def _paint_faces(
    painter: QPainter, scene: Scene, scale: float, lit: AbstractSet[str], selected: str, tint: Tint | None
) -> None:
    for polygon in scene.polygons:
        on = tint.is_lit(polygon) if tint is not None else polygon.part_id in lit
        if polygon.role != "off":
            own = tint.colours(polygon) if tint is not None else None
            kept = tint is None and not on and polygon.part_id == selected
            paint.face(painter, polygon, scale, pointed=on, kept=kept, own=own)
    if tint is None:
        off = [polygon for polygon in scene.polygons if polygon.role == "off"]
        paint.new_and_off(painter, scene.edges, off, {*lit, selected})
