"""Families one by one: what comes out even, what stays free, bent and drawn lines; each found another way."""

import math
import subprocess
import sys
from itertools import pairwise
from pathlib import Path

import numpy as np
import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.patterns.test_patterns import FAMILIES, FIELDS, polygons
from tests.fuzzing import random_cases
from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import rectangle, segment
from zygoform.core.measure.param import params
from zygoform.core.patterns import families
from zygoform.core.patterns.drawn_line import DrawnLine, drawn_at, drawn_to, snap_places
from zygoform.core.patterns.even_gap import even_gaps, nearest_even
from zygoform.core.patterns.families.beads import bead_strips
from zygoform.core.patterns.families.curve import bent_strips, straight_strips
from zygoform.core.patterns.families.free_lines import line_strips
from zygoform.core.patterns.families.rays import ray_pattern
from zygoform.core.patterns.field import FieldFront, Margins, PatternField, field_of
from zygoform.core.patterns.measure import BentAlong, bend
from zygoform.core.patterns.pieces import laid_over, lay
from zygoform.core.patterns.registry import FAMILIES as ROWS
from zygoform.core.piecemeal import at_once

EVEN = [name for name, row in ROWS.items() if row.even]
PATTERN = StripPattern("c1", 1, ("p1/body/main",))


@random_cases(60)
@given(
    st.sampled_from(EVEN), st.floats(180, 900), st.floats(120, 500), st.floats(10, 45), st.floats(0, 60), st.data()
)
def test_an_even_gap_leaves_no_part_of_a_strip_at_the_edge(
    name: str, wide: float, high: float, w: float, gap: float, data: st.DataObject
) -> None:
    """With the gap that was suggested an edge of a strip, or its middle, lies on the edge it ought to."""
    level = name in ("brick", "basket")
    angle = 0.0 if level else data.draw(st.sampled_from([0.0, 90.0]) if name == "slats" else st.floats(10, 80))
    anchor = data.draw(st.sampled_from(["strip", "joint"])) if name == "slats" else "strip"
    block = data.draw(st.integers(1, 3))
    own = structs.replace(PATTERN, family=name, angle=angle, gap=gap, anchor=anchor, block=block, long=2 * w)
    field = field_of([[0, 0, wide, high]])
    run = ROWS[name].even_run(field, own)
    assert run is not None
    even = nearest_even(run, w, gap)
    assume(even is not None)
    assert even is not None
    # None of all that are even is nearer.
    assert abs(even - gap) == min(abs(g - gap) for g in even_gaps(run, w))
    assume(even > 0.01 or name != "lattice")
    own = structs.replace(own, gap=even)
    bands = [np.array(strip.band) for strip in ROWS[name].load()(field, w, own)]
    points = np.concatenate(bands)
    # A band that ends in a tip may cross itself there, by rounding.
    whole_bands = [shapely.Polygon(band).buffer(0) for band in bands]
    inside = [band.intersection(shapely.box(0, 0, wide, high)) for band in whole_bands]
    if name in ("slats", "basket", "brick"):
        # Whole strips alone, the outermost flush with both edges.
        upright = name == "basket" or angle == 90.0
        spans = [part.bounds[:3:2] if upright else part.bounds[1::2] for part in inside if part.area > 1e-6]
        whole = wide if upright else high
        if name != "basket":
            assert all(b - a == pytest.approx(w, abs=1e-6) for a, b in spans)
        assert min(a for a, _ in spans) == pytest.approx(0, abs=1e-6)
        assert max(b for _, b in spans) == pytest.approx(whole, abs=1e-6)
    elif name in ("chevron", "diamonds"):
        # A strip would begin on the axis where the edge is: a pitch more than the last one's own beginning.
        pitch = (w + even) / math.cos(math.radians(angle))
        starts = points[np.abs(points[:, 0] - wide / 2) < 1e-6][:, 1]
        assert min(abs((high - y) / pitch - round((high - y) / pitch)) for y in starts) < 1e-6
    elif name == "lattice":
        # Middle lines run into the corners.
        middles = [(band[0] + band[3]) / 2 for band in bands]
        ways = [(band[1] - band[0]) / np.linalg.norm(band[1] - band[0]) for band in bands]
        for corner in ((wide, high), (0.0, high)):
            away = [
                abs(u[0] * (corner[1] - m[1]) - u[1] * (corner[0] - m[0]))
                for m, u in zip(middles, ways, strict=True)
            ]
            assert min(away) < 1e-4
    else:
        # The last frame closes: nothing is left within it.
        inner = min(part.bounds[3] - part.bounds[1] for part in inside[-4:])
        assert inner <= w + 1e-6
        covered = shapely.union_all([shapely.Polygon(band).buffer(even / 2 + 1e-6) for band in bands])
        assert covered.area >= wide * high * (1 - 1e-6)


