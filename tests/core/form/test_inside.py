"""Drawers, doors and shelves behind a front, by hand and over random pieces."""

import itertools
import json
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st
from msgspec import structs

from tests.fuzzing import random_cases
from tests.strategies import case_piece, pieces
from zygoform.core.edits.condition import add_fault, mend
from zygoform.core.edits.disassembly import set_done, set_fate, touched_parts
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.survey import choose_inside, set_inside, set_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Form
from zygoform.core.form.inside.opened import opened, opens, placing
from zygoform.core.geometry.prism import Point3
from zygoform.core.geometry.solid import SolidCell
from zygoform.core.ids import own_of
from zygoform.core.plan.plan import compile_plan
from zygoform.core.project import Project
from zygoform.core.survey.disassembly import disassembly_order, likely_hardware
from zygoform.files.demo import counter_begun, fresh_project
from zygoform.files.project_json import UnreadableError, dump_project, parse_project, read_project

O1 = "p1/opening/o1"


def built(project: Project) -> Form:
    assert project.piece is not None
    return project.piece.build()


def extents(board: Board | None) -> tuple[float, ...]:
    assert board is not None
    low, high = board.solid.box
    return tuple(b - a for a, b in zip(low, high, strict=True))


def measured_drawer() -> Project:
    project = counter_begun()
    for name, text in (
        ("wide", "540 mm"), ("long", "450 mm"), ("high", "150 mm"), ("side_thickness", "12 mm"),
        ("back_thickness", "10 mm"), ("bottom_thickness", "4 mm"), ("groove", "5 mm"), ("groove_up", "8 mm"),
    ):  # fmt: skip
        project = set_inside(project, O1, "drawer", name, text).project
    return project


def test_a_drawer_by_hand() -> None:
    form = built(measured_drawer())
    # 540 - 2 x 12 = 516 between the sides; + 2 x 5 in the grooves; 450 long + 5 into the front, out under the back.
    assert extents(form.board("p1/box-bottom/o1")) == pytest.approx((526, 455, 4))
    assert extents(form.board("p1/box-left/o1")) == pytest.approx((12, 450, 150))
    # It stands on the bottom: 150 - 8 - 4.
    assert extents(form.board("p1/box-back/o1")) == pytest.approx((516, 10, 138))
    side = form.board("p1/box-left/o1")
    assert side is not None
    assert side.solid.volume == pytest.approx(12 * 450 * 150 - 5 * 450 * 4), "what the groove takes is gone"
    front, box = form.board("p1/front/o1"), form.board("p1/box-left/o1")
    assert front is not None
    assert box is not None
    assert front.solid.box[1][1] == pytest.approx(box.solid.box[0][1]), "the sides begin behind the front"


def test_a_framed_door_by_hand() -> None:
    project = hold(counter_begun(), O1, "door").project
    project = choose_inside(project, O1, "door", "made", "frame").project
    project = choose_inside(project, O1, "door", "fill", "glass").project
    for name, text in (("stile", "60 mm"), ("rail", "70 mm"), ("fill_thickness", "4 mm")):
        project = set_inside(project, O1, "door", name, text).project
    form = built(project)
    wide, thick, high = extents(form.board("p1/stile-left/o1"))
    assert wide == pytest.approx(60)
    rail = extents(form.board("p1/rail-top/o1"))
    assert rail[2] == pytest.approx(70)
    whole = rail[0] + 120
    # The pane lies 8 mm in the frame all round.
    assert extents(form.board("p1/front/o1")) == pytest.approx((whole - 120 + 16, 4, high - 140 + 16))
    stile, pane = form.board("p1/stile-left/o1"), form.board("p1/front/o1")
    assert stile is not None
    assert pane is not None
    assert stile.solid.volume == pytest.approx(60 * thick * high - 8 * 4 * (high - 140 + 16))
    assert pane.likely == "glass"


