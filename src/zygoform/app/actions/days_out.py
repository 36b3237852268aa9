"""The plan of days on its way out: as it is known, else as it is found at once."""

from collections.abc import Callable
from pathlib import Path

from zygoform.app.background import patiently
from zygoform.app.session import Session
from zygoform.core.piecemeal import at_once
from zygoform.core.schedule.day_plan import DayPlan
from zygoform.files.names import shown


def days_of(session: Session) -> DayPlan | None:
    """The plan on the screen; one found at once where nobody has looked at the days since something was changed."""
    project, plan, days = session.project, session.plan, session.days
    if plan is None:
        return None
    if days.plan is not None and days.is_current and not days.is_out_of_date:
        return days.plan
    from zygoform.core.plan.days_stage import plan_days

    now, zone = days.clock.moment(), days.clock.zone()
    return patiently(lambda: at_once(plan_days(project, plan, now, zone, like=days.plan)))


def write_calendar(
    session: Session, ask_save: Callable[[str, str], str], suggested: str, tell: Callable[[str], object]
) -> None:
    """What is still to be done, as a calendar file."""
    days = days_of(session)
    if days is None or days.refused:
        tell(days.refused if days is not None else "There is nothing to be planned yet.")
        return
    name = ask_save(suggested, "Calendar (*.ics)")
    if not name:
        return
    from zygoform.files.atomic import write_whole
    from zygoform.files.calendar_ics import calendar_ics

    project = session.project
    try:
        patiently(lambda: write_whole(Path(name), calendar_ics(project, days)))
    except OSError as refused:
        tell(f"Not exported: {refused.strerror or refused}.")
    else:
        tell(f"Exported {shown(Path(name))}")
