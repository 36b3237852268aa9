"""A new insert for doors with a frame: in place of the panel or pane, or over the old glass."""

from typing import Annotated, Literal, Self

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
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class DoorInsert(ChangeBase, frozen=True, tag="insert"):
    """The same in one door or in all; sizes in mm."""

    on: Annotated[
        Literal["this", "all"],
        choice(
            "In",
            Choice("all", "all framed doors", "cut from one roll, or one sheet"),
            Choice("this", "this one", "the door that was pointed at"),
        ),
    ] = "all"
    what: What = "cane"
    place: Annotated[
        Literal["instead", "over", "behind"],
        choice(
            "Goes",
            Choice("instead", "in place of the old", "the old panel or glass comes out"),
            Choice("over", "on the old glass", "glued to its back; the glass protects it, and shows it"),
            Choice("behind", "behind the old", "the old stays and is hidden from inside"),
        ),
    ] = "instead"
    held: Annotated[HeldBy, held_by(("place", ("instead", "behind")))] = "staples"
    play: Annotated[
        float,
        length(
            "Free all round",
            0,
            10,
            main=False,
            hint="in its rebate, on each side",
            counts_if=("place", "instead"),
            inch=1.5875,
        ),
    ] = 1.5
    lap: Annotated[
        float,
        length(
            "Laps over by",
            3,
            100,
            main=False,
            hint="behind the frame, on each side",
            counts_if=("place", "behind"),
            inch=12.7,
        ),
    ] = 12.0
    weave: Weave = "up"
    spare: Spare = 12.0
    roll: Roll = 0.0
    pane: Pane = 4.0
    apart: Apart = 30.0
    real: Real = True
    sheet: PanelSheet = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """On the door that was pointed at, else on all."""
        sheet = usual_sheet(shop, 4.0)
        opening = target.opening or (target.body.opening_of(target.id) if target.board is not None else None)
        where = opening.id if opening is not None else target.body.id
        own = sheet.id if sheet else ""
        return cls(change_id, number, (where,), on="this" if opening is not None else "all", sheet=own)
