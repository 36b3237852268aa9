"""One fault: its sizes, and the ways to deal with it, each with what it needs."""

from PySide6.QtCore import Qt
from PySide6.QtGui import QKeyEvent, QMouseEvent
from PySide6.QtWidgets import QFrame, QGridLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.fields import Field, restyle, written
from zygoform.app.widgets.findings import CautionLine, wrapped
from zygoform.core.changes.registry import made
from zygoform.core.condition.condition import Fault
from zygoform.core.condition.faults import FAULT_KINDS, FaultKind, Remedy
from zygoform.core.edits.condition import (
    find_fault,
    mend,
    remove_fault,
    set_fault_count,
    set_fault_note,
    set_fault_size,
    unmend,
)
from zygoform.core.errors import BadInputError
from zygoform.core.measure.write import DisplayUnit
from zygoform.core.outcome.cautions import CAUTIONS
from zygoform.core.outcome.outcome import needs
from zygoform.core.piecemeal import at_once
from zygoform.core.project import Project


class FaultCard(QFrame):
    """Closed, one line; open, sizes and remedies. Click or Enter opens it, Del takes the fault away."""

    def __init__(self, session: Session, fault_id: str) -> None:
        super().__init__()
        self.session, self.fault_id = session, fault_id
        fault = self._fault()
        self.kind = fault.kind if fault is not None else ""
        self.setObjectName(f"card_{fault_id}")
        self.setProperty("kind", "finding")
        self.setFocusPolicy(Qt.FocusPolicy.StrongFocus)
        self.title, self.summary = wrapped("", "strong"), wrapped("", "small")
        column = QVBoxLayout(self)
        column.setContentsMargins(12, 8, 12, 8)
        column.setSpacing(6)
        column.addWidget(self.title)
        column.addWidget(self.summary)
        self._body: QWidget | None = None
        self._showed: tuple[Project, DisplayUnit, bool] | None = None
        self.fields: dict[str, Field] = {}
        self.remedies: dict[str, QPushButton] = {}
        self.needs: dict[str, QLabel] = {}
        self._column = column

    @property
    def is_open(self) -> bool:
        return self.session.view.selected_fault == self.fault_id

    @property
    def is_current(self) -> bool:
        """Whether the fault is still what it was: after undo another one may have its id."""
        fault = self._fault()
        return fault is not None and fault.kind == self.kind

    def _fault(self) -> Fault | None:
        try:
            return find_fault(self.session.project, self.fault_id)[1]
        except BadInputError:
            return None

    def open(self) -> None:
        """Shows this fault, lit on the drawing."""
        fault = self._fault()
        if fault is not None:
            self.session.select(fault.part, self.fault_id)

    def begin(self) -> None:
        """To the first thing to fill in."""
        self.open()
        first = next(iter(self.fields.values()), None)
        (first.line if first is not None else self).setFocus()

    def refresh(self) -> None:
        """Shows what the document says; does nothing while that is the same."""
        now = (self.session.project, self.session.unit, self.is_open)
        if self._showed is not None and self._showed[0] is now[0] and self._showed[1:] == now[1:]:
            return
        self._showed = now
        fault = self._fault()
        kind = FAULT_KINDS.get(fault.kind) if fault is not None else None
        if fault is None:
            return
        planned = self.session.project.mend_of(fault.id)
        title = kind.title if kind is not None else "Fault of a newer version"
        count = f"{fault.count} × " if fault.count > 1 else ""
        remedy = next((r for r in kind.remedies if planned and r.code == planned.remedy), None) if kind else None
        self.title.setText(f"{count}{title}, {self._part_name(fault).lower()}")
        self.summary.setText(remedy.title if remedy is not None else "not decided")
        self.setAccessibleName(f"{self.title.text()}: {self.summary.text()}")
        self.setProperty("kind", "change" if remedy is not None else "finding")
        restyle(self)
        if self.is_open and self._body is None and kind is not None:
            self._build(kind)
        if self._body is not None:
            self._body.setVisible(self.is_open)
            if self.is_open and kind is not None:
                self._refresh_body(fault, kind)

    def _part_name(self, fault: Fault) -> str:
        plan = self.session.plan
        board = plan.found.board(fault.part) if plan is not None else None
        return board.name if board is not None else "a part that is gone"

    def _build(self, kind: FaultKind) -> None:
        self._body = QWidget()
        inner = QVBoxLayout(self._body)
        inner.setContentsMargins(0, 0, 0, 0)
        inner.setSpacing(6)
        grid = QGridLayout()
        grid.setHorizontalSpacing(8)
        self.fields = {ask.name: self._field(ask.name, ask.label) for ask in kind.asks}
        if kind.counted:
            self.fields["count"] = self._field("count", kind.counted)
        across = 3 if len(self.fields) == 3 else 2
        for k, field in enumerate(self.fields.values()):
            field.line.setProperty("tight", across == 3)
            grid.addWidget(field, k // across, k % across)
            grid.setColumnStretch(k % across, 1)
        inner.addLayout(grid)
        for remedy in kind.remedies:
            self._remedy(remedy, inner)
        for code in kind.cautions:
            inner.addWidget(CautionLine(self.session, CAUTIONS[code]))
        self.note = self._field("note", "Note")
        inner.addWidget(self.note)
        away = QPushButton("Take this fault away")
        away.setObjectName(f"{self.fault_id}_away")
        away.setProperty("kind", "link")
        away.clicked.connect(lambda: self.session.try_do(lambda p: remove_fault(p, self.fault_id)))
        inner.addWidget(away, 0, Qt.AlignmentFlag.AlignLeft)
        self._column.addWidget(self._body)

    def _field(self, name: str, title: str) -> Field:
        fault_id, session = self.fault_id, self.session

        def enter(text: str) -> None:
            if name == "count":
                session.do(lambda p: set_fault_count(p, fault_id, text))
            elif name == "note":
                session.do(lambda p: set_fault_note(p, fault_id, text))
            else:
                session.do(lambda p: set_fault_size(p, fault_id, name, text))

        return Field(session, f"{fault_id}_{name}", title, enter, steps=name not in ("count", "note"))

    def _remedy(self, remedy: Remedy, column: QVBoxLayout) -> None:
        """A button to choose it, and under it when it is right and what it needs."""
        button = QPushButton(remedy.title)
        button.setObjectName(f"{self.fault_id}_{remedy.code}")
        button.setCheckable(True)
        button.clicked.connect(lambda _checked=False: self._choose(remedy.code))
        words = wrapped("", "small")
        column.addWidget(button)
        column.addWidget(words)
        self.remedies[remedy.code] = button
        self.needs[remedy.code] = words

    def _choose(self, code: str) -> None:
        """Plans it; chosen again, nothing is decided any more."""
        planned = self.session.project.mend_of(self.fault_id)
        if planned is not None and planned.remedy == code:
            self.session.try_do(lambda p: unmend(p, self.fault_id))
        else:
            self.session.try_do(lambda p: mend(p, self.fault_id, code))
        self.refresh()

    def _refresh_body(self, fault: Fault, kind: FaultKind) -> None:
        unit = self.session.unit
        for ask in kind.asks:
            readings = getattr(fault, ask.name)
            guess = bool(readings) and all(r.source == "guessed" for r in readings)
            # Thinner than the tape's finest mark, it is said in mm.
            hint = f"{unit.show(ask.usual)}?" if ask.usual >= unit.step else f"{ask.usual:g} mm?"
            self.fields[ask.name].show_value(written(readings, unit), guess=guess, hint=hint)
        if kind.counted:
            self.fields["count"].show_value(str(fault.count))
        self.note.show_value(fault.note)
        planned = self.session.project.mend_of(fault.id)
        for remedy in kind.remedies:
            self.remedies[remedy.code].setChecked(planned is not None and planned.remedy == remedy.code)
            words = self.needs[remedy.code]
            words.setText(f"{remedy.why} {self._needs(remedy)}")

    def _needs(self, remedy: Remedy) -> str:
        """What the remedy comes to for this very fault: worked out, not written down."""
        time = [f"{remedy.minutes} min"] if remedy.minutes else []
        time += [f"then {remedy.wait:g} h of waiting"] if remedy.wait else []
        plan, project = self.session.plan, self.session.project
        if plan is None:
            return ""
        try:
            trial = mend(project, self.fault_id, remedy.code).project
            change = trial.mend_of(self.fault_id)
            work = made(change, plan.found, project.shop, plan.condition) if change is not None else None
            outcome = at_once(work) if work is not None else None
        except BadInputError as refused:
            return f"Not as it is: {self.session.fault(refused)}"
        things = (
            [] if outcome is None else [self.session.show(say) for say in needs(outcome, project.shop.cut_step)]
        )
        words = ", ".join([*things, *time])
        return f"Needs {words}." if words else ""

    def mousePressEvent(self, event: QMouseEvent) -> None:
        super().mousePressEvent(event)
        self.open()

    def keyPressEvent(self, event: QKeyEvent) -> None:
        if event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self.begin()
        elif event.key() == Qt.Key.Key_Delete:
            self.session.try_do(lambda p: remove_fault(p, self.fault_id))
        else:
            super().keyPressEvent(event)
