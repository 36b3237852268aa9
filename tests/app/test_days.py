"""The days, as someone at the bench uses them: what now, done, still tacky, a question, the hours, all by hand."""

from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
import vobject
from msgspec import structs
from PySide6.QtCore import Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QLabel, QListWidget, QPushButton

from tests.app.desk import LEFT, NONE, Desk
from zygoform.app.autosave import Autosave
from zygoform.app.clock import Clock
from zygoform.app.stages.days.stage import DaysStage
from zygoform.app.stages.days.steps_page import StepPhotos
from zygoform.app.summaries import summaries
from zygoform.core.days.hours import DaySpan
from zygoform.core.days.log import Days
from zygoform.core.edits.condition import remove_photo
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.finishing import take_stack
from zygoform.core.edits.planning import rename_variant, tick
from zygoform.core.measure.message import Message
from zygoform.core.schedule.day_plan import DayPlan
from zygoform.files.demo import demo_project, in_its_days
from zygoform.files.project_json import read_project

NOW = datetime(2026, 12, 3, 19, 20, tzinfo=UTC)


class Bench(Desk):
    """A desk whose clock one turns by hand."""

    def __init__(self, app: QApplication) -> None:
        self.now = NOW
        super().__init__(app, in_its_days(demo_project(), NOW))
        self.session.days.clock = Clock(lambda: self.now)

    def go(self) -> None:
        self.action("stage_days")
        self.ready()

    def ready(self) -> None:
        """The quick plan is there."""
        self.wait(lambda: self.session.days.is_current)
        self.settle()

    def looked(self) -> None:
        self.session.days.settle()
        self.settle()

    def later(self, minutes: int) -> None:
        self.now += timedelta(minutes=minutes)

    @property
    def days(self) -> DayPlan:
        assert self.session.days.plan is not None
        return self.session.days.plan

    @property
    def stage(self) -> DaysStage:
        stage = self.window._made["days"]
        assert isinstance(stage, DaysStage)
        return stage


@pytest.fixture
def bench(app: QApplication) -> Iterator[Bench]:
    made = Bench(app)
    yield made
    made.close()


def words(bench: Bench, name: str) -> str:
    return bench.find(QLabel, name).text()


def test_what_now_done_and_tacky_are_one_press_each(bench: Bench) -> None:
    """From the finished plan to what now in two; a step done with its real time in one, still tacky in one."""
    bench.action("stage_finish")
    bench.count = 0
    bench.go()
    assert bench.count <= 2
    assert words(bench, "now_head") == "Now"
    assert "Sand inside bays" in words(bench, "now_what")
    assert "grit 180" in words(bench, "now_more")
    own = bench.days.next
    assert own is not None
    bench.count = 0
    bench.enter("days_minutes", "52")
    assert bench.count == 1
    bench.ready()
    assert bench.days.by_id[own.id].standing == "done"
    assert bench.session.project.days.log[-1].minutes == 52
    assert bench.session.project.shop.taken
    later = bench.days.end
    bench.count = 0
    bench.click("days_tacky")
    assert bench.count == 1
    bench.ready()
    assert bench.session.project.days.log[-1].kind == "tacky"
    assert bench.days.end >= later


def test_the_clock_runs_from_start_to_done_and_undo_takes_it_back(bench: Bench) -> None:
    bench.go()
    own = bench.days.next
    assert own is not None
    bench.click("days_begin")
    bench.ready()
    assert words(bench, "now_head") == "At it"
    bench.later(23)
    bench.click("days_done")
    bench.ready()
    assert bench.session.project.days.log[-1].minutes == 23
    assert bench.days.by_id[own.id].pieces[0][1] - bench.days.by_id[own.id].pieces[0][0] == 23
    bench.action("undo")
    bench.ready()
    assert bench.days.by_id[own.id].standing == "going"


def test_minutes_that_are_none_are_refused_beside_the_field(bench: Bench) -> None:
    bench.go()
    before = bench.session.project
    bench.enter("days_minutes", "soon")
    assert "45" in words(bench, "days_minutes_fault")
    assert bench.session.project is before


