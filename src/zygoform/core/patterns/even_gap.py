"""The gap with which a pattern comes out even: whole strips, or whole gaps, at the edges of the field."""

from typing import Literal

from msgspec import Struct

LEAST_CHANGE = 0.05
"""A gap that differs by less (mm) is even already."""


class EvenRun(Struct, frozen=True):
    """A length that whole strips ought to fill: `ends` with a strip at both ends, or with whole pitches.

    Counts of strips are `first` and every `step` more: where a strip stays in the middle their number stays odd.
    """

    length: float
    ends: Literal["strip", "pitch"]
    step: int = 1
    first: int = 1


def even_gaps(run: EvenRun, w: float, most: float = 300.0) -> list[float]:
    """All gaps up to `most` that make it come out even, from the widest: (L - n w) / (n - 1), or L / n - w."""
    found, n = list[float](), run.first
    while True:
        if run.ends == "pitch":
            gap = run.length / n - w
        elif n == 1:
            n += run.step
            continue
        else:
            gap = (run.length - n * w) / (n - 1)
        if gap < -1e-9:
            return found
        if gap <= most:
            found.append(max(0.0, gap))
        n += run.step


def nearest_even(run: EvenRun, w: float, gap: float) -> float | None:
    """The even gap nearest to one that is not; nothing where it is even, or where there is none."""
    return min((g for g in even_gaps(run, w)), key=lambda g: abs(g - gap), default=None)
