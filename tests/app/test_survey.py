"""Looking a piece over, by hand: built from nothing, measured on a walk, faults found, sets, photos."""

import re
from pathlib import Path

import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QComboBox, QLabel, QLineEdit, QMenu, QPushButton, QWidget

from tests.app.desk import LEFT, NONE, Desk, move_pointer
from zygoform.app.stages.survey.stage import SurveyStage
from zygoform.app.widgets.buttons import Segments
from zygoform.core.form.form import FormOpening
from zygoform.core.form.kinds.case_piece import CasePiece
from zygoform.files.photos import photo_folder

INCH = 25.4


def survey_of(desk: Desk) -> SurveyStage:
    stage = desk.window._made["survey"]
    assert isinstance(stage, SurveyStage)
    return stage


def openings(desk: Desk) -> list[FormOpening]:
    return [o for body in desk.plan.found.bodies for o in body.openings]


def piece_of(desk: Desk) -> CasePiece:
    piece = desk.session.piece
    assert isinstance(piece, CasePiece)
    return piece


def choose(desk: Desk, name: str, value: str) -> None:
    """One of a few side by side, with the mouse."""
    segments = desk.find(Segments, name)
    desk.count += 1
    x = next(x for x in range(4, segments.width(), 4) if segments.option_at(x) == value)
    QTest.mouseClick(segments, LEFT, NONE, QPoint(x, segments.height() // 2))
    desk.settle()


SIX_AND_TWO = ["drawer"] * 3 + ["door"] * 2 + ["drawer"] * 3
SIZES = {"top_thickness": "1", "overhang_sides": "1/2", "overhang_front": "5/8", "side_thickness": "3/4",
         "rail_thickness": "3/4", "base_height": "4"}  # fmt: skip


def test_six_drawers_and_two_doors_by_mouse_in_forty(bare: Desk) -> None:
    desk = bare
    for text in ("60", "32", "18"):
        desk.type_here(text, Qt.Key.Key_Return if text == "18" else Qt.Key.Key_Tab)
    desk.click_part("p1/opening/o1")
    desk.click("divide_columns_4")
    for at, holds, rows in ((0, "drawer", 3), (3, "drawer", 3), (1, "door", 0), (2, "door", 0)):
        columns = sorted({o.rect[0]: o.id for o in openings(desk)}.items())
        desk.click_part(columns[at][1])
        choose(desk, "opening_holds", holds)
        if rows:
            desk.click(f"divide_rows_{rows}")
    for name, text in SIZES.items():
        desk.enter(f"survey_{name}", text)
    assert desk.count <= 40, desk.count
    assert [o.holds for o in openings(desk)] == SIX_AND_TWO
    front = {o.id: o.rect for o in openings(desk)}
    assert len({round(r[3] - r[1], 2) for i, r in front.items() if i in ("p1/opening/o1", "p1/opening/o4")}) == 1


def test_six_drawers_and_two_doors_by_keyboard_in_forty(bare: Desk) -> None:
    desk = bare
    for text in ("60", "32", "18"):
        desk.type_here(text, Qt.Key.Key_Return if text == "18" else Qt.Key.Key_Tab)

    def to(column: int, key: Qt.Key) -> None:
        for _ in range(12):
            columns = sorted({round(o.rect[0], 1) for o in openings(desk)})
            here = next((o for o in openings(desk) if o.id == desk.session.view.selected), None)
            if here is not None and columns.index(round(here.rect[0], 1)) == column:
                return
            desk.key(key)
        raise AssertionError(desk.session.view.selected)

    desk.key(Qt.Key.Key_F)
    desk.key(Qt.Key.Key_Down)
    assert desk.session.view.selected == "p1/opening/o1"
    desk.key(Qt.Key.Key_4, Qt.KeyboardModifier.ControlModifier)
    desk.key(Qt.Key.Key_D)
    desk.key(Qt.Key.Key_3)
    for column, key, rows in ((1, Qt.Key.Key_O, 0), (2, Qt.Key.Key_O, 0), (3, Qt.Key.Key_D, 3)):
        to(column, Qt.Key.Key_Right)
        desk.key(key)
        if rows:
            desk.key(Qt.Key.Key_3)
    # The sizes on a walk: Enter takes one down and goes on.
    desk.key(Qt.Key.Key_N)
    for text in SIZES.values():
        desk.type_here(text, Qt.Key.Key_Return)
    assert desk.count <= 40, desk.count
    assert [o.holds for o in openings(desk)] == SIX_AND_TWO
    assert piece_of(desk).top_thickness[0].value == pytest.approx(INCH)


def test_the_walk_shows_where_and_ends(bare: Desk) -> None:
    desk = bare
    desk.type_here("60", Qt.Key.Key_Return)
    desk.click("start_draw")
    desk.click("measure_next")
    assert desk.session.view.viewpoint == "front"
    line = desk.session.view.traced
    assert line is not None
    assert abs(line.end[2] - line.start[2]) == pytest.approx(838.2 * 60 / 40), "not measured: by proportion"
    desk.type_here("33", Qt.Key.Key_Return)
    desk.type_here("nonsense", Qt.Key.Key_Return)
    assert "nonsense" in desk.fault("walk_size")
    assert piece_of(desk).depth == ()
    desk.key(Qt.Key.Key_Escape)
    desk.type_here("16; 16 1/8; 16 1/16", Qt.Key.Key_Return)
    assert desk.plan.found.bodies[0].depth.terms[0].value == pytest.approx(16.125 * INCH), "the largest goes over"
    asked = []
    while desk.find(QWidget, "walk_box").isVisible():
        asked.append(desk.find(QLineEdit, "walk_size").accessibleName())
        desk.click("walk_skip")
        assert len(asked) < 60
        if len(asked) == 3:
            desk.click("walk_back")
            desk.click("walk_stop")
    assert desk.session.view.traced is None
    assert len(set(asked)) == len(asked) == 3


def test_a_divider_is_dragged_and_snaps(bare: Desk) -> None:
    desk = bare
    for text in ("60", "32", "18"):
        desk.type_here(text, Qt.Key.Key_Return if text == "18" else Qt.Key.Key_Tab)
    desk.session.look_from("front")
    desk.click_part("p1/opening/o1")
    desk.click("divide_columns_3")
    before = desk.session.history

    def widths() -> list[float]:
        return [o.rect[2] - o.rect[0] for o in openings(desk)]

    def drag(divider: str, mm: float) -> None:
        stand = desk.stand()
        start = desk.place_of(divider)
        end = start + QPointF(mm * stand.mapping().scale, 0)
        QTest.mousePress(stand, LEFT, NONE, start.toPoint())
        for k in range(1, 5):
            move_pointer(stand, (start + (end - start) * k / 4).toPoint())
            desk.settle()
        assert len(stand._gesture.cells) == 2  # type: ignore[union-attr]
        QTest.mouseRelease(stand, LEFT, NONE, end.toPoint())
        desk.settle()

    equal = widths()[0]
    drag("p1/upright/after-o1", 120)
    first, second, third = widths()
    assert first == pytest.approx(equal + 120, abs=3)
    assert (first / INCH * 16) % 1 == pytest.approx(0, abs=1e-6), "on a mark of the tape"
    assert (first + second, third) == pytest.approx((2 * equal, equal))
    drag("p1/upright/after-o1", -118)
    assert widths() == pytest.approx([equal] * 3), "near enough to equal it is equal"
    desk.action("undo")
    desk.action("undo")
    assert desk.session.history.project == before.project
    desk.click_part("p1/opening/o1")
    desk.enter("opening_width", "21 7/8")
    assert widths()[0] == pytest.approx(21.875 * INCH)
    desk.action("undo")
    assert widths() == pytest.approx([equal] * 3)


def test_an_opening_measured_closely_says_what_goes_in(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.click_part("p1/opening/o1")
    desk.click("opening_closely")
    readings = {"across_top": "22", "across_bottom": "22", "up_left": "8", "up_right": "8", "rising": "23 7/16"}
    for name, text in readings.items():
        desk.enter(f"opening_{name}", text)
    says = desk.find(QLabel, "opening_fits")
    assert "still to measure: diagonals falling" in says.text()
    desk.enter("opening_falling", "23 3/8")
    assert "Sure to go in" in says.text()
    assert "short or long" in says.text(), "what was taken off for the tape"
    sure, loose = (re.findall(f"{start}: ([^.(]+)", says.text())[0] for start in ("Sure to go in", "With play"))
    assert sure != loose, "usable and fit apart"
    desk.enter("opening_play", "0")
    assert re.findall("With play: ([^.(]+)", says.text())[0].strip() == sure.strip()
    desk.enter("opening_play", "-1")
    assert desk.fault("opening_play")
    assert "leans" in says.text()
    desk.enter("opening_falling", "26")
    assert any(f.code == "openings_close" for f in desk.plan.findings)
    assert desk.find(QWidget, "finding_openings_close").isVisible()


def test_a_fault_is_pinned_measured_and_mended(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.session.look_from("front")
    desk.click_part("p1/side/left")
    choose(desk, "survey_view", "faults")
    desk.choose("made_of", "chipboard")
    assert desk.find(QWidget, "material_guide").isVisible()
    desk.click("fault_add")
    menu = next(m for m in desk.frame.findChildren(QMenu, "faults_Wood"))
    next(a for a in menu.actions() if a.objectName() == "fault_missing_piece").trigger()
    desk.find(QMenu, "fault_menu").close()
    desk.settle()
    fault = piece_of(desk).faults[-1]
    assert fault.part == "p1/side/left"
    # The keyboard is in its first size; what a remedy needs follows what is typed.
    desk.type_here("4", Qt.Key.Key_Tab)
    desk.type_here("1", Qt.Key.Key_Tab)
    survey = survey_of(desk)
    needs = survey.faults.cards[fault.id].needs["let_in"].text()
    assert '1 × piece let in 4\u00a01/4" × 1\u00a01/4"' in needs
    desk.click(f"{fault.id}_let_in")
    mend = desk.session.project.mend_of(fault.id)
    assert mend is not None
    assert any(p.part.change_id == mend.id for p in desk.plan.parts)
    desk.action("stage_redesign")
    assert desk.find(QWidget, f"card_{mend.id}").isVisible()
    desk.session.open_up(mend.id)
    desk.settle()
    assert desk.find(QComboBox, f"{mend.id}_board").isVisible()
    desk.action("stage_survey")
    desk.click(f"{fault.id}_away")
    assert desk.session.project.mend_of(fault.id) is None
    desk.action("undo")
    assert desk.session.project.mend_of(fault.id) == mend


def test_a_set_is_one_cut_list(desk: Desk) -> None:
    desk.action("stage_survey")
    parts = len(desk.plan.parts)
    desk.click("pieces_menu")
    desk.menu("pieces", "One more, with what is planned")
    assert desk.session.view.shown == "p2"
    assert len(desk.plan.parts) == 2 * parts
    assert len({p.code for p in desk.plan.parts}) == 2 * parts
    desk.enter("piece_name", "Second counter")
    desk.enter("survey_width", "50")
    assert [round(p.width[-1].value / INCH, 2) for p in desk.plan.pieces] == [61.44, 50.0]  # type: ignore[attr-defined]
    desk.click("pieces_menu")
    desk.menu("pieces", "Another piece…")
    desk.choose("start_kind", "wall_shelf")
    desk.enter("start_width", "30")
    desk.click("start_draw")
    assert [p.name for p in desk.plan.pieces] == ["Harbour Lane counter", "Second counter", "Wall shelf"]
    desk.choose("piece_shown", "")
    scene = desk.stand().scene()
    assert scene is not None
    assert {p.part_id.split("/")[0] for p in scene.polygons} == {"p1", "p2", "p3"}
    desk.choose("piece_shown", "p2")
    desk.click("pieces_menu")
    desk.menu("pieces", "Take this piece out")
    assert [p.id for p in desk.plan.pieces] == ["p1", "p3"]
    assert desk.session.view.shown == ""
    assert len(desk.plan.parts) == parts
    desk.action("undo")
    assert desk.session.view.shown == "p2"


def test_photos_come_in_with_dots_and_a_missing_one_is_a_note(desk: Desk, tmp_path: Path) -> None:
    desk.action("stage_survey")
    path = tmp_path / "counter.zygoform.json"
    desk.window.filing.ask_save = lambda _name, _kinds: str(path)
    desk.action("save")
    survey = survey_of(desk)
    picture = tmp_path / "left.png"
    desk.frame.grab().save(str(picture))
    (tmp_path / "words.txt").write_text("no picture")
    desk.click("photos")
    count = len(desk.session.project.photos)
    survey.photos._ask = lambda: [str(picture), str(tmp_path / "words.txt")]
    desk.click("photo_bring")
    assert "no picture" in desk.window._told.text()
    assert len(desk.session.project.photos) == count + 1
    assert (photo_folder(path, desk.session.project.id) / "left.png").exists()
    desk.wait(lambda: survey.photos.view.image is not None)
    desk.click_part("p1/side/left")
    view = survey.photos.view
    QTest.mouseClick(view, LEFT, NONE, view.room().center().toPoint())
    desk.settle()
    (dot,) = desk.session.project.photos[-1].dots
    assert (dot.part, round(dot.x, 1), round(dot.y, 1)) == ("p1/side/left", 0.5, 0.5)
    before = desk.session.project
    (photo_folder(path, desk.session.project.id) / "left.png").unlink()
    (photo_folder(path, desk.session.project.id) / "left.png").write_bytes(b"no picture any more")
    survey.photos.reader._loaded = None
    survey.photos.refresh()
    desk.wait(lambda: "damaged" in desk.find(QLabel, "photo_says").text())
    (photo_folder(path, desk.session.project.id) / "left.png").unlink()
    survey.photos.reader._loaded = None
    survey.photos.refresh()
    assert "not beside the project file" in desk.find(QLabel, "photo_says").text()
    assert desk.session.project == before


def test_taking_apart_ticks_and_bags(desk: Desk) -> None:
    desk.action("stage_survey")
    choose(desk, "survey_view", "apart")
    desk.choose("fate_back_main", "gone")
    assert "p1/back/main" not in {b.id for b in desk.plan.planned.boards}
    tick = desk.find(QWidget, "off_back_main")
    QTest.mouseClick(tick, LEFT, NONE, QPoint(8, tick.height() // 2))
    desk.settle()
    assert [(m.part, m.done) for m in piece_of(desk).disassembly] == [("p1/back/main", True)]
    desk.choose("fate_top_main", "stock")
    assert [line.size for line in desk.session.project.stock] == ["found-p1-top-main"]
    desk.enter("b1_spacing", "3")
    assert piece_of(desk).bags[0].spacing[0].value == pytest.approx(3 * INCH)
    desk.click("labels_print")
    preview = desk.frame.findChild(QWidget, "preview")
    assert desk.frame.findChild(QPushButton, "labels_print") is not None
    if preview is not None:
        preview.close()
    desk.settle()
