"""Readings of measuring devices come to the field with the keyboard, and nothing else ever happens."""

import socketserver
import subprocess
import sys
import threading
import time
from collections.abc import Iterator
from contextlib import contextmanager, suppress
from functools import partial
from pathlib import Path

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLineEdit, QMessageBox

from tests.app.desk import LONGEST, Desk, wait
from zygoform.app import session
from zygoform.app.device_link import DeviceLink
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.devices.protocol import Prove, parse_line, prove, write_line
from zygoform.devices.server import DeviceServer
from zygoform.files.pairing import NAME, paired
from zygoform.files.user_folder import config_folder

CODE = "314159"


@contextmanager
def serving(server: socketserver.TCPServer) -> Iterator[int]:
    thread = threading.Thread(target=server.serve_forever, kwargs={"poll_interval": 0.01}, daemon=True)
    thread.start()
    try:
        yield int(server.server_address[1])
    finally:
        server.shutdown()
        server.server_close()
        thread.join(5)


def piece_of(desk: Desk) -> CasePiece:
    piece = desk.plan.piece("")
    assert isinstance(piece, CasePiece)
    return piece


def test_a_reading_goes_to_the_field_with_the_keyboard(desk: Desk) -> None:
    desk.action("stage_survey")
    with serving(DeviceServer(0, calm=True, code=CODE)) as port:
        desk.window.devices._linked().connect_to(port, CODE)
        desk.wait(lambda: desk.window.devices._linked().is_ready)
        before = desk.session.project
        desk.stand().setFocus()
        desk.action("devices_read")
        assert desk.session.project == before
        desk.find(QLineEdit, "survey_depth").setFocus()
        for count in (1, 2):
            desk.action("devices_read")
            desk.wait(partial(_read, desk, count))
            readings = piece_of(desk).depth
            assert [r.source for r in readings] == ["device"] * count
            # The simulated one points at what the field held, give or take a few of its half millimetres.
            assert readings[-1].value == pytest.approx(22.0625 * 25.4, abs=4)
            line = desk.find(QLineEdit, "survey_depth")
            line.setText(line.text() + ";")
        # The angle gauge reads corners.
        desk.key(Qt.Key.Key_Escape)
        desk.find(QLineEdit, "survey_corner_right").setFocus()
        desk.action("devices_read")
        desk.wait(lambda: bool(piece_of(desk).corner_right))
        assert piece_of(desk).corner_right[-1].value == pytest.approx(90, abs=1)
        desk.action("undo")
        assert piece_of(desk).corner_right == ()


def _read(desk: Desk, count: int) -> bool:
    readings = piece_of(desk).depth
    return len(readings) == count and readings[-1].source == "device"


class _Device(socketserver.StreamRequestHandler):
    """Proves that it knows its code, and then does what it likes."""

    code = CODE

    def handle(self) -> None:
        asked = parse_line(self.rfile.readline().decode().strip())
        assert isinstance(asked, Prove)
        self.request.sendall(f"{write_line(prove(self.code, asked.nonce))}\n".encode())
        self.go_on()

    def go_on(self) -> None:
        pass


class _Garbage(_Device):
    def go_on(self) -> None:
        time.sleep(0.2)
        self.request.sendall(
            b"READ meter nan mm\nREAD meter 5\xff mm\n\x00\x01\nREAD gauge 400 deg\n" + b"z" * 5000
        )
        # The end of a line that was too long is no line of its own.
        self.request.sendall(b"z" * 5000)
        time.sleep(0.2)
        self.request.sendall(b" READ gauge 45 deg\nREAD meter 100 mm\nREAD me")


def test_garbage_and_a_lost_line_change_nothing(desk: Desk) -> None:
    desk.action("stage_survey")
    before = desk.session.project
    desk.find(QLineEdit, "piece_name").setFocus()
    with serving(socketserver.TCPServer(("127.0.0.1", 0), _Garbage)) as port:
        link = desk.window.devices._linked()
        told: list[str] = []
        link.told.connect(told.append)
        read: list[float] = []
        link.read.connect(lambda _device, value: read.append(value))
        link.connect_to(port, CODE)
        desk.wait(lambda: any("gone" in words for words in told))
    assert read == [100.0]
    assert sum("no reading" in words for words in told) == 1
    assert desk.session.project == before
    assert not desk.window.devices._linked().is_ready
    # Nobody there: it says so, and goes on.
    link.connect_to(port)
    desk.wait(lambda: "No measuring device answers on this machine." in told)
    desk.action("devices_read")
    assert desk.session.project == before


