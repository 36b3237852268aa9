"""Strips laid where all is convex: bands that meet no others, or are cut by parallel ones that run through.

Between parallel bands that run through the whole field lie free slabs: a strip across them is cut into one piece
for each slab it meets. That is a lattice; slats, chevrons, blocks are cut by nothing but the fronts.
"""

from collections.abc import Sequence
from typing import Any

from msgspec import Struct

from zygoform.core.geometry.plane import is_convex
from zygoform.core.patterns.convex_clip import ConvexRows, clip_to_boxes, convex_rows
from zygoform.core.patterns.field import PatternField
from zygoform.core.patterns.strip import Strip

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
