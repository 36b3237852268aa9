"""What 5,000 edits and undos leave in memory, against 500."""

from itertools import count
from pathlib import Path

from bench.large import large_project
from bench.window import shown_in_a_window
from zygoform.core.edits.planning import set_value

FEW, MANY = 500, 5000


def _resident() -> float:
    """MB that the process holds (proc_pid_statm(5))."""
    return int(Path("/proc/self/statm").read_text("ascii").split()[1]) * 4096 / 1e6


def memory() -> tuple[float, float]:
    """MB after a few and after many edits with undos, on the screen where they are planned."""
    from zygoform.app.collecting import Collector

    with shown_in_a_window(large_project()) as (app, session, _frame, _window):
        collector = Collector()
        held, values = [], count()
        for number in range(1, MANY + 1):
            value = 25.4 + (next(values) % 400) * 0.15875
            session.do(lambda project, value=value: set_value(project, "c1", "overhang_left", value))  # type: ignore[misc]
            app.processEvents()
            if number % 3 == 0:
                session.undo()
                app.processEvents()
            if number % 50 == 0:
                collector.collect()
            if number in (FEW, MANY):
                held.append(_resident())
    return held[0], held[1]
