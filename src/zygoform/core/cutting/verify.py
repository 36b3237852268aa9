"""The independent checker: reads a layout as geometry, shares no code with what made it."""

import math
from collections import Counter

from zygoform.core.cutting.problem import UNITS_PER_MM, Cut, PartType, StripLayout, StripProblem
from zygoform.core.tolerance import LAYOUT_MM, SAME_DEG

_SLACK = LAYOUT_MM * UNITS_PER_MM


def verify(question: StripProblem, answer: StripLayout) -> list[str]:
    """What is wrong with a layout; empty when it can be cut."""
    stocks = {stock.id: stock for stock in question.stocks}
    parts = {part.id: part for part in question.parts}
    wrong = _wrong_counts(question, answer)
    for number, board in enumerate(answer.boards):
        stock = stocks.get(board.stock)
        if stock is None or any(cut.part not in parts for cut in board.cuts):
            wrong.append(f"board {number}: unknown stock or part")
            continue
        for cut in board.cuts:
            part = parts[cut.part]
            if cut.x < question.trim - _SLACK or cut.x + part.length > stock.length - question.trim + _SLACK:
                wrong.append(f"board {number}: {cut.part} leaves the board")
            if not _may_lie(part, cut, question.turn):
                wrong.append(f"board {number}: {cut.part} is turned as it must not be")
        for before, after in zip(board.cuts, board.cuts[1:], strict=False):
            if _gap_lacks(question, parts[before.part], before, after):
                wrong.append(f"board {number}: {before.part} and {after.part} are closer than the blade")
    cost = sum(stocks[board.stock].price for board in answer.boards if board.stock in stocks)
    if cost != answer.cost:
        wrong.append(f"the boards cost {cost}, not {answer.cost}")
    return wrong


def _wrong_counts(question: StripProblem, answer: StripLayout) -> list[str]:
    cut = Counter(c.part for board in answer.boards for c in board.cuts)
    used = Counter(board.stock for board in answer.boards)
    wrong = [
        f"{part.id}: {cut[part.id]} of {part.count} cut"
        for part in question.parts
        if cut[part.id] != part.count and part.id not in answer.unplaced
    ]
    wrong += [
        f"{stock.id}: {used[stock.id]} used, {stock.limit} owned"
        for stock in question.stocks
        if stock.limit is not None and used[stock.id] > stock.limit
    ]
    return wrong


def _may_lie(part: PartType, cut: Cut, turn: str) -> bool:
    left, right = part.left, part.right
    allowed = [(left, right)]
    if turn != "moulded":
        allowed.append((right, left))
    if turn == "free":
        allowed += [(-left, -right), (-right, -left)]
    return any(abs(cut.left - a) < SAME_DEG and abs(cut.right - b) < SAME_DEG for a, b in allowed)


def _gap_lacks(question: StripProblem, part: PartType, before: Cut, after: Cut) -> bool:
    """Whether two cut lines come closer, at either edge of the strip, than the slanted blade is wide."""
    need = question.kerf * max(1 / math.cos(math.radians(a)) for a in (before.right, after.left))
    slope_right, slope_left = (math.tan(math.radians(a)) for a in (before.right, after.left))
    # Of a line, only the extreme point is given: it lies at one edge or the other, depending on the lean.
    right_at_0 = before.x + part.length - max(0.0, slope_right) * question.width
    left_at_0 = after.x - min(0.0, slope_left) * question.width
    for y in (0.0, float(question.width)):
        if left_at_0 + slope_left * y - (right_at_0 + slope_right * y) < need - _SLACK:
            return True
    return False
