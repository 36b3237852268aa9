"""What closes a bay in: panels towards what stays beside and above it, a lining at the back, cable holes."""

import math

from msgspec import structs

from zygoform.core.changes.shelves.entries import Shelves
from zygoform.core.changes.shelves.room import ShelfRoom
from zygoform.core.form.form import Board, Body
from zygoform.core.geometry.plane import FAR, Outline, Point, clip, extent, intersect, rectangle
from zygoform.core.geometry.prism import Prism, X, Y, Z, extent_along, upright
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Sized, Term
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Fix
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

HOLE_FROM_SIDE, HOLE_OVER_FLOOR = 80.0, 60.0
"""Where a cable hole is bored: near a side and low, where a plug lies (mm). [practice]"""
_CORNERS = 16
"""A hole for a cable is drawn with so many corners. [drawn]"""
PINS_APART = 150.0
"""Pins stand at most so far apart along a lining (mm). [practice]"""


class Lining:
    """Works out what closes one room in; `room` is what is left of it for shelves."""

    def __init__(self, change: Shelves, room: ShelfRoom, body: Body, shop: Shop) -> None:
        self.change, self.whole, self.body = change, room, body
        self.size = shop.size(change.board)
        self.sheet = shop.size(change.lining) if change.lined else self.size
        self.t = self.size.thickness
        free = not room.legs
        self.beside = free and change.closed in ("beside", "both")
        self.above = free and change.closed in ("above", "both")
        self.lined = free and change.lined
        self.room = self._room()

    def _room(self) -> ShelfRoom:
        x0, z0, x1, z1 = self.whole.rect
        plan = self.whole.plan
        for name in ("left", "right") if self.beside and len(plan) >= 3 else ():
            plan = _Wall(self.whole.plan, name, self.t).beside(plan)
        if self.beside:
            x0, x1 = extent(plan, (1.0, 0.0)) if len(plan) >= 3 else (x0 + self.t, x1 - self.t)
        if self.above:
            z1 -= self.t
        if self.lined and len(plan) >= 3:
            (ax, ay), _, (nx, ny) = _edge(plan, 1.0)
            deep = self.sheet.thickness
            plan = clip(plan, (ax - nx * deep, ay - ny * deep), (-nx, -ny))
        return structs.replace(self.whole, rect=(x0, z0, x1, z1), plan=plan)

    def members(self, floor: float) -> tuple[Member, ...]:
        """Panels beside and above, then the lining; `floor` is the upper side of what lies lowest."""
        found = list[Member]()
        if self.beside:
            found += [self._beside(name, floor) for name in ("left", "right")]
        if self.above:
            found.append(self._above())
        if self.lined:
            found.append(self._lining(floor))
        return tuple(found)

    def _beside(self, name: str, floor: float) -> Member:
        """Square in itself, along what it stands against, whichever way that leans."""
        wall = _Wall(self.whole.plan, name, self.t)
        solid = upright(wall.panel, floor, self.whole.rect[3])
        axes = Axes(Z, (*wall.inward, 0.0))
        board = Board(f"{self.change.id}/close/{name}", f"Closing panel, {name}", "upright", solid, Z, inside=True)
        return self._member(board, axes, self.size, "towards what stays beside it", square=True)

    def _above(self) -> Member:
        x0, _, x1, z1 = self.room.rect
        plan = intersect(self.whole.plan, rectangle(x0, -FAR, x1, FAR))
        board = Board(
            f"{self.change.id}/close/above",
            "Closing panel, above",
            "shelf",
            upright(plan, z1, z1 + self.t),
            X,
            inside=True,
        )
        return self._member(board, Axes(X, (0.0, 0.0, -1.0)), self.size, "under what stays above it")

    def _lining(self, floor: float) -> Member:
        x0, _, x1, z1 = self.room.rect
        whole = intersect(self.whole.plan, rectangle(x0, -FAR, x1, FAR))
        (ax, ay), (bx, by), (nx, ny) = _edge(whole, 1.0)
        deep = self.sheet.thickness
        along = ((bx - ax) / math.dist((ax, ay), (bx, by)), (by - ay) / math.dist((ax, ay), (bx, by)))
        plan = _square_board(whole, (ax, ay), along, (-nx, -ny), deep)
        own, solid = f"{self.change.id}/lining/back", upright(plan, floor, z1)
        board = Board(own, "Lining", "back", solid, X, inside=True, likely="plywood")
        wide = math.dist((ax, ay), (bx, by)) >= z1 - floor
        way = (-along[0], -along[1], 0.0)
        axes = Axes(way if wide else Z, (-nx, -ny, 0.0))
        # A lining is square in itself, whichever way the back leans.
        return self._member(board, axes, self.sheet, "before the old back", square=True)

    def _member(self, board: Board, axes: Axes, size: TimberSize, location: str, *, square: bool = False) -> Member:
        """One that is not known to be `square` follows the room, and is cut from a rectangle round it."""
        solid = board.solid
        low, high = solid.box
        square = (
            square or abs(solid.volume - math.prod(high[k] - low[k] for k in range(3))) <= SAME_MM * solid.volume
        )
        rough = None if square else upright(rectangle(low[0], low[1], high[0], high[1]), low[2], high[2])
        guesses = self.body.width.guesses | self.body.depth.guesses
        ends = (extent_along((rough or solid).corners, way) for way in (axes.along, axes.across))
        long, wide = (high - low for low, high in ends)
        return Member(
            self.change.id,
            board,
            axes,
            size,
            location=location,
            rough=rough,
            rounding="down",
            rests_on=guesses,
            length_of=Sized(long, guesses, (Term("room it closes", long, "measured", where=board.id),)),
            width_of=Sized(wide, guesses, (Term("how wide that is", wide, "measured", where=board.id),)),
        )

    def fittings(self, floor: float, shop: Shop) -> tuple[Fitting, ...]:
        """Pins all round the lining."""
        if not self.lined:
            return ()
        x0, _, x1, z1 = self.room.rect
        count = 2 * (math.ceil((x1 - x0) / PINS_APART) + math.ceil((z1 - floor) / PINS_APART))
        sizes = shop.sizes_of("pin")
        size = min(sizes, key=lambda s: abs(s - self.sheet.thickness - 12.0)) if sizes else 15.0
        why = Message("one every {0} all round", (PINS_APART,))
        return (Fitting(self.change.id, "pin", size, count, "hold the lining", why),)

    def holes(self, floor: float) -> tuple[Board, ...]:
        """A cable hole as it is seen from the front and from behind."""
        radius = self.change.cable / 2
        backs = [b.solid.box for b in self.body.boards if b.role == "back"]
        if radius <= 0 or not backs or self.whole.legs:
            return ()
        near = extent(self.room.plan, (0.0, 1.0))[1]
        far = max(high[1] for _, high in backs)
        x, z = self.room.rect[0] + HOLE_FROM_SIDE, floor + HOLE_OVER_FLOOR
        ring = tuple(
            (x + radius * math.cos(math.tau * k / _CORNERS), z + radius * math.sin(math.tau * k / _CORNERS))
            for k in range(_CORNERS)
        )
        return tuple(
            Board(f"{self.change.id}/hole/{name}", "Cable hole", "knob", Prism((0.0, y, 0.0), X, Z, ring, 0.5), Y)
            for name, y in (("inside", near), ("behind", far + 0.5))
        )


