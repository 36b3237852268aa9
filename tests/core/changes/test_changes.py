"""The two changes: against worked examples, against geometry built another way, and against each other."""

import math
from typing import Any, Literal

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs
from shapely import union_all
from shapely.geometry import Polygon
from shapely.ops import unary_union

from tests.casefile import cases
from tests.fuzzing import random_cases
from tests.outlines import outline_of
from tests.planned import plan_of
from tests.strategies import bent, planned
from zygoform.core.changes.bases.skirt.entries import Skirt
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.changes.tops.planks.entries import PlankTop
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import add_change, apply_fix, set_value
from zygoform.core.edits.survey import set_inside, set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.piece import PieceBase
from zygoform.core.form.registry import target_in
from zygoform.core.geometry.convex import shared_volume
from zygoform.core.geometry.prism import X, Z, upright
from zygoform.core.geometry.solid import Shape, cut_off
from zygoform.core.goods.fittings import GLUE_ML_PER_M2
from zygoform.core.goods.timber import Offer, TimberSize
from zygoform.core.outcome.member import Axes, end_cuts
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.outcome.part import EndCut, Part
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun, fresh_project


def body(width: float, depth: float, left: float = 90, right: float = 90) -> Project:
    """A piece whose body is width x depth: no overhang anywhere."""
    sizes = {"width": f"{width} mm", "height": "800 mm", "depth": f"{depth} mm"}
    project = new_piece(fresh_project(), "Body", sizes).project
    for name in ("overhang_sides", "overhang_front", "overhang_back"):
        project = set_reading(project, name, "0 mm").project
    return bent(project, left, right)


def with_board(project: Project, thickness: float, width: float) -> Project:
    offers = tuple(Offer(length, project.shop.timber[0].offers[0].price) for length in (1800.0, 2400.0, 3000.0))
    size = TimberSize("test", "Test", "", "mm", thickness, width, "red oak", offers)
    shop = structs.replace(project.shop, timber=(size,))
    return structs.replace(project, shop=shop)


@pytest.mark.parametrize("case", cases("skirts"))
def test_skirts_by_hand(case: dict[str, Any]) -> None:
    width, depth = case["body"]
    project = body(width, depth, case.get("left", 90), case.get("right", 90))
    project = with_board(project, case["t"], 100)
    skirt = Skirt(
        "c1",
        1,
        ("p1/body/main",),
        board="test",
        height=100,
        fit=case["fit"],
        sides=case["sides"],
        corners=case["corners"],
        setback=case.get("setback", 25),
    )
    plan = plan_of(structs.replace(project, changes=(skirt,)))
    parts = {p.name.removeprefix("Skirt "): p for p in plan.outcomes[0].parts}
    front, side = parts["front"], parts[str(case.get("which", "right"))]
    length, left, right = case["front"]
    assert (front.length, front.left.bevel, front.right.bevel) == pytest.approx((length, left, right), abs=1e-3)
    length, *ends = case["side"]
    assert side.length == pytest.approx(length, abs=1e-3)
    assert sorted((side.left.bevel, side.right.bevel)) == pytest.approx(sorted(ends), abs=1e-3)
    assert set(parts) == ({"front", "left", "right"} | ({"back"} if case["sides"] == "four" else set()))
    # Screws at 75 mm from each end and at most 300 apart: outside one goes through the body, else two through a
    # block. Glue on one and a half times the thickness at each corner, and on two faces 19 wide of each block.
    places = sum(math.ceil((part.length - 150) / 300 - 1e-6) + 1 for part in parts.values())
    (screws,), (glue,) = plan.outcomes[0].fittings, plan.outcomes[0].supplies
    out = case["fit"] == "out"
    assert screws.count == places * (1 if out else 2)
    corners = 4 if case["sides"] == "four" else 2
    faces = corners * 1.5 * case["t"] + (0 if out else 2 * 19.0 * places)
    assert glue.amount == pytest.approx(faces * 100 / 1e6 * GLUE_ML_PER_M2)


