"""The list of what can be done with a part."""

from collections.abc import Callable

from PySide6.QtCore import QPoint, Qt
from PySide6.QtWidgets import QMenu, QWidget

from zygoform.app.theme.plain import unmarked

Entries = list[tuple[str, Callable[[], object]]]
PartMenu = Callable[[str], Entries]
"""What can be done with the part of an id: titles, and what choosing each does."""


def pop_up(owner: QWidget, entries: Entries, at: QPoint) -> None:
    """Opens the list at a place on the screen, in place of one that is open; Enter takes the first entry."""
    for before in owner.findChildren(QMenu, "part_menu"):
        before.close()
    menu = QMenu(owner)
    menu.setObjectName("part_menu")
    for title, do in entries:
        menu.addAction(unmarked(title)).triggered.connect(lambda _checked=False, do=do: do())
    menu.setAttribute(Qt.WidgetAttribute.WA_DeleteOnClose)
    menu.popup(at)
    menu.setActiveAction(menu.actions()[0])
