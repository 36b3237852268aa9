"""What is sold in packs, cans and rolls: how it is counted, spaced, paired and bought cheapest.

Lengths in one unit, in and out; of hinges in mm, their numbers. [practice]
"""

import math
from decimal import Decimal
from functools import lru_cache
from typing import Annotated, Literal, get_args

from msgspec import Meta, Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.pull_holes import HoleStatus
from zygoform.core.goods.timber import check_price
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.rounding import count_up
from zygoform.core.measure.write import Imperial, Marked, Metric
from zygoform.core.tolerance import COUNT_SLACK, SAME_MM

CoatKind = Literal[
    "adhesion primer", "stain blocker", "oil stain blocker", "bonding primer", "metal primer",
    "mineral paint", "acrylic paint", "chalk paint", "enamel", "wall paint", "exterior paint", "spray paint",
    "conditioner", "oil stain", "gel stain", "water stain", "lightening wax", "imitation grain",
    "water clear", "oil clear", "exterior clear", "spray clear", "shellac", "hardwax oil", "drying oil", "wax",
]  # fmt: skip
"""What a finish is made of, as it is sold; `coats/coat.py` has a row for each."""
FittingKind = Literal[
    CoatKind,
    "pocket screw", "wood screw", "pin", "dowel", "hinge", "pull", "slide pair", "pad",
    "leg plate", "leg", "castor", "leveller", "tile", "shelf pin", "bracket", "wall strap",
    "edge band", "tile adhesive", "grout",
    "glue", "filler", "veneer", "insect treatment", "sealer",
    "machine screw", "knob", "lid stay", "catch",
    "woven cane", "fabric", "mesh", "lining paper",
    "glass", "mirror glass", "staple", "glass clip", "retaining strip", "spline", "adhesive",
    "drawer glide", "centre guide", "under slide pair", "ornament",
    "transfer", "stencil",
    "degreaser", "no-rinse cleaner", "alcohol", "mineral spirits", "vinegar wash", "paint stripper",
    "light filler", "wood filler", "grain filler", "flexible filler",
    "sandpaper", "masking tape", "delicate tape", "masking film",
    "rag", "gloves", "brush", "roller sleeve", "foam pad", "strainer", "tack cloth",
]  # fmt: skip
RollKind = Literal["woven cane", "fabric", "mesh", "lining paper"]
ROLLS: tuple[RollKind, ...] = ("woven cane", "fabric", "mesh", "lining paper")
"""What is sold by the metre from a roll of some width: that is its size."""
_OTHERWISE: tuple[CoatKind, ...] = ("stain blocker", "spray paint", "spray clear", "lightening wax", "wax")
"""Coats that come in cans under pressure or by weight; and one that furniture is mended with, too."""
LIQUIDS: tuple[FittingKind, ...] = (
    *(kind for kind in get_args(CoatKind) if kind not in _OTHERWISE),
    "degreaser", "no-rinse cleaner", "alcohol", "mineral spirits", "vinegar wash", "paint stripper",
    "light filler", "wood filler", "grain filler", "flexible filler",
)  # fmt: skip
"""What is brushed on, cleaned with or filled with, by volume."""
AMOUNTS: dict[FittingKind, str] = {
    "glue": "ml",
    "filler": "ml",
    "veneer": "cm²",
    "stain blocker": "ml",
    "insect treatment": "ml",
    "sealer": "ml",
    "edge band": "m",
    "tile adhesive": "g",
    "grout": "g",
    "glass": "cm²",
    "mirror glass": "cm²",
    "retaining strip": "m",
    "spline": "m",
    "adhesive": "ml",
    **dict.fromkeys(LIQUIDS, "ml"),
    "lightening wax": "g",
    "wax": "g",
    "masking tape": "m",
    "delicate tape": "m",
    "masking film": "cm²",
}
"""What is used up, and what it is measured in; everything else is counted."""

