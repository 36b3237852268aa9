"""An opening measured at three heights, three places across and both ways from corner to corner."""

from PySide6.QtWidgets import QGridLayout, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.fields import Field, label, written
from zygoform.app.widgets.findings import wrapped
from zygoform.core.edits.fronts import set_opening_reading
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import FormOpening
from zygoform.core.form.opening_readings import ACROSS, DIAGONALS, UP, OpeningReadings
from zygoform.core.measure.param import param
from zygoform.core.tolerance import TAPE_MM

WORDS = {
    "across_top": "top",
    "across_middle": "middle",
    "across_bottom": "bottom",
    "up_left": "left",
    "up_middle": "middle",
    "up_right": "right",
    "rising": "rising to the right",
    "falling": "falling to the right",
    "play": "Clearance, total",
}


class OpeningReadingsPanel(QWidget):
    """Eight readings behind a button, and what they come to."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session = session
        self._opening: FormOpening | None = None
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(6)
        self.more = QPushButton("Measure it closely")
        self.more.setObjectName("opening_closely")
        self.more.setCheckable(True)
        self.more.setToolTip("Three times across, three times up, both diagonals: tells what goes in for sure")
        self.more.toggled.connect(self._fold)
        column.addWidget(self.more)
        self._body = QWidget()
        inner = QVBoxLayout(self._body)
        inner.setContentsMargins(0, 0, 0, 0)
        inner.setSpacing(6)
        self.fields: dict[str, Field] = {}
        for title, names in (("Across", ACROSS), ("Up", UP), ("Corner to corner", DIAGONALS)):
            inner.addWidget(label(title, "second"))
            grid = QGridLayout()
            grid.setHorizontalSpacing(8)
            for k, name in enumerate(names):
                self.fields[name] = self._field(name)
                self.fields[name].line.setProperty("tight", len(names) == 3)
                grid.addWidget(self.fields[name], 0, k)
                grid.setColumnStretch(k, 1)
            inner.addLayout(grid)
        self.fields["play"] = self._field("play")
        inner.addWidget(self.fields["play"])
        self.says = wrapped("", "second")
        self.says.setObjectName("opening_fits")
        inner.addWidget(self.says)
        column.addWidget(self._body)
        self._body.hide()

    def _field(self, name: str) -> Field:
        session, entry = self.session, param(OpeningReadings, name)
        field = Field(
            session,
            f"opening_{name}",
            WORDS[name],
            lambda text: session.do(lambda p: set_opening_reading(p, self._id, name, text)),
            steps=True,
        )
        field.line.setAccessibleName(f"{entry.group}: {entry.label.lower()}" if entry.group else entry.label)
        field.line.setToolTip(entry.hint.capitalize())
        return field

    @property
    def _id(self) -> str:
        return self._opening.id if self._opening is not None else ""

    def _fold(self, open_: bool) -> None:
        self._body.setVisible(open_)

    def show_opening(self, opening: FormOpening) -> None:
        """The readings of one opening; they stand open where there are some."""
        other = self._opening is None or self._opening.id != opening.id
        self._opening = opening
        close = opening.readings or OpeningReadings()
        if other:
            self.more.setChecked(opening.readings is not None)
        x0, z0, x1, z1 = opening.rect
        across, up = x1 - x0, z1 - z0
        hints = (
            dict.fromkeys(ACROSS, across)
            | dict.fromkeys(UP, up)
            | dict.fromkeys(DIAGONALS, (across**2 + up**2) ** 0.5)
        )
        unit = self.session.unit
        for name, hint in hints.items():
            self.fields[name].show_value(written(getattr(close, name), unit), hint=unit.show(hint))
        self.fields["play"].show_value(unit.show(close.play))
        self.says.setText(self._words(close))

    def _words(self, close: OpeningReadings) -> str:
        show, down = self.session.unit.show, self.session.unit.show_down
        try:
            sure = close.usable()
        except BadInputError as refused:
            return self.session.fault(refused)
        if sure is not None:
            side = "right" if sure.lean > 0 else "left"
            leans = "stands square" if abs(sure.lean) < 0.05 else f"leans {abs(sure.lean):.1f}° to the {side}"
            fits = f"Sure to go in: {down(sure.width)} × {down(sure.height)}"
            tape = f"each reading taken {show(TAPE_MM)} short or long, as a tape may be read"
            loose = f"With play: {down(sure.width - close.play)} × {down(sure.height - close.play)}"
            return f"{fits} ({tape}). {loose}. It {leans}. What goes over it: {self._largest(close)}."
        if close.is_empty:
            return "A box out of square is smaller than its smallest sizes. The diagonals tell."
        across, up = close.smallest
        known = " × ".join(down(size) for size in (across, up) if size is not None)
        still = ", ".join(f"{param(OpeningReadings, n).group.lower()} {WORDS[n]}" for n in close.missing)
        return f"Smallest {known or show(0)}. To be sure what goes in, still to measure: {still}."

    def _largest(self, close: OpeningReadings) -> str:
        show = self.session.unit.show
        return " × ".join(show(size) for size in close.largest if size is not None)
