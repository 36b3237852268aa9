"""The front of a case: openings, and divisions of it into columns or rows of unequal size."""

from collections.abc import Iterator
from typing import Annotated, Literal

from msgspec import Meta, Struct, field, structs

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Misfit, Rect
from zygoform.core.form.inside.door import BayParts, DoorParts
from zygoform.core.form.inside.drawer import DrawerParts
from zygoform.core.form.opening_readings import ACROSS, UP, OpeningReadings
from zygoform.core.measure.reading import Readings, counting
from zygoform.core.tolerance import SAME_MM, SHARED_MM

Holds = Literal["drawer", "door", "panel", "knees", "nothing"]
"""What closes an opening: `panel` is fixed, `knees` is open to the floor."""


Inside = Literal["drawer", "door", "bay"]
INSIDE: dict[Inside, type[DrawerParts | DoorParts | BayParts]] = {
    "drawer": DrawerParts,
    "door": DoorParts,
    "bay": BayParts,
}
"""What may stand in an opening, each with entries of its own."""


class Opening(Struct, frozen=True, tag_field="cell", tag="opening"):
    """One opening; it keeps its id however the front is divided."""

    id: str
    holds: Holds = "nothing"
    readings: OpeningReadings | None = field(default=None, name="closely")
    drawer: DrawerParts | None = None
    door: DoorParts | None = None
    bay: BayParts | None = None

    def parts(self, inside: Inside) -> DrawerParts | DoorParts | BayParts:
        """What was found behind its front; nothing measured where nothing was taken down."""
        return getattr(self, inside) or INSIDE[inside]()


class Division(Struct, frozen=True, tag_field="cell", tag="division"):
    """Cells side by side (left to right) or stacked (top to bottom), with the size of each where known."""

    id: str
    direction: Literal["columns", "rows"]
    cells: Annotated[tuple["Opening | Division", ...], Meta(min_length=2, max_length=24)]
    sizes: tuple[Readings, ...]


Cell = Opening | Division


def walk(cell: Cell) -> Iterator[Cell]:
    """The cell and all cells in it, in reading order."""
    yield cell
    if isinstance(cell, Division):
        for inner in cell.cells:
            yield from walk(inner)


def openings(cell: Cell) -> tuple[Opening, ...]:
    """The openings, in reading order."""
    return tuple(c for c in walk(cell) if isinstance(c, Opening))


def find_opening(cell: Cell, opening_id: str) -> Opening | None:
    return next((o for o in openings(cell) if o.id == opening_id), None)


def replaced(cell: Cell, cell_id: str, new: Cell) -> Cell:
    """The tree with one cell replaced."""
    if cell.id == cell_id:
        return new
    if isinstance(cell, Opening):
        return cell
    return structs.replace(cell, cells=tuple(replaced(c, cell_id, new) for c in cell.cells))


def parent(cell: Cell, cell_id: str) -> Division | None:
    """The division that holds a cell directly."""
    return next((d for d in walk(cell) if isinstance(d, Division) and any(c.id == cell_id for c in d.cells)), None)


def share_out(sizes: tuple[Readings, ...], room: float) -> tuple[tuple[float, ...], float | None]:
    """Sizes of all cells in `room` (mm, dividers taken off); and the sum entered where it does not fit.

    Blank ones share the rest equally. Where everything entered misses the room, the drawing scales it and
    the sum is returned, to be told.
    """
    known = [taken.value if (taken := counting(readings, "smallest")) else None for readings in sizes]
    total = sum(size for size in known if size is not None)
    blanks = known.count(None)
    rest = room - total
    if blanks and rest > SAME_MM:
        return tuple(rest / blanks if size is None else size for size in known), None
    if not blanks and abs(rest) <= SHARED_MM:
        return tuple((size or 0.0) * room / total for size in known), None
    filled = [room / len(known) if size is None else size for size in known]
    scale = room / sum(filled)
    return tuple(size * scale for size in filled), total


class Pair(Struct, frozen=True):
    """Two neighbouring cells of a division: their rectangles and the sizes that a divider between them shifts."""

    direction: Literal["columns", "rows"]
    rects: tuple[Rect, Rect]
    first: float
    second: float


def pair_at(front: Cell, before: str, rects: dict[str, Rect]) -> Pair | None:
    """The cell `before` and the one behind it, None where there is none; `rects` are those of all openings."""
    division = parent(front, before)
    ids = [cell.id for cell in division.cells] if division is not None else []
    if division is None or before == ids[-1]:
        return None
    at = ids.index(before)
    both = [_around(cell, rects) for cell in division.cells[at : at + 2]]
    if None in both:
        return None
    (x0, z0, x1, z1), (u0, w0, u1, w1) = both[0] or NOWHERE, both[1] or NOWHERE
    first, second = (x1 - x0, u1 - u0) if division.direction == "columns" else (z1 - z0, w1 - w0)
    return Pair(division.direction, ((x0, z0, x1, z1), (u0, w0, u1, w1)), first, second)


