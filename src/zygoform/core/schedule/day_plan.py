"""Each step with its days: what is done with its real times, the rest where the search put it."""

from functools import cached_property

from msgspec import Struct

from zygoform.core.days.hours import ClockZone, Moment, day_number
from zygoform.core.days.job import DaysAnswer, PlacedJob
from zygoform.core.days.log import Days
from zygoform.core.days.placing import Free
from zygoform.core.schedule.jobs import Question, middle, planned_minutes
from zygoform.core.schedule.progress import NOT_BEGUN, StepStanding, StepState
from zygoform.core.steps.step import Step


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
