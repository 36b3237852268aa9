"""Reads a file whose name was given by someone: never one without an end, never for ever."""

import errno
import os
import stat
from pathlib import Path


def read_at_most(path: Path, most: int) -> bytes:
    """All of a file of at most so many bytes. Raises OSError; also for a pipe or a device, which never ends."""
    # Not to wait for someone who writes to it, if it is a pipe.
    handle = os.open(path, os.O_RDONLY | os.O_NONBLOCK | os.O_CLOEXEC)
    if not stat.S_ISREG(os.fstat(handle).st_mode):
        os.close(handle)
        raise OSError(errno.EINVAL, "it is no file")
    with os.fdopen(handle, "rb") as file:
        content = file.read(most + 1)
    if len(content) > most:
        raise OSError(errno.EFBIG, "it is far too large")
    return content
