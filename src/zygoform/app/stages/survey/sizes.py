"""Every size of the piece, with what is assumed until it is measured."""

from collections.abc import Callable

from PySide6.QtWidgets import QGridLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.fields import Field, label
from zygoform.core.edits.survey import rename, set_reading
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.core.measure.param import Param, params
from zygoform.core.measure.reading import Readings

COLUMNS = 3


class SizesPanel(QWidget):
    """Fields in the order of a walk round the piece. A guess is broken-edged; a ? behind a size makes one."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._refreshers: list[Callable[[CasePiece], None]] = []
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        name = Field(session, "piece_name", "Name", lambda text: session.do(lambda p: rename(p, text)))
        self._refreshers.append(lambda piece: name.show_value(piece.name))
        column.addWidget(name)
        groups: dict[str, list[Param]] = {}
        for entry in params(CasePiece):
            groups.setdefault(entry.group, []).append(entry)
        for group, entries in groups.items():
            column.addSpacing(4)
            column.addWidget(label(group, "strong"))
            grid = QGridLayout()
            grid.setHorizontalSpacing(8)
            grid.setVerticalSpacing(6)
            across = 2 if len(entries) in (2, 4) else COLUMNS
            for i, entry in enumerate(entries):
                grid.addWidget(self._field(entry), i // across, i % across)
                grid.setColumnStretch(i % across, 1)
            column.addLayout(grid)

    def _field(self, entry: Param) -> Field:
        session = self.session
        short = entry.label.removesuffix(" over all")
        field = Field(
            session,
            f"survey_{entry.name}",
            short,
            lambda text: session.do(lambda project: set_reading(project, entry.name, text)),
            steps=entry.unit == "readings",
        )
        field.line.setAccessibleName(f"{entry.group}: {entry.label}")
        field.line.setToolTip(entry.hint or entry.label)

        def refresh(piece: CasePiece) -> None:
            readings: Readings = getattr(piece, entry.name)
            if not readings:
                field.show_value("", hint=f"guess {self._write(entry, entry.guess or 0.0)}")
                field.line.setAccessibleDescription("not measured, a guess")
                return
            guessed = readings[-1].source == "guessed"
            text = self._write(entry, readings[-1].value) + ("?" if guessed else "")
            field.show_value(text, guess=guessed)

        self._refreshers.append(refresh)
        return field

    def _write(self, entry: Param, value: float) -> str:
        return f"{value:g}°" if entry.unit == "corner" else self.session.unit.entered(value)

    def refresh(self) -> None:
        piece = self.session.project.piece
        if piece is not None:
            for refresher in self._refreshers:
                refresher(piece)
