"""The command line, and a project given on it."""

import os
import subprocess
import sys
from pathlib import Path

import pytest
from PySide6.QtGui import QImage

from tests.app.desk import LONGEST
from zygoform.app.main import Asked
from zygoform.files.demo import counter_begun
from zygoform.files.project_json import write_project


@pytest.mark.parametrize(
    ("words", "wrong", "file", "shots"),
    [
        ([], [], "", ""),
        (["--demo"], [], "", ""),
        (["counter.zygoform.json"], [], "counter.zygoform.json", ""),
        (["shots", "out"], [], "", "out"),
        (["shots"], [], "shots", ""),
        (["one", "two"], ["two"], "one", ""),
        (["--verbose"], ["--verbose"], "", ""),
    ],
)
def test_arguments(words: list[str], wrong: list[str], file: str, shots: str) -> None:
    asked = Asked(words)
    assert (asked.wrong, asked.file, asked.shots) == (wrong, file, shots)
    assert asked.demo == ("--demo" in words)


def run(*words: str) -> subprocess.CompletedProcess[str]:
    """The program as a user starts it; a window that stays open is ended after a moment."""
    code = (
        "import sys; from PySide6.QtCore import QTimer; import zygoform.app.main as m; settled = m._settled\n"
        "def end(desk):\n"
        "    settled(desk); session = desk.session; p = session.project\n"
        "    print('SHOWS', p.name, len(p.changes), session.path); QTimer.singleShot(0, m.QApplication.quit)\n"
        "m._settled = end; sys.exit(m.run(sys.argv[1:]))"
    )
    env = os.environ | {"QT_QPA_PLATFORM": "offscreen"}
    command = [sys.executable, "-c", code, *words]
    return subprocess.run(command, env=env, capture_output=True, text=True, timeout=LONGEST, check=False)


def test_starts_empty_with_a_project_or_with_the_demo(tmp_path: Path) -> None:
    path = tmp_path / "mine.zygoform.json"
    write_project(path, counter_begun())
    bad = tmp_path / "bad.zygoform.json"
    bad.write_text("{")
    for words, shows in (
        ((), "SHOWS  0 None"),
        (("--demo",), "SHOWS Harbour Lane counter 13 None"),
        ((str(path),), f"SHOWS Harbour Lane counter 2 {path}"),
        ((str(bad),), "SHOWS  0 None"),
        ((str(tmp_path / "none.json"),), "SHOWS  0 None"),
    ):
        done = run(*words)
        assert done.returncode == 0, done.stderr
        assert shows in done.stdout
        assert "Traceback" not in done.stderr
    assert bad.read_text() == "{"


def test_help_and_slips() -> None:
    assert "zygoform FILE" in run("--help").stdout
    done = run("--verbose")
    assert done.returncode == 2
    assert "--verbose" in done.stdout


def test_without_a_display_the_demo_leaves_its_pictures_and_ends(tmp_path: Path) -> None:
    """A picture of every main view that is published, none of them empty."""
    env = {k: v for k, v in os.environ.items() if k not in ("DISPLAY", "WAYLAND_DISPLAY", "QT_QPA_PLATFORM")}
    env["TMPDIR"] = str(tmp_path)
    command = [sys.executable, "-m", "zygoform"]
    done = subprocess.run(
        [*command, "--demo"], env=env, capture_output=True, text=True, timeout=LONGEST, check=False
    )
    assert done.returncode == 0, done.stderr
    folder = next(tmp_path.glob("zygoform-demo-*"))
    assert str(folder) in done.stdout
    published = {path.stem for path in (Path(__file__).parents[2] / "docs" / "screenshots").glob("*.png")}
    assert {path.stem for path in folder.glob("*.png")} == published
    for path in folder.glob("*.png"):
        image = QImage(str(path))
        assert (image.width(), image.height()) == (1280, 800)
        assert len({image.pixel(x, y) for x in range(0, 1280, 16) for y in range(0, 800, 16)}) > 5
    refused = subprocess.run(command, env=env, capture_output=True, text=True, timeout=LONGEST, check=False)
    assert refused.returncode == 2
    assert "No display" in refused.stderr
