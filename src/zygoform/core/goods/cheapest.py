"""Least money that covers a need: of packs, of cans."""

import math
from decimal import Decimal
from functools import lru_cache

from zygoform.core.tolerance import COUNT_SLACK

MOST_CELLS = 200_000
"""Amounts are reckoned in cells of the packs' common measure; of very many, in somewhat larger ones."""


@lru_cache(maxsize=256)
def cheapest_packs(need: float, packs: tuple[tuple[float, Decimal], ...]) -> tuple[int, ...]:
    """Least money that covers `need`; ties go to fewer packs, then to less left over.

    The covering knapsack by dynamic programming: each amount at its best from the amounts a pack smaller.
    """
    if need <= 0:
        return (0,) * len(packs)
    grains = [max(1, round(holds * 1000)) for holds, _ in packs]
    wanted = math.ceil(need * 1000 - COUNT_SLACK)
    grain = max(math.gcd(*grains), -(-wanted // MOST_CELLS))
    sizes = [max(1, size // grain) for size in grains]
    cells = -(-wanted // grain)
    # For every amount: money, packs, and what is left over so far, with the pack that was taken last.
    best: list[tuple[Decimal, int, int, int]] = [(Decimal(0), 0, 0, -1)]
    for amount in range(1, cells + 1):
        best.append(
            min(
                (money + price, count + 1, over + max(0, size - amount), k)
                for k, (size, (_, price)) in enumerate(zip(sizes, packs, strict=True))
                for money, count, over, _ in (best[max(0, amount - size)],)
            )
        )
    counts, amount = [0] * len(packs), cells
    while amount > 0:
        k = best[amount][3]
        counts[k] += 1
        amount -= sizes[k]
    return tuple(counts)
