"""The line icons: own set on a 20 px grid, stroke 1.6, tinted at load."""

from functools import cache

from PySide6.QtCore import QByteArray, QRectF, QSize, Qt
from PySide6.QtGui import QIcon, QPainter, QPixmap

from zygoform.app.theme import tokens as t
from zygoform.app.theme.fonts import DATA


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
