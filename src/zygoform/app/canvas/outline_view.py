"""One part in its true outline, with the angles of its ends."""

from typing import Literal

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QWidget

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import fit
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.part_outline import PartOutline, end_angles
from zygoform.core.goods.timber import Saw

LEAST_ACROSS = 9.0
"""A part thinner than this (px) is drawn this thick: its ends would not be seen."""


class OutlineView(QWidget):
    """Lengthwise to scale; thin parts thicker than they are, so that their ends show."""

    def __init__(self) -> None:
        super().__init__()
        self.outline: PartOutline | None = None
        self.saw = Saw()
        self.setObjectName("part_outline")
        self.setFixedHeight(t.px(58))

    def show_outline(self, outline: PartOutline | None, saw: Saw) -> None:
        """Shows a part, or nothing."""
        self.outline, self.saw = outline, saw
        self.setVisible(outline is not None)
        if outline is not None:
            self.setAccessibleName(f"{outline.seen}, {', '.join(self.words())}")
        self.update()

    def words(self) -> tuple[str, str]:
        """What stands at either end."""
        if self.outline is None:
            return "", ""
        return end_angles(self.outline, self.saw)

    def paintEvent(self, _event: QPaintEvent) -> None:
        if self.outline is not None:
            painter, room = paint.begin_painting(self)
            paint_outline(painter, room, self.outline, self.words())


def paint_outline(painter: QPainter, room: QRectF, outline: PartOutline, words: tuple[str, str]) -> None:
    """The figure in a room, an angle at either end, what one looks at in the middle."""
    box = (0.0, 0.0, outline.length, outline.across)
    mapping = fit(box, (58.0, 6.0, room.width() - 116.0, room.height() - 22.0))
    thick = 1.0 if outline.own else max(1.0, LEAST_ACROSS / max(outline.across * mapping.scale, 1e-6))
    middle = mapping.to_px((outline.length / 2, outline.across / 2)).y()
    points = [QPointF(p.x(), middle + (p.y() - middle) * thick) for p in mapping.outline(outline.points)]
    # What is drawn thicker than it is would slant more than it does: its ends lean as they are cut.
    figure = QPolygonF(_leaning(points, outline, mapping.scale))
    painter.setBrush(QColor(t.WOOD_NEW["front"]))
    painter.setPen(paint.pen(t.WLINE, 1.3))
    painter.drawPolygon(figure)
    shape = figure.boundingRect()
    y = shape.center().y() + 4.5
    _at_end(painter, QPointF(shape.left() - 8, y), words[0], "right")
    _at_end(painter, QPointF(shape.right() + 8, y), words[1], "left")
    seen = "on its edge" if outline.seen == "edge" else "on its face"
    paint.draw_text(
        painter, QPointF(shape.center().x(), room.height() - 4), seen, 12, align="centre", colour=t.INK2
    )


def _at_end(painter: QPainter, at: QPointF, words: str, align: Literal["left", "right"]) -> None:
    """One angle beside the end, of two cuts the upper one over the lower one."""
    lines = words.split(" ")
    for k, line in enumerate(lines):
        up = 6.5 * (2 * k - len(lines) + 1)
        paint.draw_text(painter, QPointF(at.x(), at.y() - up), line, 12, align=align)


def _leaning(points: list[QPointF], outline: PartOutline, scale: float) -> list[QPointF]:
    """The corners with the ends at their true angle, whatever the thickness is drawn at."""
    if outline.own or len(points) != 4 or outline.across <= 0:
        return points
    high = abs(points[0].y() - points[3].y())
    true = outline.across * scale
    grow = high / true if true > 0 else 1.0
    left = (points[3].x() - points[0].x()) * (grow - 1)
    right = (points[2].x() - points[1].x()) * (grow - 1)
    moved = list(points)
    if left >= 0:
        moved[3] = QPointF(points[3].x() + left, points[3].y())
    else:
        moved[0] = QPointF(points[0].x() - left, points[0].y())
    if right <= 0:
        moved[2] = QPointF(points[2].x() + right, points[2].y())
    else:
        moved[1] = QPointF(points[1].x() - right, points[1].y())
    return moved
