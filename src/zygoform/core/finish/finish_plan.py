"""The finish of all pieces: zones with their stacks, what they need, what is judged, what there is to do."""

from collections.abc import Iterator
from functools import cached_property
from typing import TYPE_CHECKING

from msgspec import Struct

from zygoform.core.coats.coat import AEROSOL_L, AEROSOLS, Coat
from zygoform.core.coats.layer import Finishing, ShelfCan
from zygoform.core.condition.use import PieceUse
from zygoform.core.goods.fittings import AMOUNTS, GRITS
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.rounding import count_up
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Supply

if TYPE_CHECKING:
    # Every plan has one of these, most of them empty: what works a finish out is loaded with the first.
    from zygoform.core.finish.amounts_needed import MaterialNeed
    from zygoform.core.finish.masking import Mask
    from zygoform.core.finish.resolved import Batch, ZonePlan
    from zygoform.core.finish.surfaces import BodySurfaces
    from zygoform.core.finish.zones import Zone

FINISH = "finish"
"""Stands for the finish where a change's id stands for a change."""
_NO_USE = PieceUse()


class PieceFinish(Struct, frozen=True, dict=True):
    """One piece's zones with their stacks, and what follows from those alone. `surfaces` are its faces."""

    piece_id: str
    zones: "tuple[ZonePlan, ...]"
    surfaces: "tuple[BodySurfaces, ...]"
    finishing: Finishing
    own: tuple[Coat, ...]
    masks: "tuple[Mask, ...]" = ()
    """What is done at its borders."""

    @cached_property
    def batches(self) -> "tuple[Batch, ...]":
        from zygoform.core.finish.resolved import batches

        return batches(self.zones)

    @cached_property
    def needs(self) -> "tuple[MaterialNeed, ...]":
        """Layer by layer, then what goes with them."""
        from zygoform.core.finish.amounts_needed import batch_needs, border_needs, layer_needs, masking

        found = list["MaterialNeed"]()
        for plan in self.zones:
            for at in range(len(plan.layers)):
                found += layer_needs(plan, at, self.finishing, self.own)
        for batch in self.batches:
            found += batch_needs(batch, self.own)
        return (*found, *masking(self.zones), *border_needs(self.masks, self.zones))


class FinishPlan(Struct, frozen=True, dict=True):
    """What follows from what was chosen about the finish, piece by piece."""

    pieces: tuple[PieceFinish, ...] = ()
    finishing: Finishing = Finishing()
    own: tuple[Coat, ...] = ()

    @cached_property
    def zones(self) -> "tuple[ZonePlan, ...]":
        return tuple(zone for piece in self.pieces for zone in piece.zones)

    @cached_property
    def _by_id(self) -> "dict[str, ZonePlan]":
        return {zone.id: zone for zone in self.zones}

    def zone(self, zone_id: str) -> "ZonePlan | None":
        return self._by_id.get(zone_id)

    @cached_property
    def batches(self) -> "tuple[Batch, ...]":
        return tuple(batch for piece in self.pieces for batch in piece.batches)

    @cached_property
    def needs(self) -> "tuple[MaterialNeed, ...]":
        """Those of every piece, and what does for all of them."""
        if not self.pieces:
            return ()
        from zygoform.core.finish.amounts_needed import once_for_all

        own = tuple(need for piece in self.pieces for need in piece.needs)
        return (*own, *once_for_all(self.batches, self.own))

    def needs_of(self, zone_id: str, layer: int) -> "tuple[MaterialNeed, ...]":
        """What one layer of one zone takes."""
        piece = next((own for own in self.pieces if own.piece_id == piece_of(zone_id)), None)
        needs = piece.needs if piece is not None else ()
        return tuple(need for need in needs if (need.zone, need.layer) == (zone_id, layer))

    @cached_property
    def supplies(self) -> tuple[Supply, ...]:
        """What is bought by amount: of every material and colour what the shelf does not hold."""
        found = list[Supply]()
        shelf = _Shelf(self.finishing)
        for need in self.needs:
            if need.kind in GRITS or not need.amount:
                continue
            left = shelf.left_of(need)
            if left > 0:
                found.append(Supply(FINISH, need.kind, left, literal(need.use), need.why, need.colour, need.piece))
        return tuple(found)

    @cached_property
    def fittings(self) -> tuple[Fitting, ...]:
        """Discs of every grit: whole ones over all zones, where one does for two."""
        found, used = list[Fitting](), dict[float, float]()
        for need in self.needs:
            if need.kind not in GRITS:
                continue
            before = used.get(need.size, 0.0)
            used[need.size] = before + need.amount
            count = count_up(used[need.size]) - count_up(before)
            if count:
                found.append(Fitting(FINISH, need.kind, need.size, count, need.use, need.why, piece=need.piece))
        return tuple(found)

    @property
    def tins(self) -> dict[tuple[str, str], tuple[tuple[str, int], ...]]:
        """What someone means to buy of a material in a colour, by its name: packs and how many of each."""
        names = {colour.id: colour.name for colour in self.finishing.colours}
        found: dict[tuple[str, str], tuple[tuple[str, int], ...]] = {}
        for can in self.finishing.cans if self.pieces else ():
            tin = can.material, names.get(can.colour, "")
            found[tin] = (*found.get(tin, ()), (can.pack, can.count))
        return found

    @cached_property
    def findings(self) -> tuple[Finding, ...]:
        """What is judged; said once for zones that share a stack."""
        if not any(piece.masks for piece in self.pieces):
            return tuple(_said(self.zones))
        from zygoform.core.finish.judging.bordering import judged_borders

        own = (one for piece in self.pieces for one in judged_borders(piece.masks, piece.batches, self.own))
        return (*_said(self.zones), *own)


