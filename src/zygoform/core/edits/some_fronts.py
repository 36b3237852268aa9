"""Edits of the fronts a change is for: each taken in or left out by itself."""

from msgspec import structs

from zygoform.core.edits.edited import Edited
from zygoform.core.edits.planning import set_value
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body, FormOpening
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import params
from zygoform.core.project import Project


def takes_some(project: Project, change_id: str) -> bool:
    """Whether a change can be for some fronts of a piece, and is."""
    change = project.change(change_id)
    return change is not None and getattr(project.overridden(change, project.variant), "on", "") == "some"


def pick_front(project: Project, change_id: str, body: Body, opening: FormOpening) -> Edited:
    """Takes a front in that a change was not for, or leaves it out; from then on it is for those picked."""
    change = project.change(change_id)
    entry = next((e for e in params(type(change)) if e.name == "on"), None) if change is not None else None
    if change is None or entry is None or "some" not in {choice.value for choice in entry.choices}:
        raise BadInputError("impossible", "This change is not laid on fronts.")
    known = {own_of(other.id) for other in body.openings}
    picked = tuple(target for target in change.targets if own_of(target) in known)
    without = tuple(target for target in picked if own_of(target) != own_of(opening.id))
    taken = len(without) == len(picked)
    targets = (*picked, opening.front_id or opening.id) if taken else without
    # With none picked it holds on to the body, and says that one is wanted.
    new = structs.replace(change, targets=targets or (body.id,))
    done = structs.replace(project, changes=tuple(new if c.id == change_id else c for c in project.changes))
    if not takes_some(project, change_id):
        done = set_value(done, change_id, "on", "some").project
    words = Message(f"{literal(opening.name)} {'taken in' if taken else 'left out'}")
    return Edited(done, words, frozenset({change_id, "on"}))
