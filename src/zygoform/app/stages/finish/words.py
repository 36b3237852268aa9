"""Layers, zones and what lies there in words."""

from zygoform.app.session import Session
from zygoform.core.coats.amounts import mix
from zygoform.core.coats.coat import KNOWN_COATS, Coat, coat_of, is_poured
from zygoform.core.coats.layer import COATING, Cleaner, CoatLayer, Doing, FillerId, OldCoat, Relief, Stripping, Way
from zygoform.core.edits.finishing import layer_title
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.finish.zones import Ground
from zygoform.core.goods.fittings import AMOUNTS
from zygoform.core.measure.write import Litres, SquareMetres
from zygoform.core.steps.finish_steps import steps_of_layers
from zygoform.core.steps.step import layer_waits

WAYS: dict[Way, str] = {
    "brush": "Brush", "roller": "Roller", "foam": "Foam", "rag": "Rag", "gun": "Gun", "can": "Can",
}  # fmt: skip
OLD_COATS: dict[OldCoat, str] = {
    "": "As the survey has it", "bare": "Bare wood", "clear": "Old clear, sound", "paint": "Paint, sound",
    "flaking": "Paint that flakes", "wax": "Wax or polish", "oil": "Oil", "foil": "Foil or laminate",
}  # fmt: skip
RELIEFS: dict[Relief, str] = {"smooth": "Smooth", "carved": "Carved", "turned": "Turned", "rough": "Rough"}
_CLEANERS: dict[Cleaner, str] = {
    "soap": "Soap in warm water, rinsed twice: lightly used", "degreaser": "Degreaser: kitchens, decades of polish",
    "no-rinse cleaner": "No-rinse cleaner: inside, open grain", "alcohol": "Alcohol: metal, foil; melts shellac",
    "mineral spirits": "Mineral spirits, twice: wax and polish",
    "vinegar wash": "Vinegar wash: smell, mould after drying",
}  # fmt: skip
_FILLERS: dict[FillerId, str] = {
    "light filler": "Light filler: nail holes, wiped level while soft", "wood filler": "Wood filler: takes paint",
    "two-part filler": "Two-part filler: deep, sets hard", "grain filler": "Grain filler: all over open grain",
    "flexible filler": "Flexible filler: gaps that move, never under stain",
}  # fmt: skip
_STRIPPING: dict[Stripping, str] = {
    "sander": "Sander: flat solid work", "stripper": "Stripper: carved, turned, veneered, thick paint",
    "scraper": "Scraper: what flakes, feathered",
}  # fmt: skip


def materials_for(doing: Doing, now: str) -> list[tuple[str, str]]:
    """What can stand in the place of a layer's material, with when it is right."""
    if doing in COATING:
        return [(coat.id, coat.title) for coat in _fitting(doing, now)]
    table: dict[str, str] = {"clean": _CLEANERS, "fill": _FILLERS, "strip": _STRIPPING}.get(doing, {})  # type: ignore[assignment]
    return list(table.items())


def _fitting(doing: Doing, now: str) -> list[Coat]:
    groups = {
        "prime": ("primer",), "colour": ("paint", "stain"), "clear": ("clear", "oil", "wax"),
        "effect": ("effect", "stain", "paint", "wax"),
    }[doing]  # fmt: skip
    return [coat for coat in KNOWN_COATS.values() if coat.group in groups or coat.id == now]


def ways_for(coat: Coat) -> list[tuple[str, str]]:
    """How a material can be put on."""
    if coat.binder == "lacquer":
        return [("can", WAYS["can"])]
    if coat.group in ("wax", "oil"):
        return [(way, WAYS[way]) for way in ("rag", "brush")]
    if coat.group == "stain":
        return [(way, WAYS[way]) for way in ("rag", "brush", "foam")]
    return [(way, WAYS[way]) for way in ("brush", "roller", "foam", "gun")]


def area_words(session: Session, plan: ZonePlan) -> str:
    """How large a zone is; of hardware how many."""
    zone = plan.zone
    if zone.role == "hardware":
        return f"{zone.count} piece{'s' * (zone.count != 1)}"
    return session.unit.show(SquareMetres(zone.area))


def state_words(plan: ZonePlan) -> str:
    """What is chosen, in a word or two."""
    if plan.state == "bare":
        return "stays as it is"
    if plan.state == "masked":
        return "masked"
    last = plan.last_coat
    return layer_title(last) if last is not None else "prepared only" if plan.layers else "nothing chosen"


