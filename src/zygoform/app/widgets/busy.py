"""Long work: what is done, how far it is, and a way to stop it."""

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QHBoxLayout, QProgressBar, QPushButton, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.widgets.fields import label

PATIENCE_MS = 700
"""What is done sooner is not worth a word."""


class Busy(QWidget):
    """Stands in the head strip while layouts are being improved."""

    def __init__(self, session: Session) -> None:
        super().__init__()
        self.session, self._short = session, False
        self.setObjectName("busy")
        self._wait = QTimer(self)
        self._wait.setSingleShot(True)
        self._wait.setInterval(PATIENCE_MS)
        self._wait.timeout.connect(self._show)
        session.solving.connect(self.refresh)
        session.changed.connect(self.refresh)
        self.hide()

    def _furnish(self) -> None:
        """What is in it, made when it is first wanted."""
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 0, 0)
        row.setSpacing(6)
        self.words = label("", "small")
        self.bar = QProgressBar()
        self.bar.setTextVisible(False)
        self.bar.setFixedSize(t.px(60), t.px(8))
        self.bar.setAccessibleName("How far the layouts are")
        self.stop = QPushButton("Stop")
        self.stop.setObjectName("stop_solving")
        self.stop.setToolTip("Keep the layouts found so far")
        self.stop.clicked.connect(self.session.stop_solving)
        for widget in (self.words, self.bar, self.stop):
            row.addWidget(widget)

    def be_short(self, *, short: bool) -> None:
        """In little room the bar and Stop alone; the words are in the tip."""
        self._short = short
        if not self.isHidden():
            self._show()

    def refresh(self) -> None:
        """Appears only where the work takes a while; goes as soon as it is done."""
        if not self.session.planning.solver.busy:
            self._wait.stop()
            self.hide()
        elif self.isHidden() and not self._wait.isActive():
            self._wait.start()
        elif not self.isHidden():
            self._show()

    def _show(self) -> None:
        if not self.session.planning.solver.busy or self.session.plan is None:
            return
        if self.layout() is None:
            self._furnish()
        layouts = self.session.plan.layouts
        done = sum(layout.proven for layout in layouts)
        told = f"cheaper layouts: {done} of {len(layouts)} proven"
        self.words.setText(told)
        self.words.setVisible(not self._short)
        self.setToolTip(told)
        self.bar.setRange(0, max(1, len(layouts)))
        self.bar.setValue(done)
        self.show()
