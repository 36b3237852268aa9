"""Every size of the piece, with what is assumed until it is measured."""

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QSizePolicy, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.fields import ComboBox, Field, angles, brief, empty, label, written
from zygoform.core.edits.pieces import name_project, rename
from zygoform.core.edits.survey import set_reading
from zygoform.core.form.piece import PieceBase, proportioned
from zygoform.core.measure.param import Param, counts, params
from zygoform.core.measure.reading import Readings

_COLUMNS = 3


class SizesPanel(QWidget):
    """Fields in the order of a walk round the piece. A guess is broken-edged; a ? behind a size makes one."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._kind: type[PieceBase] | None = None
        self._guesses: dict[str, float] = {}
        self._conditional: list[tuple[Param, QWidget]] = []
        self._refreshers: list[Callable[[PieceBase], None]] = []
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)

    def _build(self, kind: type[PieceBase]) -> None:
        """The fields of one kind of piece, in place of those of another."""
        self._kind, self._refreshers, self._conditional = kind, [], []
        empty(self._column)
        fields = QWidget()
        self._column.addWidget(fields)
        column = QVBoxLayout(fields)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self._names(column)
        groups: dict[str, list[Param]] = {}
        for entry in params(kind):
            groups.setdefault(entry.group, []).append(entry)
        for group, entries in groups.items():
            column.addSpacing(4)
            column.addWidget(label(group, "strong"))
            grid = QGridLayout()
            grid.setHorizontalSpacing(8)
            grid.setVerticalSpacing(6)
            across = 2 if len(entries) in (1, 2, 4) else _COLUMNS
            for i, entry in enumerate(entries):
                field = self._choice(entry) if entry.unit == "choice" else self._field(entry)
                if isinstance(field, Field):
                    # Three abreast a length in mm has just room.
                    field.line.setProperty("tight", across == _COLUMNS)
                if entry.counts_if is not None:
                    self._conditional.append((entry, field))
                grid.addWidget(field, i // across, i % across)
            for k in range(across):
                grid.setColumnStretch(k, 1)
            column.addLayout(grid)

    def _on(self) -> str:
        piece = self.session.piece
        return piece.id if piece is not None else ""

    def _choice(self, entry: Param) -> QWidget:
        """A choice of the piece itself."""
        cell = QWidget()
        column = QVBoxLayout(cell)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        box = ComboBox()
        box.setObjectName(f"survey_{entry.name}")
        # As wide as its column, whatever its longest choice says.
        box.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        box.setAccessibleName(f"{entry.group}: {entry.label}")
        for choice in entry.choices:
            box.addItem(choice.label, choice.value)
            box.setItemData(box.count() - 1, choice.when, Qt.ItemDataRole.ToolTipRole)
        box.activated.connect(
            lambda _row: self.session.try_do(lambda p: set_reading(p, entry.name, box.currentData(), on=self._on()))
        )
        title = label(entry.label, "second")
        title.setBuddy(box)
        column.addWidget(title)
        column.addWidget(box)
        self._refreshers.append(lambda piece: box.setCurrentIndex(box.findData(getattr(piece, entry.name))))
        return cell

    def _names(self, column: QVBoxLayout) -> None:
        """The piece's name, and in a set that of the whole."""
        session = self.session
        whole = Field(
            session,
            "project_name",
            "Name of the set",
            lambda text: session.do(lambda p: name_project(p, text)),
        )
        name = Field(
            session, "piece_name", "Name", lambda text: session.do(lambda p: rename(p, text, on=self._on()))
        )

        def refresh(piece: PieceBase) -> None:
            whole.setVisible(len(session.project.pieces) > 1)
            whole.show_value(session.project.name)
            name.show_value(piece.name)

        self._refreshers.append(refresh)
        column.addWidget(whole)
        column.addWidget(name)

    def _field(self, entry: Param) -> Field:
        session = self.session
        short = entry.label.removesuffix(" over all")
        field = Field(
            session,
            f"survey_{entry.name}",
            short,
            lambda text: session.do(lambda project: set_reading(project, entry.name, text, on=self._on())),
            steps=entry.unit == "readings",
        )
        field.reads = "gauge" if entry.unit == "corner" else field.reads
        field.line.setAccessibleName(f"{entry.group}: {entry.label}")
        field.line.setToolTip(entry.hint or entry.label)

        def refresh(piece: PieceBase) -> None:
            if entry.guess is None:
                field.show_value(f"{getattr(piece, entry.name)}")
                return
            readings: Readings = getattr(piece, entry.name)
            # Of several readings the one that counts is shown, and how many there are over it.
            field.title.setText(f"{short}, {len(readings)} read" if len(readings) > 1 else short)
            if not readings and entry.optional:
                field.show_value("")
                field.line.setAccessibleDescription("not measured")
                return
            if not readings:
                field.show_value("", hint=f"{self._guess(entry, self._guesses[entry.name])}?")
                field.line.setAccessibleDescription("not measured, a guess")
                return
            guessed = all(reading.source == "guessed" for reading in readings)
            counts_now = "" if entry.unit == "corner" else brief(readings, self.session.unit, entry.takes)
            field.show_value(self._written(entry, readings), guess=guessed, brief=counts_now)

        self._refreshers.append(refresh)
        return field

    def _guess(self, entry: Param, value: float) -> str:
        return f"{value:g}°" if entry.unit == "corner" else self.session.unit.show(value)

    def _written(self, entry: Param, readings: Readings) -> str:
        return angles(readings) if entry.unit == "corner" else written(readings, self.session.unit)

    def refresh(self) -> None:
        piece = self.session.piece
        if piece is not None:
            if type(piece) is not self._kind:
                self._build(type(piece))
            self._guesses = proportioned(piece)
            for entry, widget in self._conditional:
                widget.setVisible(counts(entry, piece))
            for refresher in self._refreshers:
                refresher(piece)
