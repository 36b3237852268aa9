"""Doors so low over the floor that they drag on a carpet, or once their hinges give a little."""

from zygoform.core.condition.use import CARPET
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Body
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix

GIVES = 3.0
"""So far (mm) the free side of a door comes down as its hinges wear: shop practice."""
LEAST_UNDER_DOOR = CARPET + GIVES


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(found for body in view.planned.bodies if not body.hangs and (found := _dragging(body)) is not None)


def _dragging(body: Body) -> Finding | None:
    doors = [board for board in body.boards if board.role == "door"]
    if not doors:
        return None
    floor = min(board.solid.box[0][2] for board in body.boards)
    low = [board for board in doors if board.solid.box[0][2] - floor < LEAST_UNDER_DOOR]
    if not low:
        return None
    gap = min(board.solid.box[0][2] for board in low) - floor
    which = "a door comes" if len(low) == 1 else f"{len(low)} doors come"
    return Finding(
        "doors_drag",
        "mind",
        Message(f"{literal(body.name)}: {which} within {{0}} of the floor", (gap,)),
        Message(
            "On a carpet of {0}, or once the hinges give, they drag: lift the piece, or trim each lower edge.",
            (CARPET,),
        ),
        tuple(board.id for board in low),
        fixes=(Fix(Message("Set it on legs"), "", add="legs", target=body.id),),
    )
