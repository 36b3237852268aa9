"""How many hinges a door or a lid wants, and what tells one hinge from another."""

import math

from msgspec import Struct

HINGED_TO = ((1000.0, 2), (1500.0, 3), (2000.0, 4))
"""Up to so high (mm) so many: shop practice for doors of furniture; a heavy door wants one more."""
HEAVY_DOOR_KG = 8.0
LID_APART = 500.0
"""Along a lid hinges stand at most so far apart (mm)."""


def door_hinges(high: float, kg: float = 0.0) -> int:
    """For a door so high (mm) and heavy."""
    by_height = next((n for most, n in HINGED_TO if high <= most), 5)
    return by_height + (kg > HEAVY_DOOR_KG)


def lid_hinges(long: float) -> int:
    """Along a lid's back edge (mm): two at least."""
    return max(2, math.ceil(long / LID_APART))


class HingeMatch(Struct, frozen=True):
    """A new leaf in an old mortise: `longer` and `wider` than the old one by so much (mm; less than 0: smaller).

    `chisel` says the mortise grows, `patch` that a strip is let in first.
    """

    longer: float
    wider: float
    chisel: bool
    patch: bool


MORTISE_SLACK = 0.5
"""A leaf within so much (mm) fits as it is."""


def hinge_match(old_long: float, old_wide: float, new_long: float, new_wide: float) -> HingeMatch:
    """What the mortise needs."""
    longer, wider = new_long - old_long, new_wide - old_wide
    chisel = max(longer, wider) > MORTISE_SLACK
    return HingeMatch(longer, wider, chisel, min(longer, wider) < -MORTISE_SLACK)
