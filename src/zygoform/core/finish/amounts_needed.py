"""What a finish uses up: every coat by material and colour, and what goes with it."""

from collections.abc import Iterator, Sequence

from msgspec import Struct, structs

from zygoform.core.coats.amounts import mix, paint
from zygoform.core.coats.coat import (
    AEROSOLS,
    BARE_COVER,
    CARVED_COVER,
    ROUGH_COVER,
    SOLVENT_COATS,
    WIPED,
    Coat,
    coat_of,
)
from zygoform.core.coats.layer import LOSS, CoatLayer, Colour, Finishing
from zygoform.core.finish.masking import FILM_SPARE, RUN_SPARE, TAPE_SPARE, Mask
from zygoform.core.finish.resolved import Batch, ZonePlan, film_coats
from zygoform.core.goods.fittings import FittingKind
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Litres, Metres, SquareMetres, SquareMetresALitre

TOUCH_UP = 0.1
"""So much more of a mix than its coats take. [choice]"""
WASH = 1 / 3
"""Paint in a wash of one part to two of water. [practice]"""
_RELIEF = {"carved": CARVED_COVER, "rough": ROUGH_COVER}
_CLEANER: dict[str, tuple[FittingKind, float]] = {
    "degreaser": ("degreaser", 0.06), "no-rinse cleaner": ("no-rinse cleaner", 0.06), "alcohol": ("alcohol", 0.05),
    "mineral spirits": ("mineral spirits", 0.06), "vinegar wash": ("vinegar wash", 0.08),
}  # fmt: skip
"""Litres a m² and wipe. [practice]"""
_STRIPPER = 0.4
"""Litres of paste stripper for a m² and layer. [label]"""
_FILLER: dict[str, tuple[FittingKind, float]] = {
    "light filler": ("light filler", 0.03), "wood filler": ("wood filler", 0.03),
    "two-part filler": ("filler", 0.03),
    "flexible filler": ("flexible filler", 0.03), "grain filler": ("grain filler", 0.2),
}  # fmt: skip
"""Litres a m²: nail holes and dents about, the grain all over (5 m² a litre). [practice]"""
SHEET_SERVES = {"strip": 0.4, "sand": 0.8, "scuff": 1.2, "between": 1.2}
"""m² that a disc or quarter sheet serves. [practice]"""
_BETWEEN = {"primer": 220, "paint": 320, "clear": 400, "effect": 320}
"""The grit between two coats of a role. [practice]"""


class MaterialNeed(Struct, frozen=True):
    """So much of one thing for one layer of one zone: litres, kilos, cans, metres or pieces, by its kind.

    `size` is a grit where it is sandpaper. `thinned` says that it only thins or dilutes.
    """

    kind: FittingKind
    amount: float
    zone: str
    layer: int
    use: str
    why: Message
    colour: str = ""
    size: float = 0.0
    mixed: float = 0.0
    """Litres of all the mix it is a part of."""
    piece: str = ""
    """In a set the name of the piece."""


def layer_needs(plan: ZonePlan, at: int, finishing: Finishing, own: tuple[Coat, ...]) -> Iterator[MaterialNeed]:
    """What one layer of one zone takes."""
    layer, zone = plan.layers[at], plan.zone
    if layer.is_coat:
        coat = coat_of(layer.material, own)
        if coat is not None:
            yield from _coat_needs(plan, at, coat, finishing)
    elif layer.doing == "clean" and layer.material in _CLEANER:
        kind, each = _CLEANER[layer.material]
        yield _need(plan, at, kind, zone.area * each * layer.coats, f"{{0}} wiped {_times(layer.coats)}", zone.area)
    elif layer.doing == "strip" and layer.material == "stripper":
        yield _need(
            plan, at, "paint stripper", zone.old_area * _STRIPPER * layer.coats, "{0} of old coat", zone.old_area
        )
    elif layer.doing == "fill" and layer.material in _FILLER:
        kind, each = _FILLER[layer.material]
        yield _need(plan, at, kind, zone.area * each * layer.coats, "about, over {0}", zone.area)
    area = zone.area if layer.doing == "sand" else zone.old_area
    if layer.doing in SHEET_SERVES and layer.material in ("", "sander") and area > 0:
        for grit in layer.grits:
            each = SHEET_SERVES[layer.doing]
            yield _need(plan, at, "sandpaper", area / each, "{0}, one disc serves {1}", area, each, size=grit)


