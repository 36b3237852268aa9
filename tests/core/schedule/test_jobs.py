"""Steps as jobs: how long, how loud, without a break or not, what they hold, as someone at the bench would say."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.schedule.test_life import START, chest, days_of, first
from tests.planned import plan_of
from zygoform.core.days.hours import ClockZone, moment_of
from zygoform.core.edits.finishing import set_turned, take_stack
from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.plan.days_stage import asked_of
from zygoform.core.project import Project
from zygoform.core.schedule.events import begin_step, finish_step
from zygoform.core.schedule.jobs import in_fives, is_loud, is_wet, middle, planned_minutes, wait_after, window
from zygoform.core.schedule.progress import long_words, span_words
from zygoform.core.steps.step import SHOPPING, Step


def step_of(words: str, project: Project | None = None) -> Step:
    return first(days_of(project or chest()), words).step


@pytest.mark.parametrize(
    ("words", "loud", "wet"),
    [
        ("Cut 4 parts", True, False),
        ("Bore the pocket holes", True, False),
        ("Glue, clamp", True, True),
        ("Clean top", False, False),
        ("Sand top", True, False),
        ("Scuff body", False, False),
        ("Adhesion primer", False, True),
        ("Oil stain", False, True),
        ("Water-based clear on top, coat 2", False, True),
        ("Buy what", False, False),
    ],
)
def test_saws_and_sanders_are_loud_and_coats_are_done_in_one_go(words: str, loud: bool, wet: bool) -> None:
    step = step_of(words)
    assert (is_loud(step), is_wet(step)) == (loud, wet)


@given(st.floats(0, 1000))
def test_minutes_go_up_to_fives_and_never_down(minutes: float) -> None:
    made = in_fives(minutes)
    assert made % 5 == 0
    assert minutes - 1e-5 <= made < minutes + 5 + 1e-5


def test_waits_are_the_middle_of_the_label_and_a_window_has_to_leave_them_time() -> None:
    primer, clear = step_of("Adhesion primer"), step_of("Water-based clear on top, coat 1")
    assert middle(primer.wait) == 120, "1 to 3 h"
    assert window(primer) == 0, "the label sets none"
    assert window(clear) == 24 * 60
    # One that is over before the wait is, is none.
    assert window(structs.replace(clear, within=2.0, wait=(2.0, 4.0))) == 0
    assert window(structs.replace(clear, within=2.0, wait=(1.0, 2.0))) == 120
    sprayed = take_stack(chest(), "p1/body", "aerosol").project
    coat = step_of("Aerosol paint on body, coat 1", sprayed)
    assert (window(coat), middle(coat.late)) == (60, 36 * 60)
    assert planned_minutes(coat) >= sum(coat.minutes) / 2


def test_spray_holds_its_place_until_it_can_be_touched_and_glue_its_clamps() -> None:
    project = take_stack(chest(), "p1/body", "aerosol").project
    _, _, asked = asked_of(project, plan_of(project), moment_of(START), ClockZone())
    jobs = dict(zip(asked.ids, asked.problem.jobs, strict=True))
    coat = next(job for own, job in jobs.items() if "spray-paint.1" in own)
    assert [(hold.place, hold.extra) for hold in coat.holds] == [("spray", 20)], "0.3 h"
    glue = jobs["c1/glue"]
    assert [(hold.place, hold.extra) for hold in glue.holds] == [("clamps", 150)], "1 to 4 h"
    assert glue.tail == 24 * 60


def test_a_glued_joint_is_primed_after_half_a_day_and_sawn_or_loaded_after_a_whole_one() -> None:
    """Never the middle of a range that runs from the clamps to the load; nor is a glue-up broken off overnight."""
    steps = {own.id: own.step for own in days_of(chest()).steps}
    glue = next(step for own, step in steps.items() if own.endswith("/glue"))
    sawn = next(step for own, step in steps.items() if own.endswith("/trim"))
    coated = [step for step in steps.values() if step.source == FINISH]
    assert wait_after(glue, sawn) == 24 * 60
    assert {wait_after(glue, step) for step in coated} == {12 * 60}
    assert wait_after(structs.replace(glue, needs=()), coated[0]) == 24 * 60
    for own in days_of(chest()).steps:
        if own.step.phase == "glue" and "lay strip" not in dict(own.step.tasks):
            assert is_wet(own.step)
            assert len(own.pieces) == 1


def test_shopping_comes_before_what_is_cut_or_coated_and_not_before_taking_apart() -> None:
    steps = {own.id: own.step for own in days_of(chest()).steps}
    assert SHOPPING in steps["c1/cut"].follows
    assert SHOPPING not in steps["p1/body/main/top"].follows
    days = days_of(chest())
    bought = days.by_id[SHOPPING].end
    assert all(own.begin >= bought for own in days.steps if own.step.phase not in ("apart", "buy"))


def test_what_someone_is_at_takes_his_time_and_what_follows_it_waits() -> None:
    own = days_of(chest()).next
    assert own is not None
    at_it = begin_step(chest(), own, START, "it").project
    days = days_of(at_it, START)
    going = days.by_id[own.id]
    assert going.standing == "going"
    others = [piece for other in days.open if other.id != own.id for piece in other.pieces]
    assert all(begin >= going.end for begin, _ in others)
    assert finish_step(at_it, going, START, "it").project.days.log[-1].minutes == own.planned


def test_what_lies_flat_is_turned_over_when_it_can_be_touched_and_coated_again_when_its_label_says() -> None:
    """Two steps a coat, half the work each: the other side after touch, the next coat after recoat and touch."""
    flat = set_turned(chest(), "p1/body", on=True).project
    plain, turned = plan_of(chest()).work.steps, plan_of(flat).work.steps
    steps, _, asked = asked_of(flat, plan_of(flat), moment_of(START), ClockZone())
    by_id = {step.id: step for step in steps}
    jobs = dict(zip(asked.ids, asked.problem.jobs, strict=True))

    def waits(own: str) -> dict[str, int]:
        return {asked.ids[after.job]: after.wait for after in jobs[own].after}

    coats = [step for step in plain if step.id.startswith("finish/p1/body/") and step.touch[1]]
    assert len(coats) >= 3
    assert len(turned) == len(plain) + len(coats)
    assert sum(amount for step in turned for _, amount in step.tasks) == pytest.approx(
        sum(amount for step in plain for _, amount in step.tasks)
    )
    before: tuple[str, str] | None = None
    for coat in coats:
        up, down = coat.id, f"{coat.id}-turned"
        dry, touch = middle(coat.wait), middle(coat.touch)
        assert 0 < touch < dry
        assert "turned over" in by_id[down].what.text
        assert by_id[up].tasks == by_id[down].tasks == tuple((task, amount / 2) for task, amount in coat.tasks)
        assert waits(down)[up] == touch
        if before is not None:
            last = by_id[before[0]]
            assert waits(up) == {before[0]: middle(last.wait), before[1]: middle(last.touch)}
            assert waits(down) == {up: touch, before[1]: middle(last.wait)}
        before = up, down


@pytest.mark.parametrize(
    ("minutes", "words"),
    [(5, "5 min"), (89, "89 min"), (90, "1 1/2 h"), (120, "2 h"), (36 * 60, "1 1/2 days"), (5 * 1440, "5 days")],
)
def test_how_long_is_said_as_one_would(minutes: int, words: str) -> None:
    assert long_words(minutes) == words


def test_what_ends_another_day_says_which() -> None:
    evening = moment_of(START)
    assert span_words(ClockZone(), evening, evening + 90) == "18:00 to 19:30"
    assert span_words(ClockZone(), evening, evening + 15 * 60) == "18:00 to Sat 28 Nov 9:00"
