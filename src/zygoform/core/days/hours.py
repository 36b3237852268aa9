"""When someone can work: hours of the week, days that are otherwise, quiet hours, and what there is room for.

Minutes of a day are local, 0 to 1440; days are written as ISO 8601 has them (2026-11-27).
"""

import re
from bisect import bisect_right
from datetime import UTC, date, datetime, timedelta
from itertools import accumulate, pairwise
from typing import Annotated, Literal

from msgspec import Meta, Struct

from zygoform.core.errors import BadInputError
from zygoform.core.most import most

# Moments as whole minutes since 1970 UTC, and the local day and time they are.
#
# A wait lasts as long as it lasts, whatever clocks are put to: moments are told in UTC. Own hours are told by the
# clock on the wall. Between the two stands a `ClockZone`, plain data that whoever knows the clock hands over.

Moment = int
_EPOCH = date(1970, 1, 1)
LAST_DAY = (date.max - _EPOCH).days
"""No day after it has a name."""


class ClockZone(Struct, frozen=True):
    """From each moment on clocks are so many minutes ahead of UTC; before the first one as from then on."""

    changes: tuple[tuple[Moment, int], ...] = ((0, 0),)

    def ahead(self, moment: Moment) -> int:
        """How many minutes local time is ahead of UTC then."""
        at = bisect_right(self.changes, (moment, MINUTES_A_DAY * 2)) - 1
        return self.changes[max(at, 0)][1]

    def local(self, moment: Moment) -> tuple[int, int]:
        """The number of the local day, and the minute of it."""
        return divmod(moment + self.ahead(moment), MINUTES_A_DAY)

    def moment(self, day: int, minute: int) -> Moment:
        """When the clock shows that. Of a time there is twice it is the first, of one that is left out the next
        there is.
        """
        wall = day * MINUTES_A_DAY + minute
        found = sorted({wall - ahead for _, ahead in self.changes})
        for moment in found:
            if moment + self.ahead(moment) == wall:
                return moment
        # Left out when clocks went forward: the moment they did.
        return min(at for at, ahead in self.changes if at + ahead >= wall)


def day_number(text: str) -> int:
    """Of an ISO day, days since 1970. Raises BadInputError."""
    try:
        return (date.fromisoformat(text) - _EPOCH).days
    except ValueError:
        raise BadInputError(
            "not_a_number", "Write a day like 5 Dec, Friday, in 3 days or 2026-12-05.", "day"
        ) from None


def day_text(day: int) -> str:
    """2026-11-27."""
    return (_EPOCH + timedelta(days=min(day, LAST_DAY))).isoformat()


def weekday(day: int) -> int:
    """0 for Monday."""
    return (day + 3) % 7


