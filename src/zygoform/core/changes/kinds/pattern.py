"""A pattern of thin strips over drawer fronts, doors, sides or lids."""

from typing import Annotated, Literal, Self

from zygoform.core.changes.base import SOUND, ChangeBase
from zygoform.core.changes.pattern_set import PatternSet
from zygoform.core.changes.surface import fronts_of
from zygoform.core.condition.condition import Condition
from zygoform.core.form.form import Form
from zygoform.core.form.targets import Target
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.param import Choice, choice, count, length
from zygoform.core.measure.param import angle as degrees
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.patterns.registry import FAMILIES, uses
from zygoform.core.patterns.runs import PatternRun
from zygoform.core.shop import Shop

MOST_STRIP = 12.0
"""A strip up to so thick (mm) is trim."""


class StripPattern(ChangeBase, frozen=True, tag="pattern"):
    """One family over one front, or over several as if they were one field; sizes in mm."""

    on: Annotated[
        Literal["drawers", "fronts", "this"],
        choice(
            "Over",
            Choice("drawers", "all drawers", "those whose fronts lie in one plane"),
            Choice("fronts", "drawers and doors", "all that lie in one plane"),
            Choice("this", "this one", "the front, side or lid that was pointed at"),
        ),
    ] = "drawers"
    family: Annotated[
        str,
        choice("Pattern", *(Choice(row.name, row.title, row.when) for row in FAMILIES.values())),
    ] = "chevron"
    angle: Annotated[float, degrees("Angle", 0, 90, hint="from level", counts_if=uses("angle"))] = 45.0
    gap: Annotated[float, length("Gap between", 0, 300, counts_if=uses("gap"))] = 12.7
    across: Annotated[int, count("Middle at, in %", 0, 100, hint="from the left", counts_if=uses("across"))] = 50
    up: Annotated[int, count("Up, in %", 0, 100, hint="from below", counts_if=uses("up"))] = 50
    rays: Annotated[int, count("Rays", 1, 36, counts_if=uses("rays"))] = 7
    spread: Annotated[float, degrees("Spread over", 0, 180, main=False, counts_if=uses("spread"))] = 150.0
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
    long: Annotated[float, length("Block long", 20, 600, main=False, counts_if=uses("long"))] = 101.6
    run: Annotated[
        PatternRun,
        choice(
            "From front to front",
            Choice("one", "as one field", "lines run on over gaps and rails"),
            Choice("each", "the same on each", "equal fronts take equal strips, cut in one go"),
            Choice("mirrored", "mirrored", "right of the middle turned over: left and right answer each other"),
            main=False,
            counts_if=("on", ("drawers", "fronts")),
        ),
    ] = "one"
    margin: Annotated[float, length("Margin", 0, 300, main=False, hint="left free round every front")] = 0.0
    fixing: Annotated[
        Literal["pins", "glue"],
        choice(
            "Fixed by",
            Choice("pins", "glue and pins", "quick; the holes are filled"),
            Choice("glue", "glue alone", "thin strips, weighted down; nothing to fill"),
            main=False,
        ),
    ] = "pins"
    spare: Annotated[int, count("Spare, in %", 0, 50, main=False, hint="for tries and splits")] = 8
    board: Annotated[str, choice("Strips", stock="board", hint="as sold: width and thickness")] = ""

    @classmethod
    def begin(cls, change_id: str, number: int, target: Target, shop: Shop) -> Self:
        """Over all drawers, else all doors; on the one board that was pointed at where that is no drawer."""
        strip = usual_strip(shop)
        inch = shop.unit.system == "inch"
        fronts: Literal["fronts", "this"] = "fronts" if fronts_of(target.body) else "this"
        over: Literal["drawers", "fronts", "this"] = "drawers" if fronts_of(target.body, ("drawer",)) else fronts
        where = target.body.id
        if target.kind in ("front", "member", "opening") and target.board is not None:
            where, over = target.id, "drawers" if target.board.role == "drawer" else "this"
        return cls(
            change_id,
            number,
            (where,),
            on=over,
            board=strip.id if strip else "",
            gap=12.7 if inch else 12.0,
            long=101.6 if inch else 100.0,
        )

    def apply(self, form: Form, shop: Shop, condition: Condition = SOUND) -> Outcome:
        """The piece with its pattern. Raises BadInputError where there is nothing to lay it on."""
        del condition
        return PatternSet(self, self.body_in(form), shop).outcome()


def usual_strip(shop: Shop) -> TimberSize | None:
    """Thin trim on sale, about 25 mm (1 in) wide, in the project's system where there is any."""
    thin = [s for s in shop.timber if s.stock == "board" and s.offers and s.thickness <= MOST_STRIP]
    own = [s for s in thin if s.system == shop.unit.system] or thin
    return min(own, key=lambda s: (abs(s.thickness - 6.0), abs(s.width - 25.0), s.id), default=None)
