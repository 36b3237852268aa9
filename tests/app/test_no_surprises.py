"""What use found and must not come back: rests of another document, what moves by chance, two current pieces."""

from pathlib import Path

import pytest
from PySide6.QtCore import QPoint, QPointF, Qt
from PySide6.QtGui import QPaintEvent, QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QComboBox, QFrame, QLabel, QLineEdit, QMenu, QWidget

from tests.app.desk import LEFT, NONE, Desk
from zygoform.app.stages.redesign.card import ChangeCard
from zygoform.app.stages.redesign.stage import RedesignStage
from zygoform.app.stages.survey.kind_choice import KindChoice
from zygoform.app.stages.survey.recent import RecentButton
from zygoform.app.stages.survey.stage import SurveyStage
from zygoform.app.stages.survey.start import StartBox
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.side_drawer import SideDrawer
from zygoform.app.widgets.tally import TOTALS, Tally
from zygoform.core.edits.pieces import new_piece
from zygoform.core.edits.planning import set_value
from zygoform.core.edits.survey import set_reading
from zygoform.core.ids import piece_of
from zygoform.files.demo import demo_project, fresh_project, set_demo
from zygoform.files.project_json import write_project

pytestmark = pytest.mark.window

INCH = 25.4


def shown(desk: Desk, kind: type[QWidget]) -> list[QWidget]:
    return [widget for widget in desk.frame.findChildren(kind) if widget.isVisible()]


def words_on_screen(desk: Desk) -> str:
    labels = " ".join(label.text() for label in shown(desk, QLabel))  # type: ignore[attr-defined]
    return labels + " ".join(line.text() for line in shown(desk, QLineEdit))  # type: ignore[attr-defined]


def turn(widget: QWidget, by: int = -120, at: QPointF | None = None) -> None:
    at = at or QPointF(widget.rect().center())
    place = QPointF(widget.mapToGlobal(at.toPoint()))
    event = QWheelEvent(
        at, place, QPoint(0, 0), QPoint(0, by), Qt.MouseButton.NoButton, NONE, Qt.ScrollPhase.NoScrollPhase, False
    )
    QApplication.sendEvent(widget, event)


# Another document


def test_nothing_of_one_document_is_left_on_the_next(desk: Desk) -> None:
    for stage in ("survey", "redesign", "cut", "buy"):
        desk.action(f"stage_{stage}")
    desk.action("stage_redesign")
    desk.session.open_up("c2")
    desk.session.select("c2/board/front")
    desk.settle()
    assert "Harbour" in desk.frame.windowTitle()
    other = new_piece(fresh_project(), "Bedside", {"width": "20", "height": "24", "depth": "14"}).project
    desk.session.begin(other, None, "Opened")
    desk.settle()
    for stage in ("redesign", "survey", "cut", "buy"):
        desk.action(f"stage_{stage}")
        assert not shown(desk, ChangeCard), stage
        assert "Skirt" not in words_on_screen(desk), stage
        assert "Harbour" not in words_on_screen(desk), stage
    view = desk.session.view
    assert (view.open_change, view.selected) == ("", "")


def test_a_new_sheet_is_empty_and_has_nothing_to_lose(desk: Desk) -> None:
    desk.window.filing.ask_unsaved = lambda: "discard"
    desk.action("new")
    desk.choose("start_kind", "table")
    desk.find(QLineEdit, "start_width").setText("nonsense")
    desk.click("start_draw")
    assert desk.fault("start_width")
    desk.action("new")
    assert desk.find(KindChoice, "start_kind").kind.kind == "case"
    assert desk.find(QLineEdit, "start_width").text() == ""
    assert desk.fault("start_width") == ""
    for name in ("undo", "redo"):
        assert not desk.window.actions_table[name][1].isEnabled(), name
    desk.action("units")
    assert desk.session.unit.system == "mm"
    dirty = desk.session.is_dirty
    assert not dirty, "an empty sheet in another unit is no work to lose"
    for name, text in (("width", "400"), ("height", "600"), ("depth", "350")):
        desk.find(QLineEdit, f"start_{name}").setText(text)
    desk.click("start_draw")
    assert desk.session.is_dirty
    assert desk.window.actions_table["undo"][1].isEnabled()
    assert not desk.window.actions_table["redo"][1].isEnabled()


