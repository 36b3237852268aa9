"""Kinds of piece by name, a file in kinds/ and a row here, loaded when wanted; what a change is planned for."""

from importlib import import_module
from typing import Literal

from msgspec import Struct

from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.piece import PieceBase


class PieceKind(Struct, frozen=True):
    """A kind of piece: its tag in the file, where its class is, its title, and what people call so."""

    kind: str
    where: str
    title: str
    examples: str

    def load(self) -> type[PieceBase]:
        """Its class."""
        module, _, name = self.where.partition(":")
        found: type[PieceBase] = getattr(import_module(f"zygoform.core.form.kinds.{module}"), name)
        return found


PIECE_KINDS: dict[str, PieceKind] = {
    row.kind: row
    for row in (
        PieceKind("case", "case_piece:CasePiece", "Case", "chest, sideboard, cabinet, desk, counter"),
        PieceKind("table", "table:Table", "Table", "with or without drawers"),
        PieceKind("seat", "seat:Seat", "Seat", "bench, stool"),
        PieceKind("lidded_box", "lidded_box:LiddedBox", "Box with a lid", "chest that opens upwards"),
        PieceKind("flat_panel", "flat_panel:FlatPanel", "Panel", "bed head, door, mirror frame"),
        PieceKind("wall_shelf", "wall_shelf:WallShelf", "Wall shelf", "boards on brackets"),
    )
}


# What a change can be planned for: a body, an opening, what closes one, or a single part.

TargetKind = Literal["body", "opening", "front", "member"]


class Target(Struct, frozen=True):
    """One of them, with the body it belongs to; `board` is the part itself, `opening` the place in the front."""

    kind: TargetKind
    id: str
    body: Body
    board: Board | None = None
    opening: FormOpening | None = None


def target_in(form: Form, target_id: str) -> Target | None:
    """What an id names in a form; None where it is gone."""
    body = form.body(target_id)
    if body is None:
        return None
    if target_id == body.id:
        return Target("body", target_id, body)
    opening = next((o for o in body.openings if o.id == target_id), None)
    if opening is not None:
        return Target("opening", target_id, body, opening=opening)
    board = form.board(target_id)
    opening = body.opening_of(target_id)
    # What fills a door's frame means the door.
    fills = (
        board is not None and board.role in ("panel", "pane") and opening is not None and opening.holds == "door"
    )
    closes = fills or (board is not None and board.role in ("drawer", "door"))
    return Target("front" if closes else "member", target_id, body, board, opening if closes else None)
