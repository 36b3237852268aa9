"""Random jobs, as a finish brings them about; and what every plan has to keep, looked at minute by minute."""

import random
from itertools import pairwise

from zygoform.core.days.hours import ClockZone, Hours, Room, day_number, free_time
from zygoform.core.days.job import After, DaysAnswer, DaysProblem, Hold, Job

BEGIN = day_number("2026-11-27") * 1440 + 18 * 60
"""A Friday evening."""


def random_problem(count: int, seed: int, *, step: int = 5) -> DaysProblem:
    """Chains with waits, windows and places; all figures are multiples of `step`."""
    r = random.Random(seed)
    chains: list[int | None] = [None] * max(2, count // 5)
    jobs = []
    for k in range(count):
        own = r.randrange(len(chains))
        after, before = [], chains[own]
        if before is not None:
            wait = 30 * r.choice((0, 0, 1, 2, 4, 12, 24, 48))
            window = bool(wait) and r.random() < 0.25
            within = wait + 30 * r.choice((48, 96, 144)) if window else 0
            after.append(After(before, wait, within, r.choice((0, within + 1440)) if window else 0))
        whole = r.random() < 0.5
        most = 90 if whole else 180
        holds = (Hold(r.choice(("spray", "clamps")), 30 * r.choice((1, 2, 24))),) if r.random() < 0.2 else ()
        minutes = step * r.randint(1, most // step)
        tail = r.choice((0, 0, 720))
        jobs.append(Job(str(k), minutes, r.random() < 0.25, whole, tuple(after), holds, tail, 30))
        chains[own] = k
    total = sum(job.minutes + job.scuff for job in jobs)
    days = 20 if count <= 12 else 60
    return DaysProblem(tuple(jobs), BEGIN, free_time(Hours(), ClockZone(), BEGIN, 2 * total, days), Room(1, 2, 2))


def check(problem: DaysProblem, answer: DaysAnswer) -> None:
    """Everything a plan has to keep; raises AssertionError for what it does not."""
    free = {minute: part.loud for part in problem.free for minute in range(part.begin, part.end)}
    taken: set[int] = set()
    for job, placed in zip(problem.jobs, answer.placed, strict=True):
        minutes = [minute for begin, end in placed.pieces for minute in range(begin, end)]
        assert len(minutes) == job.minutes + (job.scuff if placed.scuffed else 0)
        assert not taken & set(minutes), (job.id, "two things at once")
        taken |= set(minutes)
        assert free.keys() >= set(minutes), job.id
        if job.loud:
            assert all(free[minute] for minute in minutes), (job.id, "loud in quiet hours")
        _breaks(job, placed.pieces, free, whole=job.id not in answer.too_long)
        for a in job.after:
            end = answer.placed[a.job].end
            assert placed.begin >= end + a.wait, (job.id, "before its wait ends")
            if a.within and placed.begin > end + a.within:
                assert placed.scuffed, (job.id, "after its window without a scuff")
                assert placed.begin >= end + a.late
    for place in ("spray", "clamps", "table"):
        held = [
            (p.begin, p.end + h.extra)
            for job, p in zip(problem.jobs, answer.placed, strict=True)
            for h in job.holds
            if h.place == place
        ]
        assert all(sum(a <= begin < b for a, b in held) <= getattr(problem.room, place) for begin, _ in held), place
    ends = [p.end + job.tail for job, p in zip(problem.jobs, answer.placed, strict=True)]
    assert answer.end == max(ends)
    assert answer.bound <= answer.end


def _breaks(job: Job, pieces: tuple[tuple[int, int], ...], free: dict[int, bool], *, whole: bool) -> None:
    """Wet work has none; other work only where one's hours end, what is loud where it gets quiet."""
    assert not (job.whole and whole) or len(pieces) == 1, (job.id, "broken off")
    for (_, end), (begin, _) in pairwise(pieces):
        usable = [m for m in range(end, begin) if m in free and (free[m] or not job.loud)]
        assert not usable, (job.id, "broken off within one's hours")
