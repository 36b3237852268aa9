"""The usual cautions of the trade. General words: the tool's manual, local rules and trained people come first."""

from typing import Literal

from msgspec import Struct

CautionPlace = Literal["redesign", "buy", "cut", "finish"]


class Caution(Struct, frozen=True):
    """A caution and the step it is shown at."""

    code: str
    step: CautionPlace
    title: str
    text: str


SAW = Caution(
    "saw",
    "cut",
    "At the saw",
    "Eye and ear protection on, guards on, hands [6 in|150 mm] from the blade, wood flat against fence and table. "
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
IRON = Caution(
    "hot iron",
    "redesign",
    "Hot iron",
    "Its sole burns: gloves, a board to set it on, off when you leave it. Try the heat on a scrap; air the room. "
    "Cut away from yourself, along a straight edge, fingers behind it.",
)
WALL = Caution(
    "wall",
    "redesign",
    "On the wall",
    "Wires and pipes run in walls: look for them before you bore, and keep off the lines above and below sockets. "
    "Use fixings made for this wall and load. If you are not sure what carries, ask someone trained.",
)
TILE = Caution(
    "tile",
    "redesign",
    "Cutting tiles",
    "Eye protection and gloves: chips fly and edges are sharp. Cut wet or outdoors with a mask: the dust of tiles, "
    "adhesive and grout harms lungs and skin.",
)
LIFT = Caution(
    "lift",
    "redesign",
    "Turning it over",
    "Empty it and take the drawers out first. Lift and turn it with two people.",
)
LEAD = Caution(
    "lead",
    "redesign",
    "Old paint",
    "Paint and varnish from before the bans (in most places before the 1980s) may hold lead. Test first. If it "
    "does: no dry sanding, no heat gun, no sweeping; wet methods, a P3 or P100 mask, children and food away, local "
    "rules for the waste. Large jobs belong to licensed people.",
)
MOULD = Caution(
    "mould",
    "redesign",
    "Mould and droppings",
    "Out of doors, mask (FFP2/N95 or better), gloves. Damp before you wipe, never brush or vacuum it dry: dust of "
    "droppings can make you ill. Throw the cloths away. Mould over more than a door's area needs someone trained.",
)
INSECTS = Caution(
    "insects",
    "redesign",
    "Insects in the wood",
    "Fresh dust means they are alive: keep the piece away from other wood and from the house's timber. Treatments "
    "are poisons: follow the label, outdoors, gloved. Ask a pest controller where floors or beams are near.",
)
SOLVENT = Caution(
    "solvent",
    "redesign",
    "Solvents",
    "Moving air, gloves, no flame and no spark. Spread used cloths out flat to dry out of doors: a heap can catch "
    "fire.",
)
FILLER = Caution(
    "filler",
    "redesign",
    "Two-part filler",
    "Mix small amounts on card, gloves on, moving air. Sand it with a mask; what is warm has not set.",
)
GLASS = Caution(
    "glass",
    "redesign",
    "Glass",
    "Tape across the pane, gloves, shoes, two people. Take it out before you turn or pry anything.",
)
CUTOUT = Caution(
    "cutout",
    "cut",
    "Sawing a cut-out",
    "Lay the door on two supports close to the line and clamp it; move them as you go. The waste drops at the "
    "end: hold it from below, never with a hand under the blade. The saw's manual comes first.",
)
SANDING = Caution(
    "sanding",
    "finish",
    "Sanding",
    "Mask and extraction, dust out of the house at night: it can catch fire. Old coats may hold lead: test first, "
    "and follow local rules. Electric tools outdoors want residual-current protection.",
)
RAGS = Caution(
    "rags",
    "finish",
    "Oily rags",
    "They set themselves on fire in a heap. Spread them flat outdoors until they are stiff, or keep them in a "
    "closed metal can of water.",
)
SPRAY = Caution(
    "spray",
    "finish",
    "Spraying",
    "A mask for organic vapours, eyes covered, moving air, no flame or spark. Mind the wind, other people's cars, "
    "floors: overspray drifts. The gun's manual and the label come first.",
)
STRIPPER = Caution(
    "stripper",
    "finish",
    "Stripper",
    "Gloves it does not eat, eyes covered, moving air. Scrape away from your hand. Never a heat gun on old paint: "
    "it makes lead fumes. Neutralise as its label says.",
)
CURED = Caution(
    "cured",
    "finish",
    "Children and food",
    "What is chewed or eaten from gets only what its label allows for that, and only once it has cured.",
)
CAUTIONS: dict[str, Caution] = {
    caution.code: caution
    for caution in (
        SAW,
        SHORT,
        DUST,
        GLUE,
        RIP,
        TILE,
        WALL,
        LIFT,
        LEAD,
        MOULD,
        INSECTS,
        SOLVENT,
        FILLER,
        GLASS,
        CUTOUT,
        SANDING,
        RAGS,
        SPRAY,
        STRIPPER,
        CURED,
    )
}
