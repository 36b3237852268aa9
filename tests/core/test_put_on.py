"""Loose or in place: whatever goes on is coated as it was chosen, all of it or part by part."""

import pytest

from tests.planned import plan_of
from tests.replay import breaches
from zygoform.core.edits.planning import leave_out
from zygoform.core.edits.put_on import set_put_on
from zygoform.core.finish.finish_plan import FINISH
from zygoform.core.ids import origin_of
from zygoform.core.outcome.work import PutOnWay
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.steps.order import GoesOn
from zygoform.files.demo import demo_project

USUAL = {"c1": "loose", "c2": "fitted", "c5": "loose", "c6": "loose", "c7": "loose", "c13": "fitted"}
"""By the change of the demo: top, skirt, cane, shelf, back, strips."""


def row(plan: Plan, source: str) -> GoesOn:
    return next(own for own in plan.work.goes_on if own.source == source)


def set_way(project: Project, own: GoesOn, way: PutOnWay, *parts: str) -> Project:
    return set_put_on(project, parts or own.of, way, own.usual, "It").project


def first_and_last_coat(plan: Plan, parts: set[str]) -> tuple[int, int]:
    """Where in the order the coats begin, and end, that lie on such parts; knobs and straps aside."""
    at = [
        k
        for k, step in enumerate(plan.work.steps)
        if step.source == FINISH
        and step.phase in ("prime", "colour", "clear")
        and "/hardware/" not in step.id
        and parts & set(map(origin_of, step.where))
    ]
    return min(at), max(at)


def where_put(plan: Plan, source: str, part: str) -> int:
    return next(
        k
        for k, step in enumerate(plan.work.steps)
        if step.source == source and any(deed.does == "on" and part in deed.parts for deed in step.does)
    )


def test_the_demo_offers_it_for_all_that_goes_on_beside_a_coat() -> None:
    rows = plan_of(demo_project()).work.goes_on
    assert {own.source: own.way for own in rows} == USUAL
    assert all(own.way == own.usual for own in rows)
    assert {own.source for own in rows if own.each} == {"c7"}, "what was glued to one is coated as one"


@pytest.mark.parametrize("way", ["loose", "fitted"])
@pytest.mark.parametrize("source", USUAL)
def test_each_goes_on_after_its_coats_or_before_them(source: str, way: PutOnWay) -> None:
    project = demo_project()
    own = row(plan_of(project), source)
    plan = plan_of(set_way(project, own, way))
    assert row(plan, source).way == way
    begin, end = first_and_last_coat(plan, set(own.part))
    for part in own.part:
        put = where_put(plan, source, part)
        assert put > end if way == "loose" else put < begin
    assert breaches(plan) == [] or way != USUAL[source]
    # Nothing is kept of what is as usual.
    kept = set_way(set_way(project, own, way), own, own.usual).finishing.put_on
    assert kept == ()


def test_of_three_sheets_one_goes_in_before_the_paint() -> None:
    project = demo_project()
    whole = plan_of(project)
    own = row(whole, "c7")
    one, *rest = own.part
    plan = plan_of(set_way(project, own, "fitted", one))
    begin, end = first_and_last_coat(plan, set(own.part))
    assert where_put(plan, "c7", one) < begin
    assert all(where_put(plan, "c7", part) > end for part in rest)
    assert row(plan, "c7").way == ""
    # It is the same work, in two steps; all of it, or one press, makes it one again.
    assert sum(s.minutes[0] for s in plan.work.of("c7")) == pytest.approx(
        sum(s.minutes[0] for s in whole.work.of("c7"))
    )
    again = set_way(set_way(project, own, "fitted", one), own, "loose")
    assert again.finishing.put_on == ()
    # Said of all of it and then of one part: the one part is what differs.
    mixed = set_way(set_way(project, own, "fitted"), own, "loose", one)
    assert {own.of: own.way for own in mixed.finishing.put_on} == {"c7": "fitted", one: "loose"}


def test_loose_strips_are_touched_up_where_they_would_have_been_sanded() -> None:
    project = demo_project()
    own = row(plan_of(project), "c13")
    done = {way: {s.id for s in plan_of(set_way(project, own, way)).work.of("c13")} for way in ("loose", "fitted")}
    assert done["loose"] - done["fitted"] == {"c13/touch"}
    assert done["fitted"] - done["loose"] == {"c13/ease"}


def test_why_it_is_not_sooner_names_the_entry() -> None:
    work = plan_of(demo_project()).work
    put = next(step for step in work.steps if step.id == "c7/fix")
    coat = next(step for step in work.steps if step.id == next(b for b, rule in put.because if "coated" in rule))
    assert work.held(put, coat)[1] == "put_on"


def test_what_is_left_out_offers_nothing() -> None:
    assert "c7" not in {
        own.source for own in plan_of(leave_out(demo_project(), "c7", out=True).project).work.goes_on
    }
