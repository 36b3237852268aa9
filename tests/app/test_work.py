"""Steps and their minutes: on the open card, in the ribbon, in Settings and as a table."""

from pathlib import Path

from PySide6.QtWidgets import QLabel, QLineEdit

from tests.app.desk import Desk
from zygoform.app.widgets.tally import Tally
from zygoform.core.goods.minutes import RATES


def hands_on(desk: Desk) -> str:
    return next(figure for name, figure, _, _ in desk.find(Tally, "tally").cells() if name == "Hands on")


def test_steps_on_the_card_and_minutes_in_settings(desk: Desk) -> None:
    desk.action("stage_redesign")
    desk.session.open_up("c2")
    desk.settle()
    said = desk.find(QLabel, "note_c2_step_1").text()
    assert "Cut 4 parts" in said
    assert "about 16 to 40 min (8 slanted cuts, 2 to 5 min each)" in said
    assert "Then wait 1 to 24 h" in desk.find(QLabel, "note_c2_step_3").text()
    assert "Then waits: 1 to 24 h" in desk.find(Tally, "tally").toolTip()
    before = hands_on(desk)
    desk.action("settings")
    desk.click("minutes_more")
    desk.enter("minutes_mitre_cut_high", "60")
    assert hands_on(desk) != before
    desk.enter("minutes_mitre_cut_low", "61")
    assert "the first is the smaller" in desk.fault("minutes_mitre_cut_low")
    assert desk.find(QLineEdit, "minutes_mitre_cut_low").text() == "61"
    desk.enter("minutes_mitre_cut_low", "")
    assert desk.session.project.shop.minutes == ()
    assert hands_on(desk) == before


def test_minutes_as_a_table(desk: Desk, tmp_path: Path) -> None:
    filing, path = desk.window.filing, tmp_path / "minutes.csv"
    filing.ask_save = lambda *_asked: str(path)
    desk.action("export_minutes")
    text = path.read_text("utf-8-sig")
    assert len(text.splitlines()) == len(RATES) + 1
    path.write_text(text.replace("crosscut,square cut,each,1,3", "crosscut,square cut,each,2,3"))
    filing.ask_open = lambda *_asked: str(path)
    desk.action("minutes")
    assert [(row.task, row.low, row.high) for row in desk.session.project.shop.minutes] == [("crosscut", 2, 3)]
    desk.action("undo")
    path.write_text("task,low,high\nflying,1,2\n")
    desk.action("minutes")
    assert "was not taken: row 2" in desk.told[-1]
    path.write_bytes(b"\xff\xfe")
    desk.action("minutes")
    assert "cannot be read as minutes" in desk.told[-1]
    assert desk.session.project.shop.minutes == ()
