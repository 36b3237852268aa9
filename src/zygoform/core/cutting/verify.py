"""The independent checker: reads a layout as geometry, shares no code with what made it."""

import math
from collections import Counter
from collections.abc import Mapping

from zygoform.core.cutting.problem import Cut, PartType, StripLayout, StripProblem
from zygoform.core.tolerance import LAYOUT_UNITS, SAME_DEG


def verify(problem: StripProblem, layout: StripLayout) -> list[str]:
    """What is wrong with a layout; empty when it can be cut."""
    stocks = {stock.id: stock for stock in problem.stocks}
    parts = {part.id: part for part in problem.parts}
    wrong = _wrong_counts(problem, layout)
    for number, board in enumerate(layout.boards):
        stock = stocks.get(board.stock)
        if stock is None or any(cut.part not in parts for cut in board.cuts):
            wrong.append(f"board {number}: unknown stock or part")
            continue
        for cut in board.cuts:
            part = parts[cut.part]
            if cut.x < problem.trim or cut.x + part.length > stock.length - problem.trim:
                wrong.append(f"board {number}: {cut.part} leaves the board")
            if _ends_cross(part, cut, problem.width):
                wrong.append(f"board {number}: the ends of {cut.part} cross")
            if not _may_lie(part, cut, problem.turn):
                wrong.append(f"board {number}: {cut.part} is turned as it must not be")
        for before, after in zip(board.cuts, board.cuts[1:], strict=False):
            if _gap_lacks(problem, parts[before.part], before, after):
                wrong.append(f"board {number}: {before.part} and {after.part} are closer than the blade")
    cost = sum(stocks[board.stock].price for board in layout.boards if board.stock in stocks)
    if cost != layout.cost:
        wrong.append(f"the boards cost {cost}, not {layout.cost}")
    return wrong


def _wrong_counts(problem: StripProblem, layout: StripLayout) -> list[str]:
    cut = Counter(c.part for board in layout.boards for c in board.cuts)
    used = Counter(board.stock for board in layout.boards)
    wanted = {part.id: part.count for part in problem.parts if part.id not in layout.unplaced}
    return wrong_counts(cut, wanted, used, {stock.id: stock.limit for stock in problem.stocks})


def wrong_counts(
    cut: Counter[str], wanted: Mapping[str, int], used: Counter[str], limits: Mapping[str, int | None]
) -> list[str]:
    """Parts that are not cut as often as they are wanted, and boards used that are not owned."""
    wrong = [f"{part}: {cut[part]} of {count} cut" for part, count in wanted.items() if cut[part] != count]
    return wrong + [
        f"{stock}: {used[stock]} used, {limit} owned"
        for stock, limit in limits.items()
        if limit is not None and used[stock] > limit
    ]


def _ends_cross(part: PartType, cut: Cut, strip: int) -> bool:
    """Whether nothing is left of a part at one of its edges: its two cut lines meet within it."""
    width = part.width or strip
    slope_left, slope_right = (math.tan(math.radians(a)) for a in (cut.left, cut.right))
    left_at_0 = -min(0.0, slope_left) * width
    right_at_0 = part.length - max(0.0, slope_right) * width
    slack = LAYOUT_UNITS
    return any(right_at_0 + slope_right * y < left_at_0 + slope_left * y - slack for y in (0.0, float(width)))


def _may_lie(part: PartType, cut: Cut, turn: str) -> bool:
    left, right = part.left, part.right
    allowed = [(left, right)]
    if turn != "moulded":
        allowed.append((right, left))
    if turn == "free":
        allowed += [(-left, -right), (-right, -left)]
    return any(abs(cut.left - a) < SAME_DEG and abs(cut.right - b) < SAME_DEG for a, b in allowed)


def _gap_lacks(problem: StripProblem, part: PartType, before: Cut, after: Cut) -> bool:
    """Whether two cut lines come closer, at either edge of the strip, than the slanted blade is wide."""
    need = problem.kerf * max(1 / math.cos(math.radians(a)) for a in (before.right, after.left))
    slope_right, slope_left = (math.tan(math.radians(a)) for a in (before.right, after.left))
    # Of a line, only the extreme point is given: it lies at one edge or the other, depending on the lean.
    right_at_0 = before.x + part.length - max(0.0, slope_right) * problem.width
    left_at_0 = after.x - min(0.0, slope_left) * problem.width
    for y in (0.0, float(problem.width)):
        if left_at_0 + slope_left * y - (right_at_0 + slope_right * y) < need - LAYOUT_UNITS:
            return True
    return False
