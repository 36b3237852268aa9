"""What was written down, newest first; planned beside real; what was learnt."""

from functools import partial
from typing import Any

from PySide6.QtCore import QAbstractListModel, QModelIndex, QPersistentModelIndex, QRect, QSize, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QTextLayout, QTextOption
from PySide6.QtWidgets import (
    QAbstractItemView,
    QFrame,
    QGridLayout,
    QListView,
    QScrollArea,
    QSizePolicy,
    QStyle,
    QStyledItemDelegate,
    QStyleOptionViewItem,
    QVBoxLayout,
    QWidget,
)

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.plain import tool_tip
from zygoform.app.widgets.fields import empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.days.hours import MINUTES_A_DAY
from zygoform.core.days.log import Entry
from zygoform.core.edits.days import forget_lesson
from zygoform.core.schedule.day_plan import DayPlan
from zygoform.core.schedule.progress import long_words, when_words

# The lines of the log, newest first: however many there are, only those that are seen are put into words.

_KINDS = {
    "began": "Begun", "paused": "Broken off", "done": "Done", "tacky": "Still tacky", "wrong": "Went wrong",
    "answer": "Answered", "note": "Note", "photo": "Photo",
}  # fmt: skip
LINES = 2
"""A line of the log has so many lines of its column; what is longer ends in dots, and is whole when pointed at."""
LEADS = Qt.ItemDataRole.UserRole
"""Whether a line leads to a photo."""
LogIndex = QModelIndex | QPersistentModelIndex


class _LogModel(QAbstractListModel):
    """A row for each line, put into words when it is asked for."""

    def __init__(self, parent: QWidget) -> None:
        super().__init__(parent)
        self.log: tuple[Entry, ...] = ()
        self.days: DayPlan | None = None

    def show(self, log: tuple[Entry, ...], days: DayPlan) -> None:
        self.beginResetModel()
        self.log, self.days = log, days
        self.endResetModel()

    def entry(self, row: int) -> Entry:
        return self.log[-1 - row]

    def rowCount(self, parent: LogIndex | None = None) -> int:
        return 0 if parent is not None and parent.isValid() else len(self.log)

    def data(self, index: LogIndex, role: int = Qt.ItemDataRole.DisplayRole) -> Any:
        if self.days is None or not index.isValid():
            return None
        if role in (Qt.ItemDataRole.DisplayRole, Qt.ItemDataRole.AccessibleTextRole):
            return log_words(self.entry(index.row()), self.days)
        if role == LEADS:
            return self.entry(index.row()).kind == "photo" and self.entry(index.row()).step in self.days.by_id
        if role == Qt.ItemDataRole.ToolTipRole:
            return tool_tip(log_words(self.entry(index.row()), self.days))
        return None


