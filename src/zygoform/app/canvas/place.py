"""Where you stand: the piece in plan with the places to look from."""

from PySide6.QtCore import QPointF, QRectF, Qt
from PySide6.QtGui import QColor, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QAbstractButton, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.views import Place

_PLACES: tuple[tuple[Place, str, QRectF, QPointF], ...] = (
    ("back", "Back", QRectF(62, 20, 48, 28), QPointF(86, 46)),
    ("left", "Left", QRectF(0, 46, 44, 30), QPointF(40, 61)),
    ("above", "Above", QRectF(50, 48, 72, 28), QPointF(86, 62)),
    ("right", "Right", QRectF(128, 46, 44, 30), QPointF(132, 61)),
    ("front", "Front", QRectF(44, 78, 48, 28), QPointF(86, 80)),
    ("corner", "Corner", QRectF(138, 80, 66, 28), QPointF(148, 94)),
)
_BODY = QRectF(46, 46, 80, 32)


class _PlaceButton(QAbstractButton):
    """One name on the plan."""

    def __init__(self, plan: "PlacePlan", place: Place, name: str, box: QRectF) -> None:
        super().__init__(plan)
        self.place, self._plan = place, plan
        self.setText(name)
        self.setObjectName(f"place_{place}")
        self.setAccessibleName(f"Look from: {name.lower()}")
        self.setToolTip(f"{name} ({name[0]})")
        self.setGeometry(QRectF(box.topLeft() * t.SCALE, box.size() * t.SCALE).toRect())
        self.setCursor(Qt.CursorShape.PointingHandCursor)
        self.clicked.connect(lambda: plan.session.stand(place=place))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin(self)
        here = self._plan.session.place == self.place
        x = box.width() / 2 + (8 if self.place == "corner" else 0)
        at = QPointF(x, box.height() / 2 + 5)
        paint.text(painter, at, self.text(), 13, 600 if here else 400, align="centre")
        if self.hasFocus():
            painter.setPen(paint.pen(t.BLUE, 2.0))
            painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 3, 3)


class PlacePlan(QWidget):
    """The plan with a yellow dot and two lines of sight where one stands."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setFixedSize(t.px(206), t.px(110))
        self._buttons = [_PlaceButton(self, place, name, box) for place, name, box, _ in _PLACES]
        session.stood.connect(self._refresh)

    def _refresh(self) -> None:
        self.update()
        for button in self._buttons:
            button.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, _ = paint.begin(self)
        paint.text(painter, QPointF(0, 13), "Where you stand", 13, colour=t.INK2)
        dot = next(at for place, _, _, at in _PLACES if place == self.session.place)
        if self.session.place != "above":
            self._sight(painter, dot)
        painter.setBrush(QColor(t.CHANGE))
        painter.setPen(paint.pen(t.INK, 1.4))
        painter.drawRoundedRect(_BODY, 4, 4)
        painter.setBrush(QColor(t.TAPE))
        painter.setPen(paint.pen(t.ON_TAPE, 1.2))
        painter.drawEllipse(dot if self.session.place != "above" else QPointF(56, 62), 5, 5)

    def _sight(self, painter: QPainter, dot: QPointF) -> None:
        """Two lines from the eye to the ends of what it sees."""
        ends = {
            "back": (_BODY.topLeft(), _BODY.topRight()),
            "front": (_BODY.bottomLeft(), _BODY.bottomRight()),
            "left": (_BODY.topLeft(), _BODY.bottomLeft()),
            "right": (_BODY.topRight(), _BODY.bottomRight()),
            "corner": (_BODY.bottomLeft(), _BODY.topRight()),
        }[self.session.place]
        wash = QColor(t.TAPE)
        wash.setAlpha(90)
        painter.setBrush(wash)
        painter.setPen(paint.NEVER)
        painter.drawPolygon(QPolygonF([dot, *ends]))
