"""Edits of the sizes of a piece as found."""

from msgspec import structs

from zygoform.core.edits.edited import Edited, read_readings, read_value
from zygoform.core.edits.pieces import known_piece, with_piece
from zygoform.core.errors import BadInputError
from zygoform.core.form.piece import PieceBase
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import Param, param
from zygoform.core.measure.reading import counting
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
