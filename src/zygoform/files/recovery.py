"""Copies of unsaved work, one for each window, taken up again after the program was killed."""

import fcntl
import os
from contextlib import suppress
from datetime import UTC, datetime
from pathlib import Path
from typing import IO

from msgspec import Struct

from zygoform.core.project import Project
from zygoform.files.atomic import write_whole
from zygoform.files.project_json import SUFFIX, UnreadableError, dump_project, read_project
from zygoform.files.user_folder import state_folder


class Copy(Struct, frozen=True):
    """Unsaved work of a window that is gone: where its copy lies, when it was made, the file it belongs to."""

    path: Path
    made: datetime
    of: Path | None
    project: Project


class RecoveryFile:
    """Keeps the copy of one window. A lock that the system lifts when the process ends tells that it lives."""

    def __init__(self) -> None:
        self.path: Path | None = None
        self._lock: IO[str] | None = None

    def keep(self, project: Project, of: Path | None) -> None:
        """Writes the copy, and which file it belongs to. Raises OSError."""
        path = self.path or self._claim()
        write_whole(_belongs(path), os.fsencode(of.absolute()) if of else b"")
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
            of = os.fsdecode(_belongs(path).read_bytes()) if _belongs(path).exists() else ""
            found.append(Copy(path, made, Path(of) if of else None, read_project(path)))
        except (OSError, UnicodeDecodeError, UnreadableError):
            continue
    return sorted(found, key=lambda copy: copy.made, reverse=True)


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