@random_cases(40)
@given(
    st.sampled_from(sorted(FAMILIES)), FIELDS, st.floats(12, 80), st.floats(0, 40), st.floats(2, 88),
    st.floats(4, 60), st.floats(4, 40), st.floats(-25, 25),
)  # fmt: skip
def test_what_is_kept_free_and_what_a_face_lacks_is_never_laid_over(
    name: str, field: PatternField, w: float, gap: float, theta: float, wide: float, high: float, lean: float
) -> None:
    """A pull in the middle, a face that leans: by area, and no piece has a hole, however wide its strip is."""
    fronts = []
    for f in field.fronts:
        x, y = f.middle
        shape = ((f.x, f.y), (f.x + f.w, f.y), (f.x + f.w + lean, f.y + f.h), (f.x + lean, f.y + f.h))
        low, far = min(f.x, f.x + lean), max(f.x + f.w, f.x + f.w + lean)
        kept = (rectangle(x - wide / 2, y - high / 2, x + wide / 2, y + high / 2),)
        fronts.append(FieldFront(low, f.y, far - low, f.h, shape, kept))
    leaning = PatternField((fronts[0],))
    strips = FAMILIES[name](leaning, w, gap, theta)
    laid = lay(leaning, strips)
    (front,) = leaning.fronts
    free = shapely.Polygon(front.shape) - shapely.Polygon(front.kept[0])
    bands = shapely.union_all([shapely.Polygon(strip.band) for strip in strips], grid_size=1e-7)
    wanted = shapely.intersection(bands, free, grid_size=1e-7).area
    found = polygons(laid)
    assert sum(p.area for p in found) + laid.sliver_area == pytest.approx(wanted, rel=1e-6, abs=1e-3)
    assert all(p.difference(free.buffer(1e-6)).area < 1e-6 for p in found)
    # What is left of it all lies in one piece or another, whole: none is told as larger than it is.
    assert shapely.union_all(found, grid_size=1e-7).area == pytest.approx(
        sum(p.area for p in found), rel=1e-5, abs=1e-3
    )


@given(st.integers(1, 4), st.integers(1, 4))
def test_two_by_turns_never_lie_beside_or_over_each_other(columns: int, rows: int) -> None:
    field = field_of([[i * 310.0, j * 105.0, 300, 100] for i in range(columns) for j in range(rows)])
    turns: list[int] = []

    def strips_of(own: PatternField, turn: int) -> list:  # type: ignore[type-arg]
        turns.append(turn)
        return line_strips(own, 10, [DrawnLine(0, 50, 300, 50)])

    at_once(laid_over(field, "alternate" if columns * rows > 1 else "one", strips_of))
    if columns * rows == 1:
        return
    grid = {(round(f.x / 310), round(f.y / 105)): turn for f, turn in zip(field.fronts, turns, strict=True)}
    assert grid[0, rows - 1] == 0, "the first one above at the left"
    for (i, j), turn in grid.items():
        for near in ((i + 1, j), (i, j + 1)):
            assert grid.get(near, 1 - turn) == 1 - turn


