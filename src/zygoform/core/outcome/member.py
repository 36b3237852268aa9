"""One part that a change makes: what is drawn and what is cut are read off the same solid.

z  show face up
|   y
| /        the part as it lies on the saw: x its length,
+---- x    the edge y = 0 towards whoever stands there
"""

import math
from functools import cached_property

from msgspec import Struct

from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline
from zygoform.core.geometry.prism import Face, Point3, cross, dot, extent_along
from zygoform.core.geometry.solid import Shape
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.reading import Sized
from zygoform.core.measure.rounding import Mode
from zygoform.core.outcome.part import EndCut, Joint, Part
from zygoform.core.tolerance import END_SHARE, SAME_MM


class Axes(Struct, frozen=True):
    """How a part lies in space: unit vectors along its length and out of its show face."""

    along: Point3
    face: Point3

    @property
    def across(self) -> Point3:
        """From the edge y = 0 to the other."""
        return cross(self.face, self.along)


class Member(Struct, frozen=True, dict=True):
    """A board on the piece, and how it is cut from `size`.

    `rough` is its solid as the saw leaves it where that is not yet what is drawn: a plank of a top not yet trimmed.
    Words and terms (`length_of`, `width_of`) say what its sizes are made of; the sizes are the solid's own.
    """

    change_id: str
    board: Board
    axes: Axes
    size: TimberSize
    name: str = ""
    location: str = ""
    rough: Shape | None = None
    rounding: Mode = "nearest"
    measured_on: str = "over all"
    rests_on: frozenset[str] = frozenset()
    length_of: Sized | None = None
    width_of: Sized | None = None
    joint: Joint = "chosen"
    left_corner: Sized | None = None
    right_corner: Sized | None = None

    @cached_property
    def part(self) -> Part:
        """What is cut: length and width over all, and both ends as the saw cuts them."""
        solid = self.rough or self.board.solid
        length, width = (
            high - low
            for low, high in (extent_along(solid.corners, way) for way in (self.axes.along, self.axes.across))
        )
        left, right = end_cuts(solid, self.axes)
        return Part(
            self.board.id,
            self.change_id,
            self.name or self.board.name,
            self.size.id,
            self.size.thickness,
            width,
            length,
            left,
            right,
            ripped=width < self.size.width - SAME_MM,
            rounding=self.rounding,
            measured_on=self.measured_on,
            location=self.location,
            rests_on=self.rests_on,
            length_of=self.length_of,
            width_of=self.width_of,
            joint=self.joint,
            left_corner=self.left_corner,
            right_corner=self.right_corner,
        )


def end_cuts(solid: Shape, axes: Axes) -> tuple[EndCut, EndCut]:
    """Both ends, from the planes of their faces.

    The cut line in the show face leans by the mitre, tan m = ny / nx; the blade by the bevel, sin b = -nz, of the
    outward normal n of the end as the part lies. Faces that look more sideways than along it are no ends.
    """
    return _end(solid.faces, axes, -1.0), _end(solid.faces, axes, 1.0)


def _end(faces: tuple[Face, ...], axes: Axes, side: float) -> EndCut:
    """The end on one side: of several faces that look that way the one farthest out."""
    ends = [face for face in faces if side * dot(face.normal, axes.along) > END_SHARE]
    if not ends:
        return EndCut()
    far = max(ends, key=lambda face: max(side * dot(p, axes.along) for p in face.points))
    nx, ny, nz = side * dot(far.normal, axes.along), dot(far.normal, axes.across), dot(far.normal, axes.face)
    mitre = math.degrees(math.atan2(ny, nx))
    bevel = math.degrees(math.asin(max(-1.0, min(1.0, -nz))))
    return EndCut(round(mitre, 6) + 0.0, round(bevel, 6) + 0.0)


# Where every piece of a pattern goes: front by front, for paper and for other programs.


class MapPiece(Struct, frozen=True):
    """A piece as it lies: its part, "" for what is bought ready, its outline (y up, mm), which front it lies on."""

    part_id: str
    outline: Outline
    front: int


class MapFront(Struct, frozen=True):
    """A front by its name, with its outline."""

    name: str
    outline: Outline


class PatternMap(Struct, frozen=True):
    """All fronts of a pattern with what lies on them; the lower left corner of all of them is (0, 0)."""

    title: str
    fronts: tuple[MapFront, ...]
    pieces: tuple[MapPiece, ...]

    @property
    def size(self) -> tuple[float, float]:
        """Width and height over all fronts."""
        points = [point for front in self.fronts for point in front.outline]
        return max(x for x, _ in points), max(y for _, y in points)
