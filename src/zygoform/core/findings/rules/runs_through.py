"""New parts that take the same room as another part of the piece."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, Form
from zygoform.core.geometry.convex import shared_volume
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix, Outcome
from zygoform.core.tolerance import THROUGH_MM3, TOUCHING_MM


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(found for outcome in view.outcomes if (found := _through(outcome, view.planned)) is not None)


def _through(outcome: Outcome, planned: Form) -> Finding | None:
    """The first part of the piece that a change's parts run through; a later change is told of an earlier one's."""
    body = planned.body(outcome.body) if outcome.body else None
    own = {board.id for board in outcome.added}
    mine = [board for board in body.boards if board.id in own] if body is not None else []
    others = [board for board in body.boards if board.id not in own] if body is not None and mine else []
    for board in mine:
        for other in others:
            if _meet(board, other) and _shared(board, other) > THROUGH_MM3 and not _is_later(outcome, other):
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


def _is_later(outcome: Outcome, other: Board) -> bool:
    """Whether the other part is of a change that was made after: that one is told."""
    head = other.id.split("/", 1)[0]
    both = (head[1:], outcome.change_id[1:])
    return head[:1] == "c" and all(own.isdecimal() for own in both) and int(both[0]) > int(both[1])


def _meet(a: Board, b: Board) -> bool:
    (low, high), (least, most) = a.solid.box, b.solid.box
    return all(low[k] < most[k] - TOUCHING_MM and least[k] < high[k] - TOUCHING_MM for k in range(3))


def _shared(a: Board, b: Board) -> float:
    return sum(shared_volume(p.faces, q.faces) for p in a.solid.cells for q in b.solid.cells)
