"""The boards of a skirt worked out: rings round the bottom, upright or leaning, mitred or butted."""

import math
from typing import TYPE_CHECKING

from zygoform.core.changes.skirt_hold import (
    BLOCKS_APART,
    blocks_of,
    hold_notes,
    lean_notes,
    old_holes_miss,
    skirt_fittings,
    skirt_supplies,
)
from zygoform.core.changes.work import skirt_work
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Role, is_put_on
from zygoform.core.form.piece import BACK, FRONT, LEFT, RIGHT
from zygoform.core.geometry.convex import Convex, frustum
from zygoform.core.geometry.plane import Outline, clip, extent, offset_sides
from zygoform.core.geometry.prism import Prism, X, Y, extent_along, upright
from zygoform.core.goods.fittings import spacing
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Origin, Sized, Term, sized
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW
from zygoform.core.outcome.member import Axes, Member, end_cuts
from zygoform.core.outcome.outcome import Finding, Fix, Handle, Note, Outcome
from zygoform.core.outcome.work import Work
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_DEG, SAME_MM

if TYPE_CHECKING:
    from zygoform.core.changes.kinds.skirt import Skirt

_NAMES = ("front", "right", "back", "left")
LEAST_HOLD = 15.0
"""A skirt round the body must overlap it by this much to be screwed to it, thinner bottoms by most of theirs."""


