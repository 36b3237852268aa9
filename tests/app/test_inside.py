"""Looking in: drawers drawn out, doors opened, and what stands behind a front measured, faulted and mended."""

import math
import re

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QAction
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLineEdit, QMenu, QPushButton, QWidget

from tests.app.desk import LEFT, NONE, Desk
from zygoform.app.canvas.looking_in import look_in_entries
from zygoform.core.edits.condition import add_fault
from zygoform.core.edits.fronts import divide, hold
from zygoform.core.edits.pieces import new_piece
from zygoform.core.form.front import find_opening
from zygoform.core.goods.timber import TimberSize
from zygoform.files.demo import demo_project, fresh_project


def double_click(desk: Desk, part_id: str) -> None:
    desk.count += 1
    QTest.mouseDClick(desk.stand(), LEFT, NONE, desk.place_of(part_id).toPoint())
    desk.settle()


def chest(desk: Desk) -> None:
    project = new_piece(fresh_project(), "Chest", {"width": "32", "height": "44", "depth": "18"}, "case").project
    project = divide(project, "p1/opening/o1", "rows", 6).project
    for k in range(6):
        project = hold(project, f"p1/opening/o{k + 1}", "drawer").project
    desk.session.begin(project, None, "New")
    desk.action("stage_survey")


def test_a_drawer_is_drawn_out_and_pointed_at_part_by_part(desk: Desk) -> None:
    chest(desk)
    shut = desk.stand().targets()
    assert "p1/opening/o3" in shut
    assert not any("/box-" in part for part in shut)
    double_click(desk, "p1/opening/o3")
    assert desk.session.view.opened == {"p1/opening/o3"}
    out = desk.stand().targets()
    assert {"p1/box-right/o3", "p1/front/o3"} <= set(out)
    assert not any(part.endswith("/o4") and "/box-" in part for part in out)
    desk.click_part("p1/box-right/o3")
    assert desk.session.view.selected == "p1/box-right/o3"
    # The keyboard: I pushes in what is kept, Escape lets go of it, I then opens all.
    desk.stand().setFocus()
    desk.key(Qt.Key.Key_I)
    assert desk.session.view.opened == frozenset()
    desk.key(Qt.Key.Key_Escape)
    desk.key(Qt.Key.Key_I)
    assert len(desk.session.view.opened) == 6
    desk.key(Qt.Key.Key_I)
    assert desk.session.view.opened == frozenset()
    # Another document: nothing of the one before stands open.
    double_click(desk, "p1/opening/o2")
    desk.session.begin(fresh_project(), None, "New")
    assert desk.session.view.opened == frozenset()


def test_from_a_chest_to_a_new_bottom_in_seven_actions(desk: Desk) -> None:
    chest(desk)
    desk.stand().setFocus()
    desk.count = 0
    double_click(desk, "p1/opening/o3")
    desk.key(Qt.Key.Key_A)
    desk.click_part("p1/box-bottom/o3")
    desk.key(Qt.Key.Key_X)
    desk.wait(lambda: any(menu.isVisible() for menu in desk.frame.findChildren(QMenu, "fault_menu")))
    broken = next(a for a in desk.frame.findChildren(QAction, "fault_broken_bottom"))
    broken.trigger()
    desk.count += 2
    desk.settle()
    fault = desk.session.view.selected_fault
    desk.click(f"{fault}_new")
    assert desk.count <= 7
    change = desk.session.project.mend_of(fault)
    assert change is not None
    outcome = desk.plan.outcomes[-1]
    assert outcome.removed == {"p1/box-bottom/o3"}
    (board,) = [placed for layout in desk.plan.layouts for placed in layout.boards]
    assert isinstance(board.size, TimberSize)
    assert board.size.is_sheet


