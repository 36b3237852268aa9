"""File names as they can be shown and kept in text: a name is bytes, and need not be UTF-8."""

import os
from pathlib import Path
from urllib.parse import unquote_to_bytes

_URI = "file://"


def shown(path: Path) -> str:
    """A file's name to be read; signs that cannot be written stand as one that says so."""
    return os.fsencode(path.name).decode("utf-8", "replace")


def as_written(text: str) -> str:
    """A text as any file can hold it: what a name that is no UTF-8 left in it stands as one sign that says so."""
    return text if text.isascii() else text.encode("utf-16", "surrogatepass").decode("utf-16", "replace")


def as_text(path: Path) -> str:
    """The whole path as text that can be written in any file; `from_text` makes it a path again."""
    absolute = path.absolute()
    plain = str(absolute)
    return plain if os.fsencode(plain).decode("utf-8", "replace") == plain else absolute.as_uri()


def from_text(text: str) -> Path:
    """The path that `as_text` wrote."""
    return Path(os.fsdecode(unquote_to_bytes(text.removeprefix(_URI)))) if text.startswith(_URI) else Path(text)
