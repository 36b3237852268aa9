"""Serves the simulated devices on this machine, for anyone who connects: `zygoform-devices`."""

import argparse
import os
import socketserver
import sys
import threading
from collections.abc import Sequence

from zygoform.devices.protocol import LONGEST_LINE, PORT
from zygoform.devices.simulator import SimulatedReply, Simulator

_HOST = "127.0.0.1"
READY = "listening on"


class _Talk(socketserver.StreamRequestHandler):
    """One connection: line in, lines out."""

    server: "DeviceServer"

    def handle(self) -> None:
        simulator = Simulator(self.server.seed, calm=self.server.calm, code=self.server.code)
        if not self._say(simulator.hello()):
            return
        while True:
            raw = self.rfile.readline(LONGEST_LINE * 4)
            if not raw or not self._say(simulator.answer(raw.decode("utf-8", "replace").strip("\r\n"))):
                return

    def _say(self, answer: SimulatedReply) -> bool:
        """Whether the connection still stands."""
        try:
            self.wfile.write("".join(f"{line}\n" for line in answer.lines).encode())
        except OSError:
            return False
        return not answer.drops


class DeviceServer(socketserver.ThreadingTCPServer):
    """Listens on this machine only; port 0 takes any that is free."""

    allow_reuse_address = True
    daemon_threads = True

    def __init__(self, port: int = PORT, seed: int = 1, *, calm: bool = False, code: str = "") -> None:
        self.seed, self.calm = seed, calm
        self.code = code or f"{int.from_bytes(os.urandom(4), 'big') % 1_000_000:06}"
        super().__init__((_HOST, port), _Talk)

    @property
    def port(self) -> int:
        return int(self.server_address[1])


def _end_with_parent() -> None:
    """The line from the parent breaks when that ends, however it does."""
    sys.stdin.buffer.read()
    os._exit(0)


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs until it is stopped."""
    parser = argparse.ArgumentParser("zygoform-devices", description="A simulated distance meter and angle gauge.")
    parser.add_argument("--port", type=int, default=PORT, help="0 takes any that is free")
    parser.add_argument("--seed", type=int, default=1, help="the same seed gives the same scatter")
    parser.add_argument("--tied", action="store_true", help="end with the program that started it")
    parser.add_argument("--calm", action="store_true", help="no reading fails by chance")
    chosen = parser.parse_args(arguments)
    try:
        server = DeviceServer(chosen.port, chosen.seed, calm=chosen.calm)
    except (OSError, OverflowError) as refused:
        print(f"Port {chosen.port} cannot be used: {refused}")
        return 1
    with server:
        if chosen.tied:
            threading.Thread(target=_end_with_parent, daemon=True).start()
        print(f"{READY} {_HOST}:{server.port}, it shows the code {server.code}", flush=True)
        try:
            server.serve_forever()
        except KeyboardInterrupt:
            return 0
    return 0


if __name__ == "__main__":
    raise SystemExit(main())
