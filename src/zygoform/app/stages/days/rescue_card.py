"""What went wrong, how large it is, and the way out with what it takes and when all is over then."""

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QBoxLayout, QHBoxLayout, QScrollArea

from zygoform.app.session import Session
from zygoform.app.slices import Slices
from zygoform.app.stages.days.cards import LARGE_TEXT, Card
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import ComboBox, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.schedule.events import went_wrong
from zygoform.core.schedule.progress import when_words
from zygoform.core.schedule.rescue import HOW_LARGE, WRONGS, coated_area, wrongs_of
from zygoform.core.steps.step import span

IN_SIGHT_MS = 60


class RescueCard(Card):
    """`chosen` carries the step, the way out, and the share it is needed on."""

    chosen = Signal(str, str, float)
    left = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__("rescue_card", "finding")
        self.session, self._own, self._slices = session, None, Slices(self)
        column = self.column
        column.addWidget(label("What went wrong?", "second"))
        self.at = wrapped("", "strong")
        column.addWidget(self.at)
        large = t.SCALE > LARGE_TEXT
        row = QBoxLayout(QBoxLayout.Direction.TopToBottom if large else QBoxLayout.Direction.LeftToRight)
        row.setSpacing(8)
        self.what = ComboBox()
        self.what.setObjectName("rescue_what")
        self.what.setAccessibleName("What went wrong")
        self.what.currentIndexChanged.connect(self._refresh)
        self.how_large = Segments("rescue_size", [(key, title) for key, (title, _) in HOW_LARGE.items()], "all")
        self.how_large.setAccessibleName("How large it is")
        self.how_large.chosen.connect(self._refresh)
        row.addWidget(self.what, 1)
        row.addWidget(self.how_large)
        column.addLayout(row)
        self.way = wrapped("", "")
        self.way.setObjectName("rescue_way")
        self.costs = wrapped("", "second")
        self.costs.setObjectName("rescue_costs")
        column.addWidget(self.way)
        column.addWidget(self.costs)
        buttons = QHBoxLayout()
        self.do = push_button("rescue_do", "Do that", self._choose)
        buttons.addWidget(self.do)
        never = push_button("rescue_never", "It is good enough", self.leave)
        never.setProperty("kind", "plain")
        buttons.addWidget(never)
        buttons.addStretch(1)
        column.addLayout(buttons)
        self.hide()

    _own: DayStep | None

    def ask(self, own: DayStep) -> None:
        """What went wrong at a step that was done, or is being done."""
        self._own = own
        self.at.setText(self.session.show(own.step.what))
        self.what.blockSignals(True)
        self.what.clear()
        for wrong in wrongs_of(own.step):
            self.what.addItem(wrong.title, wrong.key)
        self.what.blockSignals(False)
        self.how_large.set_value("all")
        self.how_large.setVisible(coated_area(own.step) > 0)
        self.show()
        self._refresh()
        self.what.setFocus()
        # Once its words have their room.
        QTimer.singleShot(IN_SIGHT_MS, self._bring_into_sight)

    def _bring_into_sight(self) -> None:
        """In a low window it lies below what is seen."""
        above = self.parentWidget()
        while above is not None and not isinstance(above, QScrollArea):
            above = above.parentWidget()
        if isinstance(above, QScrollArea):
            above.ensureWidgetVisible(self.do)

    def leave(self) -> None:
        """Nothing is done about it."""
        self.hide()
        self.left.emit()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.leave()
        else:
            super().keyPressEvent(event)

    @property
    def _share(self) -> float:
        return HOW_LARGE[self.how_large.value][1] if not self.how_large.isHidden() else 1.0

    def _refresh(self, _changed: object = None) -> None:
        """The way out; when all is over then follows while the window answers."""
        own, key = self._own, self.what.currentData()
        if own is None or key is None:
            return
        self.way.setText(f"{WRONGS[key].way}.")
        self.costs.setText("")
        self.refit()
        days, plan = self.session.days.plan, self.session.plan
        if days is None or plan is None or days.refused:
            return
        from zygoform.core.plan.days_stage import plan_days

        at, what = self.session.days.clock.time(), self.session.show(own.step.what)
        tried = went_wrong(self.session.project, own, at, what, key, self._share).project
        work = plan_days(tried, plan, days.now, days.zone, like=days)
        self._slices.begin(work, lambda found: self._tell(days, found))

    def _tell(self, days: DayPlan, found: DayPlan) -> None:
        """What it takes, and when it is over with it."""
        if found.refused:
            self.costs.setText(found.refused)
            return
        more = [own for own in found.steps if own.id not in days.by_id]
        minutes = sum(own.step.minutes[0] for own in more), sum(own.step.minutes[1] for own in more)
        over = when_words(found.zone, found.end, found.now)
        was = when_words(days.zone, days.end, days.now)
        same = "as planned" if found.end <= days.end else f"instead of {was}"
        self.costs.setText(f"About {span(minutes)} more by hand; all is over {over}, {same}.")
        self.refit()

    def _choose(self) -> None:
        if self._own is not None and self.what.currentData():
            self.leave()
            self.chosen.emit(self._own.id, self.what.currentData(), self._share)
