"""Simulated devices: a distance meter and an angle gauge with scatter, limits and a battery.

Believable, not real: the meter scatters by about half a millimetre, the gauge by a tenth of a degree.
"""

import random

from msgspec import Struct

from zygoform.devices.protocol import (
    Aim,
    Battery,
    Device,
    DeviceTrouble,
    Hello,
    Measure,
    Prove,
    Read,
    parse_line,
    prove,
    write_line,
)

NEAREST_MM, REACH_MM = 20.0, 40_000.0
SCATTER: dict[Device, float] = {"meter": 0.5, "gauge": 0.1}
MARK: dict[Device, float] = {"meter": 0.5, "gauge": 0.1}
"""The finest step a device shows."""
BATTERY_STEP, LOW_BATTERY, EMPTY = 2, 20, 2
NO_TARGET, DROPPED = 0.02, 0.02
"""How often a reading fails for dust or glare, and how often the line drops with it."""


class SimulatedReply(Struct, frozen=True):
    """What the devices say, and whether the connection drops after it."""

    lines: tuple[str, ...] = ()
    drops: bool = False


class Simulator:
    """Both devices at one connection. The same seed gives the same answers; `calm` ones never fail by chance."""

    def __init__(self, seed: int = 1, *, calm: bool = False, code: str = "") -> None:
        self.code = code
        self._chance = random.Random(seed)  # noqa: S311 - scatter, no secret
        self._calm = calm
        self._aim: dict[Device, float] = {"meter": 500.0, "gauge": 90.0}
        self._battery: dict[Device, int] = {"meter": 100, "gauge": 100}

    def hello(self) -> SimulatedReply:
        """What is said when someone connects."""
        return SimulatedReply((write_line(Hello("simulated distance meter and angle gauge")),))

    def answer(self, text: str) -> SimulatedReply:
        """What comes back for one line; nothing for garbage."""
        order = parse_line(text)
        if isinstance(order, Prove):
            return SimulatedReply((write_line(prove(self.code, order.nonce)),))
        if isinstance(order, Aim):
            self._aim[order.device] = order.value
        elif isinstance(order, Measure):
            return self._measure(order.device)
        return SimulatedReply()

    def _measure(self, device: Device) -> SimulatedReply:
        if self._battery[device] <= EMPTY:
            self._battery[device] = 100  # someone changes it
            return SimulatedReply((write_line(DeviceTrouble(device, "low-battery")),))
        self._battery[device] -= BATTERY_STEP
        low = self._battery[device] <= LOW_BATTERY
        said = (write_line(Battery(device, self._battery[device])),) if low else ()
        if not self._calm:
            if self._chance.random() < DROPPED:
                return SimulatedReply(said, drops=True)
            if self._chance.random() < NO_TARGET:
                return SimulatedReply((*said, write_line(DeviceTrouble(device, "no-target"))))
        true = self._aim[device]
        if device == "meter" and not NEAREST_MM <= true <= REACH_MM:
            return SimulatedReply((*said, write_line(DeviceTrouble(device, "out-of-range"))))
        mark = MARK[device]
        value = round(self._chance.gauss(true, SCATTER[device]) / mark) * mark
        return SimulatedReply((*said, write_line(Read(device, max(0.0, round(value, 4))))))
