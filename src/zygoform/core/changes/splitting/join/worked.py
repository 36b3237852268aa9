"""Works a join out: where the other piece stands, what is sawn flush, what lies between, what holds them."""

from msgspec import structs

from zygoform.core.changes.splitting.join.entries import Join
from zygoform.core.changes.work import join_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.arrange import joined_bodies
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.form.resized import TOP_ROLES, Half
from zygoform.core.geometry.plane import extent, rectangle
from zygoform.core.geometry.prism import X, Z, upright
from zygoform.core.goods.fittings import spacing
from zygoform.core.goods.screws import pocket_screw, wood_screw
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.reading import sized
from zygoform.core.outcome.cautions import DUST, LIFT, SAW, Caution
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import Finding, Fitting, Note, Outcome
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

LEVEL = 1.0
"""Tops that differ by no more than this (mm) are level once sanded."""
ROWS = 350.0
"""Sides are screwed together at least so often in height (mm), in front and behind. [practice]"""
LEAST_STRIP = 2.0
"""A gap up to this (mm) is drawn shut by the screws. [practice]"""


class Joining:
    """Lives only for the length of a call: `body` on the left, `other` to its right."""

    def __init__(self, change: Join, body: Body, other: Body, shop: Shop) -> None:
        self.change, self.shop = change, shop
        self.sawn = list[Board]()
        flush = change.tops == "saw" and not change.gap
        self.left = self._flush(body, -1) if flush else body
        right = self._flush(other, 1) if flush else other
        self.right = right.moved(self._by(right, flush=flush))
        self.between = self.right.plan[0][0] - self.left.plan[1][0]
        self.members = self._rail() if change.gap else self._strips()
        self.name = f"{literal(body.name)} and {literal(other.name)}"

    def _flush(self, body: Body, side: int) -> Body:
        """A body whose top ends where its side does."""
        ends = extent(body.plan, (1.0, 0.0))
        end = Half(-1 if side < 0 else 1, ends[1] if side < 0 else ends[0])
        boards = []
        for board in body.boards:
            sawn = board.role in TOP_ROLES and end.crosses(board)
            self.sawn += [board] if sawn else []
            boards.append(end.sawn(board) if sawn else board)
        return structs.replace(body, boards=tuple(boards), shut_box=None)

    def _by(self, other: Body, *, flush: bool) -> tuple[float, float, float]:
        """How far the other is moved: on one floor, fronts in line, to the right."""
        left, (x0, y0) = self.left, other.plan[0]
        if flush:
            dx = left.plan[1][0] - x0
        else:
            reach = max(board.solid.box[1][0] for board in left.boards)
            begins = min(board.solid.box[0][0] for board in other.boards)
            dx = max(reach - begins, left.plan[1][0] + self.change.gap - x0)
        return dx, left.plan[0][1] - y0, other.base_height - left.base_height

    def _strips(self) -> tuple[Member, ...]:
        """Between sides that do not touch, in front and behind."""
        if self.between <= LEAST_STRIP:
            return ()
        size = self.shop.size(self.change.strip)
        x = self.left.plan[1][0]
        high = min(self.left.height, self.right.underside + self.right.height)
        front = max(self.left.plan[1][1], self.right.plan[0][1])
        back = min(self.left.plan[2][1], self.right.plan[3][1])
        places = (("front", front), ("back", back - size.thickness))
        return tuple(
            self._strip(name, rectangle(x, y, x + self.between, y + size.thickness), high) for name, y in places
        )

    def _strip(self, name: str, plan: tuple[tuple[float, float], ...], high: float) -> Member:
        solid = upright(plan, max(self.left.underside, self.right.underside), high)
        board = Board(f"{self.change.id}/strip/{name}", f"Packing strip, {name}", "rail", solid, Z)
        words = "between both sides, over their tops' overhang"
        return Member(
            self.change.id,
            board,
            Axes(Z, (0.0, -1.0, 0.0)),
            self.shop.size(self.change.strip),
            "Packing strip",
            f"between the sides, {name}",
            rounding="down",
            length_of=sized("height of both", high - solid.origin[2], "measured", where=board.id),
            width_of=sized(words, self.between, "measured", where=board.id),
        )

    def _rail(self) -> tuple[Member, ...]:
        """Behind, right under the top: what keeps both at their distance."""
        size = self.shop.size(self.change.strip)
        x, high = self.left.plan[1][0], min(self.left.height, self.right.underside + self.right.height)
        back = min(self.left.plan[2][1], self.right.plan[3][1])
        plan = rectangle(x, back - size.thickness, x + self.between, back)
        board = Board(
            f"{self.change.id}/rail/back", "Rail between", "rail", upright(plan, high - size.width, high), X
        )
        return (
            Member(
                self.change.id,
                board,
                Axes(X, (0.0, -1.0, 0.0)),
                size,
                "Rail",
                "behind, under the top, between both",
                rounding="down",
                length_of=sized("room between", self.between, "chosen", where=board.id),
                width_of=sized("width of the strip", size.width, "on sale"),
            ),
        )

    def outcome(self) -> Outcome:
        change, parts = self.change, tuple(member.part for member in self.members)
        cautions: list[Caution] = [SAW, DUST, LIFT]
        whole = joined_bodies(self.left, self.right, self.name)
        boards = (*whole.boards, *(member.board for member in self.members))
        whole = structs.replace(whole, boards=boards)
        fitting = self._fitting()
        return Outcome(
            change.id,
            self._result(whole),
            members=self.members,
            fittings=(fitting,),
            notes=self._notes(),
            cautions=tuple(cautions) if parts or self.sawn else (LIFT,),
            findings=self._findings(),
            work=join_work(parts, tuple(b.id for b in self.sawn), tuple(b.id for b in whole.boards), fitting.count),
            body=self.left.id,
            reshaped=(whole,),
            absorbed=frozenset({self.right.id}),
        )

    def _result(self, whole: Body) -> Message:
        if self.change.gap:
            return Message("One piece {0} wide, with {1} between", (whole.width.value, self.between))
        return Message("One piece {0} wide", (whole.width.value,))

    def _fitting(self) -> Fitting:
        sizes = self.shop.sizes_of("wood screw")
        if self.change.gap:
            size = self.shop.size(self.change.strip)
            thin = min(self.left.side_thickness or 19.0, self.right.side_thickness or 19.0)
            screw = pocket_screw(size.thickness, thin, self.shop.sizes_of("pocket screw"))
            why, use = Message("two at each end of the rail"), "the rail between both"
            return Fitting(self.change.id, "pocket screw", screw.length, 4, use, why, driven=screw)
        t, u = self.left.side_thickness or 19.0, self.right.side_thickness or 19.0
        high = min(self.left.height, self.right.height)
        rows = spacing(high, min(50.0, high / 4), ROWS).count
        packed = self.between if self.members else 0.0
        screw = wood_screw(t + packed, u, sizes)
        why = Message("{0} apart in height at most, in front and behind", (ROWS,))
        use = "both sides together"
        return Fitting(self.change.id, "wood screw", screw.length, 2 * rows, use, why, driven=screw)

    def _notes(self) -> tuple[Note, ...]:
        notes = list[Note]()
        if self.sawn:
            text = "Both tops are sawn flush with the sides that meet: mark along the side, saw outside the line."
            notes.append(Note("Saw", Message(text)))
        text = "Stand both on a flat floor, clamp them with their fronts in line, then bore and screw from inside."
        notes.append(Note("Fasten", Message(text)))
        if self.change.gap:
            text = "A new top over both carries across the room between: add it to this piece, and it spans it."
            notes.append(Note("Bridge", Message(text)))
        behind = abs(extent(self.left.plan, (0.0, 1.0))[1] - extent(self.right.plan, (0.0, 1.0))[1])
        if behind > LEVEL:
            text = "One is {0} less deep: it stands so far from the wall, or gets a batten behind."
            notes.append(Note("Depth", Message(text, (behind,))))
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        step = self.right.underside + self.right.height - self.left.underside - self.left.height
        if abs(step) <= max(LEVEL, SAME_MM):
            return ()
        higher = "right" if step > 0 else "left"
        return (
            Finding(
                "tops_not_level",
                "mind",
                Message(f"The {higher} one is {{0}} higher", (abs(step),)),
                Message("A top over both lies on one of them only: pack the other up, or make it lower before."),
                tuple(board.id for board in self.right.boards if board.role in TOP_ROLES)[:1],
                self.change.id,
            ),
        )


def worked(change: Join, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """Both as one body. Raises BadInputError where there is no other."""
    del condition
    body = change.body_in(form)
    return Joining(change, body, _other(change, form, body), shop).outcome()


def _other(change: Join, form: Form, body: Body) -> Body:
    """The one that was chosen; else the next one that stands on the floor."""
    if body.hangs:
        raise BadInputError("impossible", "This hangs on the wall: what is joined stands on the floor.", "other")
    others = [one for one in form.bodies if one.id != body.id and not one.hangs]
    if change.other and change.other not in {piece_of(one.id) for one in others}:
        raise BadInputError("unknown_key", "That piece is not there to be joined: choose another.", "other")
    chosen = [one for one in others if not change.other or one.piece_id == change.other]
    if not chosen:
        message = "There is no other piece on the floor to join it with: add one in the survey."
        raise BadInputError("impossible", message, "other")
    ids = [one.id for one in form.bodies]
    after = [one for one in chosen if ids.index(one.id) > ids.index(body.id)]
    return (after or chosen)[0]
