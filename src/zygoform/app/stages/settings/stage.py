"""Settings: how it looks, what this project works with, and what new ones start with."""

from collections.abc import Callable
from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.preferences import Preferences
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.settings.figures import CoatsTableView, MinutesTableView
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import Field, label
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.side_drawer import scrolled
from zygoform.core.edits import workshop
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.param import Param, param, params
from zygoform.core.shop import Climate, Shop

THEMES = [("desktop", "as the desktop"), ("light", "light"), ("dark", "dark")]
SIZES = [("100", "100 %"), ("115", "115 %"), ("130", "130 %"), ("150", "150 %")]
_FRACTIONS = [(str(d), f'1/{d}"') for d in (8, 16, 32, 64)]
STEPS = [("0.1", "0.1 mm"), ("0.5", "0.5 mm"), ("1.0", "1 mm")]
TWO_COLUMNS = 700
Refresh = Callable[[Shop], None]
_FIELD = 112


class SettingsStage(QWidget):
    """Nothing has to be set before work; what is set here can be undone like any edit."""

    def __init__(self, session: Session, preferences: Preferences, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session, self.preferences = session, preferences
        self._refreshers: list[Refresh] = []
        whole = QVBoxLayout(self)
        whole.setContentsMargins(0, 0, 0, 0)
        inner = QWidget()
        whole.addWidget(scrolled(inner))
        self._columns = columns = QHBoxLayout(inner)
        columns.setContentsMargins(t.MARGIN, 14, t.MARGIN, t.MARGIN)
        columns.setSpacing(40)
        for groups in (
            (self._look, self._units, self._money),
            (self._saw, self._boards, self._car, self._climate, self._minutes, self._coats, self._usual),
        ):
            column = QVBoxLayout()
            column.setSpacing(8)
            for group in groups:
                group(column)
                column.addSpacing(14)
            column.addStretch(1)
            columns.addLayout(column, 1)
        when_seen(self, session.changed, self.refresh)
        self.refresh()

    def resizeEvent(self, event: QResizeEvent) -> None:
        """Two columns where there is room, else one below the other."""
        super().resizeEvent(event)
        wide = self.width() >= t.px(TWO_COLUMNS)
        self._columns.setDirection(QHBoxLayout.Direction.LeftToRight if wide else QHBoxLayout.Direction.TopToBottom)

    # Groups

    def _look(self, column: QVBoxLayout) -> None:
        column.addWidget(label("How it looks", "title"))
        look = self.preferences.settings
        self._segments(column, "theme", "Theme", THEMES, look.theme, lambda v: self.preferences.set(theme=v))
        percent = str(look.text_percent)
        self._segments(
            column, "text_size", "Text", SIZES, percent, lambda v: self.preferences.set(text_percent=int(v))
        )

    def _units(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Lengths in this project", "title"))
        unit = self.session.unit
        self._edit_segments(
            column, "set_units", "Shown and read in", [("inch", "inches"), ("mm", "millimetres")], unit.system,
            lambda p, v: workshop.set_unit(p, v), lambda shop: shop.unit.system,
        )  # fmt: skip
        self._edit_segments(
            column, "set_fraction", "Finest fraction, also of a cut", _FRACTIONS, str(unit.denominator),
            lambda p, v: workshop.set_fraction(p, int(v)), lambda shop: str(shop.unit.denominator),  # type: ignore[arg-type]
        )  # fmt: skip
        self._edit_segments(
            column, "set_rounding", "Metric sizes rounded to", STEPS, str(float(unit.mm_step)),
            lambda p, v: workshop.set_rounding(p, float(v)), lambda shop: str(float(shop.unit.mm_step)),
        )  # fmt: skip

    def _money(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Money and paper", "title"))
        field = Field(self.session, "currency", "Sign in front of money", self._do(workshop.set_currency))
        self._refreshers.append(lambda shop: field.show_value(shop.currency))
        field.setFixedWidth(t.px(160))
        column.addWidget(field)
        self._edit_segments(
            column, "set_paper", "Paper", [("Letter", "Letter"), ("A4", "A4")], self.session.project.shop.paper,
            lambda p, v: workshop.set_paper(p, v), lambda shop: shop.paper,
        )  # fmt: skip

    def _saw(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Your saw", "title"))
        column.addWidget(
            wrapped("What it can reach decides how each cut is set. The saw's manual says it.", "second")
        )
        self._fields(column, params(Saw), "saw", workshop.set_saw, lambda shop: shop.saw)

    def _boards(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Your blade", "title"))
        self._fields(
            column, (param(Shop, "kerf"), param(Shop, "end_trim")), "shop", workshop.set_shop, lambda shop: shop
        )

    def _car(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Your car", "title"))
        column.addWidget(
            wrapped("What goes in. The shop cuts first what is longer or wider; 0 where all goes in.", "second")
        )
        entries = (param(Shop, "car_long"), param(Shop, "car_wide"))
        self._fields(column, entries, "shop", workshop.set_shop, lambda shop: shop, groups=False)

    def _climate(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Moisture of wood indoors", "title"))
        column.addWidget(
            wrapped("In percent; indoors usually 6 to 10, in dry regions 4 to 9, at damp coasts 8 to 13.", "second")
        )
        self._fields(
            column, params(Climate), "climate", workshop.set_climate, lambda shop: shop.climate, groups=False
        )

    def _minutes(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Minutes by hand", "title"))
        column.addWidget(
            wrapped("From a quick hand to a slow one; emptied, as usual. As a table: see the menu.", "second")
        )
        self._folded(column, "minutes_more", MinutesTableView(self.session))

    def _coats(self, column: QVBoxLayout) -> None:
        column.addWidget(label("Coats", "title"))
        words = "What the labels of your cans say; emptied, as usual. Spans as 2-6. As a table: see the menu."
        column.addWidget(wrapped(words, "second"))
        self._folded(column, "coats_more", CoatsTableView(self.session))

    def _folded(self, column: QVBoxLayout, name: str, table: MinutesTableView | CoatsTableView) -> None:
        """A long table, made and shown when it is asked for."""
        more = QPushButton("Show the table")
        more.setObjectName(name)
        more.setCheckable(True)
        table.hide()
        more.toggled.connect(table.setVisible)
        self._refreshers.append(lambda _shop: table.refresh())
        column.addWidget(more, 0, Qt.AlignmentFlag.AlignLeft)
        column.addWidget(table)

    def _usual(self, column: QVBoxLayout) -> None:
        column.addWidget(label("New projects", "title"))
        column.addWidget(wrapped("They start with the settings of this one, once you say so.", "second"))
        button = QPushButton("Start new projects like this")
        button.setObjectName("keep_usual")
        button.clicked.connect(self._keep_usual)
        column.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)

    def _keep_usual(self) -> None:
        self.preferences.set(shop=self.preferences.settings.with_shop(self.session.project.shop).shop)
        self.session.refused.emit("New projects will start with these settings.")

    # Their entries

    def _do(self, edit: Callable[..., Any]) -> Callable[[str], None]:
        return lambda text: self.session.do(lambda project: edit(project, text))

    def _fields(
        self,
        column: QVBoxLayout,
        entries: tuple[Param, ...],
        prefix: str,
        edit: Callable[..., Any],
        owner: Callable[[Shop], object],
        *,
        groups: bool = True,
    ) -> None:
        """Fields of declared entries, those of a group side by side."""
        by_group: dict[str, list[Param]] = {}
        for entry in entries:
            by_group.setdefault(entry.group, []).append(entry)
        for group, members in by_group.items():
            if group and groups:
                column.addWidget(label(group, "strong"))
            grid = QGridLayout()
            grid.setHorizontalSpacing(12)
            for i, entry in enumerate(members):
                field = self._field(entry, prefix, edit, owner)
                # As wide as what goes in and its title.
                field.setFixedWidth(max(t.px(_FIELD), field.title.sizeHint().width()))
                grid.addWidget(field, i // 3, i % 3)
            grid.setColumnStretch(3, 1)
            column.addLayout(grid)

    def _field(self, entry: Param, prefix: str, edit: Callable[..., Any], owner: Callable[[Shop], object]) -> Field:
        session = self.session
        field = Field(
            session,
            f"{prefix}_{entry.name}",
            entry.label,
            lambda text: session.do(lambda project: edit(project, entry.name, text)),
            steps=entry.unit == "length",
        )
        field.line.setAccessibleName(f"{entry.group}: {entry.label}" if entry.group else entry.label)
        field.line.setToolTip(entry.hint)
        mark = {"angle": "°", "percent": " %"}.get(entry.unit, "")

        def refresh(shop: Shop) -> None:
            value = float(getattr(owner(shop), entry.name))
            field.show_value(shop.unit.entered(value) if entry.unit == "length" else f"{value:g}{mark}")

        self._refreshers.append(refresh)
        return field

    def _segments(
        self,
        column: QVBoxLayout,
        name: str,
        title: str,
        options: list[tuple[str, str]],
        value: str,
        chosen: Callable[[str], object],
    ) -> Segments:
        column.addWidget(label(title, "second"))
        made = Segments(name, options, value)
        made.setAccessibleName(title)
        made.chosen.connect(chosen)
        column.addWidget(made)
        return made

    def _edit_segments(
        self,
        column: QVBoxLayout,
        name: str,
        title: str,
        options: list[tuple[str, str]],
        value: str,
        edit: Callable[..., Any],
        read: Callable[[Shop], str],
    ) -> None:
        made = self._segments(
            column, name, title, options, value,
            lambda chosen: self.session.try_do(lambda project: edit(project, chosen)),
        )  # fmt: skip
        self._refreshers.append(lambda shop: made.set_value(read(shop)))

    def refresh(self) -> None:
        """Shows what the document says."""
        for refresher in self._refreshers:
            refresher(self.session.project.shop)

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        self.findChildren(Segments)[0].setFocus()