NOWHERE: Rect = (0.0, 0.0, 0.0, 0.0)


def _around(cell: Cell, rects: dict[str, Rect]) -> Rect | None:
    own = [rects[o.id] for o in openings(cell) if o.id in rects]
    if not own:
        return None
    return min(r[0] for r in own), min(r[1] for r in own), max(r[2] for r in own), max(r[3] for r in own)


LEAST_OPENING = 5.0
"""An opening is no smaller than this (mm). [choice]"""


class FrontLayout(Struct, frozen=True):
    """The front laid out: openings and the dividers between cells, each with its rectangle."""

    openings: tuple[tuple[Opening, Rect], ...]
    uprights: tuple[tuple[str, Rect], ...]
    rails: tuple[tuple[str, Rect, bool], ...]  # the flag: a full shelf, since what is beside it stands open
    misfits: tuple[Misfit, ...]


def lay_out(cell: Cell, rect: Rect, divider: float) -> FrontLayout:
    """Places every opening of the front in `rect`; dividers are named after the cell before them."""
    if isinstance(cell, Opening):
        return FrontLayout(((cell, rect),), (), (), ())
    x0, z0, x1, z1 = rect
    columns = cell.direction == "columns"
    room = (x1 - x0 if columns else z1 - z0) - divider * (len(cell.cells) - 1)
    if room < LEAST_OPENING * len(cell.cells):
        words = "uprights" if columns else "rails"
        raise BadInputError("impossible", f"Between its {words} the front would have no openings left.")
    sizes, total = share_out(_known(cell), room)
    parts: list[FrontLayout] = []
    uprights: list[tuple[str, Rect]] = []
    rails: list[tuple[str, Rect, bool]] = []
    at = 0.0
    for i, (inner, size) in enumerate(zip(cell.cells, sizes, strict=True)):
        here = (x0 + at, z0, x0 + at + size, z1) if columns else (x0, z1 - at - size, x1, z1 - at)
        parts.append(lay_out(inner, here, divider))
        at += size + divider
        if i + 1 == len(cell.cells):
            break
        if columns:
            uprights.append((inner.id, (here[2], z0, here[2] + divider, z1)))
        else:
            shelf = not (_all_drawers(inner) and _all_drawers(cell.cells[i + 1]))
            rails.append((inner.id, (x0, here[1] - divider, x1, here[1]), shelf))
    own = (Misfit(cell.id, total, room),) if total is not None else ()
    return FrontLayout(
        tuple(o for p in parts for o in p.openings),
        tuple(uprights) + tuple(u for p in parts for u in p.uprights),
        tuple(rails) + tuple(r for p in parts for r in p.rails),
        own + tuple(m for p in parts for m in p.misfits),
    )


def _known(division: Division) -> tuple[Readings, ...]:
    """The size of each cell where it was taken: for the whole cell, or closely in its opening."""
    names = ACROSS if division.direction == "columns" else UP
    sizes = []
    for cell, taken in zip(division.cells, division.sizes, strict=True):
        close = cell.readings if isinstance(cell, Opening) and not taken else None
        sizes.append(tuple(r for n in names for r in getattr(close, n)) if close is not None else taken)
    return tuple(sizes)


def _all_drawers(cell: Cell) -> bool:
    return all(opening.holds == "drawer" for opening in openings(cell))


def unmeasured_cells(front: Cell, *, wide: bool, high: bool) -> frozenset[tuple[str, str]]:
    """The openings whose width ("columns") or height ("rows") is a guess; `wide` and `high`: the front's are known.

    A division of known size with one cell not measured leaves nothing to guess: the last follows from the others.
    """
    if isinstance(front, Opening):
        return frozenset((front.id, way) for way, known in (("columns", wide), ("rows", high)) if not known)
    taken = [_is_taken(readings) for readings in _known(front)]
    whole = wide if front.direction == "columns" else high
    if whole and taken.count(False) == 1:
        taken = [True] * len(taken)
    found: frozenset[tuple[str, str]] = frozenset()
    for cell, known in zip(front.cells, taken, strict=True):
        columns = front.direction == "columns"
        found |= unmeasured_cells(cell, wide=known if columns else wide, high=high if columns else known)
    return found


def _is_taken(readings: Readings) -> bool:
    counts = counting(readings, "smallest")
    return counts is not None and counts.source != "guessed"
