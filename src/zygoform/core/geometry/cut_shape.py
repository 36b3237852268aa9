"""Outlines that are cut into a door: by rule or from a file, in convex pieces, with their starter holes.

All outlines run counter-clockwise, in any one unit.

[geometry]
"""

import heapq
import math
from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point, arc, area, rectangle, round_corners, segment
from zygoform.core.measure.rounding import count_up

OVAL_STEPS, ARC_STEPS, ROUND_STEPS = 144, 72, 24
"""An oval, the head of an arch and a round corner are drawn in so many chords or more (`chords`)."""
# An opening cut into a door: its size and edge, what stays round it, and the sheet that goes behind. One unit.

CutoutShape = Literal["rectangle", "oval", "arch"]


class Cutout(Struct, frozen=True):
    """`stile` and `rail` are what stays at the sides and above or below, where it is least."""

    cut_w: float
    cut_h: float
    perimeter: float
    area: float
    insert_w: float
    insert_h: float
    staples: int
    stile: float
    rail: float


def cutout(
    door_w: float,
    door_h: float,
    shape: CutoutShape,
    side: float,
    top: float,
    bottom: float,
    rise: float = 0.0,
    radius: float = 0.0,
    lap: float = 0.0,
    staple: float = 0.0,
    min_stile: float = 0.0,
) -> Cutout:
    """The door less its margins; an insert laps over the edge by `lap` all round, stapled every `staple`.

    An oval's edge is 4 a E(e); that of rounded corners 2 (w + h) - (8 - 2 pi) r; of an arch w + 2 (h - rise) + arc.
    """
    wide, high = door_w - 2 * side, door_h - top - bottom
    if min(wide, high) <= 0:
        raise BadInputError("does_not_fit", "The margins leave nothing to cut out.", "side")
    if lap > min(side, top, bottom):
        raise BadInputError("does_not_fit", "The lap is more than what stays of the door.", "lap")
    if min(side, top, bottom) < min_stile:
        raise BadInputError("does_not_fit", "Less stays of the door than should.", "side")
    perimeter, area = _edge_and_area(shape, wide, high, rise, radius)
    return Cutout(
        wide,
        high,
        perimeter,
        area,
        wide + 2 * lap,
        high + 2 * lap,
        count_up(perimeter / staple) if staple else 0,
        side,
        min(top, bottom),
    )


def _edge_and_area(shape: CutoutShape, wide: float, high: float, rise: float, radius: float) -> tuple[float, float]:
    if shape == "oval":
        return ellipse_perimeter(wide / 2, high / 2), math.pi * wide * high / 4
    if shape == "arch":
        if not 0 < rise <= wide / 2 * (1 + 1e-9) or rise > high:
            raise BadInputError("does_not_fit", "An arch rises by half its width at most.", "rise")
        curve = arc(wide, rise)
        turn = math.radians(curve.angle)
        return wide + 2 * (high - rise) + curve.arc, wide * (high - rise) + curve.radius**2 * (
            turn - math.sin(turn)
        ) / 2
    if radius > min(wide, high) / 2 * (1 + 1e-9):
        raise BadInputError("does_not_fit", "A corner's radius is at most half the short side.", "radius")
    return 2 * (wide + high) - (8 - 2 * math.pi) * radius, wide * high - (4 - math.pi) * radius**2


def ellipse_perimeter(a: float, b: float) -> float:
    """The complete elliptic integral by Gauss's arithmetic-geometric mean, to the last digits."""
    x, y = max(a, b), min(a, b)
    if y <= 0:
        return 4 * x
    # P = 2 pi (x^2 - sum of 2^(n-1) c_n^2) / agm(x, y), c_0^2 = x^2 - y^2.
    m, n, power = x, y, 0.5
    total = power * (x * x - y * y)
    while abs(m - n) > 1e-15 * m:
        m, n, c = (m + n) / 2, math.sqrt(m * n), (m - n) / 2
        power *= 2
        total += power * c * c
    return 2 * math.pi * (x * x - total) / m


