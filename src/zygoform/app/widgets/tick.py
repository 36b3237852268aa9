"""A tick."""

from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QColor, QPaintEvent
from PySide6.QtWidgets import QAbstractButton

from zygoform.app.canvas import paint
from zygoform.app.theme import tokens as t


class TickBox(QAbstractButton):
    """Whether something counts, or is done. 28 px to hit, 18 to see."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setCheckable(True)
        self.setObjectName(name)
        self.setFixedSize(t.px(28), t.px(28))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, _ = paint.begin_painting(self)
        box = QRectF(5, 5, 18, 18)
        painter.setBrush(QColor(t.INK if self.isChecked() else t.CHANGE))
        painter.setPen(paint.pen(t.BLUE if self.hasFocus() else t.INK, 2.0 if self.hasFocus() else 1.4))
        painter.drawRoundedRect(box, 3, 3)
        if self.isChecked():
            painter.setPen(paint.pen(t.SHEET, 2.2))
            painter.drawPolyline([QPointF(9, 14.5), QPointF(12.5, 18), QPointF(19, 10.5)])
