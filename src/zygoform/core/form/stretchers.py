"""What holds legs together below their aprons: stretchers; and blocks in the corners of the aprons."""

from typing import Annotated, Literal

from zygoform.core.form.form import Board
from zygoform.core.geometry.plane import Outline, extent, rectangle
from zygoform.core.geometry.prism import X, Y, upright
from zygoform.core.measure.param import Choice, Span, choice, measured
from zygoform.core.measure.reading import Readings

StretcherKind = Literal["none", "sides", "all", "h"]
Stretchers = Annotated[
    StretcherKind,
    choice(
        "Stretchers",
        Choice("none", "None", "the aprons hold the legs"),
        Choice("sides", "At the sides", "from front to back"),
        Choice("all", "All round", "on all four sides"),
        Choice("h", "H", "at the sides, and one between them"),
        group="Below",
    ),
]
StretcherHeight = Annotated[
    Readings,
    measured(
        "Up from the floor",
        0,
        1000,
        guess=127.0,
        group="Below",
        span=Span("-z", "leg/front-left", "stretcher/left"),
        follows=("height",),
        counts_if=("stretchers", ("sides", "all", "h")),
    ),
]
StretcherThickness = Annotated[
    Readings,
    measured(
        "Thick",
        4,
        120,
        guess=22.225,
        group="Below",
        span=Span("z", "stretcher/left"),
        counts_if=("stretchers", ("sides", "all", "h")),
    ),
]
CornerBlocks = Annotated[
    Literal["no", "yes"],
    choice(
        "Corner blocks",
        Choice("no", "No", "none, or they are gone"),
        Choice("yes", "Yes", "glued, or held by a screw"),
        group="Below",
    ),
]
"""The entries of what has legs and aprons, the same for each kind."""

BLOCK = 40.0
"""How far a corner block reaches along each apron (mm): usual."""


def stretcher_boards(
    piece_id: str, legs: tuple[Outline, ...], kind: StretcherKind, z: float, thick: float
) -> list[Board]:
    """Between the legs (front left, front right, back right, back left), `z` up, square in section (mm).

    `sides` joins front to back, `all` goes round, `h` has one across between the two at the sides.
    """
    if kind == "none" or thick <= 1:
        return []
    boxes = [(*extent(leg, (1.0, 0.0)), *extent(leg, (0.0, 1.0))) for leg in legs]
    boards = []

    def board(own: str, words: str, x0: float, y0: float, x1: float, y1: float, *, along: bool) -> None:
        if x1 - x0 > 1 and y1 - y0 > 1:
            solid = upright(rectangle(x0, y0, x1, y1), z, z + thick)
            grain = X if along else Y
            boards.append(Board(f"{piece_id}/stretcher/{own}", f"Stretcher, {words}", "stretcher", solid, grain))

    for own, front, back in (("left", 0, 3), ("right", 1, 2)):
        # In the stretch where both legs are, in the middle of them.
        low, high = max(boxes[front][0], boxes[back][0]), min(boxes[front][1], boxes[back][1])
        middle = (low + high) / 2
        wide = min(thick, high - low)
        board(own, own, middle - wide / 2, boxes[front][3], middle + wide / 2, boxes[back][2], along=False)
    if kind == "all":
        for own, left, right in (("front", 0, 1), ("back", 3, 2)):
            low, high = max(boxes[left][2], boxes[right][2]), min(boxes[left][3], boxes[right][3])
            middle, wide = (low + high) / 2, min(thick, high - low)
            board(own, own, boxes[left][1], middle - wide / 2, boxes[right][0], middle + wide / 2, along=True)
    if kind == "h" and len(boards) == 2:
        from_x, to_x, y = boards[0].solid.box[1][0], boards[1].solid.box[0][0], (boxes[0][3] + boxes[3][2]) / 2
        wide = min(thick, boxes[3][2] - boxes[0][3])
        board("middle", "middle", from_x, y - wide / 2, to_x, y + wide / 2, along=True)
    return boards


def apron_blocks(piece_id: str, legs: tuple[Outline, ...], inner: Outline, low: float, high: float) -> list[Board]:
    """A block in each corner between the aprons, as high as there is room, set behind the leg."""
    names = ("front-left", "front-right", "back-right", "back-left")
    middle = (sum(x for x, _ in inner) / len(inner), sum(y for _, y in inner) / len(inner))
    boards = []
    for name, leg in zip(names, legs, strict=True):
        (x0, x1), (y0, y1) = extent(leg, (1.0, 0.0)), extent(leg, (0.0, 1.0))
        x = (x1, x1 + BLOCK) if x1 < middle[0] else (x0 - BLOCK, x0)
        y = (y1, y1 + BLOCK) if y1 < middle[1] else (y0 - BLOCK, y0)
        within = abs(x[0] + x[1] - 2 * middle[0]) > 2 * BLOCK and abs(y[0] + y[1] - 2 * middle[1]) > 2 * BLOCK
        if within and high - low > 2:
            solid = upright(rectangle(x[0], y[0], x[1], y[1]), low, high)
            words = f"Corner block, {name.replace('-', ' ')}"
            boards.append(Board(f"{piece_id}/block/{name}", words, "block", solid, X, inside=True))
    return boards
