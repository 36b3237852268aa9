"""Where a job goes on someone's time: the first stretch that takes it, past what is taken already.

A stretch is (begin, end, loud, begins, ends, number, next loud): whether one may be loud in it; whether it begins
and ends where one's hours do (`HOURS`), where quiet hours do (`QUIET`), or where something else is being done
(`TAKEN`); which it was before anything was taken, and the next one that one may be loud in.

      18:00          20:00     21:00            18:00
        |  loud        | quiet   |     night      |  loud
      HOURS          QUIET     HOURS            HOURS

What may be broken off is broken off at the end of one's hours, what is loud where it gets quiet: nowhere else. It
is gone on with as soon as one's hours begin again.
"""

from bisect import bisect_right
from collections.abc import Sequence

from zygoform.core.days.hours import HOURS, QUIET, TAKEN, Free, Moment, Stretch
from zygoform.core.days.job import Hold, Pieces

FIRST_PIECE = 10
"""Nobody begins for fewer minutes than that, to break off again."""
PlaceHolds = dict[str, tuple[tuple[Moment, Moment], ...]]
"""Of each place when it is held, from and to."""


def stretches(free: Sequence[Free]) -> list[Stretch]:
    """All of one's time, nothing of it taken."""
    made: list[Stretch] = []
    louds = [len(free)] * (len(free) + 1)
    for k in range(len(free) - 1, -1, -1):
        louds[k] = k if free[k].loud else louds[k + 1]
    for k, part in enumerate(free):
        joins = k > 0 and free[k - 1].end == part.begin
        goes_on = k + 1 < len(free) and free[k + 1].begin == part.end
        begins, ends = QUIET if joins else HOURS, QUIET if goes_on else HOURS
        made.append((part.begin, part.end, part.loud, begins, ends, k, louds[k + 1]))
    return made


def find(line: Sequence[Stretch], earliest: Moment, minutes: int, *, loud: bool, whole: bool) -> Pieces | None:
    """The first pieces of time for so many minutes, none before `earliest`; None where there is not so much."""
    at = bisect_right(line, earliest, key=_end)
    rest = QUIET if loud else HOURS
    while at < len(line):
        begin, may = line[at][0], line[at][2]
        if may or not loud:
            found = _run(line, at, max(begin, earliest), minutes, loud, None if whole else rest)
            if found is not None:
                return found
        at += 1
    return None


def _end(stretch: Stretch) -> Moment:
    return stretch[1]


def _run(
    line: Sequence[Stretch], at: int, start: Moment, minutes: int, loud: bool, rest: int | None
) -> Pieces | None:
    """Begun there, with breaks where `rest` allows them: all of it, or nothing."""
    pieces, begun, count = list[tuple[Moment, Moment]](), start, len(line)
    while True:
        end = line[at][1]
        if end - start >= minutes:
            pieces.append((begun, start + minutes))
            return tuple(pieces)
        minutes -= end - start
        following = at + 1
        if following < count and line[following][0] == end and (line[following][2] or not loud):
            at, start = following, end
            continue
        if rest is None or line[at][4] < rest or (not pieces and end - begun < FIRST_PIECE):
            return None
        pieces.append((begun, end))
        goes_on = line[at][6] if loud else line[at][5] + 1
        while following < count and line[following][5] < goes_on:
            following += 1
        if following == count or line[following][5] != goes_on or line[following][3] < rest:
            return None
        at, start = following, line[following][0]
        begun = start


def left_of(line: Sequence[Stretch], pieces: Pieces, keep_from: Moment = 0) -> list[Stretch]:
    """What is left when those pieces are taken; of what ends before `keep_from` nothing."""
    first = bisect_right(line, pieces[0][0], key=_end)
    made: list[Stretch] = [] if keep_from else list(line[:first])
    k, count, at = 0, len(pieces), first
    while at < len(line) and k < count:
        begin, end, loud, begins, ends, number, next_loud = line[at]
        at += 1
        while k < count and pieces[k][0] < end:
            if pieces[k][0] > begin:
                made.append((begin, pieces[k][0], loud, begins, TAKEN, number, next_loud))
            begin, begins = max(begin, pieces[k][1]), TAKEN
            if pieces[k][1] > end:
                # It goes on in the next stretch, which quiet hours part from this one.
                break
            k += 1
        if begin < end:
            made.append((begin, end, loud, begins, ends, number, next_loud))
    made += line[at:]
    return made


def free_place(holds: PlaceHolds, hold: Hold, room: int, begin: Moment, end: Moment) -> Moment:
    """`begin` if the place is free from then until `end` and so long as it is held; else the next moment to try."""
    until = end + hold.extra
    over = [(a, b) for a, b in holds.get(hold.place, ()) if a < until and b > begin]
    if len(over) < room:
        return begin
    for moment in (begin, *(a for a, _ in over if a > begin)):
        there = [b for a, b in over if a <= moment < b]
        if len(there) >= room:
            return min(there)
    return begin
