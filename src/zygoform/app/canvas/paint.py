"""What all drawings share: wood, outlines by role, grain, text, dimensions."""

from __future__ import annotations

import math
import zlib
from functools import lru_cache
from typing import TYPE_CHECKING

from PySide6.QtCore import QLineF, QPointF, QRectF, Qt
from PySide6.QtGui import QBrush, QColor, QFontMetricsF, QPainter, QPen, QPolygonF
from PySide6.QtWidgets import QWidget

from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font

if TYPE_CHECKING:
    # The frame paints before the core is loaded.
    from zygoform.app.canvas.mapping import Mapping
    from zygoform.core.drawing.primitives import Dimension, Edge, PartRole, Polygon
    from zygoform.core.geometry.plane import Outline

NEVER = Qt.PenStyle.NoPen
GROUT = "#a9a69b"
PANES = {
    "pane": ("#8fb9c4", 84),
    "mirror": ("#c3d2d6", 255),
    "mesh": ("#8a7a5c", 70),
    "tile": ("#e7e9e4", 255),
    "cloth": ("#dcd2bd", 255),
}
"""Colour and how solid it is (255 all) of what is no wood, by its shade."""


def focus_ring(painter: QPainter, box: QRectF) -> None:
    """Round what has the keyboard."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    painter.setPen(pen(t.BLUE, 2.0))
    painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 3, 3)


def begin_painting(widget: QWidget) -> tuple[QPainter, QRectF]:
    """A painter for a widget that draws itself, in sizes at 100 % text; and the widget's room in them."""
    painter = QPainter(widget)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.scale(t.SCALE, t.SCALE)
    return painter, room_of(widget)


def room_of(widget: QWidget) -> QRectF:
    """A widget's room in sizes at 100 % text."""
    return QRectF(0, 0, widget.width() / t.SCALE, widget.height() / t.SCALE)


def fill(painter: QPainter, box: QRectF, colour: str) -> None:
    """A rectangle of one colour. Not `fillRect`, which loads all that Python knows of gradients first."""
    painter.setPen(NEVER)
    painter.setBrush(QColor(colour))
    painter.drawRect(box)


def unscaled(at: QPointF) -> QPointF:
    """Where the mouse is, in sizes at 100 % text."""
    return at / t.SCALE


@lru_cache(maxsize=128)
@lru_cache(maxsize=256)
def pen(colour: str, width: float, *, dash: tuple[float, float] | None = None) -> QPen:
    """A round pen, not to be altered; width and dash lengths in px, whatever scale is drawn to."""
    made = QPen(QColor(colour), width)
    made.setCosmetic(True)
    made.setJoinStyle(Qt.PenJoinStyle.RoundJoin)
    if dash is not None:
        made.setCapStyle(Qt.PenCapStyle.FlatCap)
        made.setDashPattern([dash[0] / width, dash[1] / width])
    return made


def wood(polygon: Polygon) -> QColor:
    """The colour of a face: kept wood or new, by the way it faces; strips side by side differ."""
    if polygon.shade == "tile" and polygon.tone:
        return QColor(GROUT)
    if polygon.shade in PANES:
        return _clear(*PANES[polygon.shade])
    if polygon.role in ("new", "moved"):
        if polygon.tone and polygon.shade in ("front", "top"):
            return QColor(t.WOOD_OTHER)
        return QColor(t.WOOD_NEW[polygon.shade])
    return QColor(t.WOOD_STAYS[polygon.shade])


def _line(role: PartRole) -> QPen:
    """The line of a role. Qt draws those up to 1 px wide several times faster; most of a drawing is such."""
    return {
        "stays": lambda: pen(t.WLINE, 1.0),
        "new": lambda: pen(t.BLUE, 2.0),
        "mended": lambda: pen(t.BLUE, 2.0, dash=(6, 4)),
        "moved": lambda: pen(t.BLUE, 2.0),
        "off": lambda: pen(t.RED, 1.8, dash=(4, 3)),
        "hidden": lambda: pen(t.WLINE, 0.8, dash=(2, 2)),
    }[role]()


@lru_cache(maxsize=4096)
def shape_of(points: Outline) -> QPolygonF:
    """An outline as the painter takes it, mm."""
    return QPolygonF([QPointF(x, y) for x, y in points])


