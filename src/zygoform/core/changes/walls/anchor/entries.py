"""Straps that hold a piece to the wall, so that it cannot tip."""

from typing import Annotated, Literal

from zygoform.core.changes.base import ChangeBase
from zygoform.core.measure.param import Choice, choice, count


class WallAnchor(ChangeBase, frozen=True, tag="wall_anchor"):
    """Two straps or more between the upper back of a piece and the wall."""

    wall: Annotated[
        Literal["studs", "masonry"],
        choice(
            "Wall",
            Choice("studs", "boards on studs", "into the studs; never into the board between them"),
            Choice("masonry", "brick or concrete", "plugs and screws made for it"),
        ),
    ] = "studs"
    straps: Annotated[int, count("Straps", 2, 6, hint="each into solid wood of the piece and solid wall")] = 2
