"""A drawing at full size over several sheets of paper, and whether a print came out true."""

import math
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError

PaperKind = Literal["a4", "letter"]
SHEETS_OF_PAPER: dict[PaperKind, tuple[float, float]] = {"a4": (210.0, 297.0), "letter": (215.9, 279.4)}
"""Width and height upright (mm)."""
PRINT_SLACK = 0.005
"""A print that is off by more than this share is not cut by."""


class Pages(Struct, frozen=True):
    """How many sheets, which way they lie, and how many across and down."""

    pages: int
    orientation: Literal["portrait", "landscape"]
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
    if min(width, height) <= 0:
        raise BadInputError("zero", "A drawing has a width and a height.")
    if paper not in SHEETS_OF_PAPER:
        raise BadInputError("unknown_key", f"Paper is one of {', '.join(SHEETS_OF_PAPER)}.", "paper")
    scale = 25.4 if units == "inch" else 1.0
    short, long = (size / scale - 2 * margin for size in SHEETS_OF_PAPER[paper])
    if min(short, long) <= overlap:
        raise BadInputError("does_not_fit", "Margins and overlap leave nothing of the paper.", "margin")
    best: Pages | None = None
    ways: tuple[tuple[Literal["portrait", "landscape"], float, float], ...] = (
        ("portrait", short, long),
        ("landscape", long, short),
    )
    for way, across, down in ways:
        cols, rows = _sheets(width, across, overlap), _sheets(height, down, overlap)
        if best is None or cols * rows < best.pages:
            best = Pages(cols * rows, way, cols, rows)
    assert best is not None
    return best


def _sheets(size: float, printable: float, overlap: float) -> int:
    return max(1, math.ceil((size - overlap) / (printable - overlap) * (1 - 1e-9)))


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
