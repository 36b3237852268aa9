"""A piece made narrower or lower: a slice is taken out of it, and what lay beyond moves up to the cut.

    before   |----|//////|-------|      at, and by so much
    after    |----|-------|

Boards that reach over the slice are sawn shorter; what lies within it, as a knob does, stands at the cut.
"""

from collections.abc import Callable
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.form.carcass import belonging
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.form.ornaments import stands_on_top
from zygoform.core.geometry.convex import Convex, Plane, halves
from zygoform.core.geometry.plane import clip, extent
from zygoform.core.geometry.prism import Face, Point3, Prism
from zygoform.core.geometry.solid import CutOff, CutOut, Shape, Solid, SolidCell, cut_off
from zygoform.core.ids import HALF
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


# A piece sawn from front to back: what is left of it on one side of the cut.
#
#     |-----------|//|--------|      between `at` of the one half and `at` of the other something may be taken out
#          left         right
#
# Boards that reach over a cut are sawn; what would be spoilt by a saw, as a drawer's front, comes off instead.

LEAST_LEFT_OPEN = 40.0
"""What is left of an opening counts from this width on (mm). [choice]"""
PLANED = 5.0
"""A drawer or a door that loses no more than this (mm) is planed narrower; one that loses more comes off.
[practice]
"""
_SPOILT = ("drawer", "door", "knob", "pane", "ornament", "mirror", "box", "runner", "block")
TOP_ROLES = ("top", "lid", "seat", "padding")


class Half(Struct, frozen=True):
    """What lies to the left (-1) or right (1) of `at`, the new end of it (x, mm).

    What is sawn ends `inset` before that, where a new side stands; of its top no more than `top_inset`.
    """

    side: Literal[-1, 1]
    at: float
    inset: float = 0.0
    top_inset: float = 0.0
    mark: str = ""
    """Goes into the ids of boards that are in the other half too."""

    def limit(self, board: Board) -> float:
        """Where a board ends at the latest."""
        return self.at + self.side * (self.top_inset if board.role in TOP_ROLES else self.inset)

    @property
    def end(self) -> float:
        """Where what is sawn ends, but for the top."""
        return self.at + self.side * self.inset

    def has(self, board: Board) -> bool:
        """Whether anything of a board lies in it."""
        low, high = board.solid.box
        inner = self.limit(board)
        return low[0] < inner - SAME_MM if self.side < 0 else high[0] > inner + SAME_MM

    def crosses(self, board: Board) -> bool:
        """Whether a board reaches over its end."""
        low, high = board.solid.box
        inner = self.limit(board)
        return low[0] < inner - SAME_MM and high[0] > inner + SAME_MM

    def sawn(self, board: Board) -> Board:
        """What is left of a board that crosses its end; what lies on it is cut with it."""
        on_face = tuple(self.sawn(own) if self.crosses(own) else own for own in board.on_face if self.has(own))
        solid = kept_of(board.solid, self.limit(board), self.side)
        return structs.replace(board, solid=solid, on_face=on_face)


def kept_of(shape: Shape, at: float, side: int) -> Shape:
    """What of a solid lies left (-1) or right (1) of x = `at`, which it reaches over."""
    if isinstance(shape, Solid):
        low, high = shape.blank.box
        blank = _kept_cell(shape.blank, at, side) if low[0] < at < high[0] else shape.blank
        return Solid(blank, shape.cuts)
    if isinstance(shape, Prism):
        return _kept_prism(shape, at, side) or cut_off(shape, _plane(at, side))
    return _kept_cell(shape, at, side)


def _kept_cell(cell: SolidCell, at: float, side: int) -> SolidCell:
    if isinstance(cell, Prism) and (kept := _kept_prism(cell, at, side)) is not None:
        return kept
    return halves(cell.faces, _plane(at, side))[0] or cell


def _plane(at: float, side: int) -> Plane:
    return (at, 0.0, 0.0), (float(-side), 0.0, 0.0)


def _kept_prism(prism: Prism, at: float, side: int) -> Prism | None:
    """A prism again, where its own axes lie along or across x."""
    u, v, n = prism.u[0], prism.v[0], prism.normal[0]
    if abs(abs(n) - 1) <= SQUARE_ON:
        near, far = prism.origin[0], prism.origin[0] + n * prism.thickness
        a, b = (min(end, at) if side < 0 else max(end, at) for end in (near, far))
        x, y, z = prism.origin
        return structs.replace(prism, origin=(x + a - near, y, z), thickness=abs(b - a))
    if abs(n) > SQUARE_ON:
        return None
    # Its outline lies in a plane that x runs in: x grows by u along the first axis and by v along the second.
    share = at - prism.origin[0]
    outline = clip(prism.outline, (share * u, share * v), (side * u, side * v))
    return structs.replace(prism, outline=outline) if len(outline) >= 3 else None


