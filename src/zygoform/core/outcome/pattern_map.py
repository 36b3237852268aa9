"""Where every piece of a pattern goes: front by front, for paper and for other programs."""

from msgspec import Struct

from zygoform.core.geometry.plane import Outline


class MapPiece(Struct, frozen=True):
    """A piece as it lies: its part, "" for what is bought ready, its outline (y up, mm), which front it lies on."""

    part_id: str
    outline: Outline
    front: int


class MapFront(Struct, frozen=True):
    """A front by its name, with its outline."""

    name: str
    outline: Outline


class PatternMap(Struct, frozen=True):
    """All fronts of a pattern with what lies on them; the lower left corner of all of them is (0, 0)."""

    title: str
    fronts: tuple[MapFront, ...]
    pieces: tuple[MapPiece, ...]

    @property
    def size(self) -> tuple[float, float]:
        """Width and height over all fronts."""
        points = [point for front in self.fronts for point in front.outline]
        return max(x for x, _ in points), max(y for _, y in points)
