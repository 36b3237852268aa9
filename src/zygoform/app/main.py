"""Arguments and start."""

import argparse
import os
import sys
import tempfile
from importlib import resources
from pathlib import Path

from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication

from zygoform.app.theme.fonts import font, load_fonts
from zygoform.app.theme.style import style_sheet


def parse(arguments: list[str]) -> argparse.Namespace:
    """What was asked for on the command line."""
    parser = argparse.ArgumentParser(prog="zygoform", description="Redesign a secondhand piece of furniture.")
    parser.add_argument("file", nargs="?", help="a project to open; or: shots DIR, pictures of every main view")
    parser.add_argument("folder", nargs="?", help="where shots go")
    parser.add_argument("--demo", action="store_true", help="open the demo")
    return parser.parse_args(arguments)


def has_display() -> bool:
    """Whether a window can be shown to someone."""
    return bool(os.environ.get("QT_QPA_PLATFORM") or os.environ.get("DISPLAY") or os.environ.get("WAYLAND_DISPLAY"))


def application() -> QApplication:
    """The application with its fonts and style."""
    app = QApplication.instance()
    made = app if isinstance(app, QApplication) else QApplication(["zygoform"])
    load_fonts()
    made.setFont(font(13))
    icons = str(resources.files("zygoform.data").joinpath("icons"))
    made.setStyle("Fusion")
    made.setStyleSheet(style_sheet(icons))
    made.setApplicationName("Zygoform")
    return made


def run(arguments: list[str] | None = None) -> int:
    """Starts the app; returns its exit code."""
    asked = parse(sys.argv[1:] if arguments is None else arguments)
    shots = asked.file == "shots" and asked.folder
    if not has_display():
        os.environ["QT_QPA_PLATFORM"] = "offscreen"
        if asked.demo and not shots:
            folder = tempfile.mkdtemp(prefix="zygoform-demo-")
            asked.folder, shots = folder, True
            print(f"No display here: the demo's pictures go to {folder}")
        elif not shots:
            print("No display here. Start it on a desktop, or take pictures: zygoform shots DIR", file=sys.stderr)
            return 2
    app = application()
    if shots:
        from zygoform.app.shots import take_shots

        for path in take_shots(app, Path(asked.folder)):
            print(path)
        return 0
    return _show(app, asked)


def _show(app: QApplication, asked: argparse.Namespace) -> int:
    from zygoform.app.session import Session
    from zygoform.app.window import Window
    from zygoform.files.demo import demo_project, fresh_project

    session = Session(demo_project() if asked.demo else fresh_project())
    window = Window(session)
    window.go("redesign" if session.plan is not None else "survey")
    window.show()
    if asked.file and not asked.demo:
        path = Path(asked.file)
        QTimer.singleShot(0, lambda: window.filing.open_file(path))
    # The solver's process starts once the window stands.
    QTimer.singleShot(50, session.start_solving)
    code = app.exec()
    session.close()
    return code
