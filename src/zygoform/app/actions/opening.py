"""A large project is read and planned while the window goes on answering."""

from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QWidget

from zygoform.app.background import Errand
from zygoform.app.slices import Slices
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.findings import wrapped
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import Plan, plan_piecemeal
from zygoform.core.project import Project
from zygoform.files.project_json import UnreadableError, read_project

LONG_FILE = 160_000
"""Bytes: a file of fewer is read and planned at one go."""

Planned = tuple[Plan | None, Memory]


def is_long(path: Path) -> bool:
    """Whether reading a file takes longer than one would wait for without a word."""
    try:
        return path.stat().st_size > LONG_FILE
    except OSError:
        # Reading it will say why.
        return False


class LongOpening(QDialog):
    """Says what is being opened, and can be left: then the document before stays.

    `find` runs in a thread. `taken` gets the project with its plan, `refused` what is wrong with it, in words.
    """

    def __init__(
        self,
        window: QWidget,
        name: str,
        find: Callable[[], Project | UnreadableError],
        taken: Callable[[Project, Planned], object],
        refused: Callable[[str], object],
    ) -> None:
        super().__init__(window)
        self._taken, self._refused = taken, refused
        self.setObjectName("opening")
        self.setWindowTitle("Open")
        self.setWindowModality(Qt.WindowModality.WindowModal)
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        row = QHBoxLayout(self)
        words = wrapped(f"Opening {name}…")
        words.setMinimumWidth(t.px(300))
        row.addWidget(words, 1)
        leave = QPushButton("Cancel")
        leave.setObjectName("opening_cancel")
        leave.clicked.connect(self.reject)
        row.addWidget(leave)
        self._slices, self._errand = Slices(self), Errand(self)
        self._errand.done.connect(self._on_read)
        self._errand.start(find)

    def _on_read(self, found: object, fault: str) -> None:
        if not self.isVisible():
            return
        if not isinstance(found, Project):
            self.reject()
            self._refused(
                str(found) if isinstance(found, UnreadableError) else f"The file cannot be read: {fault}."
            )
            return
        memory = Memory()

        def planned(plan: Plan | None) -> None:
            self.accept()
            self._taken(found, (plan, memory))

        def failed(wrong: Exception) -> None:
            self.reject()
            self._refused(f"This project cannot be worked out: {wrong}")

        self._slices.begin(plan_piecemeal(found, None, memory), planned, failed)

    def done(self, result: int) -> None:
        """Opened, refused or left."""
        self._slices.drop()
        super().done(result)


def read_or_why_not(path: Path) -> Project | UnreadableError:
    """The project in a file, or what is wrong with it."""
    try:
        return read_project(path)
    except UnreadableError as refused:
        return refused
