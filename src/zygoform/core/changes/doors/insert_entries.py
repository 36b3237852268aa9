"""Entries that every change with an insert in a door has: what it is, how it is held, what it is cut from."""

from typing import Annotated, Literal

from msgspec import Meta

from zygoform.core.goods.fittings import RollKind
from zygoform.core.measure.param import Choice, choice, length, switch

InsertKind = Literal["nothing", "cane", "fabric", "mesh", "glass", "mirror", "panel"]
ROLLED: dict[InsertKind, RollKind] = {"cane": "woven cane", "fabric": "fabric", "mesh": "mesh"}
"""What is cut from a roll, and what that is sold as."""
_SOFT = ("what", tuple(ROLLED))
_FILLED = ("what", ("cane", "fabric", "mesh", "glass", "mirror", "panel"))
_HARD = ("what", ("glass", "mirror"))

What = Annotated[
    InsertKind,
    choice(
        "Insert",
        Choice("cane", "woven cane", "light and airy; real cane is soaked, pulled on wet and dries taut"),
        Choice("fabric", "fabric", "hides what is inside; its border is folded or trimmed"),
        Choice("mesh", "mesh", "wire: airy and strong; mind its cut ends"),
        Choice("glass", "glass", "shows what is inside; ordered to size"),
        Choice("mirror", "mirror", "as glass; its back must stay dry and unscratched"),
        Choice("panel", "panel", "thin sheet, to be painted or covered"),
        Choice("nothing", "nothing", "open, or decided later"),
    ),
]
HeldBy = Literal["staples", "strip", "spline", "glue"]


def held_by(counts_if: tuple[str, object] = _FILLED) -> Meta:
    """How inserts are held, where that is a question."""
    return choice(
        "Held by",
        Choice("staples", "staples or clips", "from behind, quick; clips for glass"),
        Choice("strip", "a strip all round", "covers the edge; the pane comes out again"),
        Choice("spline", "a spline in a groove", "cane only: tight for years, but a groove has to be cut"),
        Choice("glue", "glue", "cloth on a rim; never glass itself"),
        main=False,
        counts_if=counts_if,
    )


Weave = Annotated[
    Literal["up", "across"],
    choice(
        "Roll runs",
        Choice("up", "upright", "the pattern stands as on the roll"),
        Choice("across", "across", "only where the weave looks alike both ways"),
        main=False,
        counts_if=_SOFT,
    ),
]
Spare = Annotated[
    float, length("To spare", 0, 100, main=False, hint="each side, trimmed once held", counts_if=_SOFT, inch=12.7)
]
Roll = Annotated[
    float, length("Roll wide", 0, 3000, main=False, hint="0: the narrowest on sale that does", counts_if=_SOFT)
]
Pane = Annotated[float, length("Pane thick", 2, 10, main=False, hint="glass", counts_if=_HARD, inch=3.96875)]
Apart = Annotated[
    float, length("One every", 10, 300, main=False, hint="staples", counts_if=("held", "staples"), inch=31.75)
]
Real = Annotated[bool, switch("Real cane", main=False, hint="soaked; woven paper or plastic goes on dry")]
PanelSheet = Annotated[str, choice("Panel from", stock="sheet", main=False, counts_if=("what", "panel"))]
