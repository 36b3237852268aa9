"""A piece made narrower or lower: a slice taken out where an opening lets it."""

from zygoform.core.changes.splitting.resize.entries import Resize
from zygoform.core.changes.work import resize_work
from zygoform.core.condition.condition import Condition
from zygoform.core.errors import BadInputError
from zygoform.core.form.form import Board, Body, Form, FormOpening
from zygoform.core.form.resized import Slice, SliceAxis, without_slice
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.cautions import DUST, LIFT, SAW
from zygoform.core.outcome.outcome import Finding, Fix, Note, Outcome
from zygoform.core.shop import Shop
from zygoform.core.tolerance import SAME_MM

LEAST_LEFT = 40.0
"""What is left of the room the slice is taken from, at least (mm). [choice]"""


def worked(change: Resize, form: Form, shop: Shop, condition: Condition) -> Outcome:
    """The piece without the slice. Raises BadInputError where no room is wide or high enough for it."""
    del condition, shop
    body = change.body_in(form)
    cut = Slice(0 if change.way == "narrower" else 2, _at(change, body), change.by)
    sawn = [board for board in body.members if cut.crosses(board)]
    if not sawn:
        raise BadInputError("does_not_fit", "Nothing spans this place: take it out somewhere else.", "place")
    changed = [o for o in body.openings if _size(o, cut) != _size(o, None) and o.holds in ("drawer", "door")]
    high = body.width.value if cut.axis == 0 else body.height
    return Outcome(
        change.id,
        Message(f"{{0}} {change.way}: {{1}} from {{2}}", (change.by, high - change.by, high)),
        notes=_notes(change, sawn, cut),
        cautions=(SAW, DUST, LIFT),
        findings=_findings(change, changed),
        work=resize_work(len(sawn), tuple(board.id for board in sawn)),
        body=body.id,
        reshaped=(without_slice(body, cut),),
    )


def _at(change: Resize, body: Body) -> float:
    """Where the slice begins: in the middle of the widest or highest room, or of the whole."""
    axis: SliceAxis = 0 if change.way == "narrower" else 2
    rooms = [(o.rect[0], o.rect[2]) if axis == 0 else (o.rect[1], o.rect[3]) for o in body.openings]
    if not rooms:
        low = min(board.solid.box[0][axis] for board in body.boards)
        rooms = [(low + LEAST_LEFT, max(board.solid.box[1][axis] for board in body.boards) - LEAST_LEFT)]
    if change.place:
        if not any(a + SAME_MM < change.place and change.place + change.by < b - SAME_MM for a, b in rooms):
            message = "The slice has to lie within one room, between its sides."
            raise BadInputError("does_not_fit", message, "place")
        return change.place
    a, b = max(rooms, key=lambda room: room[1] - room[0])
    if b - a < change.by + LEAST_LEFT:
        raise BadInputError("does_not_fit", "The largest room is {0}: so much cannot be taken out.", "by", (b - a,))
    return (a + b - change.by) / 2


def _notes(change: Resize, sawn: list[Board], cut: Slice) -> tuple[Note, ...]:
    names = list(dict.fromkeys(literal(board.name).lower() for board in sawn))
    said = ", ".join(names[:6]) + (f" and {len(names) - 6} more" if len(names) > 6 else "")
    across = "from left to right" if cut.axis == 0 else "in height"
    return (
        Note("Sawn", Message(f"Each by {{0}} {across}: {said}.", (change.by,))),
        Note("Where", Message("Saw at one end, where a joint is made anew; keep the end that is shaped.")),
        Note(
            "Joints",
            Message("Dry fit before glue, diagonals equal; the old joints are cut again at the new ends."),
        ),
    )


def _findings(change: Resize, changed: list[FormOpening]) -> tuple[Finding, ...]:
    """Drawers and doors that no longer fit their room."""
    if not changed:
        return ()
    names = ", ".join(literal(opening.name) for opening in changed[:4]) + (" …" if len(changed) > 4 else "")
    return (
        Finding(
            "must_be_made_anew",
            "mind",
            Message(f"{names}: made {change.way} too"),
            Message(
                "Fronts, bottoms and backs are sawn by {0} as well, and joined again; or choose shelves.",
                (change.by,),
            ),
            tuple(opening.id for opening in changed),
            change.id,
            (Fix(Message("Leave it out"), change.id, leave_out=True),),
        ),
    )


def _size(opening: FormOpening, cut: Slice | None) -> tuple[float, float]:
    x0, z0, x1, z1 = opening.rect
    if cut is None:
        return round(x1 - x0, 3), round(z1 - z0, 3)
    if cut.axis == 0:
        return round(cut.place(x1) - cut.place(x0), 3), round(z1 - z0, 3)
    return round(x1 - x0, 3), round(cut.place(z1) - cut.place(z0), 3)
