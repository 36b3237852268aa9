"""Boards round the bottom of a body, mitred or butted at the corners."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, angle, choice, length
from zygoform.core.shop import Shop

Fit = Literal["out", "flush", "in"]


class Skirt(ChangeBase, frozen=True, tag="skirt"):
    """Boards on three or four sides of the bottom; sizes in mm."""

    board: Annotated[str, choice("Board", hint="as sold, with its real size", stock="board")] = ""
    height: Annotated[float, length("Height", 20, 400)] = 63.5
    fit: Annotated[
        Fit,
        choice(
            "Face",
            Choice("out", "proud", "wraps the body and hides its lower edge; the old base stays"),
            Choice("flush", "flush", "ends with the body, in place of the old base"),
            Choice("in", "set back", "set back under the body, so that toes have room"),
        ),
    ] = "flush"
    sides: Annotated[
        Literal["three", "four"],
        choice(
            "Sides",
            Choice("three", "three", "for a piece that stands against a wall"),
            Choice("four", "four", "for a piece seen from all sides"),
        ),
    ] = "four"
    corners: Annotated[
        Literal["mitred", "butted"],
        choice(
            "Corners",
            Choice("mitred", "mitred", "no end grain is seen; the corners must be measured"),
            Choice("butted", "butted", "easier and stronger; end grain shows at the sides and takes paint well"),
        ),
    ] = "mitred"
    setback: Annotated[float, length("Set back", 0, 300, counts_if=("fit", "in"), inch=25.4)] = 25.0
    tilt: Annotated[float, angle("Leans", -30, 30, main=False, hint="out at the foot; less than 0: in")] = 0.0
    hold: Annotated[
        Literal["blocks", "holes"],
        choice(
            "Held by",
            Choice("blocks", "blocks behind it", "glued and screwed from below; works everywhere"),
            Choice(
                "holes",
                "the old holes",
                "screws from above, where the new one lies under them",
            ),
            main=False,
            counts_if=("fit", ("flush", "in")),
        ),
    ] = "blocks"
    blocks: Annotated[
        Literal["offcuts", "base"],
        choice(
            "Blocks from",
            Choice("offcuts", "offcuts", "of the new boards"),
            Choice("base", "the old base", "what comes off is sawn into blocks, where it is sound"),
            main=False,
            counts_if=("fit", ("flush", "in")),
        ),
    ] = "offcuts"

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """As high as the board nearest to a usual one is wide."""
        size = nearest_size(shop, 19.0, 64.0)
        height = size.width if size else 63.5
        return cls(change_id, number, (target.body.id,), board=size.id if size else "", height=height)
