"""A pattern of thin strips over drawer fronts, doors, sides or lids."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import ChangeBase, LaidOn
from zygoform.core.changes.surface import meant_faces
from zygoform.core.form.registry import Target
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.param import Choice, choice, count, length
from zygoform.core.measure.param import angle as degrees
from zygoform.core.patterns.drawn_line import DrawnLine
from zygoform.core.patterns.pieces import PatternRun
from zygoform.core.patterns.registry import FAMILIES, uses
from zygoform.core.shop import Shop

MOST_STRIP = 12.0
"""A strip up to so thick (mm) is trim. [choice]"""


class StripPattern(ChangeBase, frozen=True, tag="pattern"):
    """One family over one front, or over several as if they were one field; sizes in mm."""

    on: LaidOn = "drawers"
    family: Annotated[
        str,
        choice("Pattern", *(Choice(row.name, row.title, row.when) for row in FAMILIES.values())),
    ] = "chevron"
    board: Annotated[str, choice("Strips", stock="board", hint="as sold: width and thickness")] = ""
    angle: Annotated[float, degrees("Angle", 0, 90, hint="from level", counts_if=uses("angle"))] = 45.0
    turn: Annotated[float, degrees("Then at", 0, 180, hint="on the other side", counts_if=uses("turn"))] = 135.0
    gap: Annotated[float, length("Gap between", 0, 300, counts_if=uses("gap"))] = 12.7
    strips: Annotated[
        int, count("How many", 0, 200, hint="0: by the gap; else it is worked out", counts_if=uses("strips"))
    ] = 0
    rays: Annotated[int, count("Rays", 1, 36, counts_if=uses("rays"))] = 7
    waves: Annotated[int, count("Peaks", 1, 40, hint="across the field", counts_if=uses("waves"))] = 4
    long: Annotated[float, length("Block long", 20, 600, counts_if=uses("long"))] = 101.6
    block: Annotated[int, count("Strips in a square", 1, 12, counts_if=uses("block"))] = 3
    across: Annotated[int, count("Middle at, in %", 0, 100, hint="from the left", counts_if=uses("across"))] = 50
    up: Annotated[int, count("Up, in %", 0, 100, hint="from below", counts_if=uses("up"))] = 50
    shape: Annotated[
        Literal["oval", "round_rect", "arch"],
        choice(
            "Line",
            Choice("oval", "oval", "bends all along; gentle at the sides"),
            Choice("round_rect", "round corners", "straight sides; bends at the corners alone"),
            Choice("arch", "arch", "one bow, ends square"),
            counts_if=uses("shape"),
        ),
    ] = "oval"
    placed: Annotated[
        Literal["pair", "one", "three", "corners"],
        choice(
            "Placed",
            Choice("pair", "a pair", "the right one is the left one turned over"),
            Choice("one", "one", "in the middle"),
            Choice("three", "three", "a pair and one between"),
            Choice("corners", "corners", "four, each turned to its corner"),
            counts_if=uses("placed"),
        ),
    ] = "pair"
    mirror: Annotated[
        Literal["none", "across", "up", "both"],
        choice(
            "Mirrored",
            Choice("none", "no", "as drawn"),
            Choice("across", "left, right", "about the upright middle"),
            Choice("up", "up, down", "about the level middle"),
            Choice("both", "both", "draw a quarter, get the whole"),
            counts_if=uses("mirror"),
        ),
    ] = "both"
    spread: Annotated[float, degrees("Spread over", 0, 360, main=False, counts_if=uses("spread"))] = 150.0
    steps: Annotated[
        Literal["angle", "edge"],
        choice(
            "Rays apart by",
            Choice("angle", "equal angles", "one saw setting for all that meet"),
            Choice("edge", "equal steps", "they end evenly along the edge"),
            main=False,
            counts_if=uses("steps"),
        ),
    ] = "angle"
    boss: Annotated[
        float,
        length("Boss across", 0, 300, main=False, hint="0: none. It hides where rays meet", counts_if=uses("boss")),
    ] = 0.0
    line: Annotated[
        Literal["upright", "level"],
        choice(
            "At a line that is",
            Choice("upright", "upright", "left and right answer each other"),
            Choice("level", "level", "upper and lower part answer each other"),
            main=False,
            counts_if=uses("line"),
        ),
    ] = "upright"
    anchor: Annotated[
        Literal["strip", "joint"],
        choice(
            "In the middle",
            Choice("strip", "a strip", "an odd number looks at rest"),
            Choice("joint", "a gap", "where a lock or a pull sits there"),
            main=False,
            counts_if=uses("anchor"),
        ),
    ] = "strip"
    rings: Annotated[
        int, count("Rings", 0, 40, main=False, hint="0: all that find room", counts_if=uses("rings"))
    ] = 0
    bond: Annotated[
        Literal["half", "third", "none"],
        choice(
            "Rows moved by",
            Choice("half", "a half", "every other row answers"),
            Choice("third", "a third", "livelier; every third row answers"),
            Choice("none", "nothing", "joints stand over each other"),
            main=False,
            counts_if=uses("bond"),
        ),
    ] = "half"
    edges: Annotated[
        Literal["all", "level", "upright"],
        choice(
            "Along",
            Choice("all", "all edges", "mitred at the corners"),
            Choice("level", "above, below", "makes a front look longer"),
            Choice("upright", "the sides", "makes it look taller"),
            main=False,
            counts_if=uses("edges"),
        ),
    ] = "all"
    wide: Annotated[
        float,
        length(
            "Wide",
            0,
            3000,
            main=False,
            hint="to the trim's inner edges; 0: all there is room for",
            counts_if=uses("wide"),
        ),
    ] = 0.0
    high: Annotated[
        float,
        length(
            "High",
            0,
            3000,
            main=False,
            hint="to the trim's inner edges; 0: all there is room for",
            counts_if=uses("high"),
        ),
    ] = 0.0
    radius: Annotated[
        float,
        length(
            "Corner radius",
            1,
            500,
            main=False,
            hint="of round corners",
            counts_if=("shape", ("round_rect",)),
            inch=50.8,
        ),
    ] = 50.0
    joints: Annotated[int, count("Bent pieces", 1, 12, main=False, hint="round each", counts_if=uses("joints"))] = 2
    segments: Annotated[
        int,
        count("Straight pieces", 0, 72, main=False, hint="0: bent trim instead", counts_if=uses("segments")),
    ] = 0
    ready_wide: Annotated[
        float,
        length("Ornament wide", 5, 600, main=False, hint="as bought", counts_if=uses("ready_wide"), inch=76.2),
    ] = 75.0
    ready_high: Annotated[
        float,
        length("Ornament high", 5, 600, main=False, hint="as bought", counts_if=uses("ready_high"), inch=50.8),
    ] = 50.0
    from_left: Annotated[
        float,
        length(
            "Middle, from left",
            0,
            3000,
            main=False,
            hint="within its margins; 0: by its share",
            counts_if=uses("from_left"),
        ),
    ] = 0.0
    from_below: Annotated[
        float,
        length(
            "From below",
            0,
            3000,
            main=False,
            hint="within its margins; 0: by its share",
            counts_if=uses("from_below"),
        ),
    ] = 0.0
    run: Annotated[
        PatternRun,
        choice(
            "From front to front",
            Choice("one", "as one field", "lines run on over gaps and rails"),
            Choice("each", "the same on each", "equal fronts take equal strips, cut in one go"),
            Choice("mirrored", "mirrored", "right of the middle turned over: left and right answer each other"),
            Choice("alternate", "two by turns", "a second pattern on every other front"),
            main=False,
            counts_if=("on", ("drawers", "fronts", "some")),
        ),
    ] = "one"
    other_family: Annotated[
        str,
        choice(
            "The second pattern",
            *(Choice(row.name, row.title, row.when) for row in FAMILIES.values()),
            main=False,
            counts_if=("run", ("alternate",)),
        ),
    ] = "slats"
    other_angle: Annotated[
        float, degrees("Its angle", 0, 90, main=False, hint="from level", counts_if=("run", ("alternate",)))
    ] = 0.0
    other_board: Annotated[
        str,
        choice(
            "Its strips", stock="board", main=False, counts_if=("run", ("alternate",)), hint="nothing: the same"
        ),
    ] = ""
    margin: Annotated[
        float, length("All round", 0, 300, main=False, group="Margin", hint="left free round every front")
    ] = 0.0
    more_left: Annotated[
        float, length("Left", 0, 300, main=False, group="More margin", hint="more at the left")
    ] = 0.0
    more_right: Annotated[
        float, length("Right", 0, 300, main=False, group="More margin", hint="more at the right")
    ] = 0.0
    more_above: Annotated[float, length("Above", 0, 300, main=False, group="More margin", hint="more above")] = 0.0
    more_below: Annotated[float, length("Below", 0, 300, main=False, group="More margin", hint="more below")] = 0.0
    keep: Annotated[
        Literal["under", "free"],
        choice(
            "Pulls, locks, old mouldings",
            Choice("under", "come off", "strips run through; pulls go on again over them, with longer screws"),
            Choice("free", "stay", "strips end round them"),
            main=False,
        ),
    ] = "under"
    room: Annotated[
        float,
        length(
            "Room round them", 0, 100, main=False, group="Keep-out area", counts_if=("keep", ("free",)), inch=3.175
        ),
    ] = 3.0
    free_wide: Annotated[
        float,
        length(
            "Middle, wide",
            0,
            600,
            main=False,
            group="Keep-out area",
            hint="of each front: for a pull or lock to come",
        ),
    ] = 0.0
    free_high: Annotated[
        float,
        length(
            "Middle, high",
            0,
            600,
            main=False,
            group="Keep-out area",
            hint="of each front: for a pull or lock to come",
        ),
    ] = 0.0
    profile: Annotated[
        Literal["flat", "profiled"],
        choice(
            "The strip's face",
            Choice("flat", "flat", "turned over, a left piece is a right one"),
            Choice("profiled", "profiled", "one face up: left and right pieces are cut apart"),
            main=False,
        ),
    ] = "flat"
    fixing: Annotated[
        Literal["pins", "glue", "iron"],
        choice(
            "Fixed by",
            Choice("pins", "glue and pins", "quick; the holes are filled"),
            Choice("glue", "glue alone", "thin strips, weighted down; nothing to fill"),
            Choice("iron", "hot iron", "strips of veneer with glue on their backs; cut with a knife"),
            main=False,
        ),
    ] = "pins"
    apart: Annotated[
        Literal["each", "over"],
        choice(
            "Over gaps between fronts",
            Choice("each", "front by front", "each piece to its length; gaps kept by card"),
            Choice("over", "cut apart in place", "laid over all fronts, parted at the gaps with a flush saw"),
            main=False,
            counts_if=("run", ("one",)),
        ),
    ] = "each"
    kerf: Annotated[
        float,
        length(
            "Flush saw cuts",
            0.2,
            5,
            main=False,
            hint="how wide its cut is",
            counts_if=("apart", ("over",)),
            inch=0.79375,
        ),
    ] = 0.8
    spare: Annotated[int, count("Spare, in %", 0, 50, main=False, hint="for tries and splits")] = 8
    lines: tuple[DrawnLine, ...] = ()

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Over all drawers, else all doors; on the one board that was pointed at where that is no drawer."""
        strip = usual_strip(shop)
        inch = shop.unit.system == "inch"
        over, where = meant_faces(target)
        return cls(
            change_id,
            number,
            (where,),
            on=over,
            board=strip.id if strip else "",
            gap=12.7 if inch else 12.0,
            long=101.6 if inch else 100.0,
        )


def usual_strip(shop: Shop) -> TimberSize | None:
    """Thin trim on sale, about 25 mm (1 in) wide, in the project's system where there is any."""
    thin = [s for s in shop.timber if s.stock == "board" and s.offers and not s.bends and s.thickness <= MOST_STRIP]
    own = [s for s in thin if s.system == shop.unit.system] or thin
    return min(own, key=lambda s: (abs(s.thickness - 6.0), abs(s.width - 25.0), s.id), default=None)
