"""Shelves inside a bay or behind a door."""

from typing import Annotated

from msgspec import Struct

from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline
from zygoform.core.geometry.prism import X, upright
from zygoform.core.measure.param import count, measured
from zygoform.core.measure.reading import Readings, settle


class BayParts(Struct, frozen=True):
    """What was found inside."""

    shelves: Annotated[int, count("Shelves inside", 0, 12)] = 0
    shelf_thickness: Annotated[
        Readings, measured("Thick", 2, 60, guess=15.875, counts_if=("shelves", tuple(range(1, 13))))
    ] = ()


def bay_boards(
    piece_id: str, own: str, name: str, outline: Outline, low: float, high: float, parts: BayParts
) -> list[Board]:
    """Shelves over a plan `outline`, evenly spread between `low` and `high`; as thick as there is room for."""
    n = parts.shelves
    if not n or not outline:
        return []
    thick = min(settle(parts.shelf_thickness, 15.875, "shelf").value, (high - low) / (2 * n + 1))
    clear = (high - low - n * thick) / (n + 1)
    boards = []
    for k in range(n):
        z = low + clear * (k + 1) + thick * k
        words = f"{name}, shelf" if n == 1 else f"{name}, shelf {n - k}"
        boards.append(
            Board(
                f"{piece_id}/inner-shelf-{n - k}/{own}",
                words,
                "shelf",
                upright(outline, z, z + thick),
                X,
                inside=True,
            )
        )
    return boards
