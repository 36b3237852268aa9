"""Another theme or text size: the screens there are go one by one, then the one that was seen is made anew.

First what goes, then the look: putting a style on costs by what wears it. All others are made when gone to.
"""

from collections.abc import Callable, Iterator

from PySide6.QtCore import QCoreApplication, QEvent, QObject, QTimer
from PySide6.QtWidgets import QWidget

from zygoform.app.main_view import MainView
from zygoform.app.main_window import MainWindow


class AnotherLook(QObject):
    """A step in each round of the event loop; meanwhile the frame shows what it showed."""

    def __init__(
        self,
        frame: MainWindow,
        put_on: Callable[[], object],
        furnish: Callable[[], MainView],
        show: Callable[[MainView], object],
    ) -> None:
        super().__init__(frame)
        self._frame, self._put_on, self._furnish, self._show = frame, put_on, furnish, show
        self._steps: Iterator[None] | None = None
        self._next = QTimer(self)
        self._next.setInterval(0)
        self._next.timeout.connect(self._step)

    @property
    def busy(self) -> bool:
        """Whether the new screens are still to come."""
        return self._steps is not None

    def begin(self, before: MainView) -> None:
        """In the place of those of `before`; asked for again meanwhile, the look is the newest."""
        if self._steps is None:
            # Not in the middle of it: the new screens ask what is to be asked.
            self._frame.may_close = lambda: False
            self._steps = self._anew(before)
            self._next.start()

    def _step(self) -> None:
        over = True
        try:
            over = self._steps is None or next(self._steps, self) is self
        finally:
            # Also where a screen could not be made: the window is not left standing still.
            if over:
                self._steps = None
                self._next.stop()
                self._frame.setUpdatesEnabled(True)

    def _anew(self, before: MainView) -> Iterator[None]:
        # As it stands, until the new screen does.
        self._frame.setUpdatesEnabled(False)
        for page in before.take_pages():
            _delete(page)
            yield
        for widget in self._frame.clear():
            _delete(widget)
            yield
        self._put_on()
        yield
        self._frame.stand()
        made = self._furnish()
        yield
        self._show(made)


def _delete(widget: QWidget) -> None:
    """At once, with all that is in it."""
    widget.hide()
    widget.setParent(None)
    widget.deleteLater()
    QCoreApplication.sendPostedEvents(widget, QEvent.Type.DeferredDelete)
