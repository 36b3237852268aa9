"""Steps that no change brings about: shopping, and what has to be done again."""

from collections.abc import Mapping

from msgspec import structs

from zygoform.core.days.log import Entry
from zygoform.core.goods.minutes import Task
from zygoform.core.ids import piece_of, role_of, within
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.work import Work
from zygoform.core.schedule.progress import StepState
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan, in_order
from zygoform.core.steps.step import Step, step_of

SHOPPING = "buy/all"


def all_steps(
    work: WorkPlan, things: int, shop: Shop, states: dict[str, StepState], names: Mapping[str, str]
) -> tuple[Step, ...]:
    """Those of the plan with one trip for `things` still to be bought, and with what went wrong done again.

    `names` says of a change or a piece, by its id, which piece of a set it is for; of a single piece nothing.
    """
    steps = _with_shopping(tuple(_of_its_piece(step, names) for step in work.steps), things, shop, states)
    for own, state in states.items():
        for entry in state.wrong:
            steps = _again(steps, own, entry, shop)
    return in_order(steps).steps


def _of_its_piece(step: Step, names: Mapping[str, str]) -> Step:
    """In a set each step says of which piece it is: one goes on with several at once."""
    name = literal(names.get(step.source) or names.get(role_of(step.id), ""))
    if not name or name in step.what.text:
        return step
    return structs.replace(step, what=Message(f"{name}: {step.what.text}", step.what.lengths))


def _with_shopping(
    steps: tuple[Step, ...], things: int, shop: Shop, states: dict[str, StepState]
) -> tuple[Step, ...]:
    """Taking apart can come before; nothing that is cut, glued or coated can."""
    if not things and SHOPPING not in states:
        return steps
    what = Message(
        f"Buy what is on the list: {things} thing{'s' * (things != 1)}" if things else "Buy: all of it is there"
    )
    trip = step_of(Work("all", "buy", what, (("shopping", 1.0),), needs=("the list",)), "buy", shop, ())
    apart = {step.id for step in steps if step.phase == "apart"}
    first = {step.id for step in steps if step.phase != "apart" and all(own in apart for own in step.follows)}
    return (
        trip,
        *(structs.replace(s, follows=(*s.follows, trip.id)) if s.id in first else s for s in steps),
    )


def _again(steps: tuple[Step, ...], own: str, entry: Entry, shop: Shop) -> tuple[Step, ...]:
    """Sanded when it is dry, and once more; or, of what is no coat, once more. What follows it follows that."""
    step = next((step for step in steps if step.id == own), None)
    if step is None:
        return steps
    area = max((amount for task, amount in step.tasks if task in _ON_AREA), default=0.0)
    source, name = piece_of(own), within(own)
    made: list[Step] = []
    if area:
        work = Work(
            f"{name}+{entry.id}-sand", "strip", Message(f"Sand smooth: {step.what.text}", step.what.lengths),
            (("sand between", area),), step.where, needs=("grit 320",), cautions=("sanding",),
        )  # fmt: skip
        made.append(step_of(work, source, shop, (own,)))
    once = structs.replace(
        step,
        id=f"{own}+{entry.id}",
        what=Message(f"Once more: {step.what.text}", step.what.lengths),
        follows=(made[-1].id if made else own,),
        soon=(),
        within=step.within,
    )
    made.append(once)
    changed = []
    for other in steps:
        if own in other.follows and other.id not in {m.id for m in made}:
            changed.append(structs.replace(other, follows=(*other.follows, once.id)))
        else:
            changed.append(other)
        if other.id == own:
            changed += made
    return tuple(changed)


_ON_AREA: tuple[Task, ...] = (
    "brush coat", "roll coat", "spray coat", "aerosol coat", "stain", "clear coat", "oil coat", "wax coat",
    "effect coat",
)  # fmt: skip
