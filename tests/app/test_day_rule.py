"""The rule of days under the mouse: where moments stand on it, bars pointed at, dragged, moved along."""

from collections.abc import Iterator
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QLineEdit

from tests.app.desk import LEFT, move_pointer
from tests.app.test_days import NOW, Bench
from zygoform.app.stages.days import log_page, rule
from zygoform.app.stages.days.day_rows import ROW, DayRows
from zygoform.app.stages.days.time_map import HOUR, OTHER, TimeMap, own_spans
from zygoform.core.days.hours import Free
from zygoform.core.days.log import Entry
from zygoform.core.schedule.day_plan import DayStep
from zygoform.core.schedule.progress import day_words
from zygoform.core.steps.order import WorkPlan

SPANS = st.lists(st.tuples(st.integers(0, 5000), st.integers(1, 300)), max_size=8)


@given(SPANS, st.lists(st.integers(0, 6000), min_size=2, max_size=6))
def test_moments_stand_in_order_and_are_found_again(pairs: list[tuple[int, int]], moments: list[int]) -> None:
    spans = own_spans([Free(a, a + b, loud=True) for a, b in pairs], [])
    for (_, end), (begin, _) in pairwise(spans):
        assert begin > end, "what overlaps is one"
    made = TimeMap(spans, 0, 6000, HOUR)
    inside = {m for a, b in spans for m in range(a, min(b, 6000))}
    by_hand = sum(HOUR / 60 * (1.0 if m in inside else OTHER) for m in range(6000))
    assert made.width == pytest.approx(by_hand)
    for one, other in pairwise(sorted(moments)):
        assert made.x(one) <= made.x(other)
    for moment in moments:
        assert abs(made.moment(made.x(moment)) - moment) <= 1


@pytest.fixture
def bench(app: QApplication) -> Iterator[Bench]:
    made = Bench(app)
    made.go()
    made.looked()
    yield made
    made.close()


def rows_of(bench: Bench) -> DayRows:
    return bench.stage.rule.rows


def middle_of(bench: Bench, own: DayStep) -> QPoint:
    """Where its first piece is drawn."""
    bench.stage.rule.show_step(own)
    bench.settle()
    shared = bench.stage.rule.shared
    row = next(k for k, sub in enumerate(shared.rows) if own in sub.steps)
    begin, end = own.pieces[0]
    return QPointF((shared.x(begin) + shared.x(end)) / 2, (row + 0.5) * ROW).toPoint()


def test_a_bar_is_pointed_at_and_opened_where_it_is_drawn(bench: Bench) -> None:
    for own in (bench.days.open[0], bench.days.open[3], bench.days.done[-1]):
        at = middle_of(bench, own)
        found = rows_of(bench).step_at(QPointF(at))
        assert found is not None
        assert found.id == own.id
        QTest.mouseClick(rows_of(bench), LEFT, pos=at)
        bench.settle()
        assert rows_of(bench).selected == own.id
        assert own.step.what.words(bench.session.unit.show) in rows_of(bench).accessibleDescription()
        assert bench.session.view.highlighted == own.step.where


def test_a_bar_dragged_with_the_mouse_begins_no_sooner(bench: Bench) -> None:
    own = next(o for o in bench.days.open if "Wax" in o.step.what.text)
    at = middle_of(bench, own)
    QTest.mousePress(rows_of(bench), LEFT, pos=at)
    for k in (30, 90, 160):
        move_pointer(rows_of(bench), at + QPoint(k, 0))
        bench.settle()
    # Qt's test mouse moves without its button: the drag is what the rows were told.
    rows_of(bench)._drag = (own.id, float(at.x()), 160.0)
    QTest.mouseRelease(rows_of(bench), LEFT, pos=at + QPoint(160, 0))
    bench.ready()
    assert bench.days.by_id[own.id].begin > own.begin
    assert bench.session.history.can_undo
    bench.action("undo")
    bench.ready()
    assert bench.days.by_id[own.id].begin == own.begin


def test_a_bar_dragged_before_what_holds_it_is_told_the_rule_and_nothing_moves(bench: Bench) -> None:
    """By a rule with its reason; with the choice that decides it, where there is one."""
    work = bench.session.plan.work if bench.session.plan is not None else WorkPlan()
    told = dict[bool, str]()
    for own in bench.days.open:
        before = bench.days.waits_for(own)
        reason, entry = work.held(own.step, before.step) if before is not None else ("", "")
        if before is None or not reason or (before.standing == "done" and before.dry > bench.days.now):
            continue
        bench.stage.rule.moved.emit(own.id, own.begin - 600)
        words = bench.stage.told.text()
        assert reason in words
        assert bench.session.show(before.step.what).split(",")[0] in words
        assert "{" not in words
        told[bool(entry)] = words
    assert told.keys() == {False, True}
    assert "on Finish, Order, decides that" in told[True]
    assert "on Finish" not in told[False]
    assert bench.session.project.days.pins == ()


