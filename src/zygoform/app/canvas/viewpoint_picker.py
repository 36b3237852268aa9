"""Where you stand: the piece in plan with the places to look from."""

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QFontMetricsF, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QAbstractButton, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.core.drawing.views import CORNER_PLACES, Viewpoint, next_corner

_PLACES: tuple[tuple[Viewpoint, str, QRectF, QPointF], ...] = (
    ("back", "Back", QRectF(62, 20, 48, 28), QPointF(86, 46)),
    ("left", "Left", QRectF(0, 46, 44, 30), QPointF(40, 61)),
    ("above", "Above", QRectF(50, 48, 72, 28), QPointF(86, 62)),
    ("right", "Right", QRectF(128, 46, 44, 30), QPointF(132, 61)),
    ("front", "Front", QRectF(44, 78, 48, 28), QPointF(86, 80)),
    ("corner", "Corner", QRectF(138, 80, 66, 28), QPointF(148, 94)),
    ("left_corner", "", QRectF(10, 80, 28, 28), QPointF(24, 94)),
    ("back_left_corner", "", QRectF(10, 18, 28, 28), QPointF(24, 32)),
    ("back_right_corner", "", QRectF(134, 18, 28, 28), QPointF(148, 32)),
)
_NAMES: dict[Viewpoint, str] = {
    "corner": "Corner, front right",
    "left_corner": "Corner, front left",
    "back_left_corner": "Corner, back left",
    "back_right_corner": "Corner, back right",
}
_BODY = QRectF(46, 46, 80, 32)


_ROW: tuple[Viewpoint, ...] = ("front", "left", "right", "back", "above", "corner")


def _in_row() -> dict[Viewpoint, QRectF]:
    """The names in two rows, each with room for the dot before it: no wider than the plan."""
    names = {place: name for place, name, _, _ in _PLACES if name}
    metrics = QFontMetricsF(font(13, 600))
    width = round(max(metrics.horizontalAdvance(name) for name in names.values())) + 22
    return {place: QRectF(k % 3 * width, k // 3 * 28, width, 28) for k, place in enumerate(_ROW)}


class _PlaceButton(QAbstractButton):
    """One name on the plan, or a corner of it. In a row the one corner stands for all, each press for the next."""

    def __init__(self, plan: "ViewpointPicker", place: Viewpoint, name: str) -> None:
        super().__init__(plan)
        self.place, self._plan = place, plan
        self.setText(name)
        self.setObjectName(f"place_{place}")
        called = _NAMES.get(place, name)
        self.setAccessibleName(f"Look from: {called.lower()}")
        self.setToolTip(f"{called} ({'C' if place in CORNER_PLACES else name[0]})")
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(self._choose)

    def _choose(self) -> None:
        session = self._plan.session
        again = self._plan.in_row and self.place == "corner"
        session.look_from(viewpoint=next_corner(session.view.viewpoint) if again else self.place)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        here = self._plan.shown == self.place
        if self.place in CORNER_PLACES and not here and not self._plan.in_row:
            painter.setBrush(QColor(t.SHEET))
            painter.setPen(paint.pen(t.INK2, 1.2))
            painter.drawEllipse(QPointF(10, 14) if self.text() else box.center(), 4, 4)
        # Beside the dot.
        x = box.width() / 2 + (8 if self._plan.in_row or self.place == "corner" else 0)
        at = QPointF(x, box.height() / 2 + 5)
        paint.draw_text(painter, at, self.text(), 13, 600 if here else 400, align="centre")
        if self.hasFocus():
            painter.setPen(paint.pen(t.BLUE, 2.0))
            painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 3, 3)


class ViewpointPicker(QWidget):
    """The plan with a yellow dot and two lines of sight where one stands."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._buttons = {place: _PlaceButton(self, place, name) for place, name, _, _ in _PLACES}
        self.in_row = True
        self.be_row(row=False)
        session.viewpoint_changed.connect(self._refresh)

    def be_row(self, *, row: bool) -> None:
        """In little room the names stand in rows, without the plan."""
        if row == self.in_row:
            return
        self.in_row = row
        boxes = _in_row() if row else {place: box for place, _, box, _ in _PLACES}
        for place, button in self._buttons.items():
            button.setVisible(place in boxes)
        for place, box in boxes.items():
            self._buttons[place].setGeometry(QRectF(box.topLeft() * t.SCALE, box.size() * t.SCALE).toRect())
        whole = max(box.right() for box in boxes.values()), max(box.bottom() for box in boxes.values())
        self.setFixedSize(*(t.px(round(size)) for size in (whole if row else (206, 110))))

    @property
    def shown(self) -> Viewpoint:
        """The place whose button is lit: in a row the one corner stands for all."""
        here = self.session.view.viewpoint
        return "corner" if self.in_row and here in CORNER_PLACES else here

    def _refresh(self) -> None:
        self.update()
        for button in self._buttons.values():
            button.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, _ = paint.begin_painting(self)
        if self.in_row:
            here = self._buttons[self.shown].geometry()
            self._dot(painter, QPointF(here.left() / t.SCALE + 9, here.center().y() / t.SCALE + 1))
            return
        paint.draw_text(painter, QPointF(0, 13), "View from", 13, colour=t.INK2)
        dot = next(at for place, _, _, at in _PLACES if place == self.session.view.viewpoint)
        if self.session.view.viewpoint != "above":
            self._sight(painter, dot)
        painter.setBrush(QColor(t.CHANGE))
        painter.setPen(paint.pen(t.INK, 1.4))
        painter.drawRoundedRect(_BODY, 4, 4)
        self._dot(painter, dot if self.session.view.viewpoint != "above" else QPointF(56, 62))

    def _dot(self, painter: QPainter, at: QPointF) -> None:
        painter.setBrush(QColor(t.TAPE))
        painter.setPen(paint.pen(t.ON_TAPE, 1.2))
        painter.drawEllipse(at, 5, 5)

    def _sight(self, painter: QPainter, dot: QPointF) -> None:
        """Two lines from the eye to the ends of what it sees."""
        ends = {
            "back": (_BODY.topLeft(), _BODY.topRight()),
            "front": (_BODY.bottomLeft(), _BODY.bottomRight()),
            "left": (_BODY.topLeft(), _BODY.bottomLeft()),
            "right": (_BODY.topRight(), _BODY.bottomRight()),
            "corner": (_BODY.bottomLeft(), _BODY.topRight()),
            "left_corner": (_BODY.topLeft(), _BODY.bottomRight()),
            "back_left_corner": (_BODY.bottomLeft(), _BODY.topRight()),
            "back_right_corner": (_BODY.topLeft(), _BODY.bottomRight()),
        }[self.session.view.viewpoint]
        wash = QColor(t.TAPE)
        wash.setAlpha(90)
        painter.setBrush(wash)
        painter.setPen(paint.NEVER)
        painter.drawPolygon(QPolygonF([dot, *ends]))
