"""Boxes by where they stand, so that what shares room with another is found without looking at all of them."""

from collections.abc import Iterable, Iterator
from itertools import product

from zygoform.core.geometry.convex import boxes_meet
from zygoform.core.geometry.prism import Point3

CELL_MM = 300.0
"""Of a front, in which boxes are noted: sides of a case reach into few, of the least drawers few are in one."""
Box3 = tuple[Point3, Point3]


class BoxGrid:
    """Seen from the front: each box is noted in every cell it reaches into."""

    def __init__(self, boxes: Iterable[Box3]) -> None:
        self._cells: dict[tuple[int, int], list[Box3]] = {}
        for box in boxes:
            for cell in _cells(box):
                self._cells.setdefault(cell, []).append(box)

    def meets(self, box: Box3, slack: float) -> bool:
        """Whether any shares room with `box`, by more than `slack` (mm) each way."""
        return any(boxes_meet(box, other, slack) for cell in _cells(box) for other in self._cells.get(cell, ()))


def _cells(box: Box3) -> Iterator[tuple[int, int]]:
    low, high = box
    across, up = (range(int(low[k] // CELL_MM), int(high[k] // CELL_MM) + 1) for k in (0, 2))
    return product(across, up)
