"""A step of the work, and where steps come from: what changes and mends bring about, and taking apart."""

from collections.abc import Collection, Sequence

from msgspec import Struct

from zygoform.core.form.carcass import belonging
from zygoform.core.form.form import Board, Body
from zygoform.core.goods.minutes import AT_ITS_PACE, RATES, Task, own_factor, pace
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Metres, SquareMetres
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.outcome.work import Deed, Phase, Work
from zygoform.core.shop import Shop
from zygoform.core.steps.put_on import CHOSEN, Chosen, Ways, put_on_as_chosen
from zygoform.core.survey.disassembly import DisassemblyStep, StageKind
from zygoform.core.tolerance import NOTHING

AFTER_APART = "apart"
LONG_RUN_M = 2.0
"""From here on (m) nobody counts the inches. [choice]"""
_TASKS: dict[StageKind, Task] = {
    "glass": "take glass out", "drawers": "take drawer out", "doors": "take door off",
    "hardware": "take hardware off", "loose": "lift out", "lid": "take lid off", "back": "take back off",
    "top": "take top off", "below": "take base off",
}  # fmt: skip
_AGAIN: dict[StageKind, Task] = {
    "glass": "put glass in", "drawers": "put drawer in", "doors": "hang door", "hardware": "put hardware on",
    "loose": "lay in", "lid": "put lid on", "back": "put back on", "top": "put top on", "below": "put base on",
}  # fmt: skip
_HELPED: tuple[StageKind, ...] = ("glass", "doors", "top", "lid")
"""Two people: what falls, breaks or is heavy."""
_SHAKEN: tuple[StageKind, ...] = ("back", "top", "below", "lid")
"""What shakes the piece when it comes off: no pane may be in it then."""


SHOPPING = "buy/all"
"""The one trip for all that is on the list: a step that no change brings about."""


class Step(Struct, frozen=True):
    """One thing to do. `minutes` and `wait` (hours) are from and to, `made_of` says what the minutes are made of.

    `needs` are tools, supplies and a helper, `follows` the ids of steps that come before, `cautions` codes.
    """

    id: str
    source: str
    phase: Phase
    what: Message
    where: tuple[str, ...]
    minutes: tuple[float, float]
    made_of: Message
    wait: tuple[float, float] = (0.0, 0.0)
    wait_for: str = ""
    needs: tuple[str, ...] = ()
    follows: tuple[str, ...] = ()
    cautions: tuple[str, ...] = ()
    within: float = 0.0
    """Hours within which what follows must begin, or it wants a scuff first; 0: any time."""
    tasks: tuple[tuple[Task, float], ...] = ()
    late: tuple[float, float] = (0.0, 0.0)
    """Hours to be waited once that is over, before the scuff."""
    touch: tuple[float, float] = (0.0, 0.0)
    """Hours until it may be touched, and turned over."""
    soon: tuple[str, ...] = ()
    """Those of what it follows that need only be dry to the touch."""
    does: tuple[Deed, ...] = ()
    since: tuple[tuple[str, float], ...] = ()
    """Of what it follows, how many hours after its end at least it is done, whatever else that waits for."""
    how: Message = Message("")
    session: str = ""
    """What is in the gun, where it is sprayed."""
    goes_on: str = ""
    """The step of the same session right before it: within the hour the gun is still loaded."""
    effort: float = 1.0
    because: tuple[tuple[str, str], ...] = ()
    """Of what it follows by a rule: the id, and the rule's name."""


def change_steps(outcome: Outcome, shop: Shop, apart: Collection[str], ways: Ways) -> tuple[Step, ...]:
    """The steps of one change or mend. `apart` are the ids of the steps of taking its piece apart."""
    steps = []
    for work in put_on_as_chosen(outcome.work, outcome.change_id, ways):
        follows = [f"{outcome.change_id}/{key}" for key in work.follows if key != AFTER_APART]
        follows += list(apart) if AFTER_APART in work.follows else []
        steps.append(step_of(work, outcome.change_id, shop, tuple(follows)))
    return tuple(steps)


def step_of(work: Work, source: str, shop: Shop, follows: tuple[str, ...]) -> Step:
    """One step of a change or of the finish, with the minutes this workshop takes."""
    minutes, made_of = step_minutes(work.tasks, shop, work.effort)
    return Step(
        f"{source}/{work.own}",
        source,
        work.phase,
        work.what,
        work.parts,
        minutes,
        made_of,
        work.wait,
        work.wait_for,
        work.needs,
        follows,
        work.cautions,
        work.within,
        work.tasks,
        work.late,
        work.touch,
        tuple(f"{source}/{own}" for own in work.soon),
        work.does,
        how=work.how,
        session=work.session,
        effort=work.effort,
    )


