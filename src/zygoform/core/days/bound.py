"""Before when all of it cannot be over, whatever one does: a proof, not a guess.

For a moment to be looked at each job gets a head (no earlier: what it follows, waits and all) and a deadline (no
later: what follows it). If someone who may break off anything at any time cannot keep all deadlines, nobody can.
The same with what is loud in the time one may be loud in, and with a place of which there is one. That
someone works by the earliest deadline first, which is best then (Jackson 1955; Horn 1974; with heads and tails
Carlier and Pinson 1989). The least moment they cannot rule out is the bound.
"""

from heapq import heappop, heappush

from zygoform.core.days.hours import Moment, Strand
from zygoform.core.days.rules import Ahead
from zygoform.core.piecemeal import Piecemeal

_Task = tuple[int, int, int]
"""Head, deadline, minutes: all counted in minutes of the time they may use."""


def bound_piecemeal(ahead: Ahead, upper: Moment) -> Piecemeal[Moment]:
    """The least end that is not ruled out; `upper` is the end of a plan that is known."""
    jobs = ahead.problem.jobs
    if not jobs:
        return ahead.problem.begin
    ends = ahead.earliest_ends(ahead.problem.begin)
    low = max(ends[k] + job.tail for k, job in enumerate(jobs))
    high = max(upper, low)
    starts = [max(ahead.problem.begin, job.ready, *(ends[a.job] + a.wait for a in job.after), 0) for job in jobs]
    while low < high:
        yield
        middle = (low + high) // 2
        if _possible(ahead, starts, middle):
            high = middle
        else:
            low = middle + 1
    return low


def _possible(ahead: Ahead, starts: list[Moment], end: Moment) -> bool:
    """Whether an end is not ruled out."""
    jobs, problem = ahead.problem.jobs, ahead.problem
    latest = latest_ends(ahead, end)
    if any(end < start for start, end in zip(starts, latest, strict=True)):
        return False
    times = ahead.times
    everything = range(len(jobs))
    loud = [k for k in everything if jobs[k].loud]
    if not _keeps(times.all, [_task(times.all, starts[k], latest[k], jobs[k].minutes) for k in everything]):
        return False
    if loud and not _keeps(times.loud, [_task(times.loud, starts[k], latest[k], jobs[k].minutes) for k in loud]):
        return False
    for place in ("spray", "clamps", "table"):
        if getattr(problem.room, place) == 1:
            tasks = [
                (starts[k], latest[k] + hold.extra, jobs[k].minutes + hold.extra)
                for k in everything
                for hold in jobs[k].holds
                if hold.place == place
            ]
            if tasks and not _keeps(None, tasks):
                return False
    return True


def _task(strand: Strand, start: Moment, end: Moment, minutes: int) -> _Task:
    return strand.until(start), strand.until(end), minutes


def latest_ends(ahead: Ahead, end: Moment) -> list[Moment]:
    """Of each job the latest end with which what follows it still can be over in time."""
    jobs = ahead.problem.jobs
    latest = [end - job.tail for job in jobs]
    for k in reversed(ahead.order):
        for f in ahead.followers[k]:
            wait = max(a.wait for a in jobs[f].after if a.job == k)
            begin = ahead.times.strand(loud=jobs[f].loud).begin_of(latest[f], jobs[f].minutes)
            latest[k] = min(latest[k], begin - wait)
    return latest


def _keeps(strand: Strand | None, tasks: list[_Task]) -> bool:
    """Whether all deadlines are kept by always doing what is due first, broken off as one likes."""
    if strand is not None and any(deadline > strand.before[-1] for _, deadline, _ in tasks):
        # Past what was asked for time runs on: nothing is ruled out there.
        return True
    tasks = sorted(tasks)
    waiting: list[tuple[int, int]] = []
    at = k = 0
    while k < len(tasks) or waiting:
        if not waiting:
            at = max(at, tasks[k][0])
        while k < len(tasks) and tasks[k][0] <= at:
            heappush(waiting, (tasks[k][1], tasks[k][2]))
            k += 1
        deadline, left = heappop(waiting)
        until = min(at + left, tasks[k][0]) if k < len(tasks) else at + left
        left -= until - at
        at = until
        if left:
            heappush(waiting, (deadline, left))
        elif at > deadline:
            return False
    return True
