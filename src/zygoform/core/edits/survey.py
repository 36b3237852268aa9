"""Edits of a piece as found: its sizes, what stands behind its front, what is applied to it, what it is for."""

from typing import Any, Literal

from msgspec import Struct, structs

from zygoform.core.condition.use import PieceUse
from zygoform.core.edits.edited import Edited, read_readings, read_value
from zygoform.core.edits.fronts import fronted_piece
from zygoform.core.edits.pieces import known_piece, with_piece, with_state
from zygoform.core.errors import BadInputError
from zygoform.core.form.front import Inside, Opening, find_opening, replaced
from zygoform.core.form.ornaments import MOST_ORNAMENTS, Ornament
from zygoform.core.form.piece import PieceBase
from zygoform.core.ids import own_of, piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Param, accepts, param
from zygoform.core.measure.reading import Reading, counting
from zygoform.core.project import Project


def set_reading(project: Project, entry_name: str, text: str, *, on: str = "") -> Edited:
    """Takes a size down as typed, several readings parted by semicolons; emptied, it is what is assumed."""
    piece = known_piece(project, on)
    entry = param(type(piece), entry_name)
    try:
        if entry.unit not in ("readings", "corner"):
            return _set_entry(project, piece, entry, text)
        taken = read_readings(entry, text, project.shop.unit, getattr(piece, entry_name))
        done = with_piece(project, structs.replace(piece, **{entry_name: taken}))
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, entry_name, refused.lengths) from refused
    counts, label = counting(taken, entry.takes), _label(entry)
    if counts is None:
        return Edited(done, Message(f"{label} not measured"), frozenset({entry_name}))
    guess = ", a guess" if counts.source == "guessed" else ""
    if len(taken) > 1:
        guess = f", {'the mean' if entry.takes == 'mean' else 'the ' + entry.takes} of {len(taken)}"
    if entry.unit == "corner":
        return Edited(done, Message(f"{label} {counts.value:g}°{guess}"), frozenset({entry_name}))
    return Edited(done, Message(f"{label} {{0}}{guess}", (counts.value,)), frozenset({entry_name}))


def _label(entry: Param) -> str:
    # "Over all: width over all" would say it twice.
    return entry.label if entry.group.lower() in entry.label.lower() else f"{entry.group}: {entry.label.lower()}"


def _set_entry(project: Project, piece: PieceBase, entry: Param, text: str) -> Edited:
    """A choice or count of the piece itself."""
    value = read_value(entry, text, project.shop.unit)
    names = {choice.value: choice.label for choice in entry.choices}
    if names and value not in names:
        raise BadInputError("unknown_key", "Not one of the choices.", entry.name)
    done = with_piece(project, structs.replace(piece, **{entry.name: value}))
    return Edited(done, Message(f"{_label(entry)} {str(names.get(value, value)).lower()}"), frozenset({entry.name}))


# Edits of what a piece is for, and whether there is glass on it.

GLASS_SAID = {
    "": "Not said whether there is glass",
    "yes": "There is glass or a mirror",
    "no": "No glass, no mirror",
}


def set_use(project: Project, name: str, value: bool | str, on: str) -> Edited:
    """One entry of a piece's use: a switch, or what was typed; emptied, it is not said."""
    piece, entry = known_piece(project, on), param(PieceUse, name)
    known: Any = value
    if isinstance(value, str):
        try:
            blank = 0.0 if entry.unit == "weight" else ""
            known = read_value(entry, value, project.shop.unit) if value.strip() else blank
        except BadInputError as refused:
            raise BadInputError(refused.kind, refused.message, name, refused.lengths) from refused
    if not accepts(entry, known):
        raise BadInputError("out_of_range", f"{entry.label} cannot be that.", name)
    use = structs.replace(piece.use or PieceUse(), **{name: known})
    done = with_state(project, structs.replace(piece, use=use if use != PieceUse() else None))
    said = {True: "yes", False: "no"}.get(known) if isinstance(known, bool) else None
    words = said or (project.shop.unit.show_weight(known) if entry.unit == "weight" else literal(known))
    return Edited(done, Message(f"{entry.label}: {words or 'not said'}"), frozenset({piece.id}))


def say_glass(project: Project, answer: Literal["", "yes", "no"], on: str) -> Edited:
    """Whether there is any glass or mirror: it comes out first, and never alone."""
    piece = known_piece(project, on)
    return Edited(
        with_state(project, structs.replace(piece, glass=answer)),
        Message(GLASS_SAID[answer]),
        frozenset({piece.id}),
    )


# Edits of what stands behind a front: a drawer's box, a door's frame, shelves inside.


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
    return _with_inside(project, opening_id, inside, name, value, words)


