"""What each layer of a stack lies on: followed from the wood, or the old coat, up to it."""

from typing import Literal

from msgspec import Struct, structs

from zygoform.core.coats.coat import Coat, CoatId, coat_of
from zygoform.core.coats.layer import BLOCKERS, CoatLayer, FillerId
from zygoform.core.finish.zones import NO_WOOD, Ground, Zone

OldThing = Literal["old clear", "old paint", "old wax", "old oil", "foil", "metal", "cane"]
_OLD: dict[str, OldThing] = {
    "clear": "old clear", "paint": "old paint", "flaking": "old paint", "wax": "old wax", "oil": "old oil",
    "foil": "foil",
}  # fmt: skip
WAX_OFF = 2
"""Wiped so often with mineral spirits wax and polish are off. [practice]"""


class Beneath(Struct, frozen=True):
    """What lies under a layer: the last thing on the wood, whether wood is bare, and what was done to it.

    `area` in m². `dull`: scuffed or sanded since the last coat. `greasy`: wax, polish or oil is still on it.
    """

    area: float
    new: bool
    last: CoatId | OldThing | Literal[""] = ""
    bare: bool = True
    dull: bool = True
    greasy: bool = False
    flaking: bool = False
    blocked: int = 0
    filled: frozenset[FillerId] = frozenset()
    coats: tuple[CoatId, ...] = ()

    def coat(self, own: tuple[Coat, ...]) -> Coat | None:
        """The coat it ends with, where that is one of this plan."""
        return coat_of(self.last, own)

    def has(self, *coats: CoatId) -> bool:
        """Whether one of some coats is among those on."""
        return any(coat in self.coats for coat in coats)


def beneath(zone: Zone, layers: tuple[CoatLayer, ...]) -> tuple[tuple[Beneath, ...], ...]:
    """For each layer what it lies on: on what was found, and on new wood, where the zone has both."""
    grounds = tuple(
        base for base in (_found(zone.ground, zone), Beneath(zone.new_area, new=True)) if base.area > 1e-9
    )
    under = []
    for layer in layers:
        under.append(grounds)
        grounds = tuple(_after(base, layer) for base in grounds)
    return (*under, grounds)


def _found(ground: Ground, zone: Zone) -> Beneath:
    area = zone.area if zone.role in NO_WOOD else zone.old_area
    if zone.is_woven:
        return Beneath(area, new=False, last="cane", bare=False)
    coated = ground.told.get("old") == "said" and ground.old not in ("", "bare")
    if ground.materials == {"metal"} and not coated:
        return Beneath(area, new=False, last="metal", bare=False, dull=False)
    if ground.old in ("", "bare"):
        return Beneath(area, new=False)
    greasy = ground.old in ("wax", "oil")
    flaking = ground.old == "flaking"
    return Beneath(area, new=False, last=_OLD[ground.old], bare=False, dull=False, greasy=greasy, flaking=flaking)


def _after(base: Beneath, layer: CoatLayer) -> Beneath:
    """What lies there when a layer is on. What is done to old coats leaves new wood as it is."""
    if layer.is_coat:
        return _coated(base, layer.material) if layer.material else base  # type: ignore[arg-type]
    if layer.doing == "clean":
        off = layer.material == "mineral spirits" and layer.coats >= WAX_OFF
        return structs.replace(base, greasy=base.greasy and not off)
    if layer.doing == "strip":
        return _stripped(base, layer)
    if layer.doing == "fill":
        return structs.replace(base, filled=base.filled | {layer.material})
    return structs.replace(base, dull=True) if layer.doing in ("scuff", "sand") else base


def _stripped(base: Beneath, layer: CoatLayer) -> Beneath:
    if layer.material == "scraper":
        return structs.replace(base, flaking=False, dull=True)
    if base.last in ("metal", "cane", "foil"):
        return structs.replace(base, dull=True, greasy=False, flaking=False)
    return Beneath(base.area, base.new, filled=base.filled)


def _coated(base: Beneath, coat: CoatId) -> Beneath:
    more = 1 if coat in BLOCKERS else 0
    return structs.replace(
        base, last=coat, bare=False, dull=False, blocked=base.blocked + more, coats=(*base.coats, coat)
    )


STAINS: tuple[CoatId, ...] = ("conditioner", "oil stain", "gel stain", "water stain", "paint wash")


def takes_stain(base: Beneath) -> bool:
    """Bare wood, or a stain, a wash or a conditioner on bare wood: nothing else lets it in."""
    return base.bare or (base.last in STAINS and all(coat in STAINS for coat in base.coats))
