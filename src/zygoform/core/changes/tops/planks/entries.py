"""A new top of boards glued edge to edge."""

from typing import Annotated, Literal, Self

from msgspec import structs

from zygoform.core.changes.base import ChangeBase, nearest_size
from zygoform.core.changes.tops.ground import OverBack, OverFront, OverLeft, OverRight
from zygoform.core.changes.tops.planks.shape import Bow, EdgeProfile, FrontEdge, ProfileSize, depth_entry
from zygoform.core.condition.use import PieceUse
from zygoform.core.form.registry import Target
from zygoform.core.goods.timber import Rip
from zygoform.core.measure.param import Choice, choice, length, switch
from zygoform.core.shop import Shop

GAP_OUTDOORS, CHILD_RADIUS = 6.0, 20.0
"""So far apart lie boards that dew gets at, so round are corners a child runs into (mm). [practice]"""


class PlankTop(ChangeBase, frozen=True, tag="plank_top"):
    """Boards side by side take the place of the old top; sizes in mm."""

    board: Annotated[str, choice("Board", hint="as sold, with its real size", stock="board")] = ""
    direction: Annotated[
        Literal["width", "depth"],
        choice(
            "Boards run",
            Choice("width", "left to right", "the usual way: fewest joints, and the length hides movement"),
            Choice("depth", "front to back", "for short boards; the front then shows end grain"),
            main=False,
        ),
    ] = "width"
    overhang_left: OverLeft = 25.4
    overhang_right: OverRight = 25.4
    overhang_front: OverFront = 25.4
    overhang_back: OverBack = 0.0
    radius: Annotated[float, length("Corner radius", 0, 400)] = 0.0
    rounded: Annotated[
        Literal["all", "front"],
        choice(
            "Rounded",
            Choice("all", "all four", "for a piece seen from all sides"),
            Choice("front", "front two", "for a piece against a wall"),
            main=False,
        ),
    ] = "all"
    front: FrontEdge = "straight"
    bow: Bow = 50.0
    depth_left: Annotated[float, depth_entry("left")] = 0.0
    depth_quarter: Annotated[float, depth_entry("quarter")] = 0.0
    depth_middle: Annotated[float, depth_entry("middle")] = 0.0
    depth_three_quarters: Annotated[float, depth_entry("three quarters")] = 0.0
    depth_right: Annotated[float, depth_entry("right")] = 0.0
    profile: EdgeProfile = "square"
    profile_size: ProfileSize = 6.35
    place: Annotated[
        Literal["instead", "over"],
        choice(
            "Goes",
            Choice("instead", "in place of the old top", "the old top comes off; the height stays about the same"),
            Choice("over", "over the old top", "the old top is sound and flat, and stays on"),
            main=False,
        ),
    ] = "instead"
    gap: Annotated[
        float, length("Gaps between boards", 0, 20, main=False, hint="outdoors: water runs out; 0: glued up")
    ] = 0.0
    rip: Annotated[
        Rip,
        choice(
            "Ripped board",
            Choice("auto", "choose for me", "the last board, or both outer ones where a thin strip would be left"),
            Choice("last", "back or right", "the narrow board is out of sight"),
            Choice("first", "front or left", "when the back edge is seen"),
            Choice("both", "both outer", "evenly spread, no thin strip"),
            main=False,
        ),
    ] = "auto"
    joint_loss: Annotated[
        float, length("Lost to jointing", 0, 20, main=False, hint="both edges of a board together")
    ] = 0.0
    trim: Annotated[float, length("Spare at each end", 0, 100, main=False, hint="cut off after the glue-up")] = 12.7
    screws: Annotated[bool, switch("Pocket screws in the joints", main=False)] = True
    screw_margin: Annotated[
        float, length("First screw from the end", 20, 200, main=False, counts_if=("screws", True), inch=50.8)
    ] = 50.0
    screw_apart: Annotated[
        float, length("Screws apart, at most", 50, 400, main=False, counts_if=("screws", True), inch=177.8)
    ] = 180.0
    hold: Annotated[
        Literal["slots", "buttons", "holes"],
        choice(
            "Held by",
            Choice("slots", "screws in slots", "when rails or a panel lie under the top: screwed from below"),
            Choice("holes", "the old holes", "through them as they are, where the top is narrow enough to be let"),
            Choice("buttons", "wooden buttons", "when the frame can take a groove: holds down, slides sideways"),
            main=False,
        ),
    ] = "slots"
    fixed: Annotated[
        Literal["front", "centre"],
        choice(
            "Fixed line",
            Choice("front", "front edge", "the front overhang stays even, all movement goes to the back"),
            Choice("centre", "centre", "movement is halved and goes both ways"),
            main=False,
        ),
    ] = "front"

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """An inch or 25 mm over on three sides, from the board nearest to a usual one."""
        size, inch = nearest_size(shop, 25.4, 140.0), shop.unit.system == "inch"
        over, trim, profile = (25.4, 12.7, 6.35) if inch else (25.0, 12.0, 6.0)
        return cls(
            change_id,
            number,
            (target.body.id,),
            board=size.id if size else "",
            overhang_left=over,
            overhang_right=over,
            overhang_front=over,
            trim=trim,
            profile_size=profile,
        )

    def for_use(self, use: PieceUse) -> Self:
        """Outdoors with gaps that drain; where children are with rounded corners and edge."""
        top = structs.replace(self, gap=GAP_OUTDOORS, screws=False) if use.outdoors else self
        if use.children:
            top = structs.replace(top, radius=max(top.radius, CHILD_RADIUS), profile="rounded")
        return top
