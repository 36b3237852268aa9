"""Someone who presses everything: whatever is done, nothing breaks and the document stays whole."""

import os
import random
import time

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QAbstractButton, QApplication, QComboBox, QLineEdit, QMenu, QWidget

from tests.app.desk import LEFT, NONE, Desk, move_pointer
from tests.fuzzing import FULL
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.theme.look import put_on
from zygoform.app.widgets.buttons import Segments
from zygoform.core.edits.pieces import copy_piece, new_piece
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.limits import is_large
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, fresh_project, set_demo
from zygoform.files.project_json import dump_project, parse_project

TEXTS = (
    *("", "0", "1", "-1", "1e9", "abc", "34 3/8", "1/0", '"', "873 mm", "87,3 cm", "2' 10 3/8\"", "?", "20?"),
    *("1000000", "0.0001", "½", "nan", "4", "90", "88.5", "6 ft", "<b>x</b>", "{0}", "%s", "99999 mm", "3 1/2?"),
)
ENDS = (Qt.Key.Key_Return, Qt.Key.Key_Tab, Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Escape)
KEYS = (Qt.Key.Key_Left, Qt.Key.Key_Right, Qt.Key.Key_Up, Qt.Key.Key_Down, Qt.Key.Key_Return, Qt.Key.Key_Escape)
LETTERS = (Qt.Key.Key_F, Qt.Key.Key_O, Qt.Key.Key_M, Qt.Key.Key_A, Qt.Key.Key_C, Qt.Key.Key_0, Qt.Key.Key_N)
STEPS = 60 if FULL else 40


