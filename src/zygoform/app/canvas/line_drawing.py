"""Drawing the strips of a pattern by hand. Loaded with the first line."""

from PySide6.QtCore import QPointF, Qt
from PySide6.QtGui import QPainter

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.core.changes.patterning.drawing_plane import DrawingPlane, drawing_plane
from zygoform.core.drawing.views import VIEWS
from zygoform.core.edits.planning import draw_line, meant_pattern
from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Point
from zygoform.core.patterns.drawn_line import DrawnLine

DRAWN_FROM = 9.0
"""Ends are drawn to places from so far away (px)."""


class DrawLine:
    """From where the mouse is pressed to where it is let go; one edit at the end."""

    def __init__(self, session: Session, change_id: str, mapping: Mapping, at: QPointF) -> None:
        self._session, self._change_id, self._mapping = session, change_id, mapping
        self._project = VIEWS[session.view.viewpoint].project
        self._plane = self._drawn_on()
        here = self._place(at)
        self._start = self._plane.start(here, DRAWN_FROM / mapping.scale) if self._plane and here else None
        self._end = self._start

    def _drawn_on(self) -> DrawingPlane | None:
        seen = self._session.seen()
        try:
            change = meant_pattern(self._session.project, self._change_id)
            body = seen.planned.body(change.targets[0]) if seen is not None else None
            return drawing_plane(change, body, self._session.project.shop) if body is not None else None
        except BadInputError:
            return None

    def _place(self, at: QPointF) -> Point | None:
        return self._plane.under(self._mapping.to_mm(at), self._project) if self._plane is not None else None

    def move(self, at: QPointF) -> None:
        here = self._place(at)
        if self._plane is not None and self._start is not None and here is not None:
            self._end = self._plane.end(self._start, here, DRAWN_FROM / self._mapping.scale)

    def end(self) -> None:
        start, end = self._start, self._end
        if start is not None and end is not None and start != end:
            line = DrawnLine(*start, *end)
            self._session.try_do(lambda project: draw_line(project, self._change_id, line))

    def cancel(self) -> None:
        self._end = self._start

    def paint(self, painter: QPainter) -> None:
        """The line so far."""
        if self._plane is None or self._start is None or self._end is None:
            return
        a, b = (self._mapping.to_px(self._plane.seen_at(p, self._project)) for p in (self._start, self._end))
        painter.setPen(paint.pen(t.SHEET, 5.0))
        painter.drawLine(a, b)
        painter.setPen(paint.pen(t.BLUE, 2.2))
        painter.drawLine(a, b)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        for end in (a, b):
            painter.drawEllipse(end, 4, 4)
