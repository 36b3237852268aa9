"""Copies of unsaved work, one for each window, each with the journal of what happened since it was made.

Taken up again after the program was killed.
"""

import fcntl
import os
import threading
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import IO

import msgspec
from msgspec import Struct

from zygoform.core.differences import differences
from zygoform.core.happened import Happening, replayed
from zygoform.core.project import Project
from zygoform.files.atomic import write_whole
from zygoform.files.journal import WorkedOn, append, read
from zygoform.files.names import as_text, from_text, shown
from zygoform.files.project_json import SUFFIX, UnreadableError, read_project, write_project
from zygoform.files.user_folder import state_folder

BELONGS, JOURNAL, LOCK = ".belongs-to", ".journal", ".lock"
"""Endings of what lies beside a copy."""


class Copy(Struct, frozen=True):
    """Unsaved work of a window that is gone: where its copy lies, when it was made, the file it belongs to.

    `known` is the stamp (`guard.py`) of what that file held when the work on it began.
    """

    path: Path
    made: datetime
    of: Path | None
    project: Project
    known: str = ""


class Compared(Struct, frozen=True):
    """A copy beside its file: when that was saved, and what the copy has otherwise, in words."""

    saved: datetime
    differs: str


class RecoveryFile:
    """Keeps the copy and the journal of one window, each from a thread of its own.

    A lock that the system lifts when the process ends tells that the window lives.
    """

    def __init__(self) -> None:
        self.path: Path | None = None
        self.is_kept = False
        self._lock: IO[str] | None = None
        self._one, self._writing = threading.RLock(), threading.Lock()

    def keep(self, project: Project, of: Path | None, known: str = "") -> tuple[str, ...]:
        """Writes the copy, and which file it belongs to, with the stamp of what that held. Raises OSError.

        Returns what could not be written, in words.
        """
        path = self._claimed()
        with self._writing:
            write_whole(_beside(path, BELONGS), msgspec.json.encode(_origin_of(of, known)))
            left_out = write_project(path, project)[1]
            self.is_kept = True
        return left_out

    def write_down(self, happened: tuple[Happening, ...], of: Path | None, known: str = "") -> None:
        """Puts what happened behind what is in the journal. Raises OSError."""
        append(_beside(self._claimed(), JOURNAL), _origin_of(of, known), happened)

    def drop(self) -> None:
        """The work is saved, or not wanted any more."""
        with self._one:
            if self.path is not None:
                drop(self.path)
            if self._lock is not None:
                self._lock.close()
            self.path, self._lock, self.is_kept = None, None, False

    def _claimed(self) -> Path:
        """The name that nobody else has. Raises OSError."""
        with self._one:
            return self.path or self._claim()

    def _claim(self) -> Path:
        folder = state_folder()
        folder.mkdir(parents=True, exist_ok=True)
        for number in range(1000):
            path = folder / f"unsaved-{os.getpid()}-{number}{SUFFIX}"
            if path.exists() or _beside(path, LOCK).exists() or _beside(path, JOURNAL).exists():
                continue
            self._lock = _beside(path, LOCK).open("w")
            fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
            self.path = path
            return path
        raise OSError(28, "Too many unsaved copies")


def drop(path: Path) -> None:
    """Takes a copy away, and what lies beside it."""
    for one in (path, *(_beside(path, ending) for ending in (BELONGS, JOURNAL, LOCK))):
        with suppress(OSError):
            one.unlink()


class LeftBehind(Struct, frozen=True):
    """Copies of windows that are gone, newest first; and in words those that cannot be read, which stay there."""

    copies: tuple[Copy, ...] = ()
    unreadable: tuple[str, ...] = ()


