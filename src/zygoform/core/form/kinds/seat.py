"""A bench or stool: a seat on aprons and four legs, perhaps with a back and arms."""

from typing import Annotated, Literal

from zygoform.core.condition.materials import MaterialCode
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Form
from zygoform.core.form.front import Opening
from zygoform.core.form.legged import CornerBlocks, LeggedFrame, StretcherHeight, Stretchers, StretcherThickness
from zygoform.core.form.piece import BACK, CORNERS, PieceBase, band, guessed, settled
from zygoform.core.geometry.plane import Outline, extent, offset_sides, rectangle
from zygoform.core.geometry.prism import X, Y, Z, upright
from zygoform.core.measure.param import Choice, Span, choice, corner, measured
from zygoform.core.measure.reading import Readings
from zygoform.core.tolerance import SAME_MM

COVER = 1.5
"""How thick a cover is (mm). [drawn]"""
RAIL = 70.0
"""How high the back's rails are, where there is room. [drawn]"""


class Seat(PieceBase, frozen=True, tag="seat"):
    """Readings of a seat. Height is the seat's; back and arms are measured up from it, 0 where there is none."""

    width: Annotated[
        Readings,
        measured(
            "Width over all",
            150,
            4000,
            guess=1117.6,
            group="Over all",
            span=Span("x", "seat/main"),
            follows=("height", "depth"),
        ),
    ] = ()
    height: Annotated[
        Readings,
        measured(
            "Seat height",
            100,
            1200,
            guess=457.2,
            group="Over all",
            span=Span("+z", "floor", "padding/main|seat/main"),
            follows=("width", "depth"),
        ),
    ] = ()
    depth: Annotated[
        Readings,
        measured(
            "Depth over all",
            120,
            1200,
            guess=355.6,
            group="Over all",
            span=Span("y", "seat/main"),
            follows=("width", "height"),
        ),
    ] = ()
    seat_thickness: Annotated[
        Readings, measured("Thickness", 3, 200, guess=25.4, group="Seat", span=Span("z", "seat/main"))
    ] = ()
    overhang: Annotated[
        Readings,
        measured(
            "Over the legs",
            0,
            300,
            guess=12.7,
            group="Seat",
            span=Span("-x", "seat/main", "leg/front-left"),
            follows=("width",),
        ),
    ] = ()
    back_height: Annotated[
        Readings,
        measured(
            "Above the seat",
            0,
            1200,
            guess=0.0,
            group="Back",
            hint="0 where it has no back",
            span=Span("+z", "padding/main|seat/main", "post/back-right|padding/main|seat/main"),
        ),
    ] = ()
    arm_height: Annotated[
        Readings,
        measured(
            "Above the seat",
            0,
            500,
            guess=0.0,
            group="Arms",
            hint="0 where it has no arms",
            span=Span("+z", "padding/main|seat/main", "arm/left|padding/main|seat/main"),
        ),
    ] = ()
    apron_height: Annotated[
        Readings,
        measured("Height", 20, 300, guess=69.85, group="Aprons", span=Span("z", "apron/left"), follows=("height",)),
    ] = ()
    apron_thickness: Annotated[
        Readings, measured("Thickness", 6, 100, guess=19.05, group="Aprons", span=Span("x", "apron/left"))
    ] = ()
    apron_setback: Annotated[
        Readings,
        measured(
            "Behind the legs", 0, 100, guess=0.0, group="Aprons", span=Span("-x", "leg/front-left", "apron/left")
        ),
    ] = ()
    leg_width: Annotated[
        Readings,
        measured("Thick", 15, 200, guess=38.1, group="Legs", span=Span("x", "leg/front-left"), follows=("height",)),
    ] = ()
    corner_left: Annotated[
        Readings, corner("Front left corner", group="Corners", span=Span("z", "leg/front-left"))
    ] = ()
    corner_right: Annotated[
        Readings, corner("Front right corner", group="Corners", span=Span("z", "leg/front-right"))
    ] = ()

    padding: Annotated[
        Readings,
        measured(
            "Padding",
            0,
            250,
            guess=0.0,
            group="Seat",
            hint="on the seat's board; 0 where it is bare wood",
            span=Span("z", "padding/main"),
        ),
    ] = ()
    support: Annotated[
        Literal["board", "webbing", "springs"],
        choice(
            "Under it",
            Choice("board", "Board", "a sheet, or slats"),
            Choice("webbing", "Webbing", "woven both ways, stapled to the frame"),
            Choice("springs", "Springs", "on webbing: cover them before you cut anything"),
            group="Seat",
        ),
    ] = "board"
    stretchers: Stretchers = "none"
    stretcher_height: StretcherHeight = ()
    stretcher_thickness: StretcherThickness = ()
    blocks: CornerBlocks = "no"

    def bare(self) -> Form:
        """The seat as geometry; its underside is that of the aprons. Raises BadInputError `impossible`."""
        size = settled(self)
        mm = {name: sized.value for name, sized in size.items()}
        frame = LeggedFrame(
            self.id,
            size["width"] - size["overhang"] * 2,
            size["depth"] - size["overhang"] * 2,
            size["corner_left"],
            size["corner_right"],
            mm["apron_height"],
            mm["apron_thickness"],
            mm["leg_width"],
            mm["height"] - mm["seat_thickness"] - mm["padding"] - mm["apron_height"],
            mm["apron_setback"],
            Opening("o1"),
            self.stretchers,
            (mm["stretcher_height"], mm["stretcher_thickness"]),
            self.blocks == "yes",
        )
        frame.check()
        if mm["arm_height"] > mm["back_height"] > 0:
            raise BadInputError("impossible", "The arms are higher than the back they end on.", "arm_height")
        above = frame.apron + mm["seat_thickness"]
        top = above + mm["padding"]
        outline = offset_sides(frame.plan, (mm["overhang"],) * 4)
        boards = self._seat(outline, frame.apron, above, mm["padding"])
        # What stands no higher than a few covers over the seat is no back and no arm.
        boards += self._back(frame, top, mm["back_height"]) if mm["back_height"] > 3 * COVER else []
        boards += self._arms(frame, top, mm["arm_height"]) if mm["arm_height"] > 3 * COVER else []
        body = frame.body(self.name, tuple(boards), guessed(size))
        return Form((body,))

    def _seat(self, outline: Outline, low: float, high: float, padding: float) -> list[Board]:
        """The seat in its layers, from below: what carries it, the padding, its cover."""
        if padding <= SAME_MM:
            return [Board(f"{self.id}/seat/main", "Seat", "seat", upright(outline, low, high))]
        soft = high + padding
        names = {"board": "Seat board", "webbing": "Webbing", "springs": "Springs on webbing"}
        carries: MaterialCode = "solid" if self.support == "board" else "fabric"
        carried, cover = upright(outline, low, high), upright(outline, soft, soft + COVER)
        return [
            Board(f"{self.id}/seat/main", names[self.support], "seat", carried, likely=carries),
            Board(
                f"{self.id}/padding/main",
                "Padding",
                "padding",
                upright(outline, high, soft),
                likely="fabric",
                on_face=(Board(f"{self.id}/cover/main", "Cover", "padding", cover, likely="fabric"),),
            ),
        ]

    def _post(self, at: int, outline: Outline, z0: float, z1: float) -> Board:
        key = CORNERS[at].replace(" ", "-")
        return Board(f"{self.id}/post/{key}", f"Post, {CORNERS[at]}", "leg", upright(outline, z0, z1), Z)

    def _back(self, frame: LeggedFrame, z: float, height: float) -> list[Board]:
        """Two posts over the back legs and two rails between them."""
        legs = frame.leg_outlines()
        (left, _), (_, right) = extent(legs[3], (1.0, 0.0)), extent(legs[2], (1.0, 0.0))
        inner = (left + frame.leg_width, right - frame.leg_width)
        whole = band(frame.plan, BACK, min(frame.apron_thickness, frame.leg_width))
        between = _between(whole, *inner)
        rail = min(RAIL, height / 3)
        rails = {"upper": z + height - rail, "lower": z + (height - rail) / 2}
        return [
            self._post(2, legs[2], z, z + height),
            self._post(3, legs[3], z, z + height),
            *(
                Board(f"{self.id}/back/{key}", f"Back rail, {key}", "back", upright(between, low, low + rail), X)
                for key, low in rails.items()
            ),
        ]

    def _arms(self, frame: LeggedFrame, z: float, height: float) -> list[Board]:
        """A post over each front leg, and an arm from it to the back."""
        legs, boards = frame.leg_outlines(), []
        for front, back, name in ((0, 3, "left"), (1, 2, "right")):
            thick = min(frame.apron_thickness, height / 2)
            boards.append(self._post(front, legs[front], z, z + height - thick))
            x0, x1 = extent(legs[front], (1.0, 0.0))
            y0, _ = extent(legs[front], (0.0, 1.0))
            y1, _ = extent(legs[back], (0.0, 1.0))
            arm = upright(rectangle(x0, y0, x1, y1), z + height - thick, z + height)
            boards.append(Board(f"{self.id}/arm/{name}", f"Arm, {name}", "arm", arm, Y))
        return boards


def _between(outline: Outline, x0: float, x1: float) -> Outline:
    low, high = extent(outline, (0.0, 1.0))
    return rectangle(x0, low, x1, high)
