"""The shortest plan by trying everything, half hour by half hour: shares no code with the search."""

from zygoform.core.days.job import DaysProblem

STEP = 30


class Exhaustive:
    """Whether all jobs can be over by a moment. Every figure of the problem is a multiple of `STEP`.

    In each free half hour one goes on with what was begun, or begins something, or does nothing. What was begun goes
    on in every half hour it may use until it is done.
    """

    def __init__(self, problem: DaysProblem) -> None:
        self.p = problem
        self.slots = [(moment, part.loud) for part in problem.free for moment in range(part.begin, part.end, STEP)]
        jobs = problem.jobs
        self.rest = [job.minutes + job.tail for job in jobs]
        for k in reversed(range(len(jobs))):
            for a in jobs[k].after:
                self.rest[a.job] = max(self.rest[a.job], jobs[a.job].minutes + a.wait + self.rest[k])

    def possible(self, end: int) -> bool:
        self.end = end
        self.seen: set[object] = set()
        return self._from(0, (0,) * len(self.p.jobs), (), ())

    def _from(
        self,
        at: int,
        ends: tuple[int, ...],
        going: tuple[tuple[int, int, int], ...],
        held: tuple[tuple[str, int], ...],
    ) -> bool:
        """`going` holds (job, minutes left, last slot's end), the one begun last at the end."""
        jobs = self.p.jobs
        if all(ends) and not going:
            return True
        if at == len(self.slots):
            return False
        moment, loud = self.slots[at]
        begun = {k for k, _, _ in going}
        left = sum(job.minutes for k, job in enumerate(jobs) if not ends[k] and k not in begun)
        left += sum(minutes for _, minutes, _ in going)
        if self._free_until_end(at) < left:
            return False
        for k in range(len(jobs)):
            if not ends[k] and k not in begun and moment + self.rest[k] > self.end:
                return False
        key = (
            at,
            tuple(e if self._matters(k, e, moment) else min(e, 1) for k, e in enumerate(ends)),
            going,
            tuple(h for h in held if h[1] > moment),
        )
        if key in self.seen:
            return False
        self.seen.add(key)
        usable = [g for g in going if loud or not jobs[g[0]].loud]
        if len(usable) > 1:
            return False
        if usable:
            return self._go_on(at, ends, going, held, usable[0])
        paused = bool(going)
        for k, job in enumerate(jobs):
            if ends[k] or k in begun or (job.loud and not loud) or not self._ready(k, ends, moment):
                continue
            minutes = job.minutes
            due = [(ends[a.job] + a.within, ends[a.job] + a.late) for a in job.after if a.within]
            if any(moment > d for d, _ in due):
                if any(moment < late for _, late in due):
                    continue
                minutes += job.scuff
            if self._takes(job, held, moment, minutes, at) and self._go_on(at, ends, going, held, (k, minutes, 0)):
                return True
        del paused
        return self._from(at + 1, ends, going, held)

    def _go_on(self, at: int, ends: tuple[int, ...], going: tuple, held: tuple, own: tuple[int, int, int]) -> bool:
        k, minutes, last = own
        job = self.p.jobs[k]
        moment = self.slots[at][0]
        if last and job.whole and last != moment:
            return False
        others = tuple(g for g in going if g[0] != k)
        minutes -= STEP
        if minutes:
            return self._from(at + 1, ends, (*others, (k, minutes, moment + STEP)), held)
        end = moment + STEP
        if end + job.tail > self.end:
            return False
        held = (*held, *((h.place, end + h.extra) for h in job.holds))
        return self._from(at + 1, (*ends[:k], end, *ends[k + 1 :]), others, tuple(sorted(held)))

    def _ready(self, k: int, ends: tuple[int, ...], moment: int) -> bool:
        job = self.p.jobs[k]
        return moment >= job.ready and all(ends[a.job] and ends[a.job] + a.wait <= moment for a in job.after)

    def _takes(self, job: object, held: tuple, moment: int, minutes: int, at: int) -> bool:
        del minutes, at
        return all(
            sum(1 for place, until in held if place == h.place and until > moment) < getattr(self.p.room, h.place)
            for h in job.holds  # type: ignore[attr-defined]
        )

    def _matters(self, k: int, end: int, moment: int) -> bool:
        """Whether something still waits for just that moment."""
        return end > 0 and any(
            a.job == k and (end + a.wait > moment or a.within) for job in self.p.jobs for a in job.after
        )

    def _free_until_end(self, at: int) -> int:
        return STEP * sum(1 for moment, _ in self.slots[at:] if moment < self.end)
