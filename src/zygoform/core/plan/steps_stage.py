"""All there is to do: taking apart what goes, then what the changes say, in an order that can be worked."""

from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.form.form import Body
from zygoform.core.form.piece import PieceBase
from zygoform.core.ids import piece_of
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan, in_order
from zygoform.core.steps.step import Step, apart_steps, change_steps, coming_off
from zygoform.core.survey.disassembly import disassembly_order


def steps_stage(
    form: FormPlan, pieces: tuple[PieceBase, ...], finish: FinishPlan, shop: Shop, memory: Memory
) -> Piecemeal[WorkPlan]:
    """The steps of every piece and of all changes that no later one takes the place of."""
    whose = {change.id: piece_of(change.targets[0]) for change in form.changes}
    off: dict[str, set[str]] = {}
    for outcome in form.counting:
        for part in outcome.removed:
            off.setdefault(piece_of(part), set()).add(part)
    bodies: dict[str, tuple[Body, ...]] = {}
    for body in form.found.bodies:
        bodies[body.piece_id] = (*bodies.get(body.piece_id, ()), body)
    steps, apart = list[Step](), dict[str, tuple[str, ...]]()
    for piece in pieces:
        yield
        mine, gone = bodies.get(piece.id, ()), frozenset(off.get(piece.id, ()))
        own = memory.once(
            lambda piece=piece, mine=mine, gone=gone: _apart(mine, piece, gone, shop),  # type: ignore[misc]
            "apart",
            *mine,
            same=(piece.id, piece.disassembly, piece.made_of, gone, shop.minutes, shop.taken),
        )
        steps += own
        apart[piece.id] = tuple(step.id for step in own)
    for outcome in form.counting:
        before = apart.get(whose[outcome.change_id], ())
        steps += memory.once(
            lambda outcome=outcome, before=before: change_steps(outcome, shop, before),  # type: ignore[misc]
            "steps",
            outcome,
            same=(shop.minutes, shop.taken, before),
        )
    yield
    if finish.pieces:
        steps = yield from _with_finish(steps, finish, shop, whose, memory)
    kept = memory.each("all steps", tuple(steps))
    return memory.once(lambda: in_order(kept), "work", kept)  # type: ignore[arg-type]


def _with_finish(
    steps: list[Step], finish: FinishPlan, shop: Shop, whose: dict[str, str], memory: Memory
) -> Piecemeal[list[Step]]:
    """Those of the finish between the others; loaded with the first finish."""
    from zygoform.core.steps.finish_steps import PieceSteps, finish_steps, with_finish

    own = dict[str, PieceSteps]()
    for piece in finish.pieces:
        yield
        own[piece.piece_id] = memory.once(
            lambda piece=piece: finish_steps(piece, shop),  # type: ignore[misc]
            "finish steps",
            piece,
            same=(shop.minutes, shop.taken, shop.first_time),
        )
    yield
    return list(with_finish(tuple(steps), own, finish.finishing.order, whose))


def _apart(bodies: tuple[Body, ...], piece: PieceBase, off: frozenset[str], shop: Shop) -> tuple[Step, ...]:
    """Taking one piece apart: what its changes take off and what its owner puts by, but for what is off already."""
    marks = {mark.part: mark for mark in piece.disassembly}
    off |= {part for part, mark in marks.items() if mark.fate != "keep"}
    done = {part for part, mark in marks.items() if mark.done}
    found: list[Step] = []
    for body in bodies:
        order = coming_off(body, disassembly_order(body, piece.made_of, frozenset(marks)), off, done)
        found += apart_steps(body, order, shop)
    return tuple(found)
