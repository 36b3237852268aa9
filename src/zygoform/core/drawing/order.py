"""Which solids hide which: convex solids in an order that can be painted from back to front.

Where a plane separates two solids, only the one on the viewer's side can hide the other (the separating plane
argument behind Newell's and the painter's algorithm). For upright prisms the planes of their faces are enough,
by the separating axis theorem. Overlapping in a ring is broken by cutting one solid in two.
"""

import math
from collections.abc import Iterable, Iterator, Sequence
from functools import lru_cache
from itertools import combinations, pairwise

from msgspec import Struct, structs

from zygoform.core.drawing.primitives import Edge, Polygon
from zygoform.core.drawing.views import VIEWS, View, Viewpoint
from zygoform.core.form.form import Board
from zygoform.core.geometry.convex import Convex, Plane, halved_skin, halves, is_along_an_axis
from zygoform.core.geometry.plane import Outline, Point, clip
from zygoform.core.geometry.prism import Face, Point3, Prism, cross, dot
from zygoform.core.geometry.solid import Shape, Solid
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.tolerance import SAME_MM, SEAM_MM, SQUARE_ON, TOUCHING_MM

# Faces of one board in one plane are one face: no line is drawn where two of its cells only meet.


def without_seams(polygons: Sequence[Polygon]) -> list[Polygon]:
    """The faces, those that lie beside others of their board and plane with the lines that stay."""
    together: dict[tuple[str, tuple[int, ...]], list[int]] = {}
    for i, polygon in enumerate(polygons):
        together.setdefault((polygon.part_id, polygon.plane), []).append(i)
    done = list(polygons)
    for own in together.values():
        for i in own if len(own) > 1 else ():
            others = [edge for k in own if k != i for edge in polygons[k].edges]
            lines = tuple(left for edge in polygons[i].edges for left in _apart(edge, others))
            done[i] = structs.replace(polygons[i], lines=lines)
    return done


def in_cells(boards: Sequence[Board]) -> bool:
    """Whether one of them is there more than once: a strip with a notch, or a bend, is drawn in convex pieces."""
    return len({board.id for board in boards}) < len(boards)


