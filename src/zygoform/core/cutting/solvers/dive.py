"""Whole boards from fractions of patterns: the most wanted pattern is taken, the rest is priced again, and so on.

Diving with column generation (Wäscher and Gau's residual heuristics go the same way). Every few boards what is left
is filled by the pencil's way, and the best of all that is kept.
"""

from collections.abc import Callable, Iterator

from zygoform.core.cutting.nest import Counts
from zygoform.core.cutting.solvers.packing import Packing, Pattern
from zygoform.core.cutting.solvers.program import Relaxed
from zygoform.core.cutting.solvers.quick import quick_patterns
from zygoform.core.cutting.solvers.walk import Grid
from zygoform.core.tolerance import PROGRAM_SLACK

MOST_DIVES = 600
PRICED_AGAIN = 3


def dive(packing: Packing, grid: Grid, columns: list[Pattern]) -> Iterator[list[Pattern]]:
    """Layouts as patterns, one for each time the rest was filled; none where a part is left over."""
    rest, limits, taken = list(packing.demand), list(packing.limits), list[Pattern]()
    program = Relaxed(packing, columns)
    known = list(columns)
    for step in range(MOST_DIVES):
        if step and step % max(1, len(taken) // 12) == 0:
            filled = _filled(packing, taken, rest, limits)
            if filled is not None:
                yield filled
        if not any(rest):
            return
        program.want(rest, limits)
        for _ in range(PRICED_AGAIN):
            found = program.duals()
            new = [p for p in _priced(packing, grid, found.values, tuple(rest)) if p not in known]
            if not new:
                break
            known += new
            program.add(new)
        shares = program.shares()
        best = max(
            range(len(shares)), key=lambda i: (shares[i] - int(shares[i]) if shares[i] < 1 else shares[i], -i)
        )
        j, counts = known[best]
        for _ in range(max(1, int(shares[best] + PROGRAM_SLACK))):
            real = tuple(min(n, m) for n, m in zip(counts, rest, strict=True))
            if not any(real) or limits[j] == 0:
                break
            taken.append((j, real))
            rest = [m - n for m, n in zip(rest, real, strict=True)]
            left = limits[j]
            limits[j] = None if left is None else left - 1


def _priced(packing: Packing, grid: Grid, values: tuple[float, ...], rest: Counts) -> list[Pattern]:
    return [
        (j, counts) for j, counts in enumerate(grid.best(values, rest)) if any(counts) and packing.limits[j] != 0
    ]


def _filled(
    packing: Packing, taken: list[Pattern], rest: list[int], limits: list[int | None]
) -> list[Pattern] | None:
    """What was taken, and the rest by the pencil's way; each board as short as its parts allow."""
    done = [_shortened(packing, pattern) for pattern in taken]
    if not any(rest):
        return done
    left = packing.part_of(rest, limits)
    more, missing = quick_patterns(left)
    return None if missing or left.unplaced else done + [packing.whole(left, pattern) for pattern in more]


def _shortened(packing: Packing, pattern: Pattern) -> Pattern:
    """The same parts on the cheapest length on sale that holds them; an owned board stays."""
    j, counts = pattern
    if packing.limits[j] is not None:
        return pattern
    need = packing.need(counts)
    fits = [k for k, limit in enumerate(packing.limits) if limit is None and packing.room[k] >= need]
    return min(fits, key=lambda k: (packing.prices[k], packing.room[k]), default=j), counts


# Some boards of a layout laid out anew on their own: a small problem can be proven, and may come out cheaper.
#
# Large neighbourhood search: the boards with the most waste for their money first, each time a few others with
# them.

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
