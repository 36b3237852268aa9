"""A box or chest with a lid that opens upwards."""

from typing import Annotated, Literal

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.form.piece import BACK, FRONT, LEFT, RIGHT, PieceBase, band, guessed, plan_of, settled
from zygoform.core.geometry.plane import Outline, offset_sides, rectangle
from zygoform.core.geometry.prism import X, Y, Z, upright
from zygoform.core.measure.param import Choice, Span, choice, corner, measured
from zygoform.core.measure.reading import Readings


class LiddedBox(PieceBase, frozen=True, tag="lidded_box"):
    """Readings of a box. Front and back run through, the sides stand between them; the lid lies on all four."""

    width: Annotated[
        Readings,
        measured(
            "Width over all",
            80,
            3000,
            guess=914.4,
            group="Over all",
            span=Span("x", "lid/main"),
            follows=("height", "depth"),
        ),
    ] = ()
    height: Annotated[
        Readings,
        measured(
            "Height over all",
            60,
            1500,
            guess=482.6,
            group="Over all",
            span=Span("+z", "floor", "lid/main"),
            follows=("width", "depth"),
        ),
    ] = ()
    depth: Annotated[
        Readings,
        measured(
            "Depth over all",
            60,
            1500,
            guess=406.4,
            group="Over all",
            span=Span("y", "lid/main"),
            follows=("width", "height"),
        ),
    ] = ()
    lid_thickness: Annotated[
        Readings, measured("Thickness", 3, 200, guess=19.05, group="Lid", span=Span("z", "lid/main"))
    ] = ()
    overhang_sides: Annotated[
        Readings,
        measured(
            "Over the sides",
            0,
            300,
            guess=12.7,
            group="Lid",
            span=Span("-x", "lid/main", "side/left"),
            follows=("overhang_front", "width"),
        ),
    ] = ()
    overhang_front: Annotated[
        Readings,
        measured(
            "Over the front",
            0,
            300,
            guess=12.7,
            group="Lid",
            span=Span("-y", "lid/main", "side/front"),
            follows=("overhang_sides", "depth"),
        ),
    ] = ()
    overhang_back: Annotated[
        Readings,
        measured("Over the back", 0, 300, guess=0.0, group="Lid", span=Span("+y", "side/back", "lid/main")),
    ] = ()
    seat_height: Annotated[
        Readings,
        measured(
            "Seat on it",
            0,
            200,
            guess=0.0,
            group="Lid",
            hint="a cushion over the lid, 0 where there is none; the height over all is the lid's",
            span=Span("+z", "lid/main", "seat/main|lid/main"),
        ),
    ] = ()
    side_thickness: Annotated[
        Readings, measured("Walls", 3, 100, guess=19.05, group="Body", span=Span("y", "side/front"))
    ] = ()
    bottom_thickness: Annotated[
        Readings, measured("Bottom", 2, 100, guess=12.7, group="Body", span=Span("z", "bottom/main"))
    ] = ()
    bottom_height: Annotated[
        Readings,
        measured(
            "Under bottom",
            0,
            500,
            guess=12.7,
            group="Body",
            hint="how high its underside lies",
            span=Span("-z", "side/front", "bottom/main"),
        ),
    ] = ()
    stay: Annotated[
        Literal["none", "stay", "chain"],
        choice(
            "Lid held by",
            Choice("none", "Nothing", "it falls: mind the fingers"),
            Choice("stay", "A stay", "on the left; it must hold the lid's weight"),
            Choice("chain", "A chain or strap", "it stops the lid, and does not hold it up"),
            group="Lid",
        ),
    ] = "none"
    corner_left: Annotated[Readings, corner("Front left corner", group="Corners", span=Span("z", "side/left"))] = ()
    corner_right: Annotated[
        Readings, corner("Front right corner", group="Corners", span=Span("z", "side/right"))
    ] = ()

    def bare(self) -> Form:
        """The box as geometry. Raises BadInputError `impossible` where the sizes leave no room inside."""
        size = settled(self)
        mm = {name: sized.value for name, sized in size.items()}
        wall = mm["side_thickness"]
        width = size["width"] - size["overhang_sides"] * 2
        depth = size["depth"] - size["overhang_front"] - size["overhang_back"]
        height = mm["height"] - mm["lid_thickness"]
        if min(width.value, depth.value) <= 2 * wall + 20:
            raise BadInputError(
                "impossible", "The lid's overhang and the walls take all the room.", "side_thickness"
            )
        if height <= mm["bottom_height"] + mm["bottom_thickness"] + 20:
            raise BadInputError("impossible", "Lid and bottom take the whole height.", "bottom_height")
        plan = plan_of(width.value, depth.value, mm["corner_left"], mm["corner_right"])
        over = (mm["overhang_front"], mm["overhang_sides"], mm["overhang_back"], mm["overhang_sides"])
        between = offset_sides(plan, (-wall, 0.0, -wall, 0.0))
        low = mm["bottom_height"]
        bottom = upright(offset_sides(plan, (-wall,) * 4), low, low + mm["bottom_thickness"])
        boards: tuple[Board, ...] = (
            Board(f"{self.id}/lid/main", "Lid", "lid", upright(offset_sides(plan, over), height, mm["height"])),
            Board(f"{self.id}/side/front", "Front", "side", upright(band(plan, FRONT, wall), 0, height), X),
            Board(f"{self.id}/side/back", "Back", "side", upright(band(plan, BACK, wall), 0, height), X),
            Board(f"{self.id}/side/left", "Left side", "side", upright(band(between, LEFT, wall), 0, height), Y),
            Board(f"{self.id}/side/right", "Right side", "side", upright(band(between, RIGHT, wall), 0, height), Y),
            Board(f"{self.id}/bottom/main", "Bottom", "bottom", bottom, inside=True),
        )
        if mm["seat_height"]:
            soft = upright(offset_sides(plan, over), mm["height"], mm["height"] + mm["seat_height"])
            boards = (*boards, Board(f"{self.id}/seat/main", "Seat", "seat", soft))
        if self.stay != "none":
            boards = (*boards, self._stay(plan, wall, low + mm["bottom_thickness"], height))
        corners = (size["corner_left"], size["corner_right"])
        rail = mm["bottom_thickness"]
        body = Body(
            f"{self.id}/body/main",
            self.name,
            plan,
            height,
            width,
            depth,
            *corners,
            wall,
            rail,
            boards,
            guesses=guessed(size),
        )
        return Form((body,))

    def _stay(self, plan: Outline, wall: float, low: float, height: float) -> Board:
        """Beside the left wall, over the bottom and under the lid."""
        y = sum(y for _, y in plan) / len(plan)
        # As far in as the wall stands there, should it lean.
        x = max(plan[0][0], plan[3][0]) + wall
        high = min(160.0, (height - low) / 2)
        solid = upright(rectangle(x + 2, y - 8, x + 6, y + 8), height - high, height - 4)
        name = "Lid stay" if self.stay == "stay" else "Lid chain"
        return Board(f"{self.id}/stay/main", name, "runner", solid, Z, inside=True, likely="metal")
