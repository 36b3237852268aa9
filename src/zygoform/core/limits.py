"""How large a project may be, and what no project holds: refused in words by edits, reader and writer alike."""

from collections.abc import Iterator
from operator import attrgetter
from typing import Any

from msgspec import Struct, ValidationError, convert, structs, to_builtins

from zygoform.core.changes.base import UnknownChange
from zygoform.core.errors import BadInputError
from zygoform.core.form.front import openings
from zygoform.core.form.piece import PieceBase
from zygoform.core.most import CAPACITY, LOG_SIGNS, LONGEST_LIST, LONGEST_NAMES, LONGEST_TEXT, most
from zygoform.core.project import Project, UnknownPiece

MOST_PIECES, MOST_CHANGES, MOST_FAULTS, MOST_COUNTED = most("pieces"), most("changes"), 1000, 2000
LARGE_SHARE = 0.15
"""Of the most there may be: what is more than this of anything takes too long to be worked out at one go."""
LARGE_FRONT = 48
"""Openings of one front: of more the plan takes too long, too."""
DEEPEST, FARTHEST = 40, 1e12


def is_large(project: Project) -> bool:
    """Whether the plan is worked out bit by bit, with the window answering in between."""
    fronts = (front for piece in project.known_pieces if (front := getattr(piece, "front", None)) is not None)
    return any(many > LARGE_SHARE * limit for many, limit, _ in _counted(project)) or any(
        len(openings(front)) > LARGE_FRONT for front in fronts
    )


def check_size(project: Project) -> None:
    """Raises BadInputError `out_of_range` for more of something than can be."""
    lists = ((len(attrgetter(place)(project)), *row) for place, row in CAPACITY.items())
    for many, limit, what in (*_counted(project), *lists):
        if many > limit:
            raise BadInputError("out_of_range", f"A project holds at most {limit} {what}; these are {many}.")


def check_edited(project: Project, before: Project) -> None:
    """Raises BadInputError where an edit of `before` made what could not be written, or not be read again."""
    check_size(project)
    if project.days.log is not before.days.log:
        signs = sum(len(entry.text) + len(entry.what) for entry in project.days.log)
        if signs > LOG_SIGNS:
            words = (
                f"The log holds at most {LOG_SIGNS:,} signs in all. Begin a new project for what is still to do."
            )
            raise BadInputError("out_of_range", words)
    for name in project.__struct_fields__:
        _check_other(getattr(project, name), getattr(before, name), name)


def _check_other(value: Any, was: Any, place: str) -> None:
    """What of a part of the document is another than before; of a list in it what is new."""
    if value is was:
        return
    if isinstance(value, tuple):
        known = {id(one) for one in was}
        for one in value:
            if id(one) not in known and not isinstance(one, UnknownChange | UnknownPiece):
                check_value(one, place)
    elif isinstance(value, Struct) and type(value) is type(was):
        # Its long lists by themselves, all the rest as one.
        long = {name: f"{place}.{name}" for name in value.__struct_fields__}
        long = {name: own for name, own in long.items() if any(key.startswith(own) for key in CAPACITY)}
        for name, own in long.items():
            _check_other(getattr(value, name), getattr(was, name), own)
        bare = {name: type(getattr(value, name))() for name in long}
        check_value(structs.replace(value, **bare), place)
    else:
        check_value(value, place)


def check_value(value: object, name: str) -> None:
    """Raises BadInputError where a part of the document is none that can be written and read again."""
    raw = to_builtins(value)
    check_content(raw, name)
    if isinstance(value, Struct):
        try:
            convert(raw, type(value))
        except ValidationError as wrong:
            words = str(wrong).replace("`", "").replace("$", name)
            raise BadInputError("out_of_range", f"This cannot be kept: {words}.") from wrong


def check_content(raw: Any, of: str = "") -> None:
    """Raises BadInputError with the path of the first thing that cannot be."""
    if not _is_sound(raw, of):
        for path, name, value in _walk(raw, of):
            _check_one(path, name, value)


def _is_sound(raw: Any, of: str) -> bool:
    """Whether all of it can be, without a path for each of its thousands of values; level by level."""
    level = [(of, raw)]
    for _ in range(DEEPEST + 1):
        deeper = list[tuple[str, Any]]()
        for name, value in level:
            if isinstance(value, dict):
                deeper += value.items()
            elif isinstance(value, list | tuple):
                deeper += [(name, own) for own in value]
            elif value is None or value is True or value is False:
                continue
            try:
                _check_one("", name, value)
            except BadInputError:
                return False
        if not deeper:
            return True
        level = deeper
    return False


def _check_one(path: str, name: str, value: Any) -> None:
    """Raises BadInputError where one value by itself cannot be."""
    if isinstance(value, str):
        longest = LONGEST_NAMES.get(name, LONGEST_TEXT)
        if len(value) > longest:
            raise BadInputError("out_of_range", f"{path} has {len(value)} signs, at most {longest} can be")
        if not (value.isascii() or _is_text(value)):
            raise BadInputError("impossible", f"{path} has a sign that no file can hold: type it anew")
    elif isinstance(value, int | float) and not isinstance(value, bool):
        # Not a number is no number between any two.
        if not -FARTHEST <= value <= FARTHEST:
            raise BadInputError("out_of_range", f"{path} is no number that can be")
    elif isinstance(value, list | dict) and len(value) > LONGEST_LIST:
        raise BadInputError("out_of_range", f"{path} has {len(value)} entries, at most {LONGEST_LIST} can be")


def _is_text(value: str) -> bool:
    """Whether a text can be written: half of a sign, as a name that is no UTF-8 leaves it, cannot."""
    try:
        value.encode()
    except UnicodeEncodeError:
        return False
    return True


def _walk(raw: Any, of: str) -> Iterator[tuple[str, str, Any]]:
    """Every value with its path and its own name; not by recursion, which depth would end."""
    waiting: list[tuple[str, str, Any, int]] = [(of, of, raw, 0)]
    while waiting:
        path, name, value, depth = waiting.pop()
        yield path or "the file", name, value
        if depth > DEEPEST:
            raise BadInputError("out_of_range", f"{path[:200]} lies more than {DEEPEST} deep")
        if isinstance(value, dict):
            waiting += [
                (f"{path}.{key}"[-300:].lstrip("."), str(key), own, depth + 1) for key, own in value.items()
            ]
        elif isinstance(value, list | tuple):
            waiting += [(f"{path}[{k}]"[-300:], name, own, depth + 1) for k, own in enumerate(value)]


def _counted(project: Project) -> tuple[tuple[int, int, str], ...]:
    """How many there are, how many there may be, and of what."""
    faults = sum(len(piece.faults) for piece in project.pieces if isinstance(piece, PieceBase))
    # Before anything is worked out: what is asked for by number.
    parts = sum(
        int(getattr(change, "count", 0))
        for change in project.changes
        if not isinstance(change, UnknownChange) and change.tag == "own_part"
    )
    parts += sum(count.count for count in project.counts)
    return (
        (len(project.pieces), MOST_PIECES, "pieces"),
        (len(project.changes), MOST_CHANGES, "changes"),
        (faults, MOST_FAULTS, "faults"),
        (parts, MOST_COUNTED, "parts asked for by number"),
    )
