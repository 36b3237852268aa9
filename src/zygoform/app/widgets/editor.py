"""The fields of a change, built from its declared entries."""

from collections.abc import Callable
from typing import Any

from PySide6.QtCore import Qt
from PySide6.QtGui import QFontMetricsF
from PySide6.QtWidgets import QComboBox, QGridLayout, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import ComboBox, Field, empty, label
from zygoform.app.widgets.findings import wrapped
from zygoform.core.changes.base import ChangeBase
from zygoform.core.edits.planning import set_text, set_value
from zygoform.core.measure.param import Choice, Param, counts, params
from zygoform.core.measure.write import in_unit
from zygoform.core.outcome.outcome import Note
from zygoform.core.project import Project
from zygoform.core.shop import Shop

BESIDE_WORD, BESIDE_CARD = 27, 44
"""What a word of a choice needs besides itself, and what a card takes of the panel (px)."""
IN_A_ROW, SIGNS_IN_A_ROW = 4, 36
"""Fields side by side, and how long their names may be together."""


class ChangeEditor(QWidget):
    """Main entries at once, the rest under More; a line below says what they come to.

    `below` are widgets that stand under the choice of that name.
    """

    def __init__(self, session: Session, change: ChangeBase, below: dict[str, QWidget] | None = None) -> None:
        super().__init__()
        self._below = below or {}
        self.session, self.change_id, self._type = session, change.id, type(change)
        self._refreshers: list[Callable[[ChangeBase], None]] = []
        self._more = QWidget()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 2, 0, 0)
        column.setSpacing(8)
        self._fill(column, [p for p in params(self._type) if p.main])
        self.result = wrapped("")
        self.result.setObjectName(f"result_{self.change_id}")
        self.failure = wrapped("", "fault")
        self.failure.setObjectName(f"failure_{self.change_id}")
        inner = QVBoxLayout(self._more)
        inner.setContentsMargins(0, 0, 0, 0)
        inner.setSpacing(8)
        rest = [p for p in params(self._type) if not p.main]
        self._fill(inner, rest)
        self._more.hide()
        column.addWidget(self._more)
        if rest:
            self.toggle = QPushButton("More")
            self.toggle.setObjectName(f"more_{self.change_id}")
            self.toggle.setProperty("kind", "plain")
            self.toggle.clicked.connect(self._toggle)
            column.addWidget(self.toggle, 0, Qt.AlignmentFlag.AlignLeft)
        column.addWidget(self.result)
        column.addWidget(self.failure)
        self.refresh()

    def _toggle(self) -> None:
        self._more.setVisible(self._more.isHidden())
        self.toggle.setText("More" if self._more.isHidden() else "Less")

    def _fill(self, column: QVBoxLayout, entries: list[Param]) -> None:
        """Lengths of one group side by side, choices on lines of their own."""
        row: QHBoxLayout | None = None
        group, held, signs = "", 0, 0
        for entry in entries:
            if entry.unit not in ("length", "count", "angle", "text"):
                column.addWidget(self._choice(entry))
                row = None
                continue
            if entry.group != group and entry.group:
                column.addWidget(label(entry.group, "strong"))
            full = held == IN_A_ROW or signs + len(entry.label) > SIGNS_IN_A_ROW
            if row is None or full or entry.group != group or entry.unit == "text":
                row, held, signs = QHBoxLayout(), 0, 0
                row.setSpacing(6)
                column.addLayout(row)
            row.addWidget(self._field(entry), 1)
            group, held, signs = entry.group, held + 1, signs + len(entry.label)

    def _field(self, entry: Param) -> Field:
        change_id = self.change_id
        field = Field(
            self.session,
            f"{change_id}_{entry.name}",
            entry.label,
            lambda text: self.session.do(lambda project: set_text(project, change_id, entry.name, text)),
            steps=entry.unit == "length",
        )
        field.line.setToolTip(entry.hint)
        show = self.session

        def refresh(change: ChangeBase) -> None:
            value: Any = getattr(change, entry.name)
            words = show.unit.entered(value) if entry.unit == "length" else f"{value}"
            field.show_value(f"{value:g}°" if entry.unit == "angle" else words)
            if entry.counts_if is not None:
                field.setVisible(counts(entry, change))

        self._refreshers.append(refresh)
        return field

    def _choice(self, entry: Param) -> QWidget:
        box = QWidget()
        column = QVBoxLayout(box)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        column.addWidget(label(entry.label, "second"))
        choices = entry.choices or stock_choices(self.session.project, entry.stock)
        if entry.unit == "switch":
            choices = (Choice("yes", "yes"), Choice("", "no"))
        name = f"{self.change_id}_{entry.name}"
        if entry.choices and not _side_by_side(choices):
            self._list(entry, choices, name, column)
        elif entry.choices or entry.unit == "switch":
            self._segments(entry, choices, name, column)
        else:
            self._combo(entry, name, column)
        if entry.name in self._below:
            column.addWidget(self._below[entry.name])
        if entry.counts_if is not None:
            self._refreshers.append(lambda change: box.setVisible(counts(entry, change)))
        return box

    def _segments(self, entry: Param, choices: tuple[Choice, ...], name: str, column: QVBoxLayout) -> None:
        segments = Segments(name, [(c.value, c.label) for c in choices])
        segments.setAccessibleName(entry.label)
        when = wrapped("", "small")
        switch = entry.unit == "switch"
        segments.chosen.connect(lambda value: self._set(entry, bool(value) if switch else value))
        column.addWidget(segments)
        if not switch:
            column.addWidget(when)

        def refresh(change: ChangeBase) -> None:
            value = getattr(change, entry.name)
            segments.set_value(("yes" if value else "") if switch else value)
            when.setText(self._when(choices, value))

        self._refreshers.append(refresh)

    def _list(self, entry: Param, choices: tuple[Choice, ...], name: str, column: QVBoxLayout) -> None:
        """Words too long to stand side by side."""
        combo, when = ComboBox(), wrapped("", "small")
        combo.setObjectName(name)
        combo.setAccessibleName(entry.label)
        combo.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        combo.setMinimumContentsLength(10)
        for choice in choices:
            combo.addItem(choice.label, choice.value)
        combo.activated.connect(lambda _i: self._set(entry, str(combo.currentData())))
        column.addWidget(combo)
        column.addWidget(when)

        def refresh(change: ChangeBase) -> None:
            value = getattr(change, entry.name)
            combo.setCurrentIndex(combo.findData(value))
            when.setText(self._when(choices, value))

        self._refreshers.append(refresh)

    def _combo(self, entry: Param, name: str, column: QVBoxLayout) -> None:
        combo = ComboBox()
        combo.setObjectName(name)
        combo.setAccessibleName(entry.label)
        combo.setMaxVisibleItems(16)
        combo.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        combo.setMinimumContentsLength(10)
        combo.activated.connect(lambda _i: self._set(entry, str(combo.currentData())))
        column.addWidget(combo)
        session, shown = self.session, list[object]()

        def refresh(change: ChangeBase) -> None:
            show, timber = session.unit.show, session.project.shop.timber
            # What is on sale may be another list by now.
            choices = stock_choices(session.project, entry.stock)
            if shown != [session.unit, timber, choices]:
                shown[:] = [session.unit, timber, choices]
                sizes = {
                    s.id: f"{s.name}   really {session.unit.show_thick(s.thickness)} × {show(s.width)}"
                    for s in timber
                }
                combo.clear()
                for choice in choices:
                    combo.addItem(sizes.get(choice.value, choice.label), choice.value)
            combo.setCurrentIndex(combo.findData(getattr(change, entry.name)))

        self._refreshers.append(refresh)

    def _when(self, choices: tuple[Choice, ...], value: object) -> str:
        """When the value is the right one, sizes in the project's system."""
        return next((in_unit(c.when, self.session.unit.system) for c in choices if c.value == value), "")

    def _set(self, entry: Param, value: object) -> None:
        change_id = self.change_id
        self.session.try_do(lambda project: set_value(project, change_id, entry.name, value))

    def refresh(self) -> None:
        """Shows the document's values, what they come to, or why they cannot be built."""
        form = self.session.form
        change = next((c for c in form.changes if c.id == self.change_id), None) if form else None
        change = change or self.session.project.change(self.change_id)
        if change is None or form is None:
            return
        for refresher in self._refreshers:
            refresher(change)
        outcome, failure = form.outcome(change.id), form.failure(change.id)
        self.result.setText(self.session.show(outcome.result) if outcome else "")
        self.result.setVisible(outcome is not None)
        self.failure.setText(self.session.show(failure.message) if failure else "")
        self.failure.setVisible(failure is not None)


