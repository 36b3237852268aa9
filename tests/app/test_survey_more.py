"""Looking over by keyboard, in sets, and what stands in fields with several readings."""

import pytest
from PySide6.QtCore import QPoint, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QComboBox, QLabel, QLineEdit, QMenu, QPushButton, QWidget

from tests.app.desk import LEFT, NONE, Desk
from tests.app.test_survey import choose, openings, piece_of, survey_of
from zygoform.app.stages.survey.faults import MOST_CARDS
from zygoform.core.condition.condition import SHIPPED
from zygoform.core.condition.materials import MATERIALS
from zygoform.core.edits.condition import add_fault
from zygoform.files.demo import set_demo


def test_a_field_with_several_readings_says_the_one_that_counts(desk: Desk) -> None:
    desk.action("stage_survey")
    line = desk.find(QLineEdit, "survey_height")
    assert line.text() == '34 5/8"'
    line.setFocus()
    assert line.text() == '34 9/16"; 34 5/8"; 34 5/8"'
    before = desk.session.project
    desk.find(QLineEdit, "survey_depth").setFocus()
    desk.settle()
    assert desk.session.project == before, "looking at it changes nothing"
    assert line.text() == '34 5/8"'
    desk.enter("survey_height", "34 5/8; 35", Qt.Key.Key_Tab)
    assert line.text() == '35"'
    desk.action("undo")
    assert line.text() == '34 5/8"'
    assert [r.source for r in piece_of(desk).height] == ["device", "device", "typed"]


def test_every_material_tells_how_it_is_known_and_what_it_allows(desk: Desk) -> None:
    desk.action("stage_survey")
    choose(desk, "survey_view", "faults")
    desk.click_part("p1/side/left")
    desk.click("made_of_guide")
    guide = desk.find(QWidget, "material_guide")
    for code, material in MATERIALS.items():
        desk.choose("made_of", code)
        made = next(m for m in piece_of(desk).made_of if m.part == "p1/side/left")
        assert made.material == code
        words = " ".join(label.text() for label in guide.findChildren(QLabel) if not label.isHidden())
        assert all(sign in words for sign in material.signs)
        assert f"<b>Screw</b> {material.screw[0]}" in words
    # Not known: all of them are told apart.
    desk.choose("made_of", "")
    words = " ".join(label.text() for label in guide.findChildren(QLabel) if not label.isHidden())
    assert all(material.title in words for material in MATERIALS.values())
    assert "p1/side/left" not in {m.part for m in piece_of(desk).made_of}


