"""What all drawings share: wood, outlines by role, grain, text, dimensions."""

from __future__ import annotations

import math
import zlib
from typing import TYPE_CHECKING

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QBrush, QColor, QFontMetricsF, QPainter, QPen, QPolygonF

from zygoform.app.theme import tokens as t
from zygoform.app.theme.fonts import font

if TYPE_CHECKING:
    # The frame paints before the core is loaded.
    from zygoform.app.canvas.mapping import Mapping
    from zygoform.core.drawing.primitives import Dimension, PartRole, Polygon
    from zygoform.core.geometry.plane import Point

NEVER = Qt.PenStyle.NoPen


def pen(colour: str, width: float, *, dash: tuple[float, float] | None = None) -> QPen:
    """A round pen; dash lengths in px."""
    made = QPen(QColor(colour), width)
    made.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    if dash is not None:
        made.setCapStyle(Qt.PenCapStyle.FlatCap)
        made.setDashPattern([dash[0] / width, dash[1] / width])
    return made


def wood(polygon: Polygon) -> QColor:
    """The colour of a face: kept wood or new, by the way it faces; strips side by side differ."""
    if polygon.role in ("new", "moved"):
        if polygon.tone and polygon.shade in ("front", "top"):
            return QColor(t.WOOD_OTHER)
        return QColor(t.WOOD_NEW[polygon.shade])
    return QColor(t.WOOD_STAYS[polygon.shade])


_LINES: dict[PartRole, tuple[str, float, tuple[float, float] | None]] = {
    "stays": (t.WLINE, 1.1, None),
    "new": (t.BLUE, 2.0, None),
    "mended": (t.BLUE, 2.0, (6, 4)),
    "moved": (t.BLUE, 2.0, None),
    "off": (t.RED, 1.8, (4, 3)),
    "hidden": (t.WLINE, 0.8, (2, 2)),
}


def face(painter: QPainter, polygon: Polygon, mapping: Mapping, *, pointed: bool, kept: bool) -> None:
    """One face with its outline; what comes off is a broken line over a casing, and see-through."""
    shape = QPolygonF(mapping.outline(polygon.points))
    colour, width, dash = _LINES[polygon.role]
    if polygon.role == "off":
        painter.setBrush(QBrush(QColor(_clear(t.TAPE, 70))) if pointed or kept else Qt.BrushStyle.NoBrush)
        painter.setPen(pen(t.SHEET, 4.0))
        painter.drawPolygon(shape)
        painter.setPen(pen(colour, width, dash=dash))
        painter.drawPolygon(shape)
        return
    painter.setPen(NEVER)
    painter.setBrush(wood(polygon))
    painter.drawPolygon(shape)
    if pointed or kept:
        painter.setBrush(_clear(t.TAPE, 140 if pointed else 76))
        painter.drawPolygon(shape)
    if polygon.grain is not None:
        grain(painter, polygon, shape)
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(pen(t.WLINE, 0.9) if polygon.role == "new" else pen(colour, width, dash=dash))
    painter.drawPolygon(shape)


def new_edge(painter: QPainter, edges: tuple[tuple[Point, Point], ...], mapping: Mapping) -> None:
    """The blue line round what is new, as far as it runs along one face."""
    if edges:
        colour, width, _ = _LINES["new"]
        painter.setPen(pen(colour, width))
        for start, end in edges:
            painter.drawLine(mapping.to_px(start), mapping.to_px(end))


