"""Whether what goes on is coated loose or in its place: one press for all of a change, or part by part."""

from functools import partial

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import empty, label, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.put_on import set_put_on
from zygoform.core.ids import own_of
from zygoform.core.measure.message import literal
from zygoform.core.outcome.work import PutOnWay
from zygoform.core.steps.order import GoesOn

PUT_ON_WAYS: list[tuple[str, str]] = [("loose", "Loose"), ("fitted", "In place")]
_MIXED: list[tuple[str, str]] = [*PUT_ON_WAYS, ("", "Some of each")]


class PutOnChoice(QWidget):
    """One thing that goes on. Where it has several parts each may be coated its own way."""

    def __init__(self, session: Session, name: str) -> None:
        super().__init__()
        self.session, self._name, self._own = session, name, None
        self._each = False
        self.each: dict[str, Segments] = {}
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(2)
        self._what = wrapped("", "strong")
        self._what.setMinimumHeight(t.px(32))
        row = QHBoxLayout()
        row.setSpacing(8)
        self.all = Segments(f"coated_{name}", PUT_ON_WAYS)
        self.all.chosen.connect(self._set_all)
        self._one_by_one = push_button(f"coated_each_{name}", "Each…", self._open)
        self._one_by_one.setProperty("kind", "plain")
        row.addWidget(self._what, 1)
        row.addWidget(self._one_by_one)
        row.addWidget(self.all)
        self._parts = QVBoxLayout()
        self._parts.setSpacing(2)
        column.addLayout(row)
        column.addLayout(self._parts)

    _own: GoesOn | None

    def show_way(self, own: GoesOn | None, words: str) -> None:
        """What goes on, by what it is called here; nothing where it does not matter."""
        self._own = own
        self.setVisible(own is not None)
        if own is None:
            return
        self._what.setText(words)
        self.all.setAccessibleName(f"{words}: coated")
        self.all.set_options(PUT_ON_WAYS if own.way else _MIXED)
        self.all.set_value(own.way)
        usual = "loose" if own.usual == "loose" else "in place"
        self.all.setToolTip(f"Usually coated {usual}")
        self._one_by_one.setVisible(own.each and not self._each)
        self._show_each()

    def _open(self) -> None:
        self._each = True
        self._one_by_one.hide()
        self._show_each()

    def _show_each(self) -> None:
        """A row for each part; one that stays keeps the keyboard."""
        wanted = self._own.part if self._own is not None and self._own.each and self._each else {}
        if {*wanted} != {*self.each}:
            empty(self._parts)
            self.each = {part: self._row_of(part) for part in wanted}
        for part, way in wanted.items():
            self.each[part].set_value(way)

    def _row_of(self, part: str) -> Segments:
        planned = self.session.planned
        board = planned.board(part) if planned is not None else None
        name = literal(board.name) if board is not None else own_of(part)
        segments = Segments(f"coated_{part.replace('/', '_')}", PUT_ON_WAYS)
        segments.setAccessibleName(f"{name}: coated")
        segments.chosen.connect(partial(self._set_one, part))
        row = QHBoxLayout()
        row.addSpacing(t.px(16))
        row.addWidget(label(name, "second"), 1, Qt.AlignmentFlag.AlignVCenter)
        row.addWidget(segments)
        self._parts.addLayout(row)
        return segments

    def _set_all(self, way: str) -> None:
        if self._own is not None and way:
            self._set(self._own.of, way)

    def _set_one(self, part: str, way: str) -> None:
        self._set((part,), way)

    def _set(self, of: tuple[str, ...], way: str) -> None:
        own = self._own
        if own is None:
            return
        as_way: PutOnWay = "loose" if way == "loose" else "fitted"
        words = self._what.text()
        self.session.try_do(partial(set_put_on, of=of, way=as_way, usual=own.usual, name=words))
