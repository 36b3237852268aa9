"""The window's frame: stands at once with the stages, and is furnished a moment later.

Loads nothing of the core, so that it is painted almost as soon as an empty window would be.
"""

from collections.abc import Callable

from PySide6.QtCore import Qt
from PySide6.QtGui import QCloseEvent, QKeyEvent
from PySide6.QtWidgets import QAbstractButton, QHBoxLayout, QWidget

from zygoform.app.widgets.stage_navigation import StageNavigation

STAGES = (
    ("survey", "Survey"),
    ("redesign", "Redesign"),
    ("buy", "Buy"),
    ("cut", "Cut"),
    ("finish", "Finish"),
    ("days", "Days"),
)


class MainWindow(QWidget):
    """The top-level widget. `may_close` is asked before it goes."""

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("window")
        self.setWindowTitle("Zygoform")
        self.resize(1280, 800)
        self.setMinimumSize(960, 640)
        self.may_close: Callable[[], bool] = lambda: True
        self.navigation = StageNavigation(STAGES)
        self._row = QHBoxLayout(self)
        self._row.setContentsMargins(0, 0, 0, 0)
        self._row.setSpacing(0)
        self._row.addWidget(self.navigation)
        self._row.addStretch(1)

    def furnish(self, inside: QWidget) -> None:
        """Puts the regions beside the stages."""
        self._row.takeAt(1)
        self._row.addWidget(inside, 1)

    def clear(self) -> list[QWidget]:
        """Takes everything out, for another look; returns what stood there."""
        stood = []
        while (item := self._row.takeAt(0)) is not None:
            if (widget := item.widget()) is not None:
                stood.append(widget)
        return stood

    def stand(self) -> None:
        """Puts new stages in."""
        self.navigation = StageNavigation(STAGES)
        self._row.addWidget(self.navigation)
        self._row.addStretch(1)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """Enter presses the button that has the keyboard, as Space does."""
        button = self.focusWidget()
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and isinstance(button, QAbstractButton):
            button.click()
        else:
            super().keyPressEvent(event)

    def closeEvent(self, event: QCloseEvent) -> None:
        if self.may_close():
            event.accept()
        else:
            event.ignore()
