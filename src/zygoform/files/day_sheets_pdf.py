"""Day sheets: what is to be done on each day, when, with what, what dries meanwhile. Boxes and lines to fill in.

Told in black and white: work is a full bar, drying a hatched one.
"""

from collections.abc import Iterator

from zygoform.core.days.hours import Moment
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan, DayStep
from zygoform.core.schedule.progress import dated_words, day_words, long_words, time_of
from zygoform.core.steps.step import step_needs
from zygoform.files.pdf_page import PAGE_MARGIN, Page

_BAR_HIGH = 3.6
_NAMES_WIDE = 52.0
_FIRST_HOUR, _LAST_HOUR = 7, 24
"""What of a day the bars show: earlier and later lies at their edges."""


def day_sheets(project: Project, plan: Plan, days: DayPlan | None) -> bytes:
    """One section for each day with work, on the project's paper."""
    page = Page(project.shop.paper, f"{project.name}: day sheets")
    page.words(f"{project.name}: day sheets", 18, "B")
    if days is None or days.refused or not days.steps:
        page.words(days.refused if days is not None and days.refused else "There is no plan of days yet.")
        return bytes(page.output())
    if days.open:
        page.words(
            f"Finished and dry {dated_words(days.zone, days.end)}. Full: work; hatched: drying.", 10, after=2
        )
    for day in sorted({days.zone.local(begin)[0] for own in days.open for begin, _ in own.pieces}):
        _day(page, plan, days, day)
    return bytes(page.output())


def _day(page: Page, plan: Plan, days: DayPlan, day: int) -> None:
    first, last = days.zone.moment(day, 0), days.zone.moment(day + 1, 0)
    here = [own for own in days.open if any(first <= begin < last for begin, _ in own.pieces)]
    page.keep_together(34 + 6 * min(6, len(here)))
    work = sum(end - begin for own in here for begin, end in own.pieces if first <= begin < last)
    page.words(f"{day_words(day)}   {long_words(work)} of work", 13, "B")
    _bars(page, plan, days, here, day)
    room, show = page.w - 2 * PAGE_MARGIN, plan.shop.unit.show
    page.rows(
        (8.0, 24.0, 66.0, room - 122.0, 24.0),
        (
            (
                "[  ]",
                " ".join(
                    f"{time_of(days.zone, begin)}-{time_of(days.zone, end)}"
                    for begin, end in own.pieces
                    if first <= begin < last
                ),
                own.step.what.words(show) + ("; scuff it first" if own.scuffed and not own.step.goes_on else ""),
                " ".join(_more(days, own)),
                "took ____",
            )
            for own in here
        ),
        head=("", "When", "What", "Needs, and waits", ""),
    )
    cautions = dict.fromkeys(code for own in here for code in own.step.cautions if code in CAUTIONS)
    if cautions:
        page.words(f"Mind: {', '.join(CAUTIONS[code].title.lower() for code in cautions)}.", 9, after=2)


def _more(days: DayPlan, own: DayStep) -> Iterator[str]:
    needs = step_needs(own.step)
    if needs:
        yield needs
    if own.dry > own.end:
        yield f"Dry {dated_words(days.zone, own.dry)}."


def _bars(page: Page, plan: Plan, days: DayPlan, here: list[DayStep], day: int) -> None:
    """A row for each step of the day: full where someone is at it, hatched while it dries."""
    zone, show = days.zone, plan.shop.unit.show
    left, right = PAGE_MARGIN + _NAMES_WIDE, page.w - PAGE_MARGIN
    first, last = zone.moment(day, 60 * _FIRST_HOUR), zone.moment(day, 60 * _LAST_HOUR - 1)

    def x(moment: Moment) -> float:
        share = (moment - first) / (last - first)
        return left + max(0.0, min(1.0, share)) * (right - left)

    page.set_font_size(7)
    top = page.get_y()
    for hour in range(_FIRST_HOUR, _LAST_HOUR, 2):
        at = x(zone.moment(day, 60 * hour))
        page.set_line_width(0.1)
        page.line(at, top + 3, at, top + 4.5)
        page.text(at + 0.5, top + 2.8, f"{hour}")
    page.set_y(top + 5)
    for own in here:
        if page.will_page_break(_BAR_HIGH + 1):
            page.add_page()
        y = page.get_y()
        page.set_font_size(7)
        words = own.step.what.words(show)
        while page.get_string_width(words) > _NAMES_WIDE - 2:
            words = words[:-2].rstrip(" ,…") + "…"
        page.text(PAGE_MARGIN, y + 2.7, words)
        page.set_fill_color(0)
        for begin, end in own.pieces:
            if end > first and begin < last:
                page.rect(x(begin), y, max(0.5, x(end) - x(begin)), _BAR_HIGH - 0.8, style="F")
        if own.dry > own.end and own.end < last and own.dry > first:
            _hatched(page, x(own.end), y, x(own.dry) - x(own.end))
        page.set_y(y + _BAR_HIGH)
    page.ln(2)


def _hatched(page: Page, left: float, top: float, wide: float) -> None:
    high = _BAR_HIGH - 0.8
    page.set_line_width(0.15)
    page.rect(left, top, wide, high)
    at = left - high
    while at < left + wide:
        a, b = max(at, left), min(at + high, left + wide)
        if b > a:
            page.line(a, top + high - (a - at), b, top + high - (b - at))
        at += 1.6
