"""Plans at once: job after job on the first time that takes it, in the order of a rule.

Four usual rules of the field (Kolisch 1996), none of which is best for every job: what most is still to come after,
what can be begun first, what most work waits for, what is waited for longest.
"""

from bisect import bisect_right
from collections.abc import Callable, Sequence
from itertools import count

from zygoform.core.days.hours import HOURS, Moment, Stretch, Timetable
from zygoform.core.days.job import DaysProblem, Job, PlacedJob
from zygoform.core.days.placing import PlaceHolds, find, free_place, left_of, stretches
from zygoform.core.errors import BadInputError
from zygoform.core.piecemeal import Piecemeal

# What of a problem never changes while a plan is looked for: who follows whom, and how much is still to come.


class Ahead:
    """Lives as long as one search."""

    def __init__(self, problem: DaysProblem) -> None:
        self.problem = problem
        self.line = stretches(problem.free)
        self.times = Timetable(problem.free)
        jobs = problem.jobs
        self.followers: list[list[int]] = [[] for _ in jobs]
        for k, job in enumerate(jobs):
            for after in job.after:
                self.followers[after.job].append(k)
        self.order = self._sorted()
        self.whole = [job.whole and self._fits(job) for job in jobs]
        self.windowed = [
            any(a.within for f in self.followers[k] for a in jobs[f].after if a.job == k) for k in range(len(jobs))
        ]
        self.rest = [job.minutes + job.tail for job in jobs]
        self.work = [job.minutes for job in jobs]
        for k in reversed(self.order):
            for f in self.followers[k]:
                wait = max(a.wait for a in jobs[f].after if a.job == k)
                self.rest[k] = max(self.rest[k], jobs[k].minutes + wait + self.rest[f])
                self.work[k] += self.work[f]

    def _sorted(self) -> list[int]:
        """Each job after those it follows, else as given. Jobs that wait for each other are no problem of ours."""
        jobs = self.problem.jobs
        open_ = [len({a.job for a in job.after}) for job in jobs]
        ready = [k for k, count in enumerate(open_) if not count]
        order: list[int] = []
        while ready:
            k = ready.pop(0)
            order.append(k)
            for f in sorted(set(self.followers[k])):
                open_[f] -= 1
                if not open_[f]:
                    ready.append(f)
        return order

    def _fits(self, job: Job) -> bool:
        """Whether there is a stretch that takes it without a break."""
        return find(self.line, 0, job.minutes + job.scuff, loud=job.loud, whole=True) is not None

    @property
    def too_long(self) -> tuple[str, ...]:
        """Jobs that should not be broken off, and for which no stretch of one's hours is long enough."""
        return tuple(
            job.id for job, whole in zip(self.problem.jobs, self.whole, strict=True) if job.whole and not whole
        )

    def earliest_ends(self, begin: Moment, known: dict[int, Moment] | None = None) -> list[Moment]:
        """When each job is over at the earliest, as if someone had time for all of them at once."""
        jobs, ends = self.problem.jobs, [0] * len(self.problem.jobs)
        for k in self.order:
            if known and k in known:
                ends[k] = known[k]
                continue
            job = jobs[k]
            start = max(begin, job.ready, *(ends[a.job] + a.wait for a in job.after), begin)
            ends[k] = self.alone(k, start)
        return ends

    def alone(self, k: int, start: Moment) -> Moment:
        """When a job begun no earlier than that is over if nothing else is done."""
        job = self.problem.jobs[k]
        if self.whole[k]:
            found = find(self.line, start, job.minutes, loud=job.loud, whole=True)
            if found is not None:
                return found[-1][1]
        return self.times.strand(loud=job.loud).end_of(start, job.minutes)


IN_ONE_GO = 16
"""So many jobs are placed between two looks up."""
LATER_STARTS = 6
"""So many later stretches are tried for a coat whose next would miss its window."""
_Rule = Callable[[Ahead, int, Moment], tuple[int, ...]]


def _longest_rest(ahead: Ahead, k: int, ready: Moment) -> tuple[int, ...]:
    return -ahead.rest[k], ready


