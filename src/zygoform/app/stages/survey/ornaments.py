"""Mouldings, carvings and plaques: a list with place and size, and one more on the part that is kept."""

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.stages.survey.faults import board_meant
from zygoform.app.widgets.fields import ComboBox, Field, label, push_button, written
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.survey import add_ornament, remove_ornament, set_ornament
from zygoform.core.form.ornaments import Ornament
from zygoform.core.ids import piece_of
from zygoform.core.measure.param import param, params


class OrnamentRow(QWidget):
    """One of them."""

    def __init__(self, session: Session, piece_id: str, ornament_id: str) -> None:
        super().__init__()
        self.session, self.piece_id, self.ornament_id = session, piece_id, ornament_id
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 6)
        grid.setHorizontalSpacing(6)
        self.fields: dict[str, Field] = {}
        for k, entry in enumerate(e for e in params(Ornament) if e.unit in ("readings", "text")):
            name = f"{ornament_id}_{entry.name}"
            field = Field(
                session, name, entry.label, partial(self._enter, entry.name), steps=entry.unit == "readings"
            )
            field.line.setToolTip(entry.hint.capitalize())
            field.line.setProperty("tight", entry.unit == "readings")
            self.fields[entry.name] = field
            # The name over two columns; the sizes three abreast.
            row, column = (0, 0) if k == 0 else (1 + (k - 1) // 3, (k - 1) % 3)
            grid.addWidget(field, row, column, 1, 2 if k == 0 else 1)
        self.shape = ComboBox()
        self.shape.setObjectName(f"{ornament_id}_shape")
        self.shape.setAccessibleName("Kind")
        for choice in param(Ornament, "shape").choices:
            self.shape.addItem(choice.label, choice.value)
            self.shape.setItemData(self.shape.count() - 1, choice.when, Qt.ItemDataRole.ToolTipRole)
        self.shape.activated.connect(lambda _row: self._choose())
        grid.addWidget(self.shape, 0, 2, Qt.AlignmentFlag.AlignBottom)
        away = QPushButton("Take off the list")
        away.setObjectName(f"{ornament_id}_away")
        away.setProperty("kind", "link")
        away.clicked.connect(self._remove)
        grid.addWidget(away, 3, 0, 1, 3, Qt.AlignmentFlag.AlignLeft)

    def _enter(self, name: str, text: str) -> None:
        self.session.do(lambda p: set_ornament(p, self.piece_id, self.ornament_id, name, text))

    def _choose(self) -> None:
        value = str(self.shape.currentData())
        self.session.try_do(lambda p: set_ornament(p, self.piece_id, self.ornament_id, "shape", value))

    def _remove(self) -> None:
        self.session.try_do(lambda p: remove_ornament(p, self.piece_id, self.ornament_id))

    def refresh(self, own: Ornament) -> None:
        unit, plan = self.session.unit, self.session.plan
        board = plan.found.board(f"{self.piece_id}/ornament/{own.id}") if plan is not None else None
        drawn = dict(zip(("thickness", "height", "width"), sorted(board.solid.sizes), strict=True)) if board else {}
        for name, field in self.fields.items():
            entry, value = param(Ornament, name), getattr(own, name)
            if entry.unit == "text":
                field.show_value(value)
                continue
            guess = bool(value) and all(reading.source == "guessed" for reading in value)
            likely = "middle" if name in ("left", "up") else f"{unit.show(drawn.get(name, entry.guess or 0.0))}?"
            field.show_value(written(value, unit), guess=guess, hint="" if value else likely)
        self.shape.setCurrentIndex(self.shape.findData(own.shape))


class OrnamentsPanel(QWidget):
    """The list of one piece."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.rows: dict[str, OrnamentRow] = {}
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        column.addWidget(label("Mouldings and ornaments", "strong"))
        self.idle = wrapped("Click the part that one is on, then add it.", "second")
        column.addWidget(self.idle)
        self._list = QVBoxLayout()
        column.addLayout(self._list)
        self.add = push_button("ornament_add", "One on this part", self._add)
        column.addWidget(self.add, 0, Qt.AlignmentFlag.AlignLeft)

    def _add(self) -> None:
        board = board_meant(self.session)
        if board is not None:
            self.session.try_do(lambda p: add_ornament(p, board.id))

    def refresh(self) -> None:
        """Shows those of the piece on screen."""
        piece, board = self.session.piece, board_meant(self.session)
        self.add.setEnabled(board is not None and board.role != "ornament")
        self.add.setText(f"One on “{board.name}”" if board is not None else "One on this part")
        own = {f"{piece.id}/{o.id}": o for o in piece.ornaments} if piece is not None else {}
        for gone in set(self.rows) - set(own):
            row = self.rows.pop(gone)
            self._list.removeWidget(row)
            row.hide()
            row.deleteLater()
        for key, ornament in own.items():
            if key not in self.rows:
                self.rows[key] = OrnamentRow(self.session, piece_of(key), ornament.id)
                self._list.addWidget(self.rows[key])
            self.rows[key].refresh(ornament)
