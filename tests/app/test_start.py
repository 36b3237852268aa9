"""The program starts, whatever lies where its own things should be, and says what it left out."""

import os
import subprocess
import sys
from pathlib import Path

import pytest

from tests.app.desk import LONGEST
from zygoform.files.demo import demo_project
from zygoform.files.names import as_text, from_text
from zygoform.files.project_json import write_project

pytestmark = pytest.mark.window

START = """
import sys, time
import zygoform.app.main as m
from PySide6.QtCore import QTimer
from zygoform.app.main_view import MainView
told, settled = [], m._settled
tell = MainView.tell
MainView.tell = lambda self, words: (told.append(words), tell(self, words))[1]
def end(desk):
    settled(desk)
    QTimer.singleShot(600, lambda: (print("TOLD", told), m.QApplication.quit()))
m._settled = end
sys.exit(m.run(sys.argv[1:]))
"""


def start(env: dict[str, str | None], *words: str, cwd: Path | None = None) -> str:
    """Starts it with a driver that lies elsewhere; what it told."""
    whole = {**os.environ, "QT_QPA_PLATFORM": "offscreen", **env}
    command = [sys.executable, "-P", "-c", START, *words]
    here = {name: value for name, value in whole.items() if value is not None}
    done = subprocess.run(command, env=here, cwd=cwd, capture_output=True, text=True, timeout=LONGEST, check=False)
    assert done.returncode == 0, done.stderr
    assert "Traceback" not in done.stderr, done.stderr
    return done.stdout


NESTED = b'{"recent": ' + b"[" * 10_000 + b"]" * 10_000 + b"}"
LONG = "/" + "x" * 300 + "/counter.zygoform.json"


@pytest.mark.parametrize(
    ("settings", "prices", "told"),
    [
        (NESTED, None, "Some settings could not be read"),
        (b"\xff\xfe{", b"kind,id\n" + b"x" * 200_000, "Of your price list all of it was left out"),
        (f'{{"recent": ["{LONG}", "/proc/1/root/x", ""]}}'.encode(), None, ""),
        (None, b"kind,id,name,holds,price\nglue,g,Glue,120,dear\n", "row 2 was left out"),
    ],
)
def test_it_starts_and_says_what_it_left_out(
    settings: bytes | None, prices: bytes | None, told: str, tmp_path: Path
) -> None:
    folder = tmp_path / "config" / "zygoform"
    folder.mkdir(parents=True)
    for name, content in (("settings.json", settings), ("prices.csv", prices)):
        if content is not None:
            (folder / name).write_bytes(content)
    # Where unsaved work should lie there is a file.
    (tmp_path / "state").write_bytes(b"")
    said = start({"XDG_CONFIG_HOME": str(tmp_path / "config"), "XDG_STATE_HOME": str(tmp_path / "state")})
    assert told in said
    assert said.count("TOLD []") == (not told)


def test_it_starts_where_nobody_has_a_home(tmp_path: Path) -> None:
    nobody = {"HOME": None, "XDG_CONFIG_HOME": None, "XDG_STATE_HOME": None, "TMPDIR": str(tmp_path)}
    code = START.replace("import sys, time\n", "import sys, time, pwd\npwd.getpwuid = lambda _uid: {}['nobody']\n")
    env = {name: value for name, value in {**os.environ, **nobody}.items() if value is not None}
    command = [sys.executable, "-P", "-c", code]
    done = subprocess.run(command, env=env, capture_output=True, text=True, timeout=LONGEST, check=False)
    assert done.returncode == 0, done.stderr
    assert "Traceback" not in done.stderr


def test_a_recent_file_that_does_not_answer_keeps_nobody_waiting(tmp_path: Path) -> None:
    """A pipe nobody writes to stands for a drive that is gone."""
    folder = tmp_path / "config" / "zygoform"
    folder.mkdir(parents=True)
    good = tmp_path / os.fsdecode(b"K\xfcche.zygoform.json")
    write_project(good, demo_project())
    assert from_text(as_text(good)) == good
    os.mkfifo(tmp_path / "gone.zygoform.json")
    (folder / "settings.json").write_text(f'{{"recent": ["{as_text(good)}", "{tmp_path}/gone.zygoform.json"]}}')
    assert "TOLD" in start({"XDG_CONFIG_HOME": str(tmp_path / "config")})


HOSTILE = ("multiprocessing", "random", "struct", "subprocess", "socketserver", "argparse", "resource", "highspy")
DRIVER = """
import sys
from pathlib import Path
import zygoform.__main__ as entry

def end(desk):
    settled(desk)
    m.QTimer.singleShot(20_000, m.QApplication.quit)
    link = desk.window.devices._linked()
    link.start_simulated()
    from zygoform.app.background import read_picture
    assert read_picture(Path(SHOT), 100)[0] == 100
    timer = m.QTimer(desk)
    def look():
        if link.is_ready and desk.session.plan.layouts[0].proven:
            print("DONE")
            m.QApplication.quit()
    timer.timeout.connect(look)
    timer.start(50)

if __name__ == "__main__":
    sys.argv[1:] = ["--demo"]
    entry._keep_out()
    import zygoform.app.main as m
    settled, m._settled = m._settled, end
    sys.exit(entry.main())
"""


def test_nothing_of_the_working_folder_is_ever_run(tmp_path: Path) -> None:
    """Neither by the program nor by its processes: solver, pictures, devices."""
    folder, elsewhere = tmp_path / "here", tmp_path / "elsewhere"
    folder.mkdir()
    elsewhere.mkdir()
    for name in HOSTILE:
        (folder / f"{name}.py").write_text(f"open({str(tmp_path / 'RUN')!r}, 'a').write({name!r})\n")
    picture = Path(__file__).parents[2] / "docs" / "screenshots"
    shot = next(picture.glob("*.png"))
    driver = elsewhere / "driver.py"
    driver.write_text(DRIVER.replace("SHOT", repr(str(shot))))
    env = os.environ | {"QT_QPA_PLATFORM": "offscreen"}
    done = subprocess.run(
        [sys.executable, str(driver)],
        cwd=folder,
        env=env,
        capture_output=True,
        text=True,
        timeout=LONGEST,
        check=False,
    )
    assert not (tmp_path / "RUN").exists(), (tmp_path / "RUN").read_text()
    assert "DONE" in done.stdout, done.stderr
