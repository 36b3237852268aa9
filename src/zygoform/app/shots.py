"""Pictures of every main view with the demo, at 1280 x 800."""

import errno
import time
from collections.abc import Callable
from datetime import UTC, datetime
from pathlib import Path

from PySide6.QtCore import QEventLoop
from PySide6.QtWidgets import QApplication, QPushButton, QScrollArea, QWidget

from zygoform.app.another_look import AnotherLook
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.clock import Clock
from zygoform.app.main_view import MainView
from zygoform.app.main_window import MainWindow
from zygoform.app.session import Session
from zygoform.app.stages.finish.stage import FinishStage
from zygoform.app.stages.survey.stage import SurveyStage
from zygoform.app.theme.look import put_on
from zygoform.app.widgets.buttons import Segments
from zygoform.core.edits.planning import set_value
from zygoform.files.demo import demo_project, fresh_project, in_its_days, set_demo
from zygoform.files.settings_json import Theme

LONGEST_WAIT = 300.0
NOW = datetime(2026, 12, 3, 19, 20, tzinfo=UTC)
"""The demo is always as it was then."""


class _Studio:
    """The demo in a window, and the pictures taken of it."""

    def __init__(self, app: QApplication, folder: Path) -> None:
        self.app, self.folder, self.taken = app, folder, list[Path]()
        self.session, self.frame = Session(in_its_days(demo_project(), NOW)), MainWindow()
        self.session.days.clock = Clock(lambda: NOW)
        self.window = MainView(self.session, self.frame)

    def shot(self, name: str) -> None:
        """Takes a picture once everything that waits is done."""
        _settle(self.app, lambda: all(view.drawing.at_rest for view in self.frame.findChildren(PieceView)))
        self.keep(self.frame, name)

    def keep(self, widget: QWidget, name: str) -> None:
        """Writes a picture of a widget as it is. Raises OSError."""
        path = self.folder / f"{name}.png"
        if not widget.grab().save(str(path)):
            raise OSError(errno.EIO, "a picture cannot be written there", str(path))
        self.taken.append(path)

    def wear(self, theme: Theme) -> None:
        """The same document in another look."""
        look = AnotherLook(
            self.frame, lambda: put_on(self.app, theme), lambda: MainView(self.session, self.frame), self._wear
        )
        look.begin(self.window)
        _settle(self.app, lambda: not look.busy)

    def _wear(self, window: MainView) -> None:
        self.window = window

    def close(self) -> None:
        self.session.saved = self.session.history.project
        self.session.close()
        self.frame.close()


def take_shots(app: QApplication, folder: Path) -> list[Path]:
    """Writes one PNG for each view; returns their paths."""
    folder.mkdir(parents=True, exist_ok=True)
    studio = _Studio(app, folder)
    session = studio.session
    studio.window.go("redesign")
    studio.frame.show()
    session.planning.start_solving()
    # An edit that shows in the totals.
    session.do(lambda project: set_value(project, "c2", "sides", "three"))
    session.do(lambda project: set_value(project, "c2", "sides", "four"))
    _settle(app, lambda: not session.planning.solver.busy)
    for take in (_redesign, _survey, _buy_and_cut, _finish, _days, _pages, _compare, _dark, _set, _start):
        take(studio)
    studio.close()
    return studio.taken


def _redesign(studio: _Studio) -> None:
    session = studio.session
    session.select("c2/board/front")
    session.open_up("c1")
    studio.shot("redesign")
    session.select("")
    _gallery(studio)
    _doors(studio)


def _gallery(studio: _Studio) -> None:
    """Patterns to start from, on the counter's drawers."""
    from zygoform.app.stages.redesign.gallery import PatternGallery

    gallery = PatternGallery(studio.session, "c13", studio.frame)
    gallery.resize(1280, 800)
    gallery.show()
    _settle(studio.app, lambda: gallery.is_whole)
    studio.keep(gallery, "redesign-gallery")
    gallery.close()


def _doors(studio: _Studio) -> None:
    """The flap half way down, the door with its cane open, a drawer drawn out."""
    session, looked_into = studio.session, ["p1/opening/o1", "p1/opening/o2", "p1/opening/o6"]
    session.open_up("c12")
    session.look_into(looked_into, open_=True)
    session.swing_to(0.6)
    studio.shot("redesign-doors")
    session.swing_to(1.0)
    session.look_into(looked_into, open_=False)


