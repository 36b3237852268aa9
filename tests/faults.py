"""A disk that fails when it is told to: the nth call of the system's that writes."""

import os
from collections.abc import Iterator
from contextlib import contextmanager
from types import SimpleNamespace
from typing import Any

import pytest

from zygoform.files import atomic

WRITING = ("open", "write", "fsync", "fchmod", "replace")


class FullDisk:
    """Counts what `files/atomic.py` asks of the system; the call numbered `fails` (from 1) is refused.

    Where it is `full`, all after that one too.
    """

    def __init__(self, fails: int = 0) -> None:
        self.calls, self.fails, self.full = 0, fails, False

    def count(self) -> None:
        self.calls += 1
        if self.calls == self.fails or (self.full and self.calls > self.fails):
            raise OSError(28, "No space left on device")


@contextmanager
def full_disk(fails: int = 0) -> Iterator[FullDisk]:
    """While it lasts, one call of the writing module's fails."""
    disk = FullDisk(fails)

    def counted(name: str) -> Any:
        real = getattr(os, name)

        def call(*given: Any, **named: Any) -> Any:
            disk.count()
            # Half of it is written first: a full disk takes what it can.
            if name == "write" and disk.calls + 1 == disk.fails and len(given[1]) > 1:
                return real(given[0], given[1][: len(given[1]) // 2])
            return real(*given, **named)

        return call

    double = SimpleNamespace(**{name: getattr(os, name) for name in dir(os) if not name.startswith("__")})
    for name in WRITING:
        setattr(double, name, counted(name))
    with pytest.MonkeyPatch.context() as patch:
        patch.setattr(atomic, "os", double)
        yield disk
