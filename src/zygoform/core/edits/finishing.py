"""Edits of the finish: stacks and their layers, zones, colours, recipes, what is on the shelf."""

from typing import Any, Literal, cast, get_args

from msgspec import ValidationError, convert, structs, to_builtins

from zygoform.core.coats.coat import KNOWN_COATS, Coat, CoatId, coat_of
from zygoform.core.coats.layer import (
    Cleaner,
    CoatLayer,
    Doing,
    FillerId,
    Finishing,
    FinishOrder,
    GroundSaid,
    LayerMaterial,
    Stripping,
    Way,
    ZoneChoice,
    ZoneMove,
    ZoneState,
)
from zygoform.core.coats.readymade import doing_of, ready_stack
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.finish.surfaces import ZONE_TITLES
from zygoform.core.ids import own_of, piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.parse import parse_length
from zygoform.core.project import Project

MOST_LAYERS = 20
LayerEntry = Literal["coats", "thin", "grits", "deep", "done"]


def take_stack(project: Project, zone: str, stack_id: str) -> Edited:
    """A ready-made stack onto a zone; a colour that was chosen for it stays."""
    ready = ready_stack(stack_id)
    if ready is None:
        raise BadInputError("unknown_key", "There is no such stack.")
    before = project.stack(zone).layers
    colours = {layer.doing: layer.colour for layer in before if layer.colour}
    layers = tuple(_coloured(layer, colours.get(layer.doing, "")) for layer in ready.layers)
    return _with_layers(project, zone, layers, f"{ready.title}")


def _coloured(layer: CoatLayer, colour: str) -> CoatLayer:
    coat = coat_of(layer.material) if layer.is_coat else None
    takes = coat is not None and coat.group in ("paint", "stain")
    return structs.replace(layer, colour=colour) if takes and colour and not layer.colour else layer


def set_stack(project: Project, zone: str, layers: tuple[CoatLayer, ...], words: str) -> Edited:
    """All layers of a zone at once, as a finding proposes them."""
    return _with_layers(project, zone, layers, words)


def same_as(project: Project, zone: str, other: str) -> Edited:
    """A zone gets whatever another one has, from now on."""
    if other == zone or project.stack(other).zone == zone:
        raise BadInputError("impossible", "A zone cannot be the same as one that is the same as it.", "same_as")
    return choose(project, zone, f"Same as {called(project, other)}", layers=(), state="", same_as=other)


def leave_so(project: Project, zone: str, state: ZoneState) -> Edited:
    """Bare wood, or masked; or, for nothing, undecided again."""
    words = {"bare": "left as it is", "masked": "masked", "": "nothing chosen"}[state]
    return choose(project, zone, f"{called(project, zone)}: {words}", layers=(), state=state, same_as="")


def add_layer(project: Project, zone: str, material: str, at: int) -> Edited:
    """A layer of some material, or a scuff, a sanding, a test board, before the one at `at`; as it usually is."""
    if material in ("scuff", "sand", "test"):
        grits = {"scuff": (180,), "sand": (180,), "test": ()}[material]
        layer = CoatLayer(cast("Doing", material), grits=grits)
    else:
        layer = usual_layer(material)
    layers = project.stack(zone).layers
    if len(layers) >= MOST_LAYERS:
        raise BadInputError("out_of_range", f"At most {MOST_LAYERS} layers.")
    return _with_layers(project, zone, (*layers[:at], layer, *layers[at:]), f"{layer_title(layer)} added")


def usual_layer(material: str) -> CoatLayer:
    """A layer as it is usually put on."""
    known = (*get_args(Cleaner), *get_args(FillerId), *get_args(Stripping), *KNOWN_COATS)
    if material not in known:
        raise BadInputError("unknown_key", "There is no such material.", "material")
    doing = doing_of(material)
    named = cast("LayerMaterial", material)
    if doing == "fill":
        return CoatLayer(doing, named, deep=2.0)
    if doing == "strip":
        return CoatLayer(doing, named, grits=(80, 120) if material == "sander" else ())
    if doing == "clean":
        return CoatLayer(doing, named, coats=2 if material == "mineral spirits" else 1, way="rag")
    coat = KNOWN_COATS[cast("CoatId", material)]
    coats = {"paint": 2, "clear": 2, "oil": 2}.get(coat.group, 1)
    return CoatLayer(doing, named, coats, usual_way(coat.id))


def usual_way(coat_id: CoatId) -> Way:
    """How a material is usually put on."""
    coat = KNOWN_COATS[coat_id]
    if coat.binder == "lacquer":
        return "can"
    wiped: Way = "rag"
    return {"paint": "roller", "primer": "roller", "clear": "foam", "effect": "brush"}.get(coat.group, wiped)  # type: ignore[return-value]


