"""Work that may be interrupted: whoever does it can look up in between, and go on later or not at all."""

from collections.abc import Generator
from typing import TypeVar

Whole = TypeVar("Whole")

Piecemeal = Generator[None, None, Whole]
"""Yields wherever it may be interrupted, a few milliseconds apart; returns what was made."""


def at_once(work: Piecemeal[Whole]) -> Whole:
    """Does all of it."""
    while True:
        try:
            next(work)
        except StopIteration as done:
            made: Whole = done.value
            return made
