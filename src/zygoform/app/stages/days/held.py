"""Why a step cannot be sooner: the rule, what decides it, what is wet, what it would cost all the same."""

from collections.abc import Callable

from zygoform.core.coats.schools import CHOICES
from zygoform.core.measure.message import Message
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.schedule.progress import long_words, when_words
from zygoform.core.steps.order import WorkPlan


def held_words(days: DayPlan, own: DayStep, work: WorkPlan, say: Callable[[Message], str]) -> str:
    """What holds it longest and why; the choice on Finish by which it could be the other way, if there is one."""
    before = days.waits_for(own)
    if before is None:
        return "Nothing holds it but your hours and what is done before it: start it now, and the rest moves."
    name = say(before.step.what).split(",")[0]
    reason, entry = work.held(own.step, before.step)
    because = f": {reason}" if reason else ""
    titles = {school.entry: school.title for school in CHOICES if school.entry} | {
        "put_on": "Coated loose or in place"
    }
    choice = titles.get(entry, "")
    allowed = f" “{choice}” on Finish, Order, decides that." if choice else ""
    if before.standing != "done":
        again = before.planned + round(before.dry - before.end)
        cost = f"about {long_words(own.planned)} of work and {long_words(again)} until it can."
        return (
            f"It comes after “{name}”{because}.{allowed} Done before that, it would have to be done again, {cost}"
        )
    wet = when_words(days.zone, before.dry, days.now)
    cost = long_words(own.planned + before.planned + (before.dry - before.end))
    return (
        f"“{name}” is wet until {wet}. {before.step.wait_for}{allowed} "
        f"Sooner, both are sanded off and done again: about {cost}."
    )
