"""Part after part into the free rectangle that suits it best, which is then split in two by a cut (Jylänki 2010).

Both cuts that split a rectangle run from edge to edge of it, so that what comes out can always be cut.
"""

from collections.abc import Callable, Sequence
from typing import NamedTuple

from zygoform.core.cutting.sheets.stock_sheets import FilledSheet, Placed, SheetSet

FreeRect = tuple[int, int, int, int]
"""x, y, width, height."""
OpenSheet = tuple[int, list[FreeRect], list[Placed]]
"""Its stock, what is still free of it, and what lies on it."""


class FillRule(NamedTuple):
    """How well a part suits a rectangle (less is better), and whether the first cut runs along the width.

    Both are given what the part leaves of the width and of the height, and the part's own sizes.
    """

    suits: Callable[[int, int, int, int], int]
    along: Callable[[int, int, int, int], bool]


def _area(dw: int, dh: int, w: int, h: int) -> int:
    return (w + dw) * (h + dh) - w * h


def _short_side(dw: int, dh: int, _w: int, _h: int) -> int:
    return min(dw, dh)


def _long_side(dw: int, dh: int, _w: int, _h: int) -> int:
    return max(dw, dh)


SUITS = (_area, _short_side, _long_side)
ALONG: tuple[Callable[[int, int, int, int], bool], ...] = (
    # The shorter rest, the longer rest, the smaller of the two new ones as large as it can be, or as small; either.
    lambda dw, dh, _w, _h: dw <= dh,
    lambda dw, dh, _w, _h: dw > dh,
    lambda dw, dh, w, h: dw * h > w * dh,
    lambda dw, dh, w, h: dw * h <= w * dh,
    lambda _dw, _dh, _w, _h: True,
    lambda _dw, _dh, _w, _h: False,
)
FILL_RULES = tuple(FillRule(suits, along) for suits in SUITS for along in ALONG)


def fill_rects(
    sheets: SheetSet, order: Sequence[int], buy: Sequence[int], rule: FillRule
) -> list[FilledSheet] | None:
    """All parts, kinds in `order`; owned sheets first, then those on sale in the order of `buy`.

    None where a part found no sheet: it fits on owned ones only, and those are used up.
    """
    open_: list[OpenSheet] = []
    owned = list(sheets.owned)
    for kind in order:
        for _ in range(sheets.counts[kind]):
            if _put(open_, kind, sheets, rule):
                continue
            new = next((j for j in owned if sheets.fits(kind, j)), None)
            if new is not None:
                owned.remove(new)
            else:
                new = next((j for j in buy if sheets.fits(kind, j)), None)
                if new is None:
                    holds = [j for j in sheets.sale if sheets.fits(kind, j)]
                    new = min(holds, key=sheets.prices.__getitem__, default=None)
                if new is None:
                    return None
            wide, high = sheets.rooms[new]
            open_.append((new, [(0, 0, wide, high)], []))
            _put(open_[-1:], kind, sheets, rule)
    return [sheets.shrunk(FilledSheet(stock, tuple(placed))) for stock, _, placed in open_]


def _put(open_: list[OpenSheet], kind: int, sheets: SheetSet, rule: FillRule) -> bool:
    """Lays a part on the sheet and place that suit it best; whether there is any."""
    best: tuple[int, int, int, tuple[int, int, bool]] | None = None
    suits = rule.suits
    for at, (_, free, _placed) in enumerate(open_):
        for place, (_x, _y, wide, high) in enumerate(free):
            for way in sheets.ways[kind]:
                dw, dh = wide - way[0], high - way[1]
                if dw >= 0 and dh >= 0:
                    score = suits(dw, dh, way[0], way[1])
                    if best is None or score < best[0]:
                        best = score, at, place, way
    if best is None:
        return False
    _, at, place, (width, height, turned) = best
    _stock, free, placed = open_[at]
    x, y, wide, high = free.pop(place)
    placed.append(Placed(kind, x, y, width, height, turned))
    dw, dh = wide - width, high - height
    along = rule.along(dw, dh, width, height)
    # Along the width: what is above the part is as wide as the rectangle, what is beside it as high as the part.
    above = (x, y + height, wide if along else width, dh)
    beside = (x + width, y, dw, height if along else high)
    free += [rect for rect in (above, beside) if rect[2] and rect[3]]
    return True
