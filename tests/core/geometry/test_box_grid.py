"""What shares room with a box, against looking at all there are."""

from hypothesis import given
from hypothesis import strategies as st

from zygoform.core.geometry.convex import Box3, BoxGrid, boxes_meet

ends = st.tuples(*[st.integers(-500, 3000)] * 3)
sizes = st.tuples(*[st.integers(1, 900)] * 3)


def box(low: tuple[int, int, int], size: tuple[int, int, int]) -> Box3:
    (x, y, z), (a, b, c) = low, size
    return (float(x), float(y), float(z)), (float(x + a), float(y + b), float(z + c))


@given(st.lists(st.builds(box, ends, sizes), max_size=20), st.builds(box, ends, sizes))
def test_the_same_is_met_as_by_looking_at_all(others: list[Box3], own: Box3) -> None:
    for slack in (0.0, 0.5):
        shares = any(
            all(own[0][k] < high[k] - slack and low[k] < own[1][k] - slack for k in range(3))
            for low, high in others
        )
        assert BoxGrid(others).meets(own, slack) == shares == any(boxes_meet(own, one, slack) for one in others)
