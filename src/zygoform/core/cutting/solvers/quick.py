"""The answer of a careful person with a pencil: longest first, owned boards first, then shorten."""

from zygoform.core.cutting.question import Answer, Question
from zygoform.core.cutting.solvers.packing import Load, Packing

Filled = tuple[list[Load], tuple[int, ...]]
"""Boards, and the part types that found no board."""


def quick_answer(question: Question) -> Answer:
    """The cheapest of first fit and best fit decreasing over every length on sale."""
    packing = Packing(question)
    loads, missing = quick_loads(packing)
    return packing.write(loads, missing=missing)


def quick_loads(packing: Packing) -> Filled:
    """As quick_answer, as loads."""
    stocks = packing.question.stocks
    bought = [j for j, stock in enumerate(stocks) if stock.limit is None]
    tries = [_fill(packing, [j], best=best) for j in (bought or [-1]) for best in (False, True)]
    tries.append(_fill(packing, bought, best=True))
    return min(
        tries, key=lambda filled: (len(filled[1]), sum(packing.prices[j] for j, _ in filled[0]), len(filled[0]))
    )


def _fill(packing: Packing, buy: list[int], *, best: bool) -> Filled:
    """Every part on a board; new boards are the shortest of `buy` that hold the part."""
    owned = [
        j
        for j, stock in sorted(enumerate(packing.question.stocks), key=lambda e: e[1].length)
        for _ in range(min(stock.limit or 0, sum(packing.demand)))
    ]
    boards: list[tuple[int, list[int]]] = [(j, [0] * len(packing.types)) for j in owned]
    missing: list[int] = []
    for kind, count in enumerate(packing.demand):
        for _ in range(count):
            if kind in missing:
                break
            if not _place(packing, boards, kind, best=best):
                fits = [j for j in buy if j >= 0 and packing.room[j] >= packing.lengths[kind]]
                fits = fits or _any_that_holds(packing, kind)
                if not fits:
                    # It fits on boards owned only, and those are used up.
                    missing.append(kind)
                    continue
                counts = [0] * len(packing.types)
                counts[kind] = 1
                boards.append((min(fits, key=lambda j: (packing.room[j], packing.prices[j])), counts))
    loads = [(j, tuple(counts)) for j, counts in boards if any(counts)]
    return [_shortened(packing, load) for load in loads], tuple(missing)


def _any_that_holds(packing: Packing, kind: int) -> list[int]:
    stocks = packing.question.stocks
    return [j for j, s in enumerate(stocks) if s.limit is None and packing.room[j] >= packing.lengths[kind]]


def _place(packing: Packing, boards: list[tuple[int, list[int]]], kind: int, *, best: bool) -> bool:
    """Puts one part on the first board with room, or on the one it fills best."""
    chosen: list[int] | None = None
    least = -1
    for j, counts in boards:
        counts[kind] += 1
        rest = packing.room[j] - packing.need(tuple(counts))
        counts[kind] -= 1
        if rest >= 0 and (chosen is None or rest < least):
            chosen, least = counts, rest
            if not best:
                break
    if chosen is None:
        return False
    chosen[kind] += 1
    return True


def _shortened(packing: Packing, load: Load) -> Load:
    """The same parts on the cheapest length on sale that holds them."""
    j, counts = load
    if packing.question.stocks[j].limit is not None:
        return load
    need = packing.need(counts)
    fits = [k for k, s in enumerate(packing.question.stocks) if s.limit is None and packing.room[k] >= need]
    return min(fits, key=lambda k: (packing.prices[k], packing.room[k])), counts
