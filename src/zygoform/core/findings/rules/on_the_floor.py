"""What reaches the floor."""

from zygoform.core.condition.use import CARPET
from zygoform.core.findings.judged_plan import JudgedPlan
from zygoform.core.form.form import Board, Body, is_put_on
from zygoform.core.form.resized import TOP_ROLES
from zygoform.core.geometry.plane import extent
from zygoform.core.ids import piece_of
from zygoform.core.measure.message import Message, literal
from zygoform.core.outcome.outcome import Finding, Fix
from zygoform.core.tolerance import SHARED_MM

# A piece that reaches the floor at one end only: half of a table, or one whose legs came off.


def no_footing(view: JudgedPlan) -> tuple[Finding, ...]:
    return tuple(
        found for body in view.planned.bodies if not body.hangs and (found := _one_ended(body)) is not None
    )


def _one_ended(body: Body) -> Finding | None:
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


# New feet inside a new skirt: so much of them is seen, none of them hits it, and the skirt keeps off the floor.

LEAST_BELOW_MM = 12.0
"""With less of its feet to be seen (mm) a skirt drags on the floor as it is moved. [practice]"""
PLATE_SIDE = 50.0
"""A leg's plate is so wide (mm), as usual: it has to lie inside the skirt as well. [practice]"""


def skirt_and_feet(view: JudgedPlan) -> tuple[Finding, ...]:
    found = list[Finding]()
    for body in view.planned.bodies:
        new = [board for board in body.boards if is_put_on(board.id, body)]
        skirts = [board for board in new if board.role in ("base", "skirt")]
        feet = [board for board in new if board.role == "leg"]
        if skirts and feet:
            found += [*_off_the_floor(skirts, feet), *_hits(body, skirts, feet)]
    return tuple(found)


def _off_the_floor(skirts: list[Board], feet: list[Board]) -> list[Finding]:
    seen = min(b.solid.box[0][2] for b in skirts) - min(b.solid.box[0][2] for b in feet)
    if seen >= LEAST_BELOW_MM - SHARED_MM:
        return []
    legs = [board for board in feet if "/leg/" in board.id]
    change_id = piece_of(feet[0].id)
    what = Message(
        "The skirt would touch the floor" if seen <= SHARED_MM else "Hardly anything is seen of the feet"
    )
    why = Message(
        "The feet reach {0} below it: {1} at least, or it drags as it is moved.", (max(0.0, seen), LEAST_BELOW_MM)
    )
    fixes = list[Fix]()
    if legs:
        (_, _, low), (_, _, high) = legs[0].solid.box
        longer = high - low + LEAST_BELOW_MM - seen
        fixes = [Fix(Message("Make the legs {0} high", (longer,)), change_id, "height", longer)]
    return [Finding("skirt_on_floor", "mind", what, why, (skirts[0].id,), change_id, tuple(fixes))]


def _hits(body: Body, skirts: list[Board], feet: list[Board]) -> list[Finding]:
    """By how much a foot, or its plate, stands in the board before it."""
    front = next((board for board in skirts if board.id.endswith("/front")), None)
    leg = next((board for board in feet if board.id.endswith("/front-left")), None)
    if front is None or leg is None:
        return []
    thick = min(leg.solid.box[1][k] - leg.solid.box[0][k] for k in (0, 1))
    beside = max(0.0, (PLATE_SIDE - thick) / 2)
    top = leg.solid.box[1][2]
    face = min(y for _, y, z in leg.solid.corners if z > top - SHARED_MM)
    lacks = front.solid.box[1][1] - (face - beside)
    if lacks <= SHARED_MM:
        return []
    now = face - min(y for _, y in body.plan)
    change_id = piece_of(leg.id)
    fix = Fix(Message("Set them in by {0}", (now + lacks,)), change_id, "setback", now + lacks)
    what = Message("The feet or their plates stand in the skirt")
    why = Message("{0} further in they are clear of it.", (lacks,))
    return [Finding("foot_hits_skirt", "mind", what, why, (leg.id, front.id), change_id, (fix,))]


# Doors so low over the floor that they drag on a carpet, or once their hinges give a little.

GIVES = 3.0
"""So far (mm) the free side of a door comes down as its hinges wear. [practice]"""
LEAST_UNDER_DOOR = CARPET + GIVES


def doors_drag(view: JudgedPlan) -> tuple[Finding, ...]:
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
