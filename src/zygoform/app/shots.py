"""Pictures of every main view with the demo, at 1280 x 800."""

import time
from collections.abc import Callable
from pathlib import Path

from PySide6.QtCore import QEventLoop
from PySide6.QtWidgets import QApplication

from zygoform.app.frame import Frame
from zygoform.app.session import Session
from zygoform.app.widgets.segments import Segments
from zygoform.app.window import Window
from zygoform.core.edits.planning import set_value
from zygoform.files.demo import demo_project, fresh_project

LONGEST_WAIT = 20.0


def take_shots(app: QApplication, folder: Path) -> list[Path]:
    """Writes one PNG for each view; returns their paths."""
    folder.mkdir(parents=True, exist_ok=True)
    session = Session(demo_project())
    frame = Frame()
    window = Window(session, frame)
    window.go("redesign")
    frame.show()
    session.start_solving()
    # An edit that shows in the totals.
    session.do(lambda project: set_value(project, "c2", "sides", "three"))
    session.do(lambda project: set_value(project, "c2", "sides", "four"))
    _settle(app, lambda: not session.solver.busy)
    taken = []

    def shot(name: str) -> None:
        _settle(app, lambda: True)
        path = folder / f"{name}.png"
        frame.grab().save(str(path))
        taken.append(path)

    session.keep("c2/board/front")
    session.open_up("c1")
    shot("redesign")
    session.stand(place="front")
    session.open_up("c2")
    session.keep("")
    shot("redesign-front")
    session.stand(place="above")
    session.open_up("c1")
    shot("redesign-above")
    session.stand(place="corner")
    window.go("survey")
    session.stand(place="front")
    session.keep("p1/opening/o1")
    shot("survey")
    window.go("buy")
    session.keep("")
    shot("buy")
    window.go("cut")
    session.keep("c2/board/front")
    shot("cut")
    for mode in window.findChildren(Segments, "cut_mode"):
        mode.choose("part")
    shot("cut-by-part")
    session.begin(fresh_project(), None, "New piece")
    shot("start")
    session.saved = session.history.project
    session.close()
    frame.close()
    return taken


def _settle(app: QApplication, ready: Callable[[], bool]) -> None:
    """Lets everything that waits be done."""
    until = time.monotonic() + LONGEST_WAIT
    while True:
        app.processEvents(QEventLoop.ProcessEventsFlag.AllEvents, 50)
        if ready() or time.monotonic() > until:
            break
    for _ in range(3):
        app.processEvents()
