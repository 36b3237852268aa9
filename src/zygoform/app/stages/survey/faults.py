"""What is wrong with the piece, part by part, and what is done about it."""

from collections.abc import Callable
from functools import partial

from PySide6.QtCore import Qt, QTimer
from PySide6.QtWidgets import QFrame, QHBoxLayout, QMenu, QPushButton, QSizePolicy, QVBoxLayout, QWidget

from zygoform.app.canvas.looking_in import shut_place
from zygoform.app.session import Session
from zygoform.app.stages.survey.fault_card import FaultCard
from zygoform.app.widgets.fields import ComboBox, empty, label
from zygoform.app.widgets.findings import wrapped
from zygoform.core.condition.faults import FAULT_KINDS
from zygoform.core.condition.materials import MATERIALS, Material
from zygoform.core.drawing.views import VIEWS, pin_on
from zygoform.core.edits.condition import add_fault, set_made_of
from zygoform.core.form.form import Board
from zygoform.core.ids import own_of, piece_of

UNKNOWN = "not known"

MOST_CARDS = 24
"""So many faults are listed at once."""


def board_meant(session: Session) -> Board | None:
    """The board that is kept; of an opening the front that closes it."""
    seen = session.seen()
    if seen is None or not session.view.selected:
        return None
    own = own_of(session.view.selected)
    ids = (
        session.view.selected,
        f"{piece_of(session.view.selected)}/front/{own}",
        f"{piece_of(session.view.selected)}/apron/{own}",
    )
    return next((board for part in ids if (board := seen.found.board(part)) is not None), None)


