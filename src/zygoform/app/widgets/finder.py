"""One box that finds whatever has a name: actions, parts, boards, settings, questions."""

from collections.abc import Callable

from msgspec import Struct
from PySide6.QtCore import QEvent, QObject, Qt
from PySide6.QtGui import QKeyEvent
from PySide6.QtWidgets import QFrame, QLineEdit, QListWidget, QListWidgetItem, QVBoxLayout, QWidget

from zygoform.app.theme import tokens as t

MOST_SHOWN = 12


class Findable(Struct, frozen=True):
    """A name, what kind of thing it is, words it is also found by, and what choosing it does."""

    name: str
    kind: str
    do: Callable[[], object]
    words: str = ""
    rank: int = 0
    """Actions (0) stand before parts and boards (1), settings (2) and help (3)."""


def _order(thing: Findable, text: str) -> tuple[bool, int, bool]:
    """What is done or made and begins with what was typed; then actions first, and of each kind those so named."""
    name = thing.name.lower()
    begins = thing.rank <= 1 and bool(text) and name.startswith(text)
    return not begins, thing.rank, not all(word in name for word in text.split())


class Finder(QFrame):
    """Opens over the sheet. Arrows choose, Enter takes, Esc leaves and gives the keyboard back."""

    def __init__(
        self, window: QWidget, things: Callable[[], list[Findable]], otherwise: Callable[[], object]
    ) -> None:
        """`otherwise` gives the keyboard to the screen where what had it before is gone."""
        super().__init__(window)
        self._window, self._things, self._otherwise = window, things, otherwise
        # By its name: the screen it was on may be made anew meanwhile.
        self._before = ""
        self._all: list[Findable] = []
        self.setObjectName("finder")
        self.setProperty("kind", "finder")
        self.line = QLineEdit()
        self.line.setObjectName("find_line")
        self.line.setAccessibleName("Find anything")
        self.line.setPlaceholderText("an action, a part, a board, a setting")
        self.line.textChanged.connect(self._filter)
        self.line.installEventFilter(self)
        self.list = QListWidget()
        self.list.setObjectName("find_list")
        self.list.setAccessibleName("Found")
        self.list.setFocusPolicy(Qt.FocusPolicy.NoFocus)
        self.list.itemClicked.connect(lambda _item: self._take())
        column = QVBoxLayout(self)
        column.setContentsMargins(10, 10, 10, 10)
        column.addWidget(self.line)
        column.addWidget(self.list)
        self.hide()

    def open(self) -> None:
        """Shows the box with everything in it."""
        window = self._window
        before = window.window().focusWidget()
        self._before = before.objectName() if before is not None else ""
        self._all = self._things()
        width = min(t.px(520), window.width() - 40)
        self.setGeometry((window.width() - width) // 2, t.px(60), width, t.px(420))
        self.line.clear()
        self._filter("")
        self.show()
        self.raise_()
        self.line.setFocus()

    def _filter(self, text: str) -> None:
        words = text.lower().split()
        found = [x for x in self._all if all(w in f"{x.name} {x.kind} {x.words}".lower() for w in words)]
        found.sort(key=lambda x: _order(x, text.lower()))
        self.list.clear()
        for thing in found[:MOST_SHOWN]:
            item = QListWidgetItem(f"{thing.name}   {thing.kind}")
            item.setData(Qt.ItemDataRole.UserRole, thing)
            self.list.addItem(item)
        self.list.setCurrentRow(0)
        first = f"{found[0].name}, {found[0].kind}" if found else "Nothing found"
        self.line.setAccessibleDescription(first)

    def _take(self) -> None:
        if self.list.currentRow() < 0:
            return
        thing: Findable = self.list.currentItem().data(Qt.ItemDataRole.UserRole)
        self._leave()
        thing.do()

    def _leave(self) -> None:
        self.hide()
        found = self._window.findChildren(QWidget, self._before) if self._before else []
        before = next((widget for widget in found if widget.isVisible()), None)
        if before is not None:
            before.setFocus()
        else:
            self._otherwise()

    def eventFilter(self, watched: QObject, event: QEvent) -> bool:
        if watched is self.line and isinstance(event, QKeyEvent) and event.type() == QEvent.Type.KeyPress:
            return self._key(event)
        if watched is self.line and event.type() == QEvent.Type.FocusOut:
            self.hide()
        return False

    def _key(self, event: QKeyEvent) -> bool:
        step = {Qt.Key.Key_Down: 1, Qt.Key.Key_Up: -1}.get(Qt.Key(event.key()))
        if step is not None:
            self.list.setCurrentRow(max(0, min(self.list.count() - 1, self.list.currentRow() + step)))
        elif event.key() in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            self._take()
        elif event.key() == Qt.Key.Key_Escape:
            self._leave()
        else:
            return False
        return True
