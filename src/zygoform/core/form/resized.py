"""A piece made narrower or lower: a slice is taken out of it, and what lay beyond moves up to the cut.

    before   |----|//////|-------|      at, and by so much
    after    |----|-------|

Boards that reach over the slice are sawn shorter; what lies within it, as a knob does, stands at the cut.
"""

from collections.abc import Callable
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.geometry.convex import Convex
from zygoform.core.geometry.prism import Face, Point3, Prism
from zygoform.core.geometry.solid import CutOff, CutOut, Shape, Solid, SolidCell
from zygoform.core.measure.reading import sized
from zygoform.core.tolerance import SAME_MM, SQUARE_ON

SliceAxis = Literal[0, 2]
"""From left to right, or in height."""


class Slice(Struct, frozen=True):
    """What is taken out: from `at` on, `by` mm along an axis."""

    axis: SliceAxis
    at: float
    by: float

    def place(self, t: float) -> float:
        """Where a place along the axis lies afterwards."""
        return t if t <= self.at else max(self.at, t - self.by)

    def point(self, p: Point3) -> Point3:
        moved = list(p)
        moved[self.axis] = self.place(p[self.axis])
        return moved[0], moved[1], moved[2]

    def crosses(self, board: Board) -> bool:
        """Whether a board reaches over both ends of it: that one is sawn."""
        low, high = board.solid.box
        k = self.axis
        return low[k] < self.at - SAME_MM and high[k] > self.at + self.by + SAME_MM

    def _within(self, low: Point3, high: Point3) -> bool:
        """Whether something ends in it: it keeps its size, and moves with the middle of it."""
        ends = (low[self.axis], high[self.axis])
        inside = [self.at + SAME_MM < end < self.at + self.by - SAME_MM for end in ends]
        return any(inside) and not (ends[0] < self.at - SAME_MM and ends[1] > self.at + self.by + SAME_MM)

    def shape(self, shape: Shape) -> Shape:
        """A solid without the slice."""
        if self._within(*shape.box):
            return self._aside(shape)
        if isinstance(shape, Solid):
            return Solid(self.cell(shape.blank), tuple(self._cut(cut) for cut in shape.cuts))
        return self.cell(shape)

    def _aside(self, shape: Shape) -> Shape:
        """What ends within the slice, moved so that its middle lies where that of its room does."""
        low, high = shape.box
        k = self.axis
        middle = (low[k] + high[k]) / 2
        moved = [0.0, 0.0, 0.0]
        share = min(1.0, max(0.0, (middle - self.at) / self.by))
        moved[k] = -self.by * share
        return shape.moved((moved[0], moved[1], moved[2]))

    def cell(self, cell: SolidCell) -> SolidCell:
        """A convex solid that has no corner within the slice."""
        if isinstance(cell, Prism) and (new := self._prism(cell)) is not None:
            return new
        return Convex(tuple(Face(tuple(self.point(p) for p in f.points), f.normal) for f in cell.faces))

    def _prism(self, prism: Prism) -> Prism | None:
        """A prism whose own axes lie along or across that of the slice."""
        k = self.axis
        u, v, n = prism.u[k], prism.v[k], prism.normal[k]
        if abs(abs(n) - 1) <= SQUARE_ON:
            ends = (prism.origin[k], prism.origin[k] + n * prism.thickness)
            a, b = (self.place(t) for t in ends)
            origin = list(prism.origin)
            origin[k] = a
            return structs.replace(prism, origin=(origin[0], origin[1], origin[2]), thickness=abs(b - a))
        along = next((i for i, part in enumerate((u, v)) if abs(abs(part) - 1) <= SQUARE_ON), None)
        if along is None:
            return None
        sign = (u, v)[along]
        outline = []
        for p in prism.outline:
            q = list(p)
            q[along] = (self.place(prism.origin[k] + sign * p[along]) - prism.origin[k]) * sign
            outline.append((q[0], q[1]))
        return structs.replace(prism, outline=tuple(outline))

    def _cut(self, cut: CutOff | CutOut) -> CutOff | CutOut:
        if isinstance(cut, CutOff):
            return CutOff((self.point(cut.plane[0]), cut.plane[1]))
        within = self._within(*cut.cell.box)
        moved = self._aside(cut.cell) if within else self.cell(cut.cell)
        return CutOut(moved) if not isinstance(moved, Solid) else cut


def without_slice(body: Body, cut: Slice) -> Body:
    """The body with the slice taken out of all its parts, openings and sizes."""

    def board(one: Board) -> Board:
        return structs.replace(one, solid=cut.shape(one.solid), on_face=tuple(board(own) for own in one.on_face))

    taken = sized("taken out", cut.by)
    k = cut.axis
    plan = tuple((cut.place(x), y) for x, y in body.plan) if k == 0 else body.plan
    return structs.replace(
        body,
        plan=plan,
        width=body.width - taken if k == 0 else body.width,
        height=cut.place(body.height) if k == 2 else body.height,
        boards=tuple(board(one) for one in body.boards),
        openings=tuple(_opening(opening, cut, board) for opening in body.openings),
        shut_box=None,
    )


def _opening(opening: FormOpening, cut: Slice, board: Callable[[Board], Board]) -> FormOpening:
    x0, z0, x1, z1 = opening.rect
    rect = (cut.place(x0), z0, cut.place(x1), z1) if cut.axis == 0 else (x0, cut.place(z0), x1, cut.place(z1))
    members = tuple(board(member) for member in opening.members)
    # What was read of it is of another size now.
    readings = opening.readings if rect == opening.rect else None
    return structs.replace(opening, rect=rect, members=members, readings=readings)