def test_simulated_devices_start_from_the_menu_and_end_with_the_window(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.action("devices_start")
    link = desk.window.devices._linked()
    desk.wait(lambda: link.is_ready)
    desk.find(QLineEdit, "survey_height").setFocus()
    desk.action("devices_read")
    desk.wait(lambda: piece_of(desk).height[-1].source == "device" or not link.is_ready)
    process = link._process
    assert process is not None
    desk.window.devices.close()
    assert process.state() == process.ProcessState.NotRunning


def test_on_the_walk_a_reading_goes_on_to_the_next_size(bare: Desk) -> None:
    desk = bare
    desk.type_here("60", Qt.Key.Key_Return)
    desk.click("start_draw")
    with serving(DeviceServer(0, calm=True, code=CODE)) as port:
        desk.window.devices._linked().connect_to(port, CODE)
        desk.wait(lambda: desk.window.devices._linked().is_ready)
        desk.click("measure_next")
        asked = []
        for entry in ("height", "depth"):
            line = desk.find(QLineEdit, "walk_size")
            asked.append(line.accessibleName())
            # What is guessed by proportion is what the simulated meter points at: 838.2 and 457.2 for 1016 wide.
            usual = {"height": 838.2, "depth": 457.2}[entry] * 1.5
            desk.action("devices_read")
            desk.wait(partial(_measured, desk, entry))
            reading = getattr(piece_of(desk), entry)[0]
            assert reading.source == "device"
            assert reading.value == pytest.approx(usual, abs=4)
        assert asked == ["Height over all", "Depth over all"]
        assert desk.find(QLineEdit, "walk_size").accessibleName() == "Top: thickness"


def _measured(desk: Desk, entry: str) -> bool:
    return bool(getattr(piece_of(desk), entry))


class _Flood(_Device):
    """A reading every ten microseconds for a second, 500 to 1499; then one that none of them was."""

    def go_on(self) -> None:
        time.sleep(0.3)
        until, value = time.monotonic() + 1.0, 0
        while time.monotonic() < until:
            value += 500
            lines = b"".join(b"READ meter %d mm\n" % (500 + (value + k) % 1000) for k in range(500))
            self.request.sendall(lines)
        time.sleep(0.3)
        self.request.sendall(b"READ meter 477 mm\n")
        time.sleep(0.5)


def test_a_flood_is_thinned_and_one_step_to_undo(desk: Desk, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(session, "ONE_STREAM", LONGEST)
    desk.action("stage_survey")
    before, steps = desk.session.project, desk.session.history.at
    desk.find(QLineEdit, "survey_depth").setFocus()
    read, began = list[float](), time.monotonic()
    with serving(socketserver.ThreadingTCPServer(("127.0.0.1", 0), _Flood)) as port:
        link = desk.window.devices._linked()
        link.read.connect(lambda _device, value: read.append(value))
        link.connect_to(port, CODE)
        desk.wait(lambda: bool(read) and read[-1] == 477)
    assert read[-1] == 477
    assert len(read) <= 2 + (time.monotonic() - began) / 0.1, "one each tenth of a second"
    assert piece_of(desk).depth[-1].value == 477
    assert desk.session.history.at == steps + 1
    desk.action("undo")
    assert desk.session.project == before


def test_only_the_device_that_shows_the_code_is_believed(desk: Desk) -> None:
    """Another program listens where the meter should, and sends readings unasked."""

    class Stranger(_Device):
        code = "000000"

        def handle(self) -> None:
            self.request.sendall(b"HELLO <b>meter</b>\nREAD meter 100 mm\n")
            super().handle()

        def go_on(self) -> None:
            with suppress(OSError):
                self.request.sendall(b"READ meter 100 mm\n" * 9)

    desk.action("stage_survey")
    desk.find(QLineEdit, "survey_depth").setFocus()
    before, told = desk.session.project, list[str]()
    link = desk.window.devices._linked()
    link.told.connect(told.append)
    with serving(socketserver.ThreadingTCPServer(("127.0.0.1", 0), Stranger)) as port:
        # Where the meter was paired before.
        link._port = port
        link._keep(CODE)
        assert port in paired()
        link.connect_to(port, CODE)
        desk.wait(lambda: any("not the code" in words for words in told))
        desk.settle()
        assert not link.is_ready
        assert not link.knows(port), "it is asked again"
    assert desk.session.project == before
    assert port not in paired()
    # And nothing is read behind a question, or into a window that is not the one in use.
    with serving(DeviceServer(0, calm=True, code=CODE)) as port:
        link.connect_to(port, CODE)
        desk.wait(lambda: link.is_ready)
        # After another start too nobody is asked; and nobody else can read the code.
        assert DeviceLink().knows(port)
        assert (config_folder() / NAME).stat().st_mode & 0o077 == 0
        box = QMessageBox(desk.frame)
        box.open()
        desk.settle()
        link.read.emit("meter", 500.0)
        assert desk.session.project == before
        box.close()
        box.deleteLater()
        desk.settle()


def test_after_a_drop_the_simulated_ones_are_found_again_without_asking(desk: Desk) -> None:
    known = paired()
    desk.action("devices_start")
    link = desk.window.devices._linked()
    desk.wait(lambda: link.is_ready)
    desk.window.devices.ask_code = lambda: pytest.fail("it was said before")
    for action in ("devices_connect", "devices_start"):
        assert link._socket is not None
        link._socket.abort()
        desk.wait(lambda: not link.is_ready)
        desk.action(action)
        desk.wait(lambda: link.is_ready)
    desk.window.devices.close()
    # Asked for the first time, and nothing typed: nothing is connected to.
    desk.window.devices.ask_code = lambda: ""
    desk.action("devices_connect")
    assert not desk.window.devices._linked().is_ready
    assert paired() == known, "those simulated show another code each time"


def test_simulated_devices_end_with_the_program_however_it_ends() -> None:
    code = (
        "import subprocess, sys\n"
        "p = subprocess.Popen([sys.executable, '-m', 'zygoform.devices.server', '--port', '0', '--tied'],"
        " stdin=subprocess.PIPE, stdout=subprocess.PIPE)\n"
        "p.stdout.readline(); print(p.pid, flush=True); import os; os.kill(os.getpid(), 9)"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=False)
    process = int(done.stdout)
    wait(lambda: not Path(f"/proc/{process}").exists())
