"""One piece sawn into two, each of which stands by itself and takes any further change."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.form.registry import Target
from zygoform.core.geometry.plane import extent
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.measure.rounding import round_to
from zygoform.core.shop import Shop


class Split(ChangeBase, frozen=True, tag="split"):
    """Sawn from front to back; sizes in mm."""

    place: Annotated[
        float, length("Sawn at", 0, 6000, hint="from its left side; 0: near the middle, by an upright")
    ] = 0.0
    out: Annotated[
        float,
        length("Taken out", 0, 4000, hint="right of it: a broken middle, knee room; 0: the blade"),
    ] = 0.0
    side: Annotated[
        Literal["within", "against"],
        choice(
            "New sides",
            Choice(
                "within", "under the top", "rails and bottom are sawn shorter for them; looks like the old ends"
            ),
            Choice("against", "against the ends", "one straight cut; a filler strip lengthens the old top"),
        ),
    ] = "within"
    board: Annotated[str, choice("Sides from", hint="as thick as the old ones, or nearly", stock="sheet")] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Where there is knee room it is what goes; new sides as thick as the old ones."""
        body = target.body
        sheet = usual_sheet(shop, 18.0)
        left = extent(body.plan, (1.0, 0.0))[0]
        knees = next((o.rect for o in body.openings if o.holds == "knees"), None)
        place, out = (knees[0] - left, knees[2] - knees[0]) if knees is not None else (0.0, 0.0)
        place, out = round_to(place, shop.cut_step), round_to(out, shop.cut_step)
        return cls(change_id, number, (body.id,), place=place, out=out, board=sheet.id if sheet else "")
