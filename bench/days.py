"""The plan of days: how long a re-plan takes, how near to the bound it comes, how seldom a rule is better."""

import statistics
import time
from datetime import UTC, datetime

from tests.core.days.problems import random_problem

from zygoform.core.days.hours import ClockZone, moment_of
from zygoform.core.days.job import DaysProblem
from zygoform.core.days.rules import PRIORITY_RULES, Ahead, by_rule_piecemeal, end_of_all
from zygoform.core.days.search import AT_ONCE, LATER, Effort, solve, solve_piecemeal
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.days_stage import asked_of
from zygoform.core.plan.plan import compile_plan
from zygoform.files.demo import demo_project, in_its_days, set_demo

NOW = datetime(2026, 12, 3, 19, 20, tzinfo=UTC)


def days_costs() -> dict[str, float]:
    """Medians: ms of a re-plan, the longest stretch without a look up, shares over the proven bound."""
    found: dict[str, float] = {}
    for name, project in (
        ("counter, nothing done", demo_project()),
        ("counter in its days", in_its_days(demo_project(), NOW)),
        ("bedroom set", set_demo()),
    ):
        plan = compile_plan(project)
        assert plan is not None
        begun = time.perf_counter()
        problem = asked_of(project, plan, moment_of(NOW), ClockZone())[2].problem
        found[f"{name}: its problem, ms"] = 1000 * (time.perf_counter() - begun)
        found |= _of(name, [problem], AT_ONCE)
    for count in (12, 40):
        problems = [random_problem(count, seed) for seed in range(15)]
        found |= _of(f"{count} random steps, at once", problems, AT_ONCE)
        found |= _of(f"{count} random steps, later", problems, LATER)
    return found


def _of(name: str, problems: list[DaysProblem], effort: Effort) -> dict[str, float]:
    times, over, longest, worse = list[float](), list[float](), list[float](), 0
    for problem in problems:
        begun = last = time.perf_counter()
        stretch = 0.0
        work = solve_piecemeal(problem, effort)
        try:
            while True:
                next(work)
                now = time.perf_counter()
                stretch, last = max(stretch, now - last), now
        except StopIteration:
            times.append(1000 * (time.perf_counter() - begun))
            longest.append(1000 * stretch)
        answer = solve(problem, effort)
        ahead = Ahead(problem)
        worse += answer.end > min(
            end_of_all(ahead, at_once(by_rule_piecemeal(ahead, rule))) for rule in PRIORITY_RULES
        )
        over.append(100 * ((answer.end - problem.begin) / (answer.bound - problem.begin) - 1))
    return {
        f"{name}: ms": statistics.median(times),
        f"{name}: longest stretch, ms": statistics.median(longest),
        f"{name}: over the bound, %": statistics.median(over),
        f"{name}: worse than a rule": float(worse),
    }
