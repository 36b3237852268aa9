"""Hours as they are typed, and moments under clocks that jump."""

from datetime import UTC, datetime
from zoneinfo import ZoneInfo

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zygoform.core.days.hours import (
    ClockZone,
    DaySpan,
    Hours,
    day_number,
    day_text,
    free_time,
    moment_of,
    read_spans,
    spans_words,
    weekday,
)
from zygoform.core.errors import BadInputError

BERLIN = ZoneInfo("Europe/Berlin")


def at(*when: int) -> int:
    return moment_of(datetime(*when, tzinfo=BERLIN))  # type: ignore[arg-type, misc]


SPRING, AUTUMN = at(2027, 3, 28, 3), at(2026, 10, 25, 3) - 60
ZONE = ClockZone(((0, 120), (AUTUMN, 60), (SPRING, 120)))


@pytest.mark.parametrize(
    ("text", "spans"),
    [
        ("18-21", [(1080, 1260)]),
        ("9:00-12:00, 13–17:30", [(540, 720), (780, 1050)]),
        ("6pm to 9pm", [(1080, 1260)]),
        ("12am-1am; 0.30-2", [(0, 120)]),
        ("20-24", [(1200, 1440)]),
        ("off", []),
    ],
)
def test_hours_are_read_as_people_write_them(text: str, spans: list[tuple[int, int]]) -> None:
    read = read_spans(text)
    assert [(span.begin, span.end) for span in read] == spans
    assert read_spans(spans_words(read)) == read


@pytest.mark.parametrize("text", ["9", "9-8", "25-26", "9:60-10", "a-b", "9-10-11", "13pm-14pm", "24-25"])
def test_other_hours_are_refused_in_words(text: str) -> None:
    with pytest.raises(BadInputError) as refused:
        read_spans(text)
    assert refused.value.message


@given(st.integers(at(2026, 9, 1), at(2027, 5, 1)))
def test_clocks_that_jump_agree_with_the_calendar_of_the_world(moment: int) -> None:
    local = datetime.fromtimestamp(60 * moment, UTC).astimezone(BERLIN)
    day, minute = ZONE.local(moment)
    assert (day_text(day), minute) == (local.date().isoformat(), 60 * local.hour + local.minute)
    assert weekday(day) == local.weekday()
    back = ZONE.moment(day, minute)
    # An hour that there is twice is the first of them.
    assert back == moment or (moment - back == 60 and AUTUMN <= moment < AUTUMN + 60)


def test_a_night_in_which_clocks_jump_is_an_hour_shorter_or_longer() -> None:
    """From one to five by the clock: three hours in spring, of which none is made up, five in autumn."""
    hours = Hours(week=((DaySpan(60, 300),),) * 7, quiet_from=0, quiet_to=0)
    for begin, minutes in ((at(2027, 3, 28, 0), 180), (at(2026, 10, 25, 0), 300), (at(2026, 12, 1, 0), 240)):
        first = free_time(hours, ZONE, begin, 60, 2)[0]
        assert first.end - first.begin == minutes
    assert ZONE.local(ZONE.moment(day_number("2027-03-28"), 150)) == (day_number("2027-03-28"), 180)


def test_of_an_hour_there_is_twice_the_first_counts() -> None:
    assert ZONE.moment(day_number("2026-10-25"), 150) == AUTUMN - 30
