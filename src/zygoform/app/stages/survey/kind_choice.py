"""The kinds of piece, drawn: one is chosen by a click or with the arrow keys."""

from PySide6.QtCore import QRectF, QSize, Qt, QTimer, Signal
from PySide6.QtGui import QPaintEvent, QShowEvent
from PySide6.QtWidgets import QButtonGroup, QGridLayout, QToolButton, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.canvas.pictures import paint_thumbnail, scene_of
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.findings import wrapped
from zygoform.core.drawing.primitives import Scene
from zygoform.core.edits.pieces import new_piece
from zygoform.core.form.registry import PIECE_KINDS, PieceKind
from zygoform.core.project import Project

_COLUMNS = 3


class KindButton(QToolButton):
    """One kind: its usual shape and its name. The shape is drawn once the screen stands."""

    def __init__(self, kind: PieceKind) -> None:
        super().__init__()
        self.kind, self.scene = kind, None
        self.setObjectName(f"start_kind_{kind.kind}")
        self.setAccessibleName(f"{kind.title}: {kind.examples}")
        self.setToolTip(kind.examples.capitalize())
        self.setCheckable(True)
        self.setAutoExclusive(True)
        self.setFixedHeight(t.px(84))

    scene: Scene | None

    def draw(self) -> None:
        """Works its drawing out."""
        self.scene = scene_of(new_piece(Project(), self.kind.title, {}, self.kind.kind).project)
        self.update()

    def sizeHint(self) -> QSize:
        return QSize(t.px(140), t.px(84))

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        chosen = self.isChecked()
        paint.fill(painter, box, t.TAPEWASH if chosen else t.SHEET)
        if self.scene is not None:
            paint_thumbnail(painter, self.scene, QRectF(12, 8, box.width() - 24, box.height() - 34))
        colour = t.BLUE if self.hasFocus() else t.INK if chosen else t.EDGE
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.setPen(paint.pen(colour, 2.0 if chosen or self.hasFocus() else 1.0))
        painter.drawRoundedRect(box.adjusted(1, 1, -1, -1), 3, 3)
        at = QRectF(0, box.height() - 24, box.width(), 20).center()
        at.setY(at.y() + 5)
        paint.draw_text(painter, at, self.kind.title, 13, 600 if chosen else 400, align="centre")


class KindChoice(QWidget):
    """All kinds, three abreast, and what people call the chosen one."""

    chosen = Signal()

    def __init__(self) -> None:
        super().__init__()
        self.setObjectName("start_kind")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        grid = QGridLayout()
        grid.setSpacing(8)
        self._group = QButtonGroup(self)
        self.buttons: dict[str, KindButton] = {}
        for i, kind in enumerate(PIECE_KINDS.values()):
            button = self.buttons[kind.kind] = KindButton(kind)
            button.toggled.connect(self._on_toggled)
            self._group.addButton(button)
            grid.addWidget(button, i // _COLUMNS, i % _COLUMNS)
        column.addLayout(grid)
        self._examples = wrapped("", "second")
        column.addWidget(self._examples)
        self.choose(next(iter(PIECE_KINDS)))

    @property
    def kind(self) -> PieceKind:
        """The kind that is chosen."""
        return next(button.kind for button in self.buttons.values() if button.isChecked())

    def choose(self, kind: str) -> None:
        self.buttons[kind].setChecked(True)

    def _on_toggled(self, on: bool) -> None:
        if on:
            self._examples.setText(f"{self.kind.title}: {self.kind.examples}")
            self.chosen.emit()

    def showEvent(self, event: QShowEvent) -> None:
        super().showEvent(event)
        QTimer.singleShot(0, self._draw_next)

    def _draw_next(self) -> None:
        """One drawing after the other: the screen answers in between."""
        waiting = next((button for button in self.buttons.values() if button.scene is None), None)
        if waiting is not None and self.isVisible():
            waiting.draw()
            QTimer.singleShot(0, self._draw_next)
