"""Steps: what there is to do, in an order that can be worked, and minutes made of the table."""

from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.fuzzing import random_cases
from tests.planned import plan_of
from tests.strategies import planned
from zygoform.core.edits.condition import add_fault, mend
from zygoform.core.edits.disassembly import set_done, set_fate
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.planning import add_change, leave_out, set_value
from zygoform.core.edits.survey import choose_inside
from zygoform.core.edits.workshop import set_pace, use_minutes
from zygoform.core.errors import BadInputError
from zygoform.core.goods.minutes import RATES, Pace
from zygoform.core.measure.message import Message
from zygoform.core.outcome.work import PHASES
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.core.steps.order import in_order
from zygoform.core.steps.step import Step, span, wait_words
from zygoform.files.demo import counter_begun
from zygoform.files.minutes_csv import minutes_csv, parse_minutes


def step(plan: Plan, own: str) -> Step:
    return next(s for s in plan.work.steps if s.id == own)


def test_the_demo_by_hand() -> None:
    plan = plan_of(counter_begun())
    # Four planks: eight square ends at 1 to 3 min, the last one ripped over 63 5/16 in = 1.608 m at 1 to 3.
    assert step(plan, "c1/cut").minutes == pytest.approx((8 + 1.608, 24 + 3 * 1.608), abs=0.01)
    # Four skirts with both ends mitred.
    assert step(plan, "c2/cut").minutes == pytest.approx((16, 40))
    # Three joints with ten screws each.
    assert step(plan, "c1/bore").minutes == pytest.approx((15, 30))
    assert step(plan, "c1/glue").wait == (24, 24)
    assert plan.work.hands_on == pytest.approx(tuple(sum(s.minutes[k] for s in plan.work.steps) for k in (0, 1)))
    assert [s.id for s in plan.work.longest_waits] == ["c1/glue", "c2/glue"]
    # The old top and what the skirt takes the place of come off first.
    assert [s.phase for s in plan.work.steps][:2] == ["apart", "apart"]
    ids = [s.id for s in plan.work.steps]
    for before, after in pairwise(("c1/cut", "c1/bore", "c1/dry", "c1/glue", "c1/trim", "c1/fix")):
        assert ids.index(before) < ids.index(after)


@random_cases(40)
@given(planned())
def test_nothing_is_done_before_what_it_follows(project: Project) -> None:
    plan = plan_of(project)
    at = {s.id: k for k, s in enumerate(plan.work.steps)}
    assert len(at) == len(plan.work.steps)
    for s in plan.work.steps:
        assert all(at[before] < at[s.id] for before in s.follows if before in at)
        assert 0 <= s.minutes[0] <= s.minutes[1]
    for outcome in plan.outcomes:
        dry, glue = (at.get(f"{outcome.change_id}/{own}") for own in ("dry", "glue"))
        assert glue is None or (dry is not None and dry < glue), "dry fit before glue"


@given(st.lists(st.tuples(st.sampled_from(PHASES), st.sets(st.integers(0, 11), max_size=3)), max_size=12))
def test_any_steps_come_out_once_each(rows: list[tuple[str, set[int]]]) -> None:
    """Also such as wait for each other in a ring, or for what is not there."""
    steps = tuple(
        Step(f"s{k}", "c1", phase, Message(""), (), (1, 2), Message(""), follows=tuple(f"s{j}" for j in follows))  # type: ignore[arg-type]
        for k, (phase, follows) in enumerate(rows)
    )
    assert sorted(s.id for s in in_order(steps).steps) == sorted(s.id for s in steps)