def drop_layer(project: Project, zone: str, at: int) -> Edited:
    """Without one layer."""
    layers = project.stack(zone).layers
    gone = _layer(layers, at)
    return _with_layers(project, zone, (*layers[:at], *layers[at + 1 :]), f"{layer_title(gone)} taken out")


def move_layer(project: Project, zone: str, at: int, by: int) -> Edited:
    """Higher (+) or deeper (-) in the stack."""
    layers = list(project.stack(zone).layers)
    layer = _layer(tuple(layers), at)
    to = max(0, min(len(layers) - 1, at + by))
    layers.insert(to, layers.pop(at))
    return _with_layers(project, zone, tuple(layers), f"{layer_title(layer)} moved")


def set_material(project: Project, zone: str, at: int, material: str) -> Edited:
    """Another material in the same place, with as many coats, the tool and the water as before where it bears them.

    What it does not bear is said.
    """
    layers = project.stack(zone).layers
    before, new = _layer(layers, at), usual_layer(material)
    keep: dict[str, Any] = {"colour": before.colour, "recipe": before.recipe}
    if new.is_coat and before.is_coat:
        coat = KNOWN_COATS[cast("CoatId", material)]
        keep |= {"coats": before.coats if coat.group in ("paint", "primer", "clear") else new.coats}
        keep["doing"] = before.doing if before.doing == "effect" else new.doing
        old = coat_of(before.material)
        if old is not None and _is_brushed(old) and _is_brushed(coat):
            keep |= {"way": before.way, "thin": min(before.thin, coat.thin)}
    new = structs.replace(new, **keep) if new.is_coat else new
    return _with_layers(project, zone, (*layers[:at], new, *layers[at + 1 :]), _changed_words(before, new))


def _is_brushed(coat: Coat) -> bool:
    """Whether brush, roller, foam and gun all may put it on."""
    return coat.group in ("paint", "primer", "clear") and coat.binder != "lacquer"


def _changed_words(before: CoatLayer, new: CoatLayer) -> str:
    """The new layer, and what of the old one's way it does not keep."""
    words = [layer_title(new)]
    if before.is_coat and new.is_coat and new.way != before.way:
        words.append(f"with {new.way}, not {before.way}")
    if before.thin > new.thin:
        words.append(f"thinned {new.thin:g} %, not {before.thin:g}" if new.thin else "no longer thinned")
    return ", ".join(words)


def set_way(project: Project, zone: str, at: int, way: Way) -> Edited:
    """With a brush, a roller, a foam brush, a rag, a gun or from a can."""
    return _replaced(project, zone, at, f"with {way}", way=way)


def set_layer_colour(project: Project, zone: str, at: int, colour: str) -> Edited:
    """A colour of the fan, or none."""
    found = project.finishing.colour(colour)
    if colour and found is None:
        raise BadInputError("unknown_key", "That colour is no longer in the fan.", "colour")
    return _replaced(project, zone, at, literal(found.name) if found else "no colour", colour=colour)


def set_recipe(project: Project, zone: str, at: int, recipe: str) -> Edited:
    """A mix instead of the material by itself, or for nothing that again."""
    found = project.finishing.recipe(recipe)
    return _replaced(
        project, zone, at, literal(found.name) if found else "as sold", recipe=found.id if found else ""
    )


def set_layer_entry(project: Project, zone: str, at: int, entry: LayerEntry, text: str) -> Edited:
    """A number of a layer as typed: coats, thinning, grits, how deep, coats that are on."""
    if entry == "grits":
        return _replaced(project, zone, at, f"grits {text.strip()}", grits=_grits(text))
    if entry == "deep":
        value = _deep(project, text)
        return _replaced(project, zone, at, "{0} deep", (value,), deep=value)
    if entry == "thin":
        percent = _number(text.strip().rstrip("% "), 0, 200, entry, "A percentage from 0 to 200, like 10.")
        return _replaced(project, zone, at, f"thinned {percent:g} %", thin=percent)
    low = 1 if entry == "coats" else 0
    count = _number(text, low, 9, entry, f"A whole number from {low} to 9.")
    if count != int(count):
        raise BadInputError("not_a_number", f"A whole number from {low} to 9.", entry)
    words = f"{int(count)} coats" if entry == "coats" else f"{int(count)} coats on"
    values: dict[str, Any] = {entry: int(count)}
    return _replaced(project, zone, at, words, **values)


def _grits(text: str) -> tuple[int, ...]:
    words = text.replace(",", " ").replace("-", " ").split()
    if not all(word.isdecimal() and 24 <= int(word) <= 3000 for word in words) or len(words) > 6:
        raise BadInputError("not_a_number", "Up to six grits, each from 24 to 3000, like 80 120 180.", "grits")
    return tuple(sorted(int(word) for word in words))


