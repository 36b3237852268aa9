"""The line to the measuring devices: connects, asks for readings, survives whatever comes back."""

import os
import re
import sys
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QProcess, QTimer, Signal

from zygoform.devices.protocol import (
    LONGEST_LINE,
    PORT,
    Aim,
    Battery,
    Device,
    DeviceLine,
    DeviceTrouble,
    Measure,
    Proof,
    Prove,
    Read,
    parse_line,
    prove,
    write_line,
)
from zygoform.files.pairing import keep_paired, paired

if TYPE_CHECKING:
    from PySide6.QtNetwork import QTcpSocket

_HOST = "127.0.0.1"
THIN_MS = 100
MOST_WAITING, MOST_READ = 1 << 20, 4096
"""Bytes that may wait to be read, and that are looked at of them each time."""
_NAMES: dict[Device, str] = {"meter": "Distance meter", "gauge": "Angle gauge"}
_TROUBLES = {
    "out-of-range": "out of range",
    "low-battery": "battery empty, change it",
    "no-target": "no target: dust, glare or glass in the way",
}


class DeviceLink(QObject):
    """At most one connection. `read` brings a device and its value, `told` words for the user.

    Nothing is believed of a device before it has proved that it knows the code it shows. Of a flood of readings the
    last one of each THIN_MS counts.
    """

    read = Signal(str, float)
    told = Signal(str)
    changed = Signal()

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._socket: QTcpSocket | None = None
        self._process: QProcess | None = None
        self._simulated = 0
        self._rest, self._skips = b"", False
        self._garbage = False
        self.is_ready = False
        self._port, self._nonce = PORT, ""
        # What each device showed: it is asked once, and not again after a drop or another start. Those simulated
        # show another code each time.
        self._paired = paired()
        self._codes = dict(self._paired)
        self._tick = QTimer(self)
        self._tick.setSingleShot(True)
        self._tick.timeout.connect(self._on_bytes)

    def start_simulated(self) -> None:
        """Starts the simulated devices beside this program and connects to them."""
        if self._process is not None:
            if not self.is_ready:
                self.connect_to(self._port)
            return
        self._process = QProcess(self)
        self._process.readyReadStandardOutput.connect(self._on_said)
        self._process.finished.connect(self._on_gone)
        self._process.start(sys.executable, ["-P", "-m", "zygoform.devices.server", "--port", "0", "--tied"])

    def _on_said(self) -> None:
        """The simulated devices say where they listen."""
        if self._process is None or not self._process.canReadLine():
            return
        words = bytes(self._process.readLine().data()).decode("utf-8", "replace")
        found = re.search(r":([0-9]+), it shows the code ([0-9]+)", words)
        if found is not None:
            self._simulated = int(found[1])
            self.connect_to(self._simulated, found[2])

    def _on_gone(self) -> None:
        self._process = None

    def knows(self, port: int = 0) -> bool:
        """Whether the code of the devices at a port, else of those last connected, was said before."""
        return (port or self._port) in self._codes

    def connect_to(self, port: int = 0, code: str = "") -> None:
        """Connects to devices on this machine, else those last connected; `code` is what they show."""
        # Loaded when it is first wanted: most people measure with a tape.
        from PySide6.QtNetwork import QTcpSocket

        self.disconnect_now()
        self._port = port or self._port
        if code:
            self._codes[self._port] = code
        socket = QTcpSocket(self)
        socket.setReadBufferSize(MOST_WAITING)
        socket.connected.connect(self._on_connected)
        socket.readyRead.connect(self._on_bytes)
        socket.disconnected.connect(self._on_lost)
        socket.errorOccurred.connect(self._on_error)
        self._socket, self._rest, self._skips, self._garbage = socket, b"", False, False
        socket.connectToHost(_HOST, self._port)

    def disconnect_now(self) -> None:
        """Lets go of the devices; a simulated one goes on running."""
        socket, self._socket = self._socket, None
        if socket is not None:
            socket.blockSignals(True)
            socket.abort()
            socket.deleteLater()
        self._set_ready(ready=False)

    def close(self) -> None:
        """Nothing is left running."""
        self.disconnect_now()
        process, self._process = self._process, None
        if process is not None:
            process.blockSignals(True)
            process.kill()
            process.waitForFinished(2000)
            process.deleteLater()

    def measure(self, device: Device, aim: float) -> bool:
        """Asks for a reading; `aim` is what a simulated device points at. Whether anyone was asked."""
        if self._socket is None or not self.is_ready:
            self.told.emit("No measuring device is connected: menu, Measuring devices.")
            return False
        for line in (Aim(device, max(0.0, aim)), Measure(device)):
            self._socket.write(f"{write_line(line)}\n".encode())
        return True

    def _set_ready(self, *, ready: bool) -> None:
        if ready != self.is_ready:
            self.is_ready = ready
            self.changed.emit()

    def _on_connected(self) -> None:
        self._nonce = os.urandom(16).hex()
        if self._socket is not None:
            self._socket.write(f"{write_line(Prove(self._nonce))}\n".encode())

    def _on_lost(self) -> None:
        # What came before the line broke counts.
        self._tick.stop()
        self._on_bytes()
        if self.is_ready:
            self._set_ready(ready=False)
            self.told.emit("The measuring devices are gone. What was measured stays; connect them again.")

    def _on_error(self) -> None:
        if not self.is_ready:
            self.told.emit("No measuring device answers on this machine.")

    def _on_bytes(self) -> None:
        if self._socket is None:
            return
        if self._tick.isActive() or not self._socket.isOpen():
            return
        content = bytes(self._socket.readAll().data())
        if content:
            self._tick.start(THIN_MS)
        lasts: dict[str, Read] = {}
        for line in self._lines(content):
            if isinstance(line, Read):
                lasts[line.device] = line
            else:
                self._take(line)
        for line in lasts.values() if self.is_ready else ():
            self.read.emit(line.device, line.value)

    def _lines(self, content: bytes) -> list[DeviceLine]:
        """What has come, as far as it is whole; of more than anyone can read only the end."""
        content = self._rest + content
        if len(content) > MOST_READ:
            content, self._skips = content[-MOST_READ:], True
        *lines, self._rest = content.split(b"\n")
        if self._skips and lines:
            # What is left of a line that was too long, or cut above, goes with it.
            del lines[0]
            self._skips = False
        if len(self._rest) > LONGEST_LINE * 4:
            self._rest, self._skips = b"", True
            self._refuse()
        found = [parse_line(raw.decode("utf-8", "replace").rstrip("\r")) for raw in lines]
        if None in found:
            self._refuse()
        return [line for line in found if line is not None]

    def _take(self, line: DeviceLine) -> None:
        if isinstance(line, Proof):
            self._believe(line)
        elif not self.is_ready:
            return
        elif isinstance(line, DeviceTrouble):
            self.told.emit(f"{_NAMES[line.device]}: {_TROUBLES[line.trouble]}.")
        elif isinstance(line, Battery):
            self.told.emit(f"{_NAMES[line.device]}: battery at {line.percent} %.")

    def _believe(self, proof: Proof) -> None:
        """It is the device whose code was said, or another program that wants to be."""
        import hmac

        wanted = prove(self._codes.get(self._port, ""), self._nonce)
        if self._port in self._codes and hmac.compare_digest(proof.answer, wanted.answer):
            self._set_ready(ready=True)
            self._keep(self._codes[self._port])
            self.told.emit("Connected. F8 takes a reading into the field with the keyboard.")
        else:
            self._codes.pop(self._port, None)
            self._keep("")
            self.disconnect_now()
            self.told.emit("That is not the code this device shows. Look again, and connect once more.")

    def _keep(self, code: str) -> None:
        """The device at this port is paired by a code, or for none no more."""
        if self._port == self._simulated or self._paired.get(self._port, "") == code:
            return
        self._paired = {port: own for port, own in self._paired.items() if port != self._port}
        if code:
            self._paired[self._port] = code
        keep_paired(self._paired)

    def _refuse(self) -> None:
        """Garbage is told once, and dropped."""
        if not self._garbage:
            self._garbage = True
            self.told.emit("A device sent something that is no reading. It was dropped.")