@random_cases(60)
@given(
    st.floats(85, 95),
    st.floats(85, 95),
    st.sampled_from(("out", "flush", "in")),
    st.sampled_from(("three", "four")),
    st.sampled_from(("mitred", "butted")),
)
def test_skirt_boards_close_the_ring_without_gap_or_overlap(
    left: float, right: float, fit: str, sides: str, corners: str
) -> None:
    """The boards' plans, read as polygons, fill the band between the outer and the inner outline exactly."""
    t, setback = 18.0, 30.0
    project = with_board(body(900, 450, left, right), t, 100)
    skirt = Skirt("c1", 1, ("p1/body/main",), "test", 100, fit, sides, corners, setback)  # type: ignore[arg-type]
    plan = plan_of(structs.replace(project, changes=(skirt,)))
    boards = [Polygon(outline_of(b)) for b in plan.outcomes[0].added]
    whole = unary_union(boards)
    assert whole.area == pytest.approx(sum(b.area for b in boards), rel=1e-6), "nothing overlaps"
    out = {"out": t, "flush": 0.0, "in": -setback}[fit]
    outline = Polygon(plan.found.bodies[0].plan)
    ring = _moved(outline, out, sides).difference(_moved(outline, out - t, sides))
    assert (
        whole.symmetric_difference(ring).area < 0.01 * ring.area
        if sides == "four"
        else whole.within(ring.buffer((t + setback) * math.tan(math.radians(5))))
    )
    for part, board in zip(plan.outcomes[0].parts, boards, strict=True):
        # The part's own description gives the same area as its plan: mean of both faces times thickness.
        slopes = math.tan(math.radians(part.left.bevel)) + math.tan(math.radians(part.right.bevel))
        short_face = part.length - sum(
            max(0.0, math.tan(math.radians(e.bevel)) * t) for e in (part.left, part.right)
        )
        low = part.length - sum(abs(math.tan(math.radians(e.bevel))) * t for e in (part.left, part.right))
        assert low * t - 1 <= board.area <= part.length * t + 1
        assert short_face + slopes * t >= low - 1e-6


def _moved(outline: Polygon, distance: float, sides: str) -> Polygon:
    """An outline moved out on all sides; or on all but the back, by making it far deeper and cutting that off."""
    if sides == "four":
        return outline.buffer(distance, join_style="mitre", mitre_limit=10)
    front_left, front_right, back_right, back_left = list(outline.exterior.coords)[:4]

    def far(front: tuple[float, float], back: tuple[float, float]) -> tuple[float, float]:
        return back[0] + (back[0] - front[0]), back[1] + (back[1] - front[1])

    deep = Polygon([front_left, front_right, far(front_right, back_right), far(front_left, back_left)])
    wide = Polygon(
        [(-5000, -5000), (5000, -5000), (5000, back_right[1]), back_right, back_left, (-5000, back_left[1])]
    )
    return deep.buffer(distance, join_style="mitre", mitre_limit=10).intersection(wide)


@random_cases(60)
@given(
    st.floats(0, 120),
    st.floats(0, 120),
    st.floats(0, 120),
    st.floats(-40, 120),
    st.floats(0, 150),
    st.sampled_from(("width", "depth")),
)
def test_planks_fill_the_finished_top(
    left: float, right: float, front: float, back: float, radius: float, direction: Literal["width", "depth"]
) -> None:
    project = with_board(body(900, 450), 25.0, 140.0)
    top = PlankTop(
        "c1",
        1,
        ("p1/body/main",),
        "test",
        direction,
        left,
        right,
        front,
        back,
        radius,
    )
    plan = plan_of(structs.replace(project, changes=(top,)))
    outcome = plan.outcomes[0]
    length, across = 900 + left + right, 450 + front + back
    planks = [Polygon(outline_of(b)) for b in outcome.added]
    expected = length * across - (4 - math.pi) * radius**2
    assert sum(p.area for p in planks) == pytest.approx(expected, rel=2e-3)
    assert union_all(planks, grid_size=1e-6).area == pytest.approx(sum(p.area for p in planks), rel=1e-6)
    whole = union_all(planks, grid_size=1e-6).bounds
    assert whole == pytest.approx((-left, -front, 900 + right, 450 + back), abs=1e-3)
    rough = (length if direction == "width" else across) + 2 * 12.7
    assert [p.length for p in outcome.parts] == pytest.approx([rough] * len(outcome.parts))
    later = outcome.later[0]
    assert (later.length, later.width) == pytest.approx(
        (length, across) if direction == "width" else (across, length)
    )


@random_cases(60)
@given(planned())
def test_any_values_in_range_give_a_plan_or_a_reason(project: Project) -> None:
    """Whatever the declared ranges allow is built, or refused at one of its own entries."""
    plan = plan_of(project)
    built = {o.change_id for o in plan.form.outcomes}
    assert built | {f.change_id for f in plan.failures} == {c.id for c in project.changes}
    assert {o.change_id for o in plan.outcomes} == built - set(plan.form.superseded)
    names = {name: set(kind.load().__struct_fields__) for name, kind in CHANGE_KINDS.items()}
    for failure in plan.failures:
        change = project.change(failure.change_id)
        kind = next(k for k, entry in CHANGE_KINDS.items() if isinstance(change, entry.load()))
        assert failure.parameter in names[kind], failure
        assert failure.message.words(str)
    for outcome in plan.outcomes:
        assert all(part.length > 0 and part.width > 0 for part in outcome.parts)
        # A part of one's own need not be on the piece.
        assert not outcome.added or {part.id for part in outcome.parts} <= {b.id for b in outcome.added}
    ids = [board.id for board in plan.planned.boards]
    assert len(set(ids)) == len(ids)


