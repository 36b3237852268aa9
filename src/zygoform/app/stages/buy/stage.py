"""Buy: the list on the left, the piece and the total on the right."""

from PySide6.QtCore import Qt
from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.describe import describe
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.buy.row import BuyHead, BuyLine
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import Field, empty, label
from zygoform.app.widgets.findings import wrapped
from zygoform.app.widgets.side_drawer import SideDrawer, scrolled
from zygoform.app.widgets.why import WhyPanel
from zygoform.core.edits.workshop import set_shop
from zygoform.core.measure.param import param
from zygoform.core.money.purchase import BuyRow
from zygoform.core.shop import Shop
from zygoform.core.why.buying import why_price, why_row, why_total

_ROOMY, _NARROW, LIST = 840, 1000, 356
"""In less room the line beside the title is left out; what a thing is for stands under it."""


class BuyStage(QWidget):
    """Wood, screws, glue, in the order of a shop."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(0)
        drawer = SideDrawer("what it is for")
        row.addWidget(drawer)
        column = QVBoxLayout(drawer.main)
        column.setContentsMargins(t.MARGIN, 14, 8, 8)
        head = QHBoxLayout()
        head.addWidget(label("Buy", "title"))
        self._beside = label("in shop order; change any price", "second")
        head.addWidget(self._beside)
        head.addStretch(1)
        column.addLayout(head)
        inner = QWidget()
        area = self._rows = scrolled(inner)
        self._list = QVBoxLayout(inner)
        self._list.setContentsMargins(0, 4, 12, 0)
        self._list.setSpacing(0)
        area.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        area.setAccessibleName("What to buy")
        # As wide as its rows need; the whole screen moves sideways where that is more than there is.
        area.setMinimumWidth(t.px(LIST))
        column.addWidget(area, 1)
        drawer.side.setFixedWidth(t.px(t.SIDE + 20))
        beside = QVBoxLayout(drawer.side)
        beside.setContentsMargins(0, 0, 0, 0)
        beside.addWidget(scrolled(self._side()))
        self._shown: object = None
        when_seen(self, session.changed, self.refresh)
        session.hover_changed.connect(self._on_pointed)
        self.refresh()

    def _side(self) -> QWidget:
        side = QWidget()
        column = QVBoxLayout(side)
        column.setContentsMargins(12, 14, t.MARGIN, 8)
        column.setSpacing(8)
        self.about = label("", "second")
        column.addWidget(self.about)
        small = PieceView(self.session, "small")
        small.setFixedHeight(t.px(170))
        column.addWidget(small)
        column.addSpacing(8)
        column.addWidget(label("Shopping total", "second"))
        self.total = label("", "figure")
        self.total.setObjectName("buy_total")
        column.addWidget(self.total)
        self.note = wrapped("", "second")
        column.addWidget(self.note)
        spare = QHBoxLayout()
        spare.setSpacing(8)
        self.spare = {name: self._spare_field(name) for name in ("spare_boards", "spare_screws")}
        for field in self.spare.values():
            spare.addWidget(field, 1)
        column.addLayout(spare)
        self.why = WhyPanel(self.session)
        column.addWidget(self.why)
        column.addSpacing(8)
        column.addWidget(
            wrapped(
                "Look along each board before you pay for it: leave twisted, cupped and split ones. Measure one of "
                "each size; real sections differ from yard to yard.",
                "second",
            )
        )
        column.addStretch(1)
        return side

    def _spare_field(self, name: str) -> Field:
        entry, session = param(Shop, name), self.session
        title = f"Spare {entry.label.lower()}" + (", %" if entry.unit == "percent" else "")
        field = Field(session, name, title, lambda text: session.do(lambda p: set_shop(p, name, text)))
        field.line.setToolTip(entry.hint)
        return field

    def refresh(self) -> None:
        """Shows what the plan says."""
        plan = self.session.plan
        if plan is None:
            return
        purchase, currency = plan.purchase, self.session.project.shop.currency
        for name, field in self.spare.items():
            field.show_value(f"{getattr(self.session.project.shop, name):g}")
        self.total.setText(f"{currency}{purchase.total:.2f}")
        owned = sum(board.owned for layout in plan.layouts for board in layout.boards)
        notes = [f"Total without {purchase.unpriced} prices."] if purchase.unpriced else []
        notes += [f"{owned} board{'s' if owned > 1 else ''} of your own used."] if owned else []
        self.note.setText(" ".join(notes))
        self._on_pointed(self.session.view.hovered)
        now = (purchase, self.session.unit)
        if now == self._shown:
            return
        self._shown = now
        self._refill()
        self._show_why(None)

    def _refill(self) -> None:
        plan = self.session.plan
        typing = self.window().focusWidget()
        name = typing.objectName() if typing is not None else ""
        empty(self._list)
        rows = plan.purchase.rows if plan is not None else ()
        if not rows:
            self._list.addWidget(wrapped("Nothing to buy. Your rack covers it.", "second"))
        group = ""
        if rows:
            head = BuyHead()
            head.be_narrow(self.width() < t.px(_NARROW))
            self._list.addWidget(head)
        for row in rows:
            if row.group != group:
                title = label(row.group, "strong")
                title.setContentsMargins(0, 12, 0, 2)
                self._list.addWidget(title)
                group = row.group
            line = BuyLine(self.session, row)
            line.pointed.connect(self._show_why)
            line.be_narrow(self.width() < t.px(_NARROW))
            self._list.addWidget(line)
            for field in line.findChildren(QWidget, name) if name else []:
                field.setFocus()
        self._list.addStretch(1)

    def _show_why(self, row: BuyRow | None) -> None:
        """Why so many, why that sum; without a row why the total."""
        plan = self.session.plan
        if plan is not None:
            self.why.refresh((why_row(plan, row), why_price(plan, row)) if row else (why_total(plan),), "")

    def _on_pointed(self, part_id: str) -> None:
        found = describe(self.session, part_id)
        self.about.setText(found.name if found else "Hover over a line to see the parts it makes")

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self._beside.setVisible(self.width() >= t.px(_ROOMY))
        lines: tuple[BuyHead | BuyLine, ...] = (*self.findChildren(BuyHead), *self.findChildren(BuyLine))
        for line in lines:
            line.be_narrow(self.width() < t.px(_NARROW))

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        # On the list, not in a price: what is typed by habit must not become one.
        self._rows.setFocus()
