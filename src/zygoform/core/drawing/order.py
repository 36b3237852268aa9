"""Which solids hide which: convex solids in an order that can be painted from back to front.

Where a plane separates two solids, only the one on the viewer's side can hide the other (the separating plane
argument behind Newell's and the painter's algorithm). For upright prisms the planes of their faces are enough,
by the separating axis theorem. Overlapping in a ring is broken by cutting one solid in two.
"""

import math
from collections.abc import Sequence
from functools import lru_cache

from msgspec import Struct, structs

from zygoform.core.drawing.views import VIEWS, View, Viewpoint
from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import clip
from zygoform.core.geometry.prism import Point3, Prism, dot
from zygoform.core.tolerance import SQUARE_ON, TOUCHING_MM

_AXES: tuple[Point3, ...] = ((1.0, 0.0, 0.0), (0.0, 1.0, 0.0), (0.0, 0.0, 1.0))
MOST_CUTS = 60


class _Item(Struct, frozen=True):
    board: Board
    low: Point3
    high: Point3
    corners: tuple[Point3, ...]
    sides: tuple[Point3, ...]
    shadow: tuple[float, float, float, float]


def paint_order(boards: Sequence[Board], view: View) -> list[Board]:
    """The boards, hidden ones before those that hide them; one may come in two pieces."""
    items = [_item(board, view.place) for board in boards]
    for _ in range(MOST_CUTS):
        order, ring = _sorted(items, view)
        if not ring:
            return [items[i].board for i in order]
        items = _cut(items, ring, view)
    return [items[i].board for i in _sorted(items, view)[0]]


@lru_cache(maxsize=2048)
def _item(board: Board, place: Viewpoint) -> _Item:
    view = VIEWS[place]
    corners = board.solid.corners
    xs, ys, zs = zip(*corners, strict=True)
    seen = [view.project(corner) for corner in corners]
    us, vs = zip(*seen, strict=True)
    shadow = (min(us), min(vs), max(us), max(vs))
    low, high = (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))
    return _Item(board, low, high, corners, _slanted_sides(board.solid), shadow)


def _slanted_sides(solid: Prism) -> tuple[Point3, ...]:
    """Normals of faces that are not along an axis."""
    normals = []
    for i, (ax, ay) in enumerate(solid.outline):
        bx, by = solid.outline[(i + 1) % len(solid.outline)]
        length = math.hypot(bx - ax, by - ay)
        out = ((by - ay) / length, (ax - bx) / length)
        if min(abs(out[0]), abs(out[1])) > SQUARE_ON:
            u, v = solid.u, solid.v
            normals.append(tuple(out[0] * u[k] + out[1] * v[k] for k in range(3)))
    return tuple(normals)  # type: ignore[arg-type]


def _sorted(items: list[_Item], view: View) -> tuple[list[int], list[int]]:
    """Indices from back to front, and those caught in a ring (placed as well as can be)."""
    count = len(items)
    hidden_by: list[list[int]] = [[] for _ in items]
    waiting = [0] * count
    for a in range(count):
        for b in range(a + 1, count):
            first = _hides(items[a], items[b], view)
            if first:
                back, front = (a, b) if first > 0 else (b, a)
                hidden_by[back].append(front)
                waiting[front] += 1
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


def _hides(a: _Item, b: _Item, view: View) -> int:
    """1 where b may hide a, -1 where a may hide b, 0 where neither does."""
    if (
        a.shadow[2] <= b.shadow[0] + TOUCHING_MM
        or b.shadow[2] <= a.shadow[0] + TOUCHING_MM
        or a.shadow[3] <= b.shadow[1] + TOUCHING_MM
        or b.shadow[3] <= a.shadow[1] + TOUCHING_MM
    ):
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
        places_a, places_b = [dot(c, normal) for c in a.corners], [dot(c, normal) for c in b.corners]
        facing = dot(view.toward, normal)
        if max(places_a) <= min(places_b) + TOUCHING_MM:
            a_may, b_may = a_may and facing < 0, b_may and facing > 0
        elif max(places_b) <= min(places_a) + TOUCHING_MM:
            a_may, b_may = a_may and facing > 0, b_may and facing < 0
    if a_may and b_may:
        # They touch in no plane we know: the nearer one goes on top.
        near = (
            dot(a.low, view.toward) + dot(a.high, view.toward) - dot(b.low, view.toward) - dot(b.high, view.toward)
        )
        return -1 if near > 0 else 1
    return 1 if b_may else -1 if a_may else 0


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


def _split(board: Board, axis: Point3, place: float) -> list[Board]:
    """A board cut by the plane axis . p = place."""
    solid = board.solid
    along = dot(solid.normal, axis)
    if abs(along) > 0.5:
        depth = (place - dot(solid.origin, axis)) / along
        far = structs.replace(solid, origin=solid.place((0.0, 0.0), depth), thickness=solid.thickness - depth)
        halves = [structs.replace(solid, thickness=depth), far]
    else:
        inward = (dot(solid.u, axis), dot(solid.v, axis))
        rest = place - dot(solid.origin, axis)
        at = (inward[0] * rest, inward[1] * rest)
        sides = (clip(solid.outline, at, inward), clip(solid.outline, at, (-inward[0], -inward[1])))
        halves = [structs.replace(solid, outline=outline) for outline in sides if outline]
    return [structs.replace(board, solid=half) for half in halves]
