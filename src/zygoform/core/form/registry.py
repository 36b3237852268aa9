"""Kinds of piece. A kind is a file in kinds/ and one entry here."""

from msgspec import Struct

from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.core.form.kinds.lidded_box import LiddedBox
from zygoform.core.form.kinds.seat import Seat
from zygoform.core.form.kinds.table import Table

KnownPiece = CasePiece | Table | Seat | LiddedBox


class PieceKind(Struct, frozen=True):
    """A kind of piece: what it is called, and what people call by that name."""

    kind: str
    type: type[CasePiece] | type[Table] | type[Seat] | type[LiddedBox]
    title: str
    examples: str


PIECE_KINDS: dict[str, PieceKind] = {
    "case": PieceKind("case", CasePiece, "Case", "chest, sideboard, cabinet, counter"),
    "table": PieceKind("table", Table, "Table", "with or without drawers"),
    "seat": PieceKind("seat", Seat, "Seat", "bench, stool"),
    "lidded_box": PieceKind("lidded_box", LiddedBox, "Box with a lid", "chest that opens upwards"),
}
