"""Transfers rubbed on, or a stencil, over the faces of a piece."""

from typing import Annotated, ClassVar, Literal, Self

from zygoform.core.changes.base import ChangeBase, LaidOn
from zygoform.core.changes.surface import meant_faces
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.shop import Shop


class SheetTransfer(ChangeBase, frozen=True, tag="transfer"):
    """Sheets of one size over drawers, doors, a side or a lid; sizes in mm."""

    least_kept: ClassVar[float] = 30.0
    """What is narrower (mm) is not put by."""

    on: LaidOn = "drawers"
    what: Annotated[
        Literal["transfer", "stencil"],
        choice(
            "With",
            Choice("transfer", "transfer", "a picture rubbed on; sealed it lasts"),
            Choice("stencil", "stencil", "painted through, as often as one likes"),
        ),
    ] = "transfer"
    sheet_wide: Annotated[float, length("Sheet wide", 20, 3000, hint="as bought")] = 609.6
    sheet_high: Annotated[float, length("Sheet high", 20, 3000, hint="as bought")] = 914.4
    run: Annotated[
        Literal["one", "each"],
        choice(
            "From front to front",
            Choice("one", "as one picture", "it runs on over the gaps"),
            Choice("each", "the same on each", "small pictures; several from one sheet"),
            counts_if=("on", ("drawers", "fronts", "some")),
        ),
    ] = "one"
    shape: Annotated[
        Literal["whole", "oval"],
        choice(
            "Trimmed to",
            Choice("whole", "the whole face", "to its edges, or its margin"),
            Choice("oval", "an oval", "framed with bent trim it looks painted; its template prints"),
        ),
    ] = "whole"
    margin: Annotated[float, length("Margin", 0, 300, main=False, hint="left free round every front")] = 0.0

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Over all drawers, else all doors; over the one board that was pointed at where that is no drawer."""
        over, where = meant_faces(target)
        metric = shop.unit.system == "mm"
        wide, high = (600.0, 900.0) if metric else (609.6, 914.4)
        return cls(change_id, number, (where,), on=over, sheet_wide=wide, sheet_high=high)
