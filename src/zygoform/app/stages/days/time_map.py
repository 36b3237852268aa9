"""Where a moment stands on the rule of days: one's own hours are wide, nights and other hours narrow.

 18:00        21:00  9:00           12:00
--|-------------|-----|---------------|--     own hours HOUR px each, all others LEAST of that
"""

from bisect import bisect_right
from collections.abc import Sequence

from zygoform.core.days.hours import Free, Moment

HOUR = 30.0
"""Width of one of one's own hours (px at 100 %)."""
OTHER = 0.1
"""Width of any other hour beside that."""


class TimeMap:
    """From `begin` to `end`; `hour` is how wide one's own hours are drawn."""

    def __init__(self, spans: Sequence[tuple[Moment, Moment]], begin: Moment, end: Moment, hour: float) -> None:
        self.moments, self.places = [begin], [0.0]
        for a, b in spans:
            low, high = max(a, self.moments[-1]), min(b, end)
            if high > low:
                self._to(low, hour * OTHER)
                self._to(high, hour)
        self._to(max(end, self.moments[-1]), hour * OTHER)

    def _to(self, moment: Moment, hour: float) -> None:
        if moment > self.moments[-1]:
            self.places.append(self.places[-1] + (moment - self.moments[-1]) / 60 * hour)
            self.moments.append(moment)

    @property
    def width(self) -> float:
        return self.places[-1]

    def x(self, moment: Moment) -> float:
        """Pixels from the begin."""
        at = min(max(bisect_right(self.moments, moment), 1), len(self.moments) - 1)
        if at == 0:
            return 0.0
        a, b = self.moments[at - 1], self.moments[at]
        share = (moment - a) / (b - a)
        return self.places[at - 1] + max(0.0, min(1.0, share)) * (self.places[at] - self.places[at - 1])

    def moment(self, x: float) -> Moment:
        """The moment that stands there."""
        at = min(max(bisect_right(self.places, x), 1), len(self.places) - 1)
        a, b = self.places[at - 1], self.places[at]
        share = max(0.0, min(1.0, (x - a) / (b - a))) if b > a else 0.0
        return round(self.moments[at - 1] + share * (self.moments[at] - self.moments[at - 1]))


def own_spans(free: Sequence[Free], past: Sequence[tuple[Moment, Moment]]) -> list[tuple[Moment, Moment]]:
    """One's hours, those parted by quiet ones as one; and when one was at work before."""
    made: list[tuple[Moment, Moment]] = []
    for begin, end in sorted((*past, *((part.begin, part.end) for part in free))):
        if made and begin <= made[-1][1]:
            made[-1] = made[-1][0], max(made[-1][1], end)
        else:
            made.append((begin, end))
    return made
