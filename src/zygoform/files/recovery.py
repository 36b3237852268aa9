"""Copies of unsaved work, one for each window, taken up again after the program was killed."""

import fcntl
import os
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import IO

import msgspec
from msgspec import Struct

from zygoform.core.differences import differences
from zygoform.core.project import Project
from zygoform.files.atomic import write_whole
from zygoform.files.names import as_text, from_text
from zygoform.files.project_json import SUFFIX, UnreadableError, dump_project, read_project
from zygoform.files.user_folder import state_folder


class Copy(Struct, frozen=True):
    """Unsaved work of a window that is gone: where its copy lies, when it was made, the file it belongs to.

    `known` is the stamp (`guard.py`) of what that file held when the work on it began.
    """

    path: Path
    made: datetime
    of: Path | None
    project: Project
    known: str = ""


class _Origin(Struct, frozen=True):
    """What lies beside a copy: its file, and what that held."""

    of: str = ""
    known: str = ""


class Compared(Struct, frozen=True):
    """A copy beside its file: when that was saved, and what the copy has otherwise, in words."""

    saved: datetime
    differs: str


class RecoveryFile:
    """Keeps the copy of one window. A lock that the system lifts when the process ends tells that it lives."""

    def __init__(self) -> None:
        self.path: Path | None = None
        self._lock: IO[str] | None = None

    def keep(self, project: Project, of: Path | None, known: str = "") -> None:
        """Writes the copy, and which file it belongs to, with the stamp of what that held. Raises OSError."""
        path = self.path or self._claim()
        origin = _Origin(as_text(of) if of else "", known)
        write_whole(_belongs(path), msgspec.json.encode(origin))
        write_whole(path, dump_project(project))

    def drop(self) -> None:
        """The work is saved, or not wanted any more."""
        if self.path is not None:
            drop(self.path)
        if self._lock is not None:
            self._lock.close()
        self.path, self._lock = None, None

    def _claim(self) -> Path:
        folder = state_folder()
        folder.mkdir(parents=True, exist_ok=True)
        for number in range(1000):
            path = folder / f"unsaved-{os.getpid()}-{number}{SUFFIX}"
            if path.exists() or _lock_file(path).exists():
                continue
            self._lock = _lock_file(path).open("w")
            fcntl.flock(self._lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
            self.path = path
            return path
        raise OSError(28, "Too many unsaved copies")


def drop(path: Path) -> None:
    """Takes a copy away."""
    for one in (path, _belongs(path), _lock_file(path)):
        with suppress(OSError):
            one.unlink()


def left_behind() -> list[Copy]:
    """Copies of windows that are gone, newest first; unreadable ones are passed over and kept."""
    found: list[Copy] = []
    try:
        paths = sorted(state_folder().glob(f"unsaved-*{SUFFIX}"))
    except OSError:
        return found
    for path in paths:
        try:
            if _is_held(path):
                continue
            made = datetime.fromtimestamp(path.stat().st_mtime, tz=UTC)
            origin = _origin(path)
            of = from_text(origin.of) if origin.of else None
            found.append(Copy(path, made, of, read_project(path), origin.known))
        except (OSError, UnreadableError):
            continue
    return sorted(found, key=lambda copy: copy.made, reverse=True)


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


def _origin(path: Path) -> _Origin:
    try:
        content = _belongs(path).read_bytes()
    except FileNotFoundError:
        return _Origin()
    try:
        return msgspec.json.decode(content, type=_Origin)
    except (msgspec.DecodeError, ValueError):
        # As it was once: the path alone.
        return _Origin(os.fsdecode(content))


def _is_held(path: Path) -> bool:
    """Whether the window whose copy it is still lives."""
    try:
        with _lock_file(path).open("r+") as lock:
            fcntl.flock(lock, fcntl.LOCK_EX | fcntl.LOCK_NB)
    except FileNotFoundError:
        return False
    except BlockingIOError:
        return True
    return False


def _belongs(path: Path) -> Path:
    return path.with_name(path.name.removesuffix(SUFFIX) + ".belongs-to")


def _lock_file(path: Path) -> Path:
    return path.with_name(path.name.removesuffix(SUFFIX) + ".lock")
