"""The solver's process: newer problems come first, killing it is no harm, nothing is left running."""

import multiprocessing
import threading

from PySide6.QtCore import QEvent, QObject
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from zygoform.app.jobs import Background, Solver
from zygoform.core.cutting.problem import PartType, StockType, StripLayout, StripProblem
from zygoform.core.cutting.verify import verify


def problem(seed: int, types: int = 9) -> StripProblem:
    parts = tuple(PartType(f"p{i}", 21_000 + 3_970 * i + 13 * seed, 3 + (i * seed) % 5) for i in range(types))
    stocks = tuple(StockType(f"s{feet}", feet * 30_480, feet * 97 + seed) for feet in (6, 8, 10, 12))
    return StripProblem(318, 1270, 1905, stocks, parts)


class Heard:
    """Collects what a solver says."""

    def __init__(self, solver: Solver) -> None:
        self.layouts: list[tuple[StripProblem, StripLayout, bool]] = []
        solver.better.connect(lambda *said: self.layouts.append(said))

    def wait(self, ready: object, seconds: float = 20.0) -> None:
        for _ in range(int(seconds * 100)):
            if ready():  # type: ignore[operator]
                return
            QTest.qWait(10)
        raise AssertionError("waited in vain")


def test_the_newest_question_is_the_one_answered(app: QApplication) -> None:
    del app
    solver = Solver()
    heard = Heard(solver)
    old, new, newest = problem(1), problem(2), problem(3)
    solver.ask([old])
    solver.ask([new, newest])
    heard.wait(lambda: not solver.busy)
    assert {asked for asked, _, _ in heard.layouts} == {new, newest}
    for asked in (new, newest):
        mine = [(layout, last) for q, layout, last in heard.layouts if q == asked]
        costs = [layout.cost for layout, _ in mine]
        assert costs == sorted(costs, reverse=True), "never worse"
        assert mine[-1][1]
        assert mine[-1][0].proven
        assert all(verify(asked, layout) == [] for layout, _ in mine)
    solver.close()
    assert multiprocessing.active_children() == []


def test_cancelling_stops_at_once_and_the_next_question_is_answered(app: QApplication) -> None:
    del app
    solver = Solver()
    heard = Heard(solver)
    solver.ask([problem(4, types=14)])
    solver.cancel()
    assert not solver.busy
    QTest.qWait(50)
    assert heard.layouts == []
    solver.ask([problem(5, types=4)])
    heard.wait(lambda: not solver.busy)
    assert heard.layouts[-1][1].proven
    solver.close()


def test_the_same_question_gets_the_same_answer(app: QApplication) -> None:
    del app
    asked, found = problem(6), []
    for _ in range(2):
        solver = Solver()
        heard = Heard(solver)
        solver.ask([asked])
        heard.wait(lambda solver=solver: not solver.busy)
        found.append([layout for _, layout, _ in heard.layouts])
        solver.close()
    assert found[0] == found[1]


def test_long_work_tells_what_went_wrong(app: QApplication) -> None:
    del app
    said: list[str] = []
    work = Background()
    work.finished.connect(said.append)

    def full() -> None:
        raise OSError(28, "No space left on device")

    work.start(full)
    work.start(lambda: None)
    for _ in range(200):
        if len(said) == 2:
            break
        QTest.qWait(10)
    assert sorted(said) == ["", "No space left on device"]


def test_work_outlives_who_asked_for_it(app: QApplication) -> None:
    """A window may close over a preview still being made: the work ends, and nobody is there to be told."""
    owner, may_end = QObject(), threading.Event()
    done: list[bool] = []
    work = Background(owner)
    work.start(lambda: done.append(may_end.wait(10)))
    work.start(lambda: done.append(True))
    threading.Timer(0.05, may_end.set).start()
    owner.deleteLater()
    app.sendPostedEvents(owner, QEvent.Type.DeferredDelete)
    assert done == [True, True]
