"""The time someone can work in, from a moment on: as much of it as is asked for."""

from bisect import bisect_right
from itertools import accumulate, pairwise

from msgspec import Struct

from zygoform.core.days.hours import Hours
from zygoform.core.days.moments import ClockZone, Moment, day_text, weekday

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
