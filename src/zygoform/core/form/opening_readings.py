"""An opening measured readings: three times across, three times up, and both diagonals."""

from typing import Annotated

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.geometry.opening_fit import Quad, Usable, usable
from zygoform.core.measure.param import length, measured, params
from zygoform.core.measure.reading import Readings, counting
from zygoform.core.tolerance import TAPE_MM

ACROSS = ("across_top", "across_middle", "across_bottom")
UP = ("up_left", "up_middle", "up_right")
DIAGONALS = ("rising", "falling")


class OpeningReadings(Struct, frozen=True):
    """Readings inside an opening, each at its place."""

    across_top: Annotated[Readings, measured("At the top", 10, 6000, guess=0.0, group="Across")] = ()
    across_middle: Annotated[Readings, measured("In the middle", 10, 6000, guess=0.0, group="Across")] = ()
    across_bottom: Annotated[Readings, measured("At the bottom", 10, 6000, guess=0.0, group="Across")] = ()
    up_left: Annotated[Readings, measured("At the left", 10, 6000, guess=0.0, group="Up")] = ()
    up_middle: Annotated[Readings, measured("In the middle", 10, 6000, guess=0.0, group="Up")] = ()
    up_right: Annotated[Readings, measured("At the right", 10, 6000, guess=0.0, group="Up")] = ()
    rising: Annotated[
        Readings,
        measured("From bottom left", 10, 9000, guess=0.0, group="Diagonals", hint="up to the right"),
    ] = ()
    falling: Annotated[
        Readings, measured("From top left", 10, 9000, guess=0.0, group="Diagonals", hint="down to the right")
    ] = ()

    play: Annotated[float, length("Play", 0, 50, hint="taken off the width and the height of what goes in")] = 3.0

    def value(self, name: str) -> float | None:
        """What counts of the readings at one place: the smaller of two."""
        taken = counting(getattr(self, name), "smallest")
        return taken.value if taken is not None and taken.source != "guessed" else None

    def _known(self, names: tuple[str, ...]) -> tuple[float, ...]:
        return tuple(value for name in names if (value := self.value(name)) is not None)

    @property
    def smallest(self) -> tuple[float | None, float | None]:
        """Width and height that count for what goes in."""
        return min(self._known(ACROSS), default=None), min(self._known(UP), default=None)

    @property
    def largest(self) -> tuple[float | None, float | None]:
        """Width and height that count for what goes over."""
        return max(self._known(ACROSS), default=None), max(self._known(UP), default=None)

    @property
    def missing(self) -> tuple[str, ...]:
        """Places without which one cannot be sure what goes in."""
        needed = ("across_top", "across_bottom", "up_left", "up_right", *DIAGONALS)
        return tuple(name for name in needed if self.value(name) is None)

    @property
    def is_empty(self) -> bool:
        return not any(getattr(self, entry.name) for entry in params(OpeningReadings) if entry.unit == "readings")

    def quad(self) -> Quad | None:
        """The readings as one figure; None while some are missing."""
        if self.missing:
            return None
        bottom, top, left, right, rising, falling = (
            self.value(n) or 0.0 for n in ("across_bottom", "across_top", "up_left", "up_right", *DIAGONALS)
        )
        middle, centre = self.value("across_middle"), self.value("up_middle")
        return Quad(bottom, top, left, right, rising, falling, middle, centre)

    def usable(self) -> Usable | None:
        """What is sure to go in, a tape's error allowed for. Raises BadInputError where they contradict."""
        quad = self.quad()
        return usable(quad, TAPE_MM) if quad is not None else None


def room(readings: OpeningReadings | None, width: float, height: float) -> tuple[float, float]:
    """Width and height that count for what goes into an opening drawn `width` by `height` (mm)."""
    if readings is None:
        return width, height
    try:
        sure = readings.usable()
    except BadInputError:
        sure = None
    across, up = readings.smallest
    if sure is not None:
        return sure.width, sure.height
    return across or width, up or height
