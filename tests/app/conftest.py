"""A real window, driven by keys and mouse; Qt's warnings and processes left running are failures."""

import multiprocessing
import os
import sys
from collections.abc import Iterator

import pytest

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")


from PySide6.QtCore import QMessageLogContext, QtMsgType, qInstallMessageHandler
from PySide6.QtWidgets import QApplication

from tests.app.desk import Desk
from tests.app.own_screen import own_screen
from zygoform.app.collecting import Collector
from zygoform.app.main import qt_application
from zygoform.files.demo import demo_project, fresh_project

own_screen()

HARMLESS = (
    "propagateSizeHints",
    "does not support grabbing",
    "XDG_RUNTIME_DIR",
    "does not support raise",
    "QStandardPaths",
)


@pytest.fixture(scope="session")
def app() -> QApplication:
    made = qt_application()
    Collector(made)
    return made


@pytest.fixture(autouse=True)
def quiet(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """Whatever Qt complains of fails the test, and so does a process that goes on."""
    said: list[str] = []

    def note(kind: QtMsgType, _context: QMessageLogContext, words: str) -> None:
        if kind != QtMsgType.QtDebugMsg and not any(word in words for word in HARMLESS):
            said.append(words)

    # An error in a slot or in painting goes to the hook and would else be lost.
    monkeypatch.setattr(sys, "excepthook", lambda _type, error, _trace: said.append(repr(error)))
    qInstallMessageHandler(note)
    yield
    qInstallMessageHandler(None)
    assert said == []
    assert multiprocessing.active_children() == []


@pytest.fixture
def desk(app: QApplication) -> Iterator[Desk]:
    """The window with the demo."""
    made = Desk(app, demo_project())
    yield made
    made.close()


@pytest.fixture
def bare(app: QApplication) -> Iterator[Desk]:
    """The window with nothing in it."""
    made = Desk(app, fresh_project())
    yield made
    made.close()
