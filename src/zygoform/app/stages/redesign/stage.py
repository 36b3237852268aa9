"""The redesign: the piece laid over on the left, the planned changes on the right."""

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import Qt, QTimer, Signal
from PySide6.QtWidgets import QHBoxLayout, QMenu, QPushButton, QVBoxLayout, QWidget

from zygoform.app.seen import when_seen
from zygoform.app.session import Session
from zygoform.app.stages.redesign.adding import addable
from zygoform.app.stages.redesign.card import ChangeCard
from zygoform.app.stages.redesign.front_ticks import pick_pointed
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import icon
from zygoform.app.theme.plain import unmarked
from zygoform.app.widgets.fields import label
from zygoform.app.widgets.findings import Judgements, wrapped
from zygoform.app.widgets.piece_view_area import PieceViewArea
from zygoform.app.widgets.side_drawer import SideDrawer, scrolled
from zygoform.core.changes.base import UnknownChange
from zygoform.core.changes.registry import CHANGE_KINDS
from zygoform.core.edits.planning import add_change, add_everywhere, leave_out, remove_change, takes_some
from zygoform.core.form.registry import target_in
from zygoform.core.ids import piece_of

FIRST_CARDS, MORE_CARDS = 14, 6
"""Of many changes so many cards are made first; more, so many at a time, when one comes near the last of them."""
_IDLE = "Point at a part and say what should change: a right click, or Enter, lists what fits it."


