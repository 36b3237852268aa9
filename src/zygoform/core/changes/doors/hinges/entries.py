"""Hinges, catches and stays on doors and lids, from the bags as far as they do."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, count, length, switch
from zygoform.core.shop import Shop

_BROKEN = ("broken", True)


class DoorHinges(ChangeBase, frozen=True, tag="hinges"):
    """On one door or lid, or on all of them; sizes in mm."""

    on: Annotated[
        Literal["this", "all"],
        choice(
            "On",
            Choice("all", "all doors and lids", "one kind, one bag of screws"),
            Choice("this", "this one", "the one that was pointed at"),
        ),
    ] = "all"
    hinge: Annotated[
        Literal["butt", "surface", "cup", "keep"],
        choice(
            "Hinges",
            Choice("butt", "let in", "old furniture: a leaf in door and case, knuckle in the joint"),
            Choice("surface", "on the surface", "no mortise; hides old ones"),
            Choice("cup", "in a bored cup", "unseen and adjustable; wants a wide bore in a door of 16 mm or more"),
            Choice("keep", "the old ones", "cleaned and hung again"),
        ),
    ] = "butt"
    each: Annotated[int, count("On each", 0, 6, hint="0: by height and weight")] = 0
    screws: Annotated[int, count("Screws a hinge", 2, 12, main=False)] = 6
    catch: Annotated[
        Literal["magnet", "roller", "none"],
        choice(
            "Shut by",
            Choice("magnet", "a magnet", "strong, silent; two on a high door"),
            Choice("roller", "a catch", "old ones suit old pieces"),
            Choice("none", "nothing", "hinges with a spring, or a lock"),
        ),
    ] = "magnet"
    stays: Annotated[int, count("Stays on a lid", 0, 4, main=False, hint="a lid falls on fingers")] = 2
    broken: Annotated[bool, switch("One broke: match it", hint="what to measure, what to look for")] = False
    old_long: Annotated[float, length("Old leaf long", 8, 300, counts_if=_BROKEN, inch=50.8)] = 50.0
    old_wide: Annotated[float, length("Old leaf wide", 5, 80, counts_if=_BROKEN, inch=19.05)] = 19.0
    old_pin: Annotated[float, length("Old knuckle thick", 2, 20, main=False, counts_if=_BROKEN, inch=4.7625)] = 5.0
    bags: Annotated[bool, switch("Use what is in the bags", main=False, hint="of this and other pieces")] = True

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """On the door or lid that was pointed at, else on all."""
        del shop
        opening, board = target.opening, target.board
        if opening is not None:
            return cls(change_id, number, (opening.id,), on="this")
        if board is not None and board.role == "lid":
            return cls(change_id, number, (board.id,), on="this")
        return cls(change_id, number, (target.body.id,))
