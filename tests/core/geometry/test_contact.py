"""What of a face is free, against the union of its covers by shapely."""

import math
from typing import Any

import pytest
import shapely
from hypothesis import given
from hypothesis import strategies as st

from zygoform.core.geometry.contact import Contacts, flat_face
from zygoform.core.geometry.plane import area, outside, rectangle
from zygoform.core.geometry.prism import Prism, Turn, upright

NUMBERS = st.floats(-300, 300).map(lambda value: round(value, 1))


@st.composite
def polygons(draw: st.DrawFn) -> tuple[tuple[float, float], ...]:
    """Convex: corners on an ellipse."""
    x, y, a, b = draw(NUMBERS), draw(NUMBERS), draw(st.floats(5, 250)), draw(st.floats(5, 250))
    count, first = draw(st.integers(3, 7)), draw(st.floats(0, 1))
    angles = [math.tau * (k + first) / count for k in range(count)]
    return tuple((x + a * math.cos(t), y + b * math.sin(t)) for t in angles)


GRID = 1e-6
"""Without a grid shapely takes edges that differ in their last digit for other ones."""


def left(one: shapely.Polygon, covers: list[shapely.Polygon]) -> float:
    if not covers:
        return float(one.area)
    return float(shapely.difference(one, shapely.union_all(covers, grid_size=GRID), grid_size=GRID).area)


@given(polygons(), polygons())
def test_what_lies_outside_another_outline(first: Any, second: Any) -> None:
    pieces = outside(first, second)
    one, other = shapely.Polygon(first), shapely.Polygon(second)
    assert sum(map(area, pieces)) == pytest.approx(left(one, [other]), abs=1e-3)
    shapes = [shapely.Polygon(piece) for piece in pieces]
    for k, shape in enumerate(shapes):
        assert all(shapely.intersection(shape, own, grid_size=GRID).area < 1e-3 for own in (other, *shapes[:k]))


@given(polygons(), st.lists(polygons(), max_size=5), st.floats(0, 360), st.sampled_from("xz"), st.floats(0, 0.25))
def test_covers_of_a_face_turned_any_way(base: Any, covers: Any, angle: float, axis: Any, gap: float) -> None:
    """Boards that stand on a board, a hair above it or not, all turned together in space."""
    turn = Turn((40.0, -70.0), angle, axis)
    table = upright(base, -20.0, 0.0).turned(turn)
    on = [upright(outline, gap, 30.0).turned(turn) for outline in covers]
    contacts = Contacts((table, *on))
    upper = next(
        face
        for face, plain in zip(table.faces, upright(base, -20.0, 0.0).faces, strict=True)
        if plain.normal[2] > 0.9
    )
    wanted = left(shapely.Polygon(base), [shapely.Polygon(outline) for outline in covers])
    # Over a gap a cover is seen a hair beside where it stands.
    hair = 1.01 * gap * shapely.Polygon(base).length + 0.5
    assert contacts.free(flat_face(upper)) == pytest.approx(wanted, rel=1e-4, abs=hair)


def test_a_film_does_not_cover_itself_and_a_gap_is_none() -> None:
    film = upright(rectangle(0, 0, 100, 50), 0.0, 0.1)
    board = upright(rectangle(0, 0, 100, 50), -10.0, 0.0)
    apart = upright(rectangle(0, 0, 100, 50), 1.0, 5.0)
    contacts = Contacts((film, board, apart))
    by_normal = {face.normal[2]: face for face in film.faces if abs(face.normal[2]) > 0.9}
    # Its back lies on the board; its face looks at what is a millimetre off, and is free.
    assert contacts.free(flat_face(by_normal[-1.0])) == 0
    assert contacts.free(flat_face(by_normal[1.0])) == pytest.approx(5000)


def test_many_strips_side_by_side_leave_what_is_between_them() -> None:
    base = Prism((0.0, 0.0, 0.0), (1.0, 0.0, 0.0), (0.0, 0.0, 1.0), rectangle(0, 0, 1000, 400), 19.0)
    front = max(base.faces, key=lambda face: -face.normal[1])
    y = min(point[1] for point in front.points)
    strips = [upright(rectangle(10 * k, y - 6, 10 * k + 6, y), 0.0, 400.0) for k in range(90)]
    free = Contacts((base, *strips)).free(flat_face(front))
    assert free == pytest.approx(1000 * 400 - 90 * 6 * 400)