@pytest.mark.parametrize("shape", ["oval", "round_rect", "arch"])
@random_cases(20)
@given(st.floats(120, 500), st.floats(90, 400), st.floats(15, 40), st.integers(1, 5))
def test_bent_trim_is_as_long_as_its_far_edge(shape: BentAlong, wide: float, high: float, w: float, n: int) -> None:
    """By integrating the offset's speed; equal pieces that share no area and lie between the two lines."""
    if shape == "arch":
        high = min(high, wide * 0.45)
    n = max(n, 1 if shape == "arch" else 2)
    radius = min(wide, high) / 3
    if shape == "oval":
        a, b = wide / 2, high / 2

        # Over a whole turn equal steps sum up as well as any rule.
        turn = np.linspace(0, math.tau, 20_000, endpoint=False)
        near = np.hypot(a * np.sin(turn), b * np.cos(turn))
        far = float(np.mean(near + w * a * b / near**2) * math.tau)
    elif shape == "round_rect":
        far = 2 * (wide + high - 4 * radius) + math.tau * (radius + w)
    else:
        r = (wide**2 / 4 + high**2) / (2 * high)
        far = 2 * math.asin(wide / 2 / r) * (r + w)
    strips = bent_strips((0.0, 0.0), w, shape, wide, high, high, radius, n)
    laid = lay(field_of([[-600, -600, 1200, 1200]]), strips)
    assert len(laid.pieces) == n
    assert [p.measured.long_point for p in laid.pieces] == pytest.approx([far / n] * n, rel=1e-6)
    assert bend(shape, wide, high, high, radius, w).far == pytest.approx(far, rel=1e-9)
    found = polygons(laid)
    assert shapely.union_all(found).area == pytest.approx(sum(p.area for p in found), rel=1e-6)


@random_cases(20)
@given(
    st.sampled_from(["oval", "round_rect", "arch"]), st.floats(150, 500), st.floats(120, 300), st.integers(8, 40)
)
def test_straight_pieces_along_a_curve_meet_in_half_their_angle(
    shape: BentAlong, wide: float, high: float, n: int
) -> None:
    """Both sides of a joint are cut alike, the inner edges touch the line, no two overlap."""
    high = min(high, 0.45 * wide) if shape == "arch" else high
    strips = straight_strips((0.0, 0.0), 12.0, shape, wide, high, high, 40.0, n)
    pieces = lay(field_of([[-600, -600, 1200, 1200]]), strips).pieces
    assert len(pieces) == n
    pairs = [*pairwise(pieces), *([(pieces[-1], pieces[0])] if shape != "arch" else [])]
    for one, other in pairs:
        assert abs(one.measured.last[0]) == pytest.approx(abs(other.measured.first[0]), abs=1e-4)
    found = polygons(lay(field_of([[-600, -600, 1200, 1200]]), strips))
    assert shapely.union_all(found).area == pytest.approx(sum(p.area for p in found), rel=1e-6)
    if shape == "oval":
        for strip in strips:
            for x, y in strip.band[2:]:
                assert (2 * x / wide) ** 2 + (2 * y / high) ** 2 == pytest.approx(1, abs=1e-3)


@given(st.integers(2, 12), st.floats(40, 180), st.floats(10, 40))
def test_a_boss_that_is_large_enough_leaves_every_ray_square(n: int, spread: float, w: float) -> None:
    """From where the edges of neighbours cross they do not touch: no ray is cut, all are square at the hub."""
    free = w / 2 / math.tan(math.radians(spread / (n - 1)) / 2)
    own = structs.replace(PATTERN, family="rays", rays=n, spread=spread, boss=2 * (free + 6.0), up=50)
    field = field_of([[-4000, -4000, 8000, 8000]])
    strips = ray_pattern(field, w, own)
    pieces = [p for p in lay(field, strips).pieces if not strips[p.strip].bought]
    assert len(pieces) == n
    assert all(piece.measured.first == pytest.approx((0.0,), abs=1e-6) for piece in pieces)
    edge = structs.replace(own, steps="edge", up=0, boss=0.0)
    ends = []
    for strip in ray_pattern(field, w, edge):
        (ax, ay), (u, v) = field.at(50, 0), strip.way
        ends.append(ax + (4000 - ay) * u / v)
    assert np.ptp(np.diff(sorted(ends))) < 1e-6
    # They fan out as far as is said, or as far as the edge goes.
    reach = min(4000.0, 8000 * math.tan(math.radians(spread / 2))) if spread < 180 else 4000.0
    assert max(ends) - min(ends) == pytest.approx(2 * reach)


