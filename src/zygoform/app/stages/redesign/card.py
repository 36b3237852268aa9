"""One change: its number, what it comes to, and open, its fields."""

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QKeyEvent, QMouseEvent, QPaintEvent
from PySide6.QtWidgets import QFrame, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.stages.redesign.front_ticks import FrontTicks
from zygoform.app.stages.redesign.pattern_tools import PatternTools
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import TickBox
from zygoform.app.widgets.editor import ChangeEditor, NoteGrid
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import Judgements, wrapped
from zygoform.app.widgets.put_on import PutOnChoice
from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.changes.registry import kind_of, titled
from zygoform.core.edits.planning import leave_out, meant_pattern, move_change, remove_change
from zygoform.core.outcome.outcome import Note
from zygoform.core.steps.step import span, step_note


class _Number(QWidget):
    """The number that also stands on the piece."""

    def __init__(self, number: int) -> None:
        super().__init__()
        self.number, self.on, self.out = number, False, False
        self.setFixedSize(t.px(28), t.px(28))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, _ = paint.begin_painting(self)
        line = t.EDGE if self.out else t.ON_TAPE if self.on else t.BLUE
        painter.setBrush(QColor(t.TAPE if self.on else t.CHANGE))
        painter.setPen(paint.pen(line, 1.8))
        painter.drawEllipse(QPointF(14, 14), 12, 12)
        paint.draw_text(painter, QPointF(14, 19), str(self.number), 14, 600, align="centre", colour=line)