def _deep(project: Project, text: str) -> float:
    value = parse_length(text, project.shop.unit.system)
    if not 0 <= value <= 60:
        raise BadInputError("out_of_range", "Between {0} and {1}.", "deep", (0.0, 60.0))
    return value


def _number(text: str, low: float, high: float, entry: str, wanted: str) -> float:
    try:
        value = float(text.strip().replace(",", "."))
    except ValueError:
        value = float("nan")
    if not low <= value <= high:
        raise BadInputError("not_a_number", wanted, entry)
    return value


def set_order(project: Project, entry: str, value: str) -> Edited:
    """Where schools differ, what comes first. Filling after the primer moves the fillers of all stacks."""
    finishing = project.finishing
    try:
        order = convert({**to_builtins(finishing.order), entry: value}, FinishOrder)
    except ValidationError as wrong:
        raise BadInputError("unknown_key", "That is not one of the choices.", entry) from wrong
    zones = finishing.zones
    if entry == "filler":
        zones = tuple(structs.replace(choice, layers=_filled(choice.layers, value)) for choice in zones)
    done = structs.replace(finishing, order=order, zones=zones)
    return Edited(structs.replace(project, finishing=done), Message(f"{entry.capitalize()}: {value}"))


def _filled(layers: tuple[CoatLayer, ...], when: str) -> tuple[CoatLayer, ...]:
    """Fillers of holes before the first primer, or right after it; the grain is filled before anything."""
    fills = [layer for layer in layers if layer.doing == "fill" and layer.material != "grain filler"]
    rest = [layer for layer in layers if layer not in fills]
    at = next((k for k, layer in enumerate(rest) if layer.doing == "prime"), None)
    if at is None or not fills:
        return layers
    at += when == "after"
    return (*rest[:at], *fills, *rest[at:])


def set_weather(project: Project, entry: Literal["celsius", "humidity"], text: str) -> Edited:
    """How warm or how damp it is where it dries: celsius, and percent."""
    low, high = (-10, 45) if entry == "celsius" else (0, 100)
    wanted = f"A number from {low} to {high}."
    value = _number(text.strip().rstrip("°CF% "), low, high, entry, wanted)
    done = structs.replace(project.finishing, **{entry: value})
    words = f"{value:g} °C" if entry == "celsius" else f"{value:g} % humidity"
    return Edited(structs.replace(project, finishing=done), Message(words))


def layer_title(layer: CoatLayer) -> str:
    """What a layer is called."""
    coat = coat_of(layer.material) if layer.is_coat else None
    if coat is not None:
        return coat.title
    words = {"scuff": "Scuff", "sand": "Sand", "test": "Test board"}
    return words.get(layer.doing) or layer.material.capitalize() or layer.doing.capitalize()


def _layer(layers: tuple[CoatLayer, ...], at: int) -> CoatLayer:
    if not 0 <= at < len(layers):
        raise BadInputError("unknown_key", "That layer is no longer there.")
    return layers[at]


def _replaced(
    project: Project, zone: str, at: int, words: str, lengths: tuple[float, ...] = (), **values: Any
) -> Edited:
    layers = project.stack(zone).layers
    new = structs.replace(_layer(layers, at), **values)
    return _with_layers(
        project, zone, (*layers[:at], new, *layers[at + 1 :]), f"{layer_title(new)}: {words}", lengths
    )


def _with_layers(
    project: Project, zone: str, layers: tuple[CoatLayer, ...], words: str, lengths: tuple[float, ...] = ()
) -> Edited:
    """The zone with a stack of its own; what others have that were the same as it follows."""
    said = f"{called(project, zone)}: {words[:1].lower()}{words[1:]}"
    return choose(with_figures_kept(project, layers), zone, said, lengths, layers=layers, state="", same_as="")


def with_figures_kept(project: Project, layers: tuple[CoatLayer, ...]) -> Project:
    """The project with the figures of every coat it uses: another version's table changes nothing in it."""
    have = {coat.id for coat in project.shop.coats}
    used = dict.fromkeys(layer.material for layer in layers if layer.is_coat)
    more = tuple(KNOWN_COATS[own] for own in KNOWN_COATS if own in used and own not in have)
    if not more:
        return project
    return structs.replace(project, shop=structs.replace(project.shop, coats=(*project.shop.coats, *more)))


def choose(project: Project, zone: str, words: str, lengths: tuple[float, ...] = (), **values: Any) -> Edited:
    finishing = project.finishing
    new = structs.replace(finishing.choice(zone), **values)
    known = any(choice.zone == zone for choice in finishing.zones)
    zones = tuple(new if choice.zone == zone else choice for choice in finishing.zones)
    zones = zones if known else (*zones, new)
    done = structs.replace(project, finishing=structs.replace(finishing, zones=zones))
    return Edited(done, Message(words, lengths), frozenset({zone}))


