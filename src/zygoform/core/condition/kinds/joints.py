"""Joints that are loose, broken, or let a piece wobble."""

from zygoform.core.condition.remedies import Ask, FaultKind, Remedy, leave, take_out

JOINTS = (
    FaultKind(
        "loose_joint",
        "Loose joint",
        "Joints",
        (Ask("length", "Joint long", 60.0), Ask("width", "Joint wide", 25.0)),
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
        (Ask("length", "Joint long", 60.0), Ask("width", "Joint wide", 25.0)),
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
