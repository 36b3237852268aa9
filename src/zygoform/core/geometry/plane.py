"""Points, lines and convex outlines in a plane. Outlines run counter-clockwise and do not repeat a point.

Lengths in one unit, angles in degrees. [geometry]
"""

import math
from collections.abc import Sequence
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.tolerance import SAME_DEG, SAME_MM

Point = tuple[float, float]
Outline = tuple[Point, ...]
FAR = 100_000.0
"""Beyond every piece (mm): a half-plane cut off here has no end that matters."""


def area(outline: Outline) -> float:
    """Signed area by the shoelace rule; positive counter-clockwise."""
    pairs = zip(outline, outline[1:] + outline[:1], strict=True)
    return sum(ax * by - bx * ay for (ax, ay), (bx, by) in pairs) / 2


def rectangle(x0: float, y0: float, x1: float, y1: float) -> Outline:
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def clip(outline: Outline, at: Point, inward: Point) -> Outline:
    """The part of a convex outline on the side of the line through `at` that `inward` points to."""
    (ax, ay), (nx, ny) = at, inward
    heights = [(x - ax) * nx + (y - ay) * ny for x, y in outline]
    # Mostly a line passes an outline by.
    if min(heights, default=0.0) >= 0:
        return _without_repeats(outline)
    if max(heights) < 0:
        return ()
    kept: list[Point] = []
    for i, point in enumerate(outline):
        before, here = heights[i - 1], heights[i]
        if (before < 0 < here) or (here < 0 < before):
            share = before / (before - here)
            last = outline[i - 1]
            kept.append((last[0] + share * (point[0] - last[0]), last[1] + share * (point[1] - last[1])))
        if here >= 0:
            kept.append(point)
    return _without_repeats(kept)


def intersect(outline: Outline, window: Outline) -> Outline:
    """Common part of an outline and a convex one; empty where they do not meet.

    Parts of a hollow outline hang together by lines along the window (Sutherland and Hodgman, 1974).
    """
    for (ax, ay), (bx, by) in zip(window, window[1:] + window[:1], strict=True):
        outline = clip(outline, (ax, ay), (ay - by, bx - ax))
        if len(outline) < 3:
            return ()
    return outline


def outside(outline: Outline, window: Outline) -> list[Outline]:
    """The convex pieces of an outline that lie outside another convex one: one for each side that cuts it."""
    pieces = list[Outline]()
    for (ax, ay), (bx, by) in zip(window, window[1:] + window[:1], strict=True):
        before = clip(outline, (ax, ay), (by - ay, ax - bx))
        if len(before) >= 3:
            pieces.append(before)
        outline = clip(outline, (ax, ay), (ay - by, bx - ax))
        if len(outline) < 3:
            break
    return pieces


def _without_repeats(points: Sequence[Point]) -> Outline:
    kept = [p for i, p in enumerate(points) if math.dist(p, points[i - 1]) > SAME_MM]
    return tuple(kept) if len(kept) >= 3 else ()


def is_convex(outline: Outline) -> bool:
    """Whether an outline never turns right."""
    corners = zip(outline, outline[1:] + outline[:1], outline[2:] + outline[:2], strict=True)
    return all((bx - ax) * (cy - by) - (by - ay) * (cx - bx) > -SAME_MM for (ax, ay), (bx, by), (cx, cy) in corners)


def offset_sides(outline: Outline, distances: tuple[float, ...]) -> Outline:
    """A convex outline with side i (from corner i to i + 1) moved outwards by distances[i]; inwards if < 0."""
    lines: list[tuple[Point, Point]] = []
    for i, (ax, ay) in enumerate(outline):
        bx, by = outline[(i + 1) % len(outline)]
        length = math.hypot(bx - ax, by - ay)
        ux, uy = (bx - ax) / length, (by - ay) / length
        lines.append(((ax + uy * distances[i], ay - ux * distances[i]), (ux, uy)))
    return tuple(meet(lines[i - 1], lines[i]) for i in range(len(lines)))


def meet(first: tuple[Point, Point], second: tuple[Point, Point]) -> Point:
    """Where two lines (point, direction) cross; they must not be parallel."""
    (ax, ay), (ux, uy) = first
    (bx, by), (vx, vy) = second
    share = ((bx - ax) * vy - (by - ay) * vx) / (ux * vy - uy * vx)
    return (ax + share * ux, ay + share * uy)