def test_a_question_is_asked_once_with_both_ends_and_its_answer_switches_layers(bench: Bench) -> None:
    bench.go()
    bench.looked()
    assert "first primer on body" in words(bench, "gate_asks")
    ends = [
        label.text()
        for label in bench.stage.gate.findChildren(QLabel)
        if "finished " in label.text() and label.isVisible()
    ]
    assert len(ends) == 3
    bench.click("gate_all")
    bench.ready()
    layers = bench.session.project.finishing.stack("p1/body").layers
    assert [layer.coats for layer in layers if layer.material == "stain blocker"] == [2]
    assert bench.stage.gate.isHidden()
    assert any("stain-blocker" in own.id and own.id.startswith("finish/p1/body") for own in bench.days.open)


def test_what_is_found_under_the_coat_may_lead_to_another_variant(bench: Bench) -> None:
    session = bench.session
    other = next(v for v in session.project.variants if v.id != session.project.variant.id)
    session.do(lambda p: take_stack(rename_variant(p, other.id, "On legs " + 30 * "w").project, "p1/body", "oil"))
    bench.go()
    own = next(own for own in bench.days.steps if own.id.startswith("finish/p1/body/strip"))
    bench.stage._say_of("done", own.id)
    bench.ready()
    assert "under the old coat" in words(bench, "gate_asks")
    button = bench.find(QPushButton, f"gate_variant-{other.id}")
    assert (len(button.text()), button.toolTip()[-30:]) == (34, 30 * "w")
    bench.click(f"gate_variant-{other.id}")
    bench.ready()
    assert session.project.variant.id == other.id
    assert not bench.find(QLabel, "gate_asks").isVisible() or "under" not in words(bench, "gate_asks")


def test_by_keys_alone(bench: Bench) -> None:
    """From the rule: to a step with the arrows, started, broken off, done, no more time, and to the pages."""
    bench.go()
    assert bench.frame.focusWidget() is bench.stage.rule.rows
    bench.key(Qt.Key.Key_Home)
    assert bench.stage.rule.rows.selected == bench.days.steps[0].id
    bench.key(Qt.Key.Key_Right)
    assert bench.stage.rule.rows.selected == bench.days.steps[1].id
    bench.key(Qt.Key.Key_Down)
    assert bench.stage.rule.rows.accessibleDescription()
    for key, kind in ((Qt.Key.Key_Space, "began"), (Qt.Key.Key_B, "paused"), (Qt.Key.Key_D, "done")):
        bench.stage.rule.rows.setFocus()
        bench.key(key)
        bench.ready()
        assert bench.session.project.days.log[-1].kind == kind
        bench.later(4)
    bench.stage.rule.rows.setFocus()
    bench.key(Qt.Key.Key_N)
    bench.ready()
    today = bench.days.zone.local(bench.days.now)[0]
    assert all(bench.days.zone.local(own.begin)[0] > today for own in bench.days.open)
    bench.stage.rule.rows.setFocus()
    bench.key(Qt.Key.Key_G)
    assert bench.stage.pages.value == "hours"


def test_a_bar_dragged_later_stays_there_and_earlier_it_is_told_what_holds_it(bench: Bench) -> None:
    bench.go()
    rows = bench.stage.rule.rows
    own = next(o for o in bench.days.open if "coat 1 of 2" in o.step.what.text)
    before = own.begin
    rows._hovered = own.id
    rows._drag = (own.id, 0.0, 140.0)
    rows.mouseReleaseEvent(None)  # type: ignore[arg-type]
    bench.ready()
    assert bench.days.by_id[own.id].begin > before
    assert bench.session.project.days.pins[0].step == own.id
    # Back again: the pin goes first, then it is told why not sooner still.
    for _ in range(2):
        rows._hovered, rows._drag = own.id, (own.id, 0.0, -300.0)
        rows.mouseReleaseEvent(None)  # type: ignore[arg-type]
        bench.ready()
    assert not bench.session.project.days.pins
    told = words(bench, "days_told")
    assert "wet until" in told, told
    assert "again" in told


