"""A button that is a picture or a sign: what it does is its tip, and what a screen reader says."""

from collections.abc import Callable

from PySide6.QtWidgets import QToolButton

from zygoform.app.theme.icons import icon


def tool_button(name: str, tip: str, picture: str, do: Callable[[], object]) -> QToolButton:
    """`picture` names one of the icons."""
    button = QToolButton()
    button.setObjectName(name)
    button.setProperty("kind", "plain")
    button.setIcon(icon(picture))
    button.setToolTip(tip)
    button.setAccessibleName(tip)
    button.clicked.connect(do)
    return button


def arrow_button(name: str, says: str, sign: str, do: Callable[[], object]) -> QToolButton:
    """One step on or back: ‹ or ›."""
    button = QToolButton()
    button.setObjectName(name)
    button.setText(sign)
    button.setAccessibleName(says)
    button.clicked.connect(do)
    return button
