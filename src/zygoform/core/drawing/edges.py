"""The lines round what is new, as far as they are seen: seams within it stay thin."""

import math
from collections.abc import Sequence

from zygoform.core.drawing.primitives import Box, Edge, Polygon
from zygoform.core.geometry.plane import Outline, Point, area
from zygoform.core.ids import piece_of
from zygoform.core.piecemeal import AT_A_TIME, Piecemeal
from zygoform.core.tolerance import BESIDE_MM, SAME_MM, SEAM_MM


def new_edges(polygons: Sequence[Polygon], boxes: Sequence[Box], *, held: bool) -> Piecemeal[tuple[Edge, ...]]:
    """The lines round what is new: as far as they are seen; of many, while they are held, all of them."""
    if held and is_many(polygons):
        return own_edges(polygons)
    return (yield from outer_edges(polygons, boxes))


def outer_edges(polygons: Sequence[Polygon], boxes: Sequence[Box]) -> Piecemeal[tuple[Edge, ...]]:
    """Edges round each change, where seen: none that two faces of the change show on both of its sides.

    Tiles count for the grout between and under them.

    `boxes` are those of the polygons.
    """
    edges: list[Edge] = []
    runs = _runs(polygons)
    near = _Near(boxes if runs else ())
    for run in runs.values():
        # For each line between two corners: what is seen of it on either side; and on which the first face lies.
        uses: dict[tuple[int, int], dict[bool, list[Edge]]] = {}
        lefts: dict[tuple[int, int], bool] = {}
        corner, own = _Corners(), frozenset(run)
        for count, i in enumerate(run, 1):
            if count % AT_A_TIME == 0:
                yield
            points = polygons[i].points
            if _is_sliver(points) or _lies_on_grout(polygons[i]):
                continue
            above = [(polygons[k].points, boxes[k], k in own) for k in near.over(i) if _covers(polygons, i, k, own)]
            # Large faces first: they hide most.
            above.sort(key=lambda face: (face[1][0] - face[1][2]) * (face[1][3] - face[1][1]))
            turn = BESIDE_MM if area(points) > 0 else -BESIDE_MM
            for edge in polygons[i].edges:
                seen = _seen(edge, turn, above, points)
                if seen:
                    a, b = corner.of(edge[0]), corner.of(edge[1])
                    key = (min(a, b), max(a, b))
                    lefts.setdefault(key, turn > 0)
                    uses.setdefault(key, {})[(a < b) == (turn > 0)] = seen
            yield
        lone = list[_Lone]()
        for key, sides in uses.items():
            lone += _on_one_side(lefts[key], *sides.values())
            yield
        edges += yield from _without_pairs(lone)
    return tuple(edges)


def is_many(polygons: Sequence[Polygon]) -> bool:
    """Whether the lines round what is new take longer than a frame of a drag may."""
    return sum(polygon.role == "new" for polygon in polygons) > MANY_FACES


def own_edges(polygons: Sequence[Polygon]) -> tuple[Edge, ...]:
    """All edges of every new face, seen or not: what a drag makes do with."""
    return tuple(edge for polygon in polygons if polygon.role == "new" for edge in polygon.edges)


_Above = tuple[Outline, Box, bool]
"""A face painted later, the box round it, and whether it is of the same change."""
_Lone = tuple[Edge, bool]
"""A stretch beside which a change is seen on one side only, and whether on its left."""
MANY_FACES = 60
"""So many new faces are drawn plainly while one of their sizes is dragged."""
GRID_ACROSS, GRID_FROM = 24, 400
"""Squares of the grid boxes are looked for in, along the drawing's longer side; fewer are looked at one by one."""
LONG_EDGE, SAME_WAY, SAME_LINE = 10.0, 1e-3, 0.05
"""Shorter stretches (mm) say too little of their direction; lines that differ by less (radians, mm) are one."""


