"""Kinds of piece. A kind is a file in kinds/ and one entry here."""

from msgspec import Struct

from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.core.form.kinds.flat_panel import FlatPanel
from zygoform.core.form.kinds.lidded_box import LiddedBox
from zygoform.core.form.kinds.seat import Seat
from zygoform.core.form.kinds.table import Table
from zygoform.core.form.kinds.wall_shelf import WallShelf

KnownPiece = CasePiece | Table | Seat | LiddedBox | FlatPanel | WallShelf
Fronted = CasePiece | Table | FlatPanel | WallShelf
"""Kinds with a front to divide."""


class PieceKind(Struct, frozen=True):
    """A kind of piece: what it is called, and what people call by that name."""

    kind: str
    type: type[KnownPiece]
    title: str
    examples: str


PIECE_KINDS: dict[str, PieceKind] = {
    "case": PieceKind("case", CasePiece, "Case", "chest, sideboard, cabinet, desk, counter"),
    "table": PieceKind("table", Table, "Table", "with or without drawers"),
    "seat": PieceKind("seat", Seat, "Seat", "bench, stool"),
    "lidded_box": PieceKind("lidded_box", LiddedBox, "Box with a lid", "chest that opens upwards"),
    "flat_panel": PieceKind("flat_panel", FlatPanel, "Panel", "bed head, door, mirror frame"),
    "wall_shelf": PieceKind("wall_shelf", WallShelf, "Wall shelf", "boards on brackets"),
}
