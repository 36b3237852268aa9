"""All there is to do: taking apart what goes, then what the changes say, in an order that can be worked."""

from collections import defaultdict
from collections.abc import Collection

from zygoform.core.coats.layer import FinishOrder
from zygoform.core.days.log import Days
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.form.form import Body
from zygoform.core.form.piece import PieceBase
from zygoform.core.ids import own_of, piece_of, role_of
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan, in_order
from zygoform.core.steps.own import with_own
from zygoform.core.steps.put_on import Ways
from zygoform.core.steps.ruled import PieceSteps, ruled
from zygoform.core.steps.sessions import in_sessions
from zygoform.core.steps.step import Step, apart_steps, change_steps, coming_off, together_steps
from zygoform.core.survey.disassembly import disassembly_order


def steps_stage(
    form: FormPlan,
    pieces: tuple[PieceBase, ...],
    finish: FinishPlan,
    shop: Shop,
    memory: Memory,
    days: Days,
) -> Piecemeal[WorkPlan]:
    """The steps of every piece and of all changes that no later one takes the place of, as their maker has them."""
    whose = {change.id: piece_of(change.targets[0]) for change in form.changes}
    off, bodies = defaultdict[str, set[str]](set), defaultdict[str, tuple[Body, ...]](tuple)
    for outcome in form.counting:
        for part in outcome.removed:
            off[piece_of(part)].add(part)
    for body in form.found.bodies:
        bodies[body.piece_id] += (body,)
    # What was a drawer and is a flap now is hung by what made it one.
    flaps = {own.front_id for body in form.planned.bodies for own in body.openings if own.holds == "flap"}
    stays = frozenset(board.id for board in form.planned.boards) - flaps
    ways = {own.of: own.way for own in finish.finishing.put_on}
    steps, apart = list[Step](), dict[str, tuple[str, ...]]()
    for piece in pieces:
        yield
        mine, gone = bodies[piece.id], frozenset(off[piece.id])
        own = memory.once(
            lambda piece=piece, mine=mine, gone=gone: _apart(mine, piece, gone, stays, shop, ways),  # type: ignore[misc]
            "apart",
            *mine,
            form.planned,
            same=(piece.id, piece.disassembly, piece.made_of, gone, shop.minutes, shop.taken, _of(ways, piece.id)),
        )
        steps += own
        apart[piece.id] = tuple(step.id for step in own if step.phase == "apart")
    for outcome in form.counting:
        before, own_ways = apart.get(whose[outcome.change_id], ()), _of(ways, outcome.change_id)
        steps += memory.once(
            lambda outcome=outcome, before=before: change_steps(outcome, shop, before, ways),  # type: ignore[misc]
            "steps",
            outcome,
            same=(shop.minutes, shop.taken, before, own_ways),
        )
    yield
    coats, order = dict[str, PieceSteps](), FinishOrder()
    if finish.pieces:
        order = finish.finishing.order
        coats = yield from _of_finish(finish, shop, memory, days.done)
    kept = memory.each("all steps", _once_on(steps, coats, apart))
    whole = memory.each("coatings", tuple(coats.values()))
    return memory.once(
        lambda: in_sessions(
            in_order(with_own(ruled(kept, coats, order, whose, form.planned), days.own_steps, days.figures)),  # type: ignore[arg-type]
            shop,
        ),
        "work",
        kept,
        whole,
        form.planned,
        same=(order, tuple(whose.items()), days.own_steps, days.figures, shop.minutes, shop.taken),
    )


def _once_on(steps: list[Step], coats: dict[str, PieceSteps], apart: Collection[str]) -> tuple[Step, ...]:
    """All steps: drawers that come out for their coats go in again after those, once."""
    finished = [step for piece in coats.values() for step in piece.steps]
    again = {deed.parts for step in finished for deed in step.does if deed.does == "on"}
    put_back = {step.id for step in steps if step.source in apart and step.phase == "refit"}
    kept = (step for step in steps if step.id not in put_back or not _is_within(step.where, again))
    return (*kept, *finished)


def _of(ways: Ways, source: str) -> tuple[tuple[str, str], ...]:
    """What was chosen for a change or a piece, and for the parts of it."""
    return tuple((of, way) for of, way in ways.items() if of == source or of.startswith(f"{source}/"))


def _is_within(parts: tuple[str, ...], drawers: Collection[tuple[str, ...]]) -> bool:
    """Whether all of these fronts are of drawers that go in anyway."""
    owns = {own_of(part) for inside in drawers for part in inside}
    return bool(parts) and all(role_of(part) == "front" and own_of(part) in owns for part in parts)


def _of_finish(
    finish: FinishPlan, shop: Shop, memory: Memory, done: frozenset[str]
) -> Piecemeal[dict[str, PieceSteps]]:
    """The steps of the finish; loaded with the first."""
    from zygoform.core.steps.finish_steps import finish_steps, without_missed_borders

    own = dict[str, PieceSteps]()
    for piece in finish.pieces:
        yield
        made = memory.once(
            lambda piece=piece: finish_steps(piece, shop),  # type: ignore[misc]
            "finish steps",
            piece,
            same=(shop.minutes, shop.taken, shop.first_time),
        )
        logged = frozenset(step.id for step in made.steps if step.id in done) if done else done
        own[piece.piece_id] = memory.once(
            lambda made=made, logged=logged: without_missed_borders(made, logged),  # type: ignore[misc]
            "borders kept",
            made,
            same=(logged,),
        )
    return own


def _apart(
    bodies: tuple[Body, ...], piece: PieceBase, off: frozenset[str], stays: frozenset[str], shop: Shop, ways: Ways
) -> tuple[Step, ...]:
    """Taking one piece apart: what its changes take off and what its owner puts by, but for what is off already.

    What `stays` of it goes on again in the end.
    """
    marks = {mark.part: mark for mark in piece.disassembly}
    off |= {part for part, mark in marks.items() if mark.fate != "keep"}
    stays -= {part for part, mark in marks.items() if mark.fate != "keep"}
    done = {part for part, mark in marks.items() if mark.done}
    found: list[Step] = []
    for body in bodies:
        order = disassembly_order(body, piece.made_of, frozenset(marks))
        found += apart_steps(body, coming_off(body, order, off, done), shop)
        found += together_steps(body, coming_off(body, order, off | done, ()), stays, shop, ways)
    return tuple(found)
