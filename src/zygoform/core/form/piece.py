"""What every kind of piece has, and what their builders share."""

import math
from abc import abstractmethod
from collections.abc import Callable

from msgspec import Struct

from zygoform.core.form.form import Form
from zygoform.core.geometry.plane import Outline, clip
from zygoform.core.measure.param import Param, param, params
from zygoform.core.measure.reading import Sized, settle

FRONT, RIGHT, BACK, LEFT = range(4)
OVER_ALL = ("width", "height", "depth")


class PieceBase(Struct, frozen=True, tag_field="kind"):
    """Id and name; every kind adds its readings, among them width, height and depth over all."""

    id: str
    name: str

    @abstractmethod
    def build(self) -> Form:
        """The piece as geometry. Raises BadInputError `impossible` where the sizes leave no piece."""

    def check(self) -> None:
        """Raises BadInputError `impossible` where the sizes leave no piece; may be quicker than building it."""
        self.build()


def settled(piece: PieceBase, seen_on: Callable[[Param], str]) -> dict[str, Sized]:
    """Every declared size of a piece by its name; `seen_on` says on which part it is seen best, after the id."""
    sizes = {}
    for entry in params(type(piece)):
        own_name = entry.group in ("Over all", "Corners")
        name = entry.label.lower() if own_name else f"{entry.group} {entry.label}".lower()
        readings = getattr(piece, entry.name)
        sizes[entry.name] = settle(readings, entry.guess or 0.0, name, f"{piece.id}/{seen_on(entry)}")
    return sizes


def guessed(sizes: dict[str, Sized]) -> frozenset[str]:
    """The names of all sizes that nobody has measured."""
    return frozenset(name for size in sizes.values() for name in size.guesses)


def over_all(piece: PieceBase) -> tuple[float, float, float]:
    """Width, height and depth over all, guessed ones included (mm)."""
    width, height, depth = (
        settle(getattr(piece, name), param(type(piece), name).guess or 0.0, name).value for name in OVER_ALL
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