def test_hours_and_a_day_that_cannot_be_kept(bench: Bench) -> None:
    bench.go()
    bench.stage.pages.turn_to("hours")
    bench.enter("hours_4", "9-8")
    assert "end comes after" in words(bench, "hours_4_fault")
    bench.enter("hours_4", "")
    bench.ready()
    assert bench.session.project.days.hours.week[4] == ()
    for which in ("from", "to"):
        bench.enter(f"quiet_{which}", "")
    hours = bench.session.project.days.hours
    assert hours.quiet_from == hours.quiet_to, "never quiet"
    # As if nothing were done yet: there is something left that can be quicker.
    bench.session.do(lambda p: Edited(structs.replace(p, days=Days()), Message("")))
    bench.enter("day_wanted", "Dec 10, 2026")
    assert bench.session.project.days.wanted == "2026-12-10"
    bench.ready()
    bench.looked()
    assert "annot be there" in words(bench, "days_verdict"), words(bench, "days_verdict")
    helps = [b for b in bench.stage.hours.findChildren(QPushButton) if b.objectName().startswith("help_")]
    assert helps
    end = bench.days.end
    helps[0].click()
    bench.ready()
    assert bench.days.end < end


def test_it_opens_where_it_goes_on_and_a_step_the_evening_breaks_off_is_named(bench: Bench) -> None:
    """No hours before a day three weeks off, and then half an hour each: what is longer goes on the next day."""
    short = tuple((DaySpan(18 * 60, 18 * 60 + 30),) for _ in range(7))
    hours = structs.replace(bench.session.project.days.hours, week=short)
    bench.session.do(lambda p: Edited(structs.replace(p, days=Days(start="2026-12-24", hours=hours)), Message("")))
    bench.go()
    rule = bench.stage.rule
    first = bench.days.open[0]
    assert rule.shared.offset <= rule.shared.map.x(first.begin) <= rule.shared.offset + rule.room / 2
    own = next(own for own in bench.days.open if len(own.pieces) > 1)
    bench.stage.choose(own.id)
    bench.settle()
    told = [line.text() for line in bench.stage.steps.card.findChildren(QLabel)]
    assert any("Your hours break it off at 18:30; it goes on" in line for line in told), told
    shown = bench.find(QListWidget, "day_list")
    assert any("to 18:30, then" in shown.item(k).text() for k in range(shown.count()))


def test_notes_lessons_and_the_list(bench: Bench) -> None:
    before = summaries(bench.session)["days"]
    bench.go()
    assert before == ("61 of 80 steps done", 61, 80), "what the days themselves count, before anyone looks at them"
    shown = bench.find(QListWidget, "day_list")
    assert any("Sand inside bays" in shown.item(k).text() for k in range(shown.count()))
    bench.enter("day_note", "The left bay is rough")
    bench.enter("day_lesson", "Sand before the drawers are in")
    assert [e.text for e in bench.session.project.days.log if e.kind == "note"][-1] == "The left bay is rough"
    assert bench.window.preferences.settings.lessons[-1].text == "Sand before the drawers are in"
    bench.stage.pages.turn_to("log")
    bench.settle()
    assert words(bench, "log_total").startswith("61 of 80")
    bench.click("days_done")
    bench.ready()
    assert words(bench, "log_total").startswith("62 of 80"), "the sum is that of the plan before"
    model = bench.stage.log.lines.model()
    assert any("The left bay is rough" in model.index(k, 0).data() for k in range(model.rowCount()))


