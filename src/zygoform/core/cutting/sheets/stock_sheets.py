"""A problem made ready for the fills: the blade is part of every part, so that nothing is kept apart any more.

Every part is one kerf longer and wider, and so is the room within the trims (Gilmore and Gomory 1965 for one
direction; both are cut alike).
"""

from collections.abc import Iterable
from typing import NamedTuple

from zygoform.core.cutting.problem import CutSheet, LaidPart, SheetLayout, SheetProblem


class Placed(NamedTuple):
    """A part type, by its place in `SheetSet.kinds`, at a corner of the room; its sizes as it lies."""

    kind: int
    x: int
    y: int
    width: int
    height: int
    turned: bool


class FilledSheet(NamedTuple):
    """A sheet, by its stock's place in the problem, and what lies on it."""

    stock: int
    placed: tuple[Placed, ...]


class SheetSet:
    """Part types that fit on some sheet, rooms of the stocks (0 by 0 where the trims leave nothing)."""

    def __init__(self, problem: SheetProblem) -> None:
        self.problem, kerf = problem, problem.kerf
        self.rooms = [
            (max(0, s.width - 2 * problem.trim + kerf), max(0, s.height - 2 * problem.trim + kerf))
            for s in problem.stocks
        ]
        self.prices = [stock.price for stock in problem.stocks]
        self.kinds: list[int] = []
        self.sizes: list[tuple[int, int]] = []
        self.ways: list[tuple[tuple[int, int, bool], ...]] = []
        self.counts: list[int] = []
        missing = []
        for at, part in enumerate(problem.parts):
            if not part.count:
                continue
            width, height = part.width + kerf, part.height + kerf
            ways = ((width, height, False), (height, width, True)) if part.turns else ((width, height, False),)
            ways = ways[:1] if width == height else ways
            if not any(w <= x and h <= y for w, h, _ in ways for x, y in self.rooms):
                missing.append(part.id)
                continue
            self.kinds.append(at)
            self.sizes.append((width, height))
            self.ways.append(ways)
            self.counts.append(part.count)
        self.missing = tuple(missing)
        self.owned = [j for j, s in enumerate(problem.stocks) if s.limit is not None for _ in range(s.limit)]
        self.owned.sort(key=lambda j: self.rooms[j][0] * self.rooms[j][1])
        self.sale = [j for j, stock in enumerate(problem.stocks) if stock.limit is None]

    def fits(self, kind: int, stock: int) -> bool:
        """Whether a part can be cut from a sheet at all."""
        wide, high = self.rooms[stock]
        return any(width <= wide and height <= high for width, height, _ in self.ways[kind])

    def cost(self, sheets: Iterable[FilledSheet]) -> int:
        return sum(self.prices[sheet.stock] for sheet in sheets)

    def shrunk(self, sheet: FilledSheet) -> FilledSheet:
        """On the cheapest sheet on sale that holds the same parts where they lie; an owned one stays."""
        if sheet.stock not in self.sale:
            return sheet
        wide = max(p.x + p.width for p in sheet.placed)
        high = max(p.y + p.height for p in sheet.placed)
        holds = [j for j in self.sale if self.rooms[j][0] >= wide and self.rooms[j][1] >= high]
        return FilledSheet(min(holds, key=lambda j: (self.prices[j], self.rooms[j])), sheet.placed)

    def layout(self, sheets: list[FilledSheet], bound: int, missing: Iterable[int] = ()) -> SheetLayout:
        """Written out: where the parts lie on the sheets, dearer and fuller ones first."""
        problem, trim = self.problem, self.problem.trim
        order = sorted(sheets, key=lambda s: (-self.prices[s.stock], s.stock, -len(s.placed)))
        cut = tuple(
            CutSheet(
                problem.stocks[sheet.stock].id,
                tuple(
                    LaidPart(problem.parts[self.kinds[p.kind]].id, p.x + trim, p.y + trim, p.turned)
                    for p in sorted(sheet.placed, key=lambda p: (p.y, p.x))
                ),
            )
            for sheet in order
        )
        left = tuple(problem.parts[self.kinds[kind]].id for kind in missing)
        return SheetLayout(cut, self.cost(sheets), bound, (*self.missing, *left))