MOST_OFF = 0.08
"""How far a chord may lie from its curve (mm)."""
MOST_POINTS = 240
"""An outline from a file has no more corners: a template shows no finer ones."""
SHARP = 150.0
"""A corner is one where the line turns by more than 180 degrees less this: a saw cannot follow it."""
STARTER_REACH = 10.5
"""Times its radius: farther from its corner no starter hole is looked for."""
TOUCHES = 1e-9
"""A circle as near to the line as this touches it."""
MOST_HALVINGS = 100
"""By then it lies as near as floats can tell, and within the line all the same."""


def cut_outline(
    shape: CutoutShape, box: tuple[float, float, float, float], rise: float = 0.0, radius: float = 0.0
) -> Outline:
    """The line to saw along, within a box x0, y0, x1, y1: an oval, an arch of `rise`, a rectangle with `radius`."""
    x0, y0, x1, y1 = box
    wide, high = x1 - x0, y1 - y0
    if shape == "oval":
        steps = chords(max(wide, high) / 2, 1.0, OVAL_STEPS)
        turns = (math.tau * k / steps for k in range(steps))
        mx, my = (x0 + x1) / 2, (y0 + y1) / 2
        return tuple((mx + wide / 2 * math.cos(a), my + high / 2 * math.sin(a)) for a in turns)
    if shape == "arch":
        # The segment runs counter-clockwise from the right end of its chord.
        # Over a half circle it is an upright half ellipse.
        low = 0 < rise <= wide / 2
        radius = wide * wide / (8 * rise) + rise / 2 if low else rise
        share = math.asin(min(1.0, wide / 2 / radius)) / math.pi if low else 0.5
        steps = chords(radius, share, ARC_STEPS)
        return ((x0, y0), (x1, y0), *segment((x0 + x1) / 2, y1 - rise, wide, rise, steps))
    whole = rectangle(x0, y0, x1, y1)
    return round_corners(whole, (radius,) * 4, chords(radius, 0.25, ROUND_STEPS)) if radius > 0 else whole


def chords(radius: float, share: float, least: int) -> int:
    """How many chords a share of a circle takes so that none is off by more than MOST_OFF: r(1 - cos(t/2)).

    An ellipse of that larger half axis is its circle pressed together: its chords are off by no more.
    """
    if radius <= MOST_OFF:
        return least
    return max(least, math.ceil(share * math.pi / math.acos(1 - MOST_OFF / radius)))


def stretched(outline: Outline, box: tuple[float, float, float, float], *, mirrored: bool = False) -> Outline:
    """The same outline so that it fills a box, turned over left to right where it is `mirrored`."""
    xs, ys = [x for x, _ in outline], [y for _, y in outline]
    x0, y0, x1, y1 = box
    wide, high = max(xs) - min(xs), max(ys) - min(ys)
    points = [((x - min(xs)) / wide, (y - min(ys)) / high) for x, y in outline]
    if mirrored:
        points = [(1 - x, y) for x, y in reversed(points)]
    return tuple((x0 + u * (x1 - x0), y0 + v * (y1 - y0)) for u, v in points)


def checked_outline(points: Sequence[Point]) -> Outline:
    """An outline someone drew: counter-clockwise, no point twice, of at most MOST_POINTS corners.

    Raises BadInputError `impossible` where it encloses nothing or crosses itself.
    """
    kept = list[Point]()
    for x, y in points:
        if not kept or math.dist(kept[-1], (x, y)) > 1e-6:
            kept.append((float(x), float(y)))
    if len(kept) > 1 and math.dist(kept[0], kept[-1]) <= 1e-6:
        kept.pop()
    outline = tuple(kept)
    if len(outline) < 3 or abs(area(outline)) < 1e-6:
        raise BadInputError("impossible", "The outline encloses nothing: a closed line is wanted.", "shape")
    if area(outline) < 0:
        outline = outline[::-1]
    outline = simplified(outline, MOST_POINTS)
    if _crosses_itself(outline):
        raise BadInputError("impossible", "The outline crosses itself.", "shape")
    return outline