class LogList(QListView):
    """`chosen` carries the step of the line that was clicked, or that Enter was pressed on."""

    chosen = Signal(str)

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("log_rows")
        self.setAccessibleName("Log")
        self.lines = _LogModel(self)
        self.setModel(self.lines)
        self.setItemDelegate(_LineDelegate(self))
        self.setUniformItemSizes(True)
        self.setFrameShape(QFrame.Shape.NoFrame)
        # It lies on the page as any words do.
        self.setAutoFillBackground(False)
        self.viewport().setAutoFillBackground(False)
        self.setStyleSheet("background: transparent")
        self.setEditTriggers(QAbstractItemView.EditTrigger.NoEditTriggers)
        self.setVerticalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)
        self.clicked.connect(self._choose)
        self.activated.connect(self._choose)

    def show_lines(self, log: tuple[Entry, ...], days: DayPlan) -> None:
        """Another log, or the same seen from another day; as high as all of it, for the page scrolls.

        The line that the keyboard is on stays that, wherever it stands now.
        """
        was, known = self.lines.days, self.lines.log
        if (
            was is not None
            and known is log
            and (was.zone, was.now // MINUTES_A_DAY)
            == (
                days.zone,
                days.now // MINUTES_A_DAY,
            )
        ):
            self.lines.days = days
            return
        row = self.currentIndex().row()
        current = self.lines.entry(row) if 0 <= row < len(known) else None
        self.lines.show(log, days)
        self.setFixedHeight(max(1, len(log)) * line_height(self))
        if current is not None and current in log:
            self.setCurrentIndex(self.lines.index(len(log) - 1 - log.index(current), 0))

    def currentChanged(self, current: LogIndex, previous: LogIndex) -> None:
        """The page scrolls to the line the keyboard is on."""
        super().currentChanged(current, previous)
        around: QWidget | None = self.parentWidget()
        while around is not None and not isinstance(around, QScrollArea):
            around = around.parentWidget()
        if isinstance(around, QScrollArea) and current.isValid():
            box = self.visualRect(current)
            page = around.widget()
            assert page is not None
            at = self.mapTo(page, box.center())
            around.ensureVisible(at.x(), at.y(), 0, box.height())

    def _choose(self, index: QModelIndex) -> None:
        step, days = self.lines.entry(index.row()).step, self.lines.days
        if days is not None and step in days.by_id:
            self.chosen.emit(step)


def line_height(view: QWidget) -> int:
    """Of each line of the log, px."""
    return LINES * view.fontMetrics().lineSpacing() + t.px(6)


class _LineDelegate(QStyledItemDelegate):
    def sizeHint(self, _option: QStyleOptionViewItem, _index: LogIndex) -> QSize:
        view = self.parent()
        assert isinstance(view, QListView)
        return QSize(10, line_height(view))

    def paint(self, painter: QPainter, option: QStyleOptionViewItem, index: LogIndex) -> None:
        box: QRect = option.rect
        state: QStyle.StateFlag = option.state
        font = option.font
        words = str(index.data() or "")
        painter.save()
        # As links are written: a photo is seen at its step.
        painter.setPen(QColor(t.BLUE if index.data(LEADS) else t.INK))
        layout = QTextLayout(words, font)
        wrap = QTextOption()
        wrap.setWrapMode(QTextOption.WrapMode.WrapAtWordBoundaryOrAnywhere)
        layout.setTextOption(wrap)
        metrics = painter.fontMetrics()
        layout.beginLayout()
        for k in range(LINES):
            line = layout.createLine()
            if not line.isValid():
                break
            line.setLineWidth(box.width())
            at = line.textStart()
            run = words[at : at + line.textLength()] if k < LINES - 1 else words[at:]
            shown = metrics.elidedText(run, Qt.TextElideMode.ElideRight, box.width())
            painter.drawText(box.x(), box.y() + t.px(3) + k * metrics.lineSpacing() + metrics.ascent(), shown)
        layout.endLayout()
        if state & QStyle.StateFlag.State_HasFocus:
            painter.setPen(QColor(t.BLUE))
            painter.drawRect(box.adjusted(0, 0, -1, -1))
        painter.restore()


def log_words(entry: Entry, days: DayPlan) -> str:
    """What was written down, and when."""
    when = when_words(days.zone, entry.moment, days.now)
    more = ""
    if entry.kind == "done" and entry.minutes:
        more = f", {long_words(entry.minutes)}"
    elif entry.kind == "tacky":
        more = f", {entry.hours:g} h more"
    elif entry.kind == "note":
        more = f": “{entry.text}”"
    what = f": {entry.what}" if entry.what else ""
    return f"{when[:1].upper()}{when[1:]}  {_KINDS[entry.kind]}{what}{more}"


class LogPage(QWidget):
    """Made anew only when the log is another; `chosen` carries a step that is to be seen."""

    chosen = Signal(str)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._shown: object = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(6)
        self.total = wrapped("", "strong")
        self.total.setObjectName("log_total")
        column.addWidget(self.total)
        self.sums = QGridLayout()
        self.sums.setVerticalSpacing(2)
        self.sums.setColumnStretch(0, 1)
        column.addLayout(self.sums)
        column.addWidget(label("Learnt", "title"))
        self.lessons = QVBoxLayout()
        self.lessons.setSpacing(4)
        column.addLayout(self.lessons)
        column.addWidget(label("Log", "title"))
        self.lines = LogList()
        self.lines.chosen.connect(self.chosen)
        column.addWidget(self.lines)
        self.nothing = wrapped("The first line is written when something is begun or done.", "second")
        column.addWidget(self.nothing)
        column.addStretch(1)

    def show_days(self, days: DayPlan) -> None:
        """What the document holds."""
        said = self.session.project.days
        shown = id(said.log), said.lessons, days.steps, days.zone, days.now // 1440
        if shown == self._shown:
            return
        self._shown = shown
        self._show_sums(days)
        empty(self.lessons)
        for lesson in said.lessons:
            self.lessons.addWidget(wrapped(lesson.text, ""))
            drop = push_button(f"forget_{lesson.id}", "Forget it", partial(self._forget, lesson.id))
            drop.setProperty("kind", "link")
            self.lessons.addWidget(drop)
        if not said.lessons:
            self.lessons.addWidget(
                wrapped("Nothing yet. Write it at its step: it comes back where it fits.", "second")
            )
        self.lines.show_lines(said.log, days)
        self.lines.setVisible(bool(said.log))
        self.nothing.setVisible(not said.log)

    def _show_sums(self, days: DayPlan) -> None:
        """Planned beside real, step by step and in all."""
        empty(self.sums)
        real = [own for own in days.done if own.real]
        planned, took = sum(own.planned for own in real), sum(own.real for own in real)
        if not real:
            self.total.setText("Nothing is done yet.")
            return
        share = took / planned if planned else 1.0
        said = "as planned" if abs(share - 1) < 0.05 else f"{share:.2g} times what was planned"
        self.total.setText(f"{len(days.done)} of {len(days.steps)} steps done: {long_words(took)} of work, {said}.")
        for column, words in enumerate(("Done", "planned", "took")):
            self.sums.addWidget(label(words, "second"), 0, column)
        for row, own in enumerate(real[-12:], 1):
            self.sums.addWidget(wrapped(self.session.show(own.step.what), "second"), row, 0)
            self.sums.addWidget(label(f"{own.planned} min"), row, 1)
            self.sums.addWidget(label(f"{own.real:.0f} min", "strong"), row, 2)

    def _forget(self, lesson: str) -> None:
        self.session.try_do(lambda p: forget_lesson(p, lesson))
