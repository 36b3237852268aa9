"""Whatever is put into an opening goes in: into every quadrilateral its readings allow, whatever side leans."""

import math

import pytest
import shapely
from hypothesis import assume, given
from hypothesis import strategies as st

from tests.core.changes.test_shelves import chest
from tests.fuzzing import random_cases
from tests.planned import changed, plan_of
from zygoform.core.edits.fronts import hold, set_opening_reading
from zygoform.core.edits.survey import set_reading
from zygoform.core.form.form import Board, Body
from zygoform.core.form.fronts import sure_rect
from zygoform.core.geometry.plane import offset_sides
from zygoform.core.project import Project
from zygoform.core.tolerance import TAPE_MM

ROOM = "p1/opening/o1"
THINGS: dict[str, tuple[str, str, dict[str, object]]] = {
    "shelves on cleats": ("nothing", "shelves", {"fixing": "cleats", "shelves": 2}),
    "shelves on pins": ("nothing", "shelves", {"fixing": "pins", "shelves": 1, "lip": True}),
    "shelves screwed": ("nothing", "shelves", {"fixing": "screws", "shelves": 1}),
    "uprights": ("nothing", "shelves", {"fixing": "screws", "shelves": 1, "uprights": 2}),
    "panels beside": ("nothing", "shelves", {"fixing": "cleats", "shelves": 1, "closed": "both"}),
    "lining": ("nothing", "shelves", {"fixing": "pins", "shelves": 1, "lined": True}),
    "containers": ("door", "doors_off", {"instead": "containers", "room": 4.0}),
    "drawer box": ("drawer", "drawer_box", {}),
    "two drawers": ("drawer", "regroup", {"into": "two"}),
    "false front": ("drawer", "regroup", {"into": "false"}),
}
SLIPS = st.floats(-TAPE_MM, TAPE_MM)


@st.composite
def openings(draw: st.DrawFn) -> tuple[Project, shapely.Polygon]:
    """A chest of two bays whose first one was measured closely, and what that opening really is."""
    project = chest(columns=2, rows=1)
    for corner in ("corner_left", "corner_right"):
        project = set_reading(project, corner, f"{draw(st.sampled_from([87.5, 89.0, 90.0, 90.0, 91.5]))}").project
    body = plan_of(project).found.bodies[0]
    x0, z0, x1, z1 = next(o.rect for o in body.openings if o.id == ROOM)
    wide, high = (mm + draw(st.floats(-4, 1)) for mm in (x1 - x0, z1 - z0))
    left, right = (draw(st.floats(-9, 9)) for _ in range(2))
    top, other = high + draw(st.floats(-4, 4)), high
    corners = ((0.0, 0.0), (wide, 0.0), (wide + right, top), (left, other))
    a, b, c, d = corners
    read = {"across_bottom": (a, b), "across_top": (d, c), "up_left": (a, d), "up_right": (b, c)}
    read |= {"rising": (a, c), "falling": (d, b)}
    for place, (p, q) in read.items():
        size = math.dist(p, q) + draw(SLIPS)
        project = set_opening_reading(project, ROOM, place, f"{size:.3f} mm").project
    return project, shapely.Polygon(corners)


def added(project: Project) -> tuple[Body, list[Board]]:
    plan = plan_of(project)
    assert not plan.failures, plan.failures
    (outcome,) = plan.outcomes
    boards = list(outcome.added)
    for body in outcome.reshaped:
        before = {m.id for o in plan.found.bodies[0].openings for m in o.members}
        boards += [m for o in body.openings for m in o.members if m.id not in before]
    # A front that stays is not put in.
    return plan.found.bodies[0], [b for b in boards if b.role not in ("drawer", "door", "knob", "runner")]


@random_cases(12)
@pytest.mark.parametrize("thing", THINGS)
@given(openings())
def test_it_goes_into_every_opening_the_readings_allow(
    thing: str, measured: tuple[Project, shapely.Polygon]
) -> None:
    project, true = measured
    holds, kind, values = THINGS[thing]
    project = hold(project, ROOM, holds).project  # type: ignore[arg-type]
    project = changed(project, kind, ROOM, **values)
    body, boards = added(project)
    assert boards
    opening = next(o for o in body.openings if o.id == ROOM)
    sx0, sz0, sx1, sz1 = sure_rect(opening)
    x0, x1 = (f(b.solid.box[k][0] for b in boards) for f, k in ((min, 0), (max, 1)))
    z0, z1 = (f(b.solid.box[k][2] for b in boards) for f, k in ((min, 0), (max, 1)))
    assert sx0 - 1e-6 <= x0 <= x1 <= sx1 + 1e-6
    assert sz0 - 1e-6 <= z0 <= z1 <= sz1 + 1e-6
    # Standing on its floor, slid to the left or right: between the sides at its foot and at its head.
    spans = [
        shapely.LineString([(-1e4, z), (1e4, z)]).intersection(true).bounds for z in (z0 - sz0 + 1e-6, z1 - sz0)
    ]
    assert all(spans), "lower than the opening"
    assert min(s[2] for s in spans) - max(s[0] for s in spans) >= x1 - x0 - 1e-6
    # From above: between sides that lean, before the back.
    backs = [b.solid.sizes[0] for b in body.boards if b.role == "back"]
    t = body.side_thickness
    hollow = shapely.Polygon(offset_sides(body.plan, (60.0, -t, -max(backs), -t))).buffer(1e-3)
    for board in boards:
        ring = shapely.MultiPoint([point[:2] for point in board.solid.corners]).convex_hull
        assert hollow.contains(ring), board.id


@random_cases(40)
@given(openings())
def test_what_stands_between_shelves_is_what_is_sure(measured: tuple[Project, shapely.Polygon]) -> None:
    """Clear heights come of the smallest the opening can be, not of the largest reading."""
    project, true = measured
    plan = plan_of(changed(hold(project, ROOM, "nothing").project, "shelves", ROOM, fixing="cleats", shelves=1))
    assume(not plan.failures)
    (outcome,) = plan.outcomes
    clear = outcome.result.lengths[0]
    thick = plan.shop.size(outcome.parts[0].size_id).thickness
    assert 2 * clear + thick <= min(y for _, y in true.exterior.coords if y > 1) + 1e-6
