"""How much of everything: faces, litres, mixes, cans, sheets of sandpaper, tape. Plain sums, called by name.

Loss is a share of what leaves the can, so what is bought is divided by what arrives, never multiplied by 1 + loss.
Thinner covers nothing: it is bought on top. Cover is area for a unit of volume and coat, as the label has it.

Lengths and areas in one unit, amounts in one of volume; waste as a share. [practice]
"""

from collections.abc import Sequence
from decimal import Decimal
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.goods.fittings import cheapest_packs
from zygoform.core.measure.rounding import count_up

FacesCounted = Literal["front", "front_edges", "all"]


class FaceArea(Struct, frozen=True):
    """In the square of the unit that came in."""

    area: float


def faces_area(parts: Sequence[Sequence[float]], faces: FacesCounted) -> FaceArea:
    """Faces to coat of parts, each [length, width, thickness, count], by how many of their six faces count.

    front: l w. front_edges: l w + 2 t (l + w). all: 2 (l w + l t + w t), as outdoors asks. Squared what came in.
    """
    if not parts:
        raise BadInputError("empty", "There is nothing to coat.", "parts")
    total = 0.0
    for long, wide, thick, count in parts:
        if min(long, wide, thick) <= 0 or count < 1:
            raise BadInputError("zero", "Every part has a length, a width, a thickness and a count.", "parts")
        of: dict[str, float] = {
            "front": long * wide,
            "front_edges": long * wide + 2 * thick * (long + wide),
            "all": 2 * (long * wide + long * thick + wide * thick),
        }
        if faces not in of:
            raise BadInputError("unknown_key", f"Faces are {', '.join(of)}.", "faces")
        total += count * of[faces]
    return FaceArea(total)


class PaintNeed(Struct, frozen=True):
    """Volumes in the unit of the cover: as sold, thinner on top, and both together in the pot."""

    paint: float
    thinner: float
    mix: float


def paint(
    area: float,
    coats: int,
    coverage: float,
    loss: float = 0.0,
    thin_percent: float = 0.0,
    spare: float = 0.0,
    first: float = 1.0,
    surface: float = 1.0,
) -> PaintNeed:
    """V = A (1/first + n - 1) / (coverage surface) / (1 - loss) (1 + spare); thinner V percent/100 on top.

    `first` is the share of its cover that the first coat has on bare, thirsty wood, `surface` that of every coat on
    carved or rough wood. Trade practice: 0.7, 0.75, 0.6. `loss` is below 1, `area` and `coverage` of one unit.
    """
    _positive(area=area, coverage=coverage, coats=coats)
    if not 0 <= loss < 1:
        raise BadInputError("out_of_range", "The loss is a share from 0 to less than 1.", "loss")
    for name, share in (("first", first), ("surface", surface)):
        if not 0 < share <= 1:
            raise BadInputError("out_of_range", "A share of the cover lies above 0 and is at most 1.", name)
    if thin_percent < 0 or spare < 0:
        raise BadInputError("negative", "Thinner and spare are 0 or more.")
    volume = area * (1 / first + coats - 1) / (coverage * surface) / (1 - loss) * (1 + spare)
    thinner = volume * thin_percent / 100
    return PaintNeed(volume, thinner, volume + thinner)


class MixedBatch(Struct, frozen=True):
    """How much of each, in the unit of the total."""

    amounts: tuple[float, ...]


def mix(total: float, parts: Sequence[float]) -> MixedBatch:
    """A batch by parts: share k = total p_k / sum p. One part to two makes a third, not a half."""
    _positive(total=total)
    if not parts:
        raise BadInputError("empty", "A mix has parts.", "parts")
    if min(parts) < 0 or sum(parts) <= 0:
        raise BadInputError("negative", "Parts are 0 or more, and not all 0.", "parts")
    return MixedBatch(tuple(total * part / sum(parts) for part in parts))


class CansOf(Struct, frozen=True):
    """Counts in the order of the sizes, what they cost, and what is left over."""

    counts: tuple[int, ...]
    cost: float
    left_over: float


def cans(need: float, sizes: Sequence[Sequence[float]]) -> CansOf:
    """Least money over all counts of cans [volume, price] that cover the need; ties: fewer cans, then less over.

    The covering knapsack by dynamic programming. Volumes to a thousandth of their unit.
    """
    if not sizes:
        raise BadInputError("no_stock_size", "There is no can on sale.", "sizes")
    _positive(need=need)
    for volume, price in sizes:
        _positive(volume=volume)
        if price < 0:
            raise BadInputError("negative", "A price is 0 or more.", "sizes")
    packs = tuple((float(volume), Decimal(str(price))) for volume, price in sizes)
    counts = cheapest_packs(need, packs)
    bought = sum(count * volume for count, (volume, _) in zip(counts, packs, strict=True))
    cost = sum((count * price for count, (_, price) in zip(counts, packs, strict=True)), Decimal(0))
    return CansOf(counts, float(cost), max(0.0, bought - need))


class SheetCount(Struct, frozen=True):
    """Sheets or discs of each grit, and of all."""

    per_grit: int
    total: int


def sheets(area: float, per_sheet: float, grits: int = 1) -> SheetCount:
    """ceil(area / per_sheet) of each grit: one serves so much and is then blunt."""
    _positive(area=area, per_sheet=per_sheet, grits=grits)
    each = count_up(area / per_sheet)
    return SheetCount(each, each * grits)


class TapeNeed(Struct, frozen=True):
    """Length in the unit of the runs, and whole rolls of it."""

    length: float
    rolls: int


def tape(runs: Sequence[float], roll: float, overlap: float = 0.0) -> TapeNeed:
    """Sum of the runs, each with its overlap; rolls = ceil."""
    if not runs:
        raise BadInputError("empty", "There is nothing to mask.", "runs")
    _positive(roll=roll, runs=min(runs))
    if overlap < 0:
        raise BadInputError("negative", "The overlap is 0 or more.", "overlap")
    length = sum(runs) + len(runs) * overlap
    return TapeNeed(length, count_up(length / roll))


def _positive(**values: float) -> None:
    for name, value in values.items():
        if not value > 0:
            raise BadInputError("zero", f"The {name.replace('_', ' ')} is more than 0.", name)
