"""A piece that reaches the floor at one end only: half of a table, or one whose legs came off."""

from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Body
from zygoform.core.form.resized import TOP_ROLES
from zygoform.core.geometry.plane import extent
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.tolerance import SHARED_MM


def judge(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(found for body in view.planned.bodies if not body.hangs and (found := _told(body)) is not None)


def _told(body: Body) -> Finding | None:
    """None where something of it stands in the outer third of both ends."""
    floor = -body.base_height
    on_floor = [
        b.solid.box for b in body.boards if b.solid.box[0][2] < floor + SHARED_MM and b.role not in TOP_ROLES
    ]
    x0, x1 = extent(body.plan, (1.0, 0.0))
    third = (x1 - x0) / 3
    left, right = any(low[0] < x0 + third for low, _ in on_floor), any(high[0] > x1 - third for _, high in on_floor)
    if left and right:
        return None
    where = "left end" if right else "right end" if left else "ends"
    return Finding(
        "no_footing",
        "stop",
        Message(f"{literal(body.name)} has nothing to stand on at its {where}"),
        Message("What it stood on there is gone, with the other half or to the scrap: it needs legs of its own."),
        tuple(board.id for board in body.boards[-1:]),
        fixes=(Fix(Message("Give it legs"), "", add="legs", target=body.id),),
    )
