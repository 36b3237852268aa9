"""Where each step stands, by what was written down. The log is only added to; what it says last counts.

A clock that was wrong does no harm: what was written down for a time still to come counts as now, so that no wait
is taken for over, and of work that would have taken less than nothing, or more than a day, what was planned counts.
"""

from typing import Literal

from msgspec import Struct, structs

from zygoform.core.days.hours import Moment
from zygoform.core.days.log import Entry

StepStanding = Literal["open", "going", "paused", "done"]
LONGEST_WORK = 16 * 60
"""Minutes: whoever forgot to say that he stopped did not work longer than that."""


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
