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
from itertools import accumulate, pairwise

from msgspec import Struct

from zygoform.core.days.hours import ClockZone, Hours, Moment, day_text, weekday
from zygoform.core.days.job import Hold, Pieces

# The time someone can work in, from a moment on: as much of it as is asked for.

MOST_DAYS = 2000
"""So far ahead no job is planned: whoever has an hour a week gets no further with forty steps."""
_AT_ONCE = 28


class Free(Struct, frozen=True):
    """A stretch of one's own hours, and whether one may be loud in it."""

    begin: Moment
    end: Moment
    loud: bool


def free_time(hours: Hours, zone: ClockZone, begin: Moment, minutes: int, days: int = _AT_ONCE) -> tuple[Free, ...]:
    """In order, at least so many minutes of each kind and so many days, where there are as many.

    Where quiet hours begin or end within one's hours the stretch is parted there.
    """
    made, first = list[Free](), zone.local(begin)[0]
    quiet_left = loud_left = minutes
    usual_loud = _has_loud(hours)
    for day in range(first, first + MOST_DAYS):
        own = [part for part in _of_day(hours, zone, day) if part.end > begin]
        for part in own:
            part = part if part.begin >= begin else Free(begin, part.end, part.loud)  # noqa: PLW2901
            made.append(part)
            quiet_left -= part.end - part.begin
            loud_left -= (part.end - part.begin) * part.loud
        if quiet_left <= 0 and (loud_left <= 0 or not usual_loud) and day - first >= days:
            break
    return tuple(made)


def _has_loud(hours: Hours) -> bool:
    """Whether a usual week has any time to be loud in."""
    return any(
        loud for spans in hours.week for span in spans for _, _, loud in _parted(hours, span.begin, span.end)
    )


def _parted(hours: Hours, begin: int, end: int) -> list[tuple[int, int, bool]]:
    """A span of a day by whether it is quiet then."""
    quiet = hours.quiet
    marks = sorted({begin, end, *(m for q in quiet for m in (q.begin, q.end) if begin < m < end)})
    return [(a, b, not any(q.begin <= a < q.end for q in quiet)) for a, b in pairwise(marks)]


def _of_day(hours: Hours, zone: ClockZone, day: int) -> list[Free]:
    made = []
    for span in hours.spans(day_text(day), weekday(day)):
        for a, b, loud in _parted(hours, span.begin, span.end):
            begin, end = zone.moment(day, a), zone.moment(day, b)
            # An hour that clocks leave out is no time to work in.
            if end > begin:
                made.append(Free(begin, end, loud))
    return made


class Timetable:
    """Free time with what is asked of it over and over: the next of it, and when so much of it is over."""

    def __init__(self, free: tuple[Free, ...]) -> None:
        self.free = free
        self.all = Strand(free)
        self.loud = Strand(tuple(part for part in free if part.loud))

    def strand(self, *, loud: bool) -> "Strand":
        """What may be used."""
        return self.loud if loud else self.all


class Strand:
    """Stretches in order, and how many minutes lie before each."""

    def __init__(self, parts: tuple[Free, ...]) -> None:
        self.begins = [part.begin for part in parts]
        self.ends = [part.end for part in parts]
        self.before = [0, *accumulate(part.end - part.begin for part in parts)]
        self.last = self.ends[-1] if parts else 0

    def until(self, moment: Moment) -> int:
        """Minutes of it before a moment."""
        at = bisect_right(self.begins, moment) - 1
        return self.before[at] + min(moment, self.ends[at]) - self.begins[at] if at >= 0 else 0

    def after(self, moment: Moment) -> Moment:
        """The next moment of it, that one if it lies in it; past its end where there is no more."""
        at = bisect_right(self.begins, moment) - 1
        if at >= 0 and moment < self.ends[at]:
            return moment
        return self.begins[at + 1] if at + 1 < len(self.begins) else max(self.last, moment)

    def end_of(self, moment: Moment, minutes: int) -> Moment:
        """When so many minutes of it, begun then, are over. Past its end time runs on."""
        want = self.until(moment) + minutes
        at = bisect_right(self.before, want - 1) - 1
        if at >= len(self.begins):
            return max(self.last, moment) + want - self.before[-1]
        return self.begins[at] + want - self.before[at]

    def begin_of(self, moment: Moment, minutes: int) -> Moment:
        """The latest moment to begin so many minutes that are over by then; before its begin time runs back."""
        left = self.until(moment) - minutes
        if left < 0:
            return (self.begins[0] if self.begins else moment) + left
        at = bisect_right(self.before, left) - 1
        return self.begins[at] + left - self.before[at]


TAKEN, QUIET, HOURS = 0, 1, 2
Stretch = tuple[Moment, Moment, bool, int, int, int, int]
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
