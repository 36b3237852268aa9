"""Days as people write them, counted against the calendar of the standard library."""

from datetime import date, timedelta

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zygoform.core.days.hours import read_day
from zygoform.core.errors import BadInputError

TUESDAY = date(2026, 12, 1)
EPOCH = date(1970, 1, 1)


def read(text: str, *, month_first: bool = False) -> date:
    return EPOCH + timedelta(days=read_day(text, (TUESDAY - EPOCH).days, month_first=month_first))


@pytest.mark.parametrize(
    ("text", "day"),
    [
        ("2026-12-05", (2026, 12, 5)),
        ("5 Dec", (2026, 12, 5)),
        ("5. December 2027", (2027, 12, 5)),
        ("Dec 5", (2026, 12, 5)),
        ("December 5th, 2026", (2026, 12, 5)),
        ("5.12.", (2026, 12, 5)),
        ("05.12.26", (2026, 12, 5)),
        # It was yesterday; what was in October is a year off.
        ("30 Nov", (2026, 11, 30)),
        ("31 Oct", (2026, 10, 31)),
        ("30 Oct", (2027, 10, 30)),
        ("29 Feb", (2028, 2, 29)),
        ("today", (2026, 12, 1)),
        ("Tomorrow", (2026, 12, 2)),
        ("Fri", (2026, 12, 4)),
        ("tuesday", (2026, 12, 8)),
        ("in 3 days", (2026, 12, 4)),
        ("in 2 weeks", (2026, 12, 15)),
    ],
)
def test_days_are_read_as_they_are_written(text: str, day: tuple[int, int, int]) -> None:
    assert read(text) == date(*day)


def test_a_stroke_puts_the_month_first_where_that_is_usual_and_a_point_never_does() -> None:
    assert read("12/5", month_first=True) == date(2026, 12, 5)
    assert read("12/5") == date(2027, 5, 12)
    assert read("5.12.", month_first=True) == date(2026, 12, 5)


@given(st.dates(TUESDAY - timedelta(days=31), TUESDAY + timedelta(days=333)))
def test_without_a_year_it_is_the_next_such_day_or_one_just_past(day: date) -> None:
    assert read(f"{day.day} {day:%b}") == read(f"{day.day}.{day.month}.") == day
    assert read(f"{day.month}/{day.day}", month_first=True) == read(f"{day:%B} {day.day} {day.year}") == day


@pytest.mark.parametrize("text", ["soon", "31 Feb", "32.1.", "13/13", "Marchember 5", "5", "yesterday", "99 days"])
def test_what_is_no_day_is_refused_with_what_would_be_one(text: str) -> None:
    with pytest.raises(BadInputError, match="5 Dec"):
        read(text)
