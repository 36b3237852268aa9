"""What is cut from rolls: each roll's width across, its length to the right, every piece where it lies."""

from collections.abc import Sequence
from functools import partial

from PySide6.QtCore import QPointF, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QKeyEvent, QMouseEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from zygoform.app.canvas import paint
from zygoform.app.canvas.spots import Spots
from zygoform.app.describe import spoken
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.core.cutlist.problems import CutRoll, PlacedRollCut

ROLL_HEADING, _GAP, _RIGHT = 26.0, 20.0, 16.0
MOST_HIGH = 190.0
"""A roll is drawn no wider than this (px)."""
LEAST_HIGH = 26.0
"""Nor narrower: a long band would be a hairline. Across, it then is not to scale."""
ROOM_FOR_WORDS = 15.0


def roll_scale(rolls: Sequence[CutRoll], room: float) -> float:
    """px a mm, one for all: the longest fits, with a little of the roll that stays; the widest is not too high."""
    fits = (min(room / (1.15 * roll.length), MOST_HIGH / roll.width) for roll in rolls if roll.length)
    return min(fits, default=1)


def scale_across(roll: CutRoll, scale: float) -> float:
    """px a mm of its width: larger than along it where it would be a hairline."""
    return max(scale, LEAST_HIGH / roll.width)


class RollsView(QWidget):
    """Every roll of the plan; one focus stop, arrow keys from piece to piece."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setObjectName("rolls")
        self.setAccessibleName("Rolls")
        self.setMouseTracking(True)
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Preferred)
        self._boxes: dict[str, tuple[QRectF, PlacedRollCut]] = {}
        self._rolls: list[tuple[float, QRectF, CutRoll]] = []
        when_seen(self, session.changed, self._arrange)
        session.hover_changed.connect(self.update)
        self._spots = Spots(self, self._places, partial(spoken, session))
        self._arrange()

    def _arrange(self) -> None:
        """All to one scale, so that the longest fits and the widest is not too high."""
        plan = self.session.plan
        rolls = plan.cut.rolls if plan is not None else ()
        room = max(200.0, paint.room_of(self).width() - _RIGHT)
        scale = roll_scale(rolls, room)
        y = 4.0
        self._rolls, self._boxes = [], {}
        for roll in rolls:
            across = scale_across(roll, scale)
            box = QRectF(0.0, y + ROLL_HEADING, roll.length * scale, roll.width * across)
            self._rolls.append((y, box, roll))
            for placed in roll.cuts:
                cut, left, top = placed.cut, box.left() + placed.y * scale, box.top() + placed.x * across
                self._boxes[cut.id] = QRectF(left, top, cut.length * scale, cut.width * across), placed
            y += ROLL_HEADING + box.height() + _GAP
        self.setVisible(bool(rolls))
        self.setMinimumHeight(t.px(y))
        self._spots.sync()
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(760, self.minimumHeight())

    def resizeEvent(self, event: object) -> None:
        del event
        self._arrange()

    def paintEvent(self, event: QPaintEvent) -> None:
        del event
        painter, room = paint.begin_painting(self)
        for y, box, roll in self._rolls:
            self._heading(painter, y, roll, room)
            stock = QRectF(box.left(), box.top(), min(1.12 * box.width(), room.width() - _RIGHT), box.height())
            paint.fill(painter, stock, t.SHEET)
            paint.hatch(painter, stock)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(t.EDGE, 1.0, dash=(4, 3)))
            painter.drawRect(stock)
        for box, placed in self._boxes.values():
            self._piece(painter, box, placed)
        if self.hasFocus():
            paint.focus_ring(painter, room)

    def _heading(self, painter: QPainter, y: float, roll: CutRoll, room: QRectF) -> None:
        show = self.session.unit.show
        name = roll.kind.capitalize()
        x = 15 + paint.draw_text(painter, QPointF(5, y + 16), name, 14, 600)
        words = f"{show(roll.length)} of a roll {show(roll.width)} wide; the roll's length runs to the right"
        box = next(box for _, box, own in self._rolls if own is roll)
        if roll.length and scale_across(roll, box.width() / roll.length) * roll.length > 1.01 * box.width():
            words += ", its width is drawn larger"
        paint.draw_text(painter, QPointF(x, y + 16), words, 13, colour=t.INK2)
        busy = self.session.planning.solver.busy
        verdict = "no less does" if roll.proven else "looking for less" if busy else "quick layout"
        right = room.width() - _RIGHT
        taken = x + QFontMetricsF(font(13)).horizontalAdvance(words)
        if taken + QFontMetricsF(font(12)).horizontalAdvance(verdict) + 12 < right:
            paint.draw_text(painter, QPointF(right, y + 16), verdict, 12, colour=t.INK2, align="right")

    def _piece(self, painter: QPainter, box: QRectF, placed: PlacedRollCut) -> None:
        lit = placed.cut.id in (self.session.view.hovered, *self.session.view.highlighted)
        painter.setPen(paint.pen(t.WLINE, 1.3))
        painter.setBrush(QColor(t.TAPE) if lit else QColor(t.WOOD_NEW["front"]))
        painter.drawRect(box)
        show = self.session.unit.show
        size = f"{show(placed.cut.width)} × {show(placed.cut.length)}"
        y, metrics = box.top() + 17, QFontMetricsF(font(13))
        for words in (placed.cut.name, size):
            if metrics.horizontalAdvance(words) + 16 <= box.width() and y < box.bottom() - 3:
                paint.draw_text(painter, QPointF(box.left() + 8, y), words, 13, colour=t.ON_WOOD)
                y += ROOM_FOR_WORDS + 1

    def piece_at(self, at: QPointF) -> str:
        """The piece under a point."""
        return next((own for own, (box, _) in self._boxes.items() if box.contains(at)), "")

    def _places(self) -> dict[str, QRectF]:
        return {own: box for own, (box, _) in self._boxes.items()}

    def mouseMoveEvent(self, event: QMouseEvent) -> None:
        self.session.hover(self.piece_at(paint.unscaled(event.position())))

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.session.select(self.piece_at(paint.unscaled(event.position())))

    def leaveEvent(self, event: object) -> None:
        del event
        self.session.hover("")

    def keyPressEvent(self, event: QKeyEvent) -> None:
        """From piece to piece, in the order they lie."""
        order = list(self._boxes)
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Up: -1, Qt.Key.Key_Right: 1, Qt.Key.Key_Down: 1}
        step = steps.get(Qt.Key(event.key()))
        if step is None or not order:
            super().keyPressEvent(event)
            return
        here = order.index(self.session.view.hovered) if self.session.view.hovered in order else -step
        self.session.select(order[min(max(here + step, 0), len(order) - 1)])
