"""A chip for each zone, in its planned colour: pointing lights the zone, a click or Enter chooses it."""

from PySide6.QtCore import QPointF, QRect, QRectF, QSize, Qt, Signal
from PySide6.QtGui import QColor, QFontMetricsF, QKeyEvent, QPaintEvent, QResizeEvent
from PySide6.QtWidgets import QAbstractButton, QSizePolicy, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.stages.finish.words import area_words, state_words
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import font
from zygoform.core.finish.appearance import ZoneLook
from zygoform.core.finish.resolved import ZonePlan

CHIP_WIDE, CHIP_HIGH, GAP = 116, 42, 6


class ZoneChip(QAbstractButton):
    """One zone: what it will look like, its name, how large it is, what is chosen."""

    pointed = Signal(str)

    def __init__(self, zone: str, parent: QWidget) -> None:
        super().__init__(parent)
        self.zone = zone
        self._look, self._name, self._said, self._open, self._lit, self._on = "", "", "", False, False, False
        self._masked = False
        self.setObjectName(f"zone_{zone.replace('/', '_')}")
        self.setCursor(Qt.CursorShape.PointingHandCursor)

    def tell(self, session: Session, plan: ZonePlan, look: ZoneLook | None, *, on: bool, lit: bool) -> None:
        """What stands on it; `on`: it is the one that is open."""
        self._look = look.rgb if look is not None else ""
        self._masked = plan.state == "masked"
        self._name, self._open = plan.zone.title, not plan.decided
        said = f"{area_words(session, plan)}, {state_words(plan)}"
        brief = {"bare": ", bare", "masked": ", masked"}.get(plan.state, "" if plan.decided else ", open")
        self._said = area_words(session, plan) + brief
        self._on, self._lit = on, lit
        minds = sum(verdict.weight != "note" for verdict in plan.verdicts)
        self.setAccessibleName(
            f"{self._name}: {said}" + (f", {minds} warning{'s' * (minds != 1)}" if minds else "")
        )
        self.setToolTip(f"{self._name}: {said}")
        self._minds = minds
        self.update()

    def light(self, *, on: bool) -> None:
        """While the zone is pointed at."""
        if on != self._lit:
            self._lit = on
            self.update()

    def enterEvent(self, event: object) -> None:
        del event
        self.pointed.emit(self.zone)

    def leaveEvent(self, event: object) -> None:
        del event
        self.pointed.emit("")

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter, box = paint.begin_painting(self)
        frame = box.adjusted(1, 1, -1, -1)
        painter.setBrush(QColor(t.TAPEWASH if self._lit or self._on else t.CHANGE))
        line, width = (t.BLUE, 2.0) if self.hasFocus() else (t.INK, 1.4) if self._on else (t.HAIR, 1.0)
        painter.setPen(paint.pen(line, width))
        painter.drawRoundedRect(frame, 3, 3)
        swatch = QRectF(6, 6, 22, box.height() - 12)
        painter.setPen(paint.pen(t.EDGE, 1.0))
        painter.setBrush(QColor(self._look or t.SHEET))
        painter.drawRect(swatch)
        if self._masked:
            # Tape over it.
            painter.setPen(paint.pen(t.INK2, 1.4))
            for k in range(2):
                x = swatch.left() + 4 + 9 * k
                painter.drawLine(QPointF(x, swatch.bottom() - 4), QPointF(x + 6, swatch.top() + 4))
        if self._on:
            paint.fill(painter, QRectF(1.5, 1.5, 3.5, box.height() - 3), t.TAPE)
        room = box.width() - 38 - (16 if self._minds else 0)
        name = QFontMetricsF(font(13, 600)).elidedText(self._name, Qt.TextElideMode.ElideRight, room)
        said = QFontMetricsF(font(12)).elidedText(self._said, Qt.TextElideMode.ElideRight, box.width() - 40)
        paint.draw_text(painter, QPointF(34, 18), name, 13, 600)
        paint.draw_text(painter, QPointF(34, 34), said, 12, colour=t.INK2)
        if self._minds:
            at = QPointF(box.width() - 13, 13)
            painter.setBrush(Qt.BrushStyle.NoBrush)
            painter.setPen(paint.pen(t.OCHRE, 1.6))
            painter.drawPolygon([at + QPointF(0, -6), at + QPointF(6.5, 5), at + QPointF(-6.5, 5)])
            painter.drawLine(at + QPointF(0, -2), at + QPointF(0, 1.5))


class ZoneStrip(QWidget):
    """All zones, in rows as there is room."""

    pointed = Signal(str)
    chosen = Signal(str)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.chips: dict[str, ZoneChip] = {}
        self.setAccessibleName("Zones")
        policy = QSizePolicy(QSizePolicy.Policy.Expanding, QSizePolicy.Policy.Minimum)
        policy.setHeightForWidth(True)
        self.setSizePolicy(policy)

    def show_zones(self, plans: tuple[ZonePlan, ...], looks: dict[str, ZoneLook], on: str, lit: str) -> None:
        """A chip for each; those that are there are kept."""
        there = {plan.id for plan in plans}
        for gone in [zone for zone in self.chips if zone not in there]:
            chip = self.chips.pop(gone)
            chip.hide()
            chip.deleteLater()
        for plan in plans:
            if plan.id not in self.chips:
                chip = self.chips[plan.id] = ZoneChip(plan.id, self)
                chip.pointed.connect(self.pointed)
                chip.clicked.connect(lambda _checked=False, zone=plan.id: self.chosen.emit(zone))
                chip.show()
        self.chips = {plan.id: self.chips[plan.id] for plan in plans}
        for plan in plans:
            chip = self.chips[plan.id]
            chip.tell(self.session, plan, looks.get(plan.id), on=plan.id == on, lit=plan.id == lit)
        self._place()
        self.updateGeometry()

    def _columns(self, width: int) -> int:
        return max(1, (width + t.px(GAP)) // t.px(CHIP_WIDE + GAP))

    def hasHeightForWidth(self) -> bool:
        return True

    def heightForWidth(self, width: int) -> int:
        rows = -(-len(self.chips) // self._columns(width)) or 1
        return rows * t.px(CHIP_HIGH + GAP)

    def sizeHint(self) -> QSize:
        return QSize(t.px(4 * (CHIP_WIDE + GAP)), self.heightForWidth(max(self.width(), t.px(CHIP_WIDE))))

    def minimumSizeHint(self) -> QSize:
        return QSize(t.px(CHIP_WIDE), t.px(CHIP_HIGH))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._place()

    def _place(self) -> None:
        columns = self._columns(self.width())
        wide = (self.width() + t.px(GAP)) // columns - t.px(GAP)
        for k, chip in enumerate(self.chips.values()):
            x, y = k % columns * (wide + t.px(GAP)), k // columns * t.px(CHIP_HIGH + GAP)
            chip.setGeometry(QRect(x, y, wide, t.px(CHIP_HIGH)))

    def keyPressEvent(self, event: QKeyEvent) -> None:
        columns, zones = self._columns(self.width()), list(self.chips)
        on = next((k for k, zone in enumerate(zones) if self.chips[zone].hasFocus()), None)
        steps = {Qt.Key.Key_Left: -1, Qt.Key.Key_Right: 1, Qt.Key.Key_Up: -columns, Qt.Key.Key_Down: columns}
        step = steps.get(Qt.Key(event.key()))
        if on is not None and step is not None:
            self.chips[zones[min(max(on + step, 0), len(zones) - 1)]].setFocus()
        elif on is not None and event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.chosen.emit(zones[on])
        else:
            super().keyPressEvent(event)
