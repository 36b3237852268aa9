"""A panel of planks glued edge to edge over a body, worked out: widths, parts, screws, movement, how it is held."""

import math

from zygoform.core.changes.tops.ground import (
    HOLD_SPACING,
    hold_down,
    overhang_handles,
    top_ground,
    with_slant,
)
from zygoform.core.changes.tops.planks.entries import PlankTop
from zygoform.core.changes.tops.planks.shape import (
    facet,
    profiled,
    shape_notes,
    top_shape,
)
from zygoform.core.changes.tops.work import spaced_top_work, top_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.plane import Outline, clip, corner_angles, extent
from zygoform.core.geometry.prism import X, Y, Z, upright
from zygoform.core.goods.fittings import GLUE_ML_PER_M2, spacing
from zygoform.core.goods.screws import Driven, pocket_screw, wood_screw
from zygoform.core.goods.species import movement, slot
from zygoform.core.goods.timber import LEAST_RIP, TimberSize, board_widths
from zygoform.core.measure.message import Message
from zygoform.core.measure.reading import sized
from zygoform.core.measure.rounding import round_to
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW
from zygoform.core.outcome.member import Axes, Member
from zygoform.core.outcome.outcome import (
    Finding,
    Fitting,
    Fix,
    Handle,
    LaterCut,
    Note,
    Outcome,
    Supply,
    slant_words,
)
from zygoform.core.outcome.work import Work
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

CLAMPS_APART = 275.0
"""Panel clamps stand at most so far apart (mm): writers say 200 to 350. [practice]"""
RAILS_APART = 600.0
"""Boards laid with gaps lie on something at least so often (mm). [practice]"""
BATTEN = 19.0
"""How thick the battens under a lid are (mm). [practice]"""


