"""Faults on a survey's drawing: a pin at each, or one mark for a piece that is drawn too small for its pins."""

import math
from collections.abc import Iterator

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QColor, QPainter

from zygoform.app.canvas import paint
from zygoform.app.canvas.looking_in import fault_place
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.canvas.set_names import rooms_of_pieces
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.core.condition.condition import Fault
from zygoform.core.drawing.primitives import Scene
from zygoform.core.drawing.views import VIEWS
from zygoform.core.geometry.convex import plus
from zygoform.core.geometry.plane import Point

PIN_REACH = 13.0
PIN_ROOM = 24.0 * 24.0
"""px² that a pin takes."""
FEW = 3
"""So many pins are put on a piece however small it is drawn."""
Pin = tuple[Fault, Point]


def _by_piece(session: Session) -> Iterator[tuple[str, list[Pin]]]:
    """The faults of each piece on screen, with their places on the view plane."""
    seen, plan = session.seen(), session.plan
    if seen is None or plan is None:
        return
    view = VIEWS[session.view.viewpoint]
    for piece_id in dict.fromkeys(body.piece_id for body in seen.found.bodies):
        dx, dy, dz = seen.moved(piece_id)
        yield (
            piece_id,
            [
                (fault, view.project(plus(fault_place(session, fault), (dx, dy, dz))))
                for fault in plan.condition.faults_of(piece_id)
            ],
        )


def _pins(session: Session, scene: Scene, mapping: Mapping) -> tuple[list[Pin], list[tuple[QPointF, list[Fault]]]]:
    """What is pinned one by one, and the middles of pieces that have one mark for all their faults."""
    rooms, single, together = rooms_of_pieces(scene, mapping), list[Pin](), list[tuple[QPointF, list[Fault]]]()
    for piece_id, own in _by_piece(session):
        room = rooms.get(piece_id)
        crowded = room is not None and len(own) > FEW and 2 * len(own) * PIN_ROOM > room.width() * room.height()
        if room is not None and crowded:
            together.append((room.center(), [fault for fault, _ in own]))
            single += [pin for pin in own if pin[0].id == session.view.selected_fault]
        else:
            single += own
    return single, together


def fault_at(session: Session, scene: Scene, mapping: Mapping, at: QPointF) -> str:
    """The fault whose pin is under the pointer."""
    near = [
        (distance, fault.id)
        for fault, point in _pins(session, scene, mapping)[0]
        if (distance := math.hypot(*((mapping.to_px(point) - at).toTuple()))) <= PIN_REACH
    ]
    return min(near)[1] if near else ""


def paint_faults(painter: QPainter, session: Session, scene: Scene, mapping: Mapping) -> None:
    """A ring with a triangle at each fault; what is decided about has a broken blue ring and a tick.

    One on a part that is hidden from here is a small ring. In a large set a piece whose pins would cover it has one
    ring with the number of its open faults.
    """
    mended = session.project.mended
    single, together = _pins(session, scene, mapping)
    for middle, faults in together:
        still = sum(fault.id not in mended for fault in faults)
        _ring(painter, middle, on=False, decided=not still)
        if still:
            at = QPointF(middle.x(), middle.y() + 4.5)
            paint.draw_text(painter, at, str(still), 12, 600, align="centre", colour=t.OCHRE)
        else:
            _sign(painter, middle, decided=True)
    for fault, point in single:
        at, on = mapping.to_px(point), fault.id == session.view.selected_fault
        if not on and scene.hides(fault.part, point):
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(t.OCHRE, 1.6, dash=(2, 2)))
            painter.drawEllipse(at, 5, 5)
            continue
        _ring(painter, at, on=on, decided=fault.id in mended)
        _sign(painter, at, decided=fault.id in mended)


def _ring(painter: QPainter, at: QPointF, *, on: bool, decided: bool) -> None:
    painter.setBrush(QColor(t.TAPE if on else t.SHEET))
    painter.setPen(paint.pen(t.INK, 3.4))
    painter.drawEllipse(at, 10, 10)
    painter.setPen(paint.pen(t.BLUE, 2.0, dash=(4, 3)) if decided else paint.pen(t.OCHRE, 2.2))
    painter.drawEllipse(at, 10, 10)


def _sign(painter: QPainter, at: QPointF, *, decided: bool) -> None:
    painter.setBrush(Qt.BrushStyle.NoBrush)
    if decided:
        painter.setPen(paint.pen(t.BLUE, 2.2))
        painter.drawPolyline([at + QPointF(-4.5, 0.5), at + QPointF(-1, 4), at + QPointF(5, -3.5)])
    else:
        painter.setPen(paint.pen(t.OCHRE, 1.8))
        painter.drawPolygon([at + QPointF(0, -5), at + QPointF(5, 4), at + QPointF(-5, 4)])
