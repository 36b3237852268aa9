"""One thing to buy, with its price, which can be changed where it stands."""

from typing import cast

from PySide6.QtCore import QPointF, QRectF, Qt, Signal
from PySide6.QtGui import QColor, QPainter, QPaintEvent
from PySide6.QtWidgets import QHBoxLayout, QLabel, QVBoxLayout, QWidget

from zygoform.app.canvas import paint
from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, label
from zygoform.core.edits.workshop import price_unlisted, set_price
from zygoform.core.goods.fittings import FittingKind
from zygoform.core.money.purchase import BuyRow

NEED, CHANGES, FEW_CHANGES = 218, 44, 2
"""px for what a line is for and for the numbers of its changes; of more than so many the rest are counted."""
QWIDGETSIZE_MAX = 16777215


class BuyHead(QWidget):
    """What stands in each column."""

    def __init__(self) -> None:
        super().__init__()
        line = QHBoxLayout(self)
        line.setContentsMargins(10, 4, 10, 0)
        line.setSpacing(14)
        self._only_wide = (label("What for", "small"), label("Change", "small"))
        right = Qt.AlignmentFlag.AlignRight
        widths: tuple[tuple[QLabel, int, Qt.AlignmentFlag], ...] = (
            (label("", "small"), 38, right),
            (label("What", "small"), 0, Qt.AlignmentFlag.AlignLeft),
            (self._only_wide[0], NEED, Qt.AlignmentFlag.AlignLeft),
            (self._only_wide[1], CHANGES, right),
            (label("One costs", "small"), 82, right),
            (label("Line total", "small"), 76, right),
        )
        for words, width, align in widths:
            words.setAlignment(align)
            if width:
                # A head may be wider than its narrow column: it then reaches over the gap before it.
                words.setMinimumWidth(t.px(width))
            line.addWidget(words, 0 if width else 1)

    def be_narrow(self, narrow: bool) -> None:
        """In little room two columns stand under the thing, or nowhere."""
        for words in self._only_wide:
            words.setVisible(not narrow)


class BuyLine(QWidget):
    """Count, thing and size, what for, price, sum. Pointing lights what it gives; `pointed` carries the row."""

    pointed = Signal(object)

    def __init__(self, session: Session, row: BuyRow) -> None:
        super().__init__()
        self.session, self.row = session, row
        self.setObjectName(f"buy_{row.key.replace(' ', '_')}")
        self.setMinimumHeight(t.px(52))
        self._is_narrow = False
        currency = session.project.shop.currency
        self._line = line = QHBoxLayout(self)
        line.setContentsMargins(10, 4, 10, 4)
        line.setSpacing(14)
        count = label(f"{row.count} ×", "strong")
        count.setFixedWidth(t.px(38))
        count.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        self._words = words = QVBoxLayout()
        words.setSpacing(0)
        self._name = label(row.name, "strong")
        self._name.setWordWrap(True)
        words.addWidget(self._name)
        detail = session.show(row.detail)
        detail = f"{session.unit.stock(row.length)}, {detail}" if row.length else detail
        self._detail = label(detail, "second")
        self._detail.setWordWrap(True)
        words.addWidget(self._detail)
        self._need = need = label(row.need, "second")
        need.setWordWrap(True)
        need.setFixedWidth(t.px(NEED))
        few, more = row.changes[:FEW_CHANGES], len(row.changes) - FEW_CHANGES
        said = "  ".join(map(str, few)) if more <= 0 else f"{few[0]} +{more + FEW_CHANGES - 1}"
        self._numbers = numbers = label(said, "second")
        numbers.setFixedWidth(t.px(CHANGES))
        numbers.setToolTip("for change " + " and ".join(str(number) for number in row.changes))
        self.total = label("price missing" if row.missing else f"{currency}{row.total:.2f}", "strong")
        self.total.setFixedWidth(t.px(76))
        self.total.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        line.addWidget(count)
        line.addLayout(words, 1)
        line.addWidget(need)
        line.addWidget(numbers)
        line.addWidget(self._price(), 0)
        line.addWidget(self.total)
        self.setAccessibleName(f"{row.count} {row.name}, {detail}, {currency}{row.total:.2f}")
        session.hover_changed.connect(self.update)

    def be_narrow(self, narrow: bool) -> None:
        """In little room what it is for stands under the thing."""
        if narrow == self._is_narrow:
            return
        self._is_narrow = narrow
        old, new = (self._line, self._words) if narrow else (self._words, self._line)
        old.removeWidget(self._need)
        new.insertWidget(2, self._need)
        self._numbers.setVisible(not narrow)
        self._need.setMinimumWidth(0 if narrow else t.px(NEED))
        self._need.setMaximumWidth(QWIDGETSIZE_MAX if narrow else t.px(NEED))

    def _price(self) -> Field:
        key, _, length = self.row.key.rpartition(" ")
        wood = self.row.group == "Wood"
        name = key if wood else length
        at = float(length) if wood else 0.0
        field = Field(
            self.session,
            f"price_{self.row.key.replace(' ', '_')}",
            "",
            lambda text: self._enter(text, name, at),
        )
        field.focused.connect(lambda: self.pointed.emit(self.row))
        field.title.hide()
        field.line.setAccessibleName(f"Price of one {self.row.name}")
        field.line.setAlignment(Qt.AlignmentFlag.AlignRight)
        unlisted = self.row.missing and bool(self.row.amount)
        if unlisted:
            field.line.setAccessibleName(f"Price of all of it: {self.session.show(self.row.detail)}")
            field.line.setToolTip("What all of it costs: it comes to the price list of this project")
        field.show_value("" if unlisted else f"{self.row.each:.2f}", hint="for all" if unlisted else "")
        field.setFixedWidth(t.px(82))
        field.setDisabled(self.row.missing and not unlisted)
        return field

    def _enter(self, text: str, name: str, length: float) -> None:
        """A price as typed: of one, or of all that no list holds."""
        row = self.row
        if row.missing:
            kind = cast(FittingKind, row.kind)
            self.session.do(lambda project: price_unlisted(project, kind, row.size, row.amount, text))
        else:
            self.session.do(lambda project: set_price(project, name, length, text))

    def enterEvent(self, event: object) -> None:
        del event
        if self.row.part_ids:
            self.session.hover(self.row.part_ids[0])
        self.pointed.emit(self.row)

    def leaveEvent(self, event: object) -> None:
        del event
        self.session.hover("")
        self.pointed.emit(None)

    def paintEvent(self, _event: QPaintEvent) -> None:
        painter = QPainter(self)
        painter.setRenderHint(QPainter.RenderHint.Antialiasing)
        if self.session.view.hovered in self.row.part_ids:
            painter.setBrush(QColor(t.TAPEWASH))
            painter.setPen(paint.pen(t.INK, 1.2))
            painter.drawRoundedRect(QRectF(self.rect()).adjusted(0.8, 0.8, -0.8, -0.8), 3, 3)
        else:
            painter.setPen(paint.pen(t.HAIR, 1.0))
            painter.drawLine(QPointF(0, self.height() - 0.5), QPointF(self.width(), self.height() - 0.5))
