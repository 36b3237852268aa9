"""The pieces of a set by their names, the current one outlined: what is done is done to that one."""

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QFont, QFontMetricsF, QPainter

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.core.drawing.primitives import Scene

BELOW = 16.0
"""How far under a piece its name stands, px."""
ROUND = 8.0
"""How far from the current piece the line round it is."""


def rooms_of_pieces(scene: Scene, mapping: Mapping) -> dict[str, QRectF]:
    """Where each piece of the set is drawn, px; what comes off takes no room."""
    rooms = {}
    for layer in scene.layers:
        x0, y0, x1, y1 = layer.scene.solid_box
        dx, dy = layer.by
        rooms[layer.piece_id] = QRectF(mapping.to_px((x0 + dx, y1 + dy)), mapping.to_px((x1 + dx, y0 + dy)))
    return rooms


def places_of_names(rooms: dict[str, QRectF], names: dict[str, str], current: str) -> dict[str, QRectF]:
    """Where the names stand, each under its piece (px).

    Where there is little room a name that would run into another or over a piece is left out; but for the current
    one's, which comes first.
    """
    places: dict[str, QRectF] = {}
    faces = {on: QFontMetricsF(_face(on=on)) for on in (False, True)}
    for piece_id, room in sorted(rooms.items(), key=lambda own: own[0] != current):
        on = piece_id == current
        words = faces[on].boundingRect(names[piece_id]).adjusted(-3, 0, 3, 0)
        words.moveCenter(QPointF(room.center().x(), room.bottom() + BELOW - 4 + (ROUND if on else 0)))
        others = (*places.values(), *(other for own, other in rooms.items() if own != piece_id))
        if on or not any(words.intersects(other) for other in others):
            places[piece_id] = words
    return places


def paint_names(painter: QPainter, session: Session, scene: Scene, mapping: Mapping) -> None:
    """Each name under its piece; round the current one a broken line."""
    seen = session.seen()
    if seen is None or not seen.names:
        return
    current = session.piece.id if session.piece is not None else ""
    rooms = rooms_of_pieces(scene, mapping)
    if current in rooms:
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(paint.pen(t.INK, 1.4, dash=(5, 4)))
        painter.drawRoundedRect(rooms[current].adjusted(-ROUND, -ROUND, ROUND, ROUND), 4, 4)
    for piece_id, words in places_of_names(rooms, seen.names, current).items():
        on = piece_id == current
        if on:
            paint.fill(painter, words, t.SHEET)
        at = QPointF(words.center().x(), words.center().y() + 4)
        paint.draw_text(painter, at, seen.names[piece_id], 12, 600 if on else 400, align="centre")


def _face(*, on: bool) -> QFont:
    return font(12, 600 if on else 400)