def test_a_box_too_low_is_refused_at_its_height(bare: Desk) -> None:
    bare.choose("start_kind", "lidded_box")
    for name, text in (("width", "80 mm"), ("height", "60 mm"), ("depth", "80 mm")):
        bare.find(QLineEdit, f"start_{name}").setText(text)
    bare.click("start_draw")
    assert "whole height" in bare.fault("start_height")
    assert not bare.fault("start_width") + bare.fault("start_depth")
    bare.find(QLineEdit, "start_height").setText("600 mm")
    bare.click("start_draw")
    assert bare.session.project.pieces, "what was marked was what was wrong"


# A set


def test_what_is_clicked_in_a_set_is_what_is_shown_and_acted_on(desk: Desk) -> None:
    desk.session.begin(set_demo(), None, "Opened")
    desk.action("stage_survey")
    desk.session.show_piece("")
    desk.settle()
    for piece in desk.session.project.known_pieces:
        part = next(part for part in desk.stand().targets() if piece_of(part) == piece.id)
        desk.click_part(part)
        assert desk.session.piece is not None
        assert desk.session.piece.id == piece.id
        width = desk.find(QLineEdit, "survey_width")
        shown_size = width.text() or width.placeholderText()
        readings = piece.width  # type: ignore[attr-defined]
        if readings:
            assert desk.session.unit.show(readings[-1].value) in shown_size.replace(" ", "\u00a0"), piece.name
        assert desk.find(QLineEdit, "piece_name").text() == piece.name
    gone = desk.session.project.known_pieces[-1]
    desk.click("pieces_menu")
    desk.menu("pieces", "Take this piece out")
    assert gone.id not in {piece.id for piece in desk.session.project.known_pieces}
    assert len(desk.session.project.known_pieces) == len(set_demo().known_pieces) - 1


def test_only_what_fits_is_offered_and_enter_takes_the_first(desk: Desk) -> None:
    desk.session.begin(set_demo(), None, "Opened")
    desk.action("stage_redesign")
    desk.session.show_piece("")
    count = len(desk.session.project.changes)
    redesign = desk.window._made["redesign"]
    assert isinstance(redesign, RedesignStage)
    for _ in range(2):
        redesign.open_add()
        desk.settle()
    menus = [menu for menu in desk.frame.findChildren(QMenu, "add_menu") if menu.isVisible()]
    assert len(menus) == 1, "a second N stacks no second menu"
    piece = desk.session.piece
    assert piece is not None
    entries = [action.text() for action in menus[0].actions() if not action.isSeparator()]
    single = [text for text in entries if ", on all" not in text]
    assert single
    assert all(text.endswith(f", {piece.name}") for text in single)
    QTest.keyClick(menus[0], Qt.Key.Key_Return)
    desk.settle()
    assert len(desk.session.project.changes) == count + 1
    added = desk.session.project.changes[-1]
    assert piece_of(added.targets[0]) == piece.id
    card = desk.find(QFrame, f"card_{added.id}")
    # A new card is scrolled to.
    desk.wait(lambda: not card.visibleRegion().isEmpty())


# Nothing moved by chance


def test_a_wheel_over_a_field_without_the_keyboard_changes_nothing(desk: Desk) -> None:
    desk.session.open_up("c2")
    desk.settle()
    desk.stand().setFocus()
    before = desk.session.project
    fields = [*shown(desk, QComboBox), *shown(desk, QLineEdit), *shown(desk, Segments)]
    assert len(fields) > 3
    for field in fields:
        turn(field)
        turn(field, 120)
    desk.settle()
    assert desk.session.project == before


