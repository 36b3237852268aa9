"""The steps of the finish: clean, strip or scuff, fill, prime, colour, clear, batch by batch.

What comes before and after them is for the rules to say (`rules.py`). Where schools differ the user's choice
decides; here is said what it would cost.
"""

from collections.abc import Iterable, Iterator, Sequence
from typing import Literal

from msgspec import structs

from zygoform.core.coats.layer import FinishOrder
from zygoform.core.finish.finish_plan import FINISH, FinishPlan, PieceFinish
from zygoform.core.finish.finish_work import after_batches, batch_work, before_batches, layer_keys
from zygoform.core.finish.mask_work import SAND_BACK, TAPE_OFF, TAPE_ON
from zygoform.core.finish.masking import TAPED_AFTER, Mask, of_second
from zygoform.core.finish.resolved import Batch
from zygoform.core.ids import group_of, origin_of, own_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan
from zygoform.core.steps.ruled import PieceSteps
from zygoform.core.steps.rules import Bordered, Coating
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
    """Whether it is done where the batch is coated."""
    return bool(set(step.where) & set(batch.parts))


def _holes(batch: Batch, order: FinishOrder, steps: list[Step], own: list[Step]) -> Iterator[Finding]:
    after = order.holes == "after"
    bored = [step for step in steps if any(own.does == "hole" for own in step.does) and _touches(batch, step)]
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


def finish_steps(finish: PieceFinish, shop: Shop) -> PieceSteps:
    """Those of all batches of a piece, each layer after the one before; what comes before them is not named yet."""
    steps, coatings = list[Step](), list[Coating]()
    begun = [step_of(work, FINISH, shop, ()) for work in before_batches(finish)]
    first = tuple(step.id for step in begun)
    steps += begun
    # What is masked is so for all coats: whatever is done there comes before.
    coatings += [_coating(step.where, [step]) for step in begun if step.phase != "apart"]
    for batch in finish.batches:
        own, masks = list[Step](), tuple(of_second(finish.masks, batch.id))
        for work in batch_work(batch, finish.finishing, shop.coats, shop.first_time, masks):
            follows = tuple(f"{FINISH}/{before}" for before in work.follows) or first
            own.append(step_of(work, FINISH, shop, follows))
        is_hardware = all(plan.zone.role == "hardware" for plan in batch.zones)
        if own:
            made = _coating(batch.parts, own, is_hardware=is_hardware)
            coatings.append(structs.replace(made, batch=batch.id, borders=_borders(batch.id, own, masks)))
        steps += own
    steps = [_tape_later(step, coatings) for step in steps]
    for work in after_batches(finish):
        steps.append(step_of(work, FINISH, shop, tuple(f"{FINISH}/{before}" for before in work.follows)))
    return PieceSteps(tuple(steps), tuple(coatings))


def without_missed_borders(made: PieceSteps, done: frozenset[str]) -> PieceSteps:
    """The same, without tape where the first coat over it is on already: nobody tapes then."""
    missed = {
        own
        for step in made.steps
        if step.id in done
        for own in step.follows
        if own_of(own) in (TAPE_ON, SAND_BACK) and own not in done
    }
    if not missed:
        return made
    gone = missed | {f"{group_of(own)}/{TAPE_OFF}" for own in missed if own_of(own) == TAPE_ON}
    before = {step.id: step.follows for step in made.steps if step.id in gone}
    steps = tuple(
        structs.replace(step, follows=tuple(o for own in step.follows for o in before.get(own, (own,))))
        for step in made.steps
        if step.id not in gone
    )
    coatings = tuple(
        structs.replace(
            own,
            steps=tuple(step for step in own.steps if step not in gone),
            tape_off="" if own.tape_off in gone else own.tape_off,
            borders=tuple(each for each in own.borders if each.step not in gone),
        )
        for own in made.coatings
    )
    return PieceSteps(steps, coatings)


def _borders(batch_id: str, own: list[Step], masks: tuple[Mask, ...]) -> tuple[Bordered, ...]:
    """What is done at its borders once what meets it there is coated."""
    done = {"tape": f"{FINISH}/{batch_id}/{TAPE_ON}", "sand back": f"{FINISH}/{batch_id}/{SAND_BACK}"}
    there = {step.id for step in own}
    return tuple(Bordered(done[m.way], m.first) for m in masks if m.way in done and done[m.way] in there)


def _tape_later(step: Step, coatings: list[Coating]) -> Step:
    """Tape goes on coats that are a day old."""
    ends = {coating.batch: coating.end for coating in coatings if coating.batch}
    on = [
        (ends[own.first], TAPED_AFTER)
        for coating in coatings
        for own in coating.borders
        if own.step == step.id and own.first in ends and own_of(step.id) == TAPE_ON
    ]
    return structs.replace(step, since=tuple(on)) if on else step


def _coating(parts: Iterable[str], own: list[Step], *, is_hardware: bool = False) -> Coating:
    off = own[-1].id if own_of(own[-1].id) == TAPE_OFF else ""
    coats = own[:-1] if off else own
    clears = [step.id for step in coats if step.phase == "clear"]
    under = [step.id for step in coats if step.phase in ("prime", "colour")]
    return Coating(
        frozenset(map(origin_of, parts)),
        tuple(step.id for step in coats),
        under[-1] if under else "",
        clears[0] if clears else "",
        coats[-1].id if clears and coats[-1].phase == "clear" else "",
        is_hardware,
        off,
    )


def steps_of_layers(batch: Batch, steps: Sequence[Step]) -> list[list[Step]]:
    """The planned steps of every layer of a batch, one for each coat; none of what is not done."""
    begun = [f"{FINISH}/{batch.id}/{key}" for key in layer_keys(batch.layers)]
    return [[step for step in steps if step.id == own or step.id.startswith(f"{own}.")] for own in begun]
