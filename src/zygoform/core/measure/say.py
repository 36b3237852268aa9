"""Sentences about sizes. The core does not know the display unit: the edge puts the lengths into words."""

from collections.abc import Callable

from msgspec import Struct


class Say(Struct, frozen=True):
    """`text` with {0}, {1}… standing for `lengths` (mm)."""

    text: str
    lengths: tuple[float, ...] = ()

    def words(self, show: Callable[[float], str]) -> str:
        """The sentence, each length written by `show`."""
        return self.text.format(*(show(length) for length in self.lengths))
