"""Patterns over random fields: areas, edges, lengths and angles found another way than the program finds them."""

import math
from collections import Counter
from collections.abc import Callable
from itertools import combinations, pairwise

import numpy as np
import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from tests.fuzzing import random_cases
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.families.basket import basket_strips
from zygoform.core.patterns.families.beads import bead_strips
from zygoform.core.patterns.families.brick import brick_strips
from zygoform.core.patterns.families.chevron import chevron_strips
from zygoform.core.patterns.families.curve import straight_strips
from zygoform.core.patterns.families.diamonds import diamond_strips
from zygoform.core.patterns.families.filled_frames import filled_strips
from zygoform.core.patterns.families.free_lines import line_strips
from zygoform.core.patterns.families.herringbone import herringbone_strips
from zygoform.core.patterns.families.lattice import lattice_strips
from zygoform.core.patterns.families.nested_frames import frame_strips
from zygoform.core.patterns.families.rays import ray_strips
from zygoform.core.patterns.families.slats import slat_strips
from zygoform.core.patterns.families.turning import turning_strips
from zygoform.core.patterns.families.zigzag import zigzag_strips
from zygoform.core.patterns.field import PatternField, field_of
from zygoform.core.patterns.measure import measure_piece
from zygoform.core.patterns.pieces import Laid, lay
from zygoform.core.patterns.strip import Strip

Family = Callable[[PatternField, float, float, float], list[Strip]]


def rays_of(field: PatternField, w: float, gap: float, theta: float) -> list[Strip]:
    x0, y0, x1, _ = field.box
    angles = [theta + k * (25 + gap) for k in range(5)]
    return ray_strips(field, w, ((x0 + x1) / 2, y0 - gap), angles)


FAMILIES: dict[str, Family] = {
    "slats": slat_strips,
    "joints": lambda f, w, g, t: slat_strips(f, w, g, t, "joint"),
    "chevron": chevron_strips,
    "diamonds": diamond_strips,
    "rays": rays_of,
    "frames": lambda f, w, g, t: frame_strips(f, w + 0 * t, g),
    "lattice": lambda f, w, g, t: lattice_strips(f, w, g + 1, t),
    "herringbone": lambda f, w, g, t: herringbone_strips(f, 3 * w + g, w, t),
    "zigzag": lambda f, w, g, t: zigzag_strips(f, w, g, t, 3),
    "filled": lambda f, w, g, t: filled_strips(f, w / 2, g / 4, t),
    "basket": lambda f, w, g, t: basket_strips(f, w, g, 3, t),
    "brick": lambda f, w, g, t: brick_strips(f, w, g, 2.5 * w, t, "third"),
    "turning": lambda f, w, g, t: turning_strips(f, w, g, (t, 2 * t), f.at(40, 30), t / 2),
    "beads": lambda f, w, g, t: bead_strips(f, w / 2, g / 4 + 0 * t, "all" if t < 45 else "level"),
    "facets": lambda f, w, g, t: straight_strips(f.middle, w, "oval", 300 + g, 200 + t, 0.0, 0.0, 14),
    "lines": lambda f, w, g, t: line_strips(
        f, w, [DrawnLine(0, 0, 150 + g, 90 + t), DrawnLine(20, 80, 90, 0)], "both"
    ),
}
TIGHT = ("slats", "chevron", "diamonds", "herringbone", "zigzag", "basket", "brick", "turning")
FIELDS = st.tuples(
    st.integers(1, 3), st.integers(1, 3), st.floats(120, 500), st.floats(100, 260), st.floats(0, 12)
).map(
    lambda s: field_of(
        [[i * (s[2] + s[4]), j * (s[3] + s[4]), s[2], s[3]] for i in range(s[0]) for j in range(s[1])]
    )
)


def polygons(laid: Laid) -> list[shapely.Polygon]:
    return [shapely.Polygon(piece.outline) for piece in laid.pieces]


@random_cases(40)
@given(st.sampled_from(sorted(FAMILIES)), FIELDS, st.floats(12, 50), st.floats(0, 40), st.floats(2, 88))
def test_pieces_are_the_pattern_inside_the_field_and_nothing_else(
    name: str, field: PatternField, w: float, gap: float, theta: float
) -> None:
    """Area by the union of all bands in all fronts; no two share any; each lies in its front."""
    strips = FAMILIES[name](field, w, gap, theta)
    laid = lay(field, strips)
    found = polygons(laid)
    fronts = [shapely.box(f.x, f.y, f.x + f.w, f.y + f.h) for f in field.fronts]
    # On a grid: of shapes that only just touch the library's sums are else not to be trusted.
    bands = shapely.union_all([shapely.Polygon(strip.band) for strip in strips], grid_size=1e-7)
    wanted = sum(shapely.intersection(bands, front, grid_size=1e-7).area for front in fronts)
    assert sum(p.area for p in found) + laid.sliver_area == pytest.approx(wanted, rel=1e-6)
    tree, every = shapely.STRtree(found), np.array(found, dtype=object)
    for a, b in zip(*tree.query(every, predicate="overlaps"), strict=True):
        shared = shapely.intersection(found[a], found[b], grid_size=1e-7).area
        assert shared < 1e-6 * min(found[a].area, found[b].area)
    for piece, polygon in zip(laid.pieces, found, strict=True):
        assert polygon.difference(fronts[piece.front].buffer(1e-7)).area < 1e-9
        assert polygon.difference(shapely.Polygon(strips[piece.strip].band).buffer(1e-6)).area < 1e-6
        assert piece.area == pytest.approx(polygon.area)


