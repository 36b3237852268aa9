"""What someone chooses for a zone: layers from the wood up, and what lies there before. Plain values."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.coats.coat import CoatId
from zygoform.core.ids import group_of, own_of
from zygoform.core.most import most

Doing = Literal["test", "clean", "strip", "scuff", "sand", "fill", "prime", "colour", "effect", "clear"]
COATING: tuple[Doing, ...] = ("prime", "colour", "effect", "clear")
BLOCKERS: tuple[CoatId, ...] = ("stain blocker", "oil stain blocker")

Cleaner = Literal["soap", "degreaser", "no-rinse cleaner", "alcohol", "mineral spirits", "vinegar wash"]
FillerId = Literal["light filler", "wood filler", "two-part filler", "grain filler", "flexible filler"]
Stripping = Literal["sander", "stripper", "scraper"]
Way = Literal["brush", "foam", "rag", "roller", "gun", "can"]
Tool = Literal["brush", "foam", "rag", "roller", "gun", "can", "sander", "stripper", "scraper"]
"""What one may do for the first time."""
LOSS: dict[Way, float] = {"brush": 0.05, "foam": 0.05, "rag": 0.05, "roller": 0.10, "gun": 0.35, "can": 0.0}
"""What never arrives, as a share; of aerosol it is in the cover of a can (gun 0.25 to 0.40). [practice]"""

LayerMaterial = Cleaner | FillerId | Stripping | CoatId | Literal[""]


class Colour(Struct, frozen=True):
    """A colour of the user's own fan: its name, how it looks (#rrggbb), and which tin holds it."""

    id: str
    name: Annotated[str, Meta(max_length=40)]
    rgb: Annotated[str, Meta(pattern="^#[0-9a-f]{6}$")]
    tin: Annotated[str, Meta(max_length=60)] = ""


class RecipePart(Struct, frozen=True):
    """So many parts of a material in a colour; of water, spirit or alcohol none."""

    material: CoatId | Literal["water", "mineral spirits", "alcohol"]
    parts: Annotated[float, Meta(ge=0, le=1000)]
    colour: str = ""


class Recipe(Struct, frozen=True):
    """A mix that worked, or did not: parts, the gun's dial, the grits before, and the verdict."""

    id: str
    name: Annotated[str, Meta(max_length=60)]
    parts: Annotated[tuple[RecipePart, ...], Meta(max_length=8)] = ()
    dial: Annotated[str, Meta(max_length=60)] = ""
    grits: Annotated[str, Meta(max_length=60)] = ""
    verdict: Annotated[str, Meta(max_length=120)] = ""


class CoatLayer(Struct, frozen=True):
    """One layer of a zone. `thin` is in percent of the paint, `deep` what is filled (mm), `done` how many of its
    coats are on.
    """

    doing: Doing
    material: LayerMaterial = ""
    coats: Annotated[int, Meta(ge=1, le=9)] = 1
    way: Way = "brush"
    thin: Annotated[float, Meta(ge=0, le=200)] = 0.0
    grits: Annotated[tuple[Annotated[int, Meta(ge=24, le=3000)], ...], Meta(max_length=6)] = ()
    colour: str = ""
    recipe: str = ""
    deep: Annotated[float, Meta(ge=0, le=60)] = 0.0
    done: Annotated[int, Meta(ge=0, le=9)] = 0

    @property
    def is_coat(self) -> bool:
        return self.doing in COATING


OldCoat = Literal["", "bare", "clear", "paint", "flaking", "wax", "oil", "foil"]
"""What lies on it before: not said, bare, an old clear, paint that holds, paint that flakes, wax or polish, oil."""
Relief = Literal["smooth", "carved", "turned", "rough"]


class GroundSaid(Struct, frozen=True):
    """What lies there, as it was said: nothing said leaves what the survey knows."""

    old: OldCoat = ""
    wood: Annotated[str, Meta(max_length=40)] = ""
    bleeds: bool | None = None
    smells: bool | None = None
    relief: Relief | None = None


USUALLY_SAME = {"fronts": "body", "edges": "fronts", "legs": "body"}
"""Zones that go with another until something else is said."""
IN_DAMP = {"unseen": "body", "underside": "body", "back": "body"}
"""So do these outdoors and in a wet room: a board that drinks on one side bends."""
ZoneState = Literal["", "bare", "masked"]


class ZoneChoice(Struct, frozen=True):
    """What is chosen for one zone. Without layers and `same_as` nothing is; bare wood is a choice too."""

    zone: str
    name: Annotated[str, Meta(max_length=40)] = ""
    layers: Annotated[tuple[CoatLayer, ...], Meta(max_length=20)] = ()
    same_as: str = ""
    state: ZoneState = ""
    lies: GroundSaid = GroundSaid()
    turned: bool = False
    """Its parts lie flat and are turned over: one side dries to the touch before the other is coated."""


class ZoneMove(Struct, frozen=True):
    """A part that was pointed into another zone: all of its faces that lay in `source` lie in `zone`."""

    part: str
    source: str
    zone: str


class ShelfCan(Struct, frozen=True):
    """What is left in a can on the shelf, litres; of wax and the like kilos, of aerosol what its cans hold."""

    id: str
    material: CoatId
    litres: Annotated[float, Meta(gt=0, le=100)]
    colour: str = ""


