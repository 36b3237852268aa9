"""What the piece is for, and whether there is glass on it: asked once."""

from functools import partial

from PySide6.QtWidgets import QCheckBox, QGridLayout, QHBoxLayout, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.buttons import Segments
from zygoform.app.widgets.fields import Field, label
from zygoform.app.widgets.findings import wrapped
from zygoform.core.condition.use import PieceUse
from zygoform.core.edits.survey import say_glass, set_use
from zygoform.core.measure.param import params

ANSWERS = [("", "Not said"), ("yes", "Yes"), ("no", "No")]


class UsePanel(QWidget):
    """Ticks for what holds, what it carries and where, and the question of glass."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        column.addWidget(label("What it is for", "strong"))
        grid = QGridLayout()
        grid.setHorizontalSpacing(8)
        grid.setVerticalSpacing(2)
        self.ticks: dict[str, QCheckBox] = {}
        self.fields: dict[str, Field] = {}
        row = QHBoxLayout()
        row.setSpacing(8)
        for entry in params(PieceUse):
            if entry.unit == "switch":
                tick = QCheckBox(entry.label)
                tick.setObjectName(f"use_{entry.name}")
                tick.setToolTip(entry.hint.capitalize())
                tick.setMinimumHeight(t.px(28))
                tick.clicked.connect(lambda on, name=entry.name: self._tick(name, on))
                grid.addWidget(tick, len(self.ticks) // 2, len(self.ticks) % 2)
                self.ticks[entry.name] = tick
                continue
            field = Field(session, f"use_{entry.name}", entry.label, partial(self._enter, entry.name))
            field.line.setToolTip(entry.hint.capitalize())
            self.fields[entry.name] = field
            row.addWidget(field, 1)
        column.addLayout(grid)
        column.addLayout(row)
        column.addWidget(label("Any glass or mirror?", "strong"))
        self.glass = Segments("use_glass", ANSWERS)
        self.glass.setAccessibleName("Any glass or mirror?")
        self.glass.chosen.connect(lambda answer: session.try_do(lambda p: say_glass(p, answer, on=self._on())))
        column.addWidget(self.glass)
        self.mind = wrapped("", "second")
        self.mind.setObjectName("use_glass_mind")
        column.addWidget(self.mind)

    def _on(self) -> str:
        piece = self.session.piece
        return piece.id if piece is not None else ""

    def _tick(self, name: str, on: bool) -> None:
        self.session.try_do(lambda project: set_use(project, name, bool(on), on=self._on()))

    def _enter(self, name: str, text: str) -> None:
        self.session.do(lambda project: set_use(project, name, text, on=self._on()))

    def refresh(self) -> None:
        """Shows what is said of the piece on screen."""
        piece, plan = self.session.piece, self.session.plan
        if piece is None:
            return
        use = piece.use or PieceUse()
        for name, tick in self.ticks.items():
            tick.setChecked(getattr(use, name))
        weight = self.session.unit.show_weight(use.carries) if use.carries else ""
        self.fields["carries"].show_value(weight.replace("\u00a0", " "), hint="not said")
        self.fields["carries_where"].show_value(use.carries_where, hint="on the top")
        self.glass.set_value(piece.glass)
        made = {mark.part for mark in piece.made_of if mark.material == "glass"}
        boards = plan.found.boards if plan is not None else ()
        known = made or any(b.likely == "glass" for b in boards if b.id.startswith(f"{piece.id}/"))
        missing = (
            "Say which part it is: a door's frame holds it (click the door), or the part is made of it (Faults)."
        )
        words = {
            "yes": "It comes out first, taped, with two people." if known else missing,
            "": "Panes are often held by nothing but a bead or the back: look before you pull.",
        }
        self.mind.setText(words.get(piece.glass, ""))
        self.mind.setVisible(piece.glass in words)
