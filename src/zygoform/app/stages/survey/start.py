"""Three sizes are enough to start."""

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QPaintEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLineEdit, QPushButton, QVBoxLayout

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import label, restyle
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.survey import new_piece
from zygoform.core.errors import BadInputError
from zygoform.files.project_json import SUFFIX
from zygoform.files.recovery import Copy, left_behind

ENTRIES = (("width", "Wide"), ("height", "High"), ("depth", "Deep"))


class StartBox(QFrame):
    """A dashed box with three fields; Enter in the last one draws the piece. Below, what else to go on with."""

    opened = Signal(object)
    taken_up = Signal(object)
    put_away = Signal(object)
    demo = Signal()

    def __init__(self, session: Session, recent: tuple[str, ...]) -> None:
        super().__init__()
        self.session, self._recent = session, recent
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
        self._others(column)

    def _others(self, column: QVBoxLayout) -> None:
        """Work left behind by a crash, files opened before, the demo."""
        for copy in left_behind():
            column.addWidget(self._left_behind(copy))
        column.addSpacing(10)
        column.addWidget(label("Or go on with", "second"))
        for path in [Path(name) for name in self._recent if Path(name).exists()][:3]:
            self._way(
                column, path.name.removesuffix(SUFFIX), f"recent_{path.name}", partial(self.opened.emit, path)
            )
        self._way(column, "the demo, an old counter", "start_demo", self.demo.emit)

    def _way(self, column: QVBoxLayout, words: str, name: str, do: Callable[[], object]) -> None:
        button = QPushButton(words)
        button.setObjectName(name)
        button.setProperty("kind", "link")
        button.clicked.connect(lambda _checked=False: do())
        column.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)

    def _left_behind(self, copy: Copy) -> QFrame:
        box = QFrame()
        box.setObjectName("left_behind")
        box.setProperty("kind", "finding")
        inner = QVBoxLayout(box)
        name, when = copy.project.name or "A piece", copy.made.astimezone().strftime("%d %b, %H:%M")
        inner.addWidget(wrapped(f"{name}: work of {when} was not saved", "strong"))
        inner.addWidget(wrapped("The program ended before it was. The copy made then can be taken up."))
        row = QHBoxLayout()
        for words, signal in (("Take it up", self.taken_up), ("Put it away", self.put_away)):
            button = QPushButton(words)
            button.setObjectName(words.lower().replace(" ", "_"))
            button.clicked.connect(box.hide)
            button.clicked.connect(partial(signal.emit, copy))
            row.addWidget(button)
        row.addStretch(1)
        inner.addLayout(row)
        return box

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
