"""Patterns by hand: from the gallery, dragged, drawn with the mouse, typed, on paper and in files."""

import math
from collections import Counter
from itertools import pairwise
from pathlib import Path

import pypdfium2
import pytest
from ezdxf.filemanagement import readfile
from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QImage
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QCheckBox, QLabel, QMenu, QPushButton
from shapely import Polygon

from tests.app.desk import LEFT, NONE, Desk, move_pointer
from tests.core.changes.test_shelves import chest
from tests.files.test_templates import drawn
from zygoform.app.canvas.gestures import DragGrip
from zygoform.app.stages.redesign.gallery import PatternGallery
from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS
from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.geometry.plane import area
from zygoform.core.ids import own_of
from zygoform.files.outline_dxf import outlines_of_dxf
from zygoform.files.outline_svg import outlines_of_svg
from zygoform.files.pattern_pdf import SCALES, maps

PEN = 0.9
"""Bounds are told with the width of the line on either side (mm)."""


def at_the_pattern(desk: Desk, **values: object) -> None:
    """A chest with a pattern on its drawers, its card open, seen from the front."""
    project = add_change(chest(columns=2), "pattern", "p1/body/main").project
    for name, value in values.items():
        project = set_value(project, "c1", name, value).project
    desk.session.begin(project, None, "New")
    desk.action("stage_redesign")
    desk.session.open_up("c1")
    desk.session.look_from("front")
    desk.settle()
    desk.count = 0


def pattern(desk: Desk) -> StripPattern:
    change = desk.session.project.changes[0]
    assert isinstance(change, StripPattern)
    return change


def seen_of(desk: Desk) -> Scene:
    scene = desk.stand().scene()
    assert scene is not None
    return scene


def the_gallery(desk: Desk) -> PatternGallery:
    gallery = desk.frame.findChildren(PatternGallery)[-1]
    desk.wait(lambda: gallery.is_whole)
    return gallery


def test_from_a_plain_chest_to_a_pattern_of_the_gallery_in_at_most_five_actions(desk: Desk) -> None:
    desk.session.begin(chest(columns=2), None, "New")
    desk.action("stage_redesign")
    desk.count = 0
    desk.click("add_change")
    desk.menu("add_menu", "Pattern of strips")
    desk.click("gallery_c1")
    gallery = the_gallery(desk)
    assert all(tile.picture is not None for tile in gallery.tiles)
    comes_to = {tile.pattern.name: tile.comes_to for tile in gallery.tiles}
    desk.click("gallery_diamonds")
    assert desk.count <= 5
    desk.settle()
    assert pattern(desk).family == "diamonds"
    (outcome,) = desk.plan.outcomes
    sawn = [part for part in outcome.parts if "/strip/" in part.id]
    assert comes_to["diamonds"].startswith(f"{len(sawn)} pieces"), "what the picture promised"
    assert len({part.location for part in sawn}) == 6
    assert desk.session.history.can_undo
    desk.action("undo")
    assert pattern(desk).family == "chevron"


def test_the_gallery_by_keyboard_alone(desk: Desk) -> None:
    at_the_pattern(desk)
    desk.click("gallery_c1")
    gallery = the_gallery(desk)
    gallery.tiles[0].setFocus()
    for key in (Qt.Key.Key_Right, Qt.Key.Key_Down, Qt.Key.Key_Left, Qt.Key.Key_Up, Qt.Key.Key_Down):
        QTest.keyClick(gallery, key)
    assert gallery.tiles[gallery.columns].hasFocus()
    wanted = gallery.tiles[gallery.columns].pattern
    QTest.keyClick(gallery, Qt.Key.Key_Return)
    desk.settle()
    assert pattern(desk).family == wanted.family


def test_the_gallery_goes_with_its_document(desk: Desk) -> None:
    at_the_pattern(desk)
    desk.click("gallery_c1")
    gallery = desk.frame.findChildren(PatternGallery)[-1]
    desk.session.begin(chest(), None, "New")
    assert not gallery.isVisible()
    desk.settle()
    assert not desk.frame.findChildren(PatternGallery)


