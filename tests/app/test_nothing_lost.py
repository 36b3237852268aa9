"""Nothing is lost: kills, full disks, two windows on one file, copies taken up again."""

import os
import random
import signal
import subprocess
import sys
import time
from collections.abc import Iterator
from pathlib import Path

import msgspec
import pytest
from PySide6.QtCore import QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QLabel, QPushButton

from tests.app.desk import LONGEST, wait
from tests.app.desk import Desk as Hands
from tests.faults import full_disk
from tests.fuzzing import KILLS, QUIET
from zygoform.app import autosave
from zygoform.app.actions.asking import ChangedChoice, CopyChoice
from zygoform.app.application import Application
from zygoform.app.autosave import Autosave
from zygoform.app.main_window import MainWindow
from zygoform.app.preferences import Preferences
from zygoform.core.condition.condition import SHIPPED
from zygoform.core.edits.condition import remove_photo
from zygoform.core.edits.planning import set_value
from zygoform.core.edits.workshop import set_price
from zygoform.core.project import Project
from zygoform.files import guard
from zygoform.files.atomic import same_content
from zygoform.files.demo import counter_begun
from zygoform.files.photos import photo_folder, photo_path
from zygoform.files.prices_csv import own_path, own_prices, shipped_prices
from zygoform.files.project_json import read_project, write_project
from zygoform.files.recovery import Copy, RecoveryFile, compare, drop, left_behind, offer_words
from zygoform.files.settings_json import Settings, settings_and_fault, write_settings
from zygoform.files.user_folder import config_folder, state_folder

AT_WORK = """
import sys, time
from pathlib import Path
from PySide6.QtCore import QTimer
from zygoform.app.application import Application
from zygoform.app.main_window import MainWindow
from zygoform.app.main import qt_application
from zygoform.app.preferences import Preferences
from zygoform.core.edits.condition import add_photos
from zygoform.core.edits.planning import set_value
from zygoform.files.photos import bring_in, own_id
from zygoform.files.settings_json import Settings
app = qt_application()
desk = Application(app, MainWindow(), Preferences(Settings()), demo=True)
path, made = Path(sys.argv[1]), 0
desk.session.save(path)
def edit():
    global made
    made += 1
    desk.session.do(lambda project: set_value(project, "c1", "overhang_left", 10 + made / 100))
    # In one piece, or a kill may come between the two.
    print(f"{made} {time.time()}", flush=True)
    if made % 10 == 0:
        own = desk.session.project.id or own_id()
        name = bring_in(desk.session.path, own, Path(sys.argv[2]))
        desk.session.do(lambda project: add_photos(project, ((name, ""),), own))
    if made % 37 == 0:
        desk.session.save(path)
timer = QTimer()
timer.timeout.connect(edit)
timer.start(15)
app.exec()
"""


@pytest.mark.parametrize("seed", range(KILLS))
def test_killed_at_any_moment_at_most_five_seconds_are_lost(empty_home: Path, seed: int) -> None:
    path, picture = empty_home / "counter.zygoform.json", empty_home / "photo.png"
    picture.write_bytes(b"\x89PNG\r\n\x1a\n" + bytes(range(256)) * 4000)
    env = os.environ | {"QT_QPA_PLATFORM": "offscreen"}
    command = [sys.executable, "-c", AT_WORK, str(path), str(picture)]
    with subprocess.Popen(command, stdout=subprocess.PIPE, text=True, env=env) as work:
        assert work.stdout is not None
        first = work.stdout.readline()
        time.sleep(random.Random(seed).uniform(0.0, 4.5))
        killed = time.time()
        work.send_signal(signal.SIGKILL)
        lines = [first, *work.stdout.read().splitlines()]
    made = {int(n): float(at) for n, at in (line.split() for line in lines if len(line.split()) == 2)}
    saved = read_project(path)
    copies = left_behind()
    assert len(copies) <= 1
    assert not copies or copies[0].of == path
    last = max([number(saved), *(number(copy.project) for copy in copies)])
    lost = [at for n, at in made.items() if n > last]
    assert last <= 1 + max(made, default=0), "nothing is there that was not done"
    if QUIET:
        assert not lost or killed - min(lost) < 5.0, f"{killed - min(lost):.1f} s of work are gone"
    # Every photo that a document names is there, whole.
    for project in (saved, *(copy.project for copy in copies)):
        for photo in project.photos:
            file = photo_path(path, project.id, photo)
            assert file is not None
            assert photo.file.startswith(SHIPPED) or same_content(file, picture)
    for copy in copies:
        drop(copy.path)
    assert left_behind() == []


