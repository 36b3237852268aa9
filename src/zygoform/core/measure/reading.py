"""What was measured: every found size is a list of readings, never a bare number."""

from typing import Annotated, Literal

from msgspec import Meta, Struct

Source = Literal["typed", "guessed", "device"]


class Reading(Struct, frozen=True):
    """One reading of one size: the text as entered and its value (mm, or degrees for an angle)."""

    text: str
    value: Annotated[float, Meta(ge=0, le=100_000)]
    source: Source = "typed"
    where: str = ""


Readings = tuple[Reading, ...]


class Sized(Struct, frozen=True):
    """A size worked out from readings, with the names of the guesses it rests on (mm or degrees)."""

    value: float
    guesses: frozenset[str] = frozenset()

    def __add__(self, other: "Sized") -> "Sized":
        return Sized(self.value + other.value, self.guesses | other.guesses)

    def __sub__(self, other: "Sized") -> "Sized":
        return Sized(self.value - other.value, self.guesses | other.guesses)

    def __mul__(self, factor: float) -> "Sized":
        return Sized(self.value * factor, self.guesses)


def settle(readings: Readings, guess: float, name: str) -> Sized:
    """The size that counts: the newest reading, or `guess` where none was taken, known by `name`."""
    if not readings:
        return Sized(guess, frozenset({name}))
    newest = readings[-1]
    return Sized(newest.value, frozenset({name}) if newest.source == "guessed" else frozenset())
