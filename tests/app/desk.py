"""Someone at the desk: finds widgets by name, presses keys, types, points, drags; counts what it does."""

import time
from collections.abc import Callable
from typing import Any, TypeVar

from PySide6.QtCore import QEvent, QPoint, QPointF, Qt
from PySide6.QtGui import QAction, QKeySequence, QMouseEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QComboBox, QLineEdit, QMenu, QWidget

from zygoform.app.application import Application
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.main_view import MainView
from zygoform.app.main_window import MainWindow
from zygoform.app.session import Session
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project

T = TypeVar("T", bound=QWidget)
LEFT = Qt.MouseButton.LeftButton
HELD: list[float] = []
"""ms of the thread's own time that each round of the event loop took, in the test that runs."""
ACTIVE_MS = 2000
"""So long at most a window waits for the keyboard."""
LONGEST = 600.0
"""Seconds: what has not come by then never will, however busy the machine is."""
NONE = Qt.KeyboardModifier.NoModifier


def wait(ready: Callable[[], bool], seconds: float = LONGEST) -> None:
    """Until something is so, the window going on meanwhile."""
    until = time.monotonic() + seconds
    while not ready():
        assert time.monotonic() < until, "waited in vain"
        QTest.qWait(10)


def put_on_look(desk: Application, **settings: Any) -> None:
    """Another look, as from the settings, until all of it stands."""
    desk.preferences.set(**settings)
    while desk.look.busy:
        QApplication.processEvents()


