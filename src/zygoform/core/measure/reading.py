"""What was measured: every found size is a list of readings, never a bare number."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, structs

Source = Literal["typed", "guessed", "device"]


class Reading(Struct, frozen=True):
    """One reading of one size: the text as entered and its value (mm, or degrees for an angle)."""

    text: str
    value: Annotated[float, Meta(ge=0, le=100_000)]
    source: Source = "typed"
    where: str = ""


Readings = tuple[Reading, ...]


Origin = Literal["measured", "guessed", "chosen", "on sale", "worked out"]


class Term(Struct, frozen=True):
    """One size that another is made of: `factor` times `value` (mm or degrees), where it comes from.

    `where` is the id of a part it can be seen on, or nothing.
    """

    name: str
    value: float
    origin: Origin
    factor: float = 1.0
    where: str = ""


class Sized(Struct, frozen=True):
    """A size worked out (mm or degrees), with what it is the sum of and the guesses it rests on.

    Adding, subtracting and multiplying carry both along, so that any size can say why.
    """

    value: float
    guesses: frozenset[str] = frozenset()
    terms: tuple[Term, ...] = ()

    def __add__(self, other: "Sized") -> "Sized":
        return Sized(self.value + other.value, self.guesses | other.guesses, _summed(self.terms + other.terms))

    def __sub__(self, other: "Sized") -> "Sized":
        return self + other * -1.0

    def __mul__(self, factor: float) -> "Sized":
        terms = tuple(structs.replace(term, factor=term.factor * factor) for term in self.terms)
        return Sized(self.value * factor, self.guesses, terms)


def _summed(terms: tuple[Term, ...]) -> tuple[Term, ...]:
    """The same size named twice becomes one term; what cancels out goes."""
    factors: dict[Term, float] = {}
    for term in terms:
        key = structs.replace(term, factor=1.0)
        factors[key] = factors.get(key, 0.0) + term.factor
    return tuple(structs.replace(term, factor=f) for term, f in factors.items() if abs(f) > 1e-9)


def sized(name: str, value: float, origin: Origin = "chosen", where: str = "") -> Sized:
    """A size that is what it is: chosen, on sale, or worked out elsewhere."""
    return Sized(value, terms=(Term(name, value, origin, where=where),))


def settle(readings: Readings, guess: float, name: str, where: str = "") -> Sized:
    """The size that counts: the newest reading, or `guess` where none was taken, known by `name`."""
    newest = readings[-1] if readings else Reading("", guess, "guessed")
    if newest.source == "guessed":
        return Sized(newest.value, frozenset({name}), (Term(name, newest.value, "guessed", where=where),))
    return Sized(newest.value, terms=(Term(name, newest.value, "measured", where=where),))
