"""The finish in the one order of work: after everything that cuts, mends and bores, before what goes on last.

repairs, every hole -> clean -> strip or scuff -> fill -> prime -> colour -> clear -> hardware, glass, cane, lining.
Where schools differ the user's choice decides, and `finish_order.py` says what a breach would cost.
"""

from collections.abc import Iterator, Sequence

from msgspec import Struct, structs

from zygoform.core.coats.layer import FinishOrder
from zygoform.core.finish.finish_plan import FINISH, PieceFinish
from zygoform.core.finish.finish_work import batch_work, before_batches, layer_keys
from zygoform.core.finish.resolved import Batch
from zygoform.core.shop import Shop
from zygoform.core.steps.step import Step, step_of

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