def number(project: object) -> int:
    """How many edits a project has seen."""
    overhang = project.change("c1").overhang_left  # type: ignore[attr-defined]
    return round((overhang - 10) * 100) if overhang < 25 else 0


def desk_of(app: QApplication, *, demo: bool = True) -> Application:
    frame = MainWindow()
    frame.show()
    desk = Application(app, frame, Preferences(Settings()), demo=demo)
    desk.window.filing.ask_unsaved = lambda: "discard"
    return desk


def leave(app: QApplication, desk: Application) -> None:
    desk.window.frame.close()
    desk.window.frame.deleteLater()
    app.processEvents()


def test_work_left_behind_is_offered_and_taken_up(app: QApplication, empty_home: Path) -> None:
    path = empty_home / "old.zygoform.json"
    project = set_value(counter_begun(), "c1", "radius", 30.0).project
    keeper = RecoveryFile()
    keeper.keep(project, path)
    assert left_behind() == [], "its window still lives"
    # As if the process had ended: the system lifts the lock.
    assert keeper._lock is not None
    keeper._lock.close()
    hands = desk_of(app, demo=False)
    start = hands.window._made["survey"].start  # type: ignore[attr-defined]
    (copy,) = left_behind()
    assert copy.of == path
    start.taken_up.emit(copy)
    assert hands.session.project == project
    assert hands.session.is_dirty
    assert hands.session.path == path
    assert hands.window.stage == "redesign"
    assert not copy.path.exists(), "its own copy has taken its place"
    assert len(list(state_folder().glob("*.json"))) == 1
    hands.session.save(path)
    app.processEvents()
    assert list(state_folder().glob("*.json")) == [], "saved: no copy stays"
    leave(app, hands)


def test_a_copy_that_cannot_be_written_is_told_once(desk: Hands, empty_home: Path) -> None:
    (empty_home / "state").write_text("a file where a folder should be")
    keeping, said = Autosave(desk.session), list[str]()
    keeping.told.connect(said.append)
    for value in (20.0, 30.0):
        desk.session.do(lambda project, value=value: set_value(project, "c1", "radius", value))  # type: ignore[misc]
        keeping.keep_now(wait=True)
        desk.settle()
    assert len(said) == 1
    assert "cannot be copied away" in said[0]
    assert desk.session.is_dirty
    keeping.close()


def left(project: Project, of: Path, known: str = "") -> Copy:
    """A copy of a window that is gone."""
    keeper = RecoveryFile()
    keeper.keep(project, of, known)
    assert keeper._lock is not None
    keeper._lock.close()
    (copy,) = left_behind()
    return copy


@pytest.mark.parametrize("later", ["the file", "the copy"])
def test_a_copy_is_offered_with_both_times_and_what_differs(
    app: QApplication, empty_home: Path, later: str
) -> None:
    path = empty_home / "old.zygoform.json"
    write_project(path, counter_begun())
    copy = left(set_value(counter_begun(), "c1", "radius", 30.0).project, path, guard.stamp(path))
    at = time.time() + (60 if later == "the file" else -60)
    os.utime(path, (at, at))
    order = "is older than the file" if later == "the file" else "after the file was saved"
    words = offer_words(copy, compare(copy))
    assert order in words
    assert words.count(":") >= 5, "both times"
    assert words.endswith("In the copy: New plank top changed.")
    hands = desk_of(app, demo=False)
    start = hands.window._made["survey"].start  # type: ignore[attr-defined]
    wait(lambda: order in start.findChild(QLabel, "left_behind_words").text())
    words = start.findChild(QLabel, "left_behind_words")
    hands.window.frame.resize(1280, 800)
    # All of it can be read.
    wait(lambda: words.height() >= words.heightForWidth(words.width()))
    button = start.findChild(QPushButton, "take_it_up")
    assert not button.geometry().intersects(words.geometry())
    start.put_away.emit(copy)
    assert left_behind() == []
    leave(app, hands)


