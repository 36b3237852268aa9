"""What now, in one line with all it needs; what is waited for; what could be done meanwhile."""

from msgspec import Struct

from zygoform.core.measure.message import Message
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.schedule.words import span_words, when_words
from zygoform.core.steps.words import step_needs

AT_HAND = 6
"""Minutes: what begins so soon is now."""
_MOST = 4


class WhatNow(Struct, frozen=True):
    """`head` says when (now, or today 18:20), `what` the step, `more` how long and what it needs; `until` why not
    sooner; `meanwhile` what nothing is in the way of.
    """

    own: DayStep | None
    head: str
    what: Message
    more: str = ""
    until: str = ""
    meanwhile: tuple[DayStep, ...] = ()


def what_now(days: DayPlan) -> WhatNow:
    """Of a plan, at its moment."""
    own = days.next
    if not days.steps:
        return WhatNow(None, "Nothing is planned yet", Message("Plan a change or a finish: its steps come here."))
    if own is None:
        dry = f"Dry {when_words(days.zone, days.end, days.now)}." if days.end > days.now else ""
        return WhatNow(None, "All is done", Message("Nothing is left to do."), dry)
    needs = step_needs(own.step)
    if own.standing == "going":
        until = f"planned until {when_words(days.zone, own.end, days.now)}"
        return WhatNow(own, "At it", own.step.what, f"Begun {_since(days, own)}, {until}. {needs}".strip())
    soon = own.begin - days.now < AT_HAND
    head = "Now" if soon else f"Next, {when_words(days.zone, own.begin, days.now)}"
    length = "" if own.standing == "open" else "the rest, "
    minutes = sum(end - begin for begin, end in own.pieces)
    one = len(own.pieces) == 1
    broken = ", broken off at the end of your hours"
    when = broken if not one else f", {span_words(days.zone, own.begin, own.end)}" if not soon else ""
    scuff = " Scuff it first: it has waited too long for another coat." if own.scuffed else ""
    meanwhile = days.meanwhile()[:_MOST] if not soon else ()
    return WhatNow(
        own, head, own.step.what, f"{length}about {minutes} min{when}. {needs}{scuff}".strip(),
        "" if soon else _why_not_sooner(days, own), meanwhile,
    )  # fmt: skip


def _since(days: DayPlan, own: DayStep) -> str:
    return when_words(days.zone, own.begin, days.now)


def _why_not_sooner(days: DayPlan, own: DayStep) -> str:
    before = days.waits_for(own)
    if before is not None and before.dry > days.now and before.end <= days.now:
        return f"{_plain(before.step.what.text)} is wet until {when_words(days.zone, before.dry, days.now)}"
    free = next((part for part in days.free if part.end > days.now), None)
    if free is not None and free.begin > days.now:
        return f"your hours begin {when_words(days.zone, free.begin, days.now)}"
    return "it is quiet hours, and this is loud" if free is not None and not free.loud else ""


def _plain(words: str) -> str:
    return words.split(",", maxsplit=1)[0]
