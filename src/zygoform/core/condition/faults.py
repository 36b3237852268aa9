"""Kinds of fault: what is measured of each, its remedies with their reason, their work and their time."""

from typing import Literal

from msgspec import Struct

from zygoform.core.measure.reading import Takes

How = Literal["mend", "patch", "replace", "leave", "take out"]
Operation = Literal[
    "glue joint",
    "screw joint",
    "corner blocks",
    "glue crack",
    "splint",
    "fill",
    "new piece",
    "lay veneer down",
    "veneer patch",
    "plugs",
    "block stain",
    "clean",
    "treat insects",
    "new runners",
    "metal slides",
    "ease",
    "stops",
    "new bottom",
    "stiffen bottom",
    "new back",
    "hinges",
    "pulls",
    "battens",
    "level",
    "off",
    "nothing",
]
"""What is worked out for a remedy; changes/mending/ has a function for each."""


class Ask(Struct, frozen=True):
    """A size of a fault: what it is called, and what it usually is (mm)."""

    name: Literal["length", "width", "depth"]
    label: str
    usual: float
    takes: Takes = "largest"


class Remedy(Struct, frozen=True):
    """One way to deal with a fault: `why` says when it is right; `minutes` of work, `wait` in hours."""

    code: str
    title: str
    how: How
    why: str
    operations: tuple[Operation, ...]
    minutes: int = 0
    wait: float = 0.0
    cautions: tuple[str, ...] = ()


def leave(why: str) -> Remedy:
    """It stays as it is."""
    return Remedy("leave", "Leave it", "leave", why, ("nothing",))


def take_out(why: str) -> Remedy:
    """The part leaves the design."""
    return Remedy("out", "Take the part out", "take out", why, ("off",), 15)


class FaultKind(Struct, frozen=True):
    """A kind of fault: its group in the list, what is measured, what is done, which cautions come up with it."""

    code: str
    title: str
    group: str
    asks: tuple[Ask, ...]
    remedies: tuple[Remedy, ...]
    counted: str = ""
    cautions: tuple[str, ...] = ()


# Joints that are loose, broken, or let a piece wobble.
JOINTS = (
    FaultKind(
        "loose_joint",
        "Loose joint",
        "Joints",
        (Ask("length", "Joint length", 60.0), Ask("width", "Joint width", 25.0)),
        (
            Remedy("glue", "Take apart, glue, clamp", "mend",
                   "Right where it comes apart: old glue off both faces, dry fit first. Lasts longest.",
                   ("glue joint",), 40, 24, ("glue",)),
            Remedy("inject", "Glue with a syringe, clamp", "mend",
                   "Right where it will not come apart. Holds less: the old glue stays in.",
                   ("glue joint",), 20, 24, ("glue",)),
            Remedy("blocks", "Glue, and blocks in the corner", "mend",
                   "Right inside, where they are not seen. Some never screw old joints; a block can be taken off.",
                   ("glue joint", "corner blocks"), 45, 24, ("glue",)),
            leave("Right where it carries nothing and does not move on."),
        ),
        counted="Joints",
    ),
    FaultKind(
        "broken_joint",
        "Broken joint",
        "Joints",
        (Ask("length", "Joint length", 60.0), Ask("width", "Joint width", 25.0)),
        (
            Remedy("dowels", "Dowels in place of the tenon", "mend",
                   "Right where the tenon broke and both parts are sound: saw it flush, bore, glue.",
                   ("glue joint", "plugs"), 60, 24, ("glue",)),
            Remedy("screws", "Glue and countersunk screws", "mend",
                   "Quick, and right where a plug hides the head. A purist would not.",
                   ("glue joint", "screw joint"), 30, 24, ("glue",)),
            Remedy("new", "Make the part anew", "replace", "Right where the wood itself is gone.",
                   ("new piece", "glue joint"), 120, 24, ("glue",)),
            take_out("Right where the redesign does without it."),
        ),
        counted="Joints",
    ),
    FaultKind(
        "wobble",
        "Wobble",
        "Joints",
        (Ask("depth", "Gap at the floor", 3.0),),
        (
            Remedy("joints", "Glue the joints it comes from", "mend",
                   "Right where it racks when pushed at the top: find the joint that opens.",
                   ("glue joint",), 60, 24, ("glue",)),
            Remedy("level", "Level the feet", "mend",
                   "Right where it only rocks: pads under the short ones, or the long ones cut.",
                   ("level",), 20),
            leave("Right where the base comes off anyway."),
        ),
        counted="Joints",
    ),
)  # fmt: skip
"""Sizes (mm) until they are measured, supplies of each remedy. [practice]"""