def step_minutes(
    tasks: tuple[tuple[Task, float], ...], shop: Shop, effort: float = 1.0
) -> tuple[tuple[float, float], Message]:
    """Minutes from and to, and what they are made of; corrected by what was logged."""
    low = high = 0.0
    words, lengths = list[str](), list[float]()
    for task, amount in tasks:
        if not amount:
            continue
        rate, (quick, slow) = RATES[task], pace(task, shop.minutes)
        factor = (1.0 if task in AT_ITS_PACE else effort) * own_factor(task, shop.taken)
        each = quick * factor, slow * factor
        low, high = low + amount * each[0], high + amount * each[1]
        if rate.per == "m²":
            words.append(f"{{{len(lengths)}}} {rate.many}")
            lengths.append(SquareMetres(amount))
            continue
        if rate.per == "min":
            words.append(f"{amount:.0f} {rate.many}")
            continue
        figure = f"{amount:.0f}" if rate.per != "m" else f"{{{len(lengths)}}}"
        if rate.per == "m":
            lengths.append(Metres(1000 * amount) if amount >= LONG_RUN_M else 1000 * amount)
        of = " a metre" if rate.per == "m" else " each" if figure != "1" and rate.per == "each" else ""
        words.append(f"{figure} {rate.one if figure == '1' else rate.many}, {each[0]:.3g} to {each[1]:.3g} min{of}")
    if effort > 1.0 + NOTHING:
        words.append(f"{effort:.2g} times that for what is turned, carved or new to you")
    return (low, high), Message("; ".join(words), tuple(lengths))


def apart_steps(body: Body, order: tuple[DisassemblyStep, ...], shop: Shop) -> tuple[Step, ...]:
    """Taking one body apart, stage after stage; each follows the one before."""
    steps: list[Step] = []
    for step in order:
        way, count = step.stage.way, float(len(step.boards))
        tasks = ((_TASKS[way], 1.0 if way == "top" else count),)
        minutes, made_of = step_minutes(tasks, shop)
        steps.append(
            Step(
                f"{body.id}/{way}",
                body.piece_id,
                "apart",
                Message(f"Take off: {_names(step.boards)}"),
                tuple(board.id for board in step.boards),
                minutes,
                made_of,
                needs=("a helper",) if way in _HELPED else (),
                follows=(steps[-1].id,) if steps else (),
                cautions=step.stage.cautions,
                tasks=tasks,
                does=(Deed("off", _with_inside(body, step.boards)),),
            )
        )
    return tuple(steps)


def together_steps(
    body: Body, order: tuple[DisassemblyStep, ...], stays: Collection[str], shop: Shop, ways: Ways
) -> tuple[Step, ...]:
    """What came off and `stays` goes on again: last off, first on; by choice some of it before its coats."""
    steps: list[Step] = []
    for step in reversed(order):
        way, boards = step.stage.way, tuple(board for board in step.boards if board.id in stays)
        if way not in _AGAIN:
            continue
        chosen = {board.id: ways.get(board.id, "") for board in boards}
        for k, as_chosen in enumerate(own for own in CHOSEN if own in chosen.values()):
            on = tuple(board for board in boards if chosen[board.id] == as_chosen)
            own = f"{body.id}/{way}-on" + (f"-{as_chosen or 'rest'}" if k else "")
            before = tuple(own.id for own in steps[-1:])
            steps.append(_put_back(own, body, step, on, as_chosen, shop, before))
    return tuple(steps)


def _put_back(
    own: str,
    body: Body,
    step: DisassemblyStep,
    boards: tuple[Board, ...],
    chosen: Chosen,
    shop: Shop,
    before: tuple[str, ...],
) -> Step:
    way = step.stage.way
    tasks = ((_AGAIN[way], 1.0 if way == "top" else float(len(boards))),)
    minutes, made_of = step_minutes(tasks, shop)
    what, ids = Message(f"Put back: {_names(boards)}"), tuple(board.id for board in boards)
    on = Deed("on", _with_inside(body, boards), loose=True, chosen=chosen)
    return Step(
        own, body.piece_id, "refit", what, ids, minutes, made_of, needs=("a helper",) if way in _HELPED else (),
        follows=(f"{body.id}/{way}", *before), cautions=step.stage.cautions, tasks=tasks, does=(on,),
    )  # fmt: skip