@random_cases(30)
@given(st.sampled_from(sorted(FAMILIES)), FIELDS, st.floats(15, 50), st.floats(0, 40), st.floats(2, 88))
def test_long_points_and_angles_measured_with_a_square_and_a_bevel(
    name: str, field: PatternField, w: float, gap: float, theta: float
) -> None:
    """Turned so that its strip lies level, a piece is as long as its box; an end's angle is what its edge leans."""
    strips = FAMILIES[name](field, w, gap, theta)
    for piece in lay(field, strips).pieces:
        u = np.array(strips[piece.strip].way)
        ring = np.array(piece.outline)
        level = ring @ np.array([[u[0], -u[1]], [u[1], u[0]]])
        assert piece.measured.long_point == pytest.approx(np.ptp(level[:, 0]), abs=1e-9)
        hull = shapely.simplify(shapely.Polygon(level), 1e-5)
        leans = Counter[float]()
        corners = np.array(hull.exterior.coords)
        for a, b in pairwise(corners):
            way = (b - a) / np.linalg.norm(b - a)
            if abs(way[1]) > 1e-4:
                leans[round(math.degrees(math.acos(min(1.0, abs(way[1])))), 1)] += 1
        said = Counter(round(abs(angle), 1) for angle in piece.measured.angles)
        assert sum(said.values()) == sum(leans.values())
        assert sorted(said.elements()) == pytest.approx(sorted(leans.elements()), abs=0.11)


@random_cases(25)
@given(FIELDS, st.floats(12, 50), st.floats(0, 40), st.floats(5, 85))
def test_what_is_mirrored_has_mirrored_pieces_in_equal_number(
    field: PatternField, w: float, gap: float, theta: float
) -> None:
    """Chevrons and diamonds about the middle: left and right of it lie the same pieces, turned over."""
    x0, _, x1, _ = field.box
    for strips in (chevron_strips(field, w, gap, theta), diamond_strips(field, w, gap, theta)):
        found = polygons(lay(field, strips))
        left = sorted(p.area for p in found if p.centroid.x < (x0 + x1) / 2 - 1e-6)
        right = sorted(p.area for p in found if p.centroid.x > (x0 + x1) / 2 + 1e-6)
        assert left == pytest.approx(right, rel=1e-6)


@random_cases(25)
@given(FIELDS, st.floats(12, 50), st.floats(3, 87), st.sampled_from(TIGHT))
def test_a_tight_pattern_covers_every_front(field: PatternField, w: float, theta: float, name: str) -> None:
    laid = lay(field, FAMILIES[name](field, w, 0.0, theta))
    for k, front in enumerate(field.fronts):
        covered = sum(piece.area for piece in laid.pieces if piece.front == k)
        assert covered + laid.sliver_area >= front.w * front.h * (1 - 1e-6)
        assert covered <= front.w * front.h * (1 + 1e-6)


def test_a_ray_is_cut_by_those_before_it_as_the_formula_says() -> None:
    """Two rays 40 apart, 30 wide: near edges meet (w / 2) / tan(20) from the origin; the cut leans by 50."""
    field = field_of([[0, 0, 600, 400]])
    first, second = lay(field, ray_strips(field, 30.0, (300.0, 0.0), [90.0, 50.0])).pieces
    assert first.measured.two_cut == 0
    # Measured from the origin along the second ray, its near corner.
    way = (math.cos(math.radians(50)), math.sin(math.radians(50)))
    along = sorted((x - 300) * way[0] + y * way[1] for x, y in second.outline)
    assert any(math.isclose(s, 15 / math.tan(math.radians(20)), abs_tol=1e-6) for s in along)
    assert any(math.isclose(angle, 50.0, abs_tol=1e-6) for angle in second.measured.angles)


def test_slivers_are_counted_and_told() -> None:
    """A strip that reaches 0.001 into a front is no piece; what it would be is not forgotten."""
    field = field_of([[0, 0, 100, 100], [0, 109.999, 100, 50]])
    laid = lay(field, slat_strips(field, 10.0, 0.0, 0.0))
    assert laid.slivers == sum(p.area < 0.5 for p in polygons(lay(field, slat_strips(field, 10.0, 0.0, 0.0), 0.0)))
    whole = sum(p.area for p in polygons(laid)) + laid.sliver_area
    assert whole == pytest.approx(100 * 150, rel=1e-9)


def test_points_on_each_other_and_in_line_are_no_corners() -> None:
    """A square drawn with a doubled corner and points in line measures as a square."""
    square = ((0.0, 0.0), (5.0, 0.0), (10.0, 0.0), (10.0, 1e-9), (10.0, 10.0), (0.0, 10.0), (0.0, 4.0))
    found = measure_piece(square, (1.0, 0.0))
    assert (found.long_point, found.first, found.last, found.two_cut) == (10.0, (0.0,), (0.0,), 0)
    peak = ((0.0, 0.0), (10.0, 0.0), (14.0, 5.0), (10.0, 10.0), (0.0, 10.0))
    assert measure_piece(peak, (1.0, 0.0)).two_cut == 1
    assert [len(list(combinations(measure_piece(peak, (1.0, 0.0)).last, 2)))] == [1]
