"""What the shop should cut before it goes into the car."""

from msgspec import Struct

from zygoform.core.cutlist.layouts import PlacedBoard, SheetPass, SizeLayout
from zygoform.core.tolerance import SAME_MM

CarPiece = tuple[float, float, float, float]
"""Of a board: x0, y0, x1, y1 (mm)."""


class CarCuts(Struct, frozen=True):
    """One board bought that is too large, and the cuts that make it fit; `fits` where they do.

    The cuts are some of those it gets anyhow, so that nothing is lost by them. `largest` is what then goes in.
    """

    board: PlacedBoard
    cuts: tuple[SheetPass, ...]
    largest: tuple[float, float]
    fits: bool


def car_cuts(layouts: tuple[SizeLayout, ...], long: float, wide: float) -> tuple[CarCuts, ...]:
    """For a car that takes `long` by `wide` (mm; 0 is not said), every board bought that does not go in whole."""
    if long <= 0:
        return ()
    wide = wide or long
    found = []
    for layout in layouts:
        for board in layout.boards:
            whole = (0.0, 0.0, board.length, board.size.width)
            if board.owned or _goes_in(whole, long, wide):
                continue
            cuts = board.cuts if board.both_ways else _between_parts(board, long)
            made, pieces = _made(whole, cuts, long, wide)
            sizes = [_sides(piece) for piece in pieces]
            fits = all(_goes_in(piece, long, wide) for piece in pieces)
            found.append(CarCuts(board, made, max(sizes), fits))
    return tuple(found)


def _sides(piece: CarPiece) -> tuple[float, float]:
    x0, y0, x1, y1 = piece
    return max(x1 - x0, y1 - y0), min(x1 - x0, y1 - y0)


def _goes_in(piece: CarPiece, long: float, wide: float) -> bool:
    a, b = _sides(piece)
    return a <= max(long, wide) + SAME_MM and b <= min(long, wide) + SAME_MM


def _made(
    whole: CarPiece, cuts: tuple[SheetPass, ...], long: float, wide: float
) -> tuple[tuple[SheetPass, ...], list[CarPiece]]:
    """Of the cuts in their order those through pieces that do not go in yet, and what there is then."""
    pieces, made = [whole], list[SheetPass]()
    for cut in cuts:
        through = next((p for p in pieces if _runs_through(cut, p)), None)
        if through is None or _goes_in(through, long, wide):
            continue
        x0, y0, x1, y1 = through
        pieces.remove(through)
        made.append(cut)
        if cut.across:
            pieces += [(x0, y0, cut.at, y1), (cut.at, y0, x1, y1)]
        else:
            pieces += [(x0, y0, x1, cut.at), (x0, cut.at, x1, y1)]
    return tuple(made), pieces


def _runs_through(cut: SheetPass, piece: CarPiece) -> bool:
    x0, y0, x1, y1 = piece
    low, high, begin, end = (x0, x1, y0, y1) if cut.across else (y0, y1, x0, x1)
    return low < cut.at < high and begin - 1 <= cut.low and cut.high <= end + 1


def _between_parts(board: PlacedBoard, long: float) -> tuple[SheetPass, ...]:
    """Of a board cut across only, the farthest places between two parts that leave no piece too long."""
    places = [
        before.x + before.part.length
        for before, after in zip(board.parts, board.parts[1:], strict=False)
        if after.x >= before.x + before.part.length - SAME_MM
    ]
    places += [board.parts[-1].x + board.parts[-1].part.length] if board.parts else []
    cuts, begin = list[SheetPass](), 0.0
    while board.length - begin > long:
        reach = [at for at in places if begin < at <= begin + long]
        if not reach:
            break
        cuts.append(SheetPass(True, reach[-1], reach[-1] - begin, 0.0, board.size.width))
        begin = reach[-1]
    return tuple(cuts)
