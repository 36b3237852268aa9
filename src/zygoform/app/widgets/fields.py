"""A field with its label above and its fault below: a fault loses nothing that was typed."""

from collections.abc import Callable
from typing import Literal, TypeVar

from PySide6.QtCore import QEvent, Qt, Signal
from PySide6.QtGui import QFocusEvent, QKeyEvent, QKeySequence, QResizeEvent, QWheelEvent
from PySide6.QtWidgets import QComboBox, QLabel, QLayout, QLineEdit, QPushButton, QVBoxLayout, QWidget

from zygoform.app.session import Session
from zygoform.app.theme import tokens as t
from zygoform.app.theme.plain import plain
from zygoform.core.edits.edited import DEVICE_MARK, as_entered
from zygoform.core.errors import BadInputError
from zygoform.core.measure.parse import parse_length
from zygoform.core.measure.reading import Readings, Takes, counting
from zygoform.core.measure.write import DisplayUnit
from zygoform.files.names import as_written

W = TypeVar("W", bound=QWidget)


class ComboBox(QComboBox):
    """A list to choose from. A turn of the wheel over it scrolls the panel it stands in, and chooses nothing."""

    def wheelEvent(self, event: QWheelEvent) -> None:
        event.ignore()


def label(words: str, kind: str = "") -> QLabel:
    """A label of one of the kinds the style sheet knows."""
    made = plain(QLabel(words))
    if kind:
        made.setProperty("kind", kind)
    return made


def keep_room(widget: W) -> W:
    """Leaves a widget's room empty while it is hidden: what stands below does not jump."""
    policy = widget.sizePolicy()
    policy.setRetainSizeWhenHidden(True)
    widget.setSizePolicy(policy)
    return widget


def push_button(name: str, words: str, do: Callable[[], object]) -> QPushButton:
    """A button that does one thing."""
    made = QPushButton(words)
    made.setObjectName(name)
    made.clicked.connect(lambda _checked=False: do())
    return made


def written(readings: Readings, unit: DisplayUnit) -> str:
    """Lengths as they are entered: parted by semicolons, a ? behind a guess."""
    return "; ".join(as_entered(r, unit) + ("?" if r.source == "guessed" else "") for r in readings)


def brief(readings: Readings, unit: DisplayUnit, takes: Takes = "largest") -> str:
    """The reading that counts, where there are several; nothing where there is but one."""
    counts = counting(readings, takes)
    return as_entered(counts, unit) if counts is not None and len(readings) > 1 else ""


def angles(readings: Readings) -> str:
    """Angles as they are entered."""
    return "; ".join(f"{r.value:g}°" + ("?" if r.source == "guessed" else "") for r in readings)


def empty(layout: QLayout) -> None:
    """Takes all widgets out of a layout; they go at once."""
    while (item := layout.takeAt(0)) is not None:
        widget = item.widget()
        if widget is not None:
            widget.hide()
            widget.deleteLater()


def restyle(widget: QWidget) -> None:
    """Makes a changed property show."""
    if not widget.testAttribute(Qt.WidgetAttribute.WA_WState_Polished):
        # It is not seen yet, and will be styled by what it then holds.
        return
    widget.style().unpolish(widget)
    widget.style().polish(widget)


UNDO_KEYS = (QKeySequence.StandardKey.Undo, QKeySequence.StandardKey.Redo)


class LineEdit(QLineEdit):
    """A line that leaves the window its keys: Ctrl+U changes the unit and does not empty what was typed."""

    def text(self) -> str:
        """What was typed or pasted, as any file can hold it."""
        return as_written(super().text())

    def event(self, event: QEvent) -> bool:
        override = isinstance(event, QKeyEvent) and event.type() == QEvent.Type.ShortcutOverride
        if override and event.matches(QKeySequence.StandardKey.DeleteCompleteLine):  # type: ignore[attr-defined]
            event.ignore()
            return False
        return super().event(event)


class _Line(LineEdit):
    """A line that gives its text up on Enter and on leaving, steps with the arrows and gives up with Esc."""

    def __init__(self, field: "Field") -> None:
        super().__init__()
        self._field = field

    def event(self, event: QEvent) -> bool:
        # While nothing is being typed, undo is the document's: a line would else swallow the keys.
        if isinstance(event, QKeyEvent) and event.type() == QEvent.Type.ShortcutOverride:
            undo = any(event.matches(key) for key in UNDO_KEYS)
            if undo and not self._field.is_typing:
                event.ignore()
                return False
        return super().event(event)

    def keyPressEvent(self, event: QKeyEvent) -> None:
        key = event.key()
        if key in (Qt.Key.Key_Return, Qt.Key.Key_Enter):
            if self._field.commit():
                self.selectAll()
                self._field.entered.emit()
        elif key in (Qt.Key.Key_Up, Qt.Key.Key_Down):
            many = 4 if event.modifiers() & Qt.KeyboardModifier.ShiftModifier else 1
            self._field.step(many if key == Qt.Key.Key_Up else -many)
        elif key == Qt.Key.Key_Escape:
            self._field.restore()
        else:
            super().keyPressEvent(event)

    def focusInEvent(self, event: QFocusEvent) -> None:
        super().focusInEvent(event)
        self._field.unfold()
        self.selectAll()
        self._field.focused.emit()

    def focusOutEvent(self, event: QFocusEvent) -> None:
        super().focusOutEvent(event)
        if self._field.commit():
            self._field.fold()


