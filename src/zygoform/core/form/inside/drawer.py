"""A drawer as it is: front, sides, back and bottom, and what it runs on.

back  ______________        Seen from above: the sides reach from the front to the back, the back stands between
|  |________|  |       them on the bottom, and the bottom lies in grooves of front and sides.
|  |        |  |
|__|________|__|
|______________|  front
"""

import math
from typing import Annotated, Literal

from msgspec import Struct, structs

from zygoform.core.form.form import Board, Rect
from zygoform.core.geometry.plane import rectangle
from zygoform.core.geometry.prism import Prism, X, Y, Z, upright
from zygoform.core.geometry.solid import without
from zygoform.core.ids import own_of, piece_of
from zygoform.core.measure.param import Choice, choice, count, measured, param, switch
from zygoform.core.measure.reading import Readings, settle
from zygoform.core.tolerance import SAME_MM

RunsOn = Literal["runners", "slides", "centre"]

BESIDE: dict[RunsOn, float] = {"runners": 3.0, "slides": 12.7, "centre": 3.0}
"""The room a drawer has at each side (mm), by what it runs on; a slide's sheet comes first. [label]"""
OVER, BEHIND = 4.0, 12.0
"""The room over its sides and behind its back (mm). [practice]"""
RUNNER, SLIDE, GUIDE, STOP = (20.0, 19.0), (12.7, 45.0), (30.0, 8.0), (12.0, 50.0)
"""Width and height of a runner, a metal slide, a centre guide; depth and length of a stop (mm): usual ones.
[practice]
"""
HOLE_RADIUS = 2.5
"""As holes are drawn (mm). [drawn]"""


class DrawerParts(Struct, frozen=True):
    """What was found of a drawer behind its front."""

    runs_on: Annotated[
        RunsOn,
        choice(
            "Runs on",
            Choice("runners", "Runners", "wooden strips at both sides, or the board under it"),
            Choice("slides", "Metal slides", "at both sides: the drawer is about 1 in narrower than its opening"),
            Choice("centre", "Centre guide", "one strip under the middle"),
        ),
    ] = "runners"
    wide: Annotated[Readings, measured("Wide", 20, 3000, guess=0.0, group="Box", hint="over its sides")] = ()
    long: Annotated[
        Readings, measured("Long", 40, 2000, guess=0.0, group="Box", hint="from the back of the front to its end")
    ] = ()
    high: Annotated[Readings, measured("Sides high", 15, 1500, guess=0.0, group="Box")] = ()
    side_thickness: Annotated[Readings, measured("Sides", 3, 60, guess=12.7, group="Thickness")] = ()
    back_thickness: Annotated[Readings, measured("Back", 3, 60, guess=12.7, group="Thickness")] = ()
    bottom_thickness: Annotated[Readings, measured("Bottom", 1.5, 40, guess=6.35, group="Thickness")] = ()
    groove: Annotated[
        Readings, measured("Deep", 0, 30, guess=6.35, group="Groove", hint="0 where it is nailed on")
    ] = ()
    groove_up: Annotated[
        Readings, measured("Above the edge", 0, 100, guess=9.525, group="Groove", hint="wood left under the bottom")
    ] = ()
    pull_holes: Annotated[int, count("Holes", 0, 8, group="Old holes of the pulls", hint="in this front")] = 1
    holes_through: Annotated[bool, switch("Through", group="Old holes of the pulls")] = True
    hole_spacing: Annotated[
        Readings,
        measured(
            "Apart",
            10,
            1500,
            guess=76.2,
            group="Old holes of the pulls",
            hint="from middle to middle",
            counts_if=("pull_holes", tuple(range(2, 9))),
        ),
    ] = ()
    stops: Annotated[int, count("Stops", 0, 2, group="Stops", hint="blocks behind the front")] = 0


