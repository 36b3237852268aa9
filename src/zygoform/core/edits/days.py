"""Edits of the days: own hours, the day that is wanted, and what is written down. Nothing written is ever changed.

The clock is not the core's: whoever edits hands over the time, with its zone.
"""

from datetime import datetime
from typing import Any, Literal

from msgspec import structs

from zygoform.core.days.hours import OwnDay, day_number, day_text, read_spans, read_time, spans_words
from zygoform.core.days.log import Entry, EntryKind, Lesson, StepPin
from zygoform.core.edits.edited import Edited
from zygoform.core.errors import BadInputError
from zygoform.core.measure.message import Message, literal
from zygoform.core.project import Project

DAY_NAMES = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
LONGEST_STEP = 100_000.0


def _with_days(project: Project, words: str, **values: Any) -> Edited:
    days = structs.replace(project.days, **values)
    return Edited(structs.replace(project, days=days), Message(words), frozenset(values))


def set_week(project: Project, weekday: int, text: str) -> Edited:
    """The hours of one weekday (0 for Monday), as typed."""
    spans = _beside("week", text)
    hours = project.days.hours
    week = (*hours.week[:weekday], spans, *hours.week[weekday + 1 :])
    words = f"{DAY_NAMES[weekday]}: {spans_words(spans) or 'off'}"
    return _with_days(project, words, hours=structs.replace(hours, week=week))


def set_own_day(project: Project, day: str, text: str | None) -> Edited:
    """The hours of one day that is not as usual; None makes it as usual again."""
    day = day_text(day_number(day))
    hours = project.days.hours
    others = tuple(own for own in hours.days if own.day != day)
    if text is None:
        return _with_days(project, f"{day} as usual", hours=structs.replace(hours, days=others))
    spans = _beside("day", text)
    own = tuple(sorted((*others, OwnDay(day, spans)), key=lambda d: d.day))
    return _with_days(project, f"{day}: {spans_words(spans) or 'off'}", hours=structs.replace(hours, days=own))


def _beside(entry: str, text: str) -> tuple[Any, ...]:
    try:
        return read_spans(text)
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, entry) from refused


def set_quiet(project: Project, which: Literal["from", "to"], text: str) -> Edited:
    """When quiet hours begin or end; emptied, or both alike: never quiet."""
    if not text.strip():
        never = structs.replace(project.days.hours, quiet_from=0, quiet_to=0)
        return _with_days(project, "No quiet hours", hours=never)
    hours = structs.replace(project.days.hours, **{f"quiet_{which}": read_time(text, end=True)})
    return _with_days(project, f"Quiet {which} {text.strip()}", hours=hours)


def set_room(project: Project, place: str, text: str) -> Edited:
    """How many spray places, sets of clamps or tables there are."""
    most = 20 if place == "spray" else 50
    if not (text.strip().isdecimal() and 1 <= int(text) <= most):
        raise BadInputError("out_of_range", f"A whole number from 1 to {most}.", place)
    hours = project.days.hours
    room = structs.replace(hours.room, **{place: int(text)})
    return _with_days(project, f"{place}: {int(text)}", hours=structs.replace(hours, room=room))


def set_day(project: Project, which: Literal["start", "wanted"], text: str) -> Edited:
    """The day it begins, or the one it is wanted; emptied, none."""
    plain = text.strip()
    try:
        day = day_text(day_number(plain)) if plain else ""
    except BadInputError as refused:
        raise BadInputError(refused.kind, refused.message, which) from refused
    return _with_days(project, f"{which.title()} {day}" if day else f"No day for the {which}", **{which: day})


def write_down(project: Project, kind: EntryKind, at: datetime, words: str, **values: Any) -> Edited:
    """One more line of the log."""
    days = project.days
    entry = Entry(days.next_entry, kind, at, **values)
    return Edited(
        structs.replace(project, days=structs.replace(days, log=(*days.log, entry))),
        Message(words),
        frozenset({entry.id}),
    )


def read_worked(text: str) -> float:
    """45, 1:30 or 1.5 h in minutes. Raises BadInputError."""
    plain = text.strip().lower().replace(",", ".")
    hours, colon, minutes = plain.partition(":")
    try:
        if colon:
            made = 60 * int(hours) + int(minutes)
        elif plain.endswith("h"):
            made = 60 * float(plain.removesuffix("h"))  # type: ignore[assignment]
        else:
            made = float(plain.removesuffix("min"))  # type: ignore[assignment]
    except ValueError:
        made = -1
    if not 0 < made <= LONGEST_STEP:
        raise BadInputError("not_a_number", "Minutes over 0, like 45, or hours like 1:30 or 1.5 h.", "real")
    return float(made)


def put_at(project: Project, step: str, at: datetime | None, words: str) -> Edited:
    """A step is not begun before that; None lets it go where it likes."""
    others = tuple(pin for pin in project.days.pins if pin.step != step)
    pins = others if at is None else (*others, StepPin(step, at))
    return _with_days(project, words, pins=pins)


def learn(project: Project, text: str, fits: tuple[str, ...]) -> Edited:
    """A lesson, for this plan and the next."""
    plain = " ".join(text.split())
    if not plain or len(plain) > 300:
        raise BadInputError("empty" if not plain else "out_of_range", "A sentence of up to 300 signs.", "lesson")
    days = project.days
    number = 1 + max((int(lesson.id[1:]) for lesson in days.lessons), default=0)
    lessons = (*days.lessons, Lesson(f"l{number}", plain, fits))
    return _with_days(project, f"Learnt: {literal(plain)}", lessons=lessons)


def forget_lesson(project: Project, lesson_id: str) -> Edited:
    """A lesson is not told any more."""
    lessons = tuple(lesson for lesson in project.days.lessons if lesson.id != lesson_id)
    return _with_days(project, "Lesson forgotten", lessons=lessons)
