"""The pages beside a drawing, one of them seen, their names in a row above."""

from collections.abc import Mapping

from PySide6.QtCore import Qt, Signal
from PySide6.QtWidgets import QStackedWidget, QVBoxLayout, QWidget

from zygoform.app.widgets.scrolled import scrolled
from zygoform.app.widgets.segments import Segments


class SidePages(QWidget):
    """`turned` says that another page is seen, by whichever way."""

    turned = Signal(str)

    def __init__(self, name: str, says: str, pages: Mapping[str, tuple[str, QWidget]]) -> None:
        super().__init__()
        self.by_name = {own: page for own, (_, page) in pages.items()}
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 8, 8, 8)
        self._names = Segments(name, [(own, words) for own, (words, _) in pages.items()])
        self._names.setAccessibleName(says)
        self._names.chosen.connect(self.turn_to)
        column.addWidget(self._names, 0, Qt.AlignmentFlag.AlignLeft)
        self._stack = QStackedWidget()
        for page in self.by_name.values():
            self._stack.addWidget(scrolled(page))
        column.addWidget(self._stack, 1)

    @property
    def value(self) -> str:
        """The page that is seen, by its name."""
        return self._names.value

    def turn_to(self, page: str) -> None:
        """Another page, or this one once more."""
        self._names.set_value(page)
        self._stack.setCurrentIndex(list(self.by_name).index(page))
        self.turned.emit(page)

    def next(self) -> None:
        """The page after this one; after the last the first."""
        names = list(self.by_name)
        self.turn_to(names[(names.index(self.value) + 1) % len(names)])
