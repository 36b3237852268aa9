"""Measuring devices: started, connected, and their readings brought to the field with the keyboard."""

from collections.abc import Callable
from typing import TYPE_CHECKING

from PySide6.QtCore import QObject
from PySide6.QtWidgets import QApplication, QWidget

from zygoform.app.widgets.fields import Field

if TYPE_CHECKING:
    from zygoform.app.device_link import DeviceLink


class Devices(QObject):
    """A reading goes to the field that has the keyboard, or nowhere; the link is made when it is first wanted."""

    def __init__(self, window: QWidget, tell: Callable[[str], None], parent: QObject) -> None:
        super().__init__(parent)
        self._window, self._tell = window, tell
        self.ask_code: Callable[[], str] = self._ask_code
        self.link: DeviceLink | None = None

    def _linked(self) -> "DeviceLink":
        if self.link is None:
            # Most people measure with a tape: it is loaded when it is first wanted.
            from zygoform.app.device_link import DeviceLink

            self.link = DeviceLink(self)
            self.link.told.connect(self._tell)
            self.link.read.connect(self._take)
        return self.link

    def start(self) -> None:
        """The simulated meter and gauge."""
        self._linked().start_simulated()

    def connect_now(self) -> None:
        """Devices that are there already. The first time it is asked what code they show."""
        link = self._linked()
        code = "" if link.knows() else self.ask_code().strip()
        if code or link.knows():
            link.connect_to(code=code)

    def _ask_code(self) -> str:
        from zygoform.app.actions.asking import ask_code

        return ask_code(self._window)

    def field(self) -> Field | None:
        """The field that has the keyboard, where it takes readings."""
        focus = self._window.focusWidget()
        parent = focus.parentWidget() if focus is not None else None
        return parent if isinstance(parent, Field) and parent.reads else None

    def commit(self) -> bool:
        """Takes what is being typed in the field that has the keyboard; whether all is well."""
        focus = self._window.focusWidget()
        parent = focus.parentWidget() if focus is not None else None
        return parent.commit() if isinstance(parent, Field) else True

    def measure(self) -> None:
        """Asks for a reading into the field."""
        field = self.field()
        if field is None:
            self._tell("Go to the field of a size first: a reading goes there.")
        else:
            self._linked().measure("gauge" if field.reads == "gauge" else "meter", field.aim)

    def _take(self, device: str, value: float) -> None:
        # Not behind a question, and not while the user is at something else.
        here = self._window.isActiveWindow() and QApplication.activeModalWidget() is None
        field = self.field() if here else None
        if field is not None and field.reads == device:
            field.take(value)
            return
        name = "Angle gauge" if device == "gauge" else "Distance meter"
        size = f"{value:g}°" if device == "gauge" else f"{value:g} mm"
        self._tell(f"{name}: {size}. No field for it has the keyboard, so it was not taken.")

    def close(self) -> None:
        """Lets the devices go."""
        if self.link is not None:
            self.link.close()
            self.link = None
