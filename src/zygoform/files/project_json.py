"""The document as one JSON file. Reading is strict; kinds this version does not know are kept as they are."""

import errno
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar

import msgspec

from zygoform.core.changes.base import ChangeBase, UnknownChange
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.errors import BadInputError, ZygoformError
from zygoform.core.form.piece import PieceBase
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.limits import check_content, check_size
from zygoform.core.measure.param import accepts, params
from zygoform.core.project import FILE_VERSION, Project, UnknownPiece
from zygoform.files.atomic import write_whole
from zygoform.files.reading import read_at_most
from zygoform.files.unknown import put_back, unknown_in

Thing = TypeVar("Thing")
FORMAT = "zygoform project"
LARGEST_PROJECT = 100_000_000
"""Bytes; what edits can make stays far below."""
SUFFIX = ".zygoform.json"


class UnreadableError(ZygoformError):
    """A file that cannot be opened as a project; the message is for the user."""


def read_project(path: Path) -> Project:
    """Opens a project. Raises UnreadableError with a clear message; the file is not touched."""
    try:
        content = read_at_most(path, LARGEST_PROJECT)
    except FileNotFoundError as gone:
        raise UnreadableError(f"There is no file {path.name} in {path.parent}.") from gone
    except OSError as refused:
        if refused.errno == errno.EFBIG:
            raise UnreadableError("This file is far larger than any project. It was left alone.") from refused
        raise UnreadableError(f"The file cannot be read: {refused.strerror}.") from refused
    return parse_project(content)


def write_project(path: Path, project: Project) -> tuple[Project, tuple[str, ...]]:
    """Saves in one step. Raises OSError; the file there before is then untouched.

    Returns what the file holds, and in words what it is without: what cannot be written keeps nothing else back.
    """
    left_out: tuple[str, ...] = ()
    try:
        content = dump_project(project)
    except (msgspec.ValidationError, BadInputError, ValueError, TypeError):
        from zygoform.files.writable import writable

        project, left_out = writable(project)
        content = dump_project(project)
    if len(content) > LARGEST_PROJECT:
        raise OSError(errno.EFBIG, f"it is over {LARGEST_PROJECT // 1_000_000} MB, which no project file may be")
    write_whole(path, content)
    return project, left_out


def dump_project(project: Project) -> bytes:
    """The file's content, indented and in a fixed order, so that two versions can be compared.

    Raises BadInputError where it could not be read again.
    """
    shell = _typed(msgspec.structs.replace(project, changes=(), pieces=()))
    raw: dict[str, Any] = {"format": FORMAT, **msgspec.to_builtins(shell)}
    for name, things in (("changes", project.changes), ("pieces", project.pieces)):
        raw[name] = [
            thing.data if isinstance(thing, UnknownChange | UnknownPiece) else msgspec.to_builtins(_typed(thing))
            for thing in things
        ]
    raw = put_back(raw, raw.pop("unknown"))
    check_content(raw)
    return msgspec.json.format(msgspec.json.encode(raw), indent=2) + b"\n"


def _typed(thing: Thing) -> Thing:
    """As it is read again: a size that came as a whole number is one with a point, and is so written."""
    return msgspec.convert(msgspec.to_builtins(thing), type(thing))


def parse_project(content: bytes) -> Project:
    """The project in a file's content. Raises UnreadableError."""
    try:
        raw = msgspec.json.decode(content)
    except (msgspec.DecodeError, ValueError, RecursionError) as broken:
        raise UnreadableError(
            "This is not a project file, or only a part of one: it is not whole JSON."
        ) from broken
    if not isinstance(raw, dict) or raw.get("format") != FORMAT:
        raise UnreadableError("This JSON file holds something else, not a Zygoform project.")
    version = raw.get("version")
    if not isinstance(version, int) or isinstance(version, bool) or version < 1:
        raise UnreadableError("This project file does not say its version.")
    if version > FILE_VERSION:
        raise UnreadableError(
            f"This project was saved by a newer Zygoform (file version {version}; this one reads up to "
            f"{FILE_VERSION}). Open it there; nothing was changed."
        )
    del raw["format"]
    try:
        check_content(raw)
        return _project(raw)
    except (msgspec.ValidationError, BadInputError, KeyError, ValueError, RecursionError) as wrong:
        raise UnreadableError(f"This project file holds something that cannot be: {_plain(wrong)}.") from wrong


