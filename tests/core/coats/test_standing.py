"""What is wiped: patches right at their first spot and their last; told at the step, minded where large."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.finish.test_finish_plan import finished, table
from tests.planned import plan_of
from zygoform.core.coats.standing import STANDING, WIPED_A_M2, largest_patch, wiping
from zygoform.core.finish.finish_plan import FINISH


@given(st.floats(0.1, 60), st.floats(0.1, 60), st.floats(0, 60), st.floats(0, 60))
def test_no_spot_of_a_patch_that_is_right_stands_too_short_or_too_long(
    on: float, off: float, low: float, more: float
) -> None:
    """Minute by minute: a spot at share s is coated at s of `on`, and wiped at s of `off` after wiping began."""
    high = low + more
    found = wiping(on, off, low, high)
    stood = [found.begins + share * off - share * on for share in (0.0, 0.3, 0.7, 1.0)]
    assert min(stood) >= low - 1e-6
    assert found.right == (max(stood) <= high + 1e-9) or abs(max(stood) - high) < 1e-6
    assert found.begins >= on
    assert found.minutes == pytest.approx(found.begins + off)
    # A minute sooner is too soon: the patch is not coated yet, or something has not stood long enough.
    sooner = found.begins - 1
    assert sooner < on or min(sooner, sooner + off - on) < low


@pytest.mark.parametrize("material", STANDING)
def test_the_largest_patch_is_just_wiped_in_time(material: str) -> None:
    own = STANDING[material]
    side = WIPED_A_M2 * largest_patch(WIPED_A_M2, own.high)
    assert wiping(side, side, own.low, own.high).right
    assert not wiping(side * 1.01, side * 1.01, own.low, own.high).right


@pytest.mark.parametrize("material", STANDING)
def test_how_long_it_stands_is_told_at_the_step_and_is_in_its_minutes(material: str) -> None:
    own = STANDING[material]
    plan = plan_of(finished(table(), f"{material} 1 rag"))
    (step,) = plan.work.of(FINISH)
    if own.is_wiped_at_once:
        assert f"Wiped as you go, within {own.high:g} min" in step.how.text
        assert not [task for task, _ in step.tasks if task == "let stand"]
        return
    assert f"Stands {own.low:g} to {own.high:g} min" in step.how.text
    (zone,) = (zone for zone in plan.finish.zones if zone.layers)
    count = -(-zone.zone.area * WIPED_A_M2 // own.high)
    assert ("In" in step.how.text.split(";")[-1]) == (count > 1)
    stands = sum(amount for task, amount in step.tasks if task == "let stand")
    on = zone.zone.area * WIPED_A_M2 / count
    assert stands == pytest.approx(count * max(0.0, own.low - on))
    assert any(found.code == "finish_wiped_late" for found in plan.findings) == (
        zone.zone.largest > largest_patch(WIPED_A_M2, own.high)
    )
