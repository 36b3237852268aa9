"""A day as people write it: 2026-12-05, 5 Dec, Dec 5, 5.12., 12/5, today, tomorrow, Friday, in 3 days."""

import re
from datetime import date, timedelta

from zygoform.core.days.moments import day_number
from zygoform.core.errors import BadInputError

_MONTHS = (
    "january", "february", "march", "april", "may", "june", "july", "august", "september", "october", "november",
    "december",
)  # fmt: skip
_DAYS = ("monday", "tuesday", "wednesday", "thursday", "friday", "saturday", "sunday")
_PARTED = re.compile(r"(\d{1,2})\s*([./-])\s*(\d{1,2})(?:\s*[./-]\s*(\d{2}|\d{4})?)?$")
_NAMED = re.compile(r"(?:(\d{1,2})\.?\s*([a-z]+)|([a-z]+)\.?\s*(\d{1,2})(?:st|nd|rd|th)?),?\.?\s*(\d{4})?$")
_EPOCH = date(1970, 1, 1)
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
