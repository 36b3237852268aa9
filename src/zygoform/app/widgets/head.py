"""The head strip: the piece, its sizes, undo, redo, units."""

from PySide6.QtCore import QEvent, QObject, QSize, Qt
from PySide6.QtGui import QAction, QResizeEvent
from PySide6.QtWidgets import QComboBox, QHBoxLayout, QMenu, QPushButton, QStyleOptionButton, QToolButton, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import icon
from zygoform.app.theme.plain import tool_tip, unmarked
from zygoform.app.widgets.busy import Busy
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import ComboBox, label
from zygoform.core.edits.workshop import set_fraction, set_unit
from zygoform.core.form.piece import over_all

_FRACTIONS = (8, 16, 32, 64)
_ROOMY = 820
"""In less room the sizes beside the name are left out."""
_WIDE, _TIGHT = 1040, 640
"""In less room the variant's name stands on Compare only."""
_BUSY = 300
"""How much room it takes to tell what is worked out."""


class _NameButton(QPushButton):
    """The piece's name; in little room its beginning and three dots."""

    def minimumSizeHint(self) -> QSize:
        least = super().minimumSizeHint()
        return QSize(min(t.px(120), least.width()), least.height())

    def initStyleOption(self, option: QStyleOptionButton) -> None:
        super().initStyleOption(option)
        room = self.width() - self.iconSize().width() - t.px(14)
        words = self.fontMetrics().elidedText(self.text(), Qt.TextElideMode.ElideRight, room)
        option.text = words


