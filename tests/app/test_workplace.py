"""The workplace: settings, help, the finder, long work, lists taken over; by keyboard alone from start to print."""

from decimal import Decimal
from pathlib import Path
from typing import Any

import pytest
from msgspec import structs
from PySide6.QtCore import Qt
from PySide6.QtWidgets import (
    QAbstractItemView,
    QApplication,
    QComboBox,
    QDialog,
    QLabel,
    QLineEdit,
    QListWidget,
    QWidget,
)

from tests.app.desk import Desk, put_on_look
from zygoform.app.application import Application as Whole
from zygoform.app.main_window import MainWindow
from zygoform.app.preferences import Preferences
from zygoform.app.stages.help.stage import answers
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import put_on
from zygoform.app.widgets.busy import Busy
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.finder import Findable, Finder
from zygoform.core.edits.edited import Edited
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.goods.timber import Saw
from zygoform.core.measure.message import Message
from zygoform.core.measure.param import params
from zygoform.core.measure.parse import INCH
from zygoform.files.demo import counter_begun
from zygoform.files.project_json import write_project
from zygoform.files.settings_json import Settings

pytestmark = pytest.mark.window

# Settings


def test_every_setting_has_a_field_that_says_what_it_refuses(desk: Desk) -> None:
    desk.action("settings")
    for entry in params(Saw):
        line = desk.find(QLineEdit, f"saw_{entry.name}")
        assert line.isVisible()
        before = desk.session.project
        desk.enter(f"saw_{entry.name}", "nonsense")
        assert desk.fault(f"saw_{entry.name}")
        assert desk.session.project == before
        figure = 0.5 if entry.name == "scale_step" else 40
        desk.enter(f"saw_{entry.name}", str(figure))
        assert desk.fault(f"saw_{entry.name}") == ""
        held = getattr(desk.session.project.shop.saw, entry.name)
        assert held == pytest.approx(figure if entry.unit == "angle" else figure * INCH)
    desk.enter("climate_low", "12 %")
    assert "in this order" in desk.fault("climate_low")
    desk.enter("climate_high", "13")
    assert desk.session.project.shop.climate.high == 13
    desk.enter("currency", "123")
    assert "none of them a figure" in desk.fault("currency")
    desk.enter("currency", "kr")
    assert desk.session.project.shop.currency == "kr"
    for name, value in (("set_units", "mm"), ("set_rounding", "1.0"), ("set_fraction", "32"), ("set_paper", "A4")):
        desk.find(Segments, name).choose(value)
    shop = desk.session.project.shop
    assert (shop.unit.system, shop.unit.mm_step, shop.unit.denominator, shop.paper) == ("mm", 1.0, 32, "A4")
    for _ in range(desk.session.history.at):
        desk.action("undo")
    assert not desk.session.is_dirty, "settings of the project are edits like any other"


def test_a_lower_saw_lays_the_skirt_flat(desk: Desk) -> None:
    assert any(group.title == "On edge, swung 45°" for group in desk.plan.settings)
    desk.action("settings")
    desk.enter("saw_fence_height", "2")
    assert any(group.title == "Flat, tilted 45°" for group in desk.plan.settings)
    desk.enter("saw_tilt_left", "30")
    assert any(group.title.startswith("Marked and cut by hand") for group in desk.plan.settings)


def test_new_projects_start_like_this_one_once_said(desk: Desk) -> None:
    desk.action("settings")
    desk.find(Segments, "set_units").choose("mm")
    desk.enter("shop_kerf", "2 mm")
    desk.click("keep_usual")
    desk.window.filing.ask_unsaved = lambda: "discard"
    desk.action("new")
    assert desk.session.unit.system == "mm"
    assert desk.session.project.shop.kerf == 2.0
    assert desk.session.project.shop.timber, "prices are still there"


def test_a_new_piece_begins_in_the_units_of_the_last(desk: Desk, tmp_path: Path) -> None:
    desk.action("settings")
    desk.find(Segments, "set_units").choose("mm")
    desk.window.filing.ask_save = lambda *_: str(tmp_path / "one.zygoform")
    assert desk.window.filing.save_as()
    desk.wait(lambda: not desk.session.is_dirty)
    desk.action("new")
    assert desk.session.unit.system == "mm"
    # And so does the first one of the next day.
    assert desk.window.preferences.settings.system == "mm"
    next_day = Whole(desk.app, MainWindow(), desk.window.preferences, demo=False)
    assert next_day.session.unit.system == "mm"


