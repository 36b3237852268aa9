"""What every change has."""

from typing import Annotated, Any

from msgspec import Meta, Struct

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body, Form


class ChangeBase(Struct, frozen=True, tag_field="kind"):
    """Id, the number that also stands on the piece (given once, never again), and what it applies to."""

    id: str
    number: int
    targets: Annotated[tuple[str, ...], Meta(min_length=1)]

    @property
    def called(self) -> str:
        """A name of its own; nothing where its kind's is enough."""
        return ""

    def body_in(self, form: Form) -> Body:
        """The body it applies to. Raises BadInputError where the piece is gone."""
        body = form.body(self.targets[0])
        if body is None:
            raise BadInputError("unknown_key", "The piece this change was planned for is gone.")
        return body


class UnknownChange(Struct, frozen=True, tag_field="kind", tag="?"):
    """A change of a kind this version does not know: kept unchanged, never dropped."""

    id: str
    number: int
    targets: tuple[str, ...]
    data: dict[str, Any]

    @property
    def kind(self) -> str:
        return str(self.data.get("kind", ""))