def test_a_handle_is_dragged_and_stops_where_the_saw_does(desk: Desk) -> None:
    at_the_pattern(desk, angle=40.0, family="chevron")
    grips = {grip.parameter: grip for grip in seen_of(desk).grips}
    assert set(grips) == {"across", "angle", "gap", "margin"}
    mapping = desk.stand().mapping()

    def dragged(parameter: str, by: QPointF) -> None:
        grip = next(g for g in seen_of(desk).grips if g.parameter == parameter)
        start = mapping.to_px(grip.at)
        drag = DragGrip(desk.session, grip, mapping, start)
        drag.move(start + by)
        drag.end()
        desk.settle()

    angle = grips["angle"]
    assert angle.pivot is not None
    arm = math.dist(angle.at, angle.pivot) * mapping.scale
    for turn, found in ((4.2, 45.0), (-7.0, 37.5), (8.0, 45.5)):
        before = pattern(desk).angle
        lean = math.radians(before)
        to = math.radians(before + turn)
        dragged("angle", QPointF(arm * (math.cos(to) - math.cos(lean)), -arm * (math.sin(to) - math.sin(lean))))
        expected = found if abs(before + turn - 45.0) <= 1.5 or turn != 4.2 else before + turn
        assert pattern(desk).angle == pytest.approx(expected, abs=0.5), turn
    across = grips["across"]
    dragged("across", QPointF(across.stretch * mapping.scale * 24.4, 0.0))
    assert pattern(desk).across in (74, 75)
    dragged("margin", QPointF(18.0 * mapping.scale, 0.0))
    assert pattern(desk).margin == pytest.approx(18.0, abs=desk.session.unit.step)


def test_lines_are_drawn_with_the_mouse_typed_and_taken_away(desk: Desk) -> None:
    at_the_pattern(desk, family="lines", mirror="none")
    desk.click("draw_c1")
    stand = desk.stand()
    assert desk.session.view.drawing_on == "c1"
    body = desk.plan.found.bodies[0]
    fronts = [b.solid.box for b in body.boards if b.role == "drawer"]
    low, high = min(b[0] for b in fronts), max(b[1] for b in fronts)
    view, mapping = VIEWS["front"], stand.mapping()

    def px(x: float, z: float) -> QPointF:
        return mapping.to_px(view.project((x, low[1], z)))

    a, b = px(low[0] + 3, low[2] + 2), px((low[0] + high[0]) / 2 - 2, high[2] - 3)
    QTest.mousePress(stand, LEFT, NONE, a.toPoint())
    move_pointer(stand, ((a + b) / 2).toPoint())
    move_pointer(stand, b.toPoint())
    QTest.mouseRelease(stand, LEFT, NONE, b.toPoint())
    desk.settle()
    (line,) = pattern(desk).lines
    wide, tall = high[0] - low[0], high[2] - low[2]
    assert (line.x0, line.y0, line.x1, line.y1) == pytest.approx((0, 0, wide / 2, tall), abs=1e-6)
    desk.enter("line_c1", "2; 0; 2; 9 1/2")
    assert pattern(desk).lines[1].x0 == pytest.approx(50.8)
    assert desk.fault("line_c1") == ""
    desk.enter("line_c1", "2; 0; 2")
    assert "Four sizes" in desk.fault("line_c1")
    assert len(pattern(desk).lines) == 2
    desk.key(Qt.Key.Key_Escape)
    desk.click("erase_c1")
    assert len(pattern(desk).lines) == 1
    desk.session.open_up("")
    QTest.mousePress(stand, LEFT, NONE, a.toPoint())
    QTest.mouseRelease(stand, LEFT, NONE, b.toPoint())
    desk.session.open_up("c1")
    desk.settle()
    assert len(pattern(desk).lines) == 1, "its card was closed"
    assert not desk.find(QPushButton, "draw_c1").isChecked()
    desk.click("draw_c1")
    desk.choose("c1_family", "slats")
    assert desk.session.view.drawing_on == "", "another pattern is not drawn by hand"