def first(project: Project) -> Outcome:
    return plan_of(project).outcomes[0]


def test_a_thin_strip_is_found_and_settled_by_its_remedy() -> None:
    project = add_change(with_board(body(900, 450), 25.0, 100.0), "plank_top", "p1/body/main").project
    project = set_value(project, "c1", "overhang_front", 0.0).project
    project = set_value(project, "c1", "overhang_back", -30.0).project
    project = set_value(project, "c1", "rip", "last").project
    finding = next(f for f in plan_of(project).findings if f.code == "thin_strip")
    assert finding.what.lengths == (20.0,)
    settled = apply_fix(project, finding.fixes[0]).project
    assert not [f for f in plan_of(settled).findings if f.code == "thin_strip"]
    assert sorted(p.width for p in first(settled).parts)[:2] == [60.0, 60.0]


def test_a_skirt_round_the_body_needs_body_and_leaves_the_front_free() -> None:
    project = add_change(with_board(body(900, 450), 18.0, 200.0), "skirt", "p1/body/main").project
    project = set_value(project, "c1", "fit", "out").project
    low = set_value(project, "c1", "height", 80.0).project
    finding = next(f for f in plan_of(low).findings if f.code == "skirt_hangs")
    mended = apply_fix(low, finding.fixes[0]).project
    assert {f.code for f in plan_of(mended).findings} & {"skirt_hangs", "skirt_covers_front"} <= {
        "skirt_covers_front"
    }
    high = set_value(project, "c1", "height", 150.0).project
    finding = next(f for f in plan_of(high).findings if f.code == "skirt_covers_front")
    assert finding.what.lengths[0] == pytest.approx(150 - 76.2 * 800 / 838.2 - 19.05)
    assert not plan_of(apply_fix(high, finding.fixes[0]).project).outcomes[0].findings


def test_a_flush_skirt_takes_the_place_of_the_base() -> None:
    plan = plan_of(counter_begun())
    gone = {b.id for b in plan.found.boards} - {b.id for b in plan.planned.boards}
    assert gone == {"p1/top/main"} | {f"p1/base/{side}" for side in ("front", "back", "left", "right")}
    (_, _, low), (_, _, high) = plan.planned.box
    assert (high - low) / 25.4 == pytest.approx(34.625 - 1.25 - 3.5 + 1 + 2.5)


def test_the_demo_by_hand() -> None:
    """62 5/16 = 59 13/16 + 2 x 1 1/4; 21 7/8 = 20 7/8 + 1: four boards of 5 1/2, the last less 1/8."""
    plan = plan_of(counter_begun())
    top, skirt = plan.outcomes
    assert [p.width / 25.4 for p in top.parts] == pytest.approx([5.5, 5.5, 5.5, 5.375])
    assert [p.length / 25.4 for p in top.parts] == pytest.approx([63.3125] * 4)
    assert [p.length / 25.4 for p in skirt.parts] == pytest.approx([59.8125, 20.875, 59.8125, 20.875])
    screws = {f.kind: (round(f.size / 25.4, 6), f.count) for f in top.fittings}
    # 63 5/16 less 2 x 2 1/2 over at most 7: 9 spaces, 10 screws in each of three joints.
    assert screws["pocket screw"] == (1.5, 30)
    assert [p.location for p in top.parts] == [f"in the top, number {k} from the front" for k in (1, 2, 3, 4)]
    # 62 5/16 less 2 x 50 mm at most 275 apart: 6 spaces.
    clamps = next(n for n in top.notes if n.label == "Clamps").message
    assert clamps.text.startswith("7 panel clamps")
    assert clamps.lengths == pytest.approx(((62.3125 * 25.4 - 100) / 6,))
    movement = next(n for n in top.notes if n.label == "Movement").message.lengths
    assert movement == pytest.approx((21.875 * 25.4 * 0.00216 * 2, 21.875 * 25.4 * 0.00216 * 3))


def test_a_change_whose_board_is_gone_says_so() -> None:
    project = set_value(counter_begun(), "c1", "board", "no such").project
    plan = plan_of(project)
    assert plan.failures[0].parameter == "board"
    assert plan.findings[0].code == "cannot_be_built"
    assert plan.outcome("c2") is not None, "what comes after is still built"
    thin = set_value(counter_begun(), "c2", "height", 200.0).project
    assert plan_of(thin).failures[0].parameter == "height"
    with pytest.raises(BadInputError):
        counter_begun().shop.size("no such")


