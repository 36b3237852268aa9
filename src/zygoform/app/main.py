"""Arguments and start."""

import gc
import os
import sys
from contextlib import suppress
from pathlib import Path
from typing import TYPE_CHECKING

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication

from zygoform.app.theme.fonts import load_fonts
from zygoform.app.theme.look import desktop_is_dark, first_look, put_on

if TYPE_CHECKING:
    from zygoform.app.session import Session


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


def application() -> QApplication:
    """The application with its fonts and style."""
    app = QApplication.instance()
    if app is None:
        # Before there is an application, or another style would be made first.
        QApplication.setStyle("Fusion")
    made = app if isinstance(app, QApplication) else QApplication(["zygoform"])
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
    # Nothing made while starting is garbage: collecting would only cost time.
    gc.disable()
    app = application()
    if asked.shots:
        from zygoform.app.shots import take_shots

        for path in take_shots(app, Path(asked.shots)):
            print(path)
        return 0
    return _show(app, asked)


def _spare_reading_modules() -> None:
    """PySide reads the source of every module that is imported after it, to see whether it names Qt.

    Only for the sake of switching its other spelling of names on, which nothing here does. So our modules, and
    what the core stands on, are entered as known: a tenth of the start.
    """
    with suppress(ImportError, AttributeError):
        from shibokensupport.feature import pyside_feature_dict  # type: ignore[import-not-found]

        own = ("core", "_core", "_utils", "inspect", "json", "msgpack", "structs", "toml", "yaml", "_json_schema")
        for name in (
            *sys.stdlib_module_names,
            "msgspec",
            *(f"msgspec.{part}" for part in own),
            "typing_extensions",
        ):
            pyside_feature_dict.setdefault(name, -1)
        package = Path(__file__).parents[1]
        for part in ("core", "files", "app"):
            for folder, _, names in os.walk(package / part):
                room = ".".join(Path(folder).relative_to(package.parent).parts)
                pyside_feature_dict.setdefault(room, -1)
                for name in names:
                    if name.endswith(".py"):
                        pyside_feature_dict.setdefault(f"{room}.{name[:-3]}", -1)


def _show(app: QApplication, asked: Asked) -> int:
    theme, percent = first_look()
    if percent != 100 or theme == "dark" or (theme == "desktop" and desktop_is_dark()):
        put_on(app, theme, percent)

    from zygoform.app.frame import Frame

    frame = Frame()
    frame.show()
    # The frame is seen while the rest loads.
    app.processEvents()
    _spare_reading_modules()

    from zygoform.app.desk import Desk
    from zygoform.app.preferences import Preferences

    desk = Desk(app, frame, Preferences(), demo=asked.demo)
    if asked.file and not asked.demo:
        path = Path(asked.file)
        QTimer.singleShot(0, lambda: desk.window.filing.open_file(path))
    QTimer.singleShot(50, lambda: _settled(desk.session))
    code = app.exec()
    desk.session.close()
    return code


def _settled(session: "Session") -> None:
    """The window stands: the solver's process starts, and garbage is collected again."""
    gc.freeze()
    gc.enable()
    session.start_solving()
