"""What stands behind a front: a drawer's box, a door's frame, shelves inside. Guessed until it is measured."""

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.canvas.looking_in import look_in_entries, swap_opening
from zygoform.app.session import Session
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import ComboBox, Field, brief, empty, label, push_button, written
from zygoform.core.edits.survey import choose_inside, set_inside
from zygoform.core.form.form import FormOpening
from zygoform.core.form.front import INSIDE, Inside, Opening
from zygoform.core.ids import piece_of
from zygoform.core.measure.param import Param, counts, params

SHOWN: dict[str, tuple[Inside, ...]] = {"drawer": ("drawer",), "door": ("door", "bay"), "nothing": ("bay",)}
"""What there may be behind what an opening holds."""
YES_NO = [("yes", "Yes"), ("", "No")]


class InsidePanel(QWidget):
    """The entries of what stands behind one front, folded away until they are wanted."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._id, self._built = "", ("", "")
        self._refreshers: list[Callable[[Opening, dict[str, float]], None]] = []
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.look = push_button("look_in", "Draw it out", self._look)
        self.look.setToolTip("Or double click it; I with the keyboard")
        self.more = QPushButton("Interior parts")
        self.more.setObjectName("opening_inside")
        self.more.setCheckable(True)
        self.more.toggled.connect(self._fold)
        column.addWidget(self.look)
        column.addWidget(self.more)
        self._body = QWidget()
        self._column = QVBoxLayout(self._body)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(6)
        column.addWidget(self._body)
        self._body.hide()
        session.viewpoint_changed.connect(self._say_look)

    def _look(self) -> None:
        swap_opening(self.session, self._id)

    def _fold(self, open_: bool) -> None:
        self._body.setVisible(open_)

    def _say_look(self) -> None:
        entries = look_in_entries(self.session, self._id, "found")
        self.look.setVisible(bool(entries))
        if entries:
            self.look.setText(entries[0][0])

    def show_opening(self, opening: FormOpening, front: Opening | None) -> None:
        """What stands behind one opening of the piece as found."""
        self._id = opening.id
        which = SHOWN.get(opening.holds, ())
        self.setVisible(bool(which) and front is not None)
        if front is None or not which:
            return
        if self._built != (opening.holds, piece_of(opening.id)):
            self._build(which)
            self._built = (opening.holds, piece_of(opening.id))
        self.more.setText("Shelves inside" if which == ("bay",) else "Interior parts")
        self._say_look()
        sizes = dict(opening.sizes)
        for refresh in self._refreshers:
            refresh(front, sizes)

    def _build(self, which: tuple[Inside, ...]) -> None:
        empty(self._column)
        self._refreshers = []
        for inside in which:
            groups: dict[str, list[Param]] = {}
            for entry in params(INSIDE[inside]):
                groups.setdefault(entry.group, []).append(entry)
            for group, entries in groups.items():
                self._column.addWidget(self._group(inside, group, entries))

    def _group(self, inside: Inside, group: str, entries: list[Param]) -> QWidget:
        box = QWidget()
        grid = QGridLayout(box)
        grid.setContentsMargins(0, 0, 0, 0)
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(6)
        if group:
            grid.addWidget(label(group, "strong"), 0, 0, 1, 3)
        across = 3 if len(entries) in (3, 5, 6) else 2
        cells: list[tuple[Param, QWidget]] = []
        for k, entry in enumerate(entries):
            cell = (
                self._field(inside, entry) if entry.unit in ("readings", "count") else self._choice(inside, entry)
            )
            if isinstance(cell, Field):
                cell.line.setProperty("tight", across == 3)
            grid.addWidget(cell, 1 + k // across, k % across)
            grid.setColumnStretch(k % across, 1)
            cells.append((entry, cell))

        def refresh(front: Opening, _sizes: dict[str, float]) -> None:
            owner = front.parts(inside)
            for entry, cell in cells:
                cell.setVisible(counts(entry, owner))
            box.setVisible(any(counts(entry, owner) for entry, _ in cells))

        self._refreshers.append(refresh)
        return box

    def _field(self, inside: Inside, entry: Param) -> Field:
        session = self.session
        field = Field(
            session,
            f"inside_{inside}_{entry.name}",
            entry.label,
            lambda text: session.do(lambda p: set_inside(p, self._id, inside, entry.name, text)),
            steps=entry.unit == "readings",
        )
        field.line.setAccessibleName(f"{entry.group}: {entry.label.lower()}" if entry.group else entry.label)
        field.line.setToolTip(entry.hint.capitalize())

        def refresh(front: Opening, sizes: dict[str, float]) -> None:
            value = getattr(front.parts(inside), entry.name)
            if entry.unit == "count":
                field.show_value(f"{value}")
                return
            guess = bool(value) and all(reading.source == "guessed" for reading in value)
            hint = "" if value else f"{session.unit.show(sizes.get(entry.name, entry.guess or 0.0))}?"
            field.show_value(written(value, session.unit), guess=guess, hint=hint, brief=brief(value, session.unit))
            field.line.setAccessibleDescription("" if value else "not measured, a guess")

        self._refreshers.append(refresh)
        return field

    def _choice(self, inside: Inside, entry: Param) -> QWidget:
        cell = QWidget()
        column = QVBoxLayout(cell)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        column.addWidget(label(entry.label, "second"))
        name = f"inside_{inside}_{entry.name}"
        if entry.unit == "switch":
            column.addWidget(self._switch(inside, entry, name))
            return cell
        box = ComboBox()
        box.setObjectName(name)
        box.setAccessibleName(entry.label)
        for choice in entry.choices:
            box.addItem(choice.label, choice.value)
            box.setItemData(box.count() - 1, choice.when, Qt.ItemDataRole.ToolTipRole)
        box.activated.connect(lambda _row: self._set(inside, entry, box.currentData()))
        column.addWidget(box)
        self._refreshers.append(
            lambda front, _sizes: box.setCurrentIndex(box.findData(getattr(front.parts(inside), entry.name)))
        )
        return cell

    def _switch(self, inside: Inside, entry: Param, name: str) -> Segments:
        made = Segments(name, YES_NO)
        made.setAccessibleName(entry.label)
        made.chosen.connect(lambda value: self._set(inside, entry, bool(value)))
        self._refreshers.append(
            lambda front, _sizes: made.set_value("yes" if getattr(front.parts(inside), entry.name) else "")
        )
        return made

    def _set(self, inside: Inside, entry: Param, value: object) -> None:
        self.session.try_do(lambda p: choose_inside(p, self._id, inside, entry.name, value))
