"""A new top of tiles glued to a sheet, its edges covered by mitred strips."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.changes.sheet_member import usual_sheet
from zygoform.core.changes.tops.ground import OverBack, OverFront, OverLeft, OverRight, old_overhangs
from zygoform.core.condition.condition import Condition
from zygoform.core.form.registry import Target
from zygoform.core.measure.param import Choice, choice, count, length
from zygoform.core.shop import Shop

BED = 3.0
"""How thick tiles lie in their adhesive (mm), by a notched spreader. [practice]"""


class TiledTop(ChangeBase, frozen=True, tag="tiled_top"):
    """Tiles in a grid, whole ones centred, or broken ones at random; sizes in mm."""

    pattern: Annotated[
        Literal["grid", "random"],
        choice(
            "Tiles lie",
            Choice("grid", "in a grid", "straight rows, cut tiles at the edges"),
            Choice("random", "broken, at random", "for tiles of many kinds; joints differ, nothing is cut to size"),
        ),
    ] = "grid"
    tile_long: Annotated[float, length("Left to right", 10, 600, group="Tile")] = 101.6
    tile_wide: Annotated[float, length("Front to back", 10, 600, group="Tile")] = 101.6
    tile_thick: Annotated[float, length("Tiles thick", 2, 30, main=False)] = 6.0
    joint: Annotated[float, length("Joint", 1, 15, group="Tile", hint="what lies between two tiles")] = 3.0
    edge_joint: Annotated[
        float, length("Along the strips", 0, 15, main=False, hint="a joint there too: wood moves, tile does not")
    ] = 0.0
    across: Annotated[
        Literal["middle", "begin", "end"],
        choice(
            "Whole tiles, across",
            Choice("middle", "in the middle", "cut ones alike at both ends, none a sliver"),
            Choice("begin", "from the left", "where the left end is seen and the right stands in a corner"),
            Choice("end", "from the right", "where the right end is seen and the left stands in a corner"),
            main=False,
            counts_if=("pattern", "grid"),
        ),
    ] = "middle"
    deep: Annotated[
        Literal["middle", "begin", "end"],
        choice(
            "Whole tiles, in depth",
            Choice("middle", "in the middle", "cut ones alike in front and at the back"),
            Choice("begin", "from the front", "whole tiles where one looks, cut ones at the wall"),
            Choice("end", "from the back", "where the back is seen"),
            main=False,
            counts_if=("pattern", "grid"),
        ),
    ] = "middle"
    trim: Annotated[str, choice("Edge strip", hint="covers sheet and tiles", stock="board", main=False)] = ""
    overhang_left: OverLeft = 12.7
    overhang_right: OverRight = 12.7
    overhang_front: OverFront = 12.7
    overhang_back: OverBack = 0.0
    board: Annotated[str, choice("Sheet under it", hint="stiff, and dry", stock="sheet", main=False)] = ""
    sides: Annotated[
        Literal["three", "four"],
        choice(
            "Strips on sides",
            Choice("three", "three", "for a piece that stands against a wall"),
            Choice("four", "four", "for a piece seen from all sides"),
            main=False,
        ),
    ] = "four"
    spare: Annotated[int, count("Spare tiles, %", 0, 50, main=False, hint="tiles break when they are cut")] = 10
    place: Annotated[
        Literal["instead", "over"],
        choice(
            "Goes",
            Choice("instead", "in place of the old top", "the old top comes off"),
            Choice("over", "over the old top", "the old top is sound, stiff and flat, and stays on"),
            main=False,
        ),
    ] = "over"

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Four-inch or 100 mm tiles on a sheet over the old top, a strip as high as both."""
        inch, sheet = shop.unit.system == "inch", usual_sheet(shop, 18.0)
        size, thick = (101.6, 6.35) if inch else (100.0, 6.0)
        high = (sheet.thickness if sheet else 18.0) + BED + thick
        strip = nearest_size(shop, 19.0, high, at_least=high)
        return cls(
            change_id,
            number,
            (target.body.id,),
            tile_long=size,
            tile_wide=size,
            tile_thick=thick,
            joint=3.175 if inch else 3.0,
            edge_joint=3.175 if inch else 3.0,
            trim=strip.id if strip else "",
            board=sheet.id if sheet else "",
            **old_overhangs(target.body, shop.cut_step),
        )

    def reads(self, condition: Condition) -> object:
        return condition.made_of
