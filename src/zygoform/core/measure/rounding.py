"""Rounding to a mark of the tape. A size is rounded once, when its cut is listed.

Lengths in one unit, in and out. [geometry]
"""

import math
from typing import Literal

from zygoform.core.tolerance import COUNT_SLACK, STEP_SLACK

Mode = Literal["nearest", "down", "up"]


def round_to(value: float, step: float, mode: Mode = "nearest") -> float:
    """`value` on a mark of `step` (> 0, same unit); nearest is half away from zero.

    A value within a millionth of a step of a mark stays on it, so going through mm and back moves nothing.
    """
    steps = value / step
    near = round(steps)
    if abs(steps - near) <= STEP_SLACK:
        whole = near
    elif mode == "down":
        whole = math.floor(steps)
    elif mode == "up":
        whole = math.ceil(steps)
    else:
        whole = math.floor(abs(steps) + 0.5 + STEP_SLACK) * (1 if steps > 0 else -1)
    return whole * step + 0.0  # + 0.0 turns -0.0 into 0.0


def count_up(quotient: float) -> int:
    """Ceiling of a quotient of measured sizes; an exact multiple gives no extra one."""
    return math.ceil(quotient - COUNT_SLACK * max(1.0, abs(quotient)))


def count_down(quotient: float) -> int:
    """Floor of a quotient of measured sizes; an exact multiple loses none."""
    return math.floor(quotient + COUNT_SLACK * max(1.0, abs(quotient)))


def run_of_marks(total: float, spaces: int, step: float) -> tuple[float, ...]:
    """The inner marks that part `total` into equal `spaces`, each rounded from one datum.

    Every mark is within half a step of exact; stepping a rounded space would drift by up to spaces/2 steps.
    """
    return tuple(round_to(total * k / spaces, step) for k in range(1, spaces))
