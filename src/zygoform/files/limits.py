"""What no project file holds: names without an end, numbers without an end, things in things in things."""

from collections.abc import Iterator
from typing import Any

from zygoform.core.errors import BadInputError

DEEPEST, LONGEST_TEXT, LONGEST_LIST, FARTHEST = 40, 2000, 5000, 1e12
LONGEST_NAMES = {"name": 120, "title": 120, "id": 120, "note": 2000}


def check_content(raw: dict[str, Any]) -> None:
    """Raises BadInputError with the path of the first thing that cannot be."""
    for path, name, value in _walk(raw):
        if isinstance(value, str):
            most = LONGEST_NAMES.get(name, LONGEST_TEXT)
            if len(value) > most:
                raise BadInputError("out_of_range", f"{path} has {len(value)} signs, at most {most} can be")
        elif isinstance(value, int | float) and not isinstance(value, bool):
            # Not a number is no number between any two.
            if not -FARTHEST <= value <= FARTHEST:
                raise BadInputError("out_of_range", f"{path} is no number that can be")
        elif isinstance(value, list | dict) and len(value) > LONGEST_LIST:
            raise BadInputError("out_of_range", f"{path} has {len(value)} entries, at most {LONGEST_LIST} can be")


def _walk(raw: dict[str, Any]) -> Iterator[tuple[str, str, Any]]:
    """Every value with its path and its own name; not by recursion, which depth would end."""
    waiting: list[tuple[str, str, Any, int]] = [("", "", raw, 0)]
    while waiting:
        path, name, value, depth = waiting.pop()
        yield path or "the file", name, value
        if depth > DEEPEST:
            raise BadInputError("out_of_range", f"{path[:200]} lies more than {DEEPEST} deep")
        if isinstance(value, dict):
            waiting += [
                (f"{path}.{key}"[-300:].lstrip("."), str(key), own, depth + 1) for key, own in value.items()
            ]
        elif isinstance(value, list):
            waiting += [(f"{path}[{k}]"[-300:], name, own, depth + 1) for k, own in enumerate(value)]
