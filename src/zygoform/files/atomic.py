"""Writes a file whole or not at all."""

import os
import tempfile
from contextlib import suppress
from pathlib import Path


def write_whole(path: Path, content: bytes) -> None:
    """Replaces `path` by `content` in one step. Raises OSError; the old file is then untouched.

    The new file lies beside the old one until it is on the disk, so that a crash or a full disk leaves one of
    the two, never half of either.
    """
    handle, name = tempfile.mkstemp(prefix=f".{path.name}.", suffix=".part", dir=path.parent)
    part = Path(name)
    try:
        with os.fdopen(handle, "wb") as file:
            file.write(content)
            file.flush()
            os.fsync(file.fileno())
        with suppress(FileNotFoundError):
            part.chmod(path.stat().st_mode & 0o777)
        part.replace(path)
    except BaseException:
        with suppress(FileNotFoundError):
            part.unlink()
        raise
    _settle(path.parent)


def _settle(folder: Path) -> None:
    """Makes the new name itself survive a power cut, where the file system can."""
    with suppress(OSError):
        handle = os.open(folder, os.O_RDONLY)
        try:
            os.fsync(handle)
        finally:
            os.close(handle)
