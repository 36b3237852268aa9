"""A drawing at full size over several sheets of paper, and whether a print came out true.

Lengths in mm; of the check ruler in one unit. [geometry]
"""

from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError

PaperKind = Literal["a4", "letter"]
SHEETS_OF_PAPER: dict[PaperKind, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
"""Width and height upright (mm)."""
PRINT_SLACK = 0.005
"""A print that is off by more than this share is not cut by."""


SheetRun = tuple[float, float]
Orientation = Literal["portrait", "landscape"]


class Pages(Struct, frozen=True):
    """How many sheets, which way they lie, and how many across and down."""

    pages: int
    orientation: Orientation
    cols: int
    rows: int


def pages(
    width: float,
    height: float,
    paper: PaperKind = "a4",
    margin: float = 10.0,
    overlap: float = 10.0,
    units: Literal["mm", "inch"] = "mm",
) -> Pages:
    """ceil((W - o) / (p - o)) sheets across, p of each printable: the way that takes fewer, upright where equal."""
    laid = tiles((width, height), paper, margin, overlap, units=units)
    return Pages(len(laid.across) * len(laid.down), laid.orientation, len(laid.across), len(laid.down))


class Tiles(Struct, frozen=True):
    """Which way the sheets lie, and what of the drawing is on each column and each row of them: from, to."""

    orientation: Orientation
    across: tuple[SheetRun, ...]
    down: tuple[SheetRun, ...]


def tiles(
    size: tuple[float, float],
    paper: PaperKind = "a4",
    margin: float = 10.0,
    overlap: float = 10.0,
    whole: tuple[tuple[SheetRun, ...], tuple[SheetRun, ...]] = ((), ()),
    units: Literal["mm", "inch"] = "mm",
) -> Tiles:
    """The fewest sheets a drawing takes, upright where both ways take as many; no seam through what stays `whole`.

    `whole` are stretches across and down.
    """
    if min(size) <= 0:
        raise BadInputError("zero", "A drawing has a width and a height.")
    if paper not in SHEETS_OF_PAPER:
        raise BadInputError("unknown_key", f"Paper is one of {', '.join(SHEETS_OF_PAPER)}.", "paper")
    scale = 25.4 if units == "inch" else 1.0
    short, long = (side / scale - 2 * margin for side in SHEETS_OF_PAPER[paper])
    if min(short, long) <= overlap:
        raise BadInputError("does_not_fit", "Margins and overlap leave nothing of the paper.", "margin")
    ways: tuple[tuple[Orientation, float, float], ...] = (("portrait", short, long), ("landscape", long, short))
    found = [
        Tiles(way, runs_of_sheets(size[0], a, overlap, whole[0]), runs_of_sheets(size[1], b, overlap, whole[1]))
        for way, a, b in ways
    ]
    return min(found, key=lambda laid: len(laid.across) * len(laid.down))


def runs_of_sheets(
    size: float, printable: float, overlap: float, whole: tuple[SheetRun, ...] = ()
) -> tuple[SheetRun, ...]:
    """What lies on each sheet along one way, each over the one before by `overlap`.

    A seam is the stretch that two sheets share. Each is put as far on as it goes without touching what stays
    `whole`: no other way has fewer sheets. What is longer than a sheet can hold is cut all the same.
    """
    begins = [0.0]
    while begins[-1] + printable < size * (1 - 1e-9):
        latest = begins[-1] + printable - overlap
        begins.append(_before(latest, overlap, whole, begins[-1]))
    ends = [begin + overlap for begin in begins[1:]]
    return tuple(zip(begins, [*ends, size], strict=True))


def _before(latest: float, overlap: float, whole: tuple[SheetRun, ...], last: float) -> float:
    """The latest place of a seam that touches nothing; the latest of all where there is none."""
    seam = latest
    for low, high in sorted(whole, key=lambda stretch: -stretch[1]):
        if low < seam + overlap and high > seam:
            seam = low - overlap
    # A sheet that brings nothing new would not end.
    return seam if seam > last + overlap else latest


class ScaleCheck(Struct, frozen=True):
    """How large a print came out, whether that is near enough, and at how many percent it is printed again."""

    scale: float
    ok: bool
    print_at_percent: float


def scale_check(nominal: float, measured: float) -> ScaleCheck:
    """Of the check ruler: what it should be, and what a tape says."""
    if min(nominal, measured) <= 0:
        raise BadInputError("zero", "Both lengths are more than nothing.")
    scale = measured / nominal
    return ScaleCheck(scale, abs(scale - 1) <= PRINT_SLACK + 1e-12, 100 / scale)