def test_the_wheel_on_the_drawing_comes_nearer_where_it_points(desk: Desk) -> None:
    stand = desk.stand()
    at = QPointF(stand.width() * 0.7, stand.height() * 0.4)
    before, mm = stand.mapping(), stand.mapping().to_mm(at)
    turn(stand, 120, at)
    assert stand.mapping().scale > before.scale
    assert stand.mapping().to_mm(at) == pytest.approx(mm, abs=0.5)
    turn(stand, -120, at)
    assert stand.mapping().scale == pytest.approx(before.scale)


def test_what_is_typed_is_taken_in_the_unit_it_was_typed_in(desk: Desk) -> None:
    desk.session.open_up("c2")
    desk.settle()
    name = next(f.objectName() for f in shown(desk, QLineEdit) if f.objectName().startswith("c2_height"))
    line = desk.find(QLineEdit, name)
    line.setFocus()
    line.selectAll()
    QTest.keyClicks(line, "2")
    desk.action("units")
    assert desk.session.unit.system == "mm"
    assert desk.session.project.change("c2").height == pytest.approx(2 * INCH)  # type: ignore[union-attr]
    line = desk.find(QLineEdit, name)
    line.setFocus()
    line.selectAll()
    QTest.keyClicks(line, "rubbish")
    desk.action("units")
    assert desk.session.unit.system == "mm", "refused, it stays there and so does the unit"
    assert desk.find(QLineEdit, name).text() == "rubbish"


def test_dividing_an_opening_leaves_its_neighbours_as_they_are(desk: Desk) -> None:
    def rects() -> dict[str, tuple[float, ...]]:
        return {o.id: o.rect for body in desk.plan.found.bodies for o in body.openings}

    desk.action("stage_survey")
    before = rects()
    for direction in ("columns", "rows"):
        desk.click_part("p1/opening/o1")
        desk.click(f"divide_{direction}_2")
        after = rects()
        for own, rect in before.items():
            if own != "p1/opening/o1":
                assert after[own] == pytest.approx(rect), (direction, own)
        desk.action("undo")


def test_menus_read_from_left_to_right_and_open_at_their_button(desk: Desk) -> None:
    desk.action("stage_survey")
    assert desk.window.head.menu.layoutDirection() == Qt.LayoutDirection.LeftToRight
    desk.click_part("p1/side/left")
    survey = desk.window._made["survey"]
    assert isinstance(survey, SurveyStage)
    survey.fault_here()
    desk.wait(lambda: any(menu.isVisible() for menu in desk.frame.findChildren(QMenu, "fault_menu")))
    menu = next(menu for menu in desk.frame.findChildren(QMenu, "fault_menu") if menu.isVisible())
    button = desk.find(QWidget, "fault_add")
    corner = button.mapToGlobal(QPoint(0, 0))
    box = menu.geometry()
    # Where the screen ends before the button does, as far to the right as it goes.
    left = min(corner.x(), menu.screen().geometry().right() + 1 - box.width())
    assert abs(box.left() - left) <= 4
    assert abs(box.top() - corner.y() - button.height()) <= 4 or abs(box.bottom() - corner.y()) <= 4
    menu.close()


def test_buy_begins_with_the_list_not_in_a_price(desk: Desk) -> None:
    desk.action("stage_buy")
    assert not isinstance(desk.frame.focusWidget(), QLineEdit)


# Room


def test_kinds_are_drawn_and_chosen_with_the_arrows(bare: Desk) -> None:
    choice = bare.find(KindChoice, "start_kind")
    bare.wait(lambda: all(button.scene is not None for button in choice.buttons.values()))
    choice.buttons["case"].setFocus()
    seen = {choice.kind.kind}
    for key in (Qt.Key.Key_Right, Qt.Key.Key_Right, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Left):
        QTest.keyClick(bare.frame.focusWidget(), key)
        seen.add(choice.kind.kind)
    assert seen == set(choice.buttons)