def _coat_needs(plan: ZonePlan, at: int, coat: Coat, finishing: Finishing) -> Iterator[MaterialNeed]:
    layer, zone = plan.layers[at], plan.zone
    colour = finishing.colour(layer.colour)
    thin = layer.thin if coat.binder != "wax" else 0.0
    # Of a mix there must be enough for touching up: the second batch is never quite the same.
    spare = TOUCH_UP if finishing.recipe(layer.recipe) is not None else 0.0
    paint_ = thinner = 0.0
    for base in plan.under[at]:
        first = BARE_COVER if coat.thirsty and base.bare else 1.0
        surface = _RELIEF.get(zone.ground.relief, 1.0)
        used = paint(base.area, layer.coats, coat.cover, _loss(layer, coat), thin, spare, first, surface)
        paint_, thinner = paint_ + used.paint, thinner + used.thinner
    bare = any(base.bare for base in plan.under[at]) and coat.thirsty
    litre = _unit(coat) == "litre"
    goes = SquareMetresALitre(coat.cover) if litre else SquareMetres(coat.cover)
    said = f"{layer.coats} coat{'s' * (layer.coats != 1)} on {{0}}, {{1}}"
    said += ("" if litre else f" a {_unit(coat)}") + (", bare wood drinks" if bare else "")
    for kind, share, own in _parts(layer, coat, colour, finishing):
        need = _need(plan, at, kind, paint_ * share, said, zone.area, goes, colour=own)
        yield structs.replace(need, mixed=paint_) if spare else need
    if thinner and coat.binder in ("oil", "shellac"):
        yield _need(
            plan,
            at,
            "mineral spirits" if coat.binder == "oil" else "alcohol",
            thinner,
            "to thin {0}",
            Litres(paint_),
        )


def _times(count: int) -> str:
    return {1: "once", 2: "twice"}.get(count, f"{count} times")


def _unit(coat: Coat) -> str:
    return "can" if coat.id in AEROSOLS else "kilo" if coat.group == "wax" else "litre"


def _loss(layer: CoatLayer, coat: Coat) -> float:
    """Of what is wiped, as of a rag; of aerosol it is in the cover."""
    return 0.0 if coat.id in AEROSOLS else LOSS["rag"] if coat.id in WIPED else LOSS[layer.way]


def _parts(
    layer: CoatLayer, coat: Coat, colour: Colour | None, finishing: Finishing
) -> Iterator[tuple[FittingKind, float, str]]:
    """What is bought for a coat: itself, the paint in a wash, or every part of a recipe but water."""
    recipe = finishing.recipe(layer.recipe)
    named = colour.name if colour is not None else ""
    # A recipe of nothing, as a file may hold it, says nothing: then it is the material as sold.
    if recipe is not None and sum(part.parts for part in recipe.parts) > 0:
        shares = mix(1.0, [part.parts for part in recipe.parts]).amounts
        for part, share in zip(recipe.parts, shares, strict=True):
            own = finishing.colour(part.colour)
            if part.material != "water" and share > 0:
                kind: FittingKind = "acrylic paint" if part.material == "paint wash" else part.material
                yield kind, share, own.name if own is not None else named
    elif coat.id == "paint wash":
        yield "acrylic paint", WASH, named
    else:
        yield coat.id, 1.0, named


def _need(
    plan: ZonePlan,
    at: int,
    kind: FittingKind,
    amount: float,
    why: str,
    *sizes: float,
    colour: str = "",
    size: float = 0.0,
) -> MaterialNeed:
    """`sizes` in the sentence are areas, unless they are volumes by their type."""
    told = tuple(
        value if isinstance(value, Litres | SquareMetresALitre) else SquareMetres(value) for value in sizes
    )
    return MaterialNeed(
        kind, amount, plan.id, at, plan.zone.title, Message(why, told), colour, size, piece=plan.zone.piece_name
    )


