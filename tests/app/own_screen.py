"""A virtual screen for each process of the tests: two windows that both want the keyboard share none."""

import atexit
import os
import shutil
import subprocess


def own_screen() -> None:
    """Starts one where the tests run in real windows and in several processes."""
    if os.environ.get("QT_QPA_PLATFORM") != "xcb" or "PYTEST_XDIST_WORKER" not in os.environ:
        return
    read, write = os.pipe()
    command = [shutil.which("Xvfb") or "Xvfb", "-displayfd", str(write)]
    command += ["-screen", "0", "1400x900x24", "-nolisten", "tcp"]
    screen = subprocess.Popen(command, pass_fds=(write,), stderr=subprocess.DEVNULL)
    atexit.register(screen.kill)
    os.close(write)
    with os.fdopen(read) as said:
        os.environ["DISPLAY"] = f":{said.readline().strip()}"
