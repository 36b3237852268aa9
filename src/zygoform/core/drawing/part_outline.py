"""The true outline of one part with the angles of its ends, for a small drawing beside its sizes."""

import math
from typing import Literal

from msgspec import Struct

from zygoform.core.cutlist.layouts import PlacedBoard, PlacedPart
from zygoform.core.cutlist.listed import ListedPart
from zygoform.core.cutting.saw import degrees, on_scale
from zygoform.core.drawing.primitives import Polygon, Scene, Stroke
from zygoform.core.geometry.plane import Outline
from zygoform.core.goods.timber import Saw
from zygoform.core.outcome.outcome import LaterCut
from zygoform.core.patterns.measure import IN_LINE


class PartOutline(Struct, frozen=True):
    """A figure in mm, x along the part; seen on its face, or on its edge where the ends go through the thickness.

    `left` and `right` are how far the ends are from square, degrees; of an end with two cuts the steeper one, and
    `ends` has all of each end, from its lower edge.
    """

    points: Outline
    seen: Literal["face", "edge"]
    length: float
    across: float
    left: float
    right: float
    ends: tuple[tuple[float, ...], tuple[float, ...]] = ((), ())
    own: bool = False
    """More than one cut makes an end: it is drawn with the corners it has."""


def part_outline(listed: ListedPart) -> PartOutline:
    """The face with its mitres, or the edge with its bevels; the longer side is drawn below, at y = 0."""
    if listed.part.face:
        return _own(listed.part.face, listed.width)
    left, right = listed.part.left, listed.part.right
    edge = bool(left.bevel or right.bevel) and not (left.mitre or right.mitre)
    a, b = (left.bevel, right.bevel) if edge else (left.mitre, right.mitre)
    across = listed.part.thickness if edge else listed.width
    return PartOutline(
        _figure(listed.length, across, a, b), "edge" if edge else "face", listed.length, across, abs(a), abs(b)
    )


def _own(face: Outline, width: float) -> PartOutline:
    """With an end of two cuts, or cuts that meet."""
    ends = _ends(face)
    left, right = (max(angles, default=0.0) for angles in ends)
    long = max(x for x, _ in face) - min(x for x, _ in face)
    return PartOutline(face, "face", long, width, left, right, ends, own=True)


def _ends(face: Outline) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """How far from square each cut of the left end is, and of the right one, from below."""
    left, right = list[tuple[float, float]](), list[tuple[float, float]]()
    for (ax, ay), (bx, by) in zip(face, face[1:] + face[:1], strict=True):
        if abs(by - ay) > IN_LINE * math.dist((ax, ay), (bx, by)):
            # Counter-clockwise the right end is gone up, the left one down.
            angle = math.degrees(math.atan2(abs(bx - ax), abs(by - ay)))
            (right if by > ay else left).append(((ay + by) / 2, angle))
    return tuple(a for _, a in sorted(left)), tuple(a for _, a in sorted(right))


def end_angles(outline: PartOutline, saw: Saw) -> tuple[str, str]:
    """What stands at either end: the angle on the saw's scale; of two cuts both, the lower one first."""
    ends = outline.ends if outline.own else ((outline.left,), (outline.right,))
    said = ([on_scale(angle, saw) for angle in angles] or [0.0] for angles in ends)
    left, right = (" ".join(degrees(a) if a else "square" for a in angles) for angles in said)
    return left, right


def _figure(length: float, across: float, left: float, right: float) -> Outline:
    """Four corners of a part `length` between its extreme points; an end is + where y = 0 is the longer side."""
    a, b = (across * math.tan(math.radians(angle)) for angle in (left, right))
    return (
        (max(0.0, -a), 0.0),
        (length - max(0.0, -b), 0.0),
        (length - max(0.0, b), across),
        (max(0.0, a), across),
    )


def panel_outline(cut: LaterCut) -> PartOutline | None:
    """What is glued up, in its final shape before corners are rounded; None where its shape is not known."""
    if len(cut.outline) != 4:
        return None
    x0, y0 = (min(p[k] for p in cut.outline) for k in (0, 1))
    points = tuple((x - x0, y - y0) for x, y in cut.outline)
    angles = {slant.edge: slant.angle for slant in cut.slants}
    wide, deep = (max(p[k] for p in points) for k in (0, 1))
    return PartOutline(points, "face", wide, deep, angles.get("left", 0.0), angles.get("right", 0.0))


# A board with its cuts: the stock, each part's true shape, the kerf between them and what is left.


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
