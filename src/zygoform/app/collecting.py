"""Garbage is collected in the interface's thread, and nowhere else.

Python collects in whatever thread happens to make the object that is one too many. A worker that does so may
destroy widgets of a screen that was thrown away, from its own thread; Qt does not survive that.
"""

import gc

from PySide6.QtCore import QObject, QTimer

COLLECT_MS = 400
FULL = (700, 10, 3)
"""So many of each generation, and it is looked through; the oldest sooner than by Python: it stays small."""
LOOKED_THROUGH = 100_000
"""So many new objects take about 10 ms to look through. A large project's plan makes ten times as many."""


class Collector(QObject):
    """Does what Python would do of itself, from a timer, and never looks through for long.

    What has outlived the oldest generation once is not looked through again (`gc.freeze`): the plans of many edits
    would hold the window at each look; where very many objects were made, neither is what has outlived two of the
    three. All is when all screens are made anew: `thorough`.
    """

    def __init__(self, parent: QObject | None = None) -> None:
        super().__init__(parent)
        gc.disable()
        # What the start has loaded stays.
        gc.freeze()
        self._made = 0
        self._timer = QTimer(self)
        self._timer.timeout.connect(self.collect)
        self._timer.start(COLLECT_MS)

    def collect(self) -> None:
        """The oldest generation that is full takes the younger ones with it."""
        counts = gc.get_count()
        full = max(
            (k for k, (count, most) in enumerate(zip(counts, FULL, strict=True)) if count > most), default=-1
        )
        self._made += counts[0]
        if self._made > LOOKED_THROUGH:
            full = max(full, 1)
        if full >= 0:
            gc.collect(full)
        if full == 2 or self._made > LOOKED_THROUGH:
            gc.freeze()
            self._made = 0

    def thorough(self) -> None:
        """All of it, what is old as well: screens that were thrown away, and the document before."""
        gc.unfreeze()
        gc.collect()
        gc.freeze()
