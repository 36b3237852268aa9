"""What goes into an opening out of square: worked examples, and every opening that the readings allow."""

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.opening_fit import Quad, lean, usable
from zygoform.core.tolerance import TAPE_MM

INCH = 25.4


def test_a_leaning_opening_by_hand() -> None:
    # 18 × 24 in all over, diagonals 3/8 in apart: by law of cosines the sides lean 0.746° and take
    # 24 × tan 0.746° = 5/16 in off the width. Smallest width times smallest height would jam.
    inches = (18, 18, 24, 24, 30.1875, 29.8125, 18, 24)
    fit = usable(Quad(*(size * INCH for size in inches)))
    assert (fit.width / INCH, fit.height / INCH) == pytest.approx((17.6885, 23.998), abs=1e-4)
    assert (fit.lean, fit.closure / INCH) == pytest.approx((0.7461, 0.002), abs=1e-4)
    fit = usable(Quad(501, 500, 700, 700, 864, 857, 499, 700))
    assert (fit.width, fit.height, fit.lean) == pytest.approx((492.9611, 699.9695, 0.494), abs=1e-3)
    assert fit.closure == pytest.approx(-0.0549, abs=1e-4)


@pytest.mark.parametrize("leans", [-3.0, 0.0, 0.5, 4.0])
@pytest.mark.parametrize("middles", [True, False])
def test_a_parallelogram_leans_as_it_was_drawn(leans: float, middles: bool) -> None:
    """Sides 600 long, leaning so far to the right over a bottom of 800."""
    over, up = 600 * math.sin(math.radians(leans)), 600 * math.cos(math.radians(leans))
    rising, falling = math.hypot(800 + over, up), math.hypot(800 - over, up)
    more = (800.0, 600.0) if middles else (None, None)
    assert lean(Quad(800, 800, 600, 600, rising, falling, *more)) == pytest.approx(leans)


def test_readings_that_do_not_close_are_refused() -> None:
    with pytest.raises(BadInputError) as refused:
        usable(Quad(500, 500, 700, 700, 1400, 300))
    assert refused.value.kind == "impossible"


def test_square_to_the_end_what_is_measured_goes_in() -> None:
    fit = usable(Quad(300, 300, 400, 400, 500, 500))
    assert (fit.width, fit.height, fit.lean, fit.closure) == pytest.approx((300, 400, 0, 0))


near = st.floats(-25.0, 25.0)


@given(
    st.floats(150, 1500),
    st.floats(100, 1200),
    near,
    near,
    near,
    near,
    st.lists(st.floats(-1, 1), min_size=8, max_size=8),
)
def test_it_lies_inside_every_opening_the_readings_allow(
    width: float, height: float, dx: float, dy: float, cx: float, cy: float, errors: list[float]
) -> None:
    # The true opening, its bottom along x; read with a tape that errs by up to TAPE_MM anywhere.
    b, d, c = (width, 0.0), (dx, height + dy), (width + cx, height + cy)
    a = (0.0, 0.0)
    between = [(a, b), (d, c), (a, d), (b, c), (a, c), (d, b)]
    sides = [(_mid(a, d), _mid(b, c)), (_mid(a, b), _mid(d, c))]
    read = [math.dist(p, q) + e * TAPE_MM for (p, q), e in zip((*between, *sides), errors, strict=True)]
    try:
        fit = usable(Quad(*read), TAPE_MM)
    except BadInputError:
        assume(False)
    # Where a rectangle that high finds room between the sides, and its upper corners lie under the top.
    h = fit.height
    left = max(0.0, d[0] * h / d[1])
    right = min(width, width + (c[0] - width) * h / c[1])
    assert fit.width <= right - left + 1e-9
    for x in (left, left + fit.width):
        assert h <= d[1] + (c[1] - d[1]) * (x - d[0]) / (c[0] - d[0]) + 1e-9
    # And nothing is given away: it is smaller than the largest by errors of the tape and the slope of the top only.
    lost = 8 * TAPE_MM * (1 + max(width / height, height / width)) + abs(d[1] - c[1]) + 6
    assert fit.width >= right - left - lost


def _mid(p: tuple[float, float], q: tuple[float, float]) -> tuple[float, float]:
    return (p[0] + q[0]) / 2, (p[1] + q[1]) / 2
