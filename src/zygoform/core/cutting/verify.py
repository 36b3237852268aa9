"""The independent checker: reads a layout as geometry, shares no code with what made it."""

import math
from collections import Counter
from collections.abc import Mapping
from itertools import combinations
from typing import NamedTuple

from zygoform.core.cutting.problem import (
    Cut,
    CutSheet,
    PartType,
    RollLayout,
    RollProblem,
    SheetLayout,
    SheetProblem,
    StripLayout,
    StripProblem,
)
from zygoform.core.tolerance import LAYOUT_UNITS, SAME_DEG


def verify(problem: StripProblem, layout: StripLayout) -> list[str]:
    """What is wrong with a layout; empty when it can be cut."""
    stocks = {stock.id: stock for stock in problem.stocks}
    parts = {part.id: part for part in problem.parts}
    wrong = _wrong_counts(problem, layout, Counter(cut.part for board in layout.boards for cut in board.cuts))
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


def _wrong_counts(
    problem: StripProblem | SheetProblem, layout: StripLayout | SheetLayout, cut: Counter[str]
) -> list[str]:
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


# The independent checker of sheets: reads a layout as rectangles, shares no code with what made it.


class _Rect(NamedTuple):
    """Least and greatest coordinates, by axis: 0 along the width, 1 along the height."""

    low: tuple[int, int]
    high: tuple[int, int]


def verify_sheets(problem: SheetProblem, layout: SheetLayout) -> list[str]:
    """What is wrong with a layout; empty when it can be cut."""
    stocks = {stock.id: stock for stock in problem.stocks}
    parts = {part.id: part for part in problem.parts}
    wrong = _wrong_counts(problem, layout, Counter(laid.part for sheet in layout.boards for laid in sheet.parts))
    for number, sheet in enumerate(layout.boards):
        if sheet.stock not in stocks or any(laid.part not in parts for laid in sheet.parts):
            wrong.append(f"sheet {number}: unknown stock or part")
            continue
        if any(laid.turned and not parts[laid.part].turns for laid in sheet.parts):
            wrong.append(f"sheet {number}: a part with grain is turned")
        stock, trim = stocks[sheet.stock], problem.trim
        room = _Rect((trim, trim), (stock.width - trim, stock.height - trim))
        wrong += [f"sheet {number}: {what}" for what in _wrong_cuts(problem, sheet, room)]
    cost = sum(stocks[sheet.stock].price for sheet in layout.boards if sheet.stock in stocks)
    if cost != layout.cost:
        wrong.append(f"the sheets cost {cost}, not {layout.cost}")
    return wrong


def _wrong_cuts(problem: SheetProblem, sheet: CutSheet, room: _Rect) -> list[str]:
    sizes = {part.id: (part.width, part.height) for part in problem.parts}
    rects = []
    for laid in sheet.parts:
        width, height = sizes[laid.part][::-1] if laid.turned else sizes[laid.part]
        rects.append(_Rect((laid.x, laid.y), (laid.x + width, laid.y + height)))
    if any(rect.low[k] < room.low[k] or rect.high[k] > room.high[k] for rect in rects for k in (0, 1)):
        return ["a part leaves the sheet"]
    for i, one in enumerate(rects):
        for other in rects[i + 1 :]:
            if all(
                one.low[k] < other.high[k] + problem.kerf and other.low[k] < one.high[k] + problem.kerf
                for k in (0, 1)
            ):
                return ["two parts are closer than the blade"]
    rounds = min(_rounds(rects, room, axis, problem.kerf) for axis in (0, 1))
    if math.isinf(rounds):
        return ["no cut from edge to edge frees the parts"]
    if problem.stages and rounds > problem.stages:
        return [f"it takes {rounds:.0f} rounds of cuts"]
    return []


def _rounds(rects: list[_Rect], room: _Rect, axis: int, kerf: int) -> float:
    """How many rounds of parallel cuts free the parts of a room, the first ones across `axis`; inf where none do.

    In one round all cuts are made that can be: none of them is in the way of a later one.
    """
    if not rects or (len(rects) == 1 and rects[0] == room):
        return 0
    groups = _groups(rects, axis, kerf)
    worst = 0.0
    for group in groups:
        low, high = list(room.low), list(room.high)
        low[axis], high[axis] = min(r.low[axis] for r in group), max(r.high[axis] for r in group)
        own = _Rect((low[0], low[1]), (high[0], high[1]))
        if own == room and len(groups) == 1:
            # Nothing can be cut this way.
            return math.inf
        worst = max(worst, _rounds(group, own, 1 - axis, kerf))
    return 1 + worst


def _groups(rects: list[_Rect], axis: int, kerf: int) -> list[list[_Rect]]:
    """The parts between two cuts across an axis."""
    groups: list[list[_Rect]] = []
    reach = -math.inf
    for rect in sorted(rects, key=lambda r: r.low[axis]):
        if not groups or rect.low[axis] >= reach + kerf:
            groups.append([])
        groups[-1].append(rect)
        reach = max(reach, rect.high[axis])
    return groups


# Whether a layout of a roll can be cut; shares no code with what found it.


def verify_roll(asked: RollProblem, answered: RollLayout) -> list[str]:
    """What is wrong with it; empty when it can be cut."""
    wrong = list[str]()
    wanted = Counter({part.id: part.count for part in asked.parts})
    if Counter(place.part for place in answered.places) + Counter(answered.unplaced) != wanted:
        wrong.append("not every piece is there once")
    size = {part.id: (part.width, part.length) for part in asked.parts}
    boxes = [(p.x, p.y, p.x + size[p.part][0], p.y + size[p.part][1]) for p in answered.places if p.part in size]
    if any(x0 < 0 or y0 < 0 or x1 > asked.width or y1 > answered.length for x0, y0, x1, y1 in boxes):
        wrong.append("a piece lies beside the roll")
    if any(a[0] < b[2] and b[0] < a[2] and a[1] < b[3] and b[1] < a[3] for a, b in combinations(boxes, 2)):
        wrong.append("two pieces lie on each other")
    if any(size[name][0] <= asked.width for name in answered.unplaced if name in size):
        wrong.append("a piece that has room is left over")
    if answered.bound > answered.length or (answered.proven and answered.bound != answered.length):
        wrong.append("the bound does not hold")
    return wrong
