"""What is written round the piece: the floor rule, the numbers of changes, grips."""

import math

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.canvas.pictures import LARGE_SET
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.dimensions import part_dimensions
from zygoform.core.drawing.primitives import Leader, Scene
from zygoform.core.drawing.swings import drilling
from zygoform.core.drawing.views import Viewpoint
from zygoform.core.geometry.plane import Point
from zygoform.core.measure.parse import INCH
from zygoform.core.measure.write import DisplayUnit

FLAG = 24.0
CLEAR = 26.0
"""The middles of two numbers are so far apart, px, one way or the other."""
FARTHEST_STEPS, CROWDED_STEPS = 30, 10
"""Steps of 4 px that a number of a set may stand from what it stands for; of a large set."""
_APART = 34.0
NAMES_APART = 52.0


def paint_floor(
    painter: QPainter, scene: Scene, mapping: Mapping, unit: DisplayUnit, width: float, *, ruled: bool = True
) -> None:
    """The floor as a rule, counted from the piece's left end: inches, or centimetres; without marks under a set."""
    if not scene.floors:
        return
    left, right = scene.box[0], scene.box[2]
    painter.setPen(paint.pen(t.INK, 1.6))
    for floor in scene.floors:
        y = mapping.to_px((0, floor)).y()
        painter.drawLine(QPointF(0, y), QPointF(width, y))
    if not ruled:
        return
    y = mapping.to_px((0, scene.floors[0])).y()
    small, large, name = (INCH, 12, '"') if unit.system == "inch" else (10.0, 10, " cm")
    while small * mapping.scale < 5:
        small, large = small * (2 if large % 2 == 0 else 5), large // (2 if large % 2 == 0 else 5) or 1
    # Only every so many of the large marks are named, so that the names keep apart.
    named = large * next(n for n in (1, 2, 5, 10, 20, 50, 1000) if n * large * small * mapping.scale >= NAMES_APART)
    for k in range(math.floor((right - left) / small) + 1):
        x = mapping.to_px((left + k * small, 0)).x()
        major = k % large == 0
        painter.setPen(paint.pen(t.INK if major else t.EDGE, 1.4 if major else 1.0))
        painter.drawLine(QPointF(x, y), QPointF(x, y + (12 if major else 5)))
        if k % named == 0:
            number = round(k * small / (INCH if unit.system == "inch" else 10.0))
            words = f"{number}{name}" if number else "0"
            paint.draw_text(painter, QPointF(x, y + 28), words, 12, align="centre", colour=t.INK2)


def paint_sizes(
    painter: QPainter, scene: Scene, mapping: Mapping, session: Session, place: Viewpoint, *, all_sizes: bool
) -> list[QRectF]:
    """The height over all, and where asked for all sizes; returns where the figures stand."""
    show, lanes, taken = session.unit.show, {0: 40.0, 1: 26.0, 2: 36.0, 3: 0.0}, list[QRectF]()
    for dim in scene.dimensions:
        if dim.lane == 0 or all_sizes:
            size = show(dim.size) + ("?" if dim.guessed else "")
            high = high_words(session, place, dim.size) if dim.lane == 0 else ""
            words = (size + high, size + high.split(",")[0], size)
            taken.append(paint.dimension(painter, dim, mapping, words, lanes[dim.lane]))
    return taken


def paint_part(
    painter: QPainter,
    session: Session,
    scene: Scene,
    mapping: Mapping,
    part_id: str,
    sizes: tuple[float, float] | None,
) -> None:
    """Width and height of the part pointed at, where they are known."""
    for dim in part_dimensions(scene, part_id, sizes) if sizes else ():
        paint.dimension(painter, dim, mapping, (session.unit.show(dim.size),), 16.0)


def paint_drilling(painter: QPainter, session: Session, mapping: Mapping, place: Viewpoint) -> None:
    """From the front, while new pulls are the change that is open: from where to where each hole is."""
    plan, seen = session.plan, session.seen()
    outcome = plan.outcome(session.view.open_change) if plan is not None else None
    if outcome is None or plan is None or place != "front" or (seen is not None and seen.names):
        return
    pulls = tuple(template for template in outcome.templates if len(template.rings) == 1)
    for dim in drilling(plan.planned, pulls):
        paint.dimension(painter, dim, mapping, (session.unit.show(dim.size),), 12.0)