# Wood that is split, missing, dented, holed, bent or eaten.

LONG, WIDE, DEEP = (Ask("length", "Long", 100.0), Ask("width", "Wide", 20.0), Ask("depth", "Deep", 10.0))
"""What is asked of a fault, with a size (mm) until it is measured. [practice]"""
WOOD = (
    FaultKind(
        "split",
        "Split",
        "Wood",
        (Ask("length", "Long", 200.0), Ask("width", "Open by", 1.0), Ask("depth", "Wood thick", 19.0)),
        (
            Remedy("glue", "Glue and clamp", "mend",
                   "Right where it closes by hand: work glue in with a thin blade.",
                   ("glue crack",), 20, 24, ("glue",)),
            Remedy("splint", "Glue, and a splint behind", "mend",
                   "Right where it carries weight and the back is not seen.",
                   ("glue crack", "splint"), 40, 24, ("glue",)),
            Remedy("fill", "Fill", "patch",
                   "Right where it gapes and will be painted. It may open again with the seasons.",
                   ("fill",), 15, 4, ("filler",)),
            leave("Right where it is short, old and does not move."),
        ),
    ),
    FaultKind(
        "missing_piece",
        "Missing piece",
        "Wood",
        (LONG, WIDE, DEEP),
        (
            Remedy("let_in", "Let a piece in", "patch",
                   "Right where it is seen or bears load: cut the place straight, glue wood in, trim flush.",
                   ("new piece", "glue crack"), 60, 24, ("glue",)),
            Remedy("fill", "Two-part filler", "patch",
                   "Right under paint. It sets hard: leave as little as possible to sand.",
                   ("fill",), 30, 4, ("filler",)),
            leave("Right where it will not be seen."),
        ),
    ),
    FaultKind(
        "dent",
        "Dent",
        "Wood",
        (Ask("length", "Long", 30.0), Ask("width", "Wide", 15.0), Ask("depth", "Deep", 2.0)),
        (
            Remedy("steam", "Raise it with steam", "mend",
                   "Right in bare solid wood: a damp cloth and an iron. Not on veneer, not on foil.",
                   ("clean",), 15, 12),
            Remedy("fill", "Fill", "patch", "Right under paint.", ("fill",), 15, 4, ("filler",)),
            leave("Right where age may show."),
        ),
        counted="Dents",
    ),
    FaultKind(
        "old_holes",
        "Old holes",
        "Wood",
        (Ask("width", "Across", 5.0), Ask("depth", "Deep", 19.0)),
        (
            Remedy("fill", "Tape behind, fill", "patch",
                   "Right under paint, for small ones, before any paint. Two-part filler fills a deep one at once; "
                   "any other goes in in layers, each dry.",
                   ("fill",), 15, 4, ("filler",)),
            Remedy("plug", "Dowel glued in, cut flush", "patch",
                   "Right for wide ones, and wherever a new screw comes near.", ("plugs",), 25, 12, ("glue",)),
            leave("Right where the new hardware covers or uses them: check before you fill."),
        ),
        counted="Holes",
    ),
    FaultKind(
        "warp",
        "Warp",
        "Wood",
        (Ask("length", "Across the warp", 400.0), Ask("depth", "Out by", 6.0)),
        (
            Remedy("battens", "Battens across, in slots", "mend",
                   "Right for a top or flap with a side that is not seen. Draw it flat over days, not at once.",
                   ("battens",), 60, 48),
            Remedy("new", "Make the part anew", "replace", "Right where it is twisted.", ("new piece",), 120),
            leave("Right where nothing has to close against it."),
        ),
    ),
    FaultKind(
        "insects",
        "Insect holes",
        "Wood",
        (Ask("length", "Area long", 200.0), Ask("width", "Area wide", 150.0)),
        (
            Remedy("treat", "Treat, then fill", "mend",
                   "Right where fine fresh dust falls out: keep it apart from other wood, watch it for a season.",
                   ("treat insects",), 40, 72, ("insects",)),
            Remedy("fill", "Fill old ones", "patch",
                   "Right where holes are dark and no dust falls.", ("nothing",), 20),
            take_out("Right where the wood crumbles."),
        ),
        cautions=("insects",),
    ),
)  # fmt: skip
"""Sizes (mm) until they are measured, supplies of each remedy. [practice]"""

