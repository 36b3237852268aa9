"""Edits of what a finish draws on: the fan of colours, recipes, the shelf, figures of coats, real times."""

import re
from typing import Any, Literal, get_args

from msgspec import ValidationError, convert, structs, to_builtins

from zygoform.core.coats.coat import AEROSOL_L, AEROSOLS, KNOWN_COATS, Coat, CoatId, coat_of
from zygoform.core.coats.layer import CanCount, Colour, Finishing, Recipe, RecipePart, ShelfCan, Tool, ZoneChoice
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.goods.minutes import Task, TimeTaken
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import FOOT2, OUNCE
from zygoform.core.most import most
from zygoform.core.project import Project

MOST_CANS = 99
_RGB = re.compile(r"#?([0-9a-fA-F]{6})$")
_AMOUNT = re.compile(r"\s*([0-9]+(?:[.,][0-9]+)?)\s*(ml|l|fl oz|oz|qt|gal|pt)?\s*$")
_LITRES = {
    "ml": 0.001,
    "l": 1.0,
    "oz": OUNCE,
    "fl oz": OUNCE,
    "pt": 16 * OUNCE,
    "qt": 32 * OUNCE,
    "gal": 128 * OUNCE,
}


def add_colour(project: Project, name: str, rgb: str, tin: str = "") -> Edited:
    """A colour into the fan: its name, how it looks, and which tin holds it."""
    finishing = project.finishing
    _room(len(finishing.colours), most("finishing.colours"), "colours")
    own = _next("k", [colour.id for colour in finishing.colours])
    colour = Colour(own, _name(name, "name", 40), read_rgb(rgb), _words(tin, "tin", 60))
    return _with_finishing(project, f"Colour {literal(colour.name)}", {own}, colours=(*finishing.colours, colour))


def set_colour(project: Project, colour_id: str, entry: Literal["name", "rgb", "tin"], text: str) -> Edited:
    """One entry of a colour, as typed."""
    value = (
        read_rgb(text)
        if entry == "rgb"
        else _name(text, "name", 40)
        if entry == "name"
        else _words(text, "tin", 60)
    )
    colours = tuple(
        structs.replace(colour, **{entry: value}) if colour.id == colour_id else colour
        for colour in project.finishing.colours
    )
    return _with_finishing(project, f"Colour: {literal(value)}", {colour_id}, colours=colours)


def drop_colour(project: Project, colour_id: str) -> Edited:
    """A colour out of the fan; layers that had it have none."""
    finishing = project.finishing
    zones = _without(finishing, "colour", colour_id)
    colours = tuple(colour for colour in finishing.colours if colour.id != colour_id)
    return _with_finishing(project, "Colour out of the fan", {colour_id}, colours=colours, zones=zones)


def _without(finishing: Finishing, entry: Literal["colour", "recipe"], gone: str) -> tuple[ZoneChoice, ...]:
    """All zones, no layer of which names a colour or a recipe any more."""
    return tuple(
        structs.replace(
            choice,
            layers=tuple(
                structs.replace(layer, **{entry: ""}) if getattr(layer, entry) == gone else layer
                for layer in choice.layers
            ),
        )
        for choice in finishing.zones
    )


def read_rgb(text: str) -> str:
    """#rrggbb from that, with or without its sign. Raises BadInputError."""
    found = _RGB.match(text.strip())
    if found is None:
        raise BadInputError(
            "not_a_number", "A colour is six signs, two each for red, green and blue, like #3b5d7a.", "rgb"
        )
    return f"#{found[1].lower()}"


def add_recipe(project: Project, name: str, parts: tuple[RecipePart, ...] = ()) -> Edited:
    """A mix, to be filled in."""
    finishing = project.finishing
    _room(len(finishing.recipes), most("finishing.recipes"), "recipes")
    own = _next("r", [recipe.id for recipe in finishing.recipes])
    recipe = Recipe(own, _name(name, "name", 60), parts)
    return _with_finishing(project, f"Recipe {literal(recipe.name)}", {own}, recipes=(*finishing.recipes, recipe))


