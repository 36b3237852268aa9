"""Puts a theme and a text size on: everything made after it has them."""

from typing import Literal

from PySide6.QtCore import Qt
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QApplication

from zygoform.app.theme import tokens as t
from zygoform.app.theme.fonts import DATA, font
from zygoform.app.theme.icons import forget
from zygoform.app.theme.style import style_sheet


def put_on(
    app: QApplication, theme: Literal["desktop", "light", "dark"] = "light", text_percent: int = 100
) -> None:
    """The theme (the desktop's own where it is to follow) and the text size."""
    t.use(t.DARK if theme == "dark" or (theme == "desktop" and desktop_is_dark()) else t.LIGHT, text_percent)
    forget()
    app.setFont(font(t.px(13)))
    app.setStyleSheet(style_sheet(str(DATA / "icons")))


def desktop_is_dark() -> bool:
    """What the desktop says; light where it says nothing."""
    return QGuiApplication.styleHints().colorScheme() == Qt.ColorScheme.Dark
