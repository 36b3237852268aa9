"""What is cut: every strip less those it crosses that were laid before, and only what lies on a front."""

from collections.abc import Callable, Sequence
from itertools import pairwise
from typing import Any, Literal

from msgspec import Struct, structs

from zygoform.core.geometry.plane import Outline, Point, area, intersect, is_convex
from zygoform.core.patterns.convex_clip import ConvexRows, clip_to_boxes, convex_rows, measure_rows
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.measure import Measured, measure_bent, measure_piece
from zygoform.core.patterns.strip import Strip
from zygoform.core.piecemeal import AT_A_TIME, Piecemeal, at_once
from zygoform.core.tolerance import SAME_MM

# Strips laid where all is convex: bands that meet no others, or are cut by parallel ones that run through.
#
# Between parallel bands that run through the whole field lie free slabs: a strip across them is cut into one piece
# for each slab it meets. That is a lattice; slats, chevrons, blocks are cut by nothing but the fronts.

SAME_DIRECTION = 1e-9
"""Unit directions that differ by less are one."""
_BEYOND = 1e7
"""Further out than any field (mm)."""


class PlainPieces(Struct, frozen=True):
    """Pieces as rows, with their areas, and of each its strip, its front; the directions of all strips, n x 2."""

    rows: ConvexRows
    sizes: Any
    strip: Any
    front: Any
    ways: Any


def is_plain(field: PatternField, strips: Sequence[Strip]) -> bool:
    """Whether all fronts are rectangles with nothing on them, and all bands convex and cut from trim."""
    if not strips or any(front.shape or front.kept for front in field.fronts):
        return False
    return not any(strip.bought or strip.far or not is_convex(strip.band) for strip in strips)


def lay_plain(field: PatternField, strips: Sequence[Strip]) -> PlainPieces | None:
    """All pieces, in the order of strips, fronts and along the strip; nothing where something is not plain."""
    if not is_plain(field, strips):
        return None
    import numpy as np

    layers, ways = np.array([strip.layer for strip in strips]), np.array([strip.way for strip in strips])
    box = np.array(field.box)
    bands = convex_rows([strip.band for strip in strips])
    own = np.arange(len(strips))
    if len(np.unique(layers)) > 1:
        cut = _between_earlier(bands, layers, ways, box)
        if cut is None:
            return None
        bands, own = cut
    fronts = np.array([(f.x, f.y, f.x + f.w, f.y + f.h) for f in field.fronts])
    boxes = bands.boxes
    meets = (
        (boxes[:, None, 0] < fronts[None, :, 2]) & (boxes[:, None, 2] > fronts[None, :, 0])
        & (boxes[:, None, 1] < fronts[None, :, 3]) & (boxes[:, None, 3] > fronts[None, :, 1])
    )  # fmt: skip
    part, front = np.nonzero(meets)
    rows = clip_to_boxes(bands.take(part), fronts[front])
    there = np.flatnonzero(rows.count)
    rows, strip, front = rows.take(there), own[part[there]], front[there]
    middles = (rows.points * rows.there[:, :, None]).sum(axis=1) / np.maximum(rows.count, 1)[:, None]
    order = np.lexsort(((middles * ways[strip]).sum(axis=1), front, strip))
    rows = rows.take(order)
    return PlainPieces(rows, rows.areas, strip[order], front[order], ways)


