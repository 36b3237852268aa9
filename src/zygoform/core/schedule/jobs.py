"""Steps as jobs for the search: how long, after what, how loud, without a break or not, and what they hold.

Minutes are halfway between a quick and a slow hand, waits halfway between from and to (what a label says as one
figure is that), all in steps of five minutes and never less.
"""

from msgspec import Struct

from zygoform.core.days.hours import MINUTES_A_DAY, ClockZone, Free, Moment, day_number, free_time, moment_of
from zygoform.core.days.job import After, DaysProblem, Hold, Job, Pieces
from zygoform.core.days.log import Days
from zygoform.core.goods.fittings import CLAMPED, SANDED
from zygoform.core.goods.minutes import Task, own_factor, pace
from zygoform.core.ids import group_of, own_of
from zygoform.core.schedule.progress import NOT_BEGUN, StepState, worked
from zygoform.core.shop import Shop
from zygoform.core.steps.sessions import LOADED_MIN
from zygoform.core.steps.step import Step

EVERY = 5
"""Minutes: nobody plans closer. [practice]"""
LOUD: tuple[Task, ...] = (
    "crosscut", "mitre cut", "rip", "sheet cut", "joint edge", "pocket hole", "drive screw", "trim end", "taper",
    "cut tile", "strip cut", "saw set", "bore hole", "strip clear coat", "strip paint", "finer grit", "sand face",
    "spray coat", "set up gun", "clean gun", "round corner",
)  # fmt: skip
"""Saws, drills, sanders and the compressor: not in quiet hours. Sanding by hand is quiet."""
_WET: tuple[Task, ...] = ("glue joint", "lay tile", "grout", "press face", "fill grain")
_ONE_BY_ONE: tuple[Task, ...] = ("lay strip", "iron strip")
_ON_THE_FACE = ("test", "clean", "strip", "fill", "prime", "colour", "clear")
"""Phases in which nothing is sawn, bored or loaded."""
ANEW: tuple[Task, ...] = ("clean gun", "set up gun")
_WET_PHASES = ("prime", "colour", "clear")
_SPRAYED: tuple[Task, ...] = ("spray coat", "aerosol coat", "hardware sprayed")


class Question(Struct, frozen=True):
    """The problem with the step of each job, what is being done just now, and when all that is done is dry."""

    problem: DaysProblem
    ids: tuple[str, ...]
    going: tuple[tuple[str, Pieces], ...] = ()
    dry: Moment = 0


