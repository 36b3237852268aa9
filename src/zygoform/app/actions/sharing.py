"""Two windows or two machines on one file notice each other."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path

from PySide6.QtCore import QFileSystemWatcher, QObject, Signal

from zygoform.app.session import Session
from zygoform.files.guard import Holder, claim, holder, release, stamp
from zygoform.files.names import shown


class Sharing(QObject):
    """Knows what the open file held when it was last read or written here."""

    told = Signal(str)

    def __init__(self, session: Session, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._path: Path | None = None
        self._stamp = ""
        self._other: Holder | None = None
        self._is_writing = False
        self._watcher: QFileSystemWatcher | None = None
        session.opened.connect(self._on_opened)

    def took(self, path: Path, holds: str = "") -> None:
        """The file was read or written here just now; `holds` is the stamp of what it held then."""
        if path != self._path:
            self.close()
            self._path = path
            claim(path)
            # The folder too: a file that is replaced as a whole drops out of the watch.
            self._watch([str(path), str(path.parent)])
        self._stamp = holds or stamp(path)
        self._other = None
        self._tell_of_others()

    @property
    def others(self) -> str:
        """Who else has the file open, in words; nothing where nobody has."""
        if self._other is None or self._path is None:
            return ""
        here = self._other.machine == os.uname().nodename
        where = "in another window" if here else f"on {self._other.machine}"
        return f"{shown(self._path)} is open {where} too. Save under another name to keep both."

    def go_on_over(self, path: Path) -> None:
        """What the file holds now may be written over; what another window writes after this may not."""
        if path == self._path:
            self._stamp = stamp(path)

    def expect(self, path: Path, known: str) -> None:
        """The document was begun from a file that held something else than it may now."""
        self.took(path)
        self._stamp = known

    def _tell_of_others(self) -> None:
        """Each of two windows is told of the other, whichever came first."""
        before, self._other = self._other, holder(self._path) if self._path is not None else None
        if self._other not in (None, before):
            self.told.emit(self.others)

    def _watch(self, paths: list[str]) -> None:
        if self._watcher is None:
            self._watcher = QFileSystemWatcher(self)
            self._watcher.fileChanged.connect(self.look)
            self._watcher.directoryChanged.connect(self.look)
        self._watcher.addPaths(paths)

    @property
    def known(self) -> tuple[Path | None, str]:
        """The open file, and the stamp of what it held when it was last read or written here."""
        return self._path, self._stamp

    def changed_elsewhere(self, path: Path) -> bool:
        """Whether the file holds something else than when it was last read or written here."""
        now = stamp(path)
        return path == self._path and bool(now) and now != self._stamp

    @contextmanager
    def own_writing(self) -> Iterator[None]:
        """What is written meanwhile is one's own, and no news; what others wrote is looked for after it."""
        self._is_writing = True
        try:
            yield
        finally:
            self._is_writing = False

    def look(self) -> None:
        """Looks who else has the file open, and whether it changed."""
        if self._path is None or self._watcher is None or self._is_writing:
            return
        self._tell_of_others()
        now = stamp(self._path)
        if now and now != self._stamp:
            self._stamp, name = f"told of {now}", shown(self._path)
            self.told.emit(f"{name} was changed elsewhere. Your work here is untouched; saving will ask.")
        if str(self._path) not in self._watcher.files() and self._path.exists():
            self._watch([str(self._path)])

    def _on_opened(self, path: str) -> None:
        if not path:
            self.close()

    def close(self) -> None:
        """The file is not open here any more."""
        if self._watcher is not None and (watched := self._watcher.files() + self._watcher.directories()):
            self._watcher.removePaths(watched)
        if self._path is not None:
            release(self._path)
        self._path, self._stamp, self._other = None, "", None
