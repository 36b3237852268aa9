"""What a pattern comes to: called by the names of the trade, with rows of fronts.

Lengths in one unit, angles in degrees. [geometry]
"""

from collections import Counter
from collections.abc import Sequence

from msgspec import Struct

from zygoform.core.geometry.plane import Point
from zygoform.core.patterns.families.chevron import chevron_strips
from zygoform.core.patterns.families.diamonds import diamond_strips
from zygoform.core.patterns.families.herringbone import herringbone_strips
from zygoform.core.patterns.families.lattice import lattice_strips
from zygoform.core.patterns.families.rays import ray_strips
from zygoform.core.patterns.families.slats import Anchor, slat_strips
from zygoform.core.patterns.field import PatternField, field_of
from zygoform.core.patterns.pieces import Laid, lay
from zygoform.core.patterns.strip import Strip

Rows = Sequence[Sequence[float]]
NO_SLIVER = 0.0
SAME_SHARE = 1e-6
"""A block that lacks less than this share of its area is whole: corners are put on a grid when it is cut."""


class PatternTally(Struct, frozen=True):
    """Of all pieces: how many, their long points together, the longest, the shortest, the angles of their cuts."""

    pieces: int
    total_long: float
    longest: float
    shortest: float
    area: float
    two_cut_ends: int
    end_angles: dict[str, int]
    too_short: int


def tally(laid: Laid, min_long: float = 0.0) -> PatternTally:
    """`too_short` are those under `min_long`."""
    longs = [piece.measured.long_point for piece in laid.pieces]
    angles = Counter(f"{abs(round(angle, 2)):.2f}" for piece in laid.pieces for angle in piece.measured.angles)
    return PatternTally(
        len(longs),
        sum(longs),
        max(longs, default=0.0),
        min(longs, default=0.0),
        sum(piece.area for piece in laid.pieces),
        sum(piece.measured.two_cut for piece in laid.pieces),
        dict(sorted(angles.items())),
        sum(long < min_long - 1e-9 for long in longs),
    )


def _tally(field: PatternField, strips: Sequence[Strip], min_long: float = 0.0) -> PatternTally:
    return tally(lay(field, strips, NO_SLIVER), min_long)


def slats(
    fronts: Rows, w: float, gap: float, theta: float, anchor: Anchor = "strip", min_long: float = 0.0
) -> PatternTally:
    """Parallel strips `theta` from level, every w + gap, one (or a gap) through the middle."""
    field = field_of(fronts)
    return _tally(field, slat_strips(field, w, gap, theta, anchor), min_long)


def chevron(fronts: Rows, w: float, gap: float, theta: float, axis: float | None = None) -> PatternTally:
    """Peaks up on an upright axis, strips `theta` from level."""
    field = field_of(fronts)
    return _tally(field, chevron_strips(field, w, gap, theta, axis))


def diamonds(fronts: Rows, w: float, gap: float, theta: float, centre: Point | None = None) -> PatternTally:
    """Rings of four strips about a middle."""
    field = field_of(fronts)
    return _tally(field, diamond_strips(field, w, gap, theta, centre))


def rays(fronts: Rows, w: float, origin: Point, angles: Sequence[float]) -> PatternTally:
    """Strips from a point, the later cut by those before."""
    field = field_of(fronts)
    return _tally(field, ray_strips(field, w, origin, angles))


def lattice(fronts: Rows, w: float, gap: float, theta: float, min_long: float = 0.0) -> PatternTally:
    """One way whole, the other cut between."""
    field = field_of(fronts)
    return _tally(field, lattice_strips(field, w, gap, theta), min_long)


class Blocks(Struct, frozen=True):
    """How many stay whole, how many are cut."""

    whole: int
    cut: int


def herringbone(front: Sequence[float], L: float, w: float, theta: float = 45.0) -> Blocks:  # noqa: N803 - the trade's letter
    """Blocks L by w, lying and standing."""
    field = field_of([front])
    laid = lay(field, herringbone_strips(field, L, w, theta), NO_SLIVER)
    whole = sum(piece.area > L * w * (1 - SAME_SHARE) for piece in laid.pieces)
    return Blocks(whole, len(laid.pieces) - whole)
