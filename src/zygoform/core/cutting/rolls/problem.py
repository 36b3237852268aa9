"""Pieces wanted from a roll, and the length of it that does."""

from msgspec import Struct


class RollPart(Struct, frozen=True):
    """So many equal pieces: `width` across the roll, `length` along it (whole units, ../problem.py)."""

    id: str
    width: int
    length: int
    count: int = 1


class RollProblem(Struct, frozen=True):
    """All pieces from a roll of one width (whole units, ../problem.py). None of them is turned."""

    width: int
    parts: tuple[RollPart, ...]


class RollPlace(Struct, frozen=True):
    """Where one piece lies: its corner at the left, nearest to the end of the roll."""

    part: str
    x: int
    y: int


class RollLayout(Struct, frozen=True):
    """A length of the roll and what is cut from it. Nothing shorter than `bound` does; `unplaced` are too wide."""

    places: tuple[RollPlace, ...]
    length: int
    bound: int
    proven: bool
    unplaced: tuple[str, ...] = ()

    @property
    def cost(self) -> int:
        """What is least of the best: the length."""
        return self.length

    @property
    def boards(self) -> tuple[()]:
        """A roll is one."""
        return ()
