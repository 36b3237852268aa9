"""What stands on the wood before it is wiped, for how long, which way, and what is normal while it is wet."""

import math

from msgspec import Struct

from zygoform.core.coats.coat import CoatId

_TABLE = """
oil stain      | 5  | 15  | rub it in, wipe with the grain |
gel stain      | 2  | 5   | wipe with the grain |
water stain    | 1  | 3   | wipe with the grain |
paint wash     | 0  | 1   | wipe with the grain |
lightening wax | 3  | 5   | wipe across the grain, so that it stays in it |
hardwax oil    | 15 | 60  | wipe off all that has not gone in | dull for a day is normal
drying oil     | 15 | 60  | wipe off all that has not gone in | dull for a day is normal
wax            | 15 | 20  | on in circles, buff with the grain |
"""
"""Minutes it stands, from and to; how it is wiped; what is normal. [label]"""
_WET = {
    "water clear": "Milky while wet is normal. With the grain, and not gone over again.",
    "acrylic paint": "A first coat is thin and streaky: the next one covers.",
    "mineral paint": "A first coat is thin and streaky: the next one covers.",
    "chalk paint": "Uneven while it dries is normal: judge it dry.",
    "enamel": "Leave it: it levels by itself. Dark colours look uneven until the last coat.",
    "shellac": "Quick strokes with the grain, none gone over again.",
    "oil clear": "With the grain, bubbles brushed out at once.",
}
STRIPPER_STANDS = (30.0, 45.0)
"""Minutes a paste stripper stands, covered so that it does not dry. [label]"""


WIPED_A_M2 = 5.5
"""Minutes a m² to put on what is wiped, and as many to wipe it. [practice]"""


class LeftToStand(Struct, frozen=True):
    """How long something stands before it is wiped (minutes), how it is wiped, and what is normal then."""

    low: float
    high: float
    way: str
    normal: str = ""

    @property
    def is_wiped_at_once(self) -> bool:
        """Whether one hand wipes what the other has just put on: then there are no patches."""
        return not self.low


def _read() -> dict[str, LeftToStand]:
    rows = ([cell.strip() for cell in line.split("|")] for line in _TABLE.strip().splitlines())
    return {own: LeftToStand(float(low), float(high), way, *more) for own, low, high, way, *more in rows}


STANDING: dict[str, LeftToStand] = _read()


class Wiping(Struct, frozen=True):
    """One patch, in minutes: when wiping `begins`, how long its last spot `stood`, how long all of it takes."""

    begins: float
    stood: float
    minutes: float
    right: bool
    """Whether no spot stands longer than it may."""


def wiping(on: float, off: float, low: float, high: float) -> Wiping:
    """A patch that takes `on` minutes to coat and `off` to wipe, where each spot stands from `low` to `high`.

    The first spot stands until wiping begins, the last from `on` until all is wiped: wiping begins no sooner than
    the patch is coated and both have stood long enough. All in minutes. [geometry]
    """
    begins = max(on, low, low + on - off)
    stood = begins + off - on
    return Wiping(begins, stood, begins + off, max(begins, stood) <= high)


def largest_patch(a_m2: float, high: float) -> float:
    """m² that are wiped in time where coating and wiping take `a_m2` minutes a m² each. [geometry]"""
    return high / a_m2 if a_m2 else math.inf


def wet_words(coat: CoatId) -> str:
    """What is normal while it is wet, and which way it goes on; nothing where there is nothing to say."""
    return _WET.get(coat, "")
