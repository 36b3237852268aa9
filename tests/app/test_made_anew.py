"""Screens come and go, under whatever is open or at work meanwhile."""

from itertools import cycle
from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QWidget

from tests.app.desk import Desk, put_on_look, wait
from tests.fuzzing import FULL
from zygoform.app.application import Application
from zygoform.app.main_window import MainWindow
from zygoform.app.preferences import Preferences
from zygoform.app.stages.redesign.stage import RedesignStage
from zygoform.core.edits.condition import add_fault
from zygoform.core.edits.planning import add_change, set_value
from zygoform.files.settings_json import Settings

ROUNDS = 200 if FULL else 4


@pytest.mark.parametrize(
    ("stage", "key"),
    [
        *zip(
            ("survey", "redesign", "cut", "buy", "settings", "help"),
            cycle((Qt.Key.Key_Escape, Qt.Key.Key_Return)),
            strict=False,
        )
    ],
)
def test_the_finder_outlives_what_had_the_keyboard(desk: Desk, stage: str, key: Qt.Key) -> None:
    desk.window.go(stage)
    page = desk.window._made[stage]
    line = next((w for w in page.findChildren(QWidget) if w.isVisible() and w.focusPolicy()), page)
    line.setFocus()
    desk.action("find")
    # As when a better layout arrives, or all is made anew: what had the keyboard goes.
    line.deleteLater()
    desk.session.changed.emit()
    desk.settle()
    QTest.keyClick(desk.find(QWidget, "find_line"), key)
    desk.settle()
    assert not desk.find(QWidget, "finder").isVisible()
    now = desk.frame.focusWidget()
    assert now is not None
    assert now.isVisible()


def test_another_change_or_fault_may_have_the_id_of_one_before(desk: Desk) -> None:
    """Undone, and another one made, while the screen with its card is not the one seen."""
    desk.action("stage_survey")
    survey, seen = desk.window._made["survey"], set[tuple[str, str]]()
    survey.look("faults")  # type: ignore[attr-defined]
    for kind, fault in (("plank_top", "loose_joint"), ("own_part", "stain"), ("skirt", "split")):
        desk.action("stage_cut")
        while desk.session.history.can_undo:
            desk.session.undo()
        desk.session.do(lambda p, kind=kind: add_change(p, kind, "p1/body/main"))  # type: ignore[misc]
        desk.session.do(lambda p, fault=fault: add_fault(p, "p1/side/left", fault, (0.0, 0.0, 0.0)))  # type: ignore[misc]
        desk.action("stage_redesign")
        redesign, new = desk.window._made["redesign"], desk.session.project.changes[-1].id
        assert isinstance(redesign, RedesignStage)
        redesign.open_card(new)
        desk.settle()
        assert redesign.cards[new].kind.__name__.lower() == kind.replace("_", "")
        fault_id = desk.session.project.known_pieces[0].faults[-1].id
        desk.action("stage_survey")
        desk.session.select("p1/side/left", fault_id)
        desk.settle()
        assert survey.faults.cards[fault_id].kind == fault  # type: ignore[attr-defined]
        seen.add((new, fault_id))
    assert len(seen) == 1, "it was the same id every time"


def test_another_look_while_papers_are_written(app: QApplication, tmp_path: Path) -> None:
    """Old screens go in the interface's thread, whatever a worker does at that moment."""
    frame = MainWindow()
    frame.show()
    desk = Application(app, frame, Preferences(Settings()), demo=True)
    written = 0
    for k in range(ROUNDS):
        filing = desk.window.filing
        path = tmp_path / f"{k}.pdf"
        filing.ask_save = lambda _n, _k, path=path: str(path)  # type: ignore[misc]
        filing.export_sheet()
        put_on_look(desk, text_percent=(100, 115, 130)[k % 3], theme=("light", "dark")[k % 2])
        desk.window.go(("survey", "redesign", "cut", "buy")[k % 4])
        desk.session.do(lambda p, k=k: set_value(p, "c1", "overhang_left", 20.0 + k))  # type: ignore[misc]
        QTest.qWait(15)
    for k in range(ROUNDS):
        QTest.qWait(0)
        path = tmp_path / f"{k}.pdf"
        wait(path.exists)
        written += path.read_bytes().startswith(b"%PDF")
    assert written == ROUNDS
    put_on_look(desk, text_percent=100, theme="light")
    desk.window.filing.ask_unsaved = lambda: "discard"
    frame.close()
    frame.deleteLater()
    app.processEvents()
