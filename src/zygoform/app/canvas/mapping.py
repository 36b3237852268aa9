"""Millimetres on the view plane to pixels, y turned round."""

import math

from msgspec import Struct
from PySide6.QtCore import QPointF, QRectF
from PySide6.QtGui import QTransform

from zygoform.core.geometry.plane import Outline, Point


class Mapping(Struct, frozen=True):
    """Pixels for a mm, and where the view plane's origin lies."""

    scale: float
    x: float
    y: float

    def to_px(self, point: Point) -> QPointF:
        return QPointF(self.x + point[0] * self.scale, self.y - point[1] * self.scale)

    def transform(self) -> QTransform:
        """For a painter that is given mm."""
        return QTransform(self.scale, 0, 0, -self.scale, self.x, self.y)

    def outline(self, points: Outline) -> list[QPointF]:
        return [self.to_px(point) for point in points]

    def to_mm(self, at: QPointF) -> Point:
        return (at.x() - self.x) / self.scale, (self.y - at.y()) / self.scale


STEP = 1.02
"""Of one scale to the next where a drawing goes by steps."""


def fit(
    box: tuple[float, float, float, float],
    room: tuple[float, float, float, float],
    zoom: float = 1.0,
    *,
    stepped: bool = False,
) -> Mapping:
    """The box in the middle of a room (left, top, width, height in px), as large as it goes.

    By steps it is up to 2 % smaller, and the same after most edits: what is kept as a picture stays good.
    """
    width, height = max(box[2] - box[0], 1.0), max(box[3] - box[1], 1.0)
    scale = max(1e-6, min(room[2] / width, room[3] / height))
    if stepped:
        scale = float(STEP ** math.floor(math.log(scale, STEP)))
    scale *= zoom
    x = room[0] + (room[2] - width * scale) / 2 - box[0] * scale
    y = room[1] + (room[3] + height * scale) / 2 + box[1] * scale
    return Mapping(scale, x, y)


CLOSE = 300.0
"""In a room narrower or lower than this notes stand closer to the drawing."""


def room_beside_notes(whole: QRectF, *, small: bool, several: bool = False) -> tuple[float, float, float, float]:
    """Left, top, width, height (px) of what a drawing has when its sizes and numbers stand round it.

    On several pieces the numbers stand, and only their names are under them.
    """
    if small:
        return 9.0, 9.0, whole.width() - 18.0, whole.height() - 18.0
    if several:
        return 24.0, 20.0, whole.width() - 48.0, whole.height() - 60.0
    if min(whole.width(), whole.height()) > CLOSE:
        return 96.0, 66.0, whole.width() - 126.0, whole.height() - 132.0
    return 66.0, 40.0, whole.width() - 86.0, whole.height() - 84.0
