"""Skirts that lean: their end cuts against the formulas for hoppers, their boards against one another."""

import math
from itertools import combinations

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.core.changes.test_changes import body, with_board
from tests.fuzzing import random_cases
from tests.planned import plan_of
from zygoform.core.changes.bases.skirt.entries import Skirt
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.geometry.convex import shared_volume


@random_cases(30)
@given(
    st.floats(80, 100),
    st.floats(80, 100),
    st.floats(-25, 25),
    st.sampled_from(("out", "flush", "in")),
    st.sampled_from(("three", "four")),
)
def test_a_leaning_skirt_is_cut_by_compound_angles(
    left: float, right: float, tilt: float, fit: str, sides: str
) -> None:
    """At its front corners tan M = sin t / tan(c / 2) and sin B = cos t cos(c / 2); boards share faces, no room."""
    project = with_board(body(900, 450, left, right), 18.0, 150)
    skirt = Skirt("c1", 1, ("p1/body/main",), "test", 100, fit, sides, "mitred", 30.0, tilt)  # type: ignore[arg-type]
    plan = plan_of(structs.replace(project, changes=(skirt,)))
    if fit == "out" and tilt < 0:
        assert [failure.parameter for failure in plan.failures] == ["tilt"]
        return
    parts = {part.name.removeprefix("Skirt "): part for part in plan.outcomes[0].parts}
    lean = math.radians(tilt)
    for part_end, corner in (
        (parts["front"].left, left),
        (parts["front"].right, right),
        (parts["right"].left, right),
        (parts["left"].right, left),
    ):
        half = math.radians(corner / 2)
        mitre = math.degrees(math.atan(abs(math.sin(lean)) / math.tan(half)))
        assert abs(part_end.mitre) == pytest.approx(mitre, abs=1e-4)
        expected = math.degrees(math.asin(math.cos(lean) * math.cos(half)))
        assert abs(part_end.bevel) == pytest.approx(expected, abs=1e-4)
    # Across: a parallelogram of H high and t thick, along its slope (H + t sin t) / cos t.
    assert parts["front"].width == pytest.approx((100 + 18 * abs(math.sin(lean))) / math.cos(lean))
    for one, other in combinations(plan.outcomes[0].added, 2):
        assert shared_volume(one.solid.faces, other.solid.faces) < 1e-3
    assert not [f for f in plan.findings if f.code == "runs_through"]


def test_blocks_from_the_old_base_are_counted() -> None:
    """By hand: floor((L + kerf) / (h + kerf)) lengths from each board of the base, in rows of 38 mm."""
    project = add_change(body(900, 450), "skirt", "p1/body/main").project
    project = set_value(set_value(project, "c1", "height", 60.0).project, "c1", "blocks", "base").project
    plan = plan_of(project)
    kerf, got = project.shop.kerf, 0
    for board in plan.found.bodies[0].boards:
        if board.role == "base":
            low, high = board.solid.box
            long = max(high[0] - low[0], high[1] - low[1])
            got += math.floor((long + kerf) / (60 + kerf)) * math.floor((high[2] - low[2] + kerf) / (38 + kerf))
    note = next(note for note in plan.outcomes[0].notes if note.label == "Of it")
    assert note.message.text.startswith(f"{got} blocks")


def test_the_old_holes_hold_a_skirt_that_lies_under_them() -> None:
    """They stand in the middle of the old base's boards: set back like those it is met, flush it is not."""
    project = add_change(body(900, 450), "skirt", "p1/body/main").project
    project = set_value(project, "c1", "hold", "holes").project
    front = next(b.solid.box for b in plan_of(project).found.bodies[0].boards if b.id.endswith("/base/front"))
    middle = (front[0][1] + front[1][1]) / 2
    miss = next(f for f in plan_of(project).findings if f.code == "old_holes_miss")
    assert miss.why.lengths[0] == pytest.approx(middle)
    inside = set_value(project, "c1", "fit", "in").project
    inside = set_value(inside, "c1", "setback", 1.0).project
    miss = next(f for f in plan_of(inside).findings if f.code == "old_holes_miss")
    plan = plan_of(apply_fix(inside, miss.fixes[0]).project)
    assert not [f for f in plan.findings if f.code == "old_holes_miss"]
    board = next(b.solid.box for b in plan.outcomes[0].added if b.id.endswith("/front"))
    assert (board[0][1] + board[1][1]) / 2 == pytest.approx(middle)
    (screws,) = plan.outcomes[0].fittings
    assert screws.use == "through the bottom into the skirt"
    assert screws.size > 25
