"""The rows of the rule of days with their bars, and what days and rows draw by."""

from bisect import bisect_right
from collections.abc import Callable
from typing import Protocol

from PySide6.QtCore import QEvent, QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import (
    QColor,
    QFontMetricsF,
    QHelpEvent,
    QKeyEvent,
    QMouseEvent,
    QPainter,
    QPaintEvent,
    QWheelEvent,
)
from PySide6.QtWidgets import QScrollArea, QSizePolicy, QToolTip, QWidget

from zygoform.app.canvas import paint
from zygoform.app.stages.days.time_map import HOUR, TimeMap
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.app.theme.plain import tool_tip
from zygoform.core.days.hours import Moment
from zygoform.core.schedule.day_plan import DayPlan, DayStep, SubJob

NAMES_WIDE, ROW = 168.0, 26.0
"""Width of the names and height of a row (px at 100 %)."""
_BAR = 14.0
_DRAG = 6.0
ZOOMS = (0.5, 0.7, 1.0, 1.4, 2.0, 3.0)


class Ruler(Protocol):
    """What holds the rows and moves them."""

    area: QScrollArea

    def show_step(self, own: DayStep) -> None: ...

    def along(self, event: QWheelEvent) -> None: ...


class RuleShared:
    """What the days over the rows and the rows draw by."""

    def __init__(self) -> None:
        self.days: DayPlan | None = None
        self.rows: tuple[SubJob, ...] = ()
        self.map = TimeMap((), 0, 1, HOUR)
        self.offset = 0.0
        self.wanted: Moment = 0
        self.own: list[tuple[Moment, Moment]] = []
        self.own_begins: list[Moment] = []
        self.free_begins: list[Moment] = []
        self.zoom = 2

    def x(self, moment: Moment) -> float:
        return NAMES_WIDE + self.map.x(moment) - self.offset

    def seen_from(self, begins: list[Moment]) -> int:
        """The first of stretches in order that may be seen, by when they begin."""
        return max(0, bisect_right(begins, self.map.moment(self.offset)) - 1)


def now_mark(painter: QPainter, s: RuleShared, high: float) -> None:
    """A line at the moment it is."""
    assert s.days is not None
    x = s.x(s.days.now)
    if x >= NAMES_WIDE:
        painter.setPen(paint.pen(t.INK, 2.0))
        painter.drawLine(QPointF(x, 0), QPointF(x, high))


