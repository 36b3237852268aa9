"""The tally: the last edit in words, and what it changed in each total."""

from collections.abc import Callable
from decimal import Decimal

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QFontMetricsF, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.app.theme.plain import tool_tip
from zygoform.core.plan.plan import Plan
from zygoform.core.steps.step import wait_words

FIRST = 216
_LEAST_CELL = 92.0


class Total(Struct, frozen=True):
    """One total: its name, its figure, how it is written, and what it is counted in."""

    name: str
    figure: Callable[[Plan], int | Decimal]
    money: bool = False
    after: str = ""
    rank: int = 0
    stage: str = "cut"
    """Where what it counts is seen."""
    time: bool = False
    """Its figure is minutes, halfway between a quick hand and a slow one."""


TOTALS = (
    Total("Boards", lambda plan: sum(len(lay.boards) for lay in plan.layouts), rank=1),
    Total("Parts", lambda plan: len(plan.parts), rank=4),
    Total("Saw settings", lambda plan: sum(group.sawn for group in plan.settings), rank=5),
    Total("Screws", lambda plan: plan.screws, rank=3, stage="buy"),
    Total("Money", lambda plan: plan.purchase.total, money=True, rank=0, stage="buy"),
    Total("Offcuts to keep", lambda plan: sum(b.worth_keeping for lay in plan.layouts for b in lay.boards), rank=6),
    Total("Hands-on time", lambda plan: round(sum(plan.work.hands_on) / 2), rank=3, stage="redesign", time=True),
    Total("Findings", lambda plan: len(plan.findings), after=" open", rank=2, stage="redesign"),
)


class Tally(QWidget):
    """The bottom ribbon. A total leads to what it counts: by a click, or with the arrow keys and Enter."""

    leads = Signal(str)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("tally")
        self.setProperty("region", "ground")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedHeight(t.px(t.TALLY))
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setMouseTracking(True)
        self._at, self._cells = 0, list[tuple[QRectF, Total]]()
        session.changed.connect(self._refresh)
        self._refresh()

    def _refresh(self) -> None:
        lines = [self.last_edit(), *(f"{n}: {figure}, {delta}" for n, figure, delta, _ in self.cells())]
        self.setAccessibleName("Totals")
        self.setAccessibleDescription("; ".join(lines))
        plan = self.session.plan
        waits = plan.work.longest_waits if plan is not None else ()
        more = [f"Then waits: {wait_words(w.wait)} after “{self.session.show(w.what)}”" for w in waits]
        self.setToolTip(tool_tip("\n".join([*lines[1:], *more])))
        self.update()

    def last_edit(self) -> str:
        return self.session.show(self.session.history.words)

    def cells(self) -> list[tuple[str, str, str, int]]:
        """Name, figure, change in words and its direction, for every total."""
        plan, before = self.session.plan, self.session.planning.before
        if plan is None:
            return []
        cells = []
        for total in TOTALS:
            now = total.figure(plan)
            was = total.figure(before) if before is not None else now
            change = Decimal(now) - Decimal(was)
            cells.append((total.name, self._write(total, now) + total.after, *self._delta(total, change)))
        return cells

    def _write(self, total: Total, value: int | Decimal) -> str:
        if total.time:
            return f"{value} min" if value < 90 else f"{round(value / 30) / 2:g} h"
        return f"{self.session.project.shop.currency}{value:.2f}" if total.money else f"{value}"

    def _delta(self, total: Total, change: Decimal) -> tuple[str, int]:
        if not change:
            return "no change", 0
        amount = self._write(total, abs(change))
        less = "less" if total.money or total.time else "fewer"
        return f"{amount} {'more' if change > 0 else less}", 1 if change > 0 else -1

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        paint.fill(painter, box, t.GROUND)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawLine(QPointF(0, 0.5), QPointF(box.width(), 0.5))
        paint.draw_text(painter, QPointF(20, 22), "Last change", 12, colour=t.INK2)
        words = QFontMetricsF(font(14, 600)).elidedText(self.last_edit(), Qt.TextElideMode.ElideRight, FIRST - 30)
        paint.draw_text(painter, QPointF(20, 41), words, 14, 600)
        if self.session.history.can_undo:
            paint.draw_text(painter, QPointF(20, 60), "Ctrl+Z takes it back", 12, colour=t.INK2)
        cells = self.cells()
        room = box.width() - FIRST - 20
        shown = self.shown(room) if cells else []
        width = room / max(1, len(shown))
        self._cells = []
        for i, which in enumerate(shown):
            place = QRectF(FIRST + 20 + i * width, 0, width, box.height())
            self._cells.append((place, TOTALS[which]))
            self._cell(painter, place, *cells[which])
        if self.hasFocus() and self._cells:
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(t.BLUE, 2.0))
            painter.drawRoundedRect(self._cells[min(self._at, len(shown) - 1)][0].adjusted(3, 3, -3, -3), 3, 3)

    def _total_at(self, at: QPointF) -> Total | None:
        return next((total for place, total in self._cells if place.contains(at)), None)

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        leads = self._total_at(paint.unscaled(event.position())) is not None
        self.setCursor(Qt.CursorShape.PointingHandCursor if leads else Qt.CursorShape.ArrowCursor)

    def mouseReleaseEvent(self, event: QMouseEvent) -> None:
        total = self._total_at(paint.unscaled(event.position()))
        if total is not None and event.button() == Qt.MouseButton.LeftButton:
            self.leads.emit(total.stage)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        step = {Qt.Key.Key_Right: 1, Qt.Key.Key_Left: -1}.get(Qt.Key(event.key()))
        if step is not None and self._cells:
            self._at = (self._at + step) % len(self._cells)
            self.setAccessibleDescription(self._cells[self._at][1].name)
            self.update()
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter, Qt.Key.Key_Space) and self._cells:
            self.leads.emit(self._cells[min(self._at, len(self._cells) - 1)][1].stage)
        else:
            super().keyPressEvent(event)

    @staticmethod
    def shown(room: float) -> list[int]:
        """Which totals there is room for; the others are in the tooltip."""
        many = max(1, min(len(TOTALS), int(room / _LEAST_CELL)))
        kept = sorted(range(len(TOTALS)), key=lambda i: TOTALS[i].rank)[:many]
        return sorted(kept)

    def _cell(self, painter: QPainter, box: QRectF, name: str, figure: str, delta: str, direction: int) -> None:
        painter.setPen(paint.pen(t.HAIR, 1.0))
        painter.drawLine(QPointF(box.left(), 10), QPointF(box.left(), box.height() - 10))
        x = box.left() + 12
        paint.draw_text(painter, QPointF(x, 22), name, 12, colour=t.INK2)
        paint.draw_text(painter, QPointF(x, 44), figure, 20, 600)
        if direction:
            tip, base = (53, 60) if direction > 0 else (60, 53)
            painter.setBrush(QColor(t.INK))
            painter.setPen(paint.NEVER)
            painter.drawPolygon(QPolygonF([QPointF(x, base), QPointF(x + 8, base), QPointF(x + 4, tip)]))
            x += 13
        paint.draw_text(
            painter, QPointF(x, 61), delta, 12, 500 if direction else 400, colour=t.INK if direction else t.INK2
        )
