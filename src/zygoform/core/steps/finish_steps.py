"""The finish in the one order of work: after everything that cuts, mends and bores, before what goes on last.

repairs, every hole -> clean -> strip or scuff -> fill -> prime -> colour -> clear -> hardware, glass, cane, lining.
Where schools differ the user's choice decides, and `finish_order.py` says what a breach would cost.
"""

from collections.abc import Iterator, Sequence
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.coats.layer import FinishOrder
from zygoform.core.finish.finish_plan import FINISH, FinishPlan, PieceFinish
from zygoform.core.finish.finish_work import batch_work, before_batches, layer_keys
from zygoform.core.finish.resolved import Batch
from zygoform.core.ids import group_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan
from zygoform.core.steps.step import Step, span, step_of, wait_words

# What comes in an order that makes one do work twice: each with the rework it would cost.

_PAINTING = ("prime", "colour", "clear")


def order_findings(finish: FinishPlan, work: WorkPlan, whose: dict[str, str]) -> tuple[Finding, ...]:
    """By what was chosen, and by what is on already. `whose` gives the piece of each change."""
    order = finish.finishing.order
    if order == FinishOrder() and not any(_is_on(batch) for batch in finish.batches):
        return ()
    of_piece: dict[str, list[Step]] = {}
    own: dict[str, list[Step]] = {}
    for step in work.steps:
        of_piece.setdefault(whose.get(step.source, step.source), []).append(step)
        if step.source == FINISH:
            own.setdefault(group_of(step.id).removeprefix(f"{FINISH}/"), []).append(step)
    return tuple(
        finding
        for batch in finish.batches
        for rule in (_holes, _woven, _unmended)
        for finding in rule(batch, order, of_piece.get(batch.piece_id, []), own.get(batch.id, []))
    )


def _rework(own: list[Step]) -> str:
    """What it takes to coat a batch again, its waits and all."""
    again = [step for step in own if step.phase in _PAINTING]
    minutes = sum(s.minutes[0] for s in again), sum(s.minutes[1] for s in again)
    waits = sum(s.wait[0] for s in again), sum(s.wait[1] for s in again)
    return f"about {span(minutes)} of work and {wait_words((round(waits[0]), round(waits[1])))} of waiting"


def _is_on(batch: Batch) -> bool:
    """Whether a coat of colour or clear is on already."""
    return any(layer.done for layer in batch.layers if layer.is_coat)


def _touches(batch: Batch, step: Step) -> bool:
    """Pulls are bored in fronts, whatever else the batch holds."""
    return any(plan.zone.role == "fronts" for plan in batch.zones) or bool(set(step.where) & set(batch.parts))


def _holes(batch: Batch, order: FinishOrder, steps: list[Step], own: list[Step]) -> Iterator[Finding]:
    after = order.holes == "after"
    bored = [step for step in steps if step.id.endswith(f"/{BORED}") and _touches(batch, step)]
    if bored and (after or _is_on(batch)):
        already = "" if after else " One coat is on already: tape the places, bore from the face, slowly."
        yield _order(
            "paint_before_holes",
            f"{literal(batch.names)}: painted before the holes for the hardware are bored",
            f"Each hole chips the coat, and a wrong one stays. Coating again: {_rework(own)}.{already}",
            batch,
            (("holes", "before", "Bore the holes first"),) if after else (),
        )


def _woven(batch: Batch, order: FinishOrder, steps: list[Step], own: list[Step]) -> Iterator[Finding]:
    if order.woven == "before" and any(step.id.endswith("/insert") for step in steps):
        yield _order(
            "woven_before_paint",
            f"{literal(batch.names)}: painted after cane, cloth or glass is in",
            f"Paint creeps under tape and does not come out of cane: a new insert, {_rework(own)}. "
            "Right only where the insert is painted too.",
            batch,
            (("woven", "after", "Put it in after the paint"),),
        )


def _unmended(batch: Batch, order: FinishOrder, steps: list[Step], own: list[Step]) -> Iterator[Finding]:
    """A mend that is still open under a coat that is on."""
    del order
    parts = set(batch.parts)
    if _is_on(batch) and any(step.phase == "mend" and set(step.where) & parts for step in steps):
        yield _order(
            "paint_before_mend",
            f"{literal(batch.names)}: a coat is on before it is mended",
            f"Filling, gluing and sanding go through it. Coating again: {_rework(own)}.",
            batch,
            (),
        )