class DayRows(QWidget):
    """The rows with their bars."""

    chosen = Signal(str)
    pointed = Signal(str)
    moved = Signal(str, int)

    def __init__(self, shared: RuleShared, tips: Callable[[DayStep], str], rule: "Ruler") -> None:
        super().__init__()
        self.shared, self._tips, self._rule = shared, tips, rule
        self.selected, self._hovered = "", ""
        self._drag: tuple[str, float, float] | None = None
        self.setObjectName("day_rows")
        self.setAccessibleName("Rule of days")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setMouseTracking(True)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Minimum)

    def refit(self) -> None:
        self.setMinimumHeight(t.px(ROW * len(self.shared.rows) + 8))
        self.setAccessibleDescription(self._spoken())
        self.update()

    def _spoken(self) -> str:
        days = self.shared.days
        own = days.by_id.get(self.selected) if days is not None else None
        return self._tips(own).replace("\n", ", ") if own is not None else ""

    def sizeHint(self) -> QSize:
        return QSize(t.px(600), t.px(ROW * len(self.shared.rows) + 8))

    # Painting

    def paintEvent(self, event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        s = self.shared
        if s.days is None:
            return
        # Of a large project only what is seen.
        seen = event.rect()
        first, last = int(seen.top() / t.SCALE // ROW), int(seen.bottom() / t.SCALE // ROW) + 1
        rows = list(enumerate(s.rows))[max(0, first) : last]
        right = QRectF(NAMES_WIDE, 0, box.width() - NAMES_WIDE, box.height())
        painter.save()
        painter.setClipRect(right)
        paint.fill(painter, right, t.GROUND)
        for begin, end in s.own[s.seen_from(s.own_begins) :]:
            x = s.x(begin)
            if x > box.width():
                break
            paint.fill(painter, QRectF(x, 0, s.x(end) - x, box.height()), t.CHANGE)
        self._quiet(painter, box)
        for k, _ in rows:
            painter.setPen(paint.pen(t.HAIR, 1.0))
            painter.drawLine(QPointF(NAMES_WIDE, (k + 1) * ROW), QPointF(box.width(), (k + 1) * ROW))
        nearest = s.days.next
        for k, sub in rows:
            for own in sub.steps:
                self._wait(painter, own, k * ROW)
            for own in sub.steps:
                self._work(painter, own, k * ROW, is_next=nearest is not None and own.id == nearest.id)
        if s.wanted:
            x = s.x(s.wanted)
            painter.setPen(paint.pen(t.RED if s.days.end > s.wanted else t.INK2, 1.6, dash=(5, 3)))
            painter.drawLine(QPointF(x, 0), QPointF(x, box.height()))
        now_mark(painter, s, box.height())
        painter.restore()
        self._names(painter, box, rows)
        if self.hasFocus():
            paint.focus_ring(painter, box)

    def _quiet(self, painter: QPainter, box: QRectF) -> None:
        """Own hours in which nothing loud is done: a line along their foot."""
        s = self.shared
        assert s.days is not None
        for part in s.days.free[s.seen_from(s.free_begins) :]:
            x = s.x(part.begin)
            if x > box.width():
                break
            if not part.loud:
                paint.fill(painter, QRectF(x, 0, s.x(part.end) - x, 3), t.INK2)

    def _names(self, painter: QPainter, box: QRectF, rows: list[tuple[int, SubJob]]) -> None:
        paint.fill(painter, QRectF(0, 0, NAMES_WIDE, box.height()), t.SHEET)
        for k, sub in rows:
            done = all(own.standing == "done" for own in sub.steps)
            here = any(own.id == self.selected for own in sub.steps)
            if here:
                paint.fill(painter, QRectF(0, k * ROW + 2, 4, ROW - 4), t.TAPE)
            weight = 600 if here else 400
            metrics = QFontMetricsF(font(13, weight))
            name = metrics.elidedText(sub.title, Qt.TextElideMode.ElideRight, NAMES_WIDE - 18)
            paint.draw_text(painter, QPointF(10, k * ROW + 18), name, 13, weight, colour=t.INK2 if done else t.INK)

    def _wait(self, painter: QPainter, own: DayStep, y: float) -> None:
        s = self.shared
        begin, end = s.x(own.end), s.x(own.dry)
        if own.dry <= own.end or end < NAMES_WIDE:
            return
        band = QRectF(max(begin, NAMES_WIDE - 4), y + 8, end - max(begin, NAMES_WIDE - 4), ROW - 15)
        paint.hatch(painter, band)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawRect(band)

    def _work(self, painter: QPainter, own: DayStep, y: float, *, is_next: bool) -> None:
        s = self.shared
        for n, (begin, end) in enumerate(own.pieces):
            box = self._bar(begin, end, y)
            if box.right() < NAMES_WIDE:
                continue
            colour = t.TAPE if is_next else t.INK2 if own.standing == "done" else t.BLUE
            painter.setPen(paint.pen(t.INK if is_next or own.id == self.selected else colour, 1.2))
            painter.setBrush(QColor(colour))
            painter.drawRect(box)
            if own.scuffed and n == 0:
                paint.fill(painter, QRectF(box.left(), box.top(), min(6.0, box.width()), box.height()), t.OCHRE)
            if own.standing == "done":
                # A tick in it, so that it is told from the others without colour.
                painter.setPen(paint.pen(t.SHEET, 1.6))
                middle = box.center()
                if box.width() >= 8:
                    painter.drawLine(middle + QPointF(-3, 0), middle + QPointF(-1, 3))
                    painter.drawLine(middle + QPointF(-1, 3), middle + QPointF(3, -3))
        if own.id in (self.selected, self._hovered):
            first, last = own.pieces[0][0], own.pieces[-1][1]
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(t.INK, 1.6 if own.id == self.selected else 1.0))
            painter.drawRect(QRectF(s.x(first) - 2.5, y + 3, max(5.0, s.x(last) - s.x(first)) + 5, ROW - 6))

    def _bar(self, begin: Moment, end: Moment, y: float) -> QRectF:
        s = self.shared
        shift = 0.0
        if self._drag is not None and self._hovered == self._drag[0]:
            shift = self._drag[2]
        x = s.x(begin) + (shift if shift and self._is_dragged(begin) else 0.0)
        return QRectF(x, y + (ROW - _BAR) / 2, max(3.0, s.x(end) - s.x(begin)), _BAR)

    def _is_dragged(self, begin: Moment) -> bool:
        days = self.shared.days
        own = days.by_id.get(self._drag[0]) if days is not None and self._drag is not None else None
        return own is not None and any(a == begin for a, _ in own.pieces)

    # Pointing

    def step_at(self, at: QPointF) -> DayStep | None:
        """The step whose bar, or wait, lies there."""
        s = self.shared
        row = int(at.y() // ROW)
        if s.days is None or at.x() < NAMES_WIDE or not 0 <= row < len(s.rows):
            return None
        near, best = 6.0, None
        for own in s.rows[row].steps:
            for begin, end in own.pieces:
                away = max(s.x(begin) - at.x(), at.x() - max(s.x(end), s.x(begin) + 3), 0.0)
                if away < near:
                    near, best = away, own
        if best is not None:
            return best
        return next((o for o in s.rows[row].steps if s.x(o.end) <= at.x() <= s.x(o.dry)), None)

    def event(self, event: QEvent) -> bool:
        if event.type() == QEvent.Type.ToolTip and isinstance(event, QHelpEvent):
            own = self.step_at(paint.unscaled(QPointF(event.pos())))
            if own is not None:
                QToolTip.showText(event.globalPos(), tool_tip(self._tips(own)), self)
            else:
                QToolTip.hideText()
            return True
        return super().event(event)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        at = paint.unscaled(event.position())
        if self._drag is not None and event.buttons() & Qt.MouseButton.LeftButton:
            own, begun, _ = self._drag
            self._drag = own, begun, at.x() - begun
            self.update()
            return
        found = self.step_at(at)
        name = found.id if found is not None else ""
        if name != self._hovered:
            self._hovered = name
            self.pointed.emit(name)
            self.update()

    def leaveEvent(self, _event: QEvent) -> None:
        if self._hovered:
            self._hovered = ""
            self.pointed.emit("")
            self.update()

    def mousePressEvent(self, event: QMouseEvent) -> None:
        at = paint.unscaled(event.position())
        found = self.step_at(at)
        if found is not None and event.button() == Qt.MouseButton.LeftButton:
            self._hovered = found.id
            self._drag = (found.id, at.x(), 0.0) if found.standing in ("open", "paused") else None
            self.select(found.id)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        drag, self._drag = self._drag, None
        if drag is not None and abs(drag[2]) > _DRAG and self.shared.days is not None:
            own = self.shared.days.by_id.get(drag[0])
            if own is not None:
                s = self.shared
                self.moved.emit(drag[0], s.map.moment(s.map.x(own.begin) + drag[2]))
        self.update()
        del event

    def select(self, step_id: str) -> None:
        """Opens a step."""
        self.selected = step_id
        self.setAccessibleDescription(self._spoken())
        self.chosen.emit(step_id)
        self.update()

    # Keys

    def keyPressEvent(self, event: QKeyEvent) -> None:
        days, key = self.shared.days, event.key()
        if days is None or not days.steps:
            super().keyPressEvent(event)
            return
        ids = [own.id for own in days.steps]
        at = ids.index(self.selected) if self.selected in ids else -1
        if key in (Qt.Key.Key_Right, Qt.Key.Key_Left):
            self._go(ids[max(0, min(len(ids) - 1, at + (1 if key == Qt.Key.Key_Right else -1)))])
        elif key in (Qt.Key.Key_Down, Qt.Key.Key_Up):
            self._go(self._in_next_row(1 if key == Qt.Key.Key_Down else -1))
        elif key in (Qt.Key.Key_Home, Qt.Key.Key_End):
            self._go(ids[0 if key == Qt.Key.Key_Home else -1])
        else:
            super().keyPressEvent(event)

    def _in_next_row(self, by: int) -> str:
        rows = self.shared.rows
        at = next((k for k, sub in enumerate(rows) if any(o.id == self.selected for o in sub.steps)), -1)
        sub = rows[max(0, min(len(rows) - 1, at + by))]
        return next((own.id for own in sub.steps if own.standing != "done"), sub.steps[0].id)

    def _go(self, step_id: str) -> None:
        self.select(step_id)
        days = self.shared.days
        if days is not None:
            self._rule.show_step(days.by_id[step_id])

    def wheelEvent(self, event: QWheelEvent) -> None:
        if event.modifiers() & Qt.KeyboardModifier.ShiftModifier or event.angleDelta().x():
            self._rule.along(event)
        elif self._rule.area.verticalScrollBar().maximum():
            # The rows scroll.
            event.ignore()
        else:
            self._rule.along(event)