def test_what_cannot_be_is_refused_beside_its_field() -> None:
    project = counter_begun()
    for name, text in (("groove", "31 mm"), ("pull_holes", "many"), ("wide", "wide")):
        with pytest.raises(BadInputError) as refused:
            set_inside(project, O1, "drawer", name, text)
        assert refused.value.parameter == name
    with pytest.raises(BadInputError):
        choose_inside(project, O1, "door", "fill", "marble")
    with pytest.raises(BadInputError):
        set_inside(project, "p1/opening/o99", "drawer", "wide", "20")


def overlap(a: SolidCell, b: SolidCell) -> float:
    (low, high), (least, most) = a.box, b.box
    return float(
        max(0.0, min(high[0], most[0]) - max(low[0], least[0]))
        * max(0.0, min(high[1], most[1]) - max(low[1], least[1]))
        * max(0.0, min(high[2], most[2]) - max(low[2], least[2]))
    )


@random_cases(30)
@given(pieces(), st.sampled_from(("runners", "slides", "centre")), st.floats(0, 20), st.integers(0, 2))
def test_parts_of_drawers_share_no_room_and_lose_what_is_cut(
    project: Project, runs_on: str, groove: float, stops: int
) -> None:
    for opening in built(project).bodies[0].openings[:4]:
        project = hold(project, opening.id, "drawer").project
        project = choose_inside(project, opening.id, "drawer", "runs_on", runs_on).project
        project = choose_inside(project, opening.id, "drawer", "stops", stops).project
        project = set_inside(project, opening.id, "drawer", "groove", f"{groove:.2f} mm").project
    form = case_piece(project).build()
    for opening in form.bodies[0].openings:
        # Round holes are no boxes: the front is told apart by hand above.
        boxed = [member for member in opening.members if member.role != "drawer"]
        for a, b in itertools.combinations(boxed, 2):
            shared = sum(overlap(p, q) for p in a.solid.cells for q in b.solid.cells)
            assert shared < 1.0, (a.id, b.id)
        sizes = dict(opening.sizes)
        for side in (m for m in boxed if "/box-left/" in m.id or "/box-right/" in m.id):
            blank = sizes["side_thickness"] * sizes["long"] * sizes["high"]
            cut = sizes["groove"] * sizes["long"] * sizes["bottom_thickness"]
            assert side.solid.volume == pytest.approx(blank - cut, rel=1e-6)


@random_cases(40)
@given(pieces(), st.sampled_from(("drawer", "door")), st.booleans(), st.tuples(*[st.floats(-500, 500)] * 3))
def test_what_is_opened_is_the_same_part_elsewhere(
    project: Project, holds: str, right: bool, point: Point3
) -> None:
    for opening in built(project).bodies[0].openings:
        project = hold(project, opening.id, holds).project  # type: ignore[arg-type]
        project = choose_inside(project, opening.id, "door", "hinged", "right" if right else "left").project
        project = choose_inside(project, opening.id, "door", "made", "frame").project
    form = built(project)
    body = form.bodies[0]
    every = [opening.id for opening in body.openings if opens(opening)]
    wide_open = opened(form, every)
    assert opened(form, ()) is form
    assert {b.id for b in form.bodies[0].members} == {b.id for b in wide_open.boards}
    for board in body.members:
        there, to = wide_open.board(board.id), placing(body, every, board.id)
        assert there is not None
        if to is None:
            assert there == board
            continue
        assert to.back(to.place(point)) == pytest.approx(point)
        # The front is drawn with the holes and the groove that are hidden while it is shut.
        if own_of(board.id) not in {own_of(o.id) for o in body.openings if o.members} or board.role != "drawer":
            assert there.solid.volume == pytest.approx(board.solid.volume)
        assert there.solid.box[1][1] <= board.solid.box[1][1] + 1e-6, "towards whoever stands before it"


