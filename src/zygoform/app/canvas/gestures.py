"""Mouse gestures: each starts, moves, ends or is cancelled, and makes one edit at its end."""

from typing import Protocol

from PySide6.QtCore import QPointF

from zygoform.app.canvas.mapping import Mapping
from zygoform.app.session import Session
from zygoform.core.drawing.primitives import Grip
from zygoform.core.edits.planning import set_value
from zygoform.core.measure.param import param
from zygoform.core.measure.rounding import round_to


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
        self._before = float(getattr(change, grip.parameter)) if change is not None else 0.0
        self._value = self._before

    def move(self, at: QPointF) -> None:
        if self._entry is None:
            return
        x, y = self._mapping.to_mm(at)
        dx, dy = x - self._from[0], y - self._from[1]
        by = (dx * self._grip.direction[0] + dy * self._grip.direction[1]) / self._grip.stretch
        step = self._session.unit.step
        value = min(max(round_to(self._before + by, step), self._entry.low), self._entry.high)
        grip = self._grip
        if self._session.preview(lambda project: set_value(project, grip.change_id, grip.parameter, value)):
            self._value = value

    def end(self) -> None:
        value, grip = self._value, self._grip
        self._session.end_preview()
        if value != self._before:
            self._session.try_do(lambda project: set_value(project, grip.change_id, grip.parameter, value))

    def cancel(self) -> None:
        self._session.end_preview()
