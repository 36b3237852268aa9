"""A drawer made into something else: two into one, one into two, a false front, a tray."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, count, length
from zygoform.core.shop import Shop


class RegroupDrawers(ChangeBase, frozen=True, tag="regroup"):
    """What becomes of one drawer, or of it and the next one. Sizes in mm."""

    into: Annotated[
        Literal["one", "two", "false", "tray"],
        choice(
            "Becomes",
            Choice("one", "one with the next", "a deep drawer; both fronts move as one"),
            Choice("two", "two drawers", "two shallow ones in its place"),
            Choice("false", "a false front", "it stays shut: a pipe or a basin is behind it"),
            Choice("tray", "a tray", "a low front: shallow things, seen from above"),
        ),
    ] = "one"
    next: Annotated[
        Literal["below", "above", "right", "left"],
        choice(
            "The next one",
            Choice("below", "below", "the usual one: a deep drawer"),
            Choice("above", "above", "a deep drawer, from the lower one up"),
            Choice("right", "at the right", "one wide drawer"),
            Choice("left", "at the left", "one wide drawer"),
            counts_if=("into", "one"),
        ),
    ] = "below"
    made: Annotated[
        Literal["joined", "new"],
        choice(
            "Its front",
            Choice("joined", "both old ones joined", "battens behind; it still looks like two"),
            Choice("new", "a new board", "one face; no gap in the middle"),
            counts_if=("into", "one"),
        ),
    ] = "joined"
    share: Annotated[int, count("Upper one, in %", 20, 80, hint="of the height", counts_if=("into", "two"))] = 50
    gap: Annotated[float, length("Gap between", 1, 40, main=False, counts_if=("into", "two"), inch=3.175)] = 3.0
    tray: Annotated[float, length("Front high", 15, 400, counts_if=("into", "tray"), inch=50.8)] = 50.0
    board: Annotated[str, choice("Wood from", stock="board", main=False)] = ""
    front: Annotated[str, choice("New front from", main=False, counts_if=("made", "new"))] = ""

    @property
    def called(self) -> str:
        """After what becomes of it."""
        return {
            "one": "Two drawers into one",
            "two": "Drawer into two",
            "false": "False front",
            "tray": "Drawer into a tray",
        }[self.into]

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """On the drawer that was pointed at, else on the first; with its neighbour where it has one."""
        drawers = [opening for opening in target.body.openings if opening.holds == "drawer"]
        opening = target.opening or next(iter(drawers), None)
        where = opening.id if opening is not None else target.body.id
        size, wide = nearest_size(shop, 19.0, 38.0), nearest_size(shop, 19.0, 300.0)
        return cls(change_id, number, (where,), board=size.id if size else "", front=wide.id if wide else "")
