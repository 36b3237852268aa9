"""Each step with its days: what is done with its real times, the rest where the search put it."""

from functools import cached_property

from msgspec import Struct

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.registry import kind_of
from zygoform.core.days.hours import ClockZone, Free, Moment, day_number
from zygoform.core.days.job import DaysAnswer, PlacedJob
from zygoform.core.days.log import Days
from zygoform.core.finish.finish_plan import FINISH, FinishPlan
from zygoform.core.ids import group_of, own_of, piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.schedule.jobs import Question, middle, planned_minutes
from zygoform.core.schedule.progress import NOT_BEGUN, StepStanding, StepState, span_words, when_words
from zygoform.core.steps.own import OWN
from zygoform.core.steps.step import Step, step_needs


class DayStep(Struct, frozen=True):
    """One step on its days: when someone is at it, and until when is waited after it.

    `planned` and `real` are minutes; a scuff that its missed window wants is in its first piece.
    """

    step: Step
    standing: StepStanding
    pieces: tuple[tuple[Moment, Moment], ...]
    dry: Moment
    planned: int
    real: float = 0.0
    scuffed: bool = False
    whole: bool = True

    @property
    def id(self) -> str:
        return self.step.id

    @property
    def begin(self) -> Moment:
        return self.pieces[0][0]

    @property
    def end(self) -> Moment:
        return self.pieces[-1][1]


class DayPlan(Struct, frozen=True, dict=True):
    """All steps in the order they begin in; `end` is when the last is dry, `bound` before when that cannot be.

    `free` are one's hours that it looked at; `refused` says why there is no plan.
    """

    now: Moment
    zone: ClockZone
    steps: tuple[DayStep, ...] = ()
    end: Moment = 0
    bound: Moment = 0
    free: tuple[Free, ...] = ()
    too_long: tuple[str, ...] = ()
    refused: str = ""
    is_final: bool = False
    """Whether nothing better is looked for any more."""

    @cached_property
    def by_id(self) -> dict[str, DayStep]:
        return {own.id: own for own in self.steps}

    @property
    def open(self) -> tuple[DayStep, ...]:
        """What is not done, in order."""
        return tuple(own for own in self.steps if own.standing != "done")

    @property
    def next(self) -> DayStep | None:
        """What is being done, else what comes first."""
        going = next((own for own in self.steps if own.standing == "going"), None)
        return going or next(iter(self.open), None)

    @property
    def done(self) -> tuple[DayStep, ...]:
        return tuple(own for own in self.steps if own.standing == "done")

    def meanwhile(self) -> tuple[DayStep, ...]:
        """What nothing is in the way of just now, beside the next one, quickest to be begun first."""
        nearest = self.next
        return tuple(own for own in self.open if own is not nearest and self.is_free(own))

    def is_free(self, own: DayStep) -> bool:
        """Whether all that comes before it is done and dry."""
        return own.standing != "going" and all(
            before is None or (before.standing == "done" and before.dry <= self.now)
            for before in (self.by_id.get(step_id) for step_id in own.step.follows)
        )

    def waits_for(self, own: DayStep) -> DayStep | None:
        """What it waits for longest; nothing where nothing is in its way."""
        before = [found for step_id in own.step.follows if (found := self.by_id.get(step_id)) is not None]
        still = [found for found in before if found.standing != "done" or found.dry > self.now]
        return max(still, key=lambda found: (found.dry, found.id), default=None)


