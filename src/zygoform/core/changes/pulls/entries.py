"""New pulls or knobs on drawers and doors: where they go, and what becomes of the old holes."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase
from zygoform.core.form.registry import Target
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.param import Choice, choice, count, length, switch
from zygoform.core.shop import Shop

_DOWEL: tuple[str, object] = ("shape", "dowel")


_TWO = ("each", ("auto", "two"))


class Pulls(ChangeBase, frozen=True, tag="pulls"):
    """The same pull on one front, or on all; sizes in mm."""

    on: Annotated[
        Literal["this", "drawers", "all", "some"],
        choice(
            "On",
            Choice("drawers", "all drawers", "they are seen together: one height, one line"),
            Choice("all", "drawers and doors", "on doors upright, away from the hinges"),
            Choice("some", "some fronts", "those that are clicked in the drawing, or ticked"),
            Choice("this", "this one", "the front that was pointed at"),
        ),
    ] = "drawers"
    shape: Annotated[
        Literal["bar", "knob", "cup", "edge", "dowel"],
        choice(
            "Kind",
            Choice("bar", "bar or bow", "two holes, the distance between them is its size"),
            Choice("knob", "knob", "one hole; old pairs of holes have to be hidden"),
            Choice("cup", "cup with a plate", "screwed at its edge; may hide old holes"),
            Choice("edge", "over the edge", "screwed to the upper edge; no hole in the face"),
            Choice("dowel", "bar made of a dowel", "as long as one likes; two screws from behind, through posts"),
        ),
    ] = "bar"
    spacing: Annotated[
        float,
        length("Between holes", 10, 800, hint="as sold", counts_if=("shape", ("bar", "cup", "dowel"))),
    ] = 96.0
    fixing: Annotated[
        Literal["screw", "wood", "bolt"],
        choice(
            "Fixed by",
            Choice("screw", "screws from behind", "through the front into its thread"),
            Choice("wood", "wood screws in front", "a plate or spike; needs wood, never an open hole"),
            Choice("bolt", "bolts with nuts", "through the front, a nut or plate on both sides"),
            main=False,
            counts_if=("shape", ("bar", "knob")),
        ),
    ] = "screw"
    each: Annotated[
        Literal["auto", "one", "two"],
        choice(
            "On each",
            Choice("auto", "by its width", "two where one would let a wide drawer rack"),
            Choice("one", "one", "in the middle"),
            Choice("two", "two", "right on wide drawers"),
        ),
    ] = "auto"
    two_from: Annotated[
        float, length("Two from", 200, 2000, main=False, hint="this width on", counts_if=("each", "auto"))
    ] = 700.0
    share: Annotated[
        Literal["quarters", "thirds", "sixths"],
        choice(
            "Two stand at",
            Choice("quarters", "quarters", "the usual place"),
            Choice("thirds", "thirds", "closer together, for one hand"),
            Choice("sixths", "middles of the outer thirds", "wide apart, over a panelled front"),
            main=False,
            counts_if=_TWO,
        ),
    ] = "quarters"
    line: Annotated[
        Literal["middle", "share", "top"],
        choice(
            "Height",
            Choice("middle", "in the middle", "of each front"),
            Choice("share", "by proportion", "high drawers look better with pulls over the middle"),
            Choice("top", "from the upper edge", "one distance on fronts of unlike height"),
        ),
    ] = "middle"
    up: Annotated[int, count("Up, in %", 10, 90, hint="of its height", counts_if=("line", "share"))] = 60
    down: Annotated[float, length("From the upper edge", 10, 400, counts_if=("line", "top"))] = 50.0
    plate_w: Annotated[float, length("Plate wide", 0, 400, main=False, hint="behind it; 0: none")] = 0.0
    plate_h: Annotated[float, length("Plate high", 0, 200, main=False, hint="may hide old holes")] = 0.0
    ends: Annotated[float, length("Over at each end", 0, 400, main=False, counts_if=_DOWEL)] = 30.0
    standoff: Annotated[
        float, length("Stands off", 8, 80, main=False, hint="room for a hand behind it", counts_if=_DOWEL)
    ] = 25.0
    rod: Annotated[str, choice("Dowel", stock="rod", main=False, counts_if=_DOWEL)] = ""
    bags: Annotated[bool, switch("Use what is in the bags", main=False, hint="where the spacing is the same")] = (
        False
    )
    thread: Annotated[float, length("Thread deep", 4, 40, main=False, hint="in the pull; measure it")] = 8.0
    glued_on: Annotated[float, length("Glued on the front", 0, 40, main=False, hint="trim, a new face")] = 0.0
    hole: Annotated[float, length("Hole wide", 2, 12, main=False, hint="for its screw, with a little play")] = 5.0
    stained: Annotated[bool, switch("Stained or clear", main=False, hint="plugs will show")] = False

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """On all drawers, with the pull on sale; on the one front that was pointed at."""
        inch = shop.unit.system == "inch"
        sold = shop.sizes_of("pull")
        spacing = min(sold, key=lambda s: abs(s - 96.0)) if sold else (76.2 if inch else 96.0)
        single = target.kind in ("front", "opening")
        drawers = any(opening.holds == "drawer" for opening in target.body.openings)
        where = (target.opening.id if target.opening is not None else target.id) if single else target.body.id
        return cls(
            change_id,
            number,
            (where,),
            on="this" if single else "drawers" if drawers else "all",
            spacing=spacing,
            two_from=711.2 if inch else 700.0,
            hole=4.7625 if inch else 5.0,
            thread=7.9375 if inch else 8.0,
            down=50.8 if inch else 50.0,
            rod=rod_id(shop),
            ends=31.75 if inch else 30.0,
            standoff=25.4 if inch else 25.0,
        )


def usual_rod(shop: Shop, thick: float) -> TimberSize | None:
    """The dowel rod on sale nearest to a thickness (mm), in the project's system."""
    rods = [size for size in shop.timber if size.stock == "rod" and size.offers]
    own = [size for size in rods if size.system == shop.unit.system] or rods
    return min(own, key=lambda size: (abs(size.width - thick), size.id), default=None)


def rod_id(shop: Shop) -> str:
    """A usual one: 20 mm or 3/4 in."""
    size = usual_rod(shop, 20.0)
    return size.id if size is not None else ""
