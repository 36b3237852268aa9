"""Which piece of a set is on screen."""

from PySide6.QtWidgets import QComboBox

from zygoform.app.session import Session
from zygoform.app.widgets.fields import ComboBox


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
