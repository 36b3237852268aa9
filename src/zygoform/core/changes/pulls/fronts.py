"""Pulls on some fronts: where they go, old holes against new ones."""

import math

from msgspec import Struct

from zygoform.core.changes.opening_choice import chosen_openings
from zygoform.core.changes.pulls.entries import Pulls
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, FormOpening
from zygoform.core.geometry.plane import Point
from zygoform.core.geometry.pull_holes import HoleStatus, backplate, hole_status, pull_places
from zygoform.core.goods.fittings import HoleKind, HoleUse, PullFixing, hole_use
from zygoform.core.shop import Shop

PULL_SHARES = {"quarters": 1 / 4, "thirds": 1 / 3, "sixths": 1 / 6}
"""Where two pulls sit, as shares of a front's width from its ends. [practice]"""
PLUG = 8.0
"""An old hole is bored out for a dowel of so much (mm). [practice]"""
LEAST_WEB = 3.0
"""So much wood stays between a hole and the edge of its front (mm). [practice]"""
REACH, BAR, CUP = 28.0, 10.0, 34.0
"""How far a pull stands out, how thick its bar is, how high a cup (mm): as drawn, usual ones. [drawn]"""
FROM_FREE_EDGE = 40.0
"""On a door the pull stands so far from the edge that opens (mm). [practice]"""
LEAST_THREAD = 4.0
"""A screw reaches so far into a pull's thread at least (mm). [practice]"""


class PulledFront(Struct, frozen=True):
    """One front: its board, new holes and old ones (x, z from its lower left corner, mm) with their fates."""

    opening: FormOpening
    board: Board
    centres: tuple[Point, ...]
    holes: tuple[Point, ...]
    old: tuple[tuple[Point, HoleStatus, HoleUse], ...]

    @property
    def thickness(self) -> float:
        low, high = self.board.solid.box
        return high[1] - low[1]


class PullSet:
    """Lives only for the length of a call."""

    def __init__(self, change: Pulls, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.fixing: PullFixing = "plate" if change.shape in ("cup", "edge") else change.fixing
        self.spacing = 0.0 if change.shape in ("knob", "edge") else change.spacing
        self.fronts = tuple(self._front(opening, board) for opening, board in self._chosen())

    def _chosen(self) -> list[tuple[FormOpening, Board]]:
        on, targets = self.change.on, self.change.targets
        # Pointed at, any front takes one: a flap, a false front.
        # A drawer's front that drops open is one of the drawers' row still.
        wanted = {"drawers": ("drawer", "flap"), "all": ("drawer", "flap", "door")}.get(
            on, ("drawer", "door", "flap", "panel")
        )
        if on == "this" and targets[0] == self.body.id:
            wanted = ("drawer", "flap")
        nothing = "No drawer or door is there for a pull.", "on"
        return chosen_openings(self.body, targets, on, wanted, nothing)

    def _front(self, opening: FormOpening, board: Board) -> PulledFront:
        (x0, _, z0), (x1, _, z1) = board.solid.box
        wide, high = x1 - x0, z1 - z0
        centres, holes = self._places(opening, wide, high)
        middle = wide / 2, high / 2
        old = tuple((middle[0] + dx, middle[1] + dz) for dx, dz in opening.pull_holes)
        fates = tuple((place, *self._fate(place, centres, holes, opening)) for place in old)
        return PulledFront(opening, board, centres, holes, fates)

    def _places(
        self, opening: FormOpening, wide: float, high: float
    ) -> tuple[tuple[Point, ...], tuple[Point, ...]]:
        change = self.change
        n = 2 if change.each == "two" or (change.each == "auto" and wide >= change.two_from) else 1
        vertical = {"middle": high / 2, "share": high * change.up / 100, "top": high - change.down}[change.line]
        edge = change.hole / 2 + LEAST_WEB
        if change.shape == "edge":
            vertical, edge = high / 2, 0.0
        if opening.holds == "door":
            return self._on_door(opening, wide, high, edge)
        try:
            places = pull_places(wide, high, n, self.spacing, PULL_SHARES[change.share], None, vertical, edge)
        except BadInputError as refused:
            field = "down" if change.line == "top" and not edge <= vertical <= high - edge else "spacing"
            words = f"{opening.name}: {refused.message[:1].lower()}{refused.message[1:]}"
            raise BadInputError(refused.kind, words, field, refused.lengths) from refused
        if change.shape == "edge":
            vertical = high
        centres = tuple((x, vertical) for x in places.centres)
        return centres, () if self.fixing == "plate" else tuple((x, places.y) for x in places.holes)

    def _on_door(
        self, opening: FormOpening, wide: float, high: float, edge: float
    ) -> tuple[tuple[Point, ...], tuple[Point, ...]]:
        """Upright, away from the hinges, in the middle of its height."""
        x = FROM_FREE_EDGE if opening.hinged == "right" else wide - FROM_FREE_EDGE
        places = pull_places(high, wide, 1, self.spacing, 0.25, None, x if 0 < x < wide else wide / 2, edge)
        holes = () if self.fixing == "plate" else tuple((places.y, z) for z in places.holes)
        return ((places.y, high / 2),), holes

    def _fate(
        self, place: Point, centres: tuple[Point, ...], holes: tuple[Point, ...], opening: FormOpening
    ) -> tuple[HoleStatus, HoleUse]:
        """How an old hole lies to the nearest new one, and what becomes of it."""
        distance = min((math.dist(place, hole) for hole in holes), default=math.inf)
        status, _ = hole_status(distance, PLUG, self.change.hole)
        kind: HoleKind = "through" if opening.holes_through else "blind"
        return status, hole_use(self.fixing, kind, status, covered=self._is_covered(place, centres))

    def _is_covered(self, place: Point, centres: tuple[Point, ...]) -> bool:
        wide, high = self.plate
        return min(wide, high) > 0 and any(
            backplate("rect", wide, high, place[0] - x, place[1] - z, PLUG).covered for x, z in centres
        )

    @property
    def plate(self) -> tuple[float, float]:
        """What hides old holes: a plate behind the pull, or a cup's own."""
        change = self.change
        if change.shape == "cup":
            return max(change.plate_w, change.spacing + 20.0), max(change.plate_h, CUP)
        return change.plate_w, change.plate_h

    @property
    def count(self) -> int:
        return sum(len(front.centres) for front in self.fronts)

    @property
    def plugs(self) -> int:
        """Old holes that are closed with a dowel."""
        return sum(use.use in ("plug", "dowel", "never") for front in self.fronts for _, _, use in front.old)

    def moved(self, change: Pulls) -> "PullSet":
        """The same fronts with their pulls elsewhere. Raises BadInputError."""
        return PullSet(change, self.body, self.shop)