class Field(QWidget):
    """A labelled line. `enter` makes the edit of what was typed and raises BadInputError where it cannot."""

    focused = Signal()
    entered = Signal()

    def __init__(
        self, session: Session, name: str, title: str, enter: Callable[[str], None], *, steps: bool = False
    ) -> None:
        super().__init__()
        self.session, self._enter, self._steps = session, enter, steps
        self.reads: Literal["", "meter", "gauge"] = "meter" if steps else ""
        self._shown, self._brief, self._entering = "", "", False
        self.line = _Line(self)
        self.line.setObjectName(name)
        self.line.setAccessibleName(title)
        self.title = label(title, "second")
        self.title.setBuddy(self.line)
        self.fault = label("", "fault")
        self.fault.setWordWrap(True)
        self.fault.setObjectName(f"{name}_fault")
        self.fault.hide()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(3)
        for widget in (self.title, self.line, self.fault):
            column.addWidget(widget)

    def _fitting(self, text: str) -> str:
        """A value as it stands until the keyboard comes: without its mm where there is no room for them."""
        room = self.line.width() - t.px(22)
        wide = self.line.fontMetrics().horizontalAdvance(text)
        return text.removesuffix("mm").rstrip() if self.line.isVisible() and wide > room else text

    def resizeEvent(self, event: QResizeEvent) -> None:
        super().resizeEvent(event)
        if self._brief and not self.line.hasFocus() and self.line.text() == self._brief:
            whole = self._shown if self._shown.removesuffix("mm").rstrip() == self._brief else self._brief
            self._brief = self._fitting(whole)
            self.line.setText(self._brief)
            self.line.setCursorPosition(0)

    def show_value(self, text: str, *, guess: bool = False, hint: str = "", brief: str = "") -> None:
        """Shows the document's value, unless the field holds a fault or is being typed in.

        `brief` stands there until the keyboard comes to it.
        """
        typing = self.line.hasFocus() and self.is_typing
        if (not self.fault.isHidden() or typing) and not self._entering:
            return
        chosen = self.line.hasSelectedText() and self.line.hasFocus()
        self._shown, self._brief = text, self._fitting(brief or text)
        words = text if self.line.hasFocus() else self._brief
        if words != self.line.text():
            self.line.setText(words)
            if chosen:
                self.line.selectAll()
            elif not self.line.hasFocus():
                self.line.setCursorPosition(0)
        self.line.setPlaceholderText(hint)
        if self.line.property("guess") != guess:
            self.line.setProperty("guess", guess)
            restyle(self.line)

    @property
    def is_typing(self) -> bool:
        """Whether the line holds something that has not been taken yet."""
        return self.line.text() not in (self._shown, self._brief)

    def unfold(self) -> None:
        """All of the value, to be changed."""
        if self.line.text() == self._brief:
            self.line.setText(self._shown)

    def fold(self) -> None:
        """What stands for it while the keyboard is elsewhere."""
        if self.line.text() == self._shown:
            self.line.setText(self._brief)

    def take(self, value: float) -> None:
        """A reading of a measuring device: in place of what is there, or behind a semicolon as one more."""
        unit, before = self.session.unit, self.line.text().rstrip()
        words = f"{value:g}°" if self.reads == "gauge" else unit.entered(value)
        text = f"{before} {words}" if before.endswith(";") else words
        self.line.setText(text)
        with self.session.as_one(f"device {self.line.objectName()}"):
            taken = self.commit(text + DEVICE_MARK)
        if taken:
            self.entered.emit()

    @property
    def aim(self) -> float:
        """What the size is now, or is taken to be: mm or degrees."""
        words = self.line.text().rsplit(";", maxsplit=1)[0] or self.line.placeholderText()
        plain = words.strip(" ?~")
        try:
            return (
                float(plain.rstrip("°")) if self.reads == "gauge" else parse_length(plain, self.session.unit.system)
            )
        except (BadInputError, ValueError):
            return 90.0 if self.reads == "gauge" else 500.0

    def commit(self, said: str = "") -> bool:
        """Makes the edit if the text differs from what the document says; whether all is well."""
        text = said or self.line.text()
        if text == self._brief and self.fault.isHidden():
            return True
        if text == self._shown and self.fault.isHidden():
            return True
        before, self._shown, self._entering = self._shown, text, True
        try:
            self._enter(text)
        except BadInputError as refused:
            self._shown = before
            self.show_fault(self.session.fault(refused))
            return False
        finally:
            self._entering = False
        self._clear()
        return True

    def restore(self) -> None:
        """Gives up what was typed."""
        self._clear()
        self.line.setText(self._shown)
        self.line.selectAll()

    def show_fault(self, words: str) -> None:
        """A message under the line; what was typed stays."""
        self.fault.setText(words)
        self.fault.show()
        self.line.setProperty("faulty", True)
        self.line.setAccessibleDescription(words)
        restyle(self.line)

    def _clear(self) -> None:
        if not self.fault.isHidden():
            self.fault.hide()
            self.line.setProperty("faulty", False)
            self.line.setAccessibleDescription("")
            restyle(self.line)

    def step(self, by: int) -> None:
        """Up and down by the finest mark."""
        if not self._steps:
            return
        unit = self.session.unit
        text = self.line.text().strip()
        negative = text.startswith(("-", "−"))
        try:
            value = parse_length(text.lstrip("-−"), unit.system) * (-1 if negative else 1)
        except BadInputError as refused:
            self.show_fault(self.session.fault(refused))
            return
        self.line.setText(unit.entered(value + by * unit.step))
        self.commit()
        self.line.selectAll()
