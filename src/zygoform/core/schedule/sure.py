"""By when it will be over, four times in five: the plan gone through with hands and waits as they may turn out.

What the table gives as quick and slow are taken as the tenth and the ninetieth of a hundred; of a kind of work
that was logged less is unknown. Now and then a coat goes wrong and is done once more. Chance is seeded: the same
plan has the same answer.
"""

import math
from collections import Counter
from collections.abc import Sequence
from typing import NamedTuple

from msgspec import Struct, structs

from zygoform.core.days.chance import Chance
from zygoform.core.days.hours import Moment
from zygoform.core.days.job import After, Job
from zygoform.core.days.log import Entry
from zygoform.core.days.rules import Ahead, end_of_all, in_order_piecemeal
from zygoform.core.errors import BadInputError
from zygoform.core.goods.minutes import TRUSTED_MINUTES, TimeTaken
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.schedule.jobs import EVERY, Question, in_fives, middle
from zygoform.core.steps.step import Step

SURE = 0.8
"""The share of times it is over by then. [choice]"""
TIMES = 400
"""So often the plan is gone through. [choice]"""
TENTH = 1.2815515655446004
"""The ninetieth of a hundred of a normal distribution lies so many deviations above its middle. [geometry]"""
TRIED, KNOWN_WRONG, FIRST_WRONG = 5, 0.05, 0.2
"""So many tries stand behind what is supposed; the share that goes wrong of known work, and of a first time.
[practice]
"""
MOVERS, LOOKED_AT = 3, 2
"""So many steps are named; in so many of the ways it may turn out each is made slow. [choice]"""
_COATS = ("prime", "colour", "clear")
_NEVER, _MOST_LATER = 1 << 62, 60 * 24 * 60
"""Minutes: what has not enough hours is never over; what is later than that counts as so late. [choice]"""


class Mover(Struct, frozen=True):
    """A step, and by how many minutes later it is over, about, where that turns out slow."""

    step: str
    minutes: int


class SureBy(Struct, frozen=True):
    """When it is over four times in five, and the steps that move that most."""

    end: Moment
    movers: tuple[Mover, ...]


class Spread(Struct, frozen=True):
    """How one step may turn out: deviations of the logarithms of its minutes and its wait; the chance of a redo."""

    minutes: float
    wait: float
    redo: float


def spread_of(step: Step, log: Sequence[Entry], taken: Sequence[TimeTaken], first_time: Sequence[str]) -> Spread:
    """What is not known of a step. A logged kind of work is known the better the more of it was logged."""
    logged = sum(own.planned for own in taken if any(own.task == task for task, amount in step.tasks if amount))
    known = math.sqrt(TRUSTED_MINUTES / (TRUSTED_MINUTES + logged))
    return Spread(known * _deviation(step.minutes), _deviation(step.wait), chance_of_redo(step, log, first_time))


def _deviation(span: tuple[float, float]) -> float:
    low, high = span
    return math.log(high / low) / (2 * TENTH) if 0 < low < high else 0.0


def chance_of_redo(step: Step, log: Sequence[Entry], first_time: Sequence[str]) -> float:
    """(5 p0 + what went wrong) / (5 + tries) of coats with the same tool; of anything else none. [practice]"""
    if step.phase not in _COATS:
        return 0.0
    is_new = any(tool in need for tool in first_time for need in step.needs)
    start = FIRST_WRONG if is_new else KNOWN_WRONG
    own = (entry.kind for entry in log if entry.step == step.id and entry.kind in ("done", "wrong"))
    same = Counter(own)
    return (TRIED * start + same["wrong"]) / (TRIED + same["done"] + same["wrong"])


