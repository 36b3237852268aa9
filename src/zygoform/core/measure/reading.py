"""What was measured: every found size is a list of readings, never a bare number."""

from typing import Annotated, Literal

from msgspec import Meta, Struct, structs

from zygoform.core.tolerance import NOTHING

Source = Literal["typed", "guessed", "device"]


class Reading(Struct, frozen=True):
    """One reading of one size: the text as entered and its value (mm, or degrees for an angle)."""

    text: str
    value: Annotated[float, Meta(ge=0, le=100_000)]
    source: Source = "typed"
    where: str = ""


Readings = tuple[Reading, ...]


Takes = Literal["largest", "smallest", "mean"]
"""Which of several readings counts: what goes over must take the largest, what goes in the smallest."""

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

    def called(self, name: str) -> "Sized":
        """The same size, said to be that of something by `name`."""
        terms = tuple(structs.replace(term, name=f"{name}: {term.name}") for term in self.terms)
        return Sized(self.value, frozenset(f"{name}: {guess}" for guess in self.guesses), terms)


def _summed(terms: tuple[Term, ...]) -> tuple[Term, ...]:
    """The same size named twice becomes one term; what cancels out goes."""
    factors: dict[Term, float] = {}
    for term in terms:
        key = structs.replace(term, factor=1.0)
        factors[key] = factors.get(key, 0.0) + term.factor
    return tuple(structs.replace(term, factor=f) for term, f in factors.items() if abs(f) > NOTHING)


def sized(name: str, value: float, origin: Origin = "chosen", where: str = "") -> Sized:
    """A size that is what it is: chosen, on sale, or worked out elsewhere."""
    return Sized(value, terms=(Term(name, value, origin, where=where),))


def counting(readings: Readings, takes: Takes = "largest") -> Reading | None:
    """The reading that counts: of the real ones the largest, the smallest or their mean; else the last guess."""
    real = [reading for reading in readings if reading.source != "guessed"]
    if len(real) < 2:
        return real[0] if real else readings[-1] if readings else None
    if takes == "mean":
        return structs.replace(real[-1], value=sum(reading.value for reading in real) / len(real))
    return (max if takes == "largest" else min)(real, key=lambda reading: reading.value)


def settle(readings: Readings, guess: float, name: str, where: str = "", takes: Takes = "largest") -> Sized:
    """The size that counts, or `guess` where no reading was taken, known by `name`."""
    counts = counting(readings, takes) or Reading("", guess, "guessed")
    if counts.source == "guessed":
        return Sized(counts.value, frozenset({name}), (Term(name, counts.value, "guessed", where=where),))
    return Sized(counts.value, terms=(Term(name, counts.value, "measured", where=where),))