class PlankPanel:
    """Works a panel of planks over a body out; lives only for the length of one call."""

    def __init__(self, change: PlankTop, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.size: TimberSize = shop.size(change.board)
        c = change
        over = (c.overhang_front, c.overhang_right, c.overhang_back, c.overhang_left)
        self.ground = top_ground(body, over, f"{c.id}/plank/1", on_old=c.place == "over")
        self.outline = self.ground.outline
        self.lengthwise = (1.0, 0.0) if c.direction == "width" else (0.0, 1.0)
        self.crosswise = (0.0, 1.0) if c.direction == "width" else (1.0, 0.0)
        back = c.radius if c.rounded == "all" else 0.0
        depths = (c.depth_left, c.depth_quarter, c.depth_middle, c.depth_three_quarters, c.depth_right)
        self.shape = top_shape(self.outline, c.front, c.bow, depths, (c.radius, c.radius, back, back))
        self.facet = facet(c.profile, c.profile_size, self.size.thickness)
        low, high = extent(self.shape.edge, self.lengthwise)
        near, far = extent(self.shape.edge, self.crosswise)
        self.long, self.across, self.near = high - low, far - near, near
        if c.radius > min(self.long, self.across) / 2 + SAME_MM:
            raise BadInputError(
                "does_not_fit",
                "The radius is at most half the short side: {0}.",
                "radius",
                (min(self.long, self.across) / 2,),
            )
        full = self.size.width - c.joint_loss
        if full < LEAST_RIP / 2:
            raise BadInputError("does_not_fit", "Jointing leaves nothing of this board.", "joint_loss")
        self.layout = board_widths(self.across, full, c.rip, gap=c.gap)
        self._why_sizes()
        self.rests_on = self.ground.rests_on
        self.members = self._members()

    def _why_sizes(self) -> None:
        """Length, width across and a full board again, with what they are made of."""
        c = self.change
        where = f"{c.id}/plank/1"
        wide, deep = self.ground.sizes
        along, across = (wide, deep) if c.direction == "width" else (deep, wide)
        if self.shape.deeper:
            front = sized("what the front edge adds", self.shape.deeper, "chosen", where=where)
            along, across = (along, across + front) if c.direction == "width" else (along + front, across)
        self.long_of = with_slant(along, self.long, where)
        self.across_of = with_slant(across, self.across, where)
        self.full_of = sized("width of the board", self.size.width, "on sale")
        if c.joint_loss:
            self.full_of = self.full_of - sized("lost to jointing", c.joint_loss)
        n = len(self.layout.widths)
        rest = self.across_of - self.full_of * (n - (2 if self.layout.ripped == "both" else 1))
        if c.gap and n > 1:
            rest = rest - sized("gap between boards", c.gap, where=where) * (n - 1)
        self.ripped_of = rest * 0.5 if self.layout.ripped == "both" else rest

    @property
    def joints(self) -> int:
        """Glued ones; with gaps between its boards it has none."""
        return 0 if self.change.gap else len(self.layout.widths) - 1

    def outcome(self) -> Outcome:
        return Outcome(
            self.change.id,
            self._result(),
            self.ground.removed,
            self.members,
            later=(self._later(),),
            fittings=self._fittings(),
            supplies=self._supplies(),
            notes=self._notes(),
            cautions=(SAW, DUST, LIFT) if self.change.gap else (SAW, DUST, GLUE, LIFT),
            findings=self._findings(),
            handles=self._handles(),
            work=self._work(),
            body=self.body.id,
        )

    def _work(self) -> tuple[Work, ...]:
        change = self.change
        pockets = len(self._screw_places()) * self.joints if change.screws else 0
        corners = 0 if change.radius <= SAME_MM else 4 if change.rounded == "all" else 2
        parts = tuple(member.part for member in self.members)
        if change.gap:
            return spaced_top_work(parts, corners=corners, screws=self._each_board().count)
        return top_work(
            parts,
            self.long,
            jointed=change.joint_loss > 0,
            screws=pockets,
            corners=corners,
            places=2 * self._hold_count(),
        )

    def _members(self) -> tuple[Member, ...]:
        """Planks side by side: cut longer than the top, drawn as they are once it is trimmed and rounded."""
        change, low, t = self.change, self.ground.low, self.size.thickness
        rounded = self.shape.outline
        begin = extent(self.shape.edge, self.lengthwise)[0] - change.trim
        (lx, ly), (cx, cy) = self.lengthwise, self.crosswise
        # The show face is the upper one: seen from above, across is to the left of along.
        along = (lx, ly, 0.0) if change.direction == "width" else (-lx, -ly, 0.0)
        axes, grain = Axes(along, Z), X if change.direction == "width" else Y
        spare = sized("spare at each end", change.trim) * 2
        place = "from the front" if change.direction == "width" else "from the left"
        members, start = list[Member](), self.near
        for k, width in enumerate(self.layout.widths):
            outline = _strip(rounded, self.crosswise, start, start + width)
            if len(outline) < 3:
                message = "Rounded so far, nothing is left of an outer board. Make the radius smaller."
                raise BadInputError("does_not_fit", message, "radius")
            long = self.long + 2 * change.trim
            corners = ((0.0, 0.0), (long, 0.0), (long, width), (0.0, width))
            plank = tuple(
                ((begin + a) * lx + (start + b) * cx, (begin + a) * ly + (start + b) * cy) for a, b in corners
            )
            start += width + change.gap
            own = f"{change.id}/plank/{k + 1}"
            solid = profiled(outline, rounded, low, t, self.facet, back=change.overhang_back > SAME_MM)
            members.append(
                Member(
                    change.id,
                    Board(own, f"Top plank {k + 1}", "top", solid, grain, tone=k % 2),
                    axes,
                    self.size,
                    "Top plank",
                    f"in the top, number {k + 1} {place}",
                    upright(plank if change.direction == "width" else plank[::-1], low, low + t),
                    rounding="up",
                    measured_on="over all, spare at the ends included" if change.trim else "over all",
                    rests_on=self.rests_on,
                    length_of=self.long_of + spare,
                    width_of=self.ripped_of if width < self.layout.full - SAME_MM else self.full_of,
                )
            )
        return tuple(members)

    def _later(self) -> LaterCut:
        ids = tuple(f"{self.change.id}/plank/{k + 1}" for k in range(len(self.layout.widths)))
        corners = 0 if self.change.radius <= SAME_MM else (4 if self.change.rounded == "all" else 2)
        return LaterCut(
            self.change.id,
            "Top",
            self.long,
            self.across,
            self.change.radius,
            corners,
            ids,
            self.rests_on,
            self.long_of,
            self.across_of,
            self.outline,
            self.change.direction == "width",
        )

    def _fittings(self) -> tuple[Fitting, ...]:
        fittings = []
        joints = self.joints
        if self.change.screws and joints:
            screw = self._pocket_screw()
            each = len(self._screw_places())
            why = Message(
                f"{each} in a joint, at most {{0}} apart and {{1}} from the ends, in {joints} joints; "
                "{2} long for boards {3} thick",
                (self.change.screw_apart, self.change.screw_margin, screw.length, self.size.thickness),
            )
            use = "in the joints of the top"
            amount = each * joints
            fittings.append(Fitting(self.change.id, "pocket screw", screw.length, amount, use, why, driven=screw))
        fittings.append(self._battens() if self.ground.lid else self._hold())
        return tuple(fittings)

    def _hold(self) -> Fitting:
        if self.change.gap:
            return self._each_board()
        held, screw = self._hold_count(), self._hold_screw()
        why = Message(
            f"two rows of {held}, at most {{0}} apart; {{1}} is the longest that does not come through {{2}}",
            (HOLD_SPACING, screw.length, self.size.thickness),
        )
        use = "hold the top down"
        return Fitting(self.change.id, "wood screw", screw.length, 2 * held, use, why, driven=screw)

    def _each_board(self) -> Fitting:
        """With gaps between them every board is screwed down by itself, twice at each rail."""
        n, screw = len(self.layout.widths), self._hold_screw()
        rails = spacing(self.long, min(50.0, self.long / 4), RAILS_APART).count
        why = Message(f"2 in each of {n} boards at {rails} rails, at most {{0}} apart", (RAILS_APART,))
        use = "hold every board down"
        return Fitting(self.change.id, "wood screw", screw.length, 2 * n * rails, use, why, driven=screw)

    def _battens(self) -> Fitting:
        """A lid is held flat by two battens across its boards, from offcuts; one screw a board in each."""
        screw = wood_screw(BATTEN, self.size.thickness, self.shop.sizes_of("wood screw"))
        count = 2 * len(self.layout.widths)
        why = Message(f"one for each of {len(self.layout.widths)} boards in two battens {{0}} thick", (BATTEN,))
        use = "battens under the lid"
        return Fitting(self.change.id, "wood screw", screw.length, count, use, why, driven=screw)

    def _screw_places(self) -> tuple[float, ...]:
        """From one end of the glued-up planks, each rounded from there, so that no error adds up."""
        whole = self.long + 2 * self.change.trim
        margin = self.change.screw_margin + self.change.trim
        try:
            row = spacing(whole, margin, self.change.screw_apart)
        except BadInputError as tight:
            raise BadInputError(tight.kind, tight.message, "screw_margin") from tight
        return tuple(round_to(margin + k * row.spacing, self.shop.cut_step) for k in range(row.count))

    def _pocket_screw(self) -> Driven:
        thick = self.size.thickness
        return pocket_screw(thick, thick, self.shop.sizes_of("pocket screw"))

    def _hold_count(self) -> int:
        return hold_down(self.body, self.size.thickness, self.shop, self.body.bottom_rail)[0] // 2

    def _hold_screw(self) -> Driven:
        """Through a rail (or a button as thick as half of one) from below into the top."""
        sizes = self.shop.sizes_of("wood screw")
        outer = self.body.bottom_rail if self.change.hold == "slots" else 12.7
        return wood_screw(outer, self.size.thickness, sizes)

    def _supplies(self) -> tuple[Supply, ...]:
        area = self.joints * self.long * self.size.thickness / 1e6
        why = Message(
            f"{self.joints} joints of {{0}} × {{1}}, {{2}}",
            (self.long, self.size.thickness, MlASquareMetre(GLUE_ML_PER_M2)),
        )
        amount = area * GLUE_ML_PER_M2
        return (Supply(self.change.id, "glue", amount, "edge joints of the top", why),) if area else ()

    def shrink_grow(self) -> tuple[float, float]:
        """Of the whole panel, or of one board where there are gaps between them (mm)."""
        now, climate = self.shop.climate.now, self.shop.climate
        across = max(self.layout.widths) if self.change.gap else self.across
        shrink = -movement(across, self.size.species, now, climate.low)
        return shrink, movement(across, self.size.species, now, climate.high)

    def _result(self) -> Message:
        n, ripped = len(self.layout.widths), self.layout.ripped
        text = f"{n} boards {{0}} wide" if n > 1 else "1 board {0} wide"
        sizes = [self.layout.full]
        if ripped != "none":
            which = {"first": "the first", "last": "the last", "both": "both outer ones"}[ripped]
            text += f", {which} ripped to {{1}}"
            sizes.append(self.layout.widths[0 if ripped != "last" else -1])
        if self.change.radius > SAME_MM:
            text += f", corners rounded {{{len(sizes)}}}"
            sizes.append(self.change.radius)
        return Message(text, tuple(sizes))

    def _notes(self) -> tuple[Note, ...]:
        notes = [Note("Finished", Message("{0} × {1} × {2}", (self.long, self.across, self.size.thickness)))]
        slanted = slant_words(self._later(), self.shop.saw)
        if slanted:
            words = "The body is out of square, and the top with it: " + "; ".join(slanted) + "."
            notes.append(Note("Out of square", Message(words)))
        notes += self._edge_notes()
        change = self.change
        notes += shape_notes(change.front, self.shape, change.bow, change.profile, change.profile_size)
        if self.change.screws and self.joints:
            places = self._screw_places()
            marks = ", ".join(f"{{{i + 1}}}" for i in range(len(places)))
            text = f"{len(places)} in each joint, {{0}} long. From one end of the rough planks: {marks}."
            lengths = (self._pocket_screw().length, *places)
            notes.append(Note("Pocket screws", Message(text, lengths)))
        if self.joints:
            clamps = spacing(self.long, min(50.0, self.long / 4), CLAMPS_APART)
            text = f"{clamps.count} panel clamps, {{0}} apart, above and below in turn."
            notes.append(Note("Clamps", Message(text, (clamps.spacing,))))
        notes += gap_notes(self) if self.change.gap else movement_notes(self)
        return tuple(notes)

    def _edge_notes(self) -> tuple[Note, ...]:
        """How long the edges are that are rounded over, sanded or edged: all round, and the corners' arcs of it.

        A corner of c takes r / tan(c / 2) of either edge and gives (pi - c) r; a front that is not straight is
        taken in the chords it is drawn in.
        """
        radius, straight = self.change.radius, self.change.front == "straight"
        back, front = radius if self.change.rounded == "all" else 0.0, radius if straight else 0.0
        if radius <= SAME_MM:
            return (Note("Edge", Message("{0} all round.", (_around(self.shape.outline),))),)
        corners = list(zip(corner_angles(self.outline), (front, front, back, back), strict=True))
        arcs = sum((math.pi - corner) * r for corner, r in corners)
        sharp = _around(self.outline) - sum(2 * r / math.tan(corner / 2) for corner, r in corners)
        around = sharp + arcs if straight else _around(self.shape.outline)
        return (Note("Edge", Message("{0} all round, {1} of it in the rounded corners.", (around, arcs))),)

    def _findings(self) -> tuple[Finding, ...]:
        return (*thin_strip(self), *held_fast(self))

    def _handles(self) -> tuple[Handle, ...]:
        return overhang_handles(self.change.id, self.outline, self.ground.low + self.size.thickness / 2)


def _around(outline: Outline) -> float:
    return sum(math.dist(a, b) for a, b in zip(outline, outline[1:] + outline[:1], strict=True))


def _strip(outline: Outline, across: tuple[float, float], low: float, high: float) -> Outline:
    """The part of an outline between two lines square to `across`."""
    ux, uy = across
    above = clip(outline, (ux * low, uy * low), (ux, uy))
    return clip(above, (ux * high, uy * high), (-ux, -uy))


def worked(change: PlankTop, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with the new top. Raises BadInputError where it cannot be built."""
    del condition
    body = change.body_in(form)
    return PlankPanel(change, body, shop).outcome()


HOLE_PLAY = 1.5
"""A screw in a hole of its own size and a little gives by so much (mm). [practice]"""
HOLD_SCREW = 4.5
"""The shank of a screw that holds a top (mm). [practice]"""
_NO_GLUE = (
    "No glue between top and body but on the fixed line, and no pocket screws across the boards: "
    "a wide top held everywhere splits."
)
_HINGES = "The old hinges go on again where they were; a heavier lid wants a stay that holds its weight."


def movement_notes(panel: "PlankPanel") -> tuple[Note, ...]:
    shrink, grow = panel.shrink_grow()
    climate = panel.shop.climate
    text = (
        f"Across the boards it shrinks up to {{0}} when it is dry and grows up to {{1}} when it is damp "
        f"({panel.size.species}, {climate.low:g} to {climate.high:g} % moisture)."
    )
    moving = Note("Movement", Message(text, (shrink, grow)))
    distance = panel.across / (2 if panel.change.fixed == "centre" else 1)
    run = slot(distance, panel.size.species, climate.now, climate.low, climate.high, HOLD_SCREW)
    line = "front row" if panel.change.fixed == "front" else "middle row"
    if panel.ground.lid:
        text = "Two battens under it across the boards: screwed tight in the middle, in slots {0} long elsewhere."
        return moving, Note("Hold it flat by", Message(text, (run,))), Note("Hinges", Message(_HINGES))
    if panel.change.hold == "holes":
        text = "Screws through the old holes, driven just tight: they give by {0} each way."
        return moving, Note("Hold it by", Message(text, (HOLE_PLAY,))), Note("Never", Message(_NO_GLUE))
    if panel.change.hold == "slots":
        text = f"Round holes in the {line} only; elsewhere slots {{0}} long across the boards."
    else:
        text = f"Screw the {line} tight; elsewhere buttons, screwed to the top only, {{0}} of groove to slide in."
    return moving, Note("Hold it by", Message(text, (run,))), Note("Never", Message(_NO_GLUE))


def held_fast(panel: "PlankPanel") -> tuple[Finding, ...]:
    """Wood fastened across its movement: held at both edges, half of it goes each way."""
    shrink, grow = panel.shrink_grow()
    each = max(shrink, grow) / 2
    if panel.change.hold != "holes" or panel.ground.lid or each <= HOLE_PLAY + SAME_MM:
        return ()
    return (
        Finding(
            "held_fast",
            "mind",
            Message("Held in the old holes the top would split"),
            Message("It moves by {0} at each edge with the seasons, and round holes give {1}.", (each, HOLE_PLAY)),
            tuple(member.board.id for member in panel.members)[:1],
            panel.change.id,
            (Fix(Message("Hold it by screws in slots"), panel.change.id, "hold", "slots"),),
        ),
    )


def thin_strip(panel: "PlankPanel") -> tuple[Finding, ...]:
    thin = min(panel.layout.widths)
    if thin >= LEAST_RIP - SAME_MM or len(panel.layout.widths) < 2:
        return ()
    remedies: tuple[Fix, ...] = ()
    if panel.change.rip != "both" and panel.layout.full - panel.layout.excess / 2 >= LEAST_RIP:
        remedies = (Fix(Message("Rip both outer boards"), panel.change.id, "rip", "both"),)
    return (
        Finding(
            "thin_strip",
            "mind",
            Message("One board of the top is only {0} wide", (thin,)),
            Message(
                "Under {0} a strip is hard to joint and to clamp. Share it between both outer boards.",
                (LEAST_RIP,),
            ),
            tuple(f"{panel.change.id}/plank/{k + 1}" for k, w in enumerate(panel.layout.widths) if w == thin),
            panel.change.id,
            remedies,
        ),
    )


def gap_notes(panel: "PlankPanel") -> tuple[Note, ...]:
    """Boards that lie apart move one by one."""
    shrink, grow = panel.shrink_grow()
    text = "{0} between boards, by a spacer: water runs out, and each board moves by itself, by {1} at most."
    lay = "Heart side up where rings are plain; screws near the middle of a board, none at its edges."
    return Note("Gaps", Message(text, (panel.change.gap, max(shrink, grow)))), Note("Lay", Message(lay))
