"""Legs: against planes and volumes worked out another way, on every kind of piece that takes them."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.planned import changed, made, plan_of
from tests.strategies import bent
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.geometry.convex import shared_volume
from zygoform.core.geometry.legs import splay
from zygoform.core.geometry.prism import dot
from zygoform.core.ids import piece_of
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

BODY = "p1/body/main"


def legs_base(kind: str = "case", width: float = 900) -> Project:
    sizes = {"width": f"{width} mm", "height": "800 mm", "depth": "450 mm"}
    return new_piece(fresh_project(), "X", sizes, kind).project


def legs_on(kind: str = "case", width: float = 900, **values: object) -> Project:
    return changed(legs_base(kind, width), "legs", BODY, **values)


@random_cases(40)
@given(st.floats(0, 30), st.floats(0, 30), st.floats(100, 500), st.floats(-4, 4))
def test_a_splayed_leg_stands_level_and_is_cut_as_the_formula_says(
    side: float, front: float, height: float, skew: float
) -> None:
    """Ends are level planes, feet stand out by h tan, the section keeps its area along the axis."""
    own = {"splay_side": side, "splay_front": front, "height": height, "plate": 3.0}
    project = bent(legs_on(**own), 90 + skew, 90 - skew)  # type: ignore[arg-type]
    outcome = made(project)
    thick = outcome.parts[0].thickness
    found = splay(side, front, height, thick)
    for member in outcome.members[:4]:
        shape, part = member.board.solid, member.part
        (low, high) = shape.box
        assert (low[2], high[2]) == pytest.approx((-height - 3.0, -3.0), abs=1e-6)
        assert shape.volume == pytest.approx(thick**2 * found.axis_length, rel=1e-6)
        assert part.length == pytest.approx(found.blank_round + thick * (_sum_of(side, front) - _lean(side, front)))
        assert part.length_of is not None
        assert part.length_of.value == pytest.approx(part.length)
        for end in (part.left, part.right):
            assert abs(end.mitre) == pytest.approx(found.mitre, abs=1e-4)
            assert abs(end.bevel) == pytest.approx(found.end_bevel, abs=1e-4)
        level = [face for face in shape.faces if abs(abs(face.normal[2]) - 1) < 1e-9]
        top, foot = (
            [sum(p[k] for p in face.points) / len(face.points) for k in (0, 1)]
            for face in sorted(level, key=lambda face: -face.points[0][2])
        )
        out = (abs(foot[0] - top[0]), abs(foot[1] - top[1]))
        assert out == pytest.approx((height * _tan(side), height * _tan(front)), abs=1e-6)
        assert abs(dot(member.axes.along, member.axes.face)) < 1e-9


def _tan(angle: float) -> float:
    return math.tan(math.radians(angle))


def _sum_of(side: float, front: float) -> float:
    return _tan(side) + _tan(front)


def _lean(side: float, front: float) -> float:
    return math.hypot(_tan(side), _tan(front))


@pytest.mark.parametrize("kind", ["case", "lidded_box", "table", "seat"])
def test_a_tapered_leg_is_a_frustum_below_what_it_is_fixed_to(kind: str) -> None:
    outcome = made(legs_on(kind, shape="tapered", foot=20.0, height=300.0))
    thick = outcome.parts[0].thickness
    straight = outcome.parts[0].length - 300.0
    for member in outcome.members:
        frustum = 300.0 / 3 * (thick**2 + 20.0**2 + thick * 20.0)
        assert member.board.solid.volume == pytest.approx(straight * thick**2 + frustum, rel=1e-6)
    assert straight == pytest.approx(
        plan_of(legs_on(kind)).found.bodies[0].height if kind in ("table", "seat") else 0
    )


@given(st.floats(1, 30), st.floats(0, 30), st.floats(10, 30))
def test_a_leaning_taper_lies_within_its_straight_leg(side: float, front: float, foot: float) -> None:
    """Level sections: thick² times the slope at the top, that of the foot at the floor; all of it in the blank."""
    outcome = made(legs_on(shape="tapered", foot=foot, height=200.0, splay_side=side, splay_front=front))
    slope = math.sqrt(1 + _tan(side) ** 2 + _tan(front) ** 2)
    thick = outcome.parts[0].thickness
    for member in outcome.members[:4]:
        rough, solid = member.rough, member.board.solid
        assert rough is not None
        assert solid.volume == pytest.approx(200.0 / 3 * slope * (thick**2 + foot**2 + thick * foot), rel=1e-6)
        assert sum(shared_volume(cell.faces, solid.faces) for cell in rough.cells) == pytest.approx(solid.volume)


def test_a_long_piece_gets_legs_between_and_a_short_one_none() -> None:
    """1800 mm less 2 x 12 set in, 38 thick: 1738 from middle to middle is more than 1200: one between."""
    assert len(made(legs_on(width=1100)).members) == 4
    long = made(legs_on(width=1800))
    assert len(long.members) == 6
    assert {f.kind: f.count for f in long.fittings} == {"leg plate": 6, "wood screw": 24}
    assert len(made(legs_on(width=1800, middle="none")).members) == 4


def test_what_it_stood_on_comes_off_and_the_wanted_height_is_met_by_a_click() -> None:
    project = legs_on(height=150.0, wanted=900.0)
    plan = plan_of(project)
    assert not any(board.role == "base" for board in plan.planned.boards)
    finding = next(f for f in plan.findings if f.code == "height_wanted")
    fixed = apply_fix(project, finding.fixes[0]).project
    low, high = plan_of(fixed).planned.box
    assert high[2] - low[2] == pytest.approx(900.0)
    castors = set_value(set_value(fixed, "c1", "under", "castors").project, "c1", "under_height", 50.0).project
    low, high = plan_of(castors).planned.box
    assert high[2] - low[2] == pytest.approx(950.0)
    assert any(f.code == "height_wanted" for f in plan_of(castors).findings)
    bought = made(structs.replace(set_value(project, "c1", "source", "bought").project))
    assert (bought.parts, len(bought.added)) == ((), 4)


def test_what_cannot_be_is_refused_at_its_entry() -> None:
    for project, entry in (
        (legs_on("table", splay_side=5.0), "splay_side"),
        (legs_on(shape="tapered", foot=100.0), "foot"),
        (legs_on(setback=220.0), "setback"),
        (legs_on(height=1000.0, splay_front=45.0), "height"),
    ):
        assert [f.parameter for f in plan_of(project).failures] == [entry]


@pytest.mark.parametrize("order", [("skirt", "legs"), ("legs", "skirt")])
def test_feet_inside_a_skirt_are_built_together_whichever_was_planned_first(order: tuple[str, str]) -> None:
    """60 of skirt, 120 of leg under a plate of 2.5: 62.5 of them is seen. Neither takes the other off."""
    project = legs_on() if order[0] == "legs" else changed(legs_base(), "skirt", BODY)
    project = add_change(project, order[1], BODY).project
    own = {kind: change.id for kind, change in zip(order, project.changes, strict=True)}
    values = ((own["skirt"], "fit", "flush"), (own["skirt"], "height", 60.0), (own["legs"], "height", 120.0))
    for change_id, name, value in (*values, (own["legs"], "plate", 2.5)):
        project = set_value(project, change_id, name, value).project
    plan = plan_of(project)
    assert not plan.failures
    assert not plan.form.superseded
    (body,) = plan.planned.bodies
    assert {piece_of(b.id) for b in body.boards if b.role in ("base", "leg")} == set(own.values())
    assert body.base_height == pytest.approx(122.5)
    notes = {
        n.label: n.message.lengths for o in plan.outcomes if o.change_id == project.changes[1].id for n in o.notes
    }
    assert notes["Skirt" if order[1] == "legs" else "Feet"] == pytest.approx((62.5,))
    # Set in by 12 they stand in a board 18 thick: it is told how far in they are clear, plates (50 wide) too.
    (hit,) = [f for f in plan.findings if f.code == "foot_hits_skirt"]
    clear = apply_fix(project, hit.fixes[0]).project
    told = {f.code for f in plan_of(clear).findings}
    assert not told & {"foot_hits_skirt", "runs_through", "skirt_on_floor"}
    low = set_value(clear, own["legs"], "height", 55.0).project
    (floor,) = [f for f in plan_of(low).findings if f.code == "skirt_on_floor"]
    after = apply_fix(low, floor.fixes[0]).project
    assert "skirt_on_floor" not in {f.code for f in plan_of(after).findings}
    assert plan_of(after).planned.bodies[0].base_height == pytest.approx(60.0 + 12.0)
