"""Edits of what stands behind a front: a drawer's box, a door's frame, shelves inside."""

from msgspec import Struct, structs

from zygoform.core.edits.edited import Edited, read_readings, read_value
from zygoform.core.edits.fronts import fronted_piece
from zygoform.core.edits.pieces import with_piece
from zygoform.core.errors import BadInputError
from zygoform.core.form.front import Inside, Opening, find_opening, replaced
from zygoform.core.ids import own_of
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import Param, accepts, param
from zygoform.core.measure.reading import counting
from zygoform.core.project import Project


def set_inside(project: Project, opening_id: str, inside: Inside, name: str, text: str) -> Edited:
    """Takes down one entry as typed: readings, or a count; readings emptied are gone."""
    entry = param(type(_parts(project, opening_id, inside)), name)
    before = getattr(_parts(project, opening_id, inside), name)
    try:
        if entry.unit != "readings":
            return choose_inside(project, opening_id, inside, name, read_value(entry, text, project.shop.unit))
        value = read_readings(entry, text, project.shop.unit, before)
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, name, refused.lengths) from refused
    counts = counting(value)
    words = Message(f"{_said(entry)} {{0}}", (counts.value,)) if counts else Message(f"{_said(entry)} not measured")
    return _with(project, opening_id, inside, name, value, words)


def choose_inside(project: Project, opening_id: str, inside: Inside, name: str, value: object) -> Edited:
    """Chooses one entry's value."""
    entry = param(type(_parts(project, opening_id, inside)), name)
    if not accepts(entry, value):
        raise BadInputError("out_of_range", f"{entry.label} cannot be that.", name)
    label = next((c.label.lower() for c in entry.choices if c.value == value), f"{value}")
    label = {"True": "yes", "False": "no"}.get(label, label)
    return _with(project, opening_id, inside, name, value, Message(f"{_said(entry)}: {label}"))


def _said(entry: Param) -> str:
    return f"{entry.group}: {entry.label.lower()}" if entry.group else entry.label


def _opening(project: Project, opening_id: str) -> Opening:
    opening = find_opening(fronted_piece(project, opening_id).front, own_of(opening_id))
    if opening is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    return opening


def _parts(project: Project, opening_id: str, inside: Inside) -> Struct:
    return _opening(project, opening_id).parts(inside)


def _with(project: Project, opening_id: str, inside: Inside, name: str, value: object, words: Message) -> Edited:
    piece, opening = fronted_piece(project, opening_id), _opening(project, opening_id)
    parts = structs.replace(opening.parts(inside), **{name: value})
    front = replaced(piece.front, opening.id, structs.replace(opening, **{inside: parts}))
    return Edited(with_piece(project, structs.replace(piece, front=front)), words, frozenset({opening_id}))
