"""What happened at the bench, a line of JSON each, beside the copy of unsaved work: on the disk at once."""

import os
from pathlib import Path
from typing import TypeVar

import msgspec
from msgspec import Struct

from zygoform.core.happened import Happening
from zygoform.files.reading import read_at_most

Kind = TypeVar("Kind")
Other = TypeVar("Other")
LARGEST_JOURNAL = 50_000_000


class WorkedOn(Struct, frozen=True):
    """The file that unsaved work belongs to, and the stamp (`guard.py`) of what it held when the work began."""

    of: str = ""
    known: str = ""


class _Head(Struct, frozen=True):
    origin: WorkedOn


def append(journal: Path, origin: WorkedOn, happened: tuple[Happening, ...]) -> None:
    """Writes what happened behind what is there. Raises OSError; a line half written is none.

    A new journal says first which file it belongs to.
    """
    is_new = not journal.exists()
    lines = [*([_Head(origin)] if is_new else []), *happened]
    content = b"".join(msgspec.json.encode(line) + b"\n" for line in lines)
    handle = os.open(journal, os.O_WRONLY | os.O_APPEND | os.O_CREAT | os.O_NOFOLLOW | os.O_CLOEXEC, 0o600)
    try:
        # A line that an earlier try left half written ends here, so that it spoils none behind it.
        content = content if is_new else b"\n" + content
        while content:
            content = content[os.write(handle, content) :]
        os.fsync(handle)
    finally:
        os.close(handle)


def read(journal: Path) -> tuple[WorkedOn, tuple[Happening, ...]]:
    """Which file a journal belongs to, and all of it that is whole. Raises OSError."""
    origin, happened = WorkedOn(), list[Happening]()
    for line in read_at_most(journal, LARGEST_JOURNAL).split(b"\n"):
        if line.startswith(b'{"origin"'):
            origin = _decoded(line, _Head, _Head(origin)).origin
        elif line and (one := _decoded(line, Happening, None)) is not None:
            happened.append(one)
    return origin, tuple(happened)


def _decoded(line: bytes, kind: type[Kind], otherwise: Other) -> Kind | Other:
    try:
        return msgspec.json.decode(line, type=kind)
    except (msgspec.DecodeError, ValueError):
        return otherwise
