"""Shelves and uprights in a room: clear heights, sizes, places."""

import math
from typing import NamedTuple

from zygoform.core.changes.shelves.entries import Shelves
from zygoform.core.changes.shelves.lining import Lining
from zygoform.core.changes.shelves.room import shelf_room
from zygoform.core.condition.materials import MaterialCode
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Role
from zygoform.core.geometry.casework import dividers
from zygoform.core.geometry.plane import FAR, Outline, area, extent, intersect, rectangle
from zygoform.core.geometry.prism import X, Z, upright
from zygoform.core.geometry.solid import Shape, without
from zygoform.core.measure.reading import Sized, Term, sized
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

SHELF_PLAY = {"cleats": 1.5, "pins": 1.5, "grooves": 1.0, "screws": 0.5}
"""How much shorter than its room a shelf is (mm), so that it goes in. [practice]"""
GROOVE_SHARE = 1 / 3
"""Of a shelf's thickness so much goes into a groove. [practice]"""
CLEAT_SHORT, LEAST_CLEAR = 20.0, 30.0
"""A cleat ends so far behind the shelf's front; bays and columns are at least so deep and wide (mm). [practice]"""


class _Place(NamedTuple):
    """A shelf: key, from where to where from left to right, and the height of its underside."""

    own: str
    left: float
    right: float
    z: float
    name: str
    is_floor: bool = False