class FaultsPanel(QWidget):
    """The part that is kept: what it is made of, a fault here; below, all faults of the piece."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.cards: dict[str, FaultCard] = {}
        self._said = -1
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(8)
        self.part = label("", "strong")
        self.idle = wrapped(
            "Click a part on the drawing: say what it is made of, and what is wrong with it.", "second"
        )
        column.addWidget(self.part)
        column.addWidget(self.idle)
        self._body = QWidget()
        inner = QVBoxLayout(self._body)
        inner.setContentsMargins(0, 0, 0, 0)
        inner.setSpacing(6)
        self._made_of(inner)
        self.add = QPushButton("Note a fault here")
        self.add.setObjectName("fault_add")
        self.add.setProperty("kind", "strong")
        self.add.clicked.connect(lambda _checked=False: self.open_kinds())
        inner.addWidget(self.add, 0, Qt.AlignmentFlag.AlignLeft)
        column.addWidget(self._body)
        self.count = label("", "strong")
        column.addSpacing(4)
        column.addWidget(self.count)
        self._list = QVBoxLayout()
        self._list.setSpacing(8)
        column.addLayout(self._list)

    def _made_of(self, column: QVBoxLayout) -> None:
        row = QHBoxLayout()
        self.material = ComboBox()
        self.material.setObjectName("made_of")
        self.material.setSizePolicy(QSizePolicy.Policy.Ignored, QSizePolicy.Policy.Fixed)
        self.material.setAccessibleName("Made of")
        self.material.addItem(UNKNOWN, "")
        for material in MATERIALS.values():
            self.material.addItem(material.title, material.code)
        self.material.activated.connect(lambda _row: self._set_material())
        self.tell = QPushButton("How to identify it")
        self.tell.setObjectName("made_of_guide")
        self.tell.setCheckable(True)
        self.tell.setProperty("kind", "plain")
        self.tell.toggled.connect(lambda _on: self._say_material())
        row.addWidget(label("Made of", "second"))
        row.addWidget(self.material, 1)
        column.addLayout(row)
        column.addWidget(self.tell, 0, Qt.AlignmentFlag.AlignLeft)
        self.guide = QFrame()
        self.guide.setObjectName("material_guide")
        self._guide = QVBoxLayout(self.guide)
        self._guide.setContentsMargins(0, 0, 0, 0)
        self._guide.setSpacing(3)
        column.addWidget(self.guide)

    def _set_material(self) -> None:
        board = board_meant(self.session)
        if board is not None:
            chosen = self.material.currentData()
            self.session.try_do(lambda project: set_made_of(project, (board.id,), chosen))

    def _say_material(self) -> None:
        """What the material allows; how to tell it, or where it is not known, each of them."""
        empty(self._guide)
        self._said = self.material.currentIndex()
        material = MATERIALS.get(self.material.currentData() or "")
        if material is not None:
            allows = wrapped(_allows(material), "second")
            allows.setTextFormat(Qt.TextFormat.RichText)
            self._guide.addWidget(allows)
        if self.tell.isChecked():
            for one in (material,) if material is not None else tuple(MATERIALS.values()):
                words = wrapped(f"<b>{one.title}.</b> {' '.join(one.signs)}", "small")
                words.setTextFormat(Qt.TextFormat.RichText)
                self._guide.addWidget(words)
        self.guide.setVisible(self._guide.count() > 0)

    def open_kinds(self) -> None:
        """The kinds of fault, in groups."""
        board = board_meant(self.session)
        if board is None:
            return
        menu = QMenu(self)
        menu.setObjectName("fault_menu")
        menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
        for kind in FAULT_KINDS.values():
            group = menu.findChild(QMenu, f"faults_{kind.group}")
            if not isinstance(group, QMenu):
                group = menu.addMenu(kind.group)
                group.setObjectName(f"faults_{kind.group}")
            action = group.addAction(kind.title)
            action.setObjectName(f"fault_{kind.code}")
            action.triggered.connect(partial(self._add, kind.code))
        # Once the panel has its place: it may have come on screen just now.
        QTimer.singleShot(0, partial(self._pop_up, menu))

    def _pop_up(self, menu: QMenu) -> None:
        menu.popup(self.add.mapToGlobal(self.add.rect().bottomLeft()))
        menu.setActiveAction(menu.actions()[0])

    def _add(self, kind: str, _checked: bool = False) -> None:
        self.add_here(kind)

    def add_here(self, kind: str) -> None:
        """A fault on the part that is kept, where it was clicked."""
        board, seen = board_meant(self.session), self.session.seen()
        if board is None or seen is None:
            return
        spot = self.session.view.spot
        place, point = spot if spot is not None else (self.session.view.viewpoint, None)
        dx, dy, dz = seen.moved(piece_of(board.id))
        x, y, z = pin_on(board, VIEWS[place], point)
        at = shut_place(self.session, board.id, (x - dx, y - dy, z - dz))
        before = set(self._faults())
        if not self.session.try_do(lambda p: add_fault(p, board.id, kind, at)):
            return
        new = next((f for f in self._faults() if f not in before), "")
        self.session.select(board.id, new)
        card = self.cards.get(new)
        if card is not None:
            card.begin()

    def _faults(self) -> dict[str, str]:
        """The faults of what is on screen, each with its part."""
        seen, plan = self.session.seen(), self.session.plan
        if seen is None or plan is None:
            return {}
        pieces = dict.fromkeys(body.piece_id for body in seen.found.bodies)
        return {fault.id: fault.part for piece_id in pieces for fault in plan.condition.faults_of(piece_id)}

    def refresh(self) -> None:
        """Shows the part that is kept, and all faults."""
        session, board = self.session, board_meant(self.session)
        self.idle.setVisible(board is None)
        self._body.setVisible(board is not None)
        self.part.setText(board.name if board is not None else "Faults and materials")
        if board is not None:
            piece = session.project.known(piece_of(board.id))
            made = next((m for m in piece.made_of if m.part == board.id), None) if piece is not None else None
            at = self.material.findData(made.material if made is not None else "")
            self.material.setCurrentIndex(at)
            if self._said != at:
                self._say_material()
        faults = self._faults()
        many, chosen = len(faults), session.view.selected_fault
        # More cards than anyone reads are not made; the one that is meant always is.
        shown = [*list(faults)[:MOST_CARDS], *([chosen] if chosen in faults else [])]
        faults = {own: faults[own] for own in dict.fromkeys(shown)}
        for gone in {own for own, card in self.cards.items() if own not in faults or not card.is_current}:
            card = self.cards.pop(gone)
            self._list.removeWidget(card)
            card.hide()
            card.deleteLater()
        for fault_id in faults:
            if fault_id not in self.cards:
                self.cards[fault_id] = FaultCard(session, fault_id)
                self._list.addWidget(self.cards[fault_id])
            self.cards[fault_id].refresh()
        more = f"; the first {MOST_CARDS} are listed, and one you point at" if many > MOST_CARDS else ""
        self.count.setText(f"{many} fault{'s' * (many != 1)}{more}" if many else "")

    def menu(self, part_id: str, show: Callable[[], None]) -> list[tuple[str, Callable[[], object]]]:
        """What the right click and Enter offer on a part."""

        def here() -> None:
            self.session.select(part_id)
            show()
            self.open_kinds()

        return [("Note a fault here…", here)]


def _allows(material: Material) -> str:
    words = (("Sand", material.sand), ("Stain", material.stain), ("Screw", material.screw), ("Cut", material.cut))
    return "<br>".join(f"<b>{what}</b> {verdict}{', ' + why if why else ''}." for what, (verdict, why) in words)
