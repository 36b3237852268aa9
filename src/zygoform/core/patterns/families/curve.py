"""Trim along an oval, a rectangle with round corners or an arch: bent, or straight pieces mitred to each other."""

import math
from itertools import accumulate, pairwise

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Point
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.measure import BentAlong, bend
from zygoform.core.patterns.registry import PatternEntries
from zygoform.core.patterns.strip import Strip, checked

CURVE_CHORDS = 360
"""A whole turn is drawn in so many chords."""


def curve_points(
    shape: BentAlong, wide: float, high: float, rise: float, radius: float
) -> list[tuple[Point, Point]]:
    """Places along the line about its middle with the directions outward: counter-clockwise, the last is the first.

    An arch is open, from its right springing to its left one.
    """
    if shape == "oval":
        a, b = wide / 2, high / 2
        found = []
        for k in range(CURVE_CHORDS + 1):
            turn = math.tau * k / CURVE_CHORDS - math.pi / 2
            out = (b * math.cos(turn), a * math.sin(turn))
            size = math.hypot(*out)
            found.append(((a * math.cos(turn), b * math.sin(turn)), (out[0] / size, out[1] / size)))
        return found
    if shape == "arch":
        r = (wide * wide / 4 + rise * rise) / (2 * rise)
        half, down = math.atan2(wide / 2, r - rise), r - rise / 2
        steps = max(12, math.ceil(CURVE_CHORDS * half / math.pi))
        turns = [math.pi / 2 - half + 2 * half * k / steps for k in range(steps + 1)]
        return [((r * math.cos(t), r * math.sin(t) - down), (math.cos(t), math.sin(t))) for t in turns]
    found = [((0.0, -high / 2), (0.0, -1.0))]
    for k, (sx, sy) in enumerate(((1, -1), (1, 1), (-1, 1), (-1, -1))):
        middle = (sx * (wide / 2 - radius), sy * (high / 2 - radius))
        for i in range(CURVE_CHORDS // 4 + 1):
            turn = (k - 1) * math.pi / 2 + math.pi / 2 * i / (CURVE_CHORDS // 4)
            out = (math.cos(turn), math.sin(turn))
            found.append(((middle[0] + radius * out[0], middle[1] + radius * out[1]), out))
    return [*found, found[0]]


def bent_strips(
    at: Point, w: float, shape: BentAlong, wide: float, high: float, rise: float, radius: float, joints: int
) -> list[Strip]:
    """In so many pieces of equal length: each as long as its far edge (Steiner's offset, `bend`)."""
    if joints < 2 and shape != "arch":
        raise BadInputError("out_of_range", "Round a whole line it goes in two pieces at least.", "joints")
    bent = bend(shape, wide, high, rise, radius, w)
    places = curve_points(shape, wide, high, rise, radius)
    outer = [(at[0] + x + w * u, at[1] + y + w * v) for (x, y), (u, v) in places]
    inner = [(at[0] + x, at[1] + y) for (x, y), _ in places]
    cuts = _shares(outer, joints)
    found = []
    for a, b in pairwise(cuts):
        far, near = _between(outer, a, b), _between(inner, a, b)
        chord = (far[-1][0] - far[0][0], far[-1][1] - far[0][1])
        size = math.hypot(*chord)
        way = (chord[0] / size, chord[1] / size) if size > 1e-6 else (1.0, 0.0)
        found.append(
            Strip(
                (*far, *reversed(near)),
                way,
                far=tuple(far),
                far_length=bent.far / joints,
                radius=bent.tightest_radius,
            )
        )
    return found


def straight_strips(
    at: Point, w: float, shape: BentAlong, wide: float, high: float, rise: float, radius: float, pieces: int
) -> list[Strip]:
    """Their inner edges go from place to place on the line, equal lengths of it; two meet in half their angle."""
    places = [(at[0] + x, at[1] + y) for (x, y), _ in curve_points(shape, wide, high, rise, radius)]
    closed = shape != "arch"
    cuts = _shares(places, pieces)
    if closed:
        # The lowest piece lies level: its middle is where the line begins.
        shift = (cuts[1] - cuts[0]) / 2
        cuts = [cut + shift for cut in cuts]
    ring = [_at(places, cut % (len(places) - 1)) for cut in cuts]
    outer = _beside(ring, w, closed=closed)
    found = []
    for (a, b), (c, d) in zip(pairwise(ring), pairwise(outer), strict=True):
        long = math.dist(a, b)
        found.append(Strip((c, d, b, a), ((b[0] - a[0]) / long, (b[1] - a[1]) / long)))
    return found


def _beside(corners: list[Point], w: float, *, closed: bool) -> list[Point]:
    """To the right of a line that turns left: its corners halved; of an open one square at both ends."""
    outs = []
    for a, b in pairwise(corners):
        long = math.dist(a, b)
        outs.append(((b[1] - a[1]) / long, (a[0] - b[0]) / long))
    ends = (outs[-1], outs[0]) if closed else (outs[0], outs[-1])
    found = list[Point]()
    for (x, y), before, after in zip(corners, [ends[0], *outs], [*outs, ends[1]], strict=True):
        middle = (before[0] + after[0], before[1] + after[1])
        # Both sides lie w away: along the halving line that is w / cos of half the turn.
        scale = 2 * w / (middle[0] ** 2 + middle[1] ** 2)
        found.append((x + middle[0] * scale, y + middle[1] * scale))
    return found


def _shares(points: list[Point], n: int) -> list[float]:
    """Where a line is cut into n pieces of equal length: as numbers of its chords, with fractions."""
    sizes = [math.dist(a, b) for a, b in pairwise(points)]
    ends = [0.0, *accumulate(sizes)]
    found, k = [0.0], 0
    for i in range(1, n):
        wanted = ends[-1] * i / n
        while ends[k + 1] < wanted:
            k += 1
        found.append(k + (wanted - ends[k]) / sizes[k])
    return [*found, float(len(sizes))]


def _at(points: list[Point], place: float) -> Point:
    k = min(int(place), len(points) - 2)
    share, (ax, ay), (bx, by) = place - k, points[k], points[k + 1]
    return ax + share * (bx - ax), ay + share * (by - ay)


def _between(points: list[Point], a: float, b: float) -> list[Point]:
    inner = [points[k] for k in range(math.floor(a) + 1, math.ceil(b)) if a + 1e-9 < k < b - 1e-9]
    return [_at(points, a), *inner, _at(points, b)]


def curve_pattern(field: PatternField, w: float, entries: PatternEntries) -> list[Strip]:
    """As it is asked for; without a size as large as there is room about its middle."""
    checked(w, 0.0)
    shape, wide, high, radius = _sizes(field, w, entries)
    at = field.at(entries.across, entries.up)
    if entries.segments:
        pieces = max(entries.segments, 2 if shape == "arch" else 3)
        return straight_strips(at, w, shape, wide, high, high, radius, pieces)
    return bent_strips(at, w, shape, wide, high, high, radius, entries.joints)


def _sizes(field: PatternField, w: float, entries: PatternEntries) -> tuple[BentAlong, float, float, float]:
    """The line, how wide and high it is, and the radius of its corners."""
    shape: BentAlong = (
        "arch" if entries.shape == "arch" else "round_rect" if entries.shape == "round_rect" else "oval"
    )
    x0, y0, x1, y1 = field.box
    at = field.at(entries.across, entries.up)
    room = 2 * min(at[0] - x0, x1 - at[0]) - 2 * w, 2 * min(at[1] - y0, y1 - at[1]) - 2 * w
    wide, high = entries.wide or room[0], entries.high or room[1]
    if min(wide, high) <= 0 or wide > room[0] + 1e-6 or high > room[1] + 1e-6:
        raise BadInputError("does_not_fit", "Within the front there is room for {0} × {1}.", "wide", room)
    return shape, wide, high, min(entries.radius, min(wide, high) / 2)
