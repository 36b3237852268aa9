"""A large project is read and planned while the window goes on answering."""

from collections.abc import Callable
from functools import partial
from pathlib import Path

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QDialog, QHBoxLayout, QPushButton, QWidget

from zygoform.app.background import Errand, patiently
from zygoform.app.slices import Slices
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.findings import wrapped
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import Plan, compile_plan, plan_piecemeal
from zygoform.core.plan.sound import kept_words, sound_part
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

    `find` runs in a thread. `taken` gets the project with its plan and what is not in that, `refused` what is
    wrong with it, in words.
    """

    def __init__(
        self,
        window: QWidget,
        name: str,
        find: Callable[[], Project | UnreadableError],
        taken: Callable[[Project, Planned, str], object],
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
            self._taken(found, (plan, memory), unplanned_words(found))

        def failed(_wrong: Exception) -> None:
            try:
                project, planned, said = planned_as_far_as_sound(found)
            except UnreadableError as refused:
                self.reject()
                self._refused(str(refused))
            else:
                self.accept()
                self._taken(project, planned, said)

        self._slices.begin(plan_piecemeal(found, None, memory), planned, failed)

    def done(self, result: int) -> None:
        """Opened, refused or left."""
        self._slices.drop()
        super().done(result)


def planned_as_far_as_sound(project: Project) -> tuple[Project, Planned, str]:
    """A project with its plan; what of it cannot be worked out is set aside, and told. Raises UnreadableError.

    The window paints meanwhile: strips by the thousand take a few seconds, in a file that is short.
    """
    memory = Memory()
    try:
        return project, (patiently(lambda: compile_plan(project, None, memory)), memory), unplanned_words(project)
    except Exception as wrong:
        sound = patiently(partial(sound_part, project))
        if sound is None:
            words = (
                f"Nothing of it can be worked out ({type(wrong).__name__}: {wrong}). The file was left as it is."
            )
            raise UnreadableError(words) from wrong
        memory = Memory()
        planned = compile_plan(sound.project, None, memory), memory
        return sound.project, planned, unplanned_words(project, sound.set_aside)


def unplanned_words(read: Project, broken: tuple[str, ...] = ()) -> str:
    """What of a project is not in its plan, and kept as it is; nothing where all of it is."""
    said = []
    if read.has_unknown:
        said.append(f"holds what this version does not know: {kept_words(read)}")
    if broken:
        said.append(f"holds what cannot be worked out: {', '.join(broken[:3])}")
    return f"{', and '.join(said)}. It is kept as it is." if said else ""


def read_or_why_not(path: Path) -> Project | UnreadableError:
    """The project in a file, or what is wrong with it."""
    try:
        return read_project(path)
    except UnreadableError as refused:
        return refused
    except Exception as wrong:  # noqa: BLE001 - whatever is in a file, opening it ends in words
        return UnreadableError(f"It cannot be read ({type(wrong).__name__}: {wrong}). It was left as it is.")
