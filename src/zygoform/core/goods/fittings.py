"""Screws and glue as they are sold, and the shop's rule for spacing screws; screws.py chooses them."""

from decimal import Decimal
from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.errors import BadInputError
from zygoform.core.goods.timber import check_price
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.quantity import Imperial, Marked, Metric
from zygoform.core.measure.rounding import count_up
from zygoform.core.tolerance import SAME_MM

FittingKind = Literal[
    "pocket screw", "wood screw", "pin", "dowel", "hinge", "pull", "slide pair", "pad",
    "leg plate", "leg", "castor", "leveller", "tile", "shelf pin", "bracket", "wall strap",
    "edge band", "tile adhesive", "grout",
    "glue", "filler", "veneer", "stain blocker", "insect treatment", "sealer",
    "machine screw", "knob", "lid stay", "catch",
    "woven cane", "fabric", "mesh", "lining paper",
    "glass", "mirror glass", "staple", "glass clip", "retaining strip", "spline", "adhesive",
    "drawer glide", "centre guide", "under slide pair", "ornament",
    "transfer", "stencil",
    "adhesion primer", "oil stain blocker", "bonding primer", "metal primer",
    "mineral paint", "acrylic paint", "chalk paint", "enamel", "wall paint", "exterior paint", "spray paint",
    "conditioner", "oil stain", "gel stain", "water stain", "lightening wax", "imitation grain",
    "water clear", "oil clear", "exterior clear", "spray clear", "shellac", "hardwax oil", "drying oil", "wax",
    "degreaser", "no-rinse cleaner", "alcohol", "mineral spirits", "vinegar wash", "paint stripper",
    "light filler", "wood filler", "grain filler", "flexible filler",
    "sandpaper", "masking tape", "rag", "gloves", "brush", "roller sleeve", "foam pad", "strainer", "tack cloth",
]  # fmt: skip
RollKind = Literal["woven cane", "fabric", "mesh", "lining paper"]
ROLLS: tuple[RollKind, ...] = ("woven cane", "fabric", "mesh", "lining paper")
"""What is sold by the metre from a roll of some width: that is its size."""
LIQUIDS: tuple[FittingKind, ...] = (
    "adhesion primer", "oil stain blocker", "bonding primer", "metal primer",
    "mineral paint", "acrylic paint", "chalk paint", "enamel", "wall paint", "exterior paint",
    "conditioner", "oil stain", "gel stain", "water stain", "imitation grain",
    "water clear", "oil clear", "exterior clear", "shellac", "hardwax oil", "drying oil",
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
"""Shop practice for joints, both faces wetted; the label of the glue comes first."""


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
