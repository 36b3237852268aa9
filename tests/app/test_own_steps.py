"""Days: a step changed by hand, a step of one's own, one left out and taken in again."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel, QLineEdit

from tests.app.test_days import Bench, bench, words

__all__ = ["bench"]
STEP = "finish/p1/inside/tape"


def opened(bench: Bench, step: str) -> None:
    bench.stage.choose(step)
    bench.settle()
    bench.click("step_change")


def test_minutes_a_step_of_ones_own_and_one_left_out_with_its_reason(bench: Bench) -> None:
    bench.go()
    opened(bench, STEP)
    bench.enter("own_minutes", "soon")
    assert "Minutes over 0" in words(bench, "own_minutes_fault")
    bench.enter("own_minutes", "50")
    bench.ready()
    assert bench.days.by_id[STEP].planned == 50
    bench.enter("own_after", "Look along the tape against the light")
    bench.ready()
    own = bench.days.by_id["own/o1"]
    assert own.begin >= bench.days.by_id[STEP].end
    opened(bench, "own/o1")
    bench.enter("own_wait", "1 h")
    bench.ready()
    then = next(step for step in bench.days.steps if "own/o1" in step.step.follows)
    assert then.begin >= bench.days.by_id["own/o1"].end + 60
    # Left out with its reason, seen below the list, and taken in again by keys.
    opened(bench, "finish/p1/boxes/sand")
    bench.enter("own_reason", "smooth enough")
    bench.ready()
    assert "finish/p1/boxes/sand" not in bench.days.by_id
    told = [label.text() for label in bench.stage.steps.left_out.findChildren(QLabel)]
    assert any("smooth enough" in text for text in told)
    from PySide6.QtWidgets import QPushButton

    again = bench.find(QPushButton, "take_in_finish_p1_boxes_sand")
    again.setFocus()
    bench.key(Qt.Key.Key_Space)
    bench.ready()
    assert "finish/p1/boxes/sand" in bench.days.by_id
    opened(bench, "own/o1")
    bench.click("own_away")
    bench.ready()
    assert "own/o1" not in bench.days.by_id
    assert bench.session.history.can_undo


def test_what_is_typed_is_not_taken_away_while_time_goes_on(bench: Bench) -> None:
    bench.go()
    opened(bench, STEP)
    field = bench.find(QLineEdit, "own_after")
    field.setFocus()
    field.setText("Half a sen")
    bench.stage.refresh()
    bench.settle()
    assert bench.find(QLineEdit, "own_after").text() == "Half a sen"


def test_what_went_wrong_is_asked_and_its_way_out_is_in_the_plan(bench: Bench) -> None:
    bench.go()
    before = {own.id for own in bench.days.steps}
    bench.click("days_wrong")
    card = bench.stage.rescue
    assert card.isVisibleTo(bench.stage)
    assert not bench.stage.gate.isVisibleTo(bench.stage), "one question at a time"
    bench.key(Qt.Key.Key_Down)
    assert "shellac blocker" in words(bench, "rescue_way")
    card.how_large.choose("face")
    bench.wait(lambda: "all is over" in words(bench, "rescue_costs"))
    bench.click("rescue_do")
    bench.ready()
    more = {own.id for own in bench.days.steps} - before
    assert len(more) == 2
    entry = bench.session.project.days.log[-1]
    assert (entry.rescue, entry.share) == ("craters", 0.25)
    assert not card.isVisibleTo(bench.stage)
    # Good enough: nothing is written down.
    bench.click("days_wrong")
    bench.key(Qt.Key.Key_Escape)
    assert not card.isVisibleTo(bench.stage)
    assert bench.session.project.days.log[-1] == entry
