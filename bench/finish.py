"""The finish: faces of a body, and the plan after an edit of it or of the piece."""

from collections.abc import Callable, Iterator
from itertools import count

from bench.patterns import chest_of_six
from bench.window import shown_in_a_window
from bench.work import milliseconds
from zygoform.core.edits.finishing import set_layer_entry, take_stack
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.finish import surfaces
from zygoform.core.form.form import Body
from zygoform.core.geometry import contact
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import demo_project


def body_of(project: Project) -> Body:
    plan = compile_plan(project)
    assert plan is not None
    return plan.planned.bodies[0]


def faces_ms(body: Body) -> float:
    """All faces of a body, nothing of it known."""

    def work() -> None:
        surfaces._with_near.cache_clear()  # noqa: SLF001
        surfaces.in_zones.cache_clear()
        contact._flats.cache_clear()  # noqa: SLF001
        at_once(surfaces.body_surfaces(body))

    return milliseconds(work, 7)


def finish_costs() -> dict[str, float]:
    """Medians, ms: faces, plans after edits, and the finish of the counter edited and painted."""
    project, memory = demo_project(), Memory()
    compile_plan(project, None, memory)
    edits: dict[str, Callable[[int], Project]] = {
        "a layer's coats": lambda k: set_layer_entry(project, "p1/top", 5, "coats", str(1 + k % 9)).project,
        "another stack": lambda k: take_stack(project, "p1/body", ("enamel", "two_tone")[k % 2]).project,
        "the top moved": lambda k: set_value(project, "c1", "overhang_left", 40.0 + k / 7).project,
    }
    found = {
        "faces of the counter, nothing known": faces_ms(body_of(project)),
        "faces of a chest under 1,400 strips": faces_ms(body_of(strips())),
    }
    for name, edit in edits.items():
        turn = count()

        def plan(edit: Callable[[int], Project] = edit, turn: Iterator[int] = turn) -> None:
            compile_plan(edit(next(turn)), None, memory)

        found[f"plan after an edit: {name}"] = milliseconds(plan)
    return found | screen_ms()


def strips() -> Project:
    """A chest of six drawers under a fine chevron."""
    project = add_change(chest_of_six(), "pattern", "p1/body/main").project
    for name, value in (("family", "chevron"), ("gap", 3.0)):
        project = set_value(project, "c1", name, value).project
    return project


def screen_ms() -> dict[str, float]:
    """The finish of the counter: painted, and an edit with all that is seen of it."""
    with shown_in_a_window(demo_project()) as (app, session, frame, window):
        window.go("finish")
        app.processEvents()
        painted = milliseconds(lambda: frame.grab(), 15)
        turn = count()

        def edit() -> None:
            text = str(1 + next(turn) % 9)
            session.do(lambda project: set_layer_entry(project, "p1/top", 5, "coats", text))
            frame.grab()

        return {"the screen painted": painted, "edit, refresh and paint": milliseconds(edit)}
