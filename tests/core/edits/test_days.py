"""Edits of the days: each as it is typed, undone by the one before, and nothing written is ever changed."""

from datetime import UTC, datetime, timedelta
from typing import get_args

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zygoform.core.days.hours import USUAL_WEEK, DaySpan, OwnDay
from zygoform.core.days.log import EntryKind
from zygoform.core.edits.days import (
    forget_lesson,
    learn,
    put_at,
    set_day,
    set_own_day,
    set_quiet,
    set_room,
    set_week,
    write_down,
)
from zygoform.core.errors import BadInputError
from zygoform.core.project import Project
from zygoform.files.project_json import dump_project, read_project

NOW = datetime(2026, 11, 27, 18, tzinfo=UTC)
LINES = st.lists(st.tuples(st.sampled_from(get_args(EntryKind)), st.integers(-10_000, 10_000)), max_size=12)


@given(LINES)
def test_the_log_only_grows_and_every_line_has_its_own_id(lines: list[tuple[EntryKind, int]]) -> None:
    project = Project()
    for kind, minutes in lines:
        before = project.days.log
        at = NOW + timedelta(minutes=minutes)
        project = write_down(project, kind, at, "it", step="c1/cut", text="a").project
        assert project.days.log[:-1] == before
    ids = [entry.id for entry in project.days.log]
    assert len(set(ids)) == len(ids)


def test_a_file_holds_all_that_is_said_of_the_days(tmp_path_factory: pytest.TempPathFactory) -> None:
    """Read, written and read again the same; times with the zone they were written down in."""
    east = timedelta(hours=5, minutes=30)
    at = NOW.astimezone(tz=__import__("datetime").timezone(east))
    project = write_down(Project(), "done", at, "it", step="c1/cut", what="Cut", minutes=12.5, planned=10).project
    project = set_own_day(project, "2026-12-24", "10-12, 14-16").project
    project = set_day(set_day(project, "start", "2026-11-30").project, "wanted", "2026-12-20").project
    project = put_at(learn(project, "Wipe sooner", ("phase:colour",)).project, "c1/cut", NOW, "later").project
    path = tmp_path_factory.mktemp("days") / "days.zygoform.json"
    path.write_bytes(dump_project(project))
    read = read_project(path)
    assert read.days == project.days
    assert read.days.log[0].at.utcoffset() == east
    assert dump_project(read) == path.read_bytes()


def test_a_weekday_and_one_day_that_is_otherwise() -> None:
    project = set_week(Project(), 0, "7-8, 19:30-22").project
    assert project.days.hours.week[0] == (DaySpan(420, 480), DaySpan(1170, 1320))
    assert project.days.hours.week[1:] == USUAL_WEEK[1:]
    off = set_own_day(project, "2026-11-30", "off").project
    assert off.days.hours.spans("2026-11-30", 0) == ()
    assert off.days.hours.spans("2026-12-07", 0) == project.days.hours.week[0]
    more = set_own_day(off, "2026-11-30", "9-10").project
    assert more.days.hours.days == (OwnDay("2026-11-30", (DaySpan(540, 600),)),)
    assert set_own_day(more, "2026-11-30", None).project.days.hours == project.days.hours


@pytest.mark.parametrize(
    ("which", "text", "minute"), [("from", "21:30", 1290), ("to", "7", 420), ("to", "24", 1440)]
)
def test_quiet_hours(which: str, text: str, minute: int) -> None:
    hours = set_quiet(Project(), which, text).project.days.hours  # type: ignore[arg-type]
    assert getattr(hours, f"quiet_{which}") == minute


@pytest.mark.parametrize("text", ["0", "-1", "many", "99", "1.5", ""])
def test_there_is_at_least_one_of_each_place(text: str) -> None:
    with pytest.raises(BadInputError) as refused:
        set_room(Project(), "spray", text)
    assert refused.value.parameter == "spray"
    assert set_room(Project(), "clamps", "7").project.days.hours.room.clamps == 7


def test_a_step_is_put_once_and_let_go() -> None:
    project = put_at(Project(), "c1/cut", NOW, "a").project
    project = put_at(project, "c1/cut", NOW + timedelta(days=1), "b").project
    assert [pin.at for pin in project.days.pins] == [NOW + timedelta(days=1)]
    assert put_at(project, "c1/cut", None, "c").project.days.pins == ()


def test_lessons_are_learnt_and_forgotten_and_empty_ones_refused() -> None:
    project = learn(learn(Project(), " one ", ("phase:cut",)).project, "two", ("phase:glue",)).project
    assert [(own.id, own.text) for own in project.days.lessons] == [("l1", "one"), ("l2", "two")]
    left = forget_lesson(project, "l1").project
    assert [own.text for own in left.days.lessons] == ["two"]
    assert learn(left, "three", ("phase:cut",)).project.days.lessons[-1].id == "l3"
    for text in ("", "  ", "a" * 301):
        with pytest.raises(BadInputError):
            learn(project, text, ("phase:cut",))


@pytest.mark.parametrize("text", ["27.11.2026", "2026-13-01", "tomorrow", "2026-02-30"])
def test_a_day_that_is_none_is_refused_beside_its_field(text: str) -> None:
    for which in ("start", "wanted"):
        with pytest.raises(BadInputError) as refused:
            set_day(Project(), which, text)
        assert refused.value.parameter == which
        assert "2026-12-05" in refused.value.message
