"""The document as one JSON file. Reading is strict; kinds this version does not know are kept as they are."""

import errno
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path
from typing import Any, TypeVar

import msgspec
from msgspec import Struct, structs

from zygoform.core.changes.base import ChangeBase, UnknownChange
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.errors import BadInputError, ZygoformError
from zygoform.core.form.piece import PieceBase
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.limits import check_content, check_size, check_value
from zygoform.core.measure.param import accepts, params
from zygoform.core.most import CAPACITY, LONGEST_NAMES
from zygoform.core.project import FILE_VERSION, Project, UnknownPiece
from zygoform.files.atomic import write_whole
from zygoform.files.names import as_written
from zygoform.files.reading import read_at_most

# What of a document a file can hold: what cannot be written is named, the rest still is.

_TITLES = {
    "pieces": "piece", "changes": "change", "variants": "variant", "photos": "photo", "stock": "board",
    "facts": "tick", "counts": "count of a part", "zones": "zone", "moves": "moved part", "colours": "colour",
    "recipes": "recipe", "shelf": "can", "cans": "count of cans", "put_on": "choice of loose or in place",
    "borders": "choice of a border", "log": "line of the log", "lessons": "lesson",
    "pins": "step put to a time", "own_steps": "step of your own", "figures": "own figure of a step",
    "days": "day with hours of its own",
    "timber": "size on sale", "packs": "pack on sale",
}  # fmt: skip
"""What one thing of a list is called."""


def writable(project: Project) -> tuple[Project, tuple[str, ...]]:
    """The part of a project that can be written and read again, and what had to be left out of it, in words."""
    left_out: list[str] = []
    values: dict[str, Any] = {}
    for name in project.__struct_fields__:
        value = getattr(project, name)
        if isinstance(value, tuple):
            values[name] = _kept(value, name, CAPACITY[name].limit, left_out)
        elif isinstance(value, Struct):
            values[name] = _sound(value, name, left_out)
    values["name"] = as_written(project.name)[: LONGEST_NAMES["name"]]
    if values["name"] != project.name:
        left_out.append(f"a part of its name (at most {LONGEST_NAMES['name']} signs can be written)")
    return structs.replace(project, **values), tuple(left_out)


def _kept(things: tuple[Any, ...], name: str, most: int, left_out: list[str]) -> tuple[Any, ...]:
    """Those of a list that can be written, and no more than it may hold."""
    kept = list[Any]()
    for thing in things:
        fault = "" if isinstance(thing, UnknownChange | UnknownPiece) else _fault(thing, name)
        if not fault and len(kept) == most:
            fault = f"a file holds at most {most}"
        if fault:
            left_out.append(f"{_TITLES.get(name, name)} {_called(thing)}({fault})")
        else:
            kept.append(thing)
    return tuple(kept)


def _sound(value: Struct, place: str, left_out: list[str]) -> Struct:
    """A group of entries without what of it cannot be written; as it is at first where nothing else helps."""
    is_sound, others = not _fault(value, place), dict[str, Any]()
    for name in value.__struct_fields__:
        own, at = getattr(value, name), f"{place}.{name}"
        most = CAPACITY[at].limit if at in CAPACITY else 0
        if most and not (is_sound and len(own) <= most):
            others[name] = _kept(own, name, most, left_out)
        elif any(key.startswith(f"{at}.") for key in CAPACITY):
            others[name] = _sound(own, at, left_out)
    made: Struct = structs.replace(value, **others) if others else value
    if not is_sound and (fault := _fault(made, place)):
        left_out.append(f"{place} ({fault})")
        made = type(value)()
    return made


def _fault(value: object, name: str) -> str:
    """Why something cannot be written, or nothing."""
    try:
        check_value(value, name)
    except BadInputError as wrong:
        return as_written(wrong.message.rstrip("."))
    return ""


def _called(thing: object) -> str:
    """Its name, where it has one."""
    with suppress(StopIteration):
        words = next(w for entry in ("name", "title", "file", "text", "id") if (w := getattr(thing, entry, "")))
        return f"“{as_written(str(words))[:40]}” "
    return ""


# What a newer program wrote into a file and this one does not know: found, kept, and written back.

Tree = dict[str, Any]


def unknown_in(raw: Any, known: Any) -> Tree:
    """The entries of `raw` that `known`, the same thing as this version writes it, does not have.

    Things in lists are known by their id, else by their place.
    """
    tree: Tree = {}
    if isinstance(raw, dict) and isinstance(known, dict):
        for key, value in raw.items():
            if key not in known:
                tree[key] = value
            elif inner := unknown_in(value, known[key]):
                tree[key] = inner
    elif isinstance(raw, list) and isinstance(known, list | tuple):
        for k, (one, other) in enumerate(zip(raw, known, strict=False)):
            if inner := unknown_in(one, other):
                tree[_name(other, k)] = inner
    return tree


def put_back(known: Any, tree: Tree) -> Any:
    """`known` with what was not known in it again; what it belonged to may be gone."""
    if isinstance(known, dict):
        merged = dict(known)
        for key, value in tree.items():
            merged[key] = put_back(merged[key], value) if key in merged and isinstance(value, dict) else value
        return merged
    if isinstance(known, list | tuple):
        return [
            put_back(one, tree[name]) if (name := _name(one, k)) in tree else one for k, one in enumerate(known)
        ]
    return known


def _name(one: Any, place: int) -> str:
    own = one.get("id") if isinstance(one, dict) else None
    return f"#{own}" if isinstance(own, str) else f"#{place}"


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