SCREWS: tuple[FittingKind, ...] = ("pocket screw", "wood screw", "machine screw")
"""What is driven: tiles, pins and pulls are fittings too, and no screws."""

RUSTS: tuple[FittingKind, ...] = (
    "pocket screw", "wood screw", "pin", "hinge", "pull", "slide pair", "leg plate", "castor", "leveller",
    "bracket", "wall strap",
    "machine screw", "knob", "lid stay", "catch", "staple", "glass clip", "drawer glide", "under slide pair",
)  # fmt: skip
"""What is of steel: in damp it is bought stainless."""

POURED: tuple[FittingKind, ...] = (*LIQUIDS, "stain blocker", "filler", "wax", "lightening wax")
"""What comes in cans of one system or the other."""
GRITS: tuple[FittingKind, ...] = ("sandpaper",)
"""Whose size is no length but a grit."""

SIZELESS: frozenset[str] = frozenset(AMOUNTS) | {
    "pad", "leg plate", "castor", "leveller", "shelf pin", "bracket", "wall strap", "knob", "lid stay", "catch",
    "staple", "glass clip", "drawer glide", "centre guide", "ornament", "transfer", "stencil",
    "spray paint", "spray clear", "rag", "gloves", "brush", "roller sleeve", "foam pad", "strainer", "tack cloth",
}  # fmt: skip
"""What has no size that a price list tells apart."""

GLUE_ML_PER_M2 = 200.0
"""For joints, both faces wetted; the label of the glue comes first. [practice]"""


class Pack(Struct, frozen=True):
    """A pack on sale: `size` (mm) is a screw's length, a pull's hole spacing, a roll's width or 0.

    It `holds` so many pieces, or an amount.
    """

    id: str
    kind: FittingKind
    name: str
    size: Annotated[float, Meta(ge=0, le=3000)]
    holds: Annotated[float, Meta(gt=0, le=1_000_000)]
    price: Decimal
    stainless: bool = False

    def __post_init__(self) -> None:
        check_price(self.price)


def is_metric(size: float) -> bool:
    """Whether a size (mm) is one of whole millimetres; 127 mm and its multiples are 5 in and so on."""
    return abs(size - round(size)) < SAME_MM and round(size) % 127 != 0


def said_as_sold(size: float) -> float:
    """A length of goods (mm), to be said in the system it is sold in too: whole mm, or quarters of an inch."""
    if is_metric(size):
        return Metric(size)
    quarters = size / INCH * 4
    return Imperial(size) if abs(quarters - round(quarters)) < SAME_MM else Marked(size)


def holds_metric(holds: float) -> bool:
    """Whether a can holds a whole number of millilitres or grams, not of ounces, pints or quarts."""
    return abs(holds - round(holds)) < SAME_MM


class Row(Struct, frozen=True):
    """A row of screws, clamps or blocks: how many and how far apart."""

    count: int
    spacing: float


def spacing(length: float, margin: float, at_most: float) -> Row:
    """n = max(2, ceil((L - 2m)/s) + 1), evenly spread between the margins; same unit in and out."""
    if at_most <= 0 or margin < 0:
        raise BadInputError("zero", "A row has a distance between, and margins of 0 or more.")
    if length <= 2 * margin:
        raise BadInputError("does_not_fit", "The end margins take the whole length.")
    count = max(2, count_up((length - 2 * margin) / at_most) + 1)
    return Row(count, (length - 2 * margin) / (count - 1))


class PacksOf(Struct, frozen=True):
    """How many packs, and what is left over of them."""

    packs: int
    left_over: int


