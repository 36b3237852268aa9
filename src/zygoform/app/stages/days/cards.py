"""what now and what can be said of it; a question that only doing answers; as high as their words need"""

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QFrame, QGridLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.days.hours import Moment
from zygoform.core.schedule.day_plan import DayPlan, DayStep, what_now
from zygoform.core.schedule.gates import Gate
from zygoform.core.schedule.progress import when_words

# A frame that is as high as its words need, however narrow it is.


class Card(QFrame):
    """Its column never presses its lines together; buttons go into as many rows as they need."""

    def __init__(self, name: str, kind: str) -> None:
        super().__init__()
        self.setObjectName(name)
        self.setProperty("kind", kind)
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(12, 8, 12, 8)
        self.column.setSpacing(3)

    def refit(self) -> None:
        """After its words changed."""
        layout = self.column
        layout.activate()
        high = (
            layout.totalHeightForWidth(self.width()) if layout.hasHeightForWidth() else layout.sizeHint().height()
        )
        self.setMinimumHeight(max(high, 0))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.refit()


def in_rows(grid: QGridLayout, widgets: list[QWidget], room: int) -> None:
    """Side by side as far as there is room, then below: there over several columns where one is too narrow."""
    row = column = used = 0
    columns = list[int]()
    for widget in widgets:
        wide = max(widget.sizeHint().width(), widget.minimumWidth()) + grid.horizontalSpacing()
        if column and used + wide > room:
            row, column, used = row + 1, 0, 0
        span = 1
        if row:
            while sum(columns[column : column + span]) < wide and column + span < len(columns):
                span += 1
        else:
            columns.append(wide)
        grid.addWidget(widget, row, column, 1, span)
        column, used = column + span, used + max(wide, sum(columns[column : column + span]))


# What now, in one line with all it needs, and what can be said of it with one press.

_BUTTONS = (
    ("begin", "Start", "The clock runs from now (Space)"),
    ("done", "Done", "Done; with the minutes from start to stop, or those typed beside it (D)"),
    ("pause", "Break off", "The rest is planned again (B)"),
    ("tacky", "Still tacky", "What is drying needs longer: all that waits for it moves (S)"),
    ("wrong", "Went wrong", "What went wrong, the ways out, when all is over then (W)"),
    ("today", "No time today", "All of the rest of today moves (N)"),
)


class NowCard(Card):
    """`said` carries what was pressed, `picked` a step to look at; `finish` takes the minutes that were typed."""

    said = Signal(str)
    picked = Signal(str)

    def __init__(self, session: Session, finish: Callable[[str], None]) -> None:
        super().__init__("now_card", "walk")
        self.session, self._finish = session, finish
        column = self.column
        self.head = wrapped("", "second")
        self.head.setObjectName("now_head")
        self.what = wrapped("", "title")
        self.what.setObjectName("now_what")
        self.more = wrapped("", "second")
        self.more.setObjectName("now_more")
        for one in (self.head, self.what, self.more):
            column.addWidget(one)
        self._row, self._away = QGridLayout(), {"pause"}
        self._row.setSpacing(6)
        self.buttons = {}
        for name, words, tip in _BUTTONS:
            button = push_button(f"days_{name}", words, partial(self.said.emit, name))
            button.setToolTip(tip)
            self.buttons[name] = button
            if name == "done":
                self.minutes = Field(session, "days_minutes", "", self._enter)
                self.minutes.title.hide()
                self.minutes.line.setPlaceholderText("min")
                self.minutes.line.setAccessibleName("Minutes it really took")
                self.minutes.line.setToolTip("Minutes it really took, and Enter: done. 45, 1:30 or 1.5 h")
                self.minutes.setFixedWidth(t.px(76))
        column.addLayout(self._row)
        self.meanwhile = QGridLayout()
        self.meanwhile.setSpacing(6)
        self._links: list[QWidget] = []
        column.addLayout(self.meanwhile)
        self._free: tuple[str, ...] = ()

    def _arrange(self) -> None:
        widgets: list[QWidget] = []
        for name, button in self.buttons.items():
            widgets += [button] if name not in self._away else []
            widgets += [self.minutes] if name == "done" else []
        for k in range(9):
            self._row.setColumnStretch(k, 0)
        in_rows(self._row, widgets, self.width() - 24)
        self._row.setColumnStretch(8, 1)
        in_rows(self.meanwhile, self._links, self.width() - 24)
        self.meanwhile.setColumnStretch(8, 1)

    def refit(self) -> None:
        self._arrange()
        super().refit()

    def _enter(self, text: str) -> None:
        if text.strip():
            self._finish(text)

    def show_days(self, days: DayPlan | None) -> None:
        """What the plan says at this moment."""
        if days is None or days.refused:
            self.head.setText("")
            self.what.setText(days.refused if days is not None else "The days are being worked out…")
            self.more.setText("")
            self._show(None, days)
            return
        now = what_now(days)
        until = f"   ({now.until})" if now.until else ""
        self.head.setText(f"{now.head}{until}")
        self.what.setText(self.session.show(now.what))
        self.more.setText(now.more[:1].upper() + now.more[1:])
        self.more.setVisible(bool(now.more))
        self._show(now.own, days)
        self._show_free(now.meanwhile)

    def _show(self, own: DayStep | None, days: DayPlan | None) -> None:
        going = own is not None and own.standing == "going"
        for name in ("begin", "done", "pause", "wrong"):
            self.buttons[name].setEnabled(own is not None)
        self._away = {"begin"} if going else {"pause"}
        for name, button in self.buttons.items():
            button.setVisible(name not in self._away)
        self.buttons["tacky"].setEnabled(days is not None and drying(days) is not None)
        self.buttons["today"].setEnabled(days is not None and bool(days.open))
        self.minutes.setEnabled(own is not None)
        self.minutes.show_value("", hint="min")
        self.refit()

    def _show_free(self, free: tuple[DayStep, ...]) -> None:
        ids = tuple(own.id for own in free)
        if ids == self._free:
            return
        self._free = ids
        empty(self.meanwhile)
        self._links = [label("Free to do now:", "second")] if free else []
        for own in free[:3]:
            words = self.session.show(own.step.what).split(",")[0]
            short = words if len(words) < 34 else f"{words[:32]}…"
            button = push_button(f"free_{own.id.replace('/', '_')}", short, partial(self.picked.emit, own.id))
            button.setProperty("kind", "link")
            button.setToolTip(f"{self.session.show(own.step.what)}: about {own.planned} min")
            self._links.append(button)
        self.refit()