def _with_inside(body: Body, boards: Sequence[Board]) -> tuple[str, ...]:
    """A drawer comes with its box, which is known by its front."""
    ids = {board.id for board in boards}
    inside = (member.id for own in body.openings if own.front_id in ids for member in own.members)
    return (*(board.id for board in boards), *(own for own in inside if own not in ids))


def _names(boards: Sequence[Board]) -> str:
    names = [literal(board.name).lower() for board in boards]
    return ", ".join(names[:3]) + (f" and {len(names) - 3} more" if len(names) > 3 else "")


def coming_off(
    body: Body, order: tuple[DisassemblyStep, ...], off: Collection[str], done: Collection[str]
) -> tuple[DisassemblyStep, ...]:
    """Of all that can come off, what must: what changes take off or its owner puts by, and is still on.

    Before anything is pried off that shakes the piece, its panes come out.
    """
    gone = {part for board_id in off for part in belonging(body, board_id)} | set(off)
    # What is mended inside a drawer, or what that runs on, is reached when the drawer is out.
    gone |= {o.front_id for o in body.openings if any(member.id in gone for member in o.members)}
    kept: list[DisassemblyStep] = []
    for step in order:
        boards = tuple(board for board in step.boards if board.id in gone and board.id not in done)
        if boards:
            kept.append(DisassemblyStep(step.stage, boards))
    panes = next((step for step in order if step.stage.way == "glass"), None)
    if panes is not None and any(step.stage.way in _SHAKEN for step in kept):
        still = tuple(board for board in panes.boards if board.id not in done)
        kept = [step for step in kept if step.stage.way != "glass"]
        kept = [DisassemblyStep(panes.stage, still), *kept] if still else kept
    return tuple(kept)


# Times in words: always "about", from and to.


def span(minutes: tuple[float, float]) -> str:
    """12 to 25 min, or 2 to 4 1/2 h: from an hour and a half on in half hours, outward."""
    low, high = minutes
    if high < 90:
        a, b = max(1, int(low)), max(1, -int(-high // 1))
        return f"{a} min" if a == b else f"{a} to {b} min"
    least, most = int(low // 30), -int(-high // 30)
    return f"{_hours(most)} h" if least in (0, most) else f"{_hours(least)} to {_hours(most)} h"


def _hours(halves: int) -> str:
    whole, half = divmod(halves, 2)
    return f"{whole}" if not half else f"{whole} 1/2" if whole else "1/2"


def wait_words(wait: tuple[float, float]) -> str:
    """1 to 24 h, or 2 days."""
    low, high = wait
    if low >= 48:
        return f"{low / 24:g} days" if low == high else f"{low / 24:g} to {high / 24:g} days"
    return f"{high:g} h" if low == high else f"{low:g} to {high:g} h"


def layer_waits(steps: Sequence[Step]) -> str:
    """What is waited for the coats of one layer, as it is planned: between them, and until what follows."""
    waits = list(dict.fromkeys(step.wait for step in steps if step.wait[1]))
    words = [wait_words((round(low, 1), round(high, 1))) for low, high in waits]
    if len(words) > 1:
        return f"between coats {words[0]}, then {words[-1]}"
    return words[0] if words else ""


def step_line(step: Step) -> Message:
    """What a step takes and needs, and what is waited for after it, in one line."""
    text = f"about {span(step.minutes)} ({step.made_of.text})" if step.minutes[1] else ""
    how = step.how.shifted(len(step.made_of.lengths))
    told = (text, how.text.rstrip("."), step_needs(step))
    return Message(". ".join(part for part in told if part), step.made_of.lengths + how.lengths)


def step_needs(step: Step) -> str:
    """Tools, supplies, a helper; and what is waited for afterwards."""
    wait = f"Then wait {wait_words(step.wait)}. {step.wait_for}".rstrip(". ") + "." if step.wait[1] else ""
    needs = f"Needs {', '.join(step.needs)}." if step.needs else ""
    mind = ", ".join(CAUTIONS[code].title.lower() for code in step.cautions if code in CAUTIONS)
    return " ".join(part for part in (needs, wait, f"Mind: {mind}." if mind else "") if part)


def step_note(step: Step) -> Message:
    """What is done, and on the same line what it takes."""
    line = step_line(step).shifted(len(step.what.lengths))
    return Message(
        f"{step.what.text}: {line.text}" if line.text else step.what.text, step.what.lengths + line.lengths
    )
