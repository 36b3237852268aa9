"""Sentences about sizes. The core does not know the display unit: the edge puts the lengths into words."""

import re
from collections.abc import Callable

from msgspec import Struct

_PLACE = re.compile(r"\{([0-9]+)\}")


class Message(Struct, frozen=True):
    """`text` with {0}, {1}… standing for `lengths` (mm)."""

    text: str
    lengths: tuple[float, ...] = ()

    def words(self, show: Callable[[float], str]) -> str:
        """The sentence, each length written by `show`."""
        # Not str.format: names from a price list may hold braces of their own.

        def put(found: re.Match[str]) -> str:
            # What a user typed may look like a place and is none.
            place = int(found[1])
            return show(self.lengths[place]) if place < len(self.lengths) else found[0]

        return _PLACE.sub(put, self.text)