def simplified(outline: Outline, most: int) -> Outline:
    """At most so many corners: again and again the one goes that changes the area least (Visvalingam, 1993)."""
    n = len(outline)
    before, after = [k - 1 for k in range(n)], [k + 1 for k in range(n)]
    before[0], after[-1] = n - 1, 0

    def changes(k: int) -> float:
        return abs(_turn(outline[before[k]], outline[k], outline[after[k]]))

    now = [changes(k) for k in range(n)]
    waiting = [(area, k) for k, area in enumerate(now)]
    heapq.heapify(waiting)
    kept = [True] * n
    while n > most:
        area, k = heapq.heappop(waiting)
        if not kept[k] or area != now[k]:
            # Its neighbour went meanwhile: it waits with another area.
            continue
        kept[k], n = False, n - 1
        after[before[k]], before[after[k]] = after[k], before[k]
        for beside in (before[k], after[k]):
            now[beside] = changes(beside)
            heapq.heappush(waiting, (now[beside], beside))
    return tuple(point for point, stays in zip(outline, kept, strict=True) if stays)


def convex_pieces(outline: Outline) -> tuple[Outline, ...]:
    """A simple outline in convex ones that share edges: ears cut off, then put together again while convex.

    (Hertel and Mehlhorn, 1983: at most four times as many pieces as need be.)
    """
    if _is_convex(outline):
        return (outline,)
    pieces = list[Outline]()
    for ear in _ears(outline):
        for k, piece in enumerate(pieces):
            joined = _joined(piece, ear)
            if joined is not None:
                pieces[k] = joined
                break
        else:
            pieces.append(ear)
    return tuple(pieces)


def starter_holes(outline: Outline, diameter: float) -> tuple[Point, ...]:
    """Middles of holes within an outline that touch its line and never cross it: where a saw begins and turns.

    One in every sharp corner; of an outline without any, one at each end of its longer way.
    """
    n, radius = len(outline), diameter / 2
    corners = [k for k in range(n) if _corner_angle(outline, k) < SHARP]
    if not corners:
        xs, ys = [x for x, _ in outline], [y for _, y in outline]
        axis = 0 if max(xs) - min(xs) > max(ys) - min(ys) else 1
        corners = [pick(range(n), key=lambda k: outline[k][axis]) for pick in (max, min)]
    found = list[Point]()
    for k in corners:
        at = _touching(outline, k, radius)
        if at is not None and all(math.dist(at, other) > radius for other in found):
            found.append(at)
    return tuple(found)


def clearance(outline: Outline, at: Point) -> float:
    """How far a point is from the line; less than nothing outside it."""
    n = len(outline)
    near = min(_to_segment(at, outline[k], outline[(k + 1) % n]) for k in range(n))
    return near if _within(outline, at) else -near


def _touching(outline: Outline, k: int, radius: float) -> Point | None:
    """Into the outline from its corner k, as far as a circle needs to lie within it; None where none does."""
    (ax, ay), (bx, by), (cx, cy) = outline[k - 1], outline[k], outline[(k + 1) % len(outline)]
    back, ahead = math.dist((ax, ay), (bx, by)), math.dist((bx, by), (cx, cy))
    way = ((ax - bx) / back + (cx - bx) / ahead, (ay - by) / back + (cy - by) / ahead)
    long = math.hypot(*way)
    if long < 1e-9:
        way, long = (-(cy - ay), cx - ax), math.dist((ax, ay), (cx, cy))

    def at(t: float) -> Point:
        return bx + way[0] / long * t, by + way[1] / long * t

    def over(t: float) -> float:
        return clearance(outline, at(t)) - radius

    # A point moved by so much is nearer to the line by no more: before that the circle cannot lie within.
    low, high, lacks, spare = 0.0, radius, -radius, over(radius)
    while spare < 0:
        low, high, lacks = high, high + max(-spare, radius / 16), spare
        if high > STARTER_REACH * radius:
            return None
        spare = over(high)
    return at(_root_above(over, (low, lacks), (high, spare)))


