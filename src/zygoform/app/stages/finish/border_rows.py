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
        self._shown: tuple[Mask, ...] = ()

    def show_masks(self, finish: FinishPlan, masks: tuple[Mask, ...]) -> None:
        """The borders there are now."""
        self.setVisible(bool(masks))
        if masks == self._shown:
            return
        self._shown = masks
        empty(self._rows)
        for mask in masks:
            self._rows.addWidget(_Row(self, finish, mask))


class _Row(QWidget):
    """One border."""

    def __init__(self, owner: BorderRows, finish: FinishPlan, mask: Mask) -> None:
        super().__init__()
        self._owner, self._mask = owner, mask
        first, second = (finish.zone(own) for own in (mask.first, mask.second))
        names = [literal(plan.zone.title) if plan is not None else "" for plan in (first, second)]
        words = owner.session.show(
            Message(f"{names[0]} first, then {names[1].lower()}: {{0}}", (Metres(mask.length),))
        )
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(2)
        column.addWidget(wrapped(words, "strong"))
        row = QHBoxLayout()
        own = f"{mask.first}_{mask.second}".replace("/", "_")
        self.ways = Segments(f"border_{own}", BORDER_WAYS, mask.way)
        self.ways.setAccessibleName(words)
        self.ways.chosen.connect(partial(self._keep, mask.first, mask.second))
        row.addWidget(self.ways)
        swap = push_button(
            f"swap_{own}", f"{names[1]} first", partial(self._keep, mask.second, mask.first, mask.way)
        )
        swap.setProperty("kind", "plain")
        row.addWidget(swap)
        row.addStretch(1)
        column.addLayout(row)

    def _keep(self, first: str, second: str, way: str) -> None:
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
