"""The workshop's calculations, called alone by their names, against examples worked by hand."""

import math
from pathlib import Path
from typing import Any, Literal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import Struct, structs

from tests.casefile import cases, close
from zygoform.core.calculations import calculation, calculations
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.tiling import even_joint, tile, tile_run
from zygoform.core.statics.sag import max_span, sag
from zygoform.core.statics.supports import BEST_OVERHANG, brackets
from zygoform.core.statics.tipping import tip

DOCS = Path(__file__).parents[2] / "docs"


@pytest.mark.parametrize(
    "case", [*cases("casework"), *cases("statics"), *cases("hardware"), *cases("patterns"), *cases("finishing")]
)
def test_worked_examples(case: dict[str, Any]) -> None:
    name = str(case["call"])
    call = calculation(name.removeprefix("refuse "))
    if name.startswith("refuse"):
        with pytest.raises(BadInputError) as refused:
            call(**case["with"])
        assert refused.value.kind == case["kind"]
        return
    got = call(**case["with"])
    assert close(structs.asdict(got) if isinstance(got, Struct) else got, case["out"])


def test_every_calculation_is_there_and_the_tables_of_the_docs_are_of_today() -> None:
    from tools.write_tables import calculations_table, changes_table

    for functions in calculations().values():
        assert all(callable(function) and function.__doc__ for function in functions.values())
    assert (DOCS / "calculations.md").read_text(encoding="utf-8") == calculations_table()
    assert (DOCS / "changes.md").read_text(encoding="utf-8") == changes_table()


@given(st.floats(20, 3000), st.floats(10, 300), st.floats(1, 10), st.floats(0, 10))
def test_tiles_fill_their_field(field: float, size: float, joint: float, edge: float) -> None:
    """Tiles, joints and edges add up to the field; cuts are of half a tile and more, where two fit."""
    if field < size + joint + 2 * edge or joint > size / 2:
        return
    run = tile_run(field, size, joint, edge)
    cuts = 2 if run.cut else 0
    filled = run.whole * size + cuts * run.cut + (run.count - 1) * joint + 2 * edge
    assert filled == pytest.approx(field)
    assert run.count == run.whole + cuts
    assert not run.cut or run.whole == 0 or (size - joint) / 2 - 1e-6 <= run.cut <= size + 1e-6
    even = even_joint(field, size, joint, edge)
    if even is not None:
        assert abs(even - joint) <= 1.001
        assert not tile_run(field, size, even, edge).cut


@given(
    st.floats(60, 3000), st.floats(10, 300), st.floats(1, 10), st.floats(0, 10), st.sampled_from(["begin", "end"])
)
def test_tiles_begun_at_a_side_are_whole_there_and_fill_the_field(
    field: float, size: float, joint: float, edge: float, start: Literal["begin", "end"]
) -> None:
    """As many whole ones as fit; what is left at the other end is a cut tile, or less than a joint."""
    if field < size + joint + 2 * edge or joint > size / 2:
        return
    run = tile_run(field, size, joint, edge, start)
    lengths = run.lengths(size)
    assert lengths[0 if start == "begin" else -1] == size
    assert [long for long in lengths if long != size] == ([run.cut] if run.cut else [])
    filled = sum(lengths) + (len(lengths) - 1) * joint + 2 * edge
    assert field - joint - 1e-3 <= filled <= field + 1e-3
    assert filled == pytest.approx(field) or not run.cut
    assert (
        run.whole * (size + joint) - joint + 2 * edge <= field + 1e-3 < (run.whole + 1) * (size + joint) + 2 * edge
    )


def test_grout_is_what_a_count_of_small_squares_finds() -> None:
    """A field of 200 x 100, tiles of 23 with joints of 2, counted in half millimetres."""
    found = tile(200, 100, 23, 23, 2, depth=8)

    def covered(at: float, field: float, cut: float) -> bool:
        place = min(at, field - at) if cut else at
        if cut and place < cut:
            return True
        return (at - (cut + 2 if cut else 0)) % 25 < 23 if not cut or place > cut + 2 else False

    step = 0.5
    marks = [(k + 0.5) * step for k in range(400)], [(k + 0.5) * step for k in range(200)]
    along, across = (
        sum(covered(at, field, cut) for at in line) * step
        for line, field, cut in zip(marks, (200, 100), (found.cut_l, found.cut_w), strict=True)
    )
    assert found.grout_volume == pytest.approx((200 * 100 - along * across) * 8, rel=0.03)


@given(st.floats(0.05, 0.35))
def test_two_supports_sag_least_at_the_best_place(place: float) -> None:
    """An elastic line integrated in small steps: nowhere else do two supports leave less."""
    assert _beam_sag(place) >= _beam_sag(BEST_OVERHANG) * 0.995
    found = brackets(1000, 1000)
    assert found.count == 2
    assert found.overhang + found.spacing / 2 == pytest.approx(500)


def _beam_sag(overhang: float, steps: int = 1000) -> float:
    """The farthest any place of a unit beam (load 1, stiffness 1) lies from the line through its two supports."""
    h, a = 1 / steps, overhang
    slope, y, line = 0.0, 0.0, [0.0]
    for k in range(steps):
        x = (k + 0.5) * h
        moment = -x * x / 2 + (0.5 * (x - a) if x > a else 0.0) + (0.5 * (x - 1 + a) if x > 1 - a else 0.0)
        slope += moment * h
        y += slope * h
        line.append(y)
    at = [line[round(a * steps)], line[round((1 - a) * steps)]]
    tilt = (at[1] - at[0]) / (1 - 2 * a)
    return max(abs(value - at[0] - tilt * (k * h - a)) for k, value in enumerate(line))


@given(st.floats(200, 500), st.floats(12, 40), st.sampled_from(("red oak", "mdf")), st.floats(0.005, 0.1))
def test_the_longest_span_bends_just_as_far_as_it_may(depth: float, t: float, wood: str, load: float) -> None:
    span = max_span(depth, t, wood, load, 1 / 600, units="mm", creep=2)
    there = sag(span, depth, t, wood, load * span, units="mm", creep=2)
    assert there.ratio == pytest.approx(1 / 600)
    # Twice as long with the same load on each length: sixteen times as far. Inches and pounds: the same shelf.
    twice = sag(2 * span, depth, t, wood, 2 * load * span, units="mm", creep=2)
    assert twice.longterm == pytest.approx(16 * there.longterm)
    inches = sag(span / 25.4, depth / 25.4, t / 25.4, wood, load * span / 0.45359237, creep=2)
    assert inches.longterm * 25.4 == pytest.approx(there.longterm, rel=1e-5)


@given(st.floats(0, 15), st.floats(100, 500), st.floats(0, 300))
def test_feet_set_back_hold_less(tilt: float, foot: float, travel: float) -> None:
    bodies, drawers = ((30, 220, 400),), ((10, 230, 600, travel),)
    there, back = (tip(bodies, x, drawers, tilt, push_height=800) for x in (foot, foot - 20))
    assert back.moment < there.moment
    assert back.ratio <= there.ratio
    assert there.stable == (math.tan(math.radians(tilt)) * there.z_cm < foot - there.x_cm)