def sure_by(
    asked: Question,
    steps: Sequence[Step],
    begun: Sequence[Moment],
    spreads: Sequence[Spread],
    *,
    seed: int = 1,
    times: int = TIMES,
) -> Piecemeal[SureBy]:
    """From the plan's own order on: `steps` and `spreads` are those of the jobs asked about, `begun` their times.

    May be interrupted between two times. Times without enough hours count as never over.
    """
    chance = Chance(seed)
    order = sorted(range(len(begun)), key=lambda k: (begun[k], k))
    ends, first = list[Moment](), list[tuple[float, list[Turned]]]()
    for _ in range(times):
        yield
        turned = drawn(steps, spreads, chance)
        ends.append((yield from _end(asked, steps, turned, order)))
        first += [(ends[-1], turned)] if len(first) < LOOKED_AT and ends[-1] < _NEVER else []
    end = sorted(ends)[min(times - 1, math.ceil(SURE * times) - 1)]
    later = [0.0] * len(steps)
    for was, turned in first:
        for k, (step, own) in enumerate(zip(steps, spreads, strict=True)):
            yield
            slow = [*turned[:k], _slow(step, own), *turned[k + 1 :]]
            later[k] += min((yield from _end(asked, steps, slow, order)) - was, _MOST_LATER) / len(first)
    found = sorted(zip(later, asked.ids, strict=True), key=lambda own: -own[0])
    return SureBy(end, tuple(Mover(own, round(by)) for by, own in found[:MOVERS] if round(by) > 0))


def _slow(step: Step, own: Spread) -> "Turned":
    """As it turns out one time in ten: a slow hand and a slow wait."""
    return Turned(
        _centre(step.minutes) * math.exp(TENTH * own.minutes), _centre(step.wait) * math.exp(TENTH * own.wait)
    )


def _end(
    asked: Question, steps: Sequence[Step], turned: Sequence["Turned"], order: Sequence[int]
) -> Piecemeal[Moment]:
    """When it is over where each step turns out so."""
    jobs = tuple(_job_so(k, job, steps, turned) for k, job in enumerate(asked.problem.jobs))
    ahead = Ahead(structs.replace(asked.problem, jobs=jobs))
    try:
        placed = yield from in_order_piecemeal(ahead, order)
    except BadInputError:
        return _NEVER
    return end_of_all(ahead, placed) if placed is not None else _NEVER


class Turned(NamedTuple):
    """How a step turned out: its minutes, and the hours waited after it."""

    minutes: float
    wait: float


def drawn(steps: Sequence[Step], spreads: Sequence[Spread], chance: Chance) -> list[Turned]:
    """One way it may turn out. One hand does all of it: half of what is unknown of the minutes is the same for all
    steps. What goes wrong takes all of it again.
    """
    hand, found = chance.gauss(), list[Turned]()
    for step, own in zip(steps, spreads, strict=True):
        z = math.sqrt(0.5) * (hand + chance.gauss())
        dries = chance.gauss()
        again = 2 if chance.share() < own.redo else 1
        work, wait = _centre(step.minutes), _centre(step.wait)
        found.append(Turned(again * work * math.exp(own.minutes * z), again * wait * math.exp(own.wait * dries)))
    return found


def _job_so(at: int, job: Job, steps: Sequence[Step], turned: Sequence[Turned]) -> Job:
    """A job with the minutes and waits that turned out; of what is begun already its share."""
    after = tuple(_after(own, turned[own.job].wait, steps[own.job]) for own in job.after)
    begun = min(1.0, job.minutes / max(EVERY, in_fives(sum(steps[at].minutes) / 2)))
    minutes = max(EVERY, in_fives(turned[at].minutes * begun))
    tail = in_fives(60 * turned[at].wait) if job.tail else 0
    return structs.replace(job, minutes=minutes, after=after, tail=tail)


def _centre(span: tuple[float, float]) -> float:
    """The middle of a spread that is even on a scale of times."""
    low, high = span
    return math.sqrt(low * high) if 0 < low < high else (low + high) / 2


def _after(own: After, hours: float, step: Step) -> After:
    """The same share of the wait as is planned; a window stays where it leaves room for that."""
    whole = middle(step.wait)
    wait = in_fives(60 * hours * own.wait / whole) if whole else own.wait
    return structs.replace(own, wait=wait, within=own.within if own.within > wait else 0)