class DrawerSizes(Struct, frozen=True):
    """Every size of a drawer (mm), by the names of DrawerParts: as measured, or as it most likely is."""

    wide: float
    long: float
    high: float
    side_thickness: float
    back_thickness: float
    bottom_thickness: float
    groove: float
    groove_up: float
    hole_spacing: float

    @property
    def inside(self) -> tuple[float, float]:
        """Between the sides, and from the front to the back."""
        return self.wide - 2 * self.side_thickness, self.long - self.back_thickness

    @property
    def bottom(self) -> tuple[float, float]:
        """Across and from front to back: in the grooves of both sides and the front, on under the back."""
        return self.inside[0] + 2 * self.groove, self.long + self.groove


def drawer_sizes(parts: DrawerParts, width: float, height: float, depth: float) -> DrawerSizes:
    """As measured; else as the opening (`width` by `height`) and the `depth` behind its front leave them.

    Sizes that leave no room for each other are cut down to what there is: what was typed stays in the readings.
    """

    def taken(name: str, usual: float = 0.0) -> float:
        return settle(getattr(parts, name), usual or param(DrawerParts, name).guess or 0.0, name).value

    usual = min(BESIDE[parts.runs_on], width / 8)
    wide = min(taken("wide", width - 2 * usual), width)
    long = min(taken("long", depth - min(BEHIND, depth / 8)), depth)
    high = min(taken("high", height - min(OVER, height / 8)), height)
    side = min(taken("side_thickness"), wide / 4)
    groove = min(taken("groove"), side - 1.0) if side > 1 else 0.0
    bottom = min(taken("bottom_thickness"), high / 4)
    return DrawerSizes(
        wide,
        long,
        high,
        side,
        min(taken("back_thickness"), long / 4),
        bottom,
        max(0.0, groove),
        min(taken("groove_up"), high / 4),
        taken("hole_spacing"),
    )


def drawer_boards(name: str, rect: Rect, depth: float, front: Board, parts: DrawerParts) -> tuple[Board, ...]:
    """The parts of a drawer, its true front among them; `depth` is the room behind the front (mm)."""
    piece_id, own = piece_of(front.id), own_of(front.id)
    x0, z0, x1, z1 = rect
    size = drawer_sizes(parts, x1 - x0, z1 - z0, depth)
    y = front.solid.box[1][1]
    middle, end = (x0 + x1) / 2, y + size.long
    left, right = middle - size.wide / 2, middle + size.wide / 2
    low, high, floor = z0, z0 + size.high, z0 + size.groove_up
    across, ground = size.bottom[0] / 2, floor + size.bottom_thickness
    bottom = upright(rectangle(middle - across, y - size.groove, middle + across, end), floor, ground)

    def board(
        role: str, words: str, solid: Prism, *, grooved: bool = False, grain: tuple[float, float, float] = Y
    ) -> Board:
        shape = without(solid, bottom) if grooved and size.groove > SAME_MM else solid
        return Board(f"{piece_id}/{role}/{own}", f"{name}, {words}", "box", shape, grain)

    inside = (left + size.side_thickness, right - size.side_thickness)
    sides = [
        board("box-left", "left side", upright(rectangle(left, y, inside[0], end), low, high), grooved=True),
        board("box-right", "right side", upright(rectangle(inside[1], y, right, end), low, high), grooved=True),
    ]
    back = upright(rectangle(inside[0], end - size.back_thickness, inside[1], end), ground, high)
    return (
        _true_front(front, bottom, size, parts),
        *sides,
        board("box-back", "back", back, grain=X),
        structs.replace(board("box-bottom", "bottom", bottom, grain=X), likely="plywood"),
        *_stops(piece_id, own, name, (middle, y, low), size, parts.stops),
    )


