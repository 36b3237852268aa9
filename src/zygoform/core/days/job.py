"""What is to be put on days, and what came of it: plain values, in whole minutes, that know no furniture."""

from msgspec import Struct

from zygoform.core.days.hours import Moment, Place, Room
from zygoform.core.days.placing import Free, Timetable, find, stretches

Pieces = tuple[tuple[Moment, Moment], ...]
"""When someone is at it: from and to, in order."""


class After(Struct, frozen=True):
    """Begins no earlier than `wait` minutes after the end of another job, given by its place among the jobs.

    `within`: begun later than so many minutes after that end it wants a scuff first, and no earlier than `late`.
    """

    job: int
    wait: int = 0
    within: int = 0
    late: int = 0


class Hold(Struct, frozen=True):
    """Takes one of a place from its begin until so many minutes after its end."""

    place: Place
    extra: int = 0


class Job(Struct, frozen=True):
    """One thing to do. `whole` is done without a break; anything else may be broken off where one's hours end.

    `ready` and `due` come of what is done already: not before, and with a scuff and no earlier than `late` after
    that. `tail` is waited for after it before all is over, `scuff` the minutes a scuff takes.
    """

    id: str
    minutes: int
    loud: bool = False
    whole: bool = False
    after: tuple[After, ...] = ()
    holds: tuple[Hold, ...] = ()
    tail: int = 0
    scuff: int = 0
    ready: Moment = 0
    due: Moment = 0
    late: Moment = 0


class DaysProblem(Struct, frozen=True):
    """All jobs from `begin` on; each comes after those it follows. `held` is what is taken, and until when."""

    jobs: tuple[Job, ...]
    begin: Moment
    free: tuple[Free, ...]
    room: Room = Room()
    held: tuple[tuple[Place, Moment], ...] = ()


class PlacedJob(Struct, frozen=True):
    """When it is done. Scuffed: the first of its minutes are for a scuff, its window was over."""

    pieces: Pieces
    scuffed: bool = False

    @property
    def begin(self) -> Moment:
        return self.pieces[0][0]

    @property
    def end(self) -> Moment:
        return self.pieces[-1][1]


class DaysAnswer(Struct, frozen=True):
    """A place for every job, when all of it is over, and before when it cannot be whatever one does."""

    placed: tuple[PlacedJob, ...]
    end: Moment
    bound: Moment
    too_long: tuple[str, ...] = ()
    """Jobs that should not be broken off and have to be: no stretch of one's hours takes them whole."""

    @property
    def is_proven(self) -> bool:
        """Whether no plan is shorter."""
        return self.end <= self.bound


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
