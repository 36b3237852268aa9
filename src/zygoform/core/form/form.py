"""The piece as geometry.

x runs to the right along the front, y from the front to the back, z up. The origin is the body's front left
corner at its underside, so that what stays keeps its place when top, base or skirt change.
"""

from collections.abc import Collection
from functools import cached_property
from operator import is_
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.condition.materials import MaterialCode
from zygoform.core.form.opening_readings import OpeningReadings
from zygoform.core.geometry.plane import Outline, Point
from zygoform.core.geometry.prism import Point3, Turn, X
from zygoform.core.geometry.solid import Shape
from zygoform.core.ids import goes_with, piece_of, sibling
from zygoform.core.measure.reading import Sized, Term

Role = Literal[
    "top", "side", "bottom", "back", "rail", "upright", "shelf", "drawer", "door", "knob", "base", "skirt",
    "apron", "leg", "seat", "arm", "lid", "panel", "bracket", "box", "runner", "pane",
    "ornament", "crown", "mirror", "stretcher", "block", "padding",
    "tile",
]  # fmt: skip


Rect = tuple[float, float, float, float]
"""In the plane of the front: x0, z0, x1, z1 (mm)."""


class Board(Struct, frozen=True, cache_hash=True):
    """One solid of the piece. `inside` faces lie within the body; `tone` alternates for strips side by side."""

    id: str
    name: str
    role: Role
    solid: Shape
    grain: Point3 = X
    inside: bool = False
    tone: int = 0
    likely: MaterialCode = "solid"
    """What it is taken to be made of until that is said."""
    on_face: tuple["Board", ...] = ()
    """What lies on its faces: painted with them, in front of nothing else of the piece."""

    def moved(self, by: Point3) -> "Board":
        on_face = tuple(board.moved(by) for board in self.on_face)
        return structs.replace(self, solid=self.solid.moved(by), on_face=on_face)

    def turned(self, turn: Turn) -> "Board":
        on_face = tuple(board.turned(turn) for board in self.on_face)
        return structs.replace(self, solid=self.solid.turned(turn), on_face=on_face)


class FormOpening(Struct, frozen=True):
    """A place in the front: its rectangle (x0, z0, x1, z1) and what it holds."""

    id: str
    name: str
    rect: Rect
    holds: Literal["drawer", "door", "panel", "knees", "nothing", "flap"]
    readings: OpeningReadings | None = None
    members: tuple[Board, ...] = ()
    """What is seen of a drawer only when it is drawn out, its true front among them; and what it runs on."""
    hinged: Literal["", "left", "right"] = ""
    hardware: tuple[tuple[str, int], ...] = ()
    flap_axis: Point | None = None
    """Where a flap turns: y and z of the line through both its ends."""
    swing: tuple[Point, ...] = ()
    """The way its upper front edge goes as the flap opens, y and z (mm)."""
    flapped_by: str = ""
    """The change that made it a flap."""
    pull_holes: tuple[Point, ...] = ()
    """Old holes of its pulls, x and z from the middle of its front (mm)."""
    holes_through: bool = True
    carries: tuple[str, ...] = ()
    """What was put on or into its front since, and moves with it."""
    closed_by: str = ""
    """What a change put in the place of its front, or of what its frame held."""
    sizes: tuple[tuple[str, float], ...] = ()
    """What stands in it, size by size (mm), by the names of its entries: measured, or taken to be."""
    unmeasured: frozenset[str] = frozenset()

    @property
    def front_id(self) -> str:
        """The board that closes it, where it holds a drawer or a door."""
        return self.closed_by or sibling(self.id, "front")

    def moved(self, by: Point3) -> "FormOpening":
        dx, _, dz = by
        x0, z0, x1, z1 = self.rect
        members = tuple(member.moved(by) for member in self.members)
        axis = None if self.flap_axis is None else (self.flap_axis[0] + by[1], self.flap_axis[1] + dz)
        swing = tuple((y + by[1], z + dz) for y, z in self.swing)
        rect = (x0 + dx, z0 + dz, x1 + dx, z1 + dz)
        return structs.replace(self, rect=rect, members=members, flap_axis=axis, swing=swing)

    def sized(self, name: str) -> Sized:
        """One size of what stands in it, with whether it is a guess."""
        words = f"{self.name.lower()}, {name.replace('_', ' ')}"
        value = dict(self.sizes)[name]
        if name in self.unmeasured:
            return Sized(value, frozenset({words}), (Term(words, value, "guessed", where=self.id),))
        return Sized(value, terms=(Term(words, value, "measured", where=self.id),))


