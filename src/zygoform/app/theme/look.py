"""Puts a theme and a text size on, with fonts, icons and style: everything made after it has them."""

import re
from functools import cache
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QByteArray, QRectF, QSize, Qt
from PySide6.QtGui import QColor, QFont, QFontDatabase, QGuiApplication, QIcon, QPainter, QPalette, QPixmap
from PySide6.QtWidgets import QApplication

from zygoform.app.theme import tokens as t
from zygoform.files.reading import read_at_most
from zygoform.files.user_folder import LARGEST_SETTINGS, config_folder

# The line icons: own set on a 20 px grid, stroke 1.6, tinted at load.


@cache
def pixmap(name: str, colour: str, size: int = 20) -> QPixmap:
    """One icon as a picture, at twice the resolution for dense screens."""
    from PySide6.QtSvg import QSvgRenderer

    text = (DATA / "icons" / f"{name}.svg").read_text("utf-8")
    renderer = QSvgRenderer(QByteArray(text.replace("currentColor", colour).encode()))
    picture = QPixmap(QSize(2 * size, 2 * size))
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    renderer.render(painter, QRectF(0, 0, 2 * size, 2 * size))
    painter.end()
    picture.setDevicePixelRatio(2)
    return picture


@cache
def icon(name: str) -> QIcon:
    """An icon; those of actions that come and go with a pale, disabled state."""
    made = QIcon(pixmap(name, t.INK, t.px(20)))
    if name in ("undo", "redo"):
        made.addPixmap(pixmap(name, t.EDGE, t.px(20)), QIcon.Mode.Disabled)
    return made


def forget() -> None:
    """Another look: icons are made anew."""
    pixmap.cache_clear()
    icon.cache_clear()


# The shipped family, National Park (SIL Open Font License 1.1), with figures of equal width everywhere.

DATA = Path(__file__).parents[2] / "data"
FAMILY = "National Park"
FILES = ("400Regular", "500Medium", "600SemiBold", "700Bold")


def load_fonts() -> None:
    """Registers the four weights with Qt."""
    for name in FILES:
        QFontDatabase.addApplicationFont(str(DATA / "fonts" / f"NationalPark_{name}.ttf"))


@cache
def font(px: int, weight: int = 400, *, fraction: bool = False) -> QFont:
    """The family at a size in pixels, not to be changed; `fraction` builds a fraction from its run of figures."""
    made = QFont(FAMILY)
    made.setPixelSize(px)
    made.setWeight(QFont.Weight(weight))
    made.setFeature(QFont.Tag("tnum"), 1)
    if fraction:
        made.setFeature(QFont.Tag("frac"), 1)
    return made


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


# The style sheet: one place for borders, heights and focus.