def _plain(wrong: Exception) -> str:
    return str(wrong).replace("`", "").strip().rstrip(".") or type(wrong).__name__


def _project(raw: dict[str, Any]) -> Project:
    changes = [_at(f"changes[{k}]", _change, own) for k, own in enumerate(_list(raw.pop("changes", []), "changes"))]
    pieces = [_at(f"pieces[{k}]", _piece, own) for k, own in enumerate(_list(raw.pop("pieces", []), "pieces"))]
    shell = msgspec.convert(raw, Project)
    written = msgspec.to_builtins(shell)
    del written["unknown"]
    shell = msgspec.structs.replace(shell, unknown=unknown_in(raw, written))
    project = msgspec.structs.replace(shell, changes=tuple(changes), pieces=tuple(pieces))
    check_size(project)
    ids = [item.id for item in (*project.changes, *project.pieces)]
    if len(set(ids)) != len(ids):
        raise BadInputError("impossible", "two things have the same id")
    if project.changes and project.next_number <= max(change.number for change in project.changes):
        raise BadInputError("impossible", "a change has a number that is not given out yet")
    _check_pieces(project)
    return project


def _at(path: str, read: Callable[[dict[str, Any]], Any], raw: dict[str, Any]) -> Any:
    """Reads a part of the file; what is wrong with it says where it lies."""
    try:
        return read(raw)
    except msgspec.ValidationError as wrong:
        raise BadInputError("impossible", f"{_plain(wrong)}".replace(" $", f" {path}")) from wrong


def _list(value: Any, name: str) -> list[Any]:
    if not isinstance(value, list) or not all(isinstance(item, dict) for item in value):
        raise BadInputError("impossible", f"{name} is not a list")
    return value


def _change(raw: dict[str, Any]) -> Any:
    kind = CHANGE_KINDS.get(str(raw.get("kind")))
    # A known kind with entries of a newer program is kept whole as well: half of it would be lost on saving.
    if kind is not None:
        change = msgspec.convert(raw, kind.load())
        if not unknown_in(raw, msgspec.to_builtins(change)) and not _unknown_choice(change):
            return change
    base = msgspec.convert({key: raw.get(key) for key in ("id", "number", "targets")}, _Known)
    return UnknownChange(base.id, base.number, base.targets, raw)


def _unknown_choice(change: ChangeBase) -> bool:
    """Whether a choice has a value that this version does not know, such as a newer family of patterns."""
    entries = (entry for entry in params(type(change)) if entry.unit == "choice" and entry.choices)
    return any(not accepts(entry, getattr(change, entry.name)) for entry in entries)


class _Known(msgspec.Struct, frozen=True):
    """What even a change of an unknown kind must have."""

    id: str
    number: int
    targets: tuple[str, ...]


def _piece(raw: dict[str, Any]) -> Any:
    kind = PIECE_KINDS.get(str(raw.get("kind")))
    if kind is not None:
        piece = msgspec.convert(raw, kind.load())
        if not unknown_in(raw, msgspec.to_builtins(piece)):
            return piece
    return UnknownPiece(msgspec.convert(raw.get("id"), str), raw)


def _check_pieces(project: Project) -> None:
    """Ranges of readings live in the parameter table, which msgspec does not know; impossible pieces too."""
    for k, piece in enumerate(project.pieces):
        if isinstance(piece, PieceBase):
            try:
                _check_readings(piece)
            except BadInputError as wrong:
                message = wrong.message if wrong.message.startswith("pieces[") else f"pieces[{k}]: {wrong.message}"
                raise BadInputError(wrong.kind, message, wrong.parameter, wrong.lengths) from wrong


def _check_readings(piece: PieceBase) -> None:
    for entry in params(type(piece)):
        if entry.unit not in ("readings", "corner"):
            value = getattr(piece, entry.name)
            if isinstance(value, int) and not entry.low <= value <= entry.high:
                raise BadInputError("out_of_range", f"{entry.label} is {value}")
            continue
        readings = getattr(piece, entry.name)
        if entry.guess is None and not readings:
            raise BadInputError("empty", f"the piece has no {entry.label.lower()}")
        for reading in readings:
            if not entry.low <= reading.value <= entry.high:
                raise BadInputError("out_of_range", f"{entry.label} is {reading.value:g}")
    piece.build()