def test_a_new_bottom_is_cut_for_the_drawer_as_it_is() -> None:
    project = add_fault(measured_drawer(), "p1/front/o1", "broken_bottom", (0.0, 0.0, 0.0)).project
    assert project.piece is not None
    fault = project.piece.faults[-1]
    # Between sides, front and back; how deep the groove is.
    assert [fault.mm(name) for name in ("length", "width", "depth")] == pytest.approx([516, 440, 5])
    project = mend(project, fault.id, "new").project
    plan = compile_plan(project)
    assert plan is not None
    (part,) = [p.part for p in plan.parts if p.part.name == "Bottom"]
    # 516 + 2 x 5 - 1.5 across; 440 + 5 in the front + 10 under the back - 1.5.
    assert sorted((part.length, part.width)) == pytest.approx([453.5, 524.5])
    # In the drawing it lies where the old one was, and goes out with its drawer.
    assert plan.planned.board("p1/box-bottom/o1") is None
    new, old = plan.planned.board(part.id), plan.found.board("p1/box-bottom/o1")
    assert new is not None
    assert old is not None
    assert extents(new) == pytest.approx(extents(old))
    assert new.solid.box[0] == pytest.approx(old.solid.box[0])
    assert part.id in {b.id for b in opened(plan.planned, [O1]).boards}
    assert part.id not in {b.id for b in plan.planned.boards}


def test_a_file_from_before_there_were_inner_parts_opens_with_them_guessed() -> None:
    path = Path(__file__).parents[2] / "cases" / "before_inner_parts.zygoform.json"
    project = read_project(path)
    assert not project.has_unknown
    now = counter_begun()
    assert structs.replace(project, shop=now.shop, changes=now.changes) == now, "nothing that was measured is lost"
    assert [change.id for change in project.changes] == [change.id for change in now.changes]
    assert {size.id for size in project.shop.timber} <= {size.id for size in now.shop.timber}
    plan = compile_plan(project)
    assert plan is not None
    assert plan.found.board("p1/box-bottom/o1") is not None
    assert plan.found.bodies[0].openings[0].unmeasured >= {"wide", "groove"}


def test_without_its_front_nothing_of_a_drawer_is_there() -> None:
    form = built(counter_begun())
    body = form.bodies[0]
    assert form.without({"p1/front/o1"}).board("p1/box-left/o1") is None
    assert form.without({"p1/box-left/o1"}).board("p1/box-left/o1") is None
    assert form.without({"p1/box-left/o1"}).board("p1/box-right/o1") is not None
    assert structs.replace(body, boards=body.boards).members == body.members
    assert fresh_project().piece is None


def test_taking_apart_glass_first_and_a_drawer_with_its_parts() -> None:
    project = hold(counter_begun(), "p1/opening/o2", "door").project
    for name, value in (("made", "frame"), ("fill", "glass"), ("hinges", 3), ("lock", True)):
        project = choose_inside(project, "p1/opening/o2", "door", name, value).project
    project = set_done(project, "p1/front/o1", done=True).project
    assert project.piece is not None
    body = built(project).bodies[0]
    steps = disassembly_order(body, (), touched_parts(project.piece))
    assert [board.name for board in steps[0].boards] == ["Door 1, glass"]
    drawers = next(step for step in steps if step.stage.way == "drawers")
    assert [board.id for board in drawers.boards][:3] == ["p1/front/o1", "p1/box-left/o1", "p1/box-right/o1"]
    assert not any(board.id.endswith("/o6") and "/box-" in board.id for board in drawers.boards)
    doors = next(step for step in steps if step.stage.way == "doors")
    assert [board.name for board in doors.boards] == ["Door 1, frame"]
    counted = {hardware.what: hardware.count for hardware in likely_hardware(body)}
    assert (counted["Hinges"], counted["Locks"], counted["Pulls"]) == (3, 1, 3)
    # A frame that goes takes pane and knob along; a pane alone leaves its frame.
    gone = compile_plan(set_fate(project, "p1/stile-left/o2", "gone").project)
    assert gone is not None
    assert not any(board.id.endswith("/o2") for board in gone.planned.boards)
    with pytest.raises(BadInputError):
        set_fate(project, "p1/front/o2", "stock")
    pane = compile_plan(set_fate(project, "p1/front/o2", "gone").project)
    assert pane is not None
    assert {board.id for board in pane.planned.boards if board.id.endswith("/o2")} == {
        f"p1/{role}/o2" for role in ("stile-left", "stile-right", "rail-top", "rail-bottom", "knob")
    }
    # What is put by has its own size.
    side = set_fate(project, "p1/box-left/o1", "stock").project
    assert [line.length for line in side.stock] == pytest.approx([extents(body_part(side, "p1/box-left/o1"))[1]])


