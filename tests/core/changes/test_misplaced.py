"""Where things of a pattern may not lie: rays in gaps, ornaments over edges, each other and mouldings; one face."""

import itertools
import math
from itertools import pairwise

import pytest
from msgspec import structs

from tests.core.changes.test_shelves import chest
from tests.planned import changed, plan_of
from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.patterning.pattern_set import PatternSet
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import apply_fix, set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.form.form import Body
from zygoform.core.geometry.plane import area
from zygoform.core.geometry.prism import Prism
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

MAIN = "p1/body/main"


def codes(plan: Plan) -> list[str]:
    return [found.code for found in plan.findings]


def pattern_of(project: Project) -> PatternSet:
    change, plan = project.changes[0], plan_of(project)
    assert isinstance(change, StripPattern)
    return PatternSet(change, plan.found.bodies[0], plan.shop)


def arched(outline: str = "arched") -> Project:
    project = new_piece(
        fresh_project(), "Panel", {"width": "900 mm", "height": "1000 mm", "depth": "20 mm"}, "flat_panel"
    ).project
    project = structs.replace(project, pieces=(structs.replace(project.pieces[0], outline=outline),))
    return set_reading(project, "frame_width", "0").project


@pytest.mark.parametrize("outline", ["arched", "shaped"])
@pytest.mark.parametrize("target", ["main", "crest"])
def test_a_panel_and_its_crest_are_one_face(outline: str, target: str) -> None:
    project = changed(arched(outline), "pattern", f"p1/panel/{target}", family="slats", gap=10.0)
    pattern = pattern_of(project)
    (front,) = pattern.whole.fronts
    assert abs(area(front.outline)) == pytest.approx(face_of(pattern.body), rel=1e-6)
    # What is drawn is what is laid, each cell on the board it lies on.
    body = plan_of(project).planned.bodies[0]
    drawn = {board.id: [own.solid for own in board.on_face] for board in body.boards if board.on_face}
    assert set(drawn) == {"p1/panel/main", "p1/panel/crest"}
    laid = sum(piece.area for piece in pattern.laid.pieces)
    cells = [solid for solids in drawn.values() for solid in solids if isinstance(solid, Prism)]
    assert sum(abs(area(cell.outline)) for cell in cells) == pytest.approx(laid, rel=1e-4)
    for board in body.boards:
        (x0, _, z0), (x1, _, z1) = board.solid.box
        for solid in drawn.get(board.id, ()):
            (a, _, b), (c, _, d) = solid.box
            assert min(a - x0, x1 - c, b - z0, z1 - d) > -1e-6


def face_of(body: Body) -> float:
    """Of the panel and the segment over it, each by the surveyor's formula."""
    found = 0.0
    for board in body.boards:
        face = next(f for f in board.solid.faces if f.normal[1] < -0.99)
        points = [(p[0], p[2]) for p in face.points]
        found += abs(sum(a * d - c * b for (a, b), (c, d) in pairwise([*points, points[0]]))) / 2
    return found


def test_a_bead_follows_the_whole_of_an_arched_panel() -> None:
    project = changed(arched(), "pattern", "p1/panel/main", family="beads", gap=40.0)
    pattern = pattern_of(project)
    top = max(y for piece in pattern.laid.pieces for _, y in piece.outline)
    assert top == pytest.approx(1000.0 - 40.0, abs=0.6)
    assert not plan_of(project).failures


@pytest.mark.parametrize(("left", "below"), [(120.0, 80.0), (250.0, 60.0), (400.0, 150.0)])
def test_an_ornament_stands_where_it_was_measured_to_and_that_is_told(left: float, below: float) -> None:
    project = changed(chest(columns=1), "pattern", MAIN, family="ornaments", placed="one")
    for name, value in (("from_left", left), ("from_below", below)):
        project = set_value(project, "c1", name, value).project
    plan = plan_of(project)
    for board in plan.planned.bodies[0].boards:
        if board.role == "drawer":
            (x0, _, z0), _ = board.solid.box
            (own,) = board.on_face
            (a, _, b), (c, _, d) = own.solid.box
            assert ((a + c) / 2 - x0, (b + d) / 2 - z0) == pytest.approx((left, below), abs=1e-6)
    (note,) = [n for n in plan.outcomes[0].notes if n.label == "Middles"]
    assert note.message.lengths == pytest.approx((left, below), abs=1e-6)


