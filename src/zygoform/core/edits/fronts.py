"""Edits of the front: what its openings hold, how it is divided, how large its cells are."""

from typing import Literal

from msgspec import structs

from zygoform.core.edits.edited import Edited, read_readings, read_value
from zygoform.core.edits.pieces import known_piece, with_piece, with_state
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
from zygoform.core.form.opening_readings import OpeningReadings
from zygoform.core.form.piece import FrontedPiece
from zygoform.core.ids import own_of, piece_of
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import Param, param
from zygoform.core.measure.reading import Reading, counting
from zygoform.core.project import Project

LEAST_CELL = 20.0
HELD: dict[Holds, str] = {
    "drawer": "A drawer in it",
    "door": "A door on it",
    "panel": "Closed by a panel",
    "knees": "Open to the floor, for knees",
    "nothing": "Left open",
}


def hold(project: Project, opening_id: str, holds: Holds) -> Edited:
    """Says what an opening holds."""
    piece = fronted_piece(project, opening_id)
    own = _own(opening_id)
    opening = find_opening(piece.front, own)
    if opening is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    front = replaced(piece.front, own, structs.replace(opening, holds=holds))
    if holds not in piece.HOLDS:
        raise BadInputError("impossible", "Openings of this kind of piece hold nothing like that.")
    return Edited(
        with_piece(project, structs.replace(piece, front=front)), Message(HELD[holds]), frozenset({opening_id})
    )


def divide(project: Project, opening_id: str, direction: Literal["columns", "rows"], count: int) -> Edited:
    """Divides an opening into equal columns or rows; the first keeps its id and all keep what it held.

    No other opening changes its size.
    """
    if not 2 <= count <= 12:
        raise BadInputError("out_of_range", "Between 2 and 12.", "count")
    piece = fronted_piece(project, opening_id)
    own = _own(opening_id)
    opening = find_opening(piece.front, own)
    if opening is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    first = _next_id(piece.front)
    cells: list[Cell] = [opening]
    # What was measured of the undivided opening is true of none of its parts.
    cells[0] = structs.replace(opening, readings=None)
    cells += [Opening(f"o{first + k}", opening.holds) for k in range(count - 1)]
    # A division of its own, also within one of the same direction: the neighbours keep their sizes.
    new = Division(f"d{first + count}", direction, tuple(cells), ((),) * count)
    front = replaced(piece.front, own, new)
    done = with_piece(project, structs.replace(piece, front=front))
    return Edited(done, Message(f"Divided into {count} {direction}"), frozenset({opening_id}))


def join(project: Project, opening_id: str) -> Edited:
    """Takes the division that holds an opening away: its cells become one opening."""
    piece = fronted_piece(project, opening_id)
    own = _own(opening_id)
    division = parent(piece.front, own)
    if division is None:
        raise BadInputError("impossible", "This opening is not part of a division.")
    kept = find_opening(piece.front, own) or openings(division)[0]
    front = replaced(piece.front, division.id, kept)
    return Edited(with_piece(project, structs.replace(piece, front=front)), Message("Joined into one opening"))


def set_opening_reading(project: Project, opening_id: str, place: str, text: str) -> Edited:
    """A reading inside an opening at one of its places, as typed; emptied, it is gone."""
    piece, own = fronted_piece(project, opening_id), _own(opening_id)
    opening = find_opening(piece.front, own)
    if opening is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    entry = param(OpeningReadings, place)
    try:
        if entry.unit == "length":
            return _set_play(project, piece, opening, read_value(entry, text, project.shop.unit))
        before = getattr(opening.readings or OpeningReadings(), place)
        taken = read_readings(entry, text, project.shop.unit, before)
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, place, refused.lengths) from refused
    close: OpeningReadings | None = structs.replace(opening.readings or OpeningReadings(), **{place: taken})
    if close is not None and close.is_empty:
        close = None
    front = replaced(piece.front, own, structs.replace(opening, readings=close))
    counts = counting(taken, "smallest")
    where = f"{entry.group} {entry.label.lower()}"
    words = Message(f"{where} {{0}}", (counts.value,)) if counts else Message(f"{where} not measured")
    return Edited(with_piece(project, structs.replace(piece, front=front)), words, frozenset({opening_id}))


def _set_play(project: Project, piece: FrontedPiece, opening: Opening, play: float) -> Edited:
    """How much smaller than the opening what goes in is to be."""
    readings = structs.replace(opening.readings or OpeningReadings(), play=play)
    front = replaced(piece.front, opening.id, structs.replace(opening, readings=readings))
    done = with_state(project, structs.replace(piece, front=front))
    return Edited(done, Message("Play {0}", (play,)), frozenset({opening.id}))


CELL = Param("cell", "Opening", "readings", LEAST_CELL, 6000.0, (), guess=0.0, takes="smallest")


def set_cell_size(project: Project, cell_id: str, text: str) -> Edited:
    """Takes down the width of a column or the height of a row; emptied, it shares what is left."""
    piece, own = fronted_piece(project, cell_id), _own(cell_id)
    division = parent(piece.front, own)
    if division is None:
        raise BadInputError("unknown_key", "That opening is no longer there.")
    at = [cell.id for cell in division.cells].index(own)
    taken = read_readings(CELL, text, project.shop.unit, division.sizes[at])
    sizes = (*division.sizes[:at], taken, *division.sizes[at + 1 :])
    front = replaced(piece.front, division.id, structs.replace(division, sizes=sizes))
    what = "wide" if division.direction == "columns" else "high"
    counts = counting(taken, CELL.takes)
    words = Message(f"Opening {{0}} {what}", (counts.value,)) if counts else Message("Opening shares what is left")
    return Edited(with_piece(project, structs.replace(piece, front=front)), words, frozenset({cell_id}))


def move_divider(project: Project, divider_id: str, first: float, second: float) -> Edited:
    """Moves the rail or upright behind a cell: the cells before and behind it get these sizes (mm), as guesses."""
    piece, before = fronted_piece(project, divider_id), divider_id.rsplit("-", 1)[-1]
    division = parent(piece.front, before)
    ids = [cell.id for cell in division.cells] if division is not None else []
    if division is None or before == ids[-1]:
        raise BadInputError("unknown_key", "That divider is no longer there.")
    if min(first, second) < LEAST_CELL:
        raise BadInputError("out_of_range", "An opening is at least {0}.", "", (LEAST_CELL,))
    at, write = ids.index(before), project.shop.unit.entered
    taken = tuple((Reading(write(size), size, "guessed"),) for size in (first, second))
    sizes = (*division.sizes[:at], *taken, *division.sizes[at + 2 :])
    front = replaced(piece.front, division.id, structs.replace(division, sizes=sizes))
    done = with_piece(project, structs.replace(piece, front=front))
    return Edited(done, Message("Moved a divider: {0} and {1}", (first, second)), frozenset({divider_id}))


def fronted_piece(project: Project, part_id: str) -> FrontedPiece:
    """The piece a part belongs to, where it has a front to divide; the only one for an opening's own id."""
    piece = known_piece(project, piece_of(part_id) if "/" in part_id else part_id if project.known(part_id) else "")
    if not isinstance(piece, FrontedPiece):
        raise BadInputError("impossible", "This piece has no front to divide.")
    return piece


def _own(opening_id: str) -> str:
    """An opening's own id, from p1/opening/o3."""
    return own_of(opening_id)


def _next_id(front: Cell) -> int:
    return 1 + max(int(cell.id[1:]) for cell in walk(front) if cell.id[1:].isdecimal())
