"""What of the faces of solids is free: not covered by a face of another solid that lies against it.

Two solids that touch have faces in about one plane that look at each other. Of many covers of one face none
overlaps another, since solids do not run through each other: what is free is its area less theirs. Where they are
few that is not taken for granted: a turned pull is drawn of parts that run into each other.
"""

from collections.abc import Iterable, Iterator
from functools import lru_cache

from zygoform.core.geometry.convex import face_area
from zygoform.core.geometry.plane import Outline, area, intersect, outside, rectangle
from zygoform.core.geometry.prism import Face, dot
from zygoform.core.geometry.solid import Shape
from zygoform.core.tolerance import AGAINST_MM, AGAINST_SLANT, SAME_MM, SEAM_MM

_Box = tuple[float, float, float, float]
FlatFace = tuple[Face, float, tuple[int, ...], Outline, _Box, bool]
"""A face with its level along its normal, its axes from the one it looks along most, and its outline without that
axis, counter-clockwise, with its box and whether it fills it."""
_STEP = 8.0
"""Levels are looked for in steps so wide (mm): faces slanted a hair against each other differ by less."""
_FEW = 12
"""Covers of one face that are cut out of it one after the other."""
_ABOUT = 0.02
"""Of two axes that a face looks along equally far, but for so much, both are kept."""


class Contacts:
    """All faces of solids that do not move against each other, to be asked what covers one of them."""

    def __init__(self, solids: Iterable[Shape]) -> None:
        self._found: dict[tuple[int, int, int], list[FlatFace]] = {}
        for solid in solids:
            for key, flat in _flats(solid):
                self._found.setdefault(key, []).append(flat)

    def free(self, flat: FlatFace) -> float:
        """mm² of a face that no other covers: of one of those given, or of a part of it."""
        face, _, axes, own, box, square = flat
        # Without the axis it looks along, every outline is smaller by the same share.
        share = abs(face.normal[axes[0]])
        covers, boxes, covered = list[Outline](), list[_Box](), 0.0
        for outline, other, other_square in self._against(face, axes[0], box):
            within = _common(box, other)
            if square and other_square:
                shared = rectangle(*within)
            elif not (shared := intersect(own, outline)):
                continue
            covered += area(shared)
            covers.append(shared)
            boxes.append(within)
        if 1 < len(covers) <= _FEW and _some_meet(boxes):
            return sum(map(area, _left(own, covers))) / share
        return max(0.0, abs(face_area(face)) - covered / share)

    def left(self, flat: FlatFace) -> list[Face]:
        """What no other face covers of one, in convex faces."""
        face, _, axes, own, box, square = flat
        covers = list(self._against(face, axes[0], box))
        if not covers:
            return [face]
        if square and all(is_square for _, _, is_square in covers):
            left = [rectangle(*piece) for piece in _boxes_left(box, [around for _, around, _ in covers])]
        else:
            left = [piece for piece in _left(own, [outline for outline, _, _ in covers]) if len(piece) >= 3]
        return [_lifted(piece, face, axes[0]) for piece in left]

    def _against(self, face: Face, axis: int, box: _Box) -> Iterator[tuple[Outline, _Box, bool]]:
        """Faces that look at this one and lie against it: outline, box, whether it fills that."""
        level, (x0, y0, x1, y1) = dot(face.points[0], face.normal), box
        sign, step = -1 if face.normal[axis] > 0 else 1, round(-level / _STEP)
        for by in (-1, 0, 1):
            for other, _, axes, outline, around, square in self._found.get((axis, sign, step + by), ()):
                if axes[0] != axis:
                    outline, around, square = _along(other, axis)  # noqa: PLW2901
                a0, b0, a1, b1 = around
                if a0 < x1 and x0 < a1 and b0 < y1 and y0 < b1 and _touch(face, other, level):
                    yield outline, around, square


def _common(a: _Box, b: _Box) -> _Box:
    return max(a[0], b[0]), max(a[1], b[1]), min(a[2], b[2]), min(a[3], b[3])


