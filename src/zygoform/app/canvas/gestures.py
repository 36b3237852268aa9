"""Mouse gestures: each starts, moves, ends or is cancelled, and makes one edit at its end."""

from typing import Protocol

from PySide6.QtCore import QPointF

from zygoform.app.canvas.mapping import Mapping
from zygoform.app.session import Session
from zygoform.core.drawing.primitives import Grip
from zygoform.core.edits.planning import set_value
from zygoform.core.geometry.plane import Point
from zygoform.core.measure.param import param
from zygoform.core.measure.rounding import round_to

SNAP, SNAP_MM, SNAP_DEGREES, ANGLE_STEP = 7.0, 4.0, 1.5, 0.5
"""A stop takes a handle from so far away, px, mm at most, or degrees; an angle goes in such steps (degrees)."""


class Gesture(Protocol):
    """What a gesture can be asked."""

    def move(self, at: QPointF) -> None: ...

    def end(self) -> None: ...

    def cancel(self) -> None: ...


class Movable(Protocol):
    """What can be pushed about."""

    pan: QPointF

    def update(self) -> None: ...


class Pan:
    """Pushes the drawing about."""

    def __init__(self, canvas: Movable, at: QPointF) -> None:
        self._canvas, self._start, self._before = canvas, at, QPointF(canvas.pan)

    def move(self, at: QPointF) -> None:
        self._canvas.pan = self._before + at - self._start
        self._canvas.update()

    def end(self) -> None:
        """The drawing stays where it is."""

    def cancel(self) -> None:
        self._canvas.pan = self._before
        self._canvas.update()


class DragGrip:
    """Drags a size of a change; the drawing follows, the edit is made once at the end."""

    def __init__(self, session: Session, grip: Grip, mapping: Mapping, at: QPointF) -> None:
        self._session, self._grip, self._mapping = session, grip, mapping
        self._from = mapping.to_mm(at)
        change = session.project.change(grip.change_id)
        self._entry = param(type(change), grip.parameter) if change is not None else None
        self._before = self._value = float(getattr(change, grip.parameter)) if change is not None else 0.0
        self._here = self._before if grip.value is None else grip.value

    def move(self, at: QPointF) -> None:
        if self._entry is None:
            return
        grip, entry = self._grip, self._entry
        wanted = self._wanted(self._mapping.to_mm(at))
        step = self._session.unit.step if entry.unit == "length" else ANGLE_STEP if entry.unit == "angle" else 1.0
        # Within a few pixels of a place to stop at it stops there.
        near = SNAP / self._mapping.scale / grip.stretch if grip.pivot is None else SNAP_DEGREES
        near = min(near, SNAP_MM) if entry.unit == "length" else near
        stop = min(grip.stops, key=lambda value: abs(value - wanted), default=None)
        found = stop if stop is not None and abs(stop - wanted) <= near else round_to(wanted, step)
        value: float = min(max(found, entry.low), entry.high)
        if entry.unit == "count":
            value = round(value)
        if self._session.preview(lambda project: set_value(project, grip.change_id, grip.parameter, value)):
            self._value = value

    def _wanted(self, at: Point) -> float:
        """The value where the hand is."""
        grip = self._grip
        if (angle := grip.angle_at(at)) is not None:
            # It moves from where it was taken hold of; a full turn is none.
            start = grip.angle_at(self._from) or 0.0
            return self._here + (angle - start + 180) % 360 - 180
        dx, dy = at[0] - self._from[0], at[1] - self._from[1]
        return self._here + (dx * grip.direction[0] + dy * grip.direction[1]) / grip.stretch

    def end(self) -> None:
        value, grip = self._value, self._grip
        self._session.end_preview()
        if value != self._before:
            self._session.try_do(lambda project: set_value(project, grip.change_id, grip.parameter, value))

    def cancel(self) -> None:
        self._session.end_preview()
