"""The days: what now, the rule of all that is to come, one's own hours, and what was written down."""

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import Signal
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.background import patiently
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.days.cards import GateCard, NowCard, drying
from zygoform.app.stages.days.held import held_words
from zygoform.app.stages.days.log_page import LogPage
from zygoform.app.stages.days.own_hours_page import OwnHoursPage
from zygoform.app.stages.days.rescue_card import RescueCard
from zygoform.app.stages.days.rule import DayRule
from zygoform.app.stages.days.steps_page import StepsPage
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import tool_button
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.side_drawer import SideDrawer, SidePages
from zygoform.core.days.hours import Moment, utc_of
from zygoform.core.edits.days import put_at, write_down
from zygoform.core.edits.edited import Edited
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan, DayStep, sub_jobs, wanted_by
from zygoform.core.schedule.events import (
    answer_gate,
    begin_step,
    can_break_off,
    finish_step,
    no_time_today,
    pause_step,
    still_tacky,
    went_wrong,
)
from zygoform.core.schedule.progress import day_of, long_words, span_words, when_words
from zygoform.core.steps.order import WorkPlan
from zygoform.core.steps.step import span, step_needs

DAYS_SIDE, _ROOMY = 400, 620
"""Width of the panel (px at 100 %), and of the screen that has room for the legend."""
_EDITS = {
    "begin": begin_step,
    "done": finish_step,
    "pause": pause_step,
    "tacky": still_tacky,
}


