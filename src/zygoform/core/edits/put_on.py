"""The edit that says how what goes on is coated: loose, or fitted."""

from msgspec import structs

from zygoform.core.coats.layer import PutOn
from zygoform.core.edits.edited import Edited
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message
from zygoform.core.outcome.work import PutOnWay
from zygoform.core.project import Project


def set_put_on(project: Project, of: tuple[str, ...], way: PutOnWay, usual: PutOnWay, name: str) -> Edited:
    """Some parts, or all that a change puts on, are coated that way; as it is `usual` nothing is kept.

    What is said of a change counts for all it puts on: what was said of single parts goes.
    """
    others = tuple(own for own in project.finishing.put_on if not any(_is_within(own.of, each) for each in of))
    of_whole = {own.of: own.way for own in others}
    said = tuple(PutOn(each, way) for each in of if way != of_whole.get(piece_of(each), usual))
    done = structs.replace(project.finishing, put_on=(*others, *said))
    words = f"{name}: coated {'loose, then put on' if way == 'loose' else 'in its place'}"
    return Edited(structs.replace(project, finishing=done), Message(words), frozenset(of))


def _is_within(part: str, whole: str) -> bool:
    return part == whole or part.startswith(f"{whole}/")
