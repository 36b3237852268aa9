"""Variants side by side: made, ticked, typed into, taken; by mouse and by keyboard."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel, QLineEdit, QPushButton, QToolButton

from tests.app.desk import Desk
from zygoform.app.stages.compare.picture import VariantPicture
from zygoform.app.widgets.buttons import TickBox
from zygoform.app.widgets.preview import Preview
from zygoform.core.edits.planning import add_variant, choose_variant, leave_out, set_value


def total(desk: Desk, name: str, column: int) -> str:
    return desk.find(QLabel, f"total_{name}_{column}").text()


def test_a_copy_has_its_own_ticks_and_sizes(desk: Desk) -> None:
    base = desk.plan.purchase.total
    desk.click("compare")
    assert desk.find(QLabel, "compare_alone").isVisible()
    desk.click("variant_add")
    assert not desk.find(QLabel, "compare_alone").isVisible()
    assert desk.session.project.chosen == "v2"
    assert total(desk, "money", 1) == total(desk, "money", 2)
    # Without the skirt in the second it costs less there, and nothing changes in the first.
    desk.click("tick_v2_c2")
    assert total(desk, "money", 1).endswith(f"{base:.2f}")
    assert total(desk, "money", 2) != total(desk, "money", 1)
    assert desk.find(TickBox, "tick_v1_c2").isChecked()
    assert not desk.find(TickBox, "tick_v2_c2").isChecked()
    # What is typed is the chosen one's.
    desk.action("stage_redesign")
    desk.session.open_up("c1")
    desk.settle()
    desk.enter("c1_radius", "1")
    desk.action("compare")
    before, after = (v.overrides for v in desk.session.project.variants)
    assert (before, [o.parameter for o in after]) == ((), ["radius"])
    pictures = [desk.find(VariantPicture, f"picture_v{k}") for k in (1, 2)]
    sizes = {(round(x1 - x0, 3), round(y1 - y0, 3)) for x0, y0, x1, y1 in (p._box for p in pictures)}
    assert len(sizes) == 1, "one scale"
    desk.click("take_v1")
    assert desk.plan.purchase.total == base
    desk.click("away_v2")
    assert len(desk.session.project.variants) == 1
    desk.action("undo")
    assert [v.id for v in desk.session.project.variants] == ["v1", "v2"]


def test_a_new_change_begins_in_the_chosen_one_and_can_be_ticked_in_the_other(desk: Desk) -> None:
    desk.click("compare")
    desk.click("variant_add")
    desk.action("stage_redesign")
    desk.click("add_change")
    desk.menu("add_menu", "New legs")
    desk.action("compare")
    assert desk.find(TickBox, "tick_v2_c3").isChecked()
    assert not desk.find(TickBox, "tick_v1_c3").isChecked()
    desk.click("tick_v1_c3")
    assert desk.find(TickBox, "tick_v1_c3").isChecked()


def test_by_keyboard_alone_and_names(desk: Desk) -> None:
    desk.action("compare")
    assert desk.find(QPushButton, "variant_add").hasFocus()
    desk.key(Qt.Key.Key_Space)
    assert len(desk.session.project.variants) == 2
    line = desk.find(QLineEdit, "name_v2")
    line.setFocus()
    line.selectAll()
    desk.type_here("Low and plain", Qt.Key.Key_Return)
    assert desk.session.project.variants[1].name == "Low and plain"
    assert "Low and plain" in desk.find(QToolButton, "compare").text()
    for _ in range(6):
        desk.session.try_do(add_variant)
    assert "At most" in desk.told[-1]
    shown = desk.window._made["compare"].shown  # type: ignore[attr-defined]
    assert len(shown) == 3
    assert desk.session.project.variant in shown


def test_the_page_for_a_customer_opens_from_the_comparison(desk: Desk) -> None:
    desk.action("compare")
    desk.click("variant_add")
    desk.click("variants_print")
    preview = next(child for child in desk.window.findChildren(Preview) if child.isVisible())
    desk.wait(lambda: bool(preview.pages))
    assert preview.paper.id == "variants"
    preview.close()


def on_screen(desk: Desk, name: str) -> bool:
    return any(button.isVisible() for button in desk.frame.findChildren(QPushButton, name))


def test_changes_are_mixed_across_by_a_click(desk: Desk) -> None:
    """Of the other variant one change is taken over with its size, one is left out like there."""
    desk.session.try_do(add_variant)
    for edit in (
        lambda project: set_value(project, "c1", "radius", 50.0),
        lambda project: leave_out(project, "c2", out=True),
        lambda project: choose_variant(project, "v1"),
        lambda project: set_value(project, "c1", "radius", 20.0),
    ):
        desk.session.try_do(edit)
    desk.settle()
    desk.action("compare")
    assert not on_screen(desk, "over_v1_c1")
    desk.click("over_v2_c1")
    (top, _) = desk.session.project.settled("v1")
    assert top.radius == 50.0  # type: ignore[attr-defined]
    assert not on_screen(desk, "over_v2_c1")
    desk.click("over_v2_c2")
    assert [change.id for change in desk.session.project.settled("v1")] == ["c1"]
    desk.action("undo")
    desk.action("undo")
    (top, _) = desk.session.project.settled("v1")
    assert top.radius == 20.0  # type: ignore[attr-defined]
