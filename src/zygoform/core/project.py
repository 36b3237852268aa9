"""The document: what the user entered and what has become fact. Nothing worked out is kept in it."""

from collections.abc import Collection
from typing import Annotated, Any, Literal

from msgspec import Meta, Struct, structs

from zygoform.core.changes.base import ChangeBase, UnknownChange
from zygoform.core.changes.mending.entries import Mend
from zygoform.core.coats.layer import Finishing, ZoneChoice
from zygoform.core.condition.condition import Photo
from zygoform.core.condition.use import damp_of
from zygoform.core.days.log import Days
from zygoform.core.form.front import Cell
from zygoform.core.form.piece import PieceBase
from zygoform.core.goods.timber import StockLine
from zygoform.core.ids import piece_of
from zygoform.core.measure.param import accepts, params
from zygoform.core.shop import Shop

FILE_VERSION = 1


class UnknownPiece(Struct, frozen=True, tag_field="kind", tag="?"):
    """A piece of a kind this version does not know: kept unchanged, never dropped."""

    id: str
    data: dict[str, Any]


Piece = PieceBase | UnknownPiece
Change = ChangeBase | UnknownChange


class Override(Struct, frozen=True):
    """A variant's own value for one parameter of one change."""

    change_id: str
    parameter: str
    value: float | int | str | bool


class Variant(Struct, frozen=True):
    """A way to do it: changes left out, parameters with other values."""

    id: str
    name: str
    left_out: tuple[str, ...] = ()
    overrides: tuple[Override, ...] = ()


class PartCount(Struct, frozen=True):
    """So many of one part in place of one: 0 leaves it out."""

    part_id: str
    count: Annotated[int, Meta(ge=0, le=200)]


class Fact(Struct, frozen=True):
    """Something that has happened: bought, cut, or gone wrong."""

    kind: Literal["bought", "cut", "wrong"]
    subject: str
    note: str = ""


class Project(Struct, frozen=True):
    """One piece of work. `next_number` is the number the next change gets; it never goes back.

    `id` is given with its first photo: the folder of its photos has it in its name.

    `unknown` holds what this version does not know of the file, to be written back as it was.
    """

    name: str = ""
    version: int = FILE_VERSION
    id: Annotated[str, Meta(pattern="^[0-9a-f]{0,32}$")] = ""
    pieces: tuple[Piece, ...] = ()
    changes: tuple[Change, ...] = ()
    variants: Annotated[tuple[Variant, ...], Meta(min_length=1)] = (Variant("v1", "As planned"),)
    chosen: str = "v1"
    shop: Shop = Shop()
    stock: tuple[StockLine, ...] = ()
    facts: tuple[Fact, ...] = ()
    counts: tuple[PartCount, ...] = ()
    photos: tuple[Photo, ...] = ()
    finishing: Finishing = Finishing()
    days: Days = Days()
    next_number: Annotated[int, Meta(ge=1)] = 1
    unknown: dict[str, Any] = {}

    @property
    def piece(self) -> PieceBase | None:
        """The first piece of a known kind."""
        return next((piece for piece in self.pieces if isinstance(piece, PieceBase)), None)

    @property
    def known_pieces(self) -> tuple[PieceBase, ...]:
        """Those of a kind that this version knows."""
        return tuple(piece for piece in self.pieces if isinstance(piece, PieceBase))

    def stack(self, zone: str) -> ZoneChoice:
        """What of the finish counts for a zone, as the use of its piece has it."""
        piece = self.known(piece_of(zone))
        return self.finishing.stack(zone, damp=piece is not None and bool(damp_of(piece.use)))

    def known(self, piece_id: str) -> PieceBase | None:
        """The piece of that id, where its kind is known; the first for no id."""
        if not piece_id:
            return self.piece
        return next((p for p in self.pieces if isinstance(p, PieceBase) and p.id == piece_id), None)

    @property
    def names(self) -> dict[str, str]:
        """Piece id to name, of all known ones."""
        return {piece.id: piece.name for piece in self.pieces if isinstance(piece, PieceBase)}

    def front(self, part_id: str = "") -> Cell | None:
        """The divided front of the piece that a part belongs to, where its kind has one."""
        return getattr(self.known(piece_of(part_id)), "front", None)

    @property
    def has_unknown(self) -> bool:
        """Whether the file held something this version does not know."""
        kinds = (UnknownChange, UnknownPiece)
        return bool(self.unknown) or any(isinstance(x, kinds) for x in (*self.changes, *self.pieces))

    @property
    def variant(self) -> Variant:
        """The chosen variant; the first where the file names none that exists."""
        return next((v for v in self.variants if v.id == self.chosen), self.variants[0])

    @property
    def cut_parts(self) -> frozenset[str]:
        """The parts that have been cut."""
        return frozenset(fact.subject for fact in self.facts if fact.kind == "cut")

    def change(self, change_id: str) -> ChangeBase | None:
        """The change of that id, with its own values (not a variant's)."""
        for change in self.changes:
            if change.id == change_id and not isinstance(change, UnknownChange):
                return change
        return None

    def mend_of(self, fault_id: str) -> Mend | None:
        """What is planned for a fault."""
        return next((c for c in self.changes if isinstance(c, Mend) and c.fault == fault_id), None)

    @property
    def mended(self) -> frozenset[str]:
        """The faults for which something is planned."""
        return frozenset(c.fault for c in self.changes if isinstance(c, Mend))

    def without_changes(self, gone: Collection[str]) -> "Project":
        """The project without some changes, and without what its variants say of them."""
        variants = tuple(
            structs.replace(
                variant,
                left_out=tuple(c for c in variant.left_out if c not in gone),
                overrides=tuple(o for o in variant.overrides if o.change_id not in gone),
            )
            for variant in self.variants
        )
        kept = tuple(change for change in self.changes if change.id not in gone)
        counts = tuple(count for count in self.counts if piece_of(count.part_id) not in gone)
        return structs.replace(self, changes=kept, variants=variants, counts=counts)

    def is_left_out(self, change_id: str) -> bool:
        return change_id in self.variant.left_out

    def settled(self, variant_id: str = "") -> tuple[ChangeBase, ...]:
        """The changes of a variant (the chosen one for no id) in order, its own values put in."""
        variant = next((v for v in self.variants if v.id == variant_id), self.variant)
        changes = []
        for change in self.changes:
            if isinstance(change, UnknownChange) or change.id in variant.left_out:
                continue
            changes.append(self.overridden(change, variant))
        return tuple(changes)

    def overridden(self, change: ChangeBase, variant: Variant) -> ChangeBase:
        """A change with a variant's own values; what no such change can have is left as it is."""
        table = {entry.name: entry for entry in params(type(change))}
        own: dict[str, Any] = {
            o.parameter: o.value
            for o in variant.overrides
            if o.change_id == change.id and o.parameter in table and accepts(table[o.parameter], o.value)
        }
        return structs.replace(change, **own) if own else change

    def refused_overrides(self) -> tuple[Override, ...]:
        """The chosen variant's values that no such change can have: of a newer program, or written by hand."""
        found = []
        for override in self.variant.overrides:
            change = self.change(override.change_id)
            table = {entry.name: entry for entry in params(type(change))} if change is not None else {}
            entry = table.get(override.parameter)
            if change is not None and (entry is None or not accepts(entry, override.value)):
                found.append(override)
        return tuple(found)
