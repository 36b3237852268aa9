"""The state pieces were found in, as values: faults, photos, bags, what comes off.

It lies beside the form, so that a note or a photo builds nothing anew.
"""

from functools import cached_property
from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.condition.materials import MadeOf
from zygoform.core.ids import piece_of
from zygoform.core.measure.reading import Readings, Sized, settle

# A fault with its sizes, pinned to the part it is on.


class Fault(Struct, frozen=True):
    """One fault. `at` is its place in its piece's coordinates (mm); sizes not measured are the usual ones."""

    id: str
    kind: str
    part: str
    at: tuple[float, float, float]
    length: Readings = ()
    width: Readings = ()
    depth: Readings = ()
    count: Annotated[int, Meta(ge=1, le=200)] = 1
    note: Annotated[str, Meta(max_length=200)] = ""

    def sized(self, name: str) -> Sized:
        """One of its sizes, or what is usual; 0 where its kind is not measured that way."""
        # The catalogue is loaded with the first fault that is looked at.
        from zygoform.core.condition.faults import FAULT_KINDS

        kind = FAULT_KINDS.get(self.kind)
        ask = next((a for a in kind.asks if a.name == name), None) if kind is not None else None
        readings: Readings = getattr(self, name)
        if ask is None:
            return Sized(0.0)
        name = f"{kind.title.lower() if kind else ''}: {ask.label.lower()}"
        return settle(readings, ask.usual, name, self.part, ask.takes)

    def mm(self, name: str) -> float:
        return self.sized(name).value


# What has been taken off a piece: where each part goes, and the hardware in its bags.

Fate = Literal["keep", "stock", "gone"]


class DisassemblyMark(Struct, frozen=True):
    """A part that comes off: kept for this piece, put to the boards one has, or thrown away."""

    part: str
    fate: Fate = "keep"
    done: bool = False


class Bag(Struct, frozen=True):
    """Hardware of one kind in one bag. `spacing` is between the middles of its screw holes, where it has two."""

    id: str
    what: Annotated[str, Meta(max_length=60)]
    count: Annotated[int, Meta(ge=1, le=999)] = 1
    spacing: Readings = ()
    place: Annotated[str, Meta(max_length=80)] = ""


# Photos of a piece: files beside the project, with numbered dots that tie a place on them to a part.

SHIPPED = "shipped/"
"""Before the name of a drawn stand-in that comes with the program."""
Share = Annotated[float, Meta(ge=0, le=1)]


class Dot(Struct, frozen=True):
    """A place on a photo, in shares of width and height from the upper left; the drawing has the same number."""

    number: Annotated[int, Meta(ge=1, le=9999)]
    x: Share
    y: Share
    part: str


class Photo(Struct, frozen=True):
    """A picture file by its name alone; it lies in the project's folder of photos, or came with the program."""

    id: str
    file: Annotated[str, Meta(min_length=1, max_length=120)]
    title: Annotated[str, Meta(max_length=60)] = ""
    dots: tuple[Dot, ...] = ()


class Condition(Struct, frozen=True, dict=True):
    """The faults of all pieces, what their parts are made of, the hardware kept of them."""

    faults: tuple[Fault, ...] = ()
    made_of: tuple[MadeOf, ...] = ()
    bags: tuple[Bag, ...] = ()

    def fault(self, fault_id: str) -> Fault | None:
        """The fault of that id."""
        return next((fault for fault in self.faults if fault.id == fault_id), None)

    def faults_of(self, piece_id: str) -> tuple[Fault, ...]:
        """The faults on the parts of one piece."""
        return self._by_piece.get(piece_id, ())

    @cached_property
    def _by_piece(self) -> dict[str, tuple[Fault, ...]]:
        own: dict[str, tuple[Fault, ...]] = {}
        for fault in self.faults:
            piece_id = piece_of(fault.part)
            own[piece_id] = (*own.get(piece_id, ()), fault)
        return own
