"""A drawer's front made to drop open: a writing flap, or one for a keyboard."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class DropFlap(ChangeBase, frozen=True, tag="drop_flap"):
    """The front hinged at its lower edge; its box stays in as a shelf. Sizes in mm."""

    hinge: Annotated[
        Literal["front", "forward", "inside"],
        choice(
            "Hinge stands",
            Choice("front", "at the front edge", "seen from outside; nothing is cut back, nothing sweeps"),
            Choice("forward", "within the front", "hidden when shut; a little up, a little cut back"),
            Choice("inside", "inside, on a block", "plain hinges; it stands high, and much is cut back"),
        ),
    ] = "forward"
    gap: Annotated[float, length("Gap below it", 0, 60, hint="to the next front or rail; 0: as it is")] = 0.0
    raised: Annotated[
        float, length("Axis higher by", 0, 150, main=False, hint="than it need be: drag it on the drawing")
    ] = 0.0
    knuckle: Annotated[float, length("Hinge", 0, 30, main=False, hint="from its leaf to its axis")] = 4.0
    clear: Annotated[float, length("Clearance", 0, 10, main=False, hint="round what swings in")] = 1.0
    stays: Annotated[
        Literal["two", "one"],
        choice(
            "Stays",
            Choice("two", "two", "for a flap one leans on"),
            Choice("one", "one", "for a narrow or light one"),
            main=False,
        ),
    ] = "two"
    block: Annotated[str, choice("Blocks from", stock="board", main=False, hint="under the hinges")] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """On the drawer that was pointed at, else on the first one."""
        drawers = [opening for opening in target.body.openings if opening.holds == "drawer"]
        opening = target.opening or next(iter(drawers), None)
        where = opening.id if opening is not None else target.body.id
        size = nearest_size(shop, 19.0, 38.0)
        knuckle, clear = (3.175, 0.79375) if shop.unit.system == "inch" else (4.0, 1.0)
        own = size.id if size else ""
        return cls(change_id, number, (where,), block=own, knuckle=knuckle, clear=clear)
