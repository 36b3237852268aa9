"""Chance that is the same each time: the same question has the same answer."""

import math

_DIGITS = 31


class Chance:
    """A linear congruential generator with the constants of Knuth's MMIX; its upper bits are used."""

    def __init__(self, seed: int = 1) -> None:
        self._state = seed

    def _next(self) -> int:
        self._state = (self._state * 6364136223846793005 + 1442695040888963407) % (1 << 64)
        return self._state >> 33

    def below(self, count: int) -> int:
        """Any of 0 to count - 1."""
        return self._next() % count

    def share(self) -> float:
        """Between 0 and 1, both excluded."""
        return (self._next() + 0.5) / (1 << _DIGITS)

    def gauss(self) -> float:
        """Of a normal distribution with middle 0 and deviation 1 (Box and Muller 1958)."""
        return math.sqrt(-2 * math.log(self.share())) * math.cos(2 * math.pi * self.share())
