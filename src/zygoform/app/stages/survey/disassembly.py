"""Taking apart: what comes off in which order, where it goes, and the hardware in its bags."""

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import Qt, Signal
from PySide6.QtGui import QEnterEvent
from PySide6.QtWidgets import QCheckBox, QComboBox, QGridLayout, QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.plain import unmarked
from zygoform.app.widgets.fields import ComboBox, Field, empty, label, push_button, written
from zygoform.app.widgets.findings import CautionLine, wrapped
from zygoform.core.condition.condition import Bag, Fate
from zygoform.core.edits.disassembly import (
    add_bag,
    count_hardware,
    mark_of,
    remove_bag,
    set_bag,
    set_done,
    set_fate,
    touched_parts,
)
from zygoform.core.form.form import Board
from zygoform.core.form.piece import PieceBase
from zygoform.core.ids import within
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.survey.disassembly import DisassemblyStep, disassembly_order

FATE_CHOICES: tuple[tuple[Fate, str], ...] = (
    ("keep", "keep"),
    ("stock", "to stock"),
    ("gone", "throw away"),
)


class RemovedPartRow(QWidget):
    """One part: a tick when it is off, and where it goes. Pointing at it lights it."""

    def __init__(self, session: Session, board: Board) -> None:
        super().__init__()
        self.session, self.part_id = session, board.id
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.tick = QCheckBox(unmarked(board.name))
        own = within(board.id).replace("/", "_")
        self.tick.setObjectName(f"off_{own}")
        self.tick.setMinimumHeight(t.px(28))
        self.tick.clicked.connect(
            lambda on: session.try_do(lambda project: set_done(project, self.part_id, done=bool(on)))
        )
        self.fate = ComboBox()
        self.fate.setObjectName(f"fate_{own}")
        self.fate.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToMinimumContentsLengthWithIcon)
        self.fate.setMinimumContentsLength(9)
        self.fate.setAccessibleName(f"{board.name} goes")
        for fate, words in FATE_CHOICES:
            self.fate.addItem(words, fate)
        self.fate.activated.connect(
            lambda _row: session.try_do(lambda project: set_fate(project, self.part_id, self.fate.currentData()))
        )
        row.addWidget(self.tick, 1)
        row.addWidget(self.fate)

    def refresh(self, piece: PieceBase) -> None:
        mark = mark_of(piece, self.part_id)
        self.tick.setChecked(mark.done)
        self.fate.setCurrentIndex(self.fate.findData(mark.fate))

    def enterEvent(self, event: QEnterEvent) -> None:
        super().enterEvent(event)
        self.session.hover(self.part_id)

    def leaveEvent(self, event: object) -> None:
        del event
        self.session.hover("")


