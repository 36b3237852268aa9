"""What one changes about a step: its minutes and wait, a step of one's own after it, or that it is left out."""

from functools import partial

from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.fields import Field, empty, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.days.own_steps import OwnFigures, OwnStep
from zygoform.core.edits.own_steps import (
    add_own_step,
    leave_out_step,
    remove_own_step,
    set_figure,
    set_own_step,
    take_in_step,
)
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.steps.own import OWN
from zygoform.core.steps.step import SHOPPING


class StepChanges(QWidget):
    """In the card of the open step."""

    def __init__(self, session: Session, days: DayPlan, own: DayStep) -> None:
        super().__init__()
        self.session, self._days, self._own = session, days, own
        self.setObjectName("step_changes")
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 4, 0, 0)
        self._column.setSpacing(6)
        mine = next((step for step in session.project.days.own_steps if own.id == f"{OWN}/{step.id}"), None)
        if mine is not None:
            self._own_entries(mine)
        elif own.id != SHOPPING:
            self._figures()
        self._after()

    def _figures(self) -> None:
        """Other minutes, another wait; emptied, as they are planned."""
        own, what = self._own, self.session.show(self._own.step.what)
        figures = self.session.project.days.figures
        said = next((each for each in figures if each.step == own.id), OwnFigures(own.id))
        minutes = Field(
            self.session, "own_minutes", "My minutes for it",
            lambda text: self.session.do(lambda p: set_figure(p, own.id, "minutes", text, what)),
        )  # fmt: skip
        wait = Field(
            self.session, "own_wait", "My wait after it",
            lambda text: self.session.do(lambda p: set_figure(p, own.id, "wait", text, what)),
        )  # fmt: skip
        minutes.show_value("" if said.minutes is None else f"{said.minutes:g}", hint=f"planned {own.planned} min")
        wait.show_value("" if said.wait is None else f"{said.wait:g} h", hint=_planned_wait(own))
        self._pair(minutes, wait)
        out = Field(
            self.session, "own_reason", "Leave it out: why? (Enter)",
            lambda text: self._leave_out(text, what),
        )  # fmt: skip
        self._column.addWidget(out)

    def _leave_out(self, reason: str, what: str) -> None:
        if reason.strip():
            self.session.do(lambda p: leave_out_step(p, self._own.id, reason, what))

    def _own_entries(self, mine: OwnStep) -> None:
        fields = {
            "what": ("What is done", mine.what),
            "minutes": ("Minutes", f"{mine.minutes:g}"),
            "wait": ("Then wait", f"{mine.wait:g} h" if mine.wait else ""),
            "needs": ("Needs", mine.needs),
        }
        made = {}
        for entry, (title, value) in fields.items():
            field = Field(self.session, f"own_{entry}", title, partial(self._set, mine.id, entry))
            field.show_value(value, hint="none" if entry == "wait" else "")
            made[entry] = field
        self._column.addWidget(made["what"])
        self._pair(made["minutes"], made["wait"])
        self._column.addWidget(made["needs"])
        away = push_button("own_away", "Take it away", self._away)
        away.setProperty("kind", "plain")
        self._column.addWidget(away)

    def _set(self, own_id: str, entry: str, text: str) -> None:
        self.session.do(lambda p: set_own_step(p, own_id, entry, text))  # type: ignore[arg-type]

    def _away(self) -> None:
        own_id = self._own.id.removeprefix(f"{OWN}/")
        self.session.try_do(lambda p: remove_own_step(p, own_id))

    def _after(self) -> None:
        """A step of one's own goes between this one and the first that waits for it."""
        then = next((own for own in self._days.steps if self._own.id in own.step.follows), None)
        words = f"A step of your own after it, before “{self.session.show(then.step.what)}”" if then else ""
        add = Field(self.session, "own_after", "A step of your own after it (Enter)", partial(self._add, then))
        add.setToolTip(words)
        self._column.addWidget(add)
        if then is not None:
            self._column.addWidget(wrapped(f"It comes before: {self.session.show(then.step.what)}", "second"))

    def _add(self, then: DayStep | None, text: str) -> None:
        if text.strip():
            before = then.id if then is not None else ""
            self.session.do(lambda p: add_own_step(p, text, self._own.id, before))

    def _pair(self, *fields: Field) -> None:
        grid = QGridLayout()
        grid.setHorizontalSpacing(10)
        for k, field in enumerate(fields):
            grid.addWidget(field, 0, k)
        self._column.addLayout(grid)


def _planned_wait(own: DayStep) -> str:
    hours = (own.dry - own.end) / 60
    return f"planned {hours:g} h" if hours else "no wait"


class LeftOut(QWidget):
    """Steps that are left out, each with its reason and a way to take it in again."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("left_out")
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._shown: tuple[OwnFigures, ...] = ()

    def refresh(self) -> None:
        """Those of the document."""
        out = tuple(own for own in self.session.project.days.figures if own.left_out)
        self.setVisible(bool(out))
        if out == self._shown:
            return
        self._shown = out
        empty(self._column)
        for own in out:
            row = QHBoxLayout()
            row.addWidget(wrapped(f"Left out: {own.what or own.step}: {own.left_out}", "second"), 1)
            again = push_button(
                f"take_in_{own.step.replace('/', '_')}", "Take in again", partial(self._take_in, own)
            )
            again.setProperty("kind", "plain")
            row.addWidget(again)
            self._column.addLayout(row)

    def _take_in(self, own: OwnFigures) -> None:
        self.session.try_do(lambda p: take_in_step(p, own.step, own.what))
