"""The cuts, one line for each setting of the saw and size."""

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QKeyEvent, QPaintEvent
from PySide6.QtWidgets import QAbstractButton, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.slices import Slices
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font, pixmap
from zygoform.app.theme.plain import tool_tip
from zygoform.app.widgets.buttons import TickBox
from zygoform.app.widgets.fields import empty, label
from zygoform.core.cutlist.rows import SettingGroup, SettingRow, letter_runs
from zygoform.core.edits.cutting import mark_cut
from zygoform.core.piecemeal import Piecemeal, at_once

ROWS_AT_ONCE = 40
"""A longer list is put together with the window answering in between."""


class CutRow(QAbstractButton):
    """Codes, size, count, boards; lit with its parts wherever they are pointed at."""

    def __init__(self, session: Session, row: SettingRow) -> None:
        super().__init__()
        self.session, self.row = session, row
        self.setFixedHeight(t.px(28))
        self.setObjectName(f"cut_{'_'.join(row.codes)}")
        size = session.show(row.size)
        words = f"{' '.join(row.codes)}, {size}, {row.count} times, boards {' '.join(row.boards)}, {row.detail}"
        self.setAccessibleName(words + (", too short to hold" if row.short else ""))
        guess = "\nRests on a guess: measure first." if row.guessed else ""
        short = "\nToo short to hold by hand." if row.short else ""
        self.setToolTip(tool_tip(row.detail + guess + short))
        self.clicked.connect(lambda: session.select(row.part_ids[0] if row.part_ids else ""))
        session.hover_changed.connect(self.update)
        self.tick = TickBox(f"done_{'_'.join(row.codes)}")
        self.tick.setParent(self)
        self.tick.setAccessibleName(f"{' '.join(row.codes)} cut")
        self.tick.setToolTip("Cut")
        self.tick.setVisible(bool(row.boards))
        self.tick.clicked.connect(self._mark)
        self.refresh_tick()

    def _mark(self) -> None:
        cut = self.tick.isChecked()
        ids, code = self.row.part_ids, " ".join(self.row.codes)
        self.session.try_do(lambda project: mark_cut(project, ids, code, cut=cut))

    def refresh_tick(self) -> None:
        """Ticked where all its parts are cut."""
        self.tick.setChecked(
            bool(self.row.part_ids) and self.session.project.cut_parts.issuperset(self.row.part_ids)
        )
        self.update()

    @property
    def is_lit(self) -> bool:
        return self.session.view.hovered in self.row.part_ids

    def enterEvent(self, event: object) -> None:
        del event
        if self.row.part_ids and not self.is_lit:
            self.session.hover(self.row.part_ids[0])

    def leaveEvent(self, event: object) -> None:
        del event
        self.session.hover("")

    def focusInEvent(self, event: object) -> None:
        del event
        if self.row.part_ids and not self.is_lit:
            self.session.select(self.row.part_ids[0])
        self.update()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            self.focusNextPrevChild(event.key() == Qt.Key.Key_Down)
        else:
            super().keyPressEvent(event)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, room = paint.begin_painting(self)
        box = room.adjusted(0.8, 0.8, -0.8, -0.8)
        if self.is_lit or self.hasFocus():
            painter.setBrush(QColor(t.TAPEWASH if self.is_lit else t.CHANGE))
            painter.setPen(paint.pen(t.BLUE if self.hasFocus() else t.INK, 2.0 if self.hasFocus() else 1.4))
            painter.drawRoundedRect(box, 3, 3)
        y, width = 19.0, room.width()
        after = 34 + paint.draw_text(painter, QPointF(34, y), _fitting(self.row.codes), 14, 600) + 12
        # Two sizes side by side need their unit only once.
        size = self.session.show(self.row.size).replace("\u00a0mm ×", " ×")
        size = ("~ " if self.row.guessed else "") + size
        # Two long sizes begin sooner, and one thing needs no count.
        count = f"× {self.row.count}" if self.row.boards or self.row.count > 1 else ""
        long = QFontMetricsF(font(14, 600)).horizontalAdvance(size) > width - 84 - 74 - 36
        paint.draw_text(painter, QPointF(after if long else 84, y), size, 14, 600)
        paint.draw_text(painter, QPointF(width - 74, y), count, 13, align="right")
        if self.row.short:
            painter.drawPixmap(QPointF(width - 70, 4), pixmap("mind", t.OCHRE))
        paint.draw_text(
            painter, QPointF(width - 8, y), letter_runs(self.row.boards), 13, colour=t.INK2, align="right"
        )


def _fitting(codes: tuple[str, ...]) -> str:
    """As many codes as there is room for before the size."""
    return " ".join(codes) if len(codes) < 3 else f"{codes[0]} +{len(codes) - 1}"


class CutList(QWidget):
    """Groups by setting, each with its rows."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 10, 0)
        self._column.setSpacing(0)
        self._shown: tuple[SettingGroup, ...] | None = None
        self._unit: object = None
        self.rows: list[CutRow] = []
        self._slices = Slices(self)
        when_seen(self, session.changed, self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Made anew only when the list is another."""
        plan = self.session.plan
        groups = plan.settings if plan is not None else ()
        if groups == self._shown and self.session.unit == self._unit:
            for made in self.rows:
                made.refresh_tick()
            return
        self._shown, self._unit = groups, self.session.unit
        empty(self._column)
        self.rows = []
        if sum(len(group.rows) for group in groups) <= ROWS_AT_ONCE:
            self._slices.drop()
            at_once(self._fill(groups))
        else:
            self._slices.begin(self._fill(groups), lambda _none: None)

    def _fill(self, groups: tuple[SettingGroup, ...]) -> Piecemeal[None]:
        for group in groups:
            yield
            title = label(group.title, "second")
            title.setContentsMargins(0, 8, 0, 2)
            self._column.addWidget(title)
            for row in group.rows:
                made = CutRow(self.session, row)
                self.rows.append(made)
                self._column.addWidget(made)
                yield
        self._column.addStretch(1)
