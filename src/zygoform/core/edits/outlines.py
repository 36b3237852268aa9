"""Edits of outlines that come from a file."""

from msgspec import structs

from zygoform.core.changes.doors.cutout.entries import DoorCutout
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.planning import set_value
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline
from zygoform.core.measure.message import Message
from zygoform.core.project import Project


def meant_cutout(project: Project, change_id: str) -> str:
    """The cut-out an outline is for: the one that is open, else the first."""
    ids = [change.id for change in project.changes if isinstance(change, DoorCutout)]
    return change_id if change_id in ids else next(iter(ids), "")


def set_outline(project: Project, change_id: str, outline: Outline) -> Edited:
    """The line a cut-out follows from now on. Raises BadInputError where there is no cut-out."""
    change = project.change(change_id)
    if not isinstance(change, DoorCutout):
        raise BadInputError("unknown_key", "Plan a cut-out first.")
    new = structs.replace(change, outline=outline)
    done = structs.replace(project, changes=tuple(new if c.id == change_id else c for c in project.changes))
    done = set_value(done, change_id, "shape", "traced").project
    return Edited(done, Message(f"Outline of {len(outline)} corners"), frozenset({change_id}))
