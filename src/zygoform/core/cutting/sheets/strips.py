"""Strips across a sheet, stacks in a strip, parts as wide as their stack: three rounds of cuts."""

from collections.abc import Sequence
from typing import Literal, NamedTuple

from zygoform.core.cutting.sheets.stock_sheets import FilledSheet, Placed, SheetSet

FitRule = Literal["first", "best"]


class _Stack:
    """Parts of one width, one over the other; `top` is how high they reach within the strip."""

    def __init__(self, x: int, width: int) -> None:
        self.x, self.width, self.top = x, width, 0


class _Strip:
    """As high as its first part; `end` is how far its stacks reach."""

    def __init__(self, y: int, height: int) -> None:
        self.y, self.height, self.end = y, height, 0
        self.stacks: list[_Stack] = []


class _Sheet(NamedTuple):
    stock: int
    strips: list[_Strip]
    placed: list[Placed]


class _Spot(NamedTuple):
    """Where a part can go: in a strip that is there or a new one of some height, on a stack or a new one."""

    waste: int
    sheet: _Sheet
    strip: _Strip | None
    stack: _Stack | None
    way: tuple[int, int, bool]


def fill_strips(
    sheets: SheetSet, order: Sequence[int], buy: Sequence[int], rule: FitRule, *, stacked: bool = True
) -> list[FilledSheet] | None:
    """All parts, kinds in `order`; strips run along the width. None where a part found no sheet.

    Without stacks this is the shelf packing that textbooks call first-fit or best-fit decreasing height.
    """
    open_: list[_Sheet] = []
    owned = list(sheets.owned)
    for kind in order:
        for _ in range(sheets.counts[kind]):
            spot = _spot(open_, kind, sheets, rule, stacked=stacked)
            if spot is None:
                new = next((j for j in owned if sheets.fits(kind, j)), None)
                if new is not None:
                    owned.remove(new)
                else:
                    new = next((j for j in (*buy, *sheets.sale) if sheets.fits(kind, j)), None)
                if new is None:
                    return None
                open_.append(_Sheet(new, [], []))
                spot = _spot(open_[-1:], kind, sheets, rule, stacked=stacked)
                assert spot is not None
            _lay(spot, kind)
    return [sheets.shrunk(FilledSheet(sheet.stock, tuple(sheet.placed))) for sheet in open_]


def _spot(open_: list[_Sheet], kind: int, sheets: SheetSet, rule: FitRule, *, stacked: bool) -> _Spot | None:
    best: _Spot | None = None
    for sheet in open_:
        wide, high = sheets.rooms[sheet.stock]
        for way in sheets.ways[kind]:
            for spot in _spots(sheet, way, wide, high, stacked=stacked):
                if best is None or spot.waste < best.waste:
                    best = spot
        if best is not None and rule == "first":
            return best
    return best


def _spots(sheet: _Sheet, way: tuple[int, int, bool], wide: int, high: int, *, stacked: bool) -> list[_Spot]:
    """On a stack that is as wide, beside the last one, in a new strip; the waste is what it leaves unused there."""
    width, height, _turned = way
    found = []
    for strip in sheet.strips:
        found += [
            _Spot(0, sheet, strip, stack, way)
            for stack in (strip.stacks if stacked else ())
            if stack.width == width and stack.top + height <= strip.height
        ]
        if strip.end + width <= wide and height <= strip.height:
            found.append(_Spot((strip.height - height) * width, sheet, strip, None, way))
    used = sum(strip.height for strip in sheet.strips)
    if used + height <= high and width <= wide:
        # A new strip is the last resort: all that lies beside the part is still to be filled.
        found.append(_Spot(height * wide, sheet, None, None, way))
    return found


def _lay(spot: _Spot, kind: int) -> None:
    width, height, turned = spot.way
    strip = spot.strip
    if strip is None:
        strip = _Strip(sum(own.height for own in spot.sheet.strips), height)
        spot.sheet.strips.append(strip)
    stack = spot.stack
    if stack is None:
        stack = _Stack(strip.end, width)
        strip.stacks.append(stack)
        strip.end += width
    spot.sheet.placed.append(Placed(kind, stack.x, strip.y + stack.top, width, height, turned))
    stack.top += height
