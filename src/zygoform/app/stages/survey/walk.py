"""The measuring walk: one size at a time, shown on the drawing; Enter goes on."""

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QVBoxLayout

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, angles, keep_room, label, push_button, written
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.fronts import set_cell_size
from zygoform.core.edits.survey import set_inside, set_reading
from zygoform.core.form.piece import PieceBase
from zygoform.core.measure.param import param
from zygoform.core.measure.reading import Readings
from zygoform.core.survey.walk import WalkStep, next_step, steps


class WalkBox(QFrame):
    """Asks for one size after the other. Enter takes it down and goes on; empty, it stays a guess.

    `walking` says whether it is at work: what it does not ask is then out of the way.
    """

    walking = Signal(bool)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.step: WalkStep | None = None
        self._piece_id = ""
        self.setObjectName("walk_box")
        self.setProperty("kind", "walk")
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 10, 12, 10)
        column.setSpacing(6)
        self.place = label("", "small")
        self.title = wrapped("", "strong")
        self.hint = keep_room(wrapped("", "second"))
        self.field = Field(session, "walk_size", "", self._take, steps=True)
        self.field.title.hide()
        keep_room(self.field.fault)
        self.field.fault.setMinimumHeight(t.px(36))
        self.hint.setMinimumHeight(t.px(18))
        self.field.entered.connect(self.go_on)
        row = QHBoxLayout()
        self.next = push_button("walk_next", "Next", self._next)
        self.next.setProperty("kind", "strong")
        for button in (
            self.next,
            push_button("walk_skip", "Skip", self.go_on),
            push_button("walk_back", "Back", self.go_back),
            push_button("walk_stop", "Stop", self.stop),
        ):
            row.addWidget(button)
        row.addStretch(1)
        for widget in (self.place, self.title, self.hint, self.field):
            column.addWidget(widget)
        column.addLayout(row)
        self.hide()

    def _steps(self) -> tuple[WalkStep, ...]:
        plan, piece = self.session.plan, self.session.piece
        if plan is None or piece is None:
            return ()
        return steps(piece, next(body for body in plan.found.bodies if body.piece_id == piece.id))

    def start(self) -> None:
        """Begins at the first size that is not measured, or at the first."""
        piece = self.session.piece
        if piece is None:
            return
        if self.session.view.shown != piece.id and len(self.session.project.pieces) > 1:
            self.session.show_piece(piece.id)
        self._piece_id = piece.id
        found = self._steps()
        self._show(next_step(found) or (found[0] if found else None))

    def _show(self, step: WalkStep | None) -> None:
        self.step = step
        if step is None:
            self.stop()
            return
        self.show()
        self.walking.emit(True)
        self._say()
        if step.inside:
            self.session.look_into((step.cell,), open_=True)
        self.session.trace(step.line)
        self.field.restore()
        self.field.line.setFocus()
        self.field.line.selectAll()

    def _say(self) -> None:
        """What is asked for, as the document stands."""
        step, found = self.step, self._steps()
        if step is None:
            return
        keys = [other.key for other in found]
        left = sum(not other.is_taken for other in found)
        at = keys.index(step.key) + 1 if step.key in keys else 0
        self.place.setText(
            f"Size {at} of {len(found)}, {left} still to measure"
            if left
            else f"Size {at} of {len(found)}, all measured"
        )
        self.title.setText(step.title)
        self.hint.setText(step.hint)
        self.hint.setVisible(bool(step.hint))
        self.field.reads = "gauge" if self._is_corner() else "meter"
        guess = step.is_taken is False and bool(step.readings)
        self.field.line.setAccessibleName(step.title)
        self.field.show_value(self._written(step.readings), guess=guess, hint=f"{self._size(step)}?")

    def _written(self, readings: Readings) -> str:
        return angles(readings) if self._is_corner() else written(readings, self.session.unit)

    def _is_corner(self) -> bool:
        piece, step = self.session.piece, self.step
        return bool(piece and step and step.entry and param(type(piece), step.entry).unit == "corner")

    def _size(self, step: WalkStep) -> str:
        """What is drawn until it is measured."""
        line = step.line
        if self._is_corner() or line is None:
            return "90°"
        return self.session.unit.show(sum(abs(a - b) for a, b in zip(line.start, line.end, strict=True)))

    def _take(self, text: str) -> None:
        step, piece = self.step, self.session.piece
        if step is None or piece is None:
            return
        if step.inside:
            self.session.do(lambda p: set_inside(p, step.cell, "drawer", step.inside, text))
        elif step.cell:
            self.session.do(lambda p: set_cell_size(p, step.cell, text))
        else:
            self.session.do(lambda p: set_reading(p, step.entry, text, on=piece.id))

    def _next(self) -> None:
        if self.field.commit():
            self.go_on()

    def go_on(self) -> None:
        """To the next size that is not measured; after the last the walk ends."""
        key = self.step.key if self.step is not None else ""
        self._show(next_step(self._steps(), key))

    def go_back(self) -> None:
        """To the size before, measured or not."""
        found = self._steps()
        keys = [step.key for step in found]
        at = keys.index(self.step.key) if self.step is not None and self.step.key in keys else 0
        self._show(found[max(0, at - 1)] if found else None)

    def stop(self) -> None:
        """Ends the walk; what was measured stays."""
        self.step = None
        self.session.trace(None)
        self.hide()
        self.walking.emit(False)

    def refresh(self) -> None:
        """Follows the document; ends where the piece is gone or another one is looked at."""
        if self.step is None:
            return
        again = next((step for step in self._steps() if step.key == self.step.key), None)
        alone = len(self.session.project.pieces) == 1 or self.session.view.shown == self._piece_id
        if again is None or not alone or not _belongs(again, self.session.piece):
            self.stop()
            return
        self.step = again
        self.session.view.traced = again.line
        self._say()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() == Qt.Key.Key_Escape:
            self.stop()
        else:
            super().keyPressEvent(event)


def _belongs(step: WalkStep, piece: PieceBase | None) -> bool:
    return piece is not None and (not step.cell or step.cell.startswith(f"{piece.id}/"))
