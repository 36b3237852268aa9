"""What every kind of piece has, and what their builders share."""

import math
from abc import abstractmethod
from functools import cache
from typing import Annotated, ClassVar, Literal

from msgspec import Meta, Struct, field, structs

from zygoform.core.condition.condition import Bag, DisassemblyMark, Fault
from zygoform.core.condition.materials import MadeOf
from zygoform.core.condition.use import PieceUse
from zygoform.core.form.form import Form
from zygoform.core.form.front import Cell, Holds, Opening, unmeasured_cells
from zygoform.core.form.ornaments import MOST_ORNAMENTS, Ornament, ornamented
from zygoform.core.geometry.plane import Outline, clip, intersect
from zygoform.core.measure.param import Param, counts, param, params
from zygoform.core.measure.reading import Sized, counting, settle

FRONT, RIGHT, BACK, LEFT = range(4)
"""The sides of a body in order round it. [choice]"""
CORNERS = ("front left", "front right", "back right", "back left")
OVER_ALL = ("width", "height", "depth")
RAIL_DEPTH = 60.0
"""How far rails reach in behind the front (mm); no part is cut from it. [drawn]"""


class PieceBase(Struct, frozen=True, tag_field="kind"):
    """Id, name and state; every kind adds its readings, among them width, height and depth over all."""

    id: str
    name: str
    faults: tuple[Fault, ...] = ()
    made_of: tuple[MadeOf, ...] = ()
    disassembly: tuple[DisassemblyMark, ...] = field(default=(), name="apart")
    bags: tuple[Bag, ...] = ()
    use: PieceUse | None = None
    glass: Literal["", "yes", "no"] = ""
    ornaments: Annotated[tuple[Ornament, ...], Meta(max_length=MOST_ORNAMENTS)] = ()

    @abstractmethod
    def bare(self) -> Form:
        """The piece with nothing applied to it. Raises BadInputError `impossible` where the sizes leave none."""

    def build(self) -> Form:
        """The piece as geometry. Raises BadInputError `impossible` where the sizes leave no piece."""
        return ornamented(self.bare(), self.ornaments)

    def check(self) -> None:
        """Raises BadInputError `impossible` where the sizes leave no piece; may be quicker than building it."""
        self.build()

    def implied(self) -> dict[str, float]:
        """Sizes (mm) that follow from others, where they do: what is shown of them until they are measured."""
        return {}


class FrontedPiece(PieceBase, frozen=True):
    """A piece with a front to divide; `HOLDS` is what its openings can hold."""

    HOLDS: ClassVar[tuple[Holds, ...]] = ()

    front: Cell = Opening("o1")


def proportioned(piece: PieceBase) -> dict[str, float]:
    """What each size is taken to be until it is measured: a usual size, grown with what was measured.

    An entry grows as the first measured one of those it follows, and where none was, as the piece does. The
    thickness of boards follows nothing.
    """
    table = {entry.name: entry for entry in params(type(piece)) if entry.guess is not None}
    return {name: _usual(piece, entry, table) for name, entry in table.items()} | piece.implied()


def _usual(piece: PieceBase, entry: Param, table: dict[str, Param]) -> float:
    """One of them, within what it may be."""
    return min(max((entry.guess or 0.0) * _grown(piece, entry, table), entry.low), entry.high)


def _grown(piece: PieceBase, entry: Param, table: dict[str, Param]) -> float:
    for name in entry.follows:
        taken, usual = counting(getattr(piece, name), table[name].takes), table[name].guess
        if taken is not None and taken.value and usual:
            return taken.value / usual
    whole = [name for name in entry.follows if name in OVER_ALL and entry.name not in OVER_ALL]
    return _grown(piece, table[whole[-1]], table) if whole else 1.0


def unmeasured(piece: PieceBase) -> frozenset[str]:
    """The names of the entries that nobody has measured, and of openings, with `columns` or `rows` behind them."""
    names = set()
    for entry in params(type(piece)):
        if entry.unit in ("readings", "corner") and counts(entry, piece):
            taken = counting(getattr(piece, entry.name), entry.takes)
            if taken is None or taken.source == "guessed":
                names.add(entry.name)
    if isinstance(piece, FrontedPiece):
        cells = unmeasured_cells(piece.front, wide="width" not in names, high="height" not in names)
        names |= {f"{piece.id}/opening/{own} {way}" for own, way in cells}
    return frozenset(names)


def settled(piece: PieceBase) -> dict[str, Sized]:
    """Every declared size of a piece by its name."""
    sizes = {}
    table = {entry.name: entry for entry in params(type(piece)) if entry.guess is not None}
    for entry in table.values():
        readings = getattr(piece, entry.name)
        name, where = _known_by(entry)
        guess = 0.0 if readings else _usual(piece, entry, table)
        size = settle(readings, guess, name, f"{piece.id}/{where}" if where else "", entry.takes)
        sizes[entry.name] = size if counts(entry, piece) else structs.replace(size, guesses=frozenset())
    return sizes


@cache
def _known_by(entry: Param) -> tuple[str, str]:
    """What a size is called in words, and the board it is seen on best."""
    own_name = entry.group in ("Over all", "Corners")
    name = entry.label.lower() if own_name else f"{entry.group} {entry.label}".lower()
    return name, (entry.span.board if entry.span else "").split("|", maxsplit=1)[0]


def guessed(sizes: dict[str, Sized]) -> frozenset[str]:
    """The names of all sizes that nobody has measured."""
    return frozenset(name for size in sizes.values() for name in size.guesses)


def over_all(piece: PieceBase) -> tuple[float, float, float]:
    """Width, height and depth over all, guessed ones included (mm)."""
    guess = proportioned(piece)
    width, height, depth = (
        settle(getattr(piece, n), guess[n], n, takes=param(type(piece), n).takes).value for n in OVER_ALL
    )
    return width, height, depth


def plan_of(width: float, depth: float, left: float, right: float) -> Outline:
    """Front left, front right, back right, back left; depth along the sides, corners in degrees."""
    left, right = math.radians(left), math.radians(right)
    return (
        (0.0, 0.0),
        (width, 0.0),
        (width - depth * math.cos(right), depth * math.sin(right)),
        (depth * math.cos(left), depth * math.sin(left)),
    )


def band(outline: Outline, side: int, depth: float) -> Outline:
    """The part of a convex outline within `depth` of its side `side`."""
    (ax, ay), (bx, by) = outline[side], outline[(side + 1) % len(outline)]
    length = math.hypot(bx - ax, by - ay)
    outward = ((by - ay) / length, (ax - bx) / length)
    return clip(outline, (ax - outward[0] * depth, ay - outward[1] * depth), outward)


def corner_posts(outline: Outline, thick: float) -> tuple[Outline, ...]:
    """A post `thick` both ways within each corner, in the order of CORNERS."""
    pairs = ((FRONT, LEFT), (FRONT, RIGHT), (BACK, RIGHT), (BACK, LEFT))
    return tuple(intersect(band(outline, a, thick), band(outline, b, thick)) for a, b in pairs)
