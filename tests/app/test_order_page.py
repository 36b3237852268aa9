"""Finish, Order: borders that are taped or not, and what is coated loose; the card of a change says the same."""

import pytest
from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel, QPushButton

from tests.app.desk import Desk
from tests.app.test_finish import at_the_finish, plan_of_finish
from zygoform.app.stages.finish.stage import FinishStage
from zygoform.app.widgets.buttons import Segments
from zygoform.files.demo import demo_project, set_demo


@pytest.fixture
def order(desk: Desk) -> FinishStage:
    stage = at_the_finish(desk, demo_project())
    desk.session.look_from(viewpoint="corner")
    stage.pages.turn_to("schools")
    desk.settle()
    return stage


def tape_bought(desk: Desk) -> bool:
    return any(row.kind == "delicate tape" for row in plan_of_finish(desk).purchase.rows)


def test_a_border_is_seen_and_kept_by_hand_or_the_other_way_round(desk: Desk, order: FinishStage) -> None:
    told = [own.text().replace("\u00a0", " ") for own in order.order.borders.findChildren(QLabel)]
    assert "Body first, then inside bays: 50 ft" in told
    desk.wait(lambda: bool(order.view._borders))
    assert tape_bought(desk)
    desk.find(Segments, "border_p1_body_p1_inside").choose("by hand")
    desk.settle()
    assert not tape_bought(desk)
    assert "finish/p1/inside/tape" not in {step.id for step in plan_of_finish(desk).work.steps}
    desk.click("swap_p1_body_p1_inside")
    turned = desk.find(Segments, "border_p1_body_p1_inside")
    assert turned.value == "by hand", "the way stays"
    assert desk.find(QPushButton, "swap_p1_body_p1_inside").text() == "Body first"
    # By keys: the row keeps the keyboard from one way to the next.
    turned.setFocus()
    for _ in range(2):
        desk.key(Qt.Key.Key_Left)
    assert turned.hasFocus()
    assert turned.value == "tape"
    assert tape_bought(desk)
    assert "finish/p1/body/tape" in {step.id for step in plan_of_finish(desk).work.steps}
    order.pages.turn_to("coats")
    desk.settle()
    assert not order.view._runs, "drawn where one decides on them"


def test_one_border_alone_is_drawn_while_it_is_pointed_at(desk: Desk, order: FinishStage) -> None:
    masks = plan_of_finish(desk).finish.pieces[0].masks
    assert len(masks) == 2
    order.order.borders.pointed.emit(masks[0])
    assert order.view._runs == masks[0].runs
    order.order.borders.pointed.emit(None)
    assert order.view._runs == (*masks[0].runs, *masks[1].runs)


def test_a_skirt_is_coated_loose_by_one_press_and_one_sheet_of_a_back_in_place(
    desk: Desk, order: FinishStage
) -> None:
    del order
    desk.find(Segments, "coated_c2").choose("loose")
    desk.settle()
    steps = [step.id for step in plan_of_finish(desk).work.steps]
    assert steps.index("c2/fix") > steps.index("finish/p1/body/colour-acrylic-paint.2")
    desk.click("coated_each_c7")
    desk.find(Segments, "coated_c7_back_2").choose("fitted")
    desk.settle()
    assert desk.find(Segments, "coated_c7").value == "", "some of each"
    assert {"c7/fix", "c7/fix-rest"} <= {step.id for step in plan_of_finish(desk).work.steps}
    desk.find(Segments, "coated_c7").choose("loose")
    desk.settle()
    assert [own.of for own in desk.session.project.finishing.put_on] == ["c2"]
    # The card of the skirt says so too, and turns it back.
    desk.action("stage_redesign")
    desk.session.open_up("c2")
    desk.settle()
    card = desk.find(Segments, "coated_card_c2")
    assert card.value == "loose"
    card.choose("fitted")
    desk.settle()
    assert desk.session.project.finishing.put_on == ()


def test_of_a_set_the_borders_of_one_piece_are_told(desk: Desk) -> None:
    stage = at_the_finish(desk, set_demo())
    stage.pages.turn_to("schools")
    desk.session.view.current = "p4"
    stage.refresh()
    desk.settle()
    assert not stage.order.borders.isVisibleTo(stage)
    desk.session.view.current = "p1"
    stage.refresh()
    assert stage.order.borders.isVisibleTo(stage)