# Veneer, stains, mould, old finish and labels.
FACES = (
    FaultKind(
        "lifted_veneer",
        "Lifted veneer",
        "Faces",
        (Ask("length", "Long", 80.0), Ask("width", "Wide", 40.0)),
        (
            Remedy("glue", "Glue under it, press flat", "mend",
                   "Right where nothing is lost: a syringe or thin blade, paper over it, a flat block and clamps.",
                   ("lay veneer down",), 25, 24, ("glue",)),
            Remedy("iron", "Iron it down", "mend",
                   "Right for old hide glue, which melts again. Test a corner; do not scorch.", ("clean",), 20, 12),
            Remedy("off", "Take the veneer off", "replace",
                   "Right where most of it is loose: warm, scrape, go on with the wood below.",
                   ("clean",), 120, 0, ("dust",)),
            leave("Right where the part is covered later."),
        ),
    ),
    FaultKind(
        "chipped_veneer",
        "Chipped veneer",
        "Faces",
        (Ask("length", "Long", 30.0), Ask("width", "Wide", 20.0), Ask("depth", "Veneer thick", 0.6)),
        (
            Remedy("patch", "Patch of veneer", "patch",
                   "Right under a clear finish: cut both with slanted sides along the grain, match the figure.",
                   ("veneer patch",), 45, 24, ("glue",)),
            Remedy("fill", "Two-part filler", "patch", "Right under paint, and for edges that get knocked.",
                   ("fill",), 20, 4, ("filler",)),
            leave("Right where trim covers it."),
        ),
        counted="Chips",
    ),
    FaultKind(
        "stain",
        "Ring or stain",
        "Faces",
        (Ask("length", "Long", 150.0), Ask("width", "Wide", 150.0)),
        (
            Remedy("block", "Stain-blocking primer", "mend",
                   "Right before paint: what bled once bleeds through any paint.",
                   ("block stain",), 20, 2, ("solvent",)),
            Remedy("sand", "Sand it out", "mend",
                   "Right in solid wood for pale rings, which lie in the finish only.",
                   ("clean",), 30, 0, ("dust", "lead")),
            leave("Right where it tells the piece's story."),
        ),
    ),
    FaultKind(
        "mould",
        "Mould or smell",
        "Faces",
        (Ask("length", "Area long", 400.0), Ask("width", "Area wide", 300.0)),
        (
            Remedy("clean", "Clean, dry, air", "mend",
                   "Right first of all: out of doors, damp cloth, then days in moving air.",
                   ("clean",), 60, 72, ("mould",)),
            Remedy("seal", "Seal bare wood", "mend", "Right where the smell stays after drying: seal the insides.",
                   ("block stain",), 40, 4, ("mould", "solvent")),
            take_out("Right where board has swollen or wood is soft."),
        ),
        cautions=("mould",),
    ),
    FaultKind(
        "finish",
        "Peeling finish",
        "Faces",
        (Ask("length", "Area long", 900.0), Ask("width", "Area wide", 450.0)),
        (
            Remedy("strip", "Take it off", "mend", "Right where it flakes: nothing holds on what comes off.",
                   ("clean",), 120, 12, ("lead", "dust", "solvent")),
            Remedy("scuff", "Scuff and prime", "mend",
                   "Right where the rest holds. Some always prime, some only in doubt: this is doubt.",
                   ("block stain",), 40, 2, ("lead", "dust")),
            leave("Right where it is sound below and sealed clear."),
        ),
        cautions=("lead",),
    ),
    FaultKind(
        "labels",
        "Labels and residue",
        "Faces",
        (Ask("length", "Long", 80.0), Ask("width", "Wide", 50.0)),
        (
            Remedy("off", "Warm, peel, wipe", "mend",
                   "Right before anything else: glue left behind spoils every coat.",
                   ("clean",), 15, 0, ("solvent",)),
            leave("Right for a maker's mark, on the inside."),
        ),
        counted="Labels",
    ),
)  # fmt: skip
"""Sizes (mm) until they are measured, supplies of each remedy. [practice]"""