class RedesignStage(QWidget):
    """Changes in order, one open at a time. `outline_wanted` asks for a file with the line of a cut-out."""

    outline_wanted = Signal()

    def __init__(self, session: Session, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self.session = session
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        self.drawer = SideDrawer("changes")
        row.addWidget(self.drawer)
        self.area = PieceViewArea(session, "redesign", self._menu, _IDLE)
        beside = QHBoxLayout(self.drawer.main)
        beside.setContentsMargins(0, 0, 0, 0)
        beside.addWidget(self.area)
        self._fill_side(self.drawer.side)
        self.cards: dict[str, ChangeCard] = {}
        self._more = QTimer(self)
        self._more.setSingleShot(True)
        self._more.timeout.connect(self._make_more)
        self._up_to = FIRST_CARDS
        bar = self._area.verticalScrollBar()
        for moved in (bar.valueChanged, bar.rangeChanged):
            moved.connect(self._on_scrolled)
        when_seen(self, session.changed, self.refresh)
        session.hover_changed.connect(self._on_pointed)
        session.previewed.connect(self._on_previewed)
        self.area.view.picked.connect(self._on_picked)
        self.refresh()

    def _fill_side(self, side: QWidget) -> None:
        side.setFixedWidth(t.px(t.SIDE + 12))
        column = QVBoxLayout(side)
        column.setContentsMargins(0, 8, 8, 8)
        head = QHBoxLayout()
        head.addWidget(label("Changes", "title"))
        head.addWidget(label("in order", "second"))
        head.addStretch(1)
        self.add = QPushButton("Add")
        self.add.setObjectName("add_change")
        self.add.setIcon(icon("add"))
        self.add.setToolTip("A new change (N)")
        self.add.clicked.connect(self.open_add)
        head.addWidget(self.add)
        head.setContentsMargins(0, 0, 12, 0)
        column.addLayout(head)
        inner = QWidget()
        self._area = scrolled(inner)
        column.addWidget(self._area, 1)
        self._list = QVBoxLayout(inner)
        self._list.setContentsMargins(0, 2, 10, 0)
        self._list.setSpacing(8)
        self._empty = wrapped("Nothing planned yet. Point at a part and say what should change.", "second")
        self._common = Judgements(self.session)
        self._cards = QVBoxLayout()
        self._cards.setSpacing(6)
        self._list.addWidget(self._empty)
        self._list.addLayout(self._cards)
        self._list.addWidget(self._common)
        self._list.addStretch(1)

    # What fits a part

    def _menu(self, part_id: str) -> list[tuple[str, Callable[[], object]]]:
        """The changes that fit a part; for a part of a change, what can be done with that change."""
        change = self.session.project.change(piece_of(part_id))
        if change is not None:
            return [
                (f"Open change {change.number}", partial(self.open_card, change.id)),
                ("Leave it out", partial(self.session.try_do, partial(leave_out, change_id=change.id, out=True))),
                ("Take it away", partial(self.session.try_do, partial(remove_change, change_id=change.id))),
                *self._fitting(part_id),
            ]
        return self._fitting(part_id)

    def _fitting(self, part_id: str) -> list[tuple[str, Callable[[], object]]]:
        seen = self.session.seen()
        meant = target_in(seen.found, part_id) or target_in(seen.planned, part_id) if seen is not None else None
        return [
            (kind.title, partial(self.plan_change, kind.kind, part_id))
            for kind in CHANGE_KINDS.values()
            if meant is not None and kind.takes(meant)
        ]

    def plan_change(self, kind: str, part_id: str) -> None:
        """Adds a change and opens it."""
        number = self.session.project.next_number
        found = self.session.plan.found if self.session.plan is not None else None
        known = found is not None and target_in(found, part_id) is not None
        target = part_id if known else self._body_of(part_id)
        if self.session.try_do(lambda project: add_change(project, kind, target, self.session.planned)):
            self.open_card(f"c{number}")

    def _plan_everywhere(self, kind: str, targets: tuple[str, ...], _checked: bool = False) -> None:
        self.session.try_do(lambda project: add_everywhere(project, kind, targets, self.session.planned))

    def _body_of(self, part_id: str) -> str:
        """Changes hold on to the body, which no other change takes off."""
        seen = self.session.seen()
        bodies = (seen.planned.body(part_id) or seen.found.body(part_id), *seen.found.bodies) if seen else ()
        return next((body.id for body in bodies if body is not None), part_id)

    def open_add(self) -> None:
        """The kinds of change that fit the current piece, or several of a set; what fits nowhere is not offered."""
        for before in self.findChildren(QMenu, "add_menu"):
            before.close()
        menu = QMenu(self)
        menu.setObjectName("add_menu")
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        piece, several = self.session.piece, len(self.session.project.known_pieces) > 1
        group = ""
        for found in addable(self.session):
            kind, title = found.kind.kind, found.kind.title
            if found.kind.group != (group or found.kind.group):
                menu.addSeparator()
            group = found.kind.group
            if found.own and piece is not None:
                action = menu.addAction(unmarked(f"{title}, {piece.name}" if several else title))
                action.triggered.connect(partial(self._plan, kind, found.own))
            if len(found.rooms) > 1 and kind != "own_part":
                everywhere = menu.addAction(f"{title}, on all {len(found.rooms)} that have room for it")
                everywhere.triggered.connect(partial(self._plan_everywhere, kind, found.rooms))
        menu.popup(self.add.mapToGlobal(self.add.rect().bottomLeft()))
        if menu.actions():
            # Enter takes the first one.
            menu.setActiveAction(next(a for a in menu.actions() if not a.isSeparator()))

    def _plan(self, kind: str, part_id: str, _checked: bool = False) -> None:
        """On the part that is kept, where that kind of change takes it; else on the piece."""
        seen, kept = self.session.seen(), self.session.view.selected
        meant = target_in(seen.planned, kept) or target_in(seen.found, kept) if seen is not None and kept else None
        takes = meant is not None and CHANGE_KINDS[kind].takes(meant)
        self.plan_change(kind, kept if takes else part_id)

    def open_card(self, change_id: str) -> None:
        """Opens a change and goes to its first field."""
        self.drawer.open()
        self._show_card(change_id)
        card = self.cards.get(change_id)
        if card is not None:
            card.setFocus()

    def _show_card(self, change_id: str) -> None:
        """Opens a change, where it can be seen."""
        self.session.open_up(change_id)
        self._make_cards(change_id)
        # Once it has its place and its height.
        QTimer.singleShot(0, partial(self._scroll_to, change_id))

    def _on_picked(self, part_id: str) -> None:
        """What was clicked in the drawing and belongs to a change: its card, beside the drawing and not over it.

        While a change for some fronts is open, a front is taken in or left out instead.
        """
        open_one = self.session.view.open_change
        if takes_some(self.session.project, open_one) and pick_pointed(self.session, open_one, part_id):
            return
        change = self.session.project.change(piece_of(part_id))
        if change is not None and not self.drawer.is_drawer:
            self._show_card(change.id)

    def _scroll_to(self, change_id: str) -> None:
        card = self.cards.get(change_id)
        if card is not None:
            # All of it where there is room, its head in any case.
            bar, top, room = self._area.verticalScrollBar(), card.y() - t.px(8), self._area.viewport().height()
            bar.setValue(min(top, max(bar.value(), card.y() + card.height() + t.px(8) - room)))

    # What is shown

    def refresh(self) -> None:
        """One card for each change, in order; cards that are there are kept, so that typing goes on."""
        project = self.session.project
        known = [c for c in project.changes if not isinstance(c, UnknownChange)]
        # By what it is as well: after undo another change may have the same id.
        same = {c.id for c in known if c.id in self.cards and self.cards[c.id].kind is type(c)}
        for gone in set(self.cards) - same:
            card = self.cards.pop(gone)
            self._cards.removeWidget(card)
            card.hide()
            card.deleteLater()
        for change in known:
            if change.id in self.cards:
                self.cards[change.id].refresh()
        self._make_cards(self.session.view.open_change)
        self._on_scrolled()
        self._empty.setVisible(not known)
        self.add.setEnabled(self.session.plan is not None)
        self._refresh_common()

    def _make_cards(self, wanted: str = "") -> None:
        """The cards that are to be there and are not yet; also that of the change `wanted`."""
        known = [c for c in self.session.project.changes if not isinstance(c, UnknownChange)]
        place = 0
        for k, change in enumerate(known):
            card = self.cards.get(change.id)
            if card is None and (k < self._up_to or change.id == wanted):
                card = self.cards[change.id] = ChangeCard(self.session, change)
                card.outline_wanted.connect(self.outline_wanted)
            if card is not None:
                if self._cards.indexOf(card) != place:
                    self._cards.insertWidget(place, card)
                place += 1

    def _on_scrolled(self, *_to: int) -> None:
        if self._up_to < len(self.session.project.changes):
            # Once all have their places.
            self._more.start(0)

    def _make_more(self) -> None:
        """Until those there are go on well below what is seen."""
        bar = self._area.verticalScrollBar()
        if self.isVisible() and bar.value() > bar.maximum() - self._area.height():
            self._up_to += MORE_CARDS
            self._make_cards()
            self._on_scrolled()

    def _refresh_common(self) -> None:
        """Findings that belong to no single change."""
        plan = self.session.plan
        self._common.refresh(
            f
            for f in (plan.findings if plan else ())
            # Those of the finish stand with their zone.
            if (not f.change_id and not f.zone) or f.code == "cannot_be_built"
        )

    def _on_pointed(self, _part: str) -> None:
        for card in self.cards.values():
            card.refresh_number()

    def _on_previewed(self) -> None:
        """While a size is dragged, the open card follows; everything else waits until it is let go."""
        card = self.cards.get(self.session.view.open_change)
        if card is not None:
            card.refresh_fields()

    def begin(self) -> None:
        """Where the keyboard starts on this screen."""
        self.area.view.setFocus()
