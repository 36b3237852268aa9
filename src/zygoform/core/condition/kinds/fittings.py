"""Backs, hinges and pulls."""

from zygoform.core.condition.remedies import Ask, FaultKind, Remedy, leave

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
