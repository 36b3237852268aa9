"""How short a length of a roll does.

y  along the roll      What is taken already is a staircase: nothing further left and lower is free any more. Any
^  +------+            layout can be pushed left and down, and taken up again piece by piece, each in a corner of
|  |  b   |__          the staircase of those before (Martello, Monaci, Vigo: An exact approach to the
|  |______|  |         strip-packing problem, 2003): every piece tried in every corner misses no shorter one.
|  |    a    |
+--+---------+--> x
"""

from collections.abc import Iterator

from zygoform.core.cutting.problem import RollLayout, RollPlace, RollProblem

PROVEN_UP_TO = 8
"""For so many pieces every way is tried; for more, good orders of them."""
MOST_STAIRCASES = 3_000_000
"""The search stops after so many: what was found by then is used, and not said to be proven."""

Size = tuple[int, int]
Corner = tuple[int, int]


def quick_roll(asked: RollProblem) -> RollLayout:
    """Good orders, each laid piece by piece as low as it goes; what is wider than the roll is left over."""
    names, sizes, unplaced = _pieces(asked)
    if not sizes:
        return RollLayout((), 0, 0, proven=True, unplaced=unplaced)
    least = _bound(sizes, asked.width)
    length, corners = _in_good_orders(sizes, asked.width, least)
    places = tuple(RollPlace(name, *corner) for name, corner in zip(names, corners, strict=True))
    return RollLayout(places, length, least, length == least, unplaced)


def better_rolls(asked: RollProblem) -> Iterator[RollLayout]:
    """The quick layout, then the shortest there is, proven, where there are no more pieces than can be tried."""
    quick = quick_roll(asked)
    yield quick
    names, sizes, unplaced = _pieces(asked)
    if quick.proven or len(sizes) > PROVEN_UP_TO:
        return
    search = _RollSearch(sizes, asked.width, quick.length, quick.bound)
    search.descend(0, ((0, 0),), 0, {})
    places = tuple(RollPlace(name, *at) for name, at in zip(names, search.best, strict=True)) if search.best else ()
    proven = search.states < MOST_STAIRCASES
    bound = search.length if proven else quick.bound
    yield RollLayout(places or quick.places, search.length, bound, proven, unplaced)


def _pieces(asked: RollProblem) -> tuple[list[str], list[Size], tuple[str, ...]]:
    """Ids and sizes one by one, and what is too wide."""
    every = [part for part in asked.parts for _ in range(part.count)]
    fits = [part for part in every if part.width <= asked.width]
    wide = tuple(part.id for part in every if part.width > asked.width)
    return [part.id for part in fits], [(part.width, part.length) for part in fits], wide


