"""The boxes that ask, as they really come up: every button, and Esc, which never loses anything."""

from collections.abc import Callable

import pytest
from PySide6.QtCore import Qt, QTimer
from PySide6.QtTest import QTest
from PySide6.QtWidgets import QApplication, QMessageBox

from tests.app.desk import Desk
from zygoform.app.actions.asking import ask_changed, ask_unsaved

pytestmark = pytest.mark.window

CASES = [
    (ask_unsaved, {"Save": "save", "Throw them away": "discard", "Go back": "cancel"}, "cancel"),
    (ask_changed, {"Save under another name": "other", "Write over it": "over", "Go back": "back"}, "back"),
]


def during(act: Callable[[QMessageBox], None]) -> list[str]:
    """Acts on the box once it is up; gives what it said."""
    said: list[str] = []

    def look() -> None:
        box = QApplication.activeModalWidget()
        assert isinstance(box, QMessageBox)
        said.append(box.text())
        act(box)

    QTimer.singleShot(0, look)
    return said


@pytest.mark.parametrize(("ask", "answers", "escaped"), CASES)
def test_each_button_answers_what_it_says(
    desk: Desk, ask: Callable[..., str], answers: dict[str, str], escaped: str
) -> None:
    for words, wanted in answers.items():

        def press(box: QMessageBox, words: str = words) -> None:
            button = next(b for b in box.buttons() if b.text().replace("&", "") == words)
            QTest.mouseClick(button, Qt.MouseButton.LeftButton)

        said = during(press)
        assert ask(desk.window, "Harbour Lane counter") == wanted
        assert "Harbour Lane counter" in said[0]
    during(lambda box: QTest.keyClick(box, Qt.Key.Key_Escape))
    assert ask(desk.window, "Harbour Lane counter") == escaped
