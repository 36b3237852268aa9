"""The questions about files: which, where, and what becomes of work not saved. Loaded with the first of them."""

from pathlib import Path
from typing import Literal

from PySide6.QtWidgets import QFileDialog, QInputDialog, QMessageBox, QWidget

from zygoform.app.theme.plain import plain_box
from zygoform.files.pictures import KINDS
from zygoform.files.project_json import SUFFIX

UnsavedChoice = Literal["save", "discard", "cancel"]
ChangedChoice = Literal["other", "over", "back"]
CopyChoice = Literal["take", "away", "later"]
PricesChoice = Literal["add", "replace", "back"]


def ask_open(window: QWidget, folder: Path, kinds: str) -> str:
    """Which file to read; empty for none."""
    return QFileDialog.getOpenFileName(window, "Open", str(folder), kinds)[0]


def ask_photos(window: QWidget, folder: Path) -> list[str]:
    """Which pictures to bring in; none for none."""
    kinds = f"Pictures ({' '.join('*' + kind for kind in (*KINDS, '.jpeg'))});;All files (*)"
    return list(QFileDialog.getOpenFileNames(window, "Bring photos in", str(folder), kinds)[0])


def ask_save(window: QWidget, suggested: str, kinds: str) -> str:
    """Where to write; empty for nowhere."""
    dialog = QFileDialog(window, "Save", suggested, kinds)
    dialog.setAcceptMode(QFileDialog.AcceptMode.AcceptSave)
    # With the ending known, it asks before it writes over a file, also where no ending was typed.
    dialog.setDefaultSuffix(SUFFIX if suggested.endswith(SUFFIX) else Path(suggested).suffix)
    return dialog.selectedFiles()[0] if dialog.exec() else ""


def ask_unsaved(window: QWidget, name: str) -> UnsavedChoice:
    """What becomes of changes that are not saved."""
    words = f"{name} has changes that are not saved."
    answers: dict[str, UnsavedChoice] = {"Save": "save", "Throw them away": "discard", "Go back": "cancel"}
    return answers[_choose(window, words, tuple(answers))]


def ask_changed(window: QWidget, name: str) -> ChangedChoice:
    """What becomes of a file that is about to be written over."""
    words = f"{name} was changed elsewhere since you opened it. Saving here would take those changes away."
    answers: dict[str, ChangedChoice] = {
        "Save under another name": "other",
        "Write over it": "over",
        "Go back": "back",
    }
    return answers[_choose(window, words, tuple(answers))]


def ask_copy(window: QWidget, words: str) -> CopyChoice:
    """What becomes of a copy of unsaved work."""
    answers: dict[str, CopyChoice] = {"Take it up": "take", "Put it away": "away", "Decide later": "later"}
    return answers[_choose(window, words, tuple(answers))]


def ask_prices(window: QWidget, name: str) -> PricesChoice:
    """What a price list is to the one there is."""
    words = (
        f"{name}: what it names comes to the price list of this project, with its prices; or it is all of the list."
    )
    answers: dict[str, PricesChoice] = {"Add to the list": "add", "Replace the list": "replace", "Go back": "back"}
    return answers[_choose(window, words, tuple(answers))]


def ask_code(window: QWidget) -> str:
    """The code that a device shows; empty for none."""
    words = "Type the code that the device shows. Then it is that one, and no other program, that is believed."
    return QInputDialog.getText(window, "Measuring devices", words)[0]


def _choose(window: QWidget, words: str, answers: tuple[str, ...]) -> str:
    """Go on, lose something, go back: in this order; Esc goes back."""
    box = plain_box(QMessageBox(window))
    box.setText(words)
    accept, lose, reject = answers
    buttons = {
        accept: box.addButton(accept, QMessageBox.ButtonRole.AcceptRole),
        lose: box.addButton(lose, QMessageBox.ButtonRole.DestructiveRole),
        reject: box.addButton(reject, QMessageBox.ButtonRole.RejectRole),
    }
    box.exec()
    return next((answer for answer, button in buttons.items() if box.clickedButton() is button), reject)