def _soonest(ahead: Ahead, k: int, ready: Moment) -> tuple[int, ...]:
    return ready, -ahead.rest[k]


def _most_work(ahead: Ahead, k: int, ready: Moment) -> tuple[int, ...]:
    return -ahead.work[k], ready


def _longest_wait(ahead: Ahead, k: int, ready: Moment) -> tuple[int, ...]:
    jobs = ahead.problem.jobs
    waits = [a.wait for f in ahead.followers[k] for a in jobs[f].after if a.job == k]
    return -max((jobs[k].tail, *waits)), ready


PRIORITY_RULES: dict[str, _Rule] = {
    "longest rest": _longest_rest,
    "soonest": _soonest,
    "most work": _most_work,
    "longest wait": _longest_wait,
}


class Placer:
    """Places job after job; what is placed stays."""

    def __init__(self, ahead: Ahead) -> None:
        self.ahead, self.jobs = ahead, ahead.problem.jobs
        self.line: list[Stretch] = ahead.line
        self.holds: PlaceHolds = {
            place: tuple((ahead.problem.begin, until) for own, until in ahead.problem.held if own == place)
            for place in {own for own, _ in ahead.problem.held}
        }
        self.placed: list[PlacedJob | None] = [None] * len(self.jobs)

    def ready(self, k: int) -> Moment:
        """No earlier than that: all it follows is placed."""
        job, begin = self.jobs[k], self.ahead.problem.begin
        return max(begin, job.ready, *(self._end(a.job) + a.wait for a in job.after), begin)

    def _end(self, k: int) -> Moment:
        placed = self.placed[k]
        return placed.end if placed is not None else 0

    def due(self, k: int) -> tuple[Moment, Moment]:
        """The last moment to begin it without a scuff (0: any), and the first with one."""
        job = self.jobs[k]
        windows = [(self._end(a.job) + a.within, self._end(a.job) + a.late) for a in job.after if a.within]
        windows += [(job.due, job.late)] if job.due else []
        return (min(due for due, _ in windows), max(late for _, late in windows)) if windows else (0, 0)

    def spot(self, k: int, earliest: Moment) -> PlacedJob:
        """The first place for it from then on. Raises BadInputError where there is no time left at all."""
        due, late = self.due(k)
        found = self._free(k, max(earliest, self.ready(k)), self.jobs[k].minutes)
        if due and found[0][0] > due:
            again = self._free(k, max(earliest, self.ready(k), late), self.jobs[k].minutes + self.jobs[k].scuff)
            return PlacedJob(again, scuffed=True)
        return PlacedJob(found)

    def _free(self, k: int, earliest: Moment, minutes: int) -> tuple[tuple[Moment, Moment], ...]:
        job, whole, room = self.jobs[k], self.ahead.whole[k], self.ahead.problem.room
        while True:
            found = find(self.line, earliest, minutes, loud=job.loud, whole=whole)
            if found is None:
                raise BadInputError(
                    "does_not_fit", "There are not enough hours for all of it: give it more.", "hours"
                )
            begin = found[0][0]
            later = max(
                (
                    free_place(self.holds, hold, getattr(room, hold.place), begin, found[-1][1])
                    for hold in job.holds
                ),
                default=begin,
            )
            if later <= begin:
                return found
            earliest = later

    def put(self, k: int, placed: PlacedJob) -> None:
        """It is done then."""
        self.placed[k] = placed
        self.line = left_of(self.line, placed.pieces)
        for hold in self.jobs[k].holds:
            held = (placed.begin, placed.end + hold.extra)
            self.holds = {**self.holds, hold.place: (*self.holds.get(hold.place, ()), held)}

    def with_window(self, k: int) -> tuple[PlacedJob, int | None]:
        """A place from which what must follow soon follows in time, if that is no later than a scuff; and what."""
        first = self.spot(k, 0)
        nexts = [f for f in self.ahead.followers[k] if any(a.job == k and a.within for a in self.jobs[f].after)]
        nexts = [f for f in nexts if all(a.job == k or self.placed[a.job] for a in self.jobs[f].after)]
        if not nexts:
            return first, None
        best, line, holds = (first, 1 << 62), self.line, self.holds
        for start in (first.begin, *later_starts(self.ahead, k, first.begin)):
            try:
                own = self.spot(k, start)
                self.put(k, own)
                follows = self.spot(nexts[0], 0)
            except BadInputError:
                # So late there are no hours any more.
                break
            finally:
                self.placed[k], self.line, self.holds = None, line, holds
            if follows.end < best[1]:
                best = own, follows.end
            if not follows.scuffed:
                break
        return best[0], nexts[0]