def test_glass_comes_out_before_the_back() -> None:
    project = hold(counter_begun(), "p1/opening/o2", "door").project
    for name, value in (("made", "frame"), ("fill", "glass")):
        project = choose_inside(project, "p1/opening/o2", "door", name, value).project
    project = leave_out(leave_out(project, "c1", out=True).project, "c2", out=True).project
    assert plan_of(project).work.steps == ()
    project = set_fate(project, "p1/back/main", "gone").project
    assert [s.id.rsplit("/", 1)[-1] for s in plan_of(project).work.steps] == ["glass", "back", "glass-on"]
    glass = plan_of(project).work.steps[0]
    assert "a helper" in glass.needs
    assert "glass" in glass.cautions
    # What is off already is no work any more; what is kept goes back.
    project = set_done(set_done(project, "p1/front/o2", done=True).project, "p1/back/main", done=True).project
    assert [s.id.rsplit("/", 1)[-1] for s in plan_of(project).work.steps] == ["glass-on"]
    new = plan_of(add_change(project, "back_panel", "p1/body/main").project)
    assert [s.id.rsplit("/", 1)[-1] for s in new.work.steps][-2:] == ["fix", "glass-on"]


def test_a_mend_in_a_drawer_takes_the_drawer_out_and_shapes_before_it_fixes() -> None:
    project = leave_out(leave_out(counter_begun(), "c1", out=True).project, "c2", out=True).project
    project = add_fault(project, "p1/box-bottom/o1", "broken_bottom", (0.0, 0.0, 0.0)).project
    assert project.piece is not None
    project = mend(project, project.piece.faults[-1].id, "new").project
    steps = plan_of(project).work.steps
    assert [s.phase for s in steps] == ["apart", "cut", "mend", "refit"]
    assert steps[3].where == steps[0].where
    assert [rule for _, rule in steps[3].because] == ["mended, then on"]
    assert steps[0].where == ("p1/front/o1",)
    # Two cuts across a sheet at 3 to 6 min; 40 min as written, by a quick and by a slow hand.
    assert steps[1].minutes == pytest.approx((6, 12))
    assert steps[2].minutes == pytest.approx((28, 60))


def test_minutes_are_the_users_to_change() -> None:
    project = set_pace(counter_begun(), "mitre cut", "high", "10").project
    assert step(plan_of(project), "c2/cut").minutes == pytest.approx((16, 80))
    project = set_pace(project, "mitre cut", "low", "0,5 min").project
    assert step(plan_of(project), "c2/cut").minutes == pytest.approx((4, 80))
    for text in ("many", "-1", "601", "nan", "inf", "11"):
        with pytest.raises(BadInputError):
            set_pace(project, "mitre cut", "low", text)
    assert parse_minutes(minutes_csv(project.shop.minutes)).rows == tuple(
        Pace(t, *((0.5, 10) if t == "mitre cut" else (r.low, r.high))) for t, r in RATES.items()
    )
    again = use_minutes(counter_begun(), parse_minutes(minutes_csv(project.shop.minutes)).rows).project
    assert again.shop.minutes == project.shop.minutes, "what is usual is not kept"
    assert set_pace(project, "mitre cut", "high", "").project.shop.minutes == ()
    wrong = parse_minutes("task,low,high\ncrosscut,3,1\nflying,1,2\nrip,1,two\nblock,1,2\n")
    assert [p.path for p in wrong.problems] == ["row 2", "row 3", "row 4"]
    assert [row.task for row in wrong.rows] == ["block"]


def test_times_in_words_are_rounded_outward() -> None:
    assert span((12.4, 24.2)) == "12 to 25 min"
    assert span((0.2, 0.9)) == "1 min"
    assert span((95, 250)) == "1 1/2 to 4 1/2 h"
    assert span((20, 100)) == "2 h"
    assert span((120, 120)) == "2 h"
    assert wait_words((1, 24)) == "1 to 24 h"
    assert wait_words((48, 72)) == "2 to 3 days"


def test_without_screws_and_joints_there_are_no_steps_for_them() -> None:
    plan = plan_of(set_value(counter_begun(), "c1", "screws", False).project)
    assert not any(s.id == "c1/bore" for s in plan.work.steps)
    assert step(plan, "c1/dry").follows == ("c1/cut",)
