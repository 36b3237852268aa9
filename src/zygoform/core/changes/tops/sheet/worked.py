"""A top of sheet over a body, worked out: the sheet within its strips, how it is held, what its edges need."""

import math

from zygoform.core.changes.sheet_member import sheet_member, trimmed_later
from zygoform.core.changes.tops.ground import (
    HOLD_SPACING,
    SIDE_NAMES,
    hold_down,
    inside_trim,
    overhang_handles,
    top_ground,
    trim_members,
)
from zygoform.core.changes.tops.sheet.entries import SheetTop
from zygoform.core.changes.tops.work import sheet_top_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Body, Form
from zygoform.core.geometry.plane import Outline, extent, round_corners
from zygoform.core.goods.fittings import GLUE_ML_PER_M2
from zygoform.core.measure.message import Message
from zygoform.core.measure.write import MlASquareMetre
from zygoform.core.outcome.cautions import DUST, GLUE, LIFT, SAW, Caution
from zygoform.core.outcome.member import Member
from zygoform.core.outcome.outcome import Finding, Fitting, Fix, Note, Outcome, Supply
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

BAND_SPARE = 1.1
"""Times the edge: iron-on band is cut a little long at each end and trimmed. [practice]"""


class SheetPanel:
    """Works a top of sheet out; lives only for the length of one call."""

    def __init__(self, change: SheetTop, body: Body, shop: Shop) -> None:
        self.change, self.body, self.shop = change, body, shop
        self.sheet = shop.size(change.board)
        if not self.sheet.is_sheet:
            raise BadInputError("impossible", "This is a board. Choose a sheet.", "board")
        over = (change.overhang_front, change.overhang_right, change.overhang_back, change.overhang_left)
        self.ground = top_ground(body, over, f"{change.id}/sheet/1", on_old=change.place == "over")
        back = change.sides == "four"
        self.sides = (True, True, back, True)
        self.strips = self._strips()
        trimmed = change.edges == "strips"
        self.core = (
            inside_trim(self.ground.outline, shop.size(change.trim), self.sides) if trimmed else self.ground.outline
        )
        self.member = sheet_member(change.id, self.ground, self.core, self.sheet, self._rounded(self.core))

    def _strips(self) -> tuple[Member, ...]:
        change, sheet = self.change, self.sheet
        if change.edges != "strips":
            return ()
        if change.trim_height < sheet.thickness - SAME_MM:
            message = "The strip is at least as high as the sheet is thick: {0}."
            raise BadInputError("does_not_fit", message, "trim_height", (sheet.thickness,))
        size = self.shop.size(change.trim)
        top = self.ground.low + sheet.thickness
        return trim_members(change.id, self.ground, size, change.trim_height, top, self.sides)

    def _rounded(self, outline: Outline) -> Outline:
        """Corners rounded; of a sheet with strips they are square."""
        change = self.change
        if change.edges == "strips" or change.radius <= SAME_MM:
            return outline
        if change.radius > min(e - s for s, e in (extent(outline, (1, 0)), extent(outline, (0, 1)))) / 2:
            raise BadInputError("does_not_fit", "The radius is at most half the short side.", "radius")
        back = change.radius if change.sides == "four" else 0.0
        return round_corners(outline, (change.radius, change.radius, back, back))

    def outcome(self) -> Outcome:
        change = self.change
        members = (self.member, *self.strips)
        cautions: list[Caution] = [SAW, DUST]
        cautions += [GLUE] if change.edges == "strips" else []
        held, screw = hold_down(self.body, self.sheet.thickness, self.shop, self.body.bottom_rail)
        why = Message(
            f"two rows of {held // 2}, at most {{0}} apart; {{1}} is the longest that does not come through {{2}}",
            (HOLD_SPACING, screw.length, self.sheet.thickness),
        )
        corners = 0 if change.radius <= SAME_MM or change.edges == "strips" else 4 if change.sides == "four" else 2
        parts = tuple(member.part for member in members)
        return Outcome(
            change.id,
            Message(f"One sheet {{0}} × {{1}}, {_EDGES[change.edges]}", self.member_sizes()),
            self.ground.removed,
            members,
            later=trimmed_later(change.id, "Sheet", self.ground, self.member, self.core, corners, change.radius),
            fittings=(
                Fitting(change.id, "wood screw", screw.length, held, "hold the top down", why, driven=screw),
            ),
            supplies=self._supplies(),
            notes=self._notes(),
            cautions=(*cautions, LIFT),
            findings=self._findings(),
            handles=overhang_handles(change.id, self.ground.outline, self.ground.low + self.sheet.thickness / 2),
            work=sheet_top_work(
                parts, frozenset({self.sheet.id}), len(self.strips), corners, held, self._edge_long()
            ),
            body=self.body.id,
        )

    def member_sizes(self) -> tuple[float, float]:
        part = self.member.part
        return part.length, part.width

    def _edge_long(self) -> float:
        """How long the edges with a strip or band are together (mm)."""
        outline = self.ground.outline
        return sum(math.dist(outline[k], outline[(k + 1) % 4]) for k in range(4) if self.sides[k])

    def _supplies(self) -> tuple[Supply, ...]:
        change, long = self.change, self._edge_long()
        if change.edges == "strips":
            why = Message(
                "{0} of edge {1} thick, {2}", (long, self.sheet.thickness, MlASquareMetre(GLUE_ML_PER_M2))
            )
            amount = long * self.sheet.thickness / 1e6 * GLUE_ML_PER_M2
            return (Supply(change.id, "glue", amount, "strips round the sheet", why),)
        if change.edges == "band":
            why = Message("{0} of edge, and a tenth to trim", (long,))
            return (Supply(change.id, "edge band", long / 1000 * BAND_SPARE, "edges of the sheet", why),)
        return ()

    def _notes(self) -> tuple[Note, ...]:
        change, outline = self.change, self.ground.outline
        names = [name for k, name in enumerate(SIDE_NAMES) if self.sides[k]]
        wide, deep = (high - low for low, high in (extent(outline, (1, 0)), extent(outline, (0, 1))))
        notes = [Note("Finished", Message("{0} × {1} × {2}", (wide, deep, self.sheet.thickness)))]
        if change.edges == "strips":
            text = "Cut and fit the front strip first, then the sides to it. Glue them on flush with the face."
            notes.append(Note("Strips", Message(text)))
        elif change.edges == "band":
            notes.append(
                Note("Band", Message(f"On {', '.join(names)}: the sides first, the front over their ends."))
            )
        notes.append(
            Note(
                "Movement",
                Message("Sheet hardly moves with the seasons: screw it down anywhere, round holes will do."),
            )
        )
        return tuple(notes)

    def _findings(self) -> tuple[Finding, ...]:
        """Strips that hang below the sheet need room before the body."""
        change = self.change
        hangs = change.edges == "strips" and change.trim_height > self.sheet.thickness + SAME_MM
        if not hangs or change.place == "over":
            return ()
        t, thick = self.shop.size(change.trim).thickness, self.sheet.thickness
        names = ("overhang_front", "overhang_right", "overhang_back", "overhang_left")
        tight = [name for k, name in enumerate(names) if self.sides[k] and getattr(change, name) < t - SAME_MM]
        if not tight:
            return ()
        return (
            Finding(
                "strip_meets_body",
                "mind",
                Message("The strip hangs below the sheet and meets the body"),
                Message(
                    "It is {0} thick: the top must stand out by as much, or the strip be as high as the sheet.",
                    (t,),
                ),
                (self.strips[0].board.id,),
                change.id,
                (
                    Fix(Message("Make the strip {0} high", (thick,)), change.id, "trim_height", thick),
                    *(
                        Fix(Message("Let it stand out {0}", (t,)), change.id, name, t)
                        for name in (tight if len(tight) == 1 else ())
                    ),
                ),
            ),
        )


_EDGES = {"strips": "solid strips round it", "band": "iron-on band at its edges", "bare": "edges left bare"}


def worked(change: SheetTop, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece with the sheet on it. Raises BadInputError where it cannot be."""
    del condition
    return SheetPanel(change, change.body_in(form), shop).outcome()
