"""A real window, driven by keys and mouse; Qt's warnings and processes left running are failures."""

import gc
import multiprocessing
import os
import sys
from collections.abc import Iterator
from pathlib import Path

import pytest

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")


from PySide6.QtCore import QMessageLogContext, QtMsgType, qInstallMessageHandler
from PySide6.QtWidgets import QApplication

from tests.app.desk import HELD, Desk
from tests.app.own_screen import own_screen
from tests.app.slowness import FIRST_MS, SWING
from tests.fuzzing import QUIET
from zygoform.app.collecting import Collector
from zygoform.app.main import qt_application
from zygoform.files.demo import counter_begun, fresh_project

own_screen()

MAY_HOLD_MS = {
    # Seven and eight pieces with tops and skirts are drawn from nothing, in one painting.
    "test_nothing_holds_the_window": 150.0,
    "test_names_and_numbers_of_a_set_stand_clear": 150.0,
    # Anything pressed between two rounds, whole documents opened among them.
    "test_pressing_everything_breaks_nothing": 200.0,
    "test_pressing_everything_for_long": 200.0,
}
"""ms, for the tests named, and why; asked for where the machine is quiet (`make fuzz`)."""
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
    HELD.clear()
    # As in the program (`collecting.py`) no collection of all there is comes in the middle of a round; its timer's
    # looks through what this test made, not through all that the tests before it left.
    gc.collect()
    gc.freeze()
    gc.disable()
    yield
    gc.enable()
    qInstallMessageHandler(None)
    assert said == []
    assert multiprocessing.active_children() == []
    if not QUIET:
        return
    # A watchdog over every test: no round of the event loop holds the window. Every desk makes its first screen, so
    # that the bound is that of a first one; `test_watchdog.py` holds all else to half of it.
    name = os.environ.get("PYTEST_CURRENT_TEST", "").split("::")[-1].split(" ")[0].split("[")[0]
    longest, most = max(HELD, default=0.0), MAY_HOLD_MS.get(name, FIRST_MS)
    assert longest <= most * SWING, f"the event loop was held for {longest:.0f} ms"


@pytest.fixture
def desk(app: QApplication) -> Iterator[Desk]:
    """The window with the demo."""
    made = Desk(app, counter_begun())
    yield made
    made.close()


@pytest.fixture
def bare(app: QApplication) -> Iterator[Desk]:
    """The window with nothing in it."""
    made = Desk(app, fresh_project())
    yield made
    made.close()


@pytest.fixture
def empty_home(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> Path:
    """A user who has never started the program."""
    monkeypatch.setenv("XDG_CONFIG_HOME", str(tmp_path / "config"))
    monkeypatch.setenv("XDG_STATE_HOME", str(tmp_path / "state"))
    return tmp_path
