"""Readings of measuring devices come to the field with the keyboard, and nothing else ever happens."""

import socketserver
import threading
from collections.abc import Iterator
from contextlib import contextmanager
from functools import partial

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLineEdit

from tests.app.desk import Desk
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.devices.server import DeviceServer


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
    with serving(DeviceServer(0, calm=True)) as port:
        desk.window.devices._linked().connect_to(port)
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


class _Garbage(socketserver.BaseRequestHandler):
    def handle(self) -> None:
        self.request.sendall(
            b"READ meter nan mm\nREAD meter 5\xff mm\n\x00\x01\nREAD gauge 400 deg\n" + b"z" * 5000
        )
        self.request.sendall(b"\nREAD gauge 90 deg\nREAD meter 100 mm\nREAD me")


def test_garbage_and_a_lost_line_change_nothing(desk: Desk) -> None:
    desk.action("stage_survey")
    before = desk.session.project
    desk.find(QLineEdit, "piece_name").setFocus()
    with serving(socketserver.TCPServer(("127.0.0.1", 0), _Garbage)) as port:
        link = desk.window.devices._linked()
        told: list[str] = []
        link.told.connect(told.append)
        link.connect_to(port)
        desk.wait(lambda: any("gone" in words for words in told))
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
    with serving(DeviceServer(0, calm=True)) as port:
        desk.window.devices._linked().connect_to(port)
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