def opens_upwards(change: Shelves, room: ShelfRoom, body: Body) -> tuple[Finding, ...]:
    """A bay under a drawer that stays: only a rail parts them, and one looks into what is above."""
    if room.legs or change.closed in ("above", "both"):
        return ()
    x0, _, x1, z1 = room.rect
    over = [
        o
        for o in body.openings
        if o.holds == "drawer" and o.front_id not in room.removed and o.rect[0] < x1 - 1 and o.rect[2] > x0 + 1
    ]
    above = [o for o in over if z1 - SAME_MM < o.rect[1] < z1 + 60.0]
    closed = any(
        b.role in ("shelf", "top") and z1 - 1 < b.solid.box[0][2] < z1 + 40 and b.solid.box[0][0] < x0 + 1
        and b.solid.box[1][0] > x1 - 1 for b in body.boards
    )  # fmt: skip
    if not above or closed:
        return ()
    return (
        Finding(
            "open_above",
            "note",
            Message(f"One looks up into {above[0].name.lower()}"),
            Message("Only a rail parts it from the drawer that stays: a panel closes it."),
            (above[0].id,),
            change.id,
            (
                Fix(
                    Message("Close it above"), change.id, "closed", "both" if change.closed == "beside" else "above"
                ),
            ),
        ),
    )


class _Wall:
    """A panel `t` thick against the left or right of a room: its ends square, none of it out of the room (mm)."""

    def __init__(self, plan: Outline, name: str, t: float) -> None:
        outer = min if name == "left" else max
        # A straight board lies against a bent side at both its ends.
        self.front, end = (outer(_edge(plan, way)[:2]) for way in (-1.0, 1.0))
        whole = math.dist(self.front, end)
        ux, uy = (end[0] - self.front[0]) / whole, (end[1] - self.front[1]) / whole
        self.inward, self.t = ((uy, -ux) if name == "left" else (-uy, ux)), t
        self.panel = _square_board(plan, self.front, (ux, uy), self.inward, t)

    def beside(self, plan: Outline) -> Outline:
        """What of a plan the panel leaves."""
        (ax, ay), (nx, ny) = self.front, self.inward
        return clip(plan, (ax + nx * self.t, ay + ny * self.t), self.inward)


def _square_board(plan: Outline, at: Point, along: Point, inward: Point, t: float) -> Outline:
    """A board `t` thick (mm), its face from `at` on `along`, square at both ends, as long as the plan allows."""
    (ux, uy), (nx, ny) = along, inward
    begin, stop = -FAR, FAR
    for (px, py), (qx, qy) in zip(plan, plan[1:] + plan[:1], strict=True):
        # Into the room from this edge; what runs along with the board ends it nowhere.
        mx, my = py - qy, qx - px
        slope = ux * mx + uy * my
        if abs(slope) < math.hypot(mx, my) / 2:
            continue
        for deep in (0.0, t):
            x, y = at[0] + nx * deep, at[1] + ny * deep
            s = ((px - x) * mx + (py - y) * my) / slope
            begin, stop = (max(begin, s), stop) if slope > 0 else (begin, min(stop, s))
    ring = tuple(
        (at[0] + ux * s + nx * d, at[1] + uy * s + ny * d)
        for s, d in ((begin, 0.0), (stop, 0.0), (stop, t), (begin, t))
    )
    # Counter-clockwise, whichever way it runs.
    return ring if ux * ny - uy * nx > 0 else ring[::-1]


def _edge(plan: Outline, way: float) -> tuple[Point, Point, Point]:
    """The edge that looks most to the back (`way` 1) or to the front (-1): its ends, and the way it looks."""

    def out(a: Point, b: Point) -> Point:
        long = max(math.dist(a, b), SAME_MM)
        return (b[1] - a[1]) / long, -(b[0] - a[0]) / long

    a, b = max(
        zip(plan, plan[1:] + plan[:1], strict=True),
        key=lambda edge: (round(way * out(*edge)[1], 6), math.dist(*edge)),
    )
    return a, b, out(a, b)
