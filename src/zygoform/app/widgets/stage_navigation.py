"""The stages in working order, on a graduated rule. One tick is one thing to do."""

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFont, QFontMetricsF, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QAbstractButton, QSizePolicy, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font, pixmap

MOST_TICKS = 20
_PAGES = (("settings", "Settings", "settings", "Ctrl+,"), ("help", "Help", "help", "F1"))
_BLOCK, _LOWEST = 86, 52


class StageBlock(QAbstractButton):
    """One stage: its name, what there is, and its ticks."""

    def __init__(self, stage: str, name: str, shortcut: str) -> None:
        super().__init__()
        self.stage = stage
        self._summary, self._done, self._all, self._on = "", 0, 0, False
        self.setText(name)
        self.setAccessibleName(name)
        self.setObjectName(f"stage_{stage}")
        self.setToolTip(f"{name} ({shortcut})")
        # In a low window, with large text, there is room for less of its words.
        self.setMinimumHeight(t.px(_LOWEST))
        self.setMaximumHeight(t.px(_BLOCK))
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Preferred)
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def sizeHint(self) -> QSize:
        return QSize(t.px(t.NAVIGATION), t.px(_BLOCK))

    def tell(self, summary: str, done: int, total: int, *, on: bool) -> None:
        """What stands in the block."""
        if (summary, done, total, on) != (self._summary, self._done, self._all, self._on):
            self._summary, self._done, self._all, self._on = summary, done, total, on
            self.setAccessibleName(f"{self.text()}: {summary}")
            self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        _ground(painter, box, on=self._on)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawLine(QPointF(0, 0.5), QPointF(box.width(), 0.5))
        paint.draw_text(painter, QPointF(16, 26), self.text(), 16, 600 if self._on else 500)
        room = box.width() - 16 - 22
        for i, line in enumerate(summary_lines(self._summary, font(12), room, 2 if box.height() > 66 else 1)):
            paint.draw_text(painter, QPointF(16, 45 + 16 * i), line, 12, colour=t.INK2)
        self._ticks(painter, box)
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(t.BLUE, 2.0))
            painter.drawRect(box.adjusted(2, 2, -2, -2))

    def _ticks(self, painter: QPainter, box: QRectF) -> None:
        each = -(-self._all // MOST_TICKS) or 1
        ticks = -(-self._all // each)
        for k in range(ticks):
            done = (k + 1) * each <= self._done
            y = (k + 0.7) * (box.height() - 6) / max(ticks, 8) + 4
            painter.setPen(paint.pen(t.INK if done else t.EDGE, 2.0 if done else 1.2))
            painter.drawLine(QPointF(box.width() - (14 if done else 9), y), QPointF(box.width() - 1, y))


def summary_lines(words: str, face: QFont, room: float, most: int) -> list[str]:
    """Words in at most so many lines; where there is one, what stands before a comma rather than half of all."""
    metrics = QFontMetricsF(face)
    if most == 1:
        parts = words.split(", ")
        begun = [", ".join(parts[:k]) for k in range(len(parts), 0, -1)]
        first = parts[0].split(" ")
        begun += [" ".join(first[:k]) for k in range(len(first) - 1, 1, -1)]
        short = next((part for part in begun if metrics.horizontalAdvance(part) <= room), begun[-1])
        return [metrics.elidedText(short, Qt.TextElideMode.ElideRight, room)]
    lines, line = list[str](), ""
    for word in words.split(" "):
        longer = f"{line} {word}".strip()
        if metrics.horizontalAdvance(longer) > room and line:
            lines.append(line)
            line = word
        else:
            line = longer
    lines = [*lines, line]
    rest = " ".join(lines[most - 1 :])
    return [*lines[: most - 1], metrics.elidedText(rest, Qt.TextElideMode.ElideRight, room)]


class _Mark(QWidget):
    """Two strips meeting in a mitre, a yellow square in the corner they hold; and the name."""

    def __init__(self) -> None:
        super().__init__()
        self.setFixedHeight(t.px(56))
        self.setAccessibleName("Zygoform")

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        painter.setPen(paint.NEVER)
        painter.setBrush(QColor(t.INK))
        x, y = 16.0, 18.0
        upright = [(0, 0), (7, 0), (7, 12.5), (0, 19.5)]
        lying = [(8.5, 13.5), (21, 13.5), (21, 20.5), (1.5, 20.5)]
        for outline in (upright, lying):
            painter.drawPolygon(QPolygonF([QPointF(x + a, y + b) for a, b in outline]))
        painter.setBrush(QColor(t.TAPE))
        painter.drawRect(QRectF(x + 10, y, 11, 10.5))
        paint.draw_text(painter, QPointF(45, 35), "Zygoform", 17, 500)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawLine(QPointF(box.width() - 0.5, 0), QPointF(box.width() - 0.5, box.height()))


class _Rest(QWidget):
    """The end of the rule."""

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawLine(QPointF(0, 0.5), QPointF(box.width(), 0.5))
        painter.drawLine(QPointF(box.width() - 0.5, 0), QPointF(box.width() - 0.5, box.height()))


class PageButton(QAbstractButton):
    """Settings and Help at the foot of the stick."""

    def __init__(self, page: str, name: str, picture: str, key: str) -> None:
        super().__init__()
        self._picture, self._on = picture, False
        self.setText(name)
        self.setObjectName(f"page_{page}")
        self.setAccessibleName(name)
        self.setToolTip(f"{name} ({key})")
        self.setFixedHeight(t.px(40))
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def tell(self, *, on: bool) -> None:
        """Whether it is the page shown."""
        if on != self._on:
            self._on = on
            self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        _ground(painter, box, on=self._on)
        painter.drawPixmap(QPointF(15, 10), pixmap(self._picture, t.INK))
        paint.draw_text(painter, QPointF(42, 25), self.text(), 14, 600 if self._on else 400)
        if self.hasFocus():
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(t.BLUE, 2.0))
            painter.drawRect(box.adjusted(2, 2, -2, -2))


def _ground(painter: QPainter, box: QRectF, *, on: bool) -> None:
    """What is shown runs into the sheet; the others end at the stick's edge."""
    if on:
        paint.fill(painter, box, t.SHEET)
        paint.fill(painter, QRectF(0, 0, 5, box.height()), t.TAPE)
    else:
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawLine(QPointF(box.width() - 0.5, 0), QPointF(box.width() - 0.5, box.height()))


class StageNavigation(QWidget):
    """The left edge of the window."""

    chosen = Signal(str)

    def __init__(self, stages: tuple[tuple[str, str], ...]) -> None:
        super().__init__()
        self.setProperty("region", "ground")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setAccessibleName("Stages")
        self.setFixedWidth(t.px(t.NAVIGATION))
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        column.addWidget(_Mark())
        self.blocks: dict[str, StageBlock] = {}
        for number, (stage, name) in enumerate(stages, start=1):
            block = StageBlock(stage, name, f"Alt+{number}")
            block.clicked.connect(lambda _checked=False, stage=stage: self.chosen.emit(stage))
            self.blocks[stage] = block
            column.addWidget(block)
        column.addWidget(_Rest(), 1)
        self.pages: dict[str, PageButton] = {}
        for page, name, picture, key in _PAGES:
            button = PageButton(page, name, picture, key)
            button.clicked.connect(lambda _checked=False, page=page: self.chosen.emit(page))
            self.pages[page] = button
            column.addWidget(button)
        column.addWidget(_Rest())
