"""Days and times in words, by the clock on the wall."""

from zygoform.core.days.hours import ClockZone, Moment, clock_words, day_text, weekday

DAYS = ("Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun")
MONTHS = ("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec")


def day_words(day: int) -> str:
    """Fri 27 Nov."""
    _, month, date = day_text(day).split("-")
    return f"{DAYS[weekday(day)]} {int(date)} {MONTHS[int(month) - 1]}"


def day_of(zone: ClockZone, moment: Moment, now: Moment) -> str:
    """Today, tomorrow, or Sat 28 Nov."""
    day, today = zone.local(moment)[0], zone.local(now)[0]
    return {0: "today", 1: "tomorrow", -1: "yesterday"}.get(day - today) or day_words(day)


def time_of(zone: ClockZone, moment: Moment) -> str:
    """18:20."""
    return clock_words(zone.local(moment)[1])


def when_words(zone: ClockZone, moment: Moment, now: Moment) -> str:
    """Today 18:20."""
    return f"{day_of(zone, moment, now)} {time_of(zone, moment)}"


def dated_words(zone: ClockZone, moment: Moment) -> str:
    """Sat 28 Nov 18:20: for paper, on which today is another day tomorrow."""
    return f"{day_words(zone.local(moment)[0])} {time_of(zone, moment)}"


def span_words(zone: ClockZone, begin: Moment, end: Moment) -> str:
    """18:20 to 18:45; of another day with it."""
    if zone.local(begin)[0] == zone.local(end)[0]:
        return f"{time_of(zone, begin)} to {time_of(zone, end)}"
    return f"{time_of(zone, begin)} to {day_words(zone.local(end)[0])} {time_of(zone, end)}"


def long_words(minutes: float) -> str:
    """45 min, 2 h, 3 1/2 days."""
    if minutes < 90:
        return f"{minutes:.0f} min"
    if minutes < 36 * 60:
        halves = round(minutes / 30)
        return f"{halves // 2}{' 1/2' if halves % 2 else ''} h"
    halves = round(minutes / 720)
    return f"{halves // 2}{' 1/2' if halves % 2 else ''} days"
