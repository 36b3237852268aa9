"""The story of the slice in the real window: by hand, by keyboard alone, and back from the file."""

import json
from decimal import Decimal
from pathlib import Path

import pytest
from PySide6.QtCore import QEvent, QPointF, Qt
from PySide6.QtGui import QMouseEvent
from PySide6.QtWidgets import QComboBox, QLabel, QLineEdit, QWidget

from tests.app.desk import Desk
from tests.core.changes.test_doors import cupboard
from zygoform.app.canvas.boards import BoardsView
from zygoform.app.stages.cut.list import CutRow
from zygoform.app.widgets.buttons import Segments
from zygoform.core.edits.pieces import copy_piece, new_piece, rename
from zygoform.core.form.registry import Target
from zygoform.core.measure.parse import INCH
from zygoform.files.demo import counter_begun, fresh_project
from zygoform.files.project_json import read_project

pytestmark = pytest.mark.window

NO_BUTTON, NO_KEY = Qt.MouseButton.NoButton, Qt.KeyboardModifier.NoModifier


def overhang(desk: Desk) -> float:
    change = desk.session.project.change("c1")
    return round(change.overhang_left / INCH, 4)  # type: ignore[no-any-return, union-attr]


def rough_length(desk: Desk) -> float:
    return round(next(p.length for p in desk.plan.parts if p.part.change_id == "c1") / INCH, 4)


def test_demo_type_drag_undo_save_reopen(desk: Desk, tmp_path: Path) -> None:
    before_rows, before = desk.plan.settings, desk.session.project
    desk.click("card_c1")
    desk.enter("c1_overhang_left", "2 1/2")
    assert overhang(desk) == 2.5
    assert rough_length(desk) == 64.5625
    assert desk.plan.settings != before_rows
    assert desk.session.show(desk.session.history.words) == 'Overhang left 1\u00a01/4" to 2\u00a01/2"'

    desk.key(Qt.Key.Key_F6)
    desk.session.look_from(viewpoint="front")
    desk.settle()
    boards = [board.parts for layout in desk.plan.layouts for board in layout.boards]
    desk.drag("overhang_left", -0.75 * INCH)
    assert overhang(desk) == pytest.approx(1.75, abs=0.13)
    assert [board.parts for layout in desk.plan.layouts for board in layout.boards] != boards
    assert len(desk.session.history.states) == 3, "one drag is one edit"

    desk.action("undo")
    assert overhang(desk) == 2.5
    desk.action("undo")
    assert desk.session.project == before
    assert desk.plan.settings == before_rows
    desk.action("redo")
    assert overhang(desk) == 2.5

    path = tmp_path / "counter.zygoform.json"
    desk.window.filing.ask_save = lambda _name, _kinds: str(path)
    desk.action("save")
    assert desk.told[-1] == "Saved as counter.zygoform.json"
    assert not desk.session.is_dirty
    kept = desk.session.project
    desk.window.filing.ask_open = lambda _kinds: str(path)
    desk.action("open")
    assert desk.session.project == kept == read_project(path)
    assert overhang(desk) == 2.5


def test_from_nothing_to_the_first_cut_in_45_actions(bare: Desk, tmp_path: Path) -> None:
    """An old counter measured, a plank top and a skirt planned, cut list and boards seen, saved."""
    desk = bare
    for text in ("61 7/16", "34 5/8", "22 1/16"):
        desk.type_here(text, Qt.Key.Key_Return if text == "22 1/16" else Qt.Key.Key_Tab)
    assert desk.plan.found.bodies[0].openings
    sizes = {"top_thickness": "1 1/4", "overhang_sides": "13/16", "overhang_front": "13/16", "overhang_back": "3/8"}
    sizes |= {"base_height": "3 1/2", "corner_left": "90", "corner_right": "90"}
    for name, text in sizes.items():
        desk.enter(f"survey_{name}", text)
    desk.click_part("p1/opening/o1")
    desk.click("divide_columns_3")
    desk.enter("opening_width", "22")
    desk.find(Segments, "opening_holds").choose("drawer")
    desk.count += 1
    desk.click("divide_rows_3")
    desk.action("stage_redesign")
    desk.click("add_change")
    desk.menu("add_menu", "New plank top")
    for side, text in (("left", "1 1/4"), ("right", "1 1/4"), ("front", "1"), ("back", "0")):
        desk.enter(f"c1_overhang_{side}", text)
    desk.enter("c1_radius", "2")
    desk.click("add_change")
    desk.menu("add_menu", "New skirt")
    desk.action("stage_cut")
    desk.action("stage_buy")
    desk.window.filing.ask_save = lambda _name, _kinds: str(tmp_path / "counter")
    desk.action("save")
    assert desk.count <= 45, desk.count
    assert [p.code for p in desk.plan.parts][:4] == ["1a.1", "1a.2", "1a.3", "1b"]
    inches = {p.shape: round(p.length / INCH, 4) for p in desk.plan.parts}
    assert inches == {"1a": 63.3125, "1b": 63.3125, "2a": 59.8125, "2b": 20.875}
    assert not any(p.part.rests_on for p in desk.plan.parts)
    assert [o.holds for o in desk.plan.found.bodies[0].openings] == ["drawer"] * 3 + ["nothing"] * 2
    saved = json.loads((tmp_path / "counter.zygoform.json").read_text())
    assert saved["name"] == "Case"
    assert desk.find(QLabel, "buy_total").text() == f"${desk.plan.purchase.total:.2f}"


