"""A convex outline whose sides move inwards, some vanishing on the way; which sides are chords of one curve."""

import math

from zygoform.core.geometry.plane import Outline, Point, meet

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
