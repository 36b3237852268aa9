"""The boards of a skirt worked out: rings round the bottom, upright or leaning, mitred or butted."""

import math

from zygoform.core.changes.bases.skirt.entries import Skirt
from zygoform.core.changes.work import skirt_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, Role, is_put_on
from zygoform.core.form.piece import BACK, FRONT, LEFT, RIGHT
from zygoform.core.geometry.convex import Convex, frustum
from zygoform.core.geometry.plane import Outline, clip, extent, offset_sides
from zygoform.core.geometry.prism import Prism, X, Y, extent_along, upright
from zygoform.core.goods.fittings import GLUE_ML_PER_M2, spacing
from zygoform.core.goods.screws import wood_screw
from zygoform.core.goods.timber import TimberSize
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import Origin, Sized, Term, sized
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW
from zygoform.core.outcome.member import Axes, Member, end_cuts
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Handle, Note, Outcome, Supply
from zygoform.core.outcome.work import Work
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_DEG, SAME_MM

_NAMES = ("front", "right", "back", "left")
LEAST_HOLD = 15.0
"""A skirt round the body must overlap it so far (mm) to be screwed to it, thinner bottoms by most of theirs.
[practice]
"""


class SkirtSet:
    """Works one skirt out; lives only for the length of one call."""

    def __init__(self, change: Skirt, body: Body, shop: Shop) -> None:
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
                    Message(
                        "The top of the bottom rail is {0} above the floor. "
                        "A higher skirt blocks the drawer or door.",
                        (clear,),
                    ),
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


