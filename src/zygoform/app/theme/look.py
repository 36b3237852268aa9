"""Puts a theme and a text size on: everything made after it has them."""

from typing import TYPE_CHECKING

from PySide6.QtCore import Qt
from PySide6.QtGui import QColor, QGuiApplication, QPalette
from PySide6.QtWidgets import QApplication

from zygoform.app.theme import tokens as t
from zygoform.app.theme.fonts import DATA, font
from zygoform.app.theme.icons import forget
from zygoform.app.theme.style import style_sheet
from zygoform.files.reading import read_at_most
from zygoform.files.user_folder import LARGEST_SETTINGS, config_folder

if TYPE_CHECKING:
    # The look is put on before the settings proper are loaded.
    from zygoform.files.settings_json import Theme


def put_on(app: QApplication, theme: "Theme" = "light", text_percent: int = 100) -> None:
    """The theme (the desktop's own where it is to follow) and the text size."""
    t.use(t.DARK if theme == "dark" or (theme == "desktop" and desktop_is_dark()) else t.LIGHT, text_percent)
    forget()
    app.setFont(font(t.px(13)))
    palette = app.palette()
    # What is chosen in an open list: the style sheet does not reach every row of it.
    palette.setColor(QPalette.ColorRole.Highlight, QColor(t.TAPEWASH))
    palette.setColor(QPalette.ColorRole.HighlightedText, QColor(t.INK))
    app.setPalette(palette)
    app.setStyleSheet(style_sheet(str(DATA / "icons")))


def desktop_is_dark() -> bool:
    """What the desktop says; light where it says nothing."""
    return QGuiApplication.styleHints().colorScheme() == Qt.ColorScheme.Dark


def first_look() -> "tuple[Theme, int]":
    """Theme and text size as the settings have them, read before anything else is loaded.

    Only these two, and quickly: what else stands there, and whether it can be, is looked at afterwards.
    """
    try:
        content = read_at_most(config_folder() / "settings.json", LARGEST_SETTINGS)
    except OSError:
        return "desktop", 100
    import json

    try:
        kept = json.loads(content)
        theme, percent = kept.get("theme"), kept.get("text_percent")
    except (ValueError, AttributeError, RecursionError):
        return "desktop", 100
    known: Theme = theme if theme in ("light", "dark") else "desktop"
    return known, percent if percent in (100, 115, 130, 150) else 100
