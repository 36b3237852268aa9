"""Arguments and start."""

import os
import sys
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication

from zygoform.app.background import finish
from zygoform.app.quick_start import start_finished
from zygoform.app.theme.look import desktop_is_dark, first_look, load_fonts, put_on

if TYPE_CHECKING:
    from zygoform.app.application import Application


AFTER_MS = 1500
"""After all screens were made anew the old ones are looked for."""


class Asked:
    """What was asked for on the command line."""

    def __init__(self, arguments: list[str]) -> None:
        self.demo = "--demo" in arguments
        self.help = bool({"-h", "--help"} & set(arguments))
        plain = [argument for argument in arguments if not argument.startswith("-")]
        self.shots = plain[1] if plain[:1] == ["shots"] and len(plain) == 2 else ""
        self.file = plain[0] if plain and not self.shots else ""
        options = {"--demo", "-h", "--help"}
        self.wrong = [a for a in arguments if a.startswith("-") and a not in options] + plain[
            1 + bool(self.shots) :
        ]


USAGE = """zygoform            start with an empty sheet
zygoform FILE       open a project
zygoform --demo     open the demo
zygoform shots DIR  write a picture of every main view"""


def has_display() -> bool:
    """Whether a window can be shown to someone."""
    return bool(os.environ.get("QT_QPA_PLATFORM") or os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY"))


def qt_application() -> QApplication:
    """The application with its fonts and style."""
    app = QApplication.instance()
    # The style as an argument: naming it to Qt afterwards would load all that Python knows of styles.
    made = app if isinstance(app, QApplication) else QApplication(["zygoform", "-style", "Fusion"])
    load_fonts()
    put_on(made)
    made.setApplicationName("Zygoform")
    return made


def run(arguments: list[str] | None = None) -> int:
    """Starts the app; returns its exit code."""
    asked = Asked(sys.argv[1:] if arguments is None else arguments)
    if asked.help or asked.wrong:
        print(USAGE if asked.help else f"What is {' '.join(asked.wrong)}?\n{USAGE}")
        return 0 if asked.help else 2
    if not has_display():
        os.environ["QT_QPA_PLATFORM"] = "offscreen"
        if asked.demo and not asked.shots:
            import tempfile

            asked.shots = tempfile.mkdtemp(prefix="zygoform-demo-")
            print(f"No display here: the demo's pictures go to {asked.shots}")
        elif not asked.shots:
            print("No display here. Start it on a desktop, or take pictures: zygoform shots DIR", file=sys.stderr)
            return 2
    app = qt_application()
    if asked.shots:
        import tempfile

        from zygoform.app.shots import take_shots

        # Nobody's settings and unsaved work stand on them.
        with tempfile.TemporaryDirectory(prefix="zygoform-shots-") as nobodys:
            os.environ["XDG_CONFIG_HOME"] = os.environ["XDG_STATE_HOME"] = nobodys
            try:
                for path in take_shots(app, Path(asked.shots)):
                    print(path)
            except OSError as refused:
                why = refused.strerror or refused
                print(
                    f"No pictures: {refused.filename or asked.shots}: {why}. Name another folder.", file=sys.stderr
                )
                return 2
        return 0
    return _show(app, asked)


def _show(app: QApplication, asked: Asked) -> int:
    theme, percent = first_look()
    if percent != 100 or theme == "dark" or (theme == "desktop" and desktop_is_dark()):
        put_on(app, theme, percent)

    from zygoform.app.main_window import MainWindow

    frame = MainWindow()
    frame.show()
    # The frame is seen while the rest loads.
    app.processEvents()

    from zygoform.app.application import Application
    from zygoform.app.preferences import Preferences

    desk = Application(app, frame, Preferences(), demo=asked.demo)
    if asked.file and not asked.demo:
        path = Path(asked.file)
        QTimer.singleShot(0, lambda: desk.window.filing.open_file(path))
    # Counted from when the first painting is done: starting the solver would hold it up.
    QTimer.singleShot(0, lambda: QTimer.singleShot(50, lambda: _settled(desk)))
    code = app.exec()
    desk.session.close()
    finish()
    return code


def _settled(desk: "Application") -> None:
    """The window stands: the solver's process starts, and what is not seen yet is loaded."""
    from zygoform.app.collecting import Collector
    from zygoform.app.idle_loading import IdleLoading

    start_finished()
    collector = Collector(desk)
    # Once what comes in their place is painted.
    for made_anew in (desk.session.opened, desk.preferences.looked):
        made_anew.connect(lambda *_said: QTimer.singleShot(AFTER_MS, collector.thorough))
    desk.session.planning.start_solving()
    IdleLoading(desk)