def _controls() -> str:
    """Ground, words, buttons."""
    return f"""
* {{ font-family: "{FAMILY}"; font-size: 13px; color: {t.INK}; }}
QWidget#window, QWidget[region="sheet"] {{ background: {t.SHEET}; }}
QWidget[region="ground"] {{ background: {t.GROUND}; }}
QLabel {{ background: transparent; }}
QLabel[kind="second"] {{ color: {t.INK2}; }}
QLabel[kind="small"] {{ color: {t.INK2}; font-size: 12px; }}
QLabel[kind="title"] {{ font-size: 16px; font-weight: 600; }}
QLabel[kind="piece"] {{ font-size: 18px; font-weight: 600; }}
QLabel[kind="why"] {{ font-weight: 600; }}
QLabel[kind="strong"] {{ font-size: 14px; font-weight: 600; }}
QLabel[kind="figure"] {{ font-size: 20px; font-weight: 600; }}
QLabel[kind="badge"] {{
  background: {t.TAPE}; color: {t.ON_TAPE}; border-radius: 3px; padding: 6px 10px;
  font-size: 14px; font-weight: 600;
}}
QLabel[kind="fault"] {{ color: {t.RED}; font-size: 12px; }}
QPushButton, QToolButton {{
  background: {t.CHANGE}; border: 1px solid {t.EDGE}; border-radius: 4px; padding: 0 12px; min-height: 30px;
  font-weight: 500;
}}
QToolButton {{ padding: 0 5px; min-width: 20px; }}
QToolButton#side_handle {{ padding: 0; min-width: 0; }}
QPushButton, QToolButton {{ qproperty-iconSize: 20px 20px; }}
QPushButton:hover, QToolButton:hover {{ border-color: {t.INK}; }}
QPushButton:checked {{ background: {t.TAPEWASH}; border-color: {t.INK}; }}
QPushButton:pressed, QToolButton:pressed {{ background: {t.GROUND}; }}
QPushButton:focus, QToolButton:focus, QComboBox:focus {{ border: 2px solid {t.BLUE}; padding: 0 11px; }}
QToolButton:focus {{ padding: 0 4px; }}
QPushButton:disabled, QToolButton:disabled {{ color: {t.EDGE}; border-color: {t.HAIR}; }}
QPushButton[kind="plain"], QToolButton[kind="plain"] {{ background: transparent; border: 1px solid transparent; }}
QPushButton[kind="plain"]:hover, QToolButton[kind="plain"]:hover {{ border-color: {t.EDGE}; }}
QPushButton[kind="plain"]:focus, QToolButton[kind="plain"]:focus {{ border: 2px solid {t.BLUE}; }}
QPushButton[kind="link"] {{
  background: transparent; border: 1px solid transparent; color: {t.BLUE}; padding: 0 4px; text-align: left;
}}
QPushButton[kind="link"]:hover {{ border-color: {t.EDGE}; }}
QPushButton[kind="link"]:focus {{ border: 2px solid {t.BLUE}; padding: 0 3px; }}
QPushButton[kind="piece"] {{
  background: transparent; border: 1px solid transparent; font-size: 18px; font-weight: 600; padding: 0 6px;
  text-align: left;
}}
QPushButton[kind="piece"]:hover {{ border-color: {t.EDGE}; }}
QPushButton[kind="piece"]:focus {{ border: 2px solid {t.BLUE}; padding: 0 5px; }}
QPushButton::menu-indicator {{ image: none; width: 0; }}
QPushButton[kind="strong"] {{ background: {t.INK}; color: {t.SHEET}; border-color: {t.INK}; }}
QPushButton[kind="strong"]:focus {{ border: 2px solid {t.BLUE}; }}
"""


def _fields() -> str:
    """Lines to type in, lists to choose from."""
    return f"""
QLineEdit, QComboBox {{
  background: {t.CHANGE}; border: 1px solid {t.EDGE}; border-radius: 3px; padding: 0 8px; min-height: 28px;
  font-size: 14px; font-weight: 600; selection-background-color: {t.BLUE};
}}
QLineEdit {{ selection-color: {t.SHEET}; placeholder-text-color: {t.EDGE}; }}
QLineEdit:focus {{ border: 2px solid {t.BLUE}; padding: 0 7px; min-height: 26px; }}
QLineEdit[tight="true"] {{ padding: 0 3px; }}
QLineEdit[tight="true"]:focus {{ padding: 0 2px; }}
QLineEdit[faulty="true"] {{ border: 2px solid {t.RED}; padding: 0 7px; min-height: 26px; }}
QLineEdit[guess="true"] {{ color: {t.INK2}; font-weight: 400; border-style: dashed; }}
QComboBox {{ font-weight: 500; font-size: 13px; }}
QComboBox:focus {{ padding: 0 7px; }}
QComboBox::drop-down {{ border: 0; width: 22px; }}
QComboBox::down-arrow {{ image: url(ICONS/down.svg); width: 14px; height: 14px; }}
"""


