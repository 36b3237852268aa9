"""A fan of colours: slim chips side by side, each a colour of one's own; a click or Enter takes one."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QHelpEvent, QKeyEvent, QMouseEvent, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QToolTip, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.plain import tool_tip
from zygoform.core.coats.layer import Colour

_WIDE, _HIGH, _RAISED = 26.0, 40.0, 6.0


class ColourRow(QWidget):
    """The colour chosen stands out of the fan; the first place is none. Arrows go along it."""

    chosen = Signal(str)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session, self._value = session, ""
        self.setObjectName("colour_fan")
        self.setAccessibleName("Colour")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        policy = QSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Minimum)
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)

    @property
    def fan(self) -> tuple[Colour, ...]:
        return self.session.project.finishing.colours

    def refresh(self, value: str) -> None:
        """Which one is chosen."""
        self._value = value
        found = self.session.project.finishing.colour(value)
        self.setAccessibleDescription(found.name if found is not None else "none")
        self.updateGeometry()
        self.update()

    def _columns(self) -> int:
        return max(1, int(self.width() / t.SCALE // _WIDE))

    def hasHeightForWidth(self) -> bool:
        return True

    def heightForWidth(self, width: int) -> int:
        columns = max(1, int(width / t.SCALE // _WIDE))
        rows = -(-(len(self.fan) + 1) // columns)
        return t.px(rows * (_HIGH + _RAISED) + 18)

    def sizeHint(self) -> QSize:
        return QSize(t.px(8 * _WIDE), self.heightForWidth(max(1, self.width())))

    def _box(self, k: int) -> QRectF:
        columns = self._columns()
        return QRectF(k % columns * _WIDE, _RAISED + k // columns * (_HIGH + _RAISED), _WIDE, _HIGH)

    def colour_at(self, at: QPointF) -> int:
        """The place in the fan under a point, 0 for none; -1 where there is nothing."""
        return next((k for k in range(len(self.fan) + 1) if self._box(k).contains(at)), -1)

    def _place(self) -> int:
        return next((k for k, colour in enumerate(self.fan, 1) if colour.id == self._value), 0)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        on = self._place()
        for k in range(len(self.fan) + 1):
            chip = self._box(k)
            chip = chip.adjusted(1, -_RAISED if k == on else 0, -1, -_RAISED if k == on else 0)
            painter.setPen(paint.pen(t.INK if k == on else t.EDGE, 2.0 if k == on else 1.0))
            painter.setBrush(QColor(self.fan[k - 1].rgb if k else t.CHANGE))
            painter.drawRoundedRect(chip, 2, 2)
            if not k:
                painter.setPen(paint.pen(t.INK2, 1.2))
                painter.drawLine(chip.bottomLeft() + QPointF(3, -3), chip.topRight() + QPointF(-3, 3))
            # The rivet of the fan.
            painter.setPen(paint.pen(t.INK2, 0.8))
            painter.setBrush(QColor(t.SHEET))
            painter.drawEllipse(QPointF(chip.center().x(), chip.bottom() - 6), 2, 2)
        found = self.session.project.finishing.colour(self._value)
        words = f"{found.name}{', ' + found.tin if found.tin else ''}" if found else "No colour chosen"
        paint.draw_text(painter, QPointF(0, box.height() - 4), words, 12, colour=t.INK2)
        if self.hasFocus():
            paint.focus_ring(painter, box)

    def _take(self, k: int) -> None:
        if k >= 0:
            self.chosen.emit(self.fan[k - 1].id if k else "")

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self._take(self.colour_at(paint.unscaled(event.position())))

    def event(self, event: object) -> bool:
        if isinstance(event, QHelpEvent) and event.type() == QHelpEvent.Type.ToolTip:
            k = self.colour_at(paint.unscaled(QPointF(event.pos())))
            words = self.fan[k - 1].name if k > 0 else "None" if k == 0 else ""
            QToolTip.showText(event.globalPos(), tool_tip(words), self)
            return True
        return super().event(event)  # type: ignore[arg-type]

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {
            Qt.Key.Key_Left: -1,
            Qt.Key.Key_Right: 1,
            Qt.Key.Key_Up: -self._columns(),
            Qt.Key.Key_Down: self._columns(),
        }
        if Qt.Key(event.key()) in step:
            self._take(min(max(self._place() + step[Qt.Key(event.key())], 0), len(self.fan)))
        else:
            super().keyPressEvent(event)
