"""A piece made narrower or lower: a slice taken out where an opening lets it."""

from typing import Annotated, Literal

from zygoform.core.changes.base import SOUND, ChangeBase
from zygoform.core.changes.work import resize_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.resized import Slice, SliceAxis, without_slice
from zygoform.core.measure.message import Message, literal
from zygoform.core.measure.param import Choice, choice, length
from zygoform.core.outcome.cautions import DUST, LIFT, SAW
from zygoform.core.outcome.outcome import Finding, Fix, Note, Outcome
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

LEAST_LEFT = 40.0
"""What is left of the room the slice is taken from, at least (mm)."""


class Resize(ChangeBase, frozen=True, tag="resize"):
    """So much taken out of the width, or of the height, in the middle of the largest room or at a place given."""

    way: Annotated[
        Literal["narrower", "lower"],
        choice(
            "Made",
            Choice("narrower", "narrower", "sides move together; what spans them is sawn shorter"),
            Choice("lower", "lower", "top and bottom move together; sides and uprights are sawn shorter"),
        ),
    ] = "narrower"
    by: Annotated[float, length("By", 5, 2000, hint="what is taken out", inch=101.6)] = 100.0
    place: Annotated[
        float, length("Taken out from", 0, 6000, main=False, hint="from the left, or from below; 0: choose for me")
    ] = 0.0

    def apply(self, form: Form, shop: Shop, condition: Condition = SOUND) -> Outcome:
        """The piece without the slice. Raises BadInputError where no room is wide or high enough for it."""
        del condition, shop
        body = self.body_in(form)
        cut = Slice(0 if self.way == "narrower" else 2, self._at(body), self.by)
        sawn = [board for board in body.members if cut.crosses(board)]
        if not sawn:
            raise BadInputError("does_not_fit", "Nothing spans this place: take it out somewhere else.", "place")
        changed = [o for o in body.openings if _size(o, cut) != _size(o, None) and o.holds in ("drawer", "door")]
        high = body.width.value if cut.axis == 0 else body.height
        return Outcome(
            self.id,
            Message(f"{{0}} {self.way}: {{1}} from {{2}}", (self.by, high - self.by, high)),
            notes=self._notes(sawn, cut),
            cautions=(SAW, DUST, LIFT),
            findings=self._findings(changed),
            work=resize_work(len(sawn), tuple(board.id for board in sawn)),
            body=body.id,
            reshaped=(without_slice(body, cut),),
        )

    def _at(self, body: Body) -> float:
        """Where the slice begins: in the middle of the widest or highest room, or of the whole."""
        axis: SliceAxis = 0 if self.way == "narrower" else 2
        rooms = [(o.rect[0], o.rect[2]) if axis == 0 else (o.rect[1], o.rect[3]) for o in body.openings]
        if not rooms:
            low = min(board.solid.box[0][axis] for board in body.boards)
            rooms = [(low + LEAST_LEFT, max(board.solid.box[1][axis] for board in body.boards) - LEAST_LEFT)]
        if self.place:
            if not any(a + SAME_MM < self.place and self.place + self.by < b - SAME_MM for a, b in rooms):
                message = "The slice has to lie within one room, between its sides."
                raise BadInputError("does_not_fit", message, "place")
            return self.place
        a, b = max(rooms, key=lambda room: room[1] - room[0])
        if b - a < self.by + LEAST_LEFT:
            raise BadInputError(
                "does_not_fit", "The largest room is {0}: so much cannot be taken out.", "by", (b - a,)
            )
        return (a + b - self.by) / 2

    def _notes(self, sawn: list[Board], cut: Slice) -> tuple[Note, ...]:
        names = list(dict.fromkeys(literal(board.name).lower() for board in sawn))
        said = ", ".join(names[:6]) + (f" and {len(names) - 6} more" if len(names) > 6 else "")
        across = "from left to right" if cut.axis == 0 else "in height"
        return (
            Note("Sawn", Message(f"Each by {{0}} {across}: {said}.", (self.by,))),
            Note("Where", Message("Saw at one end, where a joint is made anew; keep the end that is shaped.")),
            Note(
                "Joints",
                Message("Dry fit before glue, diagonals equal; the old joints are cut again at the new ends."),
            ),
        )

    def _findings(self, changed: list[FormOpening]) -> tuple[Finding, ...]:
        """Drawers and doors that no longer fit their room."""
        if not changed:
            return ()
        names = ", ".join(literal(opening.name) for opening in changed[:4]) + (" …" if len(changed) > 4 else "")
        return (
            Finding(
                "must_be_made_anew",
                "mind",
                Message(f"{names}: made {self.way} too"),
                Message(
                    "Fronts, bottoms and backs are sawn by {0} as well, and joined again; or choose shelves.",
                    (self.by,),
                ),
                tuple(opening.id for opening in changed),
                self.id,
                (Fix(Message("Leave it out"), self.id, leave_out=True),),
            ),
        )


def _size(opening: FormOpening, cut: Slice | None) -> tuple[float, float]:
    x0, z0, x1, z1 = opening.rect
    if cut is None:
        return round(x1 - x0, 3), round(z1 - z0, 3)
    if cut.axis == 0:
        return round(cut.place(x1) - cut.place(x0), 3), round(z1 - z0, 3)
    return round(x1 - x0, 3), round(cut.place(z1) - cut.place(z0), 3)