def _finish(studio: _Studio) -> None:
    """The counter in its planned colours, the coats of its body as a section, one of them open."""
    studio.session.look_from(viewpoint="corner")
    studio.session.select("")
    studio.window.go("finish")
    finish = studio.window.findChild(FinishStage)
    if finish is not None:
        finish.choose("p1/top")
        finish.coats.open_layer(4)
    studio.shot("finish")
    if finish is not None:
        _order(studio, finish)


def _order(studio: _Studio, finish: FinishStage) -> None:
    """What meets what, drawn as tape; what is coated loose."""
    finish.pages.turn_to("schools")
    _settle(studio.app, lambda: not finish.view.is_looking)
    for area in finish.pages.findChildren(QScrollArea):
        if area.isAncestorOf(finish.order.borders):
            area.ensureWidgetVisible(finish.order.borders)
            area.verticalScrollBar().setValue(area.verticalScrollBar().value() + 320)
    studio.shot("finish-order")
    finish.pages.turn_to("coats")


def _days(studio: _Studio) -> None:
    """The counter in the middle of its days: what now, a question still open, what dries."""
    studio.window.go("days")
    studio.session.days.settle()
    studio.shot("days")


def _survey(studio: _Studio) -> None:
    studio.window.go("survey")
    studio.session.look_from(viewpoint="front")
    studio.session.select("p1/opening/o1")
    studio.shot("survey")
    survey = studio.window.findChild(SurveyStage)
    if survey is None:
        return
    studio.session.look_from(viewpoint="corner")
    studio.session.look_into(["p1/opening/o1", "p1/opening/o6"], open_=True)
    studio.session.select("p1/box-right/o1")
    studio.shot("survey-inside")
    studio.session.look_into(["p1/opening/o1", "p1/opening/o6"], open_=False)
    studio.session.look_from(viewpoint="front")
    studio.session.select("")
    studio.session.look_from(viewpoint="corner")
    survey.swap_photos()
    _settle(studio.app, lambda: survey.photos.view.image is not None)
    studio.session.select("p1/top/main", "f1")
    studio.shot("survey-faults")
    survey.swap_photos()
    studio.session.select("")


def _set(studio: _Studio) -> None:
    studio.session.begin(set_demo(), None, "Opened")
    studio.window.go("redesign")
    studio.shot("set")


def _buy_and_cut(studio: _Studio) -> None:
    window, session = studio.window, studio.session
    window.go("buy")
    session.select("")
    studio.shot("buy")
    window.go("cut")
    session.select("c2/board/front")
    studio.shot("cut")
    _choose(window, "part")
    studio.shot("cut-by-part")
    _choose(window, "setting")
    session.select("c1/plank/2")
    for why in window.findChildren(QPushButton, "why"):
        why.click()
    studio.shot("cut-why")


def _choose(window: MainView, mode: str) -> None:
    for segments in window.findChildren(Segments, "cut_mode"):
        segments.choose(mode)


def _pages(studio: _Studio) -> None:
    for page in ("settings", "help"):
        studio.window.go(page)
        studio.shot(page)


def _compare(studio: _Studio) -> None:
    """Both ways to do the counter: low on a skirt, or on legs under tiles."""
    studio.session.look_from(viewpoint="corner")
    studio.window.go("compare")
    studio.shot("compare")


def _dark(studio: _Studio) -> None:
    studio.wear("dark")
    studio.session.look_from(viewpoint="corner")
    studio.session.select("c2/board/front")
    studio.window.go("redesign")
    studio.shot("redesign-dark")
    studio.wear("light")


def _start(studio: _Studio) -> None:
    studio.session.begin(fresh_project(), None, "New piece")
    studio.shot("start")


def _settle(app: QApplication, ready: Callable[[], bool]) -> None:
    """Lets everything that waits be done."""
    until = time.monotonic() + LONGEST_WAIT
    while True:
        app.processEvents(QEventLoop.ProcessEventsFlag.AllEvents, 50)
        if ready() or time.monotonic() > until:
            break
    for _ in range(3):
        app.processEvents()
