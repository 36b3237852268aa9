"""A drop flap: its true front turned by quarters of a degree against all that stands round it."""

import math

import pytest

from tests.core.changes.test_shelves import chest
from tests.planned import changed, plan_of
from zygoform.core.drawing.scene import draw_form
from zygoform.core.edits.planning import apply_fix, set_value
from zygoform.core.form.form import Body
from zygoform.core.form.inside.opened import opened
from zygoform.core.geometry.convex import Convex, boxes_meet, shared_volume
from zygoform.core.geometry.prism import Turn

FRONT, OPENING = "p1/front/o1", "p1/opening/o1"


def worst(body: Body, axis: tuple[float, float]) -> float:
    """The most that the front has in common with anything on its way from shut to level (mm³)."""
    front = next(b for b in body.boards if b.id == FRONT)
    blank = getattr(front.solid, "blank", front.solid)
    others = [b for b in body.members if b.id != FRONT and b.role != "knob"]
    most = 0.0
    for k in range(1, 361):
        there = Convex(blank.faces).turned(Turn(axis, k * 0.25, "x"))
        for board in others:
            if boxes_meet(there.box, board.solid.box, 1e-6):
                most = max(most, sum(shared_volume(there.faces, cell.faces) for cell in board.solid.cells))
    return most


@pytest.mark.parametrize("hinge", ["front", "forward", "inside"])
def test_it_opens_past_sides_bottom_rail_and_neighbours(hinge: str) -> None:
    project = changed(chest(columns=2), "drop_flap", FRONT, hinge=hinge)
    plan = plan_of(project)
    assert plan.failures == ()
    body = plan.planned.bodies[0]
    opening = next(o for o in body.openings if o.id == OPENING)
    assert opening.holds == "flap"
    assert opening.flap_axis is not None
    wide = next(b.solid.box for b in body.boards if b.id == FRONT)
    # Along its whole width less than a tenth of a millimetre square is a touch.
    assert worst(body, opening.flap_axis) < 0.02 * (wide[1][0] - wide[0][0])
    assert not [f for f in plan.findings if f.code == "flap_hits"]
    box = [m for m in plan.found.bodies[0].members if m.role == "box" and m.id.endswith("/o1")]
    now = {m.id: m for m in body.members}
    cut = [m for m in box if now[m.id].solid.volume < m.solid.volume - 1]
    # The bottom is let into the front: it comes free however it is hinged; sides go where it swings in.
    assert {m.id.split("/")[1] for m in cut} >= {"box-bottom"}
    assert ("p1/box-left/o1" in {m.id for m in cut}) == (hinge != "front")


def test_an_axis_that_does_not_clear_is_told_with_the_angle_and_one_click_mends_it() -> None:
    """A gap typed larger than it is: by its true solid it meets the rail."""
    project = changed(chest(columns=2), "drop_flap", FRONT, hinge="inside", gap=14.0)
    told = next(f for f in plan_of(project).findings if f.code == "flap_hits")
    assert "°" in told.what.text
    mended = plan_of(apply_fix(project, told.fixes[0]).project)
    assert "flap_hits" not in {f.code for f in mended.findings}
    refused = plan_of(set_value(project, "c1", "gap", 0.2).project)
    assert [failure.parameter for failure in refused.failures] == ["hinge"]


def test_opened_it_lies_level_and_its_knob_with_it() -> None:
    plan = plan_of(changed(chest(columns=2), "drop_flap", FRONT, hinge="front"))
    shut, out = plan.planned.bodies[0], opened(plan.planned, frozenset({OPENING})).bodies[0]
    before, after = (next(b.solid.box for b in body.boards if b.id == FRONT) for body in (shut, out))
    high, thick = before[1][2] - before[0][2], before[1][1] - before[0][1]
    # About its front lower edge: as far before it as it is high, as thick over the edge as it is.
    assert after[0][1] == pytest.approx(before[0][1] - high)
    assert after[0][2] == pytest.approx(before[0][2])
    assert after[1][2] == pytest.approx(before[0][2] + thick)
    knob = next(b.solid.box for b in out.boards if b.id == "p1/knob/o1")
    assert knob[1][2] == pytest.approx(before[0][2], abs=1e-6)


def test_what_is_bought_by_hand() -> None:
    """475 wide: ceil(475 / 500) + 1 = 2 hinges with six screws each, two stays, one catch."""
    plan = plan_of(changed(chest(columns=2), "drop_flap", FRONT))
    counts = {f.kind: f.count for f in plan.outcomes[0].fittings}
    assert counts == {"hinge": 2, "wood screw": 12, "lid stay": 2, "catch": 1}
    assert not [row for row in plan.purchase.rows if row.missing]


@pytest.mark.parametrize("hinge", ["front", "forward", "inside"])
def test_its_way_is_a_quarter_of_a_circle_and_half_way_it_stands_half_way(hinge: str) -> None:
    """Every point as far from the axis; let down by a share its upper edge is on that way."""
    plan = plan_of(changed(chest(columns=2), "drop_flap", FRONT, hinge=hinge))
    body = plan.planned.bodies[0]
    opening = next(o for o in body.openings if o.id == OPENING)
    assert opening.flap_axis is not None
    front = next(b.solid.box for b in body.boards if b.id == FRONT)
    assert opening.swing[0] == pytest.approx((front[0][1], front[1][2]))
    away = [math.dist(point, opening.flap_axis) for point in opening.swing]
    assert max(away) - min(away) < 1e-6
    half = opened(plan.planned, frozenset({OPENING}), 0.5).bodies[0]
    corners = next(b.solid.corners for b in half.boards if b.id == FRONT)
    middle = opening.swing[len(opening.swing) // 2]
    assert min(math.dist(corner[1:], middle) for corner in corners) < 1e-6
    scene = draw_form(plan.found, plan.planned, {"c1": 1}, "right")
    assert [leader.number for leader in scene.leaders] == [1]
    assert len(scene.strokes) == 2
    assert draw_form(plan.found, plan.planned, {"c1": 1}, "front").strokes == ()
    moved = body.moved((777.0, 55.0, 66.0)).openings[0]
    assert moved.swing[0] == pytest.approx((front[0][1] + 55, front[1][2] + 66))


def test_raised_by_hand_its_axis_stands_higher_and_more_is_cut_back() -> None:
    """The handle adds to the least there is; below it the box is cut back further."""
    project = changed(chest(columns=2), "drop_flap", FRONT)
    least, higher = (
        plan_of(p).planned.bodies[0] for p in (project, set_value(project, "c1", "raised", 20.0).project)
    )
    axes = [next(o.flap_axis for o in body.openings if o.id == OPENING) for body in (least, higher)]
    assert axes[0] is not None
    assert axes[1] is not None
    assert axes[1] == pytest.approx((axes[0][0], axes[0][1] + 20))
    sides = [next(m.solid.volume for m in body.members if m.id == "p1/box-left/o1") for body in (least, higher)]
    assert sides[1] < sides[0]
    assert worst(higher, axes[1]) < 20
    handle = plan_of(project).outcomes[0].handles[0]
    assert (handle.parameter, handle.at[1:]) == ("raised", axes[0])
