"""Lines that are cut into doors: their convex pieces, starter holes, and what an outline from a file must be."""

import math
from itertools import pairwise

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Point as ShapelyPoint
from shapely import Polygon
from shapely.ops import unary_union

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.casework import drawer_droop
from zygoform.core.geometry.cut_shape import (
    MOST_POINTS,
    CutoutShape,
    checked_outline,
    convex_pieces,
    cut_outline,
    cutout,
    starter_holes,
    stretched,
)
from zygoform.core.geometry.plane import area

STARS = st.lists(st.floats(25, 90), min_size=3, max_size=30).map(
    lambda reaches: tuple(
        (r * math.cos(math.tau * k / len(reaches)), r * math.sin(math.tau * k / len(reaches)))
        for k, r in enumerate(reaches)
    )
)


@given(STARS)
def test_pieces_are_convex_and_together_the_outline(outline: tuple[tuple[float, float], ...]) -> None:
    whole = Polygon(outline)
    pieces = [Polygon(piece) for piece in convex_pieces(checked_outline(outline))]
    assert all(piece.convex_hull.area == pytest.approx(piece.area, rel=1e-9) for piece in pieces)
    assert sum(piece.area for piece in pieces) == pytest.approx(whole.area, rel=1e-9)
    assert unary_union(pieces).symmetric_difference(whole).area < 1e-6 * whole.area


@given(STARS, st.floats(4, 14))
def test_starter_holes_touch_the_line_and_never_cross_it(
    outline: tuple[tuple[float, float], ...], diameter: float
) -> None:
    whole = Polygon(outline)
    for hole in starter_holes(outline, diameter):
        assert whole.contains(ShapelyPoint(hole))
        assert whole.exterior.distance(ShapelyPoint(hole)) == pytest.approx(diameter / 2, abs=1e-6)


@pytest.mark.parametrize(("shape", "holes"), [("oval", 2), ("arch", 4), ("rectangle", 4)])
def test_lines_by_rule_have_the_length_and_area_of_the_formulas(shape: CutoutShape, holes: int) -> None:
    """280 x 460 in a door of 400 x 600; chords are off by less than a tenth of a millimetre."""
    rise = 80.0 if shape == "arch" else 0.0
    figures = cutout(400, 600, shape, 60, 60, 80, rise)
    line = cut_outline(shape, (60.0, 80.0, 340.0, 540.0), rise)
    ring = Polygon(line)
    assert ring.area == pytest.approx(figures.area, rel=1e-3)
    assert ring.length == pytest.approx(figures.perimeter, rel=1e-3)
    assert area(line) > 0
    assert ring.bounds == pytest.approx((60, 80, 340, 540), abs=0.05)
    if shape == "oval":
        middles = [((a[0] + b[0]) / 2 - 200, (a[1] + b[1]) / 2 - 310) for a, b in pairwise(line)]
        # Where a chord is farthest from the curve the ellipse's equation is off by 2 d / r.
        assert max(abs(math.hypot(x / 140, y / 230) - 1) for x, y in middles) * 230 < 0.1
    assert len(starter_holes(line, 10.0)) == holes


def test_an_outline_is_fitted_and_turned_over() -> None:
    """An L: its notch is at the upper right, mirrored at the upper left."""
    notched = ((0, 0), (40, 0), (40, 10), (10, 10), (10, 30), (0, 30))
    fitted = stretched(notched, (100.0, 0.0, 180.0, 60.0))
    assert Polygon(fitted).bounds == (100, 0, 180, 60)
    assert Polygon(fitted).contains(ShapelyPoint(110, 50))
    turned = stretched(notched, (100.0, 0.0, 180.0, 60.0), mirrored=True)
    assert area(turned) == pytest.approx(area(fitted))
    assert area(turned) > 0
    assert not Polygon(turned).contains(ShapelyPoint(110, 50))
    assert Polygon(turned).contains(ShapelyPoint(170, 50))


def test_what_is_no_outline_is_refused_and_what_is_too_fine_is_made_coarser() -> None:
    for points in ((), ((0, 0), (1, 0)), ((0, 0), (5, 0), (9, 0)), ((0, 0), (9, 9), (9, 0), (0, 9.5))):
        with pytest.raises(BadInputError):
            checked_outline(points)
    fine = tuple((50 * math.cos(k / 1000 * math.tau), 50 * math.sin(k / 1000 * math.tau)) for k in range(1000))
    kept = checked_outline((*reversed(fine), fine[-1]))
    assert len(kept) <= MOST_POINTS
    assert area(kept) == pytest.approx(math.pi * 2500, rel=1e-3)


def test_a_front_sinks_as_a_lever_does() -> None:
    """500 long, two thirds out: 167 stay in; 4 of play make 8. All the way out nothing holds it."""
    assert drawer_droop(500, 500 * 2 / 3, 4) == pytest.approx(8)
    assert drawer_droop(500, 0, 4) == 0
    assert drawer_droop(500, 500, 4) == math.inf
