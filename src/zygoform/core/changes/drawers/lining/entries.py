"""Drawers lined with paper or fabric, all pieces from one roll with the pattern upright."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length, switch
from zygoform.core.shop import Shop


class DrawerLining(ChangeBase, frozen=True, tag="lining"):
    """One drawer or all of them; sizes in mm."""

    on: Annotated[
        Literal["this", "all"],
        choice(
            "In",
            Choice("all", "all drawers", "from one roll, one pattern"),
            Choice("this", "this drawer", "the one that was pointed at"),
        ),
    ] = "all"
    of: Annotated[
        Literal["paper", "fabric"],
        choice(
            "With",
            Choice("paper", "paper", "wipes clean, is changed in minutes"),
            Choice("fabric", "fabric", "soft, hides a rough bottom"),
        ),
    ] = "paper"
    covers: Annotated[
        Literal["bottom", "sides"],
        choice(
            "Covers",
            Choice("bottom", "the bottom", "the usual way"),
            Choice("sides", "bottom and sides", "each side a piece of its own, up to its edge"),
        ),
    ] = "bottom"
    pattern: Annotated[
        Literal["up", "across"],
        choice(
            "Pattern",
            Choice("up", "upright", "stands as one looks into the drawer; a piece is never turned"),
            Choice("across", "across", "where it looks alike both ways, and the roll is narrow"),
        ),
    ] = "up"
    held: Annotated[
        Literal["loose", "glued"],
        choice(
            "It is",
            Choice("loose", "laid in", "nothing to undo; it may curl"),
            Choice("glued", "pasted", "flat for good; test how it comes off again"),
        ),
    ] = "loose"
    short: Annotated[
        float, length("Smaller all round", 0, 20, main=False, hint="so that it lies flat", inch=1.5875)
    ] = 1.5
    border: Annotated[float, length("Turned up", 0, 100, main=False, hint="at the walls; 0: flat")] = 0.0
    roll: Annotated[float, length("Roll wide", 0, 3000, main=False, hint="0: the narrowest on sale that does")] = (
        0.0
    )
    edges: Annotated[bool, switch("Paint the edges", main=False, hint="a second colour when it is opened")] = False

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """In all drawers; in one where that was pointed at."""
        del shop
        opening = target.opening or (target.body.opening_of(target.id) if target.board is not None else None)
        single = opening is not None and opening.holds == "drawer"
        where = opening.id if opening is not None and single else target.body.id
        return cls(change_id, number, (where,), on="this" if single else "all")
