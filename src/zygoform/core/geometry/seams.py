"""Where faces of different kinds meet: the runs of line that have one kind on one side and another on the other.

Every face gives its edges; edges that lie on one line of space, but for a hair, are put on it as stretches from one
place along it to another. Two kinds meet where stretches of both lie over each other.

    line  ------------------------------>
    A        |=========|    |====|
    B    |=======|      |=====|
    meet     |===|          |=|
"""

from collections import defaultdict
from collections.abc import Iterable, Iterator
from itertools import combinations, pairwise
from typing import NamedTuple

from zygoform.core.geometry.prism import Face, Point3, dot
from zygoform.core.piecemeal import Piecemeal
from zygoform.core.tolerance import AGAINST_MM, SAME_SIZE_MM

Seam = tuple[Point3, Point3]
"""A straight stretch, from one end to the other (mm)."""
_Stretch = tuple[float, float]

_STEP = 0.01
"""Directions that differ by less are one: of a short edge no more is known."""
_AT_A_TIME = 100
_ALONG = 4.0
"""Lines are looked for in steps so wide (mm)."""


class _Line:
    """One line of space: where it is nearest to the origin, and what lies along it, kind by kind."""

    def __init__(self, way: Point3, foot: Point3) -> None:
        self.way, self.foot = way, foot
        self.stretches: dict[str, list[_Stretch]] = defaultdict(list)

    def is_same(self, way: Point3, foot: Point3) -> bool:
        gap = (foot[0] - self.foot[0], foot[1] - self.foot[1], foot[2] - self.foot[2])
        return dot(gap, gap) < AGAINST_MM**2 and dot(way, self.way) > 1 - 0.5 * _STEP**2

    def at(self, along: float) -> Point3:
        x, y, z = self.foot
        return (x + along * self.way[0], y + along * self.way[1], z + along * self.way[2])


class FaceEdge(NamedTuple):
    """One edge of a face on its line: which way that runs, where it is nearest to the origin, and from where to
    where along it.
    """

    way: Point3
    foot: Point3
    low: float
    high: float


def edges_of(face: Face) -> tuple[FaceEdge, ...]:
    """All edges of a face that are not shorter than a hair."""
    found = list[FaceEdge]()
    for a, b in pairwise((*face.points, face.points[0])):
        dx, dy, dz = b[0] - a[0], b[1] - a[1], b[2] - a[2]
        long = (dx * dx + dy * dy + dz * dz) ** 0.5
        if long > SAME_SIZE_MM:
            way = _canonical((dx / long, dy / long, dz / long))
            low, high = dot(a, way), dot(b, way)
            foot = (a[0] - low * way[0], a[1] - low * way[1], a[2] - low * way[2])
            found.append(FaceEdge(way, foot, min(low, high), max(low, high)))
    return tuple(found)


def seams(edges: Iterable[tuple[str, FaceEdge]]) -> Piecemeal[dict[tuple[str, str], tuple[Seam, ...]]]:
    """The runs along which kinds meet, by the two of them in the order of their names. Source: geometry.

    May be interrupted between some edges.
    """
    places: dict[tuple[int, ...], list[_Line]] = defaultdict(list)
    lines = list[_Line]()
    for k, (kind, edge) in enumerate(edges):
        if k % _AT_A_TIME == 0:
            yield
        line = _found(places, edge.way, edge.foot)
        if line is None:
            line = _Line(edge.way, edge.foot)
            lines.append(line)
            places[tuple([round(part / _ALONG) for part in edge.foot])].append(line)
        line.stretches[kind].append((edge.low, edge.high))
    found: dict[tuple[str, str], list[Seam]] = defaultdict(list)
    for line in lines:
        kinds = {kind: _joined(own) for kind, own in line.stretches.items()} if len(line.stretches) > 1 else {}
        for one, other in combinations(sorted(kinds), 2):
            for low, high in _common(kinds[one], kinds[other]):
                if high - low > SAME_SIZE_MM:
                    found[one, other].append((line.at(low), line.at(high)))
    return {pair: tuple(runs) for pair, runs in found.items()}


def _canonical(way: Point3) -> Point3:
    """Of the two ways along a line the one whose first part that is not nothing is positive."""
    first = next(part for part in way if abs(part) > _STEP)
    return way if first > 0 else (-way[0], -way[1], -way[2])


def _found(places: dict[tuple[int, ...], list[_Line]], way: Point3, foot: Point3) -> _Line | None:
    """A line that is the same but for a hair; one that lies just over the edge of its step is found next door."""
    whole = [round(part / _ALONG) for part in foot]
    over = [k for k in range(3) if abs(foot[k] / _ALONG - whole[k]) > 0.5 - AGAINST_MM / _ALONG]
    for line in places.get(tuple(whole), ()):
        if line.is_same(way, foot):
            return line
    for count in range(1, len(over) + 1):
        for axes in combinations(over, count):
            beside = whole.copy()
            for k in axes:
                beside[k] += 1 if foot[k] / _ALONG > whole[k] else -1
            for line in places.get(tuple(beside), ()):
                if line.is_same(way, foot):
                    return line
    return None


def _joined(stretches: list[_Stretch]) -> list[_Stretch]:
    """All of them, those that touch made one."""
    joined = list[_Stretch]()
    for low, high in sorted(stretches):
        if joined and low <= joined[-1][1] + SAME_SIZE_MM:
            joined[-1] = (joined[-1][0], max(joined[-1][1], high))
        else:
            joined.append((low, high))
    return joined


def _common(one: list[_Stretch], other: list[_Stretch]) -> Iterator[_Stretch]:
    """Where both are."""
    k = m = 0
    while k < len(one) and m < len(other):
        low, high = max(one[k][0], other[m][0]), min(one[k][1], other[m][1])
        if low < high:
            yield low, high
        if one[k][1] < other[m][1]:
            k += 1
        else:
            m += 1
