"""The independent checker of sheets: reads a layout as rectangles, shares no code with what made it."""

import math
from collections import Counter
from typing import NamedTuple

from zygoform.core.cutting.sheets.problem import CutSheet, SheetLayout, SheetProblem
from zygoform.core.cutting.verify import wrong_counts


class _Rect(NamedTuple):
    """Least and greatest coordinates, by axis: 0 along the width, 1 along the height."""

    low: tuple[int, int]
    high: tuple[int, int]


def verify_sheets(problem: SheetProblem, layout: SheetLayout) -> list[str]:
    """What is wrong with a layout; empty when it can be cut."""
    stocks = {stock.id: stock for stock in problem.stocks}
    parts = {part.id: part for part in problem.parts}
    wrong = _wrong_counts(problem, layout)
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


def _wrong_counts(problem: SheetProblem, layout: SheetLayout) -> list[str]:
    laid = Counter(one.part for sheet in layout.boards for one in sheet.parts)
    used = Counter(sheet.stock for sheet in layout.boards)
    wanted = {part.id: part.count for part in problem.parts if part.id not in layout.unplaced}
    return wrong_counts(laid, wanted, used, {stock.id: stock.limit for stock in problem.stocks})


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