def test_the_same_by_keyboard_alone(bare: Desk) -> None:
    """No mouse: typing, Tab, Enter, arrows, keys of the actions."""
    desk = bare
    for text in ("60", "34", "20"):
        desk.type_here(text, Qt.Key.Key_Return if text == "20" else Qt.Key.Key_Tab)
    desk.action("stage_survey")
    desk.key(Qt.Key.Key_F)
    desk.key(Qt.Key.Key_Down)
    assert desk.session.view.hovered
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "Divide into 2 columns")
    assert len(desk.plan.found.bodies[0].openings) == 2
    desk.action("stage_redesign")
    desk.key(Qt.Key.Key_Down)
    for _ in range(12):
        if desk.session.view.hovered == "p1/top/main":
            break
        desk.key(Qt.Key.Key_Up)
    assert desk.session.view.hovered == "p1/top/main"
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "New plank top")
    assert desk.frame.focusWidget() is desk.frame.findChild(QWidget, "card_c1")
    for _ in range(20):
        desk.key(Qt.Key.Key_Tab)
        if desk.frame.focusWidget().objectName() == "c1_overhang_left":
            break
    desk.type_here("3", Qt.Key.Key_Return)
    assert overhang(desk) == 3.0
    desk.key(Qt.Key.Key_Up)
    assert overhang(desk) == 3.0625, "an arrow steps by the finest mark"
    desk.key(Qt.Key.Key_Down, Qt.KeyboardModifier.ShiftModifier)
    assert overhang(desk) == 2.8125
    desk.action("stage_redesign")
    desk.key(Qt.Key.Key_N)
    desk.menu("add_menu", "New skirt")
    desk.action("stage_cut")
    desk.key(Qt.Key.Key_Right)
    first = desk.session.view.hovered
    desk.key(Qt.Key.Key_Down)
    assert first
    assert desk.session.view.hovered != first
    desk.action("units")
    assert desk.session.unit.system == "mm"
    for _ in range(desk.session.history.at):
        desk.action("undo")
    assert desk.session.plan is None
    assert desk.window.stage == "survey" or desk.session.plan is None


def test_a_change_by_the_mouse_on_the_part(desk: Desk) -> None:
    from PySide6.QtGui import QContextMenuEvent

    desk.click_part("p1/side/right")
    at = desk.place_of("p1/side/right").toPoint()
    stand = desk.stand()
    desk.app.sendEvent(stand, QContextMenuEvent(QContextMenuEvent.Reason.Mouse, at, stand.mapToGlobal(at)))
    desk.settle()
    desk.menu("part_menu", "New skirt")
    assert [c.number for c in desk.session.project.changes] == [1, 2, 3]
    assert desk.session.view.open_change == "c3"
    desk.click("away_c3")
    assert [c.number for c in desk.session.project.changes] == [1, 2]


def test_pointing_lights_the_part_everywhere(desk: Desk) -> None:
    desk.action("stage_cut")
    rows = {row.row.codes: row for row in desk.frame.findChildren(CutRow)}
    boards = desk.find(BoardsView, "boards")
    desk.session.select("c2/board/front")
    desk.settle()
    assert [codes for codes, row in rows.items() if row.is_lit] == [("2a",)]
    box = boards._places().get("c2/board/front")
    assert box is not None
    assert boards.part_at(box.center()) == "c2/board/front"
    rows["2b",].click()
    assert desk.session.view.hovered in rows["2b",].row.part_ids
    plank = boards._places().get("c1/plank/2")
    assert plank is not None
    for at in (plank.center() + QPointF(30, 0), plank.center()):
        move = QMouseEvent(QEvent.Type.MouseMove, at, boards.mapToGlobal(at), NO_BUTTON, NO_BUTTON, NO_KEY)
        desk.app.sendEvent(boards, move)
    desk.settle()
    assert desk.session.view.hovered == "c1/plank/2"
    assert rows["1a", "1b"].is_lit
    small = desk.find(QWidget, "drawing_small")
    assert small.isVisible()


def test_nonsense_is_told_beside_the_field_and_loses_nothing(desk: Desk) -> None:
    before = desk.session.project
    desk.click("card_c1")
    desk.enter("c1_overhang_left", "two inches")
    assert "not a length" in desk.fault("c1_overhang_left")
    assert desk.find(QLineEdit, "c1_overhang_left").text() == "two inches"
    assert desk.session.project == before
    desk.enter("c1_overhang_right", "99")
    assert "Between" in desk.fault("c1_overhang_right")
    assert '15\u00a03/4"' in desk.fault("c1_overhang_right")
    desk.enter("c1_overhang_left", "2")
    assert desk.fault("c1_overhang_left") == ""
    assert overhang(desk) == 2.0
    assert desk.fault("c1_overhang_right"), "another field's fault stays"
    line = desk.find(QLineEdit, "c1_overhang_right")
    line.setFocus()
    desk.key(Qt.Key.Key_Escape)
    assert desk.fault("c1_overhang_right") == ""
    assert line.text() == '1 1/4"'