def _between_earlier(bands: ConvexRows, layers: Any, ways: Any, box: Any) -> tuple[ConvexRows, Any] | None:
    """What is left of bands of two layers, the first one's parallel and running through; and whose each is.

    Nothing where there are more layers, or the first ones are not so.
    """
    import numpy as np

    first, second = layers == layers[0], layers != layers[0]
    if len(np.unique(layers)) > 2 or not first[: first.sum()].all():
        return None
    way = ways[0]
    if (np.abs(ways[first] - way) > SAME_DIRECTION).any():
        return None
    normal, corners = np.array([-way[1], way[0]]), np.array([(x, y) for x in box[::2] for y in box[1::2]])
    along = bands.points[first] @ way
    if (along.min(axis=1) > (corners @ way).min()).any() or (along.max(axis=1) < (corners @ way).max()).any():
        return None
    across = np.where(bands.there[first], bands.points[first] @ normal, np.nan)
    low, high = np.nanmin(across, axis=1), np.nanmax(across, axis=1)
    order = np.argsort(low)
    starts, ends = np.concatenate([[-_BEYOND], high[order]]), np.concatenate([low[order], [_BEYOND]])
    own = np.flatnonzero(second)
    crossing = clip_to_boxes(bands.take(own), np.tile(box, (len(own), 1)))
    places = crossing.points @ normal
    least = np.where(crossing.there, places, np.inf).min(axis=1, initial=np.inf)
    most = np.where(crossing.there, places, -np.inf).max(axis=1, initial=-np.inf)
    meets = (least[:, None] < ends[None, :]) & (most[:, None] > starts[None, :]) & (starts < ends)[None, :]
    strip, slab = np.nonzero(meets & (crossing.count > 0)[:, None])
    pieces = crossing.take(strip)
    for at, side in ((starts[slab], 1.0), (ends[slab], -1.0)):
        pieces = pieces.clip(at[:, None] * normal, np.tile(side * normal, (len(slab), 1)))
    whole = np.flatnonzero(first)
    wide = max(bands.points.shape[1], pieces.points.shape[1])
    points = np.concatenate([_padded(bands.points[whole], wide), _padded(pieces.points, wide)])
    count = np.concatenate([bands.count[whole], pieces.count])
    kept = np.flatnonzero(count)
    return ConvexRows(points[kept], count[kept]), np.concatenate([whole, own[strip]])[kept]


def _padded(points: Any, wide: int) -> Any:
    import numpy as np

    return np.pad(points, ((0, 0), (0, wide - points.shape[1]), (0, 0)))


GRID = 1e-8
"""Corners are put on a grid as fine as this: where bands only just touch, plain floats make polygons of nothing."""
SLIVER = 0.5
"""Less area than this (square units of mm) is no piece: it is counted, and told."""
FEW_STRIPS, MANY_STRIPS = 200, 300
"""So many strips by fronts are laid one by one; more than so many take long."""
NO_AREA = 1e-12
"""Less area than this (mm²) is what rounding leaves, not even a sliver."""


class TrimPiece(Struct, frozen=True):
    """One connected piece on one front: its outline (counter-clockwise), which strip it is of, and its measures."""

    outline: Outline
    front: int
    strip: int
    measured: Measured

    @property
    def area(self) -> float:
        return area(self.outline)


class Laid(Struct, frozen=True):
    """All pieces in the order they are laid; how many slivers were left out, and what area they have together."""

    pieces: tuple[TrimPiece, ...]
    slivers: int = 0
    sliver_area: float = 0.0


def lay(field: PatternField, strips: Sequence[Strip], sliver: float = SLIVER) -> Laid:
    """As `lay_piecemeal`, at once."""
    return at_once(lay_piecemeal(field, strips, sliver))


def lay_piecemeal(field: PatternField, strips: Sequence[Strip], sliver: float = SLIVER) -> Piecemeal[Laid]:
    """Strips in order; a later one is cut by the bands of earlier ones of other layers, then by every front.

    All are worked on at once, and only those that meet: what it costs grows with the pieces there are. Where all is
    convex and runs through it is done in arrays (`plain_laying`), else with the library's polygons.
    """
    if (
        len(strips) * len(field.fronts) <= FEW_STRIPS
        and len({s.layer for s in strips}) < 2
        and is_plain(field, strips)
    ):
        return _lay_few(field, strips, sliver)
    yield len(strips) > MANY_STRIPS
    plain = lay_plain(field, strips)
    if plain is None:
        return _lay_any(field, strips, sliver)
    real = plain.sizes > NO_AREA
    kept = real & (plain.sizes >= sliver)
    lost = plain.sizes[real & ~kept]
    rows = plain.rows.take(kept)
    of, front, pieces = plain.strip[kept], plain.front[kept], list[TrimPiece]()
    yield len(of) > MANY_STRIPS
    for start in range(0, len(of), AT_A_TIME):
        some = slice(start, start + AT_A_TIME)
        own = rows.take(some)
        outlines = own.outlines()
        found = measure_rows(own, outlines, plain.ways[of[some]])
        pieces += map(TrimPiece, outlines, front[some].tolist(), of[some].tolist(), found)
        yield
    return Laid(tuple(pieces), len(lost), float(lost.sum()))


