"""A fault with its sizes, pinned to the part it is on."""

from typing import Annotated

from msgspec import Meta, Struct

from zygoform.core.measure.reading import Readings, Sized, settle


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
