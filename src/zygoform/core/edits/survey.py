"""Edits of the piece as found: its readings and its front."""

from typing import Literal

from msgspec import structs

from zygoform.core.edits.edited import Edited, read_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.front import (
    Cell,
    Division,
    Holds,
    Opening,
    find_opening,
    openings,
    parent,
    replaced,
    walk,
)
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.core.form.kinds.table import Table
from zygoform.core.form.piece import OVER_ALL
from zygoform.core.form.registry import PIECE_KINDS, KnownPiece
from zygoform.core.measure.param import param
from zygoform.core.measure.parse import parse_length
from zygoform.core.measure.reading import Reading
from zygoform.core.measure.say import Say
from zygoform.core.project import Project

LEAST_CELL = 20.0


def new_piece(project: Project, name: str, sizes: dict[str, str], kind: str = "case") -> Edited:
    """A piece from up to three sizes as typed (width, height, depth); everything else is assumed."""
    piece_type = PIECE_KINDS[kind].type
    readings: dict[str, tuple[Reading, ...]] = {}
    for entry_name in OVER_ALL:
        try:
            reading = read_reading(param(piece_type, entry_name), sizes.get(entry_name, ""), project.shop.unit)
        except BadInputError as refused:
            raise BadInputError(refused.kind, refused.message, entry_name, refused.lengths) from refused
        readings[entry_name] = (reading,) if reading else ()
    piece = structs.replace(piece_type("p1", name or "Piece"), **readings)
    piece.check()
    done = structs.replace(project, name=name or "Piece", pieces=(piece,))
    return Edited(done, Say(f"Measured {name or 'a piece'}"), frozenset({"p1"}))


def rename(project: Project, name: str) -> Edited:
    """Gives the piece, and with it the project, another name."""
    plain = " ".join(name.split())[:60]
    if not plain:
        raise BadInputError("empty", "A piece needs a name.", "name")
    piece = _piece(project)
    done = _with(project, structs.replace(piece, name=plain))
    return Edited(structs.replace(done, name=plain), Say(f"Named it {plain}"), frozenset({piece.id}))


def set_reading(project: Project, entry_name: str, text: str) -> Edited:
    """Takes a size down as typed; an emptied field goes back to what is assumed."""
    piece = _piece(project)
    entry = param(type(piece), entry_name)
    try:
        reading = read_reading(entry, text, project.shop.unit)
        taken = () if reading is None else (reading,)
        done = _with(project, structs.replace(piece, **{entry_name: taken}))
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, entry_name, refused.lengths) from refused
    # "Over all: width over all" would say it twice.
    label = entry.label if entry.group.lower() in entry.label.lower() else f"{entry.group}: {entry.label.lower()}"
    if reading is None:
        return Edited(done, Say(f"{label} not measured"), frozenset({entry_name}))
    guess = ", a guess" if reading.source == "guessed" else ""
    if entry.unit == "corner":
        return Edited(done, Say(f"{label} {reading.value:g}°{guess}"), frozenset({entry_name}))
    return Edited(done, Say(f"{label} {{0}}{guess}", (reading.value,)), frozenset({entry_name}))


def hold(project: Project, opening_id: str, holds: Holds) -> Edited:
    """Says what an opening holds."""
    piece = _fronted(project)
    own = _own(opening_id)
    if find_opening(piece.front, own) is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    front = replaced(piece.front, own, Opening(own, holds))
    words = {"drawer": "A drawer in it", "door": "A door on it", "nothing": "Left open"}[holds]
    return Edited(_with(project, structs.replace(piece, front=front)), Say(words), frozenset({opening_id}))


def divide(project: Project, opening_id: str, direction: Literal["columns", "rows"], count: int) -> Edited:
    """Divides an opening into equal columns or rows; the first keeps its id and all keep what it held."""
    if not 2 <= count <= 12:
        raise BadInputError("out_of_range", "Between 2 and 12.", "count")
    piece = _fronted(project)
    own = _own(opening_id)
    opening = find_opening(piece.front, own)
    if opening is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    first = _next_id(piece.front)
    cells: list[Cell] = [opening]
    cells += [Opening(f"o{first + k}", opening.holds) for k in range(count - 1)]
    above = parent(piece.front, own)
    if above is not None and above.direction == direction:
        # More of the same side by side is one longer division, not a division in a division.
        at = [cell.id for cell in above.cells].index(own)
        new: Cell = structs.replace(
            above,
            cells=(*above.cells[:at], *cells, *above.cells[at + 1 :]),
            sizes=(*above.sizes[:at], *((),) * count, *above.sizes[at + 1 :]),
        )
        front = replaced(piece.front, above.id, new)
    else:
        new = Division(f"d{first + count}", direction, tuple(cells), ((),) * count)
        front = replaced(piece.front, own, new)
    done = _with(project, structs.replace(piece, front=front))
    return Edited(done, Say(f"Divided into {count} {direction}"), frozenset({opening_id}))


def join(project: Project, opening_id: str) -> Edited:
    """Takes the division that holds an opening away: its cells become one opening."""
    piece = _fronted(project)
    own = _own(opening_id)
    division = parent(piece.front, own)
    if division is None:
        raise BadInputError("impossible", "This opening is not part of a division.")
    kept = find_opening(piece.front, own) or openings(division)[0]
    front = replaced(piece.front, division.id, kept)
    return Edited(_with(project, structs.replace(piece, front=front)), Say("Joined into one opening"))


def set_cell_size(project: Project, cell_id: str, text: str) -> Edited:
    """Takes down the width of a column or the height of a row; emptied, it shares what is left."""
    piece = _fronted(project)
    division = parent(piece.front, cell_id)
    if division is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    reading: tuple[Reading, ...] = ()
    if text.strip():
        guessed = text.strip().startswith("~") or text.strip().endswith("?")
        plain = text.strip().strip("~? ")
        value = parse_length(plain, project.shop.unit.system)
        if not LEAST_CELL <= value <= 6000:
            raise BadInputError("out_of_range", "Between {0} and {1}.", cell_id, (LEAST_CELL, 6000.0))
        reading = (Reading(plain, value, "guessed" if guessed else "typed"),)
    at = [cell.id for cell in division.cells].index(cell_id)
    sizes = (*division.sizes[:at], reading, *division.sizes[at + 1 :])
    front = replaced(piece.front, division.id, structs.replace(division, sizes=sizes))
    what = "wide" if division.direction == "columns" else "high"
    words = Say(f"Opening {{0}} {what}", (reading[0].value,)) if reading else Say("Opening shares what is left")
    return Edited(_with(project, structs.replace(piece, front=front)), words, frozenset({cell_id}))


def _piece(project: Project) -> KnownPiece:
    if project.piece is None:
        raise BadInputError("impossible", "Measure a piece first.")
    return project.piece


def _fronted(project: Project) -> CasePiece | Table:
    """The piece, where it has a front to divide."""
    piece = _piece(project)
    if not isinstance(piece, CasePiece | Table):
        raise BadInputError("impossible", "This piece has no front to divide.")
    return piece


def _with(project: Project, piece: KnownPiece) -> Project:
    """The project with the piece changed; refused where no piece could look like that."""
    piece.check()
    pieces = tuple(piece if p.id == piece.id else p for p in project.pieces)
    return structs.replace(project, pieces=pieces)


def _own(opening_id: str) -> str:
    """An opening's own id, from p1/opening/o3."""
    return opening_id.rsplit("/", 1)[-1]


def _next_id(front: Cell) -> int:
    return 1 + max(int(cell.id[1:]) for cell in walk(front) if cell.id[1:].isdecimal())
