"""By when it is over four times in five: held by makers drawn otherwise, and moved by what is less known."""

import math
from datetime import UTC, datetime
from random import Random

import pytest
from msgspec import structs

from tests.core.schedule.test_life import chest, counter
from tests.planned import plan_of
from zygoform.core.days.hours import ClockZone, moment_of
from zygoform.core.days.log import Entry
from zygoform.core.days.rules import Ahead, end_of_all, in_order_piecemeal
from zygoform.core.goods.minutes import RATES, TimeTaken
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import asked_of, plan_days, sure_of
from zygoform.core.project import Project
from zygoform.core.schedule.day_plan import DayPlan
from zygoform.core.schedule.jobs import in_fives, middle
from zygoform.core.schedule.sure import Spread, chance_of_redo, spread_of, sure_by

NOW = moment_of(datetime(2026, 12, 2, 18, tzinfo=UTC))


def planned(project: Project) -> DayPlan:
    return at_once(plan_days(project, plan_of(project), NOW, ClockZone()))


@pytest.mark.parametrize("project", [chest, counter])
def test_the_date_holds_for_four_makers_in_five(project: object) -> None:
    """500 makers, drawn here once more: hands and dry times between quick and slow, coats that fail."""
    own: Project = project()  # type: ignore[operator]
    plan, days = plan_of(own), planned(own)
    sure = at_once(sure_of(own, plan, days))
    assert sure is not None
    steps, _, asked = asked_of(own, plan, NOW, ClockZone())
    by_id = {step.id: step for step in steps}
    order = sorted(range(len(asked.ids)), key=lambda k: (days.by_id[asked.ids[k]].begin, k))
    chance, held, sooner = Random(99), 0, 0
    for _ in range(500):
        hand, minutes, waits = chance.gauss(0, 1), list[float](), list[float]()
        for own_id in asked.ids:
            step, times = by_id[own_id], 1
            if step.phase in ("prime", "colour", "clear") and chance.random() < 0.05:
                times = 2
            # 10 % quicker than quick, 10 % slower than slow; half of it is the hand.
            z = (hand + chance.gauss(0, 1)) / math.sqrt(2)
            (quick, slow), (soon, late), dry = step.minutes, step.wait, chance.gauss(0, 1)
            minutes.append(times * (quick * slow) ** 0.5 * (slow / quick) ** (z / 2.5631) if quick else 0.0)
            waits.append(times * (soon * late) ** 0.5 * (late / soon) ** (dry / 2.5631) if soon else 0.0)
        jobs = tuple(
            structs.replace(
                job,
                minutes=max(5, in_fives(minutes[k])),
                tail=in_fives(60 * waits[k]),
                after=tuple(
                    structs.replace(
                        a,
                        wait=a.wait and in_fives(60 * waits[a.job] * a.wait / middle(by_id[asked.ids[a.job]].wait)),
                        within=0,
                    )
                    for a in job.after
                ),
            )
            for k, job in enumerate(asked.problem.jobs)
        )  # fmt: skip
        ahead = Ahead(structs.replace(asked.problem, jobs=jobs))
        placed = at_once(in_order_piecemeal(ahead, order))
        assert placed is not None
        end = end_of_all(ahead, placed)
        held, sooner = held + (end <= sure.end), sooner + (end <= sure.end - 60)
    # From one evening to the next it jumps: many makers end within the hour before it.
    assert sooner / 500 <= 0.84
    assert held / 500 >= 0.76
    assert at_once(sure_of(own, plan, days)) == sure, "the same plan has the same answer"


def test_what_moves_it_is_what_is_waited_for_longest_and_least_known() -> None:
    project = chest()
    sure = at_once(sure_of(project, plan_of(project), planned(project)))
    assert sure is not None
    assert all(own.minutes > 0 for own in sure.movers)
    assert [own.minutes for own in sure.movers] == sorted((own.minutes for own in sure.movers), reverse=True)
    # Nothing unknown: it is over when it is planned, and nothing moves it.
    plan, days = plan_of(project), planned(project)
    steps, _, asked = asked_of(project, plan, NOW, ClockZone())
    by_id = {step.id: step for step in steps}
    flat = [
        structs.replace(
            by_id[own], minutes=(sum(by_id[own].minutes) / 2,) * 2, wait=(sum(by_id[own].wait) / 2,) * 2
        )
        for own in asked.ids
    ]
    begun = [days.by_id[own].begin for own in asked.ids]
    known = at_once(sure_by(asked, flat, begun, [Spread(0, 0, 0)] * len(flat), times=3))
    assert (known.end, known.movers) == (days.end, ())


def test_what_was_logged_is_known_better_and_what_went_wrong_goes_wrong_oftener() -> None:
    plan = plan_of(chest())
    coat = next(step for step in plan.work.steps if step.phase == "colour")
    plain = spread_of(coat, (), (), ())
    tasks = [task for task, amount in coat.tasks if amount and RATES[task].per == "m²"]
    logged = spread_of(coat, (), tuple(TimeTaken(task, 90.0, 100.0) for task in tasks[:1]), ())
    assert logged.minutes == pytest.approx(plain.minutes / 2), "30 of 30 + 90 minutes are supposed"
    assert logged.wait == plain.wait
    # (5 x 0.05 + wrong) / (5 + tries), or 0.2 of a tool that is new.
    at = datetime(2026, 12, 1, tzinfo=UTC)
    log = (Entry("e1", "wrong", at, step=coat.id), Entry("e2", "done", at, step=coat.id))
    assert chance_of_redo(coat, (), ()) == pytest.approx(0.05)
    assert chance_of_redo(coat, log, ()) == pytest.approx((5 * 0.05 + 1) / 7)
    assert chance_of_redo(coat, (), (coat.needs[-1],)) == pytest.approx(0.2)
    cut = next(step for step in plan.work.steps if step.phase == "cut")
    assert chance_of_redo(cut, log, ()) == 0.0