def choose_inside(project: Project, opening_id: str, inside: Inside, name: str, value: object) -> Edited:
    """Chooses one entry's value."""
    entry = param(type(_parts(project, opening_id, inside)), name)
    if not accepts(entry, value):
        raise BadInputError("out_of_range", f"{entry.label} cannot be that.", name)
    label = next((c.label.lower() for c in entry.choices if c.value == value), f"{value}")
    label = {"True": "yes", "False": "no"}.get(label, label)
    return _with_inside(project, opening_id, inside, name, value, Message(f"{_said(entry)}: {label}"))


def _said(entry: Param) -> str:
    return f"{entry.group}: {entry.label.lower()}" if entry.group else entry.label


def _opening(project: Project, opening_id: str) -> Opening:
    opening = find_opening(fronted_piece(project, opening_id).front, own_of(opening_id))
    if opening is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    return opening


def _parts(project: Project, opening_id: str, inside: Inside) -> Struct:
    return _opening(project, opening_id).parts(inside)


def _with_inside(
    project: Project, opening_id: str, inside: Inside, name: str, value: object, words: Message
) -> Edited:
    piece, opening = fronted_piece(project, opening_id), _opening(project, opening_id)
    parts = structs.replace(opening.parts(inside), **{name: value})
    front = replaced(piece.front, opening.id, structs.replace(opening, **{inside: parts}))
    return Edited(with_piece(project, structs.replace(piece, front=front)), words, frozenset({opening_id}))


# Edits of what is applied to a piece: mouldings, carvings, plaques.

_USUAL = {
    "inch": {"width": 203.2, "height": 38.1, "thickness": 9.525},
    "mm": {"width": 200.0, "height": 40.0, "thickness": 10.0},
}
"""Sizes (mm) until they are measured."""


def add_ornament(project: Project, part_id: str) -> Edited:
    """One on a part, of usual sizes, in the middle of its largest outer face."""
    piece = known_piece(project, piece_of(part_id))
    board = piece.build().board(part_id)
    if board is None or board.role == "ornament":
        raise BadInputError("unknown_key", "Point at the part that it is on.")
    if len(piece.ornaments) >= MOST_ORNAMENTS:
        raise BadInputError("out_of_range", f"At most {MOST_ORNAMENTS} on one piece.")
    number = 1 + max((int(o.id[1:]) for o in piece.ornaments if o.id[1:].isdecimal()), default=0)
    unit = project.shop.unit
    sizes = {name: (Reading(f"{unit.entered(mm)}?", mm, "guessed"),) for name, mm in _USUAL[unit.system].items()}
    own = Ornament(f"m{number}", part_id, **sizes)  # type: ignore[arg-type]
    done = structs.replace(piece, ornaments=(*piece.ornaments, own))
    return Edited(
        with_state(project, done), Message(f"A moulding on {literal(board.name).lower()}"), frozenset({own.id})
    )


def set_ornament(project: Project, piece_id: str, ornament_id: str, name: str, text: str) -> Edited:
    """One entry as typed or chosen; readings emptied are a guess again."""
    piece, own = _own(project, piece_id, ornament_id)
    entry = param(Ornament, name)
    value: object
    if entry.unit == "readings":
        value = read_readings(entry, text, project.shop.unit, getattr(own, name))
        counts = counting(value)
        words = (
            Message(f"{entry.label} {{0}}", (counts.value,)) if counts else Message(f"{entry.label} not measured")
        )
    else:
        value = read_value(entry, text, project.shop.unit)
        if not accepts(entry, value) or not value:
            raise BadInputError("empty", "It needs a name." if name == "name" else "Choose one of them.", name)
        words = Message(f"{entry.label}: {literal(str(value))}")
    new = structs.replace(own, **{name: value})
    done = structs.replace(piece, ornaments=tuple(new if o.id == own.id else o for o in piece.ornaments))
    return Edited(with_state(project, done), words, frozenset({own.id}))


def remove_ornament(project: Project, piece_id: str, ornament_id: str) -> Edited:
    """Takes one off the list: it is not there."""
    piece, own = _own(project, piece_id, ornament_id)
    done = structs.replace(piece, ornaments=tuple(o for o in piece.ornaments if o.id != own.id))
    return Edited(with_state(project, done), Message(f"Took {literal(own.name)} off the list"))


def _own(project: Project, piece_id: str, ornament_id: str) -> tuple[PieceBase, Ornament]:
    piece = known_piece(project, piece_id)
    own = next((o for o in piece.ornaments if o.id == ornament_id), None)
    if own is None:
        raise BadInputError("unknown_key", "That is no longer there.")
    return piece, own