def test_recent_projects_show_what_they_are(app: QApplication, tmp_path: Path, bare: Desk) -> None:
    good, bad = tmp_path / "Hall.zygoform.json", tmp_path / "Spoilt.zygoform.json"
    write_project(good, demo_project())
    bad.write_text("{")
    box = StartBox(bare.session, (str(good), str(bad)))
    opened: list[object] = []
    box.opened.connect(opened.append)
    box.show()
    hall, spoilt = (box.findChild(RecentButton, f"recent_{path.name}") for path in (good, bad))
    assert isinstance(hall, RecentButton)
    assert isinstance(spoilt, RecentButton)
    bare.wait(lambda: bool(hall.sizes and spoilt.sizes))
    assert " × " in hall.sizes
    assert hall.title == "Hall"
    assert spoilt.sizes == "cannot be read"
    hall.click()
    assert opened == [good]
    box.close()
    box.deleteLater()
    app.processEvents()


def test_the_panel_is_a_drawer_where_there_is_no_room(desk: Desk) -> None:
    drawer = desk.frame.findChildren(SideDrawer)[-1]
    size = drawer.size()

    def seen() -> tuple[bool, bool, bool]:
        desk.settle()
        return drawer.is_drawer, drawer.handle.isVisible(), drawer.side.isVisible()

    assert seen() == (False, False, True)
    drawer.setMaximumWidth(500)
    assert seen() == (True, True, False)
    QTest.mouseClick(drawer.handle, LEFT)
    assert seen() == (True, True, True)
    assert drawer.main.geometry().intersects(drawer.side.geometry()), "it lies over the drawing"
    desk.find(QWidget, "add_change").setFocus()
    desk.key(Qt.Key.Key_Escape)
    assert seen() == (True, True, False)
    redesign = desk.window._made["redesign"]
    assert isinstance(redesign, RedesignStage)
    redesign.open_card("c2")
    assert seen() == (True, True, True), "a card that is opened is seen"
    drawer.setMaximumWidth(size.width())
    assert seen() == (False, False, True)
    assert drawer.main.width() + drawer.side.width() == size.width()


def test_a_change_clicked_in_the_drawing_opens_and_scrolls_into_sight(app: QApplication) -> None:
    """One of those far below; the keyboard stays in the drawing."""
    desk = Desk(app, demo_project())
    desk.action("stage_redesign")
    redesign = desk.window._made["redesign"]
    assert isinstance(redesign, RedesignStage)
    view = redesign.area.view
    desk.wait(lambda: not view.drawing.busy)
    desk.session.open_up("")
    desk.settle()
    places = {
        view.part_at(QPointF(x, y)).split("/")[0]: QPoint(x, y)
        for y in range(0, view.height(), 6)
        for x in range(0, view.width(), 6)
    }
    last = [change.id for change in desk.session.project.changes if change.id in places][-1]
    assert redesign.cards[last].y() > redesign._area.viewport().height()
    view.setFocus()
    QTest.mouseClick(view, LEFT, NONE, places[last])
    desk.settle()
    card = redesign.cards[last]
    assert card.is_open
    top = card.mapTo(redesign._area.viewport(), QPoint(0, 0)).y()
    assert 0 <= top < redesign._area.viewport().height() - 40
    assert desk.frame.focusWidget() is view
    desk.close()


@pytest.mark.parametrize("how", ["mouse", "keys"])
def test_a_total_leads_to_what_it_counts(desk: Desk, how: str) -> None:
    tally = desk.find(Tally, "tally")
    desk.frame.grab()
    for at, (place, total) in enumerate(list(tally._cells)):
        desk.window.go("settings")
        if how == "mouse":
            QTest.mouseClick(tally, LEFT, NONE, place.center().toPoint())
        else:
            tally.setFocus()
            tally._at = (at - 1) % len(tally._cells)
            QTest.keyClick(tally, Qt.Key.Key_Right)
            QTest.keyClick(tally, Qt.Key.Key_Return)
        desk.settle()
        assert desk.window.stage == total.stage
    assert {total.stage for total in TOTALS} == {"cut", "buy", "redesign"}


