"""What a part can be made of, how to tell, and what that allows."""

from typing import Literal

from msgspec import Struct

MaterialCode = Literal[
    "solid", "veneer on solid", "veneer on board", "foil on board", "plywood", "fibreboard", "chipboard", "metal",
    "glass", "cane", "fabric",
]  # fmt: skip
Verdict = Literal["yes", "with care", "no"]


class Material(Struct, frozen=True):
    """A material: signs to know it by, and whether it can be sanded, stained, screwed into and cut."""

    code: MaterialCode
    title: str
    signs: tuple[str, ...]
    sand: tuple[Verdict, str]
    stain: tuple[Verdict, str]
    screw: tuple[Verdict, str]
    cut: tuple[Verdict, str]


class MadeOf(Struct, frozen=True):
    """What one part of the piece is made of; `wood` names the kind where it is known."""

    part: str
    material: MaterialCode
    wood: str = ""


_MATERIALS = (
    Material(
        "solid",
        "Solid wood",
        (
            "The grain of the face runs on round the edge, and end grain shows at the end.",
            "A knot or a flame in the face goes through to the other side.",
            "The figure never repeats.",
        ),
        ("yes", "with the grain, as deep as the damage goes"),
        ("yes", "test on the underside; blotchy woods want a conditioner"),
        ("yes", "with a pilot hole; across a wide board in slots, it moves"),
        ("yes", "as any board"),
    ),
    Material(
        "veneer on solid",
        "Veneer on solid wood",
        (
            "A line a hair to a millimetre thick runs along the edge; above it the grain is another.",
            "The inside of doors and the underside is plainer wood.",
            "Mirrored or repeating figure on the face.",
        ),
        ("with care", "by hand, fine paper, never at the edges: old sawn veneer bears some, new veneer hardly any"),
        ("yes", "once the finish is off; glue spots stay pale"),
        ("yes", "into the wood below, with a pilot hole"),
        ("with care", "score the line first and cut with the face towards the teeth's entry"),
    ),
    Material(
        "veneer on board",
        "Veneer on board",
        (
            "At a hole or an edge underneath, brown or speckled board shows.",
            "The edge carries a strip with a joint at the corner.",
            "Heavy for its size.",
        ),
        ("no", "the veneer is about half a millimetre: scuff with 220 by hand only"),
        ("with care", "veneer takes stain, edge strips often do not"),
        ("with care", "into the face only, screws for board; not into the edge"),
        ("with care", "score first; the new edge needs a strip"),
    ),
    Material(
        "foil on board",
        "Paper or plastic foil on board",
        (
            "The figure repeats exactly, dots show under a lens, knots have no depth.",
            "It feels like paper or plastic, and peels at a corner in one sheet.",
            "No end grain anywhere.",
        ),
        ("no", "scuff only until it is dull, then a bonding primer"),
        ("no", "nothing soaks in: paint over a bonding primer"),
        ("with care", "into the face only, coarse thread; never a short screw into the edge"),
        ("with care", "score first; the new edge shows the board"),
    ),
    Material(
        "plywood",
        "Plywood",
        ("Layers of changing direction show at the edge.", "Thin, flat and light for its strength."),
        ("with care", "the face layer is thin"),
        ("yes", "the face; edges drink more"),
        ("with care", "well through the face, badly into the edge of thin sheets"),
        ("yes", "with a fine blade, a strip of tape on the line"),
    ),
    Material(
        "fibreboard",
        "Fibreboard",
        ("Smooth brown felt, the same all through, no grain.", "Heavy; edges swell where they got wet."),
        ("yes", "but edges fur up: seal them first"),
        ("no", "it drinks unevenly: paint"),
        ("with care", "pilot hole, coarse thread, well away from the edge"),
        ("yes", "with extraction: the dust is very fine"),
    ),
    Material(
        "chipboard",
        "Chipboard",
        (
            "Chips of wood pressed together show at any hole or edge.",
            "Crumbles at screws, swells for good when wet.",
        ),
        ("no", "chips come out"),
        ("no", "paint over a primer"),
        ("with care", "coarse thread into the face; a stripped hole gets glue and a dowel"),
        ("with care", "a fine blade; the edge needs a strip"),
    ),
    Material(
        "metal",
        "Metal",
        (
            "Cold to the touch, rings when knocked.",
            "A magnet holds: iron or steel. It does not on brass or aluminium.",
        ),
        ("with care", "rust off, then a primer for metal"),
        ("no", "paint or clear only"),
        ("with care", "drill and bolt"),
        ("with care", "a hacksaw or a metal blade, eyes protected"),
    ),
    Material(
        "glass",
        "Glass",
        ("Cold, hard, rings; often held by nothing but a bead or the back.",),
        ("no", ""),
        ("no", ""),
        ("no", ""),
        ("with care", "have it cut; old panes break without warning"),
    ),
    Material(
        "cane",
        "Cane",
        ("Woven strands, in a groove with a spline or laced through holes.",),
        ("no", ""),
        ("with care", "thinned, and it darkens unevenly"),
        ("no", ""),
        ("yes", "soaked, with a knife"),
    ),
    Material(
        "fabric",
        "Fabric or leather",
        ("Stapled or tacked on; feel for the board under it.",),
        ("no", ""),
        ("no", ""),
        ("no", ""),
        ("yes", "with long scissors"),
    ),
)

MATERIALS: dict[str, Material] = {material.code: material for material in _MATERIALS}
WEAK_EDGES: tuple[MaterialCode, ...] = ("veneer on board", "foil on board", "fibreboard", "chipboard")
"""What holds no short screw in its edge."""


# What parts weigh.
#
# Densities in kg/m³, typical ones: woods and panels as in the USDA Wood Handbook (FPL-GTR-282) at 12 % moisture
# (hardwoods for furniture 560 to 750, softwoods 400 to 550; plywood 400 to 810, fibreboard 530 to 800,
# particleboard
# 590 to 800), glass 2500, steel 7850, cane and padding loose. Good enough to know what takes two people.

DENSITIES: dict[MaterialCode, float] = {
    "solid": 600.0,
    "veneer on solid": 600.0,
    "veneer on board": 680.0,
    "foil on board": 680.0,
    "plywood": 600.0,
    "fibreboard": 750.0,
    "chipboard": 680.0,
    "metal": 7850.0,
    "glass": 2500.0,
    "cane": 300.0,
    "fabric": 80.0,
}
"""kg/m³ of what parts are made of: solid wood as a mean of usual furniture woods, sheets as sold. [WH]"""


def weight_of(volume: float, material: MaterialCode) -> float:
    """kg of a part of so many mm³."""
    return volume * 1e-9 * DENSITIES[material]