def _order(
    code: str, what: str, why: str, batch: Batch, fixes: tuple[tuple[Literal["holes", "woven"], str, str], ...]
) -> Finding:
    made = tuple(Fix(Message(label), "", order=name, value=value) for name, value, label in fixes)
    return Finding(code, "mind", Message(what), Message(why), batch.parts, "", made, batch.id)


BORED = "bore"
"""The own name of a step that bores holes for hardware."""
_HARDWARE = "fix"


class PieceSteps(Struct, frozen=True):
    """Steps of the finish of one piece: all of them, the last of every batch, the ones before, and last clears."""

    steps: tuple[Step, ...] = ()
    last: tuple[str, ...] = ()
    before_last: tuple[str, ...] = ()
    final: frozenset[str] = frozenset()


def finish_steps(finish: PieceFinish, shop: Shop) -> PieceSteps:
    """Those of all batches of a piece, each layer after the one before; what comes before them is not named yet."""
    steps, last, before_last, final = list[Step](), list[str](), list[str](), set[str]()
    begun = [step_of(work, FINISH, shop, ()) for work in before_batches(finish)]
    first = tuple(step.id for step in begun)
    steps += begun
    for batch in finish.batches:
        works = batch_work(batch, finish.finishing, shop.coats, shop.first_time)
        for work in works:
            follows = tuple(f"{FINISH}/{own}" for own in work.follows) or first
            steps.append(step_of(work, FINISH, shop, follows))
        ids = [f"{FINISH}/{work.own}" for work in works]
        last += ids[-1:]
        before_last += ids[-2:-1] or ids[-1:]
        final |= set(ids[-1:]) if works and works[-1].phase == "clear" else set()
    return PieceSteps(tuple(steps), tuple(last), tuple(before_last), frozenset(final))


def steps_of_layers(batch: Batch, steps: Sequence[Step]) -> list[list[Step]]:
    """The planned steps of every layer of a batch, one for each coat; none of what is not done."""
    begun = [f"{FINISH}/{batch.id}/{key}" for key in layer_keys(batch.layers)]
    return [[step for step in steps if step.id == own or step.id.startswith(f"{own}.")] for own in begun]


def with_finish(
    steps: tuple[Step, ...], own: dict[str, PieceSteps], order: FinishOrder, whose: dict[str, str]
) -> tuple[Step, ...]:
    """All steps with those of the finish, piece by piece. `whose` gives the piece of each change."""
    of_piece: dict[str, list[Step]] = {}
    for step in steps:
        of_piece.setdefault(whose.get(step.source, step.source), []).append(step)
    made = list[Step]()
    for piece_id, others in of_piece.items():
        made += _around(others, own.get(piece_id, PieceSteps()), order)
    there = set(of_piece)
    made += [step for piece_id, alone in own.items() if piece_id not in there for step in alone.steps]
    return tuple(made)


def _around(others: list[Step], finish: PieceSteps, order: FinishOrder) -> Iterator[Step]:
    """What comes before the finish, the finish, what comes after it; where schools differ by what was chosen."""
    if not finish.steps:
        yield from others
        return
    earlier = tuple(step.id for step in others if not _later(step, order))
    early = order.hardware == "before"
    on = tuple(step.id for step in others if _is_hardware(step)) if early else ()
    mine = {step.id for step in finish.steps}
    for step in others:
        if not _later(step, order):
            yield step
            continue
        # What is screwed on before the last clear follows what lies under that.
        after = finish.before_last if early and _is_hardware(step) else finish.last
        yield structs.replace(step, follows=(*step.follows, *after))
    for step in finish.steps:
        begins = all(own not in mine for own in step.follows)
        more = (*(earlier if begins else ()), *(on if step.id in finish.final else ()))
        yield structs.replace(step, follows=(*step.follows, *more)) if more else step


def _is_hardware(step: Step) -> bool:
    return step.phase == "refit" and step.id.endswith(f"/{_HARDWARE}")


def _later(step: Step, order: FinishOrder) -> bool:
    """Whether a step of a change comes after the finish."""
    if step.id.endswith(f"/{BORED}"):
        return order.holes == "after"
    return step.phase == "refit" and (_is_hardware(step) or order.woven == "after")
