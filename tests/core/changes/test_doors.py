"""Cut-outs, inserts, doors taken off and hinges: every size checked apart from the code that gives it."""

import math

import pytest
from msgspec import structs
from shapely import Polygon

from tests.planned import changed, made, plan_of
from zygoform.core.changes.doors.insert.entries import DoorInsert
from zygoform.core.condition.condition import Bag
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import apply_fix, set_outline, set_value
from zygoform.core.edits.survey import choose_inside, set_inside
from zygoform.core.form.form import Body
from zygoform.core.form.inside.opened import opened
from zygoform.core.geometry.cut_shape import checked_outline, cutout
from zygoform.core.geometry.solid import Solid
from zygoform.core.goods.fittings import hinge_match
from zygoform.core.measure.param import counts, params
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.plan.plan import Plan
from zygoform.core.project import Project
from zygoform.files.demo import fresh_project

MAIN = "p1/body/main"


def cupboard(doors: int = 2, fill: str = "", shelves: int = 0) -> Project:
    """1000 wide, 900 high, as many doors side by side; with a `fill` they are framed."""
    sizes = {"width": "1000 mm", "height": "900 mm", "depth": "450 mm"}
    project = new_piece(fresh_project(), "X", sizes, "case").project
    if doors > 1:
        project = divide(project, "p1/opening/o1", "columns", doors).project
    assert project.piece is not None
    for k, opening in enumerate(project.piece.build().bodies[0].openings):
        project = hold(project, opening.id, "door").project
        if fill:
            project = choose_inside(project, opening.id, "door", "made", "frame").project
            project = choose_inside(project, opening.id, "door", "fill", fill).project
        project = choose_inside(project, opening.id, "door", "hinged", ("left", "right")[k % 2]).project
        if shelves:
            project = set_inside(project, opening.id, "bay", "shelves", str(shelves)).project
    return project


def door_of(body: Body, own: str = "o1") -> tuple[float, float, float]:
    """Width, height and thickness of a door."""
    low, high = next(b.solid.box for b in body.boards if b.id == f"p1/front/{own}")
    return high[0] - low[0], high[2] - low[2], high[1] - low[1]


@pytest.mark.parametrize(
    ("shape", "more"), [("oval", {}), ("arch", {"rise": 70.0}), ("rectangle", {}), ("rounded", {"radius": 40.0})]
)
def test_a_door_loses_the_wood_of_its_cut_out_and_the_insert_laps_over_all_round(
    shape: str, more: dict[str, float]
) -> None:
    """By the formulas: volume by area, insert by lap, staples by the line's length."""
    margins = {"side": 80.0, "top": 90.0, "bottom": 100.0, "lap": 15.0, "spare": 20.0}
    project = changed(cupboard(), "cutout", MAIN, shape=shape, what="mesh", **margins, **more)
    plan, outcome = plan_of(project), made(project)
    assert [f for f in plan.findings if f.code == "door_weak"] == []
    wide, high, thick = door_of(plan.found.bodies[0])
    drawn = {"rounded": "rectangle"}.get(shape, shape)
    figures = cutout(wide, high, drawn, 80, 90, 100, more.get("rise", 0), more.get("radius", 0), 15, 30)  # type: ignore[arg-type]
    assert (figures.cut_w, figures.cut_h) == pytest.approx((wide - 160, high - 190))
    for own in ("o1", "o2"):
        solid = next(b.solid for b in plan.planned.bodies[0].boards if b.id == f"p1/front/{own}")
        assert isinstance(solid, Solid)
        # The drawing follows a curve in fewer chords than the template.
        assert wide * high * thick - solid.volume == pytest.approx(figures.area * thick, rel=0.01)
    for cut in outcome.rolls:
        # Never less than the lap, and its own to spare.
        assert (cut.width, cut.length) == pytest.approx((wide - 160 + 70, high - 190 + 70))
    assert outcome.fittings[0].kind == "staple"
    assert outcome.fittings[0].count == 2 * math.ceil(figures.perimeter / 31.75)
    insert = next(b.solid.box for b in plan.planned.bodies[0].boards if b.id == "c1/insert/o1")
    door = next(b.solid.box for b in plan.planned.bodies[0].boards if b.id == "p1/front/o1")
    assert insert[0][1] == door[1][1]
    assert insert[1][0] - insert[0][0] == pytest.approx(figures.insert_w)
    assert insert[1][2] - insert[0][2] == pytest.approx(figures.insert_h)
    assert insert[0][2] - door[0][2] == pytest.approx(100 - 15)