def high_words(session: Session, place: Viewpoint, now: float) -> str:
    """That a size is the height, and what it was where a change alters it."""
    seen = session.seen()
    if place == "above" or seen is None:
        return ""
    low, top = seen.found.box
    before, unit = top[2] - low[2], session.unit
    return " high" if abs(before - now) < unit.step / 2 else f" high, was {unit.show(before)}"


def paint_leaders(
    painter: QPainter, scene: Scene, mapping: Mapping, room: QRectF, on: str, taken: list[QRectF], lift: float = 0.0
) -> list[tuple[QRectF, Leader]]:
    """A thin line from each change's number to its part; returns where the numbers stand.

    Neither number nor line goes over the figures in `taken`; `lift` is how much higher those above stand. In a set
    a number stands on its piece: a line from the edge of the drawing would cross others.
    """
    flags = [] if scene.layers else _beside(scene, mapping, room, taken, lift)
    if any(not room.contains(box.center()) for box, _ in flags) or not flags:
        # More than there is room for beside it.
        flags = _on_pieces(scene, mapping, on)
    for box, leader in flags:
        _flag(painter, box, mapping.to_px(leader.at), leader, lit=leader.change_id == on)
    return flags


_TRIES = 40
"""A number moves up or down by 6 px so often until its line is clear of all figures."""
Flags = list[tuple[QRectF, Leader]]


