"""Processes and threads: killing one is no harm, and nothing is left running or busy."""

import gc
import multiprocessing
import struct
import threading
import zlib
from functools import partial
from pathlib import Path

import pytest
from PySide6.QtCore import QEvent, QObject
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication

from tests.app.desk import wait
from zygoform.app import background, collecting
from zygoform.app.background import Background, Errand, finish, read_picture
from zygoform.app.collecting import Collector
from zygoform.app.jobs import Solver
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


def test_the_newest_question_is_the_one_answered(app: QApplication) -> None:
    del app
    solver = Solver()
    heard = Heard(solver)
    old, new, newest = problem(1), problem(2, types=7), problem(3, types=7)
    solver.ask([old])
    solver.ask([new, newest])
    wait(lambda: not solver.busy)
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
    wait(lambda: not solver.busy)
    assert heard.layouts[-1][1].proven
    solver.close()


def test_the_same_question_gets_the_same_answer(app: QApplication) -> None:
    del app
    asked, found = problem(6, types=6), []
    for _ in range(2):
        solver = Solver()
        heard = Heard(solver)
        solver.ask([asked])
        wait(lambda solver=solver: not solver.busy)  # type: ignore[misc]
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

    def spoilt() -> None:
        raise UnicodeEncodeError("utf-8", "K\udcfcche", 1, 2, "surrogates not allowed")

    work.start(full)
    work.start(spoilt)
    work.start(lambda: None)
    wait(lambda: len(said) == 3)
    assert said[0] == "No space left on device"
    assert said[1].startswith("UnicodeEncodeError: ")
    assert said[2] == ""
    work.wait()


def test_work_outlives_who_asked_for_it(app: QApplication) -> None:
    """A window may close over a preview still being made: the work ends, and nobody is there to be told."""
    owner, may_end = QObject(), threading.Event()
    done: list[bool] = []
    work = Background(owner)
    work.start(lambda: done.append(may_end.wait(10)))
    work.start(lambda: done.append(True))
    owner.deleteLater()
    app.sendPostedEvents(owner, QEvent.Type.DeferredDelete)
    assert done == [], "and the window does not wait for it"
    may_end.set()
    finish()
    assert done == [True, True]


def test_what_work_refers_to_is_let_go_in_the_interfaces_thread(app: QApplication) -> None:
    """A widget that only the work still knows is not destroyed by the worker."""
    del app
    went: list[threading.Thread] = []

    class Mark:
        def __del__(self) -> None:
            went.append(threading.current_thread())

    for kind in (Background(), Errand()):
        held = threading.Event()
        kind.start(partial(lambda _mark, held: held.wait(5), Mark(), held))
        held.set()
        wait(lambda: bool(went))
        assert went.pop() is threading.main_thread()


# Pictures


def png(width: int, height: int, rows: int) -> bytes:
    """A PNG that says it is so large, of three bytes a pixel, with so many rows in it (W3C PNG 11.2)."""

    def chunk(name: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + name + data + struct.pack(">I", zlib.crc32(name + data))

    packer, row = zlib.compressobj(1), b"\0" + bytes((40, 90, 200)) * width
    body = b"".join(packer.compress(row) for _ in range(rows)) + packer.flush()
    head = struct.pack(">IIBBBBB", width, height, 8, 2, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", body) + chunk(b"IEND", b"")


def test_large_pictures_are_scaled_and_bombs_go_off_elsewhere(
    tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "photo.svg"
    # Nearly 300 MB when unpacked, more than Qt reads of its own accord.
    path.write_bytes(png(9000, 8000, 8000))
    width, height, pixels = read_picture(path, 900)
    assert (width, height) == (900, 800)
    assert pixels[:3] == bytes((200, 90, 40)), "blue first"
    for spoilt in (png(60_000, 60_000, 5), png(300, 200, 200)[:90], b"<svg/>", b"\xff\xd8\xff\xe0 no more", b""):
        path.write_bytes(spoilt)
        assert read_picture(path, 900) == (0, 0, b"")
    assert read_picture(tmp_path / "nowhere.png", 900) == (0, 0, b"")
    path.write_bytes(png(30, 20, 20))
    assert read_picture(path, 900)[:2] == (30, 20)
    monkeypatch.setattr(background, "PICTURE_SECONDS", 0.01)
    assert read_picture(path, 900) == (0, 0, b""), "one that takes too long is ended"


def test_garbage_is_collected_in_the_interfaces_thread_and_old_screens_are_found(
    app: QApplication, monkeypatch: pytest.MonkeyPatch
) -> None:
    """Cycles go by and by; one that has grown old goes when all screens are made anew."""
    went: list[threading.Thread] = []

    class Cycle:
        def __init__(self) -> None:
            self.itself = self

        def __del__(self) -> None:
            went.append(threading.current_thread())

    collector = Collector(app)
    assert not gc.isenabled()
    old, ballast = Cycle(), list[list[list[int]]]()

    def go_on() -> None:
        # So many objects that every generation fills up.
        for _ in range(200):
            ballast.append([[] for _ in range(800)])
            collector.collect()

    frozen = gc.get_freeze_count()
    go_on()
    assert gc.get_freeze_count() > frozen
    Cycle()
    go_on()
    assert len(went) == 1
    del old
    collector.thorough()
    assert len(went) == 2
    assert set(went) == {threading.main_thread()}
    # Very many at once are not looked through a third time, however long it is till then.
    monkeypatch.setattr(collecting, "FULL", (700, 10**9, 10**9))
    frozen = gc.get_freeze_count()
    go_on()
    assert gc.get_freeze_count() > frozen + 50_000
    collector.deleteLater()
