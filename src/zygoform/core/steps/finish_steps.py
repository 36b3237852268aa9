"""The finish in the one order of work: after everything that cuts, mends and bores, before what goes on last.

repairs, every hole -> clean -> strip or scuff -> fill -> prime -> colour -> clear -> hardware, glass, cane, lining.
Where schools differ the user's choice decides, and `finish_order.py` says what a breach would cost.
"""

from msgspec import structs

from zygoform.core.finish.finish_plan import FINISH, FinishPlan
from zygoform.core.finish.finish_work import batch_work
from zygoform.core.shop import Shop
from zygoform.core.steps.step import Step, step_of

BORED = "bore"
"""The own name of a step that bores holes for hardware."""
_HARDWARE = "fix"


def with_finish(steps: tuple[Step, ...], finish: FinishPlan, shop: Shop, whose: dict[str, str]) -> tuple[Step, ...]:
    """All steps with those of the finish between them. `whose` gives the piece of each change."""
    order = finish.finishing.order
    found = list[Step]()
    last: dict[str, list[str]] = {}
    before_last: dict[str, list[str]] = {}
    final: dict[str, set[str]] = {}
    for batch in finish.batches:
        works = batch_work(batch, finish.finishing, shop.coats, shop.first_time)
        earlier = tuple(
            step.id
            for step in steps
            if _piece(step, whose) == batch.piece_id and not _later(step, order.holes, order.woven)
        )
        ids = [f"{FINISH}/{work.own}" for work in works]
        for work in works:
            follows = tuple(f"{FINISH}/{own}" for own in work.follows) or earlier
            found.append(step_of(work, FINISH, shop, follows))
        last.setdefault(batch.piece_id, []).append(ids[-1])
        before_last.setdefault(batch.piece_id, []).append(ids[-2] if len(ids) > 1 else ids[-1])
        if works[-1].phase == "clear":
            final.setdefault(batch.piece_id, set()).add(ids[-1])
    made = [_after(step, whose, last, before_last, finish) for step in steps]
    if order.hardware == "before":
        # What is screwed on before the last clear comes before it.
        on = {piece: [s.id for s in steps if _is_hardware(s) and _piece(s, whose) == piece] for piece in final}
        found = [
            structs.replace(step, follows=(*step.follows, *own)) if (own := _on(step, final, on)) else step
            for step in found
        ]
    return (*made, *found)


def _on(step: Step, final: dict[str, set[str]], on: dict[str, list[str]]) -> list[str]:
    return next((on[piece] for piece, ids in final.items() if step.id in ids), [])


def _piece(step: Step, whose: dict[str, str]) -> str:
    return whose.get(step.source, step.source)


def _is_hardware(step: Step) -> bool:
    return step.phase == "refit" and step.id.endswith(f"/{_HARDWARE}")


def _later(step: Step, holes: str, woven: str) -> bool:
    """Whether a step of a change comes after the finish."""
    if step.id.endswith(f"/{BORED}"):
        return holes == "after"
    if step.phase != "refit":
        return False
    return _is_hardware(step) or woven == "after"


def _after(
    step: Step,
    whose: dict[str, str],
    last: dict[str, list[str]],
    before_last: dict[str, list[str]],
    finish: FinishPlan,
) -> Step:
    """A step that comes after the finish follows the last coats of its piece."""
    order, piece = finish.finishing.order, _piece(step, whose)
    if piece not in last or not _later(step, order.holes, order.woven):
        return step
    early = _is_hardware(step) and order.hardware == "before"
    return structs.replace(step, follows=(*step.follows, *(before_last if early else last)[piece]))
