"""Dragging what parts two openings of a front. Loaded with the first divider that is taken hold of."""

from PySide6.QtCore import QPointF

from zygoform.app.canvas.mapping import Mapping
from zygoform.app.session import Session
from zygoform.core.edits.fronts import LEAST_CELL, move_divider
from zygoform.core.form.form import Rect
from zygoform.core.form.front import Pair, pair_at
from zygoform.core.ids import own_of, piece_of
from zygoform.core.measure.rounding import round_to

SNAP_PX = 9.0
"""A divider this near to where both cells are equal goes there."""


class DragDivider:
    """Drags a rail or upright between two cells; both sizes show, and one edit is made at the end."""

    def __init__(self, session: Session, divider: str, mapping: Mapping, at: QPointF) -> None:
        self._session, self._divider, self._mapping = session, divider, mapping
        self._from = mapping.to_mm(at)
        self._pair = self._neighbours()
        self._first = self._before = self._pair.first if self._pair is not None else 0.0

    def _neighbours(self) -> Pair | None:
        seen, front = self._session.seen(), self._session.project.front(self._divider)
        if seen is None or front is None:
            return None
        piece = piece_of(self._divider)
        rects = {
            own_of(opening.id): opening.rect
            for body in seen.found.bodies
            if body.piece_id == piece
            for opening in body.openings
        }
        return pair_at(front, self._divider.rsplit("-", 1)[-1], rects)

    @property
    def cells(self) -> tuple[tuple[Rect, float, bool], ...]:
        """Both cells as they are now, with the size that changes."""
        now = self._neighbours()
        if now is None:
            return ()
        across = now.direction == "columns"
        return ((now.rects[0], now.first, across), (now.rects[1], now.second, across))

    def move(self, at: QPointF) -> None:
        pair = self._pair
        if pair is None:
            return
        x, y = self._mapping.to_mm(at)
        by = x - self._from[0] if pair.direction == "columns" else self._from[1] - y
        whole, step = pair.first + pair.second, self._session.unit.step
        if whole < 2 * LEAST_CELL:
            return
        value = round_to(pair.first + by, step)
        if abs(pair.first + by - whole / 2) * self._mapping.scale < SNAP_PX:
            value = whole / 2
        value = min(max(value, LEAST_CELL), whole - LEAST_CELL)
        if self._session.preview(lambda project: move_divider(project, self._divider, value, whole - value)):
            self._first = value

    def end(self) -> None:
        first, pair = self._first, self._pair
        self._session.end_preview()
        if pair is not None and first != self._before:
            whole = pair.first + pair.second
            self._session.try_do(lambda project: move_divider(project, self._divider, first, whole - first))

    def cancel(self) -> None:
        self._session.end_preview()
