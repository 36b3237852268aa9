"""Edits of what a piece is for, and whether there is glass on it."""

from typing import Any, Literal

from msgspec import structs

from zygoform.core.condition.use import PieceUse
from zygoform.core.edits.edited import Edited, read_value
from zygoform.core.edits.pieces import known_piece, with_state
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import accepts, param
from zygoform.core.project import Project

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
