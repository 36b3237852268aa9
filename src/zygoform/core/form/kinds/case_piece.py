"""A case piece: counter, chest, sideboard, cabinet, desk."""

from typing import Annotated, ClassVar, Literal

from msgspec import structs

from zygoform.core.errors import BadInputError
from zygoform.core.form.carcass import BaseKind, Carcass
from zygoform.core.form.form import Board, Form
from zygoform.core.form.front import Holds
from zygoform.core.form.ornaments import CrownKind, crown_boards, mirror_boards
from zygoform.core.form.piece import FrontedPiece, settled
from zygoform.core.measure.param import Choice, Span, choice, corner, count, measured
from zygoform.core.measure.reading import Readings, Sized
from zygoform.core.tolerance import TAPE_MM


class CasePiece(FrontedPiece, frozen=True, tag="case"):
    """Readings of a case piece. Depth is taken along the sides, corners between front and side through the body."""

    HOLDS: ClassVar[tuple[Holds, ...]] = ("drawer", "door", "panel", "knees", "nothing")

    width: Annotated[
        Readings,
        measured(
            "Width over all",
            100,
            6000,
            guess=1016.0,
            group="Over all",
            span=Span("x", "top/main"),
            follows=("height", "depth"),
        ),
    ] = ()
    height: Annotated[
        Readings,
        measured(
            "Height over all", 100, 3000, guess=838.2, group="Over all", span=Span("z"), follows=("width", "depth")
        ),
    ] = ()
    depth: Annotated[
        Readings,
        measured(
            "Depth over all",
            80,
            2000,
            guess=457.2,
            group="Over all",
            span=Span("y", "top/main"),
            follows=("width", "height"),
        ),
    ] = ()
    top_thickness: Annotated[
        Readings, measured("Thickness", 3, 200, guess=19.05, group="Top", span=Span("z", "top/main"))
    ] = ()
    overhang_sides: Annotated[
        Readings,
        measured(
            "Over the sides",
            0,
            500,
            guess=12.7,
            group="Top",
            hint="how far the top stands out",
            span=Span("-x", "top/main", "side/left"),
            follows=("overhang_front", "width"),
        ),
    ] = ()
    overhang_front: Annotated[
        Readings,
        measured(
            "Over the front",
            0,
            500,
            guess=12.7,
            group="Top",
            span=Span("-y", "top/main", "side/right"),
            follows=("overhang_sides", "depth"),
        ),
    ] = ()
    overhang_back: Annotated[
        Readings,
        measured("Over the back", 0, 500, guess=0.0, group="Top", span=Span("+y", "side/right", "top/main")),
    ] = ()
    body_width: Annotated[
        Readings,
        measured(
            "Width alone",
            60,
            4000,
            guess=0.0,
            group="Body",
            hint="the body without its top; to be given where the top is off",
            optional=True,
        ),
    ] = ()
    side_thickness: Annotated[
        Readings,
        measured(
            "Sides", 3, 100, guess=19.05, group="Body", span=Span("x", "side/left"), follows=("rail_thickness",)
        ),
    ] = ()
    rail_thickness: Annotated[
        Readings,
        measured(
            "Rails and dividers",
            3,
            100,
            guess=19.05,
            group="Body",
            span=Span("z", "rail/top"),
            follows=("side_thickness",),
        ),
    ] = ()
    back_thickness: Annotated[
        Readings,
        measured("Back", 0, 60, guess=6.35, group="Body", hint="0 where it is open", span=Span("y", "back/main")),
    ] = ()
    corner_left: Annotated[Readings, corner("Front left corner", group="Corners", span=Span("z", "side/left"))] = ()
    corner_right: Annotated[
        Readings, corner("Front right corner", group="Corners", span=Span("z", "side/right"))
    ] = ()
    base: Annotated[
        BaseKind,
        choice(
            "Stands on",
            Choice("plinth", "Skirt", "boards all round under the body"),
            Choice("legs", "Legs", "square ones at the corners"),
            Choice("feet", "Feet", "round ones at the corners"),
            group="Base",
        ),
    ] = "plinth"
    base_height: Annotated[
        Readings,
        measured(
            "Height",
            0,
            1000,
            guess=76.2,
            group="Base",
            hint="0 where the body stands on the floor",
            span=Span("z", "base/front|base/front-left|leg/front-left"),
            follows=("height",),
        ),
    ] = ()
    base_setback: Annotated[
        Readings,
        measured(
            "Set back",
            0,
            300,
            guess=12.7,
            group="Base",
            span=Span("-x", "side/left", "base/left|leg/front-left"),
            follows=("depth",),
        ),
    ] = ()
    leg_width: Annotated[
        Readings,
        measured(
            "Legs thick",
            10,
            300,
            guess=50.8,
            group="Base",
            span=Span("x", "leg/front-left"),
            counts_if=("base", ("legs", "feet")),
        ),
    ] = ()

    back_sheets: Annotated[
        int, count("Back: sheets", 1, 8, group="Body", hint="side by side; the joints often lie on an upright")
    ] = 1
    back_fixed: Annotated[
        Literal["nailed", "stapled", "grooved"],
        choice(
            "Back is",
            Choice("nailed", "Nailed", "small nails all round"),
            Choice("stapled", "Stapled", "there may be hundreds: a pry bar and patience"),
            Choice("grooved", "In a groove", "it slides out downwards, once the bottom is free"),
            group="Body",
        ),
    ] = "nailed"
    crown: Annotated[
        CrownKind,
        choice(
            "Crown",
            Choice("none", "None", "a plain top"),
            Choice("straight", "Straight", "a board along the front of the top"),
            Choice("arched", "Arched", "higher in the middle"),
            group="On the top",
        ),
    ] = "none"
    crown_height: Annotated[
        Readings,
        measured(
            "Crown high",
            5,
            500,
            guess=63.5,
            group="On the top",
            hint="at its ends",
            span=Span("z", "crown/main"),
            counts_if=("crown", ("straight", "arched")),
        ),
    ] = ()
    crown_rise: Annotated[
        Readings,
        measured(
            "Rises by",
            1,
            500,
            guess=50.8,
            group="On the top",
            hint="from its ends to its middle",
            span=Span("z", "crown/arch"),
            counts_if=("crown", ("arched",)),
        ),
    ] = ()
    mirror: Annotated[
        Literal["none", "posts"],
        choice(
            "Mirror",
            Choice("none", "None", "nothing stands on the top"),
            Choice("posts", "On posts", "tilts between two posts"),
            group="On the top",
        ),
    ] = "none"
    mirror_width: Annotated[
        Readings,
        measured(
            "Mirror wide",
            50,
            2500,
            guess=609.6,
            group="On the top",
            hint="with its frame",
            span=Span("x", "mirror/main"),
            follows=("width",),
            counts_if=("mirror", ("posts",)),
        ),
    ] = ()
    mirror_height: Annotated[
        Readings,
        measured(
            "Mirror high",
            50,
            2500,
            guess=508.0,
            group="On the top",
            span=Span("z", "mirror/main"),
            counts_if=("mirror", ("posts",)),
        ),
    ] = ()

    def implied(self) -> dict[str, float]:
        """Width and overhang as the body's own width leaves them."""
        if not self.body_width:
            return {}
        try:
            sizes = _by_body(settled(self))
        except BadInputError:
            return {}
        return {name: sizes[name].value for name in ("width", "overhang_sides")}

    def bare(self) -> Form:
        """The piece as geometry. Raises BadInputError `impossible` where the sizes leave no body."""
        carcass = self._carcass()
        form = carcass.form()
        top = form.board(f"{self.id}/top/main")
        on_top: list[Board] = []
        if top is not None:
            rise = carcass.mm("crown_rise")
            on_top += crown_boards(self.id, top, self.crown, carcass.mm("crown_height"), rise)
            if self.mirror == "posts":
                on_top += mirror_boards(self.id, top, carcass.mm("mirror_width"), carcass.mm("mirror_height"))
        (body,) = form.bodies
        return Form((structs.replace(body, boards=(*body.boards, *on_top)),)) if on_top else form

    def check(self) -> None:
        """Raises BadInputError `impossible` where the sizes leave no body; quicker than building it."""
        self._carcass().layout()

    def _carcass(self) -> Carcass:
        sizes = settled(self)
        if self.body_width:
            sizes = _by_body(sizes)
        else:
            del sizes["body_width"]
        return Carcass(self.id, self.name, sizes, self.base, self.front, self.back_sheets)


def _by_body(sizes: dict[str, Sized]) -> dict[str, Sized]:
    """The width over all, or else how far the top stands out, from the body's own width.

    Raises BadInputError `impossible` where all three are measured and a tape's error does not explain the rest.
    """
    body, over = sizes["body_width"], sizes["overhang_sides"]
    if sizes["width"].guesses:
        return sizes | {"width": body + over * 2}
    left = (sizes["width"] - body) * 0.5
    off = abs(left.value - over.value) > TAPE_MM and not over.guesses
    if left.value < -TAPE_MM or off:
        message = "The width over all leaves {0} for the top to stand out at each side. Clear one of the three."
        raise BadInputError("impossible", message, "body_width", (max(0.0, left.value),))
    return sizes | {"overhang_sides": left}
