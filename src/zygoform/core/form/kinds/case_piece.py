"""A case piece: counter, chest, sideboard, cabinet."""

import math
from typing import Annotated

from msgspec import Struct

from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.front import Cell, FrontLayout, Opening, lay_out
from zygoform.core.geometry.plane import Outline, clip, intersect, offset_sides, rectangle
from zygoform.core.geometry.prism import Prism, X, Y, Z, upright
from zygoform.core.measure.param import Param, corner, measured, params
from zygoform.core.measure.reading import Readings, Sized, settle

RAIL_DEPTH = 60.0
FRONT_GAP = 2.0
FRONT_THICKNESS = 19.0
KNOB_RADIUS, KNOB_REACH = 15.0, 24.0
FRONT, RIGHT, BACK, LEFT = range(4)


class CasePiece(Struct, frozen=True, tag_field="kind", tag="case"):
    """Readings of a case piece. Depth is taken along the sides, corners between front and side through the body."""

    id: str
    name: str
    width: Annotated[Readings, measured("Width over all", 100, 6000, group="Over all")]
    height: Annotated[Readings, measured("Height over all", 100, 3000, group="Over all")]
    depth: Annotated[Readings, measured("Depth over all", 80, 2000, group="Over all")]
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
        _Builder(self)


class _Builder:
    """Works a case piece out, step by step; lives only for the length of one call."""

    def __init__(self, piece: CasePiece) -> None:
        self.piece = piece
        self.size: dict[str, Sized] = {}
        for entry in params(CasePiece):
            own_name = entry.group in ("Over all", "Corners")
            name = entry.label.lower() if own_name else f"{entry.group} {entry.label}".lower()
            self.size[entry.name] = settle(
                getattr(piece, entry.name), entry.guess or 0.0, name, self._seen_on(entry)
            )
        size = self.size
        self.width = size["width"] - size["overhang_sides"] * 2
        self.depth = size["depth"] - size["overhang_front"] - size["overhang_back"]
        self.height = size["height"] - size["top_thickness"] - size["base_height"]
        self._check_room()
        self.plan = self._plan()
        side, back = -self.mm("side_thickness"), -self.mm("back_thickness")
        self.inner = offset_sides(self.plan, (0.0, side, 0.0, side))
        self.hollow = offset_sides(self.inner, (0.0, 0.0, back, 0.0))

    def _seen_on(self, entry: Param) -> str:
        """The part a size is seen on best."""
        own = {"side_thickness": "side/left", "rail_thickness": "rail/top", "back_thickness": "back/main"}
        group = {"Base": "base/front", "Corners": "side/right" if entry.name == "corner_right" else "side/left"}
        return f"{self.piece.id}/{own.get(entry.name) or group.get(entry.group, 'top/main')}"

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

    def _plan(self) -> Outline:
        width, depth = self.width.value, self.depth.value
        left, right = math.radians(self.mm("corner_left")), math.radians(self.mm("corner_right"))
        return (
            (0.0, 0.0),
            (width, 0.0),
            (width - depth * math.cos(right), depth * math.sin(right)),
            (depth * math.cos(left), depth * math.sin(left)),
        )

    def form(self) -> Form:
        rail = self.mm("rail_thickness")
        rect = (self.inner[0][0], rail, self.inner[1][0], self.height.value - rail)
        layout = lay_out(self.piece.front, rect, rail)
        names = _opening_names(layout)
        boards = (*self._case(), *self._dividers(layout), *self._fronts(layout, names), *self._base())
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
        guesses = frozenset(name for sized in self.size.values() for name in sized.guesses)
        return Form((body,), self.mm("base_height"), guesses)

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

    def _fronts(self, layout: FrontLayout, names: dict[str, str]) -> list[Board]:
        boards = []
        for opening, (x0, z0, x1, z1) in layout.openings:
            gap = min(FRONT_GAP, (x1 - x0) / 8, (z1 - z0) / 8)
            if opening.holds == "nothing":
                continue
            outline = rectangle(x0 + gap, 0.0, x1 - gap, min(FRONT_THICKNESS, self.depth.value / 3))
            drawer = opening.holds == "drawer"
            solid, grain = upright(outline, z0 + gap, z1 - gap), X if drawer else Z
            name = names[opening.id]
            boards.append(Board(self._id("front", opening.id), f"{name}, front", opening.holds, solid, grain))
            at = ((x0 + x1) / 2 if drawer else x1 - min(40.0, (x1 - x0) / 4), (z0 + z1) / 2)
            radius = min(KNOB_RADIUS, (x1 - x0) / 6, (z1 - z0) / 6)
            boards.append(Board(self._id("knob", opening.id), f"Knob of {name.lower()}", "knob", _knob(at, radius)))
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


def band(outline: Outline, side: int, depth: float) -> Outline:
    """The part of a convex outline within `depth` of its side `side`."""
    (ax, ay), (bx, by) = outline[side], outline[(side + 1) % len(outline)]
    length = math.hypot(bx - ax, by - ay)
    outward = ((by - ay) / length, (ax - bx) / length)
    return clip(outline, (ax - outward[0] * depth, ay - outward[1] * depth), outward)


def _knob(at: tuple[float, float], radius: float) -> Prism:
    # u = x and v = z span the front; their normal points to whoever stands before it.
    outline = tuple(
        (at[0] + radius * math.cos(math.tau * k / 16), at[1] + radius * math.sin(math.tau * k / 16))
        for k in range(16)
    )
    return Prism((0.0, 0.0, 0.0), X, Z, outline, KNOB_REACH)


def _opening_names(layout: FrontLayout) -> dict[str, str]:
    """Numbered by kind in reading order: Drawer 1, Drawer 2, Bay 1…"""
    words, counts, names = (
        {"drawer": "Drawer", "door": "Door", "nothing": "Bay"},
        dict[str, int](),
        dict[str, str](),
    )
    for opening, _ in layout.openings:
        counts[opening.holds] = counts.get(opening.holds, 0) + 1
        names[opening.id] = f"{words[opening.holds]} {counts[opening.holds]}"
    return names
