"""What an action is, and making Qt's actions of the list."""

from collections.abc import Callable
from typing import Literal

from msgspec import Struct
from PySide6.QtCore import Qt
from PySide6.QtGui import QAction, QIcon, QKeySequence
from PySide6.QtWidgets import QMenu, QWidget

from zygoform.app.theme.look import icon

MenuName = Literal["File", "Edit", "Devices", "Drawing", "Stage", ""]


class Action(Struct, frozen=True):
    """One thing to do. `scope` "drawing" keys work only while the stand has the keyboard."""

    id: str
    title: str
    do: Callable[[], object]
    keys: tuple[str, ...] = ()
    menu: MenuName = ""
    icon: str = ""
    scope: Literal["window", "drawing"] = "window"
    ends_group: bool = False


def make(action: Action, owner: QWidget) -> QAction:
    """Qt's action on its owner."""
    made = QAction(icon(action.icon) if action.icon else QIcon(), action.title, owner)
    made.setObjectName(action.id)
    made.setShortcuts([QKeySequence(key) for key in action.keys])
    made.setToolTip(f"{action.title} ({action.keys[0]})" if action.keys else action.title)
    if action.scope == "drawing":
        made.setShortcutContext(Qt.ShortcutContext.WidgetWithChildrenShortcut)
    made.triggered.connect(lambda _checked=False: action.do())
    owner.addAction(made)
    return made


def fill_menu(menu: QMenu, actions: list[tuple[Action, QAction]]) -> None:
    """A menu of actions, groups apart."""
    for action, made in actions:
        menu.addAction(made)
        if action.ends_group:
            menu.addSeparator()
