"""One document in one window: session, window and keeping, made anew for another look."""

from pathlib import Path

from PySide6.QtCore import QObject, QTimer
from PySide6.QtGui import QGuiApplication
from PySide6.QtWidgets import QApplication

from zygoform.app.another_look import AnotherLook
from zygoform.app.autosave import Autosave
from zygoform.app.clock import Clock
from zygoform.app.main_view import MainView
from zygoform.app.main_window import MainWindow
from zygoform.app.preferences import Preferences
from zygoform.app.session import Session
from zygoform.app.theme.look import put_on
from zygoform.core.limits import is_large
from zygoform.core.project import Project
from zygoform.files.demo import demo_project, fresh_project, in_its_days
from zygoform.files.prices_csv import PriceList, own_prices
from zygoform.files.project_json import UnreadableError
from zygoform.files.recovery import Copy, drop

TAKEN_UP = "Took up unsaved work"


class Application(QObject):
    """What a start puts together. Work left behind by a kill is offered on the start box."""

    def __init__(self, app: QApplication, frame: MainWindow, preferences: Preferences, *, demo: bool) -> None:
        super().__init__(frame)
        self._app, self._frame, self.preferences = app, frame, preferences
        prices, own = None if demo else own_prices(), preferences
        project = (
            in_its_days(demo_project(), Clock().time())
            if prices is None
            else fresh_project(own.settings.shop, prices, own.fan, own.lessons, own.settings.system)
        )
        self.session = Session(project, soon=True)
        self._shared: tuple[Path | None, str] = None, ""
        self.keeping = Autosave(self.session, self, self._known)
        self._stage = "redesign" if demo else "survey"
        self.window = self._furnish()
        self.window.go(self._stage)
        self.look = AnotherLook(frame, self._put_on, self._furnish, self._on_anew)
        left_out = " ".join(filter(None, (preferences.left_out, left_out_of(prices) if prices else "")))
        if left_out:
            # Once the window stands.
            QTimer.singleShot(0, lambda: self.window.tell(left_out))
        preferences.looked.connect(self._on_looked)
        QGuiApplication.styleHints().colorSchemeChanged.connect(self._on_desktop)

    def _furnish(self) -> MainView:
        window = MainView(self.session, self._frame, self.preferences)
        window.closing.connect(self.keeping.close)
        window.taken_up.connect(self.take_up)
        self.keeping.told.connect(window.tell)
        self.keeping.warned.connect(window.head.warn)
        return window

    def take_up(self, copy: Copy) -> None:
        """Goes on with work left behind; its copy goes once there is one of this window."""
        from zygoform.app.actions.opening import LongOpening, Planned, planned_as_far_as_sound

        def take(project: Project, planned: Planned, said: str) -> None:
            self.session.begin_planned(project, copy.of, TAKEN_UP, planned)
            self._took_up(copy)
            if said:
                self.window.tell(f"The copy {said}")

        if not is_large(copy.project):
            try:
                take(*planned_as_far_as_sound(copy.project))
            except UnreadableError as refused:
                self.window.tell(f"The copy stays where it is: {refused}")
            return
        LongOpening(self.window, "unsaved work", lambda: copy.project, take, self.window.tell).open()

    def _took_up(self, copy: Copy) -> None:
        self.session.saved = Project()
        if copy.of is not None:
            # The file may be another than the one this work was begun on: then saving asks.
            self.window.filing.sharing.expect(copy.of, copy.known)
        self.session.changed.emit()
        self.keeping.keep_now(wait=True)
        drop(copy.path)

    def _known(self) -> str:
        """What the open file held when it was last read or written here."""
        return self._shared[1] if self.look.busy else self.window.filing.sharing.known[1]

    def _on_desktop(self) -> None:
        if self.preferences.settings.theme == "desktop":
            self._on_looked()

    def _on_looked(self) -> None:
        """Another theme or text size: all that is seen is made anew, the document stays."""
        if not self.look.busy:
            self._stage, self._shared = self.window.stage, self.window.filing.leave()
            self.look.begin(self.window)

    def _put_on(self) -> None:
        settings = self.preferences.settings
        put_on(self._app, settings.theme, settings.text_percent)

    def _on_anew(self, window: MainView) -> None:
        """The screens are those of the new look."""
        window.go(self._stage)
        path, known = self._shared
        self._shared = None, ""
        if path is not None:
            # Not as it is now: the file may have changed since it was read.
            window.filing.sharing.expect(path, known)
        self.window = window


def left_out_of(prices: PriceList) -> str:
    """What of the user's own price list could not be read, in words."""
    if not prices.problems:
        return ""
    first, more = prices.problems[0], len(prices.problems) - 1
    others = f" {more} more row{'s were' if more > 1 else ' was'} left out." if more else ""
    return f"Of your price list {first.path} was left out: {first.message}.{others}"
