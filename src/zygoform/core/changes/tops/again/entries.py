"""The old top used again: turned over, turned round, or made larger by a strip."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class OldTop(ChangeBase, frozen=True, tag="old_top"):
    """What there is stays in use; sizes in mm."""

    way: Annotated[
        Literal["over", "round", "strip"],
        choice(
            "The old top is",
            Choice("over", "turned over", "its underside is better than its face, and its edge is square"),
            Choice("round", "turned round", "the front edge is worn, the back edge is not"),
            Choice("strip", "made larger", "a strip at one edge: it was cut too short, or is to stand out further"),
        ),
    ] = "over"
    edge: Annotated[
        Literal["front", "back", "left", "right"],
        choice(
            "Strip at the",
            Choice("front", "front", "the new edge is the one that is seen and touched"),
            Choice("back", "back", "out of sight"),
            Choice("left", "left", "across the grain: only its middle is glued"),
            Choice("right", "right", "across the grain: only its middle is glued"),
            counts_if=("way", "strip"),
        ),
    ] = "front"
    wide: Annotated[float, length("Strip wide", 10, 600, counts_if=("way", "strip"), inch=50.8)] = 50.0
    board: Annotated[str, choice("Cut from", hint="as thick as the top, or nearly", stock="board")] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Turned over; a strip would come from a board as thick as the top."""
        tops = [board.solid.sizes[0] for board in target.body.boards if board.role in ("top", "lid", "seat")]
        size = nearest_size(shop, tops[0] if tops else 19.0, 64.0, at_least=50.0)
        return cls(change_id, number, (target.body.id,), board=size.id if size else "")