@pytest.mark.parametrize(
    ("values", "where"),
    [
        ({"placed": "one", "from_below": 10.0}, "over the edge"),
        ({"placed": "three", "gap": -0.0, "ready_wide": 90.0}, ""),
        ({"placed": "corners", "gap": 5.0, "ready_high": 60.0}, ""),
        ({"placed": "corners", "gap": 5.0, "ready_high": 130.0}, "no room"),
        ({"placed": "one"}, ""),
    ],
)
def test_an_ornament_over_an_edge_or_another_is_told(values: dict[str, object], where: str) -> None:
    plan = plan_of(changed(chest(columns=1), "pattern", MAIN, family="ornaments", **values))
    if where == "no room":
        assert [where in failure.message.text for failure in plan.failures] == [True]
        return
    told = [f.what.text for f in plan.findings if f.code == "ornament_over"]
    assert [where in words for words in told] == ([True] if where else [])


def test_a_ray_in_the_gap_between_two_fronts_is_told_with_what_settles_it() -> None:
    """Three drawers 237 high, 23 apart, rays of 25 from the left: the level one lies over the gap at 237 to 260."""
    told = 0
    for rays, up in itertools.product((3, 6), range(25, 44, 3)):
        project = changed(chest(columns=1), "pattern", MAIN, family="rays", spread=180.0)
        for name, value in (("rays", rays), ("across", 0), ("up", up)):
            project = set_value(project, "c1", name, value).project
        pattern = pattern_of(project)
        (_, low, _, high), width = pattern.field.box, pattern.sizes[0].width
        middle = low + (high - low) * up / 100
        # Of the front on either side less than the strip is wide is covered.
        covered = [min(middle + width / 2, f.y + f.h) - max(middle - width / 2, f.y) for f in pattern.field.fronts]
        in_gap = max(covered) < width - 0.5
        found = [f for f in plan_of(project).findings if f.code == "ray_in_gap"]
        assert bool(found) == in_gap, (rays, up)
        for fix in (fix for f in found for fix in f.fixes):
            told += 1
            assert "ray_in_gap" not in codes(plan_of(apply_fix(project, fix).project))
    assert told


@pytest.mark.parametrize(("left", "below"), [(0.0, 0.0), (200.0, 0.0), (200.0, 90.0)])
def test_an_ornament_goes_with_the_hand_by_share_or_by_size(left: float, below: float) -> None:
    """What a handle is moved by, the ornament of the first front is moved by."""
    project = changed(chest(columns=1), "pattern", MAIN, family="ornaments", placed="one")
    for name, value in (("from_left", left), ("from_below", below)):
        project = set_value(project, "c1", name, value).project
    handles = {h.label: h for h in plan_of(project).outcomes[0].handles if h.label.startswith("Middle")}
    assert [h.parameter for h in handles.values()] == [
        "from_left" if left else "across",
        "from_below" if below else "up",
    ]
    before = middle_of(project)
    for handle, axis in zip(handles.values(), (0, 2), strict=True):
        assert handle.at[axis] - before[axis] == pytest.approx(12.0)
        assert handle.at[2 - axis] == pytest.approx(before[2 - axis])
        moved = 8 if handle.parameter in ("across", "up") else 8.0
        now = getattr(project.changes[0], handle.parameter)
        after = middle_of(set_value(project, "c1", handle.parameter, now + moved).project)
        assert after[axis] - before[axis] == pytest.approx(moved * math.hypot(*handle.direction))


def middle_of(project: Project) -> tuple[float, ...]:
    """Of the ornament on the front that is the first one of its field."""
    first = pattern_of(project).surface.boards[0].id
    board = next(b for b in plan_of(project).planned.bodies[0].boards if b.id == first)
    low, high = board.on_face[0].solid.box
    return tuple((a + b) / 2 for a, b in zip(low, high, strict=True))
