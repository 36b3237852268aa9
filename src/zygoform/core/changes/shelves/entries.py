"""Shelves and uprights in place of drawers or doors, in a box, or between the legs of a table."""

from typing import Annotated, Literal, Self

from msgspec import structs

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.condition.use import PieceUse
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, count, length, switch
from zygoform.core.shop import Shop

HEAVY_KG = 40.0
"""From here on what a piece carries counts as heavy (kg). [practice]"""


class Shelves(ChangeBase, frozen=True, tag="shelves"):
    """So many shelves over one another, between so many uprights; sizes in mm."""

    reach: Annotated[
        Literal["opening", "column", "front"],
        choice(
            "Where",
            Choice("opening", "this opening", "what it holds comes out; its neighbours stay"),
            Choice("column", "column", "all openings over one another, and the rails between them"),
            Choice("front", "whole front", "everything behind the front comes out, uprights too"),
        ),
    ] = "column"
    shelves: Annotated[int, count("Shelves", 0, 12, hint="besides the floor")] = 1
    uprights: Annotated[int, count("Uprights", 0, 8, hint="that part the room from left to right")] = 0
    lowest: Annotated[
        float,
        length(
            "Lowest room",
            0,
            2500,
            hint="clear height for a thing of given size, with room to take it out; 0: equal",
        ),
    ] = 0.0
    first: Annotated[
        float,
        length("First column", 0, 3000, main=False, hint="clear width for a thing of given size; 0: equal"),
    ] = 0.0
    around: Annotated[
        float, length("Room round it", 0, 100, main=False, hint="added to the lowest room and the first column")
    ] = 0.0
    thing_deep: Annotated[
        float, length("Thing deep", 0, 1500, main=False, hint="what is to stand in it; 0: any")
    ] = 0.0
    board: Annotated[str, choice("Cut from", hint="as deep as the shelf or wider", main=False)] = ""
    fixing: Annotated[
        Literal["cleats", "pins", "grooves", "screws"],
        choice(
            "Held by",
            Choice("cleats", "cleats", "strong and simple; a strip shows under each end"),
            Choice("pins", "pins", "can be moved; holes in rows on both sides"),
            Choice("grooves", "grooves", "strong and hidden; cut before the case is closed"),
            Choice("screws", "pocket screws", "quick; from below, where nobody looks"),
        ),
    ] = "cleats"
    load: Annotated[
        Literal["light", "books", "heavy"],
        choice(
            "Carries",
            Choice("light", "light things", "decoration, cloth: about [10 lb a foot|15 kg a metre]"),
            Choice("books", "books", "about [25 lb a foot|37 kg a metre]"),
            Choice("heavy", "heavy things", "records, machines: about [37 lb a foot|55 kg a metre]"),
        ),
    ] = "books"
    lip: Annotated[bool, switch("Front lip", main=False, hint="stiffens a shelf")] = False
    strip: Annotated[str, choice("Strips", hint="for cleats and lips", stock="board", main=False)] = ""
    setback: Annotated[float, length("Set back", 0, 200, main=False, hint="behind the front")] = 0.0
    low: Annotated[float, length("Over the floor", 30, 900, main=False, hint="of a shelf between legs")] = 150.0
    closed: Annotated[
        Literal["none", "beside", "above", "both"],
        choice(
            "Closed in",
            Choice("none", "as it is", "uprights and a top close it already, or it is not seen"),
            Choice("beside", "at its sides", "runners or frames would be seen beside it"),
            Choice("above", "above", "a drawer stays over it, and only a rail parts them"),
            Choice("both", "both", "a box of its own"),
            main=False,
        ),
    ] = "none"
    lined: Annotated[bool, switch("Line the back", main=False, hint="hides what will be seen")] = False
    lining: Annotated[str, choice("Lining", stock="sheet", main=False, counts_if=("lined", True))] = ""
    cable: Annotated[float, length("Cable hole", 0, 100, main=False, hint="through the back; 0: none")] = 0.0

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """One shelf in the opening that was pointed at, else in the first; from sheet on cleats."""
        opening = target.opening or next((o for o in target.body.openings if o.holds != "knees"), None)
        legged = any(board.role == "apron" for board in target.body.boards)
        sheet, strip = usual_sheet(shop, 18.0), nearest_size(shop, 19.0, 38.0)
        thin = usual_sheet(shop, 4.0)
        where = target.body.id if legged or opening is None else opening.id
        return cls(
            change_id,
            number,
            (where,),
            board=sheet.id if sheet else "",
            strip=strip.id if strip else "",
            lining=thin.id if thin else "",
            low=152.4 if shop.unit.system == "inch" else 150.0,
        )

    def for_use(self, use: PieceUse) -> Self:
        """Under a standing weight it is begun for heavy things, with a lip."""
        return structs.replace(self, load="heavy", lip=True) if use.carries >= HEAVY_KG else self
