"""What a survey's drawing has beside the piece: openings to point at, dividers to drag, the tape."""

import math
from collections.abc import Collection

from PySide6.QtCore import QPointF
from PySide6.QtGui import QColor, QPainter, QPolygonF

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.canvas.targets import only_bays
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.primitives import Dimension
from zygoform.core.drawing.views import FRONT_CORNERS, VIEWS, Viewpoint
from zygoform.core.form.form import Form
from zygoform.core.geometry.plane import Point, rectangle
from zygoform.core.ids import own_of, piece_of, role_of

FRONT_PLACES: tuple[Viewpoint, ...] = ("front", *FRONT_CORNERS)
Drawn = tuple[tuple[float, float, float, float], float, bool]
"""A cell's rectangle, the size being dragged, and whether that is its width."""


def opening_shape(session: Session, place: Viewpoint, part_id: str, mapping: Mapping) -> QPolygonF | None:
    """An opening's outline on the canvas, where the front is seen."""
    seen = session.seen()
    for body in seen.found.bodies if seen is not None and place in FRONT_PLACES else ():
        for opening in body.openings:
            if opening.id == part_id:
                return QPolygonF(mapping.outline(rectangle(*opening.rect)))
    return None


WITHIN_BAY = ("back", "bottom", "side", "upright")
"""What one sees through an empty opening, of the piece as found."""


def opening_at(
    found: Form | None,
    place: Viewpoint,
    point: Point,
    hit: str,
    opened: Collection[str] = (),
    *,
    bays: bool = False,
) -> str:
    """The opening under a point of the view plane; what stands before the front is hit first.

    What one looks into, and what is drawn out of it, is pointed at part by part. With `bays` empty openings alone
    are pointed at, where nothing but the piece's own inside is seen.
    """
    role = role_of(hit) if hit else ""
    if bays:
        own = {body.piece_id for body in found.bodies} if found is not None else set()
        # The side that closes half of a piece is new, and is seen through its openings like the old one.
        inside = role in WITHIN_BAY and (piece_of(hit) in own or role == "side")
        found = only_bays(found) if found is not None and (inside or not hit) else None
    if found is None or place not in FRONT_PLACES or role in ("top", "base", "bracket", "arm", "lid"):
        return ""
    for body in found.bodies:
        for opening in body.openings:
            if hit and opening.id in opened and own_of(opening.id) == own_of(hit):
                return ""
    for body in found.bodies:
        for opening in body.openings:
            x0, z0, x1, z1 = opening.rect
            if x0 <= point[0] <= x1 and z0 <= point[1] <= z1:
                return "" if hit and opening.id in opened else opening.id
    return ""


def is_divider(part_id: str) -> bool:
    """Whether a board parts two cells of a front, and can be dragged."""
    return part_id.count("/") == 2 and own_of(part_id).startswith(("after-", "under-"))


def paint_tape(painter: QPainter, session: Session, mapping: Mapping) -> None:
    """From where to where a size is to be taken: a tape with a hook at either end."""
    line, view = session.view.traced, VIEWS[session.view.viewpoint]
    if line is None:
        return
    a, b = mapping.to_px(view.project(line.start)), mapping.to_px(view.project(line.end))
    dx, dy = b.x() - a.x(), b.y() - a.y()
    length = math.hypot(dx, dy)
    ux, uy = (dx / length, dy / length) if length > 1 else (0.0, 1.0)
    hook = QPointF(-uy * 9, ux * 9)
    for colour, width in ((t.INK, 7.0), (t.TAPE, 4.5)):
        painter.setPen(paint.pen(colour, width))
        painter.drawLine(a, b)
        for end in (a, b):
            painter.drawLine(end - hook, end + hook)
    if length <= 1:
        painter.setBrush(QColor(t.TAPE))
        painter.setPen(paint.pen(t.INK, 1.2))
        painter.drawEllipse(a, 9, 9)


def paint_dragged(painter: QPainter, cells: tuple[Drawn, ...], session: Session, mapping: Mapping) -> None:
    """The sizes on both sides of a divider while it is dragged."""
    for (x0, z0, x1, z1), size, across in cells:
        middle = (z0 + z1) / 2 if across else (x0 + x1) / 2
        ends = ((x0, middle), (x1, middle)) if across else ((middle, z0), (middle, z1))
        dim = Dimension(*ends, size, 3, "above" if across else "right")
        paint.dimension(painter, dim, mapping, (session.unit.show(size),), 0.0)


def paint_dot(painter: QPainter, at: QPointF, number: int, *, on: bool) -> None:
    """A numbered dot, the same on a photo and on the drawing."""
    painter.setBrush(QColor(t.TAPE if on else t.CHANGE))
    painter.setPen(paint.pen(t.ON_TAPE if on else t.INK, 1.6))
    painter.drawEllipse(at, 11, 11)
    colour = t.ON_TAPE if on else t.INK
    paint.draw_text(painter, QPointF(at.x(), at.y() + 4.5), str(number), 12, 600, align="centre", colour=colour)


def paint_dots(painter: QPainter, session: Session, targets: dict[str, Point], mapping: Mapping) -> None:
    """The numbers of the photos' dots, where their parts are seen."""
    numbers = {dot.part: dot.number for photo in session.project.photos for dot in photo.dots}
    for part, number in numbers.items():
        if part in targets:
            paint_dot(painter, mapping.to_px(targets[part]), number, on=part == session.view.hovered)
