"""A board as the saw leaves it: its blank, and the convex cells that are left of it after every cut.

    blank ---- cut off behind a plane ---- without what another solid takes ---- cells

Cells share faces and never overlap, so that volume, order of painting and pointing follow from theirs.
"""

from functools import cached_property

from msgspec import Struct

from zygoform.core.geometry.convex import Convex, Plane, box_around, halves
from zygoform.core.geometry.prism import Face, Point3, Prism

SolidCell = Prism | Convex


class Solid(Struct, frozen=True, dict=True, cache_hash=True):
    """What is left of a blank."""

    blank: SolidCell
    cells: tuple[SolidCell, ...]

    @cached_property
    def corners(self) -> tuple[Point3, ...]:
        return tuple(corner for cell in self.cells for corner in cell.corners)

    @cached_property
    def faces(self) -> tuple[Face, ...]:
        """Those of all cells; where two cells touch, both have one."""
        return tuple(face for cell in self.cells for face in cell.faces)

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
        return Solid(self.blank.moved(by), tuple(cell.moved(by) for cell in self.cells))

    def turned(self, axis: tuple[float, float], angle: float) -> "Solid":
        """Turned about an upright line through (x, y) by degrees."""
        return Solid(self.blank.turned(axis, angle), tuple(cell.turned(axis, angle) for cell in self.cells))


Shape = Prism | Convex | Solid
"""What a board can be."""


def cut_off(shape: Shape, plane: Plane) -> Shape:
    """The shape without what lies before a plane (a mitre, a bevel, a leg cut level). All of it never goes."""
    left = [behind for cell in shape.cells if (behind := halves(cell.faces, plane)[0]) is not None]
    return Solid(_blank(shape), tuple(left)) if left else shape


def without(shape: Shape, taken: SolidCell) -> Shape:
    """The shape without what a convex solid takes of it (a notch, a groove, a hole). All of it never goes."""
    left = list[SolidCell]()
    for cell in shape.cells:
        left += _outside(cell, taken)
    return Solid(_blank(shape), tuple(left)) if left else shape


def _outside(cell: SolidCell, taken: SolidCell) -> list[SolidCell]:
    """Slices of a cell outside another solid, one for each face of it that cuts the cell."""
    if not _meet(cell, taken):
        return [cell]
    rest, slices = Convex(cell.faces), list[SolidCell]()
    for face in taken.faces:
        behind, before = halves(rest.faces, (face.points[0], face.normal))
        if before is not None:
            slices.append(before)
        if behind is None:
            # They only touched.
            return [cell]
        rest = behind
    return slices


def _meet(a: SolidCell, b: SolidCell) -> bool:
    (low, high), (least, most) = a.box, b.box
    return all(low[k] < most[k] and least[k] < high[k] for k in range(3))


def _blank(shape: Shape) -> SolidCell:
    return shape.blank if isinstance(shape, Solid) else shape
