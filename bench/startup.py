"""Our window against a bare PySide6 program that loads the same fonts and shows an empty window."""

import os
import statistics
import subprocess
import sys
import time

RUNS = 25

BARE = """
import sys, time
from importlib import resources
from PySide6.QtCore import QTimer
from PySide6.QtGui import QFontDatabase
from PySide6.QtWidgets import QApplication, QWidget
class Empty(QWidget):
    def paintEvent(self, event):
        print("painted", time.time(), flush=True)
        QTimer.singleShot(0, app.quit)
app = QApplication([])
folder = resources.files("zygoform.data").joinpath("fonts")
for name in ("400Regular", "500Medium", "600SemiBold", "700Bold"):
    QFontDatabase.addApplicationFontFromData(folder.joinpath(f"NationalPark_{name}.ttf").read_bytes())
window = Empty()
window.resize(1280, 800)
window.show()
app.exec()
"""

OURS = """
import time
import sys
from zygoform.app.quick_start import prepare
prepare()
from PySide6.QtCore import QTimer
from PySide6.QtWidgets import QApplication
from zygoform.app import main_window
from zygoform.app.widgets import stage_navigation
def told(word, paint, after):
    def painted(self, event):
        paint(self, event)
        if word not in seen and (word == "usable" or self.stage == "cut"):
            seen.add(word)
            if after:
                QTimer.singleShot(0, lambda: (print(word, time.time(), flush=True), QApplication.quit()))
            else:
                print(word, time.time(), flush=True)
    return painted
seen = set()
stage_navigation.StageBlock.paintEvent = told("painted", stage_navigation.StageBlock.paintEvent, False)
furnish = main_window.MainWindow.furnish
def watched(self, inside):
    # Only now: the drawing is not loaded before the frame is seen.
    from zygoform.app.canvas.piece_view import PieceView
    PieceView.paintEvent = told("usable", PieceView.paintEvent, True)
    furnish(self, inside)
main_window.MainWindow.furnish = watched
from zygoform.__main__ import main
sys.argv = ["zygoform", "--demo"]
main()
"""


def _times(code: str) -> dict[str, float]:
    start = time.time()
    # The packages come compiled; ours are compiled by the warm-up run.
    env = {name: value for name, value in os.environ.items() if name != "PYTHONDONTWRITEBYTECODE"}
    env.setdefault("QT_QPA_PLATFORM", "offscreen")
    done = subprocess.run([sys.executable, "-c", code], capture_output=True, text=True, env=env, check=True)
    return {word: float(at) - start for word, at in (line.split() for line in done.stdout.splitlines())}


def startup() -> dict[str, float]:
    """Median seconds from the start of the process, taken in turn so that a busy machine hits both alike."""
    for code in (BARE, OURS):
        _times(code)
    bare, ours = list[dict[str, float]](), list[dict[str, float]]()
    for _ in range(RUNS):
        bare.append(_times(BARE))
        ours.append(_times(OURS))
    return {
        "bare": statistics.median(t["painted"] for t in bare),
        "painted": statistics.median(t["painted"] for t in ours),
        "usable": statistics.median(t["usable"] for t in ours),
    }
