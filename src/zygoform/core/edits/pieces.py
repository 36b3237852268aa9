"""Edits of which pieces there are: new ones, copies, names."""

from msgspec import structs

from zygoform.core.changes.base import UnknownChange
from zygoform.core.edits.edited import Edited, read_readings
from zygoform.core.errors import BadInputError
from zygoform.core.form.front import Cell, Division
from zygoform.core.form.piece import OVER_ALL, FrontedPiece, PieceBase
from zygoform.core.form.registry import PIECE_KINDS
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import param
from zygoform.core.measure.reading import Readings
from zygoform.core.project import Change, Project, UnknownPiece


def new_piece(project: Project, name: str, sizes: dict[str, str], kind: str = "case") -> Edited:
    """A piece from up to three sizes as typed (width, height, depth); everything else is assumed.

    The first one gives the project its name.
    """
    piece_type = PIECE_KINDS[kind].load()
    readings: dict[str, Readings] = {}
    for entry_name in OVER_ALL:
        try:
            readings[entry_name] = read_readings(
                param(piece_type, entry_name), sizes.get(entry_name, ""), project.shop.unit
            )
        except BadInputError as refused:
            raise BadInputError(refused.kind, refused.message, entry_name, refused.lengths) from refused
    piece = structs.replace(piece_type(next_piece_id(project), name or "Piece"), **readings)
    piece.check()
    done = structs.replace(project, pieces=(*project.pieces, piece))
    if not project.pieces:
        done = structs.replace(done, name=name or "Piece")
    return Edited(done, Message(f"Measured {name or 'a piece'}"), frozenset({piece.id}))


def copy_piece(project: Project, piece_id: str, *, mirrored: bool = False, with_changes: bool = False) -> Edited:
    """Another piece like this one, with its readings; from then on each has its own.

    Mirrored, left and right change places. With its changes, what is planned for it is planned for the copy too,
    under new numbers. Faults and what has come off are each piece's own: they are not copied, nor their mending.
    """
    piece = known_piece(project, piece_id)
    new_id = next_piece_id(project)
    made_of = tuple(structs.replace(m, part=new_id + m.part.removeprefix(piece_id)) for m in piece.made_of)
    copy = structs.replace(
        piece,
        id=new_id,
        name=_copied_name(project, piece.name),
        faults=(),
        made_of=made_of,
        disassembly=(),
        bags=(),
    )
    copy = _mirrored(copy) if mirrored else copy
    own = [c for c in project.changes if {piece_of(t) for t in c.targets} == {piece_id}] if with_changes else []
    changes: list[Change] = []
    for change in own:
        if isinstance(change, UnknownChange) or change.tag == "mend":
            continue
        number = project.next_number + len(changes)
        targets = tuple(copy.id + target.removeprefix(piece_id) for target in change.targets)
        changes.append(structs.replace(change, id=f"c{number}", number=number, targets=targets))
    done = structs.replace(
        project,
        pieces=(*project.pieces, copy),
        changes=(*project.changes, *changes),
        next_number=project.next_number + len(changes),
    )
    return Edited(done, Message(f"Copied {literal(piece.name)}"), frozenset({copy.id, *(c.id for c in changes)}))


def remove_piece(project: Project, piece_id: str) -> Edited:
    """Takes a piece out of the set, with what was planned for it alone."""
    piece = known_piece(project, piece_id)
    gone = {c.id for c in project.changes if {piece_of(t) for t in c.targets} == {piece_id}}
    others = tuple(p for p in project.pieces if p.id != piece_id)
    done = structs.replace(project.without_changes(gone), pieces=others)
    return Edited(done, Message(f"Took {literal(piece.name)} away"), frozenset({piece_id}))


def rename(project: Project, name: str, *, on: str = "") -> Edited:
    """Gives a piece another name; the only one gives it to the project too."""
    plain = " ".join(name.split())[:60]
    if not plain:
        raise BadInputError("empty", "A piece needs a name.", "name")
    piece = known_piece(project, on)
    done = with_piece(project, structs.replace(piece, name=plain))
    if len(project.pieces) == 1:
        done = structs.replace(done, name=plain)
    return Edited(done, Message(f"Named it {literal(plain)}"), frozenset({piece.id}))


def name_project(project: Project, name: str) -> Edited:
    """The name of the whole set."""
    plain = " ".join(name.split())[:60]
    if not plain:
        raise BadInputError("empty", "A project needs a name.", "project_name")
    return Edited(structs.replace(project, name=plain), Message(f"Named it all {literal(plain)}"))


def known_piece(project: Project, piece_id: str) -> PieceBase:
    """The piece of that id, the first for none. Raises BadInputError where it is gone."""
    piece = project.known(piece_id)
    if piece is None:
        raise BadInputError(
            "impossible", "That piece is no longer there." if piece_id else "Measure a piece first."
        )
    return piece


def with_piece(project: Project, piece: PieceBase) -> Project:
    """The project with the piece changed; refused where no piece could look like that."""
    piece.check()
    return with_state(project, piece)


def with_state(project: Project, piece: PieceBase) -> Project:
    """The project with the piece's state changed: what is no size needs no building."""
    return structs.replace(project, pieces=tuple(piece if p.id == piece.id else p for p in project.pieces))


def next_piece_id(project: Project) -> str:
    """An id no piece of the project has."""
    taken = [int(piece.id[1:]) for piece in project.pieces if piece.id[:1] == "p" and piece.id[1:].isdecimal()]
    return f"p{1 + max(taken, default=0)}"


def _copied_name(project: Project, name: str) -> str:
    """The name with the next free number behind it."""
    stem, _, last = name.rpartition(" ")
    stem = stem if stem and last.isdecimal() else name
    taken = {piece.name for piece in project.pieces if not isinstance(piece, UnknownPiece)}
    return next(new for k in range(2, 10_000) if (new := f"{stem} {k}") not in taken)


def _mirrored(piece: PieceBase) -> PieceBase:
    left, right = getattr(piece, "corner_left", None), getattr(piece, "corner_right", None)
    if left is not None and right is not None:
        piece = structs.replace(piece, corner_left=right, corner_right=left)
    if isinstance(piece, FrontedPiece):
        piece = structs.replace(piece, front=_mirrored_cell(piece.front))
    return piece


def _mirrored_cell(cell: Cell) -> Cell:
    if not isinstance(cell, Division):
        return cell
    cells = tuple(_mirrored_cell(inner) for inner in cell.cells)
    if cell.direction == "columns":
        return structs.replace(cell, cells=cells[::-1], sizes=cell.sizes[::-1])
    return structs.replace(cell, cells=cells)
