"""The clock on the wall, as the program looks it up, against the calendar of the world."""

import time
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from zoneinfo import ZoneInfo

import pytest

from zygoform.app.clock import Clock
from zygoform.core.days.hours import day_number, moment_of


@pytest.fixture(params=["Europe/Berlin", "America/New_York", "Asia/Kolkata", "Australia/Lord_Howe", "UTC"])
def place(request: pytest.FixtureRequest, monkeypatch: pytest.MonkeyPatch) -> Iterator[str]:
    monkeypatch.setenv("TZ", request.param)
    time.tzset()
    yield request.param
    monkeypatch.undo()
    time.tzset()


def test_the_zone_of_the_machine_is_told_as_data(place: str) -> None:
    clock = Clock()
    zone, now = clock.zone(), datetime.now(UTC)
    for hours in range(-24 * 300, 24 * 600, 37):
        at = now + timedelta(hours=hours)
        local = at.astimezone(ZoneInfo(place))
        assert zone.local(moment_of(at)) == (day_number(local.date().isoformat()), 60 * local.hour + local.minute)
    assert clock.time().utcoffset() == now.astimezone(ZoneInfo(place)).utcoffset()
    assert abs(clock.moment() - moment_of(now)) <= 1
