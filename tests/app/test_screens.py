"""Each screen by itself: the survey's openings, boards and cuts, fields, colours, what is not seen."""

import itertools

import pytest
from PySide6.QtCore import Qt
from PySide6.QtGui import QContextMenuEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QLabel, QLineEdit, QWidget

from tests.app.desk import Desk
from zygoform.app.canvas.boards import BoardsView
from zygoform.app.seen import when_seen
from zygoform.app.stages.cut.list import CutRow
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.readout import Readout
from zygoform.core.edits.planning import set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.edits.workshop import own_board
from zygoform.core.measure.parse import INCH

# The survey


def opening_menu(desk: Desk, part_id: str, title: str) -> None:
    stand = desk.stand()
    at = desk.place_of(part_id).toPoint()
    desk.app.sendEvent(stand, QContextMenuEvent(QContextMenuEvent.Reason.Mouse, at, stand.mapToGlobal(at)))
    desk.settle()
    desk.menu("part_menu", title)


def holds(desk: Desk) -> dict[str, str]:
    return {o.name: o.holds for o in desk.plan.found.bodies[0].openings}


def test_openings_are_divided_joined_and_filled_by_the_mouse(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.session.look_from(viewpoint="front")
    before = holds(desk)
    assert list(before.values()) == ["drawer"] * 3 + ["nothing"] * 2
    bay = next(o.id for o in desk.plan.found.bodies[0].openings if o.name == "Bay 2")
    opening_menu(desk, bay, "A door on it")
    assert holds(desk)["Door 1"] == "door"
    opening_menu(desk, bay, "Divide into 3 rows")
    assert [o.holds for o in desk.plan.found.bodies[0].openings].count("door") == 3
    opening_menu(desk, bay, "Join with its neighbours")
    assert list(holds(desk).values()).count("door") == 1
    for _ in range(3):
        desk.action("undo")
    assert holds(desk) == before


def test_sizes_that_do_not_add_up_are_told_on_the_survey(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.session.look_from(viewpoint="front")
    for name, text in (("Drawer 1", "9"), ("Drawer 2", "9"), ("Drawer 3", "14")):
        opening = next(o.id for o in desk.plan.found.bodies[0].openings if o.name == name)
        desk.click_part(opening)
        desk.enter("opening_height", text)
    box = desk.find(QWidget, "finding_openings_add_up")
    assert box.isVisible()
    words = " ".join(label.text() for label in box.findChildren(QLabel))
    room = 34.625 - 1.25 - 3.5 - 2 * 0.75 - 2 * 0.75
    assert '32"' in words
    assert desk.session.unit.show(room * INCH) in words
    desk.enter("opening_height", "")
    assert not [w for w in desk.frame.findChildren(QWidget, "finding_openings_add_up") if w.isVisible()]


def test_a_guess_is_seen_as_one_all_the_way_to_the_cut(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.enter("survey_width", "61 7/16?")
    line = desk.find(QLineEdit, "survey_width")
    assert line.property("guess") is True
    assert line.text().endswith("?")
    desk.action("stage_cut")
    top = next(row for row in desk.frame.findChildren(CutRow) if row.row.codes[0] == "1a" and row.isVisible())
    assert top.row.guessed
    assert "guess" in top.toolTip()
    desk.session.select("c1/plank/1")
    readout = desk.find(Readout, "readout")
    assert "rests on a guess" in readout.accessibleName()
    desk.action("stage_survey")
    desk.enter("survey_width", "61 7/16")
    assert not any(p.part.rests_on for p in desk.plan.parts if p.part.change_id == "c1")


# The boards


def test_every_part_is_where_the_boards_say_it_is(desk: Desk) -> None:
    desk.action("stage_cut")
    boards = desk.find(BoardsView, "boards")
    for board in ("pine-5/4x6", "pine-1x2"):
        desk.session.do(lambda project, board=board: set_value(project, "c1", "board", board))  # type: ignore[misc]
        desk.settle()
        boxes = {p.id: boards._places().get(p.id) for p in desk.plan.parts}
        for part_id, box in boxes.items():
            assert box is not None
            assert boards.part_at(box.center()) == part_id
        for a, b in itertools.combinations(boxes.values(), 2):
            assert a is not None
            assert b is not None
            # Slanted ends may reach over each other by no more than the thickness.
            shared = a.intersected(b)
            assert shared.width() < 12 or shared.height() < 1
        boards.grab()
        assert boards.minimumHeight() > max(b.bottom() for b in boxes.values() if b is not None)


def test_arrows_walk_from_part_to_part_and_board_to_board(desk: Desk) -> None:
    desk.action("stage_cut")
    boards = desk.find(BoardsView, "boards")
    boards.setFocus()
    walked = []
    desk.key(Qt.Key.Key_Right)
    for _ in range(8):
        walked.append(desk.session.view.hovered)
        desk.key(Qt.Key.Key_BracketRight)
    letters = [next(b.letter for lay in desk.plan.layouts for b in lay.boards if p in _on(b)) for p in walked]
    assert letters[:6] == list("ABCDEF")
    desk.key(Qt.Key.Key_Right)
    assert desk.session.view.hovered.startswith("c2/board/")
    assert boards.accessibleDescription()
    desk.key(Qt.Key.Key_Escape)
    assert desk.session.view.hovered == ""


def _on(board: object) -> list[str]:
    return [placed.part.id for placed in board.parts]  # type: ignore[attr-defined]


def test_rows_of_cuts_light_their_parts_by_keyboard_too(desk: Desk) -> None:
    desk.action("stage_cut")
    rows = [row for row in desk.frame.findChildren(CutRow) if row.isVisible()]
    rows[0].setFocus()
    seen = set()
    for _ in rows:
        seen |= {p for row in rows if row.is_lit for p in row.row.part_ids}
        QTest.keyClick(desk.frame.focusWidget(), Qt.Key.Key_Down)
        desk.settle()
    assert seen == {p.id for p in desk.plan.parts}


# Fields


def test_what_is_being_typed_survives_what_happens_meanwhile(desk: Desk) -> None:
    desk.click("card_c1")
    line = desk.find(QLineEdit, "c1_overhang_left")
    line.setFocus()
    line.selectAll()
    QTest.keyClicks(line, "3 1")
    desk.session.do(lambda project: set_value(project, "c2", "height", 50.0))
    desk.settle()
    assert line.text() == "3 1"
    QTest.keyClicks(line, "/2")
    QTest.keyClick(line, Qt.Key.Key_Return)
    desk.settle()
    assert desk.session.project.change("c1").overhang_left == pytest.approx(3.5 * INCH)  # type: ignore[union-attr]
    assert line.text() == '3 1/2"', "written the project's way once it is taken"
    assert line.selectedText() == line.text()
    QTest.keyClicks(line, "zz")
    QTest.keyClick(line, Qt.Key.Key_Escape)
    assert line.text() == '3 1/2"'


def test_one_edit_is_told_once(desk: Desk) -> None:
    told = []
    desk.session.changed.connect(lambda: told.append(1))
    desk.click("card_c1")
    told.clear()
    desk.enter("c1_overhang_left", "2")
    assert len(told) == 1


# What is not seen


def test_what_is_not_seen_catches_up_when_it_is_shown(app: QApplication, desk: Desk) -> None:
    outer, inner = QWidget(), QWidget()
    inner.setParent(outer)
    seen: list[int] = []
    when_seen(inner, desk.session.changed, lambda: seen.append(1))
    desk.session.changed.emit()
    desk.session.changed.emit()
    assert seen == []
    outer.show()
    app.processEvents()
    assert seen == [1]
    desk.session.changed.emit()
    assert seen == [1, 1]
    outer.hide()
    outer.show()
    assert seen == [1, 1], "nothing changed meanwhile"
    outer.deleteLater()


def test_screens_gone_back_to_show_the_document_of_now(desk: Desk) -> None:
    for stage in ("survey", "redesign", "buy", "cut"):
        desk.action(f"stage_{stage}")
    desk.session.do(lambda project: set_reading(project, "width", "48 in"))
    desk.session.do(lambda project: set_value(project, "c2", "height", 40.0))
    desk.action("stage_buy")
    assert desk.find(QLabel, "buy_total").text() == f"${desk.plan.purchase.total:.2f}"
    desk.action("stage_survey")
    assert desk.find(QLineEdit, "survey_width").text() == '48"'
    desk.action("stage_redesign")
    desk.click("card_c2")
    assert desk.find(QLineEdit, "c2_height").text() == "40 mm"
    desk.action("stage_cut")
    shown = [row.row for row in desk.frame.findChildren(CutRow) if row.isVisible()]
    assert shown == [row for group in desk.plan.settings for row in group.rows]


# Colours


def luminance(colour: str) -> float:
    """Relative luminance after WCAG 2.x."""
    parts = [int(colour[i : i + 2], 16) / 255 for i in (1, 3, 5)]
    linear = [c / 12.92 if c <= 0.04045 else ((c + 0.055) / 1.055) ** 2.4 for c in parts]
    return 0.2126 * linear[0] + 0.7152 * linear[1] + 0.0722 * linear[2]


def contrast(a: str, b: str) -> float:
    low, high = sorted((luminance(a), luminance(b)))
    return (high + 0.05) / (low + 0.05)


@pytest.mark.parametrize("look", [t.LIGHT, t.DARK], ids=["light", "dark"])
def test_text_and_lines_have_the_contrast_of_aa(look: t.Palette) -> None:
    for ground in (look.ground, look.sheet, look.change, look.tapewash):
        for text in (look.ink, look.ink2):
            assert contrast(text, ground) >= 4.5, (text, ground)
    for ground in (look.sheet, look.change):
        for text in (look.red, look.ochre, look.blue):
            assert contrast(text, ground) >= 4.5, (text, ground)
        assert contrast(look.edge, ground) >= 3
    assert contrast(look.on_tape, look.tape) >= 4.5
    assert contrast(look.sheet, look.ink) >= 4.5, "what is chosen of a few"
    for wood in (*look.wood_new.values(), look.wood_other):
        assert contrast(look.on_wood, wood) >= 4.5, "names of parts"
        # Where the line round what is new is too pale for the wood, it has a casing.
        assert contrast(look.blue, wood) >= 3 or look.cased
        assert not look.cased or contrast(look.blue, look.wline) >= 3


# For screen readers


def test_every_part_of_a_drawing_has_a_name(desk: Desk) -> None:
    from PySide6.QtGui import QAccessible

    QAccessible.setActive(True)
    try:
        for stage, canvas in (("redesign", "drawing_redesign"), ("cut", "boards"), ("survey", "drawing_survey")):
            desk.action(f"stage_{stage}")
            desk.session.look_from(viewpoint="front", overlay="planned")
            desk.session.changed.emit()
            desk.settle()
            widget = desk.find(QWidget, canvas)
            wanted = {p.id for p in desk.plan.parts} if stage == "cut" else set(desk.stand().targets())

            def named(widget: QWidget = widget) -> dict[str, QWidget]:
                return {w.objectName().removeprefix("spot_"): w for w in widget.findChildren(QWidget)}

            desk.wait(lambda named=named, wanted=wanted: set(named()) == wanted)  # type: ignore[misc]
            spots = named()
            for spot in spots.values():
                assert spot.accessibleName()
                assert widget.rect().adjusted(-2, -2, 2, 2).contains(spot.geometry())
            if stage == "redesign":
                # Nothing in the drawing changes, but what is said of it: another board is cut.
                before = spots["c2/board/front"].accessibleName()
                desk.session.do(lambda project: own_board(project, "pine-1x3", "22 in", 4))
                desk.wait(lambda: named()["c2/board/front"].accessibleName() != before, 3.0)  # noqa: B023
                desk.session.undo()
            if stage == "cut":
                name = spots["c2/board/front"].accessibleName()
                assert name.startswith("2a.1, Skirt front, 59\u00a013/16")
                assert "on boards E and F" in name
        interface = QAccessible.queryAccessibleInterface(widget)
        assert interface.childCount() == len(wanted)
    finally:
        QAccessible.setActive(False)
        desk.session.changed.emit()
