"""What a pattern's card has besides its fields: the gallery, and lines drawn by hand."""

from PySide6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.fields import Field, push_button
from zygoform.app.widgets.findings import wrapped
from zygoform.core.changes.patterning.entries import StripPattern
from zygoform.core.edits.planning import draw_line, erase_line, line_of_text
from zygoform.core.errors import BadInputError

_HOW = (
    "Drag on the fronts from end to end; on the first, where each has its own. "
    "Ends go to corners, middles and quarters, lines to the saw's stops."
)


class PatternTools(QWidget):
    """Opens the gallery; for lines of one's own draws them with the mouse, or takes them as typed."""

    def __init__(self, session: Session, change_id: str) -> None:
        super().__init__()
        self.session, self.change_id = session, change_id
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.gallery = push_button(f"gallery_{change_id}", "Choose from the gallery…", self._open_gallery)
        self.gallery.setToolTip("Patterns to start from, each as it would be on this piece")
        column.addWidget(self.gallery)
        self.lines = QWidget()
        inner = QVBoxLayout(self.lines)
        inner.setContentsMargins(0, 0, 0, 0)
        row = QHBoxLayout()
        self.draw = QPushButton("Draw lines")
        self.draw.setObjectName(f"draw_{change_id}")
        self.draw.setCheckable(True)
        self.draw.toggled.connect(self._draw)
        self.erase = push_button(f"erase_{change_id}", "Take the last away", self._erase)
        self.erase.setProperty("kind", "plain")
        row.addWidget(self.draw)
        row.addWidget(self.erase)
        inner.addLayout(row)
        inner.addWidget(wrapped(_HOW, "small"))
        self.typed = Field(session, f"line_{change_id}", "Or: from left; from below; to left; to below", self._type)
        inner.addWidget(self.typed)
        column.addWidget(self.lines)

    def refresh(self, change: StripPattern) -> None:
        """What fits the pattern as it is."""
        by_hand = change.family == "lines"
        self.lines.setVisible(by_hand)
        self.erase.setEnabled(bool(change.lines))
        # Opening another card ends it.
        self.draw.setChecked(by_hand and self.session.view.drawing_on == self.change_id)

    def _open_gallery(self) -> None:
        from zygoform.app.stages.redesign.gallery import PatternGallery

        PatternGallery(self.session, self.change_id, self.window()).open()

    def _draw(self, on: bool) -> None:
        self.session.view.drawing_on = self.change_id if on else ""
        if on and self.session.view.viewpoint not in ("front", "corner", "left_corner"):
            self.session.look_from(viewpoint="front")

    def _erase(self) -> None:
        self.session.try_do(lambda project: erase_line(project, self.change_id))

    def _type(self, text: str) -> None:
        if not text.strip():
            raise BadInputError("empty", "Four sizes with semicolons, as 0; 0; 12; 8.")
        line = line_of_text(text, self.session.unit.system)
        self.session.do(lambda project: draw_line(project, self.change_id, line))
        self.typed.line.clear()
