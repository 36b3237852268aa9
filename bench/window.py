"""A project on the screen where changes are planned."""

from collections.abc import Iterator
from contextlib import contextmanager
from typing import TYPE_CHECKING, NamedTuple

from zygoform.core.project import Project

if TYPE_CHECKING:
    from PySide6.QtWidgets import QApplication

    from zygoform.app.main_view import MainView
    from zygoform.app.main_window import MainWindow
    from zygoform.app.session import Session


class Shown(NamedTuple):
    """The window and what is in it."""

    app: "QApplication"
    session: "Session"
    frame: "MainWindow"
    window: "MainView"


@contextmanager
def shown_in_a_window(project: Project) -> Iterator[Shown]:
    """While it lasts; nothing is asked about at the end."""
    from zygoform.app.main import qt_application
    from zygoform.app.main_view import MainView
    from zygoform.app.main_window import MainWindow
    from zygoform.app.session import Session

    app = qt_application()
    session, frame = Session(project), MainWindow()
    window = MainView(session, frame)
    frame.show()
    window.go("redesign")
    yield Shown(app, session, frame, window)
    session.saved = session.history.project
    session.close()
    frame.close()