class Misfit(Struct, frozen=True):
    """Cells of a division whose sizes do not come to the room there is."""

    division: str
    total: float
    room: float


class Body(Struct, frozen=True, dict=True, cache_hash=True):
    """A case: plan outline (front left, front right, back right, back left), height, boards, openings.

    `base_height` is how far the floor lies below its underside (mm), `hangs` that it hangs on a wall instead,
    `guesses` the names of the sizes that nobody has measured.
    """

    id: str
    name: str
    plan: Outline
    height: float
    width: Sized
    depth: Sized
    corner_left: Sized
    corner_right: Sized
    side_thickness: float
    bottom_rail: float
    boards: tuple[Board, ...]
    openings: tuple[FormOpening, ...] = ()
    misfits: tuple[Misfit, ...] = ()
    base_height: float = 0.0
    underside: float = 0.0
    hangs: bool = False
    guesses: frozenset[str] = frozenset()
    unmeasured: frozenset[str] = frozenset()
    """Entries of the piece that are guesses, by name; openings as their id and columns or rows, with a blank."""
    joined: frozenset[str] = frozenset()
    """The pieces it was made of, where it was joined of several."""
    aside: float = 0.0
    """How far to the right of where it was it is set (mm), as half of a piece: for the drawing's sake alone."""
    shut_box: tuple[Point3, Point3] | None = None
    """Least and greatest corner while all of it is shut, where something stands open."""

    @property
    def piece_id(self) -> str:
        return piece_of(self.id)

    @cached_property
    def members(self) -> tuple[Board, ...]:
        """Every part there is: the boards one sees, and what stands behind fronts that are still there."""
        known = {board.id for board in self.boards}
        inner = (m for o in self.openings for m in o.members if o.front_id in known)
        every = (*self.boards, *(member for member in inner if member.id not in known))
        return (*every, *(own for board in every for own in board.on_face))

    def opening_of(self, part_id: str) -> FormOpening | None:
        """The opening that a front, a knob or a part of a drawer belongs to."""
        return next((o for o in self.openings if goes_with(part_id, o.id)), None)

    def moved(self, by: Point3) -> "Body":
        """The same body somewhere else."""
        dx, dy, dz = by
        box = self.shut_box
        return structs.replace(
            self,
            plan=tuple((x + dx, y + dy) for x, y in self.plan),
            boards=tuple(board.moved(by) for board in self.boards),
            openings=tuple(opening.moved(by) for opening in self.openings),
            underside=self.underside + dz,
            shut_box=None if box is None else (shifted(box[0], by), shifted(box[1], by)),
            base_height=self.base_height - dz,
        )

    def called(self, name: str) -> "Body":
        """The same body, the names of its sizes said to be those of a piece."""
        own = {n: getattr(self, n).called(name) for n in ("width", "depth", "corner_left", "corner_right")}
        return structs.replace(self, **own, guesses=frozenset(f"{name}: {guess}" for guess in self.guesses))