def body_part(project: Project, part_id: str) -> Board | None:
    return built(project).board(part_id)


def test_faults_know_the_old_holes_and_which_sheet_is_torn() -> None:
    project = choose_inside(counter_begun(), O1, "drawer", "pull_holes", 2).project
    project = set_inside(project, O1, "drawer", "hole_spacing", "96 mm").project
    front = built(project).bodies[0].openings[0].members[0]
    low, high = front.solid.box
    # Two holes of 5 mm, drawn with eight sides, through 14 mm of the front; and the groove behind it.
    sizes = dict(built(project).bodies[0].openings[0].sizes)
    holes = 2 * 8 / 2 * 2.5**2 * 2**0.5 / 2 * (high[1] - low[1])
    wide = sizes["wide"] - 2 * sizes["side_thickness"] + 2 * sizes["groove"]
    blank = (high[0] - low[0]) * (high[1] - low[1]) * (high[2] - low[2])
    groove = wide * sizes["groove"] * sizes["bottom_thickness"]
    assert front.solid.volume == pytest.approx(blank - groove - holes, rel=1e-6)
    project = add_fault(project, "p1/front/o1", "hardware", (0.0, 0.0, 0.0)).project
    assert project.piece is not None
    assert project.piece.faults[-1].mm("length") == pytest.approx(96)
    project = set_reading(project, "back_sheets", "3").project
    backs = [board for board in built(project).boards if board.role == "back"]
    assert [board.id for board in backs] == ["p1/back/main", "p1/back/sheet-2", "p1/back/sheet-3"]
    project = add_fault(project, "p1/back/sheet-2", "torn_back", (0.0, 0.0, 0.0)).project
    assert project.piece is not None
    plan = compile_plan(mend(project, project.piece.faults[-1].id, "new").project)
    assert plan is not None
    left = {board.id for board in plan.planned.boards if board.role == "back"}
    assert "p1/back/sheet-2" not in left
    assert {"p1/back/main", "p1/back/sheet-3"} < left


def test_new_runners_take_the_place_of_the_old_ones_and_stay_where_they_are() -> None:
    project = add_fault(counter_begun(), "p1/front/o1", "worn_runner", (0.0, 0.0, 0.0)).project
    assert project.piece is not None
    fault, old = project.piece.faults[-1], built(project).board("p1/runner-left/o1")
    assert fault.mm("length") == pytest.approx(extents(old)[1])
    project = mend(project, fault.id, "runners").project
    plan = compile_plan(project)
    assert plan is not None
    own = project.changes[-1].id
    assert {p.id for p in plan.parts if p.id.startswith(f"{own}/")} == {f"{own}/runner/1", f"{own}/runner/2"}
    new = plan.planned.board(f"{own}/runner/1")
    assert new is not None
    assert old is not None
    assert new.solid.box == old.solid.box
    out = opened(plan.found, [O1])
    assert out.board("p1/runner-left/o1") == old, "what it runs on stays"
    assert out.board("p1/box-left/o1") != plan.found.board("p1/box-left/o1")
    again = opened(plan.planned, [O1]).board(new.id)
    assert again is not None
    assert again.solid.box == old.solid.box
    assert plan.planned.board("p1/runner-left/o1") is None


def test_files_with_too_much_on_a_piece_are_refused() -> None:
    content = json.loads(dump_project(counter_begun()))
    content["pieces"][0]["ornaments"] = [{"id": f"m{k}", "part": "p1/top/main"} for k in range(61)]
    with pytest.raises(UnreadableError):
        parse_project(json.dumps(content).encode())
