"""Work off the interface's thread. Threads are begun here and nowhere else.

What a piece of work refers to may be a widget that is thrown away meanwhile. So nothing of it is let go by the
thread itself, nor told by it: `_Keeper` does both in the interface's thread, where nothing is thrown away then.
"""

import sys
import threading
from collections import deque
from collections.abc import Callable
from contextlib import suppress
from functools import partial
from itertools import count
from pathlib import Path
from typing import TYPE_CHECKING, Any, TypeVar

from PySide6.QtCore import QCoreApplication, QEventLoop, QObject, Signal

if TYPE_CHECKING:
    from zygoform.core.geometry.plane import Outline

Result = TypeVar("Result")

PICTURE_SECONDS = 300.0
"""Seconds that the reading of a picture may take."""
MOMENT = 0.02
"""Seconds that are no time at all."""
AT_THE_END = 10.0
"""Seconds that the end of the program waits for what is still being written."""


class _Keeper(QObject):
    """Holds every thread's work until the thread is over, and brings what it has to say. It lives for good."""

    ended = Signal(int)
    brought = Signal(object)

    def __init__(self) -> None:
        super().__init__()
        self.held: dict[int, tuple[threading.Thread, object]] = {}
        self._numbers = count()
        self.ended.connect(self._let_go)
        self.brought.connect(self._tell)

    def bring(self, tell: Callable[[], object]) -> None:
        """Called by a thread: `tell` is called by the interface's."""
        # Where the program has ended meanwhile nobody is there to be told.
        with suppress(RuntimeError):
            self.brought.emit(tell)

    def _tell(self, tell: Callable[[], object]) -> None:
        # Whoever asked may be gone with its window; the work was done all the same.
        with suppress(RuntimeError):
            tell()

    def begin(self, run: Callable[[], object], *refers_to: object) -> None:
        number = next(self._numbers)

        def whole() -> None:
            run()
            with suppress(RuntimeError):
                self.ended.emit(number)

        thread = threading.Thread(target=whole, daemon=True)
        self.held[number] = thread, (run, refers_to)
        thread.start()

    def _let_go(self, number: int) -> None:
        self.held[number][0].join()
        del self.held[number]


_keepers: list[_Keeper] = []


def _keeper() -> _Keeper:
    if not _keepers:
        _keepers.append(_Keeper())
    return _keepers[0]


def _words(wrong: Exception) -> str:
    """What went wrong, for the user."""
    plain = isinstance(wrong, OSError) and (wrong.strerror or str(wrong))
    return (plain or f"{type(wrong).__name__}: {wrong}").encode("utf-8", "replace").decode()


class Background(QObject):
    """Long work, one after the other: a later state is never overtaken by an earlier one.

    `finished` says of each what went wrong, or nothing.
    """

    finished = Signal(str)

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._waiting: deque[Callable[[], Any]] = deque()
        self._lock, self._idle = threading.Lock(), threading.Event()
        self._idle.set()

    def start(self, work: Callable[[], Any]) -> None:
        """Runs `work` off the interface thread, after what was started before. Whatever it raises is told."""
        with self._lock:
            self._waiting.append(work)
            if not self._idle.is_set():
                return
            self._idle.clear()
        _at_work.add(self._idle)
        done: list[Callable[[], Any]] = []
        keeper = _keeper()
        keeper.begin(partial(self._run, done, keeper), self, done)

    def _run(self, done: list[Callable[[], Any]], keeper: _Keeper) -> None:
        while True:
            with self._lock:
                if not self._waiting:
                    self._idle.set()
                    _at_work.discard(self._idle)
                    return
                work = self._waiting[0]
            fault = ""
            try:
                work()
            except Exception as wrong:  # noqa: BLE001 - whatever it is, the job has ended and whoever waits is told
                fault = _words(wrong)
            keeper.bring(lambda fault=fault: self.finished.emit(fault))  # type: ignore[misc]
            done.append(self._waiting.popleft())

    def wait(self) -> None:
        """Until all of it is done."""
        self._idle.wait()


_at_work: set[threading.Event] = set()


def finish() -> None:
    """The end of the program: what is being written is written to its end, as far as that comes."""
    for idle in tuple(_at_work):
        idle.wait(AT_THE_END)


class Errand(QObject):
    """One thing to find out, by a thread that nobody waits for; `done` brings what was found, or what went wrong.

    For what may never come back, such as a file on a drive that does not answer: the program ends all the same.
    """

    done = Signal(object, str)

    def start(self, find: Callable[[], object]) -> None:
        """Finds it out. Whatever is raised is told."""

        def run() -> None:
            found, fault = None, ""
            try:
                found = find()
            except Exception as wrong:  # noqa: BLE001 - a fault is an answer too
                fault = _words(wrong)
            keeper.bring(lambda: self.done.emit(found, fault))

        keeper = _keeper()
        keeper.begin(run, self, find)


def patiently(work: Callable[[], Result]) -> Result:
    """Does what has to be done before anything else, such as saving, off the interface's thread.

    What takes longer than a moment leaves the window painting, and taking no input, until it is done. Returns or
    raises what `work` does.
    """
    events = QEventLoop.ProcessEventsFlag.ExcludeUserInputEvents
    found: list[Result] = []
    wrong: list[Exception] = []
    over = threading.Event()

    def run() -> None:
        try:
            found.append(work())
        except Exception as fault:  # noqa: BLE001 - it is raised where it was asked for
            wrong.append(fault)
        over.set()

    _keeper().begin(run)
    while not over.wait(MOMENT):
        QCoreApplication.processEvents(events)
    if wrong:
        raise wrong[0]
    return found[0]


def read_picture(path: Path, widest: int) -> tuple[int, int, bytes]:
    """Width, height and pixels (as `picture_process.py` says) of a picture, read by a process of its own.

    Nothing where it cannot be read, in the time and memory that any good picture needs. For a background thread.
    """
    import struct
    import subprocess

    command = [sys.executable, "-P", "-m", "zygoform.app.picture_process", str(path), str(widest)]
    try:
        done = subprocess.run(command, capture_output=True, timeout=PICTURE_SECONDS, check=False)  # noqa: S603
    except subprocess.TimeoutExpired:
        return 0, 0, b""
    head, pixels = done.stdout[:8], done.stdout[8:]
    width, height = struct.unpack("<II", head) if len(head) == 8 else (0, 0)
    whole = done.returncode == 0 and len(pixels) == 4 * width * height
    return (width, height, pixels) if whole else (0, 0, b"")


def read_drawing(path: Path) -> "Outline":
    """The largest closed line of a drawing, read by a process of its own. Raises BadInputError, in words.

    For a background thread.
    """
    import subprocess

    import msgspec

    from zygoform.core.errors import BadInputError

    command = [sys.executable, "-P", "-m", "zygoform.app.outline_process", str(path)]
    try:
        done = subprocess.run(command, capture_output=True, timeout=PICTURE_SECONDS, check=False)  # noqa: S603
    except subprocess.TimeoutExpired:
        done = None
    if done is None or done.returncode or not done.stdout:
        words = "It takes more time or memory than any good drawing: draw it with fewer lines and points."
        raise BadInputError("out_of_range", words, "outline")
    said = msgspec.json.decode(done.stdout)
    if "fault" in said:
        raise BadInputError("impossible", said["fault"], "outline")
    return tuple((x, y) for x, y in said["outline"])
