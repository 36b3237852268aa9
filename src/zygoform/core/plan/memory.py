"""What was worked out before, by what it was worked out from.

A stage hands over the same object while its inputs are the same, so the next stage sees by identity that it has
nothing to do. Keys are values where those are small, and identities of large ones, which the entry keeps alive.
"""

from collections import OrderedDict
from collections.abc import Callable, Hashable
from typing import Any, TypeVar

from zygoform.core.piecemeal import Piecemeal

Made = TypeVar("Made")
MOST_ENTRIES = 3_000


class Memory:
    """Belongs to one open project; the oldest entries go when there are too many."""

    def __init__(self) -> None:
        self._entries: OrderedDict[Hashable, tuple[tuple[object, ...], Any]] = OrderedDict()

    def once(self, make: Callable[[], Made], stage: str, *inputs: object, same: tuple[Hashable, ...] = ()) -> Made:
        """What `make` gives, worked out once for these `inputs` (by identity) and `same` values."""
        key = (stage, *map(id, inputs), *same)
        known = self._entries.get(key)
        if known is None:
            known = self._keep(key, inputs, make())
        else:
            self._entries.move_to_end(key)
        found: Made = known[1]
        return found

    def once_piecemeal(
        self, make: Callable[[], Piecemeal[Made]], stage: str, *inputs: object, same: tuple[Hashable, ...] = ()
    ) -> Piecemeal[Made]:
        """As `once`, for work that may be interrupted; what is given up half done is not remembered."""
        if (stage, *map(id, inputs), *same) in self._entries:
            return self.once(lambda: None, stage, *inputs, same=same)  # type: ignore[return-value]
        made = yield from make()
        return self.once(lambda: made, stage, *inputs, same=same)

    def _keep(self, key: Hashable, inputs: tuple[object, ...], made: object) -> tuple[tuple[object, ...], Any]:
        self._entries[key] = inputs, made
        if len(self._entries) > MOST_ENTRIES:
            self._entries.popitem(last=False)
        return inputs, made

    def each(self, stage: str, values: tuple[object, ...]) -> tuple[object, ...]:
        """The same tuple again where one of the very same objects was seen before."""
        return self.once(lambda: values, stage, *values)