class CanCount(Struct, frozen=True):
    """So many cans of one pack, whatever is worked out: what someone means to buy of a material in a colour."""

    material: CoatId
    pack: Annotated[str, Meta(max_length=120)]
    count: Annotated[int, Meta(ge=0, le=99)]
    colour: str = ""


Turns = Literal["before", "after"]


class FinishOrder(Struct, frozen=True):
    """Where schools differ on what comes first."""

    holes: Turns = "before"
    """Holes for the hardware: before the paint, or after it."""
    woven: Turns = "after"
    """Cane, fabric, glass and linings put in."""
    hardware: Turns = "after"
    """Hardware on: after the last clear, or before it, masked."""
    filler: Turns = "before"
    """Filling: before the primer, or after it, when defects show."""
    drawers: Literal["out", "in"] = "out"
    """Drawers painted beside the piece, or in it."""


class PutOn(Struct, frozen=True):
    """How something that goes on is coated: loose, by itself before that, or fitted, in its place.

    `of` is a part, or a change: then all that it puts on.
    """

    of: str
    way: Literal["loose", "fitted"]


BorderWay = Literal["tape", "sand back", "by hand"]


class BorderChoice(Struct, frozen=True):
    """How the border between two finishes is kept: which of the two is coated first, and by what way.

    `first` and `second` are zones that lead a batch.
    """

    first: str
    second: str
    way: BorderWay = "tape"


class Finishing(Struct, frozen=True):
    """All that was chosen about the finish of a project."""

    zones: Annotated[tuple[ZoneChoice, ...], Meta(max_length=most("finishing.zones"))] = ()
    moves: Annotated[tuple[ZoneMove, ...], Meta(max_length=most("finishing.moves"))] = ()
    colours: Annotated[tuple[Colour, ...], Meta(max_length=most("finishing.colours"))] = ()
    recipes: Annotated[tuple[Recipe, ...], Meta(max_length=most("finishing.recipes"))] = ()
    shelf: Annotated[tuple[ShelfCan, ...], Meta(max_length=most("finishing.shelf"))] = ()
    cans: Annotated[tuple[CanCount, ...], Meta(max_length=most("finishing.cans"))] = ()
    order: FinishOrder = FinishOrder()
    put_on: Annotated[tuple[PutOn, ...], Meta(max_length=most("finishing.put_on"))] = ()
    borders: Annotated[tuple[BorderChoice, ...], Meta(max_length=most("finishing.borders"))] = ()
    celsius: Annotated[float, Meta(ge=-10, le=45)] = 20.0
    humidity: Annotated[float, Meta(ge=0, le=100)] = 50.0

    @property
    def is_begun(self) -> bool:
        """Whether anything was decided: before that no plan has to know its zones."""
        return any(choice.layers or choice.state for choice in self.zones)

    def choice(self, zone: str) -> ZoneChoice:
        """What is chosen for a zone; nothing where it is not named."""
        return next((choice for choice in self.zones if choice.zone == zone), ZoneChoice(zone))

    def stack(self, zone: str, *, damp: bool = False) -> ZoneChoice:
        """What counts for a zone: its own choice, or that of the one it is the same as, however far.

        Of a zone nothing is said of, fronts and legs go with the body, their edges with the fronts; in damp so does
        what nobody sees.
        """
        choice, seen = self.choice(zone), {zone}
        while (other := self._same(choice, damp)) and other not in seen:
            seen.add(other)
            choice = self.choice(other)
        return choice

    def _same(self, choice: ZoneChoice, damp: bool) -> str:
        if choice.same_as or choice.layers or choice.state:
            return choice.same_as
        piece, role = group_of(choice.zone), own_of(choice.zone)
        usual = USUALLY_SAME | IN_DAMP if damp else USUALLY_SAME
        return f"{piece}/{usual[role]}" if role in usual else ""

    def colour(self, colour_id: str) -> Colour | None:
        return next((colour for colour in self.colours if colour.id == colour_id), None)

    def recipe(self, recipe_id: str) -> Recipe | None:
        return next((recipe for recipe in self.recipes if recipe.id == recipe_id), None)


# Colours as #rrggbb: how light, how far apart, mixed.


def blend(first: str, second: str, share: float) -> str:
    """`share` of the second colour in the first."""
    parts = (round(a + (b - a) * share) for a, b in zip(_channels(first), _channels(second), strict=True))
    return "#" + "".join(f"{part:02x}" for part in parts)


def shaded(rgb: str, factor: float) -> str:
    """Darker (below 1) or lighter (above 1)."""
    return blend(rgb, "#000000", 1 - factor) if factor <= 1 else blend(rgb, "#ffffff", factor - 1)


def _channels(rgb: str) -> tuple[int, int, int]:
    return int(rgb[1:3], 16), int(rgb[3:5], 16), int(rgb[5:7], 16)


def contrast(first: str, second: str) -> float:
    """Ratio of relative luminances after WCAG 2: 1 for alike, 21 for black on white."""
    a, b = sorted((brightness(first), brightness(second)), reverse=True)
    return (a + 0.05) / (b + 0.05)


def brightness(rgb: str) -> float:
    """Relative luminance of #rrggbb, 0 to 1 (WCAG 2, from IEC 61966-2-1)."""
    parts = (c / 255 for c in _channels(rgb))
    r, g, b = (c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in parts)
    return 0.2126 * r + 0.7152 * g + 0.0722 * b