def _apart(edge: Edge, others: list[Edge]) -> list[Edge]:
    """The stretches of an edge along which none of the others runs."""
    (ax, ay), (bx, by) = edge
    reach = (bx - ax) ** 2 + (by - ay) ** 2
    if reach <= SAME_MM:
        return []
    off = SEAM_MM * reach**0.5
    left = [(0.0, 1.0)]
    for (cx, cy), (dx, dy) in others:
        # How far the other's ends lie from the line, times its length.
        if any(abs((bx - ax) * (y - ay) - (by - ay) * (x - ax)) > off for x, y in ((cx, cy), (dx, dy))):
            continue
        ends = [((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / reach for x, y in ((cx, cy), (dx, dy))]
        low, high = min(ends), max(ends)
        left = [part for a, b in left for part in ((a, min(b, low)), (max(a, high), b)) if part[1] > part[0]]
    least = SEAM_MM / reach**0.5
    return [(_at(edge, a), _at(edge, b)) for a, b in left if b - a > least]


def _at(edge: Edge, share: float) -> Point:
    (ax, ay), (bx, by) = edge
    return ax + share * (bx - ax), ay + share * (by - ay)


_AXES: tuple[Point3, ...] = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
MOST_CUTS, MOST_EDGES = 60, 12
SWEPT_FROM = 200
"""Of fewer parts every two are looked at sooner than those that stand beside each other are found."""
COMPARED_AT_ONCE = 256
"""Comparisons take a millisecond or two together."""


class _Item(Struct, frozen=True):
    board: Board
    low: Point3
    high: Point3
    corners: tuple[Point3, ...]
    sides: tuple[Point3, ...]
    edges: tuple[Point3, ...]
    shadow: tuple[float, float, float, float]


def paint_order(boards: Sequence[Board], view: View) -> Piecemeal[list[Board]]:
    """The boards, hidden ones before those that hide them; one that is not convex comes cell by cell.

    May be interrupted between some of very many comparisons.
    """
    items = list[_Item]()
    for board in boards:
        items += [_item(cell, view.place) for cell in cells_of(board)]
        yield
    for _ in range(MOST_CUTS):
        order, ring = yield from _sorted(items, view)
        if not ring:
            return [items[i].board for i in order]
        items = _cut(items, ring, view)
    order, _ = yield from _sorted(items, view)
    return [items[i].board for i in order]


@lru_cache(maxsize=2048)
def _item(board: Board, place: Viewpoint) -> _Item:
    view = VIEWS[place]
    corners = board.solid.corners
    xs, ys, zs = zip(*corners, strict=True)
    seen = [view.project(corner) for corner in corners]
    us, vs = zip(*seen, strict=True)
    shadow = (min(us), min(vs), max(us), max(vs))
    low, high = (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))
    sides = _slanted_sides(board.solid)
    # Where all faces are along axes, so are all edges: each lies in two of them.
    edges = _slanted_edges(board.solid) if sides else ()
    return _Item(board, low, high, corners, sides, edges, shadow)


def cells_of(board: Board) -> tuple[Board, ...]:
    """A board as boards that are convex."""
    if isinstance(board.solid, Solid):
        return tuple(structs.replace(board, solid=cell) for cell in board.solid.drawn)
    return (board,)


def _slanted_sides(solid: Shape) -> tuple[Point3, ...]:
    """Normals of faces that are not along an axis."""
    return _distinct(face.normal for face in solid.faces if not is_along_an_axis(face.normal))


def _slanted_edges(solid: Shape) -> tuple[Point3, ...]:
    """Directions of edges along no axis; none where all are square to one: normals of faces are enough there."""
    found = []
    for face in solid.faces:
        for a, b in zip(face.points, face.points[1:] + face.points[:1], strict=True):
            long = math.dist(a, b)
            way = ((b[0] - a[0]) / long, (b[1] - a[1]) / long, (b[2] - a[2]) / long)
            if not is_along_an_axis(way):
                found.append(way)
    return () if any(all(abs(way[k]) <= SQUARE_ON for way in found) for k in range(3)) else _distinct(found)


def _distinct(directions: Iterable[Point3]) -> tuple[Point3, ...]:
    """Each direction once, whichever way it points."""
    kept: list[Point3] = []
    for way in directions:
        if all(abs(dot(way, other)) < 1 - SQUARE_ON for other in kept):
            kept.append(way)
    return tuple(kept)


def _sorted(items: list[_Item], view: View) -> Piecemeal[tuple[list[int], list[int]]]:
    """Indices from back to front, and those caught in a ring (placed as well as can be)."""
    count = len(items)
    hidden_by: list[list[int]] = [[] for _ in items]
    waiting = [0] * count
    for n, (a, b) in enumerate(combinations(range(count), 2) if count < SWEPT_FROM else _beside(items)):
        if n % COMPARED_AT_ONCE == COMPARED_AT_ONCE - 1:
            yield
        first = _hides(items[a], items[b], view)
        if first:
            back, front = (a, b) if first > 0 else (b, a)
            hidden_by[back].append(front)
            waiting[front] += 1
    for fronts in hidden_by:
        fronts.sort()
    order: list[int] = []
    ready = [i for i in range(count) if not waiting[i]]
    while ready:
        i = ready.pop(0)
        order.append(i)
        for front in hidden_by[i]:
            waiting[front] -= 1
            if not waiting[front]:
                ready.append(front)
    ring = [i for i in range(count) if waiting[i]]
    ring.sort(key=lambda i: dot(items[i].low, view.toward) + dot(items[i].high, view.toward))
    return order + ring, ring


def _beside(items: list[_Item]) -> Iterator[tuple[int, int]]:
    """Every two whose shadows share a stretch from left to right, the lesser index first: others hide nothing."""
    open_ = list[int]()
    for now in sorted(range(len(items)), key=lambda k: items[k].shadow[0]):
        left = items[now].shadow[0] + TOUCHING_MM
        open_ = [k for k in open_ if items[k].shadow[2] > left]
        for other in open_:
            yield (other, now) if other < now else (now, other)
        open_.append(now)


def _hides(a: _Item, b: _Item, view: View) -> int:
    """1 where b may hide a, -1 where a may hide b, 0 where neither does."""
    if (
        a.shadow[2] <= b.shadow[0] + TOUCHING_MM
        or b.shadow[2] <= a.shadow[0] + TOUCHING_MM
        or a.shadow[3] <= b.shadow[1] + TOUCHING_MM
        or b.shadow[3] <= a.shadow[1] + TOUCHING_MM
    ):
        return 0
    if a.board.id == b.board.id and not _seen_over_each_other(a.board, b.board, view.place):
        # Cells of one board are parted by many planes: one of them could order two that never meet the same sight.
        return 0
    a_may, b_may = True, True
    for k in range(3):
        facing = view.toward[k]
        if a.high[k] <= b.low[k] + TOUCHING_MM:
            a_may, b_may = a_may and facing < 0, b_may and facing > 0
        elif b.high[k] <= a.low[k] + TOUCHING_MM:
            a_may, b_may = a_may and facing > 0, b_may and facing < 0
    # Where an axis has spoken already, slanted sides could only take a needless constraint away.
    for normal in (*a.sides, *b.sides) if a_may and b_may else ():
        a_may, b_may = _parted(a, b, normal, view, a_may, b_may)
    for normal in _across_edges(a, b) if a_may and b_may else ():
        if a_may and b_may:
            a_may, b_may = _parted(a, b, normal, view, a_may, b_may)
    if a_may and b_may:
        # They touch in no plane we know: the nearer one goes on top.
        near = (
            dot(a.low, view.toward) + dot(a.high, view.toward) - dot(b.low, view.toward) - dot(b.high, view.toward)
        )
        return -1 if near > 0 else 1
    return 1 if b_may else -1 if a_may else 0


def _seen_over_each_other(a: Board, b: Board, place: Viewpoint) -> bool:
    """Whether the outlines of two convex solids on the view plane have more than an edge in common."""
    one, other = _outline(a, place), _outline(b, place)
    for outline in (one, other):
        for (px, py), (qx, qy) in pairwise((*outline, outline[0])):
            nx, ny = qy - py, px - qx
            long = math.hypot(nx, ny)
            reach = [(x * nx + y * ny) / long for x, y in one]
            against = [(x * nx + y * ny) / long for x, y in other]
            if max(reach) <= min(against) + TOUCHING_MM or max(against) <= min(reach) + TOUCHING_MM:
                return False
    return True


@lru_cache(maxsize=2048)
def _outline(board: Board, place: Viewpoint) -> Outline:
    """The convex outline of a solid on the view plane (Andrew's monotone chain)."""
    points = sorted({VIEWS[place].project(corner) for corner in board.solid.corners})
    chains = []
    for run in (points, points[::-1]):
        chain = list[Point]()
        for x, y in run:
            while len(chain) > 1 and _turns_right(chain[-2], chain[-1], (x, y)):
                chain.pop()
            chain.append((x, y))
        chains.append(chain[:-1])
    return (*chains[0], *chains[1])


def _turns_right(a: Point, b: Point, c: Point) -> bool:
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) <= SQUARE_ON