def _side_by_side(choices: tuple[Choice, ...]) -> bool:
    """Whether the words of a choice have room beside each other in the panel, in the text size of now."""
    metrics = QFontMetricsF(font(t.px(13), 500))
    wide = sum(metrics.horizontalAdvance(choice.label) + t.px(BESIDE_WORD) for choice in choices)
    return wide <= t.px(t.SIDE - BESIDE_CARD)


def stock_choices(project: Project, stock: str) -> tuple[Choice, ...]:
    """What a choice without words of its own is made among: the project's pieces, or what is on sale."""
    if stock != "piece":
        return timber_choices(project.shop, stock)
    return (Choice("", "the next one"), *(Choice(own, name) for own, name in project.names.items()))


def timber_choices(shop: Shop, stock: str = "") -> tuple[Choice, ...]:
    """Sizes on sale, of one kind of stock or all, those of the project's own system first."""
    fits = [size for size in shop.timber if size.stock == stock or (not stock and size.stock != "rod")]
    own = sorted(fits, key=lambda size: size.system != shop.unit.system)
    return tuple(Choice(size.id, size.name) for size in own)


class NoteGrid(QWidget):
    """What was worked out besides: screws, clamps, movement, how to hold it. Lines are kept from edit to edit."""

    def __init__(self, session: Session, change_id: str) -> None:
        super().__init__()
        self.session, self.change_id = session, change_id
        self._labels: tuple[str, ...] = ()
        self._words: list[QLabel] = []
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(0, 0, 0, 0)
        self._grid.setHorizontalSpacing(10)
        self._grid.setVerticalSpacing(5)
        self._grid.setColumnStretch(1, 1)

    def refresh(self, notes: tuple[Note, ...]) -> None:
        """Shows these notes."""
        labels = tuple(note.label for note in notes)
        if labels != self._labels:
            self._refill(labels)
        for line, note in zip(self._words, notes, strict=True):
            words = self.session.show(note.message)
            if line.text() != words:
                line.setText(words)

    def _refill(self, labels: tuple[str, ...]) -> None:
        empty(self._grid)
        self._labels, self._words = labels, []
        for i, title in enumerate(labels):
            name, words = label(title, "small"), wrapped("")
            name.setFixedWidth(t.px(78))
            name.setWordWrap(True)
            words.setObjectName(f"note_{self.change_id}_{title.lower().replace(' ', '_')}")
            self._grid.addWidget(name, i, 0, Qt.AlignmentFlag.AlignTop)
            self._grid.addWidget(words, i, 1)
            self._words.append(words)
