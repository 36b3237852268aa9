"""What no layout of sheets can beat: by area, and by parts of which no two lie on one sheet."""

from zygoform.core.cutting.sheets.stock_sheets import SheetSet

AREA_STEPS = 4000
"""The area asked for is counted in so many steps, rounded down: the bound stays one."""


def cost_bound(sheets: SheetSet) -> int:
    """The least that any layout costs, cents."""
    return max(_by_area(sheets), _by_large_parts(sheets))


def _by_area(sheets: SheetSet) -> int:
    """The cheapest sheets whose rooms come to the parts' area; owned ones cost nothing."""
    asked = sum(w * h * n for (w, h), n in zip(sheets.sizes, sheets.counts, strict=True))
    asked -= sum(sheets.rooms[j][0] * sheets.rooms[j][1] for j in sheets.owned)
    if asked <= 0 or not sheets.sale:
        return 0
    step = max(1, asked // AREA_STEPS)
    steps = asked // step
    # Each room counted as more than it is, the area asked for as less.
    rooms = [(-(-sheets.rooms[j][0] * sheets.rooms[j][1] // step), sheets.prices[j]) for j in sheets.sale]
    rooms = [(room, price) for room, price in rooms if room]
    # Of all amounts only those matter that whole sheets leave of what is asked for.
    wanted, least = bytearray(steps + 1), [0] * (steps + 1)
    wanted[steps] = 1
    for k in range(steps, 0, -1):
        if wanted[k]:
            for room, _ in rooms:
                wanted[max(0, k - room)] = 1
    for k in range(1, steps + 1):
        if wanted[k]:
            least[k] = min([least[max(0, k - room)] + price for room, price in rooms])
    return least[steps]


def _by_large_parts(sheets: SheetSet) -> int:
    """Parts larger than half of every sheet both ways, however they lie: each takes a sheet of its own."""
    wide, high = (max((room[k] for room in sheets.rooms), default=0) for k in (0, 1))
    alone: list[int] = []
    for kind, ways in enumerate(sheets.ways):
        if all(2 * w > wide and 2 * h > high for w, h, _ in ways):
            fits = [sheets.prices[j] for j in sheets.sale if sheets.fits(kind, j)]
            alone += [min(fits, default=0)] * sheets.counts[kind]
    # An owned sheet takes one of them away, the dearest at best.
    return sum(sorted(alone)[: max(0, len(alone) - len(sheets.owned))])
