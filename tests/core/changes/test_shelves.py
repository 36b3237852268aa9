"""Shelves: the room they go into, sizes by hand, what comes out, how far they bend."""

import math

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tests.fuzzing import random_cases
from tests.planned import changed, made, plan_of
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import apply_fix, set_value
from zygoform.core.form.form import Body
from zygoform.core.geometry.convex import shared_volume
from zygoform.core.ids import own_of
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project


def chest(columns: int = 2, rows: int = 3, kind: str = "case") -> Project:
    """1000 wide, 900 high: drawers in columns of three."""
    sizes = {"width": "1000 mm", "height": "900 mm", "depth": "450 mm"}
    project = new_piece(fresh_project(), "X", sizes, kind).project
    if kind != "case":
        return project
    project = divide(project, "p1/opening/o1", "columns", columns).project if columns > 1 else project
    for own in [opening.id for opening in form_of(project).openings]:
        project = divide(project, own, "rows", rows).project if rows > 1 else project
    for opening in form_of(project).openings:
        project = hold(project, opening.id, "drawer").project
    return project


def form_of(project: Project) -> Body:
    assert project.piece is not None
    return project.piece.build().bodies[0]


def shelved(project: Project, target: str, **values: object) -> Project:
    return changed(project, "shelves", target, **values)


def test_what_stands_in_the_way_comes_out_and_nothing_else() -> None:
    """Of two columns of three drawers: one drawer; a column with its two rails; all of it with the upright."""
    project = chest()
    body = form_of(project)
    left = [o for o in body.openings if o.rect[0] < 200]
    for reach, gone, rails in (("opening", left[:1], 0), ("column", left, 2), ("front", body.openings, 5)):
        outcome = made(shelved(project, left[0].id, reach=reach, fixing="pins"))
        owns = {own_of(o.id) for o in gone}
        fronts = {b.id for b in body.boards if b.role in ("drawer", "knob") and own_of(b.id) in owns}
        assert fronts <= outcome.removed
        others = {b.id for b in body.boards if b.role in ("drawer", "knob")} - fronts
        assert not others & outcome.removed
        divides = [b for b in body.boards if b.id in outcome.removed and b.role in ("rail", "upright")]
        assert len(divides) == rails
        assert all(m.id in outcome.removed for o in gone for m in o.members)
        assert not any(
            f.code == "runs_through" for f in plan_of(shelved(project, left[0].id, reach=reach)).findings
        )


def test_sizes_by_hand() -> None:
    """One column, two shelves of 18 on cleats, the floor on the bottom: clear heights and lengths."""
    project = chest(columns=1)
    body = form_of(project)
    plan = plan_of(shelved(project, body.openings[0].id, shelves=2, board="ply-18x1220", fixing="cleats"))
    outcome = plan.outcomes[0]
    inside = body.width.value - 2 * body.side_thickness
    high = body.height - 2 * body.bottom_rail
    shelves = [m for m in outcome.members if "/shelf/" in m.board.id]
    assert len(shelves) == 2
    assert [m.part.length for m in shelves] == pytest.approx([inside - 1.5] * 2)
    back = next(b for b in body.boards if b.role == "back").solid.sizes[0]
    assert [m.part.width for m in shelves] == pytest.approx([body.depth.value - back] * 2)
    clear = (high - 2 * 18) / 3
    assert [m.board.solid.box[0][2] for m in shelves] == pytest.approx(
        [body.bottom_rail + clear, body.bottom_rail + 2 * clear + 18]
    )
    assert {f.kind: f.count for f in outcome.fittings} == {"wood screw": 12}
    lowest = made(shelved(project, body.openings[0].id, shelves=2, board="ply-18x1220", lowest=300.0))
    assert lowest.members[0].board.solid.box[0][2] == pytest.approx(body.bottom_rail + 300)
    grooved = made(shelved(project, body.openings[0].id, board="ply-18x1220", fixing="grooves"))
    assert grooved.parts[0].length == pytest.approx(inside - 1.0 + 2 * 6)


@random_cases(30)
@given(
    st.integers(0, 4),
    st.integers(0, 3),
    st.sampled_from(("cleats", "pins", "grooves", "screws")),
    st.sampled_from(("opening", "column", "front")),
    st.booleans(),
    st.integers(0, 5),
)
def test_nothing_new_runs_through_anything(
    shelves: int, uprights: int, fixing: str, reach: str, lip: bool, which: int
) -> None:
    """Shelves, uprights, cleats and lips share no room, with each other or with what stays."""
    project = chest()
    values = dict(shelves=shelves, uprights=uprights, fixing=fixing, reach=reach, lip=lip)
    plan = plan_of(shelved(project, form_of(project).openings[which].id, **values))
    if plan.failures:
        assert plan.failures[0].parameter in ("shelves", "uprights", "lowest")
        return
    assert not any(f.code == "runs_through" for f in plan.findings)
    new = [board.solid for board in plan.outcomes[0].added]
    for k, one in enumerate(new):
        for other in new[k + 1 :]:
            shared = sum(shared_volume(a.faces, b.faces) for a in one.cells for b in other.cells)
            assert shared < 1.0
    low, high = plan.found.box
    for solid in new:
        assert all(low[i] - 1e-6 <= solid.box[0][i] and solid.box[1][i] <= high[i] + 1e-6 for i in range(3))


