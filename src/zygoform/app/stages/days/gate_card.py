"""A question that only doing answers, at its step: each answer with what it changes and when it would be over."""

from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QGridLayout

from zygoform.app.session import Session
from zygoform.app.stages.days.card import Card
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.days.hours import Moment
from zygoform.core.schedule.day_plan import DayPlan
from zygoform.core.schedule.gates import Gate
from zygoform.core.schedule.progress import when_words

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
        column.addWidget(label("Known only by doing", "second"))
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
            over = f"over {when_words(days.zone, end, days.now)}" if end else ""
            words = ", ".join(part for part in (answer.does or "as planned", over) if part)
            told = wrapped(words, "second")
            told.setAlignment(Qt.AlignmentFlag.AlignTop)
            self._grid.addWidget(told, row + 1, column)
        self.refit()
