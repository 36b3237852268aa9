"""Points, lines and convex outlines in a plane. Outlines run counter-clockwise and do not repeat a point."""

import math
from collections.abc import Sequence
from typing import Literal

from msgspec import Struct

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
