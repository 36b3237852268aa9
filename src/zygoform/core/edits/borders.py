"""The edit that says how the border between two finishes is kept."""

from typing import cast, get_args

from msgspec import structs

from zygoform.core.coats.layer import BorderChoice, BorderWay
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.finishing import called
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message
from zygoform.core.project import Project


def keep_border(project: Project, first: str, second: str, way: str) -> Edited:
    """Which of two finishes is coated first, and what keeps the other off it. Raises BadInputError."""
    if way not in get_args(BorderWay) or first == second:
        raise BadInputError("unknown_key", "That is not one of the ways there are.", "border")
    both = {first, second}
    others = tuple(own for own in project.finishing.borders if {own.first, own.second} != both)
    choice = BorderChoice(first, second, cast("BorderWay", way))
    done = structs.replace(project.finishing, borders=(*others, choice))
    words = f"{called(project, first)} before {called(project, second).lower()}: {WAY_WORDS[choice.way]}"
    return Edited(structs.replace(project, finishing=done), Message(words), frozenset(both))


WAY_WORDS: dict[BorderWay, str] = {"tape": "taped", "sand back": "sanded back", "by hand": "cut in by hand"}
