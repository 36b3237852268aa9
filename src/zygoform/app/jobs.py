"""The solver's process and how it is asked.

The solver lives in one child process, started after the first paint; plain values cross a pipe. A layout of
an older problem than the newest is dropped. Cancelling kills the process; the next problem starts another.
"""

from __future__ import annotations

from contextlib import suppress
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QSocketNotifier, Signal

if TYPE_CHECKING:
    from multiprocessing.connection import Connection
    from multiprocessing.context import SpawnProcess

    from zygoform.core.cutting.either import LayoutProblem


class Solver(QObject):
    """Asks the solver's process. `better` carries (problem, layout, whether it is the last).

    `failed` says that a problem brought an error, or the process down: the next one is asked all the same.
    """

    better = Signal(object, object, bool)
    failed = Signal(object, str)
    idle = Signal()

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._process: SpawnProcess | None = None
        self._pipe: Connection | None = None
        self._notifier: QSocketNotifier | None = None
        self._ticket = 0
        self._waiting: list[LayoutProblem] = []
        self._now: LayoutProblem | None = None
        self._busy = False

    @property
    def busy(self) -> bool:
        return self._busy or bool(self._waiting)

    def ask(self, problems: list[LayoutProblem]) -> None:
        """Takes these problems on in place of any older ones."""
        if self._busy:
            self.cancel()
        self._waiting = list(problems)
        self._next()

    def cancel(self) -> None:
        """Stops at once what is being worked out."""
        self._waiting = []
        if self._busy:
            self.close()

    def close(self) -> None:
        """Ends the process."""
        self._busy = False
        if self._notifier is not None:
            self._notifier.setEnabled(False)
            self._notifier.deleteLater()
            self._notifier = None
        if self._pipe is not None:
            self._pipe.close()
            self._pipe = None
        if self._process is not None:
            self._process.kill()
            self._process.join(2)
            self._process.close()
            self._process = None

    def _start(self) -> Connection:
        # Wanted only once the window stands.
        import multiprocessing

        from zygoform.app.solver_process import serve

        ours, theirs = multiprocessing.get_context("spawn").Pipe()
        process = multiprocessing.get_context("spawn").Process(target=serve, args=(theirs,), daemon=True)
        process.start()
        theirs.close()
        self._process, self._pipe = process, ours
        self._notifier = QSocketNotifier(ours.fileno(), QSocketNotifier.Type.Read, self)
        self._notifier.activated.connect(self._read)
        return ours

    def _next(self) -> None:
        if self._busy or not self._waiting:
            if not self.busy:
                self.idle.emit()
            return
        pipe = self._pipe or self._start()
        self._ticket += 1
        self._busy = True
        self._now = self._waiting.pop(0)
        with suppress(OSError):
            pipe.send((self._ticket, self._now))

    def _read(self) -> None:
        try:
            while self._pipe is not None and self._pipe.poll():
                ticket, problem, layout, last, fault = self._pipe.recv()
                if ticket != self._ticket:
                    continue
                if layout is not None or last:
                    self.better.emit(problem, layout, last)
                if fault:
                    self.failed.emit(problem, fault)
                if last:
                    self._busy = False
                    self._next()
        except (EOFError, OSError):
            # The process died: what it worked on keeps its layout, and the next problem starts another.
            self.close()
            if self._now is not None:
                self.better.emit(self._now, None, True)
                self.failed.emit(self._now, "the solver ended")
            self._next()