def test_a_file_opened_by_name_offers_its_copy_and_saving_asks_where_it_changed(
    app: QApplication, empty_home: Path
) -> None:
    path = empty_home / "old.zygoform.json"
    write_project(path, counter_begun())
    mine = set_value(counter_begun(), "c1", "radius", 30.0).project
    known = guard.stamp(path)
    left(mine, path, known)
    # Meanwhile somebody else has saved the file.
    write_project(path, set_value(counter_begun(), "c1", "radius", 12.0).project)
    hands = desk_of(app, demo=False)
    filing, asked = hands.window.filing, list[str]()
    answers: Iterator[CopyChoice] = iter(("later", "take"))

    def answer(words: str) -> CopyChoice:
        asked.append(words)
        return next(answers)

    def back(words: str) -> ChangedChoice:
        asked.append(words)
        return "back"

    filing.ask_copy, filing.ask_changed = answer, back
    filing.open_file(path)
    assert "New plank top changed" in asked[0]
    assert len(left_behind()) == 1, "it can be decided later"
    filing.open_file(path)
    assert hands.session.project == mine
    assert hands.session.is_dirty
    assert not filing.save()
    assert asked[2:] == [path.name]
    leave(app, hands)
    # Where nobody has touched the file since, it is saved without a word.
    left(mine, path, guard.stamp(path))
    hands = desk_of(app, demo=False)
    hands.window.filing.ask_copy = lambda _words: "take"
    hands.window.filing.open_file(path)
    assert hands.window.filing.save()
    assert read_project(path) == mine
    leave(app, hands)


