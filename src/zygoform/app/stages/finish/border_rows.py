"""Borders between two finishes, a row each: which is coated first, and what keeps the other off it."""

from functools import partial

from PySide6.QtCore import Signal
from PySide6.QtGui import QEnterEvent
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.borders import keep_border
from zygoform.core.finish.finish_plan import FinishPlan
from zygoform.core.finish.masking import Mask
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.write import Metres

BORDER_WAYS = [("tape", "Tape"), ("sand back", "Sand back"), ("by hand", "By hand")]
WHEN = (
    "Tape: right for a sharp line, and always beside spray; it goes on a coat that is a day old. Sand back: right "
    "where what is coated second is sanded to the wood anyway. By hand: right with an angled brush and a steady "
    "hand, and for wax."
)


class BorderRows(QWidget):
    """All borders of the piece that is seen; the one pointed at is drawn on it."""

    pointed = Signal(object)

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        column.addWidget(label("Borders", "title"))
        column.addWidget(wrapped(WHEN, "second"))
        self._rows = QVBoxLayout()
        self._rows.setSpacing(8)
        column.addLayout(self._rows)
        self.rows: dict[tuple[str, ...], _Row] = {}

    def show_masks(self, finish: FinishPlan, masks: tuple[Mask, ...]) -> None:
        """The borders there are now; a row that stays keeps the keyboard."""
        self.setVisible(bool(masks))
        pairs = [tuple(sorted((mask.first, mask.second))) for mask in masks]
        if {*pairs} != {*self.rows}:
            empty(self._rows)
            self.rows = {pair: _Row(self, "_".join(pair).replace("/", "_")) for pair in pairs}
            for row in self.rows.values():
                self._rows.addWidget(row)
        for pair, mask in zip(pairs, masks, strict=True):
            self.rows[pair].show_mask(finish, mask)


class _Row(QWidget):
    """One border."""

    def __init__(self, owner: BorderRows, own: str) -> None:
        super().__init__()
        self._owner, self._mask = owner, None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(2)
        self._words = wrapped("", "strong")
        column.addWidget(self._words)
        row = QHBoxLayout()
        self.ways = Segments(f"border_{own}", BORDER_WAYS)
        self.ways.chosen.connect(lambda way: self._keep(way, swap=False))
        row.addWidget(self.ways)
        self._swap = push_button(f"swap_{own}", "", lambda: self._keep(self.ways.value, swap=True))
        self._swap.setProperty("kind", "plain")
        row.addWidget(self._swap)
        row.addStretch(1)
        column.addLayout(row)

    _mask: Mask | None

    def show_mask(self, finish: FinishPlan, mask: Mask) -> None:
        """What is done at it, which is first, how long it is."""
        self._mask = mask
        first, second = (finish.zone(own) for own in (mask.first, mask.second))
        names = [literal(plan.zone.title) if plan is not None else "" for plan in (first, second)]
        told = Message(f"{names[0]} first, then {names[1].lower()}: {{0}}", (Metres(mask.length),))
        words = self._owner.session.show(told)
        self._words.setText(words)
        self.ways.setAccessibleName(words)
        self.ways.set_value(mask.way)
        self._swap.setText(f"{names[1]} first")

    def _keep(self, way: str, *, swap: bool) -> None:
        if self._mask is None:
            return
        pair = (self._mask.first, self._mask.second)
        first, second = reversed(pair) if swap else pair
        self._owner.session.try_do(partial(keep_border, first=first, second=second, way=way))

    def enterEvent(self, event: QEnterEvent) -> None:
        super().enterEvent(event)
        self._owner.pointed.emit(self._mask)

    def leaveEvent(self, event: object) -> None:
        del event
        self._owner.pointed.emit(None)


def masks_seen(session: Session, finish: FinishPlan) -> tuple[Mask, ...]:
    """Those of the piece that is acted on."""
    piece = session.piece
    return next((own.masks for own in finish.pieces if piece is not None and own.piece_id == piece.id), ())
