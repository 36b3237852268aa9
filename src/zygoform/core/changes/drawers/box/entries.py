"""New boxes behind the fronts of drawers, on runners, a guide or slides."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length, switch
from zygoform.core.shop import Shop


class DrawerBoxes(ChangeBase, frozen=True, tag="drawer_box"):
    """One drawer or all of them: its front stays and is screwed to the new box. Sizes in mm."""

    on: Annotated[
        Literal["this", "all"],
        choice(
            "For",
            Choice("this", "this drawer", "the one that was pointed at"),
            Choice("all", "all drawers", "boxes and slides alike"),
        ),
    ] = "this"
    runs_on: Annotated[
        Literal["runner", "centre", "side", "under"],
        choice(
            "Runs on",
            Choice("side", "side slides", "carry a load, come out far; seen at both sides, cost width"),
            Choice("under", "slides below", "unseen, soft; thin sides, and an exact box"),
            Choice("runner", "wooden runners", "as it was; waxed, they last a lifetime"),
            Choice("centre", "centre guide", "keeps a light, wide drawer from racking"),
        ),
    ] = "side"
    side_clear: Annotated[
        float,
        length(
            "Each side",
            0,
            40,
            hint="the slide's sheet comes first",
            counts_if=("runs_on", ("side", "runner", "centre")),
        ),
    ] = 0.0
    deduct: Annotated[
        float,
        length(
            "Inside narrower by", 10, 80, hint="than the opening: the slide's sheet", counts_if=("runs_on", "under")
        ),
    ] = 42.06875
    height_clear: Annotated[float, length("Lower by", 0, 80, hint="than the opening; 0: usual for it")] = 0.0
    back_clear: Annotated[float, length("Free behind", 0, 100, main=False)] = 12.7
    joint: Annotated[
        float, length("Joint deep", 0, 20, main=False, hint="of the front in the sides; 0: butted")
    ] = 0.0
    groove: Annotated[float, length("Groove deep", 2, 15, main=False, hint="for the bottom")] = 6.35
    groove_up: Annotated[float, length("Groove up", 4, 40, main=False, hint="over the lower edge")] = 12.7
    play: Annotated[float, length("Bottom free by", 0, 6, main=False, hint="in both its grooves together")] = 1.5875
    back_over: Annotated[bool, switch("Back on the bottom", main=False, hint="it slides in below")] = False
    board: Annotated[str, choice("Sides from")] = ""
    sheet: Annotated[str, choice("Bottom from", stock="sheet")] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """For the drawer that was pointed at, else for all."""
        opening = target.opening or (target.body.opening_of(target.id) if target.board is not None else None)
        single = opening is not None and opening.holds == "drawer"
        where = opening.id if opening is not None and single else target.body.id
        drawers = [o for o in target.body.openings if o.holds == "drawer" and (not single or o is opening)]
        high = max((o.rect[3] - o.rect[1] for o in drawers), default=150.0) - 19.0
        # Higher than any board: from sheet, whichever way it is cut.
        board, sheet = nearest_size(shop, 12.0, high, high), usual_sheet(shop, 5.0)
        board = board or usual_sheet(shop, 18.0)
        metric = dict(deduct=42.0, groove=6.0, groove_up=12.0, play=1.5, back_clear=12.0)
        return cls(
            change_id,
            number,
            (where,),
            on="this" if single else "all",
            board=board.id if board else "",
            sheet=sheet.id if sheet else "",
            **(metric if shop.unit.system == "mm" else {}),  # type: ignore[arg-type]
        )
