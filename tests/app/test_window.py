"""The window: nothing is lost unasked, faults are told in words, every action has a key or a menu place."""

import os
from collections.abc import Iterator
from pathlib import Path

import pytest
from pypdf import PdfReader
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QWheelEvent
from PySide6.QtTest import QTest
from PySide6.QtWidgets import (
    QAbstractButton,
    QLabel,
    QLineEdit,
    QMenu,
    QPushButton,
    QToolButton,
    QWidget,
)

from tests.app.desk import Desk, move_pointer
from zygoform.app.actions import filing
from zygoform.app.actions.asking import UnsavedChoice
from zygoform.app.canvas.gestures import DragGrip
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.tally import TOTALS, Tally
from zygoform.core.drawing.views import CORNER_PLACES
from zygoform.files.demo import counter_begun, demo_project
from zygoform.files.project_json import write_project

pytestmark = pytest.mark.window


def spoil(desk: Desk) -> None:
    """One edit that is not saved."""
    desk.click("card_c1")
    desk.enter("c1_radius", "1")


def test_unsaved_work_is_never_lost_without_asking(desk: Desk, tmp_path: Path) -> None:
    asked = []
    answers: Iterator[UnsavedChoice] = iter(("cancel", "discard", "save"))

    def ask() -> UnsavedChoice:
        asked.append(1)
        return next(answers)

    desk.window.filing.ask_unsaved = ask
    spoil(desk)
    kept = desk.session.project
    desk.action("new")
    assert desk.session.project == kept, "cancel keeps it"
    desk.action("demo")
    assert desk.session.project.changes == demo_project().changes
    spoil(desk)
    desk.window.filing.ask_save = lambda _n, _k: str(tmp_path / "a.json")
    desk.action("new")
    assert len(asked) == 3
    assert (tmp_path / "a.json").exists()
    assert desk.session.plan is None
    desk.action("new")
    assert len(asked) == 3, "nothing unsaved, nothing asked"
    assert "saved" not in desk.find(QLabel, "save_state").text()


def test_closing_asks_too(desk: Desk) -> None:
    spoil(desk)
    desk.window.filing.ask_unsaved = lambda: "cancel"
    desk.frame.close()
    assert desk.frame.isVisible()
    desk.window.filing.ask_unsaved = lambda: "discard"
    desk.frame.close()
    assert not desk.frame.isVisible()


