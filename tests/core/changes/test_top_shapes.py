"""Fronts bowed and traced, edge profiles, the old top used again: against areas and volumes found another way."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, made, plan_of
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.form.form import Body
from zygoform.core.geometry.prism import Prism
from zygoform.core.geometry.solid import Solid
from zygoform.core.project import Project

MAIN = "p1/body/main"
LEVEL = dict(overhang_left=20.0, overhang_right=20.0, overhang_front=20.0, overhang_back=0.0)


def planks(project: Project) -> tuple[list[Prism | Solid], float]:
    outcome = made(project)
    solids = [member.board.solid for member in outcome.members]
    return solids, sum(solid.volume for solid in solids)  # type: ignore[return-value]


@random_cases(15)
@given(st.floats(10, 400), st.sampled_from(("width", "depth")))
def test_a_bowed_front_adds_a_segment_of_a_circle(bow: float, direction: str) -> None:
    """Area of a segment: R² (θ - sin θ) / 2; drawn in chords it is a little less."""
    straight = changed(chest(), "plank_top", MAIN, direction=direction, **LEVEL)
    solids, before = planks(straight)
    bowed = changed(chest(), "plank_top", MAIN, direction=direction, front="bowed", bow=bow, **LEVEL)
    more = planks(bowed)[1] - before
    chord = plan_of(straight).found.bodies[0].width.value + 40.0
    radius = (chord**2 / 4 + bow**2) / (2 * bow)
    turn = 2 * math.atan2(chord / 2, radius - bow)
    thick = solids[0].sizes[0]
    expected = radius**2 * (turn - math.sin(turn)) / 2 * thick
    assert expected * 0.99 < more <= expected + 1e-3
    size = made(bowed).later[0]
    deep = made(straight).later[0]
    across = "width" if direction == "width" else "length"
    assert getattr(size, across) == pytest.approx(getattr(deep, across) + bow)


def test_a_traced_front_runs_through_its_five_depths_and_a_hollow_one_is_refused() -> None:
    depths = dict(depth_left=380.0, depth_quarter=440.0, depth_middle=470.0)
    depths |= dict(depth_three_quarters=450.0, depth_right=400.0)
    project = changed(chest(), "plank_top", MAIN, front="traced", **LEVEL, **depths)
    body: Body = plan_of(project).found.bodies[0]
    left, right, back = -20.0, body.width.value + 20.0, max(y for _, y in body.plan)
    corners = [p for solid in planks(project)[0] for p in solid.corners]
    for k, depth in enumerate(depths.values()):
        x = left + k * (right - left) / 4
        front = min(y for px, y, _ in corners if abs(px - x) < 0.5)
        assert back - front == pytest.approx(depth, abs=0.01)
    hollow = plan_of(
        changed(chest(), "plank_top", MAIN, front="traced", **LEVEL, **depths | {"depth_middle": 410.0})
    )
    assert [failure.parameter for failure in hollow.failures] == ["depth_middle"]


@pytest.mark.parametrize("size", [3.0, 8.0, 15.0])
def test_a_chamfer_takes_a_triangle_along_three_edges(size: float) -> None:
    """c² / 2 along front and sides, less c³ / 3 where two of them meet at a corner."""
    plain = changed(chest(), "plank_top", MAIN, **LEVEL)
    _, before = planks(plain)
    _, after = planks(changed(chest(), "plank_top", MAIN, profile="chamfer", profile_size=size, **LEVEL))
    later = made(plain).later[0]
    expected = size**2 / 2 * (later.length + 2 * later.width) - 2 * size**3 / 3
    assert before - after == pytest.approx(expected, rel=1e-6)
    # What is cut is the same boards: the profile comes after.
    cut = [
        (part.length, part.width)
        for part in made(changed(chest(), "plank_top", MAIN, profile="chamfer", **LEVEL)).parts
    ]
    assert cut == [(part.length, part.width) for part in made(plain).parts]
    thick = plan_of(changed(chest(), "plank_top", MAIN, profile="rounded", profile_size=39.0))
    assert [failure.parameter for failure in thick.failures] == ["profile_size"]


def test_a_top_turned_round_shows_its_back_edge_and_one_turned_over_its_underside() -> None:
    """A bowed and chamfered one tells them apart: the bow goes to the back, the chamfer to the lower edge."""
    bowed = changed(chest(), "plank_top", MAIN, front="bowed", bow=60.0, profile="chamfer", **LEVEL)
    for way in ("round", "over"):
        project = add_change(bowed, "old_top", MAIN).project
        project = set_value(project, "c2", "way", way).project
        plan = plan_of(project)
        (outcome,) = [o for o in plan.form.outcomes if o.change_id == "c1"]
        old = [(x, y, z) for b in outcome.added for x, y, z in b.solid.corners]
        new = [(x, y, z) for b in plan.planned.bodies[0].boards if b.role == "top" for x, y, z in b.solid.corners]
        middle = [(min(p[k] for p in old) + max(p[k] for p in old)) / 2 for k in range(3)]
        mirrored = {"round": (-1, -1, 1), "over": (1, -1, -1)}[way]
        expected = {
            tuple(round(m + s * (c - m), 3) for m, s, c in zip(middle, mirrored, p, strict=True)) for p in old
        }
        assert {tuple(round(c, 3) for c in p) for p in new} == expected
        assert plan.outcomes[-1].parts == ()


def test_a_top_out_of_square_is_told_before_it_is_turned() -> None:
    square, skewed = chest(), set_reading(chest(), "corner_left", "86").project
    for way in ("over", "round"):
        codes = [f.code for f in plan_of(changed(square, "old_top", MAIN, way=way)).findings]
        assert "top_skewed" not in codes
    found = next(
        f for f in plan_of(changed(skewed, "old_top", MAIN, way="over")).findings if f.code == "top_skewed"
    )
    body = plan_of(skewed).found.bodies[0]
    top = next(b for b in body.boards if b.role == "top").solid.box
    # Front left lies where back left was: off by the depth times the sine of 4 degrees, near enough.
    assert found.what.lengths[0] == pytest.approx((top[1][1] - top[0][1]) * math.tan(math.radians(4)), rel=0.02)


@pytest.mark.parametrize(("edge", "along"), [("front", 0), ("back", 0), ("left", 1), ("right", 1)])
def test_a_strip_makes_the_old_top_larger_at_one_edge(edge: str, along: int) -> None:
    """Dowels: n = ceil((L - 2 · 40) / 150) + 1; its edges are as long as the top's."""
    project = changed(chest(), "old_top", MAIN, way="strip", edge=edge, wide=45.0)
    plan = plan_of(project)
    tops = [b.solid.box for b in plan.planned.bodies[0].boards if b.role == "top"]
    old = next(b for b in plan.found.bodies[0].boards if b.role == "top").solid.box
    across = 1 - along
    now = max(high[across] for _, high in tops) - min(low[across] for low, _ in tops)
    assert now == pytest.approx(old[1][across] - old[0][across] + 45.0)
    (part,) = plan.outcomes[0].parts
    assert (part.length, part.width) == pytest.approx((old[1][along] - old[0][along], 45.0))
    dowels = plan.outcomes[0].fittings[0]
    assert dowels.count == math.ceil((part.length - 80.0) / 150.0) + 1
    said = {note.label for note in plan.outcomes[0].notes}
    assert ("Across the grain" in said) == (along == 1)
