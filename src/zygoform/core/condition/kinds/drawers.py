"""Drawers that stick, fall, sag or have lost a part."""

from zygoform.core.condition.remedies import Ask, FaultKind, Remedy, leave, take_out


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
