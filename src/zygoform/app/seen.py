"""What is not seen does not work: it catches up when it is shown."""

from collections.abc import Callable

from PySide6.QtCore import QEvent, QObject, SignalInstance
from PySide6.QtWidgets import QWidget


class _Catcher(QObject):
    def __init__(self, widget: QWidget, refresh: Callable[[], object], *, stale: bool) -> None:
        super().__init__(widget)
        self._widget, self._refresh, self._stale = widget, refresh, stale
        widget.installEventFilter(self)

    def changed(self) -> None:
        self._stale = not self._widget.isVisible()
        if not self._stale:
            self._refresh()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if self._stale and watched is self._widget and event.type() == QEvent.Type.Show:
            self._stale = False
            self._refresh()
        return False


def when_seen(
    widget: QWidget, signal: SignalInstance, refresh: Callable[[], object], *, stale: bool = False
) -> None:
    """Calls `refresh` on the signal while the widget is visible; else once, when it is next shown.

    What is `stale` has never been filled: it is when it is first shown.
    """
    signal.connect(_Catcher(widget, refresh, stale=stale).changed)
