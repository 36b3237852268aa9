"""A case piece: counter, chest, sideboard, cabinet."""

from typing import Annotated

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.front import Cell, FrontLayout, Opening, lay_out
from zygoform.core.form.fronts import closed, opening_names
from zygoform.core.form.piece import BACK, FRONT, LEFT, RIGHT, PieceBase, band, guessed, plan_of, settled
from zygoform.core.geometry.plane import intersect, offset_sides, rectangle
from zygoform.core.geometry.prism import X, Y, Z, upright
from zygoform.core.measure.param import Param, corner, measured
from zygoform.core.measure.reading import Readings

RAIL_DEPTH = 60.0


class CasePiece(PieceBase, frozen=True, tag="case"):
    """Readings of a case piece. Depth is taken along the sides, corners between front and side through the body."""

    width: Annotated[Readings, measured("Width over all", 100, 6000, guess=1016.0, group="Over all")] = ()
    height: Annotated[Readings, measured("Height over all", 100, 3000, guess=838.2, group="Over all")] = ()
    depth: Annotated[Readings, measured("Depth over all", 80, 2000, guess=457.2, group="Over all")] = ()
    top_thickness: Annotated[Readings, measured("Thickness", 3, 200, guess=19.05, group="Top")] = ()
    overhang_sides: Annotated[
        Readings,
        measured("Over the sides", 0, 500, guess=12.7, group="Top", hint="how far the top stands out"),
    ] = ()
    overhang_front: Annotated[Readings, measured("Over the front", 0, 500, guess=12.7, group="Top")] = ()
    overhang_back: Annotated[Readings, measured("Over the back", 0, 500, guess=0.0, group="Top")] = ()
    side_thickness: Annotated[Readings, measured("Sides", 3, 100, guess=19.05, group="Body")] = ()
    rail_thickness: Annotated[Readings, measured("Rails, uprights", 3, 100, guess=19.05, group="Body")] = ()
    back_thickness: Annotated[Readings, measured("Back", 2, 60, guess=6.35, group="Body")] = ()
    corner_left: Annotated[Readings, corner("Front left corner", group="Corners")] = ()
    corner_right: Annotated[Readings, corner("Front right corner", group="Corners")] = ()
    base_height: Annotated[
        Readings,
        measured("Height", 0, 1000, guess=76.2, group="Base", hint="0 where the body stands on the floor"),
    ] = ()
    base_setback: Annotated[Readings, measured("Set back", 0, 300, guess=12.7, group="Base")] = ()
    front: Cell = Opening("o1")

    def build(self) -> Form:
        """The piece as geometry. Raises BadInputError `impossible` where the sizes leave no body."""
        return _Builder(self).form()

    def check(self) -> None:
        """Raises BadInputError `impossible` where the sizes leave no body; quicker than building it."""
        _Builder(self).layout()