def _lists() -> str:
    """Lists, menus, tables, scroll bars, boxes."""
    return f"""
QComboBox QAbstractItemView {{
  background: {t.CHANGE}; border: 1px solid {t.EDGE}; selection-background-color: {t.TAPEWASH};
  selection-color: {t.INK}; outline: 0; padding: 4px;
}}
QProgressBar {{ background: {t.HAIR}; border: 0; border-radius: 2px; }}
QProgressBar::chunk {{ background: {t.INK}; border-radius: 2px; }}
QMenu {{ background: {t.CHANGE}; border: 1px solid {t.EDGE}; padding: 6px 0; }}
QMenu::item {{ padding: 6px 28px 6px 16px; }}
QMenu::item:selected {{ background: {t.TAPEWASH}; color: {t.INK}; }}
QMenu::item:disabled {{ color: {t.EDGE}; }}
QMenu::separator {{ height: 1px; background: {t.HAIR}; margin: 5px 0; }}
QAbstractScrollArea::corner {{ background: transparent; border: 0; }}
QScrollArea, QScrollArea > QWidget > QWidget {{ background: transparent; border: 0; }}
QScrollBar:vertical {{ background: transparent; width: 10px; margin: 0; }}
QScrollBar::handle:vertical {{ background: {t.HAIR}; border-radius: 3px; min-height: 30px; margin: 0 2px; }}
QScrollBar::handle:vertical:hover {{ background: {t.EDGE}; }}
QScrollBar:horizontal {{ background: transparent; height: 10px; }}
QScrollBar::handle:horizontal {{ background: {t.HAIR}; border-radius: 3px; min-width: 30px; margin: 2px 0; }}
QScrollBar::add-line, QScrollBar::sub-line {{ width: 0; height: 0; }}
QScrollBar::add-page, QScrollBar::sub-page {{ background: transparent; }}
QTableView {{
  background: {t.SHEET}; border: 1px solid {t.HAIR}; gridline-color: {t.HAIR};
  selection-background-color: {t.TAPEWASH}; selection-color: {t.INK}; alternate-background-color: {t.SHEET};
}}
QTableView {{ outline: 0; }}
QTableView::item {{ padding: 0 8px; }}
QTableView:focus {{ border: 2px solid {t.BLUE}; }}
QHeaderView::section {{
  background: {t.SHEET}; color: {t.INK2}; border: 0; border-bottom: 1px solid {t.EDGE}; padding: 6px 8px;
  font-size: 12px; text-align: left;
}}
QFrame[kind="finder"] {{ background: {t.CHANGE}; border: 1px solid {t.INK}; border-radius: 4px; }}
QListWidget {{
  background: {t.CHANGE}; border: 1px solid {t.HAIR}; border-radius: 3px; outline: 0; padding: 0 8px;
}}
QListWidget::item {{ padding: 6px 0; }}
QListWidget::item:selected {{ background: {t.TAPEWASH}; color: {t.INK}; }}
QListWidget:focus {{ border: 2px solid {t.BLUE}; }}
QLabel#told {{ background: {t.INK}; color: {t.SHEET}; border-radius: 4px; padding: 8px 12px; }}
QFrame[kind="finding"] {{ background: {t.CHANGE}; border: 1px solid {t.OCHRE}; border-radius: 4px; }}
QFrame[kind="walk"] {{ background: {t.TAPEWASH}; border: 1px solid {t.TAPE}; border-radius: 4px; }}
QToolTip {{ background: {t.CHANGE}; color: {t.INK}; border: 1px solid {t.EDGE}; padding: 4px 6px; }}
QDialog, QMessageBox {{ background: {t.SHEET}; }}
"""


def style_sheet(icons: str) -> str:
    """The sheet in the look of now. Lines keep their width at any text size."""
    sized = re.sub(r"\b([0-9]+)px", lambda found: f"{_sized(int(found[1]))}px", _controls() + _fields() + _lists())
    arrow = "down-light.svg" if t.CASED else "down.svg"
    return sized.replace("ICONS/down.svg", f"{icons}/{arrow}")


def _sized(px: int) -> int:
    return px if px < 4 else t.px(px)
