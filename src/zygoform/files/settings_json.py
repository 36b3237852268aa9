"""What holds for every project: look, recent files, and the usual settings of the workshop."""

from contextlib import suppress
from pathlib import Path
from typing import Annotated, Literal, TypeVar

import msgspec
from msgspec import Meta, Struct, structs

from zygoform.core.coats.layer import Colour, Recipe
from zygoform.core.days.log import Lesson
from zygoform.core.shop import Shop
from zygoform.files.atomic import write_whole
from zygoform.files.names import as_text
from zygoform.files.reading import read_at_most
from zygoform.files.user_folder import LARGEST_SETTINGS, config_folder

Theme = Literal["desktop", "light", "dark"]
TextPercent = Literal[100, 115, 130, 150]
MOST_RECENT = 9
_SPOILT = (msgspec.DecodeError, ValueError, RecursionError)


class Settings(Struct, frozen=True):
    """`shop` is how new projects start (its prices are not kept here); None as shipped."""

    theme: Theme = "desktop"
    text_percent: TextPercent = 100
    system: Literal["", "inch", "mm"] = ""
    """In which lengths were last read: a new piece begins so."""
    recent: tuple[str, ...] = ()
    shop: Shop | None = None
    colours: Annotated[tuple[Colour, ...], Meta(max_length=200)] = ()
    recipes: Annotated[tuple[Recipe, ...], Meta(max_length=100)] = ()
    """The fan and the mixes of all projects: a new one starts with them."""
    lessons: Annotated[tuple[Lesson, ...], Meta(max_length=500)] = ()
    """What was learnt: told in every project it fits."""

    def with_recent(self, path: Path) -> "Settings":
        """The file in front of those opened before."""
        name = as_text(path)
        others = tuple(other for other in self.recent if other != name)
        return structs.replace(self, recent=(name, *others)[:MOST_RECENT])

    def with_fan(self, colours: tuple[Colour, ...], recipes: tuple[Recipe, ...]) -> "Settings":
        """What a project has of colours and mixes, kept for all; of two with one name the later."""
        fan = {own.name: own for own in (*self.colours, *colours)}
        mixes = {own.name: own for own in (*self.recipes, *recipes)}
        return structs.replace(self, colours=_numbered("k", fan)[-200:], recipes=_numbered("r", mixes)[-100:])

    def with_lessons(self, lessons: tuple[Lesson, ...]) -> "Settings":
        """What was learnt in a project, kept for all; of two with the same words the later."""
        known = {own.text: own for own in (*self.lessons, *lessons)}
        return structs.replace(self, lessons=_numbered("l", known)[-500:])

    def with_shop(self, shop: Shop) -> "Settings":
        """These workshop settings for new projects."""
        return structs.replace(self, shop=structs.replace(shop, timber=(), packs=()))


FanEntry = TypeVar("FanEntry", Colour, Recipe, Lesson)


def _numbered(letter: str, kept: dict[str, FanEntry]) -> tuple[FanEntry, ...]:
    """With ids of their own: those of two projects may be alike."""
    return tuple(structs.replace(own, id=f"{letter}{k}") for k, own in enumerate(kept.values(), 1))


def settings_and_fault() -> tuple[Settings, str]:
    """The user's settings, and what was wrong with them in words.

    A file with a fault is set aside; what can be read of it is kept.
    """
    path = _path()
    try:
        content = read_at_most(path, LARGEST_SETTINGS)
    except FileNotFoundError:
        return Settings(), ""
    except OSError as refused:
        return Settings(), f"The settings cannot be read ({refused.strerror}); they start afresh."
    try:
        return msgspec.json.decode(content, type=Settings), ""
    except _SPOILT:
        kept = _readable(content)
        with suppress(OSError):
            path.replace(path.with_suffix(".unreadable"))
            write_settings(kept)
        return kept, f"Some settings could not be read and start afresh; the old file is {path.stem}.unreadable."


def _readable(content: bytes) -> Settings:
    """Entry by entry: one that is wrong starts afresh, the others stay."""
    kept = Settings()
    with suppress(*_SPOILT):
        entries = msgspec.json.decode(content, type=dict[str, msgspec.Raw])
        for field in structs.fields(Settings):
            with suppress(*_SPOILT):
                if field.name in entries:
                    value = msgspec.json.decode(entries[field.name], type=field.type)
                    kept = structs.replace(kept, **{field.name: value})
    return kept


def write_settings(settings: Settings) -> None:
    """Keeps them. Raises OSError."""
    path = _path()
    path.parent.mkdir(parents=True, exist_ok=True)
    write_whole(path, msgspec.json.format(msgspec.json.encode(settings), indent=2) + b"\n")


def _path() -> Path:
    return config_folder() / "settings.json"
