"""A drop flap worked out: where its axis stands, what is cut back for it, what it meets on its way."""

import math

from msgspec import structs

from zygoform.core.changes.doors.flap.entries import DropFlap
from zygoform.core.changes.work import flap_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.inside.opened import pulls_on
from zygoform.core.geometry.convex import Convex, boxes_meet, shared_volume
from zygoform.core.geometry.flap import flap, least_axis_height
from zygoform.core.geometry.plane import Point, rectangle
from zygoform.core.geometry.prism import Point3, Turn, X, upright
from zygoform.core.geometry.solid import Shape, Solid, without
from zygoform.core.goods.screws import HINGE_LEAF, wood_screw
from zygoform.core.ids import goes_with, role_of, sibling
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import sized
from zygoform.core.outcome.cautions import DUST, SAW
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Handle, Note, Outcome
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

HINGES_APART, SCREWS_A_HINGE = 500.0, 6
"""Hinges stand at most so far apart (mm). [practice]"""
BLOCK_LONG = 80.0
"""How long a block behind a flap is (mm). [practice]"""
LEVEL_STEP = 1.0
"""A smaller step (mm) is none."""
SWING_STEPS = 24
"""The arc of a swing is drawn in so many chords. [drawn]"""
STEP_DEG = 5
"""It is turned by so much at a time to see what it meets (degrees). [choice]"""
MEETS_MM3 = 50.0
"""Less than so much in common is a touch. [choice]"""