def test_the_list_of_changes_is_grouped_and_never_begins_with_a_line(desk: Desk) -> None:
    at_the_pattern(desk)
    desk.click("add_change")
    menu = next(m for m in desk.frame.findChildren(QMenu, "add_menu") if m.isVisible())
    separators = [action.isSeparator() for action in menu.actions()]
    assert not separators[0]
    assert not separators[-1]
    assert sum(separators) >= 4
    assert (True, True) not in pairwise(separators)
    menu.close()


@pytest.mark.parametrize(("family", "kind"), [("chevron", "svg"), ("chevron", "dxf"), ("herringbone", "dxf")])
def test_exported_and_read_back_every_outline_is_the_same(
    desk: Desk, tmp_path: Path, family: str, kind: str
) -> None:
    at_the_pattern(desk, family=family)
    path = tmp_path / f"made.{kind}"
    desk.window.filing.ask_save = lambda _name, _kinds: str(path)
    desk.action(f"map_{kind}")
    text = path.read_text("utf-8")
    (own,) = desk.plan.outcomes[0].maps
    found = (outlines_of_dxf if kind == "dxf" else outlines_of_svg)(text)
    wanted = [piece.outline for piece in own.pieces] + [front.outline for front in own.fronts]
    assert len(found) == len(wanted)
    low = min(y for ring in found for _, y in ring)
    left = [Polygon([(x, y - low) for x, y in ring]) for ring in found]
    for outline in wanted:
        shape = Polygon(outline)
        near = min(left, key=lambda ring: ring.symmetric_difference(shape).area)
        assert near.symmetric_difference(shape).area < 1e-3 * (1 + shape.length)
        left.remove(near)
    assert not left
    fronts = Counter(piece.front for piece in own.pieces)
    if kind == "dxf":
        layers = Counter(e.dxf.layer for e in readfile(path).modelspace() if e.dxftype() == "LWPOLYLINE")
        assert layers.pop("FRONTS") == len(own.fronts)
        assert sorted(layers.values()) == sorted(fronts.values())
        assert all(layer.startswith("FRONT_") for layer in layers)
    else:
        assert text.count('<g id="FRONT_') == len(own.fronts)
        codes = {listed.code for listed in desk.plan.parts if "/strip/" in listed.id}
        assert codes <= {own.split("</title>")[0] for own in text.split("<title>")[1:]}


def test_a_heavy_front_is_seen_as_it_was_until_it_is_drawn_anew(desk: Desk) -> None:
    """Hundreds of strips are laid and drawn by slices; between two of them it is looked at with none at work."""
    at_the_pattern(desk, family="herringbone")
    stand = desk.stand()

    planning = desk.session.planning

    def drawing() -> bool:
        return not stand.drawing.at_rest or planning.busy

    def picture() -> QImage:
        return stand.grab().toImage()

    desk.wait(lambda: not (drawing() or planning.solver.busy))
    desk.settle()
    before = picture()
    desk.session.do(lambda project: set_value(project, "c1", "angle", 30.0))
    assert drawing()
    for slices in (planning._slices, stand.drawing._slices):
        desk.wait(lambda slices=slices: slices.busy)  # type: ignore[misc]
        slices._next.stop()
        assert picture() == before
        slices._next.start()
    desk.wait(lambda: not drawing())
    assert picture() != before
    plan, scene = desk.plan, seen_of(desk)
    whole = draw_form(plan.found, plan.planned, {"c1": 1}, "front", desk.session.view.overlay)
    assert (scene.polygons, scene.edges) == (whole.polygons, whole.edges)
    # Someone who cannot wait gets all of it at once; a drag of so many is a moment behind.
    desk.session.look_from("corner")
    assert len(seen_of(desk).polygons) > 600
    assert not drawing()
    desk.session.preview(lambda project: set_value(project, "c1", "margin", 12.0))
    desk.wait(lambda: desk.session.is_previewing and not drawing())
    desk.session.end_preview()
    for share in (0.2, 0.4, 1.0):
        desk.session.swing_to(share)
        assert drawing() == (share == 1.0), "while a flap goes down no picture is left out"
    # Of another document nothing is shown meanwhile.
    desk.session.begin(desk.session.project, None, "New")
    desk.settle()
    assert stand.drawing.meanwhile(desk.session.view) is None


