"""A board with its cuts: the stock, each part's true shape, the kerf between them and what is left."""

import math

from zygoform.core.cutlist.layouts import PlacedBoard, PlacedPart
from zygoform.core.drawing.primitives import Polygon, Scene, Stroke
from zygoform.core.geometry.plane import Outline


def draw_board(board: PlacedBoard) -> Scene:
    """x runs along the board from its left end, y across its face. The first polygon is the stock."""
    width = board.size.width
    stock = Polygon(((0.0, 0.0), (board.length, 0.0), (board.length, width), (0.0, width)), "", "hidden")
    polygons, strokes = [stock], list[Stroke]()
    for tone, placed in enumerate(board.parts):
        # On a sheet every part is cut free: no line along it says that it is ripped.
        outline, bevels = part_shape(placed, 0.0 if board.both_ways else width)
        grain = (0.0, 1.0) if placed.turned else (1.0, 0.0)
        polygons.append(Polygon(outline, placed.part.id, "new", tone=tone % 2, grain=grain))
        strokes.extend(bevels)
    return Scene(tuple(polygons), (0.0, 0.0, board.length, width), strokes=tuple(strokes))


def is_bevelled(placed: PlacedPart) -> bool:
    """Whether an end slants through the thickness: a broken line shows it."""
    return not placed.turned and not _is_mitred(placed) and bool(placed.left or placed.right)


def _is_mitred(placed: PlacedPart) -> bool:
    return bool(placed.part.part.left.mitre or placed.part.part.right.mitre)


def part_shape(placed: PlacedPart, board_width: float) -> tuple[Outline, list[Stroke]]:
    """A part's outline on the board's face, and the broken lines of bevels at their short points.

    Mitres show as slanted ends. Bevels go through the thickness: the face shows the full length, and where the
    short point lies on it a broken line; a rip shows as a line along the part.
    """
    part = placed.part
    x0, x1, width = placed.x, placed.x + part.length, part.width
    y0 = placed.y
    if placed.turned:
        # Only what is square at both ends is turned.
        long, wide = placed.extent
        return ((x0, y0), (x0 + long, y0), (x0 + long, y0 + wide), (x0, y0 + wide)), []
    left, right = (math.tan(math.radians(a)) for a in (placed.left, placed.right))
    if _is_mitred(placed):
        a, b = left * width, right * width
        outline: Outline = (
            (x0 - min(0.0, a), y0),
            (x1 - max(0.0, b), y0),
            (x1 - max(0.0, b) + b, y0 + width),
            (x0 - min(0.0, a) + a, y0 + width),
        )
        return outline, []
    outline = ((x0, y0), (x1, y0), (x1, y0 + width), (x0, y0 + width))
    t = part.part.thickness
    places = ([x0 + abs(left) * t] if left else []) + ([x1 - abs(right) * t] if right else [])
    strokes = [Stroke(((x, y0), (x, y0 + width)), "bevel", part.id) for x in places]
    if part.part.ripped and board_width > width:
        strokes.append(Stroke(((x0, width), (x1, width)), "rip", part.id))
    return outline, strokes
