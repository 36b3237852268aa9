"""The plan of days as a calendar file (iCalendar, RFC 5545), for any calendar: work takes time, drying does not."""

import re

from icalendar import Calendar, Event

from zygoform.core.days.hours import Moment, utc_of
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.steps.step import step_needs


def calendar_ics(project: Project, days: DayPlan) -> bytes:
    """An event for each time someone is at a step that is not done, one for what dries after it, and the end."""
    calendar = Calendar()
    calendar.add("prodid", "-//Zygoform//days//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", project.name or "New piece")
    own_id = project.id or re.sub(r"[^a-z0-9]+", "-", project.name.lower()).strip("-") or "piece"
    for own in days.open:
        for event in _events(own, project.shop.unit, own_id):
            event.add("dtstamp", utc_of(days.now))
            calendar.add_component(event)
    if days.open:
        over = _event("end", days.end, days.end, f"{project.name}: finished and dry", own_id, busy=False)
        over.add("dtstamp", utc_of(days.now))
        calendar.add_component(over)
    return bytes(calendar.to_ical())


def _events(own: DayStep, unit: DisplayUnit, project_id: str) -> list[Event]:
    what = own.step.what.words(unit.show)
    made = []
    for k, (begin, end) in enumerate(own.pieces):
        part = f" ({k + 1} of {len(own.pieces)})" if len(own.pieces) > 1 else ""
        event = _event(f"{own.id}-{k}", begin, end, what + part, project_id, busy=True)
        needs = step_needs(own.step)
        if needs:
            event.add("description", needs)
        made.append(event)
    if own.dry > own.end:
        made.append(_event(f"{own.id}-dry", own.end, own.dry, f"Dries: {what}", project_id, busy=False))
    return made


def _event(name: str, begin: Moment, end: Moment, summary: str, project_id: str, *, busy: bool) -> Event:
    """The same step has the same id in every file: a calendar moves it instead of adding it again."""
    event = Event()
    event.add("uid", f"{re.sub(r'[^A-Za-z0-9.~+-]+', '-', name)}@{project_id}.zygoform")
    event.add("dtstart", utc_of(begin))
    event.add("dtend", utc_of(end))
    event.add("summary", summary)
    event.add("transp", "OPAQUE" if busy else "TRANSPARENT")
    return event
