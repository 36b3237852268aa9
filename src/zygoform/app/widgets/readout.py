"""What is said of the part pointed at, and the legend of the lines."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from zygoform.app.canvas import paint
from zygoform.app.describe import Description, describe
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font

_NARROW = 430
"""In a box narrower than this the lines are broken as they come."""


class Readout(QWidget):
    """One yellow box for the part pointed at; empty, it says what pointing does."""

    def __init__(self, session: Session, idle: str) -> None:
        super().__init__()
        self.session, self._idle = session, idle
        self.setObjectName("readout")
        self.setMinimumHeight(t.px(78))
        self.setMaximumHeight(t.px(124))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        session.hover_changed.connect(self._refresh)
        session.changed.connect(self._refresh)
        self._refresh()

    def sizeHint(self) -> QSize:
        return QSize(t.px(300), t.px(78 if self.width() >= t.px(_NARROW) else 124))

    def _refresh(self) -> None:
        found = describe(self.session, self.session.view.hovered)
        self.setAccessibleName(found.spoken if found else self._idle)
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        box = box.adjusted(0.8, 0.8, -0.8, -0.8)
        found = describe(self.session, self.session.view.hovered)
        if found is None:
            painter.setPen(QColor(t.INK2))
            painter.setFont(font(13))
            flags = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignVCenter) | Qt.TextFlag.TextWordWrap
            painter.drawText(box.adjusted(14, 0, -14, 0), flags, self._idle)
            return
        painter.setBrush(QColor(t.TAPEWASH))
        painter.setPen(paint.pen(t.INK, 1.4))
        if box.width() >= _NARROW:
            box.setWidth(min(box.width(), _width(found) + 30))
        else:
            box.setTop(max(box.top(), box.bottom() - _height(found, box.width() - 20) - 40))
        painter.drawRoundedRect(box, 3, 3)
        x, narrow = 14.0, box.width() < _NARROW
        if found.code:
            x += paint.draw_text(painter, QPointF(x, box.top() + 23), found.code, 14, 600) + 10
        paint.draw_text(painter, QPointF(x, box.top() + 23), found.name, 14, 600)
        metrics = QFontMetricsF(font(13))
        if narrow:
            flags = int(Qt.AlignmentFlag.AlignLeft | Qt.AlignmentFlag.AlignTop) | Qt.TextFlag.TextWordWrap
            painter.setFont(font(12))
            painter.drawText(box.adjusted(12, 30, -8, -2), flags, "; ".join(found.lines))
            return
        for i, line in enumerate(found.lines[:2]):
            words = metrics.elidedText(line, Qt.TextElideMode.ElideRight, box.width() - 26)
            paint.draw_text(painter, QPointF(14, 45 + 20 * i), words, 13)


def _width(found: Description) -> float:
    """How wide the words are (px)."""
    head = QFontMetricsF(font(14, 600)).horizontalAdvance(f"{found.code}  {found.name}")
    return max(_NARROW - 30, head, *(QFontMetricsF(font(13)).horizontalAdvance(line) for line in found.lines[:2]))


def _height(found: Description, width: float) -> float:
    """How high the lines are, broken to a width (px)."""
    words = "; ".join(found.lines)
    room = QRectF(0, 0, width, 1000)
    return QFontMetricsF(font(12)).boundingRect(room, Qt.TextFlag.TextWordWrap, words).height()


class Legend(QWidget):
    """What the lines mean."""

    ROWS = (("stays", "Stays"), ("new", "New"), ("off", "Comes off"), ("on", "Pointed at"))

    def __init__(self) -> None:
        super().__init__()
        self.setFixedSize(t.px(140), t.px(92))
        self.setAccessibleName("Legend: stays, new, comes off, pointed at")

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, _ = paint.begin_painting(self)
        for i, (kind, words) in enumerate(self.ROWS):
            box = QRectF(2, 4 + 23 * i, 32, 13)
            fill, line, width, dash = {
                "stays": (t.WOOD_STAYS["front"], t.WLINE, 1.1, None),
                "new": (t.WOOD_NEW["front"], t.BLUE, 2.0, None),
                "off": (t.SHEET, t.RED, 1.8, (4.0, 3.0)),
                "on": (t.TAPE, t.ON_TAPE, 1.6, None),
            }[kind]
            painter.setBrush(QColor(fill))
            painter.setPen(paint.pen(line, width, dash=dash))
            painter.drawRect(box)
            paint.draw_text(painter, QPointF(46, 15 + 23 * i), words, 13)
