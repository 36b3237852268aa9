"""Parts as often as they are wanted: some left out, some cut more than once."""

from collections.abc import Iterable
from typing import Protocol

from msgspec import structs

from zygoform.core.cutlist.listed import ListedPart


class Count(Protocol):
    """So many of one part in place of one."""

    @property
    def part_id(self) -> str: ...

    @property
    def count(self) -> int: ...


def counted(listed: tuple[ListedPart, ...], counts: Iterable[Count]) -> tuple[ListedPart, ...]:
    """The listed parts with their copies; shapes keep their letters, what is left out leaves a gap in none.

    A copy's id is its part's with + and its number.
    """
    wanted = {count.part_id: count.count for count in counts}
    if not wanted.keys() & {one.id for one in listed}:
        return listed
    copies = [one if k == 0 else _copy(one, k) for one in listed for k in range(wanted.get(one.id, 1))]
    alike: dict[str, int] = {}
    for one in copies:
        alike[one.shape] = alike.get(one.shape, 0) + 1
    seen: dict[str, int] = {}
    result = []
    for one in copies:
        seen[one.shape] = seen.get(one.shape, 0) + 1
        code = f"{one.shape}.{seen[one.shape]}" if alike[one.shape] > 1 else one.shape
        result.append(structs.replace(one, code=code))
    return tuple(result)


def _copy(one: ListedPart, k: int) -> ListedPart:
    return structs.replace(one, part=structs.replace(one.part, id=f"{one.id}+{k}"))
