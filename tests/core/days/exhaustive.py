"""The shortest plan by trying everything, half hour by half hour: shares no code with the search."""

from zygoform.core.days.job import DaysProblem, Job

STEP = 30
Going = tuple[tuple[int, int, int], ...]
"""Job, minutes left, and when it was broken off or gone on with last."""
Held = tuple[tuple[str, int], ...]
Ends = tuple[int, ...]


class Exhaustive:
    """Whether all jobs can be over by a moment. Every figure of the problem is a multiple of `STEP`.

    In each free half hour one goes on with what was begun, or begins something, or does nothing. What was begun
    goes on in every half hour it may use until it is done.
    """

    def __init__(self, problem: DaysProblem) -> None:
        self.p, self.jobs = problem, problem.jobs
        self.slots = [(moment, part.loud) for part in problem.free for moment in range(part.begin, part.end, STEP)]
        self.rest = [job.minutes + job.tail for job in self.jobs]
        for k in reversed(range(len(self.jobs))):
            for a in self.jobs[k].after:
                rest = self.jobs[a.job].minutes + a.wait + self.rest[k]
                self.rest[a.job] = max(self.rest[a.job], rest)

    def possible(self, end: int) -> bool:
        self.end = end
        self.seen: set[object] = set()
        return self._from(0, (0,) * len(self.jobs), (), ())

    def _from(self, at: int, ends: Ends, going: Going, held: Held) -> bool:
        if all(ends) and not going:
            return True
        if at == len(self.slots) or self._too_late(at, ends, going):
            return False
        moment, loud = self.slots[at]
        known = tuple(e if self._matters(k, e, moment) else min(e, 1) for k, e in enumerate(ends))
        key = at, known, going, tuple(h for h in held if h[1] > moment)
        if key in self.seen:
            return False
        self.seen.add(key)
        usable = [own for own in going if loud or not self.jobs[own[0]].loud]
        if usable:
            return len(usable) == 1 and self._go_on(at, ends, going, held, usable[0])
        for k, job in enumerate(self.jobs):
            minutes = self._minutes(k, ends, moment)
            if ends[k] or any(k == own for own, _, _ in going) or (job.loud and not loud) or not minutes:
                continue
            if self._takes(job, held, moment) and self._go_on(at, ends, going, held, (k, minutes, 0)):
                return True
        return self._from(at + 1, ends, going, held)

    def _too_late(self, at: int, ends: Ends, going: Going) -> bool:
        moment = self.slots[at][0]
        begun = {k for k, _, _ in going}
        open_ = [k for k in range(len(self.jobs)) if not ends[k] and k not in begun]
        left = sum(self.jobs[k].minutes for k in open_) + sum(minutes for _, minutes, _ in going)
        free = STEP * sum(1 for other, _ in self.slots[at:] if other < self.end)
        return free < left or any(moment + self.rest[k] > self.end for k in open_)

    def _go_on(self, at: int, ends: Ends, going: Going, held: Held, own: tuple[int, int, int]) -> bool:
        k, minutes, last = own
        job, moment = self.jobs[k], self.slots[at][0]
        if last and job.whole and last != moment:
            return False
        others = tuple(one for one in going if one[0] != k)
        if minutes > STEP:
            return self._from(at + 1, ends, (*others, (k, minutes - STEP, moment + STEP)), held)
        end = moment + STEP
        held = tuple(sorted((*held, *((h.place, end + h.extra) for h in job.holds))))
        return end + job.tail <= self.end and self._from(at + 1, (*ends[:k], end, *ends[k + 1 :]), others, held)

    def _minutes(self, k: int, ends: Ends, moment: int) -> int:
        """How long it takes if it is begun then, with a scuff where its window is over; 0 where it cannot be."""
        job = self.jobs[k]
        if any(not ends[a.job] or ends[a.job] + a.wait > moment for a in job.after):
            return 0
        missed = [a for a in job.after if a.within and moment > ends[a.job] + a.within]
        late = max((ends[a.job] + a.late for a in job.after if a.within), default=0)
        if missed and moment < late:
            return 0
        return job.minutes + (job.scuff if missed else 0)

    def _takes(self, job: Job, held: Held, moment: int) -> bool:
        return all(
            sum(1 for place, until in held if place == h.place and until > moment) < getattr(self.p.room, h.place)
            for h in job.holds
        )

    def _matters(self, k: int, end: int, moment: int) -> bool:
        """Whether something still waits for just that moment."""
        return end > 0 and any(
            a.job == k and (end + a.wait > moment or a.within) for job in self.jobs for a in job.after
        )