def found_left_behind() -> LeftBehind:
    """All that windows which are gone left behind."""
    copies, unreadable = list[Copy](), list[str]()
    for path in _left_paths():
        try:
            if not _is_held(path) and (copy := _copy(path)) is not None:
                copies.append(copy)
        except (OSError, UnreadableError) as wrong:
            why = (wrong.strerror or str(wrong)) if isinstance(wrong, OSError) else str(wrong)
            unreadable.append(
                f"A copy of unsaved work cannot be read: {why.rstrip('.')}. It was left as it is, {shown(path)} in "
                f"{path.parent}. Once it is not wanted any more, delete it there."
            )
    return LeftBehind(tuple(sorted(copies, key=lambda copy: copy.made, reverse=True)), tuple(unreadable))


def left_behind() -> list[Copy]:
    """Copies of windows that are gone, newest first."""
    return list(found_left_behind().copies)


def _left_paths() -> list[Path]:
    """The names of all copies there are, and of journals whose copy was not written yet."""
    found = set[Path]()
    with suppress(OSError):
        found |= set(state_folder().glob(f"unsaved-*{SUFFIX}"))
        found |= {
            path.with_name(path.name.removesuffix(JOURNAL) + SUFFIX)
            for path in state_folder().glob(f"unsaved-*{JOURNAL}")
        }
    return sorted(found)


def _copy(path: Path) -> Copy | None:
    """A copy with what its journal has beside; of a journal alone the file itself, where that is without any of it.

    Raises OSError and UnreadableError.
    """
    journal = _beside(path, JOURNAL)
    origin, happened = read(journal) if journal.exists() else (WorkedOn(), ())
    if path.exists():
        made, origin = path.stat().st_mtime, _origin(path)
        project = replayed(read_project(path), happened)
    else:
        made = journal.stat().st_mtime
        before = read_project(from_text(origin.of)) if origin.of else None
        if before is None:
            return None
        project = replayed(before, happened)
        if project == before:
            # Nothing in it that the file has not.
            drop(path)
            return None
    of = from_text(origin.of) if origin.of else None
    return Copy(path, datetime.fromtimestamp(made, tz=UTC), of, project, origin.known)


def left_behind_of(file: Path) -> Copy | None:
    """The newest copy of work on one file."""
    real = os.path.realpath(file)
    return next((copy for copy in left_behind() if copy.of is not None and os.path.realpath(copy.of) == real), None)


def compare(copy: Copy) -> Compared | None:
    """A copy beside the file it belongs to; None where there is none. Raises OSError and UnreadableError."""
    if copy.of is None or not copy.of.exists():
        return None
    saved = datetime.fromtimestamp(copy.of.stat().st_mtime, tz=UTC)
    return Compared(saved, differences(copy.project, read_project(copy.of)))


def offer_words(copy: Copy, compared: Compared | None) -> str:
    """Which of the two is the newer, by both times, and what the copy has that the file has not."""
    if compared is None:
        return "The program ended before it was. The copy made then can be taken up."
    made, saved = (_time(at) for at in (copy.made, compared.saved))
    if compared.saved > copy.made:
        order = f"The copy is older than the file: made {made}, while the file was saved {saved}."
    else:
        order = f"The copy was made {made}, after the file was saved, {saved}."
    return f"{order} In the copy: {compared.differs}."


def _time(at: datetime) -> str:
    return at.astimezone().strftime("%d %b, %H:%M:%S")


def _origin_of(of: Path | None, known: str) -> WorkedOn:
    return WorkedOn(as_text(of) if of else "", known)


def _origin(path: Path) -> WorkedOn:
    try:
        content = _beside(path, BELONGS).read_bytes()
    except FileNotFoundError:
        return WorkedOn()
    try:
        return msgspec.json.decode(content, type=WorkedOn)
    except (msgspec.DecodeError, ValueError):
        # As it was once: the path alone.
        return WorkedOn(os.fsdecode(content))


def _is_held(path: Path) -> bool:
    """Whether the window whose copy it is still lives."""
    try:
        with _beside(path, LOCK).open("r+") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except FileNotFoundError:
        return False
    except BlockingIOError:
        return True
    return False


def _beside(path: Path, ending: str) -> Path:
    return path.with_name(path.name.removesuffix(SUFFIX) + ending)
