"""Convex solids bounded by any planes: what is left of a board where its ends are slanted, notched or bored.

A solid is its faces. Cutting one by a plane clips every face (as Sutherland and Hodgman do) and closes the cut by a
new one.
"""

import math
from collections.abc import Iterable, Iterator
from functools import cached_property
from itertools import product

from msgspec import Struct

from zygoform.core.geometry.plane import Outline
from zygoform.core.geometry.prism import Face, Point3, Turn, cross, dot
from zygoform.core.tolerance import PLANE_SLANT, SAME_MM, SEAM_MM, SQUARE_ON

Plane = tuple[Point3, Point3]
"""A point on it, and the unit normal."""


class Convex(Struct, frozen=True, dict=True, cache_hash=True):
    """A convex solid: its faces, each with its corners counter-clockwise as seen from outside.

    `skin` is what of them is outside where it is a cell of a larger solid; None for all.
    """

    faces: tuple[Face, ...]
    skin: tuple[Face, ...] | None = None

    @property
    def cells(self) -> tuple["Convex", ...]:
        return (self,)

    @cached_property
    def corners(self) -> tuple[Point3, ...]:
        """All corner points, each once."""
        found: dict[tuple[int, int, int], Point3] = {}
        for face in self.faces:
            for x, y, z in face.points:
                key = round(x / SAME_MM / 10), round(y / SAME_MM / 10), round(z / SAME_MM / 10)
                found.setdefault(key, (x, y, z))
        return tuple(found.values())

    @cached_property
    def box(self) -> tuple[Point3, Point3]:
        """Least and greatest corner of the axis-parallel box around it."""
        return box_around(self.corners)

    @property
    def volume(self) -> float:
        """mm³, by the divergence theorem."""
        return sum(dot(face.points[0], face.normal) * face_area(face) for face in self.faces) / 3

    @property
    def sizes(self) -> tuple[float, float, float]:
        """Those of the box around it, from the smallest."""
        low, high = self.box
        thin, wide, long = sorted(high[k] - low[k] for k in range(3))
        return thin, wide, long

    def moved(self, by: Point3) -> "Convex":
        return Convex(tuple(Face(tuple(plus(p, by) for p in face.points), face.normal) for face in self.faces))

    def turned(self, turn: Turn) -> "Convex":
        return Convex(
            tuple(Face(tuple(turn.of(p) for p in face.points), turn.way(face.normal)) for face in self.faces)
        )


def frustum(lower: Outline, low: float, upper: Outline, high: float) -> Convex:
    """Between two level outlines of as many corners, each side of which lies in one plane."""
    below, above = tuple((x, y, low) for x, y in lower), tuple((x, y, high) for x, y in upper)
    faces = [Face(above, (0.0, 0.0, 1.0)), Face(tuple(reversed(below)), (0.0, 0.0, -1.0))]
    for k in range(len(lower)):
        a, b, c, d = below[k], below[(k + 1) % len(below)], above[(k + 1) % len(above)], above[k]
        normal = cross(_minus(b, a), _minus(d, a))
        long = math.hypot(*normal)
        faces.append(Face((a, b, c, d), (normal[0] / long, normal[1] / long, normal[2] / long)))
    return Convex(tuple(faces))


def box_around(points: tuple[Point3, ...]) -> tuple[Point3, Point3]:
    """Least and greatest corner of the axis-parallel box around some points."""
    xs, ys, zs = zip(*points, strict=True)
    return (min(xs), min(ys), min(zs)), (max(xs), max(ys), max(zs))


def boxes_meet(a: tuple[Point3, Point3], b: tuple[Point3, Point3], slack: float = 0.0) -> bool:
    """Whether two boxes share room, by more than `slack` (mm) each way."""
    (low, high), (least, most) = a, b
    # Written out: it is asked for every pair of boards there is.
    return (
        low[0] < most[0] - slack
        and least[0] < high[0] - slack
        and low[1] < most[1] - slack
        and least[1] < high[1] - slack
        and low[2] < most[2] - slack
        and least[2] < high[2] - slack
    )


def plus(point: Point3, by: Point3) -> Point3:
    return point[0] + by[0], point[1] + by[1], point[2] + by[2]


def face_area(face: Face) -> float:
    """mm², by the cross products of its fan of triangles."""
    first, total = face.points[0], 0.0
    for a, b in zip(face.points[1:], face.points[2:], strict=False):
        total += dot(cross(_minus(a, first), _minus(b, first)), face.normal)
    return total / 2


def plane_of(face: Face) -> tuple[int, ...]:
    """Alike for faces that lie in one plane and look the same way; negative for those that look the other way."""
    level = dot(face.points[0], face.normal)
    return (*(round(n / PLANE_SLANT) for n in face.normal), round(level / SEAM_MM))


def halves(faces: tuple[Face, ...], plane: Plane) -> tuple[Convex | None, Convex | None]:
    """What lies behind a plane and what lies before it (where its normal points); None where nothing does."""
    at, normal = plane
    (nx, ny, nz), level = normal, dot(at, normal)
    heights = [x * nx + y * ny + z * nz - level for face in faces for x, y, z in face.points]
    if max(heights) <= SAME_MM:
        return Convex(faces), None
    if min(heights) >= -SAME_MM:
        return None, Convex(faces)
    back = (-normal[0], -normal[1], -normal[2])
    return _kept(faces, at, normal), _kept(faces, at, back)


