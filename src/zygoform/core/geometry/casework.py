"""Sizes of shelves, dividers, drawers and edged sheets, by formula. Any one unit of length.

The formulas are those of the trade: a part is the room it fills, plus what it reaches into grooves, minus the play
it needs. What a slide takes is its maker's to say: the deductions are inputs.

[practice]
"""

import math
from collections.abc import Sequence
from typing import Literal

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.measure.rounding import round_to
from zygoform.core.tolerance import SAME_MM

SlideKind = Literal["side", "under", "runner"]


class ShelfSize(Struct, frozen=True):
    """Between the sides, the shelf itself, and how deep it may be."""

    inside: float
    shelf: float
    depth: float


def shelf_size(
    outer_w: float,
    side_t: float,
    outer_d: float,
    *,
    dado: float = 0.0,
    clearance: float = 0.0,
    back_t: float = 0.0,
    setback: float = 0.0,
) -> ShelfSize:
    """inside = outer - 2 sides; shelf = inside + 2 dados - clearance; depth = outer - back - setback.

    Raises BadInputError `impossible` where the dadoes would cut the sides through.
    """
    if dado >= side_t:
        raise BadInputError("impossible", "The dadoes would go through the sides.", "dado")
    if min(side_t, dado, clearance, back_t, setback) < 0:
        raise BadInputError("negative", "Thicknesses and clearances are 0 or more.")
    inside = outer_w - 2 * side_t
    found = ShelfSize(inside, inside + 2 * dado - clearance, outer_d - back_t - setback)
    if min(found.inside, found.shelf, found.depth) <= 0:
        raise BadInputError("does_not_fit", "Nothing is left of the shelf.", "outer_w")
    return found


class Dividers(Struct, frozen=True):
    """Equal openings, and where the left faces come when rounded to marks, with the openings that leaves."""

    opening: float
    left_faces_rounded: tuple[float, ...]
    openings_rounded: tuple[float, ...]


def dividers(inside: float, n: int, t: float, step: float) -> Dividers:
    """`n` dividers of thickness `t`. The faces are rounded, never the openings: no error adds up."""
    if n < 0 or t < 0 or step <= 0:
        raise BadInputError("negative", "So many dividers, as thick as they are, to marks of a rule.", "n")
    opening = (inside - n * t) / (n + 1)
    if opening <= 0:
        raise BadInputError("does_not_fit", "The dividers take all the room.", "n")
    faces = tuple(round_to(k * opening + (k - 1) * t, step) for k in range(1, n + 1))
    edges = (0.0, *(x for face in faces for x in (face, face + t)), inside)
    rooms = tuple(edges[k + 1] - edges[k] for k in range(0, len(edges), 2))
    return Dividers(opening, faces, rooms)


class BandedSheet(Struct, frozen=True):
    """The core under its edge bands, and how much band it takes."""

    core_l: float
    core_w: float
    band_total: float


def banded_sheet(
    length: float,
    width: float,
    band_t: float,
    banded: Sequence[str] = ("front", "back", "left", "right"),
    trim: float = 0.0,
) -> BandedSheet:
    """The core is smaller by a band on each banded side. Front and back bands run through, over the others' ends.

    `trim` is spare at both ends of each band.
    """
    core_l = length - band_t * sum(side in banded for side in ("left", "right"))
    core_w = width - band_t * sum(side in banded for side in ("front", "back"))
    if min(core_l, core_w) <= 0:
        raise BadInputError("impossible", "The bands take the whole sheet.", "band_t")
    through = sum(side in banded for side in ("front", "back")) * (length + 2 * trim)
    between = sum(side in banded for side in ("left", "right")) * (core_w + 2 * trim)
    return BandedSheet(core_l, core_w, through + between)


class DrawerBox(Struct, frozen=True):
    """A drawer worked out from its opening; `back_h` is lower where the bottom slides in under the back."""

    box_w: float
    box_h: float
    box_d: float
    front_l: float
    inside_w: float
    inside_d: float
    bottom_w: float
    bottom_d: float
    back_h: float


