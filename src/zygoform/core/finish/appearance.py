"""How a zone looks in the end: the tone of its wood, and what every coat makes of it. Colours are #rrggbb."""

from msgspec import Struct

from zygoform.core.coats.coat import Coat, coat_of
from zygoform.core.coats.layer import CoatLayer, Finishing, blend
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.finish.zones import Ground

_WOODS = {
    "walnut": "#7a5638", "mahogany": "#8c4f36", "cherry": "#b9794f", "oak": "#c9a36c", "ash": "#dcc296",
    "beech": "#d9b58c", "birch": "#e6cda0", "maple": "#e8d2a8", "cedar": "#b97c55", "redwood": "#a8603f",
    "pine": "#e4c68f", "fir": "#e0c08c", "spruce": "#e6cc9b",
}  # fmt: skip
_USUAL = "#d7b483"
_MATERIALS = {
    "metal": "#8e9398",
    "cane": "#d8b778",
    "fibreboard": "#b58f63",
    "chipboard": "#c4a272",
    "glass": "#9dbcc4",
}
_DEFAULTS = {"paint": "#d8d3c6", "stain": "#6b3f22", "effect": "#b98d58", "primer": "#e4e2dc"}
"""Of coats whose colour nobody chose."""
_PALE = {"paint wash": ("#efece4", 0.4), "lightening wax": ("#f4efe4", 0.4)}
"""What lets the wood through and pales it: in what tone, by how much. [choice]"""
_OLD_CLEAR, _OLD_PAINT, _FOIL = "#8a5a2b", "#b9b3a4", "#c8b08a"
_WET = "#9a6a35"
"""What a clear or oil brings out: a little warmer and darker."""


class ZoneLook(Struct, frozen=True):
    """A colour, and whether one sees grain in it."""

    rgb: str
    grain: bool


def appearance(plan: ZonePlan, finishing: Finishing, own: tuple[Coat, ...]) -> ZoneLook:
    """Where nothing is chosen, as it is now."""
    look = _as_found(plan.zone.ground, new=plan.zone.new_area > plan.zone.old_area)
    for layer in plan.layers:
        look = _under(look, layer, plan, finishing, own)
    return look


def _as_found(ground: Ground, *, new: bool) -> ZoneLook:
    wood = _wood(ground)
    special = next((_MATERIALS[code] for code in _MATERIALS if ground.materials == {code}), "")
    if special:
        return ZoneLook(special, grain=ground.materials == {"cane"})
    if new or ground.old in ("", "bare"):
        return ZoneLook(wood, grain=True)
    if ground.old in ("paint", "flaking"):
        return ZoneLook(_OLD_PAINT, grain=False)
    if ground.old == "foil":
        return ZoneLook(_FOIL, grain=True)
    return ZoneLook(blend(wood, _OLD_CLEAR, 0.28), grain=True)


def _wood(ground: Ground) -> str:
    return next((rgb for word, rgb in _WOODS.items() if word in ground.wood), _USUAL)


def _under(
    look: ZoneLook, layer: CoatLayer, plan: ZonePlan, finishing: Finishing, own: tuple[Coat, ...]
) -> ZoneLook:
    """What a layer makes of what was seen before."""
    if layer.doing == "strip" and layer.material != "scraper":
        special = plan.zone.ground.materials & {"metal", "cane", "foil on board"}
        return look if special else ZoneLook(_wood(plan.zone.ground), grain=True)
    coat = coat_of(layer.material, own) if layer.is_coat else None
    if coat is None or coat.id in ("bonding primer", "conditioner"):
        return look
    colour = finishing.colour(layer.colour)
    chosen = colour.rgb if colour is not None else ""
    if coat.id in _PALE:
        pale, share = _PALE[coat.id]
        return ZoneLook(blend(look.rgb, chosen or pale, share), look.grain)
    return _covered(look, layer, coat, chosen or _DEFAULTS.get(coat.group, _WET))


def _covered(look: ZoneLook, layer: CoatLayer, coat: Coat, rgb: str) -> ZoneLook:
    if coat.group in ("paint", "primer"):
        # The second colour of two that are blended is seen as much as the first.
        return ZoneLook(blend(look.rgb, rgb, 0.5) if layer.doing == "effect" else rgb, grain=False)
    if coat.group in ("effect", "stain"):
        share = 1.0 if coat.group == "effect" else 0.45 if layer.doing == "effect" else 0.6
        return ZoneLook(blend(look.rgb, rgb, share), grain=True)
    warm = {"oil": 0.22, "wax": 0.06}.get(coat.group, 0.16 if coat.binder in ("oil", "shellac") else 0.04)
    return ZoneLook(blend(look.rgb, _WET, warm), look.grain) if look.grain else look