def round_corners(outline: Outline, radii: tuple[float, ...], steps: int = 10) -> Outline:
    """Corner i rounded with an arc of radii[i], drawn in `steps` chords."""
    points: list[Point] = []
    for i, corner in enumerate(outline):
        if radii[i] <= SAME_MM:
            points.append(corner)
            continue
        before, after = outline[i - 1], outline[(i + 1) % len(outline)]
        points.extend(_arc(before, corner, after, radii[i], steps))
    return _without_repeats(points)


class Slant(Struct, frozen=True):
    """An edge of a figure of four that is out of square: by how much (degrees), and where the figure is longer."""

    edge: Literal["front", "right", "back", "left"]
    angle: float
    longer: Literal["front", "back", "left", "right"]


def slants(outline: Outline) -> tuple[Slant, ...]:
    """The edges of front left, front right, back right, back left that do not lie along x or y, front first.

    back left ----- back right     A right edge that leans in towards the back leaves the front longer;
       |                |          the front edge is taken to lie along x.
    front left --- front right
    """
    found = []
    names: tuple[Literal["front", "right", "back", "left"], ...] = ("front", "right", "back", "left")
    for k, name in enumerate(names):
        (ax, ay), (bx, by) = outline[k], outline[(k + 1) % 4]
        along, off = (bx - ax, by - ay) if k % 2 == 0 else (by - ay, bx - ax)
        angle = math.degrees(math.atan2(abs(off), abs(along)))
        if angle <= SAME_DEG:
            continue
        # Which end of the edge stands farther out, away from the middle of the figure.
        out = (off > 0) if k in (1, 2) else (off < 0)
        ends: tuple[Literal["front", "back", "left", "right"], ...] = (
            ("left", "right"),
            ("front", "back"),
            ("right", "left"),
            ("back", "front"),
        )[k]
        found.append(Slant(name, angle, ends[1] if out else ends[0]))
    return tuple(found)


def corner_angles(outline: Outline) -> tuple[float, ...]:
    """The angle inside each corner, radians."""
    found = []
    for i, (x, y) in enumerate(outline):
        (px, py), (nx, ny) = outline[i - 1], outline[(i + 1) % len(outline)]
        back, ahead = math.atan2(py - y, px - x), math.atan2(ny - y, nx - x)
        found.append((back - ahead) % math.tau)
    return tuple(found)


def _arc(before: Point, corner: Point, after: Point, radius: float, steps: int) -> list[Point]:
    to_before = math.atan2(before[1] - corner[1], before[0] - corner[0])
    to_after = math.atan2(after[1] - corner[1], after[0] - corner[0])
    half = ((to_before - to_after) % math.tau) / 2
    bisector = to_after + half
    reach = radius / math.sin(half)
    cx, cy = corner[0] + reach * math.cos(bisector), corner[1] + reach * math.sin(bisector)
    start, turn = to_before + math.pi / 2, math.pi - 2 * half
    return [
        (cx + radius * math.cos(start + turn * k / steps), cy + radius * math.sin(start + turn * k / steps))
        for k in range(steps + 1)
    ]


def extent(outline: Outline, along: Point) -> tuple[float, float]:
    """Least and greatest distance of an outline's points along a unit direction."""
    places = [x * along[0] + y * along[1] for x, y in outline]
    return min(places), max(places)


# A segment of a circle over a chord, in figures and as an outline.

CHORDS = 24
"""An arc is drawn in so many chords."""


def segment(middle: float, z: float, chord: float, rise: float, chords: int = CHORDS) -> Outline:
    """A segment of a circle over a chord, counter-clockwise; over a half circle an upright half ellipse."""
    half = chord / 2
    points = []
    if rise <= half:
        radius = (half * half + rise * rise) / (2 * rise)
        reach = math.asin(min(1.0, half / radius))
        for k in range(chords + 1):
            turn = reach - 2 * reach * k / chords
            points.append((middle + radius * math.sin(turn), z + rise - radius * (1 - math.cos(turn))))
    else:
        for k in range(chords + 1):
            turn = math.pi * k / chords
            points.append((middle + half * math.cos(turn), z + rise * math.sin(turn)))
    return tuple(points)