def test_another_look_keeps_document_screen_and_size(app: QApplication) -> None:
    frame, preferences = MainWindow(), Preferences(Settings())
    frame.show()
    whole = Whole(app, frame, preferences, demo=True)
    whole.window.go("cut")
    whole.session.do(lambda project: set_value(project, "c1", "radius", 30.0))
    kept, history = whole.session.project, whole.session.history
    try:
        for theme, percent in (("dark", 100), ("dark", 150), ("light", 115)):
            put_on_look(whole, theme=theme, text_percent=percent)
            app.processEvents()
            assert percent / 100 == t.SCALE
            assert whole.window.stage == "cut"
            assert whole.session.project is kept
            assert whole.session.history is history
            assert (frame.width(), frame.height()) == (1280, 800)
            assert whole.window.head.menu.actions()
        whole.session.undo()
        assert whole.session.project != kept
    finally:
        whole.window.filing.ask_unsaved = lambda: "discard"
        frame.close()
        put_on(app)


# Help and finder


def test_help_answers_twenty_questions_and_finds_words(desk: Desk) -> None:
    assert len(answers()) >= 20
    assert all(question.endswith(("?", ".")) and len(answer) > 40 for question, answer in answers())
    desk.action("help")
    questions = desk.find(QListWidget, "help_questions")
    assert questions.count() == len(answers())
    desk.type_here("kerf guess tape", Qt.Key.Key_Down)
    assert "No question" in desk.find(QLabel, "help_answer").text()
    line = desk.find(QLineEdit, "help_search")
    line.clear()
    desk.type_here("ripped", Qt.Key.Key_Down)
    assert questions.item(0).text() == "Which board of the top is ripped?"
    assert "last one" in desk.find(QLabel, "help_answer").text()
    keys = {label.text() for label in desk.window._made["help"].findChildren(QLabel)}
    for action, _ in desk.window.actions_table.values():
        if action.keys and action.scope == "window":
            assert ", ".join(action.keys) in keys


@pytest.mark.parametrize(
    ("words", "stage", "then"),
    [
        ("skirt fro", "cut", lambda desk: desk.session.view.hovered == "c2/board/front"),
        ("board f", "cut", lambda desk: desk.session.view.hovered == "c2/board/back"),
        (
            "height at the fence",
            "settings",
            lambda desk: desk.frame.focusWidget().objectName() == "saw_fence_height",
        ),
        ("how do i start", "help", lambda _: True),
        ("buy", "buy", lambda _: True),
        (
            "skirt",
            "redesign",
            lambda desk: (
                type(desk.session.project.changes[-1]).__name__ == "Skirt"
                and len(desk.session.project.changes) == 3
            ),
        ),
        ("millimetres", "redesign", lambda desk: desk.session.unit.system == "mm"),
    ],
)
def test_the_finder_goes_to_what_it_finds(desk: Desk, words: str, stage: str, then: object) -> None:
    desk.action("find")
    finder = desk.find(Finder, "finder")
    assert finder.isVisible()
    desk.type_here(words, Qt.Key.Key_Return)
    assert not finder.isVisible()
    assert desk.window.stage == stage
    assert then(desk)  # type: ignore[operator]


def test_what_can_be_done_stands_before_what_can_be_read(desk: Desk) -> None:
    help_, act = (
        Findable("Paint or wax?", "help", print, rank=3),
        Findable("Print", "Ctrl+P", print, "paint on paper"),
    )
    finder = Finder(desk.frame, lambda: [help_, act], desk.frame.setFocus)
    finder.open()
    finder.line.setText("paint")
    listed = finder.list.item(0)
    assert listed is not None
    assert listed.data(Qt.ItemDataRole.UserRole) is act
    finder.hide()
    finder.deleteLater()


def test_the_finder_can_be_left(desk: Desk) -> None:
    desk.stand().setFocus()
    before = desk.frame.focusWidget()
    desk.action("find")
    desk.type_here("nothing is called like this", Qt.Key.Key_Down)
    assert desk.find(QListWidget, "find_list").count() == 0
    desk.key(Qt.Key.Key_Return)
    desk.key(Qt.Key.Key_Escape)
    assert not desk.find(Finder, "finder").isVisible()
    assert desk.frame.focusWidget() is before


# Long work


