"""Three sizes are enough to start."""

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import QSize, Qt, QTimer, Signal
from PySide6.QtGui import QPaintEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QLineEdit, QPushButton, QVBoxLayout, QWidget

from zygoform.app.background import Errand
from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.stages.survey.kind_choice import KindChoice
from zygoform.app.stages.survey.recent import RecentButton
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import LineEdit, label, restyle
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.pieces import new_piece
from zygoform.core.errors import BadInputError
from zygoform.core.form.piece import OVER_ALL, PieceBase
from zygoform.core.measure.param import param, params
from zygoform.files.names import from_text
from zygoform.files.recovery import Compared, Copy, compare, found_left_behind, offer_words


class StartBox(QFrame):
    """A dashed box with three fields; Enter in the last one draws the piece. Below, what else to go on with."""

    opened = Signal(object)
    taken_up = Signal(object)
    put_away = Signal(object)
    demo = Signal()
    demo_set = Signal()
    back = Signal()

    def __init__(self, session: Session, recent: tuple[str, ...]) -> None:
        super().__init__()
        self.session, self._recent = session, recent
        self.setObjectName("start_box")
        self.setFixedWidth(t.px(520))
        column = QVBoxLayout(self)
        column.setContentsMargins(28, 24, 28, 24)
        column.setSpacing(10)
        column.addWidget(label("Measure the piece", "title"))
        column.addWidget(
            wrapped("Three sizes over all are enough to start; what you leave out is guessed.", "second")
        )
        self.kind = KindChoice()
        self.kind.chosen.connect(self.refresh)
        column.addWidget(self.kind)
        row = QHBoxLayout()
        row.setSpacing(12)
        self.lines: dict[str, QLineEdit] = {}
        self.faults = {}
        self._titles: dict[str, QLabel] = {}
        for name in OVER_ALL:
            cell = QVBoxLayout()
            cell.setSpacing(3)
            line, fault = LineEdit(), wrapped("", "fault")
            line.setObjectName(f"start_{name}")
            line.returnPressed.connect(self._enter)
            fault.setObjectName(f"start_{name}_fault")
            fault.hide()
            self._titles[name] = label("", "second")
            cell.addWidget(self._titles[name])
            cell.addWidget(line)
            cell.addWidget(fault)
            cell.addStretch(1)
            row.addLayout(cell, 1)
            self.lines[name], self.faults[name] = line, fault
        column.addLayout(row)
        column.addWidget(wrapped("Write them as you read them: 34 3/8, 2' 10 3/8\", 873 mm or 87,3 cm.", "small"))
        button = QPushButton("Create piece")
        button.setObjectName("start_draw")
        button.setProperty("kind", "strong")
        button.clicked.connect(self._draw)
        column.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)
        self._ways = QWidget()
        ways = QVBoxLayout(self._ways)
        ways.setContentsMargins(0, 0, 0, 0)
        ways.setSpacing(10)
        self._others(ways)
        column.addWidget(self._ways)
        self._return = self._way(column, "Back to the pieces there are", "start_back", self.back.emit)
        self.refresh()

    def sizeHint(self) -> QSize:
        """As high as its words are in its width: Qt takes them to be as wide as they like."""
        layout, wide = self.layout(), self.maximumWidth()
        return QSize(wide, layout.totalHeightForWidth(wide)) if layout is not None else super().sizeHint()

    def minimumSizeHint(self) -> QSize:
        return self.sizeHint()

    def clear(self) -> None:
        """Ready for a further piece."""
        for name, line in self.lines.items():
            line.clear()
            self._show_fault(name, "")

    def refresh(self) -> None:
        """What is measured of this kind of piece, and what it starts with."""
        further = bool(self.session.project.pieces)
        self._ways.setVisible(not further)
        self._return.setVisible(further)
        kind = self.kind.kind
        for name, line in self.lines.items():
            entry = param(kind.load(), name)
            self._titles[name].setText(entry.label.removesuffix(" over all"))
            line.setAccessibleName(entry.label)
            line.setPlaceholderText(f"{self.session.unit.show(entry.guess or 0.0)}?")

    def _others(self, column: QVBoxLayout) -> None:
        """Work left behind by a crash, files opened before, the demo."""
        left = found_left_behind()
        for copy in left.copies:
            column.addWidget(self._left_behind(copy))
        for words in left.unreadable:
            told = wrapped(words, "second")
            told.setObjectName("left_unreadable")
            told.setTextInteractionFlags(Qt.TextInteractionFlag.TextSelectableByMouse)
            column.addWidget(told)
        column.addSpacing(10)
        column.addWidget(label("Or continue with", "second"))
        for path in [from_text(name) for name in self._recent][:3]:
            recent = RecentButton(path)
            recent.clicked.connect(partial(self._open, path))
            column.addWidget(recent)
        self._way(column, "Demo: an old counter", "start_demo", self.demo.emit)
        self._way(column, "Demo: a bedroom set", "start_demo_set", self.demo_set.emit)

    def _open(self, path: Path, _checked: bool = False) -> None:
        self.opened.emit(path)

    def _way(self, column: QVBoxLayout, words: str, name: str, do: Callable[[], object]) -> QPushButton:
        button = QPushButton(words)
        button.setObjectName(name)
        button.setProperty("kind", "link")
        button.clicked.connect(lambda _checked=False: do())
        column.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)
        return button

    def _left_behind(self, copy: Copy) -> QFrame:
        box = QFrame()
        box.setObjectName("left_behind")
        box.setProperty("kind", "finding")
        inner = QVBoxLayout(box)
        piece, when = copy.project.name or "A piece", copy.made.astimezone().strftime("%d %b, %H:%M")
        inner.addWidget(wrapped(f"{piece}: work of {when} was not saved", "strong"))
        words = wrapped(offer_words(copy, None))
        words.setObjectName("left_behind_words")
        inner.addWidget(words)
        if copy.of is not None:
            # By a thread that nobody waits for: the file may lie on a drive that does not answer.
            errand = Errand(box)
            errand.done.connect(partial(self._say, words, copy))
            QTimer.singleShot(0, partial(errand.start, partial(compare, copy)))
        row = QHBoxLayout()
        for name, signal in (("Take it up", self.taken_up), ("Put it away", self.put_away)):
            button = QPushButton(name)
            button.setObjectName(name.lower().replace(" ", "_"))
            button.clicked.connect(box.hide)
            button.clicked.connect(partial(signal.emit, copy))
            row.addWidget(button)
        row.addStretch(1)
        inner.addLayout(row)
        return box

    @staticmethod
    def _say(words: QLabel, copy: Copy, compared: object, _fault: str) -> None:
        words.setText(offer_words(copy, compared if isinstance(compared, Compared) else None))

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
        kind = self.kind.kind
        try:
            self.session.do(lambda project: new_piece(project, self._name(kind.title), sizes, kind.kind))
        except BadInputError as refused:
            name = _size_of(kind.load(), refused.parameter)
            self._show_fault(name, self.session.fault(refused))
            self.lines[name].setFocus()

    def _name(self, title: str) -> str:
        """The first piece is called as the project is; further ones by their kind, numbered."""
        project = self.session.project
        if not project.pieces:
            return project.name or title
        taken = {piece.name for piece in project.pieces if isinstance(piece, PieceBase)}
        return next(name for k in range(1, 100) if (name := title if k == 1 else f"{title} {k}") not in taken)

    def _show_fault(self, name: str, words: str) -> None:
        self.faults[name].setText(words)
        self.faults[name].setVisible(bool(words))
        self.lines[name].setProperty("faulty", bool(words))
        self.lines[name].setAccessibleDescription(words)
        restyle(self.lines[name])

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        painter.setPen(paint.pen(t.EDGE, 1.0, dash=(5, 4)))
        painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 4, 4)


def _size_of(kind: type[PieceBase], parameter: str) -> str:
    """Which of the three sizes a refusal is about: the one along which the refused entry is taken."""
    if parameter in OVER_ALL:
        return parameter
    entry = next((entry for entry in params(kind) if entry.name == parameter), None)
    along = entry.span.along[-1] if entry is not None and entry.span is not None else "x"
    return {"x": "width", "y": "depth", "z": "height"}[along]