def test_a_drawer_is_measured_behind_its_front(desk: Desk) -> None:
    chest(desk)
    desk.click_part("p1/opening/o3")
    desk.click("opening_inside")
    desk.enter("inside_drawer_side_thickness", "5/8")
    project = desk.session.project
    assert project.piece is not None
    desk.enter("inside_drawer_groove", "wide")
    assert "not a length" in desk.fault("inside_drawer_groove")
    assert desk.find(QLineEdit, "inside_drawer_groove").text() == "wide"
    desk.enter("inside_drawer_groove", "")
    desk.choose("inside_drawer_runs_on", "slides")
    assert desk.plan.found.board("p1/slide-left/o3") is not None
    assert desk.plan.found.board("p1/slide-left/o2") is None
    assert not desk.find(QWidget, "inside_drawer_hole_spacing").isVisible()
    desk.enter("inside_drawer_pull_holes", "2")
    assert desk.find(QWidget, "inside_drawer_hole_spacing").isVisible()
    desk.session.do(lambda p: hold(p, "p1/opening/o3", "door"))
    desk.settle()
    desk.choose("inside_door_made", "frame")
    desk.choose("inside_door_fill", "glass")
    assert desk.plan.found.board("p1/stile-left/o3") is not None
    desk.enter("inside_bay_shelves", "2")
    assert desk.plan.found.board("p1/inner-shelf-2/o3") is not None
    desk.click("look_in")
    assert desk.session.view.opened == {"p1/opening/o3"}
    desk.action("undo")
    assert desk.plan.found.board("p1/inner-shelf-2/o3") is None


@pytest.mark.parametrize("place", ["corner", "left_corner", "front", "left", "back_left_corner", "above"])
def test_a_fault_goes_out_with_its_drawer(desk: Desk, place: str) -> None:
    chest(desk)
    double_click(desk, "p1/opening/o3")
    desk.session.look_from(place)  # type: ignore[arg-type]
    desk.settle()
    parts = [part for part in desk.stand().targets() if part.endswith("/o3") and "/box-" in part]
    if not parts:
        return
    desk.click_part(parts[0])
    desk.window._made["survey"].faults.add_here("dent")  # type: ignore[attr-defined]
    desk.settle()
    (fault,) = desk.session.project.known_pieces[0].faults
    shut = desk.plan.found.board(fault.part)
    assert shut is not None
    low, high = shut.solid.box
    assert all(a - 0.1 <= x <= b + 0.1 for a, x, b in zip(low, fault.at, high, strict=True)), (
        "where it is when shut"
    )


def test_a_moulding_is_listed_drawn_on_its_part_and_taken_off(desk: Desk) -> None:
    chest(desk)
    desk.click_part("p1/side/right")
    desk.click("ornament_add")
    own = desk.plan.found.board("p1/ornament/m1")
    side = desk.plan.found.board("p1/side/right")
    assert own is not None
    assert side is not None
    # On the outer face, in the middle.
    assert own.solid.box[0][0] == pytest.approx(side.solid.box[1][0])
    desk.enter("m1_name", "Carved shell")
    desk.enter("m1_width", "3")
    desk.enter("m1_height", "2 1/2")
    desk.enter("m1_left", "1")
    desk.enter("m1_up", "4")
    own = desk.plan.found.board("p1/ornament/m1")
    assert own is not None
    low, high = own.solid.box
    # Seen from the right its left edge is the side's front.
    assert low[1] == pytest.approx(side.solid.box[0][1] + 25.4)
    assert low[2] == pytest.approx(side.solid.box[0][2] + 4 * 25.4)
    assert (high[1] - low[1], high[2] - low[2]) == pytest.approx((3 * 25.4, 2.5 * 25.4))
    scene = desk.stand().scene()
    assert scene is not None
    order = [polygon.part_id for polygon in scene.polygons]
    last = max(k for k, part in enumerate(order) if part == "p1/side/right")
    assert order[last + 1] == "p1/ornament/m1", "painted with its face"
    desk.session.look_from("right")
    desk.settle()
    desk.click_part("p1/ornament/m1")
    assert desk.session.view.selected == "p1/ornament/m1"
    desk.enter("m1_width", "big")
    assert "not a length" in desk.fault("m1_width")
    desk.choose("m1_shape", "carving")
    assert desk.session.project.known_pieces[0].ornaments[0].shape == "carving"
    # One on a drawer's front goes out with it.
    desk.session.look_from("front")
    desk.click_part("p1/opening/o2")
    desk.click("ornament_add")
    shut = desk.plan.found.board("p1/ornament/m2")
    desk.session.look_into(["p1/opening/o2"], open_=True)
    seen = desk.session.seen()
    assert seen is not None
    out = seen.found.board("p1/ornament/m2")
    assert out is not None
    assert shut is not None
    assert out.solid.box[0][1] < shut.solid.box[0][1] - 100
    desk.click("m1_away")
    assert [o.id for o in desk.session.project.known_pieces[0].ornaments] == ["m2"]