class Arc(Struct, frozen=True):
    """Radius, length along it, its angle (degrees), and how high it stands at the place asked for."""

    radius: float
    arc: float
    angle: float
    ordinate: float


def arc(width: float, rise: float, x: float = 0.0) -> Arc:
    """R = (w^2 / 4 + r^2) / (2 r), angle 2 atan2(w / 2, R - r): also where it rises by more than half its width.

    `x` is measured from its left springing.
    """
    if min(width, rise) <= 0:
        raise BadInputError("zero", "An arc has a width and a rise.")
    if not 0 <= x <= width:
        raise BadInputError("out_of_range", "A place on an arc lies between its ends.", "x")
    radius = (width * width / 4 + rise * rise) / (2 * rise)
    angle = 2 * math.atan2(width / 2, radius - rise)
    high = math.sqrt(max(0.0, radius**2 - (x - width / 2) ** 2)) - (radius - rise)
    return Arc(radius, radius * angle, math.degrees(angle), high)


# A convex outline whose sides move inwards, some vanishing on the way; which sides are chords of one curve.

Inset = list[tuple[int, Point]]
"""Which sides are left, in order, each with the corner it begins at."""


def inset_sides(outline: Outline, by: list[float]) -> Inset:
    """Side i (from corner i to i + 1, counter-clockwise) moved inwards by by[i]; nothing where none is left.

    A side that runs backwards when it is moved has vanished: without it, its neighbours meet. The shrinking of a
    convex polygon (Aichholzer and others, a novel type of skeleton for polygons, 1995) for one step.
    """
    n = len(outline)
    lines = list[tuple[Point, Point]]()
    for k, (ax, ay) in enumerate(outline):
        bx, by_ = outline[(k + 1) % n]
        long = math.dist((ax, ay), (bx, by_))
        ux, uy = (bx - ax) / long, (by_ - ay) / long
        lines.append(((ax - uy * by[k], ay + ux * by[k]), (ux, uy)))
    left = list(range(n))
    while len(left) > 2:
        corners = [meet(lines[left[i - 1]], lines[k]) for i, k in enumerate(left)]
        lengths = [
            (corners[(i + 1) % len(left)][0] - corners[i][0]) * lines[k][1][0]
            + (corners[(i + 1) % len(left)][1] - corners[i][1]) * lines[k][1][1]
            for i, k in enumerate(left)
        ]
        worst = min(range(len(left)), key=lengths.__getitem__)
        if lengths[worst] > 0:
            return list(zip(left, corners, strict=True))
        left.pop(worst)
    return []


def side_line(inset: Inset, run: list[int]) -> Outline:
    """The corners along some sides that follow each other, from the first to the last that is left of them."""
    own = [i for i, (side, _) in enumerate(inset) if side in run]
    if not own:
        return ()
    # In the order of the run: it may go over the end of the list.
    own.sort(key=lambda i: run.index(inset[i][0]))
    return (*(inset[i][1] for i in own), inset[(own[-1] + 1) % len(inset)][1])


def smooth_runs(outline: Outline, least: float) -> list[list[int]]:
    """The sides in runs, two at least: between them the outline turns by `least` (radians) or more."""
    n = len(outline)
    first = next((k for k in range(n) if turn_after(outline, k - 1) >= least), 0)
    runs = list[list[int]]()
    for i in range(n):
        k = (first + i) % n
        if runs and turn_after(outline, k - 1) < least:
            runs[-1].append(k)
        else:
            runs.append([k])
    if len(runs) == 1:
        # Round all over: two halves, as it has no corner to begin at.
        runs = [runs[0][: n // 2], runs[0][n // 2 :]]
    return runs


def turn_after(outline: Outline, k: int) -> float:
    """By how much the outline turns from side k to the next (radians)."""
    n = len(outline)
    return turn_at(outline[k % n], outline[(k + 1) % n], outline[(k + 2) % n])


def turn_at(a: Point, b: Point, c: Point) -> float:
    """By how much a line a, b, c turns at b (radians)."""
    into, out = math.atan2(b[1] - a[1], b[0] - a[0]), math.atan2(c[1] - b[1], c[0] - b[0])
    return abs((out - into + math.pi) % math.tau - math.pi)
