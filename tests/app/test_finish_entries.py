"""The finish entry by entry: every layer there is, what lies there, zones that go with others, labels, tables."""

from collections.abc import Callable
from pathlib import Path

import pytest
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QLineEdit, QMenu, QPushButton, QWidget

from tests.app.desk import LEFT, Desk
from tests.app.test_finish import at_the_finish, layer_at, plan_of_finish, stage, take, zone
from tests.core.changes.test_shelves import chest
from zygoform.app.stages.finish.coats_page import _ADDED
from zygoform.app.stages.finish.layer_editor import LayerEditor
from zygoform.app.widgets.buttons import Segments
from zygoform.core.coats.coat import KNOWN_COATS
from zygoform.core.coats.schools import CHOICES
from zygoform.core.edits.finishing import take_stack
from zygoform.core.finish.finish_plan import FINISH

FIELDS = ("layer_coats", "layer_thin", "layer_grits", "layer_deep", "layer_done")


def add(desk: Desk, group: str, words: str) -> None:
    """The button, the group, the line of it."""
    desk.click("add_layer")
    (menu,) = (m for m in desk.frame.findChildren(QMenu, "layers") if m.isVisible())
    sub = next(action.menu() for action in menu.actions() if action.text() == group)
    assert isinstance(sub, QMenu)
    next(action for action in sub.actions() if action.text() == words).trigger()
    menu.close()
    desk.settle()


@pytest.mark.parametrize(("group", "entries"), _ADDED, ids=[title for title, _ in _ADDED])
def test_every_layer_there_is_can_be_added_and_changed(
    desk: Desk, group: str, entries: tuple[tuple[str, str], ...]
) -> None:
    made = at_the_finish(desk, chest())
    desk.click("zone_p1_top")
    for k, (material, words) in enumerate(entries):
        add(desk, group, words)
        layers = zone(desk, "p1/top").layers
        assert len(layers) == k + 1
        own = layers[k]
        assert material in (own.material, own.doing)
        # It stands open, with just the entries it has.
        assert made.coats.at == k
        editor = made.coats.editor
        assert isinstance(editor, LayerEditor)
        shown = {name for name in FIELDS if editor.findChildren(QLineEdit, name)}
        if own.is_coat:
            assert {"layer_coats", "layer_thin", "layer_done"} <= shown
        elif own.doing in ("scuff", "sand"):
            assert shown == {"layer_grits"}
        if editor.way is not None:
            for way, _ in editor.way._options if not k else editor.way._options[-1:]:
                desk.choose("layer_way", way)
                assert zone(desk, "p1/top").layers[k].way == way
        if editor.material is not None:
            # Whatever else can stand in its place.
            others = [editor.material.itemData(row) for row in range(editor.material.count())]
            assert own.material in others
            assert len(others) == len(set(others)) > 1
        if "layer_coats" in shown and not k:
            desk.enter("layer_coats", "3")
            assert zone(desk, "p1/top").layers[k].coats == 3
    # One over the layer that is open, not on top.
    layer_at(desk, 0)
    add(desk, "Prepare", "Scuff")
    assert zone(desk, "p1/top").layers[1].doing == "scuff"
    before = chest()
    while desk.window.actions_table["undo"][1].isEnabled():
        desk.action("undo")
    assert desk.session.project.finishing == before.finishing
    assert desk.session.project.shop == before.shop


def test_what_lies_there_is_said_once(desk: Desk) -> None:
    made = at_the_finish(desk, take_stack(chest(), "p1/top", "paint_unprimed").project)
    assert made.coats.old.itemText(0) == "Taken to be: old clear, sound"
    desk.choose("lies_old", "wax")
    assert zone(desk, "p1/top").zone.ground.old == "wax"
    codes = {finding.code for finding in plan_of_finish(desk).findings if finding.zone == "p1/top"}
    assert codes
    desk.choose("lies_relief", "carved")
    assert zone(desk, "p1/top").zone.ground.relief == "carved"
    desk.enter("lies_wood", "Oak")
    assert zone(desk, "p1/top").zone.ground.wood == "oak"
    assert zone(desk, "p1/top").zone.ground.bleeds
    button = desk.find(QPushButton, "lies_bleeds")
    assert button.isChecked()
    QTest.mouseClick(button, LEFT)
    desk.settle()
    assert not zone(desk, "p1/top").zone.ground.bleeds
    QTest.mouseClick(desk.find(QPushButton, "lies_smells"), LEFT)
    desk.settle()
    assert zone(desk, "p1/top").zone.ground.smells
    for _ in range(5):
        desk.action("undo")
    assert zone(desk, "p1/top").zone.ground.old == "clear"
    assert made.coats.wood.line.text() == ""


def test_zones_that_go_with_others_are_bare_or_masked(desk: Desk) -> None:
    made = at_the_finish(desk, take_stack(chest(), "p1/body", "paint_primed").project)
    desk.click("zone_p1_top")
    assert not zone(desk, "p1/top").layers
    desk.click("same_as")
    desk.menu("same", "Body")
    assert zone(desk, "p1/top").layers == zone(desk, "p1/body").layers
    assert "same as body" in made.coats.large.text()
    # Changed, it is its own: the body stays as it was.
    before = zone(desk, "p1/body").layers
    layer_at(desk, 4)
    desk.enter("layer_coats", "3")
    assert zone(desk, "p1/top").layers[4].coats == 3
    assert zone(desk, "p1/body").layers == before
    assert "same as" not in made.coats.large.text()
    desk.click("leave_bare")
    assert (zone(desk, "p1/top").state, zone(desk, "p1/top").layers) == ("bare", ())
    assert not desk.find(QPushButton, "leave_bare").isEnabled()
    desk.click("same_as")
    desk.menu("same", "Nothing: mask it")
    assert zone(desk, "p1/top").state == "masked"
    take(desk, "hardwax")
    assert zone(desk, "p1/top").state == ""
    assert zone(desk, "p1/top").layers
    desk.enter("zone_name", "Writing top")
    assert zone(desk, "p1/top").zone.title == "Writing top"
    assert any("writing top" in step.what.text.lower() for step in plan_of_finish(desk).work.of(FINISH))