def face(
    painter: QPainter,
    polygon: Polygon,
    scale: float,
    *,
    pointed: bool,
    kept: bool,
    own: tuple[str, str, bool] | None = None,
) -> None:
    """One face with its thin outline, in mm; `scale` is px for a mm.

    `own` is its fill, its line and whether grain is seen, where it is not drawn as kept or new wood.
    """
    shape = shape_of(polygon.points)
    outline, colour = pen(t.WLINE, 0.9) if polygon.role == "new" else _line(polygon.role), wood(polygon)
    if own is not None:
        # One sees through what is woven, whatever its colour.
        clear = PANES["mesh"][1] if polygon.shade == "mesh" else 255
        outline, colour = pen(own[1], 0.9), _clear(own[0], clear)
    # Beside another face of its board and plane it is filled up to the line between them, and none is drawn.
    painter.setPen(
        outline if polygon.lines is None else pen(colour.name(), 1.6) if colour.alpha() == 255 else NEVER
    )
    painter.setBrush(colour)
    painter.drawPolygon(shape)
    if polygon.shade == "mesh":
        painter.setPen(NEVER)
        painter.setBrush(QBrush(QColor(t.WLINE if own is None else own[0]), Qt.BrushStyle.DiagCrossPattern))
        painter.drawPolygon(shape)
    if polygon.lines is not None:
        painter.setPen(outline)
        painter.drawLines([QLineF(*start, *end) for start, end in polygon.lines])
    if pointed or kept:
        painter.setPen(NEVER if polygon.lines is not None else outline)
        painter.setBrush(_clear(t.TAPE, 140 if pointed else 76))
        painter.drawPolygon(shape)
    if own is None or own[2]:
        grain(painter, polygon, scale)


def new_and_off(painter: QPainter, edges: tuple[Edge, ...], off: list[Polygon], lit: set[str]) -> None:
    """Blue round what is new, red broken round what comes off, in mm: neither may hide the other."""
    painter.setPen(pen(t.SHEET, 4.0))
    for polygon in off:
        on = polygon.part_id in lit
        painter.setBrush(QBrush(_clear(t.TAPE, 70)) if on else Qt.BrushStyle.NoBrush)
        painter.drawPolygon(shape_of(polygon.points))
    painter.setBrush(Qt.BrushStyle.NoBrush)
    lines = [QLineF(*start, *end) for start, end in edges]
    if t.CASED:
        painter.setPen(pen(t.WLINE, 4.0))
        painter.drawLines(lines)
    painter.setPen(_line("new"))
    painter.drawLines(lines)
    painter.setPen(_line("off"))
    for polygon in off:
        painter.drawPolygon(shape_of(polygon.points))


def halo(painter: QPainter, shapes: list[QPolygonF], *, corners: bool) -> None:
    """The yellow halo round what is pointed at; four corner marks more where it is kept."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for width, colour in ((5.0, t.TAPE), (1.6, t.ON_TAPE)):
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


GRAIN_APART, GRAIN_LEAST = 9.0, 9.0


def grain(painter: QPainter, polygon: Polygon, scale: float) -> None:
    """Fine broken lines along the wood, in mm; the same part always looks the same."""
    if polygon.grain is None or math.hypot(*polygon.grain) < 1e-6:
        return
    # The lines move to other places only when the scale has changed a good deal.
    apart = grain_apart(scale)
    lines = grain_lines(polygon.points, polygon.grain, f"{polygon.part_id}{polygon.shade}", apart)
    if lines:
        painter.setPen(_thin(t.WLINE if polygon.shade == "inside" else t.GRAIN))
        painter.drawLines(lines)


@lru_cache(maxsize=64)
def grain_apart(scale: float) -> float:
    return float(GRAIN_APART / 1.5 ** round(math.log(scale, 1.5)))


@lru_cache(maxsize=8)
def _thin(colour: str) -> QPen:
    made = QPen(_clear(colour, 46), 0.9)
    made.setCosmetic(True)
    return made


@lru_cache(maxsize=4096)
def grain_lines(points: Outline, along: tuple[float, float], seed_of: str, apart: float) -> list[QLineF]:
    """Lines about `apart` mm apart, each over a part of the outline's length; none on narrow faces."""
    xs, ys = zip(*points, strict=True)
    if min(max(xs) - min(xs), max(ys) - min(ys)) < apart * GRAIN_LEAST / GRAIN_APART:
        return []
    length = math.hypot(*along)
    ux, uy = along[0] / length, along[1] / length
    px, py = -uy, ux
    seed = zlib.crc32(seed_of.encode())
    across = [x * px + y * py for x, y in points]
    low, high = min(across), max(across)
    count = max(2, min(10, int((high - low) / apart)))
    lines = []
    for k in range(count):
        seed = (seed * 1103515245 + 12345) & 0x7FFFFFFF
        base = low + (k + 0.25 + 0.5 * (seed % 97) / 97) / count * (high - low)
        hits = _crossings(points, (px, py), base, (ux, uy))
        if len(hits) < 2:
            continue
        first, last = hits[0], hits[-1]
        a = first + (last - first) * 0.9 * ((seed >> 8) % 61) / 61
        b = min(last, a + (last - first) * (0.3 + 0.5 * ((seed >> 5) % 53) / 53))
        lines.append(QLineF(a * ux + base * px, a * uy + base * py, b * ux + base * px, b * uy + base * py))
    return lines