class SkirtSet:
    """Works one skirt out; lives only for the length of one call."""

    def __init__(self, change: "Skirt", body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.size: TimberSize = shop.size(change.board)
        if change.height > self.size.width + SAME_MM:
            raise BadInputError(
                "does_not_fit",
                "This board is {0} wide. Choose a wider board or a lower skirt.",
                "height",
                (self.size.width,),
            )
        self.t = self.size.thickness
        if change.tilt < 0 and change.fit == "out":
            raise BadInputError("impossible", "Round the body it can only lean out at its foot.", "tilt")
        self.lean = math.radians(change.tilt)
        # Level, a leaning board is thicker.
        self.level = self.t / math.cos(self.lean)
        self.out = {"out": self.level, "flush": 0.0, "in": -change.setback}[change.fit]
        self.count = 4 if change.sides == "four" else 3
        self.feet = {b.id for b in body.boards if b.role == "leg" and is_put_on(b.id, body)}
        self._check_room()
        self.floor = -self.body.base_height if change.fit == "out" else -change.height
        if change.tilt and change.corners == "butted":
            raise BadInputError("impossible", "Boards that lean meet in mitres.", "corners")
        back = self.out if self.count == 4 else 0.0
        self.outer = offset_sides(body.plan, (self.out, self.out, back, self.out))
        level = self.level
        inner_back = -level if self.count == 4 else 0.0
        self.inner = offset_sides(self.outer, (-level, -level, inner_back, -level))
        if self.count == 3:
            self.outer, self.inner = (
                self._square_back(self.outer, self.out),
                self._square_back(self.inner, self.out - level),
            )
        self.pieces = {side: self._outline(side) for side in range(4) if side != BACK or self.count == 4}
        self.members = tuple(self._member(side, outline) for side, outline in self.pieces.items())

    def outcome(self) -> Outcome:
        gone = ("skirt",) if self.change.fit == "out" else ("base", "skirt", "leg")
        # New feet stay: the skirt hangs round them, and they say how high it stands.
        off = frozenset(b.id for b in self.body.boards if b.role in gone and b.id not in self.feet)
        base = None if self.change.fit == "out" or self.feet else self.change.height
        return Outcome(
            self.change.id,
            self._result(),
            off,
            self.members,
            fittings=skirt_fittings(self),
            supplies=skirt_supplies(self),
            notes=self._notes(),
            cautions=(SAW, DUST, GLUE, LIFT),
            findings=self._findings(),
            handles=self._handles(),
            work=self._work(),
            body=self.body.id,
            base_height=base,
        )

    def _work(self) -> tuple[Work, ...]:
        parts = tuple(member.part for member in self.members)
        corners = 2 if self.count == 3 else 4
        blocks = blocks_of(self)
        screws = 2 * blocks or self.rows()
        return skirt_work(parts, corners, blocks, screws, mitred=self.change.corners == "mitred")

    def _check_room(self) -> None:
        """Set back, boards on both sides must leave something between them."""
        across, deep = (
            high - low for low, high in (extent(self.body.plan, axis) for axis in ((1.0, 0.0), (0.0, 1.0)))
        )
        inward = self.t - self.out
        if min(across - 2 * inward, deep - (2 if self.count == 4 else 1) * inward) < 4 * self.t:
            raise BadInputError("does_not_fit", "Set back this far, nothing is left to stand on.", "setback")

    def _square_back(self, outline: Outline, out: float) -> Outline:
        """Without a back board the sides end square, where the body's sides end."""
        plan = self.body.plan
        (rx, ry), (lx, ly) = self._axes(RIGHT)[1], self._axes(LEFT)[1]
        right = (plan[BACK][0] + rx * out, plan[BACK][1] + ry * out)
        left = (plan[LEFT][0] + lx * out, plan[LEFT][1] + ly * out)
        return (outline[FRONT], outline[RIGHT], right, left)

    def _outline(self, side: int) -> Outline:
        """Plan of one board. Butted, front and back run through and cover the ends of the sides."""
        after = (side + 1) % 4
        mitred = (self.outer[side], self.outer[after], self.inner[after], self.inner[side])
        if self.change.corners == "mitred":
            return mitred
        if side in (FRONT, BACK):
            return clip(self.outer, self.inner[side], self._axes(side)[1])
        (fx, fy), (rx, ry) = self._axes(FRONT)[1], self._axes(BACK)[1]
        behind_front = clip(mitred, self.inner[FRONT], (-fx, -fy))
        return clip(behind_front, self.inner[BACK], (-rx, -ry)) if self.count == 4 else behind_front

    def _axes(self, side: int) -> tuple[tuple[float, float], tuple[float, float]]:
        """Unit vector along a side (counter-clockwise) and the one pointing out."""
        (ax, ay), (bx, by) = self.body.plan[side], self.body.plan[(side + 1) % 4]
        reach = math.hypot(bx - ax, by - ay)
        ux, uy = (bx - ax) / reach, (by - ay) / reach
        return (ux, uy), (uy, -ux)

    def _board(self, side: int, outline: Outline) -> Board:
        solid = self._solid(side, outline)
        grain = X if side in (FRONT, BACK) else Y
        role: Role = "skirt" if self.change.fit == "out" else "base"
        return Board(f"{self.change.id}/board/{_NAMES[side]}", f"Skirt, {_NAMES[side]}", role, solid, grain)

    def _solid(self, side: int, outline: Outline) -> Prism | Convex:
        """Upright, or between its outline at the top and that at the foot, where it stands further out or in."""
        low, high = self.floor, self.floor + self.change.height
        if not self.change.tilt:
            return upright(outline, low, high)
        out = self.change.height * math.tan(self.lean)
        back = out if self.count == 4 else 0.0
        feet = [offset_sides(ring, (out, out, back, out)) for ring in (self.outer, self.inner)]
        if self.count == 3:
            feet = [
                self._square_back(ring, by)
                for ring, by in zip(feet, (self.out + out, self.out + out - self.level), strict=True)
            ]
        after = (side + 1) % 4
        foot = (feet[0][side], feet[0][after], feet[1][after], feet[1][side])
        return frustum(foot, low, outline, high)

    def _member(self, side: int, outline: Outline) -> Member:
        """One board; its show face is the outer one."""
        board, ((ux, uy), (ox, oy)) = self._board(side, outline), self._axes(side)
        level, steep = math.cos(self.lean), math.sin(self.lean)
        axes = Axes((ux, uy, 0.0), (ox * level, oy * level, steep))
        left, right = (end.bevel for end in end_cuts(board.solid, axes))
        low, high = extent_along(board.solid.corners, (ux, uy, 0.0))
        wide = extent_along(board.solid.corners, axes.across)
        if wide[1] - wide[0] > self.size.width + SAME_MM:
            most = self.size.width * math.cos(self.lean) - self.t * abs(math.sin(self.lean))
            message = (
                "Leaning so far, this board gives a skirt {0} high at most: choose a wider one, or a lower skirt."
            )
            raise BadInputError("does_not_fit", message, "height", (most,))
        width = sized("height of the skirt", self.change.height, where=board.id)
        if self.change.tilt:
            width = width + sized("what leaning and its bevels add", wide[1] - wide[0] - width.value)
        return Member(
            self.change.id,
            board,
            axes,
            self.size,
            f"Skirt {_NAMES[side]}",
            f"across the {_NAMES[side]}, {'round' if self.change.fit == 'out' else 'under'} the body",
            rounding="up" if self.change.fit == "out" else "nearest",
            measured_on=_measured(left, right) if max(abs(left), abs(right)) > SAME_DEG else "over all",
            rests_on=self._rests_on(side),
            length_of=self._length_of(side, high - low),
            width_of=width,
            joint="compound" if self.change.tilt else self.change.corners,
            left_corner=self._corner(side),
            right_corner=self._corner((side + 1) % 4),
        )

    def _corner(self, k: int) -> Sized:
        """The corner where side `k` begins: measured at the front, at the back what the two there make it."""
        measured = (self.body.corner_left, self.body.corner_right)
        if k < 2:
            return measured[k]
        (ax, ay), (bx, by) = self._axes(k - 1)[0], self._axes(k)[0]
        angle = 180 - math.degrees(math.atan2(ax * by - ay * bx, ax * bx + ay * by))
        name = "back right corner" if k == BACK else "back left corner"
        both = measured[0] + measured[1]
        return Sized(angle, both.guesses, (Term(name, angle, "worked out"), *both.terms))

    def _length_of(self, side: int, length: float) -> Sized:
        """The body's own side, and what the corners add or take."""
        where = f"{self.change.id}/board/{_NAMES[side]}"
        size = self.body.width if side in (FRONT, BACK) else self.body.depth
        ends = 2 if side in (FRONT, BACK) or self.count == 4 else 1
        if self.change.fit == "out":
            size = size + sized("thickness of the board", self.t, "on sale") * ends
        elif self.change.fit == "in":
            size = size - sized("set back", self.change.setback, where=where) * ends
        if self.change.corners == "butted" and side not in (FRONT, BACK):
            size = size - sized("thickness of the board", self.t, "on sale") * ends
        if abs(size.value - length) <= SAME_MM:
            return size
        why = "what leaning adds at its foot" if self.change.tilt else "what corners out of square add"
        origin: Origin = "chosen" if self.change.tilt else "worked out"
        return size + sized(why, length - size.value, origin, where)

    def _rests_on(self, side: int) -> frozenset[str]:
        body = self.body
        corners: Sized = body.corner_left + body.corner_right
        guesses = body.width.guesses if side in (FRONT, BACK) else body.depth.guesses
        bent = body.corner_left.value != 90 or body.corner_right.value != 90
        return guesses | (corners.guesses if bent or self.change.corners == "mitred" else frozenset())

    def _result(self) -> Message:
        corners = f"{2 if self.count == 3 else 4} {self.change.corners} corners"
        return Message(f"{{0}} high, {corners}, {_STANDS[self.change.fit]}", (self.change.height,))

    def rows(self) -> int:
        """Screws or blocks along all sides."""
        total = 0
        for side, outline in self.pieces.items():
            low, high = extent(outline, self._axes(side)[0])
            total += spacing(high - low, min(75.0, (high - low) / 4), BLOCKS_APART).count
        return total

    def _notes(self) -> tuple[Note, ...]:
        notes = [
            Note(
                "Order",
                Message("Cut the front first and dry fit it. Cut the sides a little long and trim them to it."),
            ),
        ]
        notes += lean_notes(self)
        if self.change.fit != "out":
            notes += hold_notes(self)
            notes.append(Note("Height", Message("The piece will stand {0} high.", (self._overall(),))))
            if self.feet:
                seen = self.body.base_height - self.change.height
                notes.append(Note("Feet", Message("{0} of the feet is seen under the skirt.", (max(0.0, seen),))))
        return tuple(notes)

    def _overall(self) -> float:
        tops = (board.solid.box[1][2] for board in self.body.boards)
        return max(tops) + (self.body.base_height if self.feet else self.change.height)

    def _findings(self) -> tuple[Finding, ...]:
        if self.change.fit != "out":
            return old_holes_miss(self)
        base, height = self.body.base_height, self.change.height
        hold = min(LEAST_HOLD, 0.75 * self.body.bottom_rail)
        ids = tuple(f"{self.change.id}/board/{_NAMES[side]}" for side in self.pieces)
        if height < base + hold - SAME_MM:
            need = base + hold
            return (
                Finding(
                    "skirt_hangs",
                    "mind",
                    Message("The skirt has too little body to hold on to"),
                    Message(
                        "The base is {0} high: the skirt overlaps the body from there up, by {1} at least.",
                        (base, hold),
                    ),
                    ids,
                    self.change.id,
                    (Fix(Message("Make it {0} high", (need,)), self.change.id, "height", need),)
                    if need <= self.size.width
                    else (Fix(Message("Stand it flush"), self.change.id, "fit", "flush"),),
                ),
            )
        clear = base + self.body.bottom_rail
        if height > clear + SAME_MM:
            return (
                Finding(
                    "skirt_covers_front",
                    "mind",
                    Message("The skirt covers the lower {0} of the front", (height - clear,)),
                    Message("The bottom rail ends {0} above the floor; what is above must open.", (clear,)),
                    ids,
                    self.change.id,
                    (Fix(Message("Make it {0} high", (clear,)), self.change.id, "height", clear),),
                ),
            )
        return ()

    def _handles(self) -> tuple[Handle, ...]:
        (ax, ay), (bx, by) = self.outer[FRONT], self.outer[RIGHT]
        out = self.change.fit == "out"
        at = ((ax + bx) / 2, (ay + by) / 2, self.floor + (self.change.height if out else 0.0))
        return (Handle(self.change.id, "height", "Skirt height", at, (0.0, 0.0, 1.0 if out else -1.0)),)


_STANDS = {"out": "round the body", "flush": "flush with the body", "in": "set back"}


def _measured(left: float, right: float) -> str:
    if left > 0 and right > 0:
        return "long point to long point, on the outside face"
    if left >= 0 and right >= 0:
        return "square end to long point, on the outside face"
    return "over all, between the extreme points"
