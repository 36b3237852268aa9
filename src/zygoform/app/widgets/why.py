"""Why: what a number is made of, in one to three lines; pointing at it lights the places."""

from collections.abc import Iterable

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.widgets.fields import empty
from zygoform.app.widgets.findings import wrapped
from zygoform.core.why.why import Why


class WhyLine(QWidget):
    """One answer. It can be reached by keyboard, and lights its places while it is pointed at or focused."""

    def __init__(self, session: Session, why: Why) -> None:
        super().__init__()
        self._session, self.why = session, why
        self.setFocusPolicy(Qt.FocusPolicy.TabFocus)
        self.setObjectName("why_line")
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 4, 0, 6)
        column.setSpacing(1)
        words = [words[:1].upper() + words[1:] for line in why.lines if (words := session.show(line))]
        self.setAccessibleName(". ".join(words))
        for k, line in enumerate(words):
            column.addWidget(wrapped(line, "why" if k == 0 else "second"))

    def enterEvent(self, event: object) -> None:
        del event
        self._session.highlight(self.why.where)

    def leaveEvent(self, event: object) -> None:
        del event
        self._session.highlight(())

    def focusInEvent(self, event: object) -> None:
        del event
        self._session.highlight(self.why.where)
        self.setProperty("lit", True)

    def focusOutEvent(self, event: object) -> None:
        del event
        self._session.highlight(())


class WhyPanel(QWidget):
    """Answers for what is pointed at, made anew only when they differ."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self._session = session
        self._shown: object = None
        self.setObjectName("why_panel")
        self._column = QVBoxLayout(self)
        self._column.setContentsMargins(0, 0, 10, 0)
        self._column.setSpacing(2)

    def refresh(self, whys: Iterable[Why | None], idle: str) -> None:
        """Shows these answers, or what to do to get some."""
        now = (tuple(why for why in whys if why is not None), self._session.unit)
        if now == self._shown:
            return
        self._shown = now
        empty(self._column)
        for why in now[0]:
            self._column.addWidget(WhyLine(self._session, why))
        if not now[0]:
            self._column.addWidget(wrapped(idle, "second"))
        self._column.addStretch(1)
