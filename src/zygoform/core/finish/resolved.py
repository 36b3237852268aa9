"""The stack that counts for each zone, with what is judged of it; stacks that are alike are worked as one."""

from functools import cached_property

from msgspec import Struct, structs

from zygoform.core.coats.coat import WIPED, Coat, coat_of
from zygoform.core.coats.layer import CoatLayer, Finishing, ZoneState
from zygoform.core.condition.use import PieceUse, damp_of
from zygoform.core.finish.beneath import Beneath, beneath
from zygoform.core.finish.judging.verdict import Stack, StackVerdict
from zygoform.core.finish.zones import COVERED, Zone

USUALLY_BARE = ("unseen", "underside", "back", "boxes")
"""What stays as it is until something else is said."""


class ZonePlan(Struct, frozen=True, dict=True):
    """One zone with its stack. `shared` is the zone whose choice it has, itself where it has its own."""

    zone: Zone
    state: ZoneState
    layers: tuple[CoatLayer, ...]
    under: tuple[tuple[Beneath, ...], ...]
    verdicts: tuple[StackVerdict, ...]
    shared: str
    turned: bool = False

    @property
    def id(self) -> str:
        return self.zone.id

    @property
    def decided(self) -> bool:
        """Whether something was chosen: layers, bare wood, or that it is masked."""
        return bool(self.layers or self.state)

    @cached_property
    def last_coat(self) -> CoatLayer | None:
        """The layer that is seen in the end; a clear one lets the one below be seen."""
        return next((layer for layer in reversed(self.layers) if layer.is_coat), None)


def zone_plan(zone: Zone, finishing: Finishing, own: tuple[Coat, ...], use: PieceUse) -> ZonePlan:
    """What counts for a zone, judged."""
    choice = finishing.stack(zone.id, damp=bool(damp_of(use)))
    layers = choice.layers if not choice.state else ()
    under = beneath(zone, layers)
    usual: ZoneState = "masked" if zone.role in COVERED else "bare" if zone.role in USUALLY_BARE else ""
    state = choice.state or ("" if layers else usual)
    # Rules are loaded with the first stack there is.
    from zygoform.core.finish.judging.registry import judged_stack

    verdicts = judged_stack(Stack(zone, layers, under, finishing, own, use)) if layers else ()
    return ZonePlan(zone, state, layers, under, verdicts, choice.zone, finishing.choice(zone.id).turned)


class Batch(Struct, frozen=True):
    """Zones of one piece with the same layers: prepared and coated in one go."""

    piece_id: str
    zones: tuple[ZonePlan, ...]

    @property
    def layers(self) -> tuple[CoatLayer, ...]:
        return self.zones[0].layers

    @property
    def id(self) -> str:
        return self.zones[0].id

    @property
    def titles(self) -> str:
        """Top, body and fronts."""
        names = [plan.zone.title for plan in self.zones]
        names = [names[0], *(name[:1].lower() + name[1:] for name in names[1:])]
        return " and ".join(filter(None, (", ".join(names[:-1]), names[-1])))

    @property
    def names(self) -> str:
        """Top, body and fronts of the left cupboard, if there are several pieces."""
        piece = next((plan.zone.piece_name for plan in self.zones if plan.zone.piece_name), "")
        return f"{self.titles} of {piece}" if piece else self.titles

    @property
    def within(self) -> str:
        """Its names, within a sentence."""
        return self.names[:1].lower() + self.names[1:]

    @property
    def parts(self) -> tuple[str, ...]:
        return tuple(part for plan in self.zones for part in plan.zone.parts)

    @property
    def area(self) -> float:
        """m²."""
        return sum(plan.zone.area for plan in self.zones)


def batches(plans: tuple[ZonePlan, ...]) -> tuple[Batch, ...]:
    """Those with layers, alike ones of a piece together as they come; how many coats are on parts none."""
    alike: dict[tuple[str, bool, tuple[CoatLayer, ...]], list[ZonePlan]] = {}
    for plan in plans:
        if plan.layers:
            layers = tuple(structs.replace(layer, done=0) if layer.done else layer for layer in plan.layers)
            alike.setdefault((plan.zone.piece_id, plan.turned, layers), []).append(plan)
    return tuple(Batch(piece, tuple(zones)) for (piece, *_), zones in alike.items())


def is_sanded_between(batch: Batch, coat: Coat) -> bool:
    """Whether one sands before a coat that lies on another film: not what is wiped, nor within an aerosol's window.

    Cane is never sanded.
    """
    film = coat.id not in WIPED and coat.binder != "lacquer"
    return film and any(not plan.zone.is_woven for plan in batch.zones)


def film_coats(batch: Batch, own: tuple[Coat, ...]) -> list[Coat]:
    """Every single coat of film that is sanded before the next."""
    found = []
    for layer in batch.layers:
        coat = coat_of(layer.material, own) if layer.is_coat else None
        if coat is not None and is_sanded_between(batch, coat):
            found += [coat] * layer.coats
    return found