class ShelfBay:
    """Works one bay out; lives only for the length of one call."""

    def __init__(self, change: Shelves, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.size, self.strip = shop.size(change.board), shop.size(change.strip)
        self.t = self.size.thickness
        whole = shelf_room(body, change.targets[0], change.reach, change.setback, change.low)
        self.lining = Lining(change, whole, body, shop)
        self.room = self.lining.room
        if len(self.room.plan) < 3:
            raise BadInputError("does_not_fit", "Set back so far, there is no room for a shelf.", "setback")
        low, high = extent(self.room.plan, (0.0, 1.0))
        self.depth = high - low
        lip = self.strip.thickness if change.lip else 0.0
        if self.depth - lip > self.size.width + SAME_MM:
            message = "The shelf is {0} deep and this only {1} wide. Choose a sheet or a wider board."
            raise BadInputError("does_not_fit", message, "board", (self.depth, self.size.width))
        if self.depth - lip < LEAST_CLEAR:
            raise BadInputError("does_not_fit", "There is no depth for a shelf.", "setback")
        self.cells = self._cells()
        self.places = self._places()
        own = (*self._uprights(), *self._shelves(), *self._cleats(), *self._lips())
        self.members = (*own, *self.lining.members(self.floor))

    @property
    def is_low(self) -> bool:
        """Whether it lies between legs: one shelf, no uprights."""
        return bool(self.room.legs)

    def _cells(self) -> tuple[tuple[float, float], ...]:
        """From left to right between the uprights; their faces lie on marks."""
        x0, _, x1, _ = self.room.rect
        n = 0 if self.is_low else self.change.uprights
        if (x1 - x0 - n * self.t) / (n + 1) < LEAST_CLEAR:
            raise BadInputError("does_not_fit", "Between so many uprights nothing finds room.", "uprights")
        if not n:
            return ((x0, x1),)
        step, first = self.shop.cut_step, self.change.first
        if first:
            # One column round a thing of given size, the others equal.
            first += 2 * self.change.around
            if first < LEAST_CLEAR:
                raise BadInputError("does_not_fit", "A column is {0} wide at least.", "first", (LEAST_CLEAR,))
            rest = x1 - x0 - first - self.t
            if rest - (n - 1) * self.t < n * LEAST_CLEAR:
                message = "The first column leaves nothing for the others: {0} at most."
                most = x1 - x0 - n * self.t - n * LEAST_CLEAR - 2 * self.change.around
                raise BadInputError("does_not_fit", message, "first", (most,))
            begin = x0 + first + self.t
            more = dividers(rest, n - 1, self.t, step).left_faces_rounded if n > 1 else ()
            faces = [x0 + first, *(begin + face for face in more)]
        else:
            faces = [x0 + face for face in dividers(x1 - x0, n, self.t, step).left_faces_rounded]
        return tuple(zip((x0, *(face + self.t for face in faces)), (*faces, x1), strict=True))

    @property
    def floor(self) -> float:
        """The upper side of what lies lowest."""
        return self.room.rect[1] + (self.t if self.room.floorless else 0.0)

    def clear(self) -> tuple[float, ...]:
        """The clear heights from below."""
        change, top = self.change, self.room.rect[3]
        if self.is_low:
            return (top - self.floor,)
        n, high = change.shelves, top - self.floor
        if not change.lowest or not n:
            each = (high - n * self.t) / (n + 1)
            heights = (each,) * (n + 1)
        else:
            lowest = change.lowest + change.around
            rest = (high - n * self.t - lowest) / n
            heights = (lowest, *(rest,) * n)
        if min(heights) < LEAST_CLEAR:
            entry = "lowest" if change.lowest else "shelves"
            raise BadInputError(
                "does_not_fit", "Only {0} would be left between the shelves.", entry, (min(heights),)
            )
        if change.fixing == "cleats" and n and min(heights[:-1]) < self.strip.width + SAME_MM:
            raise BadInputError(
                "does_not_fit",
                "Only {0} would be left between the shelves, and a cleat is {1} high.",
                "lowest" if change.lowest and heights[0] < self.strip.width else "shelves",
                (min(heights[:-1]), self.strip.width),
            )
        return heights

    def _places(self) -> tuple[_Place, ...]:
        found, clear = list[_Place](), self.clear()
        for c, (left, right) in enumerate(self.cells):
            column = f", column {c + 1}" if len(self.cells) > 1 else ""
            if self.room.floorless:
                name = "Low shelf" if self.is_low else f"Floor{column}"
                found.append(_Place(f"{c}-0", left, right, self.room.rect[1], name, is_floor=True))
            z = self.floor
            for k, high in enumerate(clear[:-1], 1):
                z += high
                found.append(_Place(f"{c}-{k}", left, right, z, f"Shelf {k}{column}"))
                z += self.t
        if not found and not self.change.uprights:
            raise BadInputError("impossible", "One shelf or one upright at least.", "shelves")
        return tuple(found)

    def _member(
        self, own: str, name: str, solid: Shape, axes: Axes, why: tuple[Sized, Sized], rough: Shape | None = None
    ) -> Member:
        role: Role = "upright" if axes.along == Z else "shelf"
        likely: MaterialCode = "plywood" if self.size.is_sheet else "solid"
        board = Board(f"{self.change.id}/{own}", name, role, solid, axes.along, inside=True, likely=likely)
        return Member(
            self.change.id,
            board,
            axes,
            self.size,
            location=name.lower(),
            rough=rough,
            rounding="down",
            rests_on=self.body.width.guesses | self.body.depth.guesses,
            length_of=why[0],
            width_of=why[1],
        )

    def _shelves(self) -> tuple[Member, ...]:
        change = self.change
        play, dado = SHELF_PLAY[change.fixing], self.t * GROOVE_SHARE if change.fixing == "grooves" else 0.0
        members = []
        for place in self.places:
            lip = self.strip.thickness if self._has_lip(place) else 0.0
            half = 0.0 if self.is_low else play / 2
            plan = self._plan(place.left + half, place.right - half, lip)
            solid: Shape = upright(plan, place.z, place.z + self.t)
            # Out of square it is cut as a rectangle first, and its ends marked from the room.
            (x0, x1), (near, far) = extent(plan, (1.0, 0.0)), extent(plan, (0.0, 1.0))
            whole = abs(area(plan) - (x1 - x0) * (far - near)) <= SAME_MM * (x1 - x0) and not dado
            rough = (
                None if whole else upright(rectangle(x0 - dado, near, x1 + dado, far), place.z, place.z + self.t)
            )
            for leg in self.room.legs:
                low, high = leg.solid.box
                notch = upright(rectangle(low[0], low[1], high[0], high[1]), place.z - 1, place.z + self.t + 1)
                solid = without(solid, notch)
            why = self._why(plan, place, dado, lip)
            axes = Axes(X, Z)
            members.append(self._member(f"shelf/{place.own}", place.name, solid, axes, why, rough))
        return tuple(members)

    def _plan(self, left: float, right: float, lip: float) -> Outline:
        plan = intersect(self.room.plan, rectangle(left, -FAR, right, FAR))
        near = extent(plan, (0.0, 1.0))[0]
        return intersect(plan, rectangle(-FAR, near + lip, FAR, FAR)) if lip else plan

    def _why(self, plan: Outline, place: _Place, dado: float, lip: float) -> tuple[Sized, Sized]:
        """Its length and depth with what they are made of."""
        long = extent(plan, (1.0, 0.0))
        deep = extent(plan, (0.0, 1.0))
        width, depth = self.body.width.guesses, self.body.depth.guesses
        room = place.right - place.left
        wide = Sized(room, width, (Term("room from left to right", room, "guessed" if width else "measured"),))
        off = room - (long[1] - long[0])
        if abs(off) > SAME_MM:
            wide = wide - sized("play", off)
        if dado:
            wide = wide + sized("into the groove", dado) * 2
        whole = self.depth
        size = Sized(whole, depth, (Term("room from front to back", whole, "guessed" if depth else "measured"),))
        less = whole - (deep[1] - deep[0])
        if abs(less) > SAME_MM:
            size = size - sized("thickness of the lip" if lip else "what corners out of square take", less)
        return wide, size

    def _uprights(self) -> tuple[Member, ...]:
        low, top = self.floor, self.room.rect[3]
        members = []
        for k, ((_, left), (right, _)) in enumerate(zip(self.cells, self.cells[1:], strict=False), 1):
            plan = intersect(self.room.plan, rectangle(left, -FAR, right, FAR))
            deep = extent(plan, (0.0, 1.0))
            solid = upright(plan, low, top)
            high = Sized(top - low, terms=(Term("room from floor to top", top - low, "measured"),))
            far = deep[1] - deep[0]
            wide = Sized(far, self.body.depth.guesses, (Term("depth", far, "measured"),))
            square = abs(area(plan) - (right - left) * far) <= SAME_MM * far
            rough = None if square else upright(rectangle(left, deep[0], right, deep[1]), low, top)
            members.append(self._member(f"upright/{k}", f"Upright {k}", solid, Axes(Z, X), (high, wide), rough))
        return tuple(members)

    def _strip_member(self, own: str, name: str, solid: Shape, axes: Axes, length: Sized) -> Member:
        board = Board(f"{self.change.id}/{own}", name, "rail", solid, axes.along, inside=True)
        width = sized("width of the strip", self.strip.width, "on sale")
        return Member(
            self.change.id,
            board,
            axes,
            self.strip,
            name.split(",", maxsplit=1)[0],
            name.lower(),
            rounding="down",
            length_of=length,
            width_of=width,
        )

    def _cleats(self) -> tuple[Member, ...]:
        """Under both ends of every shelf but a floor that lies on the bottom."""
        if self.change.fixing != "cleats" or self.is_low:
            return ()
        members, (t, high) = list[Member](), (self.strip.thickness, self.strip.width)
        for place in self.places:
            plan = intersect(self.room.plan, rectangle(place.left, -FAR, place.right, FAR))
            low, far = extent(plan, (0.0, 1.0))
            y0, y1 = low + CLEAT_SHORT, far - 2.0
            if y1 - y0 < LEAST_CLEAR or place.is_floor:
                continue
            for side in ("left", "right"):
                a, b = (_edge_at(plan, y, side) for y in (y0, y1))
                whole = math.hypot(b - a, y1 - y0)
                ux, uy = (b - a) / whole, (y1 - y0) / whole
                # Square ends: where the side leans, short of the back by what its corner would take.
                long = whole - abs(ux) * t
                px, py = (uy * t, -ux * t) if side == "left" else (-uy * t, ux * t)
                qx, qy = a + ux * long, y0 + uy * long
                corners = ((a, y0), (a + px, y0 + py), (qx + px, qy + py), (qx, qy))
                solid = upright(corners if side == "left" else corners[::-1], place.z - high, place.z)
                axes = Axes((ux, uy, 0.0), (px / t, py / t, 0.0))
                name = f"Cleat, {side}, under {place.name.lower()}"
                length = Sized(long, self.body.depth.guesses, (Term("depth less the front", long, "measured"),))
                members.append(self._strip_member(f"cleat/{place.own}-{side}", name, solid, axes, length))
        return tuple(members)

    def _has_lip(self, place: _Place) -> bool:
        """A floor lies on a rail, which stiffens it as well."""
        return self.change.lip and (self.is_low or not place.is_floor)

    def _lips(self) -> tuple[Member, ...]:
        if not self.change.lip:
            return ()
        members, (t, high) = list[Member](), (self.strip.thickness, self.strip.width)
        half = SHELF_PLAY[self.change.fixing] / 2
        for place in (place for place in self.places if self._has_lip(place)):
            plan = intersect(self.room.plan, rectangle(place.left + half, -FAR, place.right - half, FAR))
            near = extent(plan, (0.0, 1.0))[0]
            (x0, x1), top = extent(plan, (1.0, 0.0)), place.z + self.t
            solid = upright(rectangle(x0, near, x1, near + t), top - high, top)
            terms = (Term("length of the shelf", x1 - x0, "measured"),)
            length = Sized(x1 - x0, self.body.width.guesses, terms)
            axes = Axes(X, (0.0, -1.0, 0.0))
            members.append(
                self._strip_member(f"lip/{place.own}", f"Lip, {place.name.lower()}", solid, axes, length)
            )
        return tuple(members)


def _edge_at(plan: Outline, y: float, side: str) -> float:
    """Where a convex outline begins, or ends, from left to right at a depth `y`."""
    found = [
        ax + (bx - ax) * (y - ay) / (by - ay)
        for (ax, ay), (bx, by) in zip(plan, plan[1:] + plan[:1], strict=True)
        if min(ay, by) <= y <= max(ay, by) and abs(by - ay) > SAME_MM
    ]
    return min(found) if side == "left" else max(found)
