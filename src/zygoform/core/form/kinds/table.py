"""A table: a top on aprons and four legs, with or without drawers."""

from typing import Annotated, ClassVar

from zygoform.core.form.form import Board, Form
from zygoform.core.form.front import Holds
from zygoform.core.form.legged import CornerBlocks, LeggedFrame, StretcherHeight, Stretchers, StretcherThickness
from zygoform.core.form.piece import FrontedPiece, guessed, settled
from zygoform.core.geometry.plane import offset_sides
from zygoform.core.geometry.prism import upright
from zygoform.core.measure.param import Span, corner, measured
from zygoform.core.measure.reading import Readings


class Table(FrontedPiece, frozen=True, tag="table"):
    """Readings of a table. The front is the long side one sits at; drawers take the place of its apron."""

    HOLDS: ClassVar[tuple[Holds, ...]] = ("drawer", "nothing")

    width: Annotated[
        Readings,
        measured(
            "Length over all",
            200,
            6000,
            guess=1397.0,
            group="Over all",
            span=Span("x", "top/main"),
            follows=("height", "depth"),
        ),
    ] = ()
    height: Annotated[
        Readings,
        measured(
            "Height over all", 150, 1500, guess=762.0, group="Over all", span=Span("z"), follows=("width", "depth")
        ),
    ] = ()
    depth: Annotated[
        Readings,
        measured(
            "Width over all",
            150,
            3000,
            guess=762.0,
            group="Over all",
            span=Span("y", "top/main"),
            follows=("width", "height"),
        ),
    ] = ()
    top_thickness: Annotated[
        Readings, measured("Thickness", 3, 200, guess=22.225, group="Top", span=Span("z", "top/main"))
    ] = ()
    overhang_sides: Annotated[
        Readings,
        measured(
            "Over the ends",
            0,
            800,
            guess=76.2,
            group="Top",
            hint="from the legs to the top's edge",
            span=Span("-x", "top/main", "leg/front-left"),
            follows=("overhang_front", "width"),
        ),
    ] = ()
    overhang_front: Annotated[
        Readings,
        measured(
            "Over the front",
            0,
            500,
            guess=50.8,
            group="Top",
            span=Span("-y", "top/main", "leg/front-right"),
            follows=("overhang_sides", "depth"),
        ),
    ] = ()
    overhang_back: Annotated[
        Readings,
        measured(
            "Over the back",
            0,
            500,
            guess=50.8,
            group="Top",
            span=Span("+y", "leg/back-right", "top/main"),
            follows=("overhang_front", "depth"),
        ),
    ] = ()
    apron_height: Annotated[
        Readings,
        measured("Height", 20, 400, guess=95.25, group="Aprons", span=Span("z", "apron/left"), follows=("height",)),
    ] = ()
    apron_thickness: Annotated[
        Readings, measured("Thickness", 6, 100, guess=19.05, group="Aprons", span=Span("x", "apron/left"))
    ] = ()
    apron_setback: Annotated[
        Readings,
        measured(
            "Behind the legs", 0, 100, guess=3.175, group="Aprons", span=Span("-x", "leg/front-left", "apron/left")
        ),
    ] = ()
    leg_width: Annotated[
        Readings,
        measured(
            "Thick", 15, 250, guess=57.15, group="Legs", span=Span("x", "leg/front-left"), follows=("height",)
        ),
    ] = ()
    corner_left: Annotated[
        Readings, corner("Front left corner", group="Corners", span=Span("z", "leg/front-left"))
    ] = ()
    corner_right: Annotated[
        Readings, corner("Front right corner", group="Corners", span=Span("z", "leg/front-right"))
    ] = ()

    stretchers: Stretchers = "none"
    stretcher_height: StretcherHeight = ()
    stretcher_thickness: StretcherThickness = ()
    blocks: CornerBlocks = "no"

    def bare(self) -> Form:
        """The table as geometry; its underside is that of the aprons. Raises BadInputError `impossible`."""
        size = settled(self)
        mm = {name: sized.value for name, sized in size.items()}
        frame = LeggedFrame(
            self.id,
            size["width"] - size["overhang_sides"] * 2,
            size["depth"] - size["overhang_front"] - size["overhang_back"],
            size["corner_left"],
            size["corner_right"],
            mm["apron_height"],
            mm["apron_thickness"],
            mm["leg_width"],
            mm["height"] - mm["top_thickness"] - mm["apron_height"],
            mm["apron_setback"],
            self.front,
            self.stretchers,
            (mm["stretcher_height"], mm["stretcher_thickness"]),
            self.blocks == "yes",
        )
        frame.check()
        over = (mm["overhang_front"], mm["overhang_sides"], mm["overhang_back"], mm["overhang_sides"])
        solid = upright(offset_sides(frame.plan, over), frame.apron, frame.apron + mm["top_thickness"])
        body = frame.body(self.name, (Board(f"{self.id}/top/main", "Top", "top", solid),), guessed(size))
        return Form((body,))
