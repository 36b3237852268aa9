"""What is gone to later is loaded while nothing happens, a little at a time: no screen keeps one waiting for it."""

import importlib
import pkgutil
import sys
from collections.abc import Iterator

from PySide6.QtCore import QObject, QTimer
from PySide6.QtWidgets import QApplication

from zygoform.app.background import Errand

REST_MS = 15
"""Between two of them: room for what the user does meanwhile."""


class IdleLoading(QObject):
    """Loads the modules of all screens, one each time."""

    def __init__(self, parent: QObject) -> None:
        super().__init__(parent)
        self._steps = loading_steps()
        self._errand = Errand(self)
        self._timer = QTimer(self)
        self._timer.timeout.connect(self._next)
        self._timer.start(REST_MS)

    def _next(self) -> None:
        if next(self._steps, None) is None:
            self._timer.stop()
            # Two libraries that a pattern wants: each takes longer to load than a window may be held.
            self._errand.start(_load_polygons)


def _load_polygons() -> None:
    importlib.import_module("shapely")


def loading_steps() -> Iterator[str]:
    """Loads one thing more at every step, and says which."""
    from zygoform.app import stages

    # Asked for once, PySide makes the names of all that a style knows.
    QApplication.style()
    yield "style"
    found = [module.name for module in pkgutil.walk_packages(stages.__path__, f"{stages.__name__}.")]
    yield "stages"
    # A screen last: by then its parts are there.
    for name in sorted(found, key=lambda name: name.endswith(".stage")):
        if name not in sys.modules:
            importlib.import_module(name)
            yield name
