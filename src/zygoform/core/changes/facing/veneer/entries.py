"""Faces covered with veneer in sheets."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, LaidOn
from zygoform.core.changes.surface import meant_faces
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class SheetVeneer(ChangeBase, frozen=True, tag="veneer"):
    """On drawers, doors, a side or a lid; sizes in mm."""

    on: LaidOn = "drawers"
    sheet: Annotated[str, choice("Veneer", stock="sheet", hint="as sold: thin sheet with a grain")] = ""
    grain: Annotated[
        Literal["level", "upright"],
        choice(
            "Grain",
            Choice("level", "level", "as drawer fronts usually have it"),
            Choice("upright", "upright", "doors and sides; shorter pieces do"),
        ),
    ] = "level"
    method: Annotated[
        Literal["press", "iron"],
        choice(
            "Put on with",
            Choice("press", "glue and press", "flat and lasting; needs cauls, clamps and a day"),
            Choice("iron", "a hot iron", "veneer with glue on its back; no clamps, small faces"),
        ),
    ] = "press"
    allowance: Annotated[
        float, length("Over all round", 3, 50, main=False, hint="trimmed once it holds", inch=9.525)
    ] = 10.0

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """On all drawers, else all doors; on the one board that was pointed at where that is no drawer."""
        thin = [s for s in shop.timber if s.is_veneer and s.offers]
        own = [s for s in thin if s.system == shop.unit.system] or thin
        sheet = max(own, key=lambda s: (s.grain, s.width, s.id), default=None)
        over, where = meant_faces(target)
        return cls(change_id, number, (where,), on=over, sheet=sheet.id if sheet else "")