class BagRow(QWidget):
    """One bag: what, how many, how far apart the holes, and where from."""

    def __init__(self, session: Session, piece_id: str, bag: Bag) -> None:
        super().__init__()
        self.session = session
        self.fields: dict[str, Field] = {}
        grid = QGridLayout(self)
        grid.setContentsMargins(0, 0, 0, 6)
        grid.setHorizontalSpacing(6)
        titles = (("what", "Hardware"), ("count", "Count"), ("spacing", "Hole to hole"), ("place", "From"))
        for k, (entry, title) in enumerate(titles):
            field = Field(
                session,
                f"{bag.id}_{entry}",
                title,
                partial(self._enter, piece_id, bag.id, entry),
                steps=entry == "spacing",
            )
            self.fields[entry] = field
            grid.addWidget(field, k // 2, k % 2)
        away = QPushButton("Take off the list")
        away.setObjectName(f"{bag.id}_away")
        away.setProperty("kind", "link")
        away.clicked.connect(lambda: session.try_do(lambda p: remove_bag(p, piece_id, bag.id)))
        grid.addWidget(away, 2, 0, 1, 2, Qt.AlignmentFlag.AlignLeft)

    def _enter(self, piece_id: str, bag_id: str, entry: str, text: str) -> None:
        self.session.do(lambda p: set_bag(p, piece_id, bag_id, entry, text))  # type: ignore[arg-type]

    def refresh(self, bag: Bag) -> None:
        self.fields["what"].show_value(bag.what)
        self.fields["count"].show_value(str(bag.count))
        self.fields["spacing"].show_value(written(bag.spacing, self.session.unit), hint="one hole")
        self.fields["place"].show_value(bag.place)


class DisassemblyPanel(QWidget):
    """Stage by stage; below, the hardware. Made anew when the parts differ, not when a tick does."""

    labels = Signal()

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._made_of: object = None
        self.rows: list[RemovedPartRow] = []
        self.bags: dict[str, BagRow] = {}
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.count = wrapped("", "second")
        column.addWidget(self.count)
        self._stages = QVBoxLayout()
        self._stages.setSpacing(6)
        column.addLayout(self._stages)
        column.addSpacing(6)
        column.addWidget(label("Hardware, bagged", "strong"))
        self._bags = QVBoxLayout()
        column.addLayout(self._bags)
        grid = QGridLayout()
        for k, (name, words, do) in enumerate(
            (
                ("hardware_count", "Count the hardware", lambda: self._bag(count_hardware)),
                ("bag_add", "One bag more", lambda: self._bag(add_bag)),
                ("labels_print", "Print labels", self.labels.emit),
            )
        ):
            grid.addWidget(push_button(name, words, do), k // 2, k % 2)
        column.addLayout(grid)

    def _bag(self, edit: Callable[..., object]) -> None:
        piece = self.session.piece
        if piece is not None:
            self.session.try_do(lambda project: edit(project, piece.id))  # type: ignore[arg-type,return-value]

    def _steps(self) -> tuple[DisassemblyStep, ...]:
        plan, piece = self.session.plan, self.session.piece
        if plan is None or piece is None:
            return ()
        bodies = (body for body in plan.found.bodies if body.piece_id == piece.id)
        off = touched_parts(piece)
        return tuple(step for body in bodies for step in disassembly_order(body, piece.made_of, off))

    def refresh(self) -> None:
        """Shows what comes off the piece on screen."""
        piece, steps = self.session.piece, self._steps()
        if piece is None:
            return
        now = (piece.id, tuple((step.stage.way, tuple((b.id, b.name) for b in step.boards)) for step in steps))
        if now != self._made_of:
            self._made_of = now
            self._build(steps)
        for row in self.rows:
            row.refresh(piece)
        parts = [mark_of(piece, row.part_id) for row in self.rows]
        off = sum(mark.done for mark in parts)
        self.count.setText(f"{off} of {len(parts)} parts off. Sides, rails and uprights stay together.")
        self._refresh_bags(piece)

    def _build(self, steps: tuple[DisassemblyStep, ...]) -> None:
        empty(self._stages)
        self.rows = []
        said = set[str]()
        for step in steps:
            box = QWidget()
            column = QVBoxLayout(box)
            column.setContentsMargins(0, 4, 0, 0)
            column.setSpacing(2)
            column.addWidget(label(step.stage.title, "strong"))
            column.addWidget(wrapped(step.stage.how, "second"))
            # Said once, where it is needed first.
            for code in (code for code in step.stage.cautions if code not in said):
                said.add(code)
                column.addWidget(CautionLine(self.session, CAUTIONS[code]))
            for board in step.boards:
                self.rows.append(RemovedPartRow(self.session, board))
                column.addWidget(self.rows[-1])
            self._stages.addWidget(box)

    def _refresh_bags(self, piece: PieceBase) -> None:
        keys = {f"{piece.id}/{bag.id}": bag for bag in piece.bags}
        for gone in set(self.bags) - set(keys):
            row = self.bags.pop(gone)
            self._bags.removeWidget(row)
            row.hide()
            row.deleteLater()
        for key, bag in keys.items():
            if key not in self.bags:
                self.bags[key] = BagRow(self.session, piece.id, bag)
                self._bags.addWidget(self.bags[key])
            self.bags[key].refresh(bag)
