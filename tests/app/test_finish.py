"""The finish by hand: stacks onto zones, layers, colours, pointing, keys, sets, another unit."""

from pathlib import Path

import pytest
from PySide6.QtCore import QPointF, Qt
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QLabel, QMenu, QPushButton, QWidget

from tests.app.desk import LEFT, NONE, Desk
from tests.core.changes.test_shelves import chest
from zygoform.app.canvas.finish_view import FinishView, ZoneColours
from zygoform.app.preferences import Preferences
from zygoform.app.stages.finish.coats_page import CoatsPage
from zygoform.app.stages.finish.colour_row import ColourRow
from zygoform.app.stages.finish.section import CoatSection
from zygoform.app.stages.finish.stage import FinishStage
from zygoform.app.stages.finish.zone_strip import ZoneChip
from zygoform.app.theme import tokens as t
from zygoform.core.coats.layer import contrast
from zygoform.core.coats.readymade import READY_STACKS
from zygoform.core.edits.finish_supplies import add_colour
from zygoform.core.edits.finishing import take_stack
from zygoform.core.edits.planning import add_change
from zygoform.core.edits.survey import set_reading
from zygoform.core.finish.resolved import ZonePlan
from zygoform.core.plan.plan import Plan, compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, set_demo
from zygoform.files.settings_json import Settings


def at_the_finish(desk: Desk, project: Project) -> FinishStage:
    desk.session.begin(project, None, "New")
    desk.settle()
    desk.count = 0
    desk.action("stage_finish")
    return stage(desk)


def stage(desk: Desk) -> FinishStage:
    found = desk.window._made["finish"]
    assert isinstance(found, FinishStage)
    return found


def chest_with_a_top() -> Project:
    return add_change(chest(), "plank_top", "p1/body/main").project


def take(desk: Desk, stack: str) -> None:
    """Two actions: the button, and a line of the list."""
    ready = next(own for own in READY_STACKS if own.id == stack)
    desk.click("take_stack")
    desk.menu("stacks", f"{ready.title}:  {ready.when}")


def layer_at(desk: Desk, at: int) -> None:
    """Clicks a layer of the section."""
    section = desk.find(CoatSection, "coat_section")
    desk.count += 1
    QTest.mouseClick(section, LEFT, NONE, (section._row(at).center() * t.SCALE).toPoint())
    desk.settle()


def zone(desk: Desk, name: str) -> ZonePlan:
    found = desk.session.finish().zone(name)
    assert found is not None
    return found


def plan_of_finish(desk: Desk) -> Plan:
    plan = desk.session.plan
    assert plan is not None
    assert plan.finish.batches
    return plan


def test_a_painted_chest_with_a_stained_top_in_eight_actions(desk: Desk) -> None:
    at_the_finish(desk, chest_with_a_top())
    take(desk, "stain_clear")
    desk.click("zone_p1_body")
    take(desk, "paint_primed")
    desk.click("finish_page")
    assert desk.count <= 8
    together = desk.find(QLabel, "finish_together").text()
    assert "cans" in together
    assert "h by hand" in together
    plan = plan_of_finish(desk)
    assert {row.kind for row in plan.purchase.rows if row.group == "Finish"} == {
        "oil stain", "water clear", "adhesion primer", "acrylic paint",
    }  # fmt: skip
    assert zone(desk, "p1/fronts").layers == zone(desk, "p1/body").layers
    # Oil instead of clear: the layer, and another material.
    stage(desk).pages.turn_to("coats")
    desk.click("zone_p1_top")
    desk.count = 0
    layer_at(desk, 5)
    desk.choose("layer_material", "drying oil")
    assert desk.count == 2
    assert [own.material for own in zone(desk, "p1/top").layers][-1] == "drying oil"
    assert "drying oil" in {row.kind for row in plan_of_finish(desk).purchase.rows}
    desk.action("undo")
    assert [own.material for own in zone(desk, "p1/top").layers][-1] == "water clear"


def test_a_zone_lights_up_where_it_is_pointed_at(desk: Desk) -> None:
    made = at_the_finish(desk, demo_project())
    view = desk.find(FinishView, "drawing_finish")
    desk.session.look_from("front")
    desk.settle()
    desk.point_at("p1/front/o6")
    assert view.colours is not None
    assert view.colours.pointed == "p1/fronts"
    chip = desk.find(ZoneChip, "zone_p1_fronts")
    assert chip._lit
    desk.click_part("p1/front/o6")
    assert made.coats.zone == "p1/fronts"
    # A chip lights the piece, and what is not of its zone stays as it was.
    desk.find(ZoneChip, "zone_p1_top").pointed.emit("p1/top")
    desk.settle()
    assert view.colours.pointed == "p1/top"
    scene = view.scene()
    assert scene is not None
    lit = {polygon.part_id.split("/")[0] for polygon in scene.polygons if view.colours.is_lit(polygon)}
    assert lit == {"c1"}