def take_recipe(project: Project, recipe: Recipe) -> Edited:
    """A recipe of another project; what it says of colours belongs to that one's fan."""
    finishing = project.finishing
    _room(len(finishing.recipes), most("finishing.recipes"), "recipes")
    own = _next("r", [other.id for other in finishing.recipes])
    parts = tuple(structs.replace(part, colour="") for part in recipe.parts)
    taken = structs.replace(recipe, id=own, parts=parts)
    return _with_finishing(project, f"Recipe {literal(recipe.name)}", {own}, recipes=(*finishing.recipes, taken))


def set_recipe_words(
    project: Project, recipe_id: str, entry: Literal["name", "dial", "grits", "verdict"], text: str
) -> Edited:
    """A note to a recipe: the gun's dial, the grits before it, what came of it."""
    most = {"name": 60, "dial": 60, "grits": 60, "verdict": 120}[entry]
    value = _name(text, entry, most) if entry == "name" else _words(text, entry, most)
    return _changed_recipe(project, recipe_id, f"{entry}: {literal(value)}", **{entry: value})


def set_recipe_parts(project: Project, recipe_id: str, text: str) -> Edited:
    """Parts as `2 acrylic paint : 1 water`, each with its material."""
    parts = read_parts(text)
    return _changed_recipe(project, recipe_id, literal(parts_words(parts)), parts=parts)


def read_parts(text: str) -> tuple[RecipePart, ...]:
    """Parts from `1 acrylic paint : 2 water`. Raises BadInputError naming what would be accepted."""
    parts = []
    for piece in re.split(r"[:;+]", text):
        number, _, material = piece.strip().partition(" ")
        try:
            parts.append(
                convert(
                    {"material": material.strip().lower(), "parts": float(number.replace(",", "."))}, RecipePart
                )
            )
        except (ValidationError, ValueError) as wrong:
            known = ", ".join([*KNOWN_COATS, "water"][:6])
            raise BadInputError(
                "unknown_key",
                f"Parts and their material, like 1 acrylic paint : 2 water; one of {known} and the others.",
                "parts",
            ) from wrong
    if sum(part.parts for part in parts) <= 0:
        raise BadInputError("zero", "Not all parts can be 0.", "parts")
    return tuple(parts)


def parts_words(parts: tuple[RecipePart, ...]) -> str:
    """1 acrylic paint : 2 water."""
    return " : ".join(f"{part.parts:g} {part.material}" for part in parts)


def drop_recipe(project: Project, recipe_id: str) -> Edited:
    """A recipe away; layers that had it are as sold."""
    finishing = project.finishing
    zones = _without(finishing, "recipe", recipe_id)
    recipes = tuple(recipe for recipe in finishing.recipes if recipe.id != recipe_id)
    return _with_finishing(project, "Recipe taken out", {recipe_id}, recipes=recipes, zones=zones)


def add_can(project: Project, material: CoatId, amount: str, colour: str = "") -> Edited:
    """What is left in a can on the shelf: used before anything is bought."""
    finishing = project.finishing
    _room(len(finishing.shelf), MOST_CANS, "cans")
    own = _next("s", [can.id for can in finishing.shelf])
    litres = _read_aerosol(amount) if material in AEROSOLS else 0.0
    can = ShelfCan(own, material, litres or read_litres(amount, project.shop.unit.system), colour)
    return _with_finishing(
        project, f"On the shelf: {KNOWN_COATS[material].title.lower()}", {own}, shelf=(*finishing.shelf, can)
    )


def set_can_count(project: Project, material: CoatId, colour: str, pack: str, text: str) -> Edited:
    """How many cans of one pack one means to buy; emptied, as many as it takes. `colour` is its name."""
    finishing = project.finishing
    own = next((other.id for other in finishing.colours if other.name == colour), "")
    others = tuple(can for can in finishing.cans if (can.material, can.colour, can.pack) != (material, own, pack))
    if not text.strip():
        return _with_finishing(project, "As many cans as it takes", set(), cans=others)
    if not text.strip().isdecimal() or int(text) > MOST_CANS:
        raise BadInputError("not_a_number", f"A whole number of cans, 0 to {MOST_CANS}.", "cans")
    count = CanCount(material, pack, int(text), own)
    return _with_finishing(project, f"{count.count} cans", set(), cans=(*others, count))