def test_parts_are_ticked_as_cut_and_stay_so(desk: Desk) -> None:
    desk.action("stage_cut")
    row = next(w for w in desk.frame.findChildren(QWidget) if w.objectName().startswith("cut_") and w.isVisible()
               and type(w).__name__ != "Segments")  # fmt: skip
    tick = next(w for w in row.findChildren(QWidget) if type(w).__name__ == "TickBox")
    QTest.mouseClick(tick, LEFT)
    desk.settle()
    cut = {fact.subject for fact in desk.session.project.facts if fact.kind == "cut"}
    assert cut
    assert cut <= {part.id for part in desk.plan.parts}
    assert desk.session.is_dirty
    desk.action("undo")
    assert not desk.session.project.facts


def test_the_walk_hides_what_it_does_not_ask(desk: Desk) -> None:
    desk.session.begin(new_piece(fresh_project(), "Bedside", {}, "case").project, None, "Opened")
    desk.action("stage_survey")
    survey = desk.window._made["survey"]
    assert isinstance(survey, SurveyStage)
    asked = desk.find(QLineEdit, "survey_depth")
    assert shown(desk, QLineEdit).count(asked) == 1
    survey.measure_next()
    desk.settle()
    assert shown(desk, QLineEdit).count(asked) == 0
    place = desk.find(QWidget, "walk_box").findChildren(QWidget)
    tops = {w.objectName(): w.mapTo(survey, QPoint(0, 0)).y() for w in place if w.isVisible() and w.objectName()}
    line = next(w for w in place if isinstance(w, QLineEdit) and w.isVisible())
    line.setFocus()
    QTest.keyClicks(line, "nonsense")
    QTest.keyClick(line, Qt.Key.Key_Return)
    desk.settle()
    after = {w.objectName(): w.mapTo(survey, QPoint(0, 0)).y() for w in place if w.isVisible() and w.objectName()}
    moved = {name: (y, after[name]) for name, y in tops.items() if name in after and after[name] != y}
    assert not moved, "buttons stay where they are"
    survey.walk.stop()
    desk.settle()
    assert desk.find(QLineEdit, "survey_depth").isVisible()


def test_the_drawing_follows_what_is_in_it(desk: Desk) -> None:
    """A better layout or a price paints no drawing; a size does."""
    painted: list[int] = []
    stand = desk.stand()
    # What the window system still asks for since it appeared is none of it, nor are the lines that follow.
    desk.settle()
    desk.wait(lambda: stand.drawing.at_rest)
    desk.settle()
    real = stand.paintEvent

    def paint(event: QPaintEvent) -> None:
        painted.append(1)
        real(event)

    stand.paintEvent = paint  # type: ignore[method-assign, assignment]
    desk.session.touched = frozenset({"buy", "cut", "stock"})
    desk.session.changed.emit()
    desk.settle()
    assert not painted
    desk.session.do(lambda project: set_reading(project, "height", "35"))
    desk.settle()
    assert painted


def test_a_value_in_mm_is_never_cut_off(desk: Desk) -> None:
    desk.session.open_up("c1")
    desk.action("units")
    desk.stand().setFocus()
    desk.settle()
    lines = [line for line in shown(desk, QLineEdit) if line.objectName().startswith("c1_overhang")]
    assert len(lines) == 4
    for line in lines:
        assert isinstance(line, QLineEdit)
        assert line.fontMetrics().horizontalAdvance(line.text()) <= line.width() - 20, line.text()
    lines[0].setFocus()
    assert lines[0].text().endswith("mm"), "typed in, it says its unit"  # type: ignore[attr-defined]
    # Also a longer value that comes without the field being laid out anew.
    desk.stand().setFocus()
    for long in (127.75, 101.25):
        desk.session.do(lambda project, long=long: set_value(project, "c1", "overhang_right", long))  # type: ignore[misc]
        desk.settle()
        (line,) = (line for line in lines if line.objectName() == "c1_overhang_right")
        assert isinstance(line, QLineEdit)
        assert line.text().startswith(f"{long:g}"[:5])
        assert line.fontMetrics().horizontalAdvance(line.text()) <= line.width() - 20, line.text()
    desk.stand().setFocus()
