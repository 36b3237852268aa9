"""The table of coats: what the label of each material says."""

from functools import partial

from PySide6.QtWidgets import QGridLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, label
from zygoform.core.coats.coat import KNOWN_COATS, CoatId, coat_of
from zygoform.core.edits.finish_supplies import Figure, figure_words, set_coat_figure

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
        for k, coat in enumerate(KNOWN_COATS.values()):
            self._grid.addWidget(label(coat.title, "strong"), 2 * k, 0, 1, _COLUMNS)
            for column, (entry, title) in enumerate(_SHOWN):
                name = f"coat_{coat.id.replace(' ', '_')}_{entry}"
                field = Field(self.session, name, title, partial(self._set, coat.id, entry))
                field.setMinimumWidth(t.px(84))
                field.line.setAccessibleName(f"{coat.title}: {title}")
                self.fields[coat.id, entry] = field
                self._grid.addWidget(field, 2 * k + 1, column)
        self.refresh()

    def _set(self, coat_id: CoatId, entry: Figure, text: str) -> None:
        self.session.do(lambda project: set_coat_figure(project, coat_id, entry, text))

    def refresh(self) -> None:
        own = self.session.project.shop.coats
        for (coat_id, entry), field in self.fields.items():
            coat, usual = coat_of(coat_id, own), KNOWN_COATS[coat_id]
            words = figure_words(coat or usual, entry)
            # What is usual stands there in grey, as what nobody has looked up does.
            field.show_value(words if words != figure_words(usual, entry) else "", hint=words)