def packs(n: int, pack: int) -> PacksOf:
    """ceil(n / pack)."""
    if pack <= 0 or n < 0:
        raise BadInputError("zero", "A pack holds something.")
    count = -(-n // pack)
    return PacksOf(count, count * pack - n)


# Wood glue, one set of figures for every joint (shop practice): the label comes first.
#
# In clamps it holds its place; sanded sooner than in half a day its joint shows as a line later; sawn, bored or
# loaded sooner than in a day it may creep.

CLAMPED = (1.0, 4.0)
"""Hours in clamps. [label]"""
SANDED = 12.0
"""Hours until a joint is scuffed or primed. [label]"""
BEARS = 24.0
"""Hours until it is sawn, bored or loaded. [label]"""
GLUED = (BEARS, BEARS)
"""The wait of a step that glues, from and to."""
PATIENCE = (
    "In clamps as long as the label says, 1 to 4 h. Scuffed or primed after 12, sawn, bored or loaded after 24."
)


# How many hinges a door or a lid wants, and what tells one hinge from another.

HINGED_TO = ((1000.0, 2), (1500.0, 3), (2000.0, 4))
"""Up to so high (mm) so many, for doors of furniture; a heavy door wants one more. [practice]"""
HEAVY_DOOR_KG = 8.0
"""From here on a door counts as heavy (kg). [practice]"""
LID_APART = 500.0
"""Along a lid hinges stand at most so far apart (mm). [practice]"""


def door_hinges(high: float, kg: float = 0.0) -> int:
    """For a door so high (mm) and heavy."""
    by_height = next((n for most, n in HINGED_TO if high <= most), 5)
    return by_height + (kg > HEAVY_DOOR_KG)


def lid_hinges(long: float) -> int:
    """Along a lid's back edge (mm): two at least."""
    return max(2, math.ceil(long / LID_APART))


class HingeMatch(Struct, frozen=True):
    """A new leaf in an old mortise: `longer` and `wider` than the old one by so much (mm; less than 0: smaller).

    `chisel` says the mortise grows, `patch` that a strip is let in first.
    """

    longer: float
    wider: float
    chisel: bool
    patch: bool


MORTISE_SLACK = 0.5
"""A leaf within so much (mm) fits as it is. [practice]"""


def hinge_match(old_long: float, old_wide: float, new_long: float, new_wide: float) -> HingeMatch:
    """What the mortise needs."""
    longer, wider = new_long - old_long, new_wide - old_wide
    chisel = max(longer, wider) > MORTISE_SLACK
    return HingeMatch(longer, wider, chisel, min(longer, wider) < -MORTISE_SLACK)


# How a pull is fixed against what hole is there: spacing alone does not decide. Shop practice.

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


# Least money that covers a need: of packs, of cans.

MOST_CELLS = 200_000
"""Amounts are reckoned in cells of the packs' common measure; of very many, in somewhat larger ones. [choice]"""


@lru_cache(maxsize=256)
def cheapest_packs(need: float, packs: tuple[tuple[float, Decimal], ...]) -> tuple[int, ...]:
    """Least money that covers `need`; ties go to fewer packs, then to less left over.

    The covering knapsack by dynamic programming: each amount at its best from the amounts a pack smaller.
    """
    if need <= 0:
        return (0,) * len(packs)
    grains = [max(1, round(holds * 1000)) for holds, _ in packs]
    wanted = math.ceil(need * 1000 - COUNT_SLACK)
    grain = max(math.gcd(*grains), -(-wanted // MOST_CELLS))
    sizes = [max(1, size // grain) for size in grains]
    cells = -(-wanted // grain)
    # For every amount: money, packs, and what is left over so far, with the pack that was taken last.
    best: list[tuple[Decimal, int, int, int]] = [(Decimal(0), 0, 0, -1)]
    for amount in range(1, cells + 1):
        best.append(
            min(
                (money + price, count + 1, over + max(0, size - amount), k)
                for k, (size, (_, price)) in enumerate(zip(sizes, packs, strict=True))
                for money, count, over, _ in (best[max(0, amount - size)],)
            )
        )
    counts, amount = [0] * len(packs), cells
    while amount > 0:
        k = best[amount][3]
        counts[k] += 1
        amount -= sizes[k]
    return tuple(counts)
