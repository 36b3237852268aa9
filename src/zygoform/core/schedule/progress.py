"""Where each step stands, by what was written down. The log is only added to; what it says last counts.

A clock that was wrong does no harm: what was written down for a time still to come counts as now, so that no wait
is taken for over, and of work that would have taken less than nothing, or more than a day, what was planned counts.
"""

from collections.abc import Mapping
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.days.hours import ClockZone, Moment, clock_words, day_text, weekday
from zygoform.core.days.log import Entry
from zygoform.core.ids import role_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.work import Work
from zygoform.core.schedule.rescue import rescue_steps
from zygoform.core.shop import Shop
from zygoform.core.steps.order import WorkPlan, in_order
from zygoform.core.steps.step import SHOPPING, Step, step_of

StepStanding = Literal["open", "going", "paused", "done"]
LONGEST_WORK = 16 * 60
"""Minutes: whoever forgot to say that he stopped did not work longer than that. [practice]"""


class StepState(Struct, frozen=True):
    """Of one step: minutes worked so far, when it was begun and ended, and until when it was still tacky."""

    standing: StepStanding = "open"
    begun: Moment = 0
    ended: Moment = 0
    minutes: float = 0.0
    tacky: Moment = 0
    wrong: tuple[Entry, ...] = ()


NOT_BEGUN = StepState()


def progress(log: tuple[Entry, ...], now: Moment) -> dict[str, StepState]:
    """All steps that anything was written down of."""
    states: dict[str, StepState] = {}
    for entry in log:
        if entry.step:
            before = states.get(entry.step, NOT_BEGUN)
            states[entry.step] = _after(before, entry, min(entry.moment, now))
    return states


def _after(state: StepState, entry: Entry, at: Moment) -> StepState:
    if entry.kind == "began":
        return structs.replace(state, standing="going", begun=at)
    if entry.kind == "paused":
        return structs.replace(state, standing="paused", minutes=state.minutes + entry.minutes)
    if entry.kind == "done":
        begun = state.begun if state.begun and state.begun <= at else at - round(entry.minutes)
        return structs.replace(state, standing="done", begun=begun, ended=at, minutes=entry.minutes)
    if entry.kind == "tacky":
        return structs.replace(state, tacky=max(state.tacky, at + round(60 * entry.hours)))
    if entry.kind == "wrong":
        ended = state.ended or at
        return structs.replace(state, standing="done", ended=ended, wrong=(*state.wrong, entry))
    return state


def worked(state: StepState, now: Moment, planned: float) -> float:
    """Minutes of work until now, those before a break included."""
    if state.standing != "going":
        return state.minutes
    since = now - state.begun
    return state.minutes + (since if 0 <= since <= LONGEST_WORK else planned)


# Steps that no change brings about: shopping, and what has to be done again.


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
    """The way out that was chosen, right after it. What follows it follows that."""
    step = next((step for step in steps if step.id == own), None)
    made = rescue_steps(step, entry, shop) if step is not None else ()
    if not made:
        return steps
    changed, new = list[Step](), {own.id for own in made}
    for other in steps:
        follows = (*other.follows, made[-1].id) if own in other.follows and other.id not in new else other.follows
        changed.append(structs.replace(other, follows=follows) if follows != other.follows else other)
        changed += made if other.id == own else ()
    return tuple(changed)


# Days and times in words, by the clock on the wall.

DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")
MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")


def day_words(day: int) -> str:
    """Fri 27 Nov."""
    _, month, date = day_text(day).split("-")
    return f"{DAYS[weekday(day)]} {int(date)} {MONTHS[int(month) - 1]}"


def day_of(zone: ClockZone, moment: Moment, now: Moment) -> str:
    """Today, tomorrow, or Sat 28 Nov."""
    day, today = zone.local(moment)[0], zone.local(now)[0]
    return {0: "today", 1: "tomorrow", -1: "yesterday"}.get(day - today) or day_words(day)


def time_of(zone: ClockZone, moment: Moment) -> str:
    """18:20."""
    return clock_words(zone.local(moment)[1])


def when_words(zone: ClockZone, moment: Moment, now: Moment) -> str:
    """Today 18:20."""
    return f"{day_of(zone, moment, now)} {time_of(zone, moment)}"


def dated_words(zone: ClockZone, moment: Moment) -> str:
    """Sat 28 Nov 18:20: for paper, on which today is another day tomorrow."""
    return f"{day_words(zone.local(moment)[0])} {time_of(zone, moment)}"


def span_words(zone: ClockZone, begin: Moment, end: Moment) -> str:
    """18:20 to 18:45; of another day with it."""
    if zone.local(begin)[0] == zone.local(end)[0]:
        return f"{time_of(zone, begin)} to {time_of(zone, end)}"
    return f"{time_of(zone, begin)} to {day_words(zone.local(end)[0])} {time_of(zone, end)}"


def long_words(minutes: float) -> str:
    """45 min, 2 h, 3 1/2 days."""
    if minutes < 90:
        return f"{minutes:.0f} min"
    if minutes < 36 * 60:
        halves = round(minutes / 30)
        return f"{halves // 2}{' 1/2' if halves % 2 else ''} h"
    halves = round(minutes / 720)
    return f"{halves // 2}{' 1/2' if halves % 2 else ''} days"
