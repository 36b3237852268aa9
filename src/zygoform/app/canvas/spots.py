"""Every part of a drawing as something a screen reader can name: unseen widgets where the parts are.

They exist only while a screen reader listens, take no mouse and no focus, and paint nothing.
"""

from collections.abc import Callable

from PySide6.QtCore import QObject, QRectF, Qt, QTimer
from PySide6.QtWidgets import QWidget

from zygoform.app.theme import tokens as t

SOON_MS = 50


class Spots(QObject):
    """`places` gives each part's room on the canvas (sizes at 100 % text), `say` what is said of it."""

    def __init__(self, canvas: QWidget, places: Callable[[], dict[str, QRectF]], say: Callable[[str], str]) -> None:
        super().__init__(canvas)
        self._canvas, self._places, self._say = canvas, places, say
        self._spots: dict[str, QWidget] = {}
        self._soon = QTimer(self)
        self._soon.setSingleShot(True)
        self._soon.timeout.connect(self._sync)

    def sync(self) -> None:
        """Puts them where the parts are, well after what is seen is painted."""
        if not self._soon.isActive():
            self._soon.start(SOON_MS)

    def _sync(self) -> None:
        # Qt's side of this takes its time to load: not before the first painting.
        from PySide6.QtGui import QAccessible

        places = self._places() if QAccessible.isActive() and self._canvas.isVisible() else {}
        for gone in set(self._spots) - set(places):
            self._spots.pop(gone).deleteLater()
        for part_id, box in places.items():
            spot = self._spots.get(part_id) or self._made(part_id)
            spot.setGeometry(QRectF(box.topLeft() * t.SCALE, box.size() * t.SCALE).toRect())
            spot.setAccessibleName(self._say(part_id))

    def _made(self, part_id: str) -> QWidget:
        spot = QWidget(self._canvas)
        spot.setObjectName(f"spot_{part_id}")
        spot.setAttribute(Qt.WidgetAttribute.WA_TransparentForMouseEvents)
        spot.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        spot.show()
        self._spots[part_id] = spot
        return spot
