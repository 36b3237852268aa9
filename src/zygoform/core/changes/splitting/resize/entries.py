"""A piece made narrower or lower: a slice taken out where an opening lets it."""

from typing import Annotated, Literal

from zygoform.core.changes.base import ChangeBase
from zygoform.core.measure.param import Choice, choice, length


class Resize(ChangeBase, frozen=True, tag="resize"):
    """So much taken out of the width, or of the height, in the middle of the largest room or at a place given."""

    way: Annotated[
        Literal["narrower", "lower"],
        choice(
            "Made",
            Choice("narrower", "narrower", "sides move together; what spans them is sawn shorter"),
            Choice("lower", "lower", "top and bottom move together; sides and uprights are sawn shorter"),
        ),
    ] = "narrower"
    by: Annotated[float, length("By", 5, 2000, hint="what is taken out", inch=101.6)] = 100.0
    place: Annotated[
        float, length("Taken out from", 0, 6000, main=False, hint="from the left, or from below; 0: choose for me")
    ] = 0.0