def worked(change: Skirt, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with the skirt. Raises BadInputError where it cannot be built."""
    del condition
    body = change.body_in(form)
    if any(board.role == "apron" for board in body.boards):
        raise BadInputError("impossible", "It has legs with aprons: a skirt needs a body to go round.", "fit")
    if change.fit == "out" and any(board.role == "leg" for board in body.boards):
        message = "It stands on legs: round the body a skirt would hang. Stand it flush or set back."
        raise BadInputError("impossible", message, "fit")
    return SkirtSet(change, body, shop).outcome()


BLOCK_THICK = 19.0
"""How thick the blocks behind a skirt are (mm). [practice]"""
BLOCKS_APART = 300.0
"""Blocks behind a skirt stand at most so far apart (mm). [practice]"""
SCREW_EDGE = 5.0
"""A screw keeps so far from a board's faces (mm), or it breaks out. [practice]"""
BITE = 25.0
"""How far a screw into the edge of a board reaches at least (mm). [practice]"""


def blocks_of(skirt: "SkirtSet") -> int:
    """How many; round the body, and in the old holes, it needs none."""
    by_blocks = skirt.change.fit != "out" and skirt.change.hold == "blocks"
    return skirt.rows() if by_blocks else 0


def _bottom(skirt: "SkirtSet") -> float:
    """How thick what lies over the skirt is (mm)."""
    bottoms = [b.solid.sizes[0] for b in skirt.body.boards if b.role == "bottom"]
    return bottoms[0] if bottoms else skirt.body.bottom_rail or BLOCK_THICK


def skirt_fittings(skirt: "SkirtSet") -> tuple[Fitting, ...]:
    sizes, blocks = skirt.shop.sizes_of("wood screw"), blocks_of(skirt)
    out = skirt.change.fit == "out"
    if not blocks and not out:
        through = _bottom(skirt)
        screw = wood_screw(through, skirt.change.height, sizes, bite=BITE)
        why = Message(
            f"{skirt.rows()} places, at most {{0}} apart; {{1}} goes through {{2}} and into the upper edge",
            (BLOCKS_APART, screw.length, through),
        )
        use = "through the bottom into the skirt"
        return (Fitting(skirt.change.id, "wood screw", screw.length, skirt.rows(), use, why, driven=screw),)
    through = skirt.body.side_thickness if out else BLOCK_THICK
    screw = wood_screw(through, skirt.t, sizes)
    use = "from inside the body into the skirt" if out else "through the blocks behind the skirt"
    places, screws, each = ("places", "1 screw", 1) if out else ("blocks", "2 screws", 2)
    why = Message(
        f"{skirt.rows()} {places}, at most {{0}} apart, {screws} in each. {{1}} is the longest screw on sale that "
        f"passes the {{2}} {'side' if out else 'block'} and stays inside the {{3}} skirt.",
        (BLOCKS_APART, screw.length, through, skirt.t),
    )
    count = skirt.rows() * each
    return (Fitting(skirt.change.id, "wood screw", screw.length, count, use, why, driven=screw),)


def skirt_supplies(skirt: "SkirtSet") -> tuple[Supply, ...]:
    corners, blocks, height = 2 if skirt.count == 3 else 4, blocks_of(skirt), skirt.change.height
    area = (corners * skirt.t * 1.5 + blocks * 2 * BLOCK_THICK) * height / 1e6
    why = Message(
        f"{corners} corners and {blocks} blocks, {{0}} high, {{1}}", (height, MlASquareMetre(GLUE_ML_PER_M2))
    )
    return (Supply(skirt.change.id, "glue", area * GLUE_ML_PER_M2, "corners and blocks of the skirt", why),)


def lean_notes(skirt: "SkirtSet") -> tuple[Note, ...]:
    """Both long edges are ripped with the saw tilted, so that they lie level; the blocks lean as well."""
    if not skirt.change.tilt:
        return ()
    text = f"Rip both long edges with the blade tilted {abs(skirt.change.tilt):g}°, so that they lie level."
    if not blocks_of(skirt):
        return (Note("Edges", Message(text)),)
    behind = Note("Behind", Message("Plane one face of each block to the same lean."))
    return (Note("Edges", Message(text)), behind)


def hold_notes(skirt: "SkirtSet") -> tuple[Note, ...]:
    """Blocks or old holes; and what is done with the old base, which comes off first."""
    notes, blocks = list[Note](), blocks_of(skirt)
    if blocks:
        text = f"{blocks} blocks {{0}} thick from offcuts behind it, one in each corner, {{1}} apart."
        notes.append(Note("Blocks", Message(text, (BLOCK_THICK, BLOCKS_APART))))
    else:
        text = "From above through the holes of the old base, at most {0} apart; bore more where they are farther."
        notes.append(Note("Screws", Message(text, (BLOCKS_APART,))))
    if not any(board.role == "base" for board in skirt.body.boards):
        return tuple(notes)
    text = "Pry it off from behind; scrape glue off, fill nail holes and torn edges."
    notes.append(Note("Old base", Message(text)))
    gap = skirt.body.base_height - skirt.change.height
    if gap > 1.0:
        text = "The piece comes down by {0}: what the old base covered below is seen now, fill and paint it too."
        notes.append(Note("Gap", Message(text, (gap,))))
    if blocks and skirt.change.blocks == "base":
        got = old_blocks(skirt)
        words = "enough" if got >= blocks else f"{blocks - got} more from offcuts"
        notes.append(Note("Of it", Message(f"{got} blocks {{0}} long: {words}.", (skirt.change.height,))))
    return tuple(notes)


def old_blocks(skirt: "SkirtSet") -> int:
    """How many blocks, as long as the new skirt is high, what comes off gives."""
    kerf, found = skirt.shop.kerf, 0
    for board in skirt.body.boards:
        if board.role == "base":
            _, wide, long = board.solid.sizes
            found += int((long + kerf) / (skirt.change.height + kerf)) * int(
                (wide + kerf) / (2 * BLOCK_THICK + kerf)
            )
    return found


def old_holes_miss(skirt: "SkirtSet") -> tuple[Finding, ...]:
    """The old screws stood in the middle of the old base's boards: the new ones must lie under them."""
    fronts = [b.solid.box for b in skirt.body.boards if b.id.endswith("/base/front")]
    if skirt.change.hold != "holes" or not fronts:
        return ()
    old = (fronts[0][0][1] + fronts[0][1][1]) / 2
    new = min(y for _, y in skirt.outer) + skirt.t / 2
    off = abs(old - new)
    if off <= skirt.t / 2 - SCREW_EDGE:
        return ()
    wanted = old - skirt.t / 2 - min(y for _, y in skirt.body.plan)
    fixes = [Fix(Message("Hold it by blocks"), skirt.change.id, "hold", "blocks")]
    if skirt.change.fit == "in" and wanted >= 0:
        fixes.insert(0, Fix(Message("Set it back {0}", (wanted,)), skirt.change.id, "setback", wanted))
    return (
        Finding(
            "old_holes_miss",
            "mind",
            Message("The old holes miss the new skirt by {0}", (off - skirt.t / 2 + SCREW_EDGE,)),
            Message("They lie {0} behind the front, the middle of its board {1}.", (old, new)),
            tuple(member.board.id for member in skirt.members[:1]),
            skirt.change.id,
            tuple(fixes),
        ),
    )