def _without_pairs(lone: list[_Lone]) -> Piecemeal[list[Edge]]:
    """What is left where stretches of one line lie on both sides of it.

    Painting may cut a face in two: then its edge and its neighbour's do not end in the same corners.
    """
    lines: dict[tuple[int, int], list[tuple[float, float, bool, int]]] = {}
    spans: dict[int, list[tuple[float, float]]] = {}
    frames: dict[int, tuple[Point, Point]] = {}
    for k, (edge, on_left) in enumerate(lone):
        left = on_left
        (ax, ay), (bx, by) = edge
        long = math.hypot(bx - ax, by - ay)
        if long < LONG_EDGE:
            continue
        ux, uy = (bx - ax) / long, (by - ay) / long
        if ux < -SAME_WAY or (ux < SAME_WAY and uy < 0):
            ux, uy, left = -ux, -uy, not left
        offset = ux * ay - uy * ax
        low, high = sorted((ax * ux + ay * uy, bx * ux + by * uy))
        at = (round(math.atan2(uy, ux) / SAME_WAY), round(offset / SAME_LINE))
        spans[k], frames[k] = [(low, high)], ((ux, uy), (-uy * offset, ux * offset))
        for i in (-1, 0, 1):
            for n in (-1, 0, 1):
                for start, end, other_left, other in lines.get((at[0] + i, at[1] + n), ()):
                    if other_left != left:
                        spans[k] = [part for span in spans[k] for part in _without(span, start, end)]
                        spans[other] = [part for span in spans[other] for part in _without(span, low, high)]
        lines.setdefault(at, []).append((low, high, left, k))
        yield
    found = list[Edge]()
    for k, (edge, _) in enumerate(lone):
        if k not in spans:
            found.append(edge)
            continue
        (ux, uy), (ox, oy) = frames[k]
        found += [
            ((ox + ux * a, oy + uy * a), (ox + ux * b, oy + uy * b)) for a, b in spans[k] if b - a > BESIDE_MM
        ]
    return found


class _Near:
    """Which boxes meet one: of many each is known to the squares of a grid it lies in."""

    def __init__(self, boxes: Sequence[Box]) -> None:
        self._boxes = boxes
        self._cells: dict[tuple[int, int], list[int]] = {}
        if len(boxes) < GRID_FROM:
            return
        ways = [[box[k] for box in boxes] or [0.0] for k in range(4)]
        reach = max(max(ways[2]) - min(ways[0]), max(ways[3]) - min(ways[1]))
        self._size = max(reach / GRID_ACROSS, 1.0)
        for k, box in enumerate(boxes):
            for cell in self._of(box):
                self._cells.setdefault(cell, []).append(k)

    def _of(self, box: Box) -> list[tuple[int, int]]:
        x0, y0, x1, y1 = (math.floor(value / self._size) for value in box)
        return [(x, y) for x in range(x0, x1 + 1) for y in range(y0, y1 + 1)]

    def over(self, i: int) -> list[int]:
        """Those painted after box `i` that meet it, in order."""
        box, boxes = self._boxes[i], self._boxes
        if not self._cells:
            x0, y0, x1, y1 = box
            return [
                k
                for k in range(i + 1, len(boxes))
                if (over := boxes[k])[0] <= x1 and over[2] >= x0 and over[1] <= y1 and over[3] >= y0
            ]
        found = {k for cell in self._of(box) for k in self._cells[cell] if k > i}
        return sorted(k for k in found if _meet(boxes[k], box))


def _covers(polygons: Sequence[Polygon], i: int, k: int, own: frozenset[int]) -> bool:
    """Whether a polygon may hide one below it: not what comes off, its own grout, or a neighbour in its plane."""
    over = polygons[k]
    if over.role == "off":
        return False
    return not (k in own and (_lies_on_grout(over) or (over.plane and over.plane == polygons[i].plane)))


def _meet(a: Box, b: Box) -> bool:
    return a[0] <= b[2] and a[2] >= b[0] and a[1] <= b[3] and a[3] >= b[1]


def _lies_on_grout(polygon: Polygon) -> bool:
    return polygon.shade == "tile" and not polygon.tone


def _is_sliver(points: Outline) -> bool:
    """Thinner than one looks beside an edge: not there for the eye, its neighbour's edge stands for it."""
    around = sum(math.dist(a, b) for a, b in zip(points, points[1:] + points[:1], strict=True))
    return abs(area(points)) < BESIDE_MM * around / 2


def _runs(polygons: Sequence[Polygon]) -> dict[str, list[int]]:
    """The faces of each change, from back to front."""
    runs: dict[str, list[int]] = {}
    for i, polygon in enumerate(polygons):
        if polygon.role == "new":
            runs.setdefault(piece_of(polygon.part_id), []).append(i)
    return runs


