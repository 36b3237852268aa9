"""The line to the measuring devices: connects, asks for readings, survives whatever comes back."""

import sys
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject, QProcess, Signal

from zygoform.devices.protocol import (
    LONGEST_LINE,
    PORT,
    Aim,
    Battery,
    Device,
    DeviceLine,
    DeviceTrouble,
    Hello,
    Measure,
    Read,
    parse_line,
    write_line,
)

if TYPE_CHECKING:
    from PySide6.QtNetwork import QTcpSocket

_HOST = "127.0.0.1"
_NAMES: dict[Device, str] = {"meter": "Distance meter", "gauge": "Angle gauge"}
_TROUBLES = {
    "out-of-range": "out of range",
    "low-battery": "battery empty, change it",
    "no-target": "no target: dust, glare or glass in the way",
}


class DeviceLink(QObject):
    """At most one connection. `read` brings a device and its value, `told` words for the user."""

    read = Signal(str, float)
    told = Signal(str)
    changed = Signal()

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        self._socket: QTcpSocket | None = None
        self._process: QProcess | None = None
        self._rest = b""
        self._garbage = False
        self.is_ready = False

    def start_simulated(self) -> None:
        """Starts the simulated devices beside this program and connects to them."""
        if self._process is not None:
            self.connect_to(PORT) if not self.is_ready else None
            return
        self._process = QProcess(self)
        self._process.readyReadStandardOutput.connect(self._on_said)
        self._process.finished.connect(self._on_gone)
        self._process.start(sys.executable, ["-m", "zygoform.devices.server", "--port", "0"])

    def _on_said(self) -> None:
        """The simulated devices say where they listen."""
        if self._process is None:
            return
        words = bytes(self._process.readAllStandardOutput().data()).decode("utf-8", "replace").split(":")
        if len(words) > 1 and words[-1].strip().isdecimal():
            self.port = int(words[-1])
            self.connect_to(self.port)

    def _on_gone(self) -> None:
        self._process = None

    def connect_to(self, port: int = PORT) -> None:
        """Connects to devices on this machine."""
        # Loaded when it is first wanted: most people measure with a tape.
        from PySide6.QtNetwork import QTcpSocket

        self.disconnect_now()
        socket = QTcpSocket(self)
        socket.connected.connect(self._on_connected)
        socket.readyRead.connect(self._on_bytes)
        socket.disconnected.connect(self._on_lost)
        socket.errorOccurred.connect(self._on_error)
        self._socket, self._rest, self._garbage = socket, b"", False
        socket.connectToHost(_HOST, port)

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
        self._set_ready(ready=True)

    def _on_lost(self) -> None:
        if self.is_ready:
            self._set_ready(ready=False)
            self.told.emit("The measuring devices are gone. What was measured stays; connect them again.")

    def _on_error(self) -> None:
        if not self.is_ready:
            self.told.emit("No measuring device answers on this machine.")

    def _on_bytes(self) -> None:
        if self._socket is None:
            return
        self._rest += bytes(self._socket.readAll().data())
        *lines, self._rest = self._rest.split(b"\n")
        if len(self._rest) > LONGEST_LINE * 4:
            self._rest = b""
            self._refuse()
        for raw in lines:
            line = parse_line(raw.decode("utf-8", "replace").rstrip("\r"))
            self._take(line) if line is not None else self._refuse()

    def _take(self, line: DeviceLine) -> None:
        if isinstance(line, Read):
            self.read.emit(line.device, line.value)
        elif isinstance(line, Hello):
            self.told.emit(f"Connected: {line.name}. F8 takes a reading into the field with the keyboard.")
        elif isinstance(line, DeviceTrouble):
            self.told.emit(f"{_NAMES[line.device]}: {_TROUBLES[line.trouble]}.")
        elif isinstance(line, Battery):
            self.told.emit(f"{_NAMES[line.device]}: battery at {line.percent} %.")

    def _refuse(self) -> None:
        """Garbage is told once, and dropped."""
        if not self._garbage:
            self._garbage = True
            self.told.emit("A device sent something that is no reading. It was dropped.")
