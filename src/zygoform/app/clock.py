"""The time it is, and how clocks run here: the only place that asks. What stands still in tests and pictures."""

from collections.abc import Callable
from datetime import UTC, datetime, timedelta

from zygoform.core.days.hours import ClockZone, Moment, moment_of

_BACK, _AHEAD = 400, 900
"""Days for which it is looked up how clocks run."""


class Clock:
    """`now` gives the time with its zone; another one may be put in its place."""

    def __init__(self, now: Callable[[], datetime] | None = None) -> None:
        self._now = now or (lambda: datetime.now(UTC).astimezone())
        self._zone: tuple[int, ClockZone] = (0, ClockZone())

    def time(self) -> datetime:
        """To the second, with its zone."""
        return self._now().replace(microsecond=0)

    def moment(self) -> Moment:
        """The minute it is."""
        return moment_of(self._now())

    def zone(self) -> ClockZone:
        """How far clocks are ahead here, from a year ago until long after; looked up once a day."""
        today = self.moment() // 1440
        if self._zone[0] != today:
            self._zone = today, _zone_round(self._now())
        return self._zone[1]


def _zone_round(now: datetime) -> ClockZone:
    """Every change of the clocks there is: looked for between days on which they differ."""
    if now.utcoffset() != now.astimezone().utcoffset():
        # A time that was put in by hand has its own zone, wherever this runs.
        return ClockZone(((0, _ahead(now)),))
    first = now.astimezone(UTC) - timedelta(days=_BACK)
    before = first.astimezone()
    changes = [(moment_of(before), _ahead(before))]
    for day in range(1, _BACK + _AHEAD):
        at = (first + timedelta(days=day)).astimezone()
        if _ahead(at) != changes[-1][1]:
            low, high = moment_of(at) - 1440, moment_of(at)
            while high - low > 1:
                middle = (low + high) // 2
                if _ahead(datetime.fromtimestamp(60 * middle, UTC).astimezone()) == changes[-1][1]:
                    low = middle
                else:
                    high = middle
            changes.append((high, _ahead(at)))
    return ClockZone(tuple(changes))


def _ahead(at: datetime) -> int:
    offset = at.utcoffset()
    return round(offset.total_seconds() / 60) if offset is not None else 0
