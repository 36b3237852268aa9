"""How a pull is fixed against what hole is there: spacing alone does not decide. Shop practice."""

from typing import Literal

from msgspec import Struct

from zygoform.core.geometry.pull_holes import HoleStatus

PullFixing = Literal["screw", "wood", "bolt", "plate"]
"""A machine screw from behind, a wood screw or spike from the front, a bolt with nuts, a plate on the face."""
HoleKind = Literal["through", "blind", "plugged", "filled"]
Use = Literal["again", "deeper", "bore", "plug", "dowel", "cover", "never"]


class HoleUse(Struct, frozen=True):
    """What becomes of a hole, and what is done there, in words."""

    use: Use
    words: str


AGAIN = HoleUse("again", "used again")
_DEEPER = HoleUse("deeper", "bored through from the face, with a block behind")
_GUIDED = HoleUse("bore", "bored through the plug once it has cured, with a guide")
_PLUG_FIRST = HoleUse("plug", "plugged with face grain first, then a pilot hole")
_NEVER = HoleUse("never", "never into light filler: dowel, cure, bore")
_ENLARGE = HoleUse("again", "used again, enlarged to the bolt")
_PLUGGED = HoleUse("plug", "plugged and sanded flush")
_DOWEL = HoleUse("dowel", "dowelled and cured before the new hole is bored, or the bit breaks into it")
_COVERED = HoleUse("cover", "hidden by the plate")

_SAME: dict[tuple[PullFixing, HoleKind], HoleUse] = {
    ("screw", "through"): AGAIN,
    ("screw", "blind"): _DEEPER,
    ("screw", "plugged"): _GUIDED,
    ("screw", "filled"): _GUIDED,
    ("wood", "through"): _PLUG_FIRST,
    ("wood", "blind"): AGAIN,
    ("wood", "plugged"): HoleUse("bore", "a pilot hole, where the plug is face grain; end grain holds half"),
    ("wood", "filled"): _NEVER,
    ("bolt", "through"): _ENLARGE,
    ("bolt", "blind"): _DEEPER,
    ("bolt", "plugged"): _GUIDED,
    ("bolt", "filled"): _GUIDED,
}


def hole_use(fixing: PullFixing, hole: HoleKind, status: HoleStatus, *, covered: bool = False) -> HoleUse:
    """What becomes of an old hole that lies so to the new one nearest to it; `covered` by a plate or not.

    A plate needs no hole: what it does not hide is plugged. Where a new hole would break into an old one, that is
    dowelled first, whatever hides it.
    """
    if fixing == "plate":
        return _COVERED if covered else _PLUGGED
    if status == "same":
        return _SAME[fixing, hole]
    if status in ("thin", "overlap"):
        return _DOWEL
    if hole in ("plugged", "filled"):
        return HoleUse("cover", "stays as it is")
    return _COVERED if covered else _PLUGGED