@pytest.mark.parametrize("kind", ["case", "lidded_box", "table", "seat"])
def test_shelves_go_into_every_piece_that_has_room(kind: str) -> None:
    project = chest(kind=kind)
    values = dict(shelves=0, uprights=2) if kind == "lidded_box" else {}
    plan = plan_of(shelved(project, "p1/body/main", **values))
    assert plan.failures == ()
    assert plan.outcomes[0].members
    if kind in ("table", "seat"):
        shelf = plan.outcomes[0].members[0].board.solid
        legs = [b.solid.box for b in plan.found.boards if b.role == "leg"]
        taken = sum((high[0] - low[0]) * (high[1] - low[1]) for low, high in legs) * shelf.sizes[0]
        (x0, y0, z0), (x1, y1, z1) = shelf.box
        assert shelf.volume == pytest.approx((x1 - x0) * (y1 - y0) * (z1 - z0) - taken)


def test_a_shelf_that_sags_is_told_with_what_mends_it() -> None:
    """By hand: 5/384 q L^4 / (E I), twice that in the long run; 960 of 18 ply, 444 deep, 37 kg a metre."""
    project = shelved(chest(columns=1), "p1/body/main", board="ply-18x1220", load="heavy")
    plan = plan_of(project)
    finding = next(f for f in plan.findings if f.code == "shelf_sags")
    (span, *_), depth = finding.why.lengths, plan.outcomes[0].parts[0].width
    stiff = 1.01e6 * 0.00689476 * depth * 18**3 / 12
    bend = 2 * 5 / 384 * 55 * 9.80665 / 1000 * span**4 / stiff
    assert finding.what.lengths[0] == pytest.approx(bend, rel=1e-6)
    assert math.isclose(span, plan.outcomes[0].parts[0].length + 1.5)
    labels = [fix.label.words(str) for fix in finding.fixes]
    assert len(labels) == 2
    for fix in finding.fixes:
        after = plan_of(apply_fix(project, fix).project)
        left = [f for f in after.findings if f.code == "shelf_sags"]
        assert not left or left[0].what.lengths[0] < bend / 1.5


def test_taking_an_upright_out_is_told_unless_another_goes_in() -> None:
    project = shelved(chest(), "p1/body/main", reach="front")
    finding = next(f for f in plan_of(project).findings if f.code == "carried_load")
    after = plan_of(apply_fix(project, finding.fixes[0]).project)
    assert not any(f.code == "carried_load" for f in after.findings)


def test_a_room_round_a_thing_of_given_size_and_what_closes_it_in() -> None:
    """By hand: 250 wide and 200 high with 10 round it; panels beside and above take their thickness."""
    project = shelved(
        chest(columns=1),
        "p1/opening/o1",
        reach="front",
        shelves=1,
        uprights=2,
        first=250.0,
        lowest=200.0,
        around=10.0,
    )
    outcome = made(project)
    boards = {board.id.split("/", 1)[1]: board.solid.box for board in outcome.added}
    opening = form_of(project).openings
    x0, z0 = min(o.rect[0] for o in opening), min(o.rect[1] for o in opening)
    assert boards["upright/1"][0][0] - x0 == pytest.approx(270.0)
    assert boards["shelf/0-1"][0][2] - z0 == pytest.approx(210.0)
    rest, x1 = boards["upright/2"][0][0] - boards["upright/1"][1][0], max(o.rect[2] for o in opening)
    assert rest == pytest.approx(x1 - boards["upright/2"][1][0], abs=project.shop.cut_step)
    for first in (1.0, 900.0):
        refused = plan_of(set_value(project, "c1", "first", first).project).failures
        assert [failure.parameter for failure in refused] == ["first"]
    closed = set_value(set_value(project, "c1", "closed", "both").project, "c1", "lined", True).project
    inner = {board.id.split("/", 1)[1]: board.solid.box for board in made(closed).added}
    thick = inner["close/left"][1][0] - inner["close/left"][0][0]
    assert inner["upright/1"][0][0] - x0 == pytest.approx(270.0 + thick)
    lining = inner["lining/back"][1][1] - inner["lining/back"][0][1]
    depth = boards["shelf/0-1"][1][1] - boards["shelf/0-1"][0][1]
    assert inner["shelf/0-1"][1][1] - inner["shelf/0-1"][0][1] == pytest.approx(depth - lining)
    assert inner["lining/back"][1][0] - inner["lining/back"][0][0] == pytest.approx(x1 - x0 - 2 * thick)
    assert not [f for f in plan_of(closed).findings if f.code == "runs_through"]


def test_what_is_to_go_in_has_to_pass_the_lip_and_end_before_the_front() -> None:
    project = shelved(chest(columns=1), "p1/opening/o1", reach="front", lowest=200.0, lip=True, thing_deep=600.0)
    findings = {f.code: f for f in plan_of(project).findings}
    assert findings["thing_stands_out"].what.lengths[0] > 100
    done = apply_fix(project, findings["does_not_pass"].fixes[0]).project
    assert "does_not_pass" not in {f.code for f in plan_of(done).findings}


def test_under_a_drawer_that_stays_one_click_closes_the_bay() -> None:
    body = form_of(chest(columns=1))
    lowest = min(body.openings, key=lambda o: o.rect[1])
    project = shelved(chest(columns=1), lowest.id, reach="opening", cable=50.0)
    finding = next(f for f in plan_of(project).findings if f.code == "open_above")
    done = apply_fix(project, finding.fixes[0]).project
    assert "open_above" not in {f.code for f in plan_of(done).findings}
    (panel,) = [b for b in made(done).added if b.id.endswith("close/above")]
    assert panel.solid.box[1][2] == pytest.approx(lowest.rect[3])
    holes = [b.solid.box for b in made(done).added if "/hole/" in b.id]
    back = next(b.solid.box for b in body.boards if b.role == "back")
    assert sorted(box[0][1] for box in holes) == pytest.approx([back[0][1] - 0.5, back[1][1]])
