"""What is cut: every strip less those it crosses that were laid before, and only what lies on a front."""

from collections.abc import Sequence

from msgspec import Struct

from zygoform.core.geometry.plane import Outline, area
from zygoform.core.patterns.field import Field
from zygoform.core.patterns.measure import Measured, measured
from zygoform.core.patterns.strip import Strip

GRID = 1e-8
"""Corners are put on a grid as fine as this: where bands only just touch, plain floats make polygons of nothing."""
SLIVER = 0.5
"""Less area than this (square units of mm) is no piece: it is counted, and told."""


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


def lay(field: Field, strips: Sequence[Strip], sliver: float = SLIVER) -> Laid:
    """Strips in order; a later one is cut by the bands of earlier ones of other layers, then by every front."""
    # Polygons are the library's; it is loaded with the first pattern.
    import numpy as np
    import shapely

    bands = np.array([shapely.Polygon(strip.band) for strip in strips], dtype=object)
    fronts = np.array([shapely.Polygon(front.outline) for front in field.fronts], dtype=object)
    found, slivers, lost = list[TrimPiece](), 0, 0.0
    index = shapely.STRtree(fronts)
    layers = [strip.layer for strip in strips]
    before: dict[int, list[int]] = {}
    for k, strip in enumerate(strips):
        left = bands[k]
        earlier = [i for layer, own in before.items() if layer != strip.layer for i in own]
        crossing = [bands[i] for i in earlier if bands[i].intersects(left)] if earlier else []
        if crossing:
            left = shapely.difference(left, shapely.union_all(crossing, grid_size=GRID), grid_size=GRID)
        before.setdefault(layers[k], []).append(k)
        for f in sorted(index.query(left)):
            for part in shapely.get_parts(shapely.intersection(left, fronts[f], grid_size=GRID)):
                if part.geom_type != "Polygon" or part.area <= 1e-12:
                    continue
                if part.area < sliver:
                    slivers, lost = slivers + 1, lost + part.area
                    continue
                ring = tuple((float(x), float(y)) for x, y in shapely.orient_polygons(part).exterior.coords[:-1])
                found.append(TrimPiece(ring, int(f), k, measured(ring, strip.way)))
    return Laid(tuple(found), slivers, lost)