def as_many_as_it_takes(project: Project, material: str, colour: str) -> Edited:
    """What was chosen of a material in a colour, by its name, is worked out again."""
    names = {own.id: own.name for own in project.finishing.colours}
    kept = tuple(
        can for can in project.finishing.cans if (can.material, names.get(can.colour, "")) != (material, colour)
    )
    return _with_finishing(project, "As many cans as it takes", set(), cans=kept)


def drop_can(project: Project, can_id: str) -> Edited:
    shelf = tuple(can for can in project.finishing.shelf if can.id != can_id)
    return _with_finishing(project, "Off the shelf", {can_id}, shelf=shelf)


def _read_aerosol(text: str) -> float:
    """Litres of so many cans: 2, 2 cans, 1.5 can; 0 where another unit is named. Raises BadInputError."""
    found = re.fullmatch(r"(\d+(?:[.,]\d+)?)\s*(cans?)?", text.strip().lower())
    if found is None:
        if _AMOUNT.match(text.lower()) is None:
            words = "How many cans, like 2 or 1.5; or what is in them, like 400 ml."
            raise BadInputError("not_a_number", words, "amount")
        return 0.0
    litres = float(found[1].replace(",", ".")) * AEROSOL_L
    if not 0 < litres <= 100:
        raise BadInputError("out_of_range", "How many cans, from a part of one to 250.", "amount")
    return litres


def read_litres(text: str, system: Literal["inch", "mm"]) -> float:
    """Litres from 0.5 l, 500 ml, 16 fl oz, 1 qt; without a unit millilitres or fluid ounces."""
    found = _AMOUNT.match(text.lower())
    value = (
        float(found[1].replace(",", ".")) * _LITRES[found[2] or ("oz" if system == "inch" else "ml")]
        if found
        else 0.0
    )
    if not 0 < value <= 100:
        like = "16 fl oz or 1 qt" if system == "inch" else "500 ml or 0.75 l"
        raise BadInputError("not_a_number", f"How much is in it, like {like}.", "amount")
    return value


Figure = Literal["cover", "touch", "recoat", "before", "handle", "cure", "thin"]
FIGURES: tuple[Figure, ...] = get_args(Figure)
"""What of a material a label says, and a user may change."""


def set_coat_figure(project: Project, coat_id: CoatId, entry: Figure, text: str) -> Edited:
    """A figure of a material as its label has it; emptied, as usual again. A span is written 2-6."""
    usual, now = KNOWN_COATS[coat_id], coat_of(coat_id, project.shop.coats) or KNOWN_COATS[coat_id]
    new = with_figure(now, entry, text) if text.strip() else structs.replace(now, **{entry: getattr(usual, entry)})
    others = tuple(coat for coat in project.shop.coats if coat.id != coat_id)
    return _with_coats(project, (*others, new), f"{new.title}: {entry}")


def use_coats(project: Project, coats: tuple[Coat, ...]) -> Edited:
    """A whole table; what it does not name is as usual."""
    return _with_coats(project, coats, f"Figures of {len(coats)} materials taken over")


def _with_coats(project: Project, coats: tuple[Coat, ...], words: str) -> Edited:
    # A row that says what is usual says nothing, unless the project uses it.
    used = {layer.material for choice in project.finishing.zones for layer in choice.layers}
    rows = {coat.id: coat for coat in coats}
    rows = {own: KNOWN_COATS[own] for own in KNOWN_COATS if own in used} | rows
    kept = tuple(coat for coat in rows.values() if coat != KNOWN_COATS[coat.id] or coat.id in used)
    return Edited(structs.replace(project, shop=structs.replace(project.shop, coats=kept)), Message(words))


def with_figure(coat: Coat, entry: Figure, text: str) -> Coat:
    """A material with one figure as typed. Raises BadInputError."""
    try:
        return convert({**to_builtins(coat), entry: to_builtins(_figure(entry, text))}, Coat)
    except ValidationError as wrong:
        raise BadInputError("out_of_range", f"{entry} is outside what such a figure can be.", entry) from wrong


def figure_words(coat: Coat, entry: Figure) -> str:
    """A figure as it is typed."""
    value = getattr(coat, entry)
    if isinstance(value, tuple):
        return f"{value[0]:g}" if value[0] == value[1] else f"{value[0]:g}-{value[1]:g}"
    return f"{value:g}"