def test_a_change_that_cannot_be_built_keeps_the_last_good_drawing(desk: Desk) -> None:
    desk.click("card_c2")
    desk.choose("c2_board", "pine-1x2")
    assert [f.change_id for f in desk.plan.failures] == ["c2"]
    assert "wide" in desk.find(QLabel, "failure_c2").text()
    assert desk.plan.outcome("c1") is not None
    desk.enter("c2_height", "1 1/2")
    assert not desk.plan.failures


def test_sizes_of_the_survey_change_the_plan(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.enter("survey_corner_right", "88")
    assert any("46°" in group.title for group in desk.plan.settings)
    assert not [f for f in desk.plan.findings if f.code == "guessed"]
    desk.enter("survey_base_height", "3?")
    assert desk.find(QLineEdit, "survey_base_height").text() == '3"?'
    desk.enter("survey_base_height", "34")
    assert "whole height" in desk.fault("survey_base_height")
    desk.enter("survey_corner_left", "square")
    assert "not an angle" in desk.fault("survey_corner_left")


def test_what_i_have_is_used_first(desk: Desk) -> None:
    desk.action("stage_cut")
    total = desk.plan.purchase.total
    desk.click("what_i_have")
    desk.choose("rack_size", "pine-1x3")
    desk.enter("rack_length", "8 ft")
    assert desk.plan.purchase.total < total
    desk.enter("rack_length", "nothing much")
    assert "not a length" in desk.fault("rack")
    desk.enter("rack_count", "many")
    assert "whole number" in desk.fault("rack")
    desk.enter("kerf", "1/16")
    assert desk.session.project.shop.kerf == pytest.approx(INCH / 16)
    desk.click("drop_s1")
    assert not desk.session.project.stock
    desk.find(Segments, "cut_mode").choose("part")
    assert desk.find(QWidget, "part_table").isVisible()


def test_a_price_can_be_changed_where_it_stands(desk: Desk) -> None:
    desk.action("stage_buy")
    name = next(
        w.objectName() for w in desk.frame.findChildren(QLineEdit) if w.objectName().startswith("price_pine-1x3")
    )
    total = desk.plan.purchase.total
    desk.enter(name, "4.00")
    assert desk.plan.purchase.total == total - 2 * Decimal("0.55")
    assert desk.frame.focusWidget().objectName() == name, "the keyboard stays at the price"
    desk.enter(name, "free")
    assert "price" in desk.fault(name)


def test_the_solver_answers_while_the_window_lives(desk: Desk) -> None:
    desk.session.planning.start_solving()
    desk.wait(lambda: all(layout.proven for layout in desk.plan.layouts))
    cost = sum(layout.cost for layout in desk.plan.layouts)
    desk.action("stage_cut")
    desk.action("stage_redesign")
    desk.click("card_c1")
    desk.enter("c1_overhang_left", "4")
    desk.wait(lambda: all(layout.proven for layout in desk.plan.layouts))
    desk.action("undo")
    assert all(layout.proven for layout in desk.plan.layouts), "what was proven once needs no asking"
    assert sum(layout.cost for layout in desk.plan.layouts) == cost
    process = desk.session.planning.solver._process
    assert process is not None
    process.kill()
    desk.wait(lambda: desk.session.planning.solver._process is None)
    desk.enter("c1_overhang_left", "5")
    desk.wait(lambda: all(layout.proven for layout in desk.plan.layouts))


def test_every_kind_of_change_has_a_way_in_and_an_editor(desk: Desk) -> None:
    from zygoform.core.changes.registry import CHANGE_KINDS
    from zygoform.core.measure.param import counts, params

    for kind in (kind for kind in CHANGE_KINDS.values() if kind.begins):
        plain = (new_piece(fresh_project(), "Piece", {}, piece).project for piece in ("case", "wall_shelf"))
        for project in (*plain, rename(cupboard(), "Piece").project, counter_begun()):
            body = desk.plan.found.bodies[0]
            if not kind.takes(Target("body", body.id, body)):
                desk.session.begin(project, None, "New")
                desk.action("stage_redesign")
        if kind.of_set:
            desk.session.try_do(lambda project: copy_piece(project, "p1"))
        desk.click("add_change")
        several = len(desk.session.project.known_pieces) > 1
        desk.menu("add_menu", f"{kind.title}, Piece 2" if several else kind.title)
        change_id = desk.session.view.open_change
        more = desk.find(QWidget, f"more_{change_id}") if any(not p.main for p in params(kind.load())) else None
        if more is not None:
            desk.click(more.objectName())
        for entry in params(kind.load()):
            widget = desk.find(QWidget, f"{change_id}_{entry.name}")
            assert isinstance(widget, (QLineEdit, QComboBox, Segments))
            assert widget.accessibleName() == entry.label
            change = desk.session.project.change(change_id)
            assert change is not None
            assert widget.isVisible() == counts(entry, change), entry.name
