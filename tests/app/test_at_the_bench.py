"""What happens once in life is on the disk at once: killed at any moment, no line and no photo is lost."""

import os
import random
import signal
import subprocess
import sys
import time
from pathlib import Path

import pytest
from PySide6.QtWidgets import QApplication, QLabel

from tests.app.desk import Desk
from tests.fuzzing import KILLS
from zygoform.app import bench_journal
from zygoform.app.autosave import Autosave
from zygoform.core.edits.cutting import mark_cut
from zygoform.core.edits.days import write_down
from zygoform.core.happened import happening
from zygoform.core.project import Project
from zygoform.files import journal
from zygoform.files.atomic import same_content
from zygoform.files.demo import counter_begun
from zygoform.files.photos import photo_path
from zygoform.files.project_json import read_project, write_project
from zygoform.files.recovery import RecoveryFile, drop, found_left_behind, left_behind
from zygoform.files.user_folder import state_folder

AT_THE_BENCH = """
import random, sys, time
from datetime import UTC, datetime
from pathlib import Path
from PySide6.QtCore import QTimer
from zygoform.app.application import Application
from zygoform.app.main_window import MainWindow
from zygoform.app.main import qt_application
from zygoform.app.preferences import Preferences
from zygoform.core.edits.days import write_down
from zygoform.core.edits.condition import add_photos
from zygoform.files.photos import bring_in, own_id
from zygoform.files.recovery import RecoveryFile
from zygoform.files.settings_json import Settings
app = qt_application()
desk = Application(app, MainWindow(), Preferences(Settings()), demo=True)
path, made, kept = Path(sys.argv[1]), 0, 0
draw = random.Random(int(sys.argv[3]))
if draw.random() < 0.7:
    desk.session.save(path)
real = RecoveryFile.write_down
def write(keeper, *given):
    print("W 0 0", flush=True)
    real(keeper, *given)
RecoveryFile.write_down = write
def say():
    global kept
    if not desk.keeping.journal.not_written and kept < made:
        kept = made
        print(f"K {kept} {time.time()}", flush=True)
def work():
    global made
    at = datetime.now(UTC)
    made += 1
    desk.session.do(lambda project: write_down(project, "note", at, "Note", text=f"line {made}"))
    print(f"L {made} {time.time()}", flush=True)
    if made % 7 == 0:
        own = desk.session.project.id or own_id()
        name = bring_in(desk.session.path, own, Path(sys.argv[2]))
        desk.session.do(lambda project: add_photos(project, ((name, f"photo {made}"),), own))
    if made % 23 == 0:
        desk.session.save(path)
    # Now and then several come one after the other.
    timer.start(0 if draw.random() < 0.3 else draw.randrange(5, 90))
timer, seen = QTimer(), QTimer()
timer.setSingleShot(True)
timer.timeout.connect(work)
timer.start(10)
seen.timeout.connect(say)
seen.start(2)
app.exec()
"""


@pytest.mark.parametrize("seed", range(KILLS))
def test_killed_at_the_bench_nothing_is_lost_that_was_not_shown_as_unsaved(empty_home: Path, seed: int) -> None:
    path, picture = empty_home / "counter.zygoform.json", empty_home / "photo.png"
    picture.write_bytes(b"\x89PNG\r\n\x1a\n" + bytes(range(256)) * 400)
    command = [sys.executable, "-c", AT_THE_BENCH, str(path), str(picture), str(seed)]
    env = os.environ | {"QT_QPA_PLATFORM": "offscreen"}
    with subprocess.Popen(command, stdout=subprocess.PIPE, text=True, env=env) as work:
        assert work.stdout is not None
        lines = [work.stdout.readline()]
        until = time.monotonic() + random.Random(seed).uniform(0.0, 3.0)
        # Every other one is killed while it writes.
        while time.monotonic() < until or (seed % 2 and not lines[-1].startswith("W")):
            lines.append(work.stdout.readline())
        work.send_signal(signal.SIGKILL)
        lines += work.stdout.read().splitlines()
    said = [line.split() for line in lines if len(line.split()) == 3]
    kept = max((int(number) for kind, number, _ in said if kind == "K"), default=0)
    copies, saved = left_behind(), read_project(path) if path.exists() else None
    there = [project for project in (*(copy.project for copy in copies), saved) if project is not None]
    notes = max((noted(project) for project in there), key=len, default=set[str]())
    assert {f"line {k}" for k in range(1, kept + 1)} <= notes
    assert max((photos_of(project) for project in there), default=0) >= kept // 7
    for project in there:
        for photo in (photo for photo in project.photos if photo.title.startswith("photo")):
            file = next(filter(None, (photo_path(own, project.id, photo) for own in (path, None))))
            assert same_content(file, picture)
    for copy in copies:
        drop(copy.path)


def noted(project: Project) -> set[str]:
    return {entry.text for entry in project.days.log if entry.kind == "note"}


