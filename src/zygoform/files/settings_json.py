"""What holds for every project: look, recent files, and the usual settings of the workshop."""

from contextlib import suppress
from pathlib import Path
from typing import Literal

import msgspec
from msgspec import Struct, structs

from zygoform.core.shop import Shop
from zygoform.files.atomic import write_whole
from zygoform.files.user_folder import config_folder

Theme = Literal["desktop", "light", "dark"]
TextPercent = Literal[100, 115, 130, 150]
MOST_RECENT = 9


class Settings(Struct, frozen=True):
    """`shop` is how new projects start (its prices are not kept here); None as shipped."""

    theme: Theme = "desktop"
    text_percent: TextPercent = 100
    recent: tuple[str, ...] = ()
    shop: Shop | None = None

    def with_recent(self, path: Path) -> "Settings":
        """The file in front of those opened before."""
        name = str(path.absolute())
        others = tuple(other for other in self.recent if other != name)
        return structs.replace(self, recent=(name, *others)[:MOST_RECENT])

    def with_shop(self, shop: Shop) -> "Settings":
        """These workshop settings for new projects."""
        return structs.replace(self, shop=structs.replace(shop, timber=(), packs=()))


def read_settings() -> Settings:
    """The user's settings; a file that cannot be read is set aside and those of the first start are used."""
    path = _path()
    try:
        return msgspec.json.decode(path.read_bytes(), type=Settings)
    except FileNotFoundError:
        return Settings()
    except (OSError, msgspec.DecodeError, UnicodeDecodeError, ValueError):
        with suppress(OSError):
            path.replace(path.with_suffix(".unreadable"))
        return Settings()


def write_settings(settings: Settings) -> None:
    """Keeps them. Raises OSError."""
    path = _path()
    path.parent.mkdir(parents=True, exist_ok=True)
    write_whole(path, msgspec.json.format(msgspec.json.encode(settings), indent=2) + b"\n")


def _path() -> Path:
    return config_folder() / "settings.json"