def test_the_map_is_to_scale_and_says_every_code(desk: Desk) -> None:
    at_the_pattern(desk, family="chevron")
    pdf = maps(desk.session.project, desk.plan)
    (own,) = desk.plan.outcomes[0].maps
    pages = drawn(pdf)
    assert len(pages) == 1 + len(own.fronts)
    document = pypdfium2.PdfDocument(pdf)
    for k, page in enumerate(pages):
        text = document[k].get_textpage().get_text_bounded()
        scale = float(text.split(" : ")[1].split()[0])
        assert scale in SCALES
        fronts = own.fronts if k == 0 else own.fronts[k - 1 : k]
        sizes = sorted((round(path.size[0] * scale, 1), round(path.size[1] * scale, 1)) for path in page)
        for front in fronts:
            xs, ys = [x for x, _ in front.outline], [y for _, y in front.outline]
            wide, high = max(xs) - min(xs), max(ys) - min(ys)
            # As drawn, less what the pen adds.
            near = [max(abs(w - wide - PEN * scale), abs(h - high - PEN * scale)) for w, h in sizes]
            assert min(near) < 0.1 * scale + 0.1
        if k:
            codes = {c.code for c in desk.plan.parts if c.id in {p.part_id for p in own.pieces if p.front == k - 1}}
            large = {
                c.code for c in desk.plan.parts
                for p in own.pieces if p.front == k - 1 and p.part_id == c.id and abs(area(p.outline)) > 2000
            }  # fmt: skip
            said = set(text.split())
            assert large <= said
            assert said & codes == {c for c in codes if c in said}
    assert b"No change here" not in maps(desk.session.project, desk.plan)


def test_a_change_that_is_added_goes_on_the_part_that_is_kept(desk: Desk) -> None:
    """Where it takes that part; else on the piece, as without one."""
    desk.session.begin(chest(columns=2), None, "New")
    desk.action("stage_redesign")
    desk.session.select("p1/side/left")
    for title, target in (("Pattern of strips", "p1/side/left"), ("New legs", "p1/body/main")):
        desk.click("add_change")
        desk.menu("add_menu", title)
        assert desk.session.project.changes[-1].targets == (target,)


def test_fronts_are_taken_in_and_left_out_by_clicking_them_or_by_their_ticks(desk: Desk) -> None:
    at_the_pattern(desk, family="frames")
    first, second, third = [b.id for b in desk.plan.found.bodies[0].boards if b.role == "drawer"][:3]
    desk.choose("c1_on", "some")
    assert "Click the fronts" in desk.find(QLabel, "failure_c1").text()
    for front in (first, second):
        desk.click_part(front)
    desk.wait(lambda: not desk.session.planning.busy)
    assert pattern(desk).targets == (first, second)
    laid = [b for b in desk.plan.planned.bodies[0].boards if any(s.id.startswith("c1/") for s in b.on_face)]
    assert {board.id for board in laid} == {first, second}
    tick = {front: desk.find(QCheckBox, f"on_c1_{own_of(front)}") for front in (first, second, third)}
    assert [tick[front].isChecked() for front in (first, second, third)] == [True, True, False]
    # A click on what lies there now leaves its front out again; the keyboard takes another in.
    strip = next(own.id for board in laid if board.id == first for own in board.on_face)
    desk.click_part(strip)
    tick[third].setFocus()
    desk.key(Qt.Key.Key_Space)
    assert pattern(desk).targets == (second, third)
    desk.action("undo")
    assert not tick[third].isChecked()