_QUART = 32 * OUNCE


def cover_inch(words: str) -> str:
    """Square metres a litre, as typed, in square feet a quart."""
    return f"{float(words) * _QUART / FOOT2:.3g}"


def cover_metric(text: str) -> str:
    """What was typed in square feet a quart, in square metres a litre; what is no figure as it stands."""
    try:
        return f"{float(text.strip().replace(',', '.')) * FOOT2 / _QUART:.4g}"
    except ValueError:
        return text


def _figure(entry: str, text: str) -> Any:
    cells = text.strip().replace(",", ".").split("-")
    try:
        low, high = float(cells[0]), float(cells[-1])
    except ValueError:
        low, high = 1.0, 0.0
    is_span = entry in ("touch", "recoat", "handle", "cure")
    if low > high or len(cells) > 2 or (len(cells) == 2 and not is_span):
        like = "2 or 2-6" if is_span else "10.5"
        raise BadInputError("not_a_number", f"A figure like {like}.", entry)
    return (low, high) if is_span else low


def log_time(project: Project, tasks: tuple[tuple[Task, float], ...], text: str) -> Edited:
    """What a step really took, in minutes: `tasks` are its kinds of work with the minutes planned for each."""
    planned = sum(minutes for _, minutes in tasks)
    try:
        real = float(text.strip().removesuffix("min").replace(",", "."))
    except ValueError:
        real = -1.0
    if not 0 < real <= 10_000 or planned <= 0:
        raise BadInputError("not_a_number", "Minutes are a number over 0, like 45.", "real")
    taken = {row.task: row for row in project.shop.taken}
    for task, minutes in tasks:
        before = taken.get(task, TimeTaken(task, 0.0, 0.0))
        share = minutes / planned
        taken[task] = TimeTaken(task, before.planned + minutes, before.real + real * share)
    shop = structs.replace(project.shop, taken=tuple(taken.values()))
    return Edited(structs.replace(project, shop=shop), Message(f"Took {real:g} min, planned {planned:.0f}"))


def forget_times(project: Project) -> Edited:
    """Nothing logged."""
    return Edited(
        structs.replace(project, shop=structs.replace(project.shop, taken=())), Message("Real times forgotten")
    )


def set_first_time(project: Project, tool: Tool, *, new: bool) -> Edited:
    """Whether a tool is new to one: then it takes longer."""
    if tool not in get_args(Tool):
        raise BadInputError("unknown_key", "There is no such tool.", "tool")
    others = tuple(own for own in project.shop.first_time if own != tool)
    shop = structs.replace(project.shop, first_time=(*others, tool) if new else others)
    words = f"{'First time' if new else 'Used'} with the {tool}"
    return Edited(structs.replace(project, shop=shop), Message(words))


def _changed_recipe(project: Project, recipe_id: str, words: str, **values: Any) -> Edited:
    recipes = tuple(
        structs.replace(recipe, **values) if recipe.id == recipe_id else recipe
        for recipe in project.finishing.recipes
    )
    return _with_finishing(project, f"Recipe: {words}", {recipe_id}, recipes=recipes)


def _with_finishing(project: Project, words: str, touched: set[str], **values: Any) -> Edited:
    finishing: Finishing = structs.replace(project.finishing, **values)
    return Edited(structs.replace(project, finishing=finishing), Message(words), frozenset(touched))


def _room(count: int, most: int, what: str) -> None:
    if count >= most:
        raise BadInputError("out_of_range", f"At most {most} {what}.")


def _next(letter: str, ids: list[str]) -> str:
    return f"{letter}{1 + max((int(own[1:]) for own in ids if own[1:].isdecimal()), default=0)}"


def _name(text: str, entry: str, most: int) -> str:
    words = _words(text, entry, most)
    if not words:
        raise BadInputError("empty", "It needs a name.", entry)
    return words


def _words(text: str, entry: str, most: int) -> str:
    words = " ".join(text.split())
    if len(words) > most:
        raise BadInputError("out_of_range", f"At most {most} signs; these are {len(words)}.", entry)
    return words
