"""Cut-outs, linings and flaps planned by hand: dragged, taken from a file, looked at on their roll, let down."""

from itertools import pairwise
from pathlib import Path

import pytest
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QPushButton
from shapely import Polygon

from tests.app.desk import Desk
from tests.core.changes.test_doors import cupboard
from tests.core.changes.test_shelves import chest
from zygoform.app.canvas.rolls import RollsView, roll_scale, scale_across
from zygoform.app.widgets.preview import Preview
from zygoform.core.changes.doors.cutout.entries import DoorCutout
from zygoform.core.cutlist.problems import CutRoll
from zygoform.core.edits.planning import add_change
from zygoform.core.form.form import Board
from zygoform.files.outlines import read_outline


def at_the_cupboard(desk: Desk) -> None:
    desk.session.begin(cupboard(), None, "New")
    desk.action("stage_redesign")
    desk.count = 0


def test_an_oval_pair_with_cane_from_nothing_to_the_printed_template(desk: Desk) -> None:
    """Pointed at, chosen, dragged by its margin; what is said then is what the drawing shows."""
    at_the_cupboard(desk)
    desk.click_part("p1/front/o1")
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "Cut-out")
    desk.choose("c1_on", "all")
    before = cut_out(desk)
    desk.drag("side", 25.0)
    assert cut_out(desk).side == pytest.approx(before.side + 25, abs=3.0)
    desk.drag("top", -10.0)
    assert cut_out(desk).top == pytest.approx(before.top - 10, abs=3.0)
    line = Polygon(desk.plan.outcomes[0].templates[0].rings[1])
    door = desk.plan.outcomes[0].templates[0]
    assert line.bounds[0] == pytest.approx(cut_out(desk).side)
    assert door.height - line.bounds[3] == pytest.approx(cut_out(desk).top, abs=0.1)
    desk.action("print")
    (shown,) = [w for w in desk.frame.findChildren(Preview) if w.isVisible()]
    desk.choose("paper_kind", "templates")
    assert shown.paper.id == "templates"
    assert desk.count <= 10
    shown.close()


def cut_out(desk: Desk) -> DoorCutout:
    change = desk.session.project.changes[0]
    assert isinstance(change, DoorCutout)
    return change


def test_an_outline_of_ones_own_is_taken_from_a_file(desk: Desk, tmp_path: Path) -> None:
    at_the_cupboard(desk)
    desk.action("take_outline")
    assert "Plan a cut-out first" in desk.told[-1]
    desk.session.try_do(lambda project: add_change(project, "cutout", "p1/body/main"))
    desk.session.open_up("c1")
    desk.settle()
    desk.choose("c1_shape", "traced")
    assert desk.plan.failures[0].parameter == "shape"
    assert "SVG or DXF" in desk.find(QLabel, "failure_c1").text()
    path = tmp_path / "heart.svg"
    path.write_text(
        '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 30 L20 0 L35 20 L50 0 L70 30 L35 80 Z"/></svg>'
    )
    desk.window.filing.ask_open = lambda _kinds: str(path)
    desk.click("outline_c1")
    desk.wait(lambda: desk.plan.failures == ())
    assert len(cut_out(desk).outline) == 6
    assert desk.session.history.project is desk.session.project
    broken = tmp_path / "broken.dxf"
    broken.write_text("0\nSECTION\n")
    desk.window.filing.ask_open = lambda _kinds: str(broken)
    desk.click("outline_c1")
    desk.wait(lambda: "broken.dxf was not taken: This is no DXF" in desk.told[-1])
    assert len(cut_out(desk).outline) == 6
    # Both templates leave as files of their own, and are read again as what they are.
    saved = tmp_path / "doors.svg"
    desk.window.filing.ask_save = lambda _suggested, _kinds: str(saved)
    desk.action("export_svg")
    pair = [tmp_path / "doors 1.svg", tmp_path / "doors 2.svg"]
    assert [read_outline(own) for own in pair]
    assert desk.told[-1] == "Exported doors 1.svg and 1 more"
    desk.choose("c1_shape", "oval")
    assert not desk.find(QPushButton, "outline_c1").isVisible()


def test_a_roll_is_drawn_and_walked_through_piece_by_piece(desk: Desk) -> None:
    desk.session.begin(add_change(chest(), "lining", "p1/body/main").project, None, "New")
    desk.action("stage_cut")
    view = desk.find(RollsView, "rolls")
    assert view.isVisible()
    pieces = {cut.id for outcome in desk.plan.outcomes for cut in outcome.rolls}
    assert {view.piece_at(box.center()) for box in view._places().values()} == pieces
    view.setFocus()
    QTest.keyClick(view, Qt.Key.Key_Right)
    first = desk.session.view.hovered
    QTest.keyClick(view, Qt.Key.Key_Right)
    assert first != desk.session.view.hovered
    assert {first, desk.session.view.hovered} <= pieces
    QTest.mouseClick(view, Qt.MouseButton.LeftButton, pos=QPointF(view.width() - 4, 2).toPoint())
    assert desk.session.view.selected == ""
    desk.wait(lambda: all(roll.proven for roll in desk.plan.cut.rolls), 60)


@pytest.mark.parametrize(("length", "width", "true"), [(15_240.0, 38.0, False), (2_000.0, 450.0, True)])
def test_a_long_band_is_drawn_so_wide_that_it_can_be_read(length: float, width: float, true: bool) -> None:
    roll = CutRoll("woven cane", width, length, (), True)
    scale = roll_scale([roll], 700.0)
    assert 1.15 * length * scale <= 700.001
    assert scale_across(roll, scale) * width >= 26.0
    assert (scale_across(roll, scale) == scale) == true


def front(desk: Desk) -> Board:
    seen = desk.session.seen()
    assert seen is not None
    board = seen.planned.board("p1/front/o1")
    assert board is not None
    return board


def test_a_flap_is_let_down_slowly_and_its_way_is_drawn(desk: Desk) -> None:
    project = add_change(chest(), "drop_flap", "p1/opening/o1").project
    desk.session.begin(project, None, "New")
    desk.action("stage_redesign")
    shut = front(desk).solid.box
    high = shut[1][2] - shut[0][2]
    scene = desk.stand().scene()
    assert scene is not None
    assert {stroke.kind for stroke in scene.strokes} == {"swing"}
    desk.click_part("p1/front/o1")
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "Let it down slowly")
    tops = list[float]()

    def is_down() -> bool:
        tops.append(front(desk).solid.box[1][2])
        return desk.session.view.swing >= 1.0

    desk.wait(is_down)
    assert len(set(tops)) > 4
    # At first its inner edge rises by a hair: it turns about a line within the front.
    assert all(after <= before + 0.5 for before, after in pairwise(tops))
    assert front(desk).solid.box[0][1] < shut[0][1] - high / 2
    # Shut again it stands where it stood; another document stops what still plays.
    desk.stand().setFocus()
    desk.key(Qt.Key.Key_I)
    assert front(desk).solid.box == shut
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "Let it down slowly")
    desk.session.begin(chest(), None, "New")
    QTest.qWait(200)
    assert desk.session.view.swing == 1.0