def test_the_insert_swings_with_its_door_and_leaves_with_it() -> None:
    plan = plan_of(changed(cupboard(), "cutout", MAIN))
    body = opened(plan.planned, frozenset({"p1/opening/o1"})).bodies[0]
    boxes = {b.id: b.solid.box for b in body.boards}
    # Hinged at the left it stands square to the front: the insert to the left of the door's back, now.
    assert boxes["c1/insert/o1"][0][1] < boxes["c1/insert/o2"][0][1]
    gap = boxes["p1/front/o1"][1][1] - boxes["p1/front/o1"][0][1]
    assert gap == pytest.approx(door_of(plan.found.bodies[0])[0])
    project = changed(cupboard(), "cutout", MAIN)
    off = plan_of(set_value(changed_again(project, "doors_off"), "c2", "fill", "leave").project)
    for role in ("insert", "/front/"):
        assert [b for b in plan.planned.bodies[0].boards if role in b.id]
        assert [b.id for b in off.planned.bodies[0].boards if role in b.id] == []
    # A cut-out in doors that leave is told: it would be sawn for nothing.
    assert off.form.superseded == {"c1": "c2"}


def changed_again(project: Project, kind: str, target: str = MAIN, **values: object) -> Project:
    from zygoform.core.edits.planning import add_change

    project = add_change(project, kind, target).project
    last = project.changes[-1].id
    for name, value in values.items():
        project = set_value(project, last, name, value).project
    return project


def test_what_stays_is_judged_and_one_click_leaves_enough() -> None:
    project = changed(cupboard(), "cutout", MAIN, side=30.0, lap=10.0)
    told = next(f for f in plan_of(project).findings if f.code == "door_weak")
    assert told.weight == "mind"
    assert told.what.lengths == (30.0,)
    mended = apply_fix(project, told.fixes[0]).project
    assert not [f for f in plan_of(mended).findings if f.code == "door_weak"]
    stop = plan_of(set_value(project, "c1", "side", 12.0).project)
    assert {f.weight for f in stop.findings if f.code == "door_weak"} == {"stop"}
    # The lap is more than what stays: there is nothing to staple to.
    refused = plan_of(set_value(project, "c1", "side", 8.0).project)
    assert [f.parameter for f in refused.failures] == ["lap"]


def test_shelves_behind_a_door_are_met_and_a_panel_in_a_frame_is_cut_within_it() -> None:
    plan = plan_of(changed(cupboard(shelves=1), "cutout", MAIN, side=60.0))
    reaches = [b for b in plan.found.bodies[0].boards if "inner-shelf" in b.id]
    assert reaches
    front = next(b.solid.box for b in plan.found.bodies[0].boards if b.id == "p1/front/o1")
    hit = [f for f in plan.findings if f.code == "insert_hits"]
    assert bool(hit) == any(b.solid.box[0][1] < front[1][1] + 1.4 for b in reaches)
    framed = changed(cupboard(fill="panel"), "cutout", MAIN, side=30.0, top=30.0, bottom=30.0)
    body = plan_of(framed).planned.bodies[0]
    stile = next(b.solid.box for b in body.boards if b.id == "p1/stile-left/o1")
    insert = next(b.solid.box for b in body.boards if b.id == "c1/insert/o1")
    lap = framed.changes[-1].lap  # type: ignore[union-attr]
    assert insert[0][0] == pytest.approx(stile[1][0] + 30.0 - lap)
    glass = plan_of(changed(cupboard(fill="glass"), "cutout", MAIN))
    assert "holds no wood" in glass.failures[0].message.text


def test_a_pair_is_mirrored_and_its_templates_are_as_large_as_the_doors() -> None:
    """An L from a file: the notch looks to the middle of the pair on both; two templates, one turned over."""
    notched = checked_outline(((0, 0), (40, 0), (40, 10), (10, 10), (10, 30), (0, 30)))
    project = changed(cupboard(), "cutout", MAIN, what="nothing", side=60.0, top=60.0, bottom=60.0)
    assert plan_of(set_value(project, "c1", "shape", "traced").project).failures[0].parameter == "shape"
    project = set_outline(project, "c1", notched).project
    plan = plan_of(project)
    assert plan.failures == ()
    left, right = plan.outcomes[0].templates
    wide, high, _ = door_of(plan.found.bodies[0])
    for template in (left, right):
        assert (template.width, template.height) == pytest.approx((wide, high))
        line = Polygon(template.rings[1])
        assert line.bounds == pytest.approx((60, 60, wide - 60, high - 60))
        for hole, diameter in template.holes:
            around = math.dist(hole, hole) + diameter / 2
            from shapely import Point

            assert line.exterior.distance(Point(hole)) == pytest.approx(around, abs=1e-6)
    mirrored = [(wide - x, z) for x, z in left.rings[1]]
    assert Polygon(mirrored).symmetric_difference(Polygon(right.rings[1])).area < 1.0
    assert "turned over" in right.title