def _some_meet(boxes: list[_Box]) -> bool:
    """Whether any two boxes share more than a line."""
    for k, (x0, y0, x1, y1) in enumerate(boxes):
        for a0, b0, a1, b1 in boxes[:k]:
            if a0 < x1 - SEAM_MM and x0 < a1 - SEAM_MM and b0 < y1 - SEAM_MM and y0 < b1 - SEAM_MM:
                return True
    return False


def _left(own: Outline, covers: list[Outline]) -> list[Outline]:
    """The convex pieces of an outline that lie in none of the covers."""
    pieces = [own]
    for cover in covers:
        pieces = [part for piece in pieces for part in outside(piece, cover)]
    return pieces


def _boxes_left(own: _Box, covers: list[_Box]) -> list[_Box]:
    """The same where all of them are rectangles along the axes: most faces of furniture are."""
    pieces = [own]
    for a0, b0, a1, b1 in covers:
        left = list[_Box]()
        for x0, y0, x1, y1 in pieces:
            if a0 >= x1 - SAME_MM or a1 <= x0 + SAME_MM or b0 >= y1 - SAME_MM or b1 <= y0 + SAME_MM:
                left.append((x0, y0, x1, y1))
                continue
            low, high = max(x0, a0), min(x1, a1)
            around = ((x0, y0, low, y1), (high, y0, x1, y1), (low, y0, high, b0), (low, b1, high, y1))
            left += [(p, q, r, s) for p, q, r, s in around if r - p > SAME_MM and s - q > SAME_MM]
        pieces = left
    return pieces


def _lifted(outline: Outline, face: Face, axis: int) -> Face:
    """An outline seen along an axis, put back on the plane of a face."""
    a, b = ((1, 2), (0, 2), (0, 1))[axis]
    level, (na, nb), n = dot(face.points[0], face.normal), (face.normal[a], face.normal[b]), face.normal[axis]
    points = []
    for p, q in outline:
        point = [0.0, 0.0, 0.0]
        point[a], point[b], point[axis] = p, q, (level - na * p - nb * q) / n
        points.append((point[0], point[1], point[2]))
    return Face(tuple(points), face.normal)


def _touch(face: Face, other: Face, level: float) -> bool:
    """Whether two faces look at each other with no more than a hair between them where they are nearest.

    The other lies before the first, not behind it: a film's own back is as near as that.
    """
    if dot(face.normal, other.normal) > -1 + AGAINST_SLANT:
        return False
    return any(-SEAM_MM < dot(point, face.normal) - level < AGAINST_MM for point in other.points)


@lru_cache(maxsize=8192)
def _flats(solid: Shape) -> tuple[tuple[tuple[int, int, int], FlatFace], ...]:
    """The faces of a solid by where they are looked for: axis, way along it, step of their level."""
    found = []
    for face in solid.faces:
        if len(face.points) < 3:
            continue
        flat = flat_face(face)
        for axis in flat[2]:
            if abs(face.normal[axis]) > abs(face.normal[flat[2][0]]) - _ABOUT:
                sign = 1 if face.normal[axis] > 0 else -1
                found.append(((axis, sign, round(flat[1] / _STEP)), flat))
    return tuple(found)


def flat_face(face: Face) -> FlatFace:
    """A face of three corners or more, ready to be asked about."""
    axes = tuple(sorted(range(3), key=lambda k: -abs(face.normal[k])))
    return face, dot(face.points[0], face.normal), axes, *_along(face, axes[0])


def _along(face: Face, axis: int) -> tuple[Outline, _Box, bool]:
    """A face as seen along an axis, its box, and whether it fills that."""
    a, b = ((1, 2), (0, 2), (0, 1))[axis]
    outline = tuple([(point[a], point[b]) for point in face.points])
    size = area(outline)
    if size < 0:
        outline = outline[::-1]
    xs, ys = [p[0] for p in outline], [p[1] for p in outline]
    box = min(xs), min(ys), max(xs), max(ys)
    square = len(outline) == 4 and abs((box[2] - box[0]) * (box[3] - box[1]) - abs(size)) < SAME_MM
    return outline, box, square
