"""What comes in an order that makes one do work twice: each with the rework it would cost."""

from collections.abc import Iterator
from typing import Literal

from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.resolved import Batch
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.steps.finish_steps import BORED
from zygoform.core.steps.order import WorkPlan
from zygoform.core.steps.step import Step
from zygoform.core.steps.words import span, wait_words

_PAINTING = ("prime", "colour", "clear")


def order_findings(finish: FinishPlan, work: WorkPlan, whose: dict[str, str]) -> tuple[Finding, ...]:
    """By what was chosen, and by what is on already. `whose` gives the piece of each change."""
    return tuple(
        finding
        for batch in finish.batches
        for rule in (_holes, _woven, _filled)
        for finding in rule(batch, finish, work, whose)
    )


def _rework(batch: Batch, work: WorkPlan) -> str:
    """What it takes to coat a batch again, its waits and all."""
    again = [s for s in work.steps if s.id.startswith(f"finish/{batch.id}/") and s.phase in _PAINTING]
    minutes = sum(s.minutes[0] for s in again), sum(s.minutes[1] for s in again)
    waits = sum(s.wait[0] for s in again), sum(s.wait[1] for s in again)
    return f"about {span(minutes)} of work and {wait_words((round(waits[0]), round(waits[1])))} of waiting"


def _is_on(batch: Batch) -> bool:
    """Whether a coat of colour or clear is on already."""
    return any(layer.done for layer in batch.layers if layer.is_coat)


def _own(batch: Batch, work: WorkPlan, whose: dict[str, str]) -> Iterator[Step]:
    return (step for step in work.steps if whose.get(step.source) == batch.piece_id)


def _touches(batch: Batch, step: Step) -> bool:
    """Pulls are bored in fronts, whatever else the batch holds."""
    return any(plan.zone.role == "fronts" for plan in batch.zones) or bool(set(step.where) & set(batch.parts))


def _holes(batch: Batch, finish: FinishPlan, work: WorkPlan, whose: dict[str, str]) -> Iterator[Finding]:
    after = finish.finishing.order.holes == "after"
    for step in _own(batch, work, whose):
        if step.id.endswith(f"/{BORED}") and (after or _is_on(batch)) and _touches(batch, step):
            already = "" if after else " One coat is on already: tape the places, bore from the face, slowly."
            yield _order(
                "paint_before_holes",
                f"{literal(batch.names)}: painted before the holes for the hardware are bored",
                f"Each hole chips the coat, and a wrong one stays. Coating again: {_rework(batch, work)}.{already}",
                batch,
                (("holes", "before", "Bore the holes first"),) if after else (),
            )
            return


def _woven(batch: Batch, finish: FinishPlan, work: WorkPlan, whose: dict[str, str]) -> Iterator[Finding]:
    if finish.finishing.order.woven != "before":
        return
    for step in _own(batch, work, whose):
        if step.id.endswith("/insert"):
            yield _order(
                "woven_before_paint",
                f"{literal(batch.names)}: painted after cane, cloth or glass is in",
                f"Paint creeps under tape and does not come out of cane: a new insert, {_rework(batch, work)}. "
                "Right only where the insert is painted too.",
                batch,
                (("woven", "after", "Put it in after the paint"),),
            )
            return


def _filled(batch: Batch, finish: FinishPlan, work: WorkPlan, whose: dict[str, str]) -> Iterator[Finding]:
    """A mend that is still open under a coat that is on."""
    del finish
    open_mends = [
        step for step in _own(batch, work, whose) if step.phase == "mend" and set(step.where) & set(batch.parts)
    ]
    if open_mends and _is_on(batch):
        yield _order(
            "paint_before_mend",
            f"{literal(batch.names)}: a coat is on before it is mended",
            f"Filling, gluing and sanding go through it: coating it again is {_rework(batch, work)}.",
            batch,
            (),
        )


def _order(
    code: str, what: str, why: str, batch: Batch, fixes: tuple[tuple[Literal["holes", "woven"], str, str], ...]
) -> Finding:
    made = tuple(Fix(Message(label), "", order=name, value=value) for name, value, label in fixes)
    return Finding(code, "mind", Message(what), Message(why), batch.parts, "", made, batch.id)
