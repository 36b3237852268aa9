"""Notices that a project file is open elsewhere, or was changed since it was read."""

import errno
import fcntl
import os
import stat
import time
import zlib
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from pathlib import Path

import msgspec
from msgspec import Struct

from zygoform.files.atomic import write_whole

WRITER_SECONDS = 2.0
"""Seconds to wait for another window that is writing the same file."""


class Holder(Struct, frozen=True):
    """Who has a file open. `started` tells a process from a later one of the same number."""

    machine: str
    process: int
    started: str = ""


def stamp(path: Path) -> str:
    """What tells one content of a file from another; empty where there is none."""
    # Wanted with the first file, not at the start.
    import hashlib

    try:
        # Not to wait for someone who writes to it, if it is a pipe.
        handle = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
        with os.fdopen(handle, "rb") as file:
            is_file = stat.S_ISREG(os.fstat(handle).st_mode)
            return hashlib.file_digest(file, "sha256").hexdigest() if is_file else ""
    except OSError:
        return ""


def claim(path: Path) -> Holder | None:
    """Marks a file as open here; who else has it open. Where it cannot be marked nobody is told."""
    with suppress(OSError):
        write_whole(_mark(path, _me()), msgspec.json.encode(_me()))
    return holder(path)


def holder(path: Path) -> Holder | None:
    """Who else has a file open: another machine, or another process that lives. Marks of dead ones go."""
    for mark in _marks(path):
        try:
            found = msgspec.json.decode(mark.read_bytes(), type=Holder)
        except (OSError, ValueError):
            continue
        if found.machine != os.uname().nodename:
            return found
        if started(found.process) != found.started or not found.started:
            with suppress(OSError):
                mark.unlink()
        elif found.process != os.getpid():
            return found
    return None


def release(path: Path) -> None:
    """Takes the own mark away."""
    with suppress(OSError):
        _mark(path, _me()).unlink()


@contextmanager
def alone(path: Path) -> Iterator[None]:
    """No other window writes a file of this folder meanwhile. Raises OSError where one does not come to an end."""
    try:
        folder = os.open(_real(path).parent, os.O_RDONLY | os.O_DIRECTORY | os.O_CLOEXEC)
    except OSError:
        # What is wrong with the folder shows when it is written to.
        yield
        return
    try:
        _lock(folder)
        yield
    finally:
        os.close(folder)


def _lock(folder: int) -> None:
    until = time.monotonic() + WRITER_SECONDS
    while True:
        try:
            fcntl.flock(folder, fcntl.LOCK_EX | fcntl.LOCK_NB)
        except BlockingIOError:
            if time.monotonic() > until:
                raise OSError(errno.EBUSY, "Another window is writing it") from None
            time.sleep(0.02)
        except OSError:
            # A folder that cannot be locked, as on some shared drives, is written to all the same.
            return
        else:
            return


def started(process: int) -> str:
    """When a process of this machine began, in ticks since the machine did; empty where there is none."""
    try:
        # The name before it may hold anything, brackets and spaces too; field 22 of proc_pid_stat(5).
        return Path(f"/proc/{process}/stat").read_text("utf-8", "replace").rsplit(")", 1)[1].split()[19]
    except (OSError, IndexError):
        return ""


def _me() -> Holder:
    return Holder(os.uname().nodename, os.getpid(), started(os.getpid()))


def _real(path: Path) -> Path:
    """The file itself: two links to it are one file."""
    return Path(os.path.realpath(path))


def _begin(path: Path) -> str:
    # Not the name itself: it may be as long as a name can be.
    return f".zygoform-{zlib.crc32(os.fsencode(_real(path).name)):08x}"


def _mark(path: Path, who: Holder) -> Path:
    machine = zlib.crc32(who.machine.encode())
    return _real(path).with_name(f"{_begin(path)}-{machine:08x}-{who.process}.open")


def _marks(path: Path) -> list[Path]:
    with suppress(OSError):
        return sorted(_real(path).parent.glob(f"{_begin(path)}-*.open"))
    return []