def called(project: Project, zone: str) -> str:
    name = project.finishing.choice(zone).name
    role = own_of(zone)
    return literal(name) or next((title for own, title in ZONE_TITLES.items() if own == role), "Zone")


# Edits of zones: existing surface, their names, what was pointed into another one.


def set_lies(project: Project, zone: str, **said: Any) -> Edited:
    """What lies on a zone before: the old coat, the wood, whether it bleeds or smells, how it is shaped."""
    choice = project.finishing.choice(zone)
    try:
        lies = convert(to_builtins(structs.replace(choice.lies, **said)), GroundSaid)
    except ValidationError as wrong:
        raise BadInputError("unknown_key", "That is not one of the words there are.", next(iter(said))) from wrong
    return choose(project, zone, f"{called(project, zone)}: existing surface", lies=lies)


def set_turned(project: Project, zone: str, *, on: bool) -> Edited:
    """Whether its parts lie flat and are turned over between coats."""
    words = "turned over between coats" if on else "coated in one go"
    return choose(project, zone, f"{called(project, zone)}: {words}", turned=on)


def rename_zone(project: Project, zone: str, text: str) -> Edited:
    """A name of one's own; emptied, the usual one."""
    name = " ".join(text.split())
    if len(name) > 40:
        raise BadInputError("out_of_range", f"At most 40 signs; these are {len(name)}.", "name")
    return choose(project, zone, f"Zone {literal(name)}" if name else "Zone named as usual", name=name)


def part_into(project: Project, part: str, zone: str, into: str) -> Edited:
    """One part's faces that lie in a zone go into another; for no zone into one of their own."""
    finishing = project.finishing
    target = into or _new_zone(finishing, piece_of(zone))
    moves = [move for move in finishing.moves if (move.part, move.source) != (part, zone)]
    source = _source(finishing, part, zone)
    if source != zone:
        # It was pointed here before: what counts is where it came from.
        moves = [move for move in moves if (move.part, move.source) != (part, source)]
    if target != source:
        moves.append(ZoneMove(part, source, target))
    done = structs.replace(finishing, moves=tuple(moves))
    if not into:
        like = project.stack(zone)
        own = ZoneChoice(target, f"Part of {called(project, zone).lower()}", like.layers, "", like.state)
        done = structs.replace(done, zones=(*done.zones, own))
    return Edited(structs.replace(project, finishing=done), Message("Another zone"), frozenset({target}))


def front_into(project: Project, name: str, faces: tuple[tuple[str, str], ...], into: str) -> Edited:
    """All of a front goes into another zone, for none into its own: `faces` are its parts, each with its zone."""
    done, target = project, into
    for part, zone in faces:
        if zone != target:
            done = part_into(done, part, zone, target).project
            target = target or done.finishing.zones[-1].zone
    if not into and target:
        done = rename_zone(done, target, name[:40]).project
    words = f"{literal(name)} as a zone of its own" if not into else f"{literal(name)} into another zone"
    return Edited(done, Message(words), frozenset({target}))


def merge_zones(project: Project, zone: str, into: str) -> Edited:
    """All of a zone goes into another of the same piece."""
    if zone == into or piece_of(zone) != piece_of(into):
        raise BadInputError("impossible", "Zones of one piece can be put together.", "zone")
    finishing = project.finishing
    moves = (*(_retargeted(move, zone, into) for move in finishing.moves), ZoneMove("", zone, into))
    zones = tuple(choice for choice in finishing.zones if choice.zone != zone)
    done = structs.replace(finishing, moves=moves, zones=zones)
    words = f"{called(project, zone)} into {called(project, into).lower()}"
    return Edited(structs.replace(project, finishing=done), Message(words), frozenset({into}))


def zones_as_usual(project: Project, piece_id: str) -> Edited:
    """The zones of a piece as they come by themselves."""
    finishing = project.finishing
    moves = tuple(move for move in finishing.moves if piece_of(move.source) != piece_id)
    done = structs.replace(project, finishing=structs.replace(finishing, moves=moves))
    return Edited(done, Message("Zones as they come by themselves"))


def _retargeted(move: ZoneMove, zone: str, into: str) -> ZoneMove:
    return structs.replace(move, zone=into) if move.zone == zone else move


def _source(finishing: Finishing, part: str, zone: str) -> str:
    """The zone a part came from by itself, that is in another now."""
    return next((move.source for move in finishing.moves if move.part == part and move.zone == zone), zone)


def _new_zone(finishing: Finishing, piece_id: str) -> str:
    taken = {move.zone for move in finishing.moves} | {choice.zone for choice in finishing.zones}
    return next(name for k in range(1, 1000) if (name := f"{piece_id}/z{k}") not in taken)
