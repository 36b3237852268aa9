"""Wood that is split, missing, dented, holed, bent or eaten."""

from zygoform.core.condition.remedies import Ask, FaultKind, Remedy, leave, take_out

LONG, WIDE, DEEP = (Ask("length", "Long", 100.0), Ask("width", "Wide", 20.0), Ask("depth", "Deep", 10.0))

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
