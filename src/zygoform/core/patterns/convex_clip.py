"""Many convex outlines clipped at once, as arrays: what most patterns need, much faster than one by one.

An array `points` is n x m x 2; the first `count` (n) corners of each row are its outline, counter-clockwise.
"""

from collections.abc import Sequence
from typing import Any

from msgspec import Struct

from zygoform.core.geometry.plane import Outline
from zygoform.core.patterns.measure import IN_LINE, TOUCH, Measured, measure_piece

ON_LINE = 1e-7
"""A corner nearer to a line than this (mm) lies on it: no sliver is cut off there."""


class ConvexRows(Struct, frozen=True):
    """Convex outlines as rows: `points` n x m x 2, `count` n."""

    points: Any
    count: Any

    def take(self, rows: Any) -> "ConvexRows":
        """Some of them, in that order; a row may come more than once."""
        return ConvexRows(self.points[rows], self.count[rows])

    @property
    def there(self) -> Any:
        """Which places of the rows hold a corner, n x m."""
        import numpy as np

        return np.arange(self.points.shape[1]) < self.count[:, None]

    @property
    def boxes(self) -> Any:
        """Least x and y, greatest x and y of each, n x 4."""
        import numpy as np

        there = self.there[:, :, None]
        low = np.where(there, self.points, np.inf).min(axis=1)
        return np.hstack([low, np.where(there, self.points, -np.inf).max(axis=1)])

    @property
    def areas(self) -> Any:
        """By the shoelace rule, n."""
        following = _next(self.points, self.count)
        cross = self.points[:, :, 0] * following[:, :, 1] - following[:, :, 0] * self.points[:, :, 1]
        return (cross * self.there).sum(axis=1) / 2

    def clip(self, at: Any, inward: Any) -> "ConvexRows":
        """Each on the inner side of a line of its own: a point of it and the direction inward, n x 2.

        (Sutherland and Hodgman, 1974.) A row of which nothing is left has no corners.
        """
        import numpy as np

        n, m = self.points.shape[:2]
        if not n:
            return self
        high = ((self.points - at[:, None, :]) * inward[:, None, :]).sum(axis=2)
        high[np.abs(high) < ON_LINE] = 0.0
        place = np.arange(m)
        last = np.where(place == 0, np.maximum(self.count[:, None] - 1, 0), place - 1)
        before, here = np.take_along_axis(high, last, axis=1), high
        start = np.take_along_axis(self.points, last[:, :, None], axis=1)
        there = self.there
        crosses = there & (before * here < 0)
        with np.errstate(divide="ignore", invalid="ignore"):
            share = np.where(crosses, before / (before - here), 0.0)
        cut = start + share[:, :, None] * (self.points - start)
        # Before each corner stands the place where its edge crosses the line, if it does.
        points = np.stack([cut, self.points], axis=2).reshape(n, 2 * m, 2)
        kept = np.stack([crosses, there & (here >= 0)], axis=2).reshape(n, 2 * m)
        order = np.argsort(~kept, axis=1, kind="stable")
        count = kept.sum(axis=1)
        most = max(int(count.max()), 1)
        points = np.take_along_axis(points, order[:, :most, None], axis=1)
        return ConvexRows(points, np.where(count >= 3, count, 0))

    def outlines(self) -> list[Outline]:
        """As the rest of the program has them."""
        rows, counts = self.points.tolist(), self.count.tolist()
        return [tuple((x, y) for x, y in row[:count]) for row, count in zip(rows, counts, strict=True)]


def convex_rows(outlines: Sequence[Outline]) -> ConvexRows:
    """From outlines; shorter ones are filled up with zeros."""
    import numpy as np

    count = np.array([len(outline) for outline in outlines], dtype=int)
    most = int(count.max(initial=3))
    points = np.zeros((len(outlines), most, 2))
    points[np.arange(most) < count[:, None]] = np.array([point for outline in outlines for point in outline])
    return ConvexRows(points, count)


def clip_to_boxes(rows: ConvexRows, boxes: Any) -> ConvexRows:
    """Each clipped to a rectangle of its own, n x 4."""
    import numpy as np

    for k, inward in ((0, (1.0, 0.0)), (1, (0.0, 1.0)), (2, (-1.0, 0.0)), (3, (0.0, -1.0))):
        at = np.repeat(boxes[:, k : k + 1], 2, axis=1)
        rows = rows.clip(at, np.tile(inward, (len(boxes), 1)))
    return rows


def measure_rows(rows: ConvexRows, outlines: Sequence[Outline], ways: Any) -> list[Measured]:
    """Each along the unit direction of its strip, n x 2; as `measure_piece` has it.

    Those with a corner that is none, on another or in line, are measured one by one.
    """
    import numpy as np

    if not len(outlines):
        return []
    u, v = ways[:, 0, None], ways[:, 1, None]
    x, y, there = rows.points[:, :, 0], rows.points[:, :, 1], rows.there
    s, t = x * u + y * v, y * u - x * v
    long = np.where(there, s, -np.inf).max(axis=1) - np.where(there, s, np.inf).min(axis=1)
    level = ConvexRows(np.stack([s, t], axis=2), rows.count)
    edge = _next(level.points, rows.count) - level.points
    size = np.hypot(edge[:, :, 0], edge[:, :, 1])
    following = _next(edge, rows.count)
    turn = edge[:, :, 0] * following[:, :, 1] - edge[:, :, 1] * following[:, :, 0]
    reach = np.where(there, np.hypot(s - s[:, :1], t - t[:, :1]), 0.0).max(axis=1, keepdims=True)
    flat = np.abs(turn) <= IN_LINE * size * np.hypot(following[:, :, 0], following[:, :, 1])
    odd = (there & (flat | (size <= TOUCH * reach))).any(axis=1)
    ends = there & (np.abs(edge[:, :, 1]) > IN_LINE * size)
    lean = np.degrees(np.arctan2(-edge[:, :, 0], np.abs(edge[:, :, 1])))
    found = []
    columns = (long.tolist(), ends.tolist(), lean.tolist(), edge[:, :, 1].tolist(), odd.tolist())
    for k, (length, cut, angle, up, special) in enumerate(zip(*columns, strict=True)):
        if special:
            found.append(measure_piece(outlines[k], (float(ways[k, 0]), float(ways[k, 1]))))
            continue
        first = tuple(a for a, c, d in zip(angle, cut, up, strict=True) if c and d <= 0)
        last = tuple(a for a, c, d in zip(angle, cut, up, strict=True) if c and d > 0)
        found.append(Measured(length, first, last))
    return found


def _next(points: Any, count: Any) -> Any:
    """Of each corner the one after it."""
    import numpy as np

    place = np.arange(points.shape[1])
    after = np.where(place + 1 < count[:, None], place + 1, 0)
    return np.take_along_axis(points, after[:, :, None], axis=1)