class _Builder:
    """Works a case piece out, step by step; lives only for the length of one call."""

    def __init__(self, piece: CasePiece) -> None:
        self.piece = piece
        self.size = size = settled(piece, _seen_on)
        self.width = size["width"] - size["overhang_sides"] * 2
        self.depth = size["depth"] - size["overhang_front"] - size["overhang_back"]
        self.height = size["height"] - size["top_thickness"] - size["base_height"]
        self._check_room()
        self.plan = plan_of(self.width.value, self.depth.value, self.mm("corner_left"), self.mm("corner_right"))
        side, back = -self.mm("side_thickness"), -self.mm("back_thickness")
        self.inner = offset_sides(self.plan, (0.0, side, 0.0, side))
        self.hollow = offset_sides(self.inner, (0.0, 0.0, back, 0.0))

    def mm(self, name: str) -> float:
        return self.size[name].value

    def _check_room(self) -> None:
        if self.width.value <= 2 * self.mm("side_thickness") + 20:
            raise BadInputError(
                "impossible", "The top's overhang and the sides take the whole width.", "overhang_sides"
            )
        if self.depth.value <= self.mm("back_thickness") + 40:
            raise BadInputError("impossible", "The top's overhang takes the whole depth.", "overhang_front")
        if self.height.value <= 2 * self.mm("rail_thickness") + 20:
            raise BadInputError("impossible", "Top and base take the whole height.", "base_height")

    def layout(self) -> FrontLayout:
        rail = self.mm("rail_thickness")
        rect = (self.inner[0][0], rail, self.inner[1][0], self.height.value - rail)
        return lay_out(self.piece.front, rect, rail)

    def form(self) -> Form:
        rail, layout = self.mm("rail_thickness"), self.layout()
        names = opening_names(layout)
        fronts = closed(self.piece.id, layout, names, 0.0, self.depth.value / 3)
        boards = (*self._case(), *self._dividers(layout), *fronts, *self._base())
        body = Body(
            self._id("body", "main"),
            self.piece.name,
            self.plan,
            self.height.value,
            self.width,
            self.depth,
            self.size["corner_left"],
            self.size["corner_right"],
            self.mm("side_thickness"),
            rail,
            boards,
            tuple(FormOpening(self._id("opening", o.id), names[o.id], r, o.holds) for o, r in layout.openings),
            layout.misfits,
        )
        return Form((body,), self.mm("base_height"), guessed(self.size))

    def _id(self, role: str, own: str) -> str:
        return f"{self.piece.id}/{role}/{own}"

    def _case(self) -> list[Board]:
        height, rail, side = self.height.value, self.mm("rail_thickness"), self.mm("side_thickness")
        sides, front, back = (self.mm(f"overhang_{where}") for where in ("sides", "front", "back"))
        top = offset_sides(self.plan, (front, sides, back, sides))
        hollow, inner = self.hollow, self.inner
        return [
            Board(self._id("top", "main"), "Top", "top", upright(top, height, height + self.mm("top_thickness"))),
            Board(
                self._id("side", "left"),
                "Left side",
                "side",
                upright(band(self.plan, LEFT, side), 0, height),
                Z,
            ),
            Board(
                self._id("side", "right"),
                "Right side",
                "side",
                upright(band(self.plan, RIGHT, side), 0, height),
                Z,
            ),
            Board(
                self._id("back", "main"),
                "Back",
                "back",
                upright(band(inner, BACK, self.mm("back_thickness")), 0, height),
                Z,
                inside=True,
            ),
            Board(self._id("bottom", "main"), "Bottom", "bottom", upright(hollow, 0, rail), inside=True),
            Board(
                self._id("rail", "top"),
                "Top rail",
                "rail",
                upright(band(hollow, FRONT, RAIL_DEPTH), height - rail, height),
            ),
        ]

    def _dividers(self, layout: FrontLayout) -> list[Board]:
        boards = []
        for before, (x0, z0, x1, z1) in layout.uprights:
            outline = intersect(self.hollow, rectangle(x0, -1.0, x1, 10_000.0))
            solid = upright(outline, z0, z1)
            boards.append(
                Board(self._id("upright", f"after-{before}"), "Upright", "upright", solid, Z, inside=True)
            )
        for before, (x0, z0, x1, z1), shelf in layout.rails:
            whole = self.hollow if shelf else band(self.hollow, FRONT, RAIL_DEPTH)
            solid = upright(intersect(whole, rectangle(x0, -1.0, x1, 10_000.0)), z0, z1)
            name, role = ("Shelf", "shelf") if shelf else ("Rail", "rail")
            boards.append(Board(self._id(role, f"under-{before}"), name, role, solid, inside=True))  # type: ignore[arg-type]
        return boards

    def _base(self) -> list[Board]:
        height, back = self.mm("base_height"), self.mm("base_setback")
        if height <= 0:
            return []
        t = self.mm("side_thickness")
        ring = offset_sides(self.plan, (-back, -back, 0.0, -back))
        room = offset_sides(ring, (-t, 0.0, -t, 0.0))
        places = {
            "front": ("Base, front", band(ring, FRONT, t)),
            "back": ("Base, back", band(ring, BACK, t)),
            "left": ("Base, left", band(room, LEFT, t)),
            "right": ("Base, right", band(room, RIGHT, t)),
        }
        return [
            Board(
                self._id("base", key),
                name,
                "base",
                upright(outline, -height, 0),
                X if key in ("front", "back") else Y,
            )
            for key, (name, outline) in places.items()
        ]


def _seen_on(entry: Param) -> str:
    """The part a size is seen on best."""
    own = {"side_thickness": "side/left", "rail_thickness": "rail/top", "back_thickness": "back/main"}
    group = {"Base": "base/front", "Corners": "side/right" if entry.name == "corner_right" else "side/left"}
    return own.get(entry.name) or group.get(entry.group, "top/main")
