"""A project opened before: its picture, its name and its sizes."""

from functools import partial
from pathlib import Path

from PySide6.QtCore import QPointF, QRectF, QSize, Qt, QTimer
from PySide6.QtGui import QFontMetricsF, QPaintEvent, QShowEvent
from PySide6.QtWidgets import QPushButton

from zygoform.app.background import Errand
from zygoform.app.canvas import paint
from zygoform.app.canvas.pictures import paint_thumbnail, scene_of
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.app.theme.plain import tool_tip
from zygoform.core.drawing.primitives import Scene
from zygoform.core.form.piece import OVER_ALL
from zygoform.core.project import Project
from zygoform.files.names import shown
from zygoform.files.project_json import SUFFIX, read_project

_PICTURE = 74.0


class RecentButton(QPushButton):
    """Opens a file. What stands in it is read once the screen stands; one that cannot be read keeps its name."""

    def __init__(self, path: Path) -> None:
        super().__init__()
        self.path, self.title, self.sizes = path, shown(path).removesuffix(SUFFIX), ""
        # By a thread that nobody waits for: the file may lie on a drive that does not answer.
        self._errand = Errand(self)
        self._errand.done.connect(self._show)
        self._scene: Scene | None = None
        self._read = False
        self.setObjectName(f"recent_{shown(path)}")
        self.setToolTip(tool_tip(str(path)))
        self.setAccessibleName(self.title)
        self.setMinimumHeight(t.px(48))

    def sizeHint(self) -> QSize:
        return QSize(t.px(300), t.px(48))

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        if not self._read:
            self._read = True
            QTimer.singleShot(0, partial(self._errand.start, partial(look_in, self.path)))

    def _show(self, found: object, _fault: str) -> None:
        self._scene, self.sizes = found if isinstance(found, tuple) else (None, "cannot be read")
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


def look_in(path: Path) -> tuple[Scene | None, str]:
    """A project's picture and its sizes in words. Raises UnreadableError."""
    project = read_project(path)
    return scene_of(project), sizes_of(project)


def sizes_of(project: Project) -> str:
    """The one piece's sizes over all, or how many pieces there are."""
    pieces = project.known_pieces
    if len(pieces) != 1:
        return f"{len(pieces)} pieces" if pieces else "no piece yet"
    taken = (getattr(pieces[0], name) for name in OVER_ALL)
    show = project.shop.unit.show
    known = [show(readings[-1].value) for readings in taken if readings]
    return " × ".join(known) if known else "not measured yet"
