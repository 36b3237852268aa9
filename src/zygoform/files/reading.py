"""Reads a file whose name was given by someone: never one without an end, never for ever."""

import errno
import os
import stat
from pathlib import Path


def read_at_most(path: Path, most: int) -> bytes:
    """All of a file of at most so many bytes. Raises OSError; also for a pipe or a device, which never ends."""
    return _read(path, most, most + 1)


def read_head(path: Path, most: int, head: int) -> bytes:
    """The first bytes of a file of at most so many. Raises OSError as `read_at_most` does."""
    return _read(path, most, head)


def _read(path: Path, most: int, many: int) -> bytes:
    # Not to wait for someone who writes to it, if it is a pipe.
    handle = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
    looked_at = os.fstat(handle)
    if not stat.S_ISREG(looked_at.st_mode):
        os.close(handle)
        raise OSError(errno.EINVAL, "it is no file")
    with os.fdopen(handle, "rb") as file:
        content = file.read(many)
    # It may have grown while it was read.
    if max(looked_at.st_size, len(content)) > most:
        raise OSError(errno.EFBIG, "it is far too large")
    return content
