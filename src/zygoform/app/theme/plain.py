"""Text from files, devices and users is shown as it was written: no markup in it is followed, no sign is a key.

Qt takes a label's or a tip's text for HTML where it looks like some, pictures with an address included, and a & in
a button's or a menu's for the mark of a key.
"""

import html

from PySide6.QtCore import Qt
from PySide6.QtWidgets import QLabel, QMessageBox


def plain(label: QLabel) -> QLabel:
    """A label that shows what it is given."""
    label.setTextFormat(Qt.TextFormat.PlainText)
    return label


def plain_box(box: QMessageBox) -> QMessageBox:
    """The same for a question."""
    box.setTextFormat(Qt.TextFormat.PlainText)
    return box


def tool_tip(words: str) -> str:
    """Words for a tip: those that look like markup as markup that shows them."""
    return f"<qt>{html.escape(words).replace(chr(10), '<br>')}</qt>" if "<" in words else words


def unmarked(words: str) -> str:
    """Words for a button or a menu."""
    return words.replace("&", "&&")
