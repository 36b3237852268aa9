"""Cut: the boards on the left, the piece and the cuts on the right."""

from collections import Counter

from PySide6.QtGui import QKeySequence, QResizeEvent, QShortcut
from PySide6.QtWidgets import QHBoxLayout, QPushButton, QStackedWidget, QVBoxLayout, QWidget

from zygoform.app.canvas.boards import BoardsView
from zygoform.app.canvas.outline_view import OutlineView
from zygoform.app.canvas.piece_view import PieceView
from zygoform.app.canvas.rolls import RollsView
from zygoform.app.describe import describe
from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.cut.list import CutList
from zygoform.app.stages.cut.rack import Rack
from zygoform.app.stages.cut.table import PartTable
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import icon
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import Judgements, wrapped
from zygoform.app.widgets.side_drawer import SideDrawer, scrolled
from zygoform.app.widgets.why import WhyPanel
from zygoform.core.drawing.part_outline import PartOutline, part_outline
from zygoform.core.plan.plan import Plan
from zygoform.core.why.boards import why_cost, why_left, why_length
from zygoform.core.why.sizes import PART_NUMBERS, why_later, why_part
from zygoform.core.why.why import Why

_NARROW, _SLIM, TIGHT = 1000, 740, 740
"""Under this width the line beside the title makes room for the buttons."""

FINDINGS = ("too_long", "short_parts", "guessed", "recounted", "car_room")


