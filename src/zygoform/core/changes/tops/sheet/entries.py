"""A new top cut from sheet, its edges bare, banded or covered by mitred strips."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.changes.tops.ground import OverBack, OverFront, OverLeft, OverRight, old_overhangs
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class SheetTop(ChangeBase, frozen=True, tag="sheet_top"):
    """One sheet takes the place of the old top, or lies on it; sizes in mm."""

    board: Annotated[str, choice("Sheet", hint="as sold, with its real size", stock="sheet")] = ""
    overhang_left: OverLeft = 25.4
    overhang_right: OverRight = 25.4
    overhang_front: OverFront = 25.4
    overhang_back: OverBack = 0.0
    edges: Annotated[
        Literal["strips", "band", "bare"],
        choice(
            "Edges",
            Choice("strips", "solid strips", "takes knocks, can be rounded; mitred at the corners"),
            Choice("band", "iron-on band", "quick and thin; for edges that are not leaned on"),
            Choice("bare", "left bare", "for paint, filled and sanded; or when the plies may be seen"),
        ),
    ] = "strips"
    trim: Annotated[str, choice("Strip", stock="board", counts_if=("edges", "strips"))] = ""
    trim_height: Annotated[
        float, length("Strip high", 5, 200, hint="at least as the sheet is thick", counts_if=("edges", "strips"))
    ] = 38.1
    sides: Annotated[
        Literal["three", "four"],
        choice(
            "On sides",
            Choice("three", "three", "for a piece that stands against a wall"),
            Choice("four", "four", "for a piece seen from all sides"),
            main=False,
            counts_if=("edges", ("strips", "band")),
        ),
    ] = "three"
    radius: Annotated[float, length("Corner radius", 0, 400, main=False, counts_if=("edges", ("band", "bare")))] = (
        0.0
    )
    place: Annotated[
        Literal["instead", "over"],
        choice(
            "Goes",
            Choice("instead", "in place of the old top", "the old top comes off"),
            Choice("over", "over the old top", "the old top is sound and flat, and stays on"),
            main=False,
        ),
    ] = "instead"

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """As far over as the old top; a strip that hides a sheet of the usual thickness."""
        sheet = usual_sheet(shop, 18.0)
        strip = nearest_size(shop, 19.0, 38.0)
        return cls(
            change_id,
            number,
            (target.body.id,),
            board=sheet.id if sheet else "",
            trim=strip.id if strip else "",
            trim_height=sheet.thickness if sheet else 18.0,
            **old_overhangs(target.body, shop.cut_step),
        )
