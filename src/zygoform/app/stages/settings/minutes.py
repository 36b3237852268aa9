"""The table of minutes: what each kind of work takes, from a quick hand to a slow one."""

from functools import partial
from typing import Literal

from PySide6.QtWidgets import QGridLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, label
from zygoform.core.edits.workshop import set_pace
from zygoform.core.goods.minutes import RATES, Task, pace

_PER = {"each": "each", "m": "a metre", "m²": "a square metre", "min": "for a minute as written"}
ENDS: tuple[tuple[Literal["low", "high"], str], ...] = (("low", "From"), ("high", "To"))


class MinutesTableView(QWidget):
    """A row for each kind of work; made when it is first shown."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.fields: dict[tuple[Task, str], Field] = {}
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(10)
        self._grid.setColumnStretch(3, 1)

    def setVisible(self, shown: bool) -> None:
        if shown and not self.fields:
            self._build()
        super().setVisible(shown)

    def _build(self) -> None:
        for k, rate in enumerate(RATES.values()):
            words = f"{rate.task.capitalize()}, min {_PER[rate.per]}"
            self._grid.addWidget(label(words, "second"), k, 0)
            for column, (end, title) in enumerate(ENDS, start=1):
                name = f"minutes_{rate.task.replace(' ', '_')}_{end}"
                field = Field(self.session, name, title, partial(self._set, rate.task, end))
                field.setFixedWidth(t.px(72))
                field.line.setAccessibleName(f"{words}: {title.lower()}")
                self.fields[rate.task, end] = field
                self._grid.addWidget(field, k, column)
        self.refresh()

    def _set(self, task: Task, end: Literal["low", "high"], text: str) -> None:
        self.session.do(lambda project: set_pace(project, task, end, text))

    def refresh(self) -> None:
        own = self.session.project.shop.minutes
        mine = {row.task for row in own}
        for (task, end), field in self.fields.items():
            low, high = pace(task, own)
            words = f"{low if end == 'low' else high:g}"
            # What is usual stands there in grey, as what nobody has measured does.
            field.show_value(words if task in mine else "", hint=words)
