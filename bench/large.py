"""A large project, 30 changes on 7 pieces: an edit planned, painted, dragged; a note or a photo re-plans nothing.

And what sixty further kinds of change cost at the start, and 300 parts with mixed mitres laid out at once.
"""

import random
import statistics
import subprocess
import sys
import time
from itertools import count

from bench.window import shown_in_a_window
from bench.work import milliseconds
from zygoform.core.cutting.problem import PartType, StockType, StripProblem
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.edits.condition import add_photos, set_fault_note
from zygoform.core.edits.pieces import copy_piece
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun

PIECES, CHANGES = 7, 30


def large_project() -> Project:
    """The demo's counter seven times, with tops, skirts and parts of one's own."""
    project = counter_begun()
    while len(project.pieces) < PIECES:
        project = copy_piece(project, "p1", with_changes=True).project
    kinds = iter(("own_part", "own_part", "mend") * CHANGES)
    at = 0
    while len(project.changes) < CHANGES:
        kind, piece = next(kinds), project.known_pieces[at % PIECES]
        at += 1
        if kind != "mend":
            project = add_change(project, kind, f"{piece.id}/body/main").project
    return project


def large_plans() -> dict[str, float]:
    """ms an edit of the large project takes to be planned, medians; and whether a note or photo plans anything."""
    project, memory = large_project(), Memory()
    plan = compile_plan(project, None, memory)
    assert plan is not None
    values = count()

    def edited(change: str, parameter: str, base: float) -> Project:
        return set_value(project, change, parameter, base + (next(values) % 80) * 0.3).project

    result = {}
    for name, change, parameter, base in (
        ("overhang of a top", "c1", "overhang_left", 25.4),
        ("height of a skirt", "c2", "height", 38.0),
        ("a part of one's own", project.changes[-1].id, "length", 200.0),
    ):
        times = []
        for _ in range(25):
            wanted = edited(change, parameter, base)
            start = time.perf_counter()
            compile_plan(wanted, None, memory)
            times.append(1000 * (time.perf_counter() - start))
        result[name] = statistics.median(times)
    plan = compile_plan(project, None, memory)
    assert plan is not None
    fault = next(fault for piece in project.known_pieces for fault in piece.faults)
    for name, other in (
        ("a note", set_fault_note(project, fault.id, "seen in daylight").project),
        ("a photo", add_photos(project, (("bench.jpg", "Bench"),)).project),
    ):
        result[name] = milliseconds(lambda p=other: compile_plan(p, None, memory))  # type: ignore[misc]
        after = compile_plan(other, None, memory)
        assert after is not None
        same = after.form is plan.form and after.cut is plan.cut and after.purchase is plan.purchase
        assert same, f"{name} plans anew"
    return result


def large_paints() -> dict[str, float]:
    """ms from an edit to the painted screen, and of one step of a drag, on the large project."""
    from zygoform.app.canvas.piece_view import PieceView

    with shown_in_a_window(large_project()) as (app, session, frame, _window):
        result = {}
        values = count()
        for shown, words in (("", "all seven"), ("p1", "one piece")):
            session.show_piece(shown)
            session.open_up("c1")
            app.processEvents()
            drawing = frame.findChild(PieceView, "drawing_redesign")
            assert isinstance(drawing, PieceView)

            def edit() -> None:
                value = 25.4 + (next(values) % 40) * 1.5875
                session.do(lambda project: set_value(project, "c1", "overhang_left", value))
                app.processEvents()

            def drag(drawing: PieceView = drawing) -> None:
                value = 25.4 + (next(values) % 40) * 1.5875
                session.preview(lambda project: set_value(project, "c1", "overhang_left", value))
                drawing.repaint()

            result[f"an edit to the painted screen, {words}"] = milliseconds(edit)
            result[f"one step of a drag, {words}"] = milliseconds(drag)
            session.end_preview()
    return result


def mixed(parts: int = 300) -> StripProblem:
    """So many parts of two dozen lengths with ends at mixed angles, four lengths on sale (hundredths of a mm)."""
    draw = random.Random(3)
    types = []
    for i in range(24):
        angles = [draw.choice((0, 0, 22.5, 30, 45, -45)) for _ in range(2)]
        many = parts // 24 + (i < parts % 24)
        types.append(PartType(f"p{i}", draw.randrange(15_000, 120_000, 500), many, angles[0], angles[1]))
    stock = [StockType(f"s{ft}", ft * 30_480, 90 * ft + draw.randrange(40)) for ft in (6, 8, 10, 12)]
    return StripProblem(318, 1270, 6350, tuple(stock), tuple(types))


def quick_ms() -> float:
    """ms the quick layout of 300 mixed mitred parts takes, median."""
    problem = mixed()
    return milliseconds(lambda: at_once(quick_piecemeal(problem)), 9)


KINDS = """
import time
start = time.perf_counter()
from zygoform.core.changes import registry
rows = {rows}
for k in range(rows):
    name = f"dummy{{k}}"
    registry.CHANGE_KINDS[name] = registry.ChangeKind(name, f"{{name}}:Dummy", "Dummy", frozenset({{"top"}}))
from zygoform.core.plan.plan import compile_plan
from zygoform.files.demo import counter_begun
compile_plan(counter_begun())
print(time.perf_counter() - start)
"""


def kinds_cost() -> float:
    """By how much 60 further kinds lengthen loading the core and planning the demo: a share, of medians."""
    seconds: dict[int, list[float]] = {0: [], 60: []}
    for _ in range(15):
        for rows, taken in seconds.items():
            code = KINDS.format(rows=rows)
            done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
            taken.append(float(done.stdout))
    return statistics.median(seconds[60]) / statistics.median(seconds[0]) - 1