class FlapPlan:
    """Lives only for the length of a call."""

    def __init__(self, change: DropFlap, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.opening = self._opening()
        self.front = next(b for b in body.boards if b.id == self.opening.front_id)
        (self.x0, self.y0, self.z0), (self.x1, self.y1, self.z1) = self.front.solid.box
        self.t, self.high = self.y1 - self.y0, self.z1 - self.z0
        self.gap = change.gap or self._gap_below()
        self.a = {"front": self.t, "forward": self.t / 2, "inside": 0.0}[change.hinge]
        self.zh = least_axis_height(self.t, self.gap, self.a) + change.raised
        if not math.isfinite(self.zh) or self.zh > self.high / 2:
            message = "Here it would need its axis {0} up: more gap below it, or a hinge further in front."
            height = self.zh if math.isfinite(self.zh) else self.high
            raise BadInputError("does_not_fit", message, "hinge", (height,))
        self.floor = self._floor()
        above = self.opening.rect[3] - self.z1
        self.swing = flap(
            self.t, self.high, self.a, self.zh, self.gap, self.floor, change.knuckle, 90.0, change.clear, above
        )
        self.axis = self.y1 - self.a, self.z0 + self.zh
        self.block = self._block()

    def _opening(self) -> FormOpening:
        there = {board.id for board in self.body.boards}
        target = self.change.targets[0]
        for opening in self.body.openings:
            mine = target in (opening.id, opening.front_id, self.body.id)
            if mine and opening.holds == "drawer" and opening.front_id in there:
                return opening
        raise BadInputError("impossible", "No drawer is there whose front could drop.", "hinge")

    def _gap_below(self) -> float:
        """From the front's lower edge to what lies next below it in its own plane."""
        tops = []
        for board in self.body.boards:
            low, high = board.solid.box
            beside = low[0] < self.x1 - 1 and high[0] > self.x0 + 1 and low[1] < self.y1 - SAME_MM
            if (
                board.id != self.front.id
                and beside
                and high[2] <= self.z0 + SAME_MM
                and high[1] > self.y0 + SAME_MM
            ):
                tops.append(high[2])
        floor = -self.body.base_height
        return self.z0 - max([*tops, floor])

    def _floor(self) -> float:
        """How high the floor behind it lies over its lower edge: the box's bottom, or what closes the opening."""
        bottoms = [m for m in self.opening.members if role_of(m.id) == "box-bottom"]
        level = bottoms[0].solid.box[1][2] if bottoms else self.opening.rect[1]
        return level - self.z0

    def _hinges(self) -> int:
        return max(2, math.ceil((self.x1 - self.x0) / HINGES_APART) + 1)

    def _block(self) -> tuple[Member, ...]:
        """Under each hinge inside, where the axis stands higher than the floor."""
        spacer = self.swing.spacer
        if self.change.hinge != "inside" or spacer < 1.0:
            return ()
        size = self.shop.size(self.change.block)
        n, members = self._hinges(), list[Member]()
        deep = min(size.width, 60.0)
        for k in range(n):
            at = self.x0 + (self.x1 - self.x0) * (k + 0.5) / n
            y = self.y1 + self.swing.side_cut_back
            low = self.z0 + self.floor
            long = min(BLOCK_LONG, (self.x1 - self.x0) / n / 2)
            solid = upright(rectangle(at - long / 2, y, at + long / 2, y + deep), low, low + spacer)
            board = Board(f"{self.change.id}/block/{k + 1}", f"Hinge block {k + 1}", "box", solid, X, inside=True)
            members.append(
                Member(
                    self.change.id,
                    board,
                    Axes(X, (0.0, 0.0, 1.0)),
                    size,
                    "Hinge block",
                    "on the floor, under a hinge",
                    length_of=sized("length of a block", long, where=board.id),
                    width_of=sized("depth of a block", deep, where=board.id),
                )
            )
        return tuple(members)

    def _cut_back(self, board: Board) -> Board:
        """A part of the box without what is let into the front, and without the strip that swings in."""
        solid: Shape = board.solid
        low, _ = solid.box
        if low[1] < self.y1 - SAME_MM:
            joint = rectangle(self.x0 - 50, self.y0 - 50, self.x1 + 50, self.y1)
            solid = without(solid, upright(joint, self.z0 - 50, self.z1 + 50))
        if self.swing.side_cut_back > SAME_MM and low[2] < self.swept_to - SAME_MM:
            strip = rectangle(self.x0 - 50, self.y0 - 50, self.x1 + 50, self.y1 + self.swing.side_cut_back)
            solid = without(solid, upright(strip, self.z0 - 50, self.swept_to))
        return structs.replace(board, solid=solid)

    def outcome(self) -> Outcome:
        change = self.change
        parts = tuple(member.part for member in self.block)
        cut = [m for m in self.opening.members if self._reaches(m)]
        return Outcome(
            change.id,
            self._result(),
            members=self.block,
            fittings=self._fittings(),
            notes=self._notes(cut),
            cautions=(SAW, DUST),
            findings=self._findings(),
            handles=self._handles(),
            mended=frozenset({self.front.id}),
            work=flap_work(
                parts, self.front.id, tuple(m.id for m in cut), self._hinges(), 2 if change.stays == "two" else 1
            ),
            body=self.body.id,
            reshaped=(self._body({m.id for m in cut}),),
        )

    def _handles(self) -> tuple[Handle, ...]:
        """The axis, to be raised."""
        y, z = self.axis
        return (
            Handle(self.change.id, "raised", "Axis higher by", ((self.x0 + self.x1) / 2, y, z), (0.0, 0.0, 1.0)),
        )

    def _result(self) -> Message:
        step = self.swing.step_to_floor
        words = "level with" if abs(step) < LEVEL_STEP else "{1} above" if step > 0 else "{1} below"
        lengths = (self.swing.reach_open - self.t, abs(step))
        return Message(
            f"When open the flap reaches {{0}} out. Its top face is {words} the floor of the compartment.", lengths
        )

    @property
    def swept_to(self) -> float:
        """How high behind its back face it comes: its inner lower corner ends `a` above the axis, not at it."""
        return self.z0 + self.zh + max(0.0, self.a) + self.change.clear

    def _reaches(self, member: Board) -> bool:
        """Whether a part of the box is let into the front, or the flap swings into it."""
        low, _ = member.solid.box
        swept = low[1] < self.y1 + self.swing.side_cut_back - SAME_MM and low[2] < self.swept_to - SAME_MM
        return member.role == "box" and (swept or low[1] < self.y1 - SAME_MM)

    def _body(self, cut: set[str]) -> Body:
        """The opening has a flap now: what was its drawer's box stays where it is."""
        members = tuple(self._cut_back(m) if m.id in cut else m for m in self.opening.members)
        members = (*members, *(member.board for member in self.block))
        opening = structs.replace(
            self.opening,
            holds="flap",
            flap_axis=self.axis,
            members=members,
            swing=self._way_of_edge(),
            flapped_by=self.change.id,
        )
        openings = tuple(opening if o.id == self.opening.id else o for o in self.body.openings)
        return structs.replace(self.body, openings=openings)

    def _way_of_edge(self) -> tuple[Point, ...]:
        """Of its upper front edge, from shut to level."""
        steps = (Turn(self.axis, 90.0 * k / SWING_STEPS, "x") for k in range(SWING_STEPS + 1))
        return tuple((y, z) for _, y, z in (turn.of((0.0, self.y0, self.z1)) for turn in steps))

    def _fittings(self) -> tuple[Fitting, ...]:
        change, n = self.change, self._hinges()
        screw = wood_screw(HINGE_LEAF, self.t, self.shop.sizes_of("wood screw"), bite=6.0)
        stays = 2 if change.stays == "two" else 1
        sizes = self.shop.sizes_of("hinge")
        size = min(sizes, key=lambda s: abs(s - 50.0)) if sizes else 50.0
        why = Message(f"{n} hinges, at most {{0}} apart", (HINGES_APART,))
        screws = Message(f"{SCREWS_A_HINGE} in each; {{0}} does not come through {{1}}", (screw.length, self.t))
        return (
            Fitting(change.id, "hinge", size, n, "hold the flap", why),
            Fitting(
                change.id,
                "wood screw",
                screw.length,
                SCREWS_A_HINGE * n,
                "hold the hinges",
                screws,
                driven=screw,
            ),
            Fitting(
                change.id, "lid stay", 0.0, stays, "hold it level", Message("it must never hang on its hinges")
            ),
            Fitting(change.id, "catch", 0.0, 1, "hold it shut", Message("one in the middle of its upper edge")),
        )

    def _notes(self, cut: list[Board]) -> tuple[Note, ...]:
        swing, change = self.swing, self.change
        text = "{0} behind its front face and {1} over its lower edge."
        notes = [Note("Axis", Message(text, (self.t - self.a, self.zh)))]
        if cut:
            names = ", ".join(literal(m.name).split(", ")[-1] for m in cut)
            text = f"{names}: freed from the front, flush behind it."
            back = (swing.side_cut_back, self.swept_to - self.z0)
            if swing.side_cut_back > SAME_MM:
                text = f"{names}: cut back by {{0}} behind the front, up to {{1}} over its lower edge."
            notes.append(Note("Cut back", Message(text, back if swing.side_cut_back > SAME_MM else ())))
        if self.block:
            notes.append(Note("Blocks", Message("{0} thick under each hinge.", (swing.spacer,))))
        elif change.hinge != "front" and swing.spacer < -SAME_MM:
            notes.append(Note("Hinges", Message("Let in by {0}.", (-swing.spacer,))))
        notes.append(
            Note(
                "Room",
                Message("It swings within {0} of its axis: keep stays and neighbours out.", (swing.swing_radius,)),
            )
        )
        text = "Hang it with two screws a hinge first, open it slowly, then drive the others."
        notes.append(Note("Try", Message(text)))
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        found = list[Finding]()
        if not self.swing.clears:
            found.append(
                self._told(
                    "It would rise into what is above it",
                    "The inner upper edge comes up by {0}.",
                    (self.swing.top_rise,),
                )
            )
        hit = self._meets()
        if hit is not None:
            board, angle = hit
            found.append(
                self._told(
                    f"At {angle}° it meets {literal(board.name).lower()}",
                    "Turned about its axis both would be in one place: move the hinge, or what stands there.",
                    (),
                )
            )
        return tuple(found)

    def _told(self, what: str, why: str, lengths: tuple[float, ...]) -> Finding:
        fixes = [Fix(Message("Hinge it at the front edge"), self.change.id, "hinge", "front")]
        return Finding(
            "flap_hits",
            "stop",
            Message(what),
            Message(why, lengths),
            (self.front.id,),
            self.change.id,
            tuple(fixes) if self.change.hinge != "front" else (),
        )

    def _from_axis(self, point: Point3) -> Point:
        """How far back and up of its axis a point lies."""
        return point[1] - self.axis[0], point[2] - self.axis[1]

    def _meets(self) -> tuple[Board, int] | None:
        """The first board it meets on its way, by turning its true solid; its own box is cut back for it."""
        own = self.opening.id
        boards = (b for b in self.body.boards if b.id != self.front.id and b.role != "knob")
        others = [b for b in boards if not goes_with(b.id, own)]
        blank = self.front.solid.blank if isinstance(self.front.solid, Solid) else self.front.solid
        # Its pulls swing with it, and so may meet what stands before the front.
        mine = {sibling(own, "knob"), *pulls_on(self.body, self.opening)}
        leaf = [Convex(blank.faces), *(Convex(b.solid.faces) for b in self.body.boards if b.id in mine)]
        others += [b for b in self.body.boards if b.role == "knob" and b.id not in mine]
        (y, z), reach = self.axis, max(math.hypot(*self._from_axis(c)) for part in leaf for c in part.corners)
        swept = (self.x0 - reach, y - reach, z - reach), (self.x1 + reach, y + reach, z + reach)
        others = [b for b in others if boxes_meet(swept, b.solid.box)]
        for angle in range(STEP_DEG, 91, STEP_DEG):
            turn = Turn(self.axis, float(angle), "x")
            for there in (part.turned(turn) for part in leaf):
                for board in others:
                    if not boxes_meet(there.box, board.solid.box, SAME_MM):
                        continue
                    if sum(shared_volume(there.faces, cell.faces) for cell in board.solid.cells) > MEETS_MM3:
                        return board, angle
        return None


def worked(change: DropFlap, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with its flap. Raises BadInputError where it could not open."""
    del condition
    return FlapPlan(change, change.body_in(form), shop).outcome()
