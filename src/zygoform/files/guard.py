"""Notices that a project file is open elsewhere, or was changed since it was read."""

import os
from contextlib import suppress
from pathlib import Path

import msgspec
from msgspec import Struct

from zygoform.files.atomic import write_whole


class Holder(Struct, frozen=True):
    """Who has a file open."""

    machine: str
    process: int


def stamp(path: Path) -> str:
    """What tells one content of a file from another; empty where there is none."""
    # Wanted with the first file, not at the start.
    import hashlib

    try:
        return hashlib.sha256(path.read_bytes()).hexdigest()
    except OSError:
        return ""


def claim(path: Path) -> Holder | None:
    """Marks a file as open here; who else has it open. Where it cannot be marked nobody is told."""
    other = holder(path)
    me = Holder(os.uname().nodename, os.getpid())
    if other is None:
        with suppress(OSError):
            write_whole(_mark(path), msgspec.json.encode(me))
    return other


def holder(path: Path) -> Holder | None:
    """Who else has a file open: another machine, or another process that lives."""
    try:
        found = msgspec.json.decode(_mark(path).read_bytes(), type=Holder)
    except (OSError, msgspec.DecodeError, UnicodeDecodeError):
        return None
    if found.machine != os.uname().nodename:
        return found
    return found if found.process != os.getpid() and is_alive(found.process) else None


def release(path: Path) -> None:
    """Takes the own mark away."""
    with suppress(OSError, msgspec.DecodeError, UnicodeDecodeError):
        found = msgspec.json.decode(_mark(path).read_bytes(), type=Holder)
        if found == Holder(os.uname().nodename, os.getpid()):
            _mark(path).unlink()


def _mark(path: Path) -> Path:
    return path.with_name(f".{path.name}.open")


def is_alive(process: int) -> bool:
    """Whether a process of this machine runs."""
    return Path(f"/proc/{process}").exists()
