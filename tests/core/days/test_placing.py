"""Free time and where a job goes in it, against looking at every minute."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.days.problems import BEGIN
from zygoform.core.days.bound import bound_piecemeal
from zygoform.core.days.hours import (
    ClockZone,
    DaySpan,
    Free,
    Hours,
    OwnDay,
    Room,
    Strand,
    Timetable,
    day_number,
    free_time,
    weekday,
)
from zygoform.core.days.job import After, DaysProblem, Hold, Job
from zygoform.core.days.placing import FIRST_PIECE, PlaceHolds, find, free_place, left_of, stretches
from zygoform.core.days.rules import Ahead
from zygoform.core.days.search import solve
from zygoform.core.piecemeal import at_once


@st.composite
def lines(draw: st.DrawFn) -> tuple[Free, ...]:
    """A few stretches, some of them one after the other where quiet hours begin."""
    made, at = list[Free](), 0
    for _ in range(draw(st.integers(1, 7))):
        at += draw(st.sampled_from((0, 0, 30, 55)))
        long = draw(st.integers(2, 14)) * 5
        loud = draw(st.booleans())
        if made and made[-1].end == at and made[-1].loud == loud:
            at += 5
        made.append(Free(at, at + long, loud))
        at += long
    return tuple(made)


def minutes_of(line: tuple[Free, ...], *, loud: bool) -> list[int]:
    return [m for part in line for m in range(part.begin, part.end) if part.loud or not loud]


@given(lines(), st.integers(-5, 400), st.integers(1, 200))
def test_a_strand_counts_as_one_does_minute_by_minute(line: tuple[Free, ...], moment: int, count: int) -> None:
    strand, minutes = Strand(line), minutes_of(line, loud=False)
    assert strand.until(moment) == sum(1 for m in minutes if m < moment)
    later = [m for m in minutes if m >= moment]
    if later:
        assert strand.after(moment) == later[0]
    if len(later) >= count:
        assert strand.end_of(moment, count) == later[count - 1] + 1
    earlier = [m for m in minutes if m < moment]
    if len(earlier) >= count:
        assert strand.begin_of(moment, count) == earlier[-count]


def by_hand(
    line: tuple[Free, ...], taken: set[int], earliest: int, count: int, *, loud: bool, whole: bool
) -> list[int] | None:
    """The minutes of the first place, by trying every minute to begin in."""
    usable = [m for m in minutes_of(line, loud=loud) if m >= earliest]
    own = set(usable)
    for start in usable:
        got, at = list[int](), start
        first = None
        while len(got) < count:
            if at in own and at not in taken:
                got.append(at)
                at += 1
                continue
            if at in own or whole:
                break
            # One's hours end here, or it gets quiet: on with the next minute there is.
            first = first or len(got)
            following = [m for m in usable if m > at]
            if first < FIRST_PIECE or not following:
                break
            at = following[0]
        if len(got) == count:
            return got
    return None


@given(lines(), st.integers(0, 200), st.integers(1, 16), st.booleans(), st.booleans(), st.integers(0, 60))
def test_a_job_goes_to_the_first_place_that_takes_it(
    line: tuple[Free, ...], earliest: int, fives: int, loud: bool, whole: bool, taken_at: int
) -> None:
    """Beside something that is taken already, whole or broken off where that is allowed."""
    minutes, own = 5 * fives, stretches(line)
    taken = find(own, 5 * taken_at, 15, loud=False, whole=True)
    busy = {m for a, b in taken for m in range(a, b)} if taken is not None else set()
    left = left_of(own, taken) if taken is not None else own
    assert {m for a, b, *_ in left for m in range(a, b)} == set(minutes_of(line, loud=False)) - busy
    found = find(left, earliest, minutes, loud=loud, whole=whole)
    expected = by_hand(line, busy, earliest, minutes, loud=loud, whole=whole)
    got = [m for a, b in found for m in range(a, b)] if found is not None else None
    assert got == expected


@given(
    st.lists(st.tuples(st.integers(0, 50), st.integers(1, 30)), max_size=6),
    st.integers(1, 3),
    st.integers(0, 60),
    st.integers(1, 20),
    st.integers(0, 20),
)
def test_a_place_is_free_as_soon_as_it_is(
    held: list[tuple[int, int]], room: int, begin: int, long: int, extra: int
) -> None:
    spans = tuple((a, a + b) for a, b in held)
    holds: PlaceHolds = {"spray": spans}
    at, tries = begin, 0
    while (later := free_place(holds, Hold("spray", extra), room, at, at + long)) > at:
        at, tries = later, tries + 1
        assert tries < 20

    def free(start: int) -> bool:
        over = [sum(a <= m < b for a, b in spans) for m in range(start, start + long + extra)]
        return max(over) < room

    assert free(at)
    assert not any(free(m) for m in range(begin, at)), "it was free before"


def test_quiet_hours_part_ones_hours_and_over_midnight_too() -> None:
    hours = Hours(week=((DaySpan(17 * 60, 23 * 60),),) * 7, quiet_from=21 * 60, quiet_to=7 * 60)
    first, second = free_time(hours, ClockZone(), BEGIN, 10, 0)[:2]
    assert [(first.end - BEGIN, first.loud), (second.end - BEGIN, second.loud)] == [(180, True), (300, False)]
    noon = Hours(week=hours.week, quiet_from=18 * 60, quiet_to=19 * 60)
    assert [part.loud for part in free_time(noon, ClockZone(), BEGIN - 60, 10, 0)[:3]] == [True, False, True]
    never = Hours(week=hours.week, quiet_from=0, quiet_to=0)
    assert all(part.loud for part in free_time(never, ClockZone(), BEGIN, 10, 3))


def test_there_is_as_much_time_as_was_asked_for_and_no_more_than_hours_give() -> None:
    """Minutes of loud work too, where a usual week has any; nothing at all where it has none."""
    hours = Hours()
    free = free_time(hours, ClockZone(), BEGIN, 3000, 1)
    assert sum(part.end - part.begin for part in free if part.loud) >= 3000
    for one, other in pairwise(free):
        assert one.end <= other.begin
    times = Timetable(free)
    assert times.strand(loud=True).before[-1] < times.strand(loud=False).before[-1]
    assert free_time(Hours(week=((),) * 7), ClockZone(), BEGIN, 10) == ()
    only = OwnDay("2026-12-24", (DaySpan(600, 660),))
    assert len(free_time(Hours(week=((),) * 7, days=(only,)), ClockZone(), BEGIN, 10)) == 1


def test_days_of_the_week_begin_with_monday() -> None:
    assert [weekday(day_number(f"2026-11-{d}")) for d in range(23, 30)] == list(range(7))


def problem(*jobs: Job, room: Room | None = None, days: int = 20) -> DaysProblem:
    return DaysProblem(jobs, BEGIN, free_time(Hours(), ClockZone(), BEGIN, 4000, days), room or Room())


@pytest.mark.parametrize(
    ("jobs", "hours", "ruled_out"),
    [
        # One after the other, nothing to be won: the evening, then half an hour on Saturday.
        ((Job("a", 120), Job("b", 90, after=(After(0),))), 15.5, 15.5),
        # What is loud has two hours on Friday: the third is at ten on Saturday, though there is free time before.
        ((Job("a", 120, loud=True), Job("b", 60, loud=True)), 16, 16),
        # A wait of a day, and the next hours after it.
        ((Job("a", 60), Job("b", 60, after=(After(0, 1440),))), 40, 40),
        # The last wait counts.
        ((Job("a", 60, tail=600),), 11, 11),
        # Two coats on one spray place, each held two hours: the second begins at nine on Saturday.
        (
            (
                Job("a", 60, whole=True, holds=(Hold("spray", 120),)),
                Job("b", 60, whole=True, holds=(Hold("spray", 120),)),
            ),
            16,
            # Of the place alone, by day and by night: three hours and one.
            4,
        ),
    ],
)
def test_the_bound_by_hand(jobs: tuple[Job, ...], hours: float, ruled_out: float) -> None:
    """Each is as short as can be; what comes before is ruled out without a search, where no plan is known."""
    asked = problem(*jobs)
    answer = solve(asked)
    assert (answer.end - BEGIN) / 60 == hours
    assert answer.is_proven
    assert (at_once(bound_piecemeal(Ahead(asked), answer.end + 10 * 1440)) - BEGIN) / 60 == ruled_out


def test_what_is_held_when_one_begins_is_not_taken() -> None:
    """A coat sprayed before is still wet in the one place."""
    coat = Job("coat", 30, whole=True, holds=(Hold("spray", 10),))
    asked = DaysProblem((coat,), BEGIN, problem(coat).free, Room(), (("spray", BEGIN + 45),))
    assert solve(asked).placed[0].begin == BEGIN + 45


def test_what_was_done_before_gives_heads_and_windows() -> None:
    """Ready no earlier; due by then, or with a scuff and no earlier than late."""
    ready = solve(problem(Job("coat", 30, whole=True, ready=BEGIN + 40)))
    assert ready.placed[0].begin == BEGIN + 40
    due = Job("coat", 30, whole=True, scuff=20, ready=BEGIN + 40, due=BEGIN + 30, late=BEGIN + 70)
    scuffed = solve(problem(due)).placed[0]
    assert scuffed.scuffed
    assert (scuffed.begin, scuffed.end) == (BEGIN + 70, BEGIN + 120)
