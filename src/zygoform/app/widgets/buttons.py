"""one of a few side by side, a tick, a picture or a sign"""

from collections.abc import Callable

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFontMetricsF, QKeyEvent, QMouseEvent, QPaintEvent
from PySide6.QtWidgets import QAbstractButton, QSizePolicy, QToolButton, QWidget

from zygoform.app.canvas import paint
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font, icon

# One of a few, side by side.

PAD = 11.0


class Segments(QWidget):
    """Words in one frame, the chosen one dark. Arrow keys choose."""

    chosen = Signal(str)

    def __init__(self, name: str, options: list[tuple[str, str]], value: str = "") -> None:
        super().__init__()
        self._options, self._value = options, value or options[0][0]
        self.setObjectName(name)
        self.setAccessibleName(name.replace("_", " "))
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setFixedHeight(t.px(32))
        self.setSizePolicy(QSizePolicy.Policy.Fixed, QSizePolicy.Policy.Fixed)
        self._describe()

    @property
    def value(self) -> str:
        return self._value

    def set_options(self, options: list[tuple[str, str]]) -> None:
        """Other words to choose from."""
        if options != self._options:
            self._options = options
            self.updateGeometry()
            self._describe()
            self.update()

    def set_value(self, value: str) -> None:
        """Shows a value without telling anyone."""
        if value != self._value:
            self._value = value
            self._describe()
            self.update()

    def choose(self, value: str) -> None:
        """As if it had been clicked."""
        if value != self._value:
            self.set_value(value)
            self.chosen.emit(value)

    def _describe(self) -> None:
        self.setAccessibleDescription(next((label for v, label in self._options if v == self._value), ""))

    def _widths(self) -> list[float]:
        metrics = QFontMetricsF(font(13, 500))
        return [metrics.horizontalAdvance(label) + 2 * PAD for _, label in self._options]

    def sizeHint(self) -> QSize:
        return QSize(t.px(sum(self._widths()) + 6), t.px(32))

    def minimumSizeHint(self) -> QSize:
        return self.sizeHint()

    def option_at(self, x: float) -> str:
        """The value at a distance from the left."""
        left = 3.0
        for (value, _), width in zip(self._options, self._widths(), strict=True):
            if x < left + width:
                return value
            left += width
        return self._options[-1][0]

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.choose(self.option_at(paint.unscaled(event.position()).x()))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        values = [value for value, _ in self._options]
        step = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1, Qt.Key.Key_Up: -1, Qt.Key.Key_Down: 1}
        at = values.index(self._value) if self._value in values else 0
        if Qt.Key(event.key()) in step:
            self.choose(values[max(0, min(len(values) - 1, at + step[Qt.Key(event.key())]))])
        else:
            super().keyPressEvent(event)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        frame = box.adjusted(0.5, 0.5, -0.5, -0.5)
        painter.setBrush(QColor(t.CHANGE))
        painter.setPen(paint.pen(t.BLUE if self.hasFocus() else t.EDGE, 2.0 if self.hasFocus() else 1.0))
        painter.drawRoundedRect(frame.adjusted(0.5, 0.5, -0.5, -0.5), 4, 4)
        left = 3.0
        for (value, label), width in zip(self._options, self._widths(), strict=True):
            inner = QRectF(left, 3, width, box.height() - 6)
            on = value == self._value
            if on:
                painter.setPen(paint.NEVER)
                painter.setBrush(QColor(t.INK))
                painter.drawRoundedRect(inner, 3, 3)
            painter.setFont(font(13, 500))
            painter.setPen(QColor(t.SHEET if on else t.INK))
            painter.drawText(inner, Qt.AlignmentFlag.AlignCenter, label)
            left += width


# A tick.


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


# A button that is a picture or a sign: what it does is its tip, and what a screen reader says.


def tool_button(name: str, tip: str, picture: str, do: Callable[[], object]) -> QToolButton:
    """`picture` names one of the icons."""
    button = QToolButton()
    button.setObjectName(name)
    button.setProperty("kind", "plain")
    button.setIcon(icon(picture))
    button.setToolTip(tip)
    button.setAccessibleName(tip)
    button.clicked.connect(do)
    return button


def arrow_button(name: str, says: str, sign: str, do: Callable[[], object]) -> QToolButton:
    """One step on or back: ‹ or ›."""
    button = QToolButton()
    button.setObjectName(name)
    button.setText(sign)
    button.setAccessibleName(says)
    button.clicked.connect(do)
    return button
