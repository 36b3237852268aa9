"""How many boards of each stock could do at all. Where they are few, trying them one by one proves fastest."""

from zygoform.core.cutting.solvers.packing import Packing
from zygoform.core.tolerance import COUNT_SLACK

StockCounts = tuple[int, ...]
MOST_COUNTS = 600


def affordable_counts(packing: Packing, low: int, high: int) -> list[StockCounts] | None:
    """Every count of boards of each stock that costs low..high and has room enough, cheapest first, fewest first.

    None where there are more than MOST_COUNTS.
    """
    most = [
        sum(packing.demand)
        if stock.limit is None
        else stock.limit
        if price == 0
        else min(stock.limit, high // price)
        for stock, price in zip(packing.problem.stocks, packing.prices, strict=True)
    ]
    walk = _Walk(packing, most, low, high)
    walk.deepen((), 0, packing.asked)
    if len(walk.found) > MOST_COUNTS:
        return None
    return sorted(walk.found, key=lambda counts: (_money(packing, counts), sum(counts), counts))


class _Walk:
    """Stock by stock; what no money left could reach is not walked."""

    def __init__(self, packing: Packing, most: list[int], low: int, high: int) -> None:
        self.prices, self.space, self.most, self.low, self.high = packing.prices, packing.space, most, low, high
        self.found: list[StockCounts] = []
        rest = [range(at, len(most)) for at in range(len(most) + 1)]
        # From each stock on: the most room a cent can buy (a little over, against rounding), and what is free.
        self.per_cent = [
            max((self.space[j] / self.prices[j] for j in js if self.prices[j]), default=0.0) * (1 + COUNT_SLACK)
            for js in rest
        ]
        self.free = [sum(self.space[j] * most[j] for j in js if not self.prices[j]) for js in rest]

    def deepen(self, counts: StockCounts, money: int, room: int) -> None:
        """`money` spent on `counts`, `room` still wanted (half units)."""
        at = len(counts)
        if len(self.found) > MOST_COUNTS or room > self.per_cent[at] * (self.high - money) + self.free[at] + 1:
            return
        price, space, most = self.prices[at], self.space[at], self.most[at]
        if price:
            most = min(most, (self.high - money) // price)
        if at + 1 < len(self.most):
            for count in range(most + 1):
                self.deepen((*counts, count), money + price * count, room - space * count)
            return
        least = max(0, -(-room // space) if space else (0 if room <= 0 else most + 1))
        if price:
            least = max(least, -(-(self.low - money) // price))
        elif money < self.low:
            return
        self.found.extend((*counts, count) for count in range(least, most + 1))


def _money(packing: Packing, counts: StockCounts) -> int:
    return sum(price * count for price, count in zip(packing.prices, counts, strict=True))
