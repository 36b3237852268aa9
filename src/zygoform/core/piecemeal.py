"""Work that may be interrupted: whoever does it can look up in between, and go on later or not at all."""

from collections.abc import Generator
from typing import Any, TypeVar

Whole = TypeVar("Whole")

# Any, not bool | None: then what yields nothing need not say so.
Piecemeal = Generator[Any, None, Whole]
"""Yields wherever it may be interrupted, a few milliseconds apart, True where what follows takes long; returns what
was made.
"""


AT_A_TIME = 25
"""So many parts, strips or faces are worked on between two places where work may be interrupted."""


def at_once(work: Piecemeal[Whole]) -> Whole:
    """Does all of it."""
    while True:
        try:
            next(work)
        except StopIteration as done:
            made: Whole = done.value
            return made


def unless_long(work: Piecemeal[Whole]) -> tuple[Whole] | None:
    """What was made; nothing where the work says that it takes long: the rest of it is still to do.

    It says so by the amount of work, never by the clock: the same question is always answered the same way.
    """
    try:
        while not next(work):
            pass
    except StopIteration as done:
        return (done.value,)
    return None