def test_long_work_shows_and_can_be_stopped(desk: Desk) -> None:
    busy = desk.find(Busy, "busy")
    assert not busy.isVisible()
    for number in range(6):
        desk.session.do(lambda project: add_change(project, "own_part", "p1/body/main"))
        change = f"c{3 + number}"
        desk.session.do(lambda p, c=change, n=number: set_value(p, c, "length", 211.0 + 97.3 * n))  # type: ignore[misc]
        desk.session.do(lambda p, c=change, n=number: set_value(p, c, "count", 7 + 3 * n))  # type: ignore[misc]
    desk.session.planning.start_solving()
    busy._wait.setInterval(0)
    busy._wait.stop()
    busy.refresh()
    desk.wait(lambda: busy.isVisible() or not desk.session.planning.solver.busy)
    if busy.isVisible():
        assert "proven" in busy.words.text()
        # In little room the bar and Stop are left, the words are in the tip.
        busy.be_short(short=True)
        assert (busy.words.isVisible(), busy.stop.isVisible()) == (False, True)
        assert busy.toolTip() == busy.words.text()
        busy.be_short(short=False)
        desk.click("stop_solving")
        assert not desk.session.planning.solver.busy
        assert not busy.isVisible()
    assert desk.plan.layouts


# Lists and counts by hand


def test_counts_are_typed_in_the_table(desk: Desk) -> None:
    desk.action("stage_cut")
    desk.find(Segments, "cut_mode").choose("part")
    table = desk.find(QAbstractItemView, "part_table")
    table.setFocus()
    model = table.model()
    count = next(c for c in range(model.columnCount()) if model.headerData(c, Qt.Orientation.Horizontal) == "Count")
    parts = len(desk.plan.parts)
    assert model.setData(model.index(0, count), "5", Qt.ItemDataRole.EditRole)
    assert len(desk.plan.parts) == parts + 2
    assert model.index(0, count).data() == "5, 3 planned"
    assert not model.setData(model.index(0, count), "many", Qt.ItemDataRole.EditRole)
    assert "whole number" in desk.told[-1]
    assert model.setData(model.index(2, count), "0", Qt.ItemDataRole.EditRole)
    assert model.index(2, count).data() == "0, left out"
    desk.settle()
    assert desk.find(QWidget, "finding_recounted").objectName()
    desk.action("undo")
    desk.action("undo")
    assert len(desk.plan.parts) == parts


def test_lists_are_taken_over_from_the_menu(desk: Desk, tmp_path: Path) -> None:
    good, bad, noise = tmp_path / "good.csv", tmp_path / "bad.csv", tmp_path / "noise.csv"
    good.write_text("name,count,length,stock\nCleat,4,12,Pine 1 × 3\n", encoding="utf-8-sig")
    bad.write_text("name,count,length,stock\nCleat,4,12,Pine 1 × 3\nRail,x,12,Pine 1 × 3\nRail,y,1,None\n")
    noise.write_bytes(bytes(range(256)) * 40)
    before = desk.session.project
    for path in (bad, noise):
        desk.window.filing.ask_open = lambda _kinds, path=path: str(path)  # type: ignore[misc]
        for action in ("take_parts", "take_boards"):
            desk.action(action)
            refused = (f"Nothing was taken from {path.name}. ", f"{path.name} was not taken: ")
            assert desk.told[-1].startswith(refused)
            assert desk.session.project == before
    desk.window.filing.ask_open = lambda _kinds: str(good)
    desk.action("take_parts")
    assert [part.part.name for part in desk.plan.parts].count("Cleat") == 4
    desk.action("undo")
    assert desk.session.project == before, "one step"
    desk.action("take_boards")
    assert desk.session.project.stock[0].count == 4


@pytest.mark.parametrize(("answer", "there"), [("add", True), ("replace", False), ("back", True)])
def test_a_price_list_comes_to_the_one_there_is_or_in_its_place_as_is_said(
    desk: Desk, tmp_path: Path, answer: Any, there: bool
) -> None:
    """And an open card offers what is on sale by now."""
    path = tmp_path / "yard.csv"
    head = "kind,id,name,nominal,system,thickness,width,length,species,holds,price\n"
    path.write_text(f"{head}board,oak-x,Oak from the yard,,inch,1 in,5 in,8 ft,white oak,,44\n")
    desk.action("stage_redesign")
    desk.session.open_up("c1")
    desk.settle()
    before = desk.session.project.shop.timber
    desk.window.filing.ask_open = lambda _kinds: str(path)
    desk.window.filing.ask_prices = lambda _name: answer
    desk.action("prices")
    timber = desk.session.project.shop.timber
    assert ("oak-x" in {size.id for size in timber}) == (answer != "back")
    assert ({size.id for size in before} <= {size.id for size in timber}) == there
    combo = desk.find(QComboBox, "c1_board")
    assert (combo.findData("oak-x") >= 0) == (answer != "back")


