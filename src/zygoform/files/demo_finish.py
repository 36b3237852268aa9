"""The finish of the demos: colours, recipes and a stack for every zone. All made up."""

from msgspec import structs

from zygoform.core.coats.layer import CoatLayer, Colour, Finishing, Recipe, RecipePart, ShelfCan, ZoneChoice
from zygoform.core.coats.readymade import ready_stack

FAN = (
    Colour("k1", "Harbour blue", "#3b5d7a", "Tin 4, shelf"),
    Colour("k2", "Oat", "#e6dcc3", "Tin 7, shelf"),
    Colour("k3", "Walnut brown", "#5b3a22", "Small tin"),
    Colour("k4", "Brick", "#9c4a37"),
    Colour("k5", "Sage", "#8fa089"),
    Colour("k6", "Ink", "#2b2f38", "Can, hook"),
)


def _zone(zone: str, stack: str, colour: str = "", **values: object) -> ZoneChoice:
    """A ready-made stack in a colour; `values` for its coats of colour."""
    ready = ready_stack(stack)
    layers = ready.layers if ready is not None else ()
    return ZoneChoice(zone, layers=tuple(_coloured(layer, colour, values) for layer in layers))


def _coloured(layer: CoatLayer, colour: str, values: dict[str, object]) -> CoatLayer:
    return structs.replace(layer, colour=colour, **values) if layer.doing == "colour" else layer


def counter_finish() -> Finishing:
    """Harbour blue over a stained top; the wash inside is a recipe; whether it bleeds is still open."""
    mix = Recipe(
        "r1", "Harbour wash", (RecipePart("acrylic paint", 1, "k2"), RecipePart("water", 2)), "", "150, 220",
        "Tried on an offcut: even, the grain stays.",
    )  # fmt: skip
    inside = (
        CoatLayer("clean", "no-rinse cleaner", way="rag"),
        CoatLayer("sand", grits=(180,)),
        CoatLayer("prime", "stain blocker", 1, "brush"),
        CoatLayer("colour", "acrylic paint", 1, "brush", colour="k2"),
    )
    return Finishing(
        zones=(
            _zone("p1/top", "stain_clear", "k3"),
            _zone("p1/body", "paint_primed", "k1"),
            ZoneChoice("p1/inside", layers=inside),
            _zone("p1/boxes", "boxes_wax"),
            _zone("p1/back", "wash", "k2", recipe="r1"),
            ZoneChoice("p1/underside", state="bare"),
            _zone("p1/hardware", "hardware", "k6"),
            _zone("p1/cane", "cane", "k2"),
            ZoneChoice("p1/tiles", state="masked"),
            ZoneChoice("p1/unseen", state="bare"),
        ),
        colours=FAN,
        recipes=(mix,),
        shelf=(ShelfCan("s1", "adhesion primer", 0.25),),
    )


def set_finish() -> Finishing:
    """Oat for both cupboards, the shelf and the bench; oil on the tops; the bed head and the chest in sage."""
    oat, sage = _zone("p1/body", "paint_primed", "k2"), _zone("p4/body", "enamel", "k5")
    untried = Recipe("r1", "Sage wash", (RecipePart("acrylic paint", 1, "k5"), RecipePart("water", 3)))
    wash = _zone("p5/top", "wash", "k5", recipe="r1")
    tried = tuple(layer for layer in wash.layers if layer.doing != "test")
    tops = _zone("p1/top", "hardwax"), structs.replace(wash, layers=tried)
    boxes = _zone("p1/boxes", "boxes_wax")
    return Finishing(
        zones=(
            oat,
            sage,
            *tops,
            boxes,
            _zone("p1/inside", "inside"),
            _zone("p1/hardware", "hardware", "k6"),
            _zone("p1/cane", "cane", "k2"),
            *(ZoneChoice(f"{piece}/body", same_as="p1/body") for piece in ("p2", "p3", "p5", "p6")),
            ZoneChoice("p7/body", same_as="p4/body"),
            *(ZoneChoice(f"{piece}/top", same_as="p1/top") for piece in ("p2", "p6", "p7")),
            *(ZoneChoice(f"{piece}/inside", same_as="p1/inside") for piece in ("p2", "p3", "p7")),
            *(ZoneChoice(f"{piece}/boxes", same_as="p1/boxes") for piece in ("p2", "p5")),
            *(ZoneChoice(f"{piece}/hardware", same_as="p1/hardware") for piece in ("p2", "p5")),
            ZoneChoice("p2/cane", same_as="p1/cane"),
        ),
        colours=FAN,
        recipes=(untried,),
    )
