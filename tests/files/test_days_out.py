"""The days on their way out: a calendar that another library reads, sheets that are told without colour."""

import io
from datetime import UTC, datetime

import vobject
from pypdf import PdfReader

from tests.planned import plan_of
from zygoform.core.days.hours import ClockZone, moment_of
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import plan_days
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan
from zygoform.core.schedule.progress import dated_words
from zygoform.core.steps.finish_steps import steps_of_layers
from zygoform.files.calendar_ics import calendar_ics
from zygoform.files.day_sheets_pdf import day_sheets
from zygoform.files.demo import demo_project, in_its_days
from zygoform.files.paper import pictures
from zygoform.files.worksheet_pdf import work_sheet

NOW = datetime(2026, 12, 3, 19, 20, tzinfo=UTC)


def demo() -> tuple[Project, DayPlan]:
    project = in_its_days(demo_project(), NOW)
    return project, at_once(plan_days(project, plan_of(project), moment_of(NOW), ClockZone()))


def test_the_calendar_is_the_plan() -> None:
    project, days = demo()
    read = vobject.readOne(calendar_ics(project, days).decode())
    events = {
        (event.summary.value, moment_of(event.dtstart.value), moment_of(event.dtend.value), event.transp.value)
        for event in read.vevent_list
    }
    show = project.shop.unit.show
    expected = set()
    for own in days.open:
        count = len(own.pieces)
        for k, (begin, end) in enumerate(own.pieces, 1):
            part = f" ({k} of {count})" if count > 1 else ""
            expected.add((own.step.what.words(show) + part, begin, end, "OPAQUE"))
        if own.dry > own.end:
            expected.add((f"Dries: {own.step.what.words(show)}", own.end, own.dry, "TRANSPARENT"))
    expected.add((f"{project.name}: finished and dry", days.end, days.end, "TRANSPARENT"))
    assert events == expected
    ids = [event.uid.value for event in read.vevent_list]
    assert len(set(ids)) == len(ids)
    # The same step has the same id again: a calendar moves it.
    again = vobject.readOne(calendar_ics(project, days).decode())
    assert ids == [event.uid.value for event in again.vevent_list]


def test_day_sheets_say_each_day_and_need_no_colour() -> None:
    project, days = demo()
    pdf = day_sheets(project, plan_of(project), days)
    words = " ".join(" ".join(page.extract_text().split()) for page in PdfReader(io.BytesIO(pdf)).pages)
    assert dated_words(ClockZone(), days.end) in words
    for own in days.open:
        assert " ".join(own.step.what.words(project.shop.unit.show).split()) in words, own.id
    assert "today" not in words.lower(), "tomorrow it is another day"
    for picture in pictures(pdf, 60):
        pixels = memoryview(picture.pixels)
        assert all(pixels[k] == pixels[k + 1] == pixels[k + 2] for k in range(0, len(pixels) - 3, 4)), (
            "there is colour in it"
        )


def test_the_finish_stands_on_the_work_sheet() -> None:
    project, _ = demo()
    pages = PdfReader(io.BytesIO(work_sheet(project, plan_of(project)))).pages
    words = " ".join(" ".join(page.extract_text().split()) for page in pages)
    for said in ("Colour: oil stain", "Clear: water-based clear", "3 coats", "Harbour blue"):
        assert said in words, said
    # What the table says is waited is what is planned: layer by layer, from the steps themselves.
    plan, told = plan_of(project), 0
    for batch in plan.finish.batches:
        for layer, steps in zip(batch.layers, steps_of_layers(batch, plan.work.steps), strict=True):
            waits = [step.wait for step in steps if step.wait[1]]
            if waits and layer.is_coat:
                told += 1
                low, high = waits[-1]
                assert (f"{low:g} to {high:g} h" if low != high else f"{low:g} h") in words
    assert told > 4
    assert "next 2 to 6 h" not in words


def test_every_step_of_the_demo_is_still_called_so() -> None:
    project, days = demo()
    known = {own.id for own in days.steps}
    assert {entry.step for entry in project.days.log} <= known
    assert days.done
    assert days.open
    plan = plan_of(project)
    assert [f.code for f in plan.findings].count("lesson") == 2
