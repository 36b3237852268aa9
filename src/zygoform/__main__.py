"""Starts the app. The solver's process imports this file too, so nothing is loaded before main is called."""

import os
import sys


def _keep_out() -> None:
    """Neither this process nor any it starts looks for modules in the folder it was started in."""
    # Told to all children by the environment, since the solver's is started by a library (Python 3.11, -P).
    os.environ["PYTHONSAFEPATH"] = "1"
    if sys.path and sys.path[0] in ("", os.getcwd()):  # noqa: PTH109 - pathlib would cost the start
        del sys.path[0]


def main() -> int:
    """The command `zygoform`."""
    _keep_out()
    from zygoform.app.quick_start import prepare

    prepare()
    from zygoform.app.main import run

    return run()


if __name__ == "__main__":
    sys.exit(main())
