"""The shortest plan: kept in every way, no longer than any rule's, as short as trying everything finds."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.days.exhaustive import STEP, Exhaustive
from tests.core.days.problems import BEGIN, check, random_problem
from tests.fuzzing import FULL, random_cases
from zygoform.core.days.bound import bound_piecemeal
from zygoform.core.days.hours import ClockZone, DaySpan, Free, Hours, OwnDay, Room, free_time
from zygoform.core.days.job import After, DaysAnswer, DaysProblem, Hold, Job
from zygoform.core.days.rules import PRIORITY_RULES, Ahead, by_rule_piecemeal, end_of_all, in_order_piecemeal, worth
from zygoform.core.days.search import AT_ONCE, LATER, Effort, climb_piecemeal, solve
from zygoform.core.errors import BadInputError
from zygoform.core.piecemeal import at_once

HOUR = 60


@given(st.integers(1, 14), st.integers(0, 10_000))
def test_a_plan_keeps_hours_waits_windows_and_places(count: int, seed: int) -> None:
    problem = random_problem(count, seed)
    ahead = Ahead(problem)
    best = min(end_of_all(ahead, at_once(by_rule_piecemeal(ahead, name))) for name in PRIORITY_RULES)
    for effort in (AT_ONCE, LATER):
        answer = solve(problem, effort)
        check(problem, answer)
        assert answer.end <= best
    assert solve(problem) == answer, "the same question, another answer"


@pytest.mark.parametrize("seed", [4, 5, 14, 34])
def test_forty_steps_are_planned_no_worse_than_by_any_rule(seed: int) -> None:
    problem = random_problem(40, seed)
    ahead = Ahead(problem)
    answer = solve(problem, Effort(4, 4, 40))
    check(problem, answer)
    assert answer.end <= min(end_of_all(ahead, at_once(by_rule_piecemeal(ahead, name))) for name in PRIORITY_RULES)


@pytest.mark.parametrize(
    ("count", "seed"),
    [
        *((9, k) for k in range(24 if FULL else 4) if k not in (4, 14, 17)),
        *((12, k) for k in ((2, 6) if FULL else (6,))),
    ],
)
def test_nothing_shorter_is_found_by_trying_everything(count: int, seed: int) -> None:
    problem = random_problem(count, seed, step=STEP)
    answer = solve(problem)
    everything = Exhaustive(problem)
    assert everything.possible(answer.end), "the other way does not even find this one"
    assert not everything.possible(answer.end - STEP), "there is a shorter one"
    assert at_once(bound_piecemeal(Ahead(problem), answer.end + 10 * 1440)) <= answer.end, (
        "what is possible is ruled out"
    )


@given(st.integers(17, 40), st.integers(0, 10_000))
@random_cases(20)
def test_from_a_plan_that_is_known_only_to_a_shorter_one(count: int, seed: int) -> None:
    """An order is kept without any search, as far as waits let it; others are gone on from if they are better."""
    problem = random_problem(count, seed)
    known = solve(problem, Effort(1, 2, 0, 1200))
    order = sorted(range(count), key=lambda k: known.placed[k].begin)
    ahead, bound = Ahead(problem), known.bound
    kept = at_once(in_order_piecemeal(ahead, order))
    assert kept is not None
    again = solve(problem, Effort(0, 0, 0), order)
    check(problem, again)
    assert again.end <= end_of_all(ahead, kept)
    assert at_once(in_order_piecemeal(ahead, order, [own.end for own in kept])) == kept
    assert at_once(in_order_piecemeal(ahead, order, [kept[order[0]].end - 1] * count)) is None, "due before"
    climbed = at_once(climb_piecemeal(ahead, known.placed, bound, bound, 40))
    assert worth(ahead, climbed) <= worth(ahead, known.placed)
    check(problem, DaysAnswer(climbed, end_of_all(ahead, climbed), bound))
    assert at_once(climb_piecemeal(ahead, known.placed, bound, known.end, 40)) is known.placed, "it is enough"


def problem_of(*jobs: Job, free: tuple[Free, ...] | None = None, room: Room | None = None) -> DaysProblem:
    """From a Friday at six in the evening on: 18 to 21, quiet from 20 on; at the week's end 9 to 12, 13 to 17."""
    time = free or free_time(Hours(), ClockZone(), BEGIN, 5000, 20)
    return DaysProblem(jobs, BEGIN, time, room or Room())


def spans(problem: DaysProblem) -> list[list[tuple[float, float]]]:
    """When each job is done, in hours after six on Friday."""
    return [[((a - BEGIN) / HOUR, (b - BEGIN) / HOUR) for a, b in p.pieces] for p in solve(problem).placed]


def test_by_hand() -> None:
    """What is loud stops at eight and goes on at nine the next day; a coat waits for hours that take it whole."""
    loud, quiet, coat = Job("saw", 180, loud=True), Job("clean", 60), Job("coat", 150, whole=True)
    assert spans(problem_of(loud)) == [[(0, 2), (15, 16)]]
    assert spans(problem_of(loud, quiet)) == [[(0, 2), (15, 16)], [(2, 3)]]
    # Half an hour of Friday is gone: three hours are not left.
    assert spans(problem_of(Job("first", 60), Job("coat", 150, whole=True, after=(After(0),)))) == [
        [(0, 1)], [(15, 17.5)],
    ]  # fmt: skip
    assert spans(problem_of(coat)) == [[(0, 2.5)]]


def test_a_window_is_kept_or_a_scuff_put_in() -> None:
    """The second coat within 20 hours of the first, or with a scuff where hours are too far apart."""
    first, second = Job("one", 60, whole=True), Job("two", 60, whole=True, after=(After(0, 600, 1200),), scuff=30)
    assert spans(problem_of(first, second)) == [[(0, 1)], [(15, 16)]]
    monday = (Free(BEGIN, BEGIN + 90, loud=True), Free(BEGIN + 4320, BEGIN + 4500, loud=True))
    answer = solve(problem_of(first, second, free=monday))
    assert answer.placed[1].scuffed
    assert answer.placed[1].end - answer.placed[1].begin == 90


def test_what_takes_a_place_waits_for_it() -> None:
    """One spray place, held an hour after each coat; two sets of clamps take two."""
    spray = [Job(f"s{k}", 30, whole=True, holds=(Hold("spray", 60),)) for k in range(2)]
    assert spans(problem_of(*spray)) == [[(0, 0.5)], [(1.5, 2)]]
    assert spans(problem_of(*spray, room=Room(spray=2))) == [[(0, 0.5)], [(0.5, 1)]]


def test_too_little_time_is_said_and_too_long_a_coat_is_broken_off() -> None:
    with pytest.raises(BadInputError):
        solve(problem_of(Job("much", 500), free=(Free(BEGIN, BEGIN + 60, loud=True),)))
    answer = solve(problem_of(Job("coat", 300, whole=True)))
    assert answer.too_long == ("coat",)
    assert len(answer.placed[0].pieces) == 2


def test_days_that_are_otherwise() -> None:
    hours = Hours(days=(OwnDay("2026-11-27"), OwnDay("2026-11-28", (DaySpan(600, 660),))))
    free = free_time(hours, ClockZone(), BEGIN, 60, 3)
    assert [(part.begin - BEGIN, part.end - BEGIN) for part in free[:2]] == [(960, 1020), (2340, 2520)]
