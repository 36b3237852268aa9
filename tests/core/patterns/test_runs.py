"""Patterns from front to front, and which strip a place belongs to, by points thrown at the fronts."""

import math
from collections import Counter

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from tests.fuzzing import random_cases
from zygoform.core.errors import BadInputError
from zygoform.core.patterns.families.chevron import chevron_strips
from zygoform.core.patterns.families.lattice import lattice_strips
from zygoform.core.patterns.families.rays import ray_strips
from zygoform.core.patterns.families.slats import slat_strips
from zygoform.core.patterns.field import Margins, PatternField, field_of
from zygoform.core.patterns.pieces import PatternRun, laid_over, lay
from zygoform.core.patterns.strip import Strip
from zygoform.core.piecemeal import at_once

NEAR = 1e-4
"""A point so near to an edge (mm) says nothing."""


def fronts(columns: int, rows: int, w: float, h: float, gap: float) -> PatternField:
    return field_of([[i * (w + gap), j * (h + gap), w, h] for i in range(columns) for j in range(rows)])


def within(outline: tuple[tuple[float, float], ...], x: float, y: float) -> bool | None:
    """By the sides an upward ray crosses; None where it is too near to an edge to say."""
    inside = False
    for (ax, ay), (bx, by) in zip(outline, outline[1:] + outline[:1], strict=True):
        along = ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / ((bx - ax) ** 2 + (by - ay) ** 2)
        near = min(1.0, max(0.0, along))
        if math.hypot(x - ax - near * (bx - ax), y - ay - near * (by - ay)) < NEAR:
            return None
        if (ax > x) != (bx > x) and y < ay + (by - ay) * (x - ax) / (bx - ax):
            inside = not inside
    return inside


def sprung(field: PatternField, w: float, theta: float) -> list[Strip]:
    """Rays out of a corner: near it all of them cross."""
    return ray_strips(field, w, (field.box[0], field.box[1]), [theta * k / 6 for k in range(1, 6)])


@random_cases(25)
@given(st.booleans(), st.floats(15, 40), st.floats(20, 85), st.integers(0, 2**32 - 1))
def test_a_place_belongs_to_the_first_strip_that_was_laid_over_it(
    crossed: bool, w: float, theta: float, seed: int
) -> None:
    field = fronts(2, 2, 240.0, 150.0, 4.0)
    strips = lattice_strips(field, w, w, theta) if crossed else sprung(field, w, theta)
    pieces = lay(field, strips, 0.0).pieces
    for x, y in np.random.default_rng(seed).uniform((0, 0), field.box[2:], (60, 2)).tolist():
        bands = [within(strip.band, x, y) for strip in strips]
        faces = [within(front.outline, x, y) for front in field.fronts]
        own = [within(piece.outline, x, y) for piece in pieces]
        if None in bands or None in faces or None in own:
            continue
        found = [(piece.strip, piece.front) for piece, hit in zip(pieces, own, strict=True) if hit]
        laid = any(bands) and any(faces)
        assert found == ([(bands.index(True), faces.index(True))] if laid else [])


@random_cases(25)
@given(
    st.sampled_from(["each", "mirrored"]), st.integers(2, 4), st.integers(1, 2), st.floats(120, 300),
    st.floats(12, 40), st.floats(5, 85),
)  # fmt: skip
def test_every_front_alone_and_turned_over_right_of_the_middle(
    run: PatternRun, columns: int, rows: int, wide: float, w: float, theta: float
) -> None:
    """What lies on a front is what its own pattern would be; mirrored, all of it is its own mirror image."""
    field = fronts(columns, rows, wide, 140.0, 6.0)
    strips, laid = at_once(laid_over(field, run, lambda own, _turn: slat_strips(own, w, 3.0, theta)))
    alone = lay(PatternField(field.fronts[:1]), slat_strips(PatternField(field.fronts[:1]), w, 3.0, theta))
    assert Counter(piece.front for piece in laid.pieces) == dict.fromkeys(range(columns * rows), len(alone.pieces))
    for piece in laid.pieces:
        shape, front = shapely.Polygon(piece.outline), field.fronts[piece.front]
        assert shape.difference(shapely.box(front.x, front.y, front.x + wide, front.y + 140.0)).area < 1e-6
        assert shape.difference(shapely.Polygon(strips[piece.strip].band).buffer(1e-6)).area < 1e-6
        turned = run == "mirrored" and front.x + wide / 2 > field.middle[0] + 1
        lean = math.degrees(math.atan2(*reversed(strips[piece.strip].way))) % 180
        assert lean == pytest.approx((180 - theta) if turned else theta)
    assert sum(p.area for p in laid.pieces) + laid.sliver_area == pytest.approx(
        columns * rows * (sum(p.area for p in alone.pieces) + alone.sliver_area)
    )


def test_as_one_it_runs_on_and_a_margin_that_leaves_nothing_is_refused() -> None:
    field = fronts(2, 1, 200.0, 100.0, 5.0)
    laid = at_once(laid_over(field, "one", lambda own, _turn: chevron_strips(own, 20.0, 0.0, 45.0)))[1]
    assert {piece.strip for piece in laid.pieces if piece.front == 0}
    assert sum(piece.area for piece in laid.pieces) == pytest.approx(2 * 200 * 100)
    assert field.inset(Margins(30, 30, 30, 30)).box == (30.0, 30.0, 375.0, 70.0)
    with pytest.raises(BadInputError) as refused:
        field.inset(Margins(46, 46, 46, 46))
    assert (refused.value.parameter, refused.value.lengths) == ("margin", (100.0,))
