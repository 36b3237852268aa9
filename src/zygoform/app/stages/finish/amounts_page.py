"""What a finish takes: every material in every colour, the cans to buy, what is on the shelf."""

from decimal import Decimal
from functools import partial

from PySide6.QtWidgets import QGridLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import ComboBox, Field, LineEdit, empty, label, push_button
from zygoform.app.widgets.findings import Judgements, wrapped
from zygoform.core.coats.coat import AEROSOL_L, AEROSOLS, KNOWN_COATS, CoatId
from zygoform.core.coats.layer import ShelfCan
from zygoform.core.edits.finish_supplies import add_can, drop_can, set_can_count
from zygoform.core.errors import BadInputError
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.measure.write import Litres
from zygoform.core.money.purchase import BuyRow

_GROUPS = ("Finish", "To prepare")


class AmountsPage(QWidget):
    """Rows as they stand on Buy, and the shelf that is used first."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._shown: object = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 10, 8)
        column.setSpacing(6)
        column.addWidget(label("What it takes", "title"))
        self.total = label("", "strong")
        self.total.setObjectName("finish_total")
        column.addWidget(self.total)
        self._rows = QVBoxLayout()
        self._rows.setSpacing(4)
        column.addLayout(self._rows)
        column.addWidget(
            wrapped(
                "About, with what brush, roller or gun loses and what bare wood drinks. Thinner comes on top. The "
                "cheapest cans that hold enough are on Buy.",
                "second",
            )
        )
        column.addSpacing(8)
        column.addWidget(label("On the shelf", "title"))
        column.addWidget(wrapped("Used before anything is bought.", "second"))
        self.judged = Judgements(session)
        column.insertWidget(column.indexOf(self.total) + 1, self.judged)
        self._cans = QGridLayout()
        column.addLayout(self._cans)
        column.addLayout(self._new_can())
        self.fault = label("", "fault")
        self.fault.setObjectName("shelf_fault")
        self.fault.setWordWrap(True)
        self.fault.hide()
        column.addWidget(self.fault)
        column.addStretch(1)

    def _new_can(self) -> QGridLayout:
        grid = QGridLayout()
        grid.setSpacing(6)
        self.material, self.colour = ComboBox(), ComboBox()
        for box, name, words in (
            (self.material, "shelf_material", "Material"),
            (self.colour, "shelf_colour", "Colour"),
        ):
            box.setObjectName(name)
            box.setAccessibleName(words)
            box.setMinimumContentsLength(8)
            box.setSizeAdjustPolicy(ComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        for coat in KNOWN_COATS.values():
            self.material.addItem(coat.title, coat.id)
        self.amount = LineEdit()
        self.amount.setObjectName("shelf_amount")
        self.amount.setAccessibleName("How much is in it")
        self.amount.returnPressed.connect(self._add)
        self.material.currentIndexChanged.connect(self._hint)
        grid.addWidget(self.material, 0, 0, 1, 2)
        grid.addWidget(self.colour, 0, 2)
        grid.addWidget(self.amount, 1, 0, 1, 2)
        grid.addWidget(push_button("shelf_add", "Have it", self._add), 1, 2)
        grid.setColumnStretch(0, 2)
        grid.setColumnStretch(1, 1)
        grid.setColumnStretch(2, 2)
        return grid

    def _add(self) -> None:
        material: CoatId = self.material.currentData()
        amount, colour = self.amount.text(), str(self.colour.currentData() or "")
        try:
            self.session.do(lambda p: add_can(p, material, amount, colour))
        except BadInputError as refused:
            self.fault.setText(self.session.fault(refused))
            self.fault.show()
            return
        self.fault.hide()
        self.amount.clear()

    def refresh(self, finish: FinishPlan) -> None:
        """Shows what the plan says."""
        plan = self.session.plan
        found = plan.findings if plan is not None else ()
        self.judged.refresh(finding for finding in found if finding.code == "too_few_cans")
        rows = tuple(row for row in plan.purchase.rows if row.group in _GROUPS) if plan is not None else ()
        now = rows, finish.finishing.shelf, finish.finishing.colours, self.session.unit
        if now == self._shown:
            return
        self._shown = now
        total = sum((row.total for row in rows), Decimal(0))
        currency = self.session.project.shop.currency
        self.total.setText(f"{currency}{total:.2f} together" if rows else "Nothing chosen that takes anything.")
        empty(self._rows)
        group = ""
        for row in rows:
            if row.group != group:
                group = row.group
                self._rows.addWidget(label({"Finish": "Coats"}.get(group, group), "strong"))
            self._rows.addWidget(self._row(row, currency))
        self._fill_shelf(finish)

    def _row(self, row: BuyRow, currency: str) -> QWidget:
        made = QWidget()
        made.setObjectName(f"amount_{row.key.replace(' ', '_')}")
        made.setAccessibleName(f"{row.count} {row.name}, {row.need}")
        grid = QGridLayout(made)
        grid.setContentsMargins(0, 2, 0, 2)
        grid.setVerticalSpacing(0)
        grid.setColumnStretch(1, 1)
        grid.addWidget(self._count(row), 0, 0)
        name = wrapped(row.name)
        grid.addWidget(name, 0, 1)
        price = "price missing" if row.missing else f"{currency}{row.total:.2f}"
        grid.addWidget(label(price, "strong"), 0, 2)
        grid.addWidget(wrapped(row.need, "second"), 1, 1, 1, 2)
        return made

    def _count(self, row: BuyRow) -> QWidget:
        """How many; of coats that can be changed, and emptied it is as many as it takes."""
        if row.kind not in KNOWN_COATS or row.missing:
            count = label(f"{row.count} ×", "strong")
            count.setFixedWidth(t.px(44))
            return count
        field = Field(self.session, f"cans_{row.pack}", "", partial(self._set_count, row))
        field.title.hide()
        field.line.setAccessibleName(f"Cans of {row.name} to buy")
        field.line.setToolTip("How many you mean to buy; emptied, as many as it takes")
        field.setFixedWidth(t.px(44))
        field.show_value(str(row.count))
        return field

    def _set_count(self, row: BuyRow, text: str) -> None:
        material: CoatId = row.kind  # type: ignore[assignment]
        self.session.do(lambda p: set_can_count(p, material, row.colour, row.pack, text))

    def _holds(self, can: ShelfCan) -> str:
        """Cans of aerosol by the can."""
        if can.material in AEROSOLS:
            cans = can.litres / AEROSOL_L
            return f"{cans:.3g} can{'s' * (cans != 1)}"
        return self.session.unit.show(Litres(can.litres))

    def _hint(self) -> None:
        inch = self.session.unit.system == "inch"
        by_can = self.material.currentData() in AEROSOLS
        self.amount.setPlaceholderText("2 cans" if by_can else "16 fl oz" if inch else "500 ml")

    def _fill_shelf(self, finish: FinishPlan) -> None:
        empty(self._cans)
        names = {colour.id: colour.name for colour in finish.finishing.colours}
        for k, can in enumerate(finish.finishing.shelf):
            words = KNOWN_COATS[can.material].title + (f", {names[can.colour]}" if can.colour in names else "")
            self._cans.addWidget(label(words), k, 0)
            self._cans.addWidget(label(self._holds(can), "strong"), k, 1)
            gone = push_button(
                f"shelf_drop_{can.id}", "Used up", partial(self.session.try_do, partial(drop_can, can_id=can.id))
            )
            gone.setProperty("kind", "plain")
            self._cans.addWidget(gone, k, 2)
        self._cans.setColumnStretch(0, 1)
        kept = self.colour.currentData()
        self.colour.clear()
        self.colour.addItem("any", "")
        for colour in finish.finishing.colours:
            self.colour.addItem(colour.name, colour.id)
        self.colour.setCurrentIndex(max(0, self.colour.findData(kept)))
        self._hint()
