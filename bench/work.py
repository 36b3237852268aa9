"""Plan, painting and layouts: medians."""

import random
import statistics
import time
from collections.abc import Callable

from bench.window import shown_in_a_window
from zygoform.core.cutting.either import FoundLayout, better_answers
from zygoform.core.cutting.problem import PartType, StockType, StripProblem
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.edits.planning import set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import demo_project

FOOT = 30_480


def milliseconds(work: Callable[[], object], runs: int = 25) -> float:
    """Median of many runs, ms."""
    times = []
    for _ in range(runs):
        start = time.perf_counter()
        work()
        times.append(1000 * (time.perf_counter() - start))
    return statistics.median(times)


def plans() -> dict[str, float]:
    """The plan worked out anew after edits of the demo, each of them another one than any before."""
    project = demo_project()
    edits: dict[str, Callable[[int], Project]] = {
        "overhang of the top": lambda k: set_value(project, "c1", "overhang_left", 50.0 + k / 10).project,
        "height of the skirt": lambda k: set_value(project, "c2", "height", 50.0 + k / 10).project,
        "height of a shelf": lambda k: set_value(project, "c6", "lowest", 200.0 + k).project,
        "corner of the body": lambda k: set_reading(project, "corner_right", f"{88 + k / 100}").project,
        "width of the piece": lambda k: set_reading(project, "width", f"{58 + k / 16} in").project,
    }
    return {name: plan_ms(project, edit) for name, edit in edits.items()}


def plan_ms(project: Project, edit: Callable[[int], Project], runs: int = 25) -> float:
    """Median of the plans after so many edits; what the edit itself takes is not counted."""
    memory, times = Memory(), []
    compile_plan(project, None, memory)
    for k in range(runs):
        edited = edit(k)
        start = time.perf_counter()
        compile_plan(edited, None, memory)
        times.append(1000 * (time.perf_counter() - start))
    return statistics.median(times)


def repaints() -> dict[str, float]:
    """Everything visible on each screen after an edit: the edit, the refresh and the painting."""
    with shown_in_a_window(demo_project()) as (app, session, frame, window):
        result = {}
        for stage in ("survey", "redesign", "buy", "cut"):
            window.go(stage)
            session.open_up("c1")
            app.processEvents()
            result[stage] = milliseconds(lambda: frame.grab(), 15)
        window.go("redesign")
        values = iter(range(10_000))

        def edit() -> None:
            value = 25.4 + (next(values) % 40) * 1.5875
            session.do(lambda project: set_value(project, "c1", "overhang_left", value))
            frame.grab()

        result["edit, refresh and paint, redesign"] = milliseconds(edit, 25)
    return result


def lists(count: int = 24) -> list[StripProblem]:
    """Cut lists like the demo's: 20 to 60 parts in 4 to 9 sizes, 4 lengths on sale, perhaps an offcut owned."""
    draw = random.Random(7)
    problems = []
    for _ in range(count):
        sizes = draw.sample(range(200, 1700, 5), draw.randint(4, 9))
        parts, left = [], draw.randint(20, 60)
        for i, size in enumerate(sizes):
            many = (
                left
                if i + 1 == len(sizes)
                else max(1, min(left - (len(sizes) - i - 1), draw.choice((2, 2, 4, 4, 6, 8, 12))))
            )
            left = max(0, left - many)
            angle = draw.choice((0, 0, 0, 45))
            parts.append(PartType(f"p{i}", size * 100, max(1, many), angle, -angle))
        per_foot = draw.uniform(0.6, 2.4)
        sale = [
            StockType(f"s{ft}", ft * FOOT, round(per_foot * ft * (1 + draw.uniform(-0.06, 0.1)) * 100))
            for ft in (6, 8, 10, 12)
        ]
        own = [StockType("own", draw.randint(600, 1500) * 100, 0, 1)] if draw.random() < 0.4 else []
        problems.append(StripProblem(318, 1270, 1905, (*own, *sale), tuple(parts)))
    return problems


def layouts() -> list[tuple[float, float, FoundLayout]]:
    """For the demo and lists like it: ms of the quick layout, seconds to the proof, the last layout."""
    plan = compile_plan(demo_project())
    problems = [asked.problem for asked in plan.cut.problems] if plan else []
    demo = [problem for problem in problems if isinstance(problem, StripProblem)]
    result = []
    for problem in demo + lists():
        quick = milliseconds(lambda q=problem: at_once(quick_piecemeal(q)), 3)  # type: ignore[misc]
        start = time.perf_counter()
        *_, layout = better_answers(problem)
        result.append((quick, time.perf_counter() - start, layout))
    return result
