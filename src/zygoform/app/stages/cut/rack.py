"""What I have: boards owned and offcuts, which are used first; the saw's kerf and what the ends lose."""

from functools import partial
from typing import Literal

from PySide6.QtWidgets import QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.editor import timber_choices
from zygoform.app.widgets.fields import ComboBox, Field, empty, label, restyle
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.workshop import drop_board, own_board, set_actual, set_shop
from zygoform.core.errors import BadInputError


class Rack(QWidget):
    """The rack, in place of the list of cuts while it is open."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("rack")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 0)
        column.setSpacing(8)
        column.addWidget(label("Stock on hand", "title"))
        column.addWidget(
            wrapped(
                "Boards and offcuts of your own are used before any is bought. What this project leaves over: "
                "File, What is left over as CSV; the next project takes it over.",
                "second",
            )
        )
        self._lines = QVBoxLayout()
        self._lines.setSpacing(4)
        column.addLayout(self._lines)
        self.board = ComboBox()
        self.board.setObjectName("rack_size")
        self.board.setAccessibleName("Size of the board")
        self.board.activated.connect(lambda _i: self._show_real())
        column.addWidget(self.board)
        row = QHBoxLayout()
        row.setSpacing(6)
        self.length, self.count = QLineEdit(), QLineEdit("1")
        self.length.setObjectName("rack_length")
        self.length.setAccessibleName("Length")
        self.length.setPlaceholderText("length")
        self.count.setObjectName("rack_count")
        self.count.setAccessibleName("How many")
        self.count.setFixedWidth(t.px(52))
        add = QPushButton("I have it")
        add.setObjectName("rack_add")
        add.clicked.connect(self._add)
        for line in (self.length, self.count):
            line.returnPressed.connect(self._add)
        row.addWidget(self.length, 1)
        self.sheet_width = QLineEdit()
        self.sheet_width.setObjectName("rack_width")
        self.sheet_width.setAccessibleName("Width")
        self.sheet_width.setToolTip("Of an offcut of sheet; else it is as wide as it is sold")
        self.sheet_width.setPlaceholderText("width")
        self.sheet_width.returnPressed.connect(self._add)
        row.addWidget(self.sheet_width, 1)
        row.addWidget(label("×"))
        row.addWidget(self.count)
        row.addWidget(add)
        column.addLayout(row)
        self.fault = wrapped("", "fault")
        self.fault.setObjectName("rack_fault")
        column.addWidget(self.fault)
        self._real(column)
        self._saw(column)
        column.addStretch(1)
        when_seen(self, session.changed, self.refresh)
        self.refresh()

    def _real(self, column: QVBoxLayout) -> None:
        column.addWidget(wrapped("What this board really measures; the plan follows.", "second"))
        real = QHBoxLayout()
        real.setSpacing(8)
        self.thick = self._real_field("thickness", "Thick")
        self.wide = self._real_field("width", "Wide")
        real.addWidget(self.thick, 1)
        real.addWidget(self.wide, 1)
        column.addLayout(real)
        column.addSpacing(6)

    def _saw(self, column: QVBoxLayout) -> None:
        session = self.session
        column.addWidget(label("The saw", "strong"))
        blades = QHBoxLayout()
        blades.setSpacing(8)
        self.kerf = Field(session, "kerf", "Kerf", lambda text: session.do(lambda p: set_shop(p, "kerf", text)))
        self.trim = Field(
            session,
            "end_trim",
            "Lost at each end",
            lambda text: session.do(lambda p: set_shop(p, "end_trim", text)),
        )
        blades.addWidget(self.kerf, 1)
        blades.addWidget(self.trim, 1)
        column.addLayout(blades)

    def _real_field(self, entry: Literal["thickness", "width"], title: str) -> Field:
        def enter(text: str) -> None:
            self.session.do(lambda project: set_actual(project, str(self.board.currentData()), entry, text))

        return Field(self.session, f"real_{entry}", title, enter, steps=True)

    def _show_real(self) -> None:
        size_id = self.board.currentData()
        size = next((s for s in self.session.project.shop.timber if s.id == size_id), None)
        if size is not None:
            self.sheet_width.setVisible(size.is_sheet)
            self.thick.show_value(self.session.unit.entered(size.thickness))
            self.wide.show_value(self.session.unit.entered(size.width))

    def _add(self) -> None:
        size, length, count = str(self.board.currentData()), self.length.text(), self.count.text().strip()
        wide = self.sheet_width.text() if self.sheet_width.isVisible() else ""
        if not count.isdecimal():
            self._show_fault("How many: a whole number.", self.count)
            return
        try:
            self.session.do(lambda project: own_board(project, size, length, int(count), wide))
        except BadInputError as refused:
            lines = {"count": self.count, "width": self.sheet_width}
            self._show_fault(self.session.fault(refused), lines.get(refused.parameter, self.length))
            return
        self._show_fault("", self.length)
        self.length.clear()
        self.sheet_width.clear()
        self.count.setText("1")
        self.length.setFocus()

    def _show_fault(self, words: str, line: QLineEdit) -> None:
        self.fault.setText(words)
        self.fault.setVisible(bool(words))
        for each in (self.length, self.sheet_width, self.count):
            each.setProperty("faulty", bool(words) and each is line)
            restyle(each)

    def refresh(self) -> None:
        """Shows what the document says."""
        project, unit = self.session.project, self.session.unit
        empty(self._lines)
        names = {size.id: size.name for size in project.shop.timber}
        used = [p.part.size_id for p in self.session.plan.parts] if self.session.plan else []
        for line in project.stock:
            box = QWidget()
            row = QHBoxLayout(box)
            row.setContentsMargins(0, 0, 0, 0)
            words = f"{line.count} × {names.get(line.size, line.size)}, {unit.show(line.length)}"
            words += f" × {unit.show(line.width)}" if line.width is not None else ""
            row.addWidget(wrapped(words), 1)
            away = QPushButton("Not any more")
            away.setObjectName(f"drop_{line.id}")
            away.setProperty("kind", "plain")
            away.setAccessibleName(f"Not any more: {words}")
            away.clicked.connect(partial(self.session.try_do, partial(drop_board, line_id=line.id)))
            row.addWidget(away)
            self._lines.addWidget(box)
        chosen = self.board.currentData() or (used[0] if used else None)
        self.board.clear()
        for choice in timber_choices(project.shop):
            self.board.addItem(choice.label, choice.value)
        self.board.setCurrentIndex(max(0, self.board.findData(chosen)))
        self._show_real()
        self.kerf.show_value(unit.entered(project.shop.kerf))
        self.trim.show_value(unit.entered(project.shop.end_trim))
        if not self.fault.text():
            self.fault.hide()