class ChangeCard(QFrame):
    """A change in the list. Click or Enter opens it, Space ticks it, Alt+arrows move it, Del takes it away."""

    outline_wanted = Signal()

    def __init__(self, session: Session, change: ChangeBase) -> None:
        super().__init__()
        self.session, self.change_id, self.kind = session, change.id, type(change)
        self.setObjectName(f"card_{change.id}")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setAccessibleName(f"{change.number} {kind_of(change).title}")
        self.tick = TickBox(f"tick_{change.id}")
        self.tick.setAccessibleName(f"Count {kind_of(change).title.lower()}")
        self.tick.clicked.connect(self._tick)
        self.number = _Number(change.number)
        self.summary = wrapped("", "small")
        head = QHBoxLayout()
        head.setSpacing(6)
        words = QVBoxLayout()
        words.setSpacing(1)
        self.title = wrapped("", "strong")
        words.addWidget(self.title)
        words.addWidget(self.summary)
        head.addWidget(self.tick, 0, Qt.AlignmentFlag.AlignTop)
        head.addWidget(self.number, 0, Qt.AlignmentFlag.AlignTop)
        head.addLayout(words, 1)
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(12, 7, 12, 8)
        self._column.setSpacing(6)
        self._column.addLayout(head)
        self._body: QWidget | None = None
        self._was_open = False
        self._shown: tuple[object, ...] = ()
        self._editor: ChangeEditor | None = None
        self.refresh()

    @property
    def is_open(self) -> bool:
        return self.session.view.open_change == self.change_id

    def refresh(self) -> None:
        """Shows the document's values; only the open card has fields."""
        plan, project = self.session.plan, self.session.project
        out = project.is_left_out(self.change_id)
        outcome = plan.outcome(self.change_id) if plan else None
        change = project.change(self.change_id)
        # By identity: what is the same object says the same.
        shows = (change, outcome, out, self.is_open, self.session.planning.busy, project.shop, project.pieces)
        if not self.is_open and [*map(id, shows)] == [*map(id, self._shown)]:
            self.refresh_number()
            return
        self._shown = shows
        if change is not None:
            self.title.setText(titled(change, self.session.project.names))
        self.tick.setChecked(not out)
        if (out, self.is_open) != (self.number.out, self._was_open):
            self.number.out, self._was_open = out, self.is_open
            self.number.update()
            self.update()
        if out:
            words = "left out"
        elif outcome is not None:
            words = self.session.show(outcome.result)
        elif self.session.planning.busy:
            words = "being worked out…"
        else:
            words = "cannot be built as it is"
        self.summary.setText(words)
        self.summary.setVisible(not self.is_open or outcome is None)
        if self.is_open and self._body is None:
            self._open()
        if self._body is not None:
            self._body.setVisible(self.is_open)
        if self.is_open and self._editor is not None:
            self._editor.refresh()
            self._refresh_below()
        self.refresh_number()

    def refresh_fields(self) -> None:
        """Only what is typed and what it comes to."""
        if self._editor is not None and self.is_open:
            self._editor.refresh()

    def refresh_number(self) -> None:
        """Yellow while a part of the change is pointed at; open, while nothing else is."""
        part = self.session.view.hovered
        on = part.startswith(self.change_id + "/") or (self.is_open and not part)
        if on != self.number.on:
            self.number.on = on
            self.number.update()

    def _open(self) -> None:
        change = self.session.project.change(self.change_id)
        if change is None:
            return
        self._body = QWidget()
        column = QVBoxLayout(self._body)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(8)
        if isinstance(change, StripPattern):
            self.drawing = PatternTools(self.session, self.change_id)
            column.addWidget(self.drawing)
        self.fronts = FrontTicks(self.session, self.change_id) if hasattr(change, "on") else None
        self._editor = ChangeEditor(self.session, change, {"on": self.fronts} if self.fronts else {})
        column.addWidget(self._editor)
        if hasattr(change, "outline"):
            self.outline = QPushButton("Take its outline from a file…")
            self.outline.setObjectName(f"outline_{self.change_id}")
            self.outline.setToolTip("The largest closed line of an SVG or DXF")
            self.outline.clicked.connect(self.outline_wanted)
            column.addWidget(self.outline, 0, Qt.AlignmentFlag.AlignLeft)
        self.coated = PutOnChoice(self.session, f"card_{self.change_id}")
        column.addWidget(self.coated)
        self.findings, self.cautions = Judgements(self.session), Judgements(self.session)
        self.notes = NoteGrid(self.session, self.change_id)
        self.hands_on, self.steps = label("", "strong"), NoteGrid(self.session, self.change_id)
        for widget in (self.findings, self.notes, self.hands_on, self.steps, self.cautions):
            column.addWidget(widget)
        away = QPushButton("Take it away")
        away.setObjectName(f"away_{self.change_id}")
        away.setProperty("kind", "plain")
        away.clicked.connect(self._take_away)
        column.addWidget(away, 0, Qt.AlignmentFlag.AlignLeft)
        self._column.addWidget(self._body)

    def _refresh_below(self) -> None:
        change = self.session.project.change(self.change_id)
        if isinstance(change, StripPattern):
            self.drawing.refresh(meant_pattern(self.session.project, self.change_id))
        if hasattr(change, "outline"):
            self.outline.setVisible(getattr(change, "shape", "") == "traced")
        if self.fronts is not None:
            self.fronts.refresh()
        plan = self.session.plan
        outcome = plan.outcome(self.change_id) if plan else None
        own = plan.findings if plan else ()
        self.findings.refresh(f for f in own if f.change_id == self.change_id and f.code != "cannot_be_built")
        self.notes.refresh(outcome.notes if outcome else ())
        goes_on = plan.work.goes_on if plan else ()
        self.coated.show_way(next((own for own in goes_on if own.source == self.change_id), None), "Coated")
        steps = plan.work.of(self.change_id) if plan else ()
        together = sum(s.minutes[0] for s in steps), sum(s.minutes[1] for s in steps)
        self.hands_on.setText(f"Steps, about {span(together)} by hand")
        self.hands_on.setVisible(bool(steps))
        self.steps.refresh(tuple(Note(f"Step {k + 1}", step_note(step)) for k, step in enumerate(steps)))
        self.cautions.refresh((), (c for c in (outcome.cautions if outcome else ()) if c.step == "redesign"))

    def _tick(self) -> None:
        out = not self.tick.isChecked()
        self.session.try_do(lambda project: leave_out(project, self.change_id, out=out))

    def _take_away(self) -> None:
        self.session.try_do(lambda project: remove_change(project, self.change_id))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        if paint.unscaled(event.position()).y() < 52:
            self.session.open_up("" if self.is_open else self.change_id)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key, alt = event.key(), bool(event.modifiers() & Qt.KeyboardModifier.AltModifier)
        if key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.session.open_up("" if self.is_open else self.change_id)
        elif key == Qt.Key.Key_Space:
            self.tick.click()
        elif key == Qt.Key.Key_Delete:
            self._take_away()
        elif alt and key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            by = -1 if key == Qt.Key.Key_Up else 1
            self.session.try_do(lambda project: move_change(project, self.change_id, by))
        else:
            super().keyPressEvent(event)

    def enterEvent(self, event: object) -> None:
        del event
        self._point()

    def leaveEvent(self, event: object) -> None:
        del event
        self.session.hover("")

    def focusInEvent(self, event: object) -> None:
        del event
        self._point()
        self.update()

    def focusOutEvent(self, event: object) -> None:
        del event
        self.update()

    def _point(self) -> None:
        plan = self.session.plan
        outcome = plan.outcome(self.change_id) if plan else None
        if outcome is not None and outcome.added and not self.session.view.hovered.startswith(self.change_id + "/"):
            self.session.hover(outcome.added[0].id)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, room = paint.begin_painting(self)
        out = self.session.project.is_left_out(self.change_id)
        box = room.adjusted(0.8, 0.8, -0.8, -0.8)
        line = t.BLUE if self.hasFocus() else t.INK if self.is_open else t.HAIR
        painter.setBrush(QColor(t.SHEET if out else t.CHANGE))
        painter.setPen(paint.pen(line, 2.0 if self.hasFocus() else 1.4 if self.is_open else 1.0))
        painter.drawRoundedRect(box, 4, 4)
        # The same line as on the piece: solid blue is new, grey is left out.
        painter.setPen(paint.NEVER)
        painter.setBrush(QColor(t.HAIR if out else t.BLUE))
        painter.drawRect(QRectF(2, 5, 4, room.height() - 10))
