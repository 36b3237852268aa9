"""A judgement with its reason and its remedy."""

from collections.abc import Callable, Iterable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QFrame, QHBoxLayout, QLabel, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.look import pixmap
from zygoform.app.widgets.fields import empty, label
from zygoform.core.edits.planning import apply_fix
from zygoform.core.measure.write import in_unit
from zygoform.core.outcome.cautions import Caution
from zygoform.core.outcome.outcome import Finding


def _sign(name: str, colour: str) -> QLabel:
    made = QLabel()
    made.setPixmap(pixmap(name, colour, t.px(20)))
    made.setFixedWidth(t.px(26))
    made.setAlignment(Qt.AlignmentFlag.AlignTop)
    return made


def wrapped(words: str, kind: str = "") -> QLabel:
    """A label that breaks its lines."""
    made = label(words, kind)
    made.setWordWrap(True)
    return made


class FindingBox(QFrame):
    """What, why, and one button for each remedy. Pointing at it lights the parts it concerns."""

    def __init__(self, session: Session, finding: Finding, parent: QWidget | None = None) -> None:
        super().__init__(parent)
        self._session, self._finding = session, finding
        self.setObjectName(f"finding_{finding.code}")
        self.setProperty("kind", "finding")
        self.setAccessibleName(session.show(finding.what))
        row = QHBoxLayout(self)
        row.setContentsMargins(12, 10, 10, 10)
        row.setSpacing(4)
        row.addWidget(_sign(finding.weight, t.RED if finding.weight == "stop" else t.OCHRE))
        column = QVBoxLayout()
        column.setSpacing(4)
        column.addWidget(wrapped(session.show(finding.what), "strong"))
        column.addWidget(wrapped(session.show(finding.why)))
        for remedy in finding.fixes:
            button = QPushButton(session.show(remedy.label))
            button.setObjectName(f"remedy_{finding.code}")
            button.clicked.connect(self._settle(remedy))
            column.addWidget(button, 0, Qt.AlignmentFlag.AlignLeft)
        row.addLayout(column, 1)

    def _settle(self, remedy: object) -> Callable[[], object]:
        return lambda: self._session.try_do(lambda project: apply_fix(project, remedy, self._session.planned))  # type: ignore[arg-type]

    def enterEvent(self, event: object) -> None:
        del event
        if self._finding.where:
            self._session.hover(self._finding.where[0])

    def leaveEvent(self, event: object) -> None:
        del event
        self._session.hover("")


class CautionLine(QWidget):
    """A caution in general words, beside the step it belongs to."""

    def __init__(self, session: Session, caution: Caution) -> None:
        super().__init__()
        self.setObjectName(f"caution_{caution.code}")
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 2, 0, 2)
        row.setSpacing(2)
        row.addWidget(_sign("mind", t.INK2))
        words = wrapped(f"<b>{caution.title}.</b> {in_unit(caution.text, session.unit.system)}", "second")
        words.setTextFormat(Qt.TextFormat.RichText)
        row.addWidget(words, 1)


class Judgements(QWidget):
    """A column of findings and cautions, made anew only when they differ from what is shown."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        self._shown: object = None
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 0, 0)
        self._column.setSpacing(8)
        self.hide()

    def refresh(self, findings: Iterable[Finding], cautions: Iterable[Caution] = ()) -> None:
        """Shows these; takes no room where there are none."""
        now = (tuple(findings), tuple(cautions), self._session.unit)
        if self._shown == now:
            return
        self._shown = now
        empty(self._column)
        for finding in now[0]:
            self._column.addWidget(FindingBox(self._session, finding))
        for caution in now[1]:
            self._column.addWidget(CautionLine(self._session, caution))
        self.setVisible(bool(now[0] or now[1]))
