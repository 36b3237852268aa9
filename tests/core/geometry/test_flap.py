"""A flap turned by quarters of a degree against what is below, behind and above it: the formulas say the same."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.fuzzing import random_cases
from zygoform.core.geometry.flap import flap, flap_axis
from zygoform.core.geometry.plane import Outline

STEP = 0.25


def flap_section(t: float, h: float, a: float, zh: float, angle: float) -> Outline:
    """Its section at an angle (degrees from closed), counter-clockwise: y, z of the four corners."""
    c, s = math.cos(math.radians(angle)), math.sin(math.radians(angle))
    corners = ((0.0, 0.0), (t, 0.0), (t, h), (0.0, h))
    found = []
    for y, z in corners:
        p, q = y - a, z - zh
        found.append((a + p * c + q * s, zh - p * s + q * c))
    return tuple(found)


def swept(t: float, h: float, a: float, zh: float) -> tuple[float, float, float]:
    """By turning it: lowest z of its front corner, deepest y of its inner one, highest z of its upper one."""
    low, back, high = 0.0, 0.0, h
    for k in range(round(90 / STEP) + 1):
        section = flap_section(t, h, a, zh, k * STEP)
        low = min(low, section[1][1])
        back = min(back, section[0][0])
        high = max(high, section[3][1])
    return low, back, high


THICK, HIGH = st.floats(10, 40), st.floats(80, 400)
SHARE = st.floats(0, 1)


@random_cases(60)
@given(THICK, HIGH, st.floats(-0.5, 1), st.floats(0, 0.4), st.floats(0.5, 12))
def test_what_it_sweeps_is_what_turning_it_finds(t: float, h: float, share: float, up: float, gap: float) -> None:
    a, zh = share * t, up * h
    found = flap(t, h, a, zh, gap)
    low, back, high = swept(t, h, a, zh)
    coarse = 0.02 * math.hypot(t + abs(a), h) * math.radians(STEP)
    assert found.drop == pytest.approx(-low, abs=coarse)
    assert found.side_cut_back == pytest.approx(-back, abs=coarse)
    assert found.top_rise == pytest.approx(high - h, abs=coarse)
    hits = [k * STEP for k in range(361) if flap_section(t, h, a, zh, k * STEP)[1][1] < -gap - 1e-9]
    if abs(found.drop - gap) > coarse:
        assert found.clears == (not hits)
    if not found.clears and hits:
        assert found.stop_angle == pytest.approx(hits[0], abs=STEP + 1e-6)
    section = flap_section(t, h, a, zh, 90.0)
    assert max(y for y, _ in section) == pytest.approx(found.reach_open)


@random_cases(40)
@given(THICK, SHARE, st.floats(1, 10))
def test_the_lowest_axis_that_clears_is_the_planned_one(t: float, share: float, gap: float) -> None:
    """A tenth of a millimetre lower it would hit; at it, it opens."""
    a = share * t
    axis = flap_axis(t, gap, a)
    h = max(200.0, axis.axis_height * 2)
    assert flap(t, h, a, axis.axis_height + 1e-6, gap).clears
    low, back, _ = swept(t, h, a, axis.axis_height)
    assert -low <= gap + 0.01
    assert -back == pytest.approx(axis.side_cut_back, abs=0.05)
    if axis.axis_height > 0.1:
        assert not flap(t, h, a, axis.axis_height - 0.1, gap).clears