def _lay_few(field: PatternField, strips: Sequence[Strip], sliver: float) -> Laid:
    """A few that cross none: strip by strip, without what arrays and polygons take to be loaded."""
    found, lost = list[TrimPiece](), list[float]()
    for k, strip in enumerate(strips):
        for n, front in enumerate(field.fronts):
            outline = intersect(strip.band, front.outline)
            size = area(outline)
            if size > NO_AREA and size >= sliver:
                found.append(TrimPiece(outline, n, k, measure_piece(outline, strip.way)))
            elif size > NO_AREA:
                lost.append(size)
    return Laid(tuple(found), len(lost), sum(lost))


def _lay_any(field: PatternField, strips: Sequence[Strip], sliver: float) -> Laid:
    """Whatever strips and fronts are like."""
    # Polygons are the library's; it is loaded with the first pattern.
    import numpy as np
    import shapely

    # A band reaches far over the field: only what lies within its box is cut.
    left = shapely.intersection(_polygons([s.band for s in strips]), shapely.box(*field.box), grid_size=GRID)
    left = _less_earlier(left, np.array([strip.layer for strip in strips], dtype=int), [s.bought for s in strips])
    fronts = np.array([front.polygon for front in field.fronts], dtype=object)
    of, front = shapely.STRtree(fronts).query(left, predicate="intersects")
    parts, at = shapely.get_parts(shapely.intersection(left[of], fronts[front], grid_size=GRID), return_index=True)
    parts, at = _without_holes(parts, at, [strips[k].way for k in of[at]])
    sizes = shapely.area(parts)
    real = (shapely.get_type_id(parts) == shapely.GeometryType.POLYGON) & (sizes > NO_AREA)
    kept = np.flatnonzero(real & (sizes >= sliver))
    kept = kept[np.lexsort((front[at[kept]], of[at[kept]]))]
    rings = shapely.get_exterior_ring(shapely.orient_polygons(parts[kept]))
    corners, of_ring = shapely.get_coordinates(rings, return_index=True)
    ends = np.searchsorted(of_ring, np.arange(len(kept) + 1))
    found = [
        _piece(corners[start:end].tolist(), int(front[at[k]]), strips, int(of[at[k]]))
        for start, end, k in zip(ends[:-1], ends[1:], kept, strict=True)
    ]
    lost = sizes[real & (sizes < sliver)]
    return Laid(tuple(found), len(lost), float(lost.sum()))


def _polygons(outlines: Sequence[Outline]) -> Any:
    """All of them in an array of the library's."""
    import numpy as np
    import shapely

    if not outlines:
        return np.empty(0, dtype=object)
    own = np.repeat(np.arange(len(outlines)), [len(outline) for outline in outlines])
    return shapely.polygons(shapely.linearrings(np.concatenate([np.array(o) for o in outlines]), indices=own))


def _less_earlier(bands: Any, layers: Any, bought: Sequence[bool]) -> Any:
    """Each band less those of other layers that were laid before it and meet it; what is bought lies over them."""
    import numpy as np
    import shapely

    if len(np.unique(layers)) < 2:
        return bands
    own, other = shapely.STRtree(bands).query(bands, predicate="intersects")
    over = np.array(bought, dtype=bool)
    cut = (other < own) & (layers[own] != layers[other]) & ~over[own] & ~over[other]
    own, other = own[cut], other[cut]
    if not len(own):
        return bands
    order = np.argsort(own, kind="stable")
    strips, starts = np.unique(own[order], return_index=True)
    earlier = [shapely.union_all(bands[group], grid_size=GRID) for group in np.split(other[order], starts[1:])]
    left = bands.copy()
    left[strips] = shapely.difference(bands[strips], np.array(earlier, dtype=object), grid_size=GRID)
    return left


