"""Settings of the saw: against the cut plane in space."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from zygoform.core.cutting.saw import how, setting
from zygoform.core.goods.timber import Saw

SAW = Saw()


@pytest.mark.parametrize(
    ("mitre", "bevel", "height", "title"),
    [
        (0, 0, 60, "Square across"),
        (45, 0, 60, "Flat, swung 45°"),
        (-45, 0, 60, "Flat, swung 45°"),
        (0, 45, 60, "On edge, swung 45°"),
        (0, 46, 60, "On edge, swung 46°"),
        (0, 45, 140, "Flat, tilted 45°"),
        (0, 46, 140, "Marked and cut by hand, 46° from square"),
        (0, 51, 60, "Marked and cut by hand, 51° from square"),
        (67.5, 0, 60, "End against the fence, on a jig, swung 22.5°"),
        (10, 30, 60, "Flat, swung 10° and tilted 30°"),
        (10, 50, 60, "Marked and cut by hand, 10° from square"),
    ],
)
def test_titles(mitre: float, bevel: float, height: float, title: str) -> None:
    assert setting(mitre, bevel, height, SAW).title == title


def test_the_outside_face_towards_you_swings_to_the_long_side() -> None:
    assert how("right", 0, 45, 60, SAW) == "on edge, outside face towards you, swung 45° to the right"
    assert how("left", 0, 45, 60, SAW) == "on edge, outside face towards you, swung 45° to the left"
    assert how("right", 45, 0, 60, SAW) == "flat, show face up, swung 45° to the right"
    assert how("right", 0, 0, 60, SAW) == "Square across"


def test_a_saw_that_swings_one_way_only_turns_the_board() -> None:
    lame = Saw(swing_right=20.0)
    assert how("right", 0, 45, 60, lame) == "on edge, outside face towards the fence, swung 45° to the left"
    assert how("right", 45, 0, 60, lame) == "flat, show face down, swung 45° to the left"


@given(st.sampled_from(("left", "right")), st.floats(1, 45))
def test_a_blade_that_tilts_left_only_turns_the_board_over(end: str, bevel: float) -> None:
    words = how(end, 0, bevel, 140, SAW)  # type: ignore[arg-type]
    # Outside face up and longer: the blade leans towards that end; this saw can only lean left.
    assert words.endswith("to the left")
    assert ("face up" in words) == (end == "left")