def shared_volume(a: tuple[Face, ...], b: tuple[Face, ...]) -> float:
    """mm³ that two convex solids have in common: the one cut by every plane of the other."""
    rest = Convex(a)
    for face in b:
        behind, _ = halves(rest.faces, (face.points[0], face.normal))
        if behind is None:
            return 0.0
        rest = behind
    return rest.volume


def halved_skin(skin: tuple[Face, ...], plane: Plane) -> tuple[tuple[Face, ...], tuple[Face, ...]]:
    """What of some faces lies behind a plane, and what before it."""
    at, out = plane
    back = (-out[0], -out[1], -out[2])
    behind, before = (
        tuple(Face(points, face.normal) for face in skin if (points := _clipped(face.points, at, way)[0]))
        for way in (out, back)
    )
    return behind, before


def face_without(face: Face, over: Face) -> list[Face]:
    """The convex pieces of a face outside another in the same plane."""
    rest: tuple[Face, ...] = (face,)
    pieces: list[Face] = []
    for a, b in zip(over.points, over.points[1:] + over.points[:1], strict=True):
        across = cross(_minus(b, a), over.normal)
        long = math.hypot(*across)
        if long <= SAME_MM:
            continue
        rest, before = halved_skin(rest, (a, (across[0] / long, across[1] / long, across[2] / long)))
        pieces += before
    return pieces if rest else [face]


def _kept(faces: tuple[Face, ...], at: Point3, out: Point3) -> Convex:
    """The part of a solid behind a plane that `out` points away from, closed by a face in the plane."""
    kept, rim = list[Face](), list[Point3]()
    for face in faces:
        points, cut = _clipped(face.points, at, out)
        if len(points) >= 3:
            kept.append(Face(points, face.normal))
        rim += cut
    lid = _around(rim, out)
    return Convex((*kept, Face(lid, out)) if len(lid) >= 3 else tuple(kept))


def _clipped(points: tuple[Point3, ...], at: Point3, out: Point3) -> tuple[tuple[Point3, ...], list[Point3]]:
    """What of a face lies behind a plane, and which of its points lie in it."""
    (ax, ay, az), (nx, ny, nz) = at, out
    heights = [(x - ax) * nx + (y - ay) * ny + (z - az) * nz for x, y, z in points]
    if max(heights) < -SAME_MM:
        return points, []
    kept, cut = list[Point3](), list[Point3]()
    for k, point in enumerate(points):
        before, here = heights[k - 1], heights[k]
        if (before < -SAME_MM and here > SAME_MM) or (before > SAME_MM and here < -SAME_MM):
            share, last = before / (before - here), points[k - 1]
            crossing = (
                last[0] + share * (point[0] - last[0]),
                last[1] + share * (point[1] - last[1]),
                last[2] + share * (point[2] - last[2]),
            )
            kept.append(crossing)
            cut.append(crossing)
        if here <= SAME_MM:
            kept.append(point)
            if here >= -SAME_MM:
                cut.append(point)
    behind = any(height < -SAME_MM for height in heights)
    return (tuple(kept) if behind else ()), cut


def _around(points: list[Point3], normal: Point3) -> tuple[Point3, ...]:
    """The corners of a convex face in order, counter-clockwise round its normal; each once."""
    if not points:
        return ()
    n = len(points)
    middle = (sum(p[0] for p in points) / n, sum(p[1] for p in points) / n, sum(p[2] for p in points) / n)
    # The same corner first wherever the solid stands: a float's last digit decides nothing.
    u = _minus(max(points, key=lambda p: [round(c, 4) for c in _minus(p, middle)]), middle)
    long = math.hypot(*u)
    if long <= SAME_MM:
        return ()
    u = (u[0] / long, u[1] / long, u[2] / long)
    v = cross(normal, u)
    # From a little before that corner on: the one across, at half a turn, is neither first nor last.
    turns = {p: math.atan2(dot(_minus(p, middle), v), dot(_minus(p, middle), u)) for p in points}
    angle = {p: (turn + 0.1) % math.tau for p, turn in turns.items()}
    ordered = sorted(angle, key=lambda p: angle[p])
    kept = [p for k, p in enumerate(ordered) if math.dist(p, ordered[k - 1]) > 10 * SAME_MM]
    return tuple(kept)


def is_along_an_axis(normal: Point3) -> bool:
    """Whether a direction runs along x, y or z."""
    return sum(1 for n in normal if n > SQUARE_ON or n < -SQUARE_ON) < 2


def _minus(a: Point3, b: Point3) -> Point3:
    return a[0] - b[0], a[1] - b[1], a[2] - b[2]


# Boxes by where they stand, so that what shares room with another is found without looking at all of them.

CELL_MM = 300.0
"""Of a front, in which boxes are noted: sides of a case reach into few, of the least drawers few are in one."""
Box3 = tuple[Point3, Point3]


class BoxGrid:
    """Seen from the front: each box is noted in every cell it reaches into."""

    def __init__(self, boxes: Iterable[Box3]) -> None:
        self._cells: dict[tuple[int, int], list[Box3]] = {}
        for box in boxes:
            for cell in _cells(box):
                self._cells.setdefault(cell, []).append(box)

    def meets(self, box: Box3, slack: float) -> bool:
        """Whether any shares room with `box`, by more than `slack` (mm) each way."""
        return any(boxes_meet(box, other, slack) for cell in _cells(box) for other in self._cells.get(cell, ()))


def _cells(box: Box3) -> Iterator[tuple[int, int]]:
    low, high = box
    across, up = (range(int(low[k] // CELL_MM), int(high[k] // CELL_MM) + 1) for k in (0, 2))
    return product(across, up)
