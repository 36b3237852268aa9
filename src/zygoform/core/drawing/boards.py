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
        outline, bevels = part_shape(placed, width)
        polygons.append(Polygon(outline, placed.part.id, "new", tone=tone % 2, grain=(1.0, 0.0)))
        strokes.extend(bevels)
    return Scene(tuple(polygons), (0.0, 0.0, board.length, width), strokes=tuple(strokes))


def part_shape(placed: PlacedPart, board_width: float) -> tuple[Outline, list[Stroke]]:
    """A part's outline on the board's face, and the broken lines of bevels at their short points.

    Mitres show as slanted ends. Bevels go through the thickness: the face shows the full length, and where the
    short point lies on it a broken line; a rip shows as a line along the part.
    """
    part = placed.part
    x0, x1, width = placed.x, placed.x + part.length, part.width
    left, right = (math.tan(math.radians(a)) for a in (placed.left, placed.right))
    flat_mitre = bool(part.part.left.mitre or part.part.right.mitre)
    if flat_mitre:
        a, b = left * width, right * width
        outline: Outline = (
            (x0 - min(0.0, a), 0.0),
            (x1 - max(0.0, b), 0.0),
            (x1 - max(0.0, b) + b, width),
            (x0 - min(0.0, a) + a, width),
        )
        return outline, []
    outline = ((x0, 0.0), (x1, 0.0), (x1, width), (x0, width))
    t = part.part.thickness
    places = ([x0 + abs(left) * t] if left else []) + ([x1 - abs(right) * t] if right else [])
    strokes = [Stroke(((x, 0.0), (x, width)), "bevel", part.id) for x in places]
    if part.part.ripped and board_width > width:
        strokes.append(Stroke(((x0, width), (x1, width)), "rip", part.id))
    return outline, strokes
