"""Steps and their minutes: on the open card, in the ribbon, in Settings and as a table."""

from pathlib import Path

from PySide6.QtWidgets import QCheckBox, QLabel, QLineEdit

from tests.app.desk import Desk
from zygoform.app.widgets.tally import Tally
from zygoform.core.condition.use import use_words
from zygoform.core.goods.minutes import RATES


def hands_on(desk: Desk) -> str:
    return next(figure for name, figure, _, _ in desk.find(Tally, "tally").cells() if name == "Hands-on time")


def test_steps_on_the_card_and_minutes_in_settings(desk: Desk) -> None:
    desk.action("stage_redesign")
    desk.session.open_up("c2")
    desk.settle()
    said = desk.find(QLabel, "note_c2_step_1").text()
    assert "Cut 4 parts" in said
    assert "about 16 to 40 min (8 slanted cuts, 2 to 5 min each)" in said
    assert "Then wait 24 h" in desk.find(QLabel, "note_c2_step_3").text()
    assert "Then waits: 24 h" in desk.find(Tally, "tally").toolTip()
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
    assert "Nothing was taken from minutes.csv. row 2" in desk.told[-1]
    path.write_bytes(b"\xff\xfe")
    desk.action("minutes")
    assert "was not taken" in desk.told[-1]
    assert desk.session.project.shop.minutes == ()


def test_what_a_piece_is_for_and_whether_there_is_glass(desk: Desk) -> None:
    desk.action("stage_survey")
    desk.click("use_everyday")
    desk.find(QCheckBox, "use_children").click()
    desk.enter("use_carries", "65")
    desk.enter("use_carries_where", "on the top")
    desk.choose("use_glass", "yes")
    piece = desk.session.project.known_pieces[0]
    assert piece.use is not None
    assert (piece.use.everyday, piece.use.children, piece.use.wet) == (True, True, False)
    assert round(piece.use.carries, 2) == 29.48
    assert piece.glass == "yes"
    assert "Say which part" in desk.find(QLabel, "use_glass_mind").text()
    assert (
        use_words(piece.use, desk.session.unit.show_weight) == "everyday, children, carries 65\u00a0lb on the top"
    )
    before = desk.plan.form
    desk.enter("use_carries", "heavy")
    assert "not a weight" in desk.fault("use_carries")
    desk.enter("use_carries", "3000 kg")
    assert "Between" in desk.fault("use_carries")
    desk.enter("use_carries", "12 kg")
    assert desk.plan.form is before, "nothing is built anew for it"
    desk.action("units")
    desk.enter("use_carries", "12,5")
    assert desk.session.project.known_pieces[0].use.carries == 12.5  # type: ignore[union-attr]
    while desk.session.history.can_undo:
        desk.session.undo()
    assert desk.session.project.known_pieces[0].use is None
