"""A frame that is as high as its words need, however narrow it is."""

from PySide6.QtGui import QResizeEvent
from PySide6.QtWidgets import QFrame, QGridLayout, QVBoxLayout, QWidget


class Card(QFrame):
    """Its column never presses its lines together; buttons go into as many rows as they need."""

    def __init__(self, name: str, kind: str) -> None:
        super().__init__()
        self.setObjectName(name)
        self.setProperty("kind", kind)
        self.column = QVBoxLayout(self)
        self.column.setContentsMargins(12, 8, 12, 8)
        self.column.setSpacing(3)

    def refit(self) -> None:
        """After its words changed."""
        layout = self.column
        layout.activate()
        high = (
            layout.totalHeightForWidth(self.width()) if layout.hasHeightForWidth() else layout.sizeHint().height()
        )
        self.setMinimumHeight(max(high, 0))

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        self.refit()


def in_rows(grid: QGridLayout, widgets: list[QWidget], room: int) -> None:
    """Side by side as far as there is room, then below."""
    row = column = used = 0
    for widget in widgets:
        wide = max(widget.sizeHint().width(), widget.minimumWidth()) + grid.horizontalSpacing()
        if column and used + wide > room:
            row, column, used = row + 1, 0, 0
        grid.addWidget(widget, row, column)
        column, used = column + 1, used + wide
