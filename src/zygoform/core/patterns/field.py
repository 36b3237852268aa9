"""The field a pattern lies over: fronts in one plane with the gaps between them, as one."""

from collections.abc import Sequence

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.plane import Outline, Point, rectangle

LEAST_FACE = 10.0
"""A front keeps at least so much between its margins (mm)."""


class FieldFront(Struct, frozen=True):
    """A rectangle: its lower left corner, width and height; y up."""

    x: float
    y: float
    w: float
    h: float

    @property
    def outline(self) -> Outline:
        return rectangle(self.x, self.y, self.x + self.w, self.y + self.h)


class PatternField(Struct, frozen=True):
    """Some fronts; `box` is the rectangle round all of them (x0, y0, x1, y1)."""

    fronts: tuple[FieldFront, ...]

    @property
    def box(self) -> tuple[float, float, float, float]:
        x0, y0 = min(f.x for f in self.fronts), min(f.y for f in self.fronts)
        return x0, y0, max(f.x + f.w for f in self.fronts), max(f.y + f.h for f in self.fronts)

    @property
    def middle(self) -> Point:
        x0, y0, x1, y1 = self.box
        return (x0 + x1) / 2, (y0 + y1) / 2

    def at(self, across: float, up: float) -> Point:
        """A place by its share of the box, percent from the left and from below."""
        x0, y0, x1, y1 = self.box
        return x0 + (x1 - x0) * across / 100, y0 + (y1 - y0) * up / 100

    def inset(self, margin: float) -> "PatternField":
        """Every front less a margin all round. Raises BadInputError `does_not_fit` where nothing is left of one."""
        small = min(min(front.w, front.h) for front in self.fronts)
        if small - 2 * margin < LEAST_FACE:
            text = "The smallest front is {0}: a margin leaves something of it."
            raise BadInputError("does_not_fit", text, "margin", (small,))
        return PatternField(
            tuple(FieldFront(f.x + margin, f.y + margin, f.w - 2 * margin, f.h - 2 * margin) for f in self.fronts)
        )

    @property
    def corners(self) -> Outline:
        """Of its box, counter-clockwise."""
        return rectangle(*self.box)


def field_of(fronts: Sequence[Sequence[float]]) -> PatternField:
    """From rows of x, y, w, h. Raises BadInputError `empty` or `zero`."""
    if not fronts:
        raise BadInputError("empty", "A pattern lies on a front at least.", "fronts")
    found = tuple(FieldFront(*row) for row in fronts)
    if any(front.w <= 0 or front.h <= 0 for front in found):
        raise BadInputError("zero", "Every front has a width and a height.", "fronts")
    return PatternField(found)