def photos_of(project: Project) -> int:
    return sum(photo.title.startswith("photo") for photo in project.photos)


def test_it_is_shown_until_it_is_written_and_told_where_it_cannot_be(
    desk: Desk, empty_home: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path, fails = empty_home / "counter.zygoform.json", [True]
    monkeypatch.setattr(bench_journal, "AGAIN_MS", 20)

    def full(*given: object) -> None:
        if fails[0]:
            raise OSError(28, "No space left on device")
        real(*given)  # type: ignore[arg-type]

    real = journal.append
    monkeypatch.setattr("zygoform.files.recovery.append", full)
    desk.session.save(path)
    keeping, said = Autosave(desk.session), list[str]()
    keeping.told.connect(said.append)
    keeping.warned.connect(desk.window.head.warn)
    desk.session.do(lambda p: mark_cut(p, ("p1/side/left",), "A1", cut=True))
    assert desk.find(QLabel, "save_state").text() == "writing it down…"
    desk.wait(lambda: "not written down: " in desk.find(QLabel, "save_state").text())
    assert len(said) == 1
    assert "Save on another drive" in said[0]
    fails[0] = False
    desk.wait(lambda: not keeping.journal.not_written)
    assert desk.find(QLabel, "save_state").text() == "not saved yet"
    # There is no copy yet: the file and its journal are the work.
    keeper = keeping._keeper
    assert keeper._lock is not None
    keeper._lock.close()
    (copy,) = left_behind()
    assert copy.project == desk.session.project
    keeping.close()
    assert left_behind() == []


def test_of_work_that_was_never_saved_the_copy_comes_first(desk: Desk, empty_home: Path) -> None:
    assert empty_home
    assert desk.session.path is None
    keeping = Autosave(desk.session)
    desk.session.do(lambda p: mark_cut(p, ("p1/side/left",), "A1", cut=True))
    desk.wait(lambda: not keeping.journal.not_written)
    keeper = keeping._keeper
    assert keeper._lock is not None
    keeper._lock.close()
    assert [copy.project for copy in left_behind()] == [desk.session.project]
    keeping.close()


def test_what_is_saved_is_not_offered_again(
    app: QApplication, empty_home: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Killed between saving and taking the journal away."""
    assert app
    flushed, real = [""], os.fsync

    def flush(handle: int) -> None:
        flushed.append(Path(f"/proc/self/fd/{handle}").readlink().suffix)
        real(handle)

    monkeypatch.setattr(os, "fsync", flush)
    path, keeper = empty_home / "counter.zygoform.json", RecoveryFile()
    at = counter_begun()
    done = mark_cut(at, ("p1/side/left",), "A1", cut=True).project
    write_project(path, at)
    new = happening(at, done)
    assert new is not None
    keeper.write_down((new,), path)
    assert flushed[-1] == ".journal", "it is on the disk, and not only on its way"
    assert keeper._lock is not None
    keeper._lock.close()
    assert [copy.project for copy in left_behind()] == [done]
    write_project(path, done)
    assert left_behind() == []
    assert not list(state_folder().glob("unsaved-*"))


def test_a_line_half_written_spoils_none_behind_it(empty_home: Path) -> None:
    path, at = empty_home / "a.journal", counter_begun()
    done = [at, *(mark_cut(at, (f"p1/side/{side}",), "A1", cut=True).project for side in ("left", "right"))]
    happened = [one for now in done[1:] if (one := happening(at, now)) is not None]
    journal.append(path, journal.WorkedOn("a"), (happened[0],))
    with path.open("ab") as half:
        half.write(b'{"log":[{"id":"e7","ki')
    journal.append(path, journal.WorkedOn("a"), (happened[1],))
    assert journal.read(path) == (journal.WorkedOn("a"), tuple(happened))


def test_a_copy_that_cannot_be_read_is_told_and_left(bare: Desk, empty_home: Path) -> None:
    folder = state_folder()
    folder.mkdir(parents=True)
    broken = folder / "unsaved-1-0.zygoform.json"
    broken.write_text("{")
    (words,) = found_left_behind().unreadable
    assert "not whole JSON" in words
    assert str(folder) in words
    bare.window.go("survey")
    bare.session.begin(bare.session.project, None, "New")
    bare.settle()
    assert bare.find(QLabel, "left_unreadable").text() == words
    assert broken.exists()
    assert empty_home


def test_of_a_large_project_lines_do_not_wait_for_its_plan(desk: Desk, empty_home: Path) -> None:
    from datetime import UTC, datetime

    from tests.app.test_monkey import large

    assert empty_home
    desk.session.begin(large(), None, "Large")
    keeping = Autosave(desk.session)
    desk.session.do(lambda p: write_down(p, "note", datetime.now(UTC), "Note", text="now"))
    assert desk.session.planning.busy
    assert keeping.journal.not_written
    keeping.close()