class _Corners:
    """Numbers corners; those of two faces that meet are one, though they may differ in their last digits."""

    def __init__(self) -> None:
        self._cells: dict[tuple[int, int], int] = {}
        self._count = 0

    def of(self, point: Point) -> int:
        """The number of the corner within SEAM_MM of a point."""
        x, y = round(point[0] / SEAM_MM), round(point[1] / SEAM_MM)
        known = self._cells.get((x, y))
        if known is None:
            known = self._count
            self._count += 1
            # Taken in advance for all cells round it: what is as near as that is the same corner.
            for i in (-1, 0, 1):
                for k in (-1, 0, 1):
                    self._cells.setdefault((x + i, y + k), known)
        return known


def _seen(edge: Edge, turn: float, others: list[_Above], face: Outline) -> list[Edge]:
    """The stretches of a face's edge beside which that face is really seen, past the `others` over it.

    Looked at a hair's breadth (`turn`, signed) inside the face: a neighbour that only touches the edge does
    not cover it. In the tip of a sharp corner that is outside it: there no face of its own change covers it.
    """
    (ax, ay), (bx, by) = edge
    length = math.hypot(bx - ax, by - ay)
    if length < SAME_MM:
        return []
    dx, dy = -(by - ay) * turn / length, (bx - ax) * turn / length
    a, b = (ax + dx, ay + dy), (bx + dx, by + dy)
    here = (min(a[0], b[0]), min(a[1], b[1]), max(a[0], b[0]), max(a[1], b[1]))
    open_ = [(0.0, 1.0)]
    within = _inside(a, b, face) if any(mine for _, _, mine in others) else []
    for points, box, mine in others:
        if _meet(box, here):
            covered = _inside(a, b, points)
            if mine:
                covered = [(max(low, s), min(high, t)) for low, high in covered for s, t in within]
            for low, high in covered:
                open_ = [part for span in open_ for part in _without(span, low, high)]
            if not open_:
                return []
    least = BESIDE_MM / length
    return [(_between(*edge, low), _between(*edge, high)) for low, high in open_ if high - low > least]


def _on_one_side(left: bool, first: list[Edge], second: list[Edge] | None = None) -> list[_Lone]:
    """The stretches of a line beside which the change is seen on one side only; `left` is the first one's side."""
    if second is None:
        return [(edge, left) for edge in first]
    (ax, ay), (bx, by) = first[0]
    reach = (bx - ax) ** 2 + (by - ay) ** 2

    def shares(edges: list[Edge]) -> list[tuple[float, float]]:
        ends = [[((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / reach for x, y in edge] for edge in edges]
        return [(min(pair), max(pair)) for pair in ends]

    one, other = shares(first), shares(second)
    least, found = BESIDE_MM / math.sqrt(reach), list[_Lone]()
    for spans, holes, side in ((one, other, left), (other, one, not left)):
        for span in spans:
            rest = [span]
            for low, high in holes:
                rest = [part for piece in rest for part in _without(piece, low, high)]
            found += [
                ((_between((ax, ay), (bx, by), low), _between((ax, ay), (bx, by), high)), side)
                for low, high in rest
                if high - low > least
            ]
    return found


def _inside(a: Point, b: Point, points: Outline) -> list[tuple[float, float]]:
    """Where the line through a and b runs inside an outline, as shares of a to b."""
    ux, uy = b[0] - a[0], b[1] - a[1]
    offset = ux * a[1] - uy * a[0]
    sides = [ux * y - uy * x - offset for x, y in points]
    if min(sides) > 0 or max(sides) <= 0:
        return []
    shares, reach = [], ux * ux + uy * uy
    for k, (x, y) in enumerate(points):
        before, here = sides[k - 1], sides[k]
        if (before > 0) != (here > 0):
            (px, py), along = points[k - 1], before / (before - here)
            cx, cy = px + along * (x - px), py + along * (y - py)
            shares.append(((cx - a[0]) * ux + (cy - a[1]) * uy) / reach)
    shares.sort()
    return list(zip(shares[::2], shares[1::2], strict=True))


def _without(span: tuple[float, float], low: float, high: float) -> list[tuple[float, float]]:
    """What is left of a span outside low..high."""
    if high <= span[0] or low >= span[1] or low >= high:
        return [span]
    return [part for part in ((span[0], low), (high, span[1])) if part[1] > part[0]]


def _between(a: Point, b: Point, share: float) -> Point:
    return a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])