# Drawers that stick, fall, sag or have lost a part.


def _spanning(wide: float, deep: float, groove: float) -> tuple[Ask, ...]:
    """A sheet that lies in grooves: measured inside, between the sides."""
    return (
        Ask("length", "Wide inside", wide, "smallest"),
        Ask("width", "Deep inside", deep, "smallest"),
        Ask("depth", "Groove deep", groove, "smallest"),
    )


DRAWERS = (
    FaultKind(
        "stuck_drawer",
        "Stuck drawer",
        "Drawers",
        (Ask("depth", "Tight by", 1.0),),
        (
            Remedy("ease", "Plane and wax", "mend",
                   "Right where shiny marks show the place. In a damp season wait first: it may free itself.",
                   ("ease",), 25),
            Remedy("stop", "Look for a stop under the top", "mend",
                   "Right where it comes out part of the way and no further.", ("nothing",), 10),
            leave("Right where the drawer goes out of the design."),
        ),
        counted="Drawers",
    ),
    FaultKind(
        "falling_drawer",
        "Falling drawer",
        "Drawers",
        (Ask("length", "Runner long", 400.0, "smallest"), Ask("width", "Runner high", 20.0)),
        (
            Remedy("runners", "New wooden runners", "replace",
                   "Right where the runner is worn hollow: always as a pair, in the same place.",
                   ("new runners",), 60),
            Remedy("slides", "Metal slides", "replace",
                   "Right where the drawer is 1 in narrower than the opening, or may be made so.",
                   ("metal slides",), 60),
            Remedy("stops", "Stops at the front", "mend",
                   "Right where it only comes out too far.", ("stops",), 15, 12, ("glue",)),
        ),
    ),
    FaultKind(
        "worn_runner",
        "Worn or broken runner, guide",
        "Drawers",
        (Ask("length", "Runner long", 400.0, "smallest"), Ask("width", "Runner high", 20.0)),
        (
            Remedy("runners", "New runners, as a pair", "replace",
                   "Right nearly always: one new beside one worn tilts the drawer.",
                   ("new runners",), 60),
            Remedy("fill", "Let a strip in", "patch",
                   "Right where only a stretch is worn.", ("new piece", "glue crack"), 45, 24, ("glue",)),
            Remedy("slides", "Metal slides", "replace",
                   "Right where the drawer is narrow enough and no one minds to see them.",
                   ("metal slides",), 60),
        ),
    ),
    FaultKind(
        "missing_stop",
        "Missing stop",
        "Drawers",
        (Ask("length", "Block long", 60.0), Ask("width", "Block wide", 20.0)),
        (
            Remedy("stops", "Two blocks behind the front", "mend",
                   "Right for drawers that close too far: set them with the drawer in place.",
                   ("stops",), 15, 12, ("glue",)),
            leave("Right where the back stops it and nothing shows."),
        ),
        counted="Drawers",
    ),
    FaultKind(
        "sagging_bottom",
        "Sagging bottom",
        "Drawers",
        _spanning(400.0, 380.0, 6.0),
        (
            Remedy("turn", "Turn it over, glue blocks", "mend", "Right where it is sound and only bent.",
                   ("corner blocks",), 20, 12, ("glue",)),
            Remedy("stiffen", "A batten under the middle", "mend", "Right for wide drawers with a thin sheet.",
                   ("stiffen bottom",), 25, 12, ("glue",)),
            Remedy("new", "New bottom", "replace",
                   "Right where it is weak: slide it in from the back.", ("new bottom",), 40),
        ),
    ),
    FaultKind(
        "broken_bottom",
        "Broken bottom",
        "Drawers",
        _spanning(400.0, 380.0, 6.0),
        (
            Remedy("new", "New bottom", "replace",
                   "Right nearly always: the old one, or its groove, is the pattern.",
                   ("new bottom",), 40),
            Remedy("splint", "Glue, and a strip below", "mend", "Right for a clean break in solid wood.",
                   ("stiffen bottom",), 30, 24, ("glue",)),
            take_out("Right where the drawer gives way to a shelf."),
        ),
    ),
)  # fmt: skip
"""Sizes (mm) until they are measured, supplies of each remedy. [practice]"""

