"""A shorter plan out of one that is known: one to three jobs are moved in its order, all of it is placed anew.

An order is a list in which the first job that can be placed is placed (serial schedule generation, Kolisch 1996).
What ends as soon is told apart by how late its jobs are for the least end that is not ruled out (`bound.py`): the
sum of that leads from one plan to a shorter one where ends alone would not. An order that is no worse is gone on
from (a local search on plateaus, Hoos and Stützle 2004). Chance is seeded: the same question has the same answer.
"""

from zygoform.core.days.ahead import Ahead
from zygoform.core.days.bound import latest_ends
from zygoform.core.days.job import PlacedJob
from zygoform.core.days.moments import Moment
from zygoform.core.days.rules import end_of_all, in_order_piecemeal, worth
from zygoform.core.errors import BadInputError
from zygoform.core.piecemeal import Piecemeal

MOVES = (1, 1, 2, 3)
"""So many jobs are moved at once, each as often."""
NEARBY = 12
"""Every other time a job moves no farther than that in the order."""


def climb_piecemeal(
    ahead: Ahead, known: tuple[PlacedJob, ...], bound: Moment, enough: Moment, tries: int
) -> Piecemeal[tuple[PlacedJob, ...]]:
    """The best of so many orders, no worse than the plan `known`; `enough` is an end that nobody looks beyond."""
    aim, chance = latest_ends(ahead, bound), _Chance()
    best, order = known, _order_of(known)
    stands = end_of_all(ahead, known), _late(known, aim)
    latest = latest_ends(ahead, stands[0])
    for number in range(tries):
        if end_of_all(ahead, best) <= enough:
            break
        yield
        other = _moved(order, chance, NEARBY if number % 2 else len(order))
        try:
            placed = yield from in_order_piecemeal(ahead, other, latest)
        except BadInputError:
            # So late there are no hours any more.
            continue
        if placed is None:
            continue
        reached = end_of_all(ahead, placed), _late(placed, aim)
        if reached <= stands:
            latest = latest_ends(ahead, reached[0]) if reached[0] < stands[0] else latest
            stands, order = reached, _order_of(placed)
            best = min(best, placed, key=lambda plan: worth(ahead, plan))
    return best


def _order_of(placed: tuple[PlacedJob, ...]) -> list[int]:
    return sorted(range(len(placed)), key=lambda k: (placed[k].begin, placed[k].end, k))


def _late(placed: tuple[PlacedJob, ...], aim: list[Moment]) -> int:
    """Minutes that all jobs together are later than they may be."""
    return sum(max(0, own.end - end) for own, end in zip(placed, aim, strict=True))


def _moved(order: list[int], chance: "_Chance", far: int) -> list[int]:
    """Another order, some jobs moved no farther than that."""
    other = order.copy()
    for _ in range(MOVES[chance.below(len(MOVES))]):
        at = chance.below(len(other))
        low, high = max(0, at - far), min(len(other), at + far + 1)
        other.insert(low + chance.below(high - low), other.pop(at))
    return other


class _Chance:
    """The same numbers each time (a linear congruential generator, constants of Knuth's MMIX)."""

    def __init__(self) -> None:
        self._state = 1

    def below(self, count: int) -> int:
        """Any of 0 to count - 1."""
        self._state = (self._state * 6364136223846793005 + 1442695040888963407) % (1 << 64)
        return (self._state >> 33) % count