def test_the_wheel_goes_along_the_days_and_keys_come_back_to_now(bench: Bench) -> None:
    rule = bench.stage.rule
    before = rule.bar.value()
    wheel = QWheelEvent(
        QPointF(400, 60), QPointF(400, 60), QPoint(), QPoint(0, -240), Qt.MouseButton.NoButton,
        Qt.KeyboardModifier.ShiftModifier, Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    rows_of(bench).wheelEvent(wheel)
    assert rule.bar.value() > before
    rows_of(bench).setFocus()
    bench.key(Qt.Key.Key_T)
    assert rule.bar.value() == before
    wide = rule.shared.map.width
    bench.key(Qt.Key.Key_Plus)
    assert rule.shared.map.width > wide
    bench.key(Qt.Key.Key_Minus)
    assert rule.shared.map.width == pytest.approx(wide)


def test_what_is_being_typed_at_a_step_outlives_a_new_plan(bench: Bench) -> None:
    line = bench.find(QLineEdit, "day_note")
    line.setFocus()
    QTest.keyClicks(line, "half a sen")
    bench.session.days.ask()
    bench.ready()
    bench.looked()
    assert bench.find(QLineEdit, "day_note").text() == "half a sen"


def test_days_that_nobody_looks_at_are_not_worked_out(bench: Bench) -> None:
    bench.action("stage_buy")
    was = bench.session.days.plan
    bench.session.do(lambda p: __import__("zygoform.core.edits.days", fromlist=["set_week"]).set_week(p, 5, "off"))
    bench.settle()
    assert bench.session.days.plan is was
    assert not bench.session.days.is_current
    assert not bench.session.days.busy
    bench.go()
    assert bench.session.days.plan is not was


@pytest.mark.parametrize("day", ["2226-01-01", "9990-06-01", "9999-12-31"])
def test_a_day_far_away_is_asked_about_and_only_days_that_are_seen_are_painted(
    bench: Bench, monkeypatch: pytest.MonkeyPatch, day: str
) -> None:
    bench.stage.pages.turn_to("hours")
    bench.settle()
    before = {which: getattr(bench.session.project.days, which) for which in ("wanted", "start")}
    for which in ("wanted", "start"):
        bench.enter(f"day_{which}", day)
        assert "years from now" in bench.fault(f"day_{which}")
        assert getattr(bench.session.project.days, which) == before[which]
        line = bench.find(QLineEdit, f"day_{which}")
        assert line.text() == day
        QTest.keyClick(line, Qt.Key.Key_Return)
        assert getattr(bench.session.project.days, which) == day
        bench.ready()
    named: list[int] = []
    real = day_words
    monkeypatch.setattr(rule, "day_words", lambda day: named.append(day) or real(day))  # type: ignore[func-returns-value]
    bench.stage.rule.grab()
    for _ in range(8):
        bench.stage.rule.zoom_by(-1)
        bench.stage.rule.grab()
    assert 0 < len(named) < 1500, "of thousands of years those in the window"
    # What is nearer is taken at once.
    bench.enter("day_wanted", "2027-03-01")
    assert bench.session.project.days.wanted == "2027-03-01"


def test_of_a_long_log_only_lines_that_are_seen_are_put_into_words(
    bench: Bench, monkeypatch: pytest.MonkeyPatch
) -> None:
    days = bench.session.project.days
    lines = tuple(Entry(f"e{k}", "note", NOW, text=f"line {k}") for k in range(1000, 6000))
    project = structs.replace(bench.session.project, days=structs.replace(days, log=(*days.log, *lines)))
    said: list[str] = []
    real = log_page.log_words
    monkeypatch.setattr(log_page, "log_words", lambda entry, plan: said.append(entry.id) or real(entry, plan))  # type: ignore[func-returns-value]
    bench.session.begin(project, None, "Long")
    bench.go()
    bench.stage.pages.turn_to("log")
    bench.settle()
    bench.frame.grab()
    shown = bench.stage.log.lines
    assert shown.model().rowCount() == len(project.days.log)
    assert shown.model().index(0, 0).data().endswith("“line 5999”")
    assert 0 < len(set(said)) < 200
    # The keyboard goes through all of it, the page with it.
    shown.setFocus()
    for key in (Qt.Key.Key_Down, Qt.Key.Key_End):
        QTest.keyClick(shown, key)
    bench.settle()
    assert shown.currentIndex().row() == len(project.days.log) - 1
    assert not shown.viewport().visibleRegion().intersected(shown.visualRect(shown.currentIndex())).isEmpty()
