"""A project opened before: its picture, its name and its sizes."""

from pathlib import Path

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, QTimer
from PySide6.QtGui import QFontMetricsF, QPaintEvent, QShowEvent
from PySide6.QtWidgets import QPushButton

from zygoform.app.canvas import paint
from zygoform.app.canvas.thumbnail import paint_thumbnail, scene_of
from zygoform.app.theme import tokens as t
from zygoform.app.theme.fonts import font
from zygoform.core.drawing.primitives import Scene
from zygoform.core.form.piece import OVER_ALL
from zygoform.core.project import Project
from zygoform.files.project_json import SUFFIX, UnreadableError, read_project

_PICTURE = 74.0


class RecentButton(QPushButton):
    """Opens a file. What stands in it is read once the screen stands; one that cannot be read keeps its name."""

    def __init__(self, path: Path) -> None:
        super().__init__()
        self.path, self.title, self.sizes = path, path.name.removesuffix(SUFFIX), ""
        self._scene: Scene | None = None
        self._read = False
        self.setObjectName(f"recent_{path.name}")
        self.setToolTip(str(path))
        self.setAccessibleName(self.title)
        self.setMinimumHeight(t.px(48))

    def sizeHint(self) -> QSize:
        return QSize(t.px(300), t.px(48))

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        if not self._read:
            self._read = True
            QTimer.singleShot(0, self._look_in)

    def _look_in(self) -> None:
        try:
            project = read_project(self.path)
        except UnreadableError:
            self.sizes = "cannot be read"
        else:
            self._scene, self.sizes = scene_of(project), sizes_of(project)
        self.setAccessibleName(f"{self.title}, {self.sizes}")
        self.update()

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        focused = self.hasFocus()
        painter.setPen(paint.pen(t.BLUE if focused else t.EDGE, 2.0 if focused else 1.0))
        painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 3, 3)
        if self._scene is not None:
            paint_thumbnail(painter, self._scene, QRectF(8, 5, _PICTURE - 16, box.height() - 10))
        left, middle = _PICTURE, box.height() / 2
        title = QFontMetricsF(font(14, 600)).elidedText(
            self.title, Qt.TextElideMode.ElideRight, box.width() - left - 8
        )
        paint.draw_text(painter, QPointF(left, middle - 4), title, 14, 600)
        paint.draw_text(painter, QPointF(left, middle + 14), self.sizes, 12, colour=t.INK2)


def sizes_of(project: Project) -> str:
    """The one piece's sizes over all, or how many pieces there are."""
    pieces = project.known_pieces
    if len(pieces) != 1:
        return f"{len(pieces)} pieces" if pieces else "no piece yet"
    taken = (getattr(pieces[0], name) for name in OVER_ALL)
    show = project.shop.unit.show
    known = [show(readings[-1].value) for readings in taken if readings]
    return " × ".join(known) if known else "not measured yet"