def batch_needs(batch: Batch, own: tuple[Coat, ...]) -> Iterator[MaterialNeed]:
    """What is used up between and beside the coats of one batch, by its area: sandpaper and rags.

    In shares of one: what is left of a disc does for the next zone.
    """
    plan, layers = batch.zones[0], batch.layers
    coats = film_coats(batch, own)
    between = [_BETWEEN[coat.group] for coat in coats[:-1]]
    first = next((k for k, layer in enumerate(layers) if layer.is_coat), 0)
    for grit in dict.fromkeys(between):
        area = batch.area * between.count(grit)
        yield _need(plan, first, "sandpaper", area / SHEET_SERVES["between"], "{0} between coats", area, size=grit)
    ways = [(k, layer, coat_of(layer.material, own)) for k, layer in enumerate(layers) if layer.is_coat]
    for k, layer, coat in ways:
        if coat is None:
            continue
        if layer.way in ("rag", "brush") and coat.id in WIPED:
            yield _need(plan, k, "rag", layer.coats * batch.area, "one for each {0} and coat", 1.0)
    cleaned = [layer for layer in layers if layer.doing == "clean"]
    if cleaned:
        wipes = sum(layer.coats for layer in cleaned)
        yield _need(plan, 0, "rag", batch.area * wipes / 1.5, "to clean {0}", batch.area)


def once_for_all(found: tuple[Batch, ...], own: tuple[Coat, ...]) -> Iterator[MaterialNeed]:
    """What does for all zones and pieces that get the same coat: a brush for everything, a sleeve for a colour."""
    needs: dict[tuple[FittingKind, str], MaterialNeed] = {}
    for batch in found:
        for key, need in _tools(batch, own):
            if key not in needs or need.amount > needs[key].amount:
                needs[key] = need
    yield from needs.values()


def _tools(batch: Batch, own: tuple[Coat, ...]) -> Iterator[tuple[tuple[FittingKind, str], MaterialNeed]]:
    """Each with what it is for: two zones with the same of both share it."""
    plan, coats = batch.zones[0], film_coats(batch, own)
    for k, layer in enumerate(batch.layers):
        coat = coat_of(layer.material, own) if layer.is_coat else None
        if coat is None:
            continue
        same = f"{layer.material} {layer.colour} {layer.recipe}"
        if layer.way == "brush":
            yield ("brush", ""), _need(plan, k, "brush", 1, "washed out it serves again")
        elif layer.way in ("roller", "foam"):
            kind: FittingKind = "roller sleeve" if layer.way == "roller" else "foam pad"
            yield (kind, same), _need(plan, k, kind, 1, "one for this coat")
        elif layer.way == "gun":
            yield ("strainer", same), _need(plan, k, "strainer", layer.coats, "what is sprayed is strained")
        if coat.id in SOLVENT_COATS or coat.id in WIPED:
            yield ("gloves", same), _need(plan, k, "gloves", layer.coats, "a pair each time")
    if coats:
        first = next((k for k, layer in enumerate(batch.layers) if layer.is_coat), 0)
        yield (
            ("tack cloth", ""),
            _need(plan, first, "tack cloth", max(1, len(coats) // 4), "dust off before each coat"),
        )


def masking(plans: tuple[ZonePlan, ...]) -> Iterator[MaterialNeed]:
    """Tape along everything that is kept free, where anything beside it is coated."""
    coated = {plan.zone.piece_id for plan in plans if plan.layers}
    for plan in plans:
        if plan.state == "masked" and plan.zone.rim and plan.zone.piece_id in coated:
            yield MaterialNeed(
                "masking tape",
                plan.zone.rim / 1000,
                plan.id,
                -1,
                plan.zone.title,
                Message("{0} round it", (plan.zone.rim,)),
                piece=plan.zone.piece_name,
            )


def border_needs(masks: Sequence[Mask], plans: tuple[ZonePlan, ...]) -> Iterator[MaterialNeed]:
    """Delicate tape along every border that is taped, and film over its neighbour where it is sprayed."""
    by_id = {plan.id: plan.zone for plan in plans}
    for mask in masks:
        zone, other = by_id[mask.second], by_id[mask.first]
        if mask.tape:
            said = f"{{0}} of border to {literal(other.title.lower())}, {TAPE_SPARE:g} times that and {{1}} a run"
            why = Message(said, (Metres(mask.length), RUN_SPARE))
            yield MaterialNeed("delicate tape", mask.tape, zone.id, -1, zone.title, why, piece=zone.piece_name)
        if mask.film:
            why = Message(f"{{0}} beside it, {FILM_SPARE:g} times that", (SquareMetres(mask.film),))
            cm2 = 1e4 * mask.film * FILM_SPARE
            yield MaterialNeed("masking film", cm2, zone.id, -1, zone.title, why, piece=zone.piece_name)