def day_plan(
    steps: tuple[Step, ...],
    states: dict[str, StepState],
    asked: Question,
    answer: DaysAnswer,
    now: Moment,
    zone: ClockZone,
    *,
    is_final: bool,
) -> DayPlan:
    """The answer put to its steps, with what is done and being done."""
    placed: dict[str, PlacedJob] = dict(zip(asked.ids, answer.placed, strict=True))
    going = dict(asked.going)
    made = []
    for step in steps:
        state = states.get(step.id, NOT_BEGUN)
        if state.standing == "done":
            pieces: tuple[tuple[Moment, Moment], ...] = (
                (min(state.begun or state.ended, state.ended), state.ended),
            )
        elif step.id in going:
            pieces = ((min(state.begun, now), going[step.id][-1][1]),)
        else:
            pieces = placed[step.id].pieces
        dry = max(pieces[-1][1] + middle(step.wait), state.tacky)
        scuffed = step.id in placed and placed[step.id].scuffed
        made.append(
            DayStep(
                step, state.standing, pieces, dry, planned_minutes(step), state.minutes, scuffed,
                step.id not in answer.too_long,
            )
        )  # fmt: skip
    made.sort(key=lambda own: (own.begin, own.end))
    busy = max((pieces[-1][1] for _, pieces in asked.going), default=0)
    end = max(answer.end, asked.dry, busy) if made else now
    bound = max(answer.bound, asked.dry, busy) if made else now
    return DayPlan(
        now, zone, tuple(made), end, min(bound, end), asked.problem.free, answer.too_long, is_final=is_final
    )


def wanted_by(days: Days, zone: ClockZone) -> Moment:
    """The moment the wanted day is over; 0 where none is wanted."""
    return zone.moment(day_number(days.wanted) + 1, 0) if days.wanted else 0


# Steps that belong together, a row each on the rule of days: a change, a mend, the coats of some zones.


class SubJob(Struct, frozen=True):
    """One row: what it is, and its steps in the order they begin in."""

    key: str
    title: str
    steps: tuple[DayStep, ...]


def sub_jobs(
    days: DayPlan, changes: tuple[ChangeBase, ...], finish: FinishPlan, names: dict[str, str]
) -> tuple[SubJob, ...]:
    """In the order they are gone on with, those that are done last.

    `names` are those of the pieces: said where there are several.
    """
    rows: dict[str, list[DayStep]] = {}
    for own in days.steps:
        rows.setdefault(row_of(own.step), []).append(own)

    def of(piece_id: str, words: str) -> str:
        # The piece first: of a long title it is the end that is not seen.
        name = names.get(piece_id, "") if len(names) > 1 else ""
        return f"{name}: {words[:1].lower()}{words[1:]}" if name else words

    titles = {f"change/{c.id}": f"{c.number} {of(piece_of(c.targets[0]), kind_of(c).title)}" for c in changes}
    titles |= {f"{FINISH}/{batch.id}": of(batch.piece_id, batch.titles) for batch in finish.batches}
    titles |= {f"apart/{own}": of(own, "Take apart, put together") for own in names}
    titles |= {f"{FINISH}/{own}": of(own, "Before and after the coats") for own in names}
    titles |= {"buy": "Buy", OWN: "Your own steps"}
    made = [SubJob(key, literal(titles.get(key, own_of(key))), tuple(steps)) for key, steps in rows.items()]
    return tuple(sorted(made, key=_next_begin))


def _next_begin(row: SubJob) -> tuple[bool, int]:
    open_ = [own.begin for own in row.steps if own.standing != "done"]
    return not open_, min(open_) if open_ else row.steps[0].begin


def row_of(step: Step) -> str:
    """The row a step stands in."""
    if step.source == FINISH:
        return group_of(step.id)
    if step.source in ("buy", OWN):
        return step.source
    # A change's own step has one name after its change's; one of a piece the whole way to a part.
    return f"apart/{step.source}" if step.id.count("/") > 1 else f"change/{step.source}"


# What now, in one line with all it needs; what is waited for; what could be done meanwhile.

AT_HAND = 6
"""Minutes: what begins so soon is now. [practice]"""
_MOST = 4
"""So many names are told, then how many more. [choice]"""


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
    scuff = _scuff_words(own) if own.scuffed else ""
    meanwhile = days.meanwhile()[:_MOST] if not soon else ()
    return WhatNow(
        own, head, own.step.what, f"{length}about {minutes} min{when}. {needs}{scuff}".strip(),
        "" if soon else _why_not_sooner(days, own), meanwhile,
    )  # fmt: skip


def _scuff_words(own: DayStep) -> str:
    if own.step.goes_on:
        return " Clean the gun and set it up anew: it has lain loaded too long."
    return " Scuff it first: it has waited too long for another coat."


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
