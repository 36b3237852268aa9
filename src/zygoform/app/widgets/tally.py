"""The tally: the last edit in words, and what it changed in each total."""

from collections.abc import Callable
from decimal import Decimal

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.fonts import font
from zygoform.core.plan.plan import Plan

FIRST = 216
_LEAST_CELL = 92.0


class Total(Struct, frozen=True):
    """One total: its name, its figure, how it is written, and what it is counted in."""

    name: str
    figure: Callable[[Plan], int | Decimal]
    money: bool = False
    after: str = ""
    rank: int = 0


TOTALS = (
    Total("Boards", lambda plan: sum(len(lay.boards) for lay in plan.layouts), rank=1),
    Total("Parts", lambda plan: len(plan.parts), rank=4),
    Total("Saw settings", lambda plan: len(plan.settings), rank=5),
    Total("Screws", lambda plan: sum(f.count for o in plan.outcomes for f in o.fittings), rank=3),
    Total("Money", lambda plan: plan.purchase.total, money=True, rank=0),
    Total("Worth keeping", lambda plan: sum(b.worth_keeping for lay in plan.layouts for b in lay.boards), rank=6),
    Total("Findings", lambda plan: len(plan.findings), after=" open", rank=2),
)


class Tally(QWidget):
    """The bottom ribbon."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("tally")
        self.setProperty("region", "ground")
        self.setAttribute(Qt.WidgetAttribute.WA_StyledBackground)
        self.setFixedHeight(t.px(t.TALLY))
        session.changed.connect(self._refresh)
        self._refresh()

    def _refresh(self) -> None:
        lines = [self.last_edit(), *(f"{n}: {figure}, {delta}" for n, figure, delta, _ in self.cells())]
        self.setAccessibleName("Totals")
        self.setAccessibleDescription("; ".join(lines))
        self.setToolTip("\n".join(lines[1:]))
        self.update()

    def last_edit(self) -> str:
        return self.session.show(self.session.history.words)

    def cells(self) -> list[tuple[str, str, str, int]]:
        """Name, figure, change in words and its direction, for every total."""
        plan, before = self.session.plan, self.session.before
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
        return f"{self.session.project.shop.currency}{value:.2f}" if total.money else f"{value}"

    def _delta(self, total: Total, change: Decimal) -> tuple[str, int]:
        if not change:
            return "no change", 0
        amount = self._write(total, abs(change))
        word = ("more" if change > 0 else "less") if total.money else ("more" if change > 0 else "fewer")
        return f"{amount} {word}", 1 if change > 0 else -1

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        paint.fill(painter, box, t.GROUND)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.drawLine(QPointF(0, 0.5), QPointF(box.width(), 0.5))
        paint.draw_text(painter, QPointF(20, 22), "Last edit", 12, colour=t.INK2)
        words = QFontMetricsF(font(14, 600)).elidedText(self.last_edit(), Qt.TextElideMode.ElideRight, FIRST - 30)
        paint.draw_text(painter, QPointF(20, 41), words, 14, 600)
        if self.session.history.can_undo:
            paint.draw_text(painter, QPointF(20, 60), "Ctrl+Z takes it back", 12, colour=t.INK2)
        cells = self.cells()
        room = box.width() - FIRST - 20
        cells = [cells[i] for i in self.shown(room)] if cells else []
        width = room / max(1, len(cells))
        for i, (name, figure, delta, direction) in enumerate(cells):
            self._cell(
                painter, QRectF(FIRST + 20 + i * width, 0, width, box.height()), name, figure, delta, direction
            )

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
