"""Moments as whole minutes since 1970 UTC, and the local day and time they are.

A wait lasts as long as it lasts, whatever clocks are put to: moments are told in UTC. Own hours are told by the
clock on the wall. Between the two stands a `ClockZone`, plain data that whoever knows the clock hands over.
"""

from bisect import bisect_right
from datetime import UTC, date, datetime, timedelta

from msgspec import Struct

from zygoform.core.days.hours import MINUTES_A_DAY
from zygoform.core.errors import BadInputError

Moment = int
_EPOCH = date(1970, 1, 1)
LAST_DAY = (date.max - _EPOCH).days
"""No day after it has a name."""


class ClockZone(Struct, frozen=True):
    """From each moment on clocks are so many minutes ahead of UTC; before the first one as from then on."""

    changes: tuple[tuple[Moment, int], ...] = ((0, 0),)

    def ahead(self, moment: Moment) -> int:
        """How many minutes local time is ahead of UTC then."""
        at = bisect_right(self.changes, (moment, MINUTES_A_DAY * 2)) - 1
        return self.changes[max(at, 0)][1]

    def local(self, moment: Moment) -> tuple[int, int]:
        """The number of the local day, and the minute of it."""
        return divmod(moment + self.ahead(moment), MINUTES_A_DAY)

    def moment(self, day: int, minute: int) -> Moment:
        """When the clock shows that. Of a time there is twice it is the first, of one that is left out the next
        there is.
        """
        wall = day * MINUTES_A_DAY + minute
        found = sorted({wall - ahead for _, ahead in self.changes})
        for moment in found:
            if moment + self.ahead(moment) == wall:
                return moment
        # Left out when clocks went forward: the moment they did.
        return min(at for at, ahead in self.changes if at + ahead >= wall)


UTC_ZONE = ClockZone()


def day_number(text: str) -> int:
    """Of an ISO day, days since 1970. Raises BadInputError."""
    try:
        return (date.fromisoformat(text) - _EPOCH).days
    except ValueError:
        raise BadInputError(
            "not_a_number", "Write a day like 5 Dec, Friday, in 3 days or 2026-12-05.", "day"
        ) from None


def day_text(day: int) -> str:
    """2026-11-27."""
    return (_EPOCH + timedelta(days=min(day, LAST_DAY))).isoformat()


def weekday(day: int) -> int:
    """0 for Monday."""
    return (day + 3) % 7


def moment_of(when: datetime) -> Moment:
    """The minute a time with its zone lies in."""
    return int(when.timestamp() // 60)


def utc_of(moment: Moment) -> datetime:
    """That minute, in UTC."""
    return datetime.fromtimestamp(min(moment, LAST_DAY * MINUTES_A_DAY) * 60, UTC)
