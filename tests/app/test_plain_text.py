"""Names from files, devices and users are shown as they were written, wherever they stand."""

from pathlib import Path

from msgspec import structs
from PySide6.QtCore import Qt, QTimer
from PySide6.QtGui import QAction
from PySide6.QtWidgets import QAbstractButton, QApplication, QLabel, QMenu, QMessageBox, QWidget

from tests.app.desk import Desk
from zygoform.app.actions import asking
from zygoform.core.edits.pieces import copy_piece, rename
from zygoform.core.edits.planning import add_change, set_text
from zygoform.core.project import Project
from zygoform.files.demo import counter_begun

EVIL = '<img src="/dev/zero"><b>A&B</b>'
OURS = ("caution_", "material_guide")


def evil() -> Project:
    """The demo with such a name wherever one can be given."""
    project = rename(counter_begun(), EVIL).project
    project = add_change(project, "own_part", "p1/body/main").project
    project = set_text(project, "c3", "name", EVIL).project
    project = set_text(project, "c3", "location", EVIL).project
    project = copy_piece(project, "p1", with_changes=True).project
    shop = project.shop
    timber = tuple(structs.replace(size, name=EVIL) for size in shop.timber)
    packs = tuple(structs.replace(pack, name=EVIL) for pack in shop.packs)
    photos = tuple(structs.replace(photo, title=EVIL[:60]) for photo in project.photos)
    return structs.replace(project, shop=structs.replace(shop, timber=timber, packs=packs), photos=photos)


def is_ours(widget: QWidget) -> bool:
    """Cautions and the guide to materials are our own words, set in two weights."""
    above: QWidget | None = widget
    while above is not None:
        if above.objectName().startswith(OURS):
            return True
        above = above.parentWidget()
    return False


def assert_plain(desk: Desk) -> int:
    found = 0
    for label in desk.frame.findChildren(QLabel):
        # Of our own markup none is shown as it is written.
        shown = label.text() if label.textFormat() == Qt.TextFormat.PlainText else ""
        assert not any(mark in shown.replace(EVIL, "").replace("<b>A&B", "") for mark in ("</", "<b", "&nbsp;")), (
            shown
        )
    for label in desk.frame.findChildren(QLabel):
        if "<" in label.text() and not is_ours(label):
            assert label.textFormat() == Qt.TextFormat.PlainText, label.text()
            found += 1
    for widget in desk.frame.findChildren(QWidget):
        tip = widget.toolTip()
        assert "<img" not in tip, tip
        found += "&lt;img" in tip
    for button in desk.frame.findChildren(QAbstractButton):
        if "A&" in button.text():
            assert "A&&B" in button.text(), button.text()
            found += 1
    for action in desk.frame.findChildren(QAction):
        assert "A&B" not in action.text(), action.text()
    return found


def test_no_name_is_followed_anywhere(app: QApplication, tmp_path: Path) -> None:
    desk = Desk(app, evil())
    path = tmp_path / "a <b>A&B.zygoform.json"
    desk.window.filing.ask_save = lambda _n, _k: str(path)
    desk.action("save")
    found = 0
    for stage in ("survey", "redesign", "cut", "buy", "settings", "help"):
        desk.window.go(stage)
        for change in ("c1", "c3"):
            desk.session.open_up(change)
            desk.session.select(f"{change}/own/1" if change == "c3" else "p1/side/left")
            desk.settle()
            found += assert_plain(desk)
    desk.action("stage_redesign")
    desk.window._made["redesign"].open_add()  # type: ignore[attr-defined]
    desk.settle()
    found += assert_plain(desk)
    for menu in desk.frame.findChildren(QMenu, "add_menu"):
        menu.close()
    desk.window._fill_recent()
    desk.session.refused.emit(EVIL)
    desk.window.tell(EVIL)
    found += assert_plain(desk)
    assert found > 40
    desk.close()


def test_questions_and_devices_are_plain_too(desk: Desk) -> None:
    asked: list[Qt.TextFormat] = []

    def answer() -> None:
        box = desk.app.activeModalWidget()
        assert isinstance(box, QMessageBox)
        asked.append(box.textFormat())
        box.close()

    QTimer.singleShot(50, answer)
    assert asking.ask_changed(desk.frame, EVIL) == "back"
    assert asked == [Qt.TextFormat.PlainText]
    desk.window.devices._linked().told.emit(EVIL)
    desk.settle()
    assert desk.window._told.text() == EVIL
    assert desk.window._told.textFormat() == Qt.TextFormat.PlainText
