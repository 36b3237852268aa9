"""What makes the start quick; done before anything else of Qt or of the app is loaded."""

import gc
from contextlib import suppress

# Brings PySide's own import hook with it.
import PySide6.QtCore  # noqa: F401


def prepare() -> None:
    """Spares the start what it has no use for: the collector, and PySide's reading of every module.

    Nothing made while starting is garbage. And PySide reads the source of every module imported after it, to see
    whether it names Qt; only for the sake of switching its other spelling of names on, which nothing here does.
    """
    gc.disable()
    with suppress(ImportError, AttributeError):
        from shibokensupport import feature  # type: ignore[import-not-found]

        feature._mod_uses_pyside = lambda _module: False  # noqa: SLF001


def start_finished() -> None:
    """The window stands: what is there stays. Of what comes from now on, `collecting.py` sees to the garbage."""
    gc.freeze()
