"""What is left when everything is cut, as a table that the next project takes over as boards of one's own."""

from collections import Counter

from zygoform.core.goods.timber import StockLine, TimberSize
from zygoform.core.measure.rounding import round_to
from zygoform.core.plan.plan import Plan
from zygoform.files.tables import write_table


def leftover_csv(plan: Plan, stock: tuple[StockLine, ...]) -> str:
    """Offcuts worth keeping, and boards of one's own that were not touched; alike ones together."""
    unit, counts = plan.shop.unit, Counter[tuple[str, str, str]]()

    def show(mm: float) -> str:
        # Never more than there is.
        return unit.plain(round_to(mm, unit.step, "down"))

    def add(size: TimberSize, length: float, width: float | None, count: int = 1) -> None:
        counts[size.name, show(length), show(width) if width is not None else ""] += count

    boards = [board for layout in plan.layouts for board in layout.boards]
    for board in boards:
        if board.worth_keeping and board.both_ways:
            add(board.size, max(board.offcut[2:]), min(board.offcut[2:]))
        elif board.worth_keeping:
            add(board.size, board.left_over, None)
    used = Counter(board.stock for board in boards if board.owned)
    for line in stock:
        if line.count > used[line.id]:
            add(plan.shop.size(line.size), line.length, line.width, line.count - used[line.id])
    rows = [(name, long, wide, count) for (name, long, wide), count in counts.items()]
    return write_table(("stock", "length", "width", "count"), rows)