def test_faults_by_keyboard(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.session.look_from("front")
    desk.stand().setFocus()
    for _ in range(12):
        desk.key(Qt.Key.Key_Up)
        if desk.session.view.selected == "p1/top/main":
            break
    assert desk.session.view.selected == "p1/top/main"
    desk.key(Qt.Key.Key_X)
    groups = [a.text() for a in desk.find(QMenu, "fault_menu").actions()]
    assert groups == ["Joints", "Wood", "Faces", "Drawers", "Back", "Hardware"]
    warp = next(a for a in desk.find(QMenu, "faults_Wood").actions() if a.objectName() == "fault_warp")
    warp.trigger()
    desk.find(QMenu, "fault_menu").close()
    desk.settle()
    fault = piece_of(desk).faults[-1]
    assert (fault.kind, fault.part) == ("warp", "p1/top/main")
    # The middle of the board, and a size it most likely has: as deep as the top.
    assert fault.at[0] == pytest.approx(sum(b.plan[1][0] for b in desk.plan.found.bodies) / 2, abs=1)
    assert fault.length[0].value == pytest.approx(22.0625 * 25.4, abs=0.1)
    card = desk.find(QWidget, f"card_{fault.id}")
    card.setFocus()
    desk.key(Qt.Key.Key_Return)
    focus = desk.frame.focusWidget()
    assert focus is not None
    assert focus.objectName() == f"{fault.id}_length"
    desk.type_here("nonsense", Qt.Key.Key_Return)
    assert "nonsense" in desk.fault(f"{fault.id}_length")
    desk.key(Qt.Key.Key_Escape)
    button = desk.find(QPushButton, f"{fault.id}_battens")
    button.setFocus()
    desk.key(Qt.Key.Key_Space)
    mend = desk.session.project.mend_of(fault.id)
    assert mend is not None
    desk.key(Qt.Key.Key_Space)
    assert desk.session.project.mend_of(fault.id) is None, "chosen again, nothing is decided"
    card.setFocus()
    desk.key(Qt.Key.Key_Delete)
    assert fault.id not in {f.id for f in piece_of(desk).faults}


def test_a_pin_is_clicked_and_its_card_opens(desk: Desk) -> None:
    from zygoform.app.canvas.fault_pins import _by_piece

    desk.action("stage_survey")
    desk.session.look_from("corner")
    desk.settle()
    stand = desk.stand()
    places = {fault.id: point for _, own in _by_piece(desk.session) for fault, point in own}
    QTest.mouseClick(stand, LEFT, NONE, stand.mapping().to_px(places["f3"]).toPoint())
    desk.settle()
    assert desk.session.view.selected_fault == "f3"
    survey = survey_of(desk)
    assert survey.view.value == "faults"
    assert survey.faults.cards["f3"].is_open
    assert [card.is_open for card in survey.faults.cards.values()].count(True) == 1


def test_photos_turn_and_a_dot_points_at_its_part(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.stand().setFocus()
    desk.key(Qt.Key.Key_G)
    survey = survey_of(desk)
    pane = survey.photos
    desk.wait(lambda: pane.view.image is not None)
    assert all(photo.file.startswith(SHIPPED) for photo in desk.session.project.photos)
    room, dot = pane.view.room(), pane.view.dots[1]
    at = QPoint(round(room.left() + dot.x * room.width()), round(room.top() + dot.y * room.height()))
    QTest.mouseClick(pane.view, LEFT, NONE, at)
    desk.settle()
    assert desk.session.view.selected == dot.part == "p1/front/o6"
    desk.click("photo_undot")
    assert [d.number for d in desk.session.project.photos[0].dots] == [1]
    desk.click("photo_next")
    assert pane.photo is desk.session.project.photos[1]
    desk.enter("photo_title", "The long split")
    assert desk.session.project.photos[1].title == "The long split"
    desk.click("photo_away")
    assert [p.id for p in desk.session.project.photos] == ["h1", "h3"]
    for _ in range(2):
        desk.action("undo")
    assert desk.session.project.photos[1].title == "Split"


def test_a_further_piece_can_be_thought_better_of(desk: Desk) -> None:
    desk.action("stage_survey")
    before = desk.session.project
    desk.click("pieces_menu")
    desk.menu("pieces", "Another piece…")
    assert desk.find(QWidget, "start_box").isVisible()
    assert not desk.find(QPushButton, "start_demo").isVisible(), "other files would throw this one away"
    desk.click("start_back")
    assert not desk.find(QWidget, "start_box").isVisible()
    assert desk.session.project == before


def test_the_set_is_planned_together_and_walked_piece_by_piece(desk: Desk) -> None:
    desk.session.begin(set_demo(), None, "Opened")
    desk.action("stage_redesign")
    desk.click("add_change")
    # Two cupboards and the writing table have a top to renew, the bench and the box a seat and a lid.
    desk.menu("add_menu", "New plank top, on all 5 that have room for it")
    own = [change.targets[0].split("/")[0] for change in desk.session.project.changes[-5:]]
    roles = {board.role for board in desk.plan.found.boards if board.id.split("/")[0] in own}
    assert len(set(own)) == 5
    assert {"top", "seat", "lid"} <= roles
    desk.action("undo")
    desk.action("stage_survey")
    desk.choose("piece_shown", "p6")
    desk.click("measure_next")
    line = desk.session.view.traced
    assert line is not None
    assert desk.session.view.shown == "p6"
    desk.choose("piece_shown", "")
    assert desk.session.view.traced is None, "the walk is one piece's"
    chooser = desk.find(QComboBox, "piece_shown")
    assert [chooser.itemText(k) for k in range(3)] == ["All together", "Left cupboard", "Right cupboard"]


def test_what_an_opening_holds_follows_the_keys_and_the_kind(bare: Desk) -> None:
    desk = bare
    desk.choose("start_kind", "flat_panel")
    desk.click("start_draw")
    desk.session.look_from("front")
    desk.click_part("p1/opening/o1")
    desk.stand().setFocus()
    desk.key(Qt.Key.Key_3)
    assert [o.holds for o in openings(desk)] == ["panel"] * 3
    desk.key(Qt.Key.Key_E)
    assert sorted(o.holds for o in openings(desk)) == ["nothing", "panel", "panel"]
    desk.key(Qt.Key.Key_D)
    assert "nothing like that" in desk.told[-1], "a bed head has no drawers"
    desk.key(Qt.Key.Key_2, Qt.KeyboardModifier.ControlModifier)
    assert len(openings(desk)) == 4


def test_of_very_many_faults_the_first_are_listed_and_the_one_that_is_meant(desk: Desk) -> None:
    project = desk.session.project
    for _ in range(60):
        project = add_fault(project, "p1/side/left", "loose_joint", (0.0, 0.0, 0.0)).project
    desk.session.begin(project, None, "Many")
    desk.action("stage_survey")
    survey = desk.window._made["survey"]
    survey.look("faults")  # type: ignore[attr-defined]
    cards = survey.faults.cards  # type: ignore[attr-defined]
    many = len(project.known_pieces[0].faults)
    assert len(cards) == MOST_CARDS
    assert survey.faults.count.text().startswith(f"{many} faults; the first {MOST_CARDS}")  # type: ignore[attr-defined]
    last = project.known_pieces[0].faults[-1].id
    desk.session.select("p1/side/left", last)
    desk.settle()
    assert set(cards) >= {last}
    assert len(cards) == MOST_CARDS + 1