@pytest.mark.parametrize("dark", [False, True])
def test_lines_stand_out_from_every_colour(desk: Desk, dark: bool, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(t, "CASED", dark)
    at_the_finish(desk, demo_project())
    view = desk.find(FinishView, "drawing_finish")
    scene = view.scene()
    assert scene is not None
    assert isinstance(view.colours, ZoneColours)
    told = [own for polygon in scene.polygons if (own := view.colours.colours(polygon)) is not None]
    assert len(told) > 50
    assert all(contrast(fill, line) >= 3 for fill, line, _ in told)
    # Painted faces are in their colour, lighter and darker as they are turned; wood shows its grain.
    assert {grain for _, _, grain in told} == {True, False}


def test_drawers_drawn_out_keep_their_colours(desk: Desk) -> None:
    at_the_finish(desk, demo_project())
    view = desk.find(FinishView, "drawing_finish")
    desk.session.look_into(["p1/opening/o6", "p1/opening/o2"], open_=True)
    desk.settle()
    scene, colours = view.scene(), view.colours
    assert scene is not None
    assert colours is not None
    view.grab()
    colours = view.colours
    assert colours is not None
    zones = {polygon.part_id: colours.zone(polygon) for polygon in scene.polygons}
    assert zones["p1/box-left/o6"] == "p1/boxes"
    fronts = [colours.zone(polygon) for polygon in scene.polygons if polygon.part_id == "p1/front/o6"]
    assert set(fronts) <= {"p1/fronts", "p1/edges", "p1/boxes"}
    assert "p1/fronts" in fronts


def test_by_keys_alone(desk: Desk) -> None:
    made = at_the_finish(desk, chest_with_a_top())
    # The keyboard starts on the first chip; arrows go along, Enter opens.
    assert isinstance(desk.frame.focusWidget(), ZoneChip)
    desk.key(Qt.Key.Key_Right)
    desk.key(Qt.Key.Key_Return)
    assert made.coats.zone == "p1/body"
    made.view.setFocus()
    desk.key(Qt.Key.Key_S)
    menu = desk.app.activePopupWidget()
    assert isinstance(menu, QMenu)
    desk.key(Qt.Key.Key_Return)
    assert len(zone(desk, "p1/body").layers) == 5
    made.coats.section.setFocus()
    desk.key(Qt.Key.Key_Up)
    assert made.coats.at == 0
    desk.key(Qt.Key.Key_Up)
    desk.key(Qt.Key.Key_Up, Qt.KeyboardModifier.AltModifier)
    assert [own.doing for own in zone(desk, "p1/body").layers][:3] == ["clean", "fill", "scuff"]
    assert made.coats.at == 2
    desk.key(Qt.Key.Key_Delete)
    assert [own.doing for own in zone(desk, "p1/body").layers][:2] == ["clean", "fill"]
    made.view.setFocus()
    desk.key(Qt.Key.Key_G)
    assert made.pages.value == "amounts"


def test_bad_input_stays_beside_its_field(desk: Desk) -> None:
    at_the_finish(desk, take_stack(chest(), "p1/top", "paint_primed").project)
    layer_at(desk, 4)
    before = desk.session.project
    for name, text in (("layer_coats", "12"), ("layer_thin", "lots"), ("lies_wood", "x" * 60)):
        desk.enter(name, text)
        assert desk.fault(name), name
        assert desk.session.project == before
        desk.enter(name, "2" if name == "layer_coats" else "0" if name == "layer_thin" else "")
        assert not desk.fault(name)
    stage(desk).pages.turn_to("amounts")
    desk.enter("shelf_amount", "a cup")
    assert desk.find(QLabel, "shelf_fault").text().startswith("How much")
    stage(desk).pages.turn_to("colours")
    desk.enter("new_rgb", "blue-ish")
    assert not desk.find(QLabel, "new_colour_fault").isHidden()


def test_a_finding_is_settled_by_its_button(desk: Desk) -> None:
    at_the_finish(desk, demo_project())
    first, _ = desk.frame.findChildren(QPushButton, "remedy_finish_blotches")
    QTest.mouseClick(first, LEFT)
    desk.settle()
    assert not [f for f in plan_of_finish(desk).findings if f.code == "finish_blotches"]
    assert "conditioner" in [own.material for own in zone(desk, "p1/top").layers]


def test_a_colour_from_the_fan(desk: Desk) -> None:
    project = add_colour(chest(), "Rust", "#9c4a37").project
    at_the_finish(desk, take_stack(project, "p1/body", "paint_primed").project)
    desk.click("zone_p1_body")
    layer_at(desk, 4)
    fan = desk.find(ColourRow, "colour_fan")
    QTest.mouseClick(fan, LEFT, NONE, (fan._box(1).center() * t.SCALE).toPoint())
    desk.settle()
    assert zone(desk, "p1/body").layers[4].colour == "k1"
    assert any("Rust" in row.name for row in plan_of_finish(desk).purchase.rows)
    fan = desk.find(ColourRow, "colour_fan")
    fan.setFocus()
    desk.key(Qt.Key.Key_Left)
    assert not zone(desk, "p1/body").layers[4].colour


def test_parts_are_pointed_into_zones(desk: Desk) -> None:
    made = at_the_finish(desk, take_stack(chest(), "p1/body", "paint_primed").project)
    desk.session.look_from("left")
    desk.settle()
    made.point("p1/body")
    titles = [title for title, _ in made._menu("p1/side/left")]
    assert titles[:2] == ["Open Body", "This part as a zone of its own"]
    dict(made._menu("p1/side/left"))["This part as a zone of its own"]()
    desk.settle()
    assert "p1/side/left" in zone(desk, "p1/z1").zone.parts
    assert "p1/side/left" not in zone(desk, "p1/body").zone.parts
    assert desk.find(ZoneChip, "zone_p1_z1").isVisible()
    made.point("p1/z1")
    dict(made._menu("p1/side/left"))["All of Part of body into Body"]()
    desk.settle()
    assert desk.session.finish().zone("p1/z1") is None


def test_a_front_is_pointed_into_a_zone_of_its_own(desk: Desk) -> None:
    made = at_the_finish(desk, take_stack(chest(), "p1/body", "paint_primed").project)
    made.point("p1/fronts")
    name = next(o.name for o in desk.plan.found.bodies[0].openings if o.id == "p1/opening/o1")
    dict(made._menu("p1/front/o1"))[f"{name} as a zone of its own"]()
    desk.settle()
    assert zone(desk, "p1/z1").zone.parts == ("p1/front/o1",)
    assert not [z for z in ("p1/fronts", "p1/edges") if "p1/front/o1" in zone(desk, z).zone.parts]
    made.point("p1/fronts")
    other = next(title for title, _ in made._menu("p1/front/o2") if title.endswith(f"into {name}"))
    dict(made._menu("p1/front/o2"))[other]()
    desk.settle()
    assert set(zone(desk, "p1/z1").zone.parts) == {"p1/front/o1", "p1/front/o2"}


def test_a_set_shows_the_zones_of_one_piece(desk: Desk) -> None:
    made = at_the_finish(desk, set_demo())
    assert {zone.split("/")[0] for zone in made.strip.chips} == {"p1"}
    made.choose("p5/top")
    desk.settle()
    assert {zone.split("/")[0] for zone in made.strip.chips} == {"p5"}
    assert made.coats.zone == "p5/top"
    assert "same as" not in made.coats.large.text()
    desk.action("units")
    assert "sq ft" in made.coats.large.text()
    desk.action("undo")
    # Another project over this one: nothing of it stays.
    desk.session.begin(chest(), None, "New")
    desk.action("stage_finish")
    assert stage(desk) is not made
    assert {zone.split("/")[0] for zone in stage(desk).strip.chips} == {"p1"}


def test_the_shelf_times_and_first_tries(desk: Desk) -> None:
    made = at_the_finish(desk, take_stack(chest(), "p1/top", "paint_primed").project)
    made.pages.turn_to("amounts")
    desk.choose("shelf_material", "acrylic paint")
    desk.enter("shelf_amount", "1 gal")
    assert not [row for row in plan_of_finish(desk).purchase.rows if row.kind == "acrylic paint"]
    desk.click("shelf_drop_s1")
    (row,) = (row for row in plan_of_finish(desk).purchase.rows if row.kind == "adhesion primer")
    desk.enter(f"cans_{row.pack}", "0")
    assert [f.code for f in plan_of_finish(desk).findings if f.zone] == ["too_few_cans"]
    desk.click("remedy_too_few_cans")
    assert not [f for f in plan_of_finish(desk).findings if f.zone]
    made.pages.turn_to("hours")
    before = plan_of_finish(desk).work.hands_on
    desk.click("first_roller")
    assert plan_of_finish(desk).work.hands_on > before
    step = next(s for s in plan_of_finish(desk).work.of("finish") if s.phase == "clean")
    desk.enter(f"took_{step.id.replace('/', '_')}", "300")
    assert desk.session.project.shop.taken[0].task == "clean"
    assert "times what is usual" in made.pages.by_name["hours"].own.text()  # type: ignore[attr-defined]
    desk.enter("weather_celsius", "8")
    assert "No coat dries" in made.pages.by_name["hours"].slow.text()  # type: ignore[attr-defined]
    made.pages.turn_to("schools")
    desk.choose("order_holes", "after")
    assert desk.session.project.finishing.order.holes == "after"


def test_colours_and_mixes_come_back_in_another_project(
    desk: Desk, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setenv("XDG_CONFIG_HOME", str(tmp_path))
    desk.window.preferences = Preferences(Settings(), desk.window)
    made = at_the_finish(desk, chest())
    made.pages.turn_to("colours")
    desk.enter("new_rgb", "#123456")
    assert not desk.find(QLabel, "new_colour_fault").isHidden()
    desk.find(QWidget, "new_colour").setText("Night")  # type: ignore[attr-defined]
    desk.click("add_colour")
    desk.click("add_recipe")
    desk.enter("parts_r1", "1 acrylic paint : 3 water")
    assert [own.name for own in desk.window.preferences.settings.colours] == ["Night"]
    made = at_the_finish(desk, chest())
    made.pages.turn_to("colours")
    desk.click("take_k1")
    assert desk.session.project.finishing.colours[0].rgb == "#123456"
    desk.click("take_r1")
    (recipe,) = desk.session.project.finishing.recipes
    assert [part.parts for part in recipe.parts] == [1, 3]


def test_a_wheel_over_a_list_scrolls_and_chooses_nothing(desk: Desk) -> None:
    at_the_finish(desk, take_stack(chest(), "p1/top", "paint_primed").project)
    layer_at(desk, 4)
    page = desk.frame.findChildren(CoatsPage)[-1]
    assert page.editor is not None
    assert page.editor.material is not None
    before = page.editor.material.currentData()
    from PySide6.QtCore import QPoint
    from PySide6.QtGui import QWheelEvent

    wheel = QWheelEvent(
        QPointF(5, 5), QPointF(5, 5), QPoint(0, 0), QPoint(0, -120), Qt.MouseButton.NoButton, NONE,
        Qt.ScrollPhase.NoScrollPhase, False,
    )  # fmt: skip
    desk.app.sendEvent(page.editor.material, wheel)
    assert page.editor.material.currentData() == before
    assert not wheel.isAccepted()


def test_areas_that_no_screen_shows_are_worked_out_after_it_painted(desk: Desk) -> None:
    """On Redesign the finish is that of before until the window had its turn; where it is seen it is waited for."""
    project = take_stack(chest(), "p1/body", "paint_primed").project
    desk.session.begin(project, None, "New")
    desk.action("stage_redesign")
    for stage, way in enumerate(("buy", "")):
        was = desk.plan.finish
        desk.session.do(lambda p, k=stage: set_reading(p, "width", f"{1100 + 50 * k} mm"))  # type: ignore[misc]
        assert desk.plan.finish is was
        assert desk.plan.form is not None
        if way:
            desk.window.go(way)
        else:
            desk.wait(lambda was=was: desk.plan.finish is not was)  # type: ignore[misc]
        alone = compile_plan(desk.session.project)
        assert alone is not None
        assert [z.zone.area for z in desk.plan.finish.zones] == [z.zone.area for z in alone.finish.zones]
        assert [z.zone.area for z in was.zones] != [z.zone.area for z in alone.finish.zones]
        assert desk.plan.purchase == alone.purchase
        desk.window.go("redesign")
    # Two so soon after each other that the first is never worked out: the second is told against it all the same.
    for width in ("1000 mm", "1300 mm"):
        desk.session.do(lambda p, w=width: set_reading(p, "width", w))  # type: ignore[misc]
    desk.wait(lambda: not desk.session.planning._behind)
    first = compile_plan(set_reading(project, "width", "1000 mm").project)
    assert first is not None
    assert desk.session.planning.before is not None
    assert desk.session.planning.before.purchase == first.purchase
    # Where it is seen, and where another layer is chosen, nothing is left for later.
    desk.window.go("finish")
    desk.session.do(lambda p: set_reading(p, "width", "900 mm"))
    assert desk.plan.finish == compile_plan(desk.session.project).finish  # type: ignore[union-attr]
    desk.window.go("redesign")
    desk.session.do(lambda p: take_stack(p, "p1/top", "clear"))
    assert desk.plan.finish == compile_plan(desk.session.project).finish  # type: ignore[union-attr]
