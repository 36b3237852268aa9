"""New parts that take the same room as another part of the piece."""

from functools import lru_cache

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, Body, Form
from zygoform.core.geometry.convex import box_around, boxes_meet, shared_volume
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix, Outcome
from zygoform.core.tolerance import THROUGH_MM3, TOUCHING_MM


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(found for outcome in view.outcomes if (found := _through(outcome, view.planned)) is not None)


def _through(outcome: Outcome, planned: Form) -> Finding | None:
    """The first part of the piece that a change's parts run through; a later change is told of an earlier one's."""
    body = planned.body(outcome.body) if outcome.body and outcome.added else None
    pairs = _pairs(body, frozenset(board.id for board in outcome.added)) if body is not None else ()
    for board, other in pairs:
        if not _is_later(outcome, other):
            return Finding(
                "runs_through",
                "mind",
                Message(f"{literal(board.name)} runs through {literal(other.name).lower()}"),
                Message("Two parts cannot be in one place: one of them comes off, is moved or is cut."),
                (board.id, other.id),
                outcome.change_id,
                (Fix(Message("Leave it out"), outcome.change_id, leave_out=True),),
            )
    return None


@lru_cache(maxsize=1024)
def _pairs(body: Body, own: frozenset[str]) -> tuple[tuple[Board, Board], ...]:
    """Parts of a change with others that they run through. A body that stays the same is not looked at again."""
    mine = [board for board in body.boards if board.id in own]
    if not mine:
        return ()
    around = box_around(tuple(corner for board in mine for corner in board.solid.box))
    near = [b for b in body.boards if b.id not in own and boxes_meet(b.solid.box, around)]
    return tuple(
        (a, b)
        for a in mine
        for b in near
        if boxes_meet(a.solid.box, b.solid.box, TOUCHING_MM) and _shared(a, b) > THROUGH_MM3
    )


def _is_later(outcome: Outcome, other: Board) -> bool:
    """Whether the other part is of a change that was made after: that one is told."""
    head = piece_of(other.id)
    both = (head[1:], outcome.change_id[1:])
    return head[:1] == "c" and all(own.isdecimal() for own in both) and int(both[0]) > int(both[1])


def _shared(a: Board, b: Board) -> float:
    return sum(shared_volume(p.faces, q.faces) for p in a.solid.cells for q in b.solid.cells)