HOLDS = ("staples", "strip", "spline", "glue")


@pytest.mark.parametrize("what", ["cane", "fabric", "mesh", "glass", "mirror", "panel"])
def test_what_goes_into_a_frame_is_free_in_its_rebate_and_held_as_it_can_be(what: str) -> None:
    """Each kind with each way to hold it: what must not be is refused beside its field, the rest is bought."""
    project = changed(cupboard(fill="panel"), "insert", MAIN, what=what, play=2.0, spare=0.0)
    old = next(b.solid.box for b in plan_of(project).found.bodies[0].boards if b.id == "p1/front/o1")
    room = old[1][0] - old[0][0], old[1][2] - old[0][2]
    for held in HOLDS:
        plan = plan_of(set_value(project, "c1", "held", held).project)
        forbidden = (held == "spline" and what != "cane") or (held == "glue" and what in ("glass", "mirror"))
        assert [f.parameter for f in plan.failures] == (["held"] if forbidden else [])
        if forbidden:
            continue
        sizes = sized_of(plan.outcomes[0])
        assert len(sizes) == 2
        assert all(size == pytest.approx((room[0] - 4, room[1] - 4)) for size in sizes)
        assert "p1/front/o1" in plan.outcomes[0].removed
        assert not [row for row in plan.purchase.rows if row.missing]
        there = {b.id for b in plan.planned.bodies[0].boards}
        assert {"c1/insert/o1", "c1/insert/o2"} <= there
        opening = plan.planned.bodies[0].openings[0]
        assert opening.front_id in there


def sized_of(outcome: Outcome) -> list[tuple[float, float]]:
    """Every insert as it is cut or ordered, wide and high."""
    if outcome.rolls:
        return [(cut.width, cut.length) for cut in outcome.rolls]
    if outcome.members:
        return [
            tuple(high[k] - low[k] for k in (0, 2))  # type: ignore[misc]
            for low, high in ((m.rough.box if m.rough else m.board.solid.box) for m in outcome.members)
        ]
    panes = next(s for s in outcome.supplies if "glass" in s.kind).why.lengths
    return list(zip(panes[::2], panes[1::2], strict=True))


def test_over_old_glass_only_what_can_be_glued() -> None:
    project = changed(cupboard(fill="glass"), "insert", MAIN, what="fabric", place="over", spare=10.0)
    plan = plan_of(project)
    pane = next(b.solid.box for b in plan.found.bodies[0].boards if b.id == "p1/front/o1")
    assert plan.outcomes[0].rolls[0].width == pytest.approx(pane[1][0] - pane[0][0] + 20)
    assert plan.outcomes[0].removed == frozenset()
    insert = next(b.solid.box for b in plan.planned.bodies[0].boards if b.id == "c1/insert/o1")
    assert insert[0][1] == pane[1][1]
    # Nothing else holds on glass, so nobody is asked how.
    assert {s.kind for s in plan.outcomes[0].supplies} == {"adhesive"}
    assert not plan.outcomes[0].fittings
    asked = {entry.name for entry in params(DoorInsert) if counts(entry, project.changes[0])}
    assert not {"held", "apart"} & asked
    assert plan_of(set_value(project, "c1", "what", "panel").project).failures[0].parameter == "what"
    wooden = changed(cupboard(fill="panel"), "insert", MAIN, what="fabric", place="over", held="glue")
    assert plan_of(wooden).failures[0].parameter == "place"
    tight = changed(cupboard(fill="panel"), "insert", MAIN, what="glass", play=0.5)
    assert "glass_tight" in {f.code for f in plan_of(tight).findings}


@pytest.mark.parametrize("wide", range(80, 700, 35))
def test_as_many_containers_stand_side_by_side_as_find_room(wide: int) -> None:
    """Counted one by one: each with its room, none over the edge, none in another."""
    project = changed(cupboard(doors=1), "doors_off", MAIN, instead="containers", box_w=float(wide), room=12.0)
    plan = plan_of(project)
    x0, _, x1, _ = plan.found.bodies[0].openings[0].rect
    many, taken = 0, 12.0
    while taken + wide + 12.0 <= x1 - x0:
        many, taken = many + 1, taken + wide + 12.0
    boxes = sorted(b.solid.box for b in plan.planned.bodies[0].boards if "/container/" in b.id)
    assert len(boxes) == many
    edges = [x0, *(x for low, high in boxes for x in (low[0], high[0])), x1]
    gaps = [b - a for a, b in zip(edges[::2], edges[1::2], strict=True)]
    assert min(gaps) >= 12.0 - 1e-6
    assert max(gaps) - min(gaps) < 1e-6


