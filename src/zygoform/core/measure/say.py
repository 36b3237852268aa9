"""Sentences about sizes. The core does not know the display unit: the edge puts the lengths into words."""

import re
from collections.abc import Callable

from msgspec import Struct

_PLACE = re.compile(r"\{([0-9]+)\}")


class Say(Struct, frozen=True):
    """`text` with {0}, {1}… standing for `lengths` (mm)."""

    text: str
    lengths: tuple[float, ...] = ()

    def words(self, show: Callable[[float], str]) -> str:
        """The sentence, each length written by `show`."""
        # Not str.format: names from a price list may hold braces of their own.
        return _PLACE.sub(lambda found: show(self.lengths[int(found[1])]), self.text)
