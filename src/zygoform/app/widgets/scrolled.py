"""What may be taller than its room scrolls."""

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QScrollArea, QWidget


def scrolled(inner: QWidget, *, sideways: bool = False) -> QScrollArea:
    """`inner` in an area as wide as there is room; only where `sideways` does it also scroll across."""
    area = QScrollArea()
    area.setWidgetResizable(True)
    if not sideways:
        area.setHorizontalScrollBarPolicy(Qt.ScrollBarPolicy.ScrollBarAlwaysOff)
    area.setWidget(inner)
    return area
