"""Where the user's own things lie: settings and prices, and work that was not saved."""

from pathlib import Path


def config_folder() -> Path:
    """Settings and the price list of one's own."""
    # Wanted a moment after the start.
    from platformdirs import user_config_path

    return user_config_path("zygoform", appauthor=False)


def state_folder() -> Path:
    """Copies of unsaved work."""
    from platformdirs import user_state_path

    return user_state_path("zygoform", appauthor=False)
