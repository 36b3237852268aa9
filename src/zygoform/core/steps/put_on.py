"""How what goes on is coated: loose, by itself before that, or fitted, in its place with what is round it.

Each kind of change has its usual way; what was chosen for a part, or for all that a change puts on, counts instead.
Where parts of one step differ it becomes two.
"""

from collections.abc import Iterator, Mapping
from typing import Literal

from msgspec import structs

from zygoform.core.outcome.work import Deed, PutOnWay, Work

Chosen = PutOnWay | Literal[""]
"""Nothing said leaves it as usual."""
CHOSEN: tuple[Chosen, ...] = ("fitted", "", "loose")
"""In the order in which such steps come."""
Ways = Mapping[str, PutOnWay]
"""What was chosen, by part or by change."""


def put_on_as_chosen(works: tuple[Work, ...], change_id: str, ways: Ways) -> tuple[Work, ...]:
    """The work of a change as it was chosen for it, and for single parts it puts on."""
    made, others = list[Work](), dict[str, tuple[str, ...]]()
    for work in works:
        parted = list(_parted(work, change_id, ways))
        if len(parted) > 1:
            others[work.own] = tuple(own.own for own in parted[1:])
        made += parted
    there = {way_of(deed) for work in made for deed in work.does if deed.does == "on"}
    kept = [work for work in made if not work.only or work.only in there]
    return tuple(_after_all(work, others) for work in kept) if others else tuple(kept)


def way_of(deed: Deed) -> PutOnWay:
    """How what such a step puts on is coated."""
    return deed.chosen or usually_put_on(deed)


def usually_put_on(deed: Deed) -> PutOnWay:
    return "loose" if deed.loose else "fitted"


def _parted(work: Work, change_id: str, ways: Ways) -> Iterator[Work]:
    """One work, or one for what is coated loose and one for the rest."""
    put = [deed for deed in work.does if deed.does == "on" and deed.parts]
    if not ways or not put:
        yield work
        return
    parts = tuple(dict.fromkeys(part for deed in put for part in deed.parts))
    as_one = any(deed.as_one for deed in put)
    chosen: dict[str, Chosen] = {
        part: (not as_one and ways.get(part)) or ways.get(change_id) or "" for part in parts
    }
    kinds = [way for way in CHOSEN if way in chosen.values()]
    for k, way in enumerate(kinds):
        own = frozenset(part for part in parts if chosen[part] == way)
        share = len(own) / len(parts)
        yield structs.replace(
            work,
            own=work.own if k == 0 else f"{work.own}-{way or 'rest'}",
            tasks=tuple((task, amount * share) for task, amount in work.tasks),
            parts=tuple(part for part in work.parts if part in own or part not in chosen),
            does=tuple(_of_these(deed, own, way) for deed in work.does),
        )


def _of_these(deed: Deed, own: frozenset[str], way: Chosen) -> Deed:
    if deed.does != "on":
        return deed
    return structs.replace(deed, parts=tuple(part for part in deed.parts if part in own), chosen=way)


def _after_all(work: Work, others: Mapping[str, tuple[str, ...]]) -> Work:
    """What follows a work that became several follows all of them."""
    more = tuple(other for own in work.follows for other in others.get(own, ()))
    return structs.replace(work, follows=(*work.follows, *more)) if more else work
