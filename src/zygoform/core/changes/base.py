"""What every change has."""

from typing import Annotated, Any, ClassVar, Self

from msgspec import Meta, Struct

from zygoform.core.changes.surface import FacesOf
from zygoform.core.condition.condition import Condition
from zygoform.core.condition.use import PieceUse
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body, Form
from zygoform.core.form.registry import Target
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.param import Choice, choice
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM


class ChangeBase(Struct, frozen=True, tag_field="kind"):
    """Id, the number that also stands on the piece (given once, never again), and what it applies to."""

    reads_others: ClassVar[bool] = False
    """Whether it has to do with more than its own piece: then it sees all of them."""

    id: str
    number: int
    targets: Annotated[tuple[str, ...], Meta(min_length=1)]

    @property
    def tag(self) -> str:
        """Its kind, as the file and the registry name it."""
        return str(self.__struct_config__.tag)

    @property
    def called(self) -> str:
        """A name of its own; nothing where its kind's is enough."""
        return ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Its first, sensible state on a target."""
        del shop
        return cls(change_id, number, (target.body.id,))

    def for_use(self, use: PieceUse) -> Self:
        """The same, as it is best begun on a piece that is used like that."""
        del use
        return self

    def reads(self, condition: Condition) -> object:
        """What of the condition it is worked out from: only where that is another value is the change made anew."""
        del condition
        return None

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


def nearest_size(shop: Shop, thickness: float, width: float, at_least: float = 0.0) -> TimberSize | None:
    """The size on sale nearest to a wanted section (mm), in the project's system where there is one."""
    sold = [s for s in shop.timber if s.offers] or list(shop.timber)
    own = [s for s in sold if s.system == shop.unit.system] or sold
    own = [s for s in own if s.width >= at_least - SAME_MM and s.stock != "rod"]
    return min(own, key=lambda s: (2 * abs(s.thickness - thickness) + abs(s.width - width), s.id), default=None)


# The entry that every change laid on faces has: which faces.

LaidOn = Annotated[
    FacesOf,
    choice(
        "Over",
        Choice("drawers", "all drawers", "those whose fronts lie in one plane"),
        Choice("fronts", "drawers and doors", "all that lie in one plane"),
        Choice("some", "some fronts", "those that are clicked in the drawing, or ticked"),
        Choice("this", "this one", "the front, side or lid that was pointed at"),
    ),
]
