"""Legs or feet: straight or tapered, upright or splayed, in place of what the piece stands on."""

import math
from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, angle, choice, length
from zygoform.core.measure.rounding import round_to
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

USUAL_THICK, USUAL_HIGH = 44.0, 150.0
"""How thick and how high legs begin (mm). [practice]"""


class Legs(ChangeBase, frozen=True, tag="legs"):
    """A leg at each corner, and more between where the bottom needs them; sizes in mm, degrees from upright."""

    source: Annotated[
        Literal["cut", "bought"],
        choice(
            "Legs are",
            Choice("cut", "cut from a board", "square, as thick as the board"),
            Choice("bought", "bought", "screwed on as they come; measure one before you drill"),
        ),
    ] = "cut"
    board: Annotated[
        str,
        choice(
            "Board", hint="as thick as the legs; with its real size", stock="board", counts_if=("source", "cut")
        ),
    ] = ""
    thick: Annotated[float, length("Thick at the top", 10, 200, main=False, counts_if=("source", "bought"))] = (
        USUAL_THICK
    )
    height: Annotated[
        float, length("Height", 20, 1000, hint="of a leg, from the floor up; its plate comes on top")
    ] = USUAL_HIGH
    shape: Annotated[
        Literal["straight", "tapered"],
        choice(
            "Shape",
            Choice("straight", "straight", "plain and quick"),
            Choice("tapered", "tapered", "lighter to look at; the strength stays where it is fixed"),
        ),
    ] = "straight"
    foot: Annotated[
        float, length("Foot", 8, 200, hint="how thick it is on the floor", counts_if=("shape", "tapered"))
    ] = 25.0
    splay_side: Annotated[float, angle("Sideways", 0, 45, group="Splay", hint="as seen from the front")] = 0.0
    splay_front: Annotated[
        float,
        angle("Front and back", 0, 45, group="Splay", hint="as seen from the side"),
    ] = 0.0
    setback: Annotated[float, length("Set in", 0, 600, hint="from the body's edges to the legs")] = 12.0
    middle: Annotated[
        Literal["auto", "none"],
        choice(
            "Between the corners",
            Choice("auto", "where the bottom needs them", "a long bottom sags between its corners"),
            Choice("none", "none", "when something else holds it up"),
            main=False,
        ),
    ] = "auto"
    fixing: Annotated[
        Literal["plate", "block"],
        choice(
            "Fixed by",
            Choice("plate", "plates", "can be taken off again; needs a bottom that holds screws"),
            Choice("block", "glued blocks", "for a thin bottom: a block glued and screwed behind each leg"),
            main=False,
        ),
    ] = "plate"
    plate: Annotated[
        float,
        length(
            "Plate, thickness",
            0,
            20,
            main=False,
            hint="it lifts the piece by so much",
            counts_if=("fixing", "plate"),
            inch=2.38125,
        ),
    ] = 2.5
    into: Annotated[
        float,
        length(
            "Bottom, thickness",
            0,
            200,
            main=False,
            hint="what the screws go into; 0: as thick as the rails measured",
        ),
    ] = 0.0
    under: Annotated[
        Literal["nothing", "levellers", "castors"],
        choice(
            "Under them",
            Choice("nothing", "nothing", "felt pads keep the floor"),
            Choice("levellers", "levellers", "for a floor that is not flat"),
            Choice("castors", "castors", "to be rolled; two of them with brakes"),
            main=False,
        ),
    ] = "nothing"
    under_height: Annotated[
        float, length("They add", 0, 200, main=False, counts_if=("under", ("levellers", "castors")), inch=12.7)
    ] = 12.0
    wanted: Annotated[
        float,
        length("Height wanted over all", 0, 2500, main=False, hint="a seat, a screen, a window sill; 0: any"),
    ] = 0.0

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """As high as what it stands on now, from a board about as thick as its legs."""
        body = target.body
        old = [board.solid.sizes[1] for board in body.boards if board.role == "leg"]
        thick = min(old, default=USUAL_THICK)
        legged = any(board.role == "apron" for board in body.boards)
        # Aprons end on a table's legs: a thicker one finds no room between them.
        size = _square_size(shop, thick, thick + SAME_MM if legged else math.inf)
        inch = shop.unit.system == "inch"
        height = round_to(body.base_height, shop.cut_step) or (152.4 if inch else USUAL_HIGH)
        thick = round_to(thick, shop.cut_step)
        own = dict(board=size, thick=thick, foot=25.4 if inch else 25.0, setback=12.7 if inch else 12.0)
        if legged:
            own |= dict(setback=0.0, source="cut" if size else "bought")
        return cls(change_id, number, (body.id,), height=max(20.0, min(1000.0, height)), **own)  # type: ignore[arg-type]


def _square_size(shop: Shop, thick: float, most: float) -> str:
    """The board on sale nearest in thickness, of those the one that leaves least beside a square leg."""
    found = nearest_size(shop, thick, thick) if most == math.inf else None
    fits = [s for s in shop.timber if s.offers and s.stock == "board" and s.system == shop.unit.system]
    fits = [s for s in fits if s.thickness <= most]
    square = [s for s in fits if s.width >= s.thickness - 0.01]
    best = min(square, key=lambda s: (round(abs(s.thickness - thick)), s.width - s.thickness, s.id), default=found)
    return best.id if best else ""
