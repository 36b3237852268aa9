"""Geometry against worked examples and against a library that shares no code with it."""

import math
from typing import Any

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from msgspec import Struct, structs
from shapely.geometry import Polygon as ShapelyPolygon

from tests.casefile import cases, close
from zygoform.core.errors import BadInputError
from zygoform.core.geometry import casework, mitres, plane
from zygoform.core.geometry.prism import dot, upright

ANGLES = st.floats(30, 150)


@pytest.mark.parametrize("case", cases("mitres"))
def test_worked_examples(case: dict[str, Any]) -> None:
    name = str(case["call"])
    extra = {key: case[key] for key in ("inner", "outer", "opposite") if key in case}
    call = getattr(mitres, name.removeprefix("refuse "))
    if name.startswith("refuse"):
        with pytest.raises(BadInputError) as refused:
            call(*case["in"], **extra)
        assert refused.value.kind == case["kind"]
        return
    got = call(*case["in"], **extra)
    assert close(structs.asdict(got) if isinstance(got, Struct) else got, case["out"])


@given(ANGLES, st.floats(5, 60))
def test_a_wrap_corner_is_the_outline_moved_out(corner: float, w: float) -> None:
    """The corner of an outline moved out by w lies w / tan(corner/2) past it along each side."""
    c = math.radians(corner)
    side = 1000.0
    outline = ((0.0, 0.0), (side, 0.0), (side + 10, side), (side * math.cos(c), side * math.sin(c)))
    assume(ShapelyPolygon(outline).convex_hull.equals(ShapelyPolygon(outline)))
    moved = plane.offset_sides(outline, (w, 0.0, 0.0, w))
    assert -moved[0][0] == pytest.approx(mitres.corner_growth(w, corner), rel=1e-9)
    assert mitres.mitre_scale(corner) + corner / 2 == pytest.approx(90)


@given(st.floats(0, 89), ANGLES)
def test_a_compound_mitre_lies_in_the_vertical_plane_of_the_corner(tilt: float, corner: float) -> None:
    """Build both boards in space: the cut plane given by (mitre, bevel) must be the bisecting vertical plane."""
    m, b = (math.radians(a) for a in mitres.compound_mitre(tilt, corner))
    t, half = math.radians(tilt), math.radians(corner / 2)
    # Board along x, leaning inwards (+y) by t: its up-slope line and its outward normal.
    up, out = (0.0, math.sin(t), math.cos(t)), (0.0, -math.cos(t), math.sin(t))
    # The normal of the cut: the board's own x turned by the mitre in the face, then by the bevel through it.
    flat = tuple(math.cos(m) * e + math.sin(m) * u for e, u in zip((1.0, 0.0, 0.0), up, strict=True))
    normal = tuple(math.cos(b) * f + math.sin(b) * -o for f, o in zip(flat, out, strict=True))
    # The bisecting plane of the corner holds the vertical and the bisector of the two sides in plan.
    bisector = (-math.cos(half), math.sin(half), 0.0)
    assert dot(normal, (0.0, 0.0, 1.0)) == pytest.approx(0, abs=1e-9) or tilt == 0  # type: ignore[arg-type]
    assert abs(dot(normal, bisector)) == pytest.approx(0, abs=1e-9)  # type: ignore[arg-type]


@given(
    st.tuples(st.floats(0, 100), st.floats(0, 100), st.floats(5, 100), st.floats(5, 100)),
    st.tuples(st.floats(0, 100), st.floats(0, 100), st.floats(5, 100), st.floats(5, 100)),
    st.floats(0, 360),
)
def test_cutting_convex_outlines_agrees_with_a_library(
    first: tuple[float, float, float, float], second: tuple[float, float, float, float], turn: float
) -> None:
    c, s = math.cos(math.radians(turn)), math.sin(math.radians(turn))
    one = plane.rectangle(first[0], first[1], first[0] + first[2], first[1] + first[3])
    plain = plane.rectangle(second[0], second[1], second[0] + second[2], second[1] + second[3])
    two = tuple((x * c - y * s, x * s + y * c) for x, y in plain)
    common = plane.intersect(one, two)
    expected = ShapelyPolygon(one).intersection(ShapelyPolygon(two)).area
    assert (plane.area(common) if common else 0.0) == pytest.approx(expected, abs=1e-5)


@given(st.floats(100, 2000), st.floats(100, 2000), st.floats(0, 50))
def test_rounded_corners_have_the_area_of_the_formula(length: float, width: float, radius: float) -> None:
    outline = plane.round_corners(plane.rectangle(0, 0, length, width), (radius,) * 4, steps=90)
    assert plane.area(outline) == pytest.approx(length * width - (4 - math.pi) * radius**2, rel=1e-4)
    xs, ys = zip(*outline, strict=True)
    assert (min(xs), max(xs), min(ys), max(ys)) == pytest.approx((0, length, 0, width), abs=1e-6)


def test_the_angles_inside_corners_by_hand() -> None:
    # A right trapezoid: 90 at both ends of the upright, 45 and 135 at the slanted side.
    trapezoid = ((0.0, 0.0), (200.0, 0.0), (100.0, 100.0), (0.0, 100.0))
    assert [math.degrees(angle) for angle in plane.corner_angles(trapezoid)] == pytest.approx([90, 45, 135, 90])
    pentagon = tuple((math.cos(math.tau * k / 5), math.sin(math.tau * k / 5)) for k in range(5))
    assert [math.degrees(angle) for angle in plane.corner_angles(pentagon)] == pytest.approx([108] * 5)


@given(st.floats(50, 500), st.floats(50, 500), st.floats(5, 100), st.floats(-30, 30))
def test_a_prism_is_closed_and_faces_point_out(a: float, b: float, height: float, lean: float) -> None:
    solid = upright(((0.0, 0.0), (a, 0.0), (a + lean, b), (lean, b)), 10.0, 10.0 + height)
    middle = tuple(sum(c[k] for c in solid.corners) / 8 for k in range(3))
    total = [0.0, 0.0, 0.0]
    for face in solid.faces:
        centre = tuple(sum(p[k] for p in face.points) / len(face.points) for k in range(3))
        assert dot(face.normal, tuple(centre[k] - middle[k] for k in range(3))) > 0  # type: ignore[arg-type]
        size = _area_in_space(face.points)
        for k in range(3):
            total[k] += face.normal[k] * size
    # The area vectors of a closed solid add up to nothing.
    assert total == pytest.approx([0, 0, 0], abs=1e-4)


def _area_in_space(points: tuple[tuple[float, float, float], ...]) -> float:
    vector = [0.0, 0.0, 0.0]
    for p, q in zip(points, points[1:] + points[:1], strict=True):
        for k in range(3):
            i, j = (k + 1) % 3, (k + 2) % 3
            vector[k] += (p[i] * q[j] - p[j] * q[i]) / 2
    return math.hypot(*vector)


@given(st.floats(300, 3000), st.integers(1, 8), st.floats(5, 40), st.sampled_from((0.5, 1.0, 1.5875)))
def test_dividers_fill_their_room_and_differ_by_a_mark_at_most(
    inside: float, n: int, t: float, step: float
) -> None:
    assume(inside > 1.2 * n * t + 40)
    found = casework.dividers(inside, n, t, step)
    assert sum(found.openings_rounded) + n * t == pytest.approx(inside)
    assert all(abs(room - found.opening) <= step + 1e-9 for room in found.openings_rounded)
    assert all(abs(face / step - round(face / step)) < 1e-6 for face in found.left_faces_rounded)
