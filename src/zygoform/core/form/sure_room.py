"""The room that an opening is sure to have: whatever is put into one asks here.

An opening is drawn square. Where it was measured closely, what goes in has to pass the smallest quadrilateral
its readings allow (`geometry/opening_fit.py`); of several whose rails come out, all shortfalls on one line count.
"""

from collections.abc import Callable, Sequence

from zygoform.core.form.form import FormOpening, Rect
from zygoform.core.form.opening_readings import room


def sure_rect(opening: FormOpening) -> Rect:
    """The rectangle sure to go in, on the opening's floor, its middle over the opening's."""
    return sure_union((opening,))


def sure_union(openings: Sequence[FormOpening]) -> Rect:
    """The same of several openings made one: from the leftmost to the rightmost, the lowest to the highest."""
    x0, z0 = min(o.rect[0] for o in openings), min(o.rect[1] for o in openings)
    x1, z1 = max(o.rect[2] for o in openings), max(o.rect[3] for o in openings)
    wide = _most_on_a_line(openings, 1, lambda lack: lack[0])
    high = _most_on_a_line(openings, 0, lambda lack: lack[1])
    return x0 + wide / 2, z0, x1 - wide / 2, z1 - high


def _lack(opening: FormOpening) -> tuple[float, float]:
    """By how much it is sure to be narrower and lower than it is drawn (mm)."""
    x0, z0, x1, z1 = opening.rect
    wide, high = room(opening.readings, x1 - x0, z1 - z0)
    return max(0.0, x1 - x0 - wide), max(0.0, z1 - z0 - high)


def _most_on_a_line(
    openings: Sequence[FormOpening], axis: int, of: Callable[[tuple[float, float]], float]
) -> float:
    """The most that is lacking along one line over all of them: through the middle of one, across axis 0 or 1."""
    lines = [(o.rect[axis] + o.rect[axis + 2]) / 2 for o in openings]
    return max(sum(of(_lack(o)) for o in openings if o.rect[axis] < line < o.rect[axis + 2]) for line in lines)
