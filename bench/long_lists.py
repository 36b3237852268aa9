"""Long lists, ten seconds each: how far the best layout is over its bound, and over what a pencil would buy.

Hundreds of different parts: by the recipe of furniture lists (several lengths on sale), and by two published ones
with one length each (Falkenauer 1996: `u`, lengths of 20 to 100 on 150; `t`, three parts that fill 1000 exactly, so
that the optimum is known).
"""

import random
import time
from collections import Counter
from collections.abc import Iterable
from typing import NamedTuple

from zygoform.core.cutting.problem import PartType, StockType, StripLayout, StripProblem
from zygoform.core.cutting.solvers.exact import improve
from zygoform.core.cutting.solvers.quick import quick_piecemeal
from zygoform.core.piecemeal import at_once

SECONDS = 10.0


class LongList(NamedTuple):
    """What came out: cost of the quick layout, of the best after ten seconds, and its bound (cents, or boards)."""

    name: str
    quick: int
    best: int
    bound: int


def _parts(lengths: Iterable[int]) -> tuple[PartType, ...]:
    counted = sorted(Counter(lengths).items(), reverse=True)
    return tuple(PartType(f"p{i}", length, many) for i, (length, many) in enumerate(counted))


def furniture(parts: int, seed: int) -> StripProblem:
    """Mostly different parts of 15 to 180 cm, five lengths on sale at their own prices."""
    draw = random.Random(seed)
    lengths = [draw.randint(300, 3600) * 50 for _ in range(parts)]
    sale = [(6, 1509), (8, 1939), (10, 2439), (12, 2999), (16, 4459)]
    stocks = tuple(StockType(f"s{ft}", ft * 30_480, price + draw.randint(-60, 60)) for ft, price in sale)
    return StripProblem(300, 500, 0, stocks, _parts(lengths))


def uniform(parts: int, seed: int) -> StripProblem:
    """Lengths 20 to 100, boards of 150."""
    draw = random.Random(seed)
    lengths = [draw.randint(20, 100) for _ in range(parts)]
    return StripProblem(0, 0, 0, (StockType("s", 150, 1),), _parts(lengths))


def triplets(boards: int, seed: int) -> StripProblem:
    """So many boards of 1000, each filled by three parts without waste."""
    draw, lengths = random.Random(seed), list[int]()
    for _ in range(boards):
        first = draw.randint(380, 490)
        second = draw.randint(250, (1000 - first) // 2)
        lengths += [first, second, 1000 - first - second]
    return StripProblem(0, 0, 0, (StockType("s", 1000, 1),), _parts(lengths))


def long_lists() -> list[LongList]:
    """Each list laid out quickly, and as well as ten seconds allow."""
    asked = {
        "100 parts of furniture": furniture(100, 1),
        "200 parts of furniture": furniture(200, 2),
        "250 parts, one length": uniform(250, 3),
        "1000 parts, one length": uniform(1000, 4),
        "60 parts without waste": triplets(20, 5),
        "249 parts without waste": triplets(83, 6),
    }
    found = []
    for name, problem in asked.items():
        until, best = time.perf_counter() + SECONDS, at_once(quick_piecemeal(problem))
        quick = best
        for layout in improve(problem):
            best = _better(layout, best)
            if layout.proven or time.perf_counter() > until:
                break
        found.append(LongList(name, quick.cost, best.cost, best.bound or 0))
    return found


def _better(one: StripLayout, other: StripLayout) -> StripLayout:
    return one if one.cost <= other.cost else other
