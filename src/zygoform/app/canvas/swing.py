"""A flap let down slowly: its front turns step by step, and one sees what it comes near."""

from PySide6.QtCore import QObject, QTimer

from zygoform.app.session import Session

FRAMES, SWING_EVERY_MS = 18, 45
"""Through its quarter turn in so many steps, 5 degrees each."""


class _Swing(QObject):
    """Lives until the flap is down, or another document is open."""

    def __init__(self, session: Session, opening_id: str) -> None:
        super().__init__(session)
        self.session, self._view, self._frame = session, session.view, 0
        self._timer = QTimer(self)
        self._timer.setInterval(SWING_EVERY_MS)
        self._timer.timeout.connect(self._step)
        session.view.swing = 0.0
        session.look_into((opening_id,), open_=True)
        session.swing_to(0.0)
        self._timer.start()

    def _step(self) -> None:
        self._frame += 1
        if self._view is self.session.view:
            self.session.swing_to(min(1.0, self._frame / FRAMES))
        if self._view is not self.session.view or self._frame >= FRAMES:
            self._timer.stop()
            self.deleteLater()


def play_swing(session: Session, opening_id: str) -> None:
    """Lets a flap down from shut to open."""
    for running in session.findChildren(_Swing):
        running.deleteLater()
    _Swing(session, opening_id)