def moment_of(when: datetime) -> Moment:
    """The minute a time with its zone lies in."""
    return int(when.timestamp() // 60)


def utc_of(moment: Moment) -> datetime:
    """That minute, in UTC."""
    return datetime.fromtimestamp(min(moment, LAST_DAY * MINUTES_A_DAY) * 60, UTC)


MINUTES_A_DAY = 1440
Day = Annotated[str, Meta(pattern=r"^[0-9]{4}-[0-9]{2}-[0-9]{2}$")]
DayOrNone = Annotated[str, Meta(pattern=r"^([0-9]{4}-[0-9]{2}-[0-9]{2})?$")]
MinuteOfDay = Annotated[int, Meta(ge=0, le=MINUTES_A_DAY)]
Place = Literal["spray", "clamps", "table"]
"""What a step may hold beside the person: the one spray place, sets of clamps, tables that things lie on."""


class DaySpan(Struct, frozen=True):
    """From a minute of a day to a later one."""

    begin: MinuteOfDay
    end: MinuteOfDay


Spans = Annotated[tuple[DaySpan, ...], Meta(max_length=12)]


class OwnDay(Struct, frozen=True):
    """One day that is not as its weekday usually is; without spans it is free of work."""

    day: Day
    spans: Spans = ()


class Room(Struct, frozen=True):
    """How much of each there is at once."""

    spray: Annotated[int, Meta(ge=1, le=20)] = 1
    clamps: Annotated[int, Meta(ge=1, le=50)] = 3
    table: Annotated[int, Meta(ge=1, le=50)] = 2


_EVENING = (DaySpan(18 * 60, 21 * 60),)
_WEEKEND = (DaySpan(9 * 60, 12 * 60), DaySpan(13 * 60, 17 * 60))
USUAL_WEEK: tuple[Spans, ...] = (_EVENING,) * 5 + (_WEEKEND,) * 2


class Hours(Struct, frozen=True):
    """Hours of each weekday (Monday first), days that are otherwise, and when nothing loud is done.

    `quiet_from` may lie after `quiet_to`: then it is quiet over midnight; where both are alike it never is.
    """

    week: Annotated[tuple[Spans, ...], Meta(min_length=7, max_length=7)] = USUAL_WEEK
    days: Annotated[tuple[OwnDay, ...], Meta(max_length=most("days.hours.days"))] = ()
    quiet_from: MinuteOfDay = 20 * 60
    quiet_to: MinuteOfDay = 8 * 60
    room: Room = Room()

    def spans(self, day: str, weekday: int) -> tuple[DaySpan, ...]:
        """The hours of one day; `weekday` is 0 for Monday."""
        own = next((own for own in self.days if own.day == day), None)
        return own.spans if own is not None else self.week[weekday]

    @property
    def quiet(self) -> tuple[DaySpan, ...]:
        """The quiet hours of any day, as spans of that day."""
        begin, end = self.quiet_from, self.quiet_to
        if begin == end:
            return ()
        if begin < end:
            return (DaySpan(begin, end),)
        return tuple(s for s in (DaySpan(0, end), DaySpan(begin, MINUTES_A_DAY)) if s.end > s.begin)


def joined(spans: tuple[DaySpan, ...]) -> tuple[DaySpan, ...]:
    """In order, those that meet or overlap as one. Raises BadInputError where one ends before it begins."""
    made: list[DaySpan] = []
    for span in sorted(spans, key=lambda s: (s.begin, s.end)):
        if span.end <= span.begin:
            raise BadInputError("out_of_range", "The end comes after the beginning: 18:00-21:00.", "hours")
        if made and span.begin <= made[-1].end:
            made[-1] = DaySpan(made[-1].begin, max(made[-1].end, span.end))
        else:
            made.append(span)
    return tuple(made)


def read_spans(text: str) -> tuple[DaySpan, ...]:
    """Reads 18-21, 9:00-12:00, 13-17:30 or 6pm-9pm; nothing, - or off is a day without work. BadInputError."""
    words = text.strip().lower()
    if words in ("", "-", "off", "none", "free"):
        return ()
    made = []
    for part in words.replace("–", "-").replace(" to ", "-").replace(";", ",").split(","):
        ends = part.split("-")
        if len(ends) != 2:
            raise BadInputError("not_a_number", "Write hours like 18:00-21:00, 9-12, or leave it empty.", "hours")
        made.append(DaySpan(read_time(ends[0]), read_time(ends[1], end=True)))
    return joined(tuple(made))


def read_time(text: str, *, end: bool = False) -> int:
    """The minute of the day of 18, 18:30 or 6.30pm. 24 may end a day. Raises BadInputError."""
    words = text.strip().lower().replace(".", ":").replace(" ", "")
    late = words.endswith("pm")
    clock = words.removesuffix("pm").removesuffix("am")
    hour, _, minute = clock.partition(":")
    if not (hour.isdecimal() and (minute.isdecimal() or not minute) and len(hour) <= 2 and len(minute) in (0, 2)):
        raise BadInputError("not_a_number", "Write a time like 18:00, 9:30 or 6pm.", "hours")
    h, m = int(hour), int(minute or 0)
    if clock != words:
        if not 1 <= h <= 12:
            raise BadInputError("out_of_range", "With am and pm hours go from 1 to 12.", "hours")
        h = h % 12 + 12 * late
    made = 60 * h + m
    if m > 59 or made > MINUTES_A_DAY or (made == MINUTES_A_DAY and not end):
        raise BadInputError("out_of_range", "A day has the times from 0:00 to 23:59.", "hours")
    return made


def clock_words(minute: int) -> str:
    """18:05."""
    return f"{minute // 60}:{minute % 60:02d}"


def spans_words(spans: tuple[DaySpan, ...]) -> str:
    """18:00-21:00, as it may be typed."""
    return ", ".join(f"{clock_words(span.begin)}-{clock_words(span.end)}" for span in spans)


# A day as people write it: 2026-12-05, 5 Dec, Dec 5, 5.12., 12/5, today, tomorrow, Friday, in 3 days.

_MONTHS = (
    "january", "february", "march", "april", "may", "june", "july", "august", "september", "october", "november",
    "december",
)  # fmt: skip
_DAYS = ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")
_PARTED = re.compile(r"(\d{1,2})\s*([./-])\s*(\d{1,2})(?:\s*[./-]\s*(\d{2}|\d{4})?)?$")
_NAMED = re.compile(r"(?:(\d{1,2})\.?\s*([a-z]+)|([a-z]+)\.?\s*(\d{1,2})(?:st|nd|rd|th)?),?\.?\s*(\d{4})?$")
LATELY = 31
"""A day that has just passed was meant, not the same one next year: so many days back."""


def read_day(text: str, today: int, *, month_first: bool) -> int:
    """Days since 1970 of what was typed `today`. Raises BadInputError.

    Without a year it is the next such day, or the last one where that was no more than LATELY days ago.

    Of 12/5 the month comes `first` where it is usual; 5.12. is always the day first.
    """
    plain = " ".join(text.strip().lower().split())
    found = _by_word(plain, today)
    if found is None:
        found = _parted(plain, today, month_first) if _PARTED.match(plain) else _named(plain, today)
    return found if found is not None else day_number(plain)


def _by_word(plain: str, today: int) -> int | None:
    near = {"today": 0, "tomorrow": 1, "the day after tomorrow": 2}
    if plain in near:
        return today + near[plain]
    ahead = re.fullmatch(r"in (\d{1,3}) (day|week)s?", plain)
    if ahead is not None:
        return today + int(ahead[1]) * (7 if ahead[2] == "week" else 1)
    named = _begun_by(_DAYS, plain)
    # The next one of that name; today's own name is today in a week.
    return today + ((named - (today + 3)) % 7 or 7) if named is not None else None


def _begun_by(names: tuple[str, ...], said: str) -> int | None:
    """Which name was said, whole or its first three letters and more."""
    return next((k for k, name in enumerate(names) if len(said) >= 3 and name.startswith(said)), None)


def _parted(plain: str, today: int, month_first: bool) -> int | None:
    match = _PARTED.match(plain)
    assert match is not None
    one, between, other, year = int(match[1]), match[2], int(match[3]), match[4]
    day, month = (other, one) if month_first and between == "/" else (one, other)
    return _dated(day, month, year, today)


def _named(plain: str, today: int) -> int | None:
    match = _NAMED.match(plain)
    month = _begun_by(_MONTHS, (match[2] or match[3])) if match is not None else None
    if match is None or month is None:
        return None
    return _dated(int(match[1] or match[4]), month + 1, match[5], today)


def _dated(day: int, month: int, year: str | None, today: int) -> int:
    now = _EPOCH + timedelta(days=today - LATELY)
    try:
        if year:
            return (date(int(year) + (2000 if len(year) == 2 else 0), month, day) - _EPOCH).days
        return next(
            (when - _EPOCH).days
            for years in range(9)
            if (when := _that_year(now.year + years, month, day)) is not None and when >= now
        )
    except (ValueError, StopIteration):
        raise BadInputError(
            "not_a_number", "There is no such day. Write one like 5 Dec or 2026-12-05.", "day"
        ) from None


def _that_year(year: int, month: int, day: int) -> date | None:
    """A day of a year that has it; a 29 February may be years off."""
    try:
        return date(year, month, day)
    except ValueError:
        return None


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
        loud for spans in hours.week for span in spans for _, _, loud in _by_quiet(hours, span.begin, span.end)
    )


def _by_quiet(hours: Hours, begin: int, end: int) -> list[tuple[int, int, bool]]:
    """A span of a day by whether it is quiet then."""
    quiet = hours.quiet
    marks = sorted({begin, end, *(m for q in quiet for m in (q.begin, q.end) if begin < m < end)})
    return [(a, b, not any(q.begin <= a < q.end for q in quiet)) for a, b in pairwise(marks)]


def _of_day(hours: Hours, zone: ClockZone, day: int) -> list[Free]:
    made = []
    for span in hours.spans(day_text(day), weekday(day)):
        for a, b, loud in _by_quiet(hours, span.begin, span.end):
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