def _without_holes(parts: Any, at: Any, ways: Sequence[Point]) -> tuple[Any, Any]:
    """A strip wide enough to pass what is kept free on both sides is sawn in two across its middle."""
    import numpy as np
    import shapely

    holed = np.flatnonzero(shapely.get_num_interior_rings(parts) > 0)
    if not len(holed):
        return parts, at
    whole = np.setdiff1d(np.arange(len(parts)), holed)
    more, own = list[Any](), list[int]()
    for k in holed:
        waiting, (u, v) = [parts[k]], ways[int(k)]
        while waiting:
            part = waiting.pop()
            if not len(part.interiors):
                more.append(part)
                own.append(at[k])
                continue
            (x, y), far = part.interiors[0].centroid.coords[0], 2 * part.length
            for side in (-1.0, 1.0):
                ring = [
                    (x + s * u - t * v, y + s * v + t * u)
                    for s, t in ((0, -far), (side * far, -far), (side * far, far), (0, far))
                ]
                waiting += list(shapely.get_parts(part.intersection(shapely.Polygon(ring), grid_size=GRID)))
    return np.array([*parts[whole], *more], dtype=object), np.array([*at[whole], *own], dtype=int)


def _piece(ring: list[list[float]], front: int, strips: Sequence[Strip], strip: int) -> TrimPiece:
    outline, own = tuple((x, y) for x, y in ring[:-1]), strips[strip]
    found = measure_bent(outline, own.far, own.far_length) if own.far else measure_piece(outline, own.way)
    return TrimPiece(outline, front, strip, found)


# From front to front: as one field, the same on each, turned over right of the middle, or two that take turns.

SAME_PLACE = 5.0
"""Middles of fronts that differ by less (mm) are in one row or column."""
PatternRun = Literal["one", "each", "mirrored", "alternate"]


def laid_over(
    field: PatternField, run: PatternRun, strips_of: Callable[[PatternField, int], list[Strip]]
) -> Piecemeal[tuple[list[Strip], Laid]]:
    """All strips and what is cut of them, by the fronts of the whole field.

    `strips_of` is asked for the first pattern, 0, or for the one that takes turns with it, 1.
    """
    if run == "one" or len(field.fronts) == 1:
        strips = strips_of(field, 0)
        yield len(strips) > MANY_STRIPS
        return strips, (yield from lay_piecemeal(field, strips))
    middle = field.middle[0]
    strips, pieces = list[Strip](), list[TrimPiece]()
    slivers, lost = 0, 0.0
    turns = _turns(field) if run == "alternate" else [0] * len(field.fronts)
    for k, front in enumerate(field.fronts):
        alone = PatternField((front,))
        own = strips_of(alone, turns[k])
        x = alone.middle[0]
        if run == "mirrored" and x > middle + SAME_MM:
            own = [strip.mirrored(x) for strip in own]
        laid = yield from lay_piecemeal(alone, own)
        pieces += [structs.replace(piece, front=k, strip=piece.strip + len(strips)) for piece in laid.pieces]
        strips += own
        yield len(pieces) > MANY_STRIPS
        slivers, lost = slivers + laid.slivers, lost + laid.sliver_area
    return strips, Laid(tuple(pieces), slivers, lost)


def _turns(field: PatternField) -> list[int]:
    """Of every front whether it bears the first pattern or the second: no two beside or over each other alike."""
    columns, rows = (_ranks([front.middle[k] for front in field.fronts]) for k in (0, 1))
    # Counted from above, where one looks first.
    top = max(rows)
    return [(column + top - row) % 2 for column, row in zip(columns, rows, strict=True)]


def _ranks(places: list[float]) -> list[int]:
    """The how many-th of the different places each is."""
    order = sorted(places)
    steps = [order[0], *(b for a, b in pairwise(order) if b - a > SAME_PLACE)]
    return [sum(step <= place + SAME_PLACE for step in steps) - 1 for place in places]