class Desk:
    """One window and one pair of hands. `count` is how many actions it took."""

    def __init__(self, app: QApplication, project: Project) -> None:
        self.app = app
        self.session = Session(project)
        self.frame = MainWindow()
        self.window = MainView(self.session, self.frame)
        self.window.go("redesign" if self.session.plan is not None else "survey")
        self.frame.show()
        self.count = 0
        self.told: list[str] = []
        self.window.filing.told.connect(self.told.append)
        self.session.refused.connect(self.told.append)
        QTest.qWaitForWindowExposed(self.frame)
        self.frame.activateWindow()
        # A real window gets the keyboard some rounds later: keys pressed before that go nowhere.
        QTest.qWaitForWindowActive(self.frame, ACTIVE_MS)
        self.settle()

    def close(self) -> None:
        watched = len(HELD)
        self.window.filing.ask_unsaved = lambda: "discard"
        self.session.close()
        self.frame.close()
        self.frame.deleteLater()
        self.settle()
        self.app.sendPostedEvents(None, QEvent.Type.DeferredDelete)
        # The window is gone: what letting go of a large project takes holds nobody, as at the program's end.
        del HELD[watched:]

    @property
    def plan(self) -> Plan:
        assert self.session.plan is not None
        return self.session.plan

    def settle(self) -> None:
        for _ in range(4):
            began = time.thread_time()
            self.app.processEvents()
            HELD.append(1000 * (time.thread_time() - began))

    def wait(self, ready: Callable[[], bool], seconds: float = LONGEST) -> None:
        wait(ready, seconds)

    def find(self, kind: type[T], name: str) -> T:
        found = self.frame.findChildren(kind, name)
        shown = [widget for widget in found if widget.isVisible()] or found
        assert shown, f"no {kind.__name__} named {name}"
        return shown[-1]

    def action(self, name: str) -> None:
        """An action of the list, by its key where it has one."""
        entry, made = self.window.actions_table[name]
        self.count += 1
        if entry.keys:
            self._key_sequence(made)
        else:
            made.trigger()
        self.settle()

    def _key_sequence(self, made: QAction) -> None:
        self._wake()
        target = self.frame.focusWidget() or self.frame
        QTest.keySequence(target, QKeySequence(made.shortcuts()[0]))

    def _wake(self) -> None:
        """Without a window manager nobody gives the window back what a menu took."""
        if self.app.activeWindow() is None and self.app.activePopupWidget() is None:
            self.frame.activateWindow()
            self.settle()

    def key(self, key: Qt.Key, modifiers: Qt.KeyboardModifier = NONE) -> None:
        """One key, to whatever has the keyboard."""
        self.count += 1
        self._wake()
        target = self.app.activePopupWidget() or self.frame.focusWidget() or self.frame
        QTest.keyClick(target, key, modifiers)
        self.settle()

    def click(self, name: str) -> None:
        widget = self.find(QWidget, name)
        self.count += 1
        QTest.mouseClick(widget, LEFT)
        self.settle()

    def enter(self, name: str, text: str, key: Qt.Key = Qt.Key.Key_Return) -> None:
        """Types a value into a field and ends it with a key: one action."""
        line = self.find(QLineEdit, name)
        line.setFocus()
        line.selectAll()
        self.type_here(text, key)

    def type_here(self, text: str, key: Qt.Key = Qt.Key.Key_Tab) -> None:
        """Types where the keyboard is."""
        self.count += 1
        line = self.frame.focusWidget()
        assert isinstance(line, QLineEdit)
        if text:
            QTest.keyClicks(line, text)
        else:
            QTest.keyClick(line, Qt.Key.Key_Delete)
        QTest.keyClick(line, key)
        self.settle()

    def choose(self, name: str, value: str) -> None:
        """One entry of a list."""
        self.count += 1
        combo = self.find(QWidget, name)
        if not isinstance(combo, QComboBox):
            combo.choose(value)  # type: ignore[attr-defined]
            self.settle()
            return
        at = combo.findData(value)
        assert at >= 0
        combo.setCurrentIndex(at)
        combo.activated.emit(at)
        self.settle()

    def menu(self, name: str, title: str) -> None:
        """One entry of a menu that stands open."""
        self.count += 1
        menus = [m for m in self.frame.findChildren(QMenu, name) if m.isVisible()]
        assert menus, f"no open menu {name}"
        for action in menus[-1].actions():
            if action.text() == title:
                action.trigger()
                menus[-1].close()
                self.settle()
                return
        raise AssertionError(f"{title} not in {[a.text() for a in menus[-1].actions()]}")

    def stand(self) -> PieceView:
        return self.find(PieceView, f"drawing_{self.window.stage}")

    def place_of(self, part_id: str) -> QPointF:
        """A pixel of the stand where a part is really seen."""
        stand = self.stand()
        targets = stand.targets()
        return stand.mapping().to_px(targets[part_id])

    def point_at(self, part_id: str) -> None:
        move_pointer(self.stand(), self.place_of(part_id).toPoint())
        self.settle()

    def click_part(self, part_id: str) -> None:
        self.count += 1
        QTest.mouseClick(self.stand(), LEFT, NONE, self.place_of(part_id).toPoint())
        self.settle()

    def drag(self, parameter: str, mm: float) -> None:
        """Drags the grip of a parameter by so many mm on the piece."""
        self.count += 1
        stand = self.stand()
        scene, mapping = stand.scene(), stand.mapping()
        assert scene is not None
        grip = next(g for g in scene.grips if g.parameter == parameter)
        start = mapping.to_px(grip.at)
        reach = mm * grip.stretch * mapping.scale
        end = start + QPointF(grip.direction[0] * reach, -grip.direction[1] * reach)
        QTest.mousePress(stand, LEFT, NONE, start.toPoint())
        for k in range(1, 5):
            move_pointer(stand, _between(start, end, k / 4))
            self.settle()
        QTest.mouseRelease(stand, LEFT, NONE, end.toPoint())
        self.settle()

    def fault(self, name: str) -> str:
        """The message beside a field; empty where there is none."""
        from PySide6.QtWidgets import QLabel

        label = self.find(QLabel, f"{name}_fault")
        return label.text() if not label.isHidden() else ""


def move_pointer(widget: QWidget, at: QPoint) -> None:
    """Moves the mouse over a widget: sent, not left to the screen's pointer.

    That one may be there already, or come late on a busy machine.
    """
    no = Qt.MouseButton.NoButton
    moved = QMouseEvent(QEvent.Type.MouseMove, QPointF(at), QPointF(widget.mapToGlobal(at)), no, no, NONE)
    QApplication.sendEvent(widget, moved)
    QApplication.processEvents()


def _between(start: QPointF, end: QPointF, share: float) -> QPoint:
    return (start + (end - start) * share).toPoint()
