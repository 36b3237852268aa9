"""The line protocol: one reading, fault or order a line, plain text, ended by a line feed.

From a device:  HELLO <name>  |  READ meter 873.5 mm  |  READ gauge 89.6 deg  |  FAULT meter out-of-range
                BATTERY meter 18  |  PROOF <64 hex digits>
To a device:    MEASURE meter  |  AIM meter 870 mm  (tells a simulated one what it points at)
                PROVE <32 hex digits>

A device shows a code. Whoever knows it answers PROVE with the HMAC (RFC 2104, SHA-256) of what was sent: only then
is it the device whose code the user has typed, and not another program on the same machine.

What is not such a line is garbage, and means nothing.
"""

import math
import re
from collections.abc import Callable
from typing import Literal

from msgspec import Struct

Device = Literal["meter", "gauge"]
Trouble = Literal["out-of-range", "low-battery", "no-target"]
TROUBLES: tuple[Trouble, ...] = ("out-of-range", "low-battery", "no-target")
PORT = 49731
LONGEST_LINE = 120
FARTHEST_MM, FULL_TURN = 100_000.0, 360.0
_UNITS: dict[Device, str] = {"meter": "mm", "gauge": "deg"}
_NUMBER = re.compile(r"[0-9]{1,6}(\.[0-9]{1,4})?")


class Hello(Struct, frozen=True):
    """A device is there."""

    name: str


class Read(Struct, frozen=True):
    """A reading, mm or degrees."""

    device: Device
    value: float


class DeviceTrouble(Struct, frozen=True):
    """Why there is no reading."""

    device: Device
    trouble: Trouble


class Battery(Struct, frozen=True):
    """What is left, percent."""

    device: Device
    percent: int


class Measure(Struct, frozen=True):
    """Asks for a reading."""

    device: Device


class Aim(Struct, frozen=True):
    """What a simulated device points at, mm or degrees; a real one takes no notice."""

    device: Device
    value: float


class Prove(Struct, frozen=True):
    """Asks whether the other side knows the code that the device shows."""

    nonce: str


class Proof(Struct, frozen=True):
    """The answer to it."""

    answer: str


def prove(code: str, nonce: str) -> Proof:
    """What a device that shows this code answers."""
    # Loaded with the first connection.
    import hmac

    return Proof(hmac.new(code.encode(), nonce.encode(), "sha256").hexdigest())


DeviceLine = Prove | Proof | Hello | Read | DeviceTrouble | Battery | Measure | Aim


def parse_line(text: str) -> DeviceLine | None:
    """The line as a value; None for garbage. Raises nothing."""
    if len(text) > LONGEST_LINE or not text.isprintable():
        return None
    head, *rest = text.strip().split(" ")
    if head == "HELLO":
        name = " ".join(rest).strip()
        return Hello(name) if name else None
    if head in _HEX and len(rest) == 1:
        kind_of, digits = _HEX[head]
        return kind_of(rest[0]) if re.fullmatch(f"[0-9a-f]{{{digits}}}", rest[0]) else None
    device = _device(rest[0]) if rest else None
    kind = _KINDS.get((head, len(rest)))
    return kind(device, *rest[1:]) if kind is not None and device is not None else None


def _read(device: Device, number: str, unit: str) -> DeviceLine | None:
    value = _value(device, number, unit)
    return None if value is None else Read(device, value)


def _aim(device: Device, number: str, unit: str) -> DeviceLine | None:
    value = _value(device, number, unit)
    return None if value is None else Aim(device, value)


def _fault(device: Device, word: str) -> DeviceLine | None:
    return next((DeviceTrouble(device, trouble) for trouble in TROUBLES if trouble == word), None)


def _battery(device: Device, word: str) -> DeviceLine | None:
    whole = word.isascii() and word.isdecimal() and len(word) <= 3
    return Battery(device, int(word)) if whole and int(word) <= 100 else None


_KINDS: dict[tuple[str, int], Callable[..., DeviceLine | None]] = {
    ("MEASURE", 1): Measure,
    ("READ", 3): _read,
    ("AIM", 3): _aim,
    ("FAULT", 2): _fault,
    ("BATTERY", 2): _battery,
}
"""The first word of a line, and how many follow."""


_HEX: dict[str, tuple[Callable[[str], DeviceLine], int]] = {"PROVE": (Prove, 32), "PROOF": (Proof, 64)}


def write_line(line: DeviceLine) -> str:
    """The value as a line, without its line feed."""
    if isinstance(line, Hello):
        return f"HELLO {line.name}"
    if isinstance(line, Prove | Proof):
        return f"PROVE {line.nonce}" if isinstance(line, Prove) else f"PROOF {line.answer}"
    if isinstance(line, Read | Aim):
        head = "READ" if isinstance(line, Read) else "AIM"
        return f"{head} {line.device} {_written(line.value)} {_UNITS[line.device]}"
    if isinstance(line, DeviceTrouble):
        return f"FAULT {line.device} {line.trouble}"
    if isinstance(line, Battery):
        return f"BATTERY {line.device} {line.percent}"
    return f"MEASURE {line.device}"


def _written(value: float) -> str:
    return f"{value:.4f}".rstrip("0").rstrip(".")


def _device(word: str) -> Device | None:
    return "meter" if word == "meter" else "gauge" if word == "gauge" else None


def _value(device: Device, number: str, unit: str) -> float | None:
    if unit != _UNITS[device] or not _NUMBER.fullmatch(number):
        return None
    value = float(number)
    most = FARTHEST_MM if device == "meter" else FULL_TURN
    return value if math.isfinite(value) and 0 <= value <= most else None