def _true_front(front: Board, bottom: Prism, size: DrawerSizes, parts: DrawerParts) -> Board:
    """With the groove behind it and the old holes of its pulls."""
    shape = front.solid if size.groove <= SAME_MM else without(front.solid, bottom)
    (x0, y0, z0), (x1, y1, z1) = front.solid.box
    deep = y1 - y0 + 2 if parts.holes_through else (y1 - y0) / 2 + 1
    row = size.hole_spacing * (parts.pull_holes - 1)
    # The hole of a knob lies behind it: it is neither seen nor drawn.
    if parts.pull_holes > 1 and row + 4 * HOLE_RADIUS < x1 - x0:
        for k in range(parts.pull_holes):
            at = ((x0 + x1 - row) / 2 + k * size.hole_spacing, (z0 + z1) / 2)
            # u = x and v = z: their normal points to whoever stands before it.
            shape = without(shape, Prism((0.0, y0 - 1 + deep, 0.0), X, Z, _round(at), deep))
    return Board(front.id, front.name, front.role, shape, front.grain)


def _round(at: tuple[float, float], sides: int = 8) -> tuple[tuple[float, float], ...]:
    turns = [math.tau * (k + 0.5) / sides for k in range(sides)]
    return tuple((at[0] + HOLE_RADIUS * math.cos(a), at[1] + HOLE_RADIUS * math.sin(a)) for a in turns)


def _stops(
    piece_id: str, own: str, name: str, at: tuple[float, float, float], size: DrawerSizes, stops: int
) -> list[Board]:
    """Blocks under the bottom, behind the front."""
    (middle, y, z), high, wide = at, min(size.groove_up, 8.0), size.inside[0]
    deep, long = min(STOP[0], size.long / 4), min(STOP[1], wide / 3)
    away = min(1.5 * long, wide / 2 - long / 2) if stops == 2 else 0.0
    return [
        Board(
            f"{piece_id}/stop-{k + 1}/{own}",
            f"{name}, stop",
            "runner",
            upright(rectangle(x - long / 2, y, x + long / 2, y + deep), z, z + high),
        )
        for k, x in enumerate((middle - away, middle + away)[:stops])
        if high > 1
    ]


def runner_boards(
    opening_id: str, name: str, rect: Rect, ends: tuple[float, float], size: DrawerSizes, runs_on: RunsOn
) -> tuple[Board, ...]:
    """What the drawer runs on, fixed to the case: from `ends[0]` to `ends[1]` along y, in the room it leaves."""
    piece_id, own = piece_of(opening_id), own_of(opening_id)
    (x0, z0, x1, z1), (y0, y1) = rect, ends
    beside = (x1 - x0 - size.wide) / 2
    # Under an apron there is nothing for a runner to sit on.
    hangs = runs_on == "runners" and z0 < RUNNER[1] - SAME_MM
    if hangs or y1 - y0 < 2 * RUNNER[0] or (runs_on == "slides" and beside < 1):
        return ()
    if runs_on == "centre":
        wide, high, middle = min(GUIDE[0], size.inside[0] / 2), min(GUIDE[1], size.groove_up), (x0 + x1) / 2
        solid = upright(rectangle(middle - wide / 2, y0, middle + wide / 2, y1), z0, z0 + max(1.0, high))
        return (Board(f"{piece_id}/guide/{own}", f"{name}, centre guide", "runner", solid, Y),)
    if runs_on == "runners":
        wide, low, high = RUNNER[0], z0 - RUNNER[1], z0
    else:
        wide, middle = min(SLIDE[0], beside), (z0 + z1) / 2
        half = min(SLIDE[1], (z1 - z0) / 2) / 2
        low, high = middle - half, middle + half
    word, likely = ("runner", "solid") if runs_on == "runners" else ("slide", "metal")
    return tuple(
        Board(
            f"{piece_id}/{word}-{side}/{own}",
            f"{name}, {side} {word}",
            "runner",
            upright(rectangle(a, y0, b, y1), low, high),
            Y,
            likely=likely,  # type: ignore[arg-type]
        )
        for side, a, b in (("left", x0, x0 + wide), ("right", x1 - wide, x1))
    )