class Form(Struct, frozen=True, dict=True):
    """All bodies of a piece or a set, each in its own coordinates."""

    bodies: tuple[Body, ...]

    @cached_property
    def boards(self) -> tuple[Board, ...]:
        return tuple(board for body in self.bodies for board in body.boards)

    @property
    def floor(self) -> float:
        """Height of the lowest floor in the bodies' coordinates."""
        return min((-body.base_height for body in self.bodies), default=0.0)

    @property
    def guesses(self) -> frozenset[str]:
        return frozenset(name for body in self.bodies for name in body.guesses)

    def body(self, target: str) -> Body | None:
        """The body of that id, or the one that has the board or opening."""
        return self._bodies.get(target)

    @cached_property
    def _bodies(self) -> dict[str, Body]:
        of: dict[str, Body] = {}
        for body in reversed(self.bodies):
            of |= dict.fromkeys((body.id, *(b.id for b in body.members), *(o.id for o in body.openings)), body)
        return of

    def without(self, gone: Collection[str]) -> "Form":
        """The form with some boards taken off; a body of which nothing would be left stays as it is."""
        bodies = []
        for body in self.bodies:
            boards = tuple(_bared(board, gone) for board in body.boards if board.id not in gone)
            openings = tuple(_emptied(opening, gone) for opening in body.openings)
            same = len(boards) == len(body.boards) and all(map(is_, boards, body.boards))
            same = same and all(map(is_, openings, body.openings))
            whole = not boards or same
            bodies.append(body if whole else structs.replace(body, boards=boards, openings=openings))
        return Form(tuple(bodies))

    def board(self, part_id: str) -> Board | None:
        """The part of that id, also one that stands behind a front."""
        return self._members.get(part_id)

    @cached_property
    def _members(self) -> dict[str, Board]:
        return {board.id: board for body in self.bodies for board in body.members}

    @cached_property
    def box(self) -> tuple[Point3, Point3]:
        """The box round all boards, down to the floor."""
        lows, highs = zip(*(board.solid.box for board in self.boards), strict=True)
        low = (min(p[0] for p in lows), min(p[1] for p in lows), min(self.floor, *(p[2] for p in lows)))
        return low, (max(p[0] for p in highs), max(p[1] for p in highs), max(p[2] for p in highs))


def shifted(point: Point3, by: Point3 | None) -> Point3:
    """A point moved; where it is for None."""
    return point if by is None else (point[0] + by[0], point[1] + by[1], point[2] + by[2])


def _bared(board: Board, gone: Collection[str]) -> Board:
    """A board without some of what lies on it; the same one where none of it goes."""
    on_face = tuple(own for own in board.on_face if own.id not in gone)
    return board if len(on_face) == len(board.on_face) else structs.replace(board, on_face=on_face)


def _emptied(opening: FormOpening, gone: Collection[str]) -> FormOpening:
    """An opening without some of what stands in it; the same one where none of it goes."""
    members = tuple(member for member in opening.members if member.id not in gone)
    return opening if len(members) == len(opening.members) else structs.replace(opening, members=members)


def is_put_on(part_id: str, body: Body) -> bool:
    """Whether a part was put on by a change: bare wood, whatever lies on the others."""
    return piece_of(part_id) not in (body.piece_id, *body.joined)


def rebuilt(
    form: Form, body: Body, off: frozenset[str], on: tuple[Board, ...], base_height: float | None = None
) -> Form:
    """The form with some boards of `body` taken off and others put on."""
    openings, inner = list[FormOpening](), set[str]()
    for opening in body.openings:
        kept = _emptied(opening, off)
        if kept is not opening:
            # What comes in the place of a part of a drawer is drawn out with it.
            instead = tuple(board for board in on if board.role in ("box", "runner") and board.id not in inner)
            inner |= {board.id for board in instead}
            kept = structs.replace(kept, members=(*kept.members, *instead))
        openings.append(kept)
    boards = tuple(board for board in body.boards if board.id not in off)
    boards += tuple(board for board in on if board.id not in inner)
    height = body.base_height if base_height is None else base_height
    new = structs.replace(body, boards=boards, base_height=height, openings=tuple(openings))
    return Form(tuple(new if b.id == body.id else b for b in form.bodies))