def test_what_no_list_holds_is_given_a_price_where_it_stands(desk: Desk) -> None:
    shop = desk.session.project.shop
    unlisted = structs.replace(shop, packs=tuple(pack for pack in shop.packs if pack.kind != "glue"))
    desk.session.do(lambda project: Edited(structs.replace(project, shop=unlisted), Message("")))
    desk.action("stage_buy")
    desk.settle()
    assert desk.plan.purchase.unpriced == 1
    total = desk.plan.purchase.total
    desk.enter("price_glue", "much")
    assert "12.50" in desk.fault("price_glue")
    desk.enter("price_glue", "9.40")
    (row,) = [row for row in desk.plan.purchase.rows if row.kind == "glue"]
    assert (row.count, row.total, row.missing) == (1, Decimal("9.40"), False)
    assert desk.plan.purchase.total == total + Decimal("9.40")
    assert desk.plan.purchase.unpriced == 0
    desk.action("undo")
    assert desk.plan.purchase.unpriced == 1


def test_a_board_measured_for_real_changes_the_plan_in_the_rack(desk: Desk) -> None:
    desk.action("stage_cut")
    desk.click("what_i_have")
    desk.choose("rack_size", "pine-5/4x6")
    assert desk.find(QLineEdit, "real_width").text() == '5 1/2"'
    desk.enter("real_width", "5 3/8")
    assert len([p for p in desk.plan.parts if p.part.change_id == "c1"]) == 5
    desk.enter("real_thickness", "0")
    assert desk.fault("real_thickness")


def test_from_three_sizes_to_paper_by_keyboard_alone(bare: Desk, tmp_path: Path) -> None:
    desk = bare
    for text in ("1500 mm", "900 mm", "500 mm"):
        desk.type_here(text, Qt.Key.Key_Return if text == "500 mm" else Qt.Key.Key_Tab)
    desk.action("stage_redesign")
    desk.key(Qt.Key.Key_N)
    desk.menu("add_menu", "Part of your own")
    for _ in range(12):
        desk.key(Qt.Key.Key_Tab)
        if desk.frame.focusWidget().objectName() == "c1_name":
            break
    desk.type_here("Cleat")
    desk.action("stage_cut")
    desk.key(Qt.Key.Key_W, Qt.KeyboardModifier.AltModifier)
    assert desk.find(QWidget, "why_panel").isVisible()
    desk.key(Qt.Key.Key_Right)
    desk.settle()
    whys = [w.accessibleName() for w in desk.frame.findChildren(QWidget, "why_line") if w.isVisible()]
    assert any(name.startswith("Cleat 1a is 12") for name in whys)
    desk.window.filing.ask_save = lambda _n, _k: str(tmp_path / "sheet.pdf")
    desk.action("export_sheet")
    desk.wait(lambda: bool(desk.told) and desk.told[-1] == "Exported sheet.pdf")
    desk.action("print")
    assert desk.find(QDialog, "preview").isVisible()
    desk.find(QDialog, "preview").close()
    desk.settle()
    assert desk.count < 40


def test_another_look_does_not_forget_who_else_has_the_file(app: QApplication, tmp_path: Path) -> None:
    path = tmp_path / "shared.json"
    write_project(path, counter_begun())
    frame, preferences = MainWindow(), Preferences(Settings())
    whole, asked = Whole(app, frame, preferences, demo=True), list[str]()
    try:
        assert whole.window.filing.open_file(path)
        theirs = set_value(counter_begun(), "c1", "radius", 40.0).project
        write_project(path, theirs)
        put_on_look(whole, theme="dark")
        app.processEvents()
        assert list(tmp_path.glob(".zygoform-*.open")), "nobody else is told any more"
        whole.session.do(lambda project: set_value(project, "c1", "radius", 30.0))
        whole.window.filing.ask_changed = lambda name: asked.append(name) or "back"  # type: ignore[func-returns-value]
        assert not whole.window.filing.save()
        assert asked == ["shared.json"]
    finally:
        whole.window.filing.ask_unsaved = lambda: "discard"
        frame.close()
        put_on(app)
