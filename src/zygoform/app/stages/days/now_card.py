"""What now, in one line with all it needs, and what can be said of it with one press."""

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QGridLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.stages.days.card import Card, in_rows
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.schedule.day_plan import DayPlan, DayStep, what_now

_BUTTONS = (
    ("begin", "Start", "The clock runs from now (Space)"),
    ("done", "Done", "Done; with the minutes from start to stop, or those typed beside it (D)"),
    ("pause", "Break off", "The rest is planned again (B)"),
    ("tacky", "Still tacky", "What is drying needs longer: all that waits for it moves (S)"),
    ("wrong", "Went wrong", "Sanded when it is dry, and once more (W)"),
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
        self.head = label("", "second")
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
