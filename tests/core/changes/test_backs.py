"""Backs: what they cover, where joints fall, arches by shapely, on every kind of piece that takes one."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely.geometry import Point, Polygon, box

from tests.core.changes.test_shelves import chest, form_of
from tests.fuzzing import random_cases
from tests.planned import changed, made, plan_of
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS, Viewpoint
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import arc
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

SIZES = {
    "case": ("1000 mm", "900 mm", "450 mm"),
    "flat_panel": ("1000 mm", "900 mm", "30 mm"),
    "wall_shelf": ("1000 mm", "300 mm", "180 mm"),
    "lidded_box": ("1000 mm", "500 mm", "450 mm"),
}


def backed(kind: str = "case", **values: object) -> Project:
    sizes = dict(zip(("width", "height", "depth"), SIZES[kind], strict=True))
    project = new_piece(fresh_project(), "X", sizes, kind).project
    project = add_change(project, "back_panel", "p1/body/main").project
    for name, value in values.items():
        project = set_value(project, "c1", name, value).project
    return project


def seen_from_behind(board: Board) -> Polygon:
    outline = board.solid.blank.outline if hasattr(board.solid, "blank") else board.solid.outline  # type: ignore[union-attr]
    return Polygon(outline)


@random_cases(30)
@given(st.integers(1, 5), st.floats(5, 400), st.floats(0, 300))
def test_an_arched_back_in_pieces_is_a_rectangle_under_a_circle(pieces: int, rise: float, above: float) -> None:
    project = backed(pieces=pieces, shape="arched", rise=rise, above=above)
    (old,) = [b.solid.box for b in form_of(project).boards if b.role == "back"]
    (x0, _, z0), (x1, _, z1) = old
    outcome = made(project)
    radius = arc(x1 - x0, rise).radius
    circle = Point((x0 + x1) / 2, z1 + above + rise - radius).buffer(radius, quad_segs=512)
    whole = box(x0, z0, x1, z1 + above).union(circle.intersection(box(x0, z1 + above, x1, z1 + above + 2 * rise)))
    sheets = [seen_from_behind(board) for board in outcome.added]
    assert sum(s.area for s in sheets) == pytest.approx(whole.area, rel=2e-3)
    assert len(sheets) == pieces
    # What lies under the arch only is cut as a rectangle first.
    assert sum(part.length * part.width for part in outcome.parts) >= whole.area * 0.999
    assert outcome.removed == {b.id for b in form_of(project).boards if b.role == "back"}


def test_joints_fall_on_uprights_and_nails_are_counted_by_hand() -> None:
    project = add_change(chest(columns=3), "back_panel", "p1/body/main").project
    project = set_value(project, "c1", "pieces", 3).project
    uprights = [b.solid.box for b in form_of(project).boards if b.role == "upright"]
    outcome = made(project)
    joints = sorted(board.solid.box[1][0] for board in outcome.added)[:-1]
    assert joints == pytest.approx(sorted((low[0] + high[0]) / 2 for low, high in uprights))
    expected = sum(2 * math.ceil(p.length / 100) + 2 * math.ceil(p.width / 100) for p in outcome.parts)
    assert {f.kind: f.count for f in outcome.fittings} == {"pin": expected}


@pytest.mark.parametrize("kind", SIZES)
def test_a_back_covers_what_it_is_fixed_to_and_runs_through_nothing(kind: str) -> None:
    plan = plan_of(backed(kind))
    assert plan.failures == ()
    assert not any(f.code == "runs_through" for f in plan.findings)
    (new,) = [board.solid.box for board in plan.outcomes[0].added]
    assert new[1][0] - new[0][0] > 900


@pytest.mark.parametrize("place", ["back", "back_left_corner", "back_right_corner"])
def test_where_two_sheets_of_one_back_meet_no_line_parts_them(place: Viewpoint) -> None:
    """Though painting cuts one of them in two, for it stands up over the top; but where it runs through that."""
    plan = plan_of(backed(pieces=2, shape="arched", above=60.0, rise=120.0))
    scene = draw_form(plan.found, plan.planned, {"c1": 1}, place, "planned")
    (first, second) = (board.solid.box for board in plan.outcomes[0].added)
    joint = VIEWS[place].project((first[1][0], first[1][1], 0.0))[0]
    assert first[1][0] == pytest.approx(second[0][0])
    along = [e for e in scene.edges if abs(e[0][0] - joint) < 1 and abs(e[1][0] - joint) < 1]
    top = next(board for board in plan.planned.boards if board.role == "top").solid.sizes[0]
    assert sum(abs(a[1] - b[1]) for a, b in along) < top


@pytest.mark.parametrize(("kind", "above"), [("table", 0.0), ("seat", 0.0), ("seat", 250.0)])
def test_behind_legs_a_back_reaches_from_its_height_over_the_floor_to_the_top(kind: str, above: float) -> None:
    """By hand: as wide as the back legs stand, from 200 over the floor; nothing of it within the seat."""
    project = changed(chest(kind=kind), "back_panel", "p1/body/main", clear=200.0, above=above)
    plan = plan_of(project)
    body, (sheet,) = plan.found.bodies[0], plan.outcomes[0].added
    legs = [b.solid.box for b in body.boards if b.role == "leg"]
    behind = max(high[1] for _, high in legs)
    back = [box for box in legs if box[1][1] > behind - 1]
    (x0, y0, z0), (x1, _, z1) = sheet.solid.box
    assert (x0, x1) == pytest.approx((min(low[0] for low, _ in back), max(high[0] for _, high in back)))
    assert (z0, z1) == pytest.approx((200.0 - body.base_height, body.height + above))
    top = max(b.solid.box[1][1] for b in body.boards if b.role in ("top", "seat"))
    assert y0 == pytest.approx(max(behind, top) if above else behind)
    assert not [f for f in plan.findings if f.code == "runs_through"]
    high = plan_of(changed(chest(kind=kind), "back_panel", "p1/body/main", clear=1000.0))
    assert [failure.parameter for failure in high.failures] == ["clear"]
