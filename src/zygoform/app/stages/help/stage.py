"""Help: questions on the left, the answer on the right; all keys below."""

from collections.abc import Iterable
from functools import cache
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QGridLayout, QHBoxLayout, QLineEdit, QListWidget, QVBoxLayout, QWidget

from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.side_drawer import scrolled

MORE_KEYS = (
    (
        "F L R B A C",
        "on the drawing: stand in front, left, right, at the back, above, at a corner, C again at the next",
    ),
    ("O, the letter", "on Redesign's drawing: as found, found and planned, as planned"),
    ("M", "on the drawing: all sizes"),
    ("0, the figure; + -", "on the drawing: the whole piece, nearer, farther; so does the wheel where it points"),
    ("N", "on Redesign's drawing: a new change; on the survey's: measure the next size"),
    ("D O P K E", "on the survey's drawing: the opening holds a drawer, a door, a panel, is open for knees, empty"),
    ("2 to 6", "on the survey's drawing: divide the opening into so many rows; with Ctrl into columns"),
    ("X, G", "on the survey's drawing: a fault on the part; photos beside it"),
    ("Arrows", "on the drawing: to the next part; on boards: to the next part or board"),
    ("Enter", "on a part: what can be done with it; on a change: opens it"),
    ("Esc", "lets go of a part, gives up what is being typed or dragged"),
    ("Up, Down", "in a length: by the finest mark; with Shift by four"),
    ("Space", "on a change: in or left out"),
    ("Alt+Up, Alt+Down", "on a change: earlier or later"),
    ("Del", "on a change: takes it away"),
    ("[ and ]", "on boards: previous and next board"),
    ("Space, D, S", "on the rule of days: start, done, still tacky; B breaks off, W went wrong, N no time today"),
    ("T, + -", "on the rule of days: to now, wider hours, more days"),
    ("Alt+W", "on Cut: why the numbers of what you point at are what they are"),
)


class HelpStage(QWidget):
    """Answers can be searched; `keys` are those of the list of actions, with what they do."""

    def __init__(self, keys: Iterable[tuple[str, str]], parent: QWidget | None = None) -> None:
        super().__init__(parent)
        whole = QHBoxLayout(self)
        whole.setContentsMargins(t.MARGIN, 14, t.MARGIN, 8)
        whole.setSpacing(24)
        left = QVBoxLayout()
        left.addWidget(label("Questions", "title"))
        self.search = QLineEdit()
        self.search.setObjectName("help_search")
        self.search.setAccessibleName("Search the questions")
        self.search.setPlaceholderText("a word of your question")
        self.search.textChanged.connect(self._filter)
        left.addWidget(self.search)
        self.questions = QListWidget()
        self.questions.setObjectName("help_questions")
        self.questions.setAccessibleName("Questions")
        self.questions.setWordWrap(True)
        self.questions.setResizeMode(QListWidget.ResizeMode.Adjust)
        self.questions.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
        self.questions.currentRowChanged.connect(lambda _row: self._show())
        left.addWidget(self.questions, 1)
        whole.addLayout(left, 2)
        inner = QWidget()
        whole.addWidget(scrolled(inner), 3)
        right = QVBoxLayout(inner)
        right.setContentsMargins(0, 0, 12, 0)
        right.setSpacing(10)
        self.question, self.answer = wrapped("", "title"), wrapped("")
        self.answer.setObjectName("help_answer")
        right.addWidget(self.question)
        right.addWidget(self.answer)
        right.addSpacing(16)
        right.addWidget(label("Keys", "title"))
        right.addLayout(self._keys(keys))
        right.addStretch(1)
        self._shown: list[tuple[str, str]] = []
        self._filter("")

    def _keys(self, own: Iterable[tuple[str, str]]) -> QGridLayout:
        grid = QGridLayout()
        grid.setHorizontalSpacing(16)
        grid.setVerticalSpacing(4)
        grid.setColumnStretch(1, 1)
        for row, (keys, title) in enumerate((*dict(own).items(), *MORE_KEYS)):
            grid.addWidget(label(keys, "strong"), row, 0, Qt.AlignmentFlag.AlignTop)
            grid.addWidget(wrapped(title), row, 1)
        return grid

    def _filter(self, text: str) -> None:
        """Questions that hold every word, in question or answer."""
        words = text.lower().split()
        self._shown = [qa for qa in answers() if all(word in " ".join(qa).lower() for word in words)]
        self.questions.clear()
        self.questions.addItems([question for question, _ in self._shown])
        self.questions.setCurrentRow(0)
        self._show()

    def _show(self) -> None:
        row = self.questions.currentRow()
        known = 0 <= row < len(self._shown)
        question, answer = self._shown[row] if known else ("", "No question holds these words. Try fewer.")
        self.question.setText(question)
        self.answer.setText(answer)

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        self.search.setFocus()


# The first questions of a maker, as they stand in data/answers.md.


@cache
def answers() -> tuple[tuple[str, str], ...]:
    """Question and answer, in order."""
    text = (Path(__file__).parents[3] / "data" / "answers.md").read_text("utf-8")
    pairs = []
    for block in text.split("## ")[1:]:
        question, _, answer = block.partition("\n")
        pairs.append((question.strip(), " ".join(answer.split())))
    return tuple(pairs)