def test_what_a_label_says_is_entered_in_the_settings(desk: Desk) -> None:
    desk.session.begin(take_stack(chest(), "p1/top", "paint_primed").project, None, "New")
    desk.settle()
    desk.action("settings")
    desk.click("coats_more")
    fields = [own for own in desk.frame.findChildren(QLineEdit) if own.objectName().startswith("coat_")]
    assert len(fields) == 5 * len(KNOWN_COATS)
    before = {need.kind: need.amount for need in plan_of_finish(desk).finish.needs}
    # Twice as far, in square feet a quart (24 m² a litre): half as much of it.
    desk.enter("coat_acrylic_paint_cover", "244.5")
    after = {need.kind: need.amount for need in plan_of_finish(desk).finish.needs}
    assert after["acrylic paint"] == pytest.approx(before["acrylic paint"] / 2, rel=1e-3)
    for name, text in (
        ("coat_acrylic_paint_cover", "none"),
        ("coat_acrylic_paint_recoat", "soon"),
        ("coat_wax_cure", "-3"),
        ("coat_shellac_thin", "lots"),
    ):
        kept = desk.session.project
        desk.enter(name, text)
        assert desk.fault(name), name
        assert desk.session.project == kept
    # Emptied it is as usual again.
    desk.enter("coat_acrylic_paint_cover", "")
    assert {need.kind: need.amount for need in plan_of_finish(desk).finish.needs} == before


def answers(desk: Desk, path: Path) -> Callable[..., str]:
    desk.window.filing.ask_save = lambda *_: str(path)
    desk.window.filing.ask_open = lambda *_: str(path)
    return lambda *_: str(path)


def test_figures_go_out_as_a_table_and_come_back(desk: Desk, tmp_path: Path) -> None:
    at_the_finish(desk, take_stack(chest(), "p1/top", "paint_primed").project)
    path = tmp_path / "coats.csv"
    answers(desk, path)
    desk.action("export_coats")
    text = path.read_text("utf-8-sig")
    assert len(text.splitlines()) == 1 + len(KNOWN_COATS)
    head, *rows = text.splitlines()
    cover = head.split(",").index("cover")
    own = [row.split(",") for row in rows]
    for row in own:
        if row[0] == "acrylic paint":
            row[cover] = "10"
    path.write_text("\n".join([head, *(",".join(row) for row in own)]), "utf-8")
    desk.action("coats")
    changed = [coat.id for coat in desk.session.project.shop.coats if coat != KNOWN_COATS[coat.id]]
    assert changed == ["acrylic paint"]
    assert plan_of_finish(desk).finish.own[-1].cover == 10
    # With a fault in one row nothing is taken, and told which.
    kept = desk.session.project
    path.write_text(f"{head}\nacrylic paint,,a lot\nmud,,3", "utf-8")
    desk.told.clear()
    desk.action("coats")
    assert desk.session.project == kept
    assert "row 2" in desk.told[-1]
    assert "1 more row has faults" in desk.told[-1]


def test_every_order_there_is_can_be_chosen_and_says_when_it_is_right(desk: Desk) -> None:
    made = at_the_finish(desk, take_stack(chest(), "p1/body", "paint_primed").project)
    made.pages.turn_to("schools")
    for school in CHOICES:
        shown = desk.find(Segments, f"order_{school.entry}")
        assert [value for value, _ in shown._options] == [way.value for way in school.ways]
        for way in (*school.ways[1:], school.ways[0]):
            desk.choose(f"order_{school.entry}", way.value)
            assert getattr(desk.session.project.finishing.order, school.entry) == way.value
    texts = [own.text() for own in made.pages.by_name["schools"].findChildren(QLabel)]
    for school in CHOICES:
        for way in school.ways:
            assert any(way.when in text for text in texts), way.when


def test_hours_are_the_sum_of_their_steps_and_all_pages_stand(desk: Desk) -> None:
    at_the_finish(desk, take_stack(chest(), "p1/body", "chalk_wax").project)
    stage(desk).pages.turn_to("hours")
    steps = plan_of_finish(desk).work.of(FINISH)
    names = {f"step_{step.id.replace('/', '_')}" for step in steps}
    assert names <= {own.objectName() for own in desk.frame.findChildren(QWidget)}
    assert desk.find(QLabel, "finish_hours").text().startswith("About ")
    for name, text in (("weather_celsius", "hot"), ("weather_humidity", "200")):
        kept = desk.session.project
        desk.enter(name, text)
        assert desk.fault(name), name
        assert desk.session.project == kept
    seen = []
    stage(desk).pages.turn_to("coats")
    for _ in range(5):
        stage(desk).next_page()
        seen.append(stage(desk).pages.value)
    assert seen == ["amounts", "hours", "schools", "colours", "coats"]