class HeadStrip(QWidget):
    """The name opens the file menu; on the right what concerns every screen."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self.setFixedHeight(t.px(t.HEAD))
        self.name = _NameButton()
        self.name.setObjectName("piece_menu")
        self.name.setProperty("kind", "piece")
        self.name.setIcon(icon("down"))
        self.name.setLayoutDirection(Qt.LayoutDirection.RightToLeft)
        self.menu = QMenu(self)
        self.menu.setObjectName("file_menu")
        # Its button has its arrow behind the name; the menu reads as any other.
        self.menu.setLayoutDirection(Qt.LayoutDirection.LeftToRight)
        self.name.setMenu(self.menu)
        self.sizes = label("", "second")
        self.state = label("", "small")
        self.state.setObjectName("save_state")
        self.undo, self.redo = QToolButton(), QToolButton()
        for button in (self.undo, self.redo):
            button.setProperty("kind", "plain")
        self.fraction = ComboBox()
        self.fraction.setObjectName("fraction")
        self.fraction.setAccessibleName("Finest fraction")
        self.fraction.setToolTip("Finest fraction shown and cut to")
        for denominator in _FRACTIONS:
            self.fraction.addItem(f'1/{denominator}"', denominator)
        self.fraction.activated.connect(self._set_fraction)
        self.units = Segments("units", [("inch", "inch"), ("mm", "mm")])
        self.units.chosen.connect(lambda system: session.try_do(lambda p: set_unit(p, system)))
        row = QHBoxLayout(self)
        row.setContentsMargins(t.MARGIN - 7, 0, t.MARGIN, 0)
        row.setSpacing(8)
        row.addWidget(self.name)
        row.addWidget(self.sizes)
        row.addStretch(1)
        self.compare = QToolButton()
        self.compare.setObjectName("compare")
        self.compare.setProperty("kind", "plain")
        self.compare.setIcon(icon("compare"))
        self.compare.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
        self.compare.setToolTip("Variants side by side (Alt+V)")
        row.addWidget(self.compare)
        self.busy = Busy(session)
        self.busy.installEventFilter(self)
        row.addWidget(self.busy)
        for widget in (self.state, self.undo, self.redo, self.fraction, self.units):
            row.addWidget(widget)
        self._warning = ""
        session.changed.connect(self.refresh)
        self.refresh()

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        roomy = self.width() >= t.px(_ROOMY)
        self.sizes.setVisible(roomy)
        self.busy.be_short(short=self.width() < t.px(_ROOMY))
        self._tell_state()
        self._tell_variant()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        """While it is told what is worked out, there is less room."""
        if watched is self.busy and event.type() in (QEvent.Type.ShowToParent, QEvent.Type.HideToParent):
            self._tell_variant()
        return super().eventFilter(watched, event)

    def _tell_variant(self) -> None:
        need = _WIDE if self.busy.isHidden() else _WIDE + _BUSY
        wide = self.width() >= t.px(need)
        beside = Qt.ToolButtonStyle.ToolButtonTextBesideIcon
        self.compare.setToolButtonStyle(beside if wide else Qt.ToolButtonStyle.ToolButtonIconOnly)

    def warn(self, words: str) -> None:
        """What stands beside the name for as long as it is so; nothing takes it away."""
        self._warning = words
        self.refresh()

    def give(self, undo: QAction, redo: QAction) -> None:
        """Puts the actions on their buttons."""
        self.undo.setDefaultAction(undo)
        self.redo.setDefaultAction(redo)

    def _set_fraction(self) -> None:
        denominator = self.fraction.currentData()
        self.session.try_do(lambda project: set_fraction(project, denominator))

    def refresh(self) -> None:
        """Shows what the document says."""
        session, plan = self.session, self.session.plan
        self.name.setText(unmarked(session.project.name or "New piece"))
        self.name.setAccessibleName(f"{session.project.name or 'New piece'}: file menu")
        self.name.setToolTip(tool_tip(session.project.name or "New piece"))
        if plan is not None:
            sizes = over_all(plan.piece(session.view.shown))
            whole = len(plan.pieces) > 1 and not session.view.shown
            self.sizes.setText(
                f"{len(plan.pieces)} pieces"
                if whole
                else " × ".join(session.unit.show(size).rstrip('"') for size in sizes) + self._mark()
            )
        else:
            self.sizes.setText("")
        self.compare.setEnabled(plan is not None)
        several = len(session.project.variants) > 1
        words = f"Compare: {session.project.variant.name}" if several else "Compare"
        self.compare.setText(unmarked(words))
        self.compare.setAccessibleName(words)
        state = "not saved yet" if session.is_dirty else "saved" if session.path else ""
        self.state.setText(self._warning if session.is_dirty and self._warning else state)
        self._tell_state()
        self.units.set_value(session.unit.system)
        self.fraction.setCurrentIndex(self.fraction.findData(session.unit.denominator))
        self.fraction.setVisible(session.unit.system == "inch")

    def _tell_state(self) -> None:
        """In very little room the title of the window alone says that something is not saved; never a warning."""
        tight = self.width() < t.px(_TIGHT)
        self.state.setVisible(not tight or bool(self._warning and self.session.is_dirty))

    def _mark(self) -> str:
        return '" as found' if self.session.unit.system == "inch" else " as found"


# Which piece of a set is on screen.


class PieceChoice(ComboBox):
    """The names of all pieces, and all of them together; not there while there is only one."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._entries: list[tuple[str, str]] = []
        self.setObjectName("piece_shown")
        self.setAccessibleName("Piece on screen")
        self.setSizeAdjustPolicy(QComboBox.SizeAdjustPolicy.AdjustToContents)
        self.activated.connect(lambda _row: session.show_piece(self.currentData()))
        session.changed.connect(self.refresh)
        self.refresh()

    def refresh(self) -> None:
        """Shows what the document says."""
        plan = self.session.plan
        pieces = plan.pieces if plan is not None else ()
        entries = [("All together", ""), *((piece.name, piece.id) for piece in pieces)]
        if entries != self._entries:
            self._entries = entries
            self.clear()
            for name, piece_id in entries:
                self.addItem(name, piece_id)
        self.setCurrentIndex(max(0, self.findData(self.session.view.shown)))
        self.setVisible(len(pieces) > 1)
