"""What of a document a file can hold: what cannot be written is named, the rest still is."""

from contextlib import suppress
from typing import Any

from msgspec import Struct, structs

from zygoform.core.changes.base import UnknownChange
from zygoform.core.errors import BadInputError
from zygoform.core.limits import check_value
from zygoform.core.most import CAPACITY, LONGEST_NAMES
from zygoform.core.project import Project, UnknownPiece
from zygoform.files.names import as_written

_TITLES = {
    "pieces": "piece", "changes": "change", "variants": "variant", "photos": "photo", "stock": "board",
    "facts": "tick", "counts": "count of a part", "zones": "zone", "moves": "moved part", "colours": "colour",
    "recipes": "recipe", "shelf": "can", "cans": "count of cans", "log": "line of the log", "lessons": "lesson",
    "pins": "step put to a time", "days": "day with hours of its own",
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
