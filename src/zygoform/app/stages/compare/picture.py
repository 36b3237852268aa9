"""One variant, drawn small: of several all at one scale, their floors on one line."""

from PySide6.QtCore import QSize
from PySide6.QtGui import QPaintEvent
from PySide6.QtWidgets import QSizePolicy, QWidget

from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import fit
from zygoform.app.canvas.pictures import PAINT_S, PiecePictures
from zygoform.app.theme import tokens as t
from zygoform.core.drawing.primitives import Box, Scene
from zygoform.core.plan.compared import MOST_BESIDE

ROUND_PICTURE = 12.0


class VariantPicture(QWidget):
    """A scene in the box that all of them share (mm)."""

    def __init__(self, name: str) -> None:
        super().__init__()
        self.setObjectName(name)
        self.setMinimumSize(t.px(180), t.px(150))
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Expanding)
        self._scene: Scene | None = None
        # A piece at a time: of many at once so many as there is time for, the others at the next painting.
        self._pictures = PiecePictures()
        self._box: Box = (0.0, 0.0, 1.0, 1.0)

    def sizeHint(self) -> QSize:
        return QSize(t.px(280), t.px(220))

    def show_scene(self, scene: Scene, box: Box, words: str) -> None:
        """What is drawn, in which box, and in words."""
        self._scene, self._box = scene, box
        self.setAccessibleName(words)
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, whole = paint.begin_painting(self)
        if self._scene is None:
            return
        room = (
            whole.x() + ROUND_PICTURE,
            whole.y() + ROUND_PICTURE,
            whole.width() - 2 * ROUND_PICTURE,
            whole.height() - 2 * ROUND_PICTURE,
        )
        mapping = fit(self._box, room)
        floor = mapping.to_px((0.0, self._box[1])).y()
        painter.setPen(paint.pen(t.INK, 1.4))
        painter.drawLine(int(whole.left()), int(floor), int(whole.right()), int(floor))
        if not self._pictures.paint(painter, self._scene, mapping, frozenset(), "", PAINT_S / MOST_BESIDE):
            self.update()