def drying(days: DayPlan) -> DayStep | None:
    """What “still tacky” is said of: what the next step waits for, else what was done last and is waited for."""
    nearest = days.next
    if nearest is not None:
        mine = [own for own in days.done if own.id in nearest.step.follows and own.step.wait[1]]
        if mine:
            return max(mine, key=lambda own: own.dry)
    wet = [own for own in days.done if own.step.wait[1] and own.dry > days.now - 24 * 60]
    return max(wet, key=lambda own: (own.dry > days.now, own.end), default=None)


# A question that only doing answers, at its step: each answer with what it changes and when it would be over.

ANSWERS_A_ROW, WHERE_LARGE = 3, 2
"""Side by side; and where the text is so large that three are too wide."""
LARGE_TEXT = 1.25
LONGEST_LABEL = 34
"""Signs: a variant may have any name."""


class GateCard(Card):
    """`answered` carries the gate's id and the answer's key."""

    answered = Signal(str, str)

    def __init__(self, session: Session) -> None:
        super().__init__("gate_card", "finding")
        self.session = session
        column = self.column
        column.addWidget(label("Decide when you get there", "second"))
        self.asks = wrapped("", "strong")
        self.asks.setObjectName("gate_asks")
        column.addWidget(self.asks)
        self._grid = QGridLayout()
        self._grid.setVerticalSpacing(4)
        self._grid.setHorizontalSpacing(8)
        column.addLayout(self._grid)
        self._shown: object = None
        self.hide()

    def show_gate(self, gate: Gate | None, days: DayPlan | None, ends: dict[str, Moment]) -> None:
        """The gate that comes next, or none."""
        shown = gate, days.end if days is not None else 0, tuple(ends.items())
        if shown == self._shown:
            return
        self._shown = shown
        self.setVisible(gate is not None and days is not None)
        empty(self._grid)
        if gate is None or days is None:
            return
        self.asks.setText(gate.asks)
        a_row = WHERE_LARGE if t.SCALE > LARGE_TEXT else ANSWERS_A_ROW
        for at, answer in enumerate(gate.answers):
            row, column = 2 * (at // a_row), at % a_row
            brief = answer.label if len(answer.label) <= LONGEST_LABEL else f"{answer.label[: LONGEST_LABEL - 1]}…"
            button = push_button(f"gate_{answer.key}", brief, partial(self.answered.emit, gate.id, answer.key))
            button.setToolTip(answer.label)
            self._grid.addWidget(button, row, column)
            self._grid.setColumnStretch(column, 1)
            end = ends.get(answer.key, 0) if answer.does else days.end
            over = f"finished {when_words(days.zone, end, days.now)}" if end else ""
            words = ", ".join(part for part in (answer.does or "as planned", over) if part)
            told = wrapped(words, "second")
            told.setAlignment(Qt.AlignmentFlag.AlignTop)
            self._grid.addWidget(told, row + 1, column)
        self.refit()
