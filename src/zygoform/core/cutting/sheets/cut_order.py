"""The cuts of a sheet in order, each from edge to edge of the piece it parts; and what is left over."""

from typing import Literal, NamedTuple

from zygoform.core.cutting.problem import CutSheet, SheetProblem

Axis = Literal[0, 1]
"""0 along the sheet's width, 1 along its height."""


class SheetPiece(NamedTuple):
    """A rectangle of the sheet: its least and greatest coordinates along the width and the height, units."""

    low: tuple[int, int]
    high: tuple[int, int]

    def part_of(self, axis: Axis, low: int, high: int) -> "SheetPiece":
        """The same between two places along an axis."""
        lows, highs = list(self.low), list(self.high)
        lows[axis], highs[axis] = low, high
        return SheetPiece((lows[0], lows[1]), (highs[0], highs[1]))


class SheetCut(NamedTuple):
    """One pass of the blade through `piece`, across `axis`, taking what lies from `at` one kerf on.

    `round` counts from 0: cuts of one round run the same way.
    """

    piece: SheetPiece
    axis: Axis
    at: int
    round: int


class CutOrder(NamedTuple):
    """The cuts in order, and the rectangles that are left over, the largest first."""

    cuts: tuple[SheetCut, ...]
    offcuts: tuple[SheetPiece, ...]


def cut_order(problem: SheetProblem, sheet: CutSheet) -> CutOrder:
    """How a sheet is cut, once its edges are trimmed. Raises ValueError where no cuts from edge to edge do."""
    sizes = {part.id: (part.width, part.height) for part in problem.parts}
    stock = next(stock for stock in problem.stocks if stock.id == sheet.stock)
    trim = problem.trim
    parts = []
    for laid in sheet.parts:
        width, height = sizes[laid.part][::-1] if laid.turned else sizes[laid.part]
        parts.append(SheetPiece((laid.x, laid.y), (laid.x + width, laid.y + height)))
    whole = SheetPiece((trim, trim), (stock.width - trim, stock.height - trim))
    axes: tuple[Axis, Axis] = (0, 1)
    ways = [found for axis in axes if (found := _parted(whole, parts, axis, problem.kerf, 0)) is not None]
    if not ways:
        raise ValueError("no cuts from edge to edge part these")
    # The fewest rounds; of two that need as many the one with fewer cuts, and then the one across the width first:
    # a long sheet is halved before it is ripped.
    cuts, offcuts = min(ways, key=lambda way: (max((c.round for c in way[0]), default=0), len(way[0])))
    return CutOrder(tuple(cuts), tuple(sorted(offcuts, key=lambda p: (-_area(p), p))))


def _area(piece: SheetPiece) -> int:
    return (piece.high[0] - piece.low[0]) * (piece.high[1] - piece.low[1])


def _parted(
    piece: SheetPiece, parts: list[SheetPiece], axis: Axis, kerf: int, number: int
) -> tuple[list[SheetCut], list[SheetPiece]] | None:
    """The cuts that free the parts of a piece, the first across `axis`, and the offcuts; None where none do."""
    if parts == [piece]:
        return [], []
    cuts, offcuts, own = list[SheetCut](), list[SheetPiece](), list[tuple[SheetPiece, list[SheetPiece]]]()
    begin, end = piece.low[axis], piece.high[axis]
    for low, high, group in _groups(parts, axis, kerf):
        if low > begin:
            cuts.append(SheetCut(piece.part_of(axis, begin, end), axis, low - kerf, number))
            if low - kerf > begin:
                offcuts.append(piece.part_of(axis, begin, low - kerf))
            begin = low
        if high < end:
            cuts.append(SheetCut(piece.part_of(axis, begin, end), axis, high, number))
        own.append((piece.part_of(axis, low, high), group))
        begin = min(end, high + kerf)
    if begin < end:
        offcuts.append(piece.part_of(axis, begin, end))
    if not cuts:
        return None
    for strip, group in own:
        found = _parted(strip, group, 1 - axis, kerf, number + 1)  # type: ignore[arg-type]
        if found is None:
            return None
        cuts += found[0]
        offcuts += found[1]
    return cuts, offcuts


def _groups(parts: list[SheetPiece], axis: Axis, kerf: int) -> list[tuple[int, int, list[SheetPiece]]]:
    """The parts between two cuts across an axis, with where the first begins and the last ends."""
    groups: list[tuple[int, int, list[SheetPiece]]] = []
    for part in sorted(parts, key=lambda p: p.low[axis]):
        if groups and part.low[axis] < groups[-1][1] + kerf:
            low, high, group = groups[-1]
            groups[-1] = low, max(high, part.high[axis]), [*group, part]
        else:
            groups.append((part.low[axis], part.high[axis], [part]))
    return groups