class CutStage(QWidget):
    """By setting: boards and cuts. By part: the full table across the sheet."""

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.drawer = SideDrawer("the cuts")
        row.addWidget(self.drawer)
        column = QVBoxLayout(self.drawer.main)
        column.setContentsMargins(t.MARGIN, 8, 8, 8)
        column.setSpacing(6)
        column.addLayout(self._bar())
        self.pages = QStackedWidget()
        column.addWidget(self.pages, 1)
        self.pages.addWidget(self._boards_page())
        self.table = PartTable(session)
        self.pages.addWidget(self.table)
        self.side = self.drawer.side
        self._fill_side(self.side)
        when_seen(self, session.changed, self.refresh)
        session.hover_changed.connect(self._on_pointed)
        session.solving.connect(self.boards.update)
        self.refresh()

    def _bar(self) -> QHBoxLayout:
        bar = QHBoxLayout()
        bar.setSpacing(8)
        self.title = label("Boards", "title")
        self.subtitle = label("", "second")
        bar.addWidget(self.title)
        bar.addWidget(self.subtitle)
        bar.addStretch(1)
        self.rack_button = QPushButton("Stock on hand")
        self.rack_button.setObjectName("what_i_have")
        self.rack_button.setAccessibleName("Stock on hand")
        self.rack_button.setIcon(icon("rack"))
        self.rack_button.setCheckable(True)
        self.rack_button.clicked.connect(self._toggle_rack)
        self.why_button = QPushButton("Why")
        self.why_button.setObjectName("why")
        self.why_button.setToolTip("Why the numbers of what you point at are what they are (Alt+W)")
        # Not the button's own key: that would take the keyboard away from the boards.
        QShortcut(QKeySequence("Alt+W"), self, self.why_button.click)
        self.why_button.setCheckable(True)
        self.why_button.clicked.connect(self._toggle_why)
        self.mode = Segments("cut_mode", [("setting", "By setting"), ("part", "By part")])
        self.mode.chosen.connect(self._choose)
        bar.addWidget(self.why_button)
        bar.addWidget(self.rack_button)
        bar.addWidget(self.mode)
        self._tight: bool | None = None
        return bar

    def _make_room(self) -> None:
        """In a tight window words give way to icons: the rack's button keeps its name for screen readers."""
        tight = self.width() < t.px(TIGHT)
        if tight != self._tight:
            self._tight = tight
            self.rack_button.setText("" if tight else "Stock on hand")
            self.rack_button.setToolTip("Stock on hand" if tight else "")

    def _boards_page(self) -> QWidget:
        inner = QWidget()
        column = QVBoxLayout(inner)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(8)
        self.empty = wrapped("Nothing to cut: no change needs wood yet.", "second")
        self.judgements = Judgements(self.session)
        self.boards = BoardsView(self.session)
        self.boards.setObjectName("boards")
        self.rolls = RollsView(self.session)
        self.keeping = wrapped("")
        self.keeping.setObjectName("worth_keeping")
        column.addWidget(self.empty)
        column.addWidget(self.boards)
        column.addWidget(self.rolls)
        column.addWidget(self.keeping)
        column.addWidget(self.judgements)
        column.addStretch(1)
        return scrolled(inner)

    def _fill_side(self, side: QWidget) -> None:
        side.setFixedWidth(t.px(t.SIDE + 20))
        column = QVBoxLayout(side)
        column.setContentsMargins(12, 8, 8, 8)
        column.setSpacing(6)
        head = QHBoxLayout()
        self.badge = label("")
        self.badge.setProperty("kind", "badge")
        self.about = label("", "second")
        head.addWidget(self.badge)
        head.addWidget(self.about, 1)
        column.addLayout(head)
        self.outline = OutlineView()
        column.addWidget(self.outline)
        self.small = PieceView(self.session, "small")
        self.small.setObjectName("drawing_small")
        self.small.setFixedHeight(t.px(158))
        column.addWidget(self.small)
        self.stack = QStackedWidget()
        column.addWidget(self.stack, 1)
        cuts = QWidget()
        inner = QVBoxLayout(cuts)
        inner.setContentsMargins(0, 0, 0, 0)
        inner.setSpacing(2)
        line = QHBoxLayout()
        line.setSpacing(10)
        line.addWidget(label("Cuts", "title"))
        line.addWidget(label("one line is one setting of the saw", "second"))
        line.addStretch(1)
        inner.addLayout(line)
        self.cuts = CutList(self.session)
        inner.addWidget(scrolled(self.cuts), 1)
        self.stack.addWidget(cuts)
        self.rack = Rack(self.session)
        self.stack.addWidget(self.rack)
        self.why = WhyPanel(self.session)
        self.stack.addWidget(scrolled(self.why))

    def _toggle_rack(self) -> None:
        self.why_button.setChecked(False)
        self.stack.setCurrentIndex(1 if self.rack_button.isChecked() else 0)

    def _toggle_why(self) -> None:
        self.rack_button.setChecked(False)
        self.stack.setCurrentIndex(2 if self.why_button.isChecked() else 0)
        self._refresh_why()

    def _refresh_why(self) -> None:
        """For a part every number of it, its board and what is glued of it; else what the boards cost."""
        plan = self.session.plan
        if plan is None or not self.why_button.isChecked() or self.session.view.highlighted:
            return
        part_id = self.session.view.hovered
        whys: list[Why | None] = [why_part(plan, part_id, number) for number in PART_NUMBERS]
        for layout in plan.layouts:
            for board in layout.boards:
                if any(on.part.id == part_id for on in board.parts):
                    whys += [why_length(plan, board), why_left(plan, board), why_cost(plan, layout)]
        for outcome in plan.outcomes:
            for cut in outcome.later:
                if part_id in cut.part_ids:
                    whys += [why_later(cut, "length"), why_later(cut, "width")]
        self.why.refresh(whys, "Point at a part, a row or a board: its numbers say why.")

    def _choose(self, mode: str) -> None:
        self.pages.setCurrentIndex(0 if mode == "setting" else 1)
        self.title.setText("Boards" if mode == "setting" else "Cut list")
        self.refresh()

    def refresh(self) -> None:
        """Shows what the plan says."""
        plan = self.session.plan
        if plan is None:
            return
        boards = [board for layout in plan.layouts for board in layout.boards]
        kerf = self.session.unit.show(self.session.project.shop.kerf)
        count = "1 board" if len(boards) == 1 else f"{len(boards)} boards"
        words = f"{count}, drawn to one scale. Saw kerf {kerf}" if boards else ""
        self.subtitle.setText(
            words
            if self.mode.value == "setting"
            else "every part, rounded once; ~ rests on a guess; type another count"
        )
        self.empty.setVisible(not plan.parts and not plan.cut.rolls)
        self.rolls.setVisible(bool(plan.cut.rolls))
        self.boards.setVisible(bool(boards))
        self._refresh_keeping(plan)
        self.judgements.refresh(
            (f for f in plan.findings if f.code in FINDINGS), (c for c in plan.cautions if c.step == "cut")
        )
        self._on_pointed(self.session.view.hovered)

    def _refresh_keeping(self, plan: Plan) -> None:
        kept = [board for layout in plan.layouts for board in layout.boards if board.worth_keeping]
        sides = (sorted(b.offcut[2:], reverse=True) if b.both_ways else [b.left_over] for b in kept)
        sizes = Counter(tuple(round(side, 1) for side in own) for own in sides)
        show = self.session.unit.show
        pieces = [f"{n} of {' × '.join(map(show, size))}" for size, n in sorted(sizes.items(), reverse=True)]
        self.keeping.setText(f"Offcuts to keep: {', '.join(pieces)}" if pieces else "")
        self.keeping.setVisible(bool(pieces))

    def _on_pointed(self, part_id: str) -> None:
        self._refresh_why()
        plan = self.session.plan
        listed = plan.listed(part_id) if plan is not None else None
        self.badge.setVisible(listed is not None)
        self.outline.show_outline(self._outline_of(part_id), self.session.project.shop.saw)
        if listed is None or plan is None:
            found = describe(self.session, part_id)
            self.about.setText(found.name if found else "Point at a part, a row or a board")
            return
        alike = sum(p.shape == listed.shape for p in plan.parts)
        self.badge.setText(listed.shape)
        self.about.setText(listed.part.name + (f", {alike} alike" if alike > 1 else ""))

    def _outline_of(self, part_id: str) -> PartOutline | None:
        """The part pointed at in its true shape."""
        plan = self.session.plan
        listed = plan.listed(part_id) if plan is not None else None
        return part_outline(listed) if listed is not None else None

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.subtitle.setVisible(self.width() > t.px(_NARROW))
        self.title.setVisible(self.width() > t.px(_SLIM))
        self._make_room()

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        self.boards.setFocus()