def test_a_full_disk_and_a_bad_file_are_told_and_nothing_is_lost(
    desk: Desk, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    path = tmp_path / "old.zygoform.json"
    write_project(path, counter_begun())
    spoil(desk)
    kept = desk.session.project

    def full(_handle: int) -> None:
        raise OSError(28, "No space left on device")

    with monkeypatch.context() as patch:
        patch.setattr(os, "fsync", full)
        desk.window.filing.ask_save = lambda _n, _k: str(path)
        desk.action("save_as")
        desk.action("export_setting")
        desk.action("export_part")
    assert [words for words in desk.told if "No space left" in words] == desk.told
    assert desk.session.is_dirty
    assert path.read_bytes().startswith(b"{")
    bad = tmp_path / "bad.json"
    bad.write_bytes(b"\x00" * 1000)
    desk.window.filing.ask_unsaved = lambda: "discard"
    desk.window.filing.ask_open = lambda _kinds: str(bad)
    desk.action("open")
    assert "not a project file" in desk.told[-1]
    assert desk.session.project == kept
    assert desk.find(QLabel, "told").text() == desk.told[-1]


def test_exports_from_the_menu(desk: Desk, tmp_path: Path) -> None:
    names = iter(("a.csv", "b.csv", "c.pdf"))
    desk.window.filing.ask_save = lambda _n, _k: str(tmp_path / next(names))
    desk.action("export_setting")
    desk.action("export_part")
    assert (tmp_path / "a.csv").read_text("utf-8-sig").startswith("setting,codes")
    assert (tmp_path / "b.csv").read_text("utf-8-sig").startswith("part,name")
    desk.action("export_sheet")
    desk.wait(lambda: desk.told[-1] == "Exported c.pdf")
    assert "Harbour Lane counter" in PdfReader(tmp_path / "c.pdf").pages[0].extract_text()


def test_prices_taken_over_or_refused(desk: Desk, tmp_path: Path) -> None:
    good, bad = tmp_path / "good.csv", tmp_path / "bad.csv"
    shipped = Path(filing.__file__).parents[2] / "data" / "prices.csv"
    good.write_text(shipped.read_text().replace("4.55", "4.05"))
    bad.write_text(shipped.read_text().replace("ponderosa pine", "plastic"))
    total = desk.plan.purchase.total
    desk.window.filing.ask_open = lambda _kinds: str(bad)
    desk.action("prices")
    assert "species" in desk.told[-1]
    assert desk.plan.purchase.total == total
    desk.window.filing.ask_open = lambda _kinds: str(good)
    desk.window.filing.ask_prices = lambda _name: "replace"
    desk.action("prices")
    assert desk.plan.purchase.total == total - 1


def test_every_action_has_a_key_or_a_menu_place_and_no_key_two_meanings(desk: Desk) -> None:
    for stage in ("survey", "redesign", "buy", "cut"):
        desk.action(f"stage_{stage}")
        assert desk.window.stage == stage
    menus = [desk.window.head.menu, *desk.window.head.menu.findChildren(QMenu)]
    in_menu = {action.objectName() for menu in menus for action in menu.actions()}
    keys: dict[str, set[str]] = {}
    for name, (action, _made) in desk.window.actions_table.items():
        assert action.keys or action.id in in_menu, name
        assert action.title
        if action.scope == "window":
            for key in action.keys:
                assert key not in keys, f"{key} is taken"
                keys[key] = {name}
    menu = desk.find(QMenu, "file_menu")
    assert next(a.text() for a in menu.actions() if a.text()) == "New piece"


def test_every_control_has_a_name_and_is_large_enough(desk: Desk) -> None:
    desk.session.open_up("c1")
    for stage in ("survey", "redesign", "buy", "cut"):
        desk.action(f"stage_{stage}")
        for widget in desk.frame.findChildren(QWidget):
            if not widget.isVisible() or not isinstance(widget, (QAbstractButton, QLineEdit, Segments)):
                continue
            text = widget.text() if isinstance(widget, QAbstractButton) else ""
            name = widget.accessibleName() or text
            assert name, (stage, widget.objectName(), type(widget))
            assert widget.height() >= 27, (stage, widget.objectName(), widget.height())


@pytest.mark.parametrize("size", [(1280, 800), (1024, 700), (1920, 1080)])
def test_nothing_is_cut_off_at_any_size(desk: Desk, size: tuple[int, int]) -> None:
    desk.frame.resize(*size)
    for open_change in ("c1", "c2"):
        desk.session.open_up(open_change)
        for stage in ("survey", "redesign", "buy", "cut"):
            desk.action(f"stage_{stage}")
            desk.settle()
            assert desk.frame.width() == size[0], f"{stage} is wider than the window"
            for label in desk.frame.findChildren(QLabel):
                if label.isVisible() and not label.wordWrap() and label.text() and "<" not in label.text():
                    needed = label.fontMetrics().horizontalAdvance(label.text())
                    assert label.width() >= needed - 2, (stage, label.text(), label.width(), needed)


def test_standing_places_zoom_and_pan(desk: Desk) -> None:
    stand = desk.stand()
    stand.setFocus()
    for key, place in (
        ("F", "front"),
        ("L", "left"),
        ("R", "right"),
        ("B", "back"),
        ("A", "above"),
        ("C", "corner"),
    ):
        QTest.keyClicks(stand, key)
        assert desk.session.view.viewpoint == place
        stand.grab()
    # C again goes round, and every corner of the plan can be pressed.
    for place in ("left_corner", "back_left_corner", "back_right_corner", "corner"):
        QTest.keyClicks(stand, "C")
        assert desk.session.view.viewpoint == place
        stand.grab()
    for place in CORNER_PLACES:
        desk.click(f"place_{place}")
        assert desk.session.view.viewpoint == place
    stand.setFocus()
    for overlay in ("planned", "found", "over"):
        desk.key(Qt.Key.Key_O)
        assert desk.session.view.overlay == overlay
        stand.grab()
    desk.click("place_front")
    assert desk.session.view.viewpoint == "front"
    whole = stand.mapping()
    at = QPointF(300, 200)
    under = whole.to_mm(at)
    turn = QWheelEvent(
        at,
        stand.mapToGlobal(at),
        QPointF(0, 0).toPoint(),
        QPointF(0, 120).toPoint(),
        Qt.MouseButton.NoButton,
        Qt.KeyboardModifier.ControlModifier,
        Qt.ScrollPhase.NoScrollPhase,
        False,
    )
    desk.app.sendEvent(stand, turn)
    assert stand.mapping().scale > whole.scale
    assert stand.mapping().to_mm(at) == pytest.approx(under, abs=0.01), "what is under the pointer stays there"
    QTest.mousePress(stand, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPointF(400, 20).toPoint())
    move_pointer(stand, QPointF(440, 50).toPoint())
    move_pointer(stand, QPointF(450, 60).toPoint())
    QTest.mouseRelease(stand, Qt.MouseButton.LeftButton, Qt.KeyboardModifier.NoModifier, QPointF(450, 60).toPoint())
    assert stand.pan != QPointF(0, 0)
    desk.key(Qt.Key.Key_0)
    assert stand.mapping() == whole
    desk.key(Qt.Key.Key_M)
    assert stand.all_sizes
    stand.grab()


def test_a_drag_can_be_given_up_and_never_leaves_its_range(desk: Desk) -> None:
    desk.session.look_from(viewpoint="front")
    desk.session.open_up("c2")
    stand = desk.stand()
    scene = stand.scene()
    assert scene is not None
    grip = next(g for g in scene.grips if g.parameter == "height")
    before = desk.session.project
    drag = DragGrip(desk.session, grip, stand.mapping(), stand.mapping().to_px(grip.at))
    drag.move(stand.mapping().to_px((grip.at[0], grip.at[1] + 20)))
    assert desk.session.project != before, "the drawing follows"
    drag.cancel()
    assert desk.session.project == before
    assert not desk.session.history.can_undo
    desk.drag("height", 4000)
    change = desk.session.project.change("c2")
    assert 20 <= change.height <= 63.5 + 1e-6, "never higher than the board is wide"  # type: ignore[union-attr]
    desk.drag("height", -4000)
    assert desk.session.project.change("c2").height >= 20  # type: ignore[union-attr]


def test_the_tally_says_what_the_last_edit_changed(desk: Desk) -> None:
    tally = desk.find(Tally, "tally")
    assert len(tally.cells()) == len(TOTALS) == 8
    assert {delta for _, _, delta, _ in tally.cells()} == {"no change"}
    desk.click("tick_c2")
    cells = {name: (figure, delta, way) for name, figure, delta, way in tally.cells()}
    assert cells["Parts"] == ("4", "4 fewer", -1)
    assert cells["Money"][1].endswith(" less")
    assert tally.last_edit() == "Left out new skirt"
    assert "Parts: 4" in tally.accessibleDescription()
    desk.click("tick_c2")
    assert {n: d for n, _, d, _ in tally.cells()}["Parts"] == "4 more"


def test_cards_move_leave_out_and_go_by_keys(desk: Desk) -> None:
    card = desk.find(QWidget, "card_c1")
    card.setFocus()
    desk.key(Qt.Key.Key_Space)
    assert desk.session.project.is_left_out("c1")
    desk.key(Qt.Key.Key_Space)
    desk.key(Qt.Key.Key_Down, Qt.KeyboardModifier.AltModifier)
    assert [c.id for c in desk.session.project.changes] == ["c2", "c1"]
    desk.key(Qt.Key.Key_Return)
    assert desk.session.view.open_change == "c1"
    desk.key(Qt.Key.Key_Delete)
    assert [c.id for c in desk.session.project.changes] == ["c2"]
    desk.action("undo")
    assert len(desk.session.project.changes) == 2


def test_enter_presses_the_button_and_the_drawing_takes_the_keyboard(bare: Desk) -> None:
    for name, text in (("width", "48"), ("height", "30 1/2"), ("depth", "16?")):
        bare.find(QLineEdit, f"start_{name}").setText(text)
    bare.find(QPushButton, "start_draw").setFocus()
    QTest.keyClick(bare.frame.focusWidget(), Qt.Key.Key_Return)
    bare.settle()
    assert bare.plan.piece("").depth[-1].source == "guessed"  # type: ignore[attr-defined]
    assert bare.frame.focusWidget() is bare.stand()


def test_a_table_is_begun_without_a_measurement(bare: Desk) -> None:
    kind = bare.find(QToolButton, "start_kind_case")
    assert kind.isChecked()
    assert bare.find(QLineEdit, "start_width").placeholderText() == '40"?'
    bare.action("units")
    assert bare.find(QLineEdit, "start_width").placeholderText() == "1016\u00a0mm?"
    bare.action("units")
    kind.setFocus()
    QTest.keyClick(kind, Qt.Key.Key_Right)
    QTest.keyClick(bare.find(QPushButton, "start_draw"), Qt.Key.Key_Space)
    bare.settle()
    assert (bare.plan.piece("").name, bare.plan.piece("").width) == ("Table", ())  # type: ignore[attr-defined]
    assert bare.find(QLineEdit, "survey_leg_width").placeholderText() == '2\u00a01/4"?'
    bare.enter("survey_leg_width", "2 1/4")
    assert bare.plan.piece("").leg_width[-1].value == pytest.approx(57.15)  # type: ignore[attr-defined]
    # What a table has no place for is not offered.
    bare.action("stage_redesign")
    bare.click("add_change")
    menu = bare.find(QMenu, "add_menu")
    offered = {entry.text() for entry in menu.actions()}
    assert {"New plank top", "New legs", "Part of your own"} <= offered
    assert "New skirt" not in offered
    menu.close()
