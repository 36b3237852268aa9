"""how long work takes, figures of coats"""

from functools import partial
from typing import Literal

from PySide6.QtWidgets import QGridLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, label
from zygoform.core.coats.coat import KNOWN_COATS, CoatId, coat_of, is_poured
from zygoform.core.edits.finish_supplies import Figure, cover_inch, cover_metric, figure_words, set_coat_figure
from zygoform.core.edits.workshop import set_pace
from zygoform.core.goods.minutes import RATES, Task, pace

# The table of minutes: what each kind of work takes, from a quick hand to a slow one.

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


# The table of coats: what the label of each material says.

_SHOWN: tuple[tuple[Figure, str], ...] = (
    ("cover", "m² a litre"),
    ("recoat", "Next coat, h"),
    ("handle", "Handle, h"),
    ("cure", "Hard, days"),
    ("thin", "Thin, %"),
)
_COLUMNS = 5


class CoatsTableView(QWidget):
    """A row of fields for each material under its name; made when it is first shown."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.fields: dict[tuple[CoatId, Figure], Field] = {}
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(6)
        self._grid.setVerticalSpacing(4)

    def setVisible(self, shown: bool) -> None:
        if shown and not self.fields:
            self._build()
        super().setVisible(shown)

    def _build(self) -> None:
        inch = self.session.unit.system == "inch"
        for k, coat in enumerate(KNOWN_COATS.values()):
            self._grid.addWidget(label(coat.title, "strong"), 2 * k, 0, 1, _COLUMNS)
            for column, (entry, said) in enumerate(_SHOWN):
                title = "sq ft a quart" if entry == "cover" and inch and is_poured(coat) else said
                name = f"coat_{coat.id.replace(' ', '_')}_{entry}"
                field = Field(self.session, name, title, partial(self._set, coat.id, entry))
                field.setMinimumWidth(t.px(84))
                field.line.setAccessibleName(f"{coat.title}: {title}")
                self.fields[coat.id, entry] = field
                self._grid.addWidget(field, 2 * k + 1, column)
        self.refresh()

    def _set(self, coat_id: CoatId, entry: Figure, text: str) -> None:
        inch = self.session.unit.system == "inch"
        if entry == "cover" and inch and is_poured(KNOWN_COATS[coat_id]):
            text = cover_metric(text)
        self.session.do(lambda project: set_coat_figure(project, coat_id, entry, text))

    def refresh(self) -> None:
        own, inch = self.session.project.shop.coats, self.session.unit.system == "inch"
        for (coat_id, entry), field in self.fields.items():
            coat, usual = coat_of(coat_id, own), KNOWN_COATS[coat_id]
            words, as_usual = figure_words(coat or usual, entry), figure_words(usual, entry)
            shown = cover_inch(words) if entry == "cover" and inch and is_poured(usual) else words
            # What is usual stands there in grey, as what nobody has looked up does.
            field.show_value(shown if words != as_usual else "", hint=shown)
