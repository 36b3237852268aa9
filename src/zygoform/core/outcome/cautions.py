"""The usual cautions of the trade. General words: the tool's manual, local rules and trained people come first."""

from typing import Literal

from msgspec import Struct

Step = Literal["redesign", "buy", "cut"]


class Caution(Struct, frozen=True):
    """A caution and the step it is shown at."""

    code: str
    step: Step
    title: str
    text: str


SAW = Caution(
    "saw",
    "cut",
    "At the saw",
    "Eye and ear protection on, guards on, hands 6 in (150 mm) from the blade, wood flat against fence and table. "
    "Let the blade stop before you reach for anything. The saw's manual comes first; if it is new to you, have "
    "someone trained show you.",
)
SHORT = Caution(
    "short",
    "cut",
    "Short pieces",
    "Too short to hold by hand at this saw: cut them from a longer board, against a stop block, with a clamp "
    "or jig, or with a hand saw.",
)
DUST = Caution(
    "dust",
    "cut",
    "Dust",
    "Wear a dust mask and use extraction. Old paint and varnish may hold lead: test before you saw or sand it, and "
    "follow local rules for what comes off.",
)
GLUE = Caution(
    "glue",
    "redesign",
    "Glue",
    "Dry fit first. Air the room, keep glue off skin and eyes, and leave the clamps on as long as the label says.",
)
RIP = Caution(
    "rip",
    "cut",
    "Ripping",
    "Rip with a guide or fence and a push stick, never freehand, and keep out of the line of the blade. Let the "
    "yard rip it if you have no saw made for it.",
)
LIFT = Caution(
    "lift",
    "redesign",
    "Turning it over",
    "Empty it and take the drawers out first. Lift and turn it with two people.",
)