def drawer(
    opening_w: float,
    opening_h: float,
    opening_d: float,
    slide: SlideKind,
    side_t: float,
    bottom_t: float,
    groove: float,
    *,
    side_clear: float = 0.0,
    deduct: float = 0.0,
    height_clear: float,
    back_clear: float,
    slide_lengths: Sequence[float] = (),
    panel_clear: float = 0.0,
    groove_up: float = 0.0,
    front_t: float | None = None,
    back_t: float | None = None,
    joint: float = 0.0,
    back_over: bool = False,
) -> DrawerBox:
    """A box for slides at its sides, under it (`deduct` from the opening is the inside), or for runners.

    Raises BadInputError: `impossible` (a groove through the side), `no_stock_size` (no slide as short),
    `does_not_fit` (sides so thick that the box is wider than its opening).
    """
    if slide not in ("side", "under", "runner"):
        raise BadInputError("unknown_key", "Slides are at its sides or under it; else it has runners.", "slide")
    if groove >= side_t:
        raise BadInputError("impossible", "The groove would go through the side.", "groove")
    box_w = opening_w - deduct + 2 * side_t if slide == "under" else opening_w - 2 * side_clear
    if box_w > opening_w or box_w <= 2 * side_t:
        raise BadInputError("does_not_fit", "With these sides the box does not go into its opening.", "side_t")
    room = opening_d - back_clear
    fits = [size for size in slide_lengths if size <= room]
    if slide != "runner" and not fits:
        raise BadInputError("no_stock_size", "No slide is short enough.", "slide_lengths")
    box_d = room if slide == "runner" else max(fits)
    front, back = side_t if front_t is None else front_t, side_t if back_t is None else back_t
    box_h, inside_w, inside_d = opening_h - height_clear, box_w - 2 * side_t, box_d - front - back
    bottom_d = inside_d + (groove + back if back_over else 2 * groove - panel_clear)
    back_h = box_h - groove_up - bottom_t if back_over else box_h
    if min(box_h, inside_w, inside_d, bottom_d, back_h) <= 0 or not math.isfinite(box_w):
        raise BadInputError("does_not_fit", "Nothing is left of the drawer.", "opening_d")
    return DrawerBox(
        box_w,
        box_h,
        box_d,
        inside_w + 2 * joint,
        inside_w,
        inside_d,
        inside_w + 2 * groove - panel_clear,
        bottom_d,
        back_h,
    )


class TopSize(Struct, frozen=True):
    """A top over a base: finished and rough length, width, how long its rounded edge is all round, its area."""

    length: float
    width: float
    rough_length: float
    edge_length: float
    area: float


def top(
    base_l: float,
    base_w: float,
    left: float = 0.0,
    right: float = 0.0,
    front: float = 0.0,
    back: float = 0.0,
    trim: float = 0.0,
    radius: float = 0.0,
) -> TopSize:
    """Base and overhangs (less than nothing: set back); rough is longer by `trim` at each end.

    The edge is 2 (L + W) - (8 - 2 pi) r long, the area L W - (4 - pi) r^2.
    """
    length, width = base_l + left + right, base_w + front + back
    if min(length, width) <= 0:
        raise BadInputError("does_not_fit", "Set back so far, nothing is left of the top.")
    if radius > min(length, width) / 2 + SAME_MM:
        raise BadInputError("does_not_fit", "The radius is at most half the short side.", "radius")
    around = 2 * (length + width) - (8 - math.tau) * radius
    return TopSize(length, width, length + 2 * trim, around, length * width - (4 - math.pi) * radius**2)


# How far the front of a drawer sinks as it is drawn out, on what lets it tip.


def drawer_droop(long: float, out: float, play: float) -> float:
    """Of a drawer `long` drawn `out`, with `play` over its sides: its back rises until it is held from above.

    It turns about the front edge of what it runs on: the back end, `long - out` behind that, comes up by the play,
    and the front sinks by play * out / (long - out). Without end once nothing is left inside. One unit.
    """
    if out <= 0:
        return 0.0
    return play * out / (long - out) if out < long else math.inf
