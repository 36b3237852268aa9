"""A part of one's own: cut, laid out and bought like any other, wherever it goes."""

from typing import Annotated, Literal, Self

from msgspec import field

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure import param as entry
from zygoform.core.shop import Shop

LEAST_LONG, NEAR_THICK = 5.0, 8.0
"""No part is shorter; a board farther off in thickness is not taken for the like of a part (mm). [choice]"""


class OwnPart(ChangeBase, frozen=True, tag="own_part"):
    """So many alike; sizes in mm. An end's angle is + where the front edge, or the show face, is the longer."""

    name: Annotated[str, entry.text("Name", 40)] = "Part"
    board: Annotated[str, entry.choice("Board", hint="as sold, with its real size")] = ""
    count: Annotated[int, entry.count("Count", 1, 200)] = 1
    length: Annotated[float, entry.length("Length over all", 5, 12_000, hint="between the farthest points")] = 300.0
    width: Annotated[float, entry.length("Width", 5, 2000, hint="narrower than the board: it is ripped")] = 63.5
    slant: Annotated[
        Literal["flat", "edge"],
        entry.choice(
            "Slanted ends go",
            entry.Choice("flat", "across the face", "for frames and trim that lie flat"),
            entry.Choice("edge", "through the thickness", "for boxes and skirts that stand on edge"),
            main=False,
        ),
    ] = "flat"
    left: Annotated[float, entry.angle("Left end from square", -80, 80, main=False)] = 0.0
    right: Annotated[float, entry.angle("Right end from square", -80, 80, main=False)] = 0.0
    location: Annotated[str, entry.text("Where it goes", 60, main=False)] = field(default="", name="goes")

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Like the part that was pointed at, where boards are as wide; else a foot of a usual one."""
        size, inch = nearest_size(shop, 19.0, 64.0), shop.unit.system == "inch"
        if target.board is not None:
            thick, wide, long = target.board.solid.sizes
            like = nearest_size(shop, thick, wide, at_least=wide)
            near = like is not None and abs(like.thickness - thick) <= NEAR_THICK
            if like is not None and near and long >= LEAST_LONG:
                own = {"board": like.id, "length": long, "width": wide, "name": target.board.name[:40]}
                return cls(change_id, number, (target.body.id,), **own)  # type: ignore[arg-type]
        width, length = size.width if size else 63.5, 304.8 if inch else 300.0
        return cls(change_id, number, (target.body.id,), board=size.id if size else "", length=length, width=width)