@given(st.floats(0, 400), st.floats(0, 300), st.floats(1, 30))
def test_ends_are_drawn_to_the_nearest_place_and_lines_to_an_angle(x: float, y: float, near: float) -> None:
    places = snap_places(400, 300, [DrawnLine(10, 20, 110, 220)])
    assert {(0, 0), (400, 300), (200, 150), (100, 0), (60, 120)} <= set(places)
    drawn = drawn_to((x, y), places, near)
    close = [p for p in places if math.dist(p, (x, y)) <= near]
    if close:
        assert math.dist(drawn, (x, y)) == min(math.dist(p, (x, y)) for p in places)
    else:
        assert all(abs(a - b) <= near for a, b in zip(drawn, (x, y), strict=True))
    end = drawn_at((200.0, 150.0), (x, y), (0.0, 45.0, 90.0), near)
    # No end on one of the eight ways is nearer to the hand.
    ways = [math.radians(45 * k) for k in range(8)]
    feet = [(max(0.0, (x - 200) * math.cos(t) + (y - 150) * math.sin(t)), t) for t in ways]
    best = min(math.dist((200 + s * math.cos(t), 150 + s * math.sin(t)), (x, y)) for s, t in feet)
    if math.dist((x, y), (200.0, 150.0)) > 1e-6:
        assert math.dist(end, (x, y)) == pytest.approx(best if best <= near else 0.0, abs=1e-6)


@random_cases(30)
@given(st.floats(0, 30), st.floats(0, 30), st.floats(0, 30), st.floats(0, 30), st.floats(-30, 30))
def test_margins_of_each_edge_by_moving_its_line(
    left: float, right: float, below: float, above: float, lean: float
) -> None:
    """Of a front that leans: half-planes at the margins, against what is left after the edges are taken off."""
    shape = ((0.0, 0.0), (300.0, 0.0), (300.0 + lean, 200.0), (lean, 200.0))
    low = min(0.0, lean)
    field = PatternField((FieldFront(low, 0.0, 300 + abs(lean), 200.0, shape if lean else ()),))
    margins = Margins(left, right, below, above)
    assert [margins.beside(way) for way in ((1.0, 0.0), (0.1, 1.0), (-1.0, 0.0), (0.2, -1.0))] == [
        below,
        right,
        above,
        left,
    ]
    (front,) = field.inset(margins).fronts
    slope = math.hypot(1, lean / 200)
    x0, x1 = left * slope, 300 - right * slope
    wanted = shapely.Polygon(
        [(x0 + lean * y / 200, y) for y in (below, 200 - above)]
        + [(x1 + lean * y / 200, y) for y in (200 - above, below)]
    )
    assert front.polygon.symmetric_difference(wanted).area < 1e-3


@given(st.integers(1, 12), st.floats(300, 900), st.floats(200, 600), st.floats(8, 24), st.floats(0, 90), st.data())
def test_of_a_count_of_slats_the_gap_is_worked_out(
    n: int, wide: float, high: float, w: float, angle: float, data: st.DataObject
) -> None:
    """So many lie on the field, equally far apart, the outer two flush with the edges, or corners, across them."""
    angle = data.draw(st.sampled_from([0.0, 90.0, angle]))
    field = field_of([[0, 0, wide, high]])
    own = structs.replace(PATTERN, family="slats", angle=angle, strips=n, gap=7.0)
    strips = ROWS["slats"].load()(field, w, own)
    assert len(strips) == n
    normal = np.array([-math.sin(math.radians(angle)), math.cos(math.radians(angle))])
    corners = np.array(field.corners) @ normal
    spans = sorted(
        (float((np.array(s.band) @ normal).min()), float((np.array(s.band) @ normal).max())) for s in strips
    )
    gap = ROWS["slats"].gap_of(field, w, own)
    if n > 1:
        assert spans[0][0] == pytest.approx(corners.min(), abs=1e-4)
        assert spans[-1][1] == pytest.approx(corners.max(), abs=1e-4)
        assert [b[0] - a[1] for a, b in pairwise(spans)] == pytest.approx([gap] * (n - 1), abs=1e-4)
    assert ROWS["slats"].even_run(field, own) is None
    with pytest.raises(BadInputError) as refused:
        ROWS["slats"].load()(field, 1000.0, structs.replace(own, strips=2))
    assert refused.value.parameter == "strips"