def halo(painter: QPainter, shapes: list[QPolygonF], *, corners: bool) -> None:
    """The yellow halo round what is pointed at; four corner marks more where it is kept."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for width, colour in ((5.0, t.TAPE), (1.6, t.INK)):
        painter.setPen(pen(colour, width))
        for shape in shapes:
            painter.drawPolygon(shape)
    if corners and shapes:
        box = shapes[0].boundingRect()
        for shape in shapes[1:]:
            box = box.united(shape.boundingRect())
        _corner_marks(painter, box.adjusted(-6, -6, 6, 6))


def _corner_marks(painter: QPainter, box: QRectF) -> None:
    painter.setPen(pen(t.INK, 2.0))
    for corner, sx, sy in (
        (box.topLeft(), 1, 1),
        (box.topRight(), -1, 1),
        (box.bottomRight(), -1, -1),
        (box.bottomLeft(), 1, -1),
    ):
        painter.drawLine(corner, QPointF(corner.x() + 9 * sx, corner.y()))
        painter.drawLine(corner, QPointF(corner.x(), corner.y() + 9 * sy))


def _clear(colour: str, alpha: int) -> QColor:
    made = QColor(colour)
    made.setAlpha(alpha)
    return made


def grain(painter: QPainter, polygon: Polygon, shape: QPolygonF) -> None:
    """Fine broken lines along the wood; the same part always looks the same."""
    along = polygon.grain or (0.0, 0.0)
    length = math.hypot(*along)
    box = shape.boundingRect()
    if length < 1e-6 or min(box.width(), box.height()) < 9:
        return
    ux, uy = along[0] / length, -along[1] / length
    px, py = -uy, ux
    points = [shape.at(i) for i in range(shape.count())]
    seed = zlib.crc32(f"{polygon.part_id}{polygon.shade}".encode())
    across = [p.x() * px + p.y() * py for p in points]
    low, high = min(across), max(across)
    lines = max(2, min(10, int((high - low) / 9)))
    painter.setPen(QPen(_clear(t.WLINE if polygon.shade == "inside" else t.GRAIN, 46), 0.9))
    for k in range(lines):
        seed = (seed * 1103515245 + 12345) & 0x7FFFFFFF
        share = (k + 0.25 + 0.5 * (seed % 97) / 97) / lines
        hits = _crossings(points, (px, py), low + share * (high - low), (ux, uy))
        if len(hits) < 2:
            continue
        first, last = hits[0], hits[-1]
        a, b = first + (last - first) * 0.9 * ((seed >> 8) % 61) / 61, 0.0
        reach = (last - first) * (0.3 + 0.5 * ((seed >> 5) % 53) / 53)
        b = min(last, a + reach)
        base = low + share * (high - low)
        painter.drawLine(
            QPointF(a * ux + base * px, a * uy + base * py), QPointF(b * ux + base * px, b * uy + base * py)
        )


def _crossings(
    points: list[QPointF], across: tuple[float, float], place: float, along: tuple[float, float]
) -> list[float]:
    """Where the line at `place` across crosses an outline, as distances along it."""
    hits = []
    for i, p in enumerate(points):
        q = points[(i + 1) % len(points)]
        a = p.x() * across[0] + p.y() * across[1] - place
        b = q.x() * across[0] + q.y() * across[1] - place
        if (a > 0) != (b > 0):
            share = a / (a - b)
            x, y = p.x() + share * (q.x() - p.x()), p.y() + share * (q.y() - p.y())
            hits.append(x * along[0] + y * along[1])
    return sorted(hits)


def hatch(painter: QPainter, box: QRectF, colour: str = t.EDGE) -> None:
    """Pencil hatching: what is still board."""
    painter.save()
    painter.setClipRect(box)
    painter.setPen(QPen(_clear(colour, 90), 1.0))
    x = box.left() - box.height()
    while x < box.right():
        painter.drawLine(QPointF(x, box.bottom()), QPointF(x + box.height(), box.top()))
        x += 7
    painter.restore()


def text(
    painter: QPainter,
    at: QPointF,
    words: str,
    px: int,
    weight: int = 400,
    *,
    colour: str = t.INK,
    align: str = "left",
) -> float:
    """Words with their base line at a point; returns their width."""
    face_ = font(px, weight)
    painter.setFont(face_)
    painter.setPen(QColor(colour))
    width = QFontMetricsF(face_).horizontalAdvance(words)
    shift = {"left": 0.0, "centre": width / 2, "right": width}[align]
    painter.drawText(QPointF(at.x() - shift, at.y()), words)
    return width


def dimension(painter: QPainter, dim: Dimension, mapping: Mapping, words: str, away: float) -> None:
    """A dimension line `away` px from what it measures, slanted strokes at its ends, its figure in a gap."""
    a, b = mapping.to_px(dim.start), mapping.to_px(dim.end)
    shift = {
        "left": QPointF(-away, 0),
        "right": QPointF(away, 0),
        "above": QPointF(0, -away),
        "below": QPointF(0, away),
    }[dim.side]
    painter.setPen(pen(t.HAIR if away > 24 else t.INK2, 1.0))
    for end in (a, b):
        if away > 4:
            painter.drawLine(end + shift * 0.15, end + shift)
    a, b = a + shift, b + shift
    painter.setPen(pen(t.INK2, 1.0))
    painter.drawLine(a, b)
    for end in (a, b):
        painter.drawLine(QPointF(end.x() - 4, end.y() + 4), QPointF(end.x() + 4, end.y() - 4))
    _figure(
        painter, (a + b) / 2, words, upright=dim.side in ("left", "right"), room=abs(b.x() - a.x() + b.y() - a.y())
    )


def _figure(painter: QPainter, middle: QPointF, words: str, *, upright: bool, room: float) -> None:
    face_ = font(13, 500)
    metrics = QFontMetricsF(face_)
    width, height = metrics.horizontalAdvance(words) + 10, metrics.height()
    painter.save()
    painter.translate(middle)
    if upright and room > width + 16:
        painter.rotate(-90)
    elif upright:
        painter.translate(width / 2 + 4, 0)
    elif room < width + 16:
        painter.translate(0, -height / 2 - 3)
    box = QRectF(-width / 2, -height / 2, width, height)
    painter.fillRect(box, QColor(t.SHEET))
    painter.setFont(face_)
    painter.setPen(QColor(t.INK))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)
    painter.restore()
