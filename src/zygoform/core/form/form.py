"""The piece as geometry.

x runs to the right along the front, y from the front to the back, z up. The origin is the body's front left
corner at its underside, so that what stays keeps its place when top, base or skirt change.
"""

from collections.abc import Collection
from functools import cached_property
from typing import Literal

from msgspec import Struct, structs

from zygoform.core.form.opening_readings import OpeningReadings
from zygoform.core.geometry.plane import Outline
from zygoform.core.geometry.prism import Point3, X
from zygoform.core.geometry.solid import Shape
from zygoform.core.measure.reading import Sized

Role = Literal[
    "top", "side", "bottom", "back", "rail", "upright", "shelf", "drawer", "door", "knob", "base", "skirt",
    "apron", "leg", "seat", "arm", "lid", "panel", "bracket",
]  # fmt: skip


class Board(Struct, frozen=True, cache_hash=True):
    """One solid of the piece. `inside` faces lie within the body; `tone` alternates for strips side by side."""

    id: str
    name: str
    role: Role
    solid: Shape
    grain: Point3 = X
    inside: bool = False
    tone: int = 0


class FormOpening(Struct, frozen=True):
    """A place in the front: its rectangle (x0, z0, x1, z1) and what it holds."""

    id: str
    name: str
    rect: tuple[float, float, float, float]
    holds: Literal["drawer", "door", "panel", "knees", "nothing"]
    readings: OpeningReadings | None = None


class Misfit(Struct, frozen=True):
    """Cells of a division whose sizes do not come to the room there is."""

    division: str
    total: float
    room: float


class Body(Struct, frozen=True, cache_hash=True):
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

    @property
    def piece_id(self) -> str:
        return piece_of(self.id)

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
        for body in self.bodies:
            ids = {body.id, *(b.id for b in body.boards), *(o.id for o in body.openings)}
            if target in ids:
                return body
        return None

    def without(self, gone: Collection[str]) -> "Form":
        """The form with some boards taken off; a body of which nothing would be left stays as it is."""
        bodies = []
        for body in self.bodies:
            boards = tuple(board for board in body.boards if board.id not in gone)
            untouched = not boards or len(boards) == len(body.boards)
            bodies.append(body if untouched else structs.replace(body, boards=boards))
        return Form(tuple(bodies))

    def board(self, part_id: str) -> Board | None:
        """The board of that id."""
        return next((board for board in self.boards if board.id == part_id), None)

    @cached_property
    def box(self) -> tuple[Point3, Point3]:
        """The box round all boards, down to the floor."""
        lows, highs = zip(*(board.solid.box for board in self.boards), strict=True)
        low = (min(p[0] for p in lows), min(p[1] for p in lows), min(self.floor, *(p[2] for p in lows)))
        return low, (max(p[0] for p in highs), max(p[1] for p in highs), max(p[2] for p in highs))


def piece_of(part_id: str) -> str:
    """The piece a found thing belongs to, from p1/opening/o3."""
    return part_id.split("/", maxsplit=1)[0]


def rebuilt(
    form: Form, body: Body, off: frozenset[str], on: tuple[Board, ...], base_height: float | None = None
) -> Form:
    """The form with some boards of `body` taken off and others put on."""
    boards = tuple(board for board in body.boards if board.id not in off) + on
    height = body.base_height if base_height is None else base_height
    new = structs.replace(body, boards=boards, base_height=height)
    return Form(tuple(new if b.id == body.id else b for b in form.bodies))