def test_what_runs_through_another_part_is_told_once_by_the_later_one() -> None:
    project = new_piece(fresh_project(), "Low", {"width": "36", "height": "20", "depth": "18"}, "case").project
    project = set_reading(project, "base_height", "1/4").project
    project = divide(project, "p1/opening/o1", "rows", 6).project
    for opening in case_of(project).build().bodies[0].openings:
        project = hold(project, opening.id, "drawer").project
    project = add_change(project, "skirt", "p1/body/main").project
    project = set_value(project, "c1", "fit", "out").project
    (found,) = [f for f in plan_of(project).findings if f.code == "runs_through"]
    # The knob of the lowest drawer stands in the way of the board in front.
    assert found.where == ("c1/board/front", "p1/knob/o6")
    assert found.fixes[0].leave_out
    flat = set_value(project, "c1", "fit", "flush").project
    assert not any(f.code == "runs_through" for f in plan_of(flat).findings)


def case_of(project: Project) -> PieceBase:
    assert project.piece is not None
    return project.piece


@random_cases(20)
@given(planned())
def test_what_is_drawn_is_what_is_cut(project: Project) -> None:
    """Every member has the volume of its part: the blank less what its ends take. What is drawn lies in it."""
    plan = plan_of(project)
    for member in (member for outcome in plan.form.outcomes for member in outcome.members):
        part, rough = member.part, member.rough or member.board.solid
        # An end takes in the mean half of what it takes at its shortest corner.
        taken = sum(_taken(end, part) for end in (part.left, part.right)) / 2
        assert rough.volume == pytest.approx((part.length - taken) * part.width * part.thickness, rel=1e-6)
        inside = sum(shared_volume(a.faces, b.faces) for a in rough.cells for b in member.board.solid.cells)
        assert inside == pytest.approx(member.board.solid.volume, rel=1e-6)


def _taken(end: EndCut, part: Part) -> float:
    mitre, bevel = math.radians(abs(end.mitre)), math.radians(abs(end.bevel))
    return part.width * math.tan(mitre) + part.thickness * math.tan(bevel) / math.cos(mitre)


@given(*([st.floats(-40, 40)] * 4))
def test_the_ends_of_a_member_are_those_of_its_solid(m1: float, b1: float, m2: float, b2: float) -> None:
    """A blank cut by planes as a saw makes them (swung by the mitre, tilted by the bevel) has these ends again."""
    solid: Shape = upright(((0, 0), (900, 0), (900, 80), (0, 80)), 0, 20)
    for at, side, mitre, bevel in ((0.0, -1.0, m1, b1), (900.0, 1.0, m2, b2)):
        swing, tilt = math.radians(mitre), math.radians(bevel)
        level = math.cos(tilt)
        out = (side * level * math.cos(swing), level * math.sin(swing), -math.sin(tilt))
        solid = cut_off(solid, ((at - side * 150, 40.0, 10.0), out))
    left, right = end_cuts(solid, Axes(X, Z))
    assert (left.mitre, left.bevel, right.mitre, right.bevel) == pytest.approx((m1, b1, m2, b2), abs=1e-4)


def test_a_target_is_of_one_kind_and_a_change_begins_from_it() -> None:
    project = counter_begun()
    form = case_of(project).build()
    kinds = {
        "p1/body/main": "body",
        "p1/opening/o1": "opening",
        "p1/front/o1": "front",
        "p1/side/left": "member",
        "p1/box-left/o1": "member",
    }
    for own, kind in kinds.items():
        target = target_in(form, own)
        assert target is not None
        assert (target.kind, target.body.id) == (kind, "p1/body/main")
    assert target_in(form, "p1/box-left/o99") is None
    body, top, side = (target_in(form, own) for own in ("p1/body/main", "p1/top/main", "p1/box-left/o1"))
    assert body is not None
    assert top is not None
    assert side is not None
    of_top, of_body = ({kind.kind for kind in CHANGE_KINDS.values() if kind.takes(it)} for it in (top, body))
    assert {"plank_top", "own_part"} <= of_top < of_body
    assert {"skirt", "legs"} <= of_body - of_top
    assert "mend" not in of_body
    with pytest.raises(BadInputError):
        add_change(project, "own_part", "p1/box-left/o99")
    # A part of one's own is like the one that was pointed at, where a board is as wide; it holds on to the body.
    change = add_change(measured_side(project), "own_part", "p1/box-left/o1").project.changes[-1]
    assert change.targets == ("p1/body/main",)
    assert (change.length, change.width, change.name) == pytest.approx((450, 120, "Drawer 1, left side"))  # type: ignore[union-attr]
    wide = add_change(project, "own_part", "p1/top/main").project.changes[-1]
    assert wide.length == pytest.approx(304.8)  # type: ignore[union-attr]


def measured_side(project: Project) -> Project:
    for name, text in (("long", "450 mm"), ("high", "120 mm")):
        project = set_inside(project, "p1/opening/o1", "drawer", name, text).project
    return project
