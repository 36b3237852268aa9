"""Solids with slanted ends, notches and holes, against plane geometry of another library."""

import math

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely.geometry import Polygon, box

from zygoform.core.geometry.convex import Convex, halves, shared_volume
from zygoform.core.geometry.plane import Outline, rectangle
from zygoform.core.geometry.prism import Point3, Prism, Turn, dot, upright
from zygoform.core.geometry.solid import Shape, cut_off, without

LONG, WIDE, THICK = 400.0, 120.0, 20.0
SPOTS = st.tuples(st.floats(-30, 430), st.floats(-30, 150))


def round_hole(at: tuple[float, float], radius: float, sides: int = 12) -> Outline:
    turns = [math.tau * k / sides for k in range(sides)]
    return tuple((at[0] + radius * math.cos(a), at[1] + radius * math.sin(a)) for a in turns)


HOLES = st.one_of(
    st.builds(round_hole, SPOTS, st.floats(5, 80)),
    st.builds(
        lambda at, w, h: rectangle(at[0], at[1], at[0] + w, at[1] + h), SPOTS, st.floats(2, 200), st.floats(2, 90)
    ),
)


@given(st.lists(HOLES, min_size=1, max_size=3))
def test_what_is_cut_out_is_gone_and_nothing_else(holes: list[Outline]) -> None:
    shape: Shape = upright(rectangle(0, 0, LONG, WIDE), 0, THICK)
    left = box(0, 0, LONG, WIDE)
    for hole in holes:
        left = left.difference(Polygon(hole))
        assume(left.area > 1)
        shape = without(shape, upright(hole, -1, THICK + 1))
    assert shape.volume == pytest.approx(left.area * THICK, rel=1e-6)
    assert sum(cell.volume for cell in shape.cells) == pytest.approx(shape.volume)
    for cell in shape.cells:
        middle = [sum(c[k] for c in cell.corners) / len(cell.corners) for k in range(3)]
        assert left.buffer(1e-6).covers(Polygon([(x, y) for x, y, _ in cell.corners]).representative_point())
        for face in cell.faces:
            assert dot(face.normal, face.normal) == pytest.approx(1)
            assert dot(face.normal, tuple(middle)) <= dot(face.normal, face.points[0]) + 1e-6  # type: ignore[arg-type]


@given(st.floats(-40, 40), st.floats(-40, 40), st.floats(60, 340))
def test_a_slanted_end_leaves_the_mean_length(mitre: float, bevel: float, middle: float) -> None:
    """A plane across all long edges leaves the section times the length along its centre line."""
    a, b = math.tan(math.radians(mitre)), math.tan(math.radians(bevel))
    assume(abs(a) * WIDE / 2 + abs(b) * THICK / 2 < min(middle, LONG - middle))
    long = math.hypot(1, a, b)
    plane: tuple[Point3, Point3] = ((middle, WIDE / 2, THICK / 2), (1 / long, a / long, b / long))
    board = upright(rectangle(0, 0, LONG, WIDE), 0, THICK)
    assert cut_off(board, plane).volume == pytest.approx(WIDE * THICK * middle)
    behind, before = halves(board.faces, plane)
    assert isinstance(behind, Convex)
    assert isinstance(before, Convex)
    assert len(behind.corners) == len(before.corners) == 8
    assert behind.volume + before.volume == pytest.approx(board.volume)
    assert cut_off(board, plane).sizes == (THICK, WIDE, LONG), "the blank is what one cuts first"


@given(st.floats(-170, 170), st.floats(-500, 500), st.sampled_from(("z", "x")))
def test_turned_and_moved_it_stays_as_large(angle: float, away: float, about: str) -> None:
    board = without(
        Prism((0, 0, 0), (1, 0, 0), (0, 0, 1), rectangle(0, 0, LONG, WIDE), THICK), upright(HOLE, -99, 99)
    )
    turn = Turn((away, 20.0), angle, about)  # type: ignore[arg-type]
    there = board.turned(turn).moved((away, 0, 1))
    assert there.volume == pytest.approx(board.volume)
    assert there.sizes == pytest.approx(board.sizes)
    back = there.moved((-away, 0, -1)).turned(turn.back())
    for a, b in zip(back.corners, board.corners, strict=True):
        assert a == pytest.approx(b, abs=1e-6)
    # What lies on the hinge stays where it is.
    at = (away, 20.0, 7.0) if about == "z" else (7.0, away, 20.0)
    assert turn.of(at) == pytest.approx(at)


HOLE = rectangle(100, -100, 200, 50)


def test_what_misses_takes_nothing_and_all_of_it_never_goes() -> None:
    board = upright(rectangle(0, 0, LONG, WIDE), 0, THICK)
    assert without(board, upright(rectangle(LONG, 0, LONG + 9, WIDE), 0, THICK)).volume == board.volume
    assert without(board, upright(rectangle(-1, -1, LONG + 1, WIDE + 1), -1, THICK + 1)).cells == (board,)
    assert cut_off(board, ((-1, 0, 0), (1, 0, 0))).cells == (board,)


@given(st.floats(-200, 500), st.floats(-80, 200), st.floats(1, 300), st.floats(1, 200), st.floats(0, 89))
def test_what_two_solids_share(x: float, y: float, long: float, wide: float, angle: float) -> None:
    a = upright(rectangle(0, 0, LONG, WIDE), 0, THICK)
    b = upright(rectangle(x, y, x + long, y + wide), THICK / 2, 2 * THICK).turned(Turn((x, y), angle))
    outline = Polygon([b.place(p)[:2] for p in b.outline])
    shared = outline.intersection(box(0, 0, LONG, WIDE)).area * THICK / 2
    assert shared_volume(a.faces, b.faces) == pytest.approx(shared, rel=1e-6, abs=1e-3)
