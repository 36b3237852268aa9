"""A door as it is: one board, or stiles and rails round a panel, a pane, mesh or cane."""

from typing import Annotated, Literal

from msgspec import Struct

from zygoform.core.condition.materials import MaterialCode
from zygoform.core.form.form import Board, Role
from zygoform.core.geometry.plane import Outline, rectangle
from zygoform.core.geometry.prism import X, Z, upright
from zygoform.core.geometry.solid import without
from zygoform.core.ids import own_of, piece_of
from zygoform.core.measure.param import Choice, choice, count, measured, param, switch
from zygoform.core.measure.reading import Readings, settle
from zygoform.core.tolerance import SAME_MM

DoorFill = Literal["panel", "glass", "mirror", "mesh", "cane", "nothing"]
LIKELY: dict[DoorFill, MaterialCode] = {
    "panel": "solid",
    "glass": "glass",
    "mirror": "glass",
    "mesh": "metal",
    "cane": "cane",
}
REBATE = 8.0
"""How far a fill reaches into its frame on every side (mm): usual; measured once it is out. [practice]"""
_FRAMED = ("made", ("frame",))


class DoorParts(Struct, frozen=True):
    """What was found of a door."""

    made: Annotated[
        Literal["board", "frame"],
        choice(
            "Made of",
            Choice("board", "One board", "flat, or with a raised middle"),
            Choice("frame", "A frame", "stiles, rails and what they hold"),
        ),
    ] = "board"
    fill: Annotated[
        DoorFill,
        choice(
            "In the frame",
            Choice("panel", "Panel", "wood; it must be free to move"),
            Choice("glass", "Glass", "held by a bead, or by the back alone"),
            Choice("mirror", "Mirror", "as glass, and heavier"),
            Choice("mesh", "Mesh", "wire, stapled or under a bead"),
            Choice("cane", "Cane", "woven, in a groove with a spline"),
            Choice("nothing", "Nothing", "it was taken out"),
            counts_if=_FRAMED,
        ),
    ] = "panel"
    stile: Annotated[Readings, measured("Stiles wide", 10, 400, guess=57.15, group="Frame", counts_if=_FRAMED)] = ()
    rail: Annotated[Readings, measured("Rails wide", 10, 400, guess=57.15, group="Frame", counts_if=_FRAMED)] = ()
    fill_thickness: Annotated[
        Readings, measured("Fill thick", 0.5, 40, guess=6.35, group="Frame", counts_if=_FRAMED)
    ] = ()
    hinged: Annotated[
        Literal["left", "right"],
        choice(
            "Hinges at the",
            Choice("left", "Left", "as one stands before it"),
            Choice("right", "Right", "as one stands before it"),
        ),
    ] = "left"
    hinges: Annotated[int, count("Hinges", 0, 6, group="Hardware")] = 2
    lock: Annotated[bool, switch("A lock", group="Hardware")] = False


def door_sizes(front: Board, parts: DoorParts) -> dict[str, float]:
    """Stiles, rails and fill as measured, else usual ones; no more than there is room for (mm)."""
    low, high = front.solid.box
    most = {
        "stile": (high[0] - low[0]) / 3,
        "rail": (high[2] - low[2]) / 3,
        "fill_thickness": 0.8 * (high[1] - low[1]),
    }
    return {
        name: min(settle(getattr(parts, name), param(DoorParts, name).guess or 0.0, name).value, room)
        for name, room in most.items()
    }


def door_boards(front: Board, parts: DoorParts) -> list[Board]:
    """The door's boards in the place of one plain board; the fill keeps its id."""
    if parts.made == "board":
        return [front]
    (x0, y0, z0), (x1, y1, z1) = front.solid.box
    stile, rail, fill = door_sizes(front, parts).values()
    into = min(REBATE, stile / 3, rail / 3)
    middle = (y0 + y1) / 2
    pane = upright(
        rectangle(x0 + stile - into, middle - fill / 2, x1 - stile + into, middle + fill / 2),
        z0 + rail - into,
        z1 - rail + into,
    )
    head, own = piece_of(front.id), own_of(front.id)
    name = front.name.rsplit(",", 1)[0]
    places = (
        ("stile-left", "left stile", (x0, x0 + stile), (z0, z1)),
        ("stile-right", "right stile", (x1 - stile, x1), (z0, z1)),
        ("rail-top", "upper rail", (x0 + stile, x1 - stile), (z1 - rail, z1)),
        ("rail-bottom", "lower rail", (x0 + stile, x1 - stile), (z0, z0 + rail)),
    )
    boards = []
    for role, words, (a, b), (low, high) in places:
        solid = upright(rectangle(a, y0, b, y1), low, high)
        filled = parts.fill != "nothing" and fill > SAME_MM
        shape = without(solid, pane) if filled else solid
        grain = Z if "stile" in role else X
        boards.append(Board(f"{head}/{role}/{own}", f"{name}, {words}", "door", shape, grain))
    if parts.fill != "nothing":
        fills: Role = "panel" if parts.fill == "panel" else "pane"
        boards.append(Board(front.id, f"{name}, {parts.fill}", fills, pane, Z, likely=LIKELY[parts.fill]))
    return boards


# Shelves inside a bay or behind a door.


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
