"""Kinds of piece, by name: a kind is a file in kinds/ and one row here, and is loaded when it is first wanted."""

from importlib import import_module

from msgspec import Struct

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
