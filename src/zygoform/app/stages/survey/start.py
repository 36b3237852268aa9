"""Three sizes are enough to start."""

from PySide6.QtCore import Qt
from PySide6.QtGui import QPaintEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import label, restyle
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.survey import new_piece
from zygoform.core.errors import BadInputError

ENTRIES = (("width", "Wide"), ("height", "High"), ("depth", "Deep"))


class StartBox(QFrame):
    """A dashed box with three fields; Enter in the last one draws the piece."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("start_box")
        self.setFixedWidth(t.px(520))
        column = QVBoxLayout(self)
        column.setContentsMargins(28, 24, 28, 24)
        column.setSpacing(10)
        column.addWidget(label("Measure the piece", "title"))
        column.addWidget(wrapped("Three sizes are enough to start: over all, at the widest places.", "second"))
        row = QHBoxLayout()
        row.setSpacing(12)
        self.lines: dict[str, QLineEdit] = {}
        self.faults = {}
        for name, title in ENTRIES:
            cell = QVBoxLayout()
            cell.setSpacing(3)
            line, fault = QLineEdit(), wrapped("", "fault")
            line.setObjectName(f"start_{name}")
            line.setAccessibleName(f"{title}, over all")
            line.setPlaceholderText({"width": "61 7/16", "height": "34 5/8", "depth": "22 1/16"}[name])
            line.returnPressed.connect(self._enter)
            fault.setObjectName(f"start_{name}_fault")
            fault.hide()
            cell.addWidget(label(title, "second"))
            cell.addWidget(line)
            cell.addWidget(fault)
            cell.addStretch(1)
            row.addLayout(cell, 1)
            self.lines[name], self.faults[name] = line, fault
        column.addLayout(row)
        column.addWidget(wrapped("Write them as you read them: 34 3/8, 2' 10 3/8\", 873 mm or 87,3 cm.", "small"))
        button = QPushButton("Draw it")
        button.setObjectName("start_draw")
        button.setProperty("kind", "strong")
        button.clicked.connect(self._draw)
        column.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)

    def _enter(self) -> None:
        """Enter goes to the next empty size, and draws when there is none."""
        for line in self.lines.values():
            if not line.text().strip():
                line.setFocus()
                return
        self._draw()

    def _draw(self) -> None:
        sizes = {name: line.text() for name, line in self.lines.items()}
        for name, line in self.lines.items():
            self._show_fault(name, "")
            line.setAccessibleDescription("")
        try:
            self.session.do(lambda project: new_piece(project, project.name or "Counter", sizes))
        except BadInputError as refused:
            name = refused.parameter if refused.parameter in self.lines else "width"
            self._show_fault(name, self.session.fault(refused))
            self.lines[name].setFocus()

    def _show_fault(self, name: str, words: str) -> None:
        self.faults[name].setText(words)
        self.faults[name].setVisible(bool(words))
        self.lines[name].setProperty("faulty", bool(words))
        self.lines[name].setAccessibleDescription(words)
        restyle(self.lines[name])

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin(self)
        painter.setPen(paint.pen(t.EDGE, 1.0, dash=(5, 4)))
        painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 4, 4)
