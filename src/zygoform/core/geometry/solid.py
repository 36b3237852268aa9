"""A board as the saw leaves it: its blank, and what is cut of it.

    blank ---- cut off behind a plane ---- without what another solid takes ---- convex cells

Cells share faces and never overlap, so that volume, order of painting and pointing follow from theirs. They are
worked out when they are first asked for: most boards are never seen apart from their outside.
"""

from functools import cached_property

from msgspec import Struct

from zygoform.core.geometry.convex import (
    Convex,
    Plane,
    box_around,
    boxes_meet,
    face_without,
    halves,
    is_along_an_axis,
    plane_of,
    plus,
)
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Face, Point3, Prism, Turn, dot, upright
from zygoform.core.tolerance import SAME_MM

SolidCell = Prism | Convex


class CutOff(Struct, frozen=True):
    """A slanted or square end: what lies before the plane goes."""

    plane: Plane

    def left_of(self, cell: SolidCell) -> list[SolidCell]:
        """What is left of a convex cell."""
        behind = halves(cell.faces, self.plane)[0]
        return [behind] if behind is not None else []

    def moved(self, by: Point3) -> "CutOff":
        return CutOff((plus(self.plane[0], by), self.plane[1]))

    def turned(self, turn: Turn) -> "CutOff":
        return CutOff((turn.of(self.plane[0]), turn.way(self.plane[1])))


class CutOut(Struct, frozen=True):
    """A notch, a groove, a hole: what a convex solid takes goes."""

    cell: SolidCell

    def left_of(self, cell: SolidCell) -> list[SolidCell]:
        """Slices of a convex cell outside the other, one for each face of that which cuts the cell."""
        if not boxes_meet(cell.box, self.cell.box):
            return [cell]
        if is_box(cell) and is_box(self.cell):
            return _boxes_outside(cell.box, self.cell.box)
        rest, slices = Convex(cell.faces), list[SolidCell]()
        for face in self.cell.faces:
            behind, before = halves(rest.faces, (face.points[0], face.normal))
            if before is not None:
                slices.append(before)
            if behind is None:
                # They only touched.
                return [cell]
            rest = behind
        return slices

    def moved(self, by: Point3) -> "CutOut":
        return CutOut(self.cell.moved(by))

    def turned(self, turn: Turn) -> "CutOut":
        return CutOut(self.cell.turned(turn))


def is_box(cell: SolidCell) -> bool:
    """Whether all faces of a convex solid lie along the axes: most boards do, and are parted without a search."""
    return (
        isinstance(cell, Prism) and len(cell.outline) == 4 and all(is_along_an_axis(f.normal) for f in cell.faces)
    )


def _boxes_outside(box: tuple[Point3, Point3], taken: tuple[Point3, Point3]) -> list[SolidCell]:
    """What of a box lies outside another that meets it, in slices along x, y and z."""
    low, high, slices = list(box[0]), list(box[1]), list[SolidCell]()
    for k in range(3):
        for below in (True, False):
            edge = taken[0][k] if below else taken[1][k]
            if not low[k] + SAME_MM < edge < high[k] - SAME_MM:
                continue
            a, b = list(low), list(high)
            (b if below else a)[k] = edge
            slices.append(upright(rectangle(a[0], a[1], b[0], b[1]), a[2], b[2]))
            (low if below else high)[k] = edge
    return slices


class Solid(Struct, frozen=True, dict=True, cache_hash=True):
    """A blank with what is cut of it, in order. A cut that would take all of it is not made."""

    blank: SolidCell
    cuts: tuple[CutOff | CutOut, ...]

    @cached_property
    def cells(self) -> tuple[SolidCell, ...]:
        """What is left, in convex pieces."""
        cells: list[SolidCell] = [self.blank]
        for cut in self.cuts:
            left = [piece for cell in cells for piece in cut.left_of(cell)]
            cells = left or cells
        return tuple(cells)

    @cached_property
    def corners(self) -> tuple[Point3, ...]:
        return tuple(corner for cell in self.cells for corner in cell.corners)

    @cached_property
    def faces(self) -> tuple[Face, ...]:
        """Those of all cells; where two cells touch, both have one."""
        return tuple(face for cell in self.cells for face in cell.faces)

    @cached_property
    def drawn(self) -> tuple[Convex, ...]:
        """The cells, each with what of its faces no other cell covers."""
        by_plane: dict[tuple[int, ...], list[Face]] = {}
        for face in self.faces:
            by_plane.setdefault(plane_of(face), []).append(face)
        cells = []
        for cell in self.cells:
            skin: list[Face] = []
            for face in cell.faces:
                left = [face]
                for over in by_plane.get(tuple(-k for k in plane_of(face)), ()):
                    left = [piece for own in left for piece in face_without(own, over)]
                skin += left
            cells.append(Convex(cell.faces, tuple(skin)))
        return tuple(cells)

    @cached_property
    def box(self) -> tuple[Point3, Point3]:
        return box_around(self.corners)

    @property
    def sizes(self) -> tuple[float, float, float]:
        """Thickness, width and length of the blank: what is cut first."""
        return self.blank.sizes

    @property
    def volume(self) -> float:
        """mm³."""
        return sum(cell.volume for cell in self.cells)

    def moved(self, by: Point3) -> "Solid":
        return Solid(self.blank.moved(by), tuple(cut.moved(by) for cut in self.cuts))

    def turned(self, turn: Turn) -> "Solid":
        return Solid(self.blank.turned(turn), tuple(cut.turned(turn) for cut in self.cuts))


Shape = Prism | Convex | Solid
"""What a board can be."""


def has_wood_at(shape: Shape, point: Point3) -> bool:
    """Whether a point lies in what is left of a board, its skin counted in."""
    return any(
        all(dot(plus(point, tuple(-c for c in face.points[0])), face.normal) <= SAME_MM for face in cell.faces)  # type: ignore[arg-type]
        for cell in (shape.cells if isinstance(shape, Solid) else (shape,))
    )


def cut_off(shape: Shape, plane: Plane) -> Solid:
    """The shape without what lies before a plane: a mitre, a bevel, a leg cut level."""
    return _with(shape, CutOff(plane))


def without(shape: Shape, taken: SolidCell) -> Solid:
    """The shape without what a convex solid takes of it: a notch, a groove, a hole."""
    return _with(shape, CutOut(taken))


def _with(shape: Shape, cut: CutOff | CutOut) -> Solid:
    return Solid(shape.blank, (*shape.cuts, cut)) if isinstance(shape, Solid) else Solid(shape, (cut,))
