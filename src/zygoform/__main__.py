"""Starts the app. The solver's process imports this file too, so nothing is loaded before main is called."""

import sys


def main() -> int:
    """The command `zygoform`."""
    from zygoform.app.quick_start import prepare

    prepare()
    from zygoform.app.main import run

    return run()


if __name__ == "__main__":
    sys.exit(main())
