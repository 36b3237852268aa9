"""Two pieces made one: side by side, or with room between them that a top bridges."""

from typing import Annotated, ClassVar, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class Join(ChangeBase, frozen=True, tag="join"):
    """The other one to the right of this one, on the same floor; sizes in mm."""

    reads_others: ClassVar[bool] = True

    other: Annotated[str, choice("With", hint="stands to the right of it", stock="piece")] = ""
    gap: Annotated[float, length("Room between", 0, 2000, hint="held by a rail, bridged by a new top")] = 0.0
    tops: Annotated[
        Literal["saw", "keep"],
        choice(
            "Where the tops meet",
            Choice("saw", "sawn flush", "sides touch and are screwed together"),
            Choice("keep", "kept", "overhangs stay; a packing strip fills the gap between the sides"),
            counts_if=("gap", 0.0),
        ),
    ] = "saw"
    strip: Annotated[str, choice("Strips from", hint="packing between sides, or the rail", stock="board")] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Side by side with the next piece, tops flush."""
        strip = nearest_size(shop, 19.0, 64.0)
        return cls(change_id, number, (target.body.id,), strip=strip.id if strip else "")
