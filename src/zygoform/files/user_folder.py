"""Where the user's own things lie: settings and prices, and work that was not saved."""

import os
from pathlib import Path

LARGEST_SETTINGS = 1_000_000
"""Bytes of the settings file; no settings are as long."""


def config_folder() -> Path:
    """Settings and the price list of one's own."""
    return _base("XDG_CONFIG_HOME", ".config") / "zygoform"


def state_folder() -> Path:
    """Copies of unsaved work."""
    return _base("XDG_STATE_HOME", ".local/state") / "zygoform"


def _base(name: str, otherwise: str) -> Path:
    """A base folder after the XDG Base Directory Specification 0.8: a relative path in the variable is invalid."""
    # By hand: a library for this costs the start more than the rest of the settings together.
    named = Path(os.environ.get(name, ""))
    return named if named.is_absolute() else home() / otherwise


def home() -> Path:
    """The user's folder; where there is none, one of his own among what is there for a time."""
    try:
        return Path.home()
    except RuntimeError:
        import tempfile

        return Path(tempfile.gettempdir()) / f"zygoform-{os.getuid()}"
