"""A new back of sheet: in place of the old one, or over the back of a frame, a seat or a shelf."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, count, length
from zygoform.core.shop import Shop


class BackPanel(ChangeBase, frozen=True, tag="back_panel"):
    """One sheet or several side by side; sizes in mm."""

    board: Annotated[str, choice("Sheet", hint="as sold, with its real size", stock="sheet")] = ""
    pieces: Annotated[
        int, count("Pieces", 1, 8, hint="side by side; the joints fall on uprights where there are some")
    ] = 1
    shape: Annotated[
        Literal["square", "arched"],
        choice(
            "Upper edge",
            Choice("square", "straight", "as most backs are"),
            Choice("arched", "arched", "where it stands up over the top, or over a bed's head"),
        ),
    ] = "square"
    above: Annotated[float, length("Stands up over it", 0, 1200, hint="higher than what it is fixed to")] = 0.0
    rise: Annotated[
        float,
        length("Arch rises", 5, 800, hint="from its ends to its middle", counts_if=("shape", "arched"), inch=101.6),
    ] = 100.0
    clear: Annotated[
        float,
        length("Over the floor", 0, 1000, main=False, hint="behind the legs of a table or a seat", inch=304.8),
    ] = 300.0
    fixing: Annotated[
        Literal["pins", "screws"],
        choice(
            "Fixed with",
            Choice("pins", "small nails", "thin sheet; quick, and it can be pried off again"),
            Choice("screws", "screws", "thick sheet, or one that holds the piece to a wall"),
        ),
    ] = "pins"
    apart: Annotated[
        float, length("Apart, at most", 40, 400, main=False, hint="all round and on uprights", inch=101.6)
    ] = 100.0

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """From thin sheet, in as many pieces as the old back has."""
        sheet = usual_sheet(shop, 6.0)
        old = sum(board.role == "back" and board.likely == "plywood" for board in target.body.boards)
        own = dict(board=sheet.id if sheet else "", pieces=max(1, min(8, old)))
        return cls(change_id, number, (target.body.id,), **own)  # type: ignore[arg-type]
