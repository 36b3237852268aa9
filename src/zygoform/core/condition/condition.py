"""The state pieces were found in: it lies beside the form, so that a note or a photo builds nothing anew."""

from functools import cached_property

from msgspec import Struct

from zygoform.core.condition.disassembly import Bag
from zygoform.core.condition.fault import Fault
from zygoform.core.condition.materials import MadeOf
from zygoform.core.ids import piece_of


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
