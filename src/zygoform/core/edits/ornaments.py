"""Edits of what is applied to a piece: mouldings, carvings, plaques."""

from msgspec import structs

from zygoform.core.edits.edited import Edited, read_readings, read_value
from zygoform.core.edits.pieces import known_piece, with_state
from zygoform.core.errors import BadInputError
from zygoform.core.form.ornaments import MOST_ORNAMENTS, Ornament
from zygoform.core.form.piece import PieceBase
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import accepts, param
from zygoform.core.measure.reading import Reading, counting
from zygoform.core.project import Project

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
