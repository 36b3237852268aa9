"""What happens once in life goes to its journal at once, by a thread of its own, and never behind a copy."""

from collections.abc import Callable

from PySide6.QtCore import QObject, QTimer, Signal

from zygoform.app.background import Background
from zygoform.app.session import Session
from zygoform.core.happened import Happening, happening
from zygoform.files.recovery import RecoveryFile

AGAIN_MS = 10_000


class BenchJournal(QObject):
    """What is `not_written` is on no disk yet: `warned` says so, again each time it is otherwise.

    `told` says what failed and what to do, `written` that an attempt is over. `known` is the stamp of what the open
    file held when it was last read or written here.
    """

    told = Signal(str)
    warned = Signal(str)
    written = Signal()

    def __init__(self, session: Session, known: Callable[[], str], parent: QObject | None = None) -> None:
        super().__init__(parent)
        self.session, self._known = session, known
        self.not_written: tuple[Happening, ...] = ()
        self._keeper = RecoveryFile()
        self._seen = session.history.project
        self._at_work: tuple[Happening, ...] = ()
        self._fault, self._said = "", ""
        self._writer = Background(self)
        self._writer.finished.connect(self._on_written)
        self._again = QTimer(self)
        self._again.setSingleShot(True)
        self._again.timeout.connect(self._write)

    @property
    def busy(self) -> bool:
        """Whether something is being written."""
        return bool(self._at_work)

    def begin(self, keeper: RecoveryFile) -> None:
        """Another document, with a journal of its own beside its copy."""
        self._keeper, self._seen = keeper, self.session.history.project
        self.forget()

    def forget(self) -> None:
        """The document is saved, or given up: nothing is to be written any more."""
        self.not_written, self._fault = (), ""
        self._again.stop()
        self._say()

    def follow(self) -> None:
        """Something was done: what of it happens once is written down."""
        project = self.session.history.project
        new = happening(self._seen, project) if project is not self._seen else None
        self._seen = project
        if new is not None and self.session.is_dirty:
            self.not_written = (*self.not_written, new)
            self._write()

    def _write(self) -> None:
        self._say()
        if not self.not_written or self._at_work:
            return
        happened, project, path, known = self.not_written, self._seen, self.session.path, self._known()
        self._at_work, keeper = happened, self._keeper

        def work() -> None:
            if path is None and not keeper.is_kept:
                # There is nothing yet that a journal could go on from.
                keeper.keep(project, path, known)
            keeper.write_down(happened, path, known)

        self._writer.start(work)

    def _on_written(self, fault: str) -> None:
        done, self._at_work = {id(one) for one in self._at_work}, ()
        if fault:
            if not self._fault:
                words = f"What was just written down cannot be kept: {fault}. Save on another drive, or note it."
                self.told.emit(words)
            self._fault = fault
            self._again.start(AGAIN_MS)
        else:
            self._fault = ""
            self.not_written = tuple(one for one in self.not_written if id(one) not in done)
        self.written.emit()
        if not fault:
            self._write()
        self._say()

    def _say(self) -> None:
        words = "writing it down…" if self.not_written else ""
        words = f"not written down: {self._fault}" if self.not_written and self._fault else words
        if words != self._said:
            self._said = words
            self.warned.emit(words)

    def wait(self) -> None:
        """Until what is being written is on the disk, or is not."""
        self._writer.wait()

    def close(self) -> None:
        """The window goes."""
        self._again.stop()
        self.wait()