def _root_above(over: Callable[[float], float], low: tuple[float, float], high: tuple[float, float]) -> float:
    """Where a value passes nothing, from above, between two places given each with its value.

    False position, halving the value of an end that stays (the Illinois way: Dowell and Jarratt, 1971).
    """
    (a, below), (b, above) = low, high
    spare, last = above, 0.0
    for _ in range(MOST_HALVINGS):
        if spare <= TOUCHES or b - a <= TOUCHES:
            break
        middle = (a * above - b * below) / (above - below)
        value = over(middle)
        if value < 0:
            a, below = middle, value
            above = above / 2 if last < 0 else above
        else:
            b, above, spare = middle, value, value
            below = below / 2 if last > 0 else below
        last = value
    return b


def _turn(a: Point, b: Point, c: Point) -> float:
    """Twice the area of a triangle: more than nothing where the line turns left at b."""
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])


def _corner_angle(outline: Outline, k: int) -> float:
    """Inside, degrees; 360 where the line turns the other way."""
    a, b, c = outline[k - 1], outline[k], outline[(k + 1) % len(outline)]
    if _turn(a, b, c) <= 0:
        return 360.0
    u, v = (a[0] - b[0], a[1] - b[1]), (c[0] - b[0], c[1] - b[1])
    return math.degrees(
        math.acos(max(-1.0, min(1.0, (u[0] * v[0] + u[1] * v[1]) / math.hypot(*u) / math.hypot(*v))))
    )


def _is_convex(outline: Outline) -> bool:
    n = len(outline)
    return all(_turn(outline[k - 1], outline[k], outline[(k + 1) % n]) >= -1e-9 for k in range(n))


def _ears(outline: Outline) -> list[Outline]:
    """Triangles of a simple outline (Meisters, 1975: there is always an ear to cut off)."""
    points, ears = list(outline), list[Outline]()
    while len(points) > 3:
        n = len(points)
        for k in range(n):
            a, b, c = points[k - 1], points[k], points[(k + 1) % n]
            turn = _turn(a, b, c)
            others = (p for p in points if p not in (a, b, c))
            if turn > 1e-12 and not any(_in_triangle(p, a, b, c) for p in others):
                ears.append((a, b, c))
                points.pop(k)
                break
        else:
            # Only points in line are left.
            flat = min(range(n), key=lambda k: abs(_turn(points[k - 1], points[k], points[(k + 1) % n])))
            points.pop(flat)
    return [*ears, (points[0], points[1], points[2])] if _turn(*points) > 1e-12 else ears


def _in_triangle(p: Point, a: Point, b: Point, c: Point) -> bool:
    return min(_turn(a, b, p), _turn(b, c, p), _turn(c, a, p)) >= 0


def _joined(piece: Outline, ear: Outline) -> Outline | None:
    """Both together where they share an edge and stay convex."""
    for k, a in enumerate(piece):
        b = piece[(k + 1) % len(piece)]
        if a in ear and b in ear:
            other = next(p for p in ear if p not in (a, b))
            joined = (*piece[: k + 1], other, *piece[k + 1 :])
            return joined if _is_convex(joined) else None
    return None


def _crosses_itself(outline: Outline) -> bool:
    n = len(outline)
    edges = [(outline[k], outline[(k + 1) % n]) for k in range(n)]
    return any(
        _cross(*edges[j], *edges[k]) for j in range(n) for k in range(j + 2, n) if not (j == 0 and k == n - 1)
    )


def _cross(a: Point, b: Point, c: Point, d: Point) -> bool:
    return _turn(a, b, c) * _turn(a, b, d) < 0 and _turn(c, d, a) * _turn(c, d, b) < 0


def _to_segment(p: Point, a: Point, b: Point) -> float:
    dx, dy = b[0] - a[0], b[1] - a[1]
    t = max(0.0, min(1.0, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / (dx * dx + dy * dy)))
    return math.dist(p, (a[0] + t * dx, a[1] + t * dy))


def _within(outline: Outline, at: Point) -> bool:
    """By how often a line to the right crosses the outline."""
    inside = False
    for (ax, ay), (bx, by) in pairwise((*outline, outline[0])):
        if (ay > at[1]) != (by > at[1]) and at[0] < ax + (at[1] - ay) / (by - ay) * (bx - ax):
            inside = not inside
    return inside
