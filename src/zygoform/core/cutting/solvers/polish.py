"""Some boards of a layout laid out anew on their own: a small problem can be proven, and may come out cheaper.

Large neighbourhood search: the boards with the most waste for their money first, each time a few others with them.
"""

from collections.abc import Callable, Iterator

from zygoform.core.cutting.solvers.packing import Packing, Pattern

ROUNDS, MOST_TYPES = 14, 14

Solve = Callable[[Packing], list[Pattern]]


def polish(packing: Packing, patterns: list[Pattern], solve: Solve) -> Iterator[list[Pattern]]:
    """Cheaper layouts, one after the other; `solve` lays a small problem out."""
    best = list(patterns)
    for step in range(ROUNDS):
        some = _some(packing, best, step)
        chosen = [best[i] for i in some]
        demand = [sum(counts[k] for _, counts in chosen) for k in range(len(packing.types))]
        own = [None if n is None else sum(j == k for j, _ in chosen) for k, n in enumerate(packing.limits)]
        small = packing.part_of(demand, own)
        found = solve(small)
        if found and small.cost(found) < packing.cost(chosen):
            kept = [pattern for i, pattern in enumerate(best) if i not in some]
            best = kept + [packing.whole(small, pattern) for pattern in found]
            yield best


def _some(packing: Packing, patterns: list[Pattern], step: int) -> list[int]:
    """The boards of one round: the most wasteful, from another place on each time, while their parts are few."""
    waste = [
        (packing.room[j] - packing.need(counts)) * packing.prices[j] / max(1, packing.room[j])
        for j, counts in patterns
    ]
    order = sorted(range(len(patterns)), key=lambda i: (-waste[i], i))
    # Every round begins at another board, and takes every first, second or third after it.
    start, stride = step * 3 % len(order), 1 + step % 3
    chosen, types = list[int](), set[int]()
    for i in (*order[start::stride], *order[:start]):
        more = types | {k for k, n in enumerate(patterns[i][1]) if n}
        if len(more) > MOST_TYPES:
            break
        chosen.append(i)
        types = more
    return chosen
