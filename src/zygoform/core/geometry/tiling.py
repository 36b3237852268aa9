"""A field of tiles with joints: whole ones, cut ones, and what fills the joints.

|e|cut|j|  whole  |j|  whole  |j|cut|e|     one direction

Lengths in one unit, in and out; of grout in mm and kg a litre. [geometry]
"""

from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.measure.rounding import count_down, count_up
from zygoform.core.tolerance import SAME_MM

TileStart = Literal["middle", "begin", "end"]
"""Where whole tiles begin: centred, at the left or in front, at the right or at the back."""


class TileRun(Struct, frozen=True):
    """Tiles of one direction: how many, how many of them whole, how long a cut one is (0: none).

    Centred there is one at each end; begun at one end, at the other.
    """

    count: int
    whole: int
    cut: float
    start: TileStart = "middle"

    def lengths(self, size: float) -> list[float]:
        """Of all tiles in their order."""
        whole, cut = [size] * self.whole, [self.cut] if self.cut else []
        return [*(cut if self.start != "begin" else []), *whole, *(cut if self.start != "end" else [])]


def tile_run(
    field: float, tile: float, joint: float, edge_joint: float = 0.0, start: TileStart = "middle"
) -> TileRun:
    """Whole tiles centred with a cut one at both ends, one tile fewer than would fit: cuts of half a tile and more.

    Of one tile or none that would fit there are two cuts. Begun at one end, as many whole ones as fit, and what is
    left at the other: a sliver perhaps.
    """
    room = field - 2 * edge_joint
    if room <= 0 or min(field, tile) <= 0:
        raise BadInputError("does_not_fit", "There is no room for a tile.")
    fits = count_down((room + joint) / (tile + joint))
    if fits >= 1 and abs(fits * tile + (fits - 1) * joint - room) <= max(SAME_MM, 1e-9 * room):
        return TileRun(fits, fits, 0.0, start)
    if start != "middle" and fits >= 1:
        rest = room - fits * (tile + joint)
        # Less than a joint is left: it is a wider joint at that edge.
        return TileRun(fits + 1, fits, rest, start) if rest > SAME_MM else TileRun(fits, fits, 0.0, start)
    if fits <= 1:
        return TileRun(2, 0, (room - joint) / 2)
    whole = fits - 1
    return TileRun(whole + 2, whole, (room - whole * tile - (whole + 1) * joint) / 2)


class TiledField(Struct, frozen=True):
    """Columns and rows, cut ends of both directions, tiles to count, grout (kg where a density is given)."""

    cols: int
    rows: int
    cut_l: float
    cut_w: float
    whole: int
    cut: int
    buy: int
    grout_volume: float
    grout_kg: float


def tile(
    field_l: float,
    field_w: float,
    tile_l: float,
    tile_w: float,
    joint: float,
    edge_joint: float = 0.0,
    depth: float = 0.0,
    density: float = 0.0,
    spare: float = 0.0,
    starts: tuple[TileStart, TileStart] = ("middle", "middle"),
) -> TiledField:
    """A rectangle. A new tile for every cut piece, then spare (a share). Grout = (field - tiles) depth, exact.

    `depth` of the joints in the unit of length; grout_kg takes mm and kg per litre.
    """
    along = tile_run(field_l, tile_l, joint, edge_joint, starts[0])
    across = tile_run(field_w, tile_w, joint, edge_joint, starts[1])
    whole, count = along.whole * across.whole, along.count * across.count
    covered = _covered(along, tile_l) * _covered(across, tile_w)
    volume = (field_l * field_w - covered) * depth
    return TiledField(
        along.count,
        across.count,
        along.cut,
        across.cut,
        whole,
        count - whole,
        count_up(count * (1 + spare)),
        volume,
        volume * density / 1e6,
    )


def _covered(run: TileRun, tile_size: float) -> float:
    return sum(run.lengths(tile_size))


def fit_tiles(
    n_l: int, n_w: int, tile_l: float, tile_w: float, joint: float, edge_joint: float = 0.0
) -> tuple[float, float]:
    """The field that whole tiles fill: n t + (n - 1) j + 2 e each way."""
    if min(n_l, n_w) < 1:
        raise BadInputError("zero", "One tile at least each way.")
    length, width = (n * t + (n - 1) * joint + 2 * edge_joint for n, t in ((n_l, tile_l), (n_w, tile_w)))
    return length, width


def even_joint(field: float, tile_size: float, joint: float, edge_joint: float = 0.0) -> float | None:
    """The joint that makes whole tiles fill a field, where it differs by no more than 1 mm, and 5 % of a tile.

    All but the last tile have a joint; None where none is that near.
    """
    n = count_down((field - 2 * edge_joint + joint) / (tile_size + joint))
    best: float | None = None
    for count in (n, n + 1):
        if count < 2:
            continue
        even = (field - 2 * edge_joint - count * tile_size) / (count - 1)
        near = abs(even - joint) <= 1.0 + SAME_MM and (count - 1) * abs(even - joint) <= 0.05 * tile_size * count
        if near and even > 0 and (best is None or abs(even - joint) < abs(best - joint)):
            best = even
    return best
