"""What every change has."""

from typing import Any

from msgspec import Struct


class ChangeBase(Struct, frozen=True, tag_field="kind"):
    """Id, the number that also stands on the piece (given once, never again), and what it applies to."""

    id: str
    number: int
    targets: tuple[str, ...]


class UnknownChange(Struct, frozen=True, tag_field="kind", tag="?"):
    """A change of a kind this version does not know: kept unchanged, never dropped."""

    id: str
    number: int
    targets: tuple[str, ...]
    data: dict[str, Any]

    @property
    def kind(self) -> str:
        return str(self.data.get("kind", ""))
