"""An opening cut into doors, and what goes into it."""

from typing import Annotated, Literal, Self

from msgspec import Meta

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.doors.insert_entries import (
    Apart,
    HeldBy,
    Pane,
    PanelSheet,
    Real,
    Roll,
    Spare,
    Weave,
    What,
    held_by,
)
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.form.registry import Target
from zygoform.core.geometry.cut_shape import MOST_POINTS
from zygoform.core.geometry.plane import Point
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class DoorCutout(ChangeBase, frozen=True, tag="cutout"):
    """The same cut-out in one door or in all, turned over in those that open the other way. Sizes in mm."""

    on: Annotated[
        Literal["this", "all"],
        choice(
            "In",
            Choice("all", "all doors", "a pair is mirrored"),
            Choice("this", "this one", "the door that was pointed at"),
        ),
    ] = "all"
    shape: Annotated[
        Literal["oval", "arch", "rectangle", "rounded", "traced"],
        choice(
            "Shape",
            Choice("oval", "oval", "soft; its narrowest rims are short"),
            Choice("arch", "arch", "a rectangle with a round head"),
            Choice("rectangle", "rectangle", "sharp corners are finished with a file or chisel"),
            Choice("rounded", "rounded", "corners a jig saw can follow"),
            Choice("traced", "from a file", "an outline of your own, SVG or DXF"),
        ),
    ] = "oval"
    side: Annotated[float, length("Stays at the sides", 5, 900)] = 76.2
    top: Annotated[float, length("Stays above", 5, 1500)] = 76.2
    bottom: Annotated[float, length("Stays below", 5, 1500)] = 76.2
    rise: Annotated[float, length("Arch rises", 5, 900, counts_if=("shape", "arch"), inch=63.5)] = 60.0
    radius: Annotated[float, length("Corner radius", 3, 400, counts_if=("shape", "rounded"), inch=25.4)] = 25.0
    what: What = "cane"
    held: Annotated[HeldBy, held_by()] = "staples"
    lap: Annotated[float, length("Laps over by", 5, 100, main=False, hint="behind, on each side")] = 12.7
    edge: Annotated[
        Literal["sanded", "rounded", "banded"],
        choice(
            "Edge",
            Choice("sanded", "sanded", "solid wood, to be painted"),
            Choice("rounded", "rounded over", "where hands touch it"),
            Choice("banded", "banded", "sheet or veneer: its core shows otherwise"),
            main=False,
        ),
    ] = "sanded"
    blade: Annotated[
        float, length("Jig saw blade wide", 2, 15, main=False, hint="the starter hole takes it", inch=7.9375)
    ] = 8.0
    weave: Weave = "up"
    spare: Spare = 12.0
    roll: Roll = 0.0
    pane: Pane = 4.0
    apart: Apart = 30.0
    real: Real = True
    sheet: PanelSheet = ""
    outline: Annotated[tuple[Point, ...], Meta(max_length=MOST_POINTS)] = ()

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """On the door that was pointed at, else on all."""
        inch = shop.unit.system == "inch"
        sheet = usual_sheet(shop, 4.0)
        single = target.opening is not None
        where = target.opening.id if target.opening is not None else target.body.id
        return cls(
            change_id,
            number,
            (where,),
            on="this" if single else "all",
            sheet=sheet.id if sheet else "",
            **({} if inch else dict(side=75.0, top=75.0, bottom=75.0, lap=12.0, spare=12.0)),  # type: ignore[arg-type]
        )