def _parted(a: _Item, b: _Item, normal: Point3, view: View, a_may: bool, b_may: bool) -> tuple[bool, bool]:
    """Whether either may still hide the other, where a plane square to `normal` may part them."""
    places_a, places_b = [dot(c, normal) for c in a.corners], [dot(c, normal) for c in b.corners]
    facing = dot(view.toward, normal)
    if max(places_a) <= min(places_b) + TOUCHING_MM:
        return a_may and facing < 0, b_may and facing > 0
    if max(places_b) <= min(places_a) + TOUCHING_MM:
        return a_may and facing > 0, b_may and facing < 0
    return a_may, b_may


def _across_edges(a: _Item, b: _Item) -> Iterator[Point3]:
    """Directions square to an edge of each, where one of them is tilted.

    The separating axis theorem: if any plane parts two convex solids, one along a face of either, or along an edge
    of both, does. Round edges give so many that those of two round solids are left out.
    """
    one, other = (*a.edges, *_AXES), (*b.edges, *_AXES)
    if (a.edges or b.edges) and len(a.edges) + len(b.edges) <= MOST_EDGES:
        for p in one:
            for q in other:
                across = cross(p, q)
                long = math.hypot(*across)
                if long > SQUARE_ON:
                    yield across[0] / long, across[1] / long, across[2] / long


def _cut(items: list[_Item], ring: list[int], view: View) -> list[_Item]:
    """Cuts the longest solid of a ring in two along the face of another that crosses it."""
    by_size = sorted(ring, key=lambda i: -math.dist(items[i].low, items[i].high))
    for i in by_size:
        for j in ring:
            for k in range(3):
                for plane in (items[j].low[k], items[j].high[k]):
                    if items[i].low[k] + 1 < plane < items[i].high[k] - 1:
                        pieces = _split(items[i].board, _AXES[k], plane)
                        if len(pieces) == 2:
                            return items[:i] + [_item(p, view.place) for p in pieces] + items[i + 1 :]
    return items


def _skinned_halves(solid: Shape, plane: Plane) -> list[Convex]:
    """A convex solid cut in two, each half with its own part of what is seen of it."""
    both = halves(solid.faces, plane)
    skins: tuple[tuple[Face, ...] | None, ...] = (None, None)
    if isinstance(solid, Convex) and solid.skin is not None:
        skins = halved_skin(solid.skin, plane)
    return [structs.replace(half, skin=skin) for half, skin in zip(both, skins, strict=True) if half is not None]


def _split(board: Board, axis: Point3, place: float) -> list[Board]:
    """A board cut by the plane axis . p = place."""
    solid = board.solid
    along = dot(solid.normal, axis) if isinstance(solid, Prism) else 0.0
    if not isinstance(solid, Prism) or SQUARE_ON < abs(along) < 1 - SQUARE_ON:
        at = (axis[0] * place, axis[1] * place, axis[2] * place)
        return [structs.replace(board, solid=half) for half in _skinned_halves(solid, (at, axis))]
    if abs(along) > 0.5:
        depth = (place - dot(solid.origin, axis)) / along
        far = structs.replace(solid, origin=solid.place((0.0, 0.0), depth), thickness=solid.thickness - depth)
        parts = [structs.replace(solid, thickness=depth), far]
    else:
        inward = (dot(solid.u, axis), dot(solid.v, axis))
        rest = place - dot(solid.origin, axis)
        on = (inward[0] * rest, inward[1] * rest)
        sides = (clip(solid.outline, on, inward), clip(solid.outline, on, (-inward[0], -inward[1])))
        parts = [structs.replace(solid, outline=outline) for outline in sides if outline]
    return [structs.replace(board, solid=part) for part in parts]
