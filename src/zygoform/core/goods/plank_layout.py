"""How many boards side by side, and which of them is ripped."""

from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.measure.rounding import count_up
from zygoform.core.tolerance import SAME_MM

LEAST_RIP = 38.0
"""Narrower strips are hard to joint and clamp; the rest is then taken from both outer boards."""

Rip = Literal["auto", "first", "last", "both"]


class PlankLayout(Struct, frozen=True):
    """Widths of the boards across the top, from the front (or left) on."""

    widths: tuple[float, ...]
    full: float
    excess: float
    ripped: Literal["none", "first", "last", "both"]


def board_widths(
    across: float, full: float, rip: Rip = "auto", least: float = LEAST_RIP, gap: float = 0.0
) -> PlankLayout:
    """n = ceil((across + gap) / (full + gap)) boards of working width `full`; the chosen board loses what is over.

    On "auto" the last board is ripped while it keeps `least`; else both outer boards give half each.
    """
    if min(across, full) <= 0 or gap < 0:
        raise BadInputError("zero", "A top and its boards have a width, gaps of 0 or more.")
    n = count_up((across + gap) / (full + gap))
    excess = n * (full + gap) - gap - across
    if excess <= SAME_MM:
        return PlankLayout((full,) * n, full, 0.0, "none")
    chosen: Literal["first", "last", "both"] = "last" if full - excess >= least - SAME_MM else "both"
    if rip != "auto":
        chosen = rip
    if n == 1:
        chosen = "last"
    widths = [full] * n
    if chosen == "both":
        widths[0] = widths[-1] = full - excess / 2
    else:
        widths[0 if chosen == "first" else -1] = full - excess
    return PlankLayout(tuple(widths), full, excess, chosen)
