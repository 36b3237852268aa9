"""Patterns: what they cost beside a plain clip of as many rectangles by as many fronts."""

import statistics
import time
from collections.abc import Callable

import numpy as np
import shapely

from zygoform.core.patterns.families.chevron import chevron_strips
from zygoform.core.patterns.families.lattice import lattice_strips
from zygoform.core.patterns.families.slats import slat_strips
from zygoform.core.patterns.field import PatternField, field_of
from zygoform.core.patterns.pieces import lay
from zygoform.core.patterns.strip import Strip

RUNS = 9


def nine_fronts(wide: float, high: float) -> PatternField:
    """Three by three of one size, 20 mm apart."""
    return field_of([[i * (wide + 20), j * (high + 20), wide, high] for i in range(3) for j in range(3)])


def median_ms(work: Callable[[], object], runs: int = RUNS) -> float:
    """Of several runs, after a first one that does not count."""
    work()
    times = []
    for _ in range(runs):
        start = time.perf_counter()
        work()
        times.append(1e3 * (time.perf_counter() - start))
    return statistics.median(times)


def plain_clip_ms(field: PatternField, strips: int) -> float:
    """As many rectangles clipped by the same fronts in one call of the library."""
    fronts = np.array([front.polygon for front in field.fronts], dtype=object)
    x0, y0, x1, y1 = field.box
    steps = np.linspace(x0, x1, strips)
    bands = shapely.box(steps, y0 - 1, steps + (x1 - x0) / strips / 2, y1 + 1)

    def clip() -> object:
        of, front = shapely.STRtree(fronts).query(bands, predicate="intersects")
        return shapely.intersection(bands[of], fronts[front])

    return median_ms(clip)


def pattern_costs() -> dict[str, tuple[int, int, float, float]]:
    """By name: strips, pieces, milliseconds, and those of the plain clip."""
    field, found = nine_fronts(500, 300), dict[str, tuple[int, int, float, float]]()
    cases: dict[str, Callable[[], list[Strip]]] = {
        "150 slats at 30": lambda: slat_strips(field, 10, 2.6, 30),
        "1500 slats at 30": lambda: slat_strips(field, 0.8, 0.46, 30),
        "1500 strips of a chevron": lambda: chevron_strips(field, 1.2, 0.5, 30),
        "150 strips of a lattice": lambda: lattice_strips(field, 10, 19, 45),
    }
    for name, strips in cases.items():
        own = strips()
        found[name] = (
            len(own),
            len(lay(field, own).pieces),
            median_ms(lambda strips=strips: lay(field, strips())),  # type: ignore[misc]
            plain_clip_ms(field, len(own)),
        )
    return found