def ground_words(ground: Ground, *, new_share: float = 0.0) -> str:
    """What lies there: the wood and the old coat, and what is only taken to be so."""
    if new_share > 0.99:
        return f"New {ground.wood or 'wood'}, bare"
    wood = ground.wood or next((code for code in sorted(ground.materials) if code != "solid"), "wood")
    old = {
        "": "bare", "bare": "bare", "clear": "an old clear", "paint": "old paint", "flaking": "paint that flakes",
        "wax": "wax or polish", "oil": "oil", "foil": "foil",
    }[ground.old]  # fmt: skip
    words = [f"{wood.capitalize()}, {old}"]
    if ground.told.get("old") == "guess" and ground.old not in ("", "bare"):
        words[0] += " (taken to be)"
    words += ["bleeds"] if ground.bleeds else []
    words += ["smells"] if ground.smells else []
    words += [ground.relief] if ground.relief != "smooth" else []
    words += ["partly new, bare wood"] if 0.01 < new_share <= 0.99 else []
    return ", ".join(words)


def layer_line(session: Session, finish: FinishPlan, plan: ZonePlan, at: int) -> str:
    """How a layer is put on and how much it takes, in one line."""
    layer = plan.layers[at]
    coat = coat_of(layer.material, finish.own) if layer.is_coat else None
    words = [f"grit {' '.join(map(str, layer.grits))}"] if layer.grits else []
    if coat is not None:
        coats = f"{layer.coats} coat{'s' * (layer.coats > 1)}"
        words += [f"{layer.done} of {coats} on" if layer.done else coats, WAYS[layer.way].lower()]
        words += [f"thinned {layer.thin:g} %"] if layer.thin else []
    elif layer.coats > 1:
        words.append("twice" if layer.coats == 2 else f"{layer.coats} times")
    words += [f"up to {session.unit.show(layer.deep)} deep"] if layer.deep else []
    words += amount_words(session, finish, plan, at)
    return ", ".join(words)


def amount_words(session: Session, finish: FinishPlan, plan: ZonePlan, at: int) -> list[str]:
    """What a layer takes of its own material: litres, grams, cans."""
    found = []
    for need in finish.needs_of(plan.id, at):
        unit = AMOUNTS.get(need.kind)
        if need.kind in ("spray paint", "spray clear"):
            found.append(f"{max(0.1, need.amount):.1f} cans")
        elif unit == "ml":
            found.append(session.unit.show(Litres(need.amount)))
        elif unit == "g":
            found.append(f"{1000 * need.amount:.0f} g")
    return found[:1]


def cover_words(session: Session, coat: Coat) -> str:
    """How far it goes, in the project's system."""
    unit = session.unit
    if not is_poured(coat):
        return f"{unit.show_area(coat.cover)} a {'can' if coat.binder == 'lacquer' else 'kilo'}"
    return unit.show_spread(coat.cover)


def mix_words(session: Session, finish: FinishPlan, plan: ZonePlan, at: int) -> str:
    """A batch of a recipe for all coats and for touching up, part by part."""
    layer = plan.layers[at]
    recipe = finish.finishing.recipe(layer.recipe)
    coat = coat_of(layer.material, finish.own)
    batch = next((own for own in finish.batches if any(one.id == plan.id for one in own.zones)), None)
    if recipe is None or coat is None or not recipe.parts or batch is None:
        return ""
    # One batch for all zones that are coated together.
    firsts = [finish.needs_of(own.id, at)[:1] for own in batch.zones]
    whole = sum(need.mixed for found in firsts for need in found)
    shares = mix(1.0, [part.parts for part in recipe.parts]).amounts
    parts = [
        f"{session.unit.show(Litres(whole * share))} {part.material}"
        for part, share in zip(recipe.parts, shares, strict=True)
        if share
    ]
    return f"A batch for all coats and touching up: {', '.join(parts)}. " + (recipe.verdict or "Not tried yet.")


def recoat_words(session: Session, coat: Coat, plan: ZonePlan | None, at: int) -> str:
    """What is waited, as it is planned, and how long it cures."""
    work = session.plan.work.steps if session.plan is not None else ()
    batch = next((own for own in session.finish().batches if plan in own.zones), None)
    waits = layer_waits(steps_of_layers(batch, work)[at]) if batch is not None else ""
    low, high = coat.cure
    days = f"{low:g}" if low == high else f"{low:g} to {high:g}"
    return ", ".join(filter(None, (waits and f"waits {waits}", f"hard in {days} days" if high else "")))


def layer_name(layer: CoatLayer, session: Session) -> str:
    """A layer with its colour."""
    colour = session.project.finishing.colour(layer.colour)
    recipe = session.project.finishing.recipe(layer.recipe)
    named = recipe.name if recipe is not None else layer_title(layer)
    return f"{named}, {colour.name}" if colour is not None else named
