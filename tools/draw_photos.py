"""Draws the stand-ins for photos that ship with the demos: pieces seen in a room, with their faults marked by hand.

Run once, when a demo changes: `python tools/draw_photos.py`. Nothing in them is a photograph.
"""

import math
import os
import random
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QImage, QLinearGradient, QPainter, QPen, QPolygonF

from zygoform.app.canvas.paint import Mapping, fit
from zygoform.app.main import qt_application
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.scene import draw_form
from zygoform.core.drawing.views import VIEWS, Viewpoint
from zygoform.core.plan import compile_plan
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, set_demo

FOLDER = Path(__file__).parents[1] / "src" / "zygoform" / "data" / "photos"
WIDTH, HEIGHT = 640, 480
SHADES = {"front": "#A9794A", "side": "#8A6039", "top": "#BD8E5B", "inside": "#573B22"}
Mark = tuple[str, float, float, float, float]
"""A kind of mark, and a part's place: x, y, z in mm, size in mm."""


def scene_of(project: Project, piece: str, place: Viewpoint) -> Scene:
    plan = compile_plan(project)
    assert plan is not None
    seen = plan.seen(piece)
    return draw_form(seen.found, seen.found, {}, place, "found")


def draw(name: str, project: Project, piece: str, place: Viewpoint, marks: list[Mark], seed: int) -> None:
    chance = random.Random(seed)  # noqa: S311 - grain, no secret
    image = QImage(WIDTH, HEIGHT, QImage.Format.Format_RGB32)
    painter = QPainter(image)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    scene = scene_of(project, piece, place)
    mapping = fit(scene.box, (70, 60, WIDTH - 140, HEIGHT - 140))
    floor = mapping.to_px((0, scene.floor if scene.floor is not None else scene.box[1])).y()
    room(painter, floor, chance, upright=scene.floor is not None)
    for polygon in scene.polygons:
        shape = QPolygonF(mapping.outline(polygon.points))
        colour = QColor(SHADES[polygon.shade]).lighter(chance.randint(97, 104))
        painter.setBrush(colour)
        painter.setPen(QPen(QColor("#3B2614"), 1.2))
        painter.drawPolygon(shape)
        grain(painter, shape, colour, chance)
    for kind, x, y, z, size in marks:
        mark(painter, kind, mapping, VIEWS[place].project((x, y, z)), size, chance)
    painter.end()
    image = image.convertToFormat(QImage.Format.Format_Indexed8, Qt.ImageConversionFlag.DiffuseDither)
    image.save(str(FOLDER / name))


def room(painter: QPainter, floor: float, chance: random.Random, *, upright: bool) -> None:
    wall = QLinearGradient(0, 0, 0, floor)
    wall.setColorAt(0, QColor("#B9B4A4"))
    wall.setColorAt(1, QColor("#CFCABA"))
    painter.fillRect(0, 0, WIDTH, HEIGHT, wall)
    top = min(floor + 4 - 40, HEIGHT - 40) if upright else HEIGHT
    painter.fillRect(QRectF(0, top, WIDTH, HEIGHT - top), QColor("#7D7468"))
    painter.setPen(QPen(QColor("#6A6258"), 1))
    for k in range(9):
        x = WIDTH / 2 + (k - 4) * 60
        painter.drawLine(QPointF(x, top), QPointF(WIDTH / 2 + (k - 4) * 140, HEIGHT))
    painter.setPen(QPen(QColor(0, 0, 0, 10), 1))
    for _ in range(900):
        painter.drawPoint(QPointF(chance.uniform(0, WIDTH), chance.uniform(0, HEIGHT)))


def grain(painter: QPainter, shape: QPolygonF, colour: QColor, chance: random.Random) -> None:
    box = shape.boundingRect()
    painter.save()
    painter.setClipRect(box)
    painter.setPen(QPen(colour.darker(112), 0.8))
    along = box.width() > box.height()
    for _ in range(int(max(3, min(14, (box.height() if along else box.width()) / 7)))):
        at = QPointF(chance.uniform(box.left(), box.right()), chance.uniform(box.top(), box.bottom()))
        reach = chance.uniform(0.15, 0.5) * (box.width() if along else box.height())
        step = QPointF(reach, chance.uniform(-2, 2)) if along else QPointF(chance.uniform(-2, 2), reach)
        if shape.containsPoint(at, Qt.FillRule.OddEvenFill) and shape.containsPoint(
            at + step, Qt.FillRule.OddEvenFill
        ):
            painter.drawLine(at, at + step)
    painter.restore()


def mark(
    painter: QPainter, kind: str, mapping: Mapping, point: tuple[float, float], size: float, chance: random.Random
) -> None:
    at, reach = mapping.to_px(point), size * mapping.scale / 2
    painter.setBrush(Qt.BrushStyle.NoBrush)
    if kind == "ring":
        painter.setPen(QPen(QColor(240, 232, 214, 170), 3))
        painter.drawEllipse(at, reach, reach * 0.45)
    elif kind == "split":
        painter.setPen(QPen(QColor("#1F130A"), 2))
        line = [at + QPointF(chance.uniform(-2, 2), reach * (k / 4 - 1)) for k in range(9)]
        painter.drawPolyline(line)
    elif kind == "chip":
        painter.setPen(QPen(QColor("#3B2614"), 1))
        painter.setBrush(QColor("#D9B98A"))
        turns = [chance.uniform(0.5, 1) for _ in range(7)]
        painter.drawPolygon(
            QPolygonF(
                [
                    at + QPointF(math.cos(k * math.tau / 7) * reach * r, math.sin(k * math.tau / 7) * reach * r)
                    for k, r in enumerate(turns)
                ]
            )
        )
    else:
        painter.setPen(QPen(QColor(90, 20, 10, 200), 2, Qt.PenStyle.DashLine))
        painter.drawEllipse(at, reach, reach)


def main() -> None:
    qt_application()
    FOLDER.mkdir(parents=True, exist_ok=True)
    counter, bedroom = demo_project(), set_demo()
    draw(
        "counter-front.png", counter, "p1", "corner", [("ring", 900, 200, 742, 160), ("round", 280, 0, 350, 170)], 1
    )
    draw("counter-left.png", counter, "p1", "left", [("split", 0, 260, 480, 260)], 2)
    draw("counter-back.png", counter, "p1", "back", [("round", 500, 530, 400, 200)], 3)
    draw("cupboard-left.png", bedroom, "p1", "corner", [("chip", 300, 0, 200, 40)], 4)
    draw("chest.png", bedroom, "p7", "corner", [("ring", 300, 150, 470, 180)], 5)
    draw("bed-head.png", bedroom, "p4", "front", [("split", 500, 0, 500, 240)], 6)


if __name__ == "__main__":
    main()