def test_a_copy_that_failed_is_tried_again_and_warned_of_until_there_is_one(
    desk: Hands, empty_home: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    assert empty_home
    monkeypatch.setattr(autosave, "EVERY_MS", 10)
    monkeypatch.setattr(autosave, "RETRY_MS", 20)
    keeping, warned = Autosave(desk.session), list[str]()
    keeping.warned.connect(warned.append)
    keeping.warned.connect(desk.window.head.warn)
    with full_disk(0) as disk:
        # Full from now on, until some of it is freed.
        disk.fails, disk.full = 1, True
        desk.session.do(lambda project: set_value(project, "c1", "radius", 20.0))
        desk.wait(lambda: len(warned) > 2)
        assert all("No space left" in words for words in warned)
        assert "no copy" in desk.find(QLabel, "save_state").text()
    desk.wait(lambda: warned[-1] == "")
    assert desk.find(QLabel, "save_state").text() == "not saved yet"
    desk.wait(lambda: bool(list(state_folder().glob("unsaved-*.json"))))
    keeping.close()


def test_prices_that_cannot_be_kept_are_no_fault_of_the_copy(desk: Hands, empty_home: Path) -> None:
    (empty_home / "config").write_text("a file where a folder should be")
    keeping, said, warned = Autosave(desk.session), list[str](), list[str]()
    keeping.told.connect(said.append)
    keeping.warned.connect(warned.append)
    desk.session.do(lambda project: set_price(project, "pine-1x3", 8 * 304.8, "3.99"))
    desk.wait(lambda: bool(said))
    assert "cannot be kept for the next one" in said[0]
    keeping.keep_now(wait=True)
    desk.settle()
    assert warned == []
    assert len(list(state_folder().glob("unsaved-*.json"))) == 1
    keeping.close()


def test_two_windows_on_one_file_notice_each_other(desk: Hands, tmp_path: Path) -> None:
    path = tmp_path / "shared.zygoform.json"
    write_project(path, counter_begun())
    desk.window.filing.open_file(path)
    # Another window comes later, and the first is told all the same.
    code = "import sys, time; from pathlib import Path; from zygoform.files import guard\n"
    code += "guard.claim(Path(sys.argv[1])); time.sleep(60)"
    other = subprocess.Popen([sys.executable, "-c", code, str(path)])
    desk.wait(lambda: "is open in another window" in "".join(desk.told[-1:]))
    assert desk.window.filing.save()
    assert desk.told[-1].startswith("Saved as") and "open in another window too" in desk.told[-1]  # noqa: PT018
    other.kill()
    other.wait()
    assert guard.holder(path) is None, "a window that is gone holds nothing"
    assert desk.window.filing.save()
    assert desk.told[-1] == f"Saved as {path.name}"
    there = guard.Holder("garage", 1, "1")
    guard._mark(path, there).write_bytes(msgspec.json.encode(there))
    desk.wait(lambda: "is open on garage" in desk.told[-1])
    desk.session.do(lambda project: set_value(project, "c1", "radius", 30.0))
    theirs = set_value(counter_begun(), "c1", "radius", 12.0).project
    write_project(path, theirs)
    desk.wait(lambda: "changed elsewhere" in desk.told[-1])
    answers: Iterator[ChangedChoice] = iter(("back", "other", "over"))
    desk.window.filing.ask_changed = lambda _name: next(answers)
    desk.window.filing.ask_save = lambda _n, _k: str(tmp_path / "mine.zygoform.json")
    assert not desk.window.filing.save()
    assert read_project(path) == theirs
    assert desk.window.filing.save()
    assert read_project(path) == theirs
    assert read_project(tmp_path / "mine.zygoform.json") == desk.session.project
    desk.window.filing.open_file(path)
    desk.session.do(lambda project: set_value(project, "c1", "radius", 33.0))
    write_project(path, counter_begun())
    assert desk.window.filing.save()
    assert read_project(path) == desk.session.project


def test_photos_of_work_never_saved_come_along_and_leave_nothing_behind(desk: Hands, tmp_path: Path) -> None:
    keeping, session, picture = Autosave(desk.session), desk.session, tmp_path / "left.png"
    session.begin(counter_begun(), None, "Opened")
    desk.frame.grab().save(str(picture))
    desk.window.go("survey")
    desk.window._made["survey"].photos.take([picture, picture])  # type: ignore[attr-defined]
    own, taken = session.project.id, session.project.photos[-1]
    desk.settle()
    session.do(lambda project: remove_photo(project, taken.id))
    path = tmp_path / "counter.zygoform.json"
    session.save(path)
    # One that was taken out before the first save comes back whole by undo, and the next save brings it along.
    session.undo()
    assert session.project.photos[-1] == taken
    found = photo_path(path, own, taken)
    assert found is not None
    assert same_content(found, picture)
    session.save(path)
    assert photo_path(path, own, taken) == photo_folder(path, own) / taken.file
    assert photo_folder(None, own).is_dir()
    keeping.close()
    assert not photo_folder(None, own).exists()
    assert same_content(photo_folder(path, own) / taken.file, picture)


def test_a_save_that_has_to_wait_leaves_the_window_painting(
    desk: Hands, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(guard, "WRITER_SECONDS", LONGEST)
    path, session, ticks = tmp_path / "shared.zygoform.json", desk.session, []
    write_project(path, counter_begun())
    desk.window.filing.open_file(path)
    session.do(lambda project: set_value(project, "c1", "radius", 30.0))
    code = "import sys; from pathlib import Path; from zygoform.files import guard\n"
    code += "with guard.alone(Path(sys.argv[1])):\n    print('in', flush=True); sys.stdin.readline()"
    answers = []

    def meanwhile() -> None:
        ticks.append(read_project(path) == session.project)
        if len(ticks) == 1:
            # As a device's reading would, and as a key that was pressed twice.
            session.do(lambda project: set_value(project, "c1", "overhang_left", 33.0))
            answers.append(desk.window.filing.save())
        if len(ticks) == 4:
            other.communicate("let go\n")

    timer = QTimer()
    timer.timeout.connect(meanwhile)
    command = [sys.executable, "-c", code, str(path)]
    with subprocess.Popen(command, stdin=subprocess.PIPE, stdout=subprocess.PIPE, text=True) as other:
        assert other.stdout is not None
        assert other.stdout.readline() == "in\n"
        timer.start(50)
        saved = desk.window.filing.save()
        timer.stop()
    assert saved
    assert not session.is_dirty
    assert read_project(path) == session.project
    assert session.project == set_value(session.project, "c1", "overhang_left", 33.0).project
    assert answers == [False]
    assert not any(ticks[:4])


def test_a_folder_that_takes_nothing_is_told_and_the_work_stays(desk: Hands, tmp_path: Path) -> None:
    desk.session.do(lambda project: set_value(project, "c1", "radius", 30.0))
    desk.window.filing.ask_save = lambda _n, _k: str(tmp_path / "there.zygoform.json")
    with full_disk(2):
        desk.action("save_as")
    assert "No space left" in desk.told[-1]
    assert "still here" in desk.told[-1]
    assert desk.session.is_dirty


def test_whichever_write_fails_the_work_is_there_and_can_be_saved(desk: Hands, tmp_path: Path) -> None:
    """The disk is full at each call in turn while a project with photos is saved elsewhere."""
    picture = tmp_path / "photo.png"
    picture.write_bytes(b"\x89PNG\r\n\x1a\n" + b"x" * 3000)
    desk.action("stage_survey")
    desk.window._made["survey"].photos.take([picture])  # type: ignore[attr-defined]
    filing = desk.window.filing

    def save(fails: int) -> tuple[bool, Path, int]:
        path = tmp_path / f"{fails}" / "c.zygoform.json"
        path.parent.mkdir(exist_ok=True)
        filing.ask_save = lambda _n, _k: str(path)
        with full_disk(fails) as disk:
            return filing.save_as(), path, disk.calls

    _, _, calls = save(0)
    assert calls > 15
    for fails in range(1, calls + 1):
        before = desk.session.project
        done, path, _ = save(fails)
        assert desk.session.project == before
        if done:
            assert read_project(path) == before
        else:
            assert "still here" in desk.told[-1]
            assert not path.exists()
        done, path, _ = save(fails + 1000)
        assert done
        saved = read_project(path)
        file = photo_path(path, saved.id, saved.photos[-1])
        assert file is not None
        assert same_content(file, picture)


@pytest.mark.usefixtures("app")
def test_settings_are_kept_and_unreadable_ones_set_aside(empty_home: Path) -> None:
    assert settings_and_fault()[0] == Settings()
    preferences = Preferences()
    preferences.set(theme="dark", text_percent=130)
    preferences._background.wait()
    assert settings_and_fault()[0] == Settings("dark", 130)
    for number in range(12):
        preferences.set(recent=preferences.settings.with_recent(empty_home / f"{number}.json").recent)
    assert len(preferences.settings.recent) == 9
    assert preferences.settings.recent[0].endswith("11.json")
    preferences._background.wait()
    for broken in (b"{", b"\xff\xfe", b'{"theme": "pink"}', b"[]"):
        (config_folder() / "settings.json").write_bytes(broken)
        assert settings_and_fault()[0] == Settings()
        assert (config_folder() / "settings.unreadable").read_bytes() == broken
    write_settings(Settings("light"))
    assert settings_and_fault()[0].theme == "light"


@pytest.mark.usefixtures("empty_home")
def test_prices_of_ones_own_start_the_next_project(app: QApplication) -> None:
    assert not own_path().exists()
    desk = desk_of(app)
    length = 8 * 304.8
    desk.session.do(lambda project: set_price(project, "pine-1x3", length, "3.99"))
    desk.keeping._price_writer.wait()
    QTest.qWait(20)
    sizes = {size.id: size for size in own_prices().timber}
    assert str(next(o.price for o in sizes["pine-1x3"].offers if abs(o.length - length) < 1)) == "3.99"
    shipped = {size.id: size for size in shipped_prices().timber}
    others = set(sizes) - {"pine-1x3"}
    for name in others:
        assert [o.price for o in sizes[name].offers] == [o.price for o in shipped[name].offers]
    leave(app, desk)
    again = desk_of(app, demo=False)
    fresh = {size.id: size for size in again.session.project.shop.timber}
    assert any(str(offer.price) == "3.99" for offer in fresh["pine-1x3"].offers)
    own_path().write_text("not a table")
    assert own_prices().timber == shipped_prices().timber
    leave(app, again)
