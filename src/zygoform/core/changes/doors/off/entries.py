"""Doors taken off for good: their mortises and holes filled, and what stands in the opening instead."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, count, length
from zygoform.core.shop import Shop

_LET_IN = ("fill", "patches")


_BOXED: tuple[str, object] = ("instead", "containers")


class DoorsOff(ChangeBase, frozen=True, tag="doors_off"):
    """One door, or all; sizes in mm."""

    on: Annotated[
        Literal["this", "all"],
        choice(
            "Off",
            Choice("all", "all doors", "the openings stay open"),
            Choice("this", "this one", "the door that was pointed at"),
        ),
    ] = "all"
    fill: Annotated[
        Literal["patches", "filler", "leave"],
        choice(
            "Hinge mortises",
            Choice("patches", "wood let in", "right where it is stained or clear, or the edge is knocked"),
            Choice("filler", "filled", "under paint, in shallow ones"),
            Choice("leave", "left", "surface hinges leave none, or the doors may come back"),
        ),
    ] = "patches"
    hinges: Annotated[int, count("Hinges on each", 0, 6, hint="0: as the survey says", main=False)] = 0
    leaf_long: Annotated[float, length("Mortise long", 10, 300, counts_if=_LET_IN)] = 63.5
    leaf_wide: Annotated[float, length("Mortise wide", 5, 60, counts_if=_LET_IN, inch=19.05)] = 19.0
    leaf_deep: Annotated[float, length("Mortise deep", 0.5, 15, main=False, counts_if=_LET_IN, inch=2.38125)] = 2.0
    screws: Annotated[int, count("Screw holes at each", 0, 12, main=False)] = 3
    instead: Annotated[
        Literal["open", "containers"],
        choice(
            "In the opening",
            Choice("open", "stays open", "its inside will be seen: finish it"),
            Choice("containers", "containers", "baskets or boxes of a size that is on sale"),
        ),
    ] = "open"
    box_w: Annotated[float, length("Container wide", 20, 2000, counts_if=_BOXED, inch=304.8)] = 300.0
    box_h: Annotated[float, length("Container high", 20, 1500, counts_if=_BOXED, inch=203.2)] = 200.0
    box_d: Annotated[float, length("Container deep", 20, 1500, counts_if=_BOXED, inch=304.8)] = 300.0
    room: Annotated[
        float, length("Room round it", 0, 100, main=False, hint="for a hand", counts_if=_BOXED, inch=12.7)
    ] = 12.0
    board: Annotated[str, choice("Patches from", stock="board", main=False, counts_if=_LET_IN)] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """The door that was pointed at, else all."""
        opening = target.opening
        where = opening.id if opening is not None else target.body.id
        size = nearest_size(shop, 19.0, 38.0)
        own = size.id if size else ""
        return cls(change_id, number, (where,), on="this" if opening is not None else "all", board=own)
