"""When someone can work: hours of the week, days that are otherwise, quiet hours, and what there is room for.

Minutes of a day are local, 0 to 1440; days are written as ISO 8601 has them (2026-11-27).
"""

from typing import Annotated, Literal, get_args

from msgspec import Meta, Struct

from zygoform.core.errors import BadInputError
from zygoform.core.most import most

MINUTES_A_DAY = 1440
Day = Annotated[str, Meta(pattern=r"^[0-9]{4}-[0-9]{2}-[0-9]{2}$")]
DayOrNone = Annotated[str, Meta(pattern=r"^([0-9]{4}-[0-9]{2}-[0-9]{2})?$")]
MinuteOfDay = Annotated[int, Meta(ge=0, le=MINUTES_A_DAY)]
Place = Literal["spray", "clamps", "table"]
"""What a step may hold beside the person: the one spray place, sets of clamps, tables that things lie on."""
PLACES: tuple[Place, ...] = get_args(Place)


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