class Monkey:
    """Takes one thing on the screen after the other; every way of taking it is a method."""

    def __init__(self, desk: Desk, seed: int) -> None:
        self.desk, self.draw = desk, random.Random(seed)
        self.done: list[object] = []
        desk.window.filing.ask_unsaved = lambda: "discard"
        desk.window.filing.ask_open = lambda _kinds: ""
        desk.window.filing.ask_save = lambda _name, _kinds: ""
        desk.window.filing.ask_copy = lambda _words: "later"
        desk.window.filing.ask_photos = list
        desk.window.filing.ask_changed = lambda _name: "back"
        desk.window.devices.ask_code = lambda: self.draw.choice(("", "314159"))

    def step(self) -> None:
        if (menu := self.desk.app.activePopupWidget()) is not None:
            self.menu(menu)
        else:
            ways = (self.type, self.type, self.press, self.press, self.choose, self.act, self.segment, self.point)
            self.draw.choice(ways)()
        self.desk.settle()

    def shown(self, kind: type[QWidget]) -> list[QWidget]:
        return [w for w in self.desk.frame.findChildren(kind) if w.isVisible() and w.isEnabled()]

    def one(self, kind: type[QWidget]) -> QWidget | None:
        some = self.shown(kind)
        return self.draw.choice(some) if some else None

    def menu(self, menu: QWidget) -> None:
        entries = menu.actions() if isinstance(menu, QMenu) else []
        usable = [
            entry for entry in entries if entry.isEnabled() and entry.text() and entry.objectName() != "close"
        ]
        if usable and self.draw.random() < 0.8:
            entry = self.draw.choice(usable)
            self.done.append(("menu", entry.text()))
            entry.trigger()
        menu.close()

    def type(self) -> None:
        line = self.one(QLineEdit)
        if isinstance(line, QLineEdit):
            text = self.draw.choice(TEXTS)
            self.done.append((line.objectName(), text))
            line.setFocus()
            line.selectAll()
            QTest.keyClicks(line, text)
            QTest.keyClick(line, self.draw.choice(ENDS))

    def press(self) -> None:
        button = self.one(QAbstractButton)
        # What opens a menu or the system's print dialog would wait for a hand there.
        if button is not None and button.objectName() not in ("piece_menu", "preview_print"):
            self.done.append(("press", button.objectName()))
            QTest.mouseClick(button, LEFT)

    def choose(self) -> None:
        combo = self.one(QComboBox)
        if isinstance(combo, QComboBox) and combo.count():
            at = self.draw.randrange(combo.count())
            self.done.append((combo.objectName(), at))
            combo.setCurrentIndex(at)
            combo.activated.emit(at)

    def act(self) -> None:
        names = [n for n, (action, _) in self.desk.window.actions_table.items() if action.id != "close"]
        name = self.draw.choice(names)
        self.done.append(("act", name))
        self.desk.window.actions_table[name][0].do()

    def segment(self) -> None:
        segments = self.one(Segments)
        if segments is not None:
            self.done.append(("segment", segments.objectName()))
            at = QPoint(self.draw.randrange(segments.width()), segments.height() // 2)
            QTest.mouseClick(segments, LEFT, NONE, at)

    def point(self) -> None:
        stand = self.one(PieceView)
        if not isinstance(stand, PieceView):
            return
        at = QPoint(self.draw.randrange(stand.width()), self.draw.randrange(stand.height()))
        scene = stand.scene()
        self.done.append(("point", at.x(), at.y()))
        if stand.kind != "small" and scene is not None and scene.grips and self.draw.random() < 0.4:
            grip = stand.mapping().to_px(self.draw.choice(scene.grips).at).toPoint()
            QTest.mousePress(stand, LEFT, NONE, grip)
            move_pointer(stand, at)
            self.desk.settle()
            QTest.mouseRelease(stand, LEFT, NONE, at)
            return
        move_pointer(stand, at)
        QTest.mouseClick(stand, self.draw.choice((LEFT, LEFT, Qt.MouseButton.RightButton)), NONE, at)
        for _ in range(3):
            QTest.keyClick(stand, self.draw.choice(KEYS + LETTERS))

    def check(self) -> None:
        """The file says the same, and the plan is the one worked out from nothing."""
        session = self.desk.session
        project = session.history.project
        if project.pieces:
            assert parse_project(dump_project(project)) == project
            if session.project is project and not session.planning._slices.busy:
                assert compile_plan(project, session.planning.layouts.best) == session.plan


def every_kind() -> Project:
    project = fresh_project()
    for kind in PIECE_KINDS:
        project = new_piece(project, kind, {}, kind).project
    return project


def large() -> Project:
    """So many pieces that plan and drawing come after what is done."""
    project = set_demo()
    while not is_large(project):
        project = copy_piece(project, "p1", with_changes=True).project
    return project


LONG = float(os.environ.get("ZYGOFORM_MONKEY", "0"))


@pytest.mark.quiet
def test_pressing_everything_for_long(app: QApplication) -> None:
    """All kinds of piece, two documents one after the other, both looks; Qt's warnings are faults here."""
    until, seed = time.monotonic() + LONG, 1000
    while time.monotonic() < until:
        seed += 1
        put_on(app, ("light", "dark")[seed % 2], (100, 130)[seed % 4 // 2])
        kinds = (demo_project, set_demo, every_kind, fresh_project, large)
        documents = [kinds[(seed + k) % len(kinds)]() for k in (0, 1)]
        desk = Desk(app, documents[0])
        monkey = Monkey(desk, seed)
        for document in (None, documents[1]):
            if document is not None:
                desk.session.begin(document, None, "Another")
            for _ in range(STEPS):
                monkey.step()
                monkey.check()
        desk.close()
    put_on(app)


@pytest.mark.parametrize("seed", range(6) if FULL else range(2))
def test_pressing_everything_breaks_nothing(app: QApplication, seed: int) -> None:
    desk = Desk(app, (demo_project, fresh_project, large)[seed % 3]())
    monkey = Monkey(desk, seed)
    try:
        for _ in range(STEPS):
            monkey.step()
            monkey.check()
        while desk.session.history.can_undo:
            desk.session.undo()
        desk.session.planning.settle()
        monkey.check()
    except AssertionError as broken:
        raise AssertionError(f"after {monkey.done[-8:]}") from broken
    finally:
        if (menu := app.activePopupWidget()) is not None:
            menu.close()
        desk.close()
