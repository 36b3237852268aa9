"""Edits of what has happened at the saw: parts ticked as cut."""

from msgspec import structs

from zygoform.core.edits.edited import Edited
from zygoform.core.measure.message import Message, literal
from zygoform.core.project import Fact, Project


def mark_cut(project: Project, part_ids: tuple[str, ...], code: str, *, cut: bool) -> Edited:
    """Parts have been cut, or, unticked, have not; `code` is what they are called in the list."""
    others = tuple(fact for fact in project.facts if fact.kind != "cut" or fact.subject not in part_ids)
    own = tuple(Fact("cut", part_id) for part_id in part_ids) if cut else ()
    words = f"{literal(code)} {'cut' if cut else 'not cut yet'}"
    return Edited(structs.replace(project, facts=(*others, *own)), Message(words), frozenset(part_ids))
