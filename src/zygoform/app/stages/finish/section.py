"""The coats of a zone as a section through them, wood at the bottom.

|~~~~~~| clear          Each coat is a band in its colour; what is scuffed is a jagged line, what is filled a dip,
|======| paint, 2 coats what soaks in is seen in the wood. A line between two bands says that they fail: ochre
|------| primer         where it is to be minded, red where it cannot stay.
|//////| wood
"""

from msgspec import structs
from PySide6.QtCore import QPointF, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFontMetricsF, QKeyEvent, QMouseEvent, QPainter, QPaintEvent, QPolygonF
from PySide6.QtWidgets import QSizePolicy, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.stages.finish.words import ground_words, layer_line, layer_name
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.core.coats.coat import WIPED, coat_of
from zygoform.core.coats.layer import CoatLayer, contrast
from zygoform.core.finish.appearance import ZoneLook, appearance
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.judging.verdict import StackVerdict
from zygoform.core.finish.resolved import ZonePlan

_ROW, _WOOD, _BAND, _OVER = 46.0, 58.0, 118.0, 8.0
"""Heights of a layer's row and of the wood, width of the drawn section, room over the last coat (px)."""


class CoatSection(QWidget):
    """Rows from the wood up. Arrows go from layer to layer, Alt with them moves one, Delete takes one out."""

    chosen = Signal(int)
    moved = Signal(int, int)
    dropped = Signal(int)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.finish, self.plan, self.at = FinishPlan(), None, -1
        self._looks: list[ZoneLook] = []
        self.setObjectName("coat_section")
        self.setAccessibleName("Section through the coats")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.setSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Fixed)

    plan: ZonePlan | None

    def show_plan(self, finish: FinishPlan, plan: ZonePlan, at: int) -> None:
        """The stack of a zone, one layer open (or none, -1)."""
        self.finish, self.plan, self.at = finish, plan, at
        layers = plan.layers
        # What is seen when so many layers are on.
        self._looks = [
            appearance(structs.replace(plan, layers=layers[:k]), finish.finishing, finish.own)
            for k in range(len(layers) + 1)
        ]
        self.setAccessibleDescription(self.spoken())
        self.updateGeometry()
        self.setFixedHeight(t.px(self._high()))
        self.update()

    def spoken(self) -> str:
        """The open layer, for who does not see it."""
        if self.plan is None or not 0 <= self.at < len(self.plan.layers):
            return f"{len(self.plan.layers) if self.plan is not None else 0} layers"
        layer = self.plan.layers[self.at]
        words = f"{self.at + 1} of {len(self.plan.layers)}: {layer_name(layer, self.session)}"
        return f"{words}, {layer_line(self.session, self.finish, self.plan, self.at)}"

    def _high(self) -> float:
        return _OVER + _ROW * (len(self.plan.layers) if self.plan is not None else 0) + _WOOD

    def sizeHint(self) -> QSize:
        return QSize(t.px(340), t.px(self._high()))

    def _row(self, at: int) -> QRectF:
        """The room of a layer: the first lies lowest."""
        count = len(self.plan.layers) if self.plan is not None else 0
        return QRectF(0, _OVER + _ROW * (count - 1 - at), self.width() / t.SCALE, _ROW)

    def row_at(self, y: float) -> int:
        """The layer at a height, -1 for the wood."""
        count = len(self.plan.layers) if self.plan is not None else 0
        at = count - 1 - int((y - _OVER) // _ROW)
        return max(-1, min(count - 1, at))

    # Painting

    def paintEvent(self, _event: QPaintEvent) -> None:
        if self.plan is None:
            return
        painter, box = paint.begin_painting(self)
        self._wood(painter, box)
        for at in range(len(self.plan.layers)):
            self._layer(painter, at)
        for verdict in self.plan.verdicts:
            if verdict.weight != "note" and verdict.layer >= 0:
                self._fault(painter, verdict)
        if self.hasFocus():
            paint.focus_ring(painter, box)

    def _wood(self, painter: QPainter, box: QRectF) -> None:
        assert self.plan is not None
        zone, look = self.plan.zone, self._looks[0]
        band = QRectF(_OVER, box.height() - _WOOD, _BAND, _WOOD - 6)
        painter.setPen(paint.pen(t.WLINE, 1.0))
        painter.setBrush(QColor(look.rgb))
        painter.drawRect(band)
        self._soaked(painter, band)
        line = t.WLINE if contrast(t.WLINE, look.rgb) > contrast(t.SHEET, look.rgb) else t.SHEET
        if zone.ground.materials != {"metal"}:
            painter.save()
            painter.setClipRect(band)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(line, 0.8))
            for k in range(5):
                reach = 26.0 + 20 * k
                painter.drawEllipse(QPointF(band.left() + 34, band.bottom() + 16), reach, reach * 0.62)
            painter.restore()
        left = _OVER + _BAND + 14
        room = box.width() - left - 6
        new = zone.new_area / zone.area if zone.area else 0.0
        words = ground_words(zone.ground, new_share=new)
        paint.draw_text(painter, QPointF(left, band.top() + 17), "Existing surface", 13, 600)
        for k, text in enumerate(_lines(words, room, 2)):
            paint.draw_text(painter, QPointF(left, band.top() + 33 + 15 * k), text, 12, colour=t.INK2)

    def _soaked(self, painter: QPainter, band: QRectF) -> None:
        """Stain and oil lie in the wood: darker from above."""
        assert self.plan is not None
        depth = 0.0
        for k, layer in enumerate(self.plan.layers):
            coat = coat_of(layer.material, self.finish.own) if layer.is_coat else None
            if coat is not None and (coat.group == "oil" or coat.id in ("oil stain", "gel stain", "water stain")):
                depth = min(22.0, depth + 9.0)
                painter.setPen(paint.NEVER)
                painter.setBrush(QColor(self._looks[k + 1].rgb))
                painter.drawRect(QRectF(band.left() + 0.5, band.top() + 0.5, band.width() - 1, depth))

    def _layer(self, painter: QPainter, at: int) -> None:
        assert self.plan is not None
        layer, row = self.plan.layers[at], self._row(at)
        if at == self.at:
            paint.fill(painter, row.adjusted(2, 1, -2, -1), t.TAPEWASH)
            paint.fill(painter, QRectF(2, row.top() + 1, 4, row.height() - 2), t.TAPE)
        painter.setPen(paint.pen(t.HAIR, 1.0))
        painter.drawLine(QPointF(_OVER + _BAND + 10, row.bottom()), QPointF(row.right() - 4, row.bottom()))
        band = QRectF(_OVER, row.top(), _BAND, row.height())
        if layer.is_coat:
            self._coats(painter, at, layer, band)
        else:
            self._prepared(painter, layer, band, self._looks[at])
        left = _OVER + _BAND + 14
        room = row.width() - left - 8
        name = layer_name(layer, self.session)
        name = QFontMetricsF(font(14, 600)).elidedText(name, Qt.TextElideMode.ElideRight, room)
        paint.draw_text(painter, QPointF(left, row.top() + 19), name, 14, 600)
        said = layer_line(self.session, self.finish, self.plan, at)
        said = QFontMetricsF(font(12)).elidedText(said, Qt.TextElideMode.ElideRight, room)
        paint.draw_text(painter, QPointF(left, row.top() + 36), said, 12, colour=t.INK2)

    def _coats(self, painter: QPainter, at: int, layer: CoatLayer, band: QRectF) -> None:
        """One band a coat; what is wiped off leaves hardly any."""
        look = self._looks[at + 1]
        thin = layer.material in WIPED
        each = band.height() / layer.coats
        line = t.WLINE if contrast(t.WLINE, look.rgb) > 3 else t.SHEET
        coat = coat_of(layer.material, self.finish.own)
        clear = coat is not None and coat.group == "clear"
        for k in range(layer.coats):
            one = QRectF(band.left(), band.bottom() - each * (k + 1), band.width(), each)
            painter.setPen(paint.pen(t.WLINE, 0.8))
            painter.setBrush(QColor(look.rgb))
            painter.drawRect(one)
            if clear:
                # One sees through it: slanting lights.
                painter.setPen(paint.pen(line, 0.7))
                for x in range(int(one.left()) + 10, int(one.right()) - 6, 16):
                    painter.drawLine(QPointF(x, one.bottom() - 3), QPointF(x + 5, one.top() + 3))
            if k < layer.done:
                painter.setPen(paint.pen(line, 2.0))
                y = one.center().y()
                painter.drawPolyline(
                    [
                        QPointF(one.right() - 18, y),
                        QPointF(one.right() - 14, y + 4),
                        QPointF(one.right() - 8, y - 4),
                    ]
                )
        if thin:
            painter.setPen(paint.pen(line, 0.8, dash=(3, 3)))
            y = band.center().y()
            painter.drawLine(QPointF(band.left() + 4, y), QPointF(band.right() - 4, y))

    def _prepared(self, painter: QPainter, layer: CoatLayer, band: QRectF, look: ZoneLook) -> None:
        """What is done to what lies below: no band, a sign for it."""
        middle = band.center().y()
        painter.setPen(paint.pen(t.HAIR, 1.0))
        painter.setBrush(QColor(t.SHEET))
        painter.drawRect(band)
        painter.setPen(paint.pen(t.INK2, 1.6))
        left, right, foot = band.left() + 8, band.right() - 8, band.bottom() - 12
        if layer.doing in ("scuff", "sand", "strip"):
            high = {"strip": 16.0, "sand": 8.0, "scuff": 6.0}[layer.doing]
            step = {"strip": 14.0, "sand": 9.0, "scuff": 6.0}[layer.doing]
            points, x = [QPointF(left, foot)], left
            while x + step <= right:
                points += [QPointF(x + step / 2, foot - high), QPointF(x + step, foot)]
                x += step
            painter.drawPolyline(points)
        elif layer.doing == "fill":
            painter.setBrush(QColor(look.rgb))
            dips = [
                QPointF(left, middle),
                QPointF(left + 22, middle),
                QPointF(left + 34, foot),
                QPointF(left + 52, foot),
            ]
            dips += [QPointF(left + 64, middle), QPointF(right, middle)]
            painter.drawPolyline(dips)
            painter.setBrush(QColor(t.INK2))
            painter.drawPolygon([dips[1], dips[2], dips[3], dips[4]])
        elif layer.doing == "clean":
            for k in range(5):
                x = left + 10 + 20 * k
                painter.setBrush(Qt.BrushStyle.NoBrush)
                painter.drawEllipse(QPointF(x, middle + (4 if k % 2 else -2)), 4, 4)
        else:
            board = QRectF(left + 22, middle - 10, 56, 20)
            painter.setBrush(QColor(self._looks[-1].rgb))
            painter.drawRect(board)
            painter.drawLine(board.center() + QPointF(0, -10), board.center() + QPointF(0, 10))

    def _fault(self, painter: QPainter, verdict: StackVerdict) -> None:
        """A line between the layer and what it lies on."""
        row = self._row(verdict.layer)
        colour = t.RED if verdict.weight == "stop" else t.OCHRE
        painter.setPen(paint.pen(t.SHEET, 6.0))
        painter.drawLine(QPointF(_OVER - 4, row.bottom()), QPointF(_OVER + _BAND + 4, row.bottom()))
        painter.setPen(paint.pen(colour, 2.6))
        painter.drawLine(QPointF(_OVER - 4, row.bottom()), QPointF(_OVER + _BAND + 4, row.bottom()))
        at = QPointF(_OVER + _BAND + 4, row.bottom())
        painter.setBrush(QColor(t.SHEET))
        painter.setPen(paint.pen(colour, 1.6))
        painter.drawPolygon(QPolygonF([at + QPointF(0, -7), at + QPointF(7.5, 6), at + QPointF(-7.5, 6)]))
        painter.drawLine(at + QPointF(0, -2.5), at + QPointF(0, 1.5))
        painter.drawPoint(at + QPointF(0, 4))

    # Mouse and keyboard

    def mousePressEvent(self, event: QMouseEvent) -> None:
        self.chosen.emit(self.row_at(paint.unscaled(event.position()).y()))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key, count = Qt.Key(event.key()), len(self.plan.layers) if self.plan is not None else 0
        by = {Qt.Key.Key_Up: 1, Qt.Key.Key_Down: -1}.get(key)
        alt = bool(event.modifiers() & Qt.KeyboardModifier.AltModifier)
        if by is not None and alt and 0 <= self.at < count:
            self.moved.emit(self.at, by)
        elif by is not None and count:
            self.chosen.emit(max(-1, min(count - 1, self.at + by)))
        elif key == Qt.Key.Key_Delete and 0 <= self.at < count:
            self.dropped.emit(self.at)
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: object) -> None:
        super().focusInEvent(event)  # type: ignore[arg-type]
        self.update()

    def focusOutEvent(self, event: object) -> None:
        super().focusOutEvent(event)  # type: ignore[arg-type]
        self.update()


def _lines(words: str, room: float, most: int) -> list[str]:
    """Words in at most so many lines; the last is cut short where they are longer."""
    metrics, lines, rest = QFontMetricsF(font(12)), list[str](), words.split()
    while rest and len(lines) < most:
        line = rest.pop(0)
        while rest and metrics.horizontalAdvance(f"{line} {rest[0]}") <= room:
            line = f"{line} {rest.pop(0)}"
        lines.append(line)
    if rest:
        lines[-1] = metrics.elidedText(f"{lines[-1]} {' '.join(rest)}", Qt.TextElideMode.ElideRight, room)
    return lines