@given(st.floats(200, 2000), st.floats(0.06, 1.0), st.floats(0, 30), st.floats(3, 40))
def test_beads_round_an_arch_fill_the_ring_between_two_insets_and_are_bent_once(
    chord: float, steep: float, gap: float, w: float
) -> None:
    """The library's own insets with mitred corners are the ring; the long edge is an arc of the circle in it."""
    rise = steep * chord / 2
    ring = segment(0.0, 0.0, chord, rise)
    front = FieldFront(-chord / 2, 0.0, chord, rise, ring)
    outer, inner = (shapely.Polygon(ring).buffer(-by, join_style="mitre", mitre_limit=100) for by in (gap, gap + w))
    assume(inner.area > 1.0 and min(chord, rise) > 2 * (w + gap) + 1)
    strips = bead_strips(PatternField((front,)), w, gap)
    bands = [shapely.Polygon(strip.band) for strip in strips]
    assert all(band.is_valid for band in bands)
    assert shapely.union_all(bands).symmetric_difference(outer.difference(inner)).area < 1e-4 * outer.area
    assert sum(band.area for band in bands) == pytest.approx(outer.area - inner.area, rel=1e-4)
    assert [bool(strip.far) for strip in strips].count(True) == 1
    bent = next(strip for strip in strips if strip.far)
    radius = (chord * chord / 4 + rise * rise) / (2 * rise)
    # Where the inset circle meets the inset chord.
    half = math.acos(min(1.0, (radius - rise + gap) / (radius - gap)))
    # Never too short: longer by what the chords it is drawn with leave out.
    exact = 2 * half * (radius - gap)
    assert exact - 0.05 <= bent.far_length <= exact + 0.005 * chord + 0.5
    assert bent.radius == pytest.approx(max(0.0, radius - gap - w), rel=1e-2, abs=1.0)


def test_beads_round_an_oval_are_two_bent_halves_and_along_no_edge_none() -> None:
    oval = tuple((100 * math.cos(t * math.tau / 48), 60 * math.sin(t * math.tau / 48)) for t in range(48))
    field = PatternField((FieldFront(-100, -60, 200, 120, oval),))
    strips = bead_strips(field, 10, 5)
    assert [len(strip.far) > 10 for strip in strips] == [True, True]
    own = PatternField((FieldFront(-100, 0, 200, 40, segment(0, 0, 200, 40)),))
    with pytest.raises(BadInputError) as refused:
        bead_strips(own, 5, 2, "upright")
    assert refused.value.parameter == "edges"


def test_what_cannot_be_laid_says_why() -> None:
    field = field_of([[0, 0, 60, 60]])
    for family, values, parameter in (
        ("curve", {"wide": 500.0}, "wide"),
        ("lines", {}, "lines"),
        ("ornaments", {"ready_wide": 50.0}, "gap"),
        ("zigzag", {"angle": 90.0}, "theta"),
        ("filled", {"gap": 10.0}, "gap"),
        ("brick", {"long": 20.0}, "L"),
        ("curve", {"joints": 1, "wide": 5.0, "high": 5.0}, "joints"),
    ):
        own = structs.replace(PATTERN, family=family, gap=values.pop("gap", 6.0), **values)
        with pytest.raises(BadInputError) as refused:
            ROWS[family].load()(field, 25.0, own)
        assert refused.value.parameter == parameter, family
    with pytest.raises(BadInputError):
        bead_strips(PatternField((FieldFront(0, 0, 90, 90, ((0, 0), (90, 0), (90, 90), (45, 20), (0, 90))),)), 5, 2)


def test_a_family_is_loaded_when_it_is_first_wanted_and_is_one_file_and_one_row() -> None:
    """A chevron planned in a fresh process has loaded its own file alone, and no library of polygons for so few."""
    code = (
        "import sys; from tests.core.changes.test_shelves import chest; from tests.planned import changed, made\n"
        "made(changed(chest(columns=1), 'pattern', 'p1/body/main', family='frames', rings=1))\n"
        "print(sorted(m.rsplit('.', 1)[-1] for m in sys.modules if '.patterns.families.' in m))\n"
        "print([m for m in ('numpy', 'shapely') if m in sys.modules])"
    )
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, check=True)
    assert done.stdout.split("\n")[:2] == ["['nested_frames']", "[]"]
    folder = Path(families.__file__).parent
    files = {path.stem for path in folder.glob("*.py")} - {"__init__"}
    assert files == {row.where.partition(":")[0] for row in ROWS.values()}
    named = {name for row in ROWS.values() for name in row.uses}
    assert named <= {entry.name for entry in params(StripPattern)} | {"lines"}