def in_fives(minutes: float) -> int:
    """Up to five minutes."""
    return EVERY * -int(-round(minutes, 6) // EVERY)


def planned_minutes(step: Step) -> int:
    """What a step is planned to take."""
    return max(EVERY, in_fives(sum(step.minutes) / 2))


def middle(hours: tuple[float, float]) -> int:
    """Minutes to be waited, of hours from and to."""
    return in_fives(60 * sum(hours) / 2)


def is_loud(step: Step) -> bool:
    return any(task in LOUD for task, amount in step.tasks if amount)


def is_wet(step: Step) -> bool:
    """Whether it is done in one go: a coat has a wet edge, glue an open time."""
    tasks = {task for task, amount in step.tasks if amount}
    # Strips are glued on one by one: between two of them one may stop.
    glue_up = step.phase == "glue" and not tasks & set(_ONE_BY_ONE)
    return glue_up or step.phase in _WET_PHASES or bool(tasks & set(_WET))


def window(step: Step) -> int:
    """Minutes within which what follows must begin; 0 where there is none, or none that its wait leaves."""
    within = round(60 * step.within)
    return within if within > middle(step.wait) else 0


def _weeks_waited(jobs: tuple[Job, ...]) -> int:
    """Days of all waits of more than one, as an oil's cure before a film: nobody works in them, yet they pass."""
    longest: dict[int, int] = {}
    for job in jobs:
        for after in job.after:
            longest[after.job] = max(longest.get(after.job, 0), after.wait)
    return sum(wait // MINUTES_A_DAY for wait in longest.values() if wait > MINUTES_A_DAY)


def question(
    steps: tuple[Step, ...], states: dict[str, StepState], days: Days, shop: Shop, now: Moment, zone: ClockZone
) -> Question:
    """Everything that is not done, from now or the start day on. A step that nothing is left of follows nothing."""
    now = in_fives(now)
    begin = now
    if days.start:
        begin = max(now, zone.moment(day_number(days.start), 0))
    by_id = {step.id: step for step in steps}
    going = tuple(
        (step.id, ((now, now + _left(step, states[step.id], now)),))
        for step in steps
        if states.get(step.id, NOT_BEGUN).standing == "going"
    )
    ended = {own: pieces[-1][1] for own, pieces in going}
    ended |= {own: state.ended for own, state in states.items() if state.standing == "done"}
    open_ = [step for step in steps if step.id not in ended]
    index = {step.id: k for k, step in enumerate(open_)}
    pins = {pin.step: moment_of(pin.at) for pin in days.pins}
    jobs = tuple(_job(step, by_id, index, ended, states, pins, shop) for step in open_)
    busy = max((end for own, pieces in going for _, end in pieces), default=begin)
    minutes = 2 * sum(job.minutes + job.scuff for job in jobs) + 8 * 60
    spare = 14 + sum(job.tail for job in jobs) // (4 * MINUTES_A_DAY) + _weeks_waited(jobs)
    free = tuple(
        Free(max(part.begin, busy), part.end, part.loud)
        for part in free_time(days.hours, zone, begin, minutes, spare)
        if part.end > busy
    )
    held = tuple(
        (hold.place, ended[own] + hold.extra)
        for own in ended
        if own in by_id
        for hold in _holds(by_id[own])
        if ended[own] + hold.extra > now
    )
    dry = max((ended[own] + middle(by_id[own].wait) for own in ended if own in by_id), default=0)
    return Question(
        DaysProblem(jobs, begin, free, days.hours.room, held), tuple(step.id for step in open_), going, dry
    )


def _left(step: Step, state: StepState, now: Moment) -> int:
    planned = planned_minutes(step)
    return max(EVERY, in_fives(planned - worked(state, now, planned)))


def wait_after(step: Step, follower: Step) -> int:
    """Minutes between them: until it is dry to the touch where that is enough, else all of its wait.

    A glued joint is scuffed and primed before it is sawn or bears anything.
    """
    if follower.goes_on == step.id:
        # With the same in the gun, on other faces.
        return 0
    wait = middle(step.touch if step.id in follower.soon else step.wait)
    for own, hours in follower.since:
        if own == step.id:
            wait = max(wait, in_fives(60 * hours))
    if is_glued(step) and follower.phase in _ON_THE_FACE:
        return min(wait, in_fives(60 * SANDED))
    return wait


def is_glued(step: Step) -> bool:
    return "glue" in step.needs and bool(step.wait[1])


def _job(
    step: Step,
    by_id: dict[str, Step],
    index: dict[str, int],
    ended: dict[str, Moment],
    states: dict[str, StepState],
    pins: dict[str, Moment],
    shop: Shop,
) -> Job:
    after, ready, due, late = list[After](), pins.get(step.id, 0), 0, 0
    for own in dict.fromkeys(step.follows):
        before = by_id.get(own)
        if before is None:
            continue
        wait, within, then = wait_after(before, step), window(before), middle(before.late)
        if own == step.goes_on:
            within, then = LOADED_MIN, 0
        elif own in step.soon or not _same_batch(before, step):
            within = 0
        if own in index:
            after.append(After(index[own], wait, within, then))
        elif own in ended:
            ready = max(ready, ended[own] + wait, states.get(own, NOT_BEGUN).tacky)
            if within:
                due = min(due or 1 << 62, ended[own] + within)
                late = max(late, ended[own] + then)
    state = states.get(step.id, NOT_BEGUN)
    planned = planned_minutes(step)
    minutes = planned if state.standing == "open" else max(EVERY, in_fives(planned - state.minutes))
    return Job(
        step.id, minutes, is_loud(step), is_wet(step), tuple(after), _holds(step), middle(step.wait),
        _scuff(step, shop), in_fives(ready), due, late,
    )  # fmt: skip


def _same_batch(one: Step, other: Step) -> bool:
    """Whether a coat and what follows it are on the same zones: windows are between coats."""
    return group_of(one.id) == group_of(other.id)


def _holds(step: Step) -> tuple[Hold, ...]:
    held = []
    tasks = {task for task, amount in step.tasks if amount}
    if tasks & set(_SPRAYED):
        held.append(Hold("spray", middle(step.touch)))
    if "clamps" in step.needs:
        # What is waited for until it bears is longer.
        held.append(Hold("clamps", middle(CLAMPED) if is_glued(step) else in_fives(60 * step.wait[0])))
    if step.soon or "turned" in own_of(step.id):
        held.append(Hold("table", middle(step.touch)))
    return tuple(held)


def _scuff(step: Step, shop: Shop) -> int:
    """Minutes to scuff what it goes on, where the window of the coat before is over; or to clean the gun that was
    left loaded too long, and set it up anew.
    """
    if step.goes_on:
        gun = (sum(pace(task, shop.minutes)) / 2 * own_factor(task, shop.taken) for task in ANEW)
        return in_fives(sum(gun))
    area = max((amount for task, amount in step.tasks if task.endswith("coat") or task == "stain"), default=0.0)
    low, high = pace("sand between", shop.minutes)
    return in_fives(area * (low + high) / 2 * own_factor("sand between", shop.taken)) if area else EVERY