def later_starts(ahead: Ahead, k: int, start: Moment) -> list[Moment]:
    """Where a job may better begin that something must follow soon: where the next stretches begin, where it must
    begin to be over with them, and so that its window still reaches to where one begins.
    """
    jobs, made = ahead.problem.jobs, list[Moment]()
    minutes, strand = jobs[k].minutes, ahead.times.strand(loud=jobs[k].loud)
    windows = {a.within for f in ahead.followers[k] for a in jobs[f].after if a.job == k and a.within}
    at = bisect_right(ahead.line, start, key=lambda stretch: stretch[1])
    for begin, end, _, begins, *_ in ahead.line[at : at + 2 * LATER_STARTS]:
        made.append(end - minutes)
        made.append(begin)
        if begins == HOURS:
            made += [strand.begin_of(begin - within, minutes) for within in windows]
    return sorted({moment for moment in made if moment > start})


def by_rule_piecemeal(ahead: Ahead, name: str) -> Piecemeal[tuple[PlacedJob, ...]]:
    """All jobs by one rule. Raises BadInputError where there are not enough hours."""
    rule = PRIORITY_RULES[name]
    placed = yield from _place_all(
        ahead, lambda placer, ready: min(ready, key=lambda k: (*rule(ahead, k, placer.ready(k)), k))
    )
    assert placed is not None, "nothing is due"
    return placed


def in_order_piecemeal(
    ahead: Ahead, order: Sequence[int], latest: Sequence[Moment] | None = None
) -> Piecemeal[tuple[PlacedJob, ...] | None]:
    """Each time the first one of an order that can be next; None where one ends after its `latest`."""
    places = {k: at for at, k in enumerate(order)}
    return (yield from _place_all(ahead, lambda _, ready: min(ready, key=places.__getitem__), latest))


def _place_all(
    ahead: Ahead, pick: Callable[[Placer, list[int]], int], latest: Sequence[Moment] | None = None
) -> Piecemeal[tuple[PlacedJob, ...] | None]:
    """Job after job, each time the one picked of those that could be next; None where one ends after its `latest`.

    Raises BadInputError where there are not enough hours.
    """
    placer, jobs = Placer(ahead), ahead.problem.jobs
    open_ = [len({a.job for a in job.after}) for job in jobs]
    ready = [k for k, count in enumerate(open_) if not count]
    soon: int | None = None
    for done in count():
        if not ready:
            break
        if done % IN_ONE_GO == IN_ONE_GO - 1:
            yield
        k = soon if soon in ready else pick(placer, ready)
        assert k is not None
        ready.remove(k)
        placed, soon = placer.with_window(k) if ahead.windowed[k] else (placer.spot(k, 0), None)
        if latest is not None and placed.end > latest[k]:
            return None
        placer.put(k, placed)
        for f in sorted(set(ahead.followers[k])):
            open_[f] -= 1
            if not open_[f]:
                ready.append(f)
    return tuple(placed for placed in placer.placed if placed is not None)


def end_of_all(ahead: Ahead, placed: tuple[PlacedJob, ...]) -> Moment:
    """When all of it is over, the last waits included."""
    jobs = ahead.problem.jobs
    return max((p.end + job.tail for p, job in zip(placed, jobs, strict=True)), default=ahead.problem.begin)


def worth(ahead: Ahead, placed: tuple[PlacedJob, ...]) -> tuple[int, int, int]:
    """Over soonest; then with the fewest scuffs; then all of it as early as can be."""
    return end_of_all(ahead, placed), sum(p.scuffed for p in placed), sum(p.end for p in placed)
