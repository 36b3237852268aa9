"""The start is spared what it has no use for, and the window runs as any other afterwards."""

import subprocess
import sys

CODE = """
import gc, sys
from zygoform.app.quick_start import prepare, start_finished
prepare()
assert not gc.isenabled()
# Whether PySide still asks there: an update that does not would make the start slow again unnoticed.
from shibokensupport import feature
read = []
feature.inspect.getsource = lambda module: read.append(module.__name__) or ""
import zygoform.app.main_view
assert any(name.startswith("zygoform.core.") for name in feature.pyside_feature_dict)
assert not read, read
start_finished()
assert not gc.isenabled() and gc.get_freeze_count() > 0
"""


def test_no_module_is_read_again_and_what_is_there_stays() -> None:
    done = subprocess.run([sys.executable, "-c", CODE], capture_output=True, text=True, check=False)
    assert done.returncode == 0, done.stderr
