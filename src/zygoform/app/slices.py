"""Long work in the interface's own thread, a slice at a time: in between the window answers and paints."""

import time
from collections.abc import Callable
from typing import Any

from PySide6.QtCore import QObject, QTimer

from zygoform.core.piecemeal import Piecemeal, Whole, at_once

SLICE_S = 0.008
"""A slice ends with the first step past this; the longest steps of any work are twice as long."""


class Slices(QObject):
    """One piece of work at a time; another takes its place, and what was half done is dropped."""

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._work: Piecemeal[Any] | None = None
        self._then: Callable[[Any], object] = _nothing
        self._failed: Callable[[Exception], object] = _nothing
        self._next = QTimer(self)
        self._next.setInterval(0)
        self._next.timeout.connect(self._slice)

    @property
    def busy(self) -> bool:
        """Whether something is still being worked out."""
        return self._work is not None

    def begin(
        self,
        work: Piecemeal[Whole],
        then: Callable[[Whole], object],
        failed: Callable[[Exception], object] | None = None,
        *,
        after_ms: int = 0,
    ) -> None:
        """Works it out from the next round of the event loop on, or a moment later; `then` takes what was made,
        `failed` why not.
        """
        self._work, self._then, self._failed = work, then, failed or _raise
        self._next.start(after_ms)

    def drop(self) -> None:
        """It is not wanted any more."""
        self._work = None
        self._next.stop()

    def finish(self) -> None:
        """The rest of it at once: someone needs it now."""
        if self._work is None:
            return
        try:
            made = at_once(self._work)
        except Exception as wrong:  # noqa: BLE001 - whatever it is, the work has ended and whoever waits is told
            self._broke(wrong)
        else:
            self._made(made)

    def _slice(self) -> None:
        if self._next.interval():
            self._next.setInterval(0)
        until = time.perf_counter() + SLICE_S
        work = self._work
        if work is None:
            return
        try:
            while time.perf_counter() < until:
                next(work)
        except StopIteration as done:
            made = done.value
        except Exception as wrong:  # noqa: BLE001 - as above
            self._broke(wrong)
            return
        else:
            return
        self._made(made)

    def _broke(self, wrong: Exception) -> None:
        failed = self._failed
        self.drop()
        failed(wrong)

    def _made(self, made: object) -> None:
        then = self._then
        self.drop()
        then(made)


def _raise(wrong: Exception) -> None:
    """A fault of the program's: it is told as any other."""
    raise wrong


def _nothing(_said: object) -> None:
    """Nobody waits."""