NO_FINISH = FinishPlan()
"""That of a plan for which nothing was chosen."""


def piece_finish(
    piece_id: str,
    zones: "tuple[Zone, ...]",
    surfaces: "tuple[BodySurfaces, ...]",
    finishing: Finishing,
    own: tuple[Coat, ...],
    use: PieceUse | None,
) -> PieceFinish:
    """All zones of a piece with what counts for them."""
    from zygoform.core.finish.resolved import zone_plan

    plans = tuple(zone_plan(zone, finishing, own, use or _NO_USE) for zone in zones)
    return PieceFinish(piece_id, plans, surfaces, finishing, own)


def _said(plans: "tuple[ZonePlan, ...]") -> Iterator[Finding]:
    by_said: dict[tuple[str, str, int], list[ZonePlan]] = {}
    for plan in plans:
        for one in plan.verdicts:
            by_said.setdefault((one.code, plan.shared, one.layer), []).append(plan)
    for (code, shared, layer), alike in by_said.items():
        plan = alike[0]
        one = next(v for v in plan.verdicts if (v.code, v.layer) == (code, layer))
        names = ", ".join(own.zone.name for own in alike)
        fixes = tuple(
            Fix(Message(remedy.label), "", zone=shared, layers=remedy.layers)
            for remedy in one.remedies
            if remedy.layers
        )
        parts = tuple(part for own in alike for part in own.zone.parts)
        what = Message(f"{literal(names)}: {one.what[:1].lower()}{one.what[1:]}")
        yield Finding(f"finish_{code}", one.weight, what, one.why, parts, "", fixes, shared, layer)


class _Shelf:
    """What is left in the cans one has, as one need after another is taken from them."""

    def __init__(self, finishing: Finishing) -> None:
        self._cans = [[can, _in_sold_unit(can)] for can in finishing.shelf]
        self._names = {colour.id: colour.name for colour in finishing.colours}

    def left_of(self, need: "MaterialNeed") -> float:
        """What of a need is still to be bought: ml, g, cans, metres or pieces."""
        left = in_sold_unit(need)
        for row in self._cans:
            can: ShelfCan = row[0]  # type: ignore[assignment]
            there: float = row[1]  # type: ignore[assignment]
            if can.material == need.kind and self._names.get(can.colour, "") == need.colour:
                taken = min(left, there)
                left, row[1] = left - taken, there - taken
        return left


def _in_sold_unit(can: ShelfCan) -> float:
    """What is in it, in the unit its need is told in: of aerosol cans."""
    return can.litres / AEROSOL_L if can.material in AEROSOLS else 1000 * can.litres


def in_sold_unit(need: "MaterialNeed") -> float:
    """Millilitres of what was worked out in litres, grams of what was in kilos; metres and pieces as they are."""
    return need.amount * 1000 if AMOUNTS.get(need.kind) in ("ml", "g") else need.amount