def test_a_survey_speaks_of_what_was_found_whatever_is_planned_for_it(desk: Desk) -> None:
    """A drawer whose front is to become a flap is still drawn out, not let down; the plan's own drawing says so."""
    desk.session.begin(demo_project(), None, "d")
    desk.window.go("survey")
    desk.session.select("p1/opening/o1")
    desk.settle()
    look = desk.find(QPushButton, "look_in")
    assert look.text() == "Draw it out"
    desk.click("look_in")
    assert desk.session.view.opened == {"p1/opening/o1"}
    assert look.text() == "Push it in"
    assert [words for words, _ in look_in_entries(desk.session, "p1/opening/o1", "planned")][
        -1
    ] == "Let it down slowly"


def test_the_walk_asks_for_a_drawer_once_something_of_it_is_broken(desk: Desk) -> None:
    chest(desk)
    survey = desk.window._made["survey"]
    asked = [step.key for step in survey.walk._steps()]  # type: ignore[attr-defined]
    assert asked
    assert [key for key in asked if re.search("drawer|wide", key)] == []
    desk.session.do(lambda p: add_fault(p, "p1/box-bottom/o3", "broken_bottom", (0.0, 0.0, 0.0)))
    steps = {step.key: step for step in survey.walk._steps()}  # type: ignore[attr-defined]
    names = ("wide", "long", "high", "side_thickness", "back_thickness")
    assert [key for key in steps if key.startswith("p1/opening/o3 ")] == [f"p1/opening/o3 {name}" for name in names]
    sizes = dict(desk.plan.found.bodies[0].openings[2].sizes)
    for name in names:
        line = steps[f"p1/opening/o3 {name}"].line
        assert math.dist(line.start, line.end) == pytest.approx(sizes[name])
    while survey.walk.step is None or not survey.walk.step.inside:  # type: ignore[attr-defined]
        (survey.walk.go_on if survey.walk.step else survey.measure_next)()  # type: ignore[attr-defined]
    assert desk.session.view.opened == {"p1/opening/o3"}
    desk.settle()
    desk.type_here("27 1/2", Qt.Key.Key_Return)
    front = desk.session.project.front("p1/opening/o3")
    assert front is not None
    own = find_opening(front, "o3")
    assert own is not None
    assert own.drawer is not None
    assert own.drawer.wide[0].value == pytest.approx(27.5 * 25.4)
    assert survey.walk.step.inside == "long"  # type: ignore[attr-defined]


def test_a_lid_is_lifted_to_look_in(desk: Desk) -> None:
    project = new_piece(
        fresh_project(), "Box", {"width": "36", "height": "18", "depth": "18"}, "lidded_box"
    ).project
    desk.session.begin(project, None, "New")
    desk.action("stage_survey")
    shut = desk.plan.found.board("p1/lid/main")
    assert shut is not None
    desk.session.look_from("above")
    desk.settle()
    assert "p1/bottom/main" not in desk.stand().targets()
    double_click(desk, "p1/lid/main")
    assert desk.session.view.opened == {"p1/lid/main"}
    assert "p1/bottom/main" in desk.stand().targets()
    seen = desk.session.seen()
    assert seen is not None
    lid = seen.found.board("p1/lid/main")
    assert lid is not None
    (_, y0, z0), (_, y1, z1) = lid.solid.box
    (_, was0, low), (_, was1, _) = shut.solid.box
    # It stands on its back edge, as high as it is deep, and leans back a little.
    assert z1 - z0 == pytest.approx(was1 - was0, rel=0.06)
    assert y1 - y0 < 0.2 * (was1 - was0)
    assert z0 > low - 40
    # The sizes are those of the shut box.
    scene = desk.stand().scene()
    assert scene is not None
    assert any(dim.size == pytest.approx(18 * 25.4) for dim in scene.dimensions)
    desk.stand().setFocus()
    desk.key(Qt.Key.Key_Escape)
    desk.key(Qt.Key.Key_I)
    assert desk.session.view.opened == frozenset()
