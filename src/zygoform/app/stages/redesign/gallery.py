"""Patterns to start from, each drawn on the piece it is for: a click, or Enter, takes one."""

from functools import partial

from PySide6.QtCore import QLineF, QPointF, QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QColor, QKeyEvent, QPainter, QPaintEvent
from PySide6.QtWidgets import QDialog, QGridLayout, QToolButton, QVBoxLayout, QWidget

from zygoform.app.background import Errand
from zygoform.app.canvas import paint
from zygoform.app.canvas.mapping import Mapping, fit
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.side_drawer import scrolled
from zygoform.core.changes.patterning.gallery_picture import GalleryPicture, gallery_picture
from zygoform.core.changes.patterning.steps import run_of_trim
from zygoform.core.edits.planning import meant_pattern, take_from_gallery
from zygoform.core.form.form import Body
from zygoform.core.patterns.gallery import GALLERY, GalleryPattern

MOST_COLUMNS, TILE_WIDE, TILE_HIGH, TILES_LEAVE = 4, 224, 190, 50
"""Tiles side by side at most, their size, and what the window needs besides (px)."""


class GalleryTile(QToolButton):
    """One pattern: what it looks like there, its name, and what it takes."""

    def __init__(self, pattern: GalleryPattern) -> None:
        super().__init__()
        self.pattern, self.comes_to = pattern, "being worked out…"
        self.picture: GalleryPicture | None = None
        self.setObjectName(f"gallery_{pattern.name}")
        self.setToolTip(pattern.words.capitalize())
        self.setFixedSize(t.px(TILE_WIDE), t.px(TILE_HIGH))
        self._name()

    def show_picture(self, picture: GalleryPicture | None, comes_to: str) -> None:
        """What was worked out, or why it cannot be."""
        self.picture, self.comes_to = picture, comes_to
        self.setEnabled(picture is not None)
        self._name()
        self.update()

    def _name(self) -> None:
        self.setAccessibleName(f"{self.pattern.title}: {self.pattern.words}; {self.comes_to}")

    def sizeHint(self) -> QSize:
        return QSize(t.px(TILE_WIDE), t.px(TILE_HIGH))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        lit = self.hasFocus() or self.underMouse()
        paint.fill(painter, box, t.TAPEWASH if lit and self.isEnabled() else t.SHEET)
        if self.picture is not None:
            paint_picture(painter, self.picture, QRectF(12, 10, box.width() - 24, box.height() - 62))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(paint.pen(t.BLUE if self.hasFocus() else t.HAIR, 2.0 if self.hasFocus() else 1.0))
        painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 3, 3)
        paint.draw_text(painter, QPointF(12, box.height() - 32), self.pattern.title, 14, 600)
        paint.draw_text(painter, QPointF(12, box.height() - 13), self.comes_to, 12, colour=t.INK2)


def paint_picture(painter: QPainter, picture: GalleryPicture, room: QRectF) -> None:
    """Fronts as they stay, strips as what is new."""
    mapping = fit(picture.box, (room.x(), room.y(), room.width(), room.height()))
    for outlines, fill, line in (
        (picture.fronts, t.WOOD_STAYS["front"], t.WLINE),
        (picture.strips, t.WOOD_NEW["top"], t.WLINE),
    ):
        painter.setBrush(QColor(fill))
        painter.setPen(paint.pen(line, 0.8))
        for outline in outlines:
            painter.drawPolygon([mapping.to_px(point) for point in outline])
    _frame(painter, picture, mapping)


def _frame(painter: QPainter, picture: GalleryPicture, mapping: Mapping) -> None:
    """The edges of the fronts once more: strips end there."""
    painter.setPen(paint.pen(t.INK, 1.2))
    for outline in picture.fronts:
        points = [mapping.to_px(point) for point in outline]
        painter.drawLines([QLineF(a, b) for a, b in zip(points, points[1:] + points[:1], strict=True)])


class PatternGallery(QDialog):
    """All of them on the fronts this pattern is for; they are worked out one after the other by a thread."""

    taken = Signal(str)

    def __init__(self, session: Session, change_id: str, parent: QWidget) -> None:
        super().__init__(parent)
        self.setObjectName("pattern_gallery")
        self.setWindowTitle("Patterns to start from")
        self.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        self.session, self.change_id = session, change_id
        self.tiles = [GalleryTile(pattern) for pattern in GALLERY]
        # No larger than the window: with large text it would run off the screen.
        room = parent.window().size()
        wide, high = t.px(TILE_WIDE + 10), t.px(TILE_HIGH + 10)
        self.columns = max(1, min(MOST_COLUMNS, (room.width() - t.px(TILES_LEAVE)) // wide))
        self.resize(self.columns * wide + t.px(TILES_LEAVE), min(3 * high + t.px(40), room.height()))
        column = QVBoxLayout(self)
        words = "Each as it would be on this piece, its gap made even. Everything of it can be changed afterwards."
        column.addWidget(wrapped(words, "second"))
        inner = QWidget()
        grid = QGridLayout(inner)
        grid.setSpacing(10)
        for k, tile in enumerate(self.tiles):
            tile.clicked.connect(partial(self._take, tile.pattern.name))
            grid.addWidget(tile, k // self.columns, k % self.columns)
            # The style sheet gives every button a least height of its own.
            grid.setRowMinimumHeight(k // self.columns, t.px(TILE_HIGH))
        column.addWidget(scrolled(inner), 1)
        self._at = 0
        self._errand = Errand(self)
        self._errand.done.connect(self._on_worked_out)
        # What it is for goes with its document.
        session.opened.connect(self.close)
        self.tiles[0].setFocus()
        QTimer.singleShot(0, self._next)

    def _next(self) -> None:
        """The next one, on the piece as it is before this pattern."""
        if self.is_whole or self.isHidden():
            return
        body = self._body()
        if body is None:
            return
        change = meant_pattern(self.session.project, self.change_id)
        shop = self.session.project.shop
        self._errand.start(partial(gallery_picture, change, self.tiles[self._at].pattern, body, shop))

    def _body(self) -> Body | None:
        """The body it goes on, as the pattern finds it."""
        form = self.session.form
        change = meant_pattern(self.session.project, self.change_id)
        return form.before(self.change_id).body(change.targets[0]) if form is not None else None

    def _on_worked_out(self, found: object, _fault: str) -> None:
        tile = self.tiles[self._at]
        if isinstance(found, GalleryPicture):
            pieces = f"{found.pieces} pieces, {run_of_trim(found.length, self.session.project.shop)}"
            tile.show_picture(found, pieces)
        else:
            tile.show_picture(None, "finds no room here")
        self._at += 1
        self._next()

    @property
    def is_whole(self) -> bool:
        """Whether every picture has been worked out."""
        return self._at >= len(self.tiles)

    def _take(self, name: str, _checked: bool = False) -> None:
        body = self._body()
        if body is not None:
            self.session.try_do(lambda project: take_from_gallery(project, self.change_id, name, body))
        self.taken.emit(name)
        self.close()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        down = self.columns
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1, Qt.Key.Key_Up: -down, Qt.Key.Key_Down: down}
        step = steps.get(Qt.Key(event.key()))
        on = next((k for k, tile in enumerate(self.tiles) if tile.hasFocus()), None)
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter) and on is not None:
            self.tiles[on].click()
        elif step is not None and on is not None:
            self.tiles[min(max(on + step, 0), len(self.tiles) - 1)].setFocus()
        else:
            super().keyPressEvent(event)