def test_doors_off_by_hand() -> None:
    """Two doors with two hinges each: four patches of 63.5 + 3 by 19.05 + 3, twelve screw holes."""
    outcome = made(changed(cupboard(), "doors_off", MAIN))
    sizes = {(round(part.length, 2), round(part.width, 2)) for part in outcome.parts}
    assert (len(outcome.parts), sizes) == (4, {(66.5, 22.05)})
    assert {s.kind: s.amount for s in outcome.supplies} == {"filler": 6.0, "glue": 8.0}
    assert {"p1/front/o1", "p1/front/o2", "p1/knob/o1"} <= outcome.removed
    plan = plan_of(changed(cupboard(), "doors_off", MAIN, instead="containers", box_h=1200.0))
    assert [f.parameter for f in plan.failures] == ["box_h"]


def with_bags(project: Project, *bags: Bag) -> Plan:
    assert project.piece is not None
    return plan_of(structs.replace(project, pieces=(structs.replace(project.piece, bags=bags),)))


def test_hinges_are_counted_by_height_and_come_from_the_bags_as_far_as_they_do() -> None:
    """Doors of 790 high: two each, 24 screws, a magnet each. Three hinges are kept: one is bought."""
    project = changed(cupboard(), "hinges", MAIN)
    outcome = made(project)
    counts = {f.kind: f.count for f in outcome.fittings}
    assert counts == {"hinge": 4, "wood screw": 24, "catch": 2}
    thick = door_of(plan_of(project).found.bodies[0])[2]
    screw = next(f for f in outcome.fittings if f.kind == "wood screw")
    assert screw.size < thick
    plan = with_bags(project, Bag("b1", "Old HINGES", 3), Bag("b2", "Screws", 40), Bag("b3", "Magnets", 2))
    need = {row.kind: row.need for row in plan.purchase.rows}
    assert need["hinge"].startswith("1 hinge: 3 more from the bags")
    assert "catch" not in need
    without = plan_of(set_value(project, "c1", "bags", value=False).project)
    assert next(r.need for r in without.purchase.rows if r.kind == "hinge").startswith("4 hinges:")
    # The same three serve once: a second change finds what is left.
    both = with_bags(changed_again(project, "hinges"), Bag("b1", "hinges", 3))
    assert next(r.need for r in both.purchase.rows if r.kind == "hinge").startswith("5 hinges: 3 more")


def test_pulls_of_the_same_spacing_are_used_again() -> None:
    from zygoform.core.measure.reading import Reading

    project = changed(cupboard(), "pulls", MAIN, on="all", spacing=96.0, bags=True)
    for mm, bought in ((96.0, "no"), (76.2, "2 pulls:")):
        plan = with_bags(project, Bag("b1", "Bar pulls", 2, (Reading(str(mm), mm),)))
        rows = [row.need for row in plan.purchase.rows if row.kind == "pull"]
        assert rows == [] if bought == "no" else rows[0].startswith(bought)


def test_one_that_broke_is_matched_by_what_differs() -> None:
    assert hinge_match(50.8, 19, 50.8, 19).chisel is False
    longer, shorter = hinge_match(50.8, 19, 63.5, 19), hinge_match(50.8, 19, 38.1, 19)
    assert (longer.chisel, longer.patch) == (True, False)
    assert longer.longer == pytest.approx(12.7)
    assert (shorter.chisel, shorter.patch) == (False, True)
    notes = made(changed(cupboard(), "hinges", MAIN, broken=True, old_long=60.0)).notes
    nearest = next(note for note in notes if note.label == "On sale")
    assert nearest.message.lengths == pytest.approx((63.5, 3.5))
    thin = changed(cupboard(), "hinges", MAIN, hinge="cup")
    assert "cup_through" not in {f.code for f in plan_of(thin).findings}


def test_a_pull_is_not_bored_where_a_cut_out_is() -> None:
    """Pulls stand 40 in from the free edge: with 30 of the door left there is no wood."""
    for side, told in ((30.0, True), (60.0, False)):
        project = changed(cupboard(), "cutout", MAIN, shape="rectangle", side=side, lap=8.0)
        plan = plan_of(changed_again(project, "pulls", on="all", shape="bar", spacing=96.0))
        assert ("hole_misses" in {f.code for f in plan.findings}) == told


def test_a_second_insert_is_as_large_as_the_first() -> None:
    """What is drawn of the first is what one sees of it: the next is cut for the whole rebate again."""
    first = changed(cupboard(fill="panel"), "insert", MAIN, what="mesh", spare=0.0)
    again = plan_of(changed_again(first, "insert", what="mesh", spare=0.0))
    sizes = [[(c.width, c.length) for c in outcome.rolls] for outcome in again.form.outcomes]
    assert sizes[0] == [pytest.approx(size) for size in sizes[1]]
    # Only what stays in is bought.
    assert again.form.superseded == {"c1": "c2"}