class DaysStage(QWidget):
    """Left what now and the rule of days; right the steps, the hours, the log."""

    printed = Signal()

    def __init__(
        self, session: Session, ask_photos: Callable[[], list[str]] = list, parent: QWidget | None = None
    ) -> None:
        super().__init__(parent)
        self.session, self._ask_photos, self._chosen = session, ask_photos, ""
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.drawer = SideDrawer("steps")
        row.addWidget(self.drawer)
        self._fill_main(self.drawer.main)
        self._fill_side(self.drawer.side)
        when_seen(self, session.changed, self.refresh, stale=True)
        when_seen(self, session.days.planned, self.refresh)
        when_seen(self, session.days.looked, self.refresh)

    def _fill_main(self, main: QWidget) -> None:
        column = QVBoxLayout(main)
        column.setContentsMargins(t.MARGIN, 8, 12, 8)
        column.setSpacing(6)
        self.rule = DayRule(self._tip)
        self.rule.chosen.connect(self.choose)
        self.rule.pointed.connect(self._point)
        self.rule.moved.connect(self._move)
        bar = QHBoxLayout()
        bar.addWidget(label("Days", "title"))
        self.legend = label("solid: work; hatched: drying; pale: your hours", "second")
        bar.addWidget(self.legend)
        bar.addStretch(1)
        for name, tip, picture, do in (
            ("days_print", "Day sheets", "print", self.printed.emit),
            ("days_today", "To now (T)", "fit", self.rule.to_now),
            ("days_nearer", "Wider hours (+)", "nearer", lambda: self.rule.zoom_by(1)),
            ("days_farther", "More days (-)", "farther", lambda: self.rule.zoom_by(-1)),
        ):
            bar.addWidget(tool_button(name, tip, picture, do))
        column.addLayout(bar)
        self.now = NowCard(self.session, self._typed)
        self.now.said.connect(self.say)
        self.now.picked.connect(self.choose)
        column.addWidget(self.now)
        self.gate = GateCard(self.session)
        self.gate.answered.connect(self._answer)
        column.addWidget(self.gate)
        self.rescue = RescueCard(self.session)
        self.rescue.chosen.connect(self._rescue)
        self.rescue.left.connect(self.refresh)
        column.addWidget(self.rescue)
        column.addWidget(self.rule, 1)
        self.told = wrapped("", "second")
        self.told.setObjectName("days_told")
        self.told.hide()
        column.addWidget(self.told)

    def _fill_side(self, side: QWidget) -> None:
        side.setFixedWidth(t.px(DAYS_SIDE))
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 0, 0, 0)
        self.steps = StepsPage(self.session)
        self.steps.chosen.connect(self.choose)
        self.steps.said.connect(self._say_of)
        self.hours = OwnHoursPage(self.session)
        self.log = LogPage(self.session)
        self.log.chosen.connect(self.choose)
        pages: dict[str, tuple[str, QWidget]] = {
            "steps": ("Steps", self.steps),
            "hours": ("Hours", self.hours),
            "log": ("Log", self.log),
        }
        self.pages = SidePages("days_page", "What is shown of the days", pages)
        self.pages.turned.connect(self.refresh)
        column.addWidget(self.pages)

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.legend.setVisible(self.width() >= t.px(_ROOMY))

    # What is shown

    def refresh(self) -> None:
        """The plan as it is, and the page that is seen."""
        days = self.session.days.plan
        self.now.show_days(days)
        plan = self.session.plan
        if days is None or plan is None:
            return
        gates = self.session.days.open_gates()
        due = next((gate for gate in gates if self._is_due(days, gate.step, before=gate.before)), None)
        due = None if self.rescue.isVisibleTo(self) else due
        self.gate.show_gate(due, days, self.session.days.ends.get(due.id, {}) if due is not None else {})
        finish: FinishPlan = plan.finish
        rows = sub_jobs(days, plan.changes, finish, self.session.project.names)
        self.rule.show_days(days, rows, wanted_by(self.session.project.days, days.zone), self._chosen)
        page = self.pages.value
        if page == "steps":
            self.steps.show_days(days, self._chosen)
        elif page == "hours":
            self.hours.show_days(days, self.session.days.helps)
        else:
            self.log.show_days(days)

    def _is_due(self, days: DayPlan, step_id: str, *, before: bool) -> bool:
        """Whether a question can be answered by now: its step is done, or, asked before it, comes next."""
        own = days.by_id.get(step_id)
        if own is None:
            return False
        nearest = days.next
        return own.standing != "done" and own is nearest if before else own.standing == "done"

    def choose(self, step_id: str) -> None:
        """Opens a step."""
        self._chosen = step_id
        self.told.hide()
        days = self.session.days.plan
        own = days.by_id.get(step_id) if days is not None else None
        if own is not None:
            self.session.highlight(own.step.where)
        if self.pages.value != "steps":
            self.pages.turn_to("steps")
        else:
            self.refresh()

    def _point(self, step_id: str) -> None:
        days = self.session.days.plan
        own = days.by_id.get(step_id or self._chosen) if days is not None else None
        self.session.highlight(own.step.where if own is not None else ())

    def _tip(self, own: DayStep) -> str:
        days = self.session.days.plan
        if days is None:
            return ""
        zone, now = days.zone, days.now
        when = f"{day_of(zone, own.begin, now)} {span_words(zone, own.begin, own.end)}"
        took = f"took {long_words(own.real)}, " if own.real else ""
        lines = [self.session.show(own.step.what), f"{when}; {took}planned {span(own.step.minutes)}"]
        lines += [f"Then dry {when_words(zone, own.dry, now)}"] if own.dry > own.end else []
        return "\n".join((*lines, step_needs(own.step))).strip()

    # What is said

    def say(self, name: str) -> None:
        """Start, done, break off, still tacky, went wrong, no time today: of what is next, or was last."""
        days = self.session.days.plan
        if days is None:
            return
        if name == "today":
            at = self.session.days.clock.time()
            self.session.try_do(lambda p: no_time_today(p, at, days.zone))
            return
        own = drying(days) if name == "tacky" else self._said_of(days, name)
        if own is not None:
            self._say_of(name, own.id)

    def _said_of(self, days: DayPlan, name: str) -> DayStep | None:
        """Of what someone is at, else of the next; what went wrong was done last."""
        nearest = days.next
        if name == "wrong" and (nearest is None or nearest.standing != "going"):
            return max(days.done, key=lambda own: own.end, default=nearest)
        return nearest

    def _say_of(self, name: str, step_id: str) -> None:
        days = self.session.days.plan
        own = days.by_id.get(step_id) if days is not None else None
        if own is None:
            return
        if name == "photo":
            self._photo(own)
            return
        if name == "wrong":
            self.gate.hide()
            self.rescue.ask(own)
            return
        at, what = self.session.days.clock.time(), self.session.show(own.step.what)
        edit = _EDITS[name]
        done = self.session.try_do(lambda p: edit(p, own, at, what))
        if done and name == "pause" and not can_break_off(own):
            self._tell("Where a wet edge has dried it shows: sand it when it is dry, and coat all of it.")

    def _rescue(self, step_id: str, way: str, share: float) -> None:
        """The way out that was chosen goes into the plan."""
        days = self.session.days.plan
        own = days.by_id.get(step_id) if days is not None else None
        if own is not None:
            at, what = self.session.days.clock.time(), self.session.show(own.step.what)
            self.session.try_do(lambda p: went_wrong(p, own, at, what, way, share))

    def _typed(self, text: str) -> None:
        """Real minutes were typed: done."""
        days = self.session.days.plan
        own = days.next if days is not None else None
        if own is not None:
            at, what = self.session.days.clock.time(), self.session.show(own.step.what)
            self.session.do(lambda p: finish_step(p, own, at, what, text))

    def _answer(self, gate_id: str, key: str) -> None:
        gate = next((gate for gate in self.session.days.open_gates() if gate.id == gate_id), None)
        if gate is not None:
            at = self.session.days.clock.time()
            self.session.try_do(lambda p: answer_gate(p, gate, key, at))

    def _photo(self, own: DayStep) -> None:
        """Pictures brought in, written down at their step."""
        from zygoform.core.edits.condition import add_photos
        from zygoform.files.photos import bring_in_all, own_id

        session, what = self.session, self.session.show(own.step.what)
        folder_id = session.project.id or own_id()
        files = [Path(name) for name in self._ask_photos()]
        taken, faults = patiently(partial(bring_in_all, session.path, folder_id, files))
        if faults:
            self._tell(" ".join(faults[:2]))
        at = session.days.clock.time()

        def edit(project: Project) -> Edited:
            added = add_photos(project, tuple(taken), folder_id)
            made = added
            for photo in added.project.photos[len(project.photos) :]:
                made = write_down(
                    made.project, "photo", at, f"Photo: {what}", step=own.id, what=what, photo=photo.id
                )
            return made

        if taken:
            session.try_do(edit)

    def _move(self, step_id: str, to: Moment) -> None:
        """A bar was dragged: later it is not begun before that; earlier it is told what holds it."""
        days = self.session.days.plan
        own = days.by_id.get(step_id) if days is not None else None
        if days is None or own is None:
            return
        what = self.session.show(own.step.what)
        if to >= own.begin:
            at = utc_of(to)
            words = f"{what}: not before {when_words(days.zone, to, days.now)}"
            self.session.try_do(lambda p: put_at(p, step_id, at, words))
            return
        if any(pin.step == step_id for pin in self.session.project.days.pins):
            self.session.try_do(lambda p: put_at(p, step_id, None, f"{what}: when it can"))
            return
        plan = self.session.plan
        work = plan.work if plan is not None else WorkPlan()
        self._tell(held_words(days, own, work, self.session.show))

    def _tell(self, words: str) -> None:
        self.told.setText(words)
        self.told.show()

    # Keys

    def next_page(self) -> None:
        """Steps, hours, log."""
        self.pages.next()

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        self.rule.rows.setFocus()

    def press(self, name: str) -> None:
        """As if the button of that had been pressed, if it can be."""
        button = self.now.buttons[name]
        if button.isEnabled() and button.isVisible():
            self.say(name)
