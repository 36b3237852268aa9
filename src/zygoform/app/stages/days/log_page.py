"""What was written down, newest first; planned beside real; what was learnt."""

from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtWidgets import QGridLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.stages.days.log_list import LogList
from zygoform.app.widgets.fields import empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.days import forget_lesson
from zygoform.core.schedule.day_plan import DayPlan
from zygoform.core.schedule.progress import long_words


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