def spoilt(body: Body, cuts: tuple[Half, Half]) -> frozenset[str]:
    """What comes off whole: fronts and drawers a saw would run through, a mirror with its posts."""
    low, high = cuts[0].end, cuts[1].end
    gone, planed = set[str](), {opening.id for opening in planed_only(body, cuts)}
    for board in body.members:
        near, far = board.solid.box[0][0], board.solid.box[1][0]
        if far <= low + SAME_MM or near >= high - SAME_MM:
            continue
        if stands_on_top(board) and board.role != "crown":
            gone |= {other.id for other in body.boards if stands_on_top(other) and other.role != "crown"}
        elif board.role in _SPOILT:
            opening = body.opening_of(board.id)
            if opening is None or opening.id not in planed:
                gone |= _with_its_drawer(opening, body, board)
    return frozenset(gone)


def planed_only(body: Body, cuts: tuple[Half, Half]) -> tuple[FormOpening, ...]:
    """Openings that lose no more than a plane takes off what closes them."""
    found = []
    for opening in body.openings:
        x0, _, x1, _ = opening.rect
        lost = (x1 - x0) - max(0.0, min(x1, cuts[0].end) - x0, x1 - max(x0, cuts[1].end))
        if SAME_MM < lost <= PLANED and opening.holds in ("drawer", "door"):
            found.append(opening)
    return tuple(found)


def _with_its_drawer(opening: FormOpening | None, body: Body, board: Board) -> frozenset[str]:
    if opening is None:
        return frozenset({board.id})
    inner = {member.id for member in opening.members}
    return belonging(body, opening.front_id) | inner | {board.id}


def half_of(body: Body, half: Half, gone: frozenset[str], other: Half) -> Body:
    """One half where it stood, with what is `gone` off it; its new end is square to the front."""

    def board(one: Board) -> Board:
        kept = half.sawn(one) if half.crosses(one) else one
        both = half.side > 0 and other.has(one)
        return structs.replace(kept, id=f"{one.id}{HALF}{half.mark}") if both else kept

    x0, x1 = extent(body.plan, (1.0, 0.0))
    wide = half.at - x0 if half.side < 0 else x1 - half.at
    square = sized("where it is sawn", 90.0, "worked out")
    left = half.side < 0
    boards = tuple(board(one) for one in body.boards if one.id not in gone and half.has(one))
    openings = (_opening_of_half(opening, half, gone, other) for opening in body.openings)
    return structs.replace(
        body,
        plan=_plan(body, half),
        width=body.width - sized("beyond the cut", body.width.value - wide, "chosen"),
        corner_left=body.corner_left if left else square,
        corner_right=square if left else body.corner_right,
        boards=boards,
        openings=tuple(opening for opening in openings if opening is not None),
        shut_box=None,
    )


def _plan(body: Body, half: Half) -> tuple[tuple[float, float], ...]:
    """Front left, front right, back right, back left again: the cut takes the place of one side."""
    front_left, front_right, back_right, back_left = body.plan

    def crossing(a: tuple[float, float], b: tuple[float, float]) -> tuple[float, float]:
        share = (half.at - a[0]) / (b[0] - a[0])
        return half.at, a[1] + share * (b[1] - a[1])

    front, back = crossing(front_left, front_right), crossing(back_left, back_right)
    return (front_left, front, back, back_left) if half.side < 0 else (front, front_right, back_right, back)


def _opening_of_half(opening: FormOpening, half: Half, gone: frozenset[str], other: Half) -> FormOpening | None:
    """What is left of an opening; one that is sawn through holds nothing any more."""
    x0, z0, x1, z1 = opening.rect
    a, b = (x0, min(x1, half.end)) if half.side < 0 else (max(x0, half.end), x1)
    if b - a < LEAST_LEFT_OPEN:
        return None
    if abs(b - a - (x1 - x0)) <= SAME_MM and opening.front_id not in gone:
        return opening
    if x1 - x0 - (b - a) <= PLANED and opening.front_id not in gone:
        members = tuple(half.sawn(own) if half.crosses(own) else own for own in opening.members)
        return structs.replace(opening, rect=(a, z0, b, z1), readings=None, members=members)
    shared = half.side > 0 and x0 < other.end - SAME_MM
    return structs.replace(
        opening,
        id=f"{opening.id}{HALF}{half.mark}" if shared else opening.id,
        rect=(a, z0, b, z1),
        holds=opening.holds if opening.holds in ("knees", "nothing") else "nothing",
        readings=None,
        members=(),
        hardware=(),
    )