def _crossings(
    points: Outline, across: tuple[float, float], place: float, along: tuple[float, float]
) -> list[float]:
    """Where the line at `place` across crosses an outline, as distances along it."""
    hits = []
    sides = [x * across[0] + y * across[1] - place for x, y in points]
    for i, (x, y) in enumerate(points):
        a, b = sides[i - 1], sides[i]
        if (a > 0) != (b > 0):
            (wx, wy), share = points[i - 1], a / (a - b)
            hits.append((wx + share * (x - wx)) * along[0] + (wy + share * (y - wy)) * along[1])
    return sorted(hits)


def hatch(painter: QPainter, box: QRectF) -> None:
    """Pencil hatching: what is still board."""
    painter.save()
    painter.setClipRect(box)
    painter.setPen(QPen(_clear(t.EDGE, 90), 1.0))
    x = box.left() - box.height()
    while x < box.right():
        painter.drawLine(QPointF(x, box.bottom()), QPointF(x + box.height(), box.top()))
        x += 7
    painter.restore()


def draw_text(
    painter: QPainter,
    at: QPointF,
    words: str,
    px: int,
    weight: int = 400,
    *,
    colour: str = "",
    align: str = "left",
) -> float:
    """Words with their base line at a point; returns their width."""
    face_ = font(px, weight)
    painter.setFont(face_)
    painter.setPen(QColor(colour or t.INK))
    width = QFontMetricsF(face_).horizontalAdvance(words)
    shift = {"left": 0.0, "centre": width / 2, "right": width}[align]
    painter.drawText(QPointF(at.x() - shift, at.y()), words)
    return width


def dimension(painter: QPainter, dim: Dimension, mapping: Mapping, words: tuple[str, ...], away: float) -> QRectF:
    """A dimension line `away` px from what it measures, its figure in a gap; returns where the figure stands.

    `words` are ways to write it: the first that fits along the line is taken, else the last.
    """
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
    painter.setPen(pen(t.INK2, 1.0, dash=(4, 3)) if dim.guessed else pen(t.INK2, 1.0))
    painter.drawLine(a, b)
    painter.setPen(pen(t.INK2, 1.0))
    for end in (a, b):
        painter.drawLine(QPointF(end.x() - 4, end.y() + 4), QPointF(end.x() + 4, end.y() - 4))
    return _figure(
        painter, (a + b) / 2, words, upright=dim.side in ("left", "right"), room=abs(b.x() - a.x() + b.y() - a.y())
    )


def _figure(painter: QPainter, middle: QPointF, ways: tuple[str, ...], *, upright: bool, room: float) -> QRectF:
    face_ = font(13, 500)
    metrics = QFontMetricsF(face_)
    words = next((w for w in ways if metrics.horizontalAdvance(w) + 26 < room), ways[-1])
    width, height = metrics.horizontalAdvance(words) + 10, metrics.height()
    painter.save()
    end = painter.device().width() / t.SCALE
    if upright and room <= width + 16 and middle.x() + width + 8 > end:
        # Beside the line there is no room left: it stands before it.
        middle = QPointF(end - width - 8, middle.y())
    painter.translate(middle)
    if upright and room > width + 16:
        painter.rotate(-90)
    elif upright:
        painter.translate(width / 2 + 4, 0)
    elif room < width + 16:
        painter.translate(0, -height / 2 - 3)
    box = QRectF(-width / 2, -height / 2, width, height)
    fill(painter, box, t.SHEET)
    painter.setFont(face_)
    painter.setPen(QColor(t.INK))
    painter.drawText(box, Qt.AlignmentFlag.AlignCenter, words)
    taken = painter.transform().mapRect(box)
    painter.restore()
    return taken