def _on_pieces(scene: Scene, mapping: Mapping, on: str) -> Flags:
    """Each number on what it stands for, or as near to its right as it is clear of the others.

    Where pieces are drawn so small that a number would come too far from its own, it is left out; but for that of
    the change `on`, which stands over the others.
    """
    flags: Flags = []
    # The middles of those put already, by squares as large as two of them must be apart.
    taken: dict[tuple[int, int], list[QPointF]] = {}
    for leader in sorted(scene.leaders, key=lambda x: (-x.at[1], x.at[0])):
        at = mapping.to_px(leader.at)
        for step in range(FARTHEST_STEPS if len(scene.layers) <= LARGE_SET else CROWDED_STEPS):
            middle = at + QPointF(4.0 * step, 0.0)
            column, row = int(middle.x() // CLEAR), int(middle.y() // CLEAR)
            near = (taken.get((column + i, row + k), ()) for i in (-1, 0, 1) for k in (-1, 0, 1))
            if not any(_too_near(middle, other) for others in near for other in others):
                taken.setdefault((column, row), []).append(middle)
                flags.append((_flag_box(middle), leader))
                break
        else:
            if leader.change_id == on:
                flags.append((_flag_box(at), leader))
    return flags


def _too_near(one: QPointF, other: QPointF) -> bool:
    return abs(one.x() - other.x()) < CLEAR and abs(one.y() - other.y()) < CLEAR


def _beside(scene: Scene, mapping: Mapping, room: QRectF, taken: list[QRectF], lift: float) -> Flags:
    """Numbers of what is low at the left of the piece, of what is high over it."""
    flags: Flags = []
    top = mapping.to_px((0, scene.box[3])).y()
    left = mapping.to_px((scene.box[0], 0)).x()
    beside = sorted((x for x in scene.leaders if x.side == "left"), key=lambda x: -x.at[1])
    y_used, x_used = -1e9, -1e9
    if len(beside) * _APART > room.height():
        # They find no room there, however they are set.
        return []
    for leader in beside:
        at = mapping.to_px(leader.at)
        x = max(room.left() + 16, left - 66)
        y = _clear_of(taken, QPointF(x, max(at.y() - 20, y_used + _APART)), at, y_used + _APART)
        y_used = y
        if y > room.bottom():
            return []
        flags.append((_flag_box(QPointF(x, y)), leader))
    for leader in sorted((x for x in scene.leaders if x.side == "above"), key=lambda x: x.at[0]):
        at = mapping.to_px(leader.at)
        x = max(at.x() - 46, x_used + _APART)
        x_used = x
        flags.append((_flag_box(QPointF(x, max(room.top() + 15, top - 34 - lift))), leader))
    return flags


def _clear_of(taken: list[QRectF], flag: QPointF, at: QPointF, least: float) -> float:
    """The flag's y, moved up (not over `least`) or down until its line to `at` passes no figure."""
    around = [(box.left() - 3, box.top() - 6, box.right() + 3, box.bottom() + 6) for box in taken]
    for step in range(_TRIES):
        for y in (flag.y() - 6 * step, flag.y() + 6 * step):
            if y < least:
                continue
            if not any(_crosses((flag.x(), y), (at.x(), at.y()), box) for box in around):
                return y
    return flag.y()


def _crosses(a: Point, b: Point, box: tuple[float, float, float, float]) -> bool:
    """Whether the line from a to b runs through a box, x0, y0, x1, y1 (Liang and Barsky)."""
    low, high = 0.0, 1.0
    for k in (0, 1):
        way, least, most = b[k] - a[k], box[k] - a[k], box[k + 2] - a[k]
        if abs(way) < 1e-9:
            if least > 0 or most < 0:
                return False
            continue
        near, far = sorted((least / way, most / way))
        low, high = max(low, near), min(high, far)
    return low <= high


def _flag_box(middle: QPointF) -> QRectF:
    # 28 px to hit, of which the circle takes 24.
    return QRectF(middle.x() - 14, middle.y() - 14, 28, 28)


def _flag(painter: QPainter, box: QRectF, at: QPointF, leader: Leader, *, lit: bool) -> None:
    middle = box.center()
    reach = math.hypot(at.x() - middle.x(), at.y() - middle.y()) or 1.0
    if reach > FLAG / 2:
        painter.setPen(paint.pen(t.INK, 1.0))
        painter.drawLine(middle + (at - middle) * (FLAG / 2 / reach), at)
        painter.setBrush(QColor(t.INK))
        painter.setPen(paint.NEVER)
        painter.drawEllipse(at, 2.6, 2.6)
    painter.setBrush(QColor(t.TAPE if lit else t.CHANGE))
    painter.setPen(paint.pen(t.ON_TAPE if lit else t.BLUE, 1.8))
    painter.drawEllipse(middle, FLAG / 2, FLAG / 2)
    paint.draw_text(
        painter,
        QPointF(middle.x(), middle.y() + 5),
        str(leader.number),
        14,
        600,
        align="centre",
        colour=t.ON_TAPE if lit else t.BLUE,
    )


def _paint_swings(painter: QPainter, scene: Scene, mapping: Mapping) -> None:
    """The way of each flap's edge, with an arrow's head where it ends."""
    painter.setBrush(Qt.BrushStyle.NoBrush)
    for stroke in scene.strokes:
        points = [mapping.to_px(point) for point in stroke.points]
        painter.setPen(paint.pen(t.SHEET, 3.4))
        painter.drawPolyline(points)
        painter.setPen(paint.pen(t.BLUE, 1.4, dash=(5, 4)))
        painter.drawPolyline(points)
        end, before = points[-1], points[-2]
        way = end - before
        long = max(1e-6, math.hypot(way.x(), way.y()))
        along, across = way / long, QPointF(-way.y(), way.x()) / long
        painter.setPen(paint.pen(t.BLUE, 1.4))
        painter.drawPolyline([end - along * 9 + across * 4, end, end - along * 9 - across * 4])


def paint_drawn(painter: QPainter, gesture: object) -> None:
    """What a gesture draws itself: a line drawn by hand, as far as it is."""
    drawn = getattr(gesture, "paint", None)
    if drawn is not None:
        drawn(painter)


def paint_grips(painter: QPainter, scene: Scene, mapping: Mapping, change_id: str) -> None:
    """Where an edge of a change can be dragged: a small bar across it with an arrow out; and the ways of flaps."""
    _paint_swings(painter, scene, mapping)
    for grip in (grip for grip in scene.grips if grip.change_id == change_id):
        at = mapping.to_px(grip.at)
        ux, uy = grip.direction[0], -grip.direction[1]
        px, py = -uy, ux
        painter.setPen(paint.pen(t.SHEET, 7.0))
        painter.drawLine(QPointF(at.x() - 9 * px, at.y() - 9 * py), QPointF(at.x() + 9 * px, at.y() + 9 * py))
        painter.setPen(paint.pen(t.BLUE, 4.0))
        painter.drawLine(QPointF(at.x() - 9 * px, at.y() - 9 * py), QPointF(at.x() + 9 * px, at.y() + 9 * py))
        painter.setPen(paint.pen(t.BLUE, 1.6))
        tip = QPointF(at.x() + 13 * ux, at.y() + 13 * uy)
        painter.drawLine(at, tip)
        for side in (1, -1):
            painter.drawLine(tip, QPointF(tip.x() - 5 * ux + side * 4 * px, tip.y() - 5 * uy + side * 4 * py))
