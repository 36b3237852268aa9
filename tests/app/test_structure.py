"""Tops, legs, shelves and backs planned by hand: how many actions each takes, and what stands there then."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QPushButton

from tests.app.desk import Desk
from tests.core.changes.test_shelves import chest
from zygoform.app.widgets.preview import Preview
from zygoform.core.changes.bases.legs.entries import Legs
from zygoform.core.edits.fronts import hold
from zygoform.core.edits.planning import add_change, leave_out


def at_the_chest(desk: Desk) -> None:
    desk.session.begin(chest(), None, "New")
    desk.action("stage_redesign")
    desk.count = 0


def test_a_shelf_bay_in_at_most_twelve_actions(desk: Desk) -> None:
    at_the_chest(desk)
    desk.click_part("p1/front/o5")
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "Shelves")
    desk.choose("c1_reach", "column")
    desk.enter("c1_shelves", "2")
    desk.choose("c1_fixing", "pins")
    desk.choose("c1_load", "books")
    assert desk.count <= 12
    (outcome,) = desk.plan.outcomes
    assert desk.session.project.changes[0].targets == ("p1/opening/o5",)
    gone = {part.rsplit("/", 1)[-1] for part in outcome.removed if "/front/" in part}
    opening = next(o for o in desk.plan.found.bodies[0].openings if o.id.endswith("/o5"))
    column = [o for o in desk.plan.found.bodies[0].openings if abs(o.rect[0] - opening.rect[0]) < 1]
    assert gone == {o.id.rsplit("/", 1)[-1] for o in column}
    assert len(outcome.parts) == 2
    # What comes out goes to taking apart, before the shelves are fitted.
    steps = [step.phase for step in desk.plan.work.steps]
    assert steps.index("apart") < steps.index("fix")


def test_a_tiled_top_in_at_most_eight(desk: Desk) -> None:
    at_the_chest(desk)
    desk.click_part("p1/top/main")
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "New tiled top")
    desk.enter("c1_tile_long", "6")
    desk.enter("c1_tile_wide", "6")
    desk.enter("c1_joint", "1/8")
    assert desk.count <= 8
    kinds = {row.kind for row in desk.plan.purchase.rows}
    assert {"tile", "grout", "tile adhesive"} <= kinds
    assert not any(row.missing for row in desk.plan.purchase.rows if row.kind == "tile")


def test_four_splayed_legs_in_at_most_six(desk: Desk) -> None:
    at_the_chest(desk)
    desk.click("add_change")
    desk.menu("add_menu", "New legs")
    desk.enter("c1_height", "8")
    desk.enter("c1_splay_side", "10")
    desk.enter("c1_splay_front", "5")
    assert desk.count <= 6
    assert len(desk.plan.parts) == 4
    # tan 5° over the root of 1 + tan² 10° + tan² 5°: the blade leans by 4.9°, to the half degree of its scale 5.
    assert [setting.title for setting in desk.plan.settings] == ["Flat, swung 10° and tilted 5°"]
    # Its height is dragged as well.
    desk.drag("height", 25.4)
    (change,) = desk.session.project.changes
    assert isinstance(change, Legs)
    assert abs(change.height - 9 * 25.4) < 5


def test_an_empty_opening_is_pointed_at_and_filled(desk: Desk) -> None:
    project = chest(columns=1, rows=1)
    desk.session.begin(hold(project, "p1/opening/o1", "nothing").project, None, "New")
    desk.action("stage_redesign")
    desk.click_part("p1/opening/o1")
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "Shelves")
    assert desk.session.project.changes[0].targets == ("p1/opening/o1",)
    assert not desk.plan.failures


def test_a_piece_that_tips_is_fixed_to_the_wall_by_a_click(desk: Desk) -> None:
    at_the_chest(desk)
    tips = next(f for f in desk.plan.findings if f.code == "tips")
    label = desk.session.show(tips.fixes[0].label)
    (button,) = [b for b in desk.frame.findChildren(QPushButton) if b.text() == label and b.isVisible()]
    button.click()
    desk.settle()
    assert [change.tag for change in desk.plan.changes] == ["wall_anchor"]
    assert not any(f.code == "tips" for f in desk.plan.findings)
    desk.action("undo")
    assert any(f.code == "tips" for f in desk.plan.findings)


def test_what_lies_in_the_other_half_is_changed_there(desk: Desk) -> None:
    """A side that was found stands in the right half now: legs asked for at it go under that."""
    at_the_chest(desk)
    desk.session.try_do(lambda project: add_change(project, "split", "p1/body/main"))
    desk.settle()
    desk.click_part("p1/side/right")
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "New legs")
    assert desk.session.project.changes[-1].targets == ("p1/body/main~c1",)
    assert not desk.plan.failures
    desk.session.look_from(overlay="planned")
    desk.settle()
    bay = next(o for body in desk.plan.planned.bodies for o in body.openings if o.holds == "nothing")
    desk.click_part(bay.id)
    desk.key(Qt.Key.Key_Return)
    desk.menu("part_menu", "Shelves")
    assert not desk.plan.failures
    # Left out, the split leaves what was planned for its right half without ground, and says so.
    desk.session.try_do(lambda project: leave_out(project, "c1", out=True))
    desk.settle()
    assert [failure.change_id for failure in desk.plan.failures] == ["c2"]


def test_new_pulls_for_six_drawers_to_the_printed_template_in_at_most_ten(desk: Desk) -> None:
    at_the_chest(desk)
    desk.click("add_change")
    desk.menu("add_menu", "New pulls")
    desk.choose("c1_line", "top")
    desk.enter("c1_down", "2")
    desk.choose("c1_each", "one")
    desk.action("print")
    (preview,) = [w for w in desk.frame.findChildren(Preview) if w.isVisible()]
    desk.choose("paper_kind", "templates")
    assert desk.count <= 10
    assert preview.paper.id == "templates"
    preview.close()
    (outcome,) = desk.plan.outcomes
    assert len(outcome.added) == 6
    assert outcome.templates
    steps = [step.id.rsplit("/", 1)[-1] for step in desk.plan.work.steps]
    assert steps.index("plug") < steps.index("bore")
    # Dragged on the drawing as well: up by an inch.
    before = outcome.notes[0].message.lengths
    desk.drag("down", 25.4)
    assert desk.plan.outcomes[0].notes[0].message.lengths != before
