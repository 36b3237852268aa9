"""What a maker changes about the steps of a plan: own steps, own figures, steps left out."""

from datetime import UTC, datetime

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.fuzzing import random_cases
from tests.planned import plan_of
from zygoform.core.days.hours import ClockZone, moment_of
from zygoform.core.edits.own_steps import (
    add_own_step,
    leave_out_step,
    remove_own_step,
    set_figure,
    set_own_step,
    take_in_step,
)
from zygoform.core.edits.planning import leave_out
from zygoform.core.errors import BadInputError
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import plan_days
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.demo import demo_project
from zygoform.files.project_json import dump_project, parse_project

AFTER, BEFORE = "c2/dry", "c2/glue"
NOW = moment_of(datetime(2026, 12, 1, 9, tzinfo=UTC))


def places(plan: Plan) -> dict[str, int]:
    return {step.id: k for k, step in enumerate(plan.work.steps)}


def with_step(project: Project) -> Project:
    return add_own_step(project, "Number  the corners", AFTER, BEFORE).project


def test_a_step_of_ones_own_stands_between_two_and_on_its_day() -> None:
    project = with_step(demo_project())
    for entry, text in (("minutes", "1:30"), ("wait", "2 days"), ("needs", "chalk, a helper")):
        project = set_own_step(project, "o1", entry, text).project  # type: ignore[arg-type]
    plan = plan_of(project)
    at, own = places(plan), next(step for step in plan.work.steps if step.id == "own/o1")
    assert at[AFTER] < at["own/o1"] < at[BEFORE]
    assert (own.what.text, own.minutes, own.wait) == ("Number the corners", (90.0, 90.0), (48.0, 48.0))
    assert own.needs == ("chalk", "a helper")
    days = at_once(plan_days(project, plan, NOW, ClockZone()))
    first, then = days.by_id["own/o1"], days.by_id[BEFORE]
    assert days.by_id[AFTER].end <= first.begin
    assert then.begin >= first.end + 48 * 60
    assert parse_project(dump_project(project)).days == project.days
    assert places(plan_of(remove_own_step(project, "o1").project)) == places(plan_of(demo_project()))


def test_it_stays_as_long_as_what_it_stands_beside_and_is_told_when_that_goes() -> None:
    project = with_step(demo_project())
    kept = plan_of(leave_out(project, "c7", out=True).project)
    assert not [own for own in kept.findings if own.code == "own_step_lost"]
    gone = plan_of(leave_out(project, "c2", out=True).project)
    (told,) = (own for own in gone.findings if own.code == "own_step_lost")
    assert "Number the corners" in told.what.text
    assert "own/o1" in places(gone)


def test_own_minutes_and_an_own_wait_count_and_come_back_when_emptied() -> None:
    project = demo_project()
    plain = next(step for step in plan_of(project).work.steps if step.id == "c2/glue")
    project = set_figure(project, "c2/glue", "minutes", "20", "Glue").project
    project = set_figure(project, "c2/glue", "wait", "30 min", "Glue").project
    own = next(step for step in plan_of(project).work.steps if step.id == "c2/glue")
    assert (own.minutes, own.wait) == ((20.0, 20.0), (0.5, 0.5))
    for entry in ("minutes", "wait"):
        project = set_figure(project, "c2/glue", entry, " ", "Glue").project
    assert project.days.figures == ()
    assert next(step for step in plan_of(project).work.steps if step.id == "c2/glue") == plain


@random_cases(30)
@given(st.data())
def test_without_any_steps_what_is_left_keeps_its_order(data: st.DataObject) -> None:
    """Whatever came before something still does, through what was left out."""
    plan = plan_of(demo_project())
    ids = [step.id for step in plan.work.steps]
    out = data.draw(st.lists(st.sampled_from(ids), min_size=1, max_size=6, unique=True))
    project = demo_project()
    for own in out:
        project = leave_out_step(project, own, "not needed", own).project
    left = plan_of(project).work.steps
    assert {*ids} - {step.id for step in left} == {*out}
    before = {step.id: {*step.follows} & {*ids} for step in plan.work.steps}
    at = {step.id: k for k, step in enumerate(left)}

    def earlier(own: str) -> set[str]:
        return {o for first in before[own] for o in ({first} if first not in out else earlier(first))}

    assert all(at[first] < at[own] for own in at for first in earlier(own))
    for own in out:
        project = take_in_step(project, own, own).project
    assert project.days.figures == ()


@pytest.mark.parametrize(
    ("edit", "field"),
    [
        (lambda p: add_own_step(p, "  ", AFTER, BEFORE), "own_what"),
        (lambda p: add_own_step(p, "x" * 121, AFTER, BEFORE), "own_what"),
        (lambda p: leave_out_step(p, AFTER, "", "Dry fit"), "own_reason"),
        (lambda p: set_figure(p, AFTER, "minutes", "soon", "Dry fit"), "own_minutes"),
        (lambda p: set_figure(p, AFTER, "wait", "-1", "Dry fit"), "own_wait"),
        (lambda p: set_figure(p, AFTER, "wait", "1e9", "Dry fit"), "own_wait"),
        (lambda p: set_own_step(with_step(p), "o1", "wait", "a while"), "own_wait"),
        (lambda p: set_own_step(p, "o1", "what", "Sand"), "own_what"),
    ],
)  # fmt: skip
def test_what_cannot_be_is_told_beside_its_field(edit: object, field: str) -> None:
    with pytest.raises(BadInputError) as refused:
        edit(demo_project())  # type: ignore[operator]
    assert refused.value.parameter == field


def test_what_followed_a_step_that_is_left_out_follows_what_that_followed() -> None:
    """Cut, dry, glue: without dry, and then without two of three in a row."""
    project = leave_out_step(demo_project(), "c2/dry", "fits", "Dry fit").project
    glue = next(step for step in plan_of(project).work.steps if step.id == "c2/glue")
    assert "c2/cut" in glue.follows
    project = leave_out_step(project, "c2/glue", "screwed", "Glue").project
    fix = next(step for step in plan_of(project).work.steps if step.id == "c2/fix")
    assert "c2/cut" in fix.follows
    assert not {"c2/dry", "c2/glue"} & {*fix.follows}
