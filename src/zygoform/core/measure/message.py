"""Sentences about sizes. The core does not know the display unit: the edge puts the lengths into words."""

import re
from collections.abc import Callable

from msgspec import Struct

_PLACE = re.compile(r"\{\{|\{([0-9]+)\}")


def literal(words: str) -> str:
    """What someone typed, or a price list holds, as it stands: a {1} in it is no place for a length."""
    return words.replace("{", "{{")


class Message(Struct, frozen=True):
    """`text` with {0}, {1}… standing for `lengths` (mm); {{ is a brace, see `literal`."""

    text: str
    lengths: tuple[float, ...] = ()

    def shifted(self, by: int) -> "Message":
        """The same sentence with its places counted from `by` on, to stand behind others."""

        def later(found: re.Match[str]) -> str:
            return found[0] if found[1] is None else f"{{{int(found[1]) + by}}}"

        return Message(_PLACE.sub(later, self.text), self.lengths)

    def words(self, show: Callable[[float], str]) -> str:
        """The sentence, each length written by `show`."""
        # Not str.format: names from a price list may hold braces of their own.

        def put(found: re.Match[str]) -> str:
            # What a user typed may look like a place and is none.
            if found[1] is None:
                return "{"
            place = int(found[1])
            return show(self.lengths[place]) if place < len(self.lengths) else found[0]

        return _PLACE.sub(put, self.text)