def _bound(sizes: list[Size], width: int) -> int:
    """No roll is shorter: the longest piece, the area, and pieces of which no two lie side by side.

    For every width k: a piece wider than all but k lies alone in its row, one narrower than k counts for nothing.
    """
    best = max(h for _, h in sizes)
    for k in {0, *(w for w, _ in sizes if 2 * w <= width)}:
        area = sum((width if w > width - k else w if w >= k else 0) * h for w, h in sizes)
        best = max(best, -(-area // width))
    return max(best, sum(h for w, h in sizes if 2 * w > width))


def _in_good_orders(sizes: list[Size], width: int, least: int) -> tuple[int, tuple[Corner, ...]]:
    """The shortest that an order by length, width, area or girth gives."""
    keys = (
        lambda k: (-sizes[k][1], -sizes[k][0]),
        lambda k: (-sizes[k][0], -sizes[k][1]),
        lambda k: (-sizes[k][0] * sizes[k][1], k),
        lambda k: (-sizes[k][0] - sizes[k][1], k),
    )
    best: tuple[int, tuple[Corner, ...]] | None = None
    for key in keys:
        found = _lowest(sorted(range(len(sizes)), key=key), sizes, width)
        if best is None or found[0] < best[0]:
            best = found
        if best[0] == least:
            break
    assert best is not None
    return best


def _lowest(order: list[int], sizes: list[Size], width: int) -> tuple[int, tuple[Corner, ...]]:
    """Every piece as low, then as far left, as it goes above what lies there: along the skyline."""
    sky, places = [(0, width, 0)], dict[int, Corner]()
    for k in order:
        w, h = sizes[k]
        lows = [(max(top for a, b, top in sky if a < x + w and b > x), x) for x, _, _ in sky if x + w <= width]
        y, x = min(lows)
        places[k] = (x, y)
        rest = [(a, min(b, x), top) for a, b, top in sky if a < x]
        rest += [(max(a, x + w), b, top) for a, b, top in sky if b > x + w]
        sky = sorted([*rest, (x, x + w, y + h)])
    return max(top for _, _, top in sky), tuple(places[k] for k in range(len(sizes)))


class _RollSearch:
    """Every piece in every corner, as long as what is left could still make it shorter."""

    def __init__(self, sizes: list[Size], width: int, length: int, least: int) -> None:
        self.sizes, self.width, self.length, self.least = sizes, width, length, least
        self.best: tuple[Corner, ...] = ()
        self.whole = (1 << len(sizes)) - 1
        self.states = 0
        self._seen: dict[tuple[int, tuple[Corner, ...]], int] = {}

    def descend(self, placed: int, stairs: tuple[Corner, ...], top: int, at: dict[int, Corner]) -> None:
        """`stairs` are the corners from the upper left to the lower right, in which the next piece may lie."""
        if placed == self.whole:
            self.length, self.best = top, tuple(at[k] for k in range(len(self.sizes)))
            return
        left = [(k, size) for k, size in enumerate(self.sizes) if not placed >> k & 1]
        stairs = self._raised(left, stairs)
        key = placed, stairs
        if self.states >= MOST_STAIRCASES or self._seen.get(key, self.length) <= top or self._full(left, stairs):
            return
        self._seen[key] = top
        self.states += 1
        tried = set[Size]()
        for k, (w, h) in left:
            if (w, h) in tried:
                continue
            tried.add((w, h))
            for x, y in stairs:
                if x + w <= self.width and max(top, y + h) < self.length:
                    after = _staircase(stairs, (x, y), (x + w, y + h))
                    self.descend(placed | 1 << k, after, max(top, y + h), {**at, k: (x, y)})
                    if self.length == self.least:
                        return

    def _full(self, left: list[tuple[int, Size]], stairs: tuple[Corner, ...]) -> bool:
        """Whether what is left cannot end any lower: what lies under the staircase is lost."""
        ends = [*(x for x, _ in stairs[1:]), self.width]
        under = sum((end - x) * y for (x, y), end in zip(stairs, ends, strict=True))
        if under + sum(w * h for _, (w, h) in left) > (self.length - 1) * self.width:
            return True
        # Every piece for itself, as low as the stairs let it.
        return any(all(y + h >= self.length for x, y in stairs if x + w <= self.width) for _, (w, h) in left)

    def _raised(self, left: list[tuple[int, Size]], stairs: tuple[Corner, ...]) -> tuple[Corner, ...]:
        """Without corners in which no piece finds room: what lies over them is lost up to the next step."""
        kept = list[Corner]()
        for x, y in stairs:
            if any(x + w <= self.width and y + h < self.length for _, (w, h) in left):
                kept.append((x, y))
            elif not kept:
                kept.append((x, self.length))
        return tuple(corner for k, corner in enumerate(kept) if not k or corner[1] != kept[k - 1][1])


def _staircase(stairs: tuple[Corner, ...], corner: Corner, far: Corner) -> tuple[Corner, ...]:
    """The corners once a piece lies in one of them and reaches to `far`."""
    right, upper = far
    before = [(x, y) for x, y in stairs if x < corner[0] and y > upper]
    after = [(x, y) for x, y in stairs if x > right]
    # Left of the piece the stairs stand higher or end at its upper edge; right of it they go on as they were.
    start = next(x for x, y in stairs if y <= upper)
    below = next(y for x, y in reversed(stairs) if x <= right)
    return (*before, (start, upper), (right, below), *after)