# Backs, hinges and pulls.
FITTINGS = (
    FaultKind(
        "torn_back",
        "Torn or missing back",
        "Back",
        (Ask("length", "Wide", 900.0), Ask("width", "High", 700.0)),
        (
            Remedy("new", "New back of thin sheet", "replace",
                   "Right nearly always: it keeps the case square. Measure the diagonals before you pin it.",
                   ("new back",), 60),
            Remedy("patch", "Glue and staple it back", "mend",
                   "Right where it only came loose.", ("glue joint",), 30, 12, ("glue",)),
            leave("Right where the back stays open on purpose: then brace the corners."),
        ),
    ),
    FaultKind(
        "broken_hinge",
        "Broken hinge",
        "Hardware",
        (Ask("length", "Leaf long", 60.0),),
        (
            Remedy("pair", "A new pair", "replace", "Right where they show: two of a kind, holes plugged first.",
                   ("hinges", "plugs"), 40, 12, ("glue",)),
            Remedy("screws", "Longer screws, holes plugged", "mend",
                   "Right where the hinge is sound and its screws are not.",
                   ("plugs", "screw joint"), 25, 12, ("glue",)),
            leave("Right where the door stays off."),
        ),
        counted="Hinges",
    ),
    FaultKind(
        "hardware",
        "Hardware missing or wrong",
        "Hardware",
        (Ask("length", "Hole spacing", 76.2),),
        (
            Remedy("match", "New pulls for the old holes", "replace",
                   "Right where the holes are good. Measure from middle to middle, twice, before painting.",
                   ("pulls",), 20),
            Remedy("redrill", "Other pulls, old holes plugged", "replace",
                   "Right where the old spacing is not sold. Plug and fill before any paint.",
                   ("pulls", "plugs"), 60, 12, ("glue",)),
            leave("Right where it opens without."),
        ),
        counted="Pulls",
    ),
)  # fmt: skip
"""Sizes (mm) until they are measured, supplies of each remedy. [practice]"""


FAULT_KINDS: dict[str, FaultKind] = {kind.code: kind for kind in (*JOINTS, *WOOD, *FACES, *DRAWERS, *FITTINGS)}


def remedy_of(kind: str, code: str) -> Remedy | None:
    """The remedy of a kind of fault; None where this version knows no such."""
    known = FAULT_KINDS.get(kind)
    return next((remedy for remedy in known.remedies if remedy.code == code), None) if known is not None else None