def test_photos_are_brought_in_at_their_step_and_seen_there(bench: Bench, tmp_path: Path) -> None:
    bench.go()
    own = bench.days.next
    assert own is not None
    (tmp_path / "words.txt").write_text("no picture")
    for name in ("one.png", "two.png"):
        bench.frame.grab().save(str(tmp_path / name))
    bench.stage._ask_photos = lambda: [str(tmp_path / name) for name in ("one.png", "words.txt", "two.png")]
    bench.click("step_photo")
    assert "no picture" in bench.find(QLabel, "days_told").text()
    two = [entry for entry in bench.session.project.days.log if entry.step == own.id and entry.photo]
    shown = bench.find(StepPhotos, "step_photos")
    bench.wait(lambda: shown._reader.is_there)
    assert bench.find(QLabel, "step_photo_where").text() == "Photo 2 of 2: two"
    bench.click("step_photo_next")
    assert bench.find(QLabel, "step_photo_where").text() == "Photo 1 of 2: one"
    # From the log to the step at which the demo has one; one taken out of the document is not missed.
    bench.stage.pages.turn_to("log")
    assert bench.stage.log.lines.model().rowCount() == len(bench.session.project.days.log)
    before = next(entry for entry in bench.session.project.days.log if entry.photo and entry not in two)
    lines, log = bench.stage.log.lines, bench.session.project.days.log
    row = lines.visualRect(lines.model().index(len(log) - 1 - log.index(before), 0))
    QTest.mouseClick(lines.viewport(), LEFT, NONE, row.center())
    bench.settle()
    assert (bench.stage.pages.value, bench.stage._chosen) == ("steps", before.step)
    bench.wait(lambda: bench.find(StepPhotos, "step_photos")._reader.is_there)
    bench.session.try_do(lambda p: remove_photo(p, before.photo))
    bench.ready()
    assert bench.stage.steps.photos.count() == 0


def test_the_list_comes_to_what_is_next_and_stays_where_it_was_scrolled_to(bench: Bench) -> None:
    bench.go()
    listed = bench.find(QListWidget, "day_list")

    def in_sight() -> bool:
        return listed.viewport().rect().contains(listed.visualItemRect(listed.currentItem()).center())

    assert listed.currentRow() > 40
    bench.wait(in_sight)
    bench.frame.resize(1280, 640)
    bench.wait(in_sight)
    listed.scrollToTop()
    bench.stage.refresh()
    assert not in_sight()


def test_what_was_written_down_is_kept_at_once(bench: Bench) -> None:
    """Killed a moment later, the copy has it: no two seconds are waited for."""
    keeping = Autosave(bench.session, bench.frame)
    bench.go()
    bench.click("days_begin")
    keeping.journal.wait()
    assert keeping._keeper.path is not None
    assert read_project(keeping._keeper.path).days.log == bench.session.project.days.log
    keeping.close()


def test_time_goes_on_and_another_document_has_its_own_days(bench: Bench, tmp_path: Path) -> None:
    bench.go()
    bench.looked()
    bench.later(45)
    bench.session.days.tick()
    bench.wait(lambda: bench.days.now > int(NOW.timestamp() // 60))
    assert all(own.begin >= bench.days.now for own in bench.days.open)
    path = tmp_path / "days.ics"
    bench.window.filing.ask_save = lambda _name, _kinds: str(path)
    bench.action("calendar")
    assert vobject.readOne(path.read_text()).vevent_list
    assert "c11-fix" in path.read_text()
    # Tomorrow, with nobody looking at the days, it is tomorrow's plan, and what was changed is in it too.
    bench.looked()
    bench.action("stage_redesign")
    bench.later(24 * 60)
    bench.action("calendar")
    begins = [event.dtstart.value for event in vobject.readOne(path.read_text()).vevent_list]
    assert len(begins) > 5
    assert max(begins) > bench.now
    assert sum(begin < bench.now for begin in begins) <= 3, "only what dries already"
    bench.session.do(lambda p: tick(p, p.variant.id, "c11", counts=False))
    bench.settle()
    bench.action("calendar")
    assert "c11-fix" not in path.read_text()
    bench.window.filing.ask_unsaved = lambda: "discard"
    bench.action("demo_set")
    bench.action("stage_days")
    bench.wait(lambda: bench.session.days.plan is not None)
    bench.settle()
    assert not bench.days.done
    assert len({own.id for own in bench.days.steps}) == len(bench.days.steps)
